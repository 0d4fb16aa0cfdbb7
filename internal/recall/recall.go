// Package recall remembers what is slow to read and changes seldom.
package recall

import (
	"context"
	"sync"
	"time"

	"golang.org/x/sync/singleflight"
)

// Value is read once for all who ask at the same time, and remembered until it is old or told to
// be forgotten.
type Value[T any] struct {
	read func(context.Context) (v T, fresh time.Duration, err error)
	now  func() time.Time

	reading singleflight.Group
	mu      sync.Mutex
	known   T
	till    time.Time
	forgets int // how often it was forgotten: what is being read may be old already
}

// Forever is how long a value is fresh that changes only when it is told.
const Forever = 100 * 365 * 24 * time.Hour

// Patience bounds a reading, which goes on when whoever asked first has gone away.
const Patience = 10 * time.Second

// Of is a value that read reads, with how long it may be believed. An error is not remembered.
func Of[T any](now func() time.Time, read func(context.Context) (T, time.Duration, error)) *Value[T] {
	return &Value[T]{read: read, now: now}
}

// Get is the value. It fails with what reading it fails with, or when the context ends first.
func (v *Value[T]) Get(ctx context.Context) (T, error) {
	v.mu.Lock()
	known, fresh := v.known, v.now().Before(v.till)
	v.mu.Unlock()
	if fresh {
		return known, nil
	}
	done := v.reading.DoChan("", func() (any, error) {
		ctx, stop := context.WithTimeout(context.WithoutCancel(ctx), Patience)
		defer stop()
		return v.again(ctx)
	})
	select {
	case <-ctx.Done():
		return known, ctx.Err()
	case r := <-done:
		read, _ := r.Val.(T)
		return read, r.Err
	}
}

// AtHand is the value as it is known, however old, or the zero value before it was first read: it
// waits for nobody. What is old is read anew beside it.
func (v *Value[T]) AtHand(ctx context.Context) T {
	v.mu.Lock()
	known, fresh := v.known, v.now().Before(v.till)
	v.mu.Unlock()
	if !fresh {
		v.reading.DoChan("", func() (any, error) {
			ctx, stop := context.WithTimeout(context.WithoutCancel(ctx), Patience)
			defer stop()
			return v.again(ctx)
		})
	}
	return known
}

func (v *Value[T]) again(ctx context.Context) (T, error) {
	v.mu.Lock()
	before := v.forgets
	v.mu.Unlock()
	read, fresh, err := v.read(ctx)
	v.mu.Lock()
	defer v.mu.Unlock()
	if err == nil && v.forgets == before {
		v.known, v.till = read, v.now().Add(fresh)
	}
	return read, err
}

// Forget makes the next who asks read it anew, also while it is being read.
func (v *Value[T]) Forget() {
	v.mu.Lock()
	defer v.mu.Unlock()
	v.till = time.Time{}
	v.forgets++
	v.reading.Forget("")
}
