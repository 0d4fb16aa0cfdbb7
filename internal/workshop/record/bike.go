package record

import (
	"maps"
	"strings"
	"time"

	"utensil/core/bike"
)

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

	Why string `json:"why,omitempty" doc:"needed where a change takes away something that is still to be looked at, torqued or tried"`

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

func (b Bike) Tidy() (Bike, error) {
	if err := b.ID.Check("bike.id"); err != nil {
		return b, err
	}
	var errs [4]error
	b.Make, errs[0] = TidyName("bike.make", "the make, or “unknown”", b.Make)
	b.Model, errs[1] = TidyOptional("bike.model", "the model", b.Model)
	b.Colour, errs[2] = TidyOptional("bike.colour", "the colour", b.Colour)
	b.FrameNo, errs[3] = TidyOptional("bike.frame_number", "the frame number", b.FrameNo)
	if err := First(errs[:]...); err != nil {
		return b, err
	}
	if b.WeeklyKm < 0 || b.WeeklyKm > 2000 {
		return b, Refuse("bike.weekly_km", "Give the kilometres in a week: 0 to 2000, 0 when nobody knows.")
	}
	var err error
	if b.Riding, err = b.Riding.tidy(); err != nil {
		return b, err
	}
	if wrong := b.Facts.Validate(); len(wrong) > 0 {
		return b, InField("bike.facts", wrong[0])
	}
	return b, nil
}

// First is the first of errors that is one.
func First(errs ...error) error {
	for _, err := range errs {
		if err != nil {
			return err
		}
	}
	return nil
}

// FactRead is who read a fact on the bike, and when.
type FactRead struct {
	By string    `json:"by"`
	At time.Time `json:"at"`
}

// ReadBy puts a name under each fact that guards and that was not so before. What is unknown
// again was read by nobody.
func (b Bike) ReadBy(by Actor, now time.Time, old Bike) Bike {
	read := maps.Clone(old.Read)
	if read == nil {
		read = map[string]FactRead{}
	}
	for _, g := range bike.Guards {
		word, _ := b.Facts.Fact(g.Fact)
		before, _ := old.Facts.Fact(g.Fact)
		switch {
		case !bike.Known(word):
			delete(read, g.Fact)
		case word != before:
			read[g.Fact] = FactRead{By: by.Name, At: now}
		}
	}
	b.Read = read
	return b
}

// WhereRead says where a fact is read.
func WhereRead(fact string) string {
	g, _ := bike.GuardOf(fact)
	return g.Where
}
