package httpapi

import (
	"context"
	"net/http"
	"net/netip"
	"time"

	"github.com/go-chi/chi/v5/middleware"
	"github.com/go-chi/httprate"
	"github.com/gorilla/securecookie"

	"utensil/internal/recall"
	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
)

// devices is what the shop has admitted, remembered so that a request need not ask: a change,
// told by the database, makes it forget.
type devices = recall.Value[admitted]

// admitted is the devices by id, and what their cookies are signed with.
type admitted struct {
	cookies *securecookie.SecureCookie
	by      map[record.ID]signin.Device
}

// deviceCookie holds a device's id, signed. It lasts as long as browsers keep one, anew at each
// sign-in, or until the shop owner sends the device away.
const (
	deviceCookie = "utensil-device"
	deviceFor    = 400 * 24 * time.Hour
)

func devicesOf(shop *workshop.Workshop) *devices {
	return recall.Of(time.Now, func(ctx context.Context) (admitted, time.Duration, error) {
		key, all, err := shop.Admitted(ctx)
		if err != nil {
			return admitted{}, 0, err
		}
		a := admitted{securecookie.New(key, nil).MaxAge(int(deviceFor.Seconds())),
			make(map[record.ID]signin.Device, len(all))}
		a.cookies.SetSerializer(securecookie.NopEncoder{})
		for _, d := range all {
			a.by[d.ID] = d
		}
		return a, recall.Forever, nil
	})
}

type deviceKey struct{}

// deviceOf is the admitted device that a request came from; "" when it is none of the shop's.
func deviceOf(ctx context.Context) string {
	device, _ := ctx.Value(deviceKey{}).(string)
	return device
}

// onDevice notes which of the shop's devices a request comes from.
func (s *Server) onDevice(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		device, err := s.device(r)
		if err != nil {
			s.refuse(w, r, err)
			return
		}
		next.ServeHTTP(w, r.WithContext(context.WithValue(r.Context(), deviceKey{}, device)))
	})
}

func (s *Server) device(r *http.Request) (string, error) {
	if cookie, err := r.Cookie(deviceCookie); err == nil && s.db != nil {
		known, err := s.devices.Get(r.Context())
		if err != nil {
			return "", err
		}
		var id []byte
		if known.cookies.Decode(deviceCookie, cookie.Value, &id) == nil {
			if _, in := known.by[record.ID(id)]; in {
				return string(id), nil
			}
		}
	}
	if s.loopback && middleware.GetClientIPAddr(r.Context()).IsLoopback() {
		return signin.ThisComputer, nil
	}
	return "", nil
}

// still says whether a device that a session began on is admitted.
func (s *Server) still(ctx context.Context, device string) (bool, error) {
	if device == signin.ThisComputer {
		return s.loopback, nil
	}
	known, err := s.devices.Get(ctx)
	_, in := known.by[record.ID(device)]
	return in, err
}

// used notes that somebody signed in on a device.
func (s *Server) used(ctx context.Context, device string) error {
	if device == signin.ThisComputer {
		return nil
	}
	return s.shop.UsedNow(ctx, record.ID(device))
}

// signedFor is the cookie of a device of the shop; none for the server's own computer.
func (s *Server) signedFor(ctx context.Context, device string) ([]string, error) {
	if device == signin.ThisComputer {
		return nil, nil
	}
	known, err := s.devices.Get(ctx)
	if err != nil {
		return nil, err
	}
	value, err := known.cookies.Encode(deviceCookie, []byte(device))
	if err != nil {
		return nil, err
	}
	cookie := http.Cookie{Name: deviceCookie, Value: value, Path: "/", MaxAge: int(deviceFor.Seconds()), HttpOnly: true,
		Secure: s.sessions.Cookie.Secure, SameSite: http.SameSiteLaxMode}
	return []string{cookie.String()}, nil
}

// Newcomer is a device that asks to be let in: by a code from one that is in, or by a shop
// owner's name and secret.
type Newcomer struct {
	Code   string `json:"code,omitempty" maxLength:"40"`
	Owner  string `json:"owner,omitempty" maxLength:"400" doc:"the shop owner's name"`
	Secret string `json:"secret,omitempty" maxLength:"400"`
	Name   string `json:"name,omitempty" maxLength:"400" doc:"what the shop calls the device"`
}

// withCookie is an answer that sets cookies.
type withCookie[T any] struct {
	SetCookie []string `header:"Set-Cookie"`
	Body      T
}

// letIn admits the device that asks; by the shop owner's secret, the owner is signed in as well.
func (s *Server) letIn(ctx context.Context, in *body[Newcomer]) (*withCookie[signin.Device], error) {
	var device signin.Device
	var err error
	who := record.Actor{}
	if in.Body.Code != "" {
		device, err = s.shop.Claim(ctx, in.Body.Code)
	} else {
		device, who, err = s.shop.AdmitByOwner(ctx, in.Body.Owner, in.Body.Secret, in.Body.Name)
	}
	if err != nil {
		return nil, s.noted(ctx, err, "", in.Body.Owner)
	}
	s.devices.Forget()
	cookies, err := s.signedFor(ctx, string(device.ID))
	if err == nil && who.ID != "" {
		err = s.enter(ctx, who.ID, string(device.ID))
	}
	return &withCookie[signin.Device]{cookies, device}, err
}

// declareDevices declares which devices are let in.
func (s *Server) declareDevices() {
	register(s, "POST", "/api/devices/here", "let-in", "Admit the device that asks", s.letIn)
	readAs(s, "/api/devices", "devices", "The devices that are admitted", s.shop.Devices)
	send(s, "POST", "/api/devices", "invite-device", "Make a code by which a device is admitted", s.shop.Invite)
	signed(s, "DELETE", "/api/devices/{id}", "send-device-away", "End what a device was admitted to",
		func(ctx context.Context, who actor, in *identified) (nothing, error) {
			defer s.devices.Forget()
			return nothing{}, s.shop.SendAway(ctx, who, in.ID)
		})
	readAs(s, "/api/staff/refused", "refused-sign-ins", "Sign-ins that were refused for a wrong secret", s.shop.Refused)
	signed(s, "DELETE", "/api/staff/{id}/tries", "free-staff", "Let somebody try to sign in again at once",
		func(ctx context.Context, who actor, in *identified) (nothing, error) {
			return nothing{}, s.shop.Free(ctx, who, in.ID)
		})
}

// How often one address may ask to be let in.
const (
	knocks       = 10
	knocksWithin = time.Minute
)

// knocking slows down whoever asks to be let in again and again.
func knocking() func(http.Handler) http.Handler {
	limit := httprate.NewRateLimiter(knocks, knocksWithin,
		httprate.WithLimitHandler(func(w http.ResponseWriter, r *http.Request) {
			writeFault(w, faultOf(r.Context(), &record.Problem{Kind: record.Locked, Title: "Too many tries",
				After:  knocksWithin,
				Detail: "Wait a minute and try again, or make a code on a device of the shop."}))
		}))
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if r.Method == http.MethodPost && r.URL.Path == "/api/devices/here" &&
				limit.RespondOnLimit(w, r, httprate.CanonicalizeIP(addressOf(r.Context()))) {
				return
			}
			next.ServeHTTP(w, r)
		})
	}
}

// fromClient finds the address of who sends a request: of whoever is connected, or behind a
// trusted proxy the one that it names. A proxy that names nobody asks for itself.
func fromClient(trusted []netip.Prefix) func(http.Handler) http.Handler {
	if len(trusted) == 0 {
		return middleware.ClientIPFromRemoteAddr
	}
	said := make([]string, len(trusted))
	for i, p := range trusted {
		said[i] = p.String()
	}
	named := middleware.ClientIPFromXFF(said...)
	return func(next http.Handler) http.Handler {
		behind, itself := named(next), middleware.ClientIPFromRemoteAddr(next)
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if len(r.Header.Values("X-Forwarded-For")) == 0 {
				itself.ServeHTTP(w, r)
				return
			}
			behind.ServeHTTP(w, r)
		})
	}
}

// addressOf is where a request came from.
func addressOf(ctx context.Context) string { return middleware.GetClientIP(ctx) }
