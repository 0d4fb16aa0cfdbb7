package wear

import (
	"errors"
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"utensil/core/measure"
)

// Over is how a share may be measured as a length: over so many pieces of a nominal length. A
// chain of full links of 25.4 mm (two pitches of 12.7 mm, ISO 9633) is laid along a steel rule
// over 12 or 24 of them.
type Over struct {
	Piece  float64 `yaml:"piece"`  // nominal length of one, mm
	Pieces []int   `yaml:"pieces"` // how many may be measured over
	Name   string  `yaml:"name"`   // what they are called: links
}

// most that a measured length may differ from the nominal one, as a share: further off, it was
// over another count.
const most = 0.03

// Validate reports a length that could be over several counts.
func (o Over) Validate() error {
	if o.Piece <= 0 || len(o.Pieces) == 0 || o.Name == "" {
		return errors.New("a length over pieces needs the piece in mm, how many, and their name")
	}
	return nil
}

var overCount = regexp.MustCompile(`(?i)\s*over\s*(\d{1,3})\s*[a-z]*\s*$`)

// Read reads one to most figures of the gauge as they were typed.
func (g Gauge) Read(typed string) ([]measure.Figure, error) {
	unit, _ := measure.UnitOf(g.Unit)
	if g.Over == nil {
		return measure.ParseFigures(typed, unit, g.Most())
	}
	return measure.Several(typed, g.Most(), func(one string) (measure.Figure, error) { return g.Over.read(one, unit) })
}

// read reads a share, or a length in mm or inches that is turned into one.
func (o Over) read(typed string, share measure.Unit) (measure.Figure, error) {
	text, count := typed, 0
	if m := overCount.FindStringSubmatchIndex(typed); m != nil {
		text = typed[:m[0]]
		count, _ = strconv.Atoi(typed[m[2]:m[3]])
	}
	if f, err := measure.ParseFigure(text, share); err == nil && count == 0 {
		if pieces := o.over(f.Base); pieces > 0 {
			return f, &measure.FieldError{Typed: typed, Suggestions: []float64{rounded(o.share(f.Base, pieces))},
				Problem: fmt.Sprintf("%s is no share. If it is a length over %d %s, type it with its unit: %s mm.",
					measure.Format(f.Base), pieces,
					o.Name, measure.Format(f.Base))}
		}
		return f, nil
	}
	f, err := measure.ParseFigure(text, measure.Millimetre)
	if err != nil {
		return measure.ParseFigure(typed, share) // its error speaks of what the field asks for
	}
	if count == 0 {
		count = o.over(f.Base)
	}
	if !slices.Contains(o.Pieces, count) || math.Abs(o.share(f.Base, count)) > most*100 {
		return f, &measure.FieldError{Typed: typed,
			Problem: fmt.Sprintf("%s mm is no length over %s %s. Measure over %s, pin to pin.",
				measure.Format(f.Base), o.counts(" or "), o.Name, o.nominal())}
	}
	f.Unit, f.Base = share, max(0, rounded(o.share(f.Base, count)))
	return f, nil
}

// over is how many pieces a length was measured over; 0 when it fits none.
func (o Over) over(length float64) int {
	for _, n := range o.Pieces {
		if math.Abs(o.share(length, n)) <= most*100 {
			return n
		}
	}
	return 0
}

// share is how much longer a length is than so many pieces, in per cent.
func (o Over) share(length float64, pieces int) float64 {
	return (length/(o.Piece*float64(pieces)) - 1) * 100
}

func rounded(share float64) float64 { return math.Round(share*1000) / 1000 }

func (o Over) counts(or string) string {
	var texts []string
	for _, n := range o.Pieces {
		texts = append(texts, strconv.Itoa(n))
	}
	return strings.Join(texts, or)
}

func (o Over) nominal() string {
	var texts []string
	for _, n := range o.Pieces {
		texts = append(texts, fmt.Sprintf("%d %s (new: %s mm)", n, o.Name, measure.Format(o.Piece*float64(n))))
	}
	return strings.Join(texts, " or ")
}
