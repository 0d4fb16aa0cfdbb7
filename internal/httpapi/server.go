// Package httpapi is the workshop over HTTP: operations with one declaration each, sign-in,
// live changes, and the interface's files. It holds no rule of the trade.
package httpapi

import (
	"cmp"
	"context"
	"errors"
	"io"
	"log/slog"
	"net/http"
	"net/netip"
	"time"

	"github.com/alexedwards/scs/postgresstore"
	"github.com/alexedwards/scs/v2"
	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"
	"github.com/jmoiron/sqlx"
	"github.com/segmentio/encoding/json"

	"utensil/internal/document"
	"utensil/internal/workshop"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
)

// Server answers HTTP requests for one workshop.
type Server struct {
	shop      *workshop.Workshop
	db        *sqlx.DB
	sessions  *scs.SessionManager
	kept      *remembered // sessions at hand; nil without a database
	sweep     *postgresstore.PostgresStore
	people    *people
	devices   *devices
	loopback  bool // the server's own computer is a device of the shop
	live      *hub
	teller    *teller
	unpacking chan struct{} // held by who unpacks a picture
	letters   func() []owner.Letter
	pull      func(nm float64, trick string) error
	router    chi.Router
	api       huma.API
}

// Options are the settings of a Server.
type Options struct {
	Version string                // of the build, as the API's description tells it
	Secure  bool                  // served over HTTPS, so that the session cookie may insist on it
	Letters func() []owner.Letter // what a stand-in mail server was sent; nil when there is none
	// Deadline is how long a request may take; 0 for the usual.
	Deadline time.Duration
	// Changes are what everybody who watches is told of.
	Changes []record.Changing
	// AdmitLoopback admits the server's own computer as a device of the shop, as a demo does.
	AdmitLoopback bool
	// TrustedProxies are who may say for which client they ask, in X-Forwarded-For.
	TrustedProxies []netip.Prefix
	// Pull pulls a stand-in wrench; nil when there is none.
	Pull func(nm float64, trick string) error
}

// New makes a server over a workshop and the database its sessions live in.
func New(shop *workshop.Workshop, db *sqlx.DB, o Options) *Server {
	s := &Server{shop: shop, db: db, live: newHub(), unpacking: make(chan struct{}, 1),
		letters: o.Letters, pull: o.Pull, router: chi.NewMux(),
		loopback: o.AdmitLoopback}
	s.teller = &teller{tell: s.live.tell, watched: s.live.watched, today: shop.Today}
	links := ofLinks()
	s.people, s.devices = peopleOf(shop.Staff), devicesOf(shop)
	s.sessions = scs.New()
	s.sessions.Lifetime = 12 * time.Hour // one working day
	s.sessions.HashTokenInStore = true
	s.sessions.Cookie.Name = "utensil"
	s.sessions.Cookie.HttpOnly = true
	s.sessions.Cookie.SameSite = http.SameSiteLaxMode
	s.sessions.Cookie.Secure = o.Secure
	s.sessions.ErrorFunc = func(w http.ResponseWriter, r *http.Request, err error) { s.refuse(w, r, err) }
	if db != nil {
		s.sweep = postgresstore.NewWithCleanupInterval(db.DB, 30*time.Minute)
		s.kept = remember(s.sweep, freshFor)
		s.sessions.Store = s.kept
	}

	s.router.Use(middleware.Recoverer, logged, guarded(o.Secure), fromClient(o.TrustedProxies), s.crowded(mostFrom))
	s.router.MethodNotAllowed(notSo)
	ours := http.NewCrossOriginProtection()
	ours.SetDenyHandler(http.HandlerFunc(notFromThere))
	s.router.Get("/healthz", s.health)
	s.router.Get("/readyz", s.health)
	s.router.Handle("/metrics", http.HandlerFunc(nothingThere))
	s.router.Group(func(r chi.Router) {
		r.Use(within(cmp.Or(o.Deadline, deadline)))
		r.Use(ours.Handler, links, knocking(), middleware.RequestSize(1<<20), s.inTurn(atOnce()),
			s.onDevice, s.sessions.LoadAndSave)
		r.Use(s.asShown, holding)
		r.Get("/api/live", s.serveLive)
		r.Get("/api/jobs/{id}/sheet.pdf", s.filedFor(s.sheet))
		r.Get("/api/jobs/{id}/torques.csv", s.filedFor(s.torques))
		r.Get("/api/bottles/{id}/label.png", s.filedFor(s.label))
		r.Get("/api/stores.csv", s.filedFor(s.stockTable))
		r.Get("/api/stores/{id}/label.png", s.filedFor(s.stockLabel))
		s.api = humachi.New(r, config(o.Version))
		for _, declare := range []func(){
			s.declareShop, s.declareDevices, s.declareBikes, s.declareJob, s.declareTorque,
			s.declarePressure, s.declareBrakes, s.declareOwner,
			s.declarePractice, s.declareStores,
		} {
			declare()
		}
		schemed(s.api.OpenAPI().Components.Schemas, o.Changes)
	})
	s.router.Group(func(r chi.Router) {
		r.Use(within(cmp.Or(o.Deadline, uploadDeadline)))
		r.Use(ours.Handler, middleware.RequestSize(document.LargestRide+1), s.onDevice,
			s.sessions.LoadAndSave, s.asShown)
		r.Post("/api/jobs/{id}/rides/{ride}", s.filedFor(s.ride))
		r.Post("/api/rides/stops", s.filedFor(s.stopsOf))
		r.Post("/api/jobs/{id}/photos/{photo}", s.filedFor(s.takePhoto))
		r.With(links).Get("/api/owner/{token}/photos/{photo}", s.filed(s.ownersPhoto))
		r.Get("/api/photos/{photo}", s.filedFor(s.photo))
	})
	// Only files are compressed: a job is small, and packing it would take longer than the
	// workshop's network takes to carry it.
	s.router.NotFound(middleware.Compress(5)(http.HandlerFunc(serveInterface)).ServeHTTP)
	return s
}

func init() { huma.NewError = newError; huma.DefaultArrayNullable = false }

func config(version string) huma.Config {
	c := huma.DefaultConfig("Utensil", cmp.Or(version, "development"))
	c.Info.Description = "The bench companion of a bicycle workshop. Whoever asks about a job may say in " +
		holdsHeader + " which edition " +
		"of it they hold: the answer may then be what has changed since (JSON Patch, " +
		"application/json-patch+json), which begins with a " +
		"test of that edition. Whoever shows only some parts of it names them in " + partsHeader +
		", as in core,air,walk, and is told those."
	c.OpenAPIPath, c.DocsPath, c.SchemasPath = "/api/openapi", "", ""
	c.CreateHooks = nil // no $schema links in answers
	c.Components.Schemas = schemas()
	// Answers are the same JSON as the standard library's, in about half the time.
	// What was written before, for somebody else, is not written anew.
	quick := huma.Format{Marshal: func(w io.Writer, v any) error {
		if before, can := v.(interface{ Encoded() ([]byte, error) }); can {
			if text, err := before.Encoded(); err != nil || text != nil {
				_, failed := w.Write(text)
				return errors.Join(err, failed)
			}
		}
		return json.NewEncoder(w).Encode(v)
	},
		Unmarshal: huma.DefaultJSONFormat.Unmarshal}
	c.Formats = map[string]huma.Format{"application/json": quick, "json": quick}
	return c
}

// ServeHTTP answers one request.
func (s *Server) ServeHTTP(w http.ResponseWriter, r *http.Request) { s.router.ServeHTTP(w, r) }

// OpenAPI is the description of every operation, as JSON.
func (s *Server) OpenAPI() ([]byte, error) { return s.api.OpenAPI().MarshalJSON() }

// Close stops what runs beside the requests.
func (s *Server) Close() {
	s.live.close()
	if s.sweep != nil {
		s.sweep.StopCleanup()
	}
}

// Told passes a change on to everyone who watches. Its argument is the database's
// notification, or "" when some may have been missed.
func (s *Server) Told(change string) {
	var said struct{ About, Ended string }
	if change != "" && json.Unmarshal([]byte(change), &said) != nil {
		slog.Warn("a change that cannot be read", "change", change)
	}
	if change == "" || said.About == "staff" {
		s.people.Forget()
	}
	if change == "" || said.About == "device" {
		s.devices.Forget()
		s.live.look()
	}
	if change == "" || said.About == "own_knowledge" {
		if err := s.shop.LoadOwn(context.Background()); err != nil {
			slog.Warn("reading the workshop's own knowledge", "err", err)
		}
	}
	if said.Ended != "" {
		if s.kept != nil {
			s.kept.forget(said.Ended)
		}
		s.live.end(said.Ended)
		return
	}
	s.teller.told(change)
}
