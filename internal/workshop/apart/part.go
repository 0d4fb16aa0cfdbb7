package apart

import (
	"fmt"

	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// StripsPart is what was taken apart of a bike, and may be.
type StripsPart struct {
	Strips     []Strip   `json:"strips" doc:"assemblies that were taken apart"`
	Assemblies []Offered `json:"assemblies" doc:"that this bike has, to be taken apart"`
	Oiling     []OilView `json:"oiling" doc:"what a tune oils on this bike"`
}

// PartOf is what was taken apart of a job's bike.
func PartOf(s *record.Sheet) StripsPart { return StripsPart{Strips.Of(s), Offer.Of(s), OilMap(s)} }

// begun are the assemblies that lie apart.
func begun(s *record.Sheet) (out []record.Begun) {
	for _, v := range Strips.Of(s) {
		if v.OffBike > 0 {
			out = append(out, record.Begun{Place: record.PlaceStrip, Target: string(v.ID),
				Says: fmt.Sprintf("%d of %d off, %s", v.OffBike, v.Loose, words.Lower(v.Name)), By: v.By})
		}
	}
	return out
}
