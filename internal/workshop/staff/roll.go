package staff

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"github.com/alexedwards/argon2id"

	"utensil/internal/workshop/record"
)

// Staff is a member of staff.
type Staff struct {
	ID      record.ID   `json:"id" db:"id"`
	Name    string      `json:"name" db:"name"`
	Role    record.Role `json:"role" db:"role" enum:"keeper,mechanic,counter"`
	Active  bool        `json:"active" db:"active"`
	Version int         `json:"version" db:"version"`
	Secret  string      `json:"-" db:"secret"` // argon2id hash of PIN or password
}

// StaffChange is what may be set about a member of staff. An empty Secret keeps the old one.
type StaffChange struct {
	ID      record.ID   `json:"id"`
	Name    string      `json:"name"`
	Role    record.Role `json:"role" enum:"keeper,mechanic,counter"`
	Active  bool        `json:"active"`
	Secret  string      `json:"secret,omitempty" doc:"new PIN or password"`
	Version int         `json:"version" doc:"0 for a new member"`
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
		return "", record.Refuse("secret", "That is too long. Use at most 200 characters.")
	case digits && (length < 4 || length > 12):
		return "", record.Refuse("secret", "A PIN has 4 to 12 digits.")
	case !digits && length < 8:
		return "", record.Refuse("secret", "A password has at least 8 characters; a PIN has digits only.")
	case digits && strings.Count(secret, secret[:1]) == length:
		return "", record.Refuse("secret", "A PIN of one digit repeated is guessed at once. Choose another.")
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
func (r *Roll) SignIn(ctx context.Context, id record.ID, secret string) (record.Actor, error) {
	member, until, err := r.store.CountAttempt(ctx, id, r.shop.Now(), LockFor)
	if err != nil {
		return record.Actor{}, err
	}
	if wait := until.Sub(r.shop.Now()); wait > 0 {
		return record.Actor{}, &record.Problem{Kind: record.Locked, Title: "Too many wrong tries",
			Detail: fmt.Sprintf("Wait %s and try again, or ask the shop owner for a new PIN.", inWords(wait))}
	}
	hashingNow <- struct{}{}
	right, err := argon2id.ComparePasswordAndHash(secret, member.Secret)
	<-hashingNow
	if err != nil {
		return record.Actor{}, fmt.Errorf("checking the secret of %s: %w", id, err)
	}
	if !right || !member.Active {
		return record.Actor{}, &record.Problem{Kind: record.Stranger, Title: "Not signed in", Field: "secret",
			Detail: "That name and PIN do not go together. Try again."}
	}
	if err := r.store.ForgetAttempts(ctx, id); err != nil {
		return record.Actor{}, err
	}
	return record.Actor{ID: member.ID, Name: member.Name, Role: member.Role}, nil
}

func inWords(d time.Duration) string {
	if d <= time.Minute {
		return "a minute"
	}
	return fmt.Sprintf("%d minutes", int((d+time.Minute-1)/time.Minute))
}

// Store keeps the members of staff.
type Store interface {
	Staff(ctx context.Context) ([]Staff, error)
	SaveStaff(ctx context.Context, s Staff) (Staff, error)
	// CountAttempt counts a sign-in attempt before its secret is checked. While locked it
	// counts nothing and returns until when; otherwise until is not after now.
	CountAttempt(ctx context.Context, id record.ID, now time.Time, lock func(failed int) time.Duration) (member Staff, until time.Time,
		err error)
	ForgetAttempts(ctx context.Context, id record.ID) error
}

// Roll is who works here, and how they sign in.
type Roll struct {
	shop  *record.Shop
	store Store
}

// NewRoll opens the roll.
func NewRoll(shop *record.Shop, store Store) *Roll { return &Roll{shop, store} }

// Staff lists the members of staff by name.
func (r *Roll) Staff(ctx context.Context) ([]Staff, error) { return r.store.Staff(ctx) }

// SaveStaff adds or changes a member of staff; only the shop owner may.
func (r *Roll) SaveStaff(ctx context.Context, by record.Actor, change StaffChange) (Staff, error) {
	if err := by.Must(record.Keeper); err != nil {
		return Staff{}, err
	}
	tidy, err := record.TidyName("name", "a name", change.Name)
	if err != nil {
		return Staff{}, err
	}
	if !slices.Contains([]record.Role{record.Keeper, record.Mechanic, record.Counter}, change.Role) {
		return Staff{}, record.Refuse("role", "Choose shop owner, mechanic or counter.")
	}
	if err := change.ID.Check("id"); err != nil {
		return Staff{}, err
	}
	if change.ID == by.ID && (change.Role != record.Keeper || !change.Active) {
		return Staff{}, record.Refuse("role", "You cannot take the shop from yourself. Another shop owner can.")
	}
	member := Staff{ID: change.ID, Name: tidy, Role: change.Role, Active: change.Active, Version: change.Version}
	if change.Secret == "" && change.Version == 0 {
		return Staff{}, record.Refuse("secret", "Give a new member a PIN or password.")
	}
	if change.Secret != "" {
		if member.Secret, err = HashSecret(change.Secret); err != nil {
			return Staff{}, err
		}
	}
	return r.store.SaveStaff(ctx, member)
}
