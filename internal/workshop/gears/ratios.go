package gears

import (
	"strconv"

	"utensil/core/gear"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

// What is taken of a rider where nobody says: a commuter on the flat tyre of a town bike (common practice, no
// published source).
const (
	usualPower   = 150.0
	usualMass    = 95.0
	usualCadence = 60.0
	usualRolling = 0.007
	usualArea    = 0.5
)

func figureRatio(s *record.Sheet, asked GearQuestion, out *GearAnswer) error {
	in, t := asked.Ratio, typed{}
	now, hub := t.train("ratio.now", s, in.Now)
	rider := gear.Rider{Power: t.or("ratio.power", in.Power, measure.Watt, usualPower),
		Mass:    t.or("ratio.mass", in.Mass, measure.Kilogram, usualMass),
		Cadence: t.or("ratio.cadence", in.Cadence, measure.Piece, usualCadence), Rolling: usualRolling, Area: usualArea}
	if t.err != nil {
		return t.err
	}
	r := &RatioAnswer{Takes: "rolling 0.007, drag area 0.5 m², 97 % of the power at the tyre"}
	var err error
	if r.Now, r.Hill, r.Borne, err = worked(s, now, hub, rider); err != nil {
		return err
	}
	out.Ratio = r
	out.Says = strconv.Itoa(len(r.Now.Gears)) + " gears, " + strconv.Itoa(r.Now.Felt) +
		" of them felt; highest over lowest " +
		measure.Format(round(r.Now.Range, 10)) + "; up to " + measure.Format(round(100*r.Hill, 1)) + " % in the lowest."
	borne := r.Borne
	if in.Then != nil {
		then, hub := t.train("ratio.then", s, *in.Then)
		if t.err != nil {
			return t.err
		}
		var after gear.Geared
		if after, r.Hill2, r.Borne2, err = worked(s, then, hub, rider); err != nil {
			return err
		}
		r.Then, r.Change, borne = &after, after.Against(r.Now).Says, r.Borne2
		out.Says = r.Change
	}
	if borne != nil && !borne.Bears {
		out.Mark = wear.Due
		out.Do = append(out.Do, gear.Advised{What: "primary", Says: borne.Says})
	}
	return nil
}

// worked works one train out for a rider.
func worked(s *record.Sheet, train gear.Train, hub *gear.Hub, rider gear.Rider) (g gear.Geared,
	hill float64, b *gear.Borne, err error) {
	if g, err = train.Work(); err != nil {
		return g, 0, nil, err
	}
	if hill, err = rider.Climbs(g.Gears[0].Development); err != nil || hub == nil {
		return g, hill, nil, err
	}
	borne, err := hub.Bears(train.Rings[0], train.Sprockets[len(train.Sprockets)-1],
		parts.Facts.Of(s).Electric == "mid_motor")
	return g, hill, &borne, err
}
