package gear

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"utensil/core/measure"
)

func say(format string, args ...any) string { return fmt.Sprintf(format, args...) }

// Wheel is a driven wheel by its tyre: bead seat and width, mm.
type Wheel struct {
	Seat  float64 `json:"seat_mm"`
	Width float64 `json:"width_mm"`
}

// Diameter is that of the tyre, mm: bead seat and twice the tyre's width (ISO 5775).
func (w Wheel) Diameter() float64 { return w.Seat + 2*w.Width }

// Validate refuses a wheel that no bicycle has. The error is a *measure.FieldError.
func (w Wheel) Validate() error {
	if math.IsNaN(w.Seat) || w.Seat < 150 || w.Seat > 700 {
		return measure.Wrong("seat_mm", "A bead seat measures 150 to 700 mm.")
	}
	if math.IsNaN(w.Width) || w.Width < 15 || w.Width > 140 {
		return measure.Wrong("width_mm", "A tyre is 15 to 140 mm wide.")
	}
	return nil
}

// Development is how far a bike goes for a turn of the cranks, m: π · D · front / rear × the hub's own ratio.
func (w Wheel) Development(front, rear int, hub float64) float64 {
	return math.Pi * w.Diameter() / 1000 * float64(front) / float64(rear) * hub
}

// Inches are gear inches: the diameter of a wheel that is pedalled directly and goes as far.
func (w Wheel) Inches(front, rear int, hub float64) float64 {
	return w.Diameter() / 25.4 * float64(front) / float64(rear) * hub
}

// Gear is one of a bike's gears.
type Gear struct {
	Ring        int     `json:"ring"`
	Sprocket    int     `json:"sprocket"`
	Hub         float64 `json:"hub,omitempty" doc:"of a geared hub: its own ratio"`
	Development float64 `json:"development_m"`
	Inches      float64 `json:"inches"`
	Step        float64 `json:"step" doc:"above the next lower gear, 0.15 for 15 %; 0 for the lowest"`
	Angle       float64 `json:"angle_deg" doc:"of the chain from its line; positive towards the spokes"`
	Askew       bool    `json:"askew,omitempty" doc:"the chain leans too far to be ridden for long"`
	Double      bool    `json:"double,omitempty" doc:"a lower gear is felt as the same"`
}

// Gears lists every gear of a bike from the lowest, with the step to each. hub holds the ratios of a geared
// hub; none for one without. It fails, with a *measure.FieldError, for what cannot be.
func Gears(rings, sprockets []int, hub []float64, w Wheel) ([]Gear, error) {
	if err := w.Validate(); err != nil {
		return nil, err
	}
	if len(hub) == 0 {
		hub = []float64{1}
	}
	var all []Gear
	for _, ring := range rings {
		for _, sprocket := range sprockets {
			if ring < 8 || ring > 70 || sprocket < 8 || sprocket > 70 {
				return nil, measure.Wrong("teeth",
					"A ring or sprocket has 8 to 70 teeth: %d and %d cannot be.", ring, sprocket)
			}
			for _, h := range hub {
				if math.IsNaN(h) || h < 0.2 || h > 3 {
					return nil, measure.Wrong("hub", "A hub's own ratio is 0.2 to 3, not %g.", h)
				}
				all = append(all, Gear{Ring: ring, Sprocket: sprocket, Hub: h,
					Development: w.Development(ring, sprocket, h),
					Inches:      w.Inches(ring, sprocket, h)})
			}
		}
	}
	if len(all) == 0 {
		return nil, measure.Wrong("rings", "Name rings and sprockets by their teeth.")
	}
	slices.SortStableFunc(all, func(a, b Gear) int { return cmp.Compare(a.Development, b.Development) })
	for i := range all[1:] {
		all[i+1].Step = all[i+1].Development/all[i].Development - 1
	}
	return all, nil
}

// Rider is who climbs, on what: what a hill asks of them hangs on these.
type Rider struct {
	Power   float64 `json:"power_w" doc:"that they keep up"`
	Mass    float64 `json:"mass_kg" doc:"of rider, bike and load"`
	Rolling float64 `json:"rolling" doc:"coefficient of rolling resistance: 0.004 to 0.01"`
	Area    float64 `json:"area_m2" doc:"drag coefficient × area: 0.3 to 0.6"`
	Cadence float64 `json:"cadence" doc:"the slowest that they like, turns a minute"`
}

// What is the same for everyone (memory of common values; each is shown beside the answer).
const (
	air         = 1.2  // kg/m³
	gravity     = 9.81 // m/s²
	transmitted = 0.97 // share of the power that arrives at the tyre
)

// Needs is the power that a gradient asks for at a speed, W: weight along the slope, rolling and air,
// P = (m·g·sin a + c_r·m·g·cos a + ½·ρ·c_dA·v²)·v / η. gradient is rise over run, speed in m/s.
func (r Rider) Needs(gradient, speed float64) float64 {
	a := math.Atan(gradient)
	force := r.Mass*gravity*math.Sin(a) + r.Rolling*r.Mass*gravity*math.Cos(a) + air*r.Area*speed*speed/2
	return force * speed / transmitted
}

// Climbs is the steepest gradient that a rider keeps up in a gear at their slowest cadence. It fails, with
// a *measure.FieldError, for riders there are not.
func (r Rider) Climbs(development float64) (gradient float64, err error) {
	for _, v := range []struct {
		field  string
		v      float64
		lo, hi float64
	}{{"power_w", r.Power, 20, 700}, {"mass_kg", r.Mass, 30, 400}, {"rolling", r.Rolling, 0.001, 0.05},
		{"area_m2", r.Area, 0.1, 1.5},
		{"cadence", r.Cadence, 20, 120}, {"development_m", development, 0.5, 14}} {
		if math.IsNaN(v.v) || v.v < v.lo || v.v > v.hi {
			return 0, measure.Wrong(v.field, "%g cannot be: it is %g to %g.", v.v, v.lo, v.hi)
		}
	}
	speed := development * r.Cadence / 60
	lo, hi := -0.3, 1.0
	for range 60 {
		if mid := (lo + hi) / 2; r.Needs(mid, speed) < r.Power {
			lo = mid
		} else {
			hi = mid
		}
	}
	return (lo + hi) / 2, nil
}
