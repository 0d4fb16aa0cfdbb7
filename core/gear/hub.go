package gear

import (
	"math"

	"utensil/core/measure"
)

// Hub is a geared hub: its own ratios, and what it bears.
type Hub struct {
	Ratios []float64 `json:"ratios" doc:"lowest first"`
	Mark   int       `json:"mark" doc:"the gear, from 1, in which its mark is set; 0 where it has none"`
	Least  float64   `json:"least_primary" doc:"ring over sprocket, at least, for a rider alone"`
	Motor  float64   `json:"least_primary_motor" doc:"and with a motor at the crank; 0 where none is allowed"`
}

// Validate refuses a hub that nobody builds. The error is a *measure.FieldError.
func (h Hub) Validate() error {
	if len(h.Ratios) < 2 || len(h.Ratios) > 14 {
		return measure.Wrong("ratios", "A geared hub has 2 to 14 gears, not %d.", len(h.Ratios))
	}
	for i, r := range h.Ratios {
		if math.IsNaN(r) || r < 0.2 || r > 3 {
			return measure.Wrong("ratios", "A hub's own ratio is 0.2 to 3, not %g.", r)
		}
		if i > 0 && (r/h.Ratios[i-1] < 1.05 || r/h.Ratios[i-1] > 1.6) {
			return measure.Wrong("ratios", "From %g to %g is no step of a hub.", h.Ratios[i-1], r)
		}
	}
	if h.Mark < 0 || h.Mark > len(h.Ratios) {
		return measure.Wrong("mark", "The hub has %d gears: its mark cannot be set in gear %d.", len(h.Ratios), h.Mark)
	}
	if h.Least < 1 || h.Least > 3 || h.Motor != 0 && (h.Motor < h.Least || h.Motor > 4) {
		return measure.Wrong("least_primary",
			"A hub asks for 1 to 3 turns of it to one of the crank, and a motor for no less.")
	}
	return nil
}

// Borne is whether a hub bears what ring and sprocket put into it: a small ring or a large
// sprocket multiplies the torque at the crank.
type Borne struct {
	Primary float64 `json:"primary" doc:"ring over sprocket"`
	Least   float64 `json:"least" doc:"that the hub asks for; 0 where it is not for a motor at all"`
	Bears   bool    `json:"bears"`
	Largest int     `json:"largest" doc:"sprocket that this ring may have"`
	Says    string  `json:"says"`
}

// Bears works out whether the hub bears a ring and a sprocket. It fails, with a
// *measure.FieldError, for what cannot be.
func (h Hub) Bears(ring, sprocket int, motor bool) (Borne, error) {
	if ring < 8 || ring > 70 || sprocket < 8 || sprocket > 70 {
		return Borne{}, measure.Wrong("teeth",
			"A ring or sprocket has 8 to 70 teeth: %d and %d cannot be.", ring, sprocket)
	}
	b := Borne{Primary: float64(ring) / float64(sprocket), Least: h.Least}
	if motor {
		b.Least = h.Motor
	}
	if b.Least == 0 {
		b.Says = "This hub is not for a motor at the crank."
		return b, nil
	}
	b.Largest = int(math.Floor(float64(ring)/b.Least + 1e-9))
	b.Bears = b.Primary >= b.Least-1e-9
	if b.Bears {
		b.Says = say("Ring over sprocket is %.2f; the hub asks for %.2f or more.", b.Primary, b.Least)
	} else {
		b.Says = say("Ring over sprocket is %.2f, and the hub asks for %.2f: too much torque for its "+
			"gears. With %d teeth in "+
			"front at most %d behind.",
			b.Primary, b.Least, ring, b.Largest)
	}
	return b, nil
}

// MarkAt is where a hub's mark stands in its window, in the gear in which it is set.
type MarkAt string

// Where a mark stands.
const (
	MarkRight MarkAt = "right"
	MarkTight MarkAt = "tight" // past its line, the way the cable pulls
	MarkSlack MarkAt = "slack"
	MarkNone  MarkAt = "none" // the hub has none: it is set by feel, or not at all
)

// Hubbed is a geared hub as it was tried.
type Hubbed struct {
	Mark     MarkAt `json:"mark" enum:"right,tight,slack,none"`
	Loaded   string `json:"loaded,omitempty" enum:"holds,slips" doc:"under load on the road; left out while it was not ridden"`
	Slipped  int    `json:"slipped,omitempty" doc:"the gear that slipped, from 1; 0 for several"`
	Returns  string `json:"returns" enum:"right,other,not_tried" doc:"shifted away and back from both sides, the mark stands where it stood"`
	DustCap  string `json:"dust_cap" enum:"there,missing" doc:"wheel or cap over the indicator"`
	Moved    bool   `json:"moved,omitempty" doc:"axle, washers or tugs were moved since it was set"`
	SetGears int    `json:"-"`
}

// Front-to-back order in which a hub gear is put right: what spoils the rest comes first.
const (
	HubAxle   = "axle"
	HubCable  = "cable"
	HubTurn   = "turn"
	HubRide   = "ride"
	HubOpen   = "open"
	HubDust   = "dust"
	HubStands = "nothing"
)

// Says what a geared hub wants, in its order: the axle before the mark, a cable that rubs before
// the barrel, and the road at the end. A hub that slips with its mark right is worn or dirty
// inside: no cable cures it.
func (h Hubbed) Says() (out []Advised, err error) {
	add := func(what, format string, args ...any) { out = append(out, Advised{what, say(format, args...)}) }
	switch h.Mark {
	case MarkRight, MarkTight, MarkSlack, MarkNone:
	default:
		return nil, measure.Wrong("mark", "Say where the mark stands: on its line, past it, or short of it.")
	}
	if h.Slipped < 0 || h.SetGears > 0 && h.Slipped > h.SetGears {
		return nil, measure.Wrong("slipped", "The hub has %d gears.", h.SetGears)
	}
	if h.Moved {
		add(HubAxle, "Axle, washers or tugs were moved since the mark was set: look first that the "+
			"washers' teeth sit in the "+
			"slots and both nuts are "+
			"torqued, then set the mark again.")
	}
	switch {
	case h.Returns == "other":
		add(HubCable, "It does not come back to the same place from both sides: inner and outer rub. "+
			"Oil or renew them before the mark is set.")
	case h.Mark == MarkSlack:
		add(HubTurn, "The mark is short of its line: barrel out a quarter-turn at a time; shift away "+
			"and back before each look.")
	case h.Mark == MarkTight:
		add(HubTurn, "The mark is past its line: barrel in a quarter-turn at a time; shift away and "+
			"back before each look.")
	case h.Mark == MarkNone && h.Loaded == "slips" && !h.Moved:
		add(HubOpen, "It slips, and has no mark to set: a cable slack in its slackest gear by its "+
			"maker's figure first, where it has one; "+
			"then it is opened by its book, or renewed. Not to be ridden hard.")
	case h.Loaded == "slips" && !h.Moved:
		add(HubOpen, "The mark is right, and it slips: pawls or clutch inside. Not to be ridden hard; "+
			"the hub is opened by its book, or renewed.")
	case h.Returns != "right" && h.Mark != MarkNone:
		add(HubTurn, "Shift away and back from both sides: does the mark come to the same place?")
	case h.Loaded == "":
		add(HubRide, "Now under load: uphill or against the brake, every gear. Standing still tells little.")
	}
	if h.DustCap == "missing" {
		add(HubDust, "The indicator's cap is missing: it may ride dry and clean for now, said on the "+
			"sheet; wet gets at the rod. Take off what "+
			"rattles, and order the cap.")
	}
	if len(out) == 0 && h.Mark == MarkNone {
		add(HubStands, "It has no mark, and holds under load in every gear.")
	}
	if len(out) == 0 {
		add(HubStands, "The mark is right from both sides, and it holds under load.")
	}
	return out, nil
}

// Right says whether a hub is set: its mark right from both sides, held under load, nothing moved since.
func (h Hubbed) Right() bool {
	set := h.Mark == MarkRight && h.Returns == "right" || h.Mark == MarkNone && h.Returns != "other"
	return set && h.Loaded == "holds" && !h.Moved
}
