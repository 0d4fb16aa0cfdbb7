package riding

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/core/brake"
)

// Try is something that is tried on the ride, in its order: nothing faster before what is slower was right.
type Try struct {
	ID      string         `yaml:"id"`
	Name    string         `yaml:"name"`
	How     string         `yaml:"how"`
	Caution string         `yaml:"caution"`
	When    bike.Condition `yaml:"when"`
	Shows   []Symptom      `yaml:"shows"`
	Source  string         `yaml:"source"`
}

// Symptom is what a try shows when it is not as it should be, and where its cause is looked for: a fault of the book
// or a point of the walk-round.
type Symptom struct {
	ID    string         `yaml:"id" json:"id"`
	Say   string         `yaml:"say" json:"say"`
	Fault string         `yaml:"fault" json:"fault,omitempty"`
	Point string         `yaml:"point" json:"point,omitempty"`
	Stops bool           `yaml:"stops" json:"stops,omitempty" doc:"nobody rides on with it"`
	When  bike.Condition `yaml:"when" json:"-"`
}

func (t Try) Key() string { return t.ID }

// On is the try with what it shows on a bike.
func (t Try) On(f bike.Facts) Try {
	t.Shows = slices.DeleteFunc(slices.Clone(t.Shows), func(x Symptom) bool { return !x.When.Holds(f) })
	return t
}

// Stops says whether something that it shows is what nobody rides on with.
func (t Try) Stops() bool {
	return slices.ContainsFunc(t.Shows, func(x Symptom) bool { return x.Stops })
}

// Validate refuses a try that shows nothing, or shows something that leads nowhere.
func (t Try) Validate() error {
	if t.Source == "" || t.Name == "" || t.How == "" || len(t.Shows) == 0 || len(t.Shows) > 8 {
		return errors.New("a try says what it is, how it is done, what it shows (1 to 8), and has a source")
	}
	seen := map[string]bool{}
	for _, x := range t.Shows {
		if x.ID == "" || x.Say == "" || x.ID == "other" || seen[x.ID] || (x.Fault == "") == (x.Point == "") {
			return fmt.Errorf("%q: a symptom has an id of its own, words, and one place where its cause is looked for",
				x.ID)
		}
		seen[x.ID] = true
	}
	return nil
}

// Lead proves that what tries show leads to faults and points that there are.
func Lead(tries []Try, fault, point func(id string) bool) error {
	for _, t := range tries {
		for _, x := range t.Shows {
			if x.Fault != "" && !fault(x.Fault) || x.Point != "" && !point(x.Point) {
				return fmt.Errorf("%s: “%s” leads to %s%s, which there is not", t.ID, x.Say, x.Fault, x.Point)
			}
		}
	}
	return nil
}

// Poise is where rider and bike have their mass, by frame.
type Poise struct {
	ID        string         `yaml:"id"`
	When      bike.Condition `yaml:"when"`
	Wheelbase float64        `yaml:"wheelbase_m"`
	Behind    float64        `yaml:"behind_m"` // of the mass behind the front contact
	Height    float64        `yaml:"height_m"`
	Source    string         `yaml:"source"`
}

func (p Poise) Key() string { return p.ID }

// Balance is it as brakes see it.
func (p Poise) Balance() brake.Balance {
	return brake.Balance{Wheelbase: p.Wheelbase, Behind: p.Behind, Height: p.Height}
}

// Validate refuses a bike that falls over by itself.
func (p Poise) Validate() error {
	if p.Source == "" || !(p.Wheelbase > 0.7 && p.Wheelbase < 3) || !(p.Behind > 0.2 && p.Behind < p.Wheelbase-0.2) ||
		!(p.Height > 0.5 && p.Height < 1.6) {
		return errors.New("a wheelbase, where the mass is between the wheels and how high, in m, and a source")
	}
	return nil
}

// PoiseOf is the first that holds for a bike.
func PoiseOf(all []Poise, f bike.Facts) (Poise, bool) {
	if i := slices.IndexFunc(all, func(p Poise) bool { return p.When.Holds(f) }); i >= 0 {
		return all[i], true
	}
	return Poise{}, false
}

// Stopping is the least that brakes have to do on a ground.
type Stopping struct {
	ID     string  `yaml:"id"` // the ground
	Speed  float64 `yaml:"from_kmh"`
	Both   float64 `yaml:"both_m"` // within which both brakes stop it
	Rear   float64 `yaml:"rear_m"` // and the rear alone
	Grip   float64 `yaml:"grip"`   // between tyre and ground
	Source string  `yaml:"source"`
}

func (s Stopping) Key() string { return s.ID }

// Validate refuses a stop that nothing tells of, and a rear brake that does more than both.
func (s Stopping) Validate() error {
	both, err := brake.Stop{Speed: s.Speed, Distance: s.Both}.Slows()
	rear, wrong := brake.Stop{Speed: s.Speed, Distance: s.Rear}.Slows()
	if s.Source == "" || !(s.Grip > 0.1 && s.Grip < 1.2) || rear.Mean >= both.Mean {
		return errors.New("a grip between 0.1 and 1.2, the rear alone longer than both, and a source")
	}
	return errors.Join(err, wrong)
}

// Least is how hard a bike has to slow at least with front, rear or both brakes, m/s². The front alone does what
// both do less what the rear does, so that both together do what is asked.
func (s Stopping) Least(pulls string) float64 {
	both, _ := brake.Stop{Speed: s.Speed, Distance: s.Both}.Slows()
	rear, _ := brake.Stop{Speed: s.Speed, Distance: s.Rear}.Slows()
	return map[string]float64{"both": both.Mean, "rear": rear.Mean, "front": both.Mean - rear.Mean}[pulls]
}

// StoppingOn is what brakes have to do on a ground; false where no figure is known.
func StoppingOn(all []Stopping, ground string) (Stopping, bool) {
	if i := slices.IndexFunc(all, func(s Stopping) bool { return s.ID == ground }); i >= 0 {
		return all[i], true
	}
	return Stopping{}, false
}
