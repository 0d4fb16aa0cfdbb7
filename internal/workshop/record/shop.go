package record

import (
	"context"
	"time"

	"utensil/knowledge"
)

// Shop is what the use-cases of every subject share.
type Shop struct {
	Now  func() time.Time
	Book func() *knowledge.Book               // what the trade knows, as it is now
	Lay  func(context.Context, Record) *Sheet // lays a record out with all that the shop has learnt
}
