package gears

import (
	"strconv"

	"utensil/core/gear"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop/record"
)

// slides is the friction of an inner in its outer (common practice, no published source).
var slides = map[string]float64{"new": 0.06, "used": 0.1, "dirty": 0.18, "rusty": 0.3}

func figurePath(s *record.Sheet, asked GearQuestion, out *GearAnswer) error {
	in, t := asked.Path, typed{}
	bends := make([]gear.Bend, len(in.Bends))
	for i, b := range in.Bends {
		field := "path.bends." + strconv.Itoa(i)
		bends[i] = gear.Bend{Name: b.Name, Degrees: t.figure(field+".degrees", b.Degrees,
			measure.Degree), Slides: slides[b.Slides]}
		if bends[i].Slides == 0 && t.err == nil {
			t.err = record.Refuse(field+".slides", "Say how the inner slides in it.")
		}
	}
	usual := 1.7
	if list := Families(s); len(list) > 0 {
		usual = list[0].Ratio
	}
	ratio := t.or("path.ratio", in.Ratio, measure.Piece, usual)
	if t.err != nil {
		return t.err
	}
	p, err := gear.PathOf(bends, ratio)
	if err != nil {
		return err
	}
	out.Path = &p
	out.Says = measure.Format(round(100*p.Kept,
		1)) + " % of the pull arrives; the pulley lags " + measure.Format(round(p.Lag,
		100)) + " mm either way."
	if p.Worst >= 0 && p.Lag > lagsTooMuch {
		out.Mark = wear.Due
		out.Do = append(out.Do, gear.Advised{What: "bend", Says: "It costs most over “" + p.Bends[p.Worst].Name +
			"”: a new, more flexible outer there saves " +
			measure.Format(round(p.Better, 100)) + " mm."})
	}
	return nil
}

// lagsTooMuch is a lag of the pulley that is felt at the lever, mm (common practice, no published source).
const lagsTooMuch = 0.5
