package knowledge

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/core/fit"
)

// Place is where something sits on a bike that wears, is adjusted or is replaced.
type Place struct {
	ID          string           `yaml:"id" json:"id"`
	Name        string           `yaml:"name" json:"name"`
	End         string           `yaml:"end" json:"end,omitempty" enum:"front,rear"`
	When        bike.Condition   `yaml:"when" json:"-"`
	Points      []string         `yaml:"points" json:"-"` // whose readings speak of what sits there
	Particulars []fit.Particular `yaml:"particulars" json:"particulars"`
	Bearing     string           `yaml:"bearing" json:"bearing,omitempty"` // the seat of the bearing that sits there
	// where loose balls lie there: front hub, headset
	Balls    string   `yaml:"balls" json:"-"`
	Again    *Again   `yaml:"again" json:"-"`
	Work     []string `yaml:"work" json:"-"`     // that it is got at by, where no work renews it
	Joints   []string `yaml:"joints" json:"-"`   // fasteners that are undone for it besides
	Optional bool     `yaml:"optional" json:"-"` // the bike may be ridden without
	Source   string   `yaml:"source" json:"source"`
}

// Again is when a new part is looked at again: it settles, or wears by the distance.
type Again struct {
	Days      int    `yaml:"days"`         // where nobody knows how far the bike goes
	Distance  int    `yaml:"km,omitempty"` // 0 for what comes by the days alone
	What      string `yaml:"what"`
	Point     string `yaml:"point,omitempty"`
	Operation string `yaml:"operation,omitempty"`
}

// In is in how many days, for a bike that goes so far in a week; 0 for nobody knows.
func (a Again) In(weeklyKm int) int {
	if a.Distance == 0 || weeklyKm <= 0 {
		return a.Days
	}
	return max(14, min(730, a.Distance*7/weeklyKm))
}

func (a Again) validate(b *Book) error {
	if a.Days < 1 || a.What == "" || a.Distance < 0 {
		return errors.New("what is looked at again needs days and what it is for")
	}
	if _, known := b.Point(a.Point); a.Point != "" && !known {
		return fmt.Errorf("looked at again is %q, which is no point", a.Point)
	}
	if _, known := b.Operation(a.Operation); a.Operation != "" && !known {
		return fmt.Errorf("looked at again is %q, which is no operation", a.Operation)
	}
	return nil
}

func (p Place) Key() string { return p.ID }

// Particular finds one of a place's particulars.
func (p Place) Particular(id string) (fit.Particular, bool) {
	i := slices.IndexFunc(p.Particulars, func(x fit.Particular) bool { return x.ID == id })
	if i < 0 {
		return fit.Particular{}, false
	}
	return p.Particulars[i], true
}

// Place finds a place.
func (b *Book) Place(id string) (Place, bool) { return find(b.Places, id) }

// PlacesOn lists the places that a bike has, in the order of the file.
func (b *Book) PlacesOn(f bike.Facts) []Place {
	return slices.DeleteFunc(slices.Clone(b.Places), func(p Place) bool { return !p.When.Holds(f) })
}

// Renewing lists, by place, the work that renews what sits there on a bike, in the order of the catalogue.
func (b *Book) Renewing(f bike.Facts) map[string][]Operation {
	work := map[string][]Operation{}
	for _, o := range b.Operations {
		if len(o.Fits) > 0 && o.When.Holds(f) {
			for _, place := range o.Fits {
				work[place] = append(work[place], o)
			}
		}
	}
	return work
}

// JointsAt lists the fasteners that are undone to exchange what sits at a place: those of the
// work that renews it, or that it is got at by.
func (b *Book) JointsAt(place string) []string {
	p, known := b.Place(place)
	if !known {
		return nil
	}
	joints := slices.Clone(p.Joints)
	for _, o := range b.Operations {
		if slices.Contains(o.Fits, place) || slices.Contains(p.Work, o.ID) {
			joints = append(joints, b.Loosens(o, func(bike.Condition) bool { return true })...)
		}
	}
	slices.Sort(joints)
	return slices.Compact(joints)
}

// validateExchange proves that it is known, once, what is undone to exchange what sits at a place.
func (b *Book) validateExchange(p Place) error {
	for _, id := range p.Work {
		if _, known := b.Operation(id); !known {
			return fmt.Errorf("is got at by %q, which is no operation", id)
		}
	}
	for _, id := range p.Joints {
		if _, known := b.Fastener(id); !known {
			return fmt.Errorf("undoes %q, which is no fastener", id)
		}
	}
	renews := slices.ContainsFunc(b.Operations, func(o Operation) bool { return slices.Contains(o.Fits, p.ID) })
	if renews && len(p.Work)+len(p.Joints) > 0 {
		return errors.New("is renewed by work of the catalogue: what that touches is undone, and is not " +
			"said again here")
	}
	return nil
}

func (b *Book) validatePlace(p Place) error {
	if p.Name == "" || p.Source == "" {
		return errors.New("a place needs a name and a source")
	}
	if err := b.validateExchange(p); err != nil {
		return err
	}
	for i, x := range p.Particulars {
		if err := x.Validate(); err != nil {
			return err
		}
		if slices.ContainsFunc(p.Particulars[:i], func(y fit.Particular) bool { return y.ID == x.ID }) {
			return fmt.Errorf("the particular %q stands twice", x.ID)
		}
		if err := errors.Join(validateTelling(x), p.validateIf(x)); err != nil {
			return err
		}
	}
	if p.Bearing != "" {
		for _, id := range []string{"bore", "outside", "width"} {
			if _, known := p.Particular(id); !known {
				return fmt.Errorf("a bearing sits there: it needs the particular %q", id)
			}
		}
	}
	if p.Again != nil {
		if err := p.Again.validate(b); err != nil {
			return err
		}
	}
	if p.Balls != "" && !slices.ContainsFunc(b.Balls, func(x Ball) bool { return x.Usual[p.Balls] > 0 }) {
		return fmt.Errorf("no ball is usual in a %q", p.Balls)
	}
	for _, id := range p.Points {
		if _, known := b.Point(id); !known {
			return fmt.Errorf("%q is no point", id)
		}
		if other := slices.IndexFunc(b.Places,
			func(o Place) bool { return o.ID != p.ID && slices.Contains(o.Points, id) }); other >= 0 {
			return fmt.Errorf("the readings of %s speak of %s already", id, b.Places[other].ID)
		}
	}
	return p.When.Validate()
}

// validateIf proves that what a particular hangs on is a word of another one.
func (p Place) validateIf(x fit.Particular) error {
	for id, words := range x.If {
		on, known := p.Particular(id)
		if !known || id == x.ID {
			return fmt.Errorf("the particular %s hangs on %q, which is none of the place", x.ID, id)
		}
		for _, word := range words {
			if word != "" && !slices.Contains(on.Words, word) {
				return fmt.Errorf("the particular %s hangs on %s being %q, which it cannot be", x.ID, id, word)
			}
		}
	}
	return nil
}

// validateTelling proves that what a particular tells is a fact, word for word.
func validateTelling(p fit.Particular) error {
	values := p.Words
	if len(values) == 0 {
		values = []string{""}
	}
	for _, value := range values {
		word := value
		if len(p.As) > 0 {
			word = p.As[value]
		}
		if p.Tells != "" && !bike.Tells(p.Tells, word) {
			return fmt.Errorf("the particular %s tells %q of %q, which no bike can have", p.ID, word, p.Tells)
		}
	}
	return nil
}

// validateFits proves that every bike on which a piece of work is sold has the places it fits parts to.
func (b *Book) validateFits(o Operation) error {
	for _, id := range o.Fits {
		place, known := b.Place(id)
		if !known {
			return fmt.Errorf("fits %q, which is no place", id)
		}
		for f := range bike.Every(o.When, place.When) {
			if o.When.Holds(f) && !place.When.Holds(f) {
				return fmt.Errorf("is sold for bikes that have no %s to fit it to", place.Name)
			}
		}
	}
	return nil
}
