package httpapi

import (
	"context"
	"embed"
	"encoding/json"
	"fmt"
	"io/fs"
	"log/slog"
	"maps"
	"net/http"
	"path"
	"runtime"
	"slices"
	"strings"
	"time"

	"github.com/go-chi/chi/v5/middleware"
)

//go:embed all:interface
var files embed.FS

// logged writes one structured line a request, without what was asked or typed.
func logged(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		ww := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
		start := time.Now()
		next.ServeHTTP(ww, r)
		level := slog.LevelDebug
		if ww.Status() >= 500 {
			level = slog.LevelWarn
		}
		slog.Log(r.Context(), level, "request", "method", r.Method, "path", untold(r.URL.Path), "status", ww.Status(),
			"bytes", ww.BytesWritten(), "took",
			time.Since(start))
	})
}

// untold is a path without the secret in it: an owner's link opens their page for whoever reads it in a log.
func untold(path string) string {
	for _, before := range []string{"/api/owner/", "/owner/", "/o/"} {
		if rest, owners := strings.CutPrefix(path, before); owners {
			_, after, more := strings.Cut(rest, "/")
			if more {
				after = "/" + after
			}
			return before + "…" + after
		}
	}
	return path
}

// How long a request may take: a database that hangs is told as one that is away, and the
// tablet's outbox goes on.
const (
	deadline       = 15 * time.Second
	uploadDeadline = time.Minute
)

// within gives each request a time by which it has its answer. The stream of changes has none: it goes on.
func within(d time.Duration) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if r.URL.Path == "/api/live" {
				next.ServeHTTP(w, r)
				return
			}
			ctx, cancel := context.WithTimeout(r.Context(), d)
			defer cancel()
			next.ServeHTTP(w, r.WithContext(ctx))
		})
	}
}

// atOnce is how many requests are worked on at a time; the others wait in the order in which they
// came. Each takes up to two connections to the database, whose pool has no order. One more than
// there are processors keeps them busy while one waits for the database; with many more, those
// wait for each other (tried with fifty tablets).
func atOnce() int { return runtime.GOMAXPROCS(0) + 1 }

// guarded tells browsers to run and show nothing but our own; over HTTPS, to come by nothing else
// from then on.
func guarded(secure bool) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if secure {
				w.Header().Set("Strict-Transport-Security", "max-age=31536000")
			}
			guard(w.Header(), r.URL.Path)
			next.ServeHTTP(w, r)
		})
	}
}

func guard(h http.Header, path string) {
	h.Set("Content-Security-Policy", "default-src 'none'; script-src 'self'; style-src 'self'; font-src "+
		"'self'; img-src 'self' data: "+
		"blob:; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'")
	h.Set("X-Content-Type-Options", "nosniff")
	h.Set("Referrer-Policy", "no-referrer")
	h.Set("X-Robots-Tag", "noindex, nofollow") // a workshop's records and an owner's page are nobody else's to find
	h.Set("Cross-Origin-Opener-Policy", "same-origin")
	h.Set("Permissions-Policy", "camera=(self), geolocation=(), microphone=(self)")
	if strings.HasPrefix(path, "/api/") {
		h.Set("Cache-Control", "no-store")
	}
}

// notSo answers a method that an address does not know.
func notSo(w http.ResponseWriter, r *http.Request) {
	writeFault(w, &Fault{Type: "/problems/form", Title: "That is not done so here", Status: http.StatusMethodNotAllowed,
		Detail: "There is something at this address, and it is not asked for with " + r.Method +
			". Reload the page and try again."})
}

// nothingThere answers who looks for something that other servers have: the page of the interface
// is no answer to that.
func nothingThere(w http.ResponseWriter, _ *http.Request) {
	writeFault(w, &Fault{Type: "/problems/missing", Title: "Not found", Status: http.StatusNotFound,
		Detail: "There is nothing at this address."})
}

// notFromThere answers what another site sent.
func notFromThere(w http.ResponseWriter, _ *http.Request) {
	writeFault(w, &Fault{Type: "/problems/forbidden", Title: "This came from another site",
		Status: http.StatusForbidden,
		Detail: "Only Utensil's own pages write here. Open it at its own address."})
}

func writeFault(w http.ResponseWriter, f *Fault) {
	maps.Copy(w.Header(), f.GetHeaders())
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(f.Status)
	if err := json.NewEncoder(w).Encode(f); err != nil {
		slog.Debug("answering", "err", err)
	}
}

// health says whether the server can reach its database.
func (s *Server) health(w http.ResponseWriter, r *http.Request) {
	ctx, cancel := context.WithTimeout(r.Context(), 2*time.Second)
	defer cancel()
	if err := s.db.PingContext(ctx); err != nil {
		s.refuse(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "application/json")
	fmt.Fprintln(w, `{"status":"ok"}`)
}

// serveInterface serves the built interface. A path that is no file is a place within it.
func serveInterface(w http.ResponseWriter, r *http.Request) {
	if strings.HasPrefix(r.URL.Path, "/api/") {
		writeFault(w, &Fault{Type: "/problems/missing", Title: "Not found", Status: http.StatusNotFound,
			Detail: "There is nothing at this address."})
		return
	}
	if slices.Contains(strings.FieldsFunc(r.URL.Path, func(r rune) bool { return r == '/' || r == '\\' }), "..") {
		writeFault(w, &Fault{Type: "/problems/form", Title: "That is no address here", Status: http.StatusBadRequest,
			Detail: "Open the first page, and go on from there."})
		return
	}
	name := path.Join("interface", path.Clean("/"+r.URL.Path))
	if info, err := fs.Stat(files, name); err != nil || info.IsDir() {
		name = "interface/index.html"
	}
	if strings.HasPrefix(name, "interface/assets/") {
		w.Header().Set("Cache-Control", "public, max-age=31536000, immutable") // named by content
	} else {
		w.Header().Set("Cache-Control", "no-cache")
	}
	http.ServeFileFS(w, r, files, name)
}
