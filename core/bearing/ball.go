package bearing

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"

	"utensil/core/measure"
)

// Ball is a loose ball, with how many of it a place usually holds.
type Ball struct {
	ID     string         `yaml:"id" json:"id"`
	Mm     float64        `yaml:"mm" json:"mm"`
	Inch   string         `yaml:"inch" json:"inch"`
	Usual  map[string]int `yaml:"usual" json:"usual" doc:"how many by place: front hub, rear hub, headset, bracket, pedal, freehub"`
	Source string         `yaml:"source" json:"source"`
}

// Size says a ball as it is sold.
func (b Ball) Size() string { return fmt.Sprintf("%s in, %g mm", b.Inch, math.Round(b.Mm*100)/100) }

// Validate refuses a ball whose two sizes differ, or that nobody could count.
func (b Ball) Validate() error {
	var over, under float64
	if n, err := fmt.Sscanf(b.Inch, "%g/%g", &over, &under); err != nil || n != 2 ||
		math.Abs(over/under*25.4-b.Mm) > 0.001 {
		return fmt.Errorf("%s in is not %g mm: 1 in is 25.4 mm", b.Inch, b.Mm)
	}
	for place, n := range b.Usual {
		if n < 5 || n > 60 {
			return fmt.Errorf("%d balls at the %s: count again", n, place)
		}
	}
	if b.Source == "" {
		return errors.New("a ball needs a source")
	}
	return nil
}

// BallGuess is a ball with the chance that it is the one that was measured.
type BallGuess struct {
	Ball
	Chance float64
}

// Balls is what a measured ball may be.
type Balls struct {
	List []BallGuess // the likeliest first
	None float64     // the chance that it is none of ours
	Says string      // how many there are to be, and what to do with them
}

// Loose is a loose ball as it was measured, and how many lay on one side; 0 where nobody counted.
type Loose struct {
	Diameter float64 // mm
	Count    int
	Error    float64 // of the tool, ± mm at 95 %
	Worn     bool
}

// mostBalls is how many one side of anything on a bicycle holds.
const mostBalls = 60

// IdentifyBall ranks the balls that a measurement may be of: a worn ball is smaller, never larger. seat
// is where they lie; empty for anywhere. It fails, with a *measure.FieldError, for what no ball measures.
func IdentifyBall(known []Ball, m Loose, seat string) (Balls, error) {
	switch {
	case math.IsNaN(m.Diameter) || m.Diameter < 1 || m.Diameter > 15:
		return Balls{}, measure.Wrong("ball",
			"A ball of %g mm lies in no bicycle: they measure 2 to 10 mm. Measure one between the "+
				"vernier's jaws.", m.Diameter)
	case m.Count < 0 || m.Count > mostBalls:
		return Balls{}, measure.Wrong("balls",
			"%d balls do not fit into one side of anything here: count one side.", m.Count)
	case !(m.Error > 0) || m.Error > 2:
		return Balls{}, measure.Wrong("error",
			"Say how far the tool may be off: 0.05 mm for a vernier, 0.5 mm for a rule.")
	}
	as := Measured{Error: m.Error, Worn: m.Worn}
	sd := m.Error / normal95
	none := noneOfOurs / 10 // even over the ten millimetres that balls measure
	sum := none
	var out Balls
	for _, b := range known {
		weight := 1.0
		if seat != "" && b.Usual[seat] == 0 {
			weight = unusual
		}
		p := (1 - noneOfOurs) * weight / float64(len(known)) * as.worn(b.Mm-m.Diameter, sd)
		sum += p
		out.List = append(out.List, BallGuess{b, p})
	}
	for i := range out.List {
		out.List[i].Chance /= sum
	}
	out.None = none / sum
	slices.SortStableFunc(out.List, func(a, b BallGuess) int { return cmp.Compare(b.Chance, a.Chance) })
	out.List = slices.DeleteFunc(out.List, func(x BallGuess) bool { return x.Chance < 0.001 })
	out.Says = m.says(out, seat)
	return out, nil
}

// says is what to know of the balls of one side before new ones go in.
func (m Loose) says(b Balls, seat string) string {
	if len(b.List) == 0 || b.None > 0.5 {
		return "None of ours. Measure three of them, each across two ways: a worn one is not round."
	}
	said := []string{"All of them new, of one grade, never old among new."}
	if usual := b.List[0].Usual[seat]; usual > 0 {
		said = append(said, fmt.Sprintf("%d a side is usual in a %s.", usual, seat))
		switch {
		case m.Count > usual:
			said = append(said, fmt.Sprintf("%d were counted: one too many leaves no room and they rub. "+
				"There is to be room for about half a ball.",
				m.Count))
		case m.Count > 0 && m.Count < usual:
			said = append(said, fmt.Sprintf("%d were counted: one may be lost. There is to be room for "+
				"about half a ball, not for a whole one.",
				m.Count))
		}
	}
	return strings.Join(said, " ")
}
