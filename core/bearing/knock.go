package bearing

// Knock is what was felt with the front brake on and the bar rocked: whether it knocks with the bar
// straight, whether it still does with the bar turned across, and where fingers feel it.
type Knock struct {
	Straight bool // front brake on, bar straight
	Turned   bool // the same with the bar at a right angle to the frame
	AtCup    bool // fingers between the lower cup and the crown feel it
	AtLegs   bool // fingers where a leg goes into its lower feel it
	AtHub    bool // brake off, the wheel moves across between the legs
}

// Told is what knocks, and why; Sure where nothing speaks against it.
type Told struct {
	What string `json:"what" enum:"nothing,headset,bushes,hub,again"`
	Says string `json:"says"`
	Sure bool   `json:"sure"`
}

// Tell says what knocks. Bushes give way fore and aft, along the wheel: with the bar turned across, rocking
// the bike does not move them, and a headset knocks both ways. Common practice, no published source.
func (k Knock) Tell() Told {
	headset := k.Turned || k.AtCup
	bushes := k.AtLegs || k.Straight && !k.Turned && !k.AtCup
	switch {
	case k.AtHub && !headset && !k.AtLegs:
		return Told{"hub", "The wheel moves between the legs: the hub has play, or the axle is loose. " +
			"Put that right, and rock it again.", true}
	case !k.Straight && !k.Turned && !k.AtCup && !k.AtLegs:
		return Told{"nothing", "Nothing knocks. Lift and turn it: does it run smoothly?", true}
	case headset && k.AtLegs:
		return Told{"again", "Both: preload the headset first, then rock it again. What is left is the bushes.", false}
	case headset:
		return Told{"headset", "The headset: it knocks with the bar turned across as well, or at the " +
			"cup. Preload, then the clamp; the lower " +
			"bearing first where that does not hold.", k.Turned}
	case bushes:
		return Told{"bushes", "The fork's bushes: with the bar turned across nothing knocks. No preload " +
			"cures it; the legs come apart.",
			k.AtLegs || !k.Turned}
	}
	return Told{"again", "Rock it once more, a finger across the lower cup.", false}
}
