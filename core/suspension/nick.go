package suspension

import "fmt"

// Felt is what a fingernail feels at a mark on a stanchion or a shock's shaft.
type Felt string

// From what is seen and not felt to what a nail falls into.
const (
	Seen Felt = "seen" // a scuff that no nail feels
	Edge Felt = "edge" // a raised edge: the nail catches
	Deep Felt = "deep" // a groove: the nail stays in it
)

// Nick is a mark on the tube that a seal slides on.
type Nick struct {
	Felt   Felt
	Above  float64 // from the seal, the leg standing out all the way, mm; 0 to 400
	Travel float64 // of the leg, mm, 20 to 260
}

// Fate is what becomes of a tube.
type Fate string

// What is done about a nick.
const (
	Leave   Fate = "leave"
	Watch   Fate = "watch"
	Dress   Fate = "dress"
	Condemn Fate = "condemn"
)

// slack of where a seal's lip runs, against what is measured with a rule, mm.
const lip = 5

// Passed says whether the seal slides over the nick. A leg that bottoms takes its seal up by all
// of its travel.
func (n Nick) Passed() bool { return n.Above <= n.Travel+lip }

// Fate says what is done: a raised edge cuts the seal and is dressed with very fine paper; a
// groove that the seal passes lets oil by whatever is done, and condemns the tube; what the seal
// never meets is watched (common practice, no source).
func (n Nick) Fate() (Fate, error) {
	if !(n.Above >= 0 && n.Above <= 400) || !(n.Travel >= 20 && n.Travel <= 260) {
		return "", fmt.Errorf("a mark %g mm over the seal of a leg of %g mm: 0 to 400 over it, and 20 "+
			"to 260 of travel", n.Above, n.Travel)
	}
	switch n.Felt {
	case Seen:
		return Leave, nil
	case Edge:
		if n.Passed() {
			return Dress, nil
		}
		return Watch, nil
	case Deep:
		if n.Passed() {
			return Condemn, nil
		}
		return Watch, nil
	}
	return "", fmt.Errorf("what a nail feels is %q: seen, edge or deep", string(n.Felt))
}
