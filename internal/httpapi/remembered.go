package httpapi

import (
	"sync"
	"time"

	"github.com/alexedwards/scs/v2"
)

// remembered keeps sessions at hand in front of the store they live in, so that a screen
// need not ask the database who is looking. Writes go through to the store first. A session
// ended by another server is noticed when what is remembered is no longer fresh.
type remembered struct {
	scs.Store
	now func() time.Time

	mu      sync.Mutex
	known   map[string]kept
	forgets int // how often something was forgotten: what was read before may be gone since
}

type kept struct {
	data []byte
	till time.Time
}

// How long a session is believed without asking, and how many are kept at most. A workshop
// has a handful of tablets; a flood of tokens must not fill the memory.
const (
	freshFor = 30 * time.Second
	mostKept = 512
)

func remember(store scs.Store, now func() time.Time) *remembered {
	return &remembered{Store: store, now: now, known: map[string]kept{}}
}

// Find returns a session's data, from memory while they are fresh.
func (r *remembered) Find(token string) ([]byte, bool, error) {
	r.mu.Lock()
	k, known := r.known[token]
	before := r.forgets
	r.mu.Unlock()
	if known && r.now().Before(k.till) {
		return k.data, true, nil
	}
	data, found, err := r.Store.Find(token)
	if err == nil && found {
		r.keep(token, data, r.now().Add(freshFor), before)
	}
	return data, found, err
}

// Commit writes a session to the store and remembers it.
func (r *remembered) Commit(token string, data []byte, expiry time.Time) error {
	before := r.forget(token)
	if err := r.Store.Commit(token, data, expiry); err != nil {
		return err
	}
	if fresh := r.now().Add(freshFor); expiry.After(fresh) {
		r.keep(token, data, fresh, before)
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
func (r *remembered) keep(token string, data []byte, till time.Time, before int) {
	r.mu.Lock()
	defer r.mu.Unlock()
	if r.forgets != before {
		return
	}
	if len(r.known) >= mostKept {
		clear(r.known)
	}
	r.known[token] = kept{data, till}
}

func (r *remembered) forget(token string) int {
	r.mu.Lock()
	defer r.mu.Unlock()
	delete(r.known, token)
	r.forgets++
	return r.forgets
}
