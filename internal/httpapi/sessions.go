package httpapi

import (
	"context"
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

// FindCtx, CommitCtx and DeleteCtx wait for the store no longer than their context: the store
// itself would wait for a database that hangs for as long as it hangs.

// FindCtx returns a session's data.
func (r *remembered) FindCtx(ctx context.Context, token string) (data []byte, found bool, err error) {
	type answer struct {
		data  []byte
		found bool
	}
	a, err := patient(ctx, func() (a answer, err error) {
		a.data, a.found, err = r.Find(token)
		return a, err
	})
	return a.data, a.found, err
}

// CommitCtx writes a session.
func (r *remembered) CommitCtx(ctx context.Context, token string, data []byte, expiry time.Time) error {
	_, err := patient(ctx, func() (struct{}, error) { return struct{}{}, r.Commit(token, data, expiry) })
	return err
}

// DeleteCtx forgets a session.
func (r *remembered) DeleteCtx(ctx context.Context, token string) error {
	_, err := patient(ctx, func() (struct{}, error) { return struct{}{}, r.Delete(token) })
	return err
}

// patient does something, and waits for it until the context ends. What was begun then ends by itself.
func patient[T any](ctx context.Context, do func() (T, error)) (T, error) {
	type answer struct {
		v   T
		err error
	}
	done := make(chan answer, 1)
	go func() {
		v, err := do()
		done <- answer{v, err}
	}()
	select {
	case a := <-done:
		return a.v, a.err
	case <-ctx.Done():
		var none T
		return none, ctx.Err()
	}
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
