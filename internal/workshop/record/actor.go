package record

import (
	"slices"
)

// Role is what a member of staff may do.
type Role string

// The roles: who runs the shop, who works at the stand, who works at the counter.
const (
	Keeper   Role = "keeper"
	Mechanic Role = "mechanic"
	Counter  Role = "counter"
)

// Actor is who does something.
type Actor struct {
	ID   ID     `json:"id"`
	Name string `json:"name"`
	Role Role   `json:"role" enum:"keeper,mechanic,counter"`
}

// Must refuses an actor whose role is none of those.
func (a Actor) Must(roles ...Role) error {
	if a.Role == Keeper || slices.Contains(roles, a.Role) {
		return nil
	}
	who := "the shop owner"
	if slices.Contains(roles, Mechanic) {
		who = "a mechanic"
	}
	return &Problem{Kind: Forbidden, Title: "Not yours to do", Detail: "This is for " + who +
		". Hand the tablet over, or sign in under another name."}
}
