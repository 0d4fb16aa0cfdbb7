package signin

import (
	"context"
	"slices"
	"time"

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
	Held    []Held      `json:"held,omitempty" db:"-" doc:"where a wrong secret was typed too often"`
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

// Store keeps the members of staff.
type Store interface {
	Staff(ctx context.Context) ([]Staff, error)
	SaveStaff(ctx context.Context, s Staff) (Staff, error)
	// Try lets judge look at a member, with the secret, and at the tries on a device, and keeps
	// the tries that it returns. Tries of one member on one device follow each other. An error
	// keeps them as they were.
	Try(ctx context.Context, id record.ID, device string, judge func(Staff, Tries) (Tries, error)) error
	ForgetTries(ctx context.Context, id record.ID) error

	Devices(ctx context.Context) ([]Device, error)
	SaveDevice(ctx context.Context, d Device, code []byte) error
	ClaimDevice(ctx context.Context, code []byte, now time.Time) (Device, error)
	DropDevice(ctx context.Context, id record.ID) error
	UsedDevice(ctx context.Context, id record.ID, at time.Time) error
	SigningKey(ctx context.Context, name string) ([]byte, error)

	RefusedSignIns(ctx context.Context, most int) ([]Refused, error)
	// NoteRefused keeps a refused sign-in, and so many of the newest.
	NoteRefused(ctx context.Context, r Refused, most int) error
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
