package knowledge

import (
	"cmp"
	"slices"

	"utensil/core/bike"
	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/knowledge/flow"
	"utensil/knowledge/service"
)

// Fastener is one kind of fastener: what it is, how tight, with what on its threads. It has
// a torque, or a thread with a class to estimate one from, or a way to set it by feel.
type Fastener struct {
	ID        string           `yaml:"id"`
	Name      string           `yaml:"name"`
	Component string           `yaml:"component"`
	From      string           `yaml:"from"`      // least depth whose full run reaches it; "" for any
	Positions []string         `yaml:"positions"` // the bolts of it, each logged; none for a single one
	Pattern   fastener.Pattern `yaml:"pattern"`   // the order of a set
	When      bike.Condition   `yaml:"when"`
	Thread    string           `yaml:"thread"`
	Class     string           `yaml:"class"` // strength class, where the torque is estimated
	Into      fastener.Mating  `yaml:"into"`  // what an estimated bolt turns in or squeezes
	Torque    *measure.Range   `yaml:"nm"`    // N·m
	Meets     []Meeting        `yaml:"meets"` // parts with a limit of their own
	Set       string           `yaml:"set"`   // how it is set by feel
	Tool      string           `yaml:"tool"`
	Treatment string           `yaml:"treatment"`
	Apply     string           `yaml:"apply"`      // where the treatment goes
	End       string           `yaml:"end"`        // front or rear, where there are two
	Brakes    flow.Brakes      `yaml:"brakes"`     // that undoing it can affect, besides that of its end
	Hand      string           `yaml:"hand"`       // "left" for a left-hand thread
	HandWhen  bike.Condition   `yaml:"hand_when"`  // facts under which it has that hand
	HandAsked string           `yaml:"hand_asked"` // what to say while those facts are unknown
	Caution   string           `yaml:"caution"`
	Critical  bool             `yaml:"critical"` // the rider can be hurt if it is wrong
	Certain   bool             `yaml:"certain"`  // every bike that it holds for has one
	Always    bool             `yaml:"always"`   // checked on every job
	Recheck   bool             `yaml:"recheck"`  // once more after the first ride
	Source    string           `yaml:"source"`
	As        []Variant        `yaml:"as"` // what it is by a fact that is read; before that it has no figure
}

// Near are the brakes that undoing it can affect.
func (f Fastener) Near() flow.Brakes {
	near := append(flow.Brakes{}, f.Brakes...)
	if f.End != "" {
		near = append(near, f.End)
	}
	return near
}

// Variant is what a fastener is where a fact has one of its words: what it names stands in place
// of the fastener's own.
type Variant struct {
	When      bike.Condition `yaml:"when"`
	Name      string         `yaml:"name"`
	Thread    string         `yaml:"thread"`
	Torque    *measure.Range `yaml:"nm"`
	Set       string         `yaml:"set"`
	Tool      string         `yaml:"tool"`
	Treatment string         `yaml:"treatment"`
	Caution   string         `yaml:"caution"`
}

// Meeting is a part that a fastener holds, with the torque that the part bears.
type Meeting struct {
	Part   string         `yaml:"part"`
	When   bike.Condition `yaml:"when"`
	Torque measure.Range  `yaml:"nm"`
	Source string         `yaml:"source"`
}

// Treatment is what goes on a thread, and the friction it leaves.
type Treatment struct {
	ID       string            `yaml:"id" json:"id"`
	Name     string            `yaml:"name" json:"name"`
	Friction fastener.Friction `yaml:"friction" json:"friction"`
	Source   string            `yaml:"source" json:"source"`

	Petroleum bool `yaml:"petroleum" json:"-"` // it attacks the seals of DOT fluid
}

// Run is an order of the torque run, by component.
type Run struct {
	ID         string   `yaml:"id" json:"id"`
	Name       string   `yaml:"name" json:"name"`
	About      string   `yaml:"about" json:"about"`
	Components []string `yaml:"components" json:"components"`
}

// On is the fastener as it is on a bike: of several kinds, the one that was read there.
func (f Fastener) On(facts bike.Facts) Fastener {
	i := slices.IndexFunc(f.As, func(v Variant) bool { return v.When.Holds(facts) })
	if i < 0 {
		return f
	}
	v := f.As[i]
	f.Torque, f.Set = v.Torque, v.Set
	for _, own := range []struct {
		of   *string
		said string
	}{{&f.Name, v.Name}, {&f.Thread, v.Thread}, {&f.Tool, v.Tool}, {&f.Treatment, v.Treatment},
		{&f.Caution, v.Caution}} {
		*own.of = cmp.Or(own.said, *own.of)
	}
	return f
}

// AskedFirst is the fact without which nobody can say what the fastener is on a bike, and so how
// tight; empty when it was read, or none is asked.
func (f Fastener) AskedFirst(facts bike.Facts) string {
	for _, v := range f.As {
		for fact := range v.When {
			if word, _ := facts.Fact(fact); word == bike.Unknown {
				return fact
			}
		}
	}
	return ""
}

// Limits are the catalogue's limits of the fastener on a bike: its own, and those of the
// parts it meets there. None for a fastener set by feel or estimated.
func (f Fastener) Limits(facts bike.Facts) []fastener.Limit {
	if f.Torque == nil {
		return nil
	}
	limits := []fastener.Limit{{Part: "the fastener itself", Rule: rule(*f.Torque, f.Source)}}
	for _, m := range f.Meets {
		if m.When.Holds(facts) {
			limits = append(limits, fastener.Limit{Part: m.Part, Rule: rule(m.Torque, m.Source)})
		}
	}
	return limits
}

func rule(r measure.Range, source string) fastener.Rule {
	return fastener.Rule{Min: measure.Torque(r.Min), Max: measure.Torque(r.Max), Source: source}
}

// LeftHand says whether the thread is left-hand on a bike, and what to read first while nobody
// knows.
func (f Fastener) LeftHand(facts bike.Facts) (left bool, asked string) {
	for fact := range f.HandWhen {
		if word, _ := facts.Fact(fact); word == bike.Unknown {
			return false, f.HandAsked
		}
	}
	return f.Hand == "left" && f.HandWhen.Holds(facts), ""
}

// Unread is the fact that nobody has read on a bike and that decides the fastener's limit or the
// hand of its thread; empty when there is none.
func (f Fastener) Unread(facts bike.Facts) string {
	for fact := range f.HandWhen {
		if word, _ := facts.Fact(fact); word == bike.Unknown {
			return fact
		}
	}
	if fact := f.AskedFirst(facts); fact != "" {
		return fact
	}
	for _, m := range f.Meets {
		for fact, words := range m.When {
			if slices.Contains(words, bike.Unknown) && m.When.Holds(facts) {
				return fact
			}
		}
	}
	return ""
}

// Joint is the fastener's thread under its head; false when the thread is not known.
func (f Fastener) Joint() (fastener.Joint, bool) {
	thread, err := fastener.ParseThread(f.Thread)
	return thread.SocketHead(), f.Thread != "" && err == nil
}

// Estimate works a torque out from thread, class and treatment; false where one is not to be.
func (b *Book) Estimate(f Fastener) (fastener.Estimate, bool) {
	joint, known := f.Joint()
	class, strong := fastener.ClassOf(f.Class)
	treatment, _ := b.Treatment(f.Treatment)
	if !known || !strong || f.Torque != nil || f.Set != "" {
		return fastener.Estimate{}, false
	}
	return joint.Estimate(class, treatment.Friction, f.Into), true
}

// Bolts lists the positions to log: at least one, "" for a single fastener.
func (f Fastener) Bolts() []string {
	if len(f.Positions) == 0 {
		return []string{""}
	}
	return f.Positions
}

// FastenersFor lists the fasteners to torque on a bike after a service of the given depth
// in which the given operations were done, with those to look at again and what hangs on either,
// in the order of the first run.
func (b *Book) FastenersFor(f bike.Facts, depth string, done, again []string) []Fastener {
	holds := func(c bike.Condition) bool { return c.Holds(f) }
	touches := slices.Clone(again)
	for _, id := range done {
		if operation, known := b.Operation(id); known {
			touches = append(touches, b.Loosens(operation, holds)...)
		}
	}
	touched := map[string]bool{}
	for _, id := range b.Hanging(touches, holds) {
		touched[id] = true
	}
	d, _ := b.Depth(depth)
	return slices.DeleteFunc(slices.Clone(b.Fasteners), func(x Fastener) bool {
		wanted := x.Always || touched[x.ID] || d.Measures() && (x.From == "" || b.rank(depth) >= b.rank(x.From))
		return !wanted || !x.When.Holds(f)
	})
}

// rank is the place of a depth among the depths.
func (b *Book) rank(depth string) int {
	return slices.IndexFunc(b.Depths, func(d service.Depth) bool { return d.ID == depth })
}

// orderRun puts the fasteners into the order of the first run: by component, within it as
// they were read.
func (b *Book) orderRun() {
	if len(b.Runs) == 0 {
		return
	}
	place := func(f Fastener) int {
		if i := slices.Index(b.Runs[0].Components, f.Component); i >= 0 {
			return i
		}
		return len(b.Runs[0].Components)
	}
	slices.SortStableFunc(b.Fasteners, func(x, y Fastener) int { return place(x) - place(y) })
}

func (t Treatment) Key() string { return t.ID }
func (r Run) Key() string       { return r.ID }
