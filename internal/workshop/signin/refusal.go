package signin

import (
	"context"
	"time"

	"utensil/internal/workshop/record"
)

// Refused is a sign-in with a wrong secret. What was typed is kept nowhere.
type Refused struct {
	At      time.Time `json:"at" db:"at"`
	Name    string    `json:"name" db:"name" doc:"who was meant; empty where nobody here is called so"`
	Device  string    `json:"device" db:"device" doc:"of the shop; empty where it is none"`
	Address string    `json:"address" db:"address" doc:"where it came from"`
}

// mostRefused are kept, and shown.
const mostRefused = 200

// Refused lists the sign-ins that were refused, the newest first; only the shop owner sees them.
func (r *Roll) Refused(ctx context.Context, by record.Actor) ([]Refused, error) {
	if err := by.Must(record.Keeper); err != nil {
		return nil, err
	}
	list, err := r.store.RefusedSignIns(ctx, mostRefused)
	return record.Some(list), err
}

// NoteRefused keeps that a sign-in was refused: of a member by id, or of whoever a stranger called so.
func (r *Roll) NoteRefused(ctx context.Context, member record.ID, called, device, address string) error {
	all, err := r.store.Staff(ctx)
	if err != nil {
		return err
	}
	said := Refused{At: r.shop.Now(), Device: device, Address: address}
	for _, m := range all {
		if m.ID == member || member == "" && sameName(m.Name, called) {
			said.Name = m.Name
		}
	}
	return r.store.NoteRefused(ctx, said, mostRefused)
}
