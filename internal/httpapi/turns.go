package httpapi

import (
	"bytes"
	"errors"
	"io"
	"log/slog"
	"maps"
	"net/http"
	"time"
)

// How long a client may take to send what it asks, and to take its answer.
const (
	sendsWithin = 10 * time.Second
	takesWithin = 20 * time.Second
)

// inTurn lets so many requests be worked on at a time. A turn is taken once all of a request is
// here, and given back before its answer is sent: whoever drips, or does not read, waits for
// themselves alone.
func (s *Server) inTurn(n int) func(http.Handler) http.Handler {
	turns := make(chan struct{}, n)
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if r.URL.Path == "/api/live" {
				next.ServeHTTP(w, r)
				return
			}
			if err := whole(w, r); err != nil {
				refuseDrip(w, err)
				return
			}
			select {
			case turns <- struct{}{}:
			case <-r.Context().Done():
				s.refuse(w, r, r.Context().Err())
				return
			}
			reply := &reply{header: w.Header().Clone()}
			func() {
				defer func() { <-turns }()
				next.ServeHTTP(reply, r)
			}()
			reply.send(w)
		})
	}
}

// whole reads all of a request before anything is done about it.
func whole(w http.ResponseWriter, r *http.Request) error {
	if r.Body == nil || r.Body == http.NoBody {
		return nil
	}
	control := http.NewResponseController(w)
	if err := control.SetReadDeadline(time.Now().Add(sendsWithin)); err != nil &&
		!errors.Is(err, http.ErrNotSupported) {
		return err
	}
	body, err := io.ReadAll(r.Body)
	r.Body = io.NopCloser(bytes.NewReader(body))
	_ = control.SetReadDeadline(time.Time{}) // the next request on this connection has its own time
	return err
}

// refuseDrip answers who sent too much, or not all of it in time.
func refuseDrip(w http.ResponseWriter, err error) {
	var large *http.MaxBytesError
	f := &Fault{Type: "/problems/form", Title: "It did not come whole", Status: http.StatusRequestTimeout,
		Detail: "The network is too slow or was cut. Nothing was written; try again."}
	if errors.As(err, &large) {
		f.Title, f.Status, f.Detail = "That is too much", http.StatusRequestEntityTooLarge,
			"Send less at once: a long note is split in two."
	}
	w.Header().Set("Connection", "close")
	writeFault(w, f)
}

// reply is what is answered, whole, before any of it is sent.
type reply struct {
	header http.Header
	status int
	body   bytes.Buffer
}

func (a *reply) Header() http.Header { return a.header }

func (a *reply) WriteHeader(status int) {
	if a.status == 0 {
		a.status = status
	}
}

func (a *reply) Write(text []byte) (int, error) {
	a.WriteHeader(http.StatusOK)
	return a.body.Write(text)
}

// send sends the answer to who asked, in a time of its own.
func (a *reply) send(w http.ResponseWriter) {
	if err := http.NewResponseController(w).SetWriteDeadline(time.Now().Add(takesWithin)); err != nil &&
		!errors.Is(err, http.ErrNotSupported) {
		slog.Debug("sending an answer", "err", err)
	}
	clear(w.Header())
	maps.Copy(w.Header(), a.header)
	a.WriteHeader(http.StatusOK)
	w.WriteHeader(a.status)
	if _, err := a.body.WriteTo(w); err != nil {
		slog.Debug("sending an answer", "err", err)
	}
}
