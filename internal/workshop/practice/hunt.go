package practice

import (
	"hash/fnv"
	"math/rand/v2"
	"slices"

	"utensil/core/diagnosis"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
	"utensil/knowledge/complaint"
)

// Practice is a bike with a hidden fault, and what the learner has done to it so far. The
// same seed hides the same fault, so nothing is kept between requests.
type Practice struct {
	Fault string         `json:"fault"`
	Seed  uint64         `json:"seed"`
	Steps []PracticeStep `json:"steps" maxItems:"60"`
}

// PracticeStep is a check done, or a cause put right.
type PracticeStep struct {
	Check string `json:"check,omitempty"`
	Cause string `json:"cause,omitempty"`
}

// PracticeView is how far the learner has come.
type PracticeView struct {
	Name    string          `json:"name"`
	Caution string          `json:"caution,omitempty"`
	Choices []PracticeMove  `json:"choices" doc:"checks and remedies that can be done now"`
	Done    []PracticeShown `json:"done"`
	Minutes float64         `json:"minutes" doc:"spent so far"`
	Over    bool            `json:"over"`
	Truth   []string        `json:"truth,omitempty" doc:"what was wrong, once it is over"`
	Advised float64         `json:"advised,omitempty" doc:"minutes the program would have taken on this bike, once it is over"`
}

// PracticeMove is one thing the learner can do.
type PracticeMove struct {
	PracticeStep
	Do      string  `json:"do"`
	Minutes float64 `json:"minutes"`
	Tools   string  `json:"tools,omitempty"`
}

// PracticeShown is what a step showed, and what would have been better.
type PracticeShown struct {
	Do      string  `json:"do"`
	Answer  string  `json:"answer"`
	Minutes float64 `json:"minutes"`
	Best    bool    `json:"best" doc:"nothing would have told more for its minutes"`
	Better  string  `json:"better,omitempty"`
	Top     string  `json:"top" doc:"the likeliest cause after it"`
	Chance  float64 `json:"chance"`
}

// Practise shows a practice bike after the learner's steps.
func Practise(book *knowledge.Book, in Practice) (PracticeView, error) {
	hunt, err := anyBikeWith(book, in.Fault)
	if err != nil {
		return PracticeView{}, err
	}
	l := &learner{hunt: hunt, in: in, hidden: hunt.Model.Hide(dice(in, "hide"))}
	v := PracticeView{Name: hunt.Fault.Name, Caution: hunt.Fault.Caution, Choices: []PracticeMove{},
		Done: []PracticeShown{}}
	b := hunt.Model.Start()
	for _, step := range in.Steps {
		a, known := actionOf(hunt, step)
		if !known || !slices.Contains(choices(hunt, b, l.right), a) {
			return v, record.Refuse("steps", "That cannot be done now. Choose one of what is offered.")
		}
		best := b.Next()
		said := l.answer(b, a)
		move := moveOf(hunt, a)
		shown := PracticeShown{Do: move.Do, Minutes: move.Minutes, Best: len(best) == 0 ||
			best[0].Action == a, Answer: answersOf(hunt, a)[said]}
		if !shown.Best {
			shown.Better = moveOf(hunt, best[0].Action).Do
		}
		b = b.After(a, said)
		top, chance := b.Top()
		shown.Top, shown.Chance = hunt.Causes[top].Name, chance
		v.Minutes += move.Minutes
		v.Done = append(v.Done, shown)
		if a.Cause >= 0 && said == diagnosis.Cured {
			v.Over = true
			break
		}
	}
	if !v.Over {
		for _, a := range choices(hunt, b, l.right) {
			v.Choices = append(v.Choices, moveOf(hunt, a))
		}
		return v, nil
	}
	for _, c := range l.hidden.Causes() {
		v.Truth = append(v.Truth, hunt.Causes[c].Name)
	}
	v.Advised = l.advised()
	return v, nil
}

// learner is a practice bike under the hands of whoever learns.
type learner struct {
	hunt   *complaint.Hunt
	in     Practice
	hidden *diagnosis.Hidden
	right  []int // causes put right so far
}

// answer is what an action shows. Here a remedy is never botched, so that every bike can be cured.
func (l *learner) answer(b diagnosis.Belief, a diagnosis.Action) int {
	if a.Cause < 0 {
		return l.hidden.By(dice(l.in, moveOf(l.hunt, a).Do)).Answer(b, a)
	}
	l.right = append(l.right, a.Cause)
	for _, c := range l.hidden.Causes() {
		if !slices.Contains(l.right, c) {
			return diagnosis.NotCured
		}
	}
	return diagnosis.Cured
}

// advised is how many minutes the program would have taken on the very same bike, up to the cure.
func (l *learner) advised() (minutes float64) {
	l.right = nil
	b := l.hunt.Model.Start()
	for range len(l.hunt.Checks) + 2*len(l.hunt.Causes) {
		a, going := diagnosis.Advised(b)
		if !going {
			a = likeliest(l.hunt, b, l.right)
		}
		said := l.answer(b, a)
		minutes += moveOf(l.hunt, a).Minutes
		if a.Cause >= 0 && said == diagnosis.Cured {
			break
		}
		b = b.After(a, said)
	}
	return minutes
}

// choices lists what a learner can do: the checks whose turn has come, and every cause that
// was not put right yet, likely or not.
func choices(h *complaint.Hunt, b diagnosis.Belief, right []int) []diagnosis.Action {
	list := slices.DeleteFunc(b.Open(), func(a diagnosis.Action) bool { return a.Cause >= 0 })
	for c := range h.Causes {
		if !slices.Contains(right, c) {
			list = append(list, diagnosis.Try(c))
		}
	}
	return list
}

// likeliest puts the likeliest cause right that was not put right yet.
func likeliest(h *complaint.Hunt, b diagnosis.Belief, right []int) diagnosis.Action {
	best, p := 0, -1.0
	for c := range h.Causes {
		if q := b.Of(c); q > p && !slices.Contains(right, c) {
			best, p = c, q
		}
	}
	return diagnosis.Try(best)
}

// anyBikeWith is a complaint on a bike of the first kind that can have it.
func anyBikeWith(book *knowledge.Book, fault string) (*complaint.Hunt, error) {
	f, known := book.Fault(fault)
	i := slices.IndexFunc(book.Kinds, func(k knowledge.Kind) bool { return f.When.Holds(k.Facts) })
	if !known || i < 0 {
		return nil, record.Refuse("fault", "There is no such complaint to practise on.")
	}
	return f.On(book.Kinds[i].Facts)
}

// dice are thrown anew for each use, and fall the same for the same seed.
func dice(in Practice, use string) func() float64 {
	h := fnv.New64a()
	_, _ = h.Write([]byte(in.Fault + "\x00" + use)) // never fails
	return rand.New(rand.NewPCG(in.Seed, h.Sum64())).Float64
}

func actionOf(h *complaint.Hunt, s PracticeStep) (diagnosis.Action, bool) {
	if i := slices.IndexFunc(h.Checks, func(c complaint.Check) bool {
		return s.Check != "" && c.ID == s.Check
	}); i >= 0 {
		return diagnosis.Look(i), true
	}
	i := slices.IndexFunc(h.Causes, func(c complaint.Cause) bool { return s.Cause != "" && c.ID == s.Cause })
	return diagnosis.Try(i), i >= 0
}

func moveOf(h *complaint.Hunt, a diagnosis.Action) PracticeMove {
	if a.Cause >= 0 {
		c := h.Causes[a.Cause]
		return PracticeMove{PracticeStep{Cause: c.ID}, c.Remedy + ", and try it.", c.Minutes, ""}
	}
	c := h.Checks[a.Check]
	return PracticeMove{PracticeStep{Check: c.ID}, c.Do, c.Minutes, c.Tools}
}

func answersOf(h *complaint.Hunt, a diagnosis.Action) []string {
	if a.Cause >= 0 {
		return []string{"That cured it", "It is still there"}
	}
	var out []string
	for _, answer := range h.Checks[a.Check].Answers {
		out = append(out, answer.Say)
	}
	return out
}
