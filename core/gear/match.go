package gear

import (
	"math"

	"utensil/core/measure"
)

// Parts are what has to go together behind a lever. Figures are 0 where nobody knows them.
type Parts struct {
	Clicks    int     `json:"clicks" doc:"gears that the lever has"`
	Pull      float64 `json:"pull_mm" doc:"of cable a click"`
	Ratio     float64 `json:"ratio" doc:"of the mech"`
	Sprockets int     `json:"sprockets"`
	Spacing   float64 `json:"spacing_mm"`
	Chain     int     `json:"chain" doc:"speeds that the chain is for"`
}

// Matched is whether they go together, with every reason.
type Matched struct {
	Off     float64  `json:"off_mm" doc:"how far the pulley is off by the last sprocket, with the first one right"`
	Middle  float64  `json:"middle_mm" doc:"and at both ends, with the middle one right"`
	From    int      `json:"from" doc:"first sprocket, from 0, that is no longer shifted to with the first one right; -1 for none"`
	Goes    bool     `json:"goes"`
	Reasons []string `json:"reasons" doc:"none when all is right, or not known"`
}

// Match works out whether lever, mech, sprockets and chain go together: pull × ratio is to be the spacing,
// and what is off adds up from sprocket to sprocket. With the middle sprocket right half of that is left at
// each end, and a shift is still taken within an eighth of the spacing.
func (p Parts) Match() (Matched, error) {
	if p.Sprockets < 2 || p.Sprockets > 14 {
		return Matched{}, measure.Wrong("sprockets", "A mech serves 2 to 14 sprockets.")
	}
	out := Matched{From: -1, Goes: true, Reasons: []string{}}
	against := func(format string, args ...any) {
		out.Goes, out.Reasons = false, append(out.Reasons, say(format, args...))
	}
	if p.Clicks > 0 && p.Clicks != p.Sprockets {
		against("The lever has %d gears, and there are %d sprockets.", p.Clicks, p.Sprockets)
	}
	if p.Chain > 0 && math.Max(float64(p.Chain), 8) != math.Max(float64(p.Sprockets), 8) {
		against("The chain is for %d speeds, and there are %d sprockets: it is too wide, or too narrow.", p.Chain,
			p.Sprockets)
	}
	if p.Pull > 0 && p.Ratio > 0 && p.Spacing > 0 {
		a := p.Pull*p.Ratio - p.Spacing
		out.Off = a * float64(p.Sprockets-1)
		out.Middle = math.Abs(out.Off) / 2
		for k := 1; k < p.Sprockets; k++ {
			if math.Abs(a)*float64(k) > slowWithin*p.Spacing {
				out.From = k
				break
			}
		}
		if out.Middle > slowWithin*p.Spacing {
			against("The lever pulls %.2f mm a click, the mech moves %.2f mm for it, and the sprockets "+
				"are %.2f mm apart: off by %.1f mm by the "+
				"last one. No barrel sets that right.", p.Pull, p.Pull*p.Ratio, p.Spacing, math.Abs(out.Off))
		}
	}
	return out, nil
}
