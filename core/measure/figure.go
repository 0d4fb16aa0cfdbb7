package measure

import (
	"fmt"
	"math"
	"strconv"
	"strings"
	"unicode"
)

// Figure is one figure as it was typed and what it means.
type Figure struct {
	Typed string  // exactly what the mechanic typed
	Unit  Unit    // the unit typed, or the one the field asked for
	Base  float64 // the value in the quantity's base unit
}

// FigureError says why typed text is not a figure, in words for the bench.
type FigureError struct {
	Typed       string
	Problem     string    // a whole sentence that says what to do
	Suggestions []float64 // in the unit of the field; what may have been meant
}

func (e *FigureError) Error() string { return e.Problem }

// longestFigure bounds what is read at all; no figure at the bench is longer.
const longestFigure = 40

// spellings maps what people type, without spaces, dots and case, to a symbol.
var spellings = map[string]string{
	"nm": "N·m", "newtonmetre": "N·m", "newtonmeter": "N·m",
	"lbfin": "lbf·in", "lbin": "lbf·in", "inlb": "lbf·in", "inlbs": "lbf·in", "inlbf": "lbf·in",
	"lbfft": "lbf·ft", "lbft": "lbf·ft", "ftlb": "lbf·ft", "ftlbs": "lbf·ft", "ftlbf": "lbf·ft",
	"kgfcm": "kgf·cm", "kgcm": "kgf·cm",
	"mm": "mm", "in": "in", "inch": "in", "\"": "in",
	"bar": "bar", "psi": "psi", "kpa": "kPa",
	"%": "%", "percent": "%",
	"km": "km", "mi": "mi", "mile": "mi", "miles": "mi",
	"kg": "kg", "lb": "lb", "lbs": "lb", "ml": "ml",
	"h": "h", "hour": "h", "hours": "h",
}

// plain drops what varies between spellings of the same unit.
func plain(text string) string {
	return strings.Map(func(r rune) rune {
		switch {
		case unicode.IsSpace(r), r == '·', r == '.', r == '-', r == '*', r == '⋅':
			return -1
		}
		return unicode.ToLower(r)
	}, text)
}

// ParseFigure reads a figure for a field that asks for unit want. A decimal comma
// and a trailing unit of the same quantity are understood: "4,6", "41 lbf·in".
// It returns a *FigureError for anything else, below zero included.
func ParseFigure(typed string, want Unit) (Figure, error) {
	text := strings.TrimSpace(typed)
	fail := func(format string, args ...any) (Figure, error) {
		return Figure{}, &FigureError{Typed: typed, Problem: fmt.Sprintf(format, args...)}
	}
	if text == "" {
		return fail("Type a figure in %s.", want.Symbol)
	}
	if len(text) > longestFigure {
		return fail("That is too long to be a figure. Type only the digits, in %s.", want.Symbol)
	}
	text = strings.ReplaceAll(text, "−", "-")
	if strings.HasPrefix(text, "-") {
		return fail("A figure cannot be below zero. Type %s in %s.", strings.TrimLeft(text, "- "), want.Symbol)
	}
	digits := strings.IndexFunc(text, func(r rune) bool { return (r < '0' || r > '9') && r != '.' && r != ',' })
	number, rest := text, ""
	if digits >= 0 {
		number, rest = text[:digits], strings.TrimSpace(text[digits:])
	}
	unit := want
	if rest != "" {
		named, known := UnitOf(rest)
		switch {
		case !known:
			return fail("“%s” is not a figure. Type digits, such as 4.6, in %s.", text, want.Symbol)
		case named.Quantity != want.Quantity:
			return fail("%s does not fit here. Type the figure in %s.", named.Symbol, want.Symbol)
		}
		unit = named
	}
	value, err := strconv.ParseFloat(strings.Replace(number, ",", ".", 1), 64)
	if err != nil || math.IsInf(value, 0) {
		return fail("“%s” is not a figure. Type digits, such as 4.6, in %s.", text, want.Symbol)
	}
	return Figure{Typed: typed, Unit: unit, Base: unit.ToBase(value)}, nil
}

// ParseFigures reads one to most figures, parted by a slash or a semicolon: "1.62/1.58".
func ParseFigures(typed string, want Unit, most int) ([]Figure, error) {
	parts := strings.FieldsFunc(typed, func(r rune) bool { return r == '/' || r == ';' })
	if len(parts) == 0 {
		parts = []string{typed}
	}
	if len(parts) > most {
		problem := "One figure is enough here."
		if most > 1 {
			problem = fmt.Sprintf("That is %d figures; here are at most %d.", len(parts), most)
		}
		return nil, &FigureError{Typed: typed, Problem: problem}
	}
	var out []Figure
	for _, p := range parts {
		f, err := ParseFigure(p, want)
		if err != nil {
			return nil, err
		}
		out = append(out, f)
	}
	return out, nil
}

// CheckPlausible refuses a figure outside the plausible range of what is measured and
// proposes what the mechanic may have meant: a slipped decimal point, most often.
func (f Figure) CheckPlausible(plausible Range) error {
	if plausible.Contains(f.Base) {
		return nil
	}
	var meant []float64
	for _, slip := range []float64{10, 100, 1000, 0.1} {
		if v := f.Base / slip; f.Base > 0 && plausible.Contains(v) {
			meant = append(meant, round(f.Unit.FromBase(v)))
		}
	}
	problem := fmt.Sprintf("%s %s cannot be right here: expect %s to %s.",
		Format(f.Unit.FromBase(f.Base)), f.Unit.Symbol,
		Format(f.Unit.FromBase(plausible.Min)), Format(f.Unit.FromBase(plausible.Max)))
	// A gauge reads psi as often as bar: that slip is likelier than one of the point, and the point's could burst a tyre.
	if psi := PoundPerSquareInch.ToBase(f.Base); f.Unit == Bar && f.Base > plausible.Max && plausible.Contains(psi) {
		meant = []float64{round(psi)}
		problem += fmt.Sprintf(" Did you mean %s psi? That is %s bar.", Format(f.Base), Format(meant[0]))
	} else if len(meant) > 0 {
		problem += fmt.Sprintf(" Did you mean %s?", Format(meant[0]))
	} else {
		problem += " Measure again."
	}
	return &FigureError{Typed: f.Typed, Problem: problem, Suggestions: meant}
}

// round drops the dust that a division leaves, to six significant figures.
func round(v float64) float64 {
	r, err := strconv.ParseFloat(strconv.FormatFloat(v, 'g', 6, 64), 64)
	if err != nil {
		return v
	}
	return r
}

// Format prints a figure for people: at most three decimals, no trailing zeros.
func Format(v float64) string {
	text := strconv.FormatFloat(v, 'f', 3, 64)
	return strings.TrimSuffix(strings.TrimRight(text, "0"), ".")
}
