package measure

import (
	"fmt"
	"math"
	"regexp"
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
	"n": "N", "newton": "N", "kgf": "kgf", "lbf": "lbf",
	"°": "°", "deg": "°", "degrees": "°", "hz": "Hz", "w": "W", "watt": "W", "turn": "turns", "turns": "turns",
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

// ParseFigure reads a figure for a field that asks for unit want. A decimal comma, an inch's
// fraction and a trailing unit of the same quantity are understood: "4,6", "41 lbf·in", "12 1/16
// in". It returns a *FieldError for anything else, below zero included.
func ParseFigure(typed string, want Unit) (Figure, error) { return parse(typed, want, false) }

// ParseSigned is ParseFigure for what may lie on either side of zero: "-0,8", "+1.2 mm".
func ParseSigned(typed string, want Unit) (Figure, error) { return parse(typed, want, true) }

func parse(typed string, want Unit, signed bool) (Figure, error) {
	text := strings.TrimSpace(typed)
	fail := func(format string, args ...any) (Figure, error) {
		return Figure{}, &FieldError{Typed: typed, Problem: fmt.Sprintf(format, args...)}
	}
	if text == "" {
		return fail("Type a figure%s.", want.in())
	}
	if len(text) > longestFigure {
		return fail("That is too long to be a figure. Type only the digits%s.", comma(want.in()))
	}
	text, sign := strings.ReplaceAll(text, "−", "-"), 1.0
	switch {
	case !signed && strings.HasPrefix(text, "-"):
		return fail("A figure cannot be below zero. Type %s%s.", strings.TrimLeft(text, "- "), want.in())
	case signed && (text[0] == '-' || text[0] == '+'):
		if text[0] == '-' {
			sign = -1
		}
		text = strings.TrimSpace(text[1:])
	}
	nothing := func() (Figure, error) {
		return fail("“%s” is not a figure. Type digits, such as 4.6%s.", strings.TrimSpace(typed), comma(want.in()))
	}
	number, rest := numeral(text)
	unit := want
	if rest != "" {
		named, known := UnitOf(rest)
		switch {
		case !known:
			return nothing()
		case named.Quantity != want.Quantity:
			return fail("%s does not fit here. Type the figure%s.", named.Symbol, want.in())
		}
		unit = named
	}
	if mixed.MatchString(number) && unit != Inch {
		return fail("“%s” is a fraction, as inches have them: say so, “%s in”.", strings.TrimSpace(typed), number)
	}
	value, err := valueOf(number, unit)
	if err != nil || math.IsInf(value, 0) {
		return nothing()
	}
	return Figure{Typed: typed, Unit: unit, Base: unit.ToBase(sign * value)}, nil
}

// numeral parts a text into its numeral, an inch's fraction among it, and what stands behind.
func numeral(text string) (number, rest string) {
	if whole := fraction.FindString(text); whole != "" {
		return whole, strings.TrimSpace(text[len(whole):])
	}
	end := strings.IndexFunc(text, func(r rune) bool { return (r < '0' || r > '9') && r != '.' && r != ',' })
	if end < 0 {
		return text, ""
	}
	return text[:end], strings.TrimSpace(text[end:])
}

// fraction is a numeral as inches are written: 12 1/16, 9/16.
var fraction = regexp.MustCompile(`^(?:(\d+)[ -])?(\d+)/(\d+)`)

// mixed is a fraction that can be nothing but one: 12 1/16. Without a whole number before it, a
// slash parts two figures.
var mixed = regexp.MustCompile(`^\d+[ -]\d+/\d+$`)

// valueOf is what a numeral says; a fraction is one of inches only, since a slash parts two
// figures elsewhere.
func valueOf(number string, unit Unit) (float64, error) {
	parts := fraction.FindStringSubmatch(number)
	if parts == nil {
		return strconv.ParseFloat(strings.Replace(number, ",", ".", 1), 64)
	}
	whole, over, under := atof(parts[1]), atof(parts[2]), atof(parts[3])
	if unit != Inch || under == 0 || over >= under {
		return 0, strconv.ErrSyntax
	}
	return whole + over/under, nil
}

// atof is what digits say; "" says nothing.
func atof(digits string) float64 {
	v, err := strconv.ParseFloat(digits, 64)
	if err != nil {
		return 0
	}
	return v
}

// in names the unit that a field asks for.
func (u Unit) in() string {
	if u.Symbol == "" {
		return ""
	}
	return " in " + u.Symbol
}

func comma(text string) string {
	if text == "" {
		return ""
	}
	return "," + text
}

// ParseCounts reads whole numbers, however they are parted: "11 13 15", "11-13-15", "11, 13".
// most bounds each of them. It returns a *FieldError where there is none.
func ParseCounts(typed string, most int) ([]int, error) {
	words := strings.FieldsFunc(typed, func(r rune) bool { return r < '0' || r > '9' })
	counts := make([]int, 0, len(words))
	for _, w := range words {
		n, err := strconv.Atoi(w)
		if err != nil || n > most {
			return nil, &FieldError{Typed: typed, Problem: fmt.Sprintf("“%s” cannot be: at most %d.", w, most)}
		}
		counts = append(counts, n)
	}
	if len(counts) == 0 {
		return nil, &FieldError{Typed: typed, Problem: "Type whole numbers, such as 11 13 15."}
	}
	return counts, nil
}

// ParseFigures reads one to most figures, parted by a slash or a semicolon: "1.62/1.58".
func ParseFigures(typed string, want Unit, most int) ([]Figure, error) {
	return Several(typed, most, func(one string) (Figure, error) { return ParseFigure(one, want) })
}

// Several reads one to most figures, parted by a slash or a semicolon, each as read has it. What
// can be read as one figure is one: the slash of an inch's fraction parts nothing.
func Several(typed string, most int, read func(one string) (Figure, error)) ([]Figure, error) {
	f, err := read(typed)
	number, _ := numeral(strings.TrimSpace(typed))
	switch {
	case err == nil && most > 0:
		return []Figure{f}, nil
	case mixed.MatchString(number):
		return nil, err
	}
	parts := strings.FieldsFunc(typed, func(r rune) bool { return r == '/' || r == ';' })
	if len(parts) == 0 {
		parts = []string{typed}
	}
	if len(parts) > most {
		problem := "One figure is enough here."
		if most > 1 {
			problem = fmt.Sprintf("That is %d figures; here are at most %d.", len(parts), most)
		}
		return nil, &FieldError{Typed: typed, Problem: problem}
	}
	var out []Figure
	for _, p := range parts {
		f, err := read(p)
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
	// A gauge reads psi as often as bar: that slip is likelier than one of the point, and the
	// point's could burst a tyre.
	if psi := PoundPerSquareInch.ToBase(f.Base); f.Unit == Bar && f.Base > plausible.Max && plausible.Contains(psi) {
		meant = []float64{round(psi)}
		problem += fmt.Sprintf(" Did you mean %s psi? That is %s bar.", Format(f.Base), Format(meant[0]))
	} else if len(meant) > 0 {
		problem += fmt.Sprintf(" Did you mean %s?", Format(meant[0]))
	} else {
		problem += " Measure again."
	}
	return &FieldError{Typed: f.Typed, Problem: problem, Suggestions: meant}
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
