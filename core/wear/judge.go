package wear

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"utensil/core/bike"
	"utensil/core/measure"
	"utensil/core/words"
)

// Variant is a limit with the bikes it is for.
type Variant struct {
	When  bike.Condition `yaml:"when"`
	Why   string         `yaml:"why"` // who it is for, in words: "11- and 12-speed"
	Limit `yaml:",inline"`
}

// Gauge describes how a figure is measured and judged.
type Gauge struct {
	Unit      string        `yaml:"unit"`
	Span      measure.Range `yaml:"span"`      // the ruled scale
	Step      float64       `yaml:"step"`      // smallest division
	Major     float64       `yaml:"major"`     // numbered division
	Plausible measure.Range `yaml:"plausible"` // outside it, a figure is a slip
	New       *float64      `yaml:"new"`       // the figure of a new part; not said by what shops wrote before
	// what a month of ordinary riding adds to it; less than 0 for what wears away
	Month    float64   `yaml:"month"`
	Limits   []Variant `yaml:"limits"`   // the first that holds is used
	Markable bool      `yaml:"markable"` // the part may carry its own limit

	Places     int      `yaml:"places"`      // how many places may be measured at once; the worst counts
	Sides      []string `yaml:"sides"`       // or the parts measured at once, by name
	Apart      float64  `yaml:"apart"`       // sides that differ by this much ask why
	ApartMeans string   `yaml:"apart_means"` // what that says
	Over       *Over    `yaml:"over"`        // how a length typed in place of a share is meant
	// two figures of one part differ by this at most; a better one is another part's. 0: not asked
	Scatter float64 `yaml:"scatter"`
	// what it reads to the eye where it is plainly sound; doubt is measured. Left out: no eye tells it
	Eye *Word `yaml:"eye"`
}

// Word is one answer of a scale judged by eye or hand.
type Word struct {
	Word   string `yaml:"word" json:"word"`
	Mark   Mark   `yaml:"mark" json:"mark"`
	Reason string `yaml:"reason" json:"-"`
	Asks   string `yaml:"asks" json:"-"` // for this to be done, where it is not what a worn part asks for
}

// Asked is what a word asks for at a point whose worn part asks for something.
func (w Word) Asked(worn string) string { return cmp.Or(w.Asks, worn) }

// Judgement is what the bench is told about one reading.
type Judgement struct {
	Mark   Mark     `json:"mark"`
	Reason string   `json:"reason" doc:"why, in words"`
	Next   string   `json:"next" doc:"what to do next"`
	Seen   []string `json:"seen,omitempty" doc:"what work can settle: the word, or for a figure the mark of its wear, and uneven"`
}

// Uneven is what is seen where the sides of a part differ by too much.
const Uneven = "uneven"

// LimitFor is the limit that applies to a bike, and whom it is for. The last variant of a
// valid gauge holds for every bike.
func (g Gauge) LimitFor(f bike.Facts) Variant {
	for _, v := range g.Limits {
		if v.When.Holds(f) {
			return v
		}
	}
	return Variant{}
}

// Most is how many figures one reading may hold.
func (g Gauge) Most() int { return max(g.Places, len(g.Sides), 1) }

// Worst is the figure that counts among several of one reading.
func (v Variant) Worst(figures []float64) float64 {
	if v.Direction == Falls {
		return slices.Min(figures)
	}
	return slices.Max(figures)
}

// Uneven adds to a judgement what sides that differ say, and asks for work.
func (g Gauge) Uneven(j Judgement, figures []float64) Judgement {
	if g.Apart <= 0 || len(figures) < 2 {
		return j
	}
	apart := slices.Max(figures) - slices.Min(figures)
	if apart < g.Apart-slack {
		return j
	}
	j.Reason += fmt.Sprintf(" %s differ by %s %s: %s.", words.Capital(g.Sides[0])+" and "+g.Sides[1],
		measure.Format(apart), g.Unit, g.ApartMeans)
	j.Next = strings.TrimSuffix(j.Next, "Nothing to do.") + " Find out why before new ones go in."
	if Due.Worse(j.Mark) {
		j.Mark, j.Next, j.Seen = Due, "Find out why before new ones go in.", nil
	}
	j.Seen, j.Next = append([]string{Uneven}, j.Seen...), strings.TrimSpace(j.Next)
	return j
}

// Tags lists what may be seen at the gauge that asks for work.
func (g Gauge) Tags() []string {
	tags := []string{string(Due)}
	if slices.ContainsFunc(g.Limits, func(v Variant) bool { return v.Unsafe != nil }) {
		tags = append(tags, string(Unsafe))
	}
	if g.Apart > 0 {
		tags = append(tags, Uneven)
	}
	return tags
}

// Validate reports a gauge that could not judge every bike it meets.
func (g Gauge) Validate() error {
	if _, known := measure.UnitOf(g.Unit); !known {
		return fmt.Errorf("there is no unit %q", g.Unit)
	}
	if g.Apart > 0 && (len(g.Sides) != 2 || g.ApartMeans == "") {
		return fmt.Errorf("sides that may differ need two names and what it means")
	}
	if g.Over != nil {
		if err := g.Over.Validate(); err != nil {
			return err
		}
	}
	if e := g.Eye; e != nil && (e.Mark != Sound || e.Word == "" || e.Reason == "") {
		return fmt.Errorf("an eye tells only what is plainly sound: a word for it, and its reason")
	}
	if g.Scatter < 0 {
		return fmt.Errorf("a scatter of %g", g.Scatter)
	}
	if g.Step <= 0 || g.Major < g.Step {
		return fmt.Errorf("divisions of %g numbered every %g", g.Step, g.Major)
	}
	for _, r := range []measure.Range{g.Span, g.Plausible} {
		if err := r.Validate(); err != nil {
			return err
		}
	}
	if len(g.Limits) == 0 || len(g.Limits[len(g.Limits)-1].When) > 0 {
		return fmt.Errorf("the last limit must hold for every bike")
	}
	if g.New == nil && g.Month != 0 || g.New != nil && !g.Plausible.Contains(*g.New) {
		return fmt.Errorf("a month of wear needs the figure of a new part, within what is plausible")
	}
	for _, v := range g.Limits {
		if err := v.When.Validate(); err != nil {
			return err
		}
		if err := v.Validate(); err != nil {
			return err
		}
		if g.New == nil {
			continue
		}
		if m := v.Mark(*g.New); m != Sound {
			return fmt.Errorf("a new part, at %g, would be %s", *g.New, m)
		}
		if g.Month == 0 || (g.Month > 0) != (v.Direction == Rises) {
			return fmt.Errorf("a month of %g where wear %s", g.Month, v.Direction)
		}
	}
	return nil
}

// Judge gives the mark of a figure and says why. The figure is in the gauge's unit, as is
// the limit. worn names what a due part asks for: "Replace the chain".
func (v Variant) Judge(figure float64, unit, worn string) Judgement {
	at := func(step float64) string { return fmt.Sprintf("%s %s", measure.Format(step), unit) }
	beyond, before := "At or over", "under"
	if v.Direction == Falls {
		beyond, before = "At or under", "over"
	}
	forWhom := ""
	if v.Why != "" {
		forWhom = ", the limit for " + v.Why
	}
	j := Judgement{Mark: v.Mark(figure)}
	j.Seen = []string{string(j.Mark)}
	switch j.Mark {
	case Unsafe:
		j.Reason = fmt.Sprintf("%s %s: it can fail.", beyond, at(*v.Unsafe))
		j.Next = worn + ". The bike must not be ridden until then."
	case Due:
		j.Reason = fmt.Sprintf("%s %s%s.", beyond, at(v.Due), forWhom)
		j.Next = worn + "."
	case Watch:
		j.Reason = fmt.Sprintf("%s from the limit of %s%s.", at(abs(v.Due-figure)), at(v.Due),
			strings.TrimPrefix(forWhom, ", the limit"))
		j.Next = "Tell the owner it will come due."
	default:
		j.Reason = fmt.Sprintf("Well %s the limit of %s%s.", before, at(v.Due),
			strings.TrimPrefix(forWhom, ", the limit"))
		j.Next = "Nothing to do."
	}
	return j
}

// JudgeWord finds the word on a scale. Case and surrounding space do not matter.
func JudgeWord(scale []Word, said, worn string) (Judgement, bool) {
	i := slices.IndexFunc(scale, func(w Word) bool { return strings.EqualFold(w.Word, strings.TrimSpace(said)) })
	if i < 0 {
		return Judgement{}, false
	}
	j := Judgement{Mark: scale[i].Mark, Reason: scale[i].Reason, Next: "Nothing to do.", Seen: []string{scale[i].Word}}
	switch j.Mark {
	case Watch:
		j.Next = "Tell the owner; look again next time."
	case Due:
		j.Next = scale[i].Asked(worn) + "."
	case Unsafe:
		j.Next = scale[i].Asked(worn) + ". The bike must not be ridden until then."
	}
	return j, true
}

func abs(v float64) float64 { return max(v, -v) }
