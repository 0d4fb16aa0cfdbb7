package air

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"utensil/core/measure"
	"utensil/core/tyre"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// FlatFound is a hole as it was found in a tube, and what made it.
type FlatFound struct {
	End   string `json:"end" enum:"front,rear"`
	Shape string `json:"shape" enum:"one,pair,rim,valve,seam,wall,none" doc:"one hole on the tread's side; two side by side; towards the rim; torn at the valve; along a seam or under a patch; where the wall is cut; none that bubbles"`
	Hole  string `json:"hole,omitempty" doc:"from the valve along the tube, mm, as typed like what follows"`
	Tube  string `json:"tube,omitempty" doc:"all round, mm"`
	Found string `json:"found,omitempty" doc:"what was in the tyre, in words: flint, glass, a thorn"`

	Search *TyreSearch `json:"search,omitempty" readOnly:"true"`
}

// TyreSearch is where on a tyre to look.
type TyreSearch struct {
	Round  float64 `json:"round_mm" doc:"the tyre along its tread"`
	Ahead  float64 `json:"ahead_mm" doc:"from the valve, clockwise seen from the chain's side"`
	Behind float64 `json:"behind_mm" doc:"the same the other way round: nobody knows how the tube lay"`
}

// FlatView is a flat with what it says.
type FlatView struct {
	ID record.ID `json:"id"`
	FlatFound
	Says string `json:"says"`
}

// behindHoles is what made a hole of a shape, and what is done (common practice, no source).
var behindHoles = map[string]string{
	"one": "Something came through the tread. It is out before a new tube goes in: feel the inside at " +
		"both places, in a glove.",
	"pair": "Pinched between rim and ground: too little air for this load, or a kerb. More pressure, or a wider tyre.",
	"rim":  "It came from the rim: tape moved, a spoke's end, a burr. Tape anew before a new tube goes in.",
	"valve": "The tube crept or the valve leaned: too little air, or its nut was done up hard. A new " +
		"tube; nothing patches there.",
	"seam": "The tube itself gave way, or an old patch did. A new tube.",
	"wall": "The wall is cut. A boot gets it home; the tyre is replaced before it is relied on.",
	"none": "Nothing bubbles: look at the valve's core. It is tightened, or a new one goes in.",
}

func checkFlat(s *record.Sheet, in FlatFound) (*FlatFound, error) {
	in.Search = nil
	var err error
	if in.Found, err = record.TidyNote("found", in.Found); err != nil {
		return nil, err
	}
	if strings.TrimSpace(in.Hole) == "" {
		return &in, nil
	}
	hole, err := record.ReadFigure("hole", in.Hole, measure.Millimetre, measure.Range{Min: 0, Max: 3000})
	if err != nil {
		return nil, err
	}
	tube, err := record.ReadFigure("tube", in.Tube, measure.Millimetre, measure.Range{Min: 300, Max: 3000})
	if err != nil {
		return nil, err
	}
	i := slices.IndexFunc(Of(s).Tyres, func(t TyreBench) bool {
		return t.End == in.End && t.Read != nil && t.Read.Tyre != nil
	})
	if i < 0 {
		return nil, record.Refuse("hole", "Keep what stands on the tyre first: how long it is round its "+
			"tread follows from its size.")
	}
	read := Of(s).Tyres[i].Read.Tyre
	size := tyre.Size{Seat: read.Seat, Width: read.Width}
	at, err := tyre.Where(hole, tube, size.Round())
	if err != nil {
		return nil, record.Refuse("hole", "%s", words.Sentence(err))
	}
	in.Search = &TyreSearch{Round: math.Round(size.Round()), Ahead: math.Round(at.Ahead), Behind: math.Round(at.Behind)}
	return &in, nil
}

// flatOn is the newest flat of a wheel in this job.
func flatOn(s *record.Sheet, end string) *FlatView {
	e, in := Flats.Last(s.Ledger, func(f *FlatFound) bool { return f.End == end })
	if in == nil {
		return nil
	}
	return &FlatView{e.ID, *in, behindHoles[in.Shape]}
}

// SealantTopped is sealant that was filled in.
type SealantTopped struct {
	End     string  `json:"end" enum:"front,rear"`
	Ml      string  `json:"ml" doc:"as typed"`
	Celsius float64 `json:"celsius" minimum:"-10" maximum:"45" doc:"the usual warmth where the bike lives"`
	Dried   bool    `json:"dried,omitempty" doc:"what was in it had dried"`

	Filled *float64 `json:"filled_ml,omitempty" readOnly:"true"`
	From   int      `json:"from_days,omitempty" readOnly:"true" doc:"when it is topped up next, days"`
	To     int      `json:"to_days,omitempty" readOnly:"true"`
}

// Topped is sealant that was filled in, with when it is topped up next.
type Topped struct {
	Ml   float64   `json:"ml"`
	At   time.Time `json:"at"`
	From time.Time `json:"from"`
	To   time.Time `json:"to"`
	By   string    `json:"by"`
}

// month is a mean one, days.
const month = 365.25 / 12

func checkTopped(s *record.Sheet, in SealantTopped) (*SealantTopped, error) {
	i := slices.IndexFunc(Of(s).Tyres, func(t TyreBench) bool {
		return t.End == in.End && t.Read != nil && t.Read.Tubeless
	})
	if i < 0 {
		return nil, record.Refuse("end",
			"That tyre was not read as tubeless. Say so first: sealant goes in no tube that is not made for it.")
	}
	ml, err := record.ReadFigure("ml", in.Ml, measure.Millilitre, measure.Range{Min: 10, Max: 400})
	if err != nil {
		return nil, err
	}
	from, to := tyre.TopUp(in.Celsius, float64(s.Bike.WeeklyKm))
	in.Filled, in.From, in.To = &ml, int(from*month), int(to*month)
	return &in, nil
}

// toppedOn is the sealant that a wheel got last, in whatever job.
func toppedOn(s *record.Sheet, end string) *Topped {
	e, in := Toppings.Latest(s, func(t *SealantTopped) bool { return t.End == end && t.Filled != nil })
	if in == nil {
		return nil
	}
	return &Topped{*in.Filled, e.At, e.At.AddDate(0, 0, in.From), e.At.AddDate(0, 0, in.To), e.ByName}
}

// ComesBack lists the call-backs for sealant that was filled in in this job, and for legs that were opened.
func ComesBack(s *record.Sheet) (out []record.CallBack) {
	for _, end := range []string{"front", "rear"} {
		_, in := Toppings.Last(s.Ledger, func(t *SealantTopped) bool { return t.End == end })
		if in == nil || in.Filled == nil {
			continue
		}
		out = append(out, record.CallBack{JobID: s.Job.ID, BikeID: s.Bike.ID, Fasteners: []string{},
			State: "open", Point: end + "-tyre",
			What: fmt.Sprintf("Top up the sealant of the %s tyre", end), Due: s.Day((in.From + in.To) / 2)})
	}
	for _, l := range Of(s).Legs {
		if l.Due == nil || l.Due.From == nil || !opened(s, l.Due.ID) {
			continue
		}
		out = append(out, record.CallBack{JobID: s.Job.ID, BikeID: s.Bike.ID, Fasteners: []string{},
			State: "open", Point: l.Place,
			What: fmt.Sprintf("Open the %s again: about %s hours ridden", l.Place, measure.Format(l.Due.Every)),
			Due:  s.Day(int(l.Due.From.Sub(s.Now).Hours() / 24))})
	}
	return out
}

// opened says whether an entry is of this job.
func opened(s *record.Sheet, id record.ID) bool {
	_, here := s.Ledger.Find(id)
	return here
}
