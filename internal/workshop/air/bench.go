package air

import (
	"fmt"
	"math"
	"slices"

	core "utensil/core/pressure"
	"utensil/core/tyre"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// AirBench is what is known of a bike's air.
type AirBench struct {
	Tyres []TyreBench   `json:"tyres" doc:"front, then rear"`
	Legs  []LegBench    `json:"legs"`
	Rider *RiderWeighed `json:"rider,omitempty" doc:"as they were weighed last"`

	Balance string `json:"balance,omitempty" doc:"how front and rear suspension stand to each other"`
}

// TyreBench is a tyre as the bench sees it.
type TyreBench struct {
	Place   string     `json:"place" enum:"front_tyre,rear_tyre"`
	End     string     `json:"end" enum:"front,rear"`
	Read    *TyreRead  `json:"read,omitempty"`
	Load    *float64   `json:"load_kg,omitempty"`
	Advice  *AirAdvice `json:"advice,omitempty"`
	Refused string     `json:"refused,omitempty" doc:"why nothing is advised"`
	Lacks   string     `json:"lacks,omitempty" enum:"tyre,rider" doc:"what is to be read first"`
	Liked   []AirLiked `json:"liked" doc:"by this rider, by the ground's state"`
	Flat    *FlatView  `json:"flat,omitempty" doc:"found last in this job"`
	Topped  *Topped    `json:"topped,omitempty" doc:"sealant that it got last"`
	Sealant *float64   `json:"sealant_ml,omitempty" doc:"of a tubeless tyre"`
	Stands  AirStands  `json:"stands" doc:"its pressure in this job"`

	Unwritten bool `json:"unwritten,omitempty" doc:"sealant was topped up in this job, and nobody wrote down how much"`
}

// AirAdvice is a pressure to begin with.
type AirAdvice struct {
	Bar    float64 `json:"bar"`
	From   float64 `json:"from_bar"`
	To     float64 `json:"to_bar"`
	Most   float64 `json:"most_bar" doc:"that tyre and rim bear together"`
	MostBy string  `json:"most_by" enum:"tyre,rim,hookless rim" doc:"which of them decides"`
	Least  float64 `json:"least_bar,omitempty"`
	Says   string  `json:"says"`

	Shows []gaugeshelf.GaugeShows `json:"shows,omitempty" doc:"what the shop's gauges show at it"`
}

// AirLiked is a pressure that was liked.
type AirLiked struct {
	Condition string  `json:"condition" enum:"dry,soft,wet"`
	Bar       float64 `json:"bar"`
	Over      bool    `json:"over,omitempty" doc:"more than is borne as it is now: tyre, rim or leg was another then"`
}

var benches = record.Derive(func(s *record.Sheet) AirBench {
	b := AirBench{Legs: legs(s)}
	b.Balance = balanceOf(b.Legs)
	b.Rider = riderOf(s)
	for i := range b.Legs {
		b.Legs[i].Begins = begins(s, b.Legs[i].Place, b.Rider)
	}
	for _, end := range []string{"front", "rear"} {
		t := TyreBench{Place: end + "_tyre", End: end, Liked: liked(s, end+"_tyre"),
			Flat: flatOn(s, end), Topped: toppedOn(s, end)}
		_, t.Read = Tyres.Latest(s, func(r *TyreRead) bool { return r.End == end })
		t.advise(s, b.Rider)
		most, _ := t.limit()
		over(t.Liked, most)
		t.Stands, t.Unwritten = t.stands(s), toppedOnly(s, end)
		b.Tyres = append(b.Tyres, t)
	}
	return b
})

// riderOf is who rides it, as they were weighed last.
func riderOf(s *record.Sheet) *RiderWeighed {
	_, rider := Riders.Latest(s, func(*RiderWeighed) bool { return true })
	return rider
}

// Of is what is known of a bike's air.
func Of(s *record.Sheet) AirBench { return benches.Of(s) }

// liked are the pressures that were liked at a place, the newest of each state of the ground.
func liked(s *record.Sheet, place string) []AirLiked {
	list := []AirLiked{}
	for _, condition := range []string{"dry", "soft", "wet"} {
		_, in := Likings.Latest(s, func(l *Liking) bool { return l.Place == place && l.Condition == condition })
		if in != nil && in.Bar != nil {
			list = append(list, AirLiked{Condition: condition, Bar: *in.Bar})
		}
	}
	return list
}

// advise works the pressure out.
func (t *TyreBench) advise(s *record.Sheet, rider *RiderWeighed) {
	if t.Read == nil || t.Read.Tyre == nil {
		t.Lacks = "tyre"
		return
	}
	if t.Read.Tubeless {
		ml := tyre.Size{Seat: t.Read.Tyre.Seat, Width: t.Read.Tyre.Width}.Sealant()
		t.Sealant = &ml
	}
	if t.Read.onNoHook() {
		t.Refused = blowsOff
		if t.Read.MadeFor == "" { // read before it was asked
			t.Refused = "Its rim has no hooks: read the tyre once more, and say whether it is made for " +
				"one. Before that no pressure is advised."
		}
		return
	}
	if rider == nil || rider.Loads == nil {
		t.Lacks = "rider"
		return
	}
	load := rider.Loads.Front
	if t.End == "rear" {
		load = rider.Loads.Rear
	}
	t.Load = &load
	w := tyre.Wheel{Load: load, Width: t.Read.Tyre.Width, Seat: t.Read.Tyre.Seat,
		Surface: rider.Surface, Tubeless: t.Read.Tubeless,
		Least: t.Read.Tyre.Least, Carries: t.Read.Tyre.Carries, Most: t.Read.Tyre.Most,
		RimMost: t.Read.Tyre.RimMost, Hookless: t.Read.Hookless}
	a, err := s.Book.Pressures().Advise(w)
	if err != nil {
		t.Refused = words.Sentence(err)
		return
	}
	pumped := func(bar float64) float64 { return pumped(bar, a.Least, a.Most) }
	t.Advice = &AirAdvice{Bar: pumped(a.Bar), From: pumped(a.From), To: pumped(a.To), Most: a.Most,
		MostBy: a.MostBy, Least: w.Least,
		Says: says(a)}
	t.Advice.Shows = gaugeshelf.At(s, t.Advice.Bar)
}

// limit is what tyre and rim bear together, bar, and which of them decides; 0 where nobody read it.
func (t *TyreBench) limit() (most float64, by string) {
	if t.Read == nil || t.Read.Tyre == nil {
		return 0, ""
	}
	return tyre.Wheel{Most: t.Read.Tyre.Most, RimMost: t.Read.Tyre.RimMost, Hookless: t.Read.Hookless}.Limit()
}

// over marks what is liked beyond what is borne now.
func over(liked []AirLiked, most float64) {
	for i := range liked {
		liked[i].Over = most > 0 && liked[i].Bar > most*(1+readError)
	}
}

// readError is how finely any gauge is read.
const readError = core.Needle

// pumped is a pressure as it is pumped, to the nearest twentieth of a bar, no higher than is
// borne and no lower than the tyre needs.
func pumped(bar, least, most float64) float64 {
	const finer = 20
	return min(max(math.Round(bar*finer)/finer, math.Ceil(least*finer)/finer), math.Floor(most*finer)/finer)
}

// heldBy is what keeps a pressure up, in words.
var heldBy = map[string]string{
	"tyre": "that is the least on its sidewall", "load": "its sidewall carries so much only at its most",
	"pinch": "below it the rim is struck: a tube is pinched, a bead without one lets go",
}

func says(a tyre.Advice) string {
	out := fmt.Sprintf("No more than %s: the %s decides.", inspect.Bars(a.Most), a.MostBy)
	switch {
	case a.HeldBelow:
		out += " The load asks for more than that: a wider tyre carries it better."
	case a.HeldAbove:
		out += " The load would do with less, but " + heldBy[a.LeastBy] + "."
	}
	return out
}

// AirQuestion is what a tyre, its rider or a leg comes to before it is written down: one of its
// parts is filled in.
type AirQuestion struct {
	Tyre  *TyreRead     `json:"tyre,omitempty"`
	Rider *RiderWeighed `json:"rider,omitempty"`
	Sag   *SagRead      `json:"sag,omitempty"`
}

// Preview is the air bench with what is typed taken in. Nothing is kept of it.
func Preview(s *record.Sheet, in AirQuestion) (AirBench, error) {
	b := Of(s)
	b.Tyres = append([]TyreBench{}, b.Tyres...)
	if in.Rider != nil {
		r, err := checkRider(s, *in.Rider)
		if err != nil {
			return b, err
		}
		b.Rider = r
	}
	for i := range b.Tyres {
		t := &b.Tyres[i]
		if in.Tyre != nil && in.Tyre.End == t.End {
			r, err := checkTyre(s, *in.Tyre)
			if err != nil {
				return b, err
			}
			t.Read = r
		}
		t.Load, t.Advice, t.Refused, t.Lacks, t.Sealant = nil, nil, "", "", nil
		t.advise(s, b.Rider)
	}
	return b, nil
}

// obstacles are legs whose air was found, or let out, in this job and was not set again; and
// those that were left at more than they bear.
func obstacles(s *record.Sheet) (list []record.Obstacle) {
	for _, v := range inspect.Pressures(s) {
		if v.Place != inspect.AirFork && v.Place != inspect.AirShock {
			continue
		}
		_, last := inspect.Airs.Last(s.Ledger, func(a *inspect.Air) bool { return a.Place == v.Place && a.Bar != nil })
		if last == nil {
			continue
		}
		o := record.Obstacle{Title: v.Name + ": pressure as left", Mark: wear.Open,
			Stage: record.StageVerify, Place: record.PlaceAir, Target: v.Place}
		_, most, by := bornAt(s, v.Place)
		switch {
		case !last.Set:
			o.Detail = "found at " + inspect.Bars(*last.Bar) + "; not set since"
		case most > 0 && *last.Bar > most*(1+readError):
			o.Mark, o.Detail = wear.Unsafe, fmt.Sprintf("left at %s: the %s bears %s",
				inspect.Bars(*last.Bar), by, inspect.Bars(most))
		default:
			continue
		}
		list = append(list, o)
	}
	return list
}

// searched are the flats of which something came through the tread, and nobody has said what.
func searched(s *record.Sheet) (list []record.Obstacle) {
	for _, t := range Of(s).Tyres {
		if t.Flat != nil && t.Flat.Shape == "one" && t.Flat.Found == "" {
			list = append(list, record.Obstacle{Title: "What made the hole in the " + t.End + " tyre",
				Detail: "not found yet: it makes the next one", Mark: wear.Due, Stage: record.StageWork,
				Place: record.PlaceAir, Target: t.Place})
		}
	}
	return list
}

// bornAt is what a place needs and bears, bar, and what decides; 0 where nobody read it.
func bornAt(s *record.Sheet, place string) (least, most float64, by string) {
	for _, t := range Of(s).Tyres {
		if t.Place == place && t.Read != nil && t.Read.Tyre != nil {
			most, by = t.limit()
			return t.Read.Tyre.Least, most, by
		}
	}
	for _, l := range Of(s).Legs {
		if l.Place == place && len(l.Reads) > 0 {
			return 0, l.Reads[len(l.Reads)-1].Most, "leg"
		}
	}
	return 0, 0, ""
}

// Subject is the air in tyres and legs.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{Tyres.Checked(checkTyre), Riders.Checked(checkRider), Flats.Checked(checkFlat),
			Toppings.Checked(checkTopped), Likings.Checked(checkLiking), Sags.Checked(checkSag),
			Dials.Checked(checkDials), Services.Checked(checkServed), Nicks.Checked(checkNick),
			Charts.Checked(checkChart)},
		Obstacles: func(s *record.Sheet) []record.Obstacle { return slices.Concat(searched(s), unwritten(s)) },
	}
}

// AsLeft is how the air is left, once the bolts are done.
func AsLeft() record.Subject {
	return record.Subject{
		Obstacles: func(s *record.Sheet) []record.Obstacle { return slices.Concat(pumpedUp(s), obstacles(s), owed(s)) },
	}
}
