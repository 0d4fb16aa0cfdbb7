package fluid

import (
	"math"
	"slices"
	"time"

	"utensil/core/bike"
	"utensil/core/brake"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/knowledge/complaint"
)

// Circuit is the family of fluid in one of the brakes, and about what it holds.
func Circuit(s *record.Sheet, end string) (brake.Family, brake.Circuit) {
	return CircuitOf(s.Bike.Facts, end)
}

func CircuitOf(f bike.Facts, end string) (brake.Family, brake.Circuit) {
	c := brake.Circuit{Bore: 2, Length: 900, Caliper: 3, Lever: 6} // common practice, no source
	family := f.FrontFluid
	if end == "rear" {
		family, c.Length = f.RearFluid, 1700
	}
	if f.Frame == "long_cargo" {
		c.Length += 900
	}
	return brake.Family(family), c
}

// Unread refuses to pour into a circuit of which nobody has read what it holds.
func Unread(end string) *record.Problem {
	p := record.Refuse(end+"_fluid", "Nobody has read what the %s brake holds, and the wrong fluid "+
		"destroys its seals. It stands %s: read "+
		"it and say so, then go on.", end, record.WhereRead(end+"_fluid"))
	p.Title = "Read the cap first"
	return p
}

// Pour guards what is poured into a circuit. A bottle past its days needs a reason, which is kept.
func Pour(s *record.Sheet, family brake.Family, bottle *record.ID, ml float64, reason string) (warning,
	why string, err error) {
	if bottle == nil {
		return "", "", record.Refuse("bottle",
			"Choose the bottle first: scan its label or pick it. This brake runs on %s.", family.Name())
	}
	i := slices.IndexFunc(Bottles.Of(s), func(b Bottle) bool { return b.ID == *bottle && !b.Gone })
	if i < 0 {
		return "", "", record.Refuse("bottle", "That bottle is not on the shelf any more. Choose another.")
	}
	pour := guard(s, Bottles.Of(s)[i], family, ml)
	if pour.Refused != "" {
		return "", "", record.Refuse("bottle", "%s", pour.Refused)
	}
	if why, err = record.TidyNote("reason", reason); err != nil || pour.Warning == "" {
		return "", "", err
	}
	if why == "" {
		return "", "", record.Refuse("reason", "%s Open a fresh one, or say why this one is used.", pour.Warning)
	}
	return pour.Warning, why, nil
}

// FreshWanted is the share of fresh fluid that a bleed aims at (common practice, no source).
const FreshWanted = 0.9

// BledOn is when the fluid of a brake was last changed here: by a bleed, but not by one from
// the lever alone.
func BledOn(s *record.Sheet, end string) *time.Time {
	var last *time.Time
	for _, l := range s.Ledgers() {
		for e, in := range agree.Works.All(l) {
			_, item := agree.Items.Find(l, in.Item)
			if item == nil || in.Part {
				continue
			}
			if o, known := s.Book.Operation(item.Operation); known && o.Bleeds && o.End == end &&
				(last == nil || e.At.After(*last)) {
				last = &e.At
			}
		}
	}
	return last
}

// OldMonths is when DOT fluid is near its year or past it: what would be due within a month is
// done while the bike is here (common practice, no source).
const OldMonths = 11

// FluidAge is what the shop knows of the age of a brake's fluid; "" when it was never changed here.
func FluidAge(s *record.Sheet, end string) string {
	on := BledOn(s, end)
	family, _ := Circuit(s, end)
	switch {
	case on == nil || family == brake.Unknown:
		return ""
	case family == brake.DOT && MonthsSince(*on, s.Now) >= OldMonths:
		return complaint.OldFluid
	}
	return complaint.FreshFluid
}

func MonthsSince(then, now time.Time) int {
	return int(math.Round(now.Sub(then).Hours() / 24 / 30.44))
}
