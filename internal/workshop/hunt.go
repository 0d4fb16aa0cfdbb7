package workshop

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode"

	"utensil/core/diagnosis"
	"utensil/core/wear"
	"utensil/knowledge"
)

// Hunt opens the search for the cause of a complaint.
type Hunt struct {
	Fault string `json:"fault"`
}

// Clue is the answer of a check in a hunt.
type Clue struct {
	Hunt   ID     `json:"hunt"`
	Check  string `json:"check"`
	Answer string `json:"answer,omitempty" doc:"left out: it was done and told nothing"`
}

// Tried records that a cause was put right and the bike tried.
type Tried struct {
	Hunt  ID     `json:"hunt"`
	Cause string `json:"cause"`
	Cured bool   `json:"cured"`
}

// HuntView is a hunt as the bench sees it: the causes ranked, and what to do next.
type HuntView struct {
	ID      ID          `json:"id"`
	Fault   string      `json:"fault"`
	Name    string      `json:"name"`
	Caution string      `json:"caution,omitempty"`
	Source  string      `json:"source"`
	Causes  []CauseView `json:"causes" doc:"likeliest first"`
	Next    []CheckView `json:"next" doc:"what can be done now, best first"`
	Steps   []StepView  `json:"steps" doc:"what was answered, in its order"`
	Settled bool        `json:"settled" doc:"one cause is as good as certain, or a remedy cured"`
	Cured   bool        `json:"cured"`
	Odd     string      `json:"odd,omitempty" doc:"the answers fit no known cause: what to do about it"`
	Finding *ID         `json:"finding,omitempty" doc:"the finding made of it"`
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
}

// ProspectView is what one answer would change.
type ProspectView struct {
	Answer string  `json:"answer"`
	Chance float64 `json:"chance"`
	Then   string  `json:"then" doc:"the likeliest cause then, and how likely"`
}

// StepView is one answer with where it came from.
type StepView struct {
	ID      *ID        `json:"id,omitempty" doc:"the entry, to take it back; none when a reading says it"`
	Do      string     `json:"do"`
	Answer  string     `json:"answer"`
	Reading bool       `json:"reading" doc:"taken from the walk-round"`
	By      string     `json:"by,omitempty"`
	At      *time.Time `json:"at,omitempty"`
	short   string     // the answer where what was asked does not stand beside it
}

// hunted is a hunt worked out: its model, what was answered, and what is believed.
type hunted struct {
	*knowledge.Hunt
	entry  Entry
	steps  []diagnosis.Step
	views  []StepView
	belief diagnosis.Belief
}

func (w *Workshop) hunt(s *sheet, e Entry) (*hunted, error) {
	fault, known := w.Book().Fault(e.Content.Hunt.Fault)
	if !known {
		return nil, fmt.Errorf("the complaint %q is not known any more", e.Content.Hunt.Fault)
	}
	model, err := fault.On(s.Bike.Facts)
	if err != nil {
		return nil, err
	}
	h := &hunted{Hunt: model, entry: e}
	answered := map[string]bool{}
	clues := s.clues(e.ID)
	for _, c := range clues {
		if c.Content.Clue != nil {
			answered[c.Content.Clue.Check] = true
		}
	}
	// What the walk-round has seen already need not be asked.
	for i, c := range h.Checks {
		if c.Fluid != "" && !answered[c.ID] {
			if answer, says := c.Read(w.fluidAge(s, c.Fluid)); says {
				h.steps = append(h.steps, diagnosis.Step{Action: diagnosis.Look(i), Answer: answer})
				h.views = append(h.views, StepView{Do: c.Do, Answer: c.Answers[answer].Say, Reading: true, short: c.Answers[answer].Say})
			}
			continue
		}
		r, read := s.readingOf(c.Point)
		if c.Point == "" || answered[c.ID] || !read || r.Content.Reading.PassedOver {
			continue
		}
		var seen []string
		if j := w.judged(s, r.Content.Reading); j != nil {
			seen = append(slices.Clone(j.Seen), string(j.Mark))
		}
		if answer, says := c.Read(seen...); says {
			h.steps = append(h.steps, diagnosis.Step{Action: diagnosis.Look(i), Answer: answer})
			h.views = append(h.views, StepView{Do: c.Do, Answer: c.Answers[answer].Say, Reading: true, By: r.ByName, At: &r.At,
				short: w.named(c.Point) + c.Answers[answer].Say})
		}
	}
	for _, c := range clues {
		step, view := h.step(c)
		if view.Do == "" {
			continue // a check that this bike does not have any more
		}
		view.ID, view.By, view.At, view.short = &c.ID, c.ByName, &c.At, view.Answer
		if step.Check >= 0 {
			view.short = w.named(h.Checks[step.Check].Point) + view.Answer
		}
		h.steps, h.views = append(h.steps, step), append(h.views, view)
	}
	h.belief = h.Model.Weigh(h.steps)
	return h, nil
}

// named is a point's name before what was seen there.
func (w *Workshop) named(point string) string {
	if p, known := w.Book().Point(point); known {
		return p.Name + ": "
	}
	return ""
}

// clues lists the answers of a hunt in their order.
func (l ledger) clues(hunt ID) []Entry {
	var out []Entry
	for _, e := range l.standing {
		if e.Content.Clue != nil && e.Content.Clue.Hunt == hunt || e.Content.Tried != nil && e.Content.Tried.Hunt == hunt {
			out = append(out, e)
		}
	}
	return out
}

func (h *hunted) step(e Entry) (diagnosis.Step, StepView) {
	if t := e.Content.Tried; t != nil {
		i := h.cause(t.Cause)
		if i < 0 {
			return diagnosis.Step{}, StepView{}
		}
		answer, said := diagnosis.NotCured, "did not cure it"
		if t.Cured {
			answer, said = diagnosis.Cured, "cured it"
		}
		return diagnosis.Step{Action: diagnosis.Try(i), Answer: answer}, StepView{Do: h.Causes[i].Remedy + ".", Answer: said}
	}
	i := slices.IndexFunc(h.Checks, func(c knowledge.Check) bool { return c.ID == e.Content.Clue.Check })
	if i < 0 {
		return diagnosis.Step{}, StepView{}
	}
	c := h.Checks[i]
	answer := slices.IndexFunc(c.Answers, func(a knowledge.Answer) bool { return a.Say == e.Content.Clue.Answer })
	said := e.Content.Clue.Answer
	if answer < 0 {
		answer, said = diagnosis.CannotTell, "cannot tell"
	}
	return diagnosis.Step{Action: diagnosis.Look(i), Answer: answer}, StepView{Do: c.Do, Answer: said}
}

func (h *hunted) cause(id string) int {
	return slices.IndexFunc(h.Causes, func(c knowledge.Cause) bool { return c.ID == id })
}

// most next actions shown; the rest are seldom worth their minutes.
const mostNext = 5

func (w *Workshop) huntView(s *sheet, h *hunted) HuntView {
	v := HuntView{ID: h.entry.ID, Fault: h.Fault.ID, Name: h.Fault.Name, Caution: h.Fault.Caution, Source: h.Fault.Source,
		Causes: h.ranked(), Next: []CheckView{}, Steps: some(h.views), Settled: h.belief.Settled()}
	v.Cured = slices.ContainsFunc(h.steps, func(s diagnosis.Step) bool { return s.Cause >= 0 && s.Answer == diagnosis.Cured })
	if h.belief.Fits() < diagnosis.Odd {
		v.Odd = "These answers go together with no known cause. Do the one you are least sure of again, or look for something that is not on this list."
	}
	if h.belief.Exhausted() {
		v.Odd = "Every cause on this list was put right, and it is still there. Look for something that is not on it, or ask a colleague."
	}
	for n, a := range w.thoughts.next(w.Book(), h) {
		if n == mostNext {
			break
		}
		v.Next = append(v.Next, h.check(a, n == 0))
	}
	if e, found := s.last(KindFinding, func(c Content) bool { return c.Finding.Hunt != nil && *c.Finding.Hunt == h.entry.ID }); found {
		v.Finding = &e.ID
	}
	return v
}

func (h *hunted) ranked() []CauseView {
	causes := make([]CauseView, 0, len(h.Causes))
	top, sure := h.belief.Top()
	for i, c := range h.Causes {
		v := CauseView{ID: c.ID, Name: c.Name, Chance: h.belief.Of(i), Why: c.Why, Remedy: c.Remedy, Operation: c.Operation,
			Minutes: c.Minutes, Unsafe: c.Unsafe, For: []string{}, Against: []string{}}
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
	if first {
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

// hunts lists the hunts of a job.
func (w *Workshop) hunts(s *sheet) []HuntView {
	views := []HuntView{}
	for _, e := range s.all(KindHunt) {
		if h, err := w.hunt(s, e); err == nil {
			views = append(views, w.huntView(s, h))
		}
	}
	return views
}

func (w *Workshop) checkHunt(s *sheet, in Hunt) (*Hunt, error) {
	if f, known := w.Book().Fault(in.Fault); !known || !f.When.Holds(s.Bike.Facts) {
		return nil, invalid("fault", "This bike cannot have that complaint. Choose another.")
	}
	return &in, nil
}

func (w *Workshop) openHunt(s *sheet, id ID) (*hunted, error) {
	e, known := s.find(id)
	if !known || e.Kind != KindHunt {
		return nil, invalid("hunt", "That search was taken back. Open it again.")
	}
	return w.hunt(s, e)
}

func (w *Workshop) checkClue(s *sheet, in Clue, supersedes *ID) (*Clue, error) {
	h, err := w.openHunt(s, in.Hunt)
	if err != nil {
		return nil, err
	}
	for _, c := range h.Checks {
		if c.ID != in.Check {
			continue
		}
		if in.Answer != "" && !slices.ContainsFunc(c.Answers, func(a knowledge.Answer) bool { return a.Say == in.Answer }) {
			return nil, invalid("answer", "“%s” is no answer of this check. Choose one of its answers, or cannot tell.", in.Answer)
		}
		return &in, s.lookedAt(h.entry.ID, in, supersedes)
	}
	return nil, invalid("check", "This search has no such check.")
}

// lookedAt refuses a second answer to one check: counted twice, one look would make the search
// surer than it is.
func (s *sheet) lookedAt(hunt ID, in Clue, supersedes *ID) error {
	for _, e := range s.clues(hunt) {
		if c := e.Content.Clue; c != nil && c.Check == in.Check && (supersedes == nil || e.ID != *supersedes) {
			said := "could not tell"
			if c.Answer != "" {
				said = "said “" + c.Answer + "”"
			}
			return &Problem{Kind: Stale, Title: "That was looked at already", Detail: fmt.Sprintf("%s %s. If that is wrong, take it back and answer again.", e.ByName, said)}
		}
	}
	return nil
}

func (w *Workshop) checkTried(s *sheet, in Tried) (*Tried, error) {
	h, err := w.openHunt(s, in.Hunt)
	if err != nil {
		return nil, err
	}
	if h.cause(in.Cause) < 0 {
		return nil, invalid("cause", "This search has no such cause.")
	}
	return &in, nil
}

// fromHunt fills in a finding that rests on a hunt: what is wrong, how bad, and the work.
func (w *Workshop) fromHunt(s *sheet, in *Finding) error {
	h, err := w.openHunt(s, *in.Hunt)
	if err != nil {
		return err
	}
	i := h.cause(in.Cause)
	if i < 0 {
		return invalid("cause", "This search has no such cause.")
	}
	c := h.Causes[i]
	in.Rescuable = c.Rescuable
	in.Title, in.Mark, in.Operation = h.Fault.Name+": "+strings.ToLower(c.Name[:1])+c.Name[1:], wear.Due, c.Operation
	if c.Unsafe {
		in.Mark = wear.Unsafe
	}
	if in.Note == "" {
		in.Note = c.Why + " " + c.Remedy + "."
	}
	return nil
}

// Complaint is what a bike may be said to do.
type Complaint struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Fits bool   `json:"fits" doc:"the owner's words sound like it"`
}

// Complaints lists what a job's bike may be said to do, what the owner's words sound like first.
func (w *Workshop) Complaints(ctx context.Context, job ID) ([]Complaint, error) {
	record, err := w.store.Job(ctx, job)
	if err != nil {
		return nil, err
	}
	said := strings.FieldsFunc(strings.ToLower(record.Job.Words+" "+record.Job.Reading), func(r rune) bool { return !unicode.IsLetter(r) })
	type scored struct {
		Complaint
		score int
	}
	var list []scored
	for _, f := range w.Book().FaultsOn(record.Bike.Facts) {
		score := 0
		for _, word := range f.Said {
			first, rest, _ := strings.Cut(word, " ")
			if i := slices.Index(said, first); i >= 0 && (rest == "" || i+1 < len(said) && said[i+1] == rest) {
				score++
			}
		}
		// "The back brake howls": which end they mean counts too.
		for _, end := range [][2]string{{"front", "front"}, {"rear", "rear"}, {"back", "rear"}} {
			if score > 0 && slices.Contains(said, end[0]) && strings.HasSuffix(f.ID, end[1]) {
				score++
			}
		}
		list = append(list, scored{Complaint{f.ID, f.Name, false}, score})
	}
	slices.SortStableFunc(list, func(a, b scored) int { return b.score - a.score })
	out := make([]Complaint, 0, len(list))
	for i, c := range list {
		c.Fits = c.score > 0 && (i < 3 || c.score == list[0].score)
		out = append(out, c.Complaint)
	}
	return out, nil
}
