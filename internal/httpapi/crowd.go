package httpapi

import (
	"net/http"
	"strings"
	"sync"
	"time"

	"github.com/go-chi/httprate"

	"utensil/internal/workshop/record"
)

// mostFrom is how many requests of strangers are taken at a time from one address, before
// anything of them is read. A page asks for five or six at once, and a few owners may stand
// behind one address.
const mostFrom = 24

// crowded refuses an address from which strangers ask for more at once than any page does. A
// device of the shop is told by its cookie and not counted, also where all of them come through
// one address. The stream of changes, which goes on, has a limit of its own; files of the
// interface cost nothing.
func (s *Server) crowded(most int) func(http.Handler) http.Handler {
	var mu sync.Mutex
	here := map[string]int{}
	enters := func(from string) bool {
		mu.Lock()
		defer mu.Unlock()
		if here[from] >= most {
			return false
		}
		here[from]++
		return true
	}
	leaves := func(from string) {
		mu.Lock()
		defer mu.Unlock()
		if here[from]--; here[from] <= 0 {
			delete(here, from)
		}
	}
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if r.URL.Path == "/api/live" || !strings.HasPrefix(r.URL.Path, "/api/") {
				next.ServeHTTP(w, r)
				return
			}
			if device, err := s.device(r); err == nil && device != "" {
				next.ServeHTTP(w, r)
				return
			}
			from := httprate.CanonicalizeIP(addressOf(r.Context()))
			if !enters(from) {
				w.Header().Set("Connection", "close")
				writeFault(w, faultOf(r.Context(),
					&record.Problem{Kind: record.Locked, Title: "Too much at once", After: time.Second,
						Detail: "From this address come more requests at a time than a tablet sends. Wait a " +
							"second; what you typed is kept."}))
				return
			}
			defer leaves(from)
			next.ServeHTTP(w, r)
		})
	}
}
