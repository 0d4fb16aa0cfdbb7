package workshop

import (
	"context"
	"time"

	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/photos"
	"utensil/internal/workshop/practice"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/signin"
	"utensil/internal/workshop/stint"
	"utensil/internal/workshop/stores"
	"utensil/internal/workshop/torque"
)

// Store keeps the workshop's records. Its errors are *Problem where the caller can do
// something about them: Missing, Stale, Closed.
type Store interface {
	signin.Store
	torque.Store
	stores.Store
	brakes.Store
	door.Store
	door.Sheets
	owner.Store
	inspect.Store
	runlog.Store
	findings.Store
	practice.Store
	gaugeshelf.Store
	stint.Store

	SaveSettings(ctx context.Context, s record.Settings) (record.Settings, error)
	OwnFiles(ctx context.Context) ([]OwnFile, error)
	SaveOwnFile(ctx context.Context, f OwnFile) error
	// EntriesOf counts the entries that rest on ids, by the kind of what they are of.
	EntriesOf(ctx context.Context, ids map[string][]string) ([]record.Used, error)

	SaveOwner(ctx context.Context, o record.Owner) (record.Owner, error)
	FindBike(ctx context.Context, id record.ID) (record.Bike, error)
	// SaveBike writes a bike, and with it what is said of it in its open jobs.
	SaveBike(ctx context.Context, b record.Bike, said ...record.Entry) (record.Bike, error)
	Search(ctx context.Context, words []string, limit int) ([]Found, error)
	// Bike reads a bike with its whole past, in the form of a job that is none.
	Bike(ctx context.Context, id record.ID) (record.Record, error)

	// Stamp tells the state of what a job is worked out from. JobAgain reads a job that was read
	// before, and of its entries only the new ones.
	Stamp(ctx context.Context, job record.ID) (record.Stamp, error)
	JobAgain(ctx context.Context, before record.Record) (record.Record, error)
	// StampsInShop tells the state of the jobs in the shop and those released since, by number;
	// Records reads jobs.
	StampsInShop(ctx context.Context, since time.Time) ([]Stamped, error)
	Records(ctx context.Context, jobs []record.ID) ([]record.Record, error)

	CheckIn(ctx context.Context, by record.Actor, o record.Owner, b record.Bike, j record.Job,
		entries []record.Entry) error
	SaveJob(ctx context.Context, id record.ID, c JobChange, said ...record.Entry) error
	// Seal locks a job, lets judge look at everything recorded so far, and writes the entry
	// that releases or reopens it with what judge adds, all or nothing. A job that is opened
	// again takes the call-backs back that it made.
	Seal(ctx context.Context, e record.Entry, judge func(record.Record) (door.Seal, error)) error

	AddPhoto(ctx context.Context, p photos.Photo) error
	RemovePhoto(ctx context.Context, job, id record.ID, now time.Time) error
}

// Stamped is a job with the state of what it is worked out from.
type Stamped struct {
	Job   record.ID    `db:"job"`
	Stamp record.Stamp `db:"stamp"`
}
