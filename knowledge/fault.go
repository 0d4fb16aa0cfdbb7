package knowledge

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/core/diagnosis"
	"utensil/core/gear"
	"utensil/core/wear"
	"utensil/knowledge/entries"
)

// Fault is a complaint: what the bike does, what can be behind it, what to check.
type Fault struct {
	ID       string         `yaml:"id"`
	Name     string         `yaml:"name"`
	End      string         `yaml:"end"`  // front or rear, where there are two
	Said     []string       `yaml:"said"` // words in which owners say it
	When     bike.Condition `yaml:"when"`
	Caution  string         `yaml:"caution"`
	At       string         `yaml:"at"`    // the point of the bike that it is practised at
	Bench    string         `yaml:"bench"` // the bench of the job that finds it sooner: gears, wheels or air
	Causes   []Cause        `yaml:"causes"`
	Together [][]string     `yaml:"together"` // pairs of causes that commonly come together

	BeforeRiding []string `yaml:"before_riding"` // checks that come before any that rides
	Checks       []Check  `yaml:"checks"`
	Source       string   `yaml:"source"`
}

// Cause is one thing that can be behind a complaint.
type Cause struct {
	ID        string         `yaml:"id"`
	Name      string         `yaml:"name"`
	Common    string         `yaml:"common"`  // a word of diagnosis.Frequency
	Minutes   float64        `yaml:"minutes"` // to put it right and try
	When      bike.Condition `yaml:"when"`
	Why       string         `yaml:"why"`
	Remedy    string         `yaml:"remedy"`
	Operation string         `yaml:"operation"` // the catalogue's work, if it is sold; else the remedy becomes an item
	Touches   []string       `yaml:"touches"`   // fasteners that the remedy disturbs
	Unsafe    bool           `yaml:"unsafe"`    // the bike must not be ridden with it
	Rescuable bool           `yaml:"rescuable"` // the part may be saved instead of replaced
	Found     []string       `yaml:"found"`     // what the complaint's bench calls it
}

// Check is one thing to look at, with what each answer says.
type Check struct {
	ID      string         `yaml:"id"`
	Do      string         `yaml:"do"`
	Minutes float64        `yaml:"minutes"`
	Tools   string         `yaml:"tools"`
	Caution string         `yaml:"caution"`
	When    bike.Condition `yaml:"when"`
	After   []string       `yaml:"after"` // checks that come first
	Point   string         `yaml:"point"` // the inspection point whose reading answers it
	Fluid   string         `yaml:"fluid"` // the end whose fluid's age answers it: old or fresh
	Rides   bool           `yaml:"rides"` // somebody rides the bike for it
	Answers []Answer       `yaml:"answers"`
}

// Answer is one answer of a check. How likely it is under a cause is a word of
// diagnosis.Chance: the one given under If, else Else. The last answer takes the rest.
type Answer struct {
	Say  string            `yaml:"say"`
	Seen []string          `yaml:"seen"` // marks or words of the point's reading that mean it
	If   map[string]string `yaml:"if"`
	Else string            `yaml:"else"`
}

// Hunt is a complaint as it is on one bike, ready to be reasoned with. Its causes and checks
// stand in the order of the model's.
type Hunt struct {
	Fault  Fault
	Causes []Cause
	Checks []Check
	Model  *diagnosis.Model
}

func (f Fault) Key() string { return f.ID }

// Fault finds a complaint.
func (b *Book) Fault(id string) (Fault, bool) { return find(b.Faults, id) }

// FaultsOn lists the complaints a bike can have.
func (b *Book) FaultsOn(f bike.Facts) []Fault {
	return slices.DeleteFunc(slices.Clone(b.Faults), func(x Fault) bool { return !x.When.Holds(f) })
}

// On is the complaint on a bike: without the causes and checks it cannot have.
func (f Fault) On(facts bike.Facts) (*Hunt, error) {
	return f.hunt(func(c bike.Condition) bool { return c.Holds(facts) })
}

func (f Fault) hunt(holds func(bike.Condition) bool) (*Hunt, error) {
	h := &Hunt{Fault: f}
	var causes []diagnosis.Cause
	place := map[string]int{}
	for _, c := range f.Causes {
		if holds(c.When) {
			place[c.ID] = len(h.Causes)
			h.Causes = append(h.Causes, c)
			causes = append(causes, diagnosis.Cause{ID: c.ID, Weight: diagnosis.Frequency[c.Common], Minutes: c.Minutes})
		}
	}
	var pairs []diagnosis.Pair
	for _, p := range f.Together {
		a, hasA := place[p[0]]
		b, hasB := place[p[1]]
		if hasA && hasB {
			pairs = append(pairs, diagnosis.Pair{A: a, B: b, Weight: diagnosis.Frequency["rare"]})
		}
	}
	at := map[string]int{}
	for _, c := range f.Checks {
		if holds(c.When) {
			at[c.ID] = len(h.Checks)
			h.Checks = append(h.Checks, c)
		}
	}
	var checks []diagnosis.Check
	for _, c := range h.Checks {
		check := diagnosis.Check{ID: c.ID, Minutes: c.Minutes}
		for _, before := range c.After {
			if i, here := at[before]; here {
				check.After = append(check.After, i)
			}
		}
		for _, a := range c.Answers {
			check.Answers = append(check.Answers, a.Say)
		}
		for _, cause := range h.Causes {
			check.Likely = append(check.Likely, c.likely(cause.ID))
		}
		checks = append(checks, check)
	}
	var err error
	h.Model, err = diagnosis.New(causes, checks, pairs)
	return h, err
}

// likely is how likely each answer is under a cause; the last takes the rest.
func (c Check) likely(cause string) []float64 {
	row := make([]float64, len(c.Answers))
	rest := 1.0
	for i, a := range c.Answers[:len(c.Answers)-1] {
		word, given := a.If[cause]
		if !given {
			word = a.Else
		}
		row[i] = diagnosis.Chance[word]
		rest -= row[i]
	}
	row[len(row)-1] = max(rest, 0) // nothing left is refused by the model
	return row
}

// Ages of a brake's fluid, as the answers of a check see them.
const (
	OldFluid   = "old"
	FreshFluid = "fresh"
)

// Read is the answer that something seen gives: by the first of its words that an answer names.
func (c Check) Read(seen ...string) (int, bool) {
	for _, said := range seen {
		if i := slices.IndexFunc(c.Answers, func(a Answer) bool { return said != "" && slices.Contains(a.Seen, said) }); i >= 0 {
			return i, true
		}
	}
	return 0, false
}

// faultProof gathers what is wrong with a complaint, by the line where it stands.
type faultProof struct {
	book   *Book
	fault  Fault
	page   entries.Page
	start  int
	causes map[string]bool
	checks map[string]bool
	errs   []error
}

func (v *faultProof) wrong(line int, format string, args ...any) {
	v.errs = append(v.errs, fmt.Errorf("%s:%d: %s: %s", v.page.File, line, v.fault.ID, fmt.Sprintf(format, args...)))
}

// benchFinds is what the benches of a job find, by their own names.
var benchFinds = map[string][]string{
	"gears":  names(gear.Causes),
	"wheels": {FindsBroken, FindsUntrue},
	"air":    {FindsObject, FindsPinch, FindsRim, FindsValve, FindsWall, FindsDry, FindsCold, FindsLeak, FindsLow},
}

func names[T ~string](of []T) (list []string) {
	for _, name := range of {
		list = append(list, string(name))
	}
	return list
}

// What the benches of wheels and air find.
const (
	FindsBroken = "broken" // a spoke
	FindsUntrue = "untrue" // the rim wanders
	FindsObject = "object" // came through the tread
	FindsPinch  = "pinch"
	FindsRim    = "rim"
	FindsValve  = "valve"
	FindsWall   = "wall"
	FindsDry    = "dry"  // sealant
	FindsCold   = "cold" // explains what a leg lost
	FindsLeak   = "leak" // the cold does not
	FindsLow    = "low"  // too little air for its rider
)

// validateFault reports everything wrong with a complaint, with file and line.
func (b *Book) validateFault(f Fault, p entries.Page, start int) error {
	v := &faultProof{book: b, fault: f, page: p, start: start, causes: map[string]bool{}, checks: map[string]bool{}}
	if f.Name == "" || f.Source == "" || len(f.Said) == 0 {
		v.wrong(start, "a complaint needs a name, a source and the words owners use")
	}
	if _, known := benchFinds[f.Bench]; f.Bench != "" && !known {
		v.wrong(p.Line("bench", start), "there is no bench %q: gears, wheels or air", f.Bench)
	}
	if _, known := b.Point(f.At); f.At != "" && !known {
		v.wrong(p.Line("at", start), "there is no point %q", f.At)
	}
	for _, c := range f.Causes {
		v.cause(c)
	}
	for _, pair := range f.Together {
		if len(pair) != 2 || !v.causes[pair[0]] || !v.causes[pair[1]] {
			v.wrong(p.Line("together", start), "%v is not two of the causes", pair)
		}
	}
	for _, c := range f.Checks {
		v.checks[c.ID] = true
	}
	for _, c := range f.Checks {
		v.check(c)
	}
	if len(v.errs) == 0 {
		v.tells()
	}
	return errors.Join(v.errs...)
}

// cause proves one cause.
func (v *faultProof) cause(c Cause) {
	line := v.page.Line(c.ID, v.start)
	if v.causes[c.ID] || c.Name == "" || c.Why == "" || c.Remedy == "" {
		v.wrong(line, "the cause %q stands twice, or lacks a name, a reason or a remedy", c.ID)
	}
	v.causes[c.ID] = true
	if _, known := diagnosis.Frequency[c.Common]; !known {
		v.wrong(v.page.Line(c.Common, line-1), "%q is no frequency: rare, sometimes, common or very common", c.Common)
	}
	operation, known := v.book.Operation(c.Operation)
	if !known && c.Operation != "" {
		v.wrong(line, "there is no operation %q", c.Operation)
	}
	if facts, lacks := bike.Without(operation.When, v.fault.When, c.When); known && lacks {
		v.wrong(line, "%s is put right by %s, which is not for a bike with %s: say under when which bikes can have it", c.ID, operation.ID, facts)
	}
	for _, name := range c.Found {
		if !slices.Contains(benchFinds[v.fault.Bench], name) {
			v.wrong(line, "%s is found by a bench as %q, which no bench of this complaint finds", c.ID, name)
		}
	}
	if c.Minutes <= 0 {
		v.wrong(line, "%s needs minutes: its remedy is work that can be offered", c.ID)
	}
	for _, id := range c.Touches {
		if _, known := v.book.Fastener(id); !known {
			v.wrong(line, "%s touches %q, which is no fastener", c.ID, id)
		}
	}
	if err := c.When.Validate(); err != nil {
		v.wrong(line, "%v", err)
	}
}

// check proves one check: when its turn comes, what it reads off the walk-round, and its answers.
func (v *faultProof) check(c Check) {
	line := v.page.Line(c.ID, v.page.Line("checks", v.start))
	if c.Do == "" || len(c.Answers) < 2 {
		v.wrong(line, "the check %q needs something to do and at least two answers", c.ID)
		return
	}
	for _, before := range c.After {
		if !v.checks[before] {
			v.wrong(v.page.Line(before, line), "%s comes after %q, which is no check", c.ID, before)
		}
	}
	for _, first := range v.fault.BeforeRiding {
		if c.Rides && !slices.Contains(c.After, first) {
			v.wrong(line, "nobody rides for %s before %s was looked at: name it under after", c.ID, first)
		}
	}
	v.seen(c, line)
	for i, a := range c.Answers {
		v.answer(c, a, i == len(c.Answers)-1, line)
	}
}

// seen proves what a check reads off the walk-round or the age of the fluid.
func (v *faultProof) seen(c Check, line int) {
	point, known := v.book.Point(c.Point)
	if c.Point != "" && !known {
		v.wrong(v.page.Line(c.Point, line-1), "there is no point %q", c.Point)
	}
	if facts, lacks := bike.Without(point.When, v.fault.When, c.When); known && lacks {
		v.wrong(line, "%s is read at %s, which a bike with %s does not have: say under when which bikes have it", c.ID, c.Point, facts)
	}
	for _, a := range c.Answers {
		for _, seen := range a.Seen {
			if c.Fluid != "" && seen != OldFluid && seen != FreshFluid {
				v.wrong(v.page.Line(seen, line-1), "the age of fluid is %s or %s", OldFluid, FreshFluid)
			}
			if known && wear.Mark(seen).Validate() != nil && !slices.Contains(point.tags(), seen) {
				v.wrong(v.page.Line(seen, line-1), "%q is neither a mark nor a word of the point %s", seen, c.Point)
			}
		}
	}
}

// answer proves one answer: each but the last says how likely it is.
func (v *faultProof) answer(c Check, a Answer, last bool, line int) {
	if a.Say == "" || last != (len(a.If) == 0 && a.Else == "") {
		v.wrong(line, "each answer of %s but the last says how likely it is; the last takes the rest", c.ID)
	}
	for cause, word := range a.If {
		if !v.causes[cause] {
			v.wrong(v.page.Line(cause, line-1), "%s speaks of %q, which is no cause", c.ID, cause)
		}
		if _, known := diagnosis.Chance[word]; !known {
			v.wrong(v.page.Line(word, line-1), "%q is no likelihood: never, rarely, sometimes, even, often, usually or always", word)
		}
	}
	if _, known := diagnosis.Chance[a.Else]; !last && !known {
		v.wrong(v.page.Line(a.Say, line-1), "%q is no likelihood: say under else what holds for the other causes", a.Else)
	}
}

// tells proves that the checks can tell the causes apart.
func (v *faultProof) tells() {
	hunt, err := v.fault.hunt(func(bike.Condition) bool { return true })
	if err == nil {
		err = hunt.Model.Tells()
	}
	for _, fault := range split(err) {
		line := v.start
		switch {
		case fault.Check >= 0:
			line = v.page.Line(v.fault.Checks[fault.Check].ID, v.page.Line("checks", v.start))
		case fault.Cause >= 0:
			line = v.page.Line(v.fault.Causes[fault.Cause].ID, v.start)
		}
		v.wrong(line, "%s", fault.Problem)
	}
}

// split lists the faults of a model that were joined into one error.
func split(err error) []*diagnosis.Fault {
	var one *diagnosis.Fault
	if many, joined := err.(interface{ Unwrap() []error }); joined {
		var out []*diagnosis.Fault
		for _, e := range many.Unwrap() {
			out = append(out, split(e)...)
		}
		return out
	}
	if errors.As(err, &one) {
		return []*diagnosis.Fault{one}
	}
	return nil
}
