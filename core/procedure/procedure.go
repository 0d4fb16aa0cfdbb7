// Package procedure runs guided work: steps in their order, branches on what was seen, gates
// that hold a step back until others are done, variants by a choice made at the start.
package procedure

import (
	"errors"
	"fmt"
	"slices"
)

// Procedure is a piece of guided work.
type Procedure struct {
	Choices []Choice `json:"choices,omitempty" yaml:"choices"`
	Steps   []Step   `json:"steps" yaml:"steps"`
}

// Choice is made before the first step: the school, dry or soft, two pistons or four. One with
// a Fact is answered by the bike and not asked; its options are words of that fact, or stand for several.
type Choice struct {
	ID      string              `json:"id" yaml:"id"`
	Ask     string              `json:"ask" yaml:"ask"`
	Fact    string              `json:"fact,omitempty" yaml:"fact" doc:"of the bike, that answers it"`
	If      map[string][]string `json:"if,omitempty" yaml:"if" doc:"choices before it under which it is asked"`
	Options []Option            `json:"options" yaml:"options"`
}

// Option is one way to choose.
type Option struct {
	ID    string   `json:"id" yaml:"id"`
	Name  string   `json:"name" yaml:"name"`
	Why   string   `json:"why,omitempty" yaml:"why"`
	Opens []string `json:"opens,omitempty" yaml:"opens" doc:"states that are so from the start"`
	Words []string `json:"words,omitempty" yaml:"words" doc:"of the bike's fact that it stands for; left out for its id alone"`
}

// Means lists the words of a fact that the option stands for.
func (o Option) Means() []string {
	if len(o.Words) > 0 {
		return o.Words
	}
	return []string{o.ID}
}

// Answer is the option that stands for a word of the choice's fact; empty where none does.
func (c Choice) Answer(word string) string {
	for _, o := range c.Options {
		if slices.Contains(o.Means(), word) {
			return o.ID
		}
	}
	return ""
}

// Means lists the words of the choice's fact that one of its options stands for.
func (c Choice) Means(option string) []string {
	i := slices.IndexFunc(c.Options, func(o Option) bool { return o.ID == option })
	if i < 0 {
		return nil
	}
	return c.Options[i].Means()
}

// Step is one thing to do.
type Step struct {
	ID       string              `json:"id" yaml:"id"`
	Do       string              `json:"do" yaml:"do"`
	Why      string              `json:"why,omitempty" yaml:"why"`
	See      string              `json:"see,omitempty" yaml:"see" doc:"what tells that it is right"`
	Caution  string              `json:"caution,omitempty" yaml:"caution"`
	Tools    []string            `json:"tools,omitempty" yaml:"tools"`
	Seconds  int                 `json:"seconds,omitempty" yaml:"seconds" doc:"how long to wait or to go on"`
	Gate     []string            `json:"gate,omitempty" yaml:"gate" doc:"steps that must be done before"`
	If       map[string][]string `json:"if,omitempty" yaml:"if" doc:"choices under which the step is there"`
	Record   *Yield              `json:"record,omitempty" yaml:"record"`
	Recalls  string              `json:"recalls,omitempty" yaml:"recalls" doc:"the step before it whose note says how it is put back"`
	Opens    States              `json:"opens,omitempty" yaml:"opens" doc:"states it makes, such as front-wheel-out"`
	Closes   States              `json:"closes,omitempty" yaml:"closes" doc:"states it ends"`
	Does     []string            `json:"does,omitempty" yaml:"does" doc:"states of a moment: fluid pressed up, a ride"`
	Needs    []string            `json:"needs,omitempty" yaml:"needs" doc:"states that must be open when it is done"`
	Forbids  []string            `json:"forbids,omitempty" yaml:"forbids" doc:"states that must not be"`
	Undoes   []string            `json:"undoes,omitempty" yaml:"undoes" doc:"fasteners it loosens, besides those of the states it opens"`
	Stays    string              `json:"-" yaml:"stays"` // why words that loosen leave no joint loose
	Use      string              `json:"-" yaml:"use"`   // a passage that stands in its place
	Outcomes []Outcome           `json:"outcomes,omitempty" yaml:"outcomes" doc:"what may be seen; none for a plain step"`
}

// Yield is a figure, a signature or a part fitted that a step yields. It is typed once and goes to the log it
// belongs to.
type Yield struct {
	Point     string   `json:"point,omitempty" yaml:"point" doc:"of the walk-round"`
	Fastener  string   `json:"fastener,omitempty" yaml:"fastener" doc:"of the torque log"`
	Fasteners []string `json:"fasteners,omitempty" yaml:"fasteners" doc:"of the torque log: those of them that the bike has"`
	Sign      string   `json:"sign,omitempty" yaml:"sign" enum:"front_brake,rear_brake,third_brake" doc:"the brake test that release needs"`
	Part      string   `json:"part,omitempty" yaml:"part" doc:"the place of the bike whose part is fitted: what was fitted is written down"`
	Air       string   `json:"air,omitempty" yaml:"air" enum:"fork,shock,front_tyre,rear_tyre" doc:"the place whose pressure is read"`
	Dials     string   `json:"dials,omitempty" yaml:"dials" enum:"fork,shock" doc:"the leg whose damper's clicks are counted"`
	Sealant   string   `json:"sealant,omitempty" yaml:"sealant" enum:"front,rear" doc:"the tyre that sealant is filled into: how much is written down"`
	Oil       string   `json:"oil,omitempty" yaml:"oil" enum:"fork,shock" doc:"the leg that is served: its oil and its hours are written down"`
	Note      string   `json:"note,omitempty" yaml:"note" doc:"what is written down with the step, in words"`
	Left      bool     `json:"left,omitempty" yaml:"left" doc:"a point, a pressure or clicks as the work leaves them, not as they were found"`
}

// Joints are the fasteners that are torqued.
func (y *Yield) Joints() []string {
	switch {
	case y == nil:
		return nil
	case y.Fastener != "":
		return append([]string{y.Fastener}, y.Fasteners...)
	}
	return y.Fasteners
}

// Outcome is something that may be seen, and where it leads. One that leads back is counted by
// the run: after Most times it leads to Then.
type Outcome struct {
	Say   string `json:"say" yaml:"say"`
	To    string `json:"to,omitempty" yaml:"to" doc:"a step; left out for the next one, end for the end"`
	Most  int    `json:"most,omitempty" yaml:"most" doc:"how often it may lead there in one run"`
	Then  string `json:"then,omitempty" yaml:"then" doc:"the step it leads to after that"`
	Fails bool   `json:"fails,omitempty" yaml:"fails" doc:"the test that the step signs did not pass"`
	Leave bool   `json:"leave,omitempty" yaml:"leave" doc:"the work is left: something else comes first"`
	Bad   bool   `json:"bad,omitempty" yaml:"bad" doc:"what the step reads at its point is due or unsafe then"`
	Finds *Find  `json:"finds,omitempty" yaml:"finds" doc:"what is wrong then; of an outcome that is counted, once it was counted out"`
	Told  string `json:"told,omitempty" yaml:"told" doc:"of one that names damage: where else in this work it is put right, or written down"`
}

// Find is something wrong that an outcome tells of: it stands until it is put right.
type Find struct {
	Title string `json:"title" yaml:"title"`
	Mark  string `json:"mark" yaml:"mark" enum:"due,unsafe"`
	Why   string `json:"why" yaml:"why" doc:"what it does to the rider, or to the bike"`
	Work  string `json:"work,omitempty" yaml:"work" doc:"of the catalogue, that puts it right"`
}

// Found is what an outcome of a step told of.
type Found struct {
	Mark int // which of what was done
	Find Find
}

// Found are the things found wrong in what was done.
func (p Procedure) Found(marks []Mark) (list []Found) {
	seen := map[Mark]int{}
	for n, m := range marks {
		if i := p.index(m.Step); i >= 0 {
			for _, o := range p.Steps[i].Outcomes {
				if o.Say == m.Outcome && o.Finds != nil && (o.Most == 0 || seen[m] >= o.Most) {
					list = append(list, Found{n, *o.Finds})
				}
			}
		}
		seen[m]++
	}
	return list
}

// Left says whether a run of the procedure ended because something else comes first: nothing
// counts as done then.
func (p Procedure) Left(marks []Mark) bool {
	if len(marks) == 0 {
		return false
	}
	last := marks[len(marks)-1]
	for _, s := range p.Steps {
		for _, o := range s.Outcomes {
			if s.ID == last.Step && o.Say == last.Outcome {
				return o.Leave
			}
		}
	}
	return false
}

// End is where an outcome leads that ends the procedure.
const End = "end"

// Mark is one step done, with what was seen.
type Mark struct {
	Step    string
	Outcome string
}

// there says whether a step is there under the choices made.
func (s Step) there(chosen map[string]string) bool { return meets(s.If, chosen) }

// index finds a step.
func (p Procedure) index(id string) int {
	return slices.IndexFunc(p.Steps, func(s Step) bool { return s.ID == id })
}

// from is the first step at or after a place that is there; len(Steps) at the end.
func (p Procedure) from(place int, chosen map[string]string) int {
	for place < len(p.Steps) && !p.Steps[place].there(chosen) {
		place++
	}
	return place
}

// leads is where the id of a step, or of the end, lies.
func (p Procedure) leads(id string, chosen map[string]string) int {
	if at := p.index(id); at >= 0 {
		return p.from(at, chosen)
	}
	return len(p.Steps)
}

// after is where a step leads with an outcome that was seen so many times before; false when
// there is no such outcome.
func (p Procedure) after(place int, outcome string, before int, chosen map[string]string) (int, bool) {
	s := p.Steps[place]
	if len(s.Outcomes) == 0 {
		return p.from(place+1, chosen), outcome == ""
	}
	for _, o := range s.Outcomes {
		switch {
		case o.Say != outcome:
			continue
		case o.Most > 0 && before >= o.Most:
			return p.leads(o.Then, chosen), true
		case o.To == "":
			return p.from(place+1, chosen), true
		}
		return p.leads(o.To, chosen), true
	}
	return 0, false
}

// Standing is where a run stands.
type Standing struct {
	Now  int      // the step to do; len(Steps) when it is done
	Held []string // steps that a gate waits for
	Done map[string]bool
	Seen map[Mark]int // how often each outcome was seen
}

// ErrElsewhere says that a mark is of another step than the one to do.
var ErrElsewhere = errors.New("that is not the step to do now")

// At replays what was done. Marks that do not fit end the replay with an error.
func (p Procedure) At(chosen map[string]string, marks []Mark) (Standing, error) {
	s := Standing{Now: p.from(0, chosen), Done: map[string]bool{}, Seen: map[Mark]int{}}
	for _, m := range marks {
		if s.Now >= len(p.Steps) || p.Steps[s.Now].ID != m.Step {
			return p.held(s), ErrElsewhere
		}
		if waits := p.held(s).Held; len(waits) > 0 {
			return p.held(s), fmt.Errorf("%s waits for %s", m.Step, waits[0])
		}
		next, known := p.after(s.Now, m.Outcome, s.Seen[m], chosen)
		if !known {
			return p.held(s), fmt.Errorf("%s does not end with %q", m.Step, m.Outcome)
		}
		s.Seen[m]++
		s.Done[m.Step], s.Now = true, next
	}
	return p.held(s), nil
}

// held fills in what the gate of the step to do waits for.
func (p Procedure) held(s Standing) Standing {
	s.Held = nil
	if s.Now < len(p.Steps) {
		for _, id := range p.Steps[s.Now].Gate {
			if !s.Done[id] {
				s.Held = append(s.Held, id)
			}
		}
	}
	return s
}

// Try says which try of a counted loop the step to do is, and of how many; 0 where none is counted.
func (p Procedure) Try(s Standing) (try, of int) {
	if s.Now >= len(p.Steps) {
		return 0, 0
	}
	for _, o := range p.Steps[s.Now].Outcomes {
		if o.Most > 0 {
			return s.Seen[Mark{p.Steps[s.Now].ID, o.Say}] + 1, o.Most + 1
		}
	}
	return 0, 0
}

// Next is the step that follows the one to do if all goes as it should: its first outcome.
func (p Procedure) Next(s Standing, chosen map[string]string) (Step, bool) {
	if s.Now >= len(p.Steps) {
		return Step{}, false
	}
	m := Mark{Step: p.Steps[s.Now].ID}
	if o := p.Steps[s.Now].Outcomes; len(o) > 0 {
		m.Outcome = o[0].Say
	}
	if next, known := p.after(s.Now, m.Outcome, s.Seen[m], chosen); known && next < len(p.Steps) {
		return p.Steps[next], true
	}
	return Step{}, false
}

// Applies says whether the choice is there, given those made before it.
func (c Choice) Applies(chosen map[string]string) bool { return meets(c.If, chosen) }

// meets says whether what was chosen meets every condition.
func meets(conditions map[string][]string, chosen map[string]string) bool {
	for choice, options := range conditions {
		if !slices.Contains(options, chosen[choice]) {
			return false
		}
	}
	return true
}

// Chosen checks that every choice that is there is made, with an option it has.
func (p Procedure) Chosen(chosen map[string]string) error {
	for _, c := range p.Choices {
		if !c.Applies(chosen) {
			continue
		}
		if !slices.ContainsFunc(c.Options, func(o Option) bool { return o.ID == chosen[c.ID] }) {
			return fmt.Errorf("choose first: %s", c.Ask)
		}
	}
	return nil
}
