package workshop

import (
	"context"
	"time"

	"utensil/core/estimate"
)

// Store keeps the workshop's records. Its errors are *Problem where the caller can do
// something about them: Missing, Stale, Closed.
type Store interface {
	Settings(ctx context.Context) (Settings, error)
	SaveSettings(ctx context.Context, s Settings) (Settings, error)

	Staff(ctx context.Context) ([]Staff, error)
	SaveStaff(ctx context.Context, s Staff) (Staff, error)
	// CountAttempt counts a sign-in attempt before its secret is checked. While locked it
	// counts nothing and returns until when; otherwise until is not after now.
	CountAttempt(ctx context.Context, id ID, now time.Time, lock func(failed int) time.Duration) (member Staff, until time.Time, err error)
	ForgetAttempts(ctx context.Context, id ID) error

	SaveOwner(ctx context.Context, o Owner) (Owner, error)
	FindBike(ctx context.Context, id ID) (Bike, error)
	SaveBike(ctx context.Context, b Bike) (Bike, error)
	Search(ctx context.Context, words []string, limit int) ([]Found, error)
	Bike(ctx context.Context, id ID) (Record, error)
	// Rescues counts rescues longer ago than held, and those of them after which none of the
	// work they were to save was done on the same bike within that time. saves lists that work
	// for each rescue.
	Rescues(ctx context.Context, saves map[string][]string, held time.Duration) (estimate.Record, error)
	// LatestReadings reads the latest measured readings of all bikes, at most so many.
	LatestReadings(ctx context.Context, most int) ([]PastReading, error)

	// SaveLink adds a link with its message, if any, and takes the job's earlier ones back.
	SaveLink(ctx context.Context, l Link, m *Message) error
	RevokeLinks(ctx context.Context, job ID, now time.Time) error
	FindLink(ctx context.Context, hash []byte) (Link, error)
	// AnswerLink writes an owner's answers; a link that is not open any more is Stale.
	AnswerLink(ctx context.Context, id ID, now time.Time, from string, entries []Entry) error

	OwnFiles(ctx context.Context) ([]OwnFile, error)
	SaveOwnFile(ctx context.Context, f OwnFile) error

	AddPhoto(ctx context.Context, p Photo) error
	RemovePhoto(ctx context.Context, job, id ID, now time.Time) error
	Photo(ctx context.Context, id ID) (Photo, error)

	CheckIn(ctx context.Context, by Actor, o Owner, b Bike, j Job, entries []Entry) error
	SaveJob(ctx context.Context, id ID, c JobChange) error
	Job(ctx context.Context, id ID) (Record, error)
	// InShop reads every job that is in the shop, and those released since.
	InShop(ctx context.Context, since time.Time) ([]Record, error)
	// Append writes entries to an open job, all or none. The same entry again is harmless;
	// another entry under the same id, or a second correction of one entry, is Stale.
	Append(ctx context.Context, job ID, entries ...Entry) error
	// Seal locks a job, lets judge look at everything recorded so far, and writes the entry
	// that releases or reopens it with what judge adds, all or nothing. A job that is opened
	// again takes the call-backs back that it made.
	Seal(ctx context.Context, e Entry, judge func(Record) (Seal, error)) error

	// LastReadings reads the latest readable reading of each connected wrench, LastHeard the
	// place in their stream up to which everything is kept.
	LastReadings(ctx context.Context) ([]ToolReading, error)
	LastHeard(ctx context.Context) (string, error)
	// AddReadings keeps readings; one that is kept already is left as it is.
	AddReadings(ctx context.Context, batch []ToolReading) error
	PutReadingsAside(ctx context.Context, by Actor, ids []ID, why string, now time.Time) error

	Bottles(ctx context.Context) ([]Bottle, error)
	SaveBottle(ctx context.Context, b Bottle) error
	// ProcedureTimes reads how long runs of each procedure took here.
	ProcedureTimes(ctx context.Context) (map[string]Took, error)
	// AirsLeft reads the air that brakes were left with: the last found in each job and brake.
	AirsLeft(ctx context.Context, most int) ([]AirLeft, error)

	Wrenches(ctx context.Context) ([]Wrench, error)
	SaveWrench(ctx context.Context, t Wrench) error
	// LooseCounts counts how joints were found, over the whole shop.
	LooseCounts(ctx context.Context) ([]LooseCount, error)
	// CallBacks lists the open call-backs, the soonest first.
	CallBacks(ctx context.Context) ([]CallBack, error)
	// BikesDue lists the bikes called back for one of the operations by a day and not here yet.
	BikesDue(ctx context.Context, operations []string, by string) ([]BikeDue, error)
	SaveCallBack(ctx context.Context, by Actor, id ID, c CallBackChange, now time.Time) error
}
