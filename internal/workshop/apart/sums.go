package apart

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"utensil/core/bearing"
	"utensil/core/fit"
	"utensil/core/measure"
	"utensil/core/words"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// SumQuestion is arithmetic of an assembly, each figure as it was typed.
type SumQuestion struct {
	What    string            `json:"what" enum:"stack,play,clearance,shell,press,line,knock"`
	Figures map[string]string `json:"figures"`
	Ticks   []string          `json:"ticks,omitempty" doc:"what is so: thread of a shell; mech of a chain's line; straight, turned, cup, legs, hub of a knock"`
}

// Sum is what came of it.
type Sum struct {
	Says   string    `json:"says"`
	More   []string  `json:"more,omitempty" doc:"what else is to be known"`
	Right  bool      `json:"right" doc:"it may stay so"`
	Stack  []float64 `json:"stack_mm,omitempty" doc:"spacers, largest first"`
	Gap    float64   `json:"gap_mm,omitempty"`
	Turn   float64   `json:"turn,omitempty" doc:"of a cone"`
	Spacer float64   `json:"spacer_mm,omitempty"`
	Front  float64   `json:"front_mm,omitempty" doc:"of a chain's line: from the middle out to the rings"`
	Rear   float64   `json:"rear_mm,omitempty" doc:"and to the sprockets"`
}

// Reckon does the arithmetic of an assembly. It records nothing.
func Reckon(book *knowledge.Book, in SumQuestion) (Sum, error) {
	f := figures{typed: in.Figures}
	var sum Sum
	var err error
	switch in.What {
	case "stack":
		sum, err = stack(&f)
	case "play":
		sum, err = play(&f)
	case "clearance":
		sum, err = clearance(&f)
	case "shell":
		sum, err = shell(book, &f, slices.Contains(in.Ticks, "thread"))
	case "press":
		sum, err = press(&f)
	case "line":
		sum, err = line(&f, slices.Contains(in.Ticks, "mech"))
	case "knock":
		sum = knock(in.Ticks)
	default:
		return Sum{}, record.Refuse("what", "That is no sum that is done here.")
	}
	if f.err != nil {
		return Sum{}, f.err
	}
	if err != nil {
		return Sum{}, record.InField("figures", err)
	}
	return sum, nil
}

// figures are read one by one; the first that cannot be read is told.
type figures struct {
	typed map[string]string
	err   error
}

func (f *figures) mm(name string) float64 {
	figure, err := measure.ParseFigure(f.typed[name], measure.Millimetre)
	if err != nil && f.err == nil {
		f.err = record.InField("figures."+name, err)
	}
	return figure.Base
}

func stack(f *figures) (Sum, error) {
	s := bearing.Stack{Steerer: f.mm("steerer_mm"), Stem: f.mm("stem_mm")}
	if f.err != nil {
		return Sum{}, nil
	}
	out, err := s.Spacers()
	sum := Sum{Stack: out.Spacers, Gap: out.Gap, Right: out.Right()}
	list := make([]string, len(out.Spacers))
	for i, x := range out.Spacers {
		list[i] = measure.Format(x)
	}
	switch {
	case out.Short:
		sum.Says = fmt.Sprintf("The steerer ends %s mm below the stem's edge: the clamp is not filled. "+
			"A lower stem, or another fork; not so.",
			measure.Format(out.Gap))
	case !sum.Right:
		sum.Says = fmt.Sprintf("No usual spacers leave 2 to 3 mm: it is %s mm. Cut the steerer, or fit "+
			"another spacer.", measure.Format(out.Gap))
	case len(list) == 0:
		sum.Says = fmt.Sprintf("No spacer: the steerer ends %s mm under the stem's edge.", measure.Format(out.Gap))
	default:
		sum.Says = fmt.Sprintf("Spacers %s mm: the steerer ends %s mm under the topmost edge.",
			strings.Join(list, " + "),
			measure.Format(out.Gap))
	}
	sum.More = []string{"The cap preloads and holds nothing: cap first, then the stem's own bolts.",
		"A carbon steerer needs its plug inside, and what its maker says of spacers above and below."}
	return sum, err
}

// rows is how far apart the rows of balls of a hub lie when nobody has measured it, mm (common practice).
const rows = 60.0

func play(f *figures) (Sum, error) {
	rim, radius, pitch := f.mm("rim"), f.mm("radius"), f.mm("pitch")
	if f.err != nil {
		return Sum{}, nil
	}
	at, turn, err := bearing.Hub{Pitch: pitch, Rows: rows}.Takes(rim, radius)
	sum := Sum{Turn: turn, Right: rim == 0}
	if rim == 0 {
		sum.Says = "No play at the rim. Does it still turn freely to the last?"
	} else {
		sum.Says = fmt.Sprintf("%.2f mm at the bearings: %.0f degrees of one cone, a little at a time.", at, turn*360)
	}
	sum.More = []string{fmt.Sprintf("A full turn moves a cone by %s mm. Play is magnified at the rim: feel it there.",
		measure.Format(pitch)),
		"A quick-release squeezes the axle: leave a trace of play with it open, none with it closed."}
	return sum, err
}

func clearance(f *figures) (Sum, error) {
	rest, flexed := f.mm("rest"), f.mm("flexed")
	if f.err != nil {
		return Sum{}, nil
	}
	c, err := fit.Clear(rest, flexed)
	return Sum{Says: c.Says, Right: c.Enough, Spacer: c.Spacer}, err
}

func shell(book *knowledge.Book, f *figures, thread bool) (Sum, error) {
	m := fit.ShellMeasured{Width: f.mm("width"), Bore: f.mm("bore"), Threaded: thread}
	if f.err != nil {
		return Sum{}, nil
	}
	all := make([]fit.Shell, len(book.Shells))
	for i, s := range book.Shells {
		all[i] = s.Shell
	}
	near := m.Shells(all)
	if len(near) == 0 {
		return Sum{Says: "None of ours. Measure width over the faces and bore once more; look for a " +
			"mark on the shell."}, nil
	}
	sum := Sum{Says: near[0].Name + ": " + near[0].Cups + ".", Right: true}
	line := fmt.Sprintf("Chain's line about %s mm. %s.", measure.Format(near[0].Line), words.Capital(near[0].Source))
	sum.More = []string{handOf(near), line}
	if len(near) > 1 {
		var also []string
		for _, s := range near[1:] {
			also = append(also, s.Name)
		}
		sum.More = append(sum.More, "It may also be: "+strings.Join(also, "; ")+".")
	}
	return sum, nil
}

// handOf says which way the drive side's cup turns, where all that a shell may be agree: a cup
// turned the wrong way takes the thread with it, and no vernier tells 35 × 1 from 1.37 × 24 for
// certain.
func handOf(near []fit.Shell) string {
	alike := func(s fit.Shell) bool { return s.DriveLeft == near[0].DriveLeft }
	switch {
	case near[0].Threads == 0:
		return "It is pressed in: no thread."
	case slices.ContainsFunc(near, func(s fit.Shell) bool { return !alike(s) }):
		return "Drive side: these figures do not tell which way it turns. Read the cup's mark, hold a " +
			"thread gauge in the shell, and look " +
			"which way its thread climbs, before a tool goes on."
	case near[0].DriveLeft:
		return "Drive side: LEFT-hand thread. Left side: right-hand."
	}
	return "Drive side: right-hand thread, as on the left."
}

// finely is how far a calliper may be off on a seat, mm.
const finely = 0.02

func press(f *figures) (Sum, error) {
	bore, outside := f.mm("bore"), f.mm("outside")
	if f.err != nil {
		return Sum{}, nil
	}
	p, err := bearing.PressFit(bore, outside, finely)
	return Sum{Says: p.Says, Right: p.State == "right"}, err
}

func line(f *figures, mech bool) (Sum, error) {
	l := bearing.Line{Tube: f.mm("tube"), Ring: f.mm("ring"), Over: f.mm("over"), Locknut: f.mm("locknut"), Mech: mech}
	if f.err != nil {
		return Sum{}, nil
	}
	out, err := l.Lies()
	far := "out"
	if out.Off < 0 {
		far = "in"
	}
	sum := Sum{Right: out.Right, Front: out.Front, Rear: out.Rear,
		Says: fmt.Sprintf("Rings %s mm from the middle, sprockets %s mm: in line.",
			measure.Format(out.Front), measure.Format(out.Rear))}
	if out.Right {
		return sum, err
	}
	sum.Says = fmt.Sprintf("Rings %s mm from the middle, sprockets %s mm: %s mm too far %s.", measure.Format(out.Front),
		measure.Format(out.Rear), measure.Format(math.Abs(out.Off)), far)
	from, to := "right", "left"
	if out.Spacers < 0 {
		from, to = to, from
	}
	longer := "longer"
	if out.Axle < 0 {
		longer = "shorter"
	}
	sum.More = []string{
		fmt.Sprintf("Outer cups: %s of %g mm from under the %s cup to under the %s one. Their sum stays "+
			"what the shell asks for.",
			words.Count(max(1, abs(out.Spacers)), "spacer"), bearing.SpacerMm, from, to),
		fmt.Sprintf("A unit for a square taper: an axle about %s mm %s. One sprocket on a hub gear: "+
			"turn its dish, or its spacer.",
			measure.Format(math.Abs(out.Axle)), longer),
		"Look at arm and stay afterwards: the gap is to stay over 1 mm."}
	return sum, err
}

func abs(n int) int { return max(n, -n) }

// knock tells a headset's knock from the fork's bushes.
func knock(ticks []string) Sum {
	has := func(what string) bool { return slices.Contains(ticks, what) }
	told := bearing.Knock{Straight: has("straight"), Turned: has("turned"), AtCup: has("cup"),
		AtLegs: has("legs"), AtHub: has("hub")}.Tell()
	sum := Sum{Says: told.Says, Right: told.What == "nothing"}
	if !told.Sure {
		sum.More = []string{"Pinch the joint of legs and lowers with the other hand while you rock it: " +
			"what moves there is no headset."}
	}
	return sum
}
