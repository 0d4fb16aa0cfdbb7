package wheels

import (
	"fmt"
	"math"

	"utensil/core/measure"
	"utensil/core/wheel"
)

var readNames = map[string]string{"side": "side to side", "out": "up and down", "tension": "tensions",
	"pitch": "pitches",
	"gauge": "tensions by its gauge", "squeeze": "tensions by hand", "dish": "the dish"}

func readSays(in WheelRead) string {
	if in.What == "dish" {
		return fmt.Sprintf("Read the dish: %s mm to the right",
			signed(wheel.Dish(in.Figures["right"], in.Figures["left"])))
	}
	return fmt.Sprintf("Read %s at %d places", readNames[in.What], len(in.Figures))
}

func turnSays(w wheel.Wheel, in WheelTurn) string {
	if in.Seized {
		return fmt.Sprintf("Spoke %d, %s: seized", in.Spoke, w.Side(in.Spoke))
	}
	return fmt.Sprintf("Spoke %d, %s: %s", in.Spoke, w.Side(in.Spoke), quarters(in.Quarters))
}

var counts = []string{"", "a quarter-turn", "a half turn", "three quarter-turns", "a whole turn"}

// quarters says a turn of a nipple.
func quarters(n int) string {
	way, by := "tighten", n
	if n < 0 {
		way, by = "loosen", -n
	}
	if by < len(counts) {
		return way + " " + counts[by]
	}
	return fmt.Sprintf("%s %d quarter-turns", way, by)
}

// past says what is done against a spoke that winds up.
func past(t wheel.Turn) string {
	if t.Past < 10 {
		return ""
	}
	return fmt.Sprintf("Go about %.0f° past the mark and come back as far: the spoke must not stay wound up.",
		math.Round(t.Past/5)*5)
}

// signed is a figure of a tenth with its sign.
func signed(v float64) string {
	v = math.Round(v*10) / 10
	if v > 0 {
		return "+" + measure.Format(v)
	}
	return measure.Format(v)
}
