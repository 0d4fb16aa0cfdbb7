package workshop

import (
	"context"
	"time"
)

// Job is one stay of a bike in the workshop.
type Job struct {
	ID         ID         `json:"id"`
	Number     int        `json:"number" doc:"short number for tag and telephone"`
	BikeID     ID         `json:"bike_id"`
	Depth      string     `json:"depth"`
	Words      string     `json:"words" doc:"the owner's own words"`
	Reading    string     `json:"reading" doc:"the mechanic's reading of them"`
	Condition  string     `json:"condition" doc:"condition at arrival"`
	Stand      string     `json:"stand"`
	PromisedAt *time.Time `json:"promised_at,omitempty"`
	OpenedAt   time.Time  `json:"opened_at"`
	OpenedBy   string     `json:"opened_by"`
	ReleasedAt *time.Time `json:"released_at,omitempty"`
	Version    int        `json:"version"`
}

// EarlierJob is one line of a bike's history.
type EarlierJob struct {
	ID         ID         `json:"id"`
	Number     int        `json:"number"`
	Depth      string     `json:"depth"`
	Words      string     `json:"words"`
	OpenedAt   time.Time  `json:"opened_at"`
	ReleasedAt *time.Time `json:"released_at,omitempty"`
}

// Record is everything the store holds about one job, and what it needs of the bike's past.
type Record struct {
	Job          Job
	Bike         Bike
	Owner        Owner
	Settings     Settings
	Entries      []Entry // of this job, in the order they arrived
	Earlier      []Entry // readings and figures of this bike in other jobs, likewise
	EarlierJobs  []EarlierJob
	Link         *LinkView     // the latest
	Messages     []MessageView // newest first
	Photos       []PhotoView   // oldest first
	Wrenches     []Wrench      // of the shop
	ModelFigures []*OwnFigure  // of other bikes of this make and model, for all of them, newest first
	Bottles      []Bottle      // of brake fluid, on the shop's shelf
	Tray         []ToolReading // from connected wrenches, taken by no bolt yet, oldest first
	CallBacks    []CallBack    // of this bike: open ones, and those this job made
}

// CheckIn is a bike coming in. An owner or bike with version 0 is created with it; one with
// another version is taken as it is in the store.
type CheckIn struct {
	ID         ID         `json:"id"`
	Owner      Owner      `json:"owner"`
	Bike       Bike       `json:"bike"`
	Depth      string     `json:"depth"`
	Words      string     `json:"words"`
	Reading    string     `json:"reading"`
	Condition  string     `json:"condition"`
	Stand      string     `json:"stand"`
	PromisedAt *time.Time `json:"promised_at,omitempty"`
	Belongings []Brought  `json:"belongings,omitempty"`
}

// Brought is a belonging noted at the door.
type Brought struct {
	ID       ID     `json:"id"`
	Name     string `json:"name"`
	TakenOff bool   `json:"taken_off"`
}

// JobChange is what may be changed about a job that is in the shop.
type JobChange struct {
	Depth      string     `json:"depth"`
	Words      string     `json:"words"`
	Reading    string     `json:"reading"`
	Condition  string     `json:"condition"`
	Stand      string     `json:"stand"`
	PromisedAt *time.Time `json:"promised_at,omitempty"`
	Version    int        `json:"version"`
}

// CheckIn takes a bike in. Sending the same check-in twice is harmless.
func (w *Workshop) CheckIn(ctx context.Context, by Actor, in CheckIn) (JobView, error) {
	if !in.ID.Valid() {
		return JobView{}, invalid("id", "The id is not a version 7 UUID.")
	}
	var errs [6]error
	in.Owner, errs[0] = in.Owner.tidy()
	in.Bike, errs[1] = in.Bike.tidy()
	in.Bike.OwnerID = in.Owner.ID
	in.Words, errs[2] = note("words", in.Words)
	in.Reading, errs[3] = note("reading", in.Reading)
	in.Condition, errs[4] = note("condition", in.Condition)
	in.Stand, errs[5] = optional("stand", "the stand", in.Stand)
	if err := first(errs[:]...); err != nil {
		return JobView{}, err
	}
	if in.Words == "" {
		return JobView{}, invalid("words", "Write down what the owner said, in their own words.")
	}
	if _, known := w.Book().Depth(in.Depth); !known {
		return JobView{}, invalid("depth", "Choose how deep the service goes.")
	}
	now := w.now()
	if in.PromisedAt != nil && in.PromisedAt.Before(now.Add(-24*time.Hour)) {
		return JobView{}, invalid("promised_at", "The promised time is in the past. Choose a later one.")
	}
	entries := make([]Entry, 0, len(in.Belongings))
	for _, b := range in.Belongings {
		what, err := name("belongings", "what came with the bike", b.Name)
		if err != nil {
			return JobView{}, err
		}
		if !b.ID.Valid() {
			return JobView{}, invalid("belongings", "The id is not a version 7 UUID.")
		}
		e := Entry{ID: b.ID, JobID: in.ID, BikeID: in.Bike.ID, Kind: KindBelonging, By: by.ID, At: now,
			Content: Content{Belonging: &Belonging{Name: what, TakenOff: b.TakenOff}}}
		if e.Digest, err = e.digest(); err != nil {
			return JobView{}, err
		}
		entries = append(entries, e)
	}
	in.Bike = in.Bike.readBy(by, now, Bike{})
	job := Job{ID: in.ID, BikeID: in.Bike.ID, Depth: in.Depth, Words: in.Words, Reading: in.Reading,
		Condition: in.Condition, Stand: in.Stand, PromisedAt: in.PromisedAt, OpenedAt: now}
	if err := w.store.CheckIn(ctx, by, in.Owner, in.Bike, job, entries); err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, in.ID)
}

// SaveJob changes what was noted at the door. A stale version is refused.
func (w *Workshop) SaveJob(ctx context.Context, id ID, c JobChange) (JobView, error) {
	if _, known := w.Book().Depth(c.Depth); !known {
		return JobView{}, invalid("depth", "Choose how deep the service goes.")
	}
	var errs [4]error
	c.Words, errs[0] = note("words", c.Words)
	c.Reading, errs[1] = note("reading", c.Reading)
	c.Condition, errs[2] = note("condition", c.Condition)
	c.Stand, errs[3] = optional("stand", "the stand", c.Stand)
	if err := first(errs[:]...); err != nil {
		return JobView{}, err
	}
	if err := w.store.SaveJob(ctx, id, c); err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, id)
}

// Job reads one job, judged.
func (w *Workshop) Job(ctx context.Context, id ID) (JobView, error) {
	record, err := w.store.Job(ctx, id)
	if err != nil {
		return JobView{}, err
	}
	return w.withExperience(ctx).view(record)
}
