package httpapi

import (
	"cmp"
	"context"
	"errors"
	"log/slog"
	"net/http"
	"time"

	"utensil/internal/recall"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
)

// people is the staff by id, remembered so that a request need not ask who may do what: a change
// of staff, told by the database, makes it forget.
type people = recall.Value[map[record.ID]signin.Staff]

func peopleOf(load func(context.Context) ([]signin.Staff, error)) *people {
	return recall.Of(time.Now, func(ctx context.Context) (map[record.ID]signin.Staff, time.Duration, error) {
		all, err := load(ctx)
		if err != nil {
			return nil, 0, err
		}
		known := make(map[record.ID]signin.Staff, len(all))
		for _, m := range all {
			known[m.ID] = m
		}
		return known, recall.Forever, nil
	})
}

// What a session holds.
const (
	sessionStaff   = "staff"
	sessionVersion = "version"
	sessionDevice  = "device"
)

// actor is who sends the request. A change of name, role or PIN ends a member's sessions.
func (s *Server) actor(ctx context.Context) (record.Actor, error) {
	stranger := &record.Problem{Kind: record.Stranger, Title: "Not signed in",
		Detail: "Choose your name and type your PIN. What you typed here is kept."}
	id := record.ID(s.sessions.GetString(ctx, sessionStaff))
	device := s.sessions.GetString(ctx, sessionDevice)
	if id == "" || device == "" || device != deviceOf(ctx) {
		return record.Actor{}, stranger // nobody, or a session that was carried off to another device
	}
	if in, err := s.still(ctx, device); err != nil || !in {
		return record.Actor{}, cmp.Or(err, error(stranger))
	}
	people, err := s.people.Get(ctx)
	if err != nil {
		return record.Actor{}, err
	}
	member, known := people[id]
	if !known || !member.Active || member.Version != s.sessions.GetInt(ctx, sessionVersion) {
		return record.Actor{}, stranger
	}
	return record.Actor{ID: member.ID, Name: member.Name, Role: member.Role}, nil
}

// Session is what the interface needs at its start.
type Session struct {
	Shop     string           `json:"shop" doc:"its name: all that a stranger is told"`
	Actor    *record.Actor    `json:"actor,omitempty" doc:"who is signed in"`
	Settings *record.Settings `json:"settings,omitempty" doc:"on a device that is admitted"`
	UnitNm   float64          `json:"unit_nm,omitempty" doc:"one of the shop's torque units, in N·m"`
	Names    []Name           `json:"names" doc:"who may sign in here; nobody on a device that is not admitted"`
	Admitted bool             `json:"admitted" doc:"the shop has let this device in"`
}

// Name is a name on the sign-in screen.
type Name struct {
	ID   record.ID   `json:"id"`
	Name string      `json:"name"`
	Role record.Role `json:"role" enum:"keeper,mechanic,counter"`
}

// SignIn is a name with its PIN or password.
type SignIn struct {
	Staff  record.ID `json:"staff"`
	Secret string    `json:"secret" maxLength:"400"`
}

func (s *Server) session(ctx context.Context, _ *struct{}) (*body[Session], error) {
	settings, err := s.shop.Settings(ctx)
	if err != nil {
		return nil, err
	}
	out := Session{Shop: settings.Name, Names: []Name{}, Admitted: deviceOf(ctx) != ""}
	if !out.Admitted {
		return answer(out, nil)
	}
	out.Settings, out.UnitNm = &settings, settings.Unit().ToBase(1)
	staff, err := s.shop.Staff(ctx)
	if err != nil {
		return nil, err
	}
	for _, m := range staff {
		if m.Active {
			out.Names = append(out.Names, Name{m.ID, m.Name, m.Role})
		}
	}
	who, err := s.actor(ctx)
	var problem *record.Problem
	switch {
	case err == nil:
		out.Actor = &who
	case !errors.As(err, &problem): // nobody is signed out because the records cannot be reached
		return nil, err
	}
	return answer(out, nil)
}

// signIn signs in, or hands a shared tablet over: the session gets a new token either way.
func (s *Server) signIn(ctx context.Context, in *body[SignIn]) (*withCookie[record.Actor], error) {
	device := deviceOf(ctx)
	if device == "" {
		return nil, &record.Problem{Kind: record.Stranger, Title: "This device is not admitted",
			Detail: "The shop owner lets it in: with their own name and PIN here, or with a code from a " +
				"device that is in. Load the page again."}
	}
	who, err := s.shop.SignIn(ctx, in.Body.Staff, in.Body.Secret, device)
	if err != nil {
		return nil, s.noted(ctx, err, in.Body.Staff, "")
	}
	cookies, err := s.signedFor(ctx, device)
	if err != nil {
		return nil, err
	}
	return &withCookie[record.Actor]{cookies, who}, s.enter(ctx, who.ID, device)
}

// noted keeps that a sign-in was refused for a wrong secret, where the shop owner sees it, and
// passes the refusal on.
func (s *Server) noted(ctx context.Context, refused error, member record.ID, called string) error {
	var problem *record.Problem
	if !errors.As(refused, &problem) || problem.Kind != record.Stranger {
		return refused
	}
	device := ""
	if id := deviceOf(ctx); id == signin.ThisComputer {
		device = id
	} else if known, err := s.devices.Get(ctx); err == nil {
		device = known.by[record.ID(id)].Name
	}
	slog.WarnContext(ctx, "a sign-in was refused", "staff", member, "device", device, "from", addressOf(ctx))
	if err := s.shop.NoteRefused(ctx, member, called, device, addressOf(ctx)); err != nil {
		slog.WarnContext(ctx, "keeping a refused sign-in", "err", err)
	}
	return refused
}

// enter begins a member's session on a device.
func (s *Server) enter(ctx context.Context, id record.ID, device string) error {
	s.people.Forget()
	people, err := s.people.Get(ctx)
	if err != nil {
		return err
	}
	if err := s.used(ctx, device); err != nil {
		return err
	}
	if err := s.sessions.RenewToken(ctx); err != nil {
		return err
	}
	s.sessions.Put(ctx, sessionStaff, string(id))
	s.sessions.Put(ctx, sessionVersion, people[id].Version)
	s.sessions.Put(ctx, sessionDevice, device)
	return nil
}

func (s *Server) signOut(ctx context.Context, _ *struct{}) (*struct{}, error) {
	return nil, s.sessions.Destroy(ctx)
}

// shownHeader says whom the screen shows as signed in.
const shownHeader = "X-Utensil-As"

// asShown refuses a request whose screen shows somebody else than its session: another window of
// the tablet was handed over meanwhile, and nobody signs under another's name. Who signs in or
// looks who is signed in need not say.
func (s *Server) asShown(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		shown := r.Header.Get(shownHeader)
		if shown == "" || r.URL.Path == "/api/session" {
			next.ServeHTTP(w, r)
			return
		}
		if now := s.sessions.GetString(r.Context(), sessionStaff); now != shown {
			s.refuse(w, r, &record.Problem{Kind: record.Stranger, Title: "Somebody else is signed in here",
				Detail: "Another window of this tablet was handed over or signed out. What you typed is " +
					"kept: sign in under your own name."})
			return
		}
		next.ServeHTTP(w, r)
	})
}

// refuse answers a plain handler's error like any other.
func (s *Server) refuse(w http.ResponseWriter, r *http.Request, err error) {
	writeFault(w, faultOf(r.Context(), err))
}
