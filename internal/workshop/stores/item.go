package stores

import (
	"math"
	"slices"
	"strings"
	"time"

	"utensil/core/estimate"
	"utensil/core/fit"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// Stocked is one drawer: parts of one kind that are alike.
type Stocked struct {
	ID          record.ID         `json:"id"`
	Code        string            `json:"code" doc:"on its label: what a scanner types"`
	Name        string            `json:"name"`
	Kind        string            `json:"kind" doc:"what it is: the place it sits at, without an end, such as pads"`
	Particulars map[string]string `json:"particulars" doc:"by their ids"`
	Grade       string            `json:"grade" enum:"new,good,worn"`
	Held        int               `json:"held" doc:"how many are left"`
	Counting    bool              `json:"counting,omitempty" doc:"what is held was counted just now; else it is left as it stands"`
	Least       int               `json:"least" doc:"fewer than that are ordered"`
	Bin         string            `json:"bin" doc:"where it lies"`
	Price       estimate.Minor    `json:"price_minor" doc:"for the owner"`
	Cost        estimate.Minor    `json:"cost_minor" doc:"for the shop"`
	Supplier    string            `json:"supplier"`
	Note        string            `json:"note" doc:"of a used spare: what it has done"`
	Past        []Read            `json:"past,omitempty" doc:"of a used spare: what was read of it on a bike, oldest first"`
	Version     int               `json:"version"`
	Short       bool              `json:"short,omitempty" readOnly:"true" doc:"fewer than are to be kept, or none"`
}

// told says whether it is to be ordered.
func (i Stocked) told() Stocked {
	i.Short = i.Held < i.Least || i.Held <= 0
	return i
}

// Read is something that was measured of a used part while it was on a bike.
type Read struct {
	At    time.Time `json:"at"`
	Value float64   `json:"value"`
	Unit  string    `json:"unit" doc:"of what was measured: %, mm"`
	Way   string    `json:"way" enum:"km,days"`
	Ago   float64   `json:"ago" doc:"how much further the bike went before it came off, in that unit of way"`
}

// readable refuses readings of a used part that nobody can have taken.
func readable(past []Read) error {
	if len(past) > mostRead {
		return record.Refuse("past", "A part keeps its last %d readings: leave the older ones out.", mostRead)
	}
	for _, r := range past {
		strange := math.IsNaN(r.Value) || math.Abs(r.Value) > 1e4 || math.IsNaN(r.Ago) || r.Ago < 0 || r.Ago > 1e6
		if strange || len(r.Unit) > 8 || r.Way != "km" && r.Way != "days" {
			return record.Refuse("past", "A reading of a used part is a figure with its unit, and how "+
				"far the bike went afterwards.")
		}
	}
	return nil
}

// Kind is what a part of a place is, whatever its end: pads for front-pads.
func Kind(place knowledge.Place) string { return strings.TrimPrefix(place.ID, place.End+"-") }

// placeOf is a place where parts of a kind sit.
func placeOf(book *knowledge.Book, kind string) (knowledge.Place, bool) {
	i := slices.IndexFunc(book.Places, func(p knowledge.Place) bool { return Kind(p) == kind })
	if i < 0 {
		return knowledge.Place{}, false
	}
	return book.Places[i], true
}

// Says is what tells an item from others of its kind.
func (i Stocked) Says(book *knowledge.Book) string {
	place, _ := placeOf(book, i.Kind)
	return fit.Spell(place.Particulars, i.Particulars)
}

const (
	mostHeld = 100_000
	mostRead = 200
	longest  = 40 // characters of a code
)

// tidy checks an item and reads what was typed of it.
func tidy(book *knowledge.Book, i Stocked) (Stocked, error) {
	var errs [6]error
	i.Code, errs[0] = record.TidyName("code", "its code", strings.ToUpper(i.Code))
	i.Name, errs[1] = record.TidyName("name", "what it is called", i.Name)
	i.Bin, errs[2] = record.TidyOptional("bin", "where it lies", i.Bin)
	i.Supplier, errs[3] = record.TidyOptional("supplier", "who brings it", i.Supplier)
	i.Note, errs[4] = record.TidyNote("note", i.Note)
	place, known := placeOf(book, i.Kind)
	switch {
	case !known:
		errs[5] = record.Refuse("kind", "“%s” is nothing that sits on a bike: choose what it is.", i.Kind)
	case len(i.Code) > longest || strings.ContainsFunc(i.Code, func(r rune) bool { return r <= ' ' || r > '~' }):
		errs[5] = record.Refuse("code", "A code is typed by a scanner: letters, figures and dashes, at "+
			"most %d, no spaces.", longest)
	case i.Held < 0 || i.Held > mostHeld:
		errs[5] = record.Refuse("held", "%d cannot lie in a drawer. Count what is there: 0 or more.", i.Held)
	case i.Least < 0 || i.Least > mostHeld:
		errs[5] = record.Refuse("least", "The fewest to keep is 0 or more.")
	case i.Price < 0 || i.Price > estimate.Largest:
		errs[5] = record.Refuse("price_minor", "That is no price.")
	case i.Cost < 0 || i.Cost > estimate.Largest:
		errs[5] = record.Refuse("cost_minor", "That is no price.")
	case !slices.Contains([]string{"new", "good", "worn"}, i.Grade):
		errs[5] = record.Refuse("grade", "Say how it is: new, used and good, or used and worn.")
	}
	if err := record.First(append(errs[:], readable(i.Past))...); err != nil {
		return i, err
	}
	read := map[string]string{}
	for id, text := range i.Particulars {
		p, known := place.Particular(id)
		if !known {
			return i, record.Refuse("particulars."+id, "%s has no such particular.", place.Name)
		}
		if strings.TrimSpace(text) == "" {
			continue
		}
		value, err := p.Read(text)
		if err != nil {
			return i, record.InField("particulars", err)
		}
		read[id] = value
	}
	i.Particulars = read
	return i, nil
}
