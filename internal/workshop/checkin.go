package workshop

import (
	"context"
	"time"

	"utensil/core/bike"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
)

// CheckIn is a bike coming in. An owner or bike with version 0 is created with it; one with
// another version is taken as it is in the store.
type CheckIn struct {
	ID         record.ID    `json:"id"`
	Owner      record.Owner `json:"owner"`
	Bike       record.Bike  `json:"bike"`
	Service    string       `json:"service,omitempty" doc:"what it is taken in for, of the book: it says how deep"`
	Depth      string       `json:"depth,omitempty" doc:"how deep, where no service says so"`
	Words      string       `json:"words"`
	Reading    string       `json:"reading"`
	Condition  string       `json:"condition"`
	Stand      string       `json:"stand"`
	PromisedAt *time.Time   `json:"promised_at,omitempty"`
	Belongings []Brought    `json:"belongings,omitempty"`

	Said []complaint.SaidAs `json:"said,omitempty" doc:"what the owner says the bike does; left out, what their words sound like"`
	None bool               `json:"no_complaint,omitempty" doc:"the owner says nothing is wrong: their words sound like nothing"`
}

// SaidAtDoor is what an owner says of a bike that is being taken in.
type SaidAtDoor struct {
	Words string     `json:"words" maxLength:"20000"`
	Facts bike.Facts `json:"facts"`
}

// Sounds takes apart what an owner says, and says what it sounds like.
func (w *Workshop) Sounds(in SaidAtDoor) []complaint.ComplaintAnswer {
	return complaint.Propose(w.Book(), in.Facts, in.Words)
}

// Brought is a belonging noted at the door.
type Brought struct {
	ID       record.ID `json:"id"`
	Name     string    `json:"name"`
	TakenOff bool      `json:"taken_off"`
}

// JobChange is what may be changed about a job that is in the shop.
type JobChange struct {
	Service    string     `json:"service,omitempty" doc:"what it is here for, of the book: it says how deep"`
	Depth      string     `json:"depth,omitempty" doc:"how deep, where no service says so"`
	Words      string     `json:"words"`
	Reading    string     `json:"reading"`
	Condition  string     `json:"condition"`
	Stand      string     `json:"stand"`
	PromisedAt *time.Time `json:"promised_at,omitempty"`
	Version    int        `json:"version"`
	Why        string     `json:"why,omitempty" doc:"needed where it takes away something that is still to be looked at, torqued or tried"`
}

// CheckIn takes a bike in. Sending the same check-in twice is harmless.
func (w *Workshop) CheckIn(ctx context.Context, by record.Actor, in CheckIn) (JobView, error) {
	if err := in.ID.Check("id"); err != nil {
		return JobView{}, err
	}
	var errs [6]error
	in.Owner, errs[0] = in.Owner.Tidy()
	in.Bike, errs[1] = w.tidy(in.Bike)
	in.Bike.OwnerID = in.Owner.ID
	in.Words, errs[2] = record.TidyNote("words", in.Words)
	in.Reading, errs[3] = record.TidyNote("reading", in.Reading)
	in.Condition, errs[4] = record.TidyNote("condition", in.Condition)
	in.Stand, errs[5] = record.TidyOptional("stand", "the stand", in.Stand)
	if err := record.First(errs[:]...); err != nil {
		return JobView{}, err
	}
	if in.Words == "" {
		return JobView{}, record.Refuse("words", "Write down what the owner said, in their own words.")
	}
	var err error
	if in.Depth, err = sold.Deep(w.Book(), in.Bike.Facts, in.Service, in.Depth, record.Job{}); err != nil {
		return JobView{}, err
	}
	now := w.now()
	if err := record.InReach("promised_at", in.PromisedAt); err != nil {
		return JobView{}, err
	}
	if in.PromisedAt != nil && in.PromisedAt.Before(now.Add(-24*time.Hour)) {
		return JobView{}, record.Refuse("promised_at", "The promised time is in the past. Choose a later one.")
	}
	entries := make([]record.Entry, 0, len(in.Belongings))
	for _, b := range in.Belongings {
		what, err := record.TidyName("belongings", "what came with the bike", b.Name)
		if err != nil {
			return JobView{}, err
		}
		if err := b.ID.Check("belongings"); err != nil {
			return JobView{}, err
		}
		e, err := record.NewEntry{ID: b.ID, Content: door.Belongings.Says(door.Belonging{Name: what,
			TakenOff: b.TakenOff})}.By(by, in.ID,
			in.Bike.ID, now)
		if err != nil {
			return JobView{}, err
		}
		entries = append(entries, e)
	}
	if len(in.Said) == 0 && !in.None {
		in.Said = complaint.Heard(w.Book(), in.Bike.Facts, in.Words, in.ID)
	}
	said, err := complaint.AtDoor(w.Book(), by, in.ID, in.Bike.ID, now, in.Said)
	if err != nil {
		return JobView{}, err
	}
	entries = append(entries, said...)
	in.Bike = in.Bike.ReadBy(by, now, record.Bike{})
	job := record.Job{ID: in.ID, BikeID: in.Bike.ID, Service: in.Service, Depth: in.Depth, Words: in.Words,
		Reading: in.Reading, Condition: in.Condition, Stand: in.Stand, PromisedAt: in.PromisedAt, OpenedAt: now}
	if err := w.store.CheckIn(ctx, by, in.Owner, in.Bike, job, entries); err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, in.ID)
}

// SaveJob changes what was noted at the door, and says so in the job. A stale version is refused;
// a lighter depth, which takes away what is still to be done, is a mechanic's to say.
func (w *Workshop) SaveJob(ctx context.Context, by record.Actor, id record.ID, c JobChange) (JobView, error) {
	var errs [5]error
	errs[4] = record.InReach("promised_at", c.PromisedAt)
	c.Words, errs[0] = record.TidyNote("words", c.Words)
	c.Reading, errs[1] = record.TidyNote("reading", c.Reading)
	c.Condition, errs[2] = record.TidyNote("condition", c.Condition)
	c.Stand, errs[3] = record.TidyOptional("stand", "the stand", c.Stand)
	if err := record.First(errs[:]...); err != nil {
		return JobView{}, err
	}
	s, err := w.sheet(ctx, id)
	if err != nil {
		return JobView{}, err
	}
	if c.Depth, err = sold.Deep(w.Book(), s.Bike.Facts, c.Service, c.Depth, s.Job); err != nil {
		return JobView{}, err
	}
	var said []record.Entry
	noted := record.Job{Service: c.Service, Depth: c.Depth, Words: c.Words, Reading: c.Reading,
		Condition: c.Condition, Stand: c.Stand, PromisedAt: c.PromisedAt}
	if changes := record.JobChangesOf(s.Job, noted); len(changes) > 0 && s.Job.Version == c.Version &&
		s.Job.ReleasedAt == nil {
		after := s.Record
		after.Job.Service, after.Job.Depth = c.Service, c.Depth
		took, why, err := door.Taken(by, s, w.lay(ctx, after), c.Why)
		if err != nil {
			return JobView{}, err
		}
		e, err := record.NewEntry{ID: record.NewID(),
			Content: record.JobChanges.Says(record.JobChanged{Changes: changes, Why: why, Took: took})}.
			By(by, id, s.Bike.ID, w.now())
		if err != nil {
			return JobView{}, err
		}
		said = append(said, e)
	}
	if err := w.store.SaveJob(ctx, id, c, said...); err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, id)
}
