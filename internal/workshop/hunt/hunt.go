package hunt

import (
	"cmp"
	"fmt"
	"slices"
	"time"

	"utensil/core/diagnosis"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/wheels"
	"utensil/knowledge"
	"utensil/knowledge/complaint"
)

// Hunt opens the search for the cause of a complaint.
type Hunt struct {
	Fault string `json:"fault"`
}

// Clue is the answer of a check in a hunt.
type Clue struct {
	Hunt   record.ID `json:"hunt"`
	Check  string    `json:"check"`
	Answer string    `json:"answer,omitempty" doc:"left out: it was done and told nothing"`

	Told *knowledge.Damage `json:"told,omitempty" readOnly:"true" doc:"what is wrong by it, as it was known then"`
}

// Tried records that a cause was put right and the bike tried.
type Tried struct {
	Hunt  record.ID `json:"hunt"`
	Cause string    `json:"cause"`
	Cured bool      `json:"cured"`
}

// HuntView is a hunt as the bench sees it: the causes ranked, and what to do next.
type HuntView struct {
	ID      record.ID   `json:"id"`
	Fault   string      `json:"fault"`
	Name    string      `json:"name"`
	Caution string      `json:"caution,omitempty"`
	Source  string      `json:"source"`
	Bench   string      `json:"bench,omitempty" doc:"the bench of the job that finds it sooner"`
	Found   *HuntFound  `json:"found,omitempty" doc:"the cause that its bench found"`
	Causes  []CauseView `json:"causes" doc:"likeliest first"`
	Next    []CheckView `json:"next" doc:"what can be done now, best first"`
	Steps   []StepView  `json:"steps" doc:"what was answered, in its order"`
	Settled bool        `json:"settled" doc:"one cause is as good as certain, or a remedy cured"`
	Cured   bool        `json:"cured"`
	Odd     string      `json:"odd,omitempty" doc:"the answers fit no known cause: what to do about it"`
	Finding *record.ID  `json:"finding,omitempty" doc:"the finding made of it"`
}

// HuntFound is a cause that the bench found, in the hunt's own words.
type HuntFound struct {
	Cause string `json:"cause"`
	Name  string `json:"name"`
	Cured bool   `json:"cured" doc:"and put right there"`
}

// benched is the hunt's own cause for what its bench found; nil where it found none of them.
func (h *hunted) benched(s *record.Sheet) *HuntFound {
	names, cured := []string{}, false
	switch h.Fault.Bench {
	case "gears":
		if found := gears.FoundOn(s); found != nil {
			names, cured = []string{string(found.Cause)}, found.Cured
		}
	case "wheels":
		names, cured = wheels.FoundOn(s)
	case "air":
		names = air.FoundOn(s)
	}
	for _, name := range names {
		for _, c := range h.Causes {
			if slices.Contains(c.Found, name) {
				return &HuntFound{c.ID, c.Name, cured}
			}
		}
	}
	return nil
}

// CauseView is one cause with what speaks for it and against it.
type CauseView struct {
	ID        string   `json:"id"`
	Name      string   `json:"name"`
	Chance    float64  `json:"chance" doc:"0 to 1; two causes may be there at once"`
	Why       string   `json:"why"`
	Remedy    string   `json:"remedy"`
	Operation string   `json:"operation,omitempty"`
	Minutes   float64  `json:"minutes"`
	Unsafe    bool     `json:"unsafe"`
	For       []string `json:"for"`
	Against   []string `json:"against"`
}

// CheckView is something to look at, or a cause to put right and try, with what it would tell.
type CheckView struct {
	Check   string         `json:"check,omitempty"`
	Cause   string         `json:"cause,omitempty"`
	Do      string         `json:"do"`
	Minutes float64        `json:"minutes"`
	Tools   string         `json:"tools,omitempty"`
	Caution string         `json:"caution,omitempty"`
	Settles float64        `json:"settles" doc:"share of the doubt it is expected to settle, 0 to 1"`
	Why     string         `json:"why" doc:"why it stands where it stands"`
	Answers []ProspectView `json:"answers"`
	Held    string         `json:"held,omitempty" doc:"why it cannot be done now: it is ridden for, and something is unsafe"`
}

// ProspectView is what one answer would change.
type ProspectView struct {
	Answer string  `json:"answer"`
	Chance float64 `json:"chance"`
	Then   string  `json:"then" doc:"the likeliest cause then, and how likely"`
}

// StepView is one answer with where it came from.
type StepView struct {
	ID      *record.ID `json:"id,omitempty" doc:"the entry, to take it back; none when a reading says it"`
	Do      string     `json:"do"`
	Answer  string     `json:"answer"`
	Reading bool       `json:"reading" doc:"taken from the walk-round"`
	Finds   string     `json:"finds,omitempty" doc:"what it told of, which stands until it is put right"`
	By      string     `json:"by,omitempty"`
	At      *time.Time `json:"at,omitempty"`
	short   string     // the answer where what was asked does not stand beside it
}

// hunted is a hunt worked out: its model, what was answered, and what is believed.
type hunted struct {
	*complaint.Hunt
	entry  record.Entry
	steps  []diagnosis.Step
	views  []StepView
	belief diagnosis.Belief
}

func hunt(s *record.Sheet, e record.Entry) (*hunted, error) {
	fault, known := s.Book.Fault(Hunts.In(e.Content).Fault)
	if !known {
		return nil, fmt.Errorf("the complaint %q is not known any more", Hunts.In(e.Content).Fault)
	}
	model, err := fault.On(parts.Facts.Of(s))
	if err != nil {
		return nil, err
	}
	h := &hunted{Hunt: model, entry: e}
	answered := map[string]bool{}
	clues := clues(s, e.ID)
	for _, c := range clues {
		if Clues.In(c.Content) != nil {
			answered[Clues.In(c.Content).Check] = true
		}
	}
	// What the walk-round has seen already need not be asked.
	for i, c := range h.Checks {
		if c.Fluid != "" && !answered[c.ID] {
			if answer, says := c.Read(fluid.FluidAge(s, c.Fluid)); says {
				h.steps = append(h.steps, diagnosis.Step{Action: diagnosis.Look(i), Answer: answer})
				h.views = append(h.views, StepView{Do: c.Do, Answer: c.Answers[answer].Say,
					Reading: true, short: c.Answers[answer].Say})
			}
			continue
		}
		r, read := inspect.ReadingOf(s, c.Point)
		if c.Point == "" || answered[c.ID] || read == nil || read.PassedOver {
			continue
		}
		var seen []string
		if j := inspect.Judged(s, read); j != nil {
			seen = append(slices.Clone(j.Seen), string(j.Mark))
		}
		if answer, says := c.Read(seen...); says {
			h.steps = append(h.steps, diagnosis.Step{Action: diagnosis.Look(i), Answer: answer})
			h.views = append(h.views, StepView{Do: c.Do, Answer: c.Answers[answer].Say, Reading: true,
				By: r.ByName, At: &r.At,
				short: named(s, c.Point) + c.Answers[answer].Say})
		}
	}
	for _, c := range clues {
		step, view := h.step(c)
		if view.Do == "" {
			continue // a check that this bike does not have any more
		}
		view.ID, view.By, view.At, view.short = &c.ID, c.ByName, &c.At, view.Answer
		if step.Check >= 0 {
			view.short = named(s, h.Checks[step.Check].Point) + view.Answer
		}
		if clue := Clues.In(c.Content); clue != nil {
			if damage, does := tells(s, *clue); does {
				view.Finds = damage.Title
			}
		}
		h.steps, h.views = append(h.steps, step), append(h.views, view)
	}
	h.belief = h.Model.Weigh(h.steps)
	return h, nil
}

// named is a point's name before what was seen there.
func named(s *record.Sheet, point string) string {
	if p, known := s.Book.Point(point); known {
		return p.Name + ": "
	}
	return ""
}

// clues lists the answers of a hunt in their order.
func clues(s *record.Sheet, hunt record.ID) []record.Entry {
	var out []record.Entry
	for _, e := range s.Standing {
		clue, tried := Clues.In(e.Content), Tries.In(e.Content)
		if clue != nil && clue.Hunt == hunt || tried != nil && tried.Hunt == hunt {
			out = append(out, e)
		}
	}
	return out
}

func (h *hunted) step(e record.Entry) (diagnosis.Step, StepView) {
	if t := Tries.In(e.Content); t != nil {
		i := h.Cause(t.Cause)
		if i < 0 {
			return diagnosis.Step{}, StepView{}
		}
		answer, said := diagnosis.NotCured, "did not cure it"
		if t.Cured {
			answer, said = diagnosis.Cured, "cured it"
		}
		return diagnosis.Step{Action: diagnosis.Try(i), Answer: answer},
			StepView{Do: h.Causes[i].Remedy + ".", Answer: said}
	}
	clue := Clues.In(e.Content)
	i := slices.IndexFunc(h.Checks, func(c complaint.Check) bool { return c.ID == clue.Check })
	if i < 0 {
		return diagnosis.Step{}, StepView{}
	}
	c := h.Checks[i]
	answer := slices.IndexFunc(c.Answers, func(a complaint.Answer) bool { return a.Say == clue.Answer })
	said := clue.Answer
	if answer < 0 {
		answer, said = diagnosis.CannotTell, "cannot tell"
	}
	return diagnosis.Step{Action: diagnosis.Look(i), Answer: answer}, StepView{Do: c.Do, Answer: said}
}

func (h *hunted) Cause(id string) int {
	return slices.IndexFunc(h.Causes, func(c complaint.Cause) bool { return c.ID == id })
}

// most next actions shown; the rest are seldom worth their minutes.
const mostNext = 5

func huntView(s *record.Sheet, h *hunted) HuntView {
	v := HuntView{ID: h.entry.ID, Fault: h.Fault.ID, Name: h.Fault.Name, Caution: h.Fault.Caution,
		Source: h.Fault.Source,
		Bench:  h.Fault.Bench, Found: h.benched(s),
		Causes: h.ranked(), Next: []CheckView{}, Steps: record.Some(h.views), Settled: h.belief.Settled()}
	v.Cured = slices.ContainsFunc(h.steps, func(s diagnosis.Step) bool {
		return s.Cause >= 0 && s.Answer == diagnosis.Cured
	})
	if h.belief.Fits() < diagnosis.Odd {
		v.Odd = "These answers go together with no known cause. Do the one you are least sure of again, " +
			"or look for something that is not on " +
			"this list."
	}
	if h.belief.Exhausted() {
		v.Odd = "Every cause on this list was put right, and it is still there. Look for something that " +
			"is not on it, or ask a colleague."
	}
	v.Next = h.checks(thoughts.next(s.Book, h), NotRidden(s))
	if e, found := inspect.Findings.Last(s.Ledger, func(in *inspect.Finding) bool {
		return in.Hunt != nil &&
			*in.Hunt == h.entry.ID
	}); found != nil {
		v.Finding = &e.ID
	}
	return v
}

// hurts says whether advice is to look for what could hurt: nobody rides, and nothing is
// tightened, before that was done.
func (h *hunted) hurts(a diagnosis.Advice) bool {
	return a.Cause < 0 && slices.Contains(h.Fault.BeforeRiding, h.Checks[a.Check].ID)
}

// checks are what can be done next: what could hurt first, then the best. What is ridden for
// waits while the bike is not to be ridden.
func (h *hunted) checks(advice []diagnosis.Advice, unsafe string) []CheckView {
	next, held := []CheckView{}, []CheckView{}
	advice = slices.Clone(advice)
	slices.SortStableFunc(advice, func(a, b diagnosis.Advice) int {
		return cmp.Compare(map[bool]int{true: 0, false: 1}[h.hurts(a)], map[bool]int{true: 0, false: 1}[h.hurts(b)])
	})
	for _, a := range advice {
		v := h.check(a, len(next) == 0)
		if unsafe != "" && a.Cause < 0 && h.Checks[a.Check].Rides {
			v.Held = "Nobody rides it now: " + unsafe + "."
			held = append(held, v)
			continue
		}
		next = append(next, v)
	}
	return slices.Concat(next, held)[:min(len(advice), mostNext)]
}

func (h *hunted) ranked() []CauseView {
	causes := make([]CauseView, 0, len(h.Causes))
	top, sure := h.belief.Top()
	for i, c := range h.Causes {
		v := CauseView{ID: c.ID, Name: c.Name, Chance: h.belief.Of(i), Why: c.Why, Remedy: c.Remedy,
			Operation: c.Operation,
			Minutes:   c.Minutes, Unsafe: c.Unsafe, For: []string{}, Against: []string{}}
		if i == top && sure == 1 {
			v.Chance = 1
		}
		for n, s := range h.steps {
			said := h.views[n].short
			if s.Cause >= 0 {
				said = h.Causes[s.Cause].Remedy + " " + said
			}
			switch speaks := h.Model.Speaks(s, i); {
			case speaks > 1.5:
				v.For = append(v.For, said)
			case speaks < 1/1.5:
				v.Against = append(v.Against, said)
			}
		}
		causes = append(causes, v)
	}
	slices.SortStableFunc(causes, func(a, b CauseView) int { return cmp.Compare(b.Chance, a.Chance) })
	return causes
}

func (h *hunted) check(a diagnosis.Advice, first bool) CheckView {
	var v CheckView
	var answers []string
	if a.Cause >= 0 {
		c := h.Causes[a.Cause]
		v = CheckView{Cause: c.ID, Do: c.Remedy + ", and try it.", Minutes: c.Minutes}
		answers = []string{"That cured it", "It is still there"}
	} else {
		c := h.Checks[a.Check]
		v = CheckView{Check: c.ID, Do: c.Do, Minutes: c.Minutes, Tools: c.Tools, Caution: c.Caution}
		for _, answer := range c.Answers {
			answers = append(answers, answer.Say)
		}
	}
	v.Settles = h.belief.Doubt(a)
	for i, p := range a.Answers {
		then := fmt.Sprintf("%s %.0f %%", h.Causes[p.Top].Name, p.Then*100)
		v.Answers = append(v.Answers, ProspectView{Answer: answers[i], Chance: p.Chance, Then: then})
	}
	v.Why = fmt.Sprintf("Settles about %.0f %% of the doubt in %s.", v.Settles*100, spokenMinutes(v.Minutes))
	if h.hurts(a) {
		v.Why = "What could hurt is looked for first. " + v.Why
	} else if first {
		v.Why += " Nothing else tells more for its minutes."
		if a.Whole > 0 {
			v.Why += fmt.Sprintf(" About %s to the cause from here.", spokenMinutes(a.Whole))
		}
	}
	return v
}

func spokenMinutes(m float64) string {
	switch {
	case m < 0.75:
		return "half a minute"
	case m < 1.5:
		return "a minute"
	}
	return fmt.Sprintf("%.0f minutes", m)
}

// Views lists the hunts of a job.
func Views(s *record.Sheet) []HuntView {
	views := []HuntView{}
	for e := range Hunts.All(s.Ledger) {
		if h, err := hunt(s, e); err == nil {
			views = append(views, huntView(s, h))
		}
	}
	return views
}

func checkHunt(s *record.Sheet, in Hunt) (*Hunt, error) {
	if f, known := s.Book.Fault(in.Fault); !known || !f.When.Holds(parts.Facts.Of(s)) {
		return nil, record.Refuse("fault", "This bike cannot have that complaint. Choose another.")
	}
	return &in, nil
}

func OpenHunt(s *record.Sheet, id record.ID) (*hunted, error) {
	e, open := Hunts.Find(s.Ledger, id)
	if open == nil {
		return nil, record.Refuse("hunt", "That search was taken back. Open it again.")
	}
	return hunt(s, e)
}

func checkClue(s *record.Sheet, d record.Draft, in Clue) (*Clue, error) {
	h, err := OpenHunt(s, in.Hunt)
	if err != nil {
		return nil, err
	}
	for _, c := range h.Checks {
		if c.ID != in.Check {
			continue
		}
		if in.Answer != "" && !slices.ContainsFunc(c.Answers,
			func(a complaint.Answer) bool { return a.Say == in.Answer }) {
			return nil, record.Refuse("answer",
				"“%s” is no answer of this check. Choose one of its answers, or cannot tell.", in.Answer)
		}
		if c.Rides {
			if err := CheckRidden(s, "check"); err != nil {
				return nil, err
			}
		}
		in.Told = nil // whoever sends it, it says what the book does
		if damage, does := tells(s, in); does {
			in.Told = &damage
		}
		return &in, lookedAt(s, h.entry.ID, in, d.Supersedes)
	}
	return nil, record.Refuse("check", "This search has no such check.")
}

// lookedAt refuses a second answer to one check: counted twice, one look would make the search
// surer than it is.
func lookedAt(s *record.Sheet, hunt record.ID, in Clue, supersedes *record.ID) error {
	for _, e := range clues(s, hunt) {
		if c := Clues.In(e.Content); c != nil && c.Check == in.Check && (supersedes == nil || e.ID != *supersedes) {
			said := "could not tell"
			if c.Answer != "" {
				said = "said “" + c.Answer + "”"
			}
			return &record.Problem{Kind: record.Stale, Title: "That was looked at already",
				Detail: fmt.Sprintf("%s %s. If that is wrong, take it back and answer again.", e.ByName, said)}
		}
	}
	return nil
}

func checkTried(s *record.Sheet, in Tried) (*Tried, error) {
	h, err := OpenHunt(s, in.Hunt)
	if err != nil {
		return nil, err
	}
	if h.Cause(in.Cause) < 0 {
		return nil, record.Refuse("cause", "This search has no such cause.")
	}
	return &in, nil
}

// CauseOf is the cause that a finding of a hunt has named.
func CauseOf(s *record.Sheet, in inspect.Finding) (complaint.Cause, bool) {
	if in.Hunt == nil {
		return complaint.Cause{}, false
	}
	_, hunt := Hunts.Find(s.Ledger, *in.Hunt)
	if hunt == nil {
		return complaint.Cause{}, false
	}
	fault, known := s.Book.Fault(hunt.Fault)
	if !known {
		return complaint.Cause{}, false
	}
	if i := slices.IndexFunc(fault.Causes, func(c complaint.Cause) bool { return c.ID == in.Cause }); i >= 0 {
		return fault.Causes[i], true
	}
	return complaint.Cause{}, false
}

// TriedAndCured says whether the cause that a finding names was put right and gone.
func TriedAndCured(s *record.Sheet, hunt, finding record.ID) bool {
	_, found := inspect.Findings.Find(s.Ledger, finding)
	return found != nil && slices.ContainsFunc(clues(s, s.Current(hunt)), func(c record.Entry) bool {
		t := Tries.In(c.Content)
		return t != nil && t.Cured && t.Cause == found.Cause
	})
}

// The search for a cause: opened, answered, tried.
var (
	Hunts = record.NewKind(record.Kind[Hunt]{Name: "hunt", By: record.ByMechanic})
	Clues = record.NewKind(record.Kind[Clue]{Name: "clue", By: record.ByMechanic})
	Tries = record.NewKind(record.Kind[Tried]{Name: "tried", By: record.ByMechanic})
)
