package inspect

import (
	"fmt"
	"math"
	"slices"
	"time"

	"utensil/core/measure"
	core "utensil/core/pressure"
	"utensil/core/suspension"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

// The places where a bike holds air.
const (
	AirFork      = "fork"
	AirShock     = "shock"
	AirFrontTyre = "front_tyre"
	AirRearTyre  = "rear_tyre"
)

var airNames = map[string]string{AirFork: "Fork", AirShock: "Rear shock", AirFrontTyre: "Front tyre",
	AirRearTyre: "Rear tyre"}

// Air is a pressure with the temperature it was taken at, and whether it was found or set.
type Air struct {
	Place   string  `json:"place" enum:"fork,shock,front_tyre,rear_tyre"`
	Typed   string  `json:"typed,omitempty" doc:"as typed, in bar unless it names a unit"`
	Celsius float64 `json:"celsius" minimum:"-40" maximum:"60" doc:"temperature of the air around it"`
	Set     bool    `json:"set" doc:"left at this pressure; else found at it"`
	Least   string  `json:"least,omitempty" doc:"the owner's own least pressure, as typed"`
	Solid   bool    `json:"solid,omitempty" doc:"a tyre that holds no air"`

	Gauge *record.ID `json:"gauge,omitempty" doc:"of the shop, that showed it"`

	Bar    *float64 `json:"bar,omitempty" readOnly:"true" doc:"by the gauge's check"`
	Shown  *float64 `json:"shown_bar,omitempty" readOnly:"true" doc:"what the gauge showed, where that is another figure"`
	LeastB *float64 `json:"least_bar,omitempty" readOnly:"true"`
}

// AirView is what is known of one place's air.
type AirView struct {
	Place    string         `json:"place" enum:"fork,shock,front_tyre,rear_tyre"`
	Name     string         `json:"name"`
	Readings []PressureView `json:"readings" doc:"oldest first"`
	Says     string         `json:"says" doc:"what the last two readings say"`
	LeastBar *float64       `json:"least_bar,omitempty"`
}

// PressureView is one pressure that was found or set.
type PressureView struct {
	Bar     float64   `json:"bar"`
	Celsius float64   `json:"celsius"`
	Set     bool      `json:"set"`
	At      time.Time `json:"at"`
	By      string    `json:"by"`

	Here  bool                    `json:"here,omitempty" doc:"in this job"`
	Gauge string                  `json:"gauge,omitempty" doc:"what it was read with"`
	Took  float64                 `json:"took_bar,omitempty" doc:"of what was found: what the hose took as it was put on"`
	Shown *float64                `json:"shown_bar,omitempty" doc:"what that showed, where it is another figure"`
	Shows []gaugeshelf.GaugeShows `json:"shows,omitempty" doc:"of what was found last in this job: what the shop's gauges show when it is back"`

	may float64 // what a hose that nobody measured may have taken, bar
}

// airPlaces lists where a bike holds air.
func airPlaces(s *record.Sheet) []string {
	switch parts.Facts.Of(s).Suspension {
	case "full":
		return []string{AirFrontTyre, AirRearTyre, AirFork, AirShock}
	case "front":
		return []string{AirFrontTyre, AirRearTyre, AirFork}
	}
	return []string{AirFrontTyre, AirRearTyre}
}

// Pressures lists what is known of a bike's air, from this job and earlier ones.
func Pressures(s *record.Sheet) []AirView {
	var views []AirView
	for _, place := range airPlaces(s) {
		v := AirView{Place: place, Name: airNames[place], Readings: []PressureView{}}
		for i, l := range s.Ledgers() {
			for e, a := range Airs.All(l) {
				if a.Place == place && a.Bar != nil {
					r := PressureView{Bar: *a.Bar, Celsius: a.Celsius, Set: a.Set, At: e.At, By: e.ByName,
						Here: i == 1, Gauge: gaugeshelf.Name(s, a.Gauge), Shown: a.Shown}
					if !r.Set {
						r.Took, r.may = gaugeshelf.Hosed(s, a.Gauge, place, seat(s, place), r.Bar)
					}
					v.Readings = append(v.Readings, r)
					if a.LeastB != nil {
						v.LeastBar = a.LeastB
					}
				}
			}
		}
		if i := v.found(); i >= 0 {
			v.Readings[i].Shows = gaugeshelf.At(s, v.Readings[i].Bar)
		}
		v.Says = v.says()
		views = append(views, v)
	}
	return views
}

// found is where the pressure stands that was found last in this job; -1 for none.
func (v AirView) found() int {
	for i, r := range slices.Backward(v.Readings) {
		if !r.Set && r.Here {
			return i
		}
	}
	return -1
}

// says takes the last loss apart: from what it was left at to what it was found at.
func (v AirView) says() string {
	n := len(v.Readings)
	if n == 0 {
		return "Never measured. Note it before air is let out, so that it goes back."
	}
	last := v.Readings[n-1]
	if n == 1 || last.Set {
		return fmt.Sprintf("%s at %s.", Bars(last.Bar), degrees(last.Celsius))
	}
	loss, known := v.Lost()
	if !known {
		return suspension.ErrNoReading.Error()
	}
	hose := ""
	if last.Took >= 0.02 {
		hose = fmt.Sprintf(" Putting “%s” on took %s.", last.Gauge, Bars(last.Took))
	}
	if loss.Lost <= 0.01 {
		return fmt.Sprintf("It has kept its %s.", Bars(last.Bar+last.Took)) + hose
	}
	out := fmt.Sprintf("Lost %s within the day. ", Bars(loss.Lost))
	if loss.Days >= 1 {
		out = fmt.Sprintf("Lost %s in %.0f days. ", Bars(loss.Lost), loss.Days)
	}
	if !loss.Tells() {
		return out + "The cold explains all of it; nothing leaks that a gauge could tell." + hose
	}
	if loss.Doubtful() {
		return out + fmt.Sprintf("Of it %s is not the cold: no more than a hose can take as it is put "+
			"on, and nobody has measured this one's. "+
			"Measure it under the pressure gauges, or set it, wait, and read it once again.", Bars(loss.Leaked))
	}
	if loss.Cold > 0.01 {
		out += fmt.Sprintf("The cold explains %s of it; ", Bars(loss.Cold))
	} else {
		out += "The temperature explains none of it; "
	}
	out += fmt.Sprintf("%s has leaked", Bars(loss.Leaked))
	if share := (1 - math.Exp(-loss.Rate)) * 100; share >= 0.05 && loss.Days >= 1 {
		out += fmt.Sprintf(", about %.1f %% a day", share)
	}
	out += "." + hose
	second := last.reading()
	if v.LeastBar != nil && (loss.Days >= 1 || second.Bar <= *v.LeastBar) {
		switch days := loss.Until(second, *v.LeastBar); {
		case days == 0:
			out += fmt.Sprintf(" It is under the owner's %s.", Bars(*v.LeastBar))
		case days < 400:
			out += fmt.Sprintf(" Under the owner's %s in about %.0f days.", Bars(*v.LeastBar), math.Ceil(days))
		}
	}
	return out
}

// Loss is what a place has lost between its last two readings, the second one found.
type Loss struct {
	suspension.Loss
	from, may float64
}

// Tells says whether more has leaked than a gauge could miss.
func (l Loss) Tells() bool { return l.Leaked >= core.Needle*l.from }

// Doubtful says whether a hose that nobody measured may have taken all that seems to have leaked.
func (l Loss) Doubtful() bool { return l.Leaked < l.may }

// Lost takes the last loss apart: from what it was left at to what it was found at, before the
// hose took its share; false where the last reading is none that was found after another.
func (v AirView) Lost() (Loss, bool) {
	n := len(v.Readings)
	if n < 2 || v.Readings[n-1].Set {
		return Loss{}, false
	}
	first, last := v.Readings[n-2].reading(), v.Readings[n-1].reading()
	last.Bar += v.Readings[n-1].Took
	loss, err := suspension.Between(first, last)
	return Loss{loss, first.Bar, v.Readings[n-1].may}, err == nil
}

func (r PressureView) reading() suspension.Reading {
	return suspension.Reading{At: r.At, Bar: r.Bar, Celsius: r.Celsius}
}

// seat is the bead seat diameter of a tyre's wheel, mm.
func seat(s *record.Sheet, place string) int {
	f := parts.Facts.Of(s)
	if place == AirFrontTyre {
		return f.WheelFront
	}
	return f.WheelRear
}

// AirName is what a place that holds air is called.
func AirName(place string) string { return airNames[place] }

// HoldsAir says whether the bike holds air at a place.
func HoldsAir(s *record.Sheet, place string) bool { return slices.Contains(airPlaces(s), place) }

// Bars says a pressure in bar, and in psi beside it.
func Bars(v float64) string {
	return fmt.Sprintf("%s bar (%.0f psi)", measure.Format(math.Round(v*100)/100),
		measure.PoundPerSquareInch.FromBase(v))
}

func degrees(c float64) string { return measure.Format(c) + " °C" }

func checkAir(s *record.Sheet, in Air) (*Air, error) {
	if !HoldsAir(s, in.Place) {
		return nil, record.Refuse("place", "This bike holds no air there.")
	}
	if in.Celsius < -40 || in.Celsius > 60 {
		return nil, record.Refuse("celsius", "A temperature at the bench lies between -40 and 60 °C.")
	}
	most := 12.0
	if in.Place == AirFork || in.Place == AirShock {
		most = 25
	}
	if in.Solid {
		if in.Place != AirFrontTyre && in.Place != AirRearTyre {
			return nil, record.Refuse("place", "A leg without air is a coil: nothing is read of it here.")
		}
		return &Air{Place: in.Place, Celsius: in.Celsius, Set: true, Solid: true}, nil
	}
	read := func(field, typed string) (*float64, error) {
		bar, err := record.ReadFigure(field, typed, measure.Bar, measure.Range{Min: 0.1, Max: most})
		return &bar, err
	}
	in.LeastB = nil
	typed, err := read("typed", in.Typed)
	if err != nil {
		return nil, err
	}
	bar, shown, err := gaugeshelf.Read(s, in.Gauge, "typed", *typed)
	if err != nil {
		return nil, err
	}
	in.Bar, in.Shown = &bar, shown
	if in.Least != "" {
		if in.LeastB, err = read("least", in.Least); err != nil {
			return nil, err
		}
	}
	return &in, nil
}

// Airs are pressures, found and set.
var Airs = record.NewKind(record.Kind[Air]{Name: "air", By: record.ByMechanic, Past: record.LaterJob})
