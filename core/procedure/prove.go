package procedure

import (
	"fmt"
	"maps"
	"math/bits"
	"slices"
	"strings"
)

// Breach is a way through a procedure on which somebody could be hurt or something is left undone:
// the step where it breaks a rule, and the shortest way there.
type Breach struct {
	Step string // its id; empty at the end
	Rule string // what is broken, in words
	Way  []string
}

func (b *Breach) Error() string {
	where := "at its end"
	if b.Step != "" {
		where = "step " + b.Step
	}
	if len(b.Way) == 0 {
		return where + ": " + b.Rule
	}
	return fmt.Sprintf("%s: %s. The way there: %s", where, b.Rule, strings.Join(b.Way, " → "))
}

// most states and fasteners that one procedure may speak of: each is a bit of a word.
const mostBits = 64

// Prove walks every way through the procedure under every choice and returns the shortest that
// breaks a rule as a *Breach: something opened twice, closed that is not open, or left open; what
// a state needs not there; a fastener loose at a test or at the end; a test that does not stand at
// the end; a ride before it stood; a joint torqued before one that comes first; a gate that nobody
// can pass; a loop without a bound. The walk is breadth first over the step, what is open and
// loose, and which tests stand; a counted loop may be left at any count, so what holds here holds
// at each.
func (p Procedure) Prove(book StateBook, orders ...Order) error {
	variants, err := p.variants()
	if err != nil {
		return err
	}
	for _, chosen := range variants {
		w, err := p.walker(book, chosen)
		if err != nil {
			return err
		}
		w.orders = orders
		if err := w.bounded(); err != nil {
			return err
		}
		if err := w.walk(); err != nil {
			return err
		}
	}
	return nil
}

// place is where a walk stands: a comparable value, so that each is looked at once.
type place struct {
	step      int
	open      uint64 // states
	loose     uint64 // fasteners
	gated     uint64 // steps that gates wait for and that were done
	disturbed uint64 // tests that do not stand any more
	tried     uint64 // tests that passed since, in this run
}

// walker walks one procedure under one set of choices.
type walker struct {
	Procedure
	book    StateBook
	orders  []Order
	chosen  map[string]string
	states  index
	joints  index
	tests   index
	gates   index
	allHere uint64 // tests that the procedure signs
}

// index gives names bits.
type index struct {
	names []string
	bits  map[string]int
}

func (x *index) bit(name string) uint64 {
	if x.bits == nil {
		x.bits = map[string]int{}
	}
	n, known := x.bits[name]
	if !known {
		n = len(x.names)
		x.bits[name], x.names = n, append(x.names, name)
	}
	return 1 << n
}

func (x *index) all(names []string) (set uint64) {
	for _, name := range names {
		set |= x.bit(name)
	}
	return set
}

// first is a name of a set.
func (x *index) first(set uint64) string { return x.names[bits.TrailingZeros64(set)] }

func (p Procedure) walker(book StateBook, chosen map[string]string) (*walker, error) {
	w := &walker{Procedure: p, book: book, chosen: chosen}
	named := map[string]string{}
	for _, s := range p.Steps {
		for _, list := range [][]string{s.Opens, s.Closes, s.Does, s.Needs, s.Forbids} {
			for _, id := range list {
				named[id] = s.ID
			}
		}
		w.gates.all(s.Gate)
		w.joints.all(s.Undoes)
		w.joints.all(s.Record.Joints())
		if s.Record != nil && s.Record.Sign != "" {
			w.allHere |= w.tests.bit(s.Record.Sign)
		}
	}
	for _, c := range p.Choices {
		for _, o := range c.Options {
			for _, id := range o.Opens {
				named[id] = c.ID
			}
		}
	}
	for _, id := range slices.Sorted(maps.Keys(named)) {
		if _, known := book[id]; !known {
			return nil, fmt.Errorf("step %s: there is no state %q", named[id], id)
		}
		w.name(id)
	}
	for _, x := range []index{w.states, w.joints, w.gates} {
		if len(x.names) > mostBits {
			return nil, fmt.Errorf("a procedure speaks of at most %d states, fasteners or gates", mostBits)
		}
	}
	return w, nil
}

// name takes a state and those it hangs on.
func (w *walker) name(id string) {
	if _, known := w.states.bits[id]; known {
		return
	}
	w.states.bit(id)
	s := w.book[id]
	w.joints.all(s.Undoes)
	for _, test := range []string{s.Disturbs, s.Tried} {
		if test != "" {
			w.tests.bit(test)
		}
	}
	for _, list := range append(append(slices.Clone(s.Needs), s.While...), s.First, s.Brings) {
		for _, other := range list {
			w.name(other)
		}
	}
}

// bounded refuses a way round that no run counts.
func (w *walker) bounded() error {
	const white, grey, black = 0, 1, 2
	colour := make([]int, len(w.Steps)+1)
	var visit func(at int) []string
	visit = func(at int) []string {
		if at >= len(w.Steps) || colour[at] == black {
			return nil
		}
		if colour[at] == grey {
			return []string{w.Steps[at].ID}
		}
		colour[at] = grey
		for _, to := range w.uncounted(at) {
			if round := visit(to); round != nil {
				return append([]string{w.Steps[at].ID}, round...)
			}
		}
		colour[at] = black
		return nil
	}
	if round := visit(w.from(0, w.chosen)); round != nil {
		start := slices.Index(round, round[len(round)-1])
		return &Breach{Step: round[start], Rule: "nothing bounds this loop: give the outcome that leads " +
			"back a most, and say where it leads then",
			Way: round[start:]}
	}
	return nil
}

// uncounted lists where a step leads however often.
func (w *walker) uncounted(at int) (to []int) {
	s := w.Steps[at]
	if len(s.Outcomes) == 0 {
		return []int{w.from(at+1, w.chosen)}
	}
	for _, o := range s.Outcomes {
		before := 0
		if o.Most > 0 {
			before = o.Most // where it leads once it was counted out
		}
		next, _ := w.after(at, o.Say, before, w.chosen)
		to = append(to, next)
	}
	return to
}

// came is how a walk came to a place.
type came struct {
	from place
	by   string
}

func (w *walker) walk() error {
	start := place{step: w.from(0, w.chosen)}
	for _, c := range w.Choices {
		for _, o := range c.Options {
			if w.chosen[c.ID] == o.ID {
				start.open |= w.states.all(o.Opens)
			}
		}
	}
	seen := map[place]came{start: {}}
	for queue := []place{start}; len(queue) > 0; queue = queue[1:] {
		at := queue[0]
		if at.step >= len(w.Steps) {
			if rule := w.ends(at); rule != "" {
				return &Breach{Rule: rule, Way: w.way(seen, start, at)}
			}
			continue
		}
		s := w.Steps[at.step]
		next, rule := w.do(at, s)
		if rule != "" {
			return &Breach{Step: s.ID, Rule: rule, Way: append(w.way(seen, start, at), s.Do)}
		}
		outcomes := s.Outcomes
		if len(outcomes) == 0 {
			outcomes = []Outcome{{}}
		}
		for _, o := range outcomes {
			after := w.signed(next, s, o)
			for _, before := range []int{0, o.Most} {
				after.step, _ = w.after(at.step, o.Say, before, w.chosen)
				if _, been := seen[after]; !been {
					seen[after] = came{at, said(s, o)}
					queue = append(queue, after)
				}
			}
		}
	}
	return nil
}

func said(s Step, o Outcome) string {
	if o.Say == "" {
		return s.Do
	}
	return s.Do + " (" + o.Say + ")"
}

// way lists what was done from the start to a place.
func (w *walker) way(seen map[place]came, start, to place) (steps []string) {
	for to != start {
		steps = append(steps, seen[to].by)
		to = seen[to].from
	}
	slices.Reverse(steps)
	return steps
}

// do is where a walk stands once a step is done, whatever was seen; or the rule it breaks.
func (w *walker) do(at place, s Step) (place, string) {
	for _, id := range s.Gate {
		if at.gated&w.gates.bit(id) == 0 {
			return at, "nobody can pass its gate here: " + id + " was not done"
		}
	}
	if slices.ContainsFunc(w.gates.names, func(id string) bool { return id == s.ID }) {
		at.gated |= w.gates.bit(s.ID)
	}
	opened := at
	for _, id := range s.Opens {
		if rule := w.opens(&opened, id, true); rule != "" {
			return at, rule
		}
	}
	for _, id := range append(slices.Clone(s.Opens), s.Does...) {
		if rule := w.lacks(opened, id, w.book[id].Needs); rule != "" {
			return at, rule
		}
	}
	for _, id := range s.Does {
		state := w.book[id]
		if test := state.Tried; test != "" && opened.tried&w.tests.bit(test) == 0 {
			return at, state.Name + " before the " + spoken(test) + " was tested standing"
		}
		opened.loose |= w.joints.all(state.Undoes)
		w.disturb(&opened, state.Disturbs)
	}
	for _, id := range s.Needs {
		if opened.open&w.states.bit(id) == 0 {
			return at, w.book[id].Name + " is needed, and is not so"
		}
	}
	for _, id := range s.Forbids {
		if opened.open&w.states.bit(id) != 0 {
			return at, w.book[id].Name + " must not be here"
		}
	}
	closed, rule := w.closes(opened, s)
	if rule != "" {
		return at, rule
	}
	for set := closed.open; set != 0; set &= set - 1 {
		id := w.states.first(set)
		if rule := w.lacks(closed, id, w.book[id].While); rule != "" {
			return at, rule
		}
	}
	return closed, w.untestable(closed, s)
}

// closes ends what a step ends, and says which rule that breaks.
func (w *walker) closes(opened place, s Step) (place, string) {
	closed := opened
	for _, id := range s.Closes {
		state := w.book[id]
		bit := w.states.bit(id)
		if opened.open&bit == 0 && !state.Again {
			return opened, "it ends “" + state.Name + "”, which is not so"
		}
		closed.open &^= bit
		w.disturb(&closed, state.Disturbs)
	}
	for _, id := range s.Closes {
		if still := closed.open & w.states.all(w.book[id].First); still != 0 {
			return opened, "it ends “" + w.book[id].Name + "” while there is still: " +
				w.book[w.states.first(still)].Name
		}
	}
	if len(s.Undoes) > 0 {
		closed.loose |= w.joints.all(s.Undoes)
		closed.disturbed |= w.allHere
		closed.tried &^= w.allHere
	}
	joints := s.Record.Joints()
	loose := func(joint string) bool {
		bit, known := w.joints.bits[joint]
		return known && closed.loose&(1<<bit) != 0
	}
	if rule := Breaks(w.orders, joints, loose); rule != "" {
		return opened, rule
	}
	closed.loose &^= w.joints.all(joints)
	return closed, ""
}

// opens opens a state and what it brings.
func (w *walker) opens(at *place, id string, twice bool) string {
	state, bit := w.book[id], w.states.bit(id)
	if at.open&bit != 0 {
		if twice && !state.Again {
			return "it makes “" + state.Name + "”, which is so already"
		}
		return ""
	}
	at.open |= bit
	at.loose |= w.joints.all(state.Undoes)
	w.disturb(at, state.Disturbs)
	for _, other := range state.Brings {
		w.opens(at, other, false)
	}
	return ""
}

func (w *walker) disturb(at *place, test string) {
	if test != "" {
		at.disturbed |= w.tests.bit(test)
		at.tried &^= w.tests.bit(test)
	}
}

// lacks says which of the lists a state needs has none open.
func (w *walker) lacks(at place, id string, needs [][]string) string {
	for _, any := range needs {
		if at.open&w.states.all(any) == 0 {
			var names []string
			for _, other := range any {
				names = append(names, w.book[other].Name)
			}
			return "“" + w.book[id].Name + "” needs: " + strings.Join(names, ", or ")
		}
	}
	return ""
}

// untestable says why a step cannot sign its test yet.
func (w *walker) untestable(at place, s Step) string {
	if s.Record == nil || s.Record.Sign == "" {
		return ""
	}
	if at.loose != 0 {
		return "it tests the " + spoken(s.Record.Sign) +
			" while a fastener was loosened and not torqued since: " + w.joints.first(at.loose)
	}
	for set := at.open; set != 0; set &= set - 1 {
		if state := w.book[w.states.first(set)]; state.Disturbs == s.Record.Sign {
			return "it tests the " + spoken(s.Record.Sign) + " while there is still: " + state.Name
		}
	}
	return ""
}

// signed takes what a test said.
func (w *walker) signed(at place, s Step, o Outcome) place {
	if s.Record == nil || s.Record.Sign == "" {
		return at
	}
	bit := w.tests.bit(s.Record.Sign)
	at.disturbed &^= bit
	at.tried |= bit
	if o.Fails {
		at.tried &^= bit
	}
	return at
}

// ends says what is left undone where a walk ends.
func (w *walker) ends(at place) string {
	for set := at.open; set != 0; set &= set - 1 {
		if state := w.book[w.states.first(set)]; !state.Lasting {
			return "this is left so: " + state.Name
		}
	}
	if at.loose != 0 {
		return "this fastener was loosened and not torqued since: " + w.joints.first(at.loose)
	}
	if at.disturbed != 0 {
		return "the " + spoken(w.tests.first(at.disturbed)) + " was disturbed and not tested since"
	}
	return ""
}

func spoken(word string) string { return strings.ReplaceAll(word, "_", " ") }
