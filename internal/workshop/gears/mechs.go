package gears

import (
	"utensil/core/gear"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

func figureFront(s *record.Sheet, asked GearQuestion, out *GearAnswer) error {
	in, t := asked.Front, typed{}
	c := gear.Cage{Height: t.figure("front.height", in.Height, measure.Millimetre),
		Angle: t.figure("front.angle", in.Angle, measure.Degree), Rubs: map[int]gear.Rub{},
		Over: in.Over, Climbs: in.Climbs, Rings: parts.Facts.Of(s).Rings}
	for ring, rub := range in.Rubs {
		c.Rubs[ring] = rub
	}
	if t.err != nil {
		return t.err
	}
	do, err := c.Front()
	if err != nil {
		return err
	}
	out.Do, out.Says = do, do[0].Says
	if do[0].What != "nothing" {
		out.Mark, out.wait = wear.Due, true
	}
	return nil
}

func figureHanger(_ *record.Sheet, asked GearQuestion, out *GearAnswer) error {
	h, err := gauged(GearLook{Reach: asked.Hanger.Reach, Readings: asked.Hanger.Readings})
	if err != nil {
		return err
	}
	out.Hanger, out.Says = h, words.Capital(hangerSays(*h))+"."
	switch h.Do {
	case "bend":
		out.Mark, out.wait = wear.Due, true
		out.Do = append(out.Do, gear.Advised{What: "bend",
			Says: "Bend it back with the gauge's arm at that hour, pulling away " +
				"from the wheel, a little " +
				"past straight and let go; read it again all round."})
	case "replace":
		out.Mark, out.wait = wear.Due, true
		out.Do = append(out.Do, gear.Advised{What: "replace",
			Says: "Too far: one bent back from there is weak. Replace it; one " +
				"that belongs to the " +
				"frame is bent back once, and watched."})
	}
	return nil
}
