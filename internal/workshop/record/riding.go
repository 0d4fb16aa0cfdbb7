package record

import (
	"utensil/core/brake"
	"utensil/core/words"
)

// Riding is how a bike is ridden, as its owner tells it: what the heat of its brakes is
// reckoned from. Zero or empty is not known.
type Riding struct {
	Mass   float64 `json:"mass_kg" doc:"rider, bike and load"`
	Hill   string  `json:"hill" doc:"the steepest way down, as they call it"`
	Drop   float64 `json:"drop_m"`
	Length float64 `json:"length_m"`
	Speed  float64 `json:"speed_kmh" doc:"at which they ride it down"`
	Road   string  `json:"road" doc:"where they can bed a brake in"`
	Level  float64 `json:"level_m" doc:"how long that road is quiet and level"`
	Front  float64 `json:"front_rotor_mm"`
	Rear   float64 `json:"rear_rotor_mm"`
}

func (r Riding) tidy() (Riding, error) {
	var errs [2]error
	r.Hill, errs[0] = TidyOptional("bike.riding.hill", "the hill", r.Hill)
	r.Road, errs[1] = TidyOptional("bike.riding.road", "the road", r.Road)
	if err := First(errs[:]...); err != nil {
		return r, err
	}
	if r.Mass != 0 && !(brake.Rider{Mass: r.Mass}).Weighs() {
		return r, Refuse("bike.riding.mass_kg", "Rider, bike and load weigh 20 to 400 kg.")
	}
	if hill := (brake.Hill{Drop: r.Drop, Length: r.Length, Speed: r.Speed, Share: 1}); r.Drop != 0 ||
		r.Length != 0 || r.Speed != 0 {
		if err := hill.Validate(); err != nil {
			return r, Refuse("bike.riding.drop_m", "%s", words.Sentence(err))
		}
	}
	if !(r.Level == 0 || r.Level >= 20 && r.Level <= 20_000) {
		return r, Refuse("bike.riding.level_m", "A road to bed in on is 20 m to 20 km long.")
	}
	for field, across := range map[string]float64{"front_rotor_mm": r.Front, "rear_rotor_mm": r.Rear} {
		if across == 0 {
			continue
		}
		if err := (brake.Rotor{Diameter: across}).Validate(); err != nil {
			return r, Refuse("bike.riding."+field, "%s", words.Sentence(err))
		}
	}
	return r, nil
}
