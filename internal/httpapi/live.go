package httpapi

import (
	"crypto/sha256"
	"encoding/base64"
	"fmt"
	"net/http"
	"sync"
	"time"

	"utensil/internal/workshop/record"
)

// hub passes changes on to everyone who watches, for as long as their session lasts.
type hub struct {
	mu       sync.Mutex
	watchers map[chan string]string // with the digest of the session's token
	closed   bool
}

func newHub() *hub { return &hub{watchers: map[chan string]string{}} }

// slowest is how long a reader may take for one event.
const slowest = 20 * time.Second

// digest is what the store knows a session's token by.
func digest(token string) string {
	sum := sha256.Sum256([]byte(token))
	return base64.RawURLEncoding.EncodeToString(sum[:])
}

// waiting bounds what is kept for a watcher that does not read; past it, the watcher is
// told to look at everything again.
const waiting = 64

// mostStreams is how many streams a session may have: a tablet's tabs, and some to spare. The
// oldest does not end for a new one, which could be anybody's; the new one is refused.
const mostStreams = 10

// join begins to watch; nil when the session watches often enough.
func (h *hub) join(session string) chan string {
	h.mu.Lock()
	defer h.mu.Unlock()
	c := make(chan string, waiting)
	if h.closed {
		close(c)
	} else {
		watching := 0
		for _, s := range h.watchers {
			if s == session {
				watching++
			}
		}
		if watching >= mostStreams {
			return nil
		}
		h.watchers[c] = session
	}
	return c
}

// end ends the streams of a session.
func (h *hub) end(session string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	for c, s := range h.watchers {
		if s == session {
			close(c)
			delete(h.watchers, c)
		}
	}
}

func (h *hub) leave(c chan string) {
	h.mu.Lock()
	defer h.mu.Unlock()
	delete(h.watchers, c)
}

// watched says whether anybody watches.
func (h *hub) watched() bool {
	h.mu.Lock()
	defer h.mu.Unlock()
	return len(h.watchers) > 0
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

// look has every stream look whether it may still go on: "look" is no change.
func (h *hub) look() { h.tell(look) }

const look = "look"

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
	changes := s.live.join(digest(s.sessions.Token(r.Context())))
	if changes == nil {
		s.refuse(w, r, &record.Problem{Kind: record.Locked, Title: "Too many windows",
			Detail: "Close some windows of this tablet, and try again."})
		return
	}
	defer s.live.leave(changes)
	w.Header().Set("Content-Type", "text/event-stream")
	w.Header().Set("Cache-Control", "no-store")
	out := http.NewResponseController(w)
	send := func(event, data string) bool {
		_ = out.SetWriteDeadline(time.Now().Add(slowest)) // a reader that does not read is not waited for
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
			case change == look:
				if _, err := s.actor(r.Context()); err != nil {
					return // the device was sent away
				}
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
