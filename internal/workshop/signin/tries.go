package signin

import (
	"context"
	"fmt"
	"time"

	"utensil/internal/workshop/record"
)

// Tries is how often in a row a member's secret was wrong on a device, and until when nobody may
// try again there.
type Tries struct {
	Failed int        `db:"failed"`
	Until  *time.Time `db:"until"`
}

// Held is a device on which a member may not sign in for a while.
type Held struct {
	Device string    `json:"device" doc:"its name; empty where it is none of the shop's"`
	Until  time.Time `json:"until"`
}

// A sign-in is held back after these many wrong secrets in a row on one device, for a minute at first and
// twice as long each time after, up to an hour.
const (
	triesBeforeLock = 5
	firstLock       = time.Minute
	longestLock     = time.Hour
)

// LockFor is how long a sign-in is held back after so many wrong secrets in a row.
func LockFor(failed int) time.Duration {
	if failed < triesBeforeLock {
		return 0
	}
	return min(firstLock<<min(failed-triesBeforeLock, 10), longestLock)
}

// after is the count once one more secret was tried.
func (t Tries) after(right bool, now time.Time) Tries {
	if right {
		return Tries{}
	}
	t = Tries{Failed: t.Failed + 1}
	if lock := LockFor(t.Failed); lock > 0 {
		until := now.Add(lock)
		t.Until = &until
	}
	return t
}

// SignIn checks a PIN or password, typed on a device. Tries of one member on one device follow
// each other, so that guessing in parallel gains nothing and no right secret is counted as a
// wrong one; other devices are not slowed down.
func (r *Roll) SignIn(ctx context.Context, id record.ID, secret, device string) (record.Actor, error) {
	return r.signIn(ctx, id, device, func(m Staff) (record.Actor, bool, error) {
		right, err := m.matches(secret)
		return record.Actor{ID: m.ID, Name: m.Name, Role: m.Role}, right, err
	})
}

// signIn asks whether a secret is right, on the account of a member's tries on a device.
func (r *Roll) signIn(ctx context.Context, account record.ID, device string,
	check func(Staff) (record.Actor, bool, error)) (record.Actor, error) {
	if err := hashing.enter(ctx); err != nil {
		return record.Actor{}, err
	}
	defer hashing.leave()
	var who record.Actor
	var refused error
	err := r.store.Try(ctx, account, device, func(m Staff, t Tries) (Tries, error) {
		now := r.shop.Now()
		if t.Until != nil && t.Until.After(now) {
			refused = heldBack(t.Until.Sub(now))
			return t, nil
		}
		as, right, err := check(m)
		if right {
			who = as
		} else {
			refused = wrongSecret()
		}
		return t.after(right, now), err
	})
	if err != nil {
		return record.Actor{}, err
	}
	return who, refused
}

func heldBack(wait time.Duration) error {
	return &record.Problem{Kind: record.Locked, Title: "Too many wrong tries", After: wait,
		Detail: fmt.Sprintf("Wait %s and try again, or sign in on another of the shop's devices, where "+
			"the shop owner can let you in at once.",
			inWords(wait))}
}

func inWords(d time.Duration) string {
	if d <= time.Minute {
		return "a minute"
	}
	return fmt.Sprintf("%d minutes", int((d+time.Minute-1)/time.Minute))
}

// Free lets a member try again at once, everywhere; only the shop owner may.
func (r *Roll) Free(ctx context.Context, by record.Actor, id record.ID) error {
	if err := by.Must(record.Keeper); err != nil {
		return err
	}
	return r.store.ForgetTries(ctx, id)
}
