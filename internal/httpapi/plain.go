package httpapi

import (
	"bytes"
	"context"
	"embed"
	"encoding/json"
	"fmt"
	"io/fs"
	"log/slog"
	"net/http"
	"path"
	"strings"
	"time"
	"unicode"
	"unicode/utf8"

	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"utensil/internal/document"
	"utensil/internal/workshop"
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
		slog.Log(r.Context(), level, "request", "method", r.Method, "path", r.URL.Path, "status", ww.Status(), "bytes", ww.BytesWritten(), "took", time.Since(start))
	})
}

// guarded tells browsers to run and show nothing but our own.
func guarded(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self' data: blob:; connect-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'")
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "no-referrer")
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		h.Set("Permissions-Policy", "camera=(self), geolocation=(), microphone=()")
		if strings.HasPrefix(r.URL.Path, "/api/") {
			h.Set("Cache-Control", "no-store")
		}
		next.ServeHTTP(w, r)
	})
}

func writeFault(w http.ResponseWriter, f *Fault) {
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

// serveSheet answers with a job's service sheet as PDF.
func (s *Server) serveSheet(w http.ResponseWriter, r *http.Request) {
	if _, err := s.actor(r.Context()); err != nil {
		s.refuse(w, r, err)
		return
	}
	job, err := s.shop.Job(r.Context(), workshop.ID(chi.URLParam(r, "id")))
	if err != nil {
		s.refuse(w, r, err)
		return
	}
	settings, err := s.shop.Settings(r.Context())
	if err != nil {
		s.refuse(w, r, err)
		return
	}
	depth, _ := s.shop.Book().Depth(job.Job.Depth)
	var sheet bytes.Buffer
	if err := document.Sheet(&sheet, job, settings, depth.Name); err != nil {
		s.refuse(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "application/pdf")
	w.Header().Set("Content-Disposition", fmt.Sprintf(`inline; filename="service-sheet-%d.pdf"`, job.Job.Number))
	if _, err := sheet.WriteTo(w); err != nil {
		slog.DebugContext(r.Context(), "sending a sheet", "err", err)
	}
}

// takeRide reads a ride file, GPX or FIT, and records the ride under the id that the sender made.
func (s *Server) takeRide(w http.ResponseWriter, r *http.Request) {
	who, err := s.actor(r.Context())
	if err != nil {
		s.refuse(w, r, err)
		return
	}
	ride, err := document.ReadRide(r.Body)
	if err != nil {
		s.refuse(w, r, &workshop.Problem{Kind: workshop.Invalid, Title: "Not a ride", Field: "ride", Detail: sentence(err.Error())})
		return
	}
	entry := workshop.NewEntry{ID: workshop.ID(chi.URLParam(r, "ride")), Content: workshop.Content{Ride: &ride}}
	view, err := s.shop.Record(r.Context(), who, workshop.ID(chi.URLParam(r, "id")), entry)
	if err != nil {
		s.refuse(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "application/json")
	if err := json.NewEncoder(w).Encode(view); err != nil {
		slog.DebugContext(r.Context(), "answering", "err", err)
	}
}

// takePhoto keeps a photograph under the id that the sender made.
func (s *Server) takePhoto(w http.ResponseWriter, r *http.Request) {
	who, err := s.actor(r.Context())
	if err != nil {
		s.refuse(w, r, err)
		return
	}
	photo, err := document.ReadPhoto(r.Body)
	if err != nil {
		s.refuse(w, r, &workshop.Problem{Kind: workshop.Invalid, Title: "Not a photo", Field: "photo", Detail: sentence(err.Error())})
		return
	}
	photo.ID, photo.JobID = workshop.ID(chi.URLParam(r, "photo")), workshop.ID(chi.URLParam(r, "id"))
	photo.About, photo.Caption = r.URL.Query().Get("about"), r.URL.Query().Get("caption")
	view, err := s.shop.AddPhoto(r.Context(), who, photo)
	if err != nil {
		s.refuse(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "application/json")
	if err := json.NewEncoder(w).Encode(view); err != nil {
		slog.DebugContext(r.Context(), "answering", "err", err)
	}
}

func (s *Server) servePhoto(w http.ResponseWriter, r *http.Request) {
	if _, err := s.actor(r.Context()); err != nil {
		s.refuse(w, r, err)
		return
	}
	photo, err := s.shop.Photo(r.Context(), workshop.ID(chi.URLParam(r, "photo")))
	s.writePhoto(w, r, photo, err)
}

func (s *Server) serveOwnerPhoto(w http.ResponseWriter, r *http.Request) {
	photo, err := s.shop.OwnerPhoto(r.Context(), chi.URLParam(r, "token"), workshop.ID(chi.URLParam(r, "photo")))
	s.writePhoto(w, r, photo, err)
}

func (s *Server) writePhoto(w http.ResponseWriter, r *http.Request, photo workshop.Photo, err error) {
	if err != nil {
		s.refuse(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "image/jpeg")
	w.Header().Set("Cache-Control", "private, max-age=86400") // a photo never changes
	w.Header().Set("Content-Disposition", "inline")
	if _, err := w.Write(photo.JPEG); err != nil {
		slog.DebugContext(r.Context(), "sending a photo", "err", err)
	}
}

// sentence makes an error's words one.
func sentence(text string) string {
	first, size := utf8.DecodeRuneInString(text)
	return string(unicode.ToUpper(first)) + text[size:] + "."
}

// serveInterface serves the built interface. A path that is no file is a place within it.
func serveInterface(w http.ResponseWriter, r *http.Request) {
	if strings.HasPrefix(r.URL.Path, "/api/") {
		writeFault(w, &Fault{Type: "/problems/missing", Title: "Not found", Status: http.StatusNotFound, Detail: "There is nothing at this address."})
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
