package workshop

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"github.com/alexedwards/argon2id"
)

// Role is what a member of staff may do.
type Role string

// The roles: who runs the shop, who works at the stand, who works at the counter.
const (
	Keeper   Role = "keeper"
	Mechanic Role = "mechanic"
	Counter  Role = "counter"
)

// Staff is a member of staff.
type Staff struct {
	ID      ID     `json:"id" db:"id"`
	Name    string `json:"name" db:"name"`
	Role    Role   `json:"role" db:"role" enum:"keeper,mechanic,counter"`
	Active  bool   `json:"active" db:"active"`
	Version int    `json:"version" db:"version"`
	Secret  string `json:"-" db:"secret"` // argon2id hash of PIN or password
}

// Actor is who does something.
type Actor struct {
	ID   ID     `json:"id"`
	Name string `json:"name"`
	Role Role   `json:"role" enum:"keeper,mechanic,counter"`
}

// StaffChange is what may be set about a member of staff. An empty Secret keeps the old one.
type StaffChange struct {
	ID      ID     `json:"id"`
	Name    string `json:"name"`
	Role    Role   `json:"role" enum:"keeper,mechanic,counter"`
	Active  bool   `json:"active"`
	Secret  string `json:"secret,omitempty" doc:"new PIN or password"`
	Version int    `json:"version" doc:"0 for a new member"`
}

// hashing follows RFC 9106 in kind and the OWASP minimum in cost: 19 MiB, two passes. The
// larger RFC profile would let a few sign-ins at once outweigh the rest of the server.
var hashing = &argon2id.Params{Memory: 19 * 1024, Iterations: 2, Parallelism: 1, SaltLength: 16, KeyLength: 32}

// hashingNow bounds how many secrets are worked on at once, and so the memory they take.
var hashingNow = make(chan struct{}, 2)

// HashSecret hashes a PIN or password. A PIN has 4 to 12 digits; a password at least 8 characters.
func HashSecret(secret string) (string, error) {
	digits := strings.Trim(secret, "0123456789") == ""
	length := utf8.RuneCountInString(secret)
	switch {
	case length > 200:
		return "", invalid("secret", "That is too long. Use at most 200 characters.")
	case digits && (length < 4 || length > 12):
		return "", invalid("secret", "A PIN has 4 to 12 digits.")
	case !digits && length < 8:
		return "", invalid("secret", "A password has at least 8 characters; a PIN has digits only.")
	case digits && strings.Count(secret, secret[:1]) == length:
		return "", invalid("secret", "A PIN of one digit repeated is guessed at once. Choose another.")
	}
	hashingNow <- struct{}{}
	defer func() { <-hashingNow }()
	return argon2id.CreateHash(secret, hashing)
}

// A sign-in is locked after these many wrong secrets in a row, for a minute at first and
// twice as long each time after, up to an hour.
const (
	triesBeforeLock = 5
	firstLock       = time.Minute
	longestLock     = time.Hour
)

// LockFor is how long a sign-in is locked after so many wrong secrets in a row.
func LockFor(failed int) time.Duration {
	if failed < triesBeforeLock {
		return 0
	}
	return min(firstLock<<min(failed-triesBeforeLock, 10), longestLock)
}

// SignIn checks a PIN or password. The attempt is counted before it is checked, so that
// guessing in parallel gains nothing.
func (w *Workshop) SignIn(ctx context.Context, id ID, secret string) (Actor, error) {
	member, until, err := w.store.CountAttempt(ctx, id, w.now(), LockFor)
	if err != nil {
		return Actor{}, err
	}
	if wait := until.Sub(w.now()); wait > 0 {
		return Actor{}, &Problem{Kind: Locked, Title: "Too many wrong tries",
			Detail: fmt.Sprintf("Wait %s and try again, or ask the shop owner for a new PIN.", inWords(wait))}
	}
	hashingNow <- struct{}{}
	right, err := argon2id.ComparePasswordAndHash(secret, member.Secret)
	<-hashingNow
	if err != nil {
		return Actor{}, fmt.Errorf("checking the secret of %s: %w", id, err)
	}
	if !right || !member.Active {
		return Actor{}, &Problem{Kind: Stranger, Title: "Not signed in", Field: "secret",
			Detail: "That name and PIN do not go together. Try again."}
	}
	if err := w.store.ForgetAttempts(ctx, id); err != nil {
		return Actor{}, err
	}
	return Actor{ID: member.ID, Name: member.Name, Role: member.Role}, nil
}

func inWords(d time.Duration) string {
	if d <= time.Minute {
		return "a minute"
	}
	return fmt.Sprintf("%d minutes", int((d+time.Minute-1)/time.Minute))
}

// Staff lists the members of staff by name.
func (w *Workshop) Staff(ctx context.Context) ([]Staff, error) { return w.store.Staff(ctx) }

// SaveStaff adds or changes a member of staff; only the shop owner may.
func (w *Workshop) SaveStaff(ctx context.Context, by Actor, change StaffChange) (Staff, error) {
	if err := by.must(Keeper); err != nil {
		return Staff{}, err
	}
	tidy, err := name("name", "a name", change.Name)
	if err != nil {
		return Staff{}, err
	}
	if !slices.Contains([]Role{Keeper, Mechanic, Counter}, change.Role) {
		return Staff{}, invalid("role", "Choose shop owner, mechanic or counter.")
	}
	if !change.ID.Valid() {
		return Staff{}, invalid("id", "The id is not a version 7 UUID.")
	}
	if change.ID == by.ID && (change.Role != Keeper || !change.Active) {
		return Staff{}, invalid("role", "You cannot take the shop from yourself. Another shop owner can.")
	}
	member := Staff{ID: change.ID, Name: tidy, Role: change.Role, Active: change.Active, Version: change.Version}
	if change.Secret == "" && change.Version == 0 {
		return Staff{}, invalid("secret", "Give a new member a PIN or password.")
	}
	if change.Secret != "" {
		if member.Secret, err = HashSecret(change.Secret); err != nil {
			return Staff{}, err
		}
	}
	return w.store.SaveStaff(ctx, member)
}

// must refuses an actor whose role is none of those.
func (a Actor) must(roles ...Role) error {
	if a.Role == Keeper || slices.Contains(roles, a.Role) {
		return nil
	}
	who := "the shop owner"
	if slices.Contains(roles, Mechanic) {
		who = "a mechanic"
	}
	return &Problem{Kind: Forbidden, Title: "Not yours to do", Detail: "This is for " + who + ". Hand the tablet over, or sign in under another name."}
}
