// Package fit knows parts by their particulars: how large, how many, of which kind.
package fit

import (
	"errors"
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"utensil/core/measure"
	"utensil/core/words"
)

// Particular is something by which one part is told from another of its place: a figure with its
// unit, a count, or one of a few words.
type Particular struct {
	ID    string   `yaml:"id" json:"id"`
	Name  string   `yaml:"name" json:"name"`
	Unit  string   `yaml:"unit" json:"unit,omitempty" doc:"of a figure; a count and a word have none"`
	Least float64  `yaml:"least" json:"least,omitempty"`
	Most  float64  `yaml:"most" json:"most,omitempty"`
	Words []string `yaml:"words" json:"words,omitempty"`

	If    map[string][]string `yaml:"if" json:"if,omitempty" doc:"words of other particulars of the part under which it has this one; an empty word for not read"`
	Tells string              `yaml:"tells" json:"-"` // the fact of the bike that it says, as it is or by As
	As    map[string]string   `yaml:"as" json:"-"`    // words of the particular to words of that fact
}

// Telling is what the particular says of the bike's facts: the fact's name and word; false where
// it says nothing.
func (p Particular) Telling(value string) (fact, word string, tells bool) {
	if p.Tells == "" || value == "" {
		return "", "", false
	}
	if len(p.As) == 0 {
		return p.Tells, value, true
	}
	word, tells = p.As[value]
	return p.Tells, word, tells
}

// Validate refuses a particular that could not be read.
func (p Particular) Validate() error {
	_, known := measure.UnitOf(p.Unit)
	switch {
	case p.ID == "" || p.Name == "":
		return errors.New("a particular needs an id and a name")
	case len(p.As) > 0 && (p.Tells == "" || slices.ContainsFunc(slices.Collect(maps.Keys(p.As)), func(w string) bool {
		return !slices.Contains(p.Words, w)
	})):
		return fmt.Errorf("%s: “as” takes its words to those of the fact that it tells", p.ID)
	case len(p.Words) > 0:
		if p.Unit != "" || p.Most != 0 || slices.Contains(p.Words, "") {
			return fmt.Errorf("%s: one of some words, or a figure, not both", p.ID)
		}
		return nil
	case p.Unit != "" && !known:
		return fmt.Errorf("%s: %q is no unit", p.ID, p.Unit)
	case math.IsNaN(p.Least) || math.IsInf(p.Most, 0) || p.Least < 0 || p.Most <= p.Least:
		return fmt.Errorf("%s: {least: …, most: …} is what it can be", p.ID)
	}
	return nil
}

// Read reads what was typed. It is given back as it is kept: a word as it is listed, a figure in the
// particular's own unit. The error is a *measure.FieldError of the particular's id.
func (p Particular) Read(typed string) (string, error) {
	typed = strings.TrimSpace(typed)
	if len(p.Words) > 0 {
		i := slices.IndexFunc(p.Words, func(w string) bool { return strings.EqualFold(w, typed) })
		if i < 0 {
			return "", measure.Wrong(p.ID, "%s cannot be “%s”: choose %s.", p.Name, typed, strings.Join(p.Words, ", "))
		}
		return p.Words[i], nil
	}
	unit, counted := measure.UnitOf(p.Unit)
	if !counted {
		unit = measure.Unit{}
	}
	value, err := p.figure(typed, unit)
	if err != nil {
		return "", err
	}
	return measure.Format(value), nil
}

func (p Particular) figure(typed string, unit measure.Unit) (float64, error) {
	if p.Unit == "" {
		n, err := measure.ParseFigure(typed, measure.Millimetre) // a count is read as a figure, and names no unit
		if err != nil || n.Base != math.Round(n.Base) ||
			strings.ContainsFunc(typed, func(r rune) bool { return r > '9' }) {
			return 0, measure.Wrong(p.ID, "%s is counted: type a whole number, %s to %s.", p.Name,
				measure.Format(p.Least),
				measure.Format(p.Most))
		}
		return n.Base, p.within(n.Base)
	}
	figure, err := measure.ParseFigure(typed, unit)
	var wrong *measure.FieldError
	if errors.As(err, &wrong) {
		return 0, &measure.FieldError{Field: p.ID, Typed: typed, Problem: p.Name + ": " + wrong.Problem,
			Suggestions: wrong.Suggestions}
	}
	if err != nil {
		return 0, measure.Wrong(p.ID, "%s: %v", p.Name, err)
	}
	value := unit.FromBase(figure.Base)
	return value, p.within(value)
}

func (p Particular) within(value float64) error {
	if value >= p.Least && value <= p.Most {
		return nil
	}
	e := &measure.FieldError{Field: p.ID, Problem: fmt.Sprintf("%s of %s cannot be: it is %s to %s. Measure again.",
		p.Name,
		strings.TrimSpace(measure.Format(value)+" "+p.Unit), measure.Format(p.Least),
		strings.TrimSpace(measure.Format(p.Most)+" "+p.Unit))}
	for _, meant := range []float64{value / 10, value * 10, value * 25.4} {
		if meant >= p.Least && meant <= p.Most {
			e.Suggestions = append(e.Suggestions, meant)
		}
	}
	return e
}

// Spell says a part's particulars in the order in which they are listed: "160 mm, centre ring".
func Spell(list []Particular, of map[string]string) string {
	var said []string
	for _, p := range list {
		value, known := of[p.ID]
		switch {
		case !known:
		case p.Unit != "":
			said = append(said, value+" "+p.Unit)
		case len(p.Words) > 0:
			said = append(said, value)
		default:
			said = append(said, value+" "+words.Lower(p.Name))
		}
	}
	return strings.Join(said, ", ")
}
