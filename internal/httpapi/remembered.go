package httpapi

import (
	"sync"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/hashicorp/golang-lru/v2/expirable"
)

// remembered keeps sessions at hand in front of the store they live in, so that a screen
// need not ask the database who is looking. Writes go through to the store first. A session
// ended by another server is noticed when what is remembered is no longer fresh.
type remembered struct {
	scs.Store
	fresh time.Duration
	known *expirable.LRU[string, []byte]

	mu      sync.Mutex
	forgets int // how often something was forgotten: what was read before may be gone since
}

// How long a session is believed without asking, and how many are kept at most. A workshop
// has a handful of tablets; a flood of tokens must not fill the memory.
const (
	freshFor = 30 * time.Second
	mostKept = 512
)

func remember(store scs.Store, fresh time.Duration) *remembered {
	return &remembered{Store: store, fresh: fresh, known: expirable.NewLRU[string, []byte](mostKept, nil, fresh)}
}

// Find returns a session's data, from memory while they are fresh.
func (r *remembered) Find(token string) ([]byte, bool, error) {
	if data, known := r.known.Get(token); known {
		return data, true, nil
	}
	r.mu.Lock()
	before := r.forgets
	r.mu.Unlock()
	data, found, err := r.Store.Find(token)
	if err == nil && found {
		r.keep(token, data, before)
	}
	return data, found, err
}

// Commit writes a session to the store and remembers it.
func (r *remembered) Commit(token string, data []byte, expiry time.Time) error {
	before := r.forget(token)
	if err := r.Store.Commit(token, data, expiry); err != nil {
		return err
	}
	if time.Until(expiry) > r.fresh {
		r.keep(token, data, before)
	}
	return nil
}

// Delete forgets a session, here and in the store.
func (r *remembered) Delete(token string) error {
	r.forget(token)
	defer r.forget(token) // nor may one read meanwhile stay
	return r.Store.Delete(token)
}

// keep remembers a session unless something was forgotten since it was read.
func (r *remembered) keep(token string, data []byte, before int) {
	r.mu.Lock()
	defer r.mu.Unlock()
	if r.forgets == before {
		r.known.Add(token, data)
	}
}

func (r *remembered) forget(token string) int {
	r.mu.Lock()
	defer r.mu.Unlock()
	r.known.Remove(token)
	r.forgets++
	return r.forgets
}
