// Package suspension does the arithmetic of air: what the gas law explains of a lost
// pressure, what has leaked, and how long until it is too little.
package suspension

import (
	"errors"
	"math"
	"time"
)

// Atmosphere is the pressure around us in bar: 101.325 kPa (ISO 2533).
const Atmosphere = 1.01325

// kelvin is 0 °C on the absolute scale (NIST SP 811).
const kelvin = 273.15

// Reading is a pressure over the atmosphere in bar, with the air's temperature in °C.
type Reading struct {
	At      time.Time
	Bar     float64
	Celsius float64
}

// ErrNoReading is returned for a pressure or temperature that cannot be.
var ErrNoReading = errors.New("a pressure lies between 0 and 30 bar, a temperature between -40 and 60 °C")

// At is what a closed volume shows at another temperature: the ideal gas law at constant
// volume, on absolute pressures.
func (r Reading) AtTemperature(celsius float64) float64 {
	return (r.Bar+Atmosphere)*(celsius+kelvin)/(r.Celsius+kelvin) - Atmosphere
}

// Loss takes a lost pressure apart.
type Loss struct {
	Lost   float64 // bar, from the first reading to the second; negative for a gain
	Cold   float64 // bar of it that the temperature explains
	Leaked float64 // bar of it that is left: air that is gone, at the second temperature
	Days   float64 // between the readings
	Rate   float64 // of the absolute pressure, the share that leaks in a day (0 when none does)
}

// Between takes apart what was lost from one reading to a later one. A leak through a small
// hole goes with the pressure, so its rate is of the exponential decay of the gauge pressure.
func Between(first, second Reading) (Loss, error) {
	for _, r := range []Reading{first, second} {
		if !(r.Bar >= 0 && r.Bar <= 30 && r.Celsius >= -40 && r.Celsius <= 60) {
			return Loss{}, ErrNoReading
		}
	}
	expected := first.AtTemperature(second.Celsius)
	l := Loss{Lost: first.Bar - second.Bar, Cold: first.Bar - expected, Leaked: expected - second.Bar,
		Days: second.At.Sub(first.At).Hours() / 24}
	if l.Days > 0 && expected > 0 && second.Bar > 0 && l.Leaked > 0 {
		l.Rate = math.Log(expected/second.Bar) / l.Days
	}
	return l, nil
}

// Until is how many days after the second reading the pressure falls below a figure, at the
// second reading's temperature: 0 when it has, +Inf when nothing leaks.
func (l Loss) Until(second Reading, below float64) float64 {
	switch {
	case second.Bar <= below:
		return 0
	case l.Rate <= 0 || below <= 0:
		return math.Inf(1)
	}
	return math.Log(second.Bar/below) / l.Rate
}
