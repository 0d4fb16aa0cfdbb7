package fit

import (
	"cmp"
	"fmt"
	"maps"
	"slices"
	"strings"

	"utensil/core/bike"
	"utensil/core/measure"
	"utensil/core/tyre"
)

// Verdict is whether a part fits.
type Verdict string

// From it fits to it does not. What fits if something is so is fitted when somebody has seen that it is.
const (
	Fits    Verdict = "fits"
	FitsIf  Verdict = "fits_if"
	DoesNot Verdict = "does_not"
)

func (v Verdict) worse(o Verdict) bool { return slices.Index(order, v) > slices.Index(order, o) }

var order = []Verdict{Fits, FitsIf, DoesNot}

// Compare orders what fits before what fits if, and that before what does not.
func (v Verdict) Compare(o Verdict) int {
	return cmp.Compare(slices.Index(order, v), slices.Index(order, o))
}

// Parts are particulars of parts by the place they sit at, as they are kept.
type Parts map[string]map[string]string

// Bike is what a part is to fit: the facts of a bike, and what is known of the parts on it.
type Bike struct {
	Facts bike.Facts
	On    Parts
	Rims  tyre.Rims // which tyres go on which rims; none where nobody tells
}

// Compared is one thing that was looked at, and what came of it.
type Compared struct {
	Verdict Verdict `json:"verdict" enum:"fits,fits_if,does_not"`
	Says    string  `json:"says"`
	Unread  bool    `json:"unread,omitempty" doc:"nobody has read what it is to be compared with"`
	Made    bool    `json:"made,omitempty" doc:"whoever fits it makes it so"`
}

// Fitting is whether a part fits a bike, with every reason, the worst first, and what would fit.
type Fitting struct {
	Verdict Verdict           `json:"verdict" enum:"fits,fits_if,does_not"`
	Reasons []Compared        `json:"reasons"`
	Wants   map[string]string `json:"wants" doc:"particulars of what would fit, as far as they are known"`
}

// Says is an answer in one line: what is against it, what has to be so, or that it fits.
func (a Fitting) Says() string {
	var said []string
	for _, r := range a.Reasons {
		if r.Verdict == a.Verdict {
			said = append(said, r.Says)
		}
	}
	return strings.Join(said, " ")
}

// Ask asks whether a part fits at a place of a bike, by the particulars of the part that are known.
// Where nothing is known to compare with, it fits if it is like what came off.
func Ask(place string, part map[string]string, b Bike) Fitting {
	q := &question{place: place, part: part, bike: b, wants: map[string]string{}}
	q.end, q.what = "", place
	for _, end := range []string{"front", "rear"} {
		if rest, cut := strings.CutPrefix(place, end+"-"); cut && place != "rear-mech" && place != "front-mech" {
			q.end, q.what = end, rest
		}
	}
	for _, rule := range rules[q.what] {
		rule(q)
	}
	if len(q.reasons) == 0 {
		q.reasons = []Compared{{FitsIf, "Nothing is known to compare it with: hold it against what came off.", true,
			false}}
	}
	a := Fitting{Verdict: Fits, Reasons: q.reasons, Wants: q.wants}
	slices.SortStableFunc(a.Reasons, func(x, y Compared) int { return y.Verdict.Compare(x.Verdict) })
	for _, r := range a.Reasons {
		if r.Verdict.worse(a.Verdict) {
			a.Verdict = r.Verdict
		}
	}
	return a
}

// question is one part at one place, while its rules are gone through.
type question struct {
	place, end, what string // rear-pads is pads at the rear
	part             map[string]string
	bike             Bike
	reasons          []Compared
	wants            map[string]string
}

type rule func(*question)

func (q *question) say(v Verdict, says string) {
	q.reasons = append(q.reasons, Compared{Verdict: v, Says: says})
}

// unread says that a particular of the part cannot be compared, since nobody has read the other side;
// nothing where the part says nothing of it either.
func (q *question) unread(particular, what string) {
	if is := q.part[particular]; is != "" {
		q.reasons = append(q.reasons, Compared{FitsIf,
			fmt.Sprintf("Fits if %s is %s: nobody has read it yet.", what, is), true, false})
	}
}

// at names a place at the same end of the bike.
func (q *question) at(what string) string { return strings.TrimPrefix(q.end+"-"+what, "-") }

// has is what is known of a part on the bike; of the one that sits where the new one goes, when place is "".
func (q *question) has(place, particular string) string {
	return q.bike.On[cmp.Or(place, q.place)][particular]
}

// figure is a particular as a figure, and whether it is known as one.
func figure(text string) (float64, bool) {
	f, err := measure.ParseFigure(text, measure.Millimetre)
	return f.Base, err == nil
}

// Ready says whether it fits as it comes, but for what whoever fits it makes so.
func (a Fitting) Ready() bool {
	return !slices.ContainsFunc(a.Reasons, func(r Compared) bool {
		return r.Verdict == DoesNot || r.Verdict == FitsIf && !r.Made
	})
}

// both are a figure of the part and one of the bike, and whether both are known.
func (q *question) both(particular, has string) (part, on float64, known bool) {
	part, a := figure(q.part[particular])
	on, b := figure(has)
	return part, on, a && b
}

// Known lists the places that have rules, sorted.
func Known() []string { return slices.Sorted(maps.Keys(rules)) }
