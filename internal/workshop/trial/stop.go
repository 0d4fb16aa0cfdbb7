package trial

import (
	"fmt"
	"math"
	"time"

	"utensil/core/brake"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge/riding"
)

// Stopped is a stop that was measured, braked at a mark.
type Stopped struct {
	Pulls    string        `json:"pulls" enum:"front,rear,both"`
	Speed    string        `json:"speed" doc:"km/h at the mark, as typed"`
	Off      string        `json:"off,omitempty" doc:"km/h that the speed may be off either way, where a recording told it"`
	Distance string        `json:"distance" doc:"m from the mark to standing, as typed"`
	Slope    string        `json:"slope,omitempty" doc:"%, downhill positive, as typed; left out for level"`
	Ground   string        `json:"ground" enum:"dry,wet,loose"`
	Note     string        `json:"note,omitempty"`
	Kmh      float64       `json:"kmh,omitempty" readOnly:"true"`
	Metres   float64       `json:"metres,omitempty" readOnly:"true"`
	Slowed   *brake.Slowed `json:"slowed,omitempty" readOnly:"true"`
	Mark     wear.Mark     `json:"mark,omitempty" readOnly:"true"`
	Says     string        `json:"says,omitempty" readOnly:"true"`
}

// Stops are the stops that were measured.
var Stops = record.NewKind(record.Kind[Stopped]{Name: "stopped", By: record.ByMechanic, Past: record.LaterJob})

// Limits is what a bike has to do and can do, m/s², with one brake or both on a ground.
type Limits struct {
	Pulls  string  `json:"pulls" enum:"front,rear,both"`
	Ground string  `json:"ground" enum:"dry,wet,loose"`
	Least  float64 `json:"least,omitempty" doc:"that it has to do; left out where no figure is known"`
	Most   float64 `json:"most,omitempty" doc:"that its tyres hold, or its rear wheel stays down with"`
	Front  float64 `json:"front" doc:"share of the weight on the front wheel then, 0 to 1"`

	Ruling measure.Ruling `json:"ruling"`
	Zones  []wear.Zone    `json:"zones" doc:"too little, and more than a seated rider can do"`

	utmost float64 // that nobody does more than, the weight behind the saddle
}

// ruled is what stops are drawn on: up to 1 g.
var ruled = measure.Ruling{Min: 0, Max: 10, Step: 0.25, Major: 1}

// limits are what a bike has to do and can do.
func limits(s *record.Sheet, ground, pulls string) Limits {
	l := Limits{Pulls: pulls, Ground: ground, Ruling: ruled, Zones: []wear.Zone{}}
	asked, known := riding.StoppingOn(s.Book.Stoppings, ground)
	if !known {
		return l
	}
	l.Least = asked.Least(pulls)
	l.Zones = append(l.Zones, wear.Zone{From: 0, To: l.Least, Mark: wear.Unsafe})
	if poise, there := riding.PoiseOf(s.Book.Poises, parts.Facts.Of(s)); there {
		b, front, rear := poise.Balance(), pulls != "rear", pulls != "front"
		l.Most, l.utmost = b.Most(asked.Grip, front, rear), b.Utmost(asked.Grip, front, rear)
		l.Front = b.FrontLoad(l.Most)
		l.Zones = append(l.Zones, wear.Zone{From: l.Most, To: ruled.Max, Mark: wear.Watch})
	}
	return l
}

func checkStopped(s *record.Sheet, in Stopped) (*Stopped, error) {
	var err error
	if in.Note, err = record.TidyNote("note", in.Note); err != nil {
		return nil, err
	}
	if err := checkRidden(s, "pulls", ""); err != nil {
		return nil, err
	}
	for _, test := range Tests.Of(s) {
		if test.What != SignTestRide && test.Sign != nil && !test.Sign.Passed {
			return nil, record.Refuse("pulls", "%s failed: nobody rides on it. Put it right, and try it standing "+
				"first.", test.Name)
		}
	}
	facts := parts.Facts.Of(s)
	if in.Pulls != "rear" && facts.FrontBrake == "none" || in.Pulls != "front" && facts.RearBrake == "none" {
		return nil, record.Refuse("pulls", "This bike has no such brake.")
	}
	stop := brake.Stop{}
	if stop.Speed, err = number("speed", in.Speed); err == nil {
		stop.Distance, err = number("distance", in.Distance)
	}
	if err == nil && in.Off != "" {
		stop.Off, err = number("off", in.Off)
	}
	if err == nil && in.Slope != "" {
		stop.Slope, err = record.ReadSigned("slope", in.Slope, measure.Percent, 12)
	}
	if err != nil {
		return nil, err
	}
	slowed, err := stop.Slows()
	if err != nil {
		return nil, record.InField("", err)
	}
	l := limits(s, in.Ground, in.Pulls)
	if l.utmost > 0 && slowed.From > l.utmost {
		return nil, record.Refuse("distance", "%s m/s² is more than such a bike can do, about %s with the weight "+
			"behind the saddle: take speed and distance again.", tenths(slowed.Mean), tenths(l.utmost))
	}
	in.Kmh, in.Metres, in.Slowed = stop.Speed, stop.Distance, &slowed
	in.Mark, in.Says = verdict(s, in, l)
	return &in, nil
}

func number(field, typed string) (float64, error) {
	f, err := measure.ParseFigure(typed, measure.Piece)
	return f.Base, record.InField(field, err)
}

// tenths prints a deceleration as finely as anybody measures it.
func tenths(v float64) string { return measure.Format(math.Round(v*10) / 10) }

// verdict says what a stop tells: of the brake where a figure is known, and against what it did before.
func verdict(s *record.Sheet, in Stopped, l Limits) (wear.Mark, string) {
	told := fmt.Sprintf("%s m/s², %s to %s", tenths(in.Slowed.Mean),
		tenths(in.Slowed.From), tenths(in.Slowed.To))
	than := ""
	if _, before := Stops.Latest(s, func(o *Stopped) bool {
		return o.Pulls == in.Pulls && o.Ground == in.Ground && o.Slowed != nil
	}); before != nil {
		switch {
		case in.Slowed.From > before.Slowed.To:
			than = " Better than before."
		case in.Slowed.To < before.Slowed.From:
			than = " Worse than before."
		default:
			than = " No better and no worse than before, as finely as it is measured."
		}
	}
	name := map[string]string{"front": "the front brake", "rear": "the rear brake", "both": "both brakes"}[in.Pulls]
	switch {
	case l.Least == 0:
		return wear.Watch, told + ": loose ground tells of the ground, not of the brake." + than
	case in.Slowed.To < l.Least:
		return wear.Unsafe, fmt.Sprintf("%s: %s has to do %s at least. Not before it does.%s", told, name,
			tenths(l.Least), than)
	case in.Slowed.From < l.Least:
		return wear.Due, fmt.Sprintf("%s: %s has to do %s, and this cannot tell whether it does. Once more, from "+
			"faster.%s", told, name, tenths(l.Least), than)
	}
	return wear.Sound, fmt.Sprintf("%s: %s does what it has to, %s.%s", told, name,
		tenths(l.Least), than)
}

// StopView is a stop that was measured.
type StopView struct {
	Entry record.ID `json:"entry"`
	By    string    `json:"by"`
	At    time.Time `json:"at"`
	Here  bool      `json:"here" doc:"in this job"`
	Stopped
	Front float64 `json:"front" doc:"share of the weight on the front wheel meanwhile, 0 to 1"`
	Stale string  `json:"stale,omitempty" doc:"what was done to the brake since"`
}

// testOf are the tests that a stop speaks of.
var testOf = map[string][]string{"front": {SignFrontBrake}, "rear": {SignRearBrake},
	"both": {SignFrontBrake, SignRearBrake}}

func stops(s *record.Sheet) []StopView {
	list := []StopView{}
	poise, there := riding.PoiseOf(s.Book.Poises, parts.Facts.Of(s))
	for n, ledger := range s.Ledgers() {
		for e, in := range Stops.All(ledger) {
			v := StopView{Entry: e.ID, By: e.ByName, At: e.At, Here: n == 1, Stopped: *in}
			if there && in.Slowed != nil {
				v.Front = poise.Balance().FrontLoad(in.Slowed.Mean)
			}
			for _, test := range testOf[in.Pulls] {
				if d, since := record.UntriedSince(s, test, e.ID); since && v.Here {
					v.Stale = d.Says
				}
			}
			list = append(list, v)
		}
	}
	return list
}

// counts is the stop that counts for what was pulled on a ground: the last one, or one that was too long which
// whoever wrote the last one had not seen.
func counts(s *record.Sheet, pulls, ground string) *Stopped {
	such := func(o *Stopped) bool { return o.Pulls == pulls && o.Ground == ground }
	e, last := Stops.Last(s.Ledger, such)
	if last == nil || last.Mark != wear.Sound {
		return last
	}
	for long, in := range Stops.All(s.Ledger) {
		if such(in) && in.Mark != wear.Sound && !s.Knew(long.ID, e.ID) {
			return in
		}
	}
	return last
}

// short are brakes whose stop was too long, or could not tell, by what was pulled and on which ground. They are
// measured again there: work alone does not shorten them, and less is asked of them in the wet. A bike that goes
// out as not to be ridden is not tried.
func short(s *record.Sheet) (list []record.Obstacle) {
	if len(findings.NotRidden(s)) > 0 {
		return nil
	}
	for _, pulls := range []string{"front", "rear", "both"} {
		for _, ground := range []string{"dry", "wet"} {
			in := counts(s, pulls, ground)
			if in == nil || in.Mark == wear.Sound {
				continue
			}
			title := fmt.Sprintf("%s, stopped from %s km/h in %s m on %s ground", words.Capital(pulls),
				measure.Format(in.Kmh), measure.Format(in.Metres), ground)
			list = append(list, record.Obstacle{Title: title, Detail: in.Says, Mark: in.Mark,
				Stage: record.StageVerify, Place: record.PlaceRide, Target: "stop-" + pulls + "-" + ground})
		}
	}
	return list
}
