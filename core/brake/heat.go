package brake

import (
	"errors"
	"math"
)

// Rotor is a brake disc as a lump of steel.
type Rotor struct {
	Diameter float64 `json:"diameter_mm" doc:"such as 160"`
	Mass     float64 `json:"mass_g" doc:"such as 110; 0 to estimate it from the diameter"`
}

// Properties of a lumped rotor: stainless steel's heat capacity, and how air cools a spinning
// disc. Both are usual textbook magnitudes, from memory; what follows is an estimate.
const (
	steelHeat  = 500.0 // J/(kg·K)
	airCooling = 60.0  // W/(m²·K) at riding speed
	share      = 0.7   // of a disc's ring that is metal
	gravity    = 9.80665
)

// Validate reports a rotor that no bicycle has.
func (r Rotor) Validate() error {
	if !(r.Diameter >= 120 && r.Diameter <= 250) || !(r.Mass >= 0 && r.Mass <= 600) {
		return errors.New("a rotor is 120 to 250 mm across and weighs at most 600 g")
	}
	return nil
}

// capacity is the heat that warms the rotor by a kelvin, J/K.
func (r Rotor) capacity() float64 {
	mass := r.Mass
	if mass == 0 {
		mass = 110 * (r.Diameter / 160) * (r.Diameter / 160) // common practice: 160 mm weighs about 110 g
	}
	return mass / 1000 * steelHeat
}

// cooling is the heat that air takes for each kelvin above it, W/K, from both faces of a ring
// a fifth of the diameter wide.
func (r Rotor) cooling() float64 {
	d := r.Diameter / 1000
	ring := math.Pi / 4 * (d*d - 0.36*d*d)
	return airCooling * 2 * ring * share
}

// Rider is what is slowed down.
type Rider struct {
	Mass float64 `json:"mass_kg" doc:"rider, bike and load"`
}

// Weighs says whether the mass is one that a bicycle carries: 20 to 400 kg.
func (r Rider) Weighs() bool { return r.Mass >= 20 && r.Mass <= 400 }

// Kinetic is the energy of slowing from one speed to another, in km/h: ½ m (v² − w²).
func (r Rider) Kinetic(from, to float64) float64 {
	v, w := from/3.6, to/3.6
	return r.Mass / 2 * (v*v - w*w)
}

// Hill is a descent ridden on the brakes.
type Hill struct {
	Drop   float64 `json:"drop_m"`
	Length float64 `json:"length_m"`
	Speed  float64 `json:"speed_kmh"`
	Air    float64 `json:"air_c" doc:"around it"`
	Share  float64 `json:"share" doc:"of the braking that this brake does, 0 to 1; 0.5 for an even hand"`
}

// Validate reports a hill that cannot be ridden so.
func (h Hill) Validate() error {
	switch {
	case !(h.Drop > 0 && h.Drop <= 3000 && h.Length > h.Drop && h.Length <= 60_000):
		return errors.New("a hill drops up to 3000 m over a longer way of at most 60 km")
	case !(h.Speed >= 3 && h.Speed <= 80):
		return errors.New("it is ridden down at 3 to 80 km/h")
	case !(h.Share > 0 && h.Share <= 1 && h.Air >= -30 && h.Air <= 50):
		return errors.New("the brake does up to all of the braking, in air of -30 to 50 °C")
	}
	return nil
}

// Rolling is what rolling and air take of a slow descent's power (common practice, no source).
const rolling = 0.25

// Hottest is how hot a rotor gets on a hill held at an even speed, by the lumped model:
// C·dT/dt = P − k·(T − air).
func (r Rotor) Hottest(rider Rider, h Hill) float64 {
	v := h.Speed / 3.6
	power := rider.Mass * gravity * h.Drop / h.Length * v * (1 - rolling) * h.Share
	k := r.cooling()
	return h.Air + power/k*(1-math.Exp(-k/r.capacity()*h.Length/v))
}

// Stage is a row of like stops of a bedding-in scheme.
type Stage struct {
	Stops int     `json:"stops" yaml:"stops"`
	From  float64 `json:"from_kmh" yaml:"from_kmh"`
	To    float64 `json:"to_kmh" yaml:"to_kmh"`
}

// Bedding is what a scheme comes to for a rider.
type Bedding struct {
	Stops    int     `json:"stops"`
	Energy   float64 `json:"energy_j" doc:"into this brake, all stops"`
	PerStop  float64 `json:"per_stop_j" doc:"of the hardest stop"`
	Warmer   float64 `json:"warmer_k" doc:"what the hardest stop warms the rotor by"`
	Hottest  float64 `json:"hottest_c"`
	Distance float64 `json:"distance_m" doc:"with speeding up again between stops"`
	Minutes  float64 `json:"minutes"`
}

// How a rider slows and speeds up again, in m/s² (common practice, no source).
const (
	slowing, speeding = 2.5, 0.6
)

// Bed rides a scheme by the lumped model: each stop heats the rotor, the ride between cools it.
func (r Rotor) Bed(rider Rider, scheme []Stage, air, share float64) (Bedding, error) {
	if !rider.Weighs() || !(share > 0 && share <= 1) {
		return Bedding{}, errors.New("rider, bike and load weigh 20 to 400 kg")
	}
	if err := r.Validate(); err != nil {
		return Bedding{}, err
	}
	b, t := Bedding{}, air
	capacity, k := r.capacity(), r.cooling()
	b.Hottest = air
	for _, s := range scheme {
		if !(s.Stops > 0 && s.Stops <= 100 && s.From > s.To && s.To >= 0 && s.From <= 60) {
			return Bedding{}, errors.New("a stage is 1 to 100 stops from a higher speed to a lower one, " +
				"at most 60 km/h")
		}
		v, w := s.From/3.6, s.To/3.6
		apart := (v-w)/speeding + (v-w)/slowing
		energy := rider.Kinetic(s.From, s.To) * share
		for range s.Stops {
			t += energy / capacity
			b.Hottest = max(b.Hottest, t)
			t = air + (t-air)*math.Exp(-k/capacity*apart)
			b.Distance += (v*v - w*w) / 2 * (1/slowing + 1/speeding)
			b.Minutes += apart / 60
		}
		b.Stops += s.Stops
		b.Energy += energy * float64(s.Stops)
		if energy > b.PerStop {
			b.PerStop, b.Warmer = energy, energy/capacity
		}
	}
	return b, nil
}
