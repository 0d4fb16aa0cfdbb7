package gear

import (
	"math"

	"utensil/core/measure"
)

// GaugeReading is one reading of a hanger gauge: where its arm stood, by the clock seen from the drive side
// (12 above, 3 towards the front), and what was measured from its tip to the rim.
type GaugeReading struct {
	Clock float64 `json:"clock" doc:"0 to 12"`
	Gap   float64 `json:"gap_mm"`
}

// Hanger is how a hanger is bent.
type Hanger struct {
	Tilt   float64 `json:"tilt_deg" doc:"its foot towards the spokes; negative away"`
	Toe    float64 `json:"toe_deg" doc:"its front towards the spokes; negative away"`
	Angle  float64 `json:"angle_deg" doc:"of the two together"`
	Clock  float64 `json:"clock" doc:"where it leans in towards the wheel most"`
	Within bool    `json:"within" doc:"straight enough"`
	Spread float64 `json:"spread_mm" doc:"most less least, along the fitted wave"`
	Rest   float64 `json:"rest_mm" doc:"what the wave does not explain: the wheel's own wobble, a loose gauge"`
	Do     string  `json:"do" enum:"leave,bend,replace"`
}

// How straight a hanger is to be (common practice, no published source): within 4 mm over the whole turn at a
// rim's radius; what is bent by more than eight degrees has given too much to be trusted again.
const (
	straightWithin = 4.0 // mm
	tooFarBent     = 8.0 // degrees
)

// HangerBend fits the first harmonic over the clock: gap = mean + a·cos + b·sin of the hour's
// angle, by least squares; a plane that is not square to the wheel's own reads as just that.
// reach is the gauge's arm from its axis to its tip, mm. It fails, with a *measure.FieldError,
// for fewer than three readings, and for readings that lie on one side.
func HangerBend(readings []GaugeReading, reach float64) (Hanger, error) {
	if len(readings) < 3 {
		return Hanger{}, measure.Wrong("readings",
			"Read the gauge at three places at least: above, below, and to one side.")
	}
	if math.IsNaN(reach) || reach < 100 || reach > 400 {
		return Hanger{}, measure.Wrong("reach_mm",
			"A gauge reaches 100 to 400 mm, from its axis to its tip: about the rim's radius.")
	}
	for _, r := range readings {
		if math.IsNaN(r.Gap) || math.Abs(r.Gap) > 150 || math.IsNaN(r.Clock) || r.Clock < 0 || r.Clock > 12 {
			return Hanger{}, measure.Wrong("readings",
				"A reading is a place by the clock, 0 to 12, and millimetres to the rim.")
		}
	}
	mean, cos, sin, ok := harmonic(readings)
	if !ok {
		return Hanger{}, measure.Wrong("readings", "These places lie on one line: read the gauge to the side as well.")
	}
	rest := 0.0
	for _, r := range readings {
		a := r.Clock / 12 * 2 * math.Pi
		d := r.Gap - mean - cos*math.Cos(a) - sin*math.Sin(a)
		rest += d * d
	}
	wave := math.Hypot(cos, sin)
	h := Hanger{Tilt: degrees(math.Atan(cos / reach)), Toe: -degrees(math.Atan(sin / reach)),
		Angle:  degrees(math.Atan(wave / reach)),
		Spread: 2 * wave, Rest: math.Sqrt(rest / float64(len(readings)))}
	// The arm stands nearest the rim where the gap is least: opposite to the wave's crest.
	h.Clock = math.Mod(math.Atan2(-sin, -cos)/(2*math.Pi)*12+12, 12)
	h.Within = h.Spread <= straightWithin
	switch {
	case h.Within:
		h.Do = "leave"
	case h.Angle > tooFarBent:
		h.Do = "replace"
	default:
		h.Do = "bend"
	}
	return h, nil
}

// harmonic solves the three normal equations of mean, cosine and sine by Cramer's rule.
func harmonic(readings []GaugeReading) (mean, cos, sin float64, ok bool) {
	var m [3][3]float64
	var v [3]float64
	for _, r := range readings {
		a := r.Clock / 12 * 2 * math.Pi
		row := [3]float64{1, math.Cos(a), math.Sin(a)}
		for i := range row {
			v[i] += row[i] * r.Gap
			for j := range row {
				m[i][j] += row[i] * row[j]
			}
		}
	}
	all := det(m)
	if math.Abs(all) < 1e-6 {
		return 0, 0, 0, false
	}
	var out [3]float64
	for i := range out {
		with := m
		for j := range with {
			with[j][i] = v[j]
		}
		out[i] = det(with) / all
	}
	return out[0], out[1], out[2], true
}

func det(m [3][3]float64) float64 {
	return m[0][0]*(m[1][1]*m[2][2]-m[1][2]*m[2][1]) - m[0][1]*(m[1][0]*m[2][2]-m[1][2]*m[2][0]) +
		m[0][2]*(m[1][0]*m[2][1]-m[1][1]*m[2][0])
}

func degrees(radians float64) float64 { return radians * 180 / math.Pi }
