package gears

import (
	"slices"
	"strconv"
	"strings"

	"utensil/core/gear"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

func figureWorn(s *record.Sheet, asked GearQuestion, out *GearAnswer) error {
	in, t := asked.Worn, typed{}
	teeth, chains := t.teeth("worn.sprockets", in.Sprockets), t.count("worn.chains", in.Chains)
	f := &WornAnswer{}
	if in.By == "gauge" {
		f.Longer = t.figure("worn.gauge", in.Gauge, measure.Percent)
	} else {
		length, links := t.figure("worn.length", in.Length, measure.Millimetre), t.count("worn.links", in.Links)
		if t.err == nil {
			f.Longer, t.err = gear.Elongation(length, links)
		}
	}
	if t.err != nil {
		return t.err
	}
	share, err := shareOf(teeth, in.Most)
	if err != nil {
		return err
	}
	skips, err := gear.Ridden{Teeth: teeth, Share: share, Worst: max(0, f.Longer), Chains: chains}.Skips()
	if err != nil {
		return err
	}
	f.Sprockets, out.Worn = skips, f
	var worst []string
	for _, k := range skips {
		if k.Mark == wear.Due {
			worst = append(worst, strconv.Itoa(k.Teeth))
		}
	}
	out.Says = measure.Format(round(f.Longer, 100)) + " % longer than new. "
	out.Mark = chainMark(s, f.Longer)
	if out.Mark == wear.Due || out.Mark == wear.Unsafe {
		out.Do = append(out.Do, gear.Advised{What: "chain",
			Says: "The chain is past its limit: replace it. Write the figure at " +
				"the walk-round too."})
	}
	if len(worst) == 0 {
		out.Says += "A new chain should run on these sprockets; a hard push in each gear decides."
		return nil
	}
	out.Mark = wear.Due
	out.Says += "A new chain will skip on " + strings.Join(worst,
		", ") + ": sprockets with it, or leave both to the end."
	return nil
}

// chainMark judges a chain by this bike's own limit.
func chainMark(s *record.Sheet, longer float64) wear.Mark {
	i := slices.IndexFunc(inspect.Points.Of(s),
		func(p knowledge.Point) bool { return p.ID == "chain" && p.Gauge != nil })
	if i < 0 {
		return wear.Sound
	}
	return inspect.LimitOf(s, inspect.Points.Of(s)[i]).Mark(longer)
}

// ridesMost is how much more than the others those are ridden that are ridden most (a guess of our own).
const ridesMost = 4.0

// shareOf is the share of use of each sprocket where somebody named those that are ridden most.
func shareOf(teeth []int, most string) ([]float64, error) {
	if strings.TrimSpace(most) == "" {
		return nil, nil
	}
	named, err := measure.ParseCounts(most, mostTeeth)
	if err != nil || slices.ContainsFunc(named, func(t int) bool { return !slices.Contains(teeth, t) }) {
		return nil, record.Refuse("worn.most", "Name some of these sprockets by their teeth: %s.", teethSaid(teeth))
	}
	share := make([]float64, len(teeth))
	for i, t := range teeth {
		if share[i] = 1; slices.Contains(named, t) {
			share[i] = ridesMost
		}
	}
	return share, nil
}
