package gear

import (
	"math"

	"utensil/core/measure"
	"utensil/core/wear"
)

// Wired is an electronic gear as it was looked at.
type Wired struct {
	Battery  float64 `json:"battery" doc:"per cent"`
	Code     string  `json:"code,omitempty" doc:"error code that it shows"`
	Software string  `json:"software" enum:"current,old,unread"`
	Knocked  bool    `json:"knocked,omitempty" doc:"it fell or was hit since it shifted well"`
	Shifts   string  `json:"shifts" enum:"crisp,noisy_in,noisy_out,grows,none" doc:"noisy on the spokes' side, on the frame's side, worse from sprocket to sprocket, or no shift at all"`
	Steps    int     `json:"steps,omitempty" doc:"of fine adjustment so far, towards the spokes"`
	Pivots   string  `json:"pivots" enum:"oiled,dry,unseen"`
}

// What an electronic gear is judged by (common practice, no published source; the maker's own figure wins).
const (
	lowBattery = 20.0
	manySteps  = 6
	fewSteps   = 1 // either way: nothing of it is felt
)

// BatteryScale is how a battery is shown, per cent: below the low one nothing is judged.
func BatteryScale() wear.Scale {
	return wear.Scale{Unit: "%", Ruling: measure.Ruling{Max: 100, Step: 5, Major: 20},
		Zones: []wear.Zone{{To: lowBattery, Mark: wear.Due}}}
}

// StepScale is how fine adjustment is shown: steps, towards the spokes.
func StepScale() wear.Scale {
	s := wear.Between("steps", measure.Ruling{Min: -16, Max: 16, Step: 1, Major: 4}, -manySteps, manySteps, wear.Due)
	s.Target = &wear.Span{From: -fewSteps, To: fewSteps}
	return s
}

// Says what an electronic gear wants, in its order. What is set up right needs no adjusting:
// power, codes and software come first, then what a knock bent, and fine adjustment last. It
// fails, with a *measure.FieldError, for what cannot be.
func (w Wired) Says() (out []Advised, err error) {
	add := func(what, format string, args ...any) { out = append(out, Advised{what, say(format, args...)}) }
	switch {
	case math.IsNaN(w.Battery) || w.Battery < 0 || w.Battery > 100:
		return nil, measure.Wrong("battery", "A battery holds 0 to 100 per cent.")
	case w.Steps < -30 || w.Steps > 30:
		return nil, measure.Wrong("steps", "Fine adjustment is up to 30 steps either way.")
	}
	if w.Battery < lowBattery {
		add("charge", "%.0f %%: charge it first. On a low battery the front mech stops, then the rear; "+
			"nothing is judged on one.", w.Battery)
	}
	if w.Code != "" {
		add("code", "It shows %s: look that up in the maker's book, press every plug home, and clear it "+
			"before anything is turned.", w.Code)
	}
	switch w.Software {
	case "old":
		add("software", "Bring the software up to date before it is judged; write down the version before and after.")
	case "unread":
		add("software", "Read the software's version, and whether there is a newer one.")
	}
	switch {
	case w.Shifts == "none" && (w.Battery < lowBattery || w.Code != ""):
	case w.Shifts == "none":
		add("plugs", "Powered and without a code, and no shift: press every plug home, and see which "+
			"buttons it knows. After a knock the mech "+
			"may have let go of its motor: set it back as its maker says.")
	case w.Knocked || w.Shifts == "grows":
		add("hanger", "Lay the hanger gauge on it first: after a knock, or when it grows from sprocket "+
			"to sprocket, no fine adjustment cures it.")
	case w.Shifts != "crisp" && (w.Steps > manySteps || w.Steps < -manySteps):
		add("hanger", "%d steps and still noisy: that is no fine adjustment any more. Hanger gauge; the "+
			"wheel home; the mech's bolt.", w.Steps)
	case w.Shifts == "noisy_in":
		add("steps", "It rubs towards the spokes: fine adjustment a step at a time away from them, in "+
			"the middle of the "+
			"sprockets, then try every one.")
	case w.Shifts == "noisy_out":
		add("steps", "It rubs towards the frame: fine adjustment a step at a time towards the spokes, "+
			"in the middle of the sprockets, then try "+
			"every one; stops last, so that none is pressed against.")
	}
	switch w.Pivots {
	case "dry":
		add("pivots", "Pivots and springs want oil as on any mech: a drop each, worked in, wiped.")
	case "unseen":
		add("pivots", "Look at pivots and springs: they want oil as on any mech.")
	}
	if len(out) == 0 {
		add("nothing", "Charged, current, crisp: set up right it needs no adjusting.")
	}
	return out, nil
}
