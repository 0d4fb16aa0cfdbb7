package workshop

import (
	"context"
	"errors"
	"strings"

	"utensil/core/bike"
)

// Owner is who a bike belongs to.
type Owner struct {
	ID      ID     `json:"id"`
	Name    string `json:"name"`
	Phone   string `json:"phone"`
	Email   string `json:"email"`
	Note    string `json:"note"`
	Version int    `json:"version" doc:"0 for a new owner"`
}

// Bike is a bicycle with the facts the program reasons from.
type Bike struct {
	ID       ID         `json:"id"`
	OwnerID  ID         `json:"owner_id"`
	Make     string     `json:"make"`
	Model    string     `json:"model"`
	Colour   string     `json:"colour"`
	FrameNo  string     `json:"frame_number"`
	Facts    bike.Facts `json:"facts"`
	WeeklyKm int        `json:"weekly_km" doc:"how far it goes in a week, by its owner; 0 when they do not know"`
	Riding   Riding     `json:"riding,omitzero" doc:"what is known of how it is ridden; left out it stays as it was"`
	Version  int        `json:"version" doc:"0 for a new bike"`

	Read map[string]FactRead `json:"read,omitempty" readOnly:"true" doc:"who read which fact on the bike"`
}

// Title is what the bike is called in the shop: "Pelham Drover, green".
func (b Bike) Title() string {
	title := strings.TrimSpace(b.Make + " " + b.Model)
	if b.Colour != "" {
		title += ", " + b.Colour
	}
	return title
}

func (o Owner) tidy() (Owner, error) {
	if !o.ID.Valid() {
		return o, invalid("owner.id", "The id is not a version 7 UUID.")
	}
	var errs [4]error
	o.Name, errs[0] = name("owner.name", "the owner's name", o.Name)
	o.Phone, errs[1] = optional("owner.phone", "the phone number", o.Phone)
	o.Email, errs[2] = optional("owner.email", "the e-mail address", o.Email)
	o.Note, errs[3] = note("owner.note", o.Note)
	if o.Email != "" && !strings.Contains(strings.Trim(o.Email, "@"), "@") {
		errs[2] = invalid("owner.email", "“%s” is not an e-mail address: it has a name, an @ and a place.", o.Email)
	}
	return o, first(errs[:]...)
}

func (b Bike) tidy() (Bike, error) {
	if !b.ID.Valid() {
		return b, invalid("bike.id", "The id is not a version 7 UUID.")
	}
	var errs [4]error
	b.Make, errs[0] = name("bike.make", "the make, or “unknown”", b.Make)
	b.Model, errs[1] = optional("bike.model", "the model", b.Model)
	b.Colour, errs[2] = optional("bike.colour", "the colour", b.Colour)
	b.FrameNo, errs[3] = optional("bike.frame_number", "the frame number", b.FrameNo)
	if err := first(errs[:]...); err != nil {
		return b, err
	}
	if b.WeeklyKm < 0 || b.WeeklyKm > 2000 {
		return b, invalid("bike.weekly_km", "Give the kilometres in a week: 0 to 2000, 0 when nobody knows.")
	}
	var err error
	if b.Riding, err = b.Riding.tidy(); err != nil {
		return b, err
	}
	if wrong := b.Facts.Validate(); len(wrong) > 0 {
		var fact *bike.FactError
		if errors.As(wrong[0], &fact) {
			return b, invalid("bike.facts."+fact.Fact, "%s", fact.Problem)
		}
		return b, wrong[0]
	}
	return b, nil
}

func first(errs ...error) error {
	for _, err := range errs {
		if err != nil {
			return err
		}
	}
	return nil
}

// SaveOwner changes an owner. A stale version is refused with the row as it is now.
func (w *Workshop) SaveOwner(ctx context.Context, o Owner) (Owner, error) {
	tidy, err := o.tidy()
	if err != nil {
		return Owner{}, err
	}
	return w.store.SaveOwner(ctx, tidy)
}

// Found is a bike and its owner found by a search; an owner without a bike has Bike nil.
type Found struct {
	Owner   Owner  `json:"owner"`
	Bike    *Bike  `json:"bike,omitempty"`
	OpenJob *ID    `json:"open_job,omitempty" doc:"a job of this bike that is in the shop"`
	Last    string `json:"last,omitempty" doc:"date of its last job, RFC 3339"`
}

// Search finds owners and bikes by any word of name, phone, make, model, colour or frame
// number; all words must be found. An empty query lists those seen last.
func (w *Workshop) Search(ctx context.Context, query string) ([]Found, error) {
	words := strings.Fields(strings.Map(printable, query))
	if len(words) > 8 {
		words = words[:8]
	}
	return w.store.Search(ctx, words, 40)
}

// BikeHistory is everything known of one bike.
type BikeHistory struct {
	Bike      Bike          `json:"bike"`
	Owner     Owner         `json:"owner"`
	Jobs      []EarlierJob  `json:"jobs" doc:"newest first"`
	Points    []PointView   `json:"points" doc:"each point with its readings, oldest first"`
	Open      *ID           `json:"open_job,omitempty"`
	Bolts     []BoltHistory `json:"bolts" doc:"every fastener with how it was found and left, oldest first"`
	CallBacks []CallBack    `json:"call_backs" doc:"open ones"`
}

// BikeHistory reads one bike with its jobs and last measurements.
func (w *Workshop) BikeHistory(ctx context.Context, id ID) (BikeHistory, error) {
	record, err := w.store.Bike(ctx, id)
	if err != nil {
		return BikeHistory{}, err
	}
	w = w.withExperience(ctx)
	h := BikeHistory{Bike: record.Bike, Owner: record.Owner, Jobs: some(record.EarlierJobs)}
	for _, j := range record.EarlierJobs {
		if j.ReleasedAt == nil {
			open := j.ID
			h.Open = &open
		}
	}
	s := w.layOut(record)
	h.Points, h.Bolts, h.CallBacks = w.pointViews(s), w.boltHistory(s), some(s.calling())
	return h, nil
}
