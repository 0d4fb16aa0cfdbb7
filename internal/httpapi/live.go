package httpapi

import (
	"fmt"
	"net/http"
	"sync"
	"time"
)

// hub passes changes on to everyone who watches.
type hub struct {
	mu       sync.Mutex
	watchers map[chan string]struct{}
	closed   bool
}

func newHub() *hub { return &hub{watchers: map[chan string]struct{}{}} }

// waiting bounds what is kept for a watcher that does not read; past it, the watcher is
// told to look at everything again.
const waiting = 64

func (h *hub) join() chan string {
	h.mu.Lock()
	defer h.mu.Unlock()
	c := make(chan string, waiting)
	if h.closed {
		close(c)
	} else {
		h.watchers[c] = struct{}{}
	}
	return c
}

func (h *hub) leave(c chan string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	delete(h.watchers, c)
}

func (h *hub) tell(change string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for c := range h.watchers {
		select {
		case c <- change:
		default:
			for len(c) > 0 {
				<-c
			}
			c <- ""
		}
	}
}

func (h *hub) close() {
	h.mu.Lock()
	defer h.mu.Unlock()
	h.closed = true
	for c := range h.watchers {
		close(c)
		delete(h.watchers, c)
	}
}

// serveLive streams changes as server-sent events: "change" with what it is about, or
// "again" when some may have been missed and everything should be looked at again.
func (s *Server) serveLive(w http.ResponseWriter, r *http.Request) {
	if _, err := s.actor(r.Context()); err != nil {
		s.refuse(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "text/event-stream")
	w.Header().Set("Cache-Control", "no-store")
	out := http.NewResponseController(w)
	changes := s.live.join()
	defer s.live.leave(changes)
	send := func(event, data string) bool {
		_, err := fmt.Fprintf(w, "event: %s\ndata: %s\n\n", event, data)
		return err == nil && out.Flush() == nil
	}
	beat := time.NewTicker(20 * time.Second) // keeps the way open through proxies
	defer beat.Stop()
	for ok := send("again", "{}"); ok; {
		select {
		case <-r.Context().Done():
			return
		case change, open := <-changes:
			switch {
			case !open:
				return
			case change == "":
				ok = send("again", "{}")
			default:
				ok = send("change", change)
			}
		case <-beat.C:
			if _, err := s.actor(r.Context()); err != nil {
				return // signed out or no longer of the staff
			}
			ok = send("beat", "{}")
		}
	}
}
