package wheels

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge/rolling"
)

// SpokeBroke is a spoke, or several, that let go.
type SpokeBroke struct {
	Wheel   WheelStand `json:"wheel" doc:"as it is laced"`
	Spokes  string     `json:"spokes" doc:"which, counted from the valve, as typed: 7, or 7 9"`
	Where   string     `json:"where" enum:"bend,thread,middle" doc:"at the hub, in the nipple, between them"`
	Earlier int        `json:"earlier" minimum:"0" maximum:"99" doc:"how many broke in this wheel before"`
	Room    string     `json:"room,omitempty" doc:"from rim to pad or stay, the nearer side, mm, as typed"`

	Broken *SpokeLost `json:"broken,omitempty" readOnly:"true"`
}

// SpokeLost is what that comes to.
type SpokeLost struct {
	Spokes []int   `json:"spokes"`
	Side   string  `json:"side" enum:"left,right"`
	Length float64 `json:"length_mm" doc:"of the first: from the middle of the hole in the flange to the seat of the nipple"`
	Wire   float64 `json:"wire_mm"`
	Like   []int   `json:"like" doc:"laced as the first was: head on the same face of the flange, the same way over its crossings"`
	Beside []int   `json:"beside" doc:"that carry its load now"`
	Aside  float64 `json:"aside_mm" doc:"how far the rim is reckoned to stand over without it, to the right"`
	Home   bool    `json:"home" doc:"it may be ridden home, slowly"`

	Mark wear.Mark `json:"mark,omitempty"`
	Says string    `json:"says" doc:"whether it is ridden home, and why"`
	Then string    `json:"then" doc:"what is looked at and done"`
}

// RimLook is what was seen of a rim that no nipple cures.
type RimLook struct {
	End   string `json:"end" enum:"front,rear"`
	Wall  string `json:"wall,omitempty" doc:"thickness of a braking wall where it is thinnest, mm, as typed"`
	Mark  string `json:"mark" enum:"there,gone,none" doc:"the wear mark in a braking wall: to be seen, worn away, or it has none"`
	Nails string `json:"nipples" enum:"sound,cracked" doc:"the rim round its nipples and eyelets"`
	Edge  string `json:"edge" enum:"sound,dent,flat,split" doc:"edges and joint"`

	WallMm *float64 `json:"wall_mm,omitempty" readOnly:"true"`
}

// RimJudged is what that makes of the rim.
type RimJudged struct {
	ID record.ID `json:"id"`
	RimLook
	Word wear.Mark `json:"verdict"`
	Says string    `json:"says"`
	By   string    `json:"by"`
}

// BrokenSpokeView is a spoke that broke, as the bench sees it.
type BrokenSpokeView struct {
	ID record.ID `json:"id"`
	SpokeLost
	By string `json:"by"`
}

// WheelDamage is what was found hurt in a wheel in a job.
type WheelDamage struct {
	End   string           `json:"end" enum:"front,rear"`
	Broke *BrokenSpokeView `json:"broke,omitempty"`
	Rim   *RimJudged       `json:"rim,omitempty" doc:"as it was looked at last"`
	Mark  wear.Mark        `json:"mark" doc:"of the wheel, by the worst of what is known of it: broken spoke, rim, wobble"`
	Says  string           `json:"says,omitempty" doc:"that worst, in words"`
}

// HurtsOf is what was found hurt, front and rear.
func HurtsOf(s *record.Sheet) []WheelDamage {
	list := []WheelDamage{}
	for _, end := range []string{"front", "rear"} {
		h := WheelDamage{End: end, Broke: Broke.Of(s)[end], Rim: Rim.Of(s)[end], Mark: wear.Open}
		if h.Rim != nil {
			h.worst(h.Rim.Word, h.Rim.Says)
		}
		if h.Broke != nil {
			h.worst(h.Broke.Mark, h.Broke.Says)
		}
		for _, b := range slices.Backward(Benches.Of(s)) {
			if b.End == end && b.Now.Wobble != nil {
				h.worst(b.Now.Wobble.Mark, "")
				break
			}
		}
		list = append(list, h)
	}
	return list
}

// worst takes a verdict of the wheel in where it is worse than what is known.
func (h *WheelDamage) worst(mark wear.Mark, says string) {
	if h.Mark == wear.Open || mark.Worse(h.Mark) {
		h.Mark, h.Says = mark, says
	}
}

// Kinds of entry about what is hurt in a wheel.
var (
	Breaks = record.NewKind(record.Kind[SpokeBroke]{Name: "spoke_broke", By: record.ByMechanic, Past: record.LaterJob})
	Rims   = record.NewKind(record.Kind[RimLook]{Name: "rim_looked", By: record.ByMechanic, Past: record.LaterJob})
)

// broken is what becomes of a wheel without its spokes.
func broken(s *record.Sheet, in SpokeBroke) (*SpokeLost, error) {
	l, err := laced(s, in.Wheel)
	if err != nil {
		return nil, err
	}
	var spokes []int
	for _, word := range strings.FieldsFunc(in.Spokes, func(r rune) bool { return r == ' ' || r == ',' || r == ';' }) {
		n, err := strconv.Atoi(word)
		if err != nil {
			return nil, record.Refuse("spokes",
				"“%s” is no spoke: count from the valve, such as 7; 7 9 where two broke.",
				words.Short(word, 20))
		}
		spokes = append(spokes, n)
	}
	room := 0.0
	if strings.TrimSpace(in.Room) != "" {
		if room, err = record.ReadFigure("room", in.Room, measure.Millimetre,
			measure.Range{Min: 0.1, Max: 60}); err != nil {
			return nil, err
		}
	}
	f, err := l.Wheel().Influence()
	if err != nil {
		return nil, record.Refuse("spokes", "%s", words.Sentence(err))
	}
	usual := 0.0
	if len(spokes) > 0 && spokes[0] > 0 {
		usual = spokesOf(*l)[l.Wheel().Side(spokes[0])].Tension
	}
	b, err := f.Broke(usual, room, spokes...)
	if err != nil {
		return nil, record.Refuse("spokes", "%s", words.Sentence(err))
	}
	out := SpokeLost{Spokes: spokes, Side: b.Side.String(), Length: math.Round(b.Length*2) / 2,
		Wire: l.Wire, Like: record.Some(b.Like),
		Beside: b.Beside, Aside: math.Round(b.Aside*10) / 10, Home: b.Reason == "", Then: thenOf(in),
		Mark: rides(b.Reason == "")}
	out.Says = "It may be ridden home: slowly, weight off that wheel, the loose end wound round the " +
		"next. Where it rubs, it is pushed."
	if !out.Home {
		out.Says = b.Reason + " It is carried or pushed, not ridden."
	}
	return &out, nil
}

// rides is how a wheel without its spokes stands, by whether it may be ridden home.
func rides(home bool) wear.Mark {
	if home {
		return wear.Due
	}
	return wear.Unsafe
}

// thenOf is what is looked at after a break (common practice, no source).
func thenOf(in SpokeBroke) string {
	out := map[string]string{
		"bend":   "At the bend it is tired metal: its neighbours’ heads are looked at for one that stands proud.",
		"thread": "At the thread it was bent there or wound up: its nipple is renewed as well.",
		"middle": "In the middle something cut or hit it: look for what, and at those it may have touched.",
	}[in.Where]
	if in.Earlier > 1 {
		out += fmt.Sprintf(" %d broke before: the rest of them are as old. A rebuilt wheel is the "+
			"cheaper way; the owner is asked.", in.Earlier)
	}
	return out
}

func checkBroke(s *record.Sheet, in SpokeBroke) (*SpokeBroke, error) {
	b, err := broken(s, in)
	in.Broken = b
	return &in, err
}

func checkRim(s *record.Sheet, in RimLook) (*RimLook, error) {
	in.WallMm = nil
	least := trueness(s, in.End).Wall
	if strings.TrimSpace(in.Wall) != "" {
		if least == 0 {
			return nil, record.Refuse("wall", "No block runs on this rim: there is no wall to measure.")
		}
		v, err := record.ReadFigure("wall", in.Wall, measure.Millimetre, measure.Range{Min: 0.1, Max: 6})
		if err != nil {
			return nil, err
		}
		in.WallMm = &v
	}
	return &in, nil
}

// Broke are the spokes that broke in a job, by wheel.
var Broke = record.Derive(func(s *record.Sheet) map[string]*BrokenSpokeView {
	out := map[string]*BrokenSpokeView{}
	for e, in := range Breaks.All(s.Ledger) {
		if in.Broken != nil {
			lost := *in.Broken
			lost.Mark = rides(lost.Home) // an entry of before does not say it
			out[in.Wheel.End] = &BrokenSpokeView{e.ID, lost, e.ByName}
		}
	}
	return out
})

// Rim is how a rim was judged last in a job, by wheel.
var Rim = record.Derive(func(s *record.Sheet) map[string]*RimJudged {
	out := map[string]*RimJudged{}
	for e, in := range Rims.All(s.Ledger) {
		j := RimJudged{ID: e.ID, RimLook: *in, By: e.ByName}
		j.Word, j.Says = judged(*in, trueness(s, in.End).Wall)
		out[in.End] = &j
	}
	return out
})

// judged is what a rim's hurt comes to (common practice, no source; a rim maker's own figure wins).
func judged(in RimLook, least float64) (wear.Mark, string) {
	const lets = " It lets go without a word before: not ridden, never trued, a new rim or wheel."
	switch {
	case in.Edge == "split":
		return wear.Unsafe, "Split at its edge or joint." + lets
	case in.Nails == "cracked":
		return wear.Unsafe, "Cracked round a nipple." + lets
	case in.Mark == "gone":
		return wear.Unsafe, "Its wear mark is gone." + lets
	case in.WallMm != nil && least > 0 && *in.WallMm < least:
		return wear.Unsafe, fmt.Sprintf("A wall of %s mm, where %s are the least.",
			measure.Format(*in.WallMm), measure.Format(least)) + lets
	case in.WallMm != nil && least > 0 && *in.WallMm < 1.3*least:
		return wear.Watch, fmt.Sprintf("A wall of %s mm: near its least of %s. Looked at again with the next pads.",
			measure.Format(*in.WallMm),
			measure.Format(least))
	case in.Edge == "dent":
		return wear.Due, "A dent at its edge: no nipple cures it. Tubeless it loses air there, and a block pulses."
	case in.Edge == "flat":
		return wear.Due, "A flat spot: spokes move it over some 100 mm, what is narrower stays."
	}
	return wear.Sound, "Sound all round."
}

// Seen is what was found wrong with wheels at their bench. A later look takes nothing of it away: work puts it
// right, or it was a slip.
func Seen(s *record.Sheet) (list []inspect.BenchView) {
	for e, in := range Breaks.All(s.Ledger) {
		if in.Broken != nil {
			end := in.Wheel.End
			list = append(list, inspect.BenchView{Entry: e, Point: end + "-wheel",
				Title: words.Capital(end) + " wheel: broken spoke", Mark: rides(in.Broken.Home),
				Reason: in.Broken.Says, Cures: []string{"spoke-" + end, "wheel-" + end}})
		}
	}
	for e, in := range Rims.All(s.Ledger) {
		if mark, says := judged(*in, trueness(s, in.End).Wall); mark.Worse(wear.Sound) {
			list = append(list, inspect.BenchView{Entry: e, Point: in.End + "-wheel",
				Title: words.Capital(in.End) + " rim: " + hurt(*in), Mark: mark, Reason: says,
				Cures: []string{"wheel-" + in.End}})
		}
	}
	return inspect.Lasting(list)
}

// hurt is what is wrong with a rim, in a word or two.
func hurt(in RimLook) string {
	switch {
	case in.Edge == "split":
		return "split"
	case in.Nails == "cracked":
		return "cracked at a nipple"
	case in.Edge == "dent" && in.Mark != "gone":
		return "dented"
	case in.Edge == "flat" && in.Mark != "gone":
		return "a flat spot"
	}
	return "wall worn"
}

// trueness is how true a wheel is made, by its brake.
func trueness(s *record.Sheet, end string) rolling.Trueness {
	brake := parts.Facts.Of(s).FrontBrake
	if end == "rear" {
		brake = parts.Facts.Of(s).RearBrake
	}
	return s.Book.TruenessFor(brake)
}
