package parts

import (
	"maps"
	"slices"
	"strings"

	"utensil/core/fit"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// FitQuestion is a part that may go on a bike.
type FitQuestion struct {
	Place       string            `json:"place"`
	Particulars map[string]string `json:"particulars,omitempty" doc:"by their ids, as typed"`
	Why         Reason            `json:"why,omitempty" enum:"worn,broken,contaminated,upgrade,borrowed" doc:"what sat there came off"`
}

// upgrade is why something comes off that what replaces it need not be like.
const upgrade Reason = "upgrade"

// WillFit tells whether a part fits at a place of the bike.
func WillFit(s *record.Sheet, in FitQuestion) (fit.Fitting, error) {
	place, err := placeOn(s, in.Place)
	if err != nil {
		return fit.Fitting{}, err
	}
	read, err := readParticulars(place, in.Particulars)
	if err != nil {
		return fit.Fitting{}, err
	}
	return asked(s, in.Place, read, in.Why, nil), nil
}

// asked asks whether a part fits, beside what else is on the bike and what sat at its place. What was
// written of it before, and is corrected now, is not what it is compared with.
func asked(s *record.Sheet, place string, particulars map[string]string, why Reason, corrects *record.ID) fit.Fitting {
	on := fit.Parts{}
	for id, lives := range Lives.Of(s) {
		for _, l := range slices.Backward(lives) {
			if id == place && (why == upgrade || corrects != nil && l.ID != nil &&
				*l.ID == *corrects) || len(l.Put.Particulars) == 0 {
				continue
			}
			on[id] = l.Put.Particulars
			break
		}
	}
	return fit.Ask(place, particulars, fit.Bike{Facts: s.Bike.Facts, On: on, Rims: s.Book.Tyres()})
}

// refused is the refusal of a part that does not fit, with what would.
func refused(a fit.Fitting) error {
	field, would := "place", ""
	if ids := slices.Sorted(maps.Keys(a.Wants)); len(ids) > 0 {
		field = "particulars." + ids[0]
		wanted := make([]string, len(ids))
		for i, id := range ids {
			wanted[i] = strings.ReplaceAll(id, "-", " ") + " " + a.Wants[id]
		}
		would = " What would: " + strings.Join(wanted, ", ") + "."
	}
	return record.Refuse(field, "It does not fit. %s%s", words.Capital(a.Says()), would)
}

// conditions are what has to be so for a part to fit.
func conditions(a fit.Fitting) (ifs []string) {
	for _, r := range a.Reasons {
		if r.Verdict == fit.FitsIf {
			ifs = append(ifs, r.Says)
		}
	}
	return ifs
}
