package estimate

import (
	"math"

	"gonum.org/v1/gonum/stat/distuv"
)

// Record is how often something was tried, and how often it held.
type Record struct {
	Held  int `json:"held"`
	Tried int `json:"tried"`
}

// Z95 bounds a record at 95 %: the normal quantile of 0.975, to the two decimals that tables
// print, so that what was shown before stays what it was.
var Z95 = math.Round(100*distuv.UnitNormal.Quantile(0.975)) / 100

// Wilson bounds the chance that it holds by the score interval of Wilson (1927), with z the
// normal quantile of the confidence: 1.96 for 95 %. Nothing tried says nothing: 0 to 1.
func (r Record) Wilson(z float64) (low, high float64) {
	if r.Tried <= 0 {
		return 0, 1
	}
	n, p := float64(r.Tried), float64(r.Held)/float64(r.Tried)
	middle := (p + z*z/(2*n)) / (1 + z*z/n)
	half := z / (1 + z*z/n) * math.Sqrt(p*(1-p)/n+z*z/(4*n*n))
	return max(middle-half, 0), min(middle+half, 1)
}

// Rescue compares trying to save a part with replacing it at once. A rescue that does not
// hold is paid for as well as the replacement.
type Rescue struct {
	Replace     Minor   `json:"replace_minor"`
	Labour      Minor   `json:"labour_minor" doc:"of the rescue"`
	Expected    Minor   `json:"expected_minor" doc:"of the rescue: its labour, and the replacement as often as it does not hold"`
	Least       Minor   `json:"least_minor" doc:"expected, were it to hold as often as the record allows"`
	Most        Minor   `json:"most_minor" doc:"expected, were it to hold as seldom as the record allows"`
	Chance      float64 `json:"chance" doc:"that it holds, by the record; an even chance before there is one"`
	ChanceLeast float64 `json:"chance_least"`
	ChanceMost  float64 `json:"chance_most"`
	Record      Record  `json:"record"`
	Even        float64 `json:"even" doc:"the chance at which both cost the same"`
}

// Worth is what the record says of a rescue.
type Worth string

// A rescue is worth it, or not, only when the whole interval says so.
const (
	WorthIt   Worth = "rescue"
	NotWorth  Worth = "replace"
	Undecided Worth = "undecided"
)

// Weigh compares a rescue with the replacement by the shop's record, at z (see Wilson).
func Weigh(labour, replacement Minor, record Record, z float64) Rescue {
	r := Rescue{Replace: replacement, Labour: labour, Record: record, Chance: 0.5}
	if record.Tried > 0 {
		r.Chance = float64(record.Held) / float64(record.Tried)
	}
	r.ChanceLeast, r.ChanceMost = record.Wilson(z)
	expected := func(p float64) Minor { return labour + Minor(math.Round((1-p)*float64(replacement))) }
	r.Expected, r.Least, r.Most = expected(r.Chance), expected(r.ChanceMost), expected(r.ChanceLeast)
	if replacement > 0 {
		r.Even = min(float64(labour)/float64(replacement), 1)
	}
	return r
}

// Verdict says whether the record decides.
func (r Rescue) Verdict() Worth {
	switch {
	case r.ChanceLeast > r.Even:
		return WorthIt
	case r.ChanceMost < r.Even:
		return NotWorth
	}
	return Undecided
}
