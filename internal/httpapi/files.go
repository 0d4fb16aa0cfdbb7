package httpapi

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"slices"

	"github.com/go-chi/chi/v5"

	"utensil/core/brake"
	"utensil/core/words"
	"utensil/internal/document"
	"utensil/internal/workshop"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/photos"
	"utensil/internal/workshop/record"
)

// file is what an operation answers with that takes or gives a file.
type file struct {
	kind    string // its media type
	shown   string // how a browser takes it: inline or attachment, with its name
	lasting bool   // it never changes
	write   func(io.Writer) error
}

// filed answers with a file, or with the problem that kept it from being made.
func (s *Server) filed(answer func(*http.Request) (file, error)) http.HandlerFunc {
	return func(w http.ResponseWriter, r *http.Request) {
		var body bytes.Buffer // whole before its first byte is sent: a problem can still be told
		f, err := answer(r)
		if err == nil {
			err = f.write(&body)
		}
		if err != nil {
			s.refuse(w, r, err)
			return
		}
		w.Header().Set("Content-Type", f.kind)
		if f.shown != "" {
			w.Header().Set("Content-Disposition", f.shown)
		}
		if f.lasting {
			w.Header().Set("Cache-Control", "private, max-age=86400")
		}
		if _, err := body.WriteTo(w); err != nil {
			slog.DebugContext(r.Context(), "sending a file", "err", err)
		}
	}
}

// filedFor is filed for those who work here.
func (s *Server) filedFor(answer func(*http.Request, record.Actor) (file, error)) http.HandlerFunc {
	return s.filed(func(r *http.Request) (file, error) {
		who, err := s.actor(r.Context())
		if err != nil {
			return file{}, err
		}
		return answer(r, who)
	})
}

// named reads an id out of the request's path.
func named(r *http.Request, what string) record.ID { return record.ID(chi.URLParam(r, what)) }

// seen is a job's view after a file was taken in, as the operations with a description give it.
func seen(r *http.Request, view workshop.JobView) (file, error) {
	held := screenOf(r.Context())
	view, err := view.Told(held.parts, held.edition)
	return file{kind: view.ContentType("application/json"), write: func(w io.Writer) error {
		text, err := view.Encoded()
		if err == nil {
			_, err = w.Write(text)
		}
		return err
	}}, err
}

// sheet is a job's service sheet as PDF: of one that was handed over, the sheet that was.
func (s *Server) sheet(r *http.Request, _ record.Actor) (file, error) {
	number, sheet, err := s.shop.SheetOf(r.Context(), named(r, "id"), false)
	return file{kind: "application/pdf", shown: fmt.Sprintf(`inline; filename="service-sheet-%d.pdf"`, number),
		write: func(w io.Writer) error {
			_, err := w.Write(sheet.PDF)
			return err
		}}, err
}

// torques are a job's torques as CSV.
func (s *Server) torques(r *http.Request, _ record.Actor) (file, error) {
	job, err := s.shop.Job(r.Context(), named(r, "id"))
	return file{kind: "text/csv; charset=utf-8; header=present",
		shown: fmt.Sprintf(`attachment; filename="torques-%d.csv"`, job.Job.Number),
		write: func(w io.Writer) error { return document.Torques(w, job) }}, err
}

// label is a bottle's label, to print and to scan.
func (s *Server) label(r *http.Request, _ record.Actor) (file, error) {
	all, err := s.shop.Bottles(r.Context())
	if err != nil {
		return file{}, err
	}
	i := slices.IndexFunc(all, func(b fluid.Bottle) bool { return b.ID == named(r, "id") })
	if i < 0 {
		return file{}, record.NotFound("bottle")
	}
	return file{kind: "image/png", write: func(w io.Writer) error { return document.BottleLabel(w, all[i]) }}, nil
}

// unpack is what was sent, whole, and its turn to be unpacked, given back by done: one that comes
// slowly holds up no other, and six large ones at once would take all the memory there is.
func (s *Server) unpack(r *http.Request) (text []byte, done func(), err error) {
	if text, err = io.ReadAll(r.Body); err != nil {
		return nil, nil, &record.Problem{Kind: record.Invalid, Title: "It did not come whole",
			Detail: "The network was cut, or the file is too large. Try again."}
	}
	select {
	case s.unpacking <- struct{}{}:
		return text, func() { <-s.unpacking }, nil
	case <-r.Context().Done():
		return nil, nil, r.Context().Err()
	}
}

// ride takes in a ride file, GPX or FIT, under the id that the sender made.
func (s *Server) ride(r *http.Request, who record.Actor) (file, error) {
	text, done, err := s.unpack(r)
	if err != nil {
		return file{}, err
	}
	ride, err := document.ReadRide(bytes.NewReader(text))
	done()
	if err != nil {
		return file{}, &record.Problem{Kind: record.Invalid, Title: "Not a ride", Field: "ride",
			Detail: words.Sentence(err)}
	}
	entry := record.NewEntry{ID: named(r, "ride"), Content: inspect.Rides.Says(ride)}
	view, err := s.shop.Record(r.Context(), who, named(r, "id"), entry)
	if err != nil {
		return file{}, err
	}
	return seen(r, view)
}

// stopsOf tells the stops of a ride file, GPX or FIT, and how fast each was ridden to. Nothing of it is kept.
func (s *Server) stopsOf(r *http.Request, _ record.Actor) (file, error) {
	text, done, err := s.unpack(r)
	if err != nil {
		return file{}, err
	}
	pace, err := document.ReadPace(bytes.NewReader(text))
	done()
	stops := brake.Approaches(pace)
	switch {
	case err != nil:
		return file{}, &record.Problem{Kind: record.Invalid, Title: "Not a ride", Field: "ride",
			Detail: words.Sentence(err)}
	case len(stops) == 0:
		return file{}, &record.Problem{Kind: record.Invalid, Title: "No stop in it", Field: "ride",
			Detail: "Nowhere in this ride was a steady speed braked to a stand within ten seconds, recorded every " +
				"second or two. Ride it so, or type the speed."}
	}
	return file{kind: "application/json",
		write: func(w io.Writer) error { return json.NewEncoder(w).Encode(stops) }}, nil
}

// takePhoto takes in a photograph under the id that the sender made.
func (s *Server) takePhoto(r *http.Request, who record.Actor) (file, error) {
	if _, err := s.shop.Job(r.Context(), named(r, "id")); err != nil {
		return file{}, err // before anything is unpacked
	}
	text, done, err := s.unpack(r)
	if err != nil {
		return file{}, err
	}
	defer done()
	photo, err := document.ReadPhoto(bytes.NewReader(text))
	if err != nil {
		return file{}, &record.Problem{Kind: record.Invalid, Title: "Not a photo", Field: "photo",
			Detail: words.Sentence(err)}
	}
	photo.ID, photo.JobID = named(r, "photo"), named(r, "id")
	photo.About, photo.Caption = r.URL.Query().Get("about"), r.URL.Query().Get("caption")
	view, err := s.shop.AddPhoto(r.Context(), who, photo)
	if err != nil {
		return file{}, err
	}
	return seen(r, view)
}

func (s *Server) photo(r *http.Request, _ record.Actor) (file, error) {
	photo, err := s.shop.Photo(r.Context(), named(r, "photo"))
	return pictured(photo), err
}

func (s *Server) ownersPhoto(r *http.Request) (file, error) {
	photo, err := s.shop.OwnerPhoto(r.Context(), chi.URLParam(r, "token"), named(r, "photo"))
	return pictured(photo), err
}

func pictured(photo photos.Photo) file {
	return file{kind: "image/jpeg", shown: "inline", lasting: true, write: func(w io.Writer) error {
		_, err := w.Write(photo.JPEG)
		return err
	}}
}
