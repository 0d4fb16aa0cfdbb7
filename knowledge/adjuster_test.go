package knowledge_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/gear"
	"utensil/core/wheel"
	"utensil/knowledge"
)

// Common practice, no source: turned in, a gap screw pushes the pulley away, a limit screw stops
// the mech sooner; turned out, a barrel pulls at its cable. Bench and guided work say the same of
// the same screw.
func TestOneScrewOneTruth(t *testing.T) {
	book := shipped(t)
	d := book.Drivetrain(book.Gears[0], book.Gears[0].Teeth)
	in := func(w gear.Work) gear.State { return gear.New().After(d, gear.Move{Work: w, Eighths: -4}) }
	assert.Greater(t, in(gear.TurnGap).Gap, gear.UsualGap+0.9,
		"millimetres for half a turn, not the pitch of its thread")
	assert.Less(t, in(gear.TurnLow).Low, gear.New().Low)
	assert.Positive(t, gear.New().After(d, gear.Move{Work: gear.TurnBarrel, Quarters: 1}).Cable)

	nipple, _ := book.Adjuster("nipple")
	assert.InDelta(t, wheel.UsualThread, nipple.Turn.Mm, 0.01,
		"the truing plan and the words of a nipple are of one thread")

	says := map[string][]string{}
	for _, p := range book.Procedures {
		for _, s := range p.Steps {
			for _, o := range s.Outcomes {
				says[p.ID] = append(says[p.ID], o.Say)
			}
		}
	}
	assert.Subset(t, says["guide-gap"], []string{"Too near: gap screw in half a turn",
		"Too far: gap screw out half a turn"})
	assert.Contains(t, says["limits-index"], "It stops short: low limit out an eighth")
}

func TestAdjustersAreAskedByWhatIsWanted(t *testing.T) {
	step := func(do string) knowledge.Texts {
		shippedText := knowledge.Text("procedures/own.yaml")
		require.Contains(t, shippedText, "<Brake-barrel wider, all the way>")
		return knowledge.Texts{"procedures/own.yaml": strings.Replace(shippedText,
			"<Brake-barrel wider, all the way>", do, 1)}
	}
	before, _, _ := strings.Cut(knowledge.Text("procedures/own.yaml"), "<Brake-barrel wider, all the way>")
	line := strings.Count(before, "\n") + 1
	for name, c := range map[string]struct {
		own  knowledge.Texts
		says string
	}{
		"no such adjuster": {step("<wing-nut away>"),
			fmt.Sprintf(`procedures/own.yaml:%d: <wing-nut away>: there is no adjuster "wing-nut"`, line)},
		"no such effect": {step("<brake-barrel softer>"), "it is turned to be wider or nearer"},
		"one effect": {knowledge.Texts{"adjusters.yaml": screw("in: away", "in: nearer")},
			"adjusters.yaml:1: gap-screw: in and out do something else each"},
		"without a figure": {knowledge.Texts{"adjusters.yaml": screw("mm: 4", "mm: 0")},
			"a turn moves millimetres, or clicks"},
		"out of its range": {knowledge.Texts{"adjusters.yaml": screw("mm: 4", "mm: 9")}, "which is not from 2 to 6"},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := knowledge.Layered(c.own)
			assert.ErrorContains(t, err, c.says)
		})
	}
	// A workshop's own screw turns the other way, in our texts as well; and its texts may say what they like.
	own := knowledge.Texts{"adjusters.yaml": screw("in: away", "in: nearer", "out: nearer", "out: away"),
		"routes.yaml": "- {id: mine, name: Barrel in a turn, points: [chain]}"}
	book, err := knowledge.Layered(own)
	require.NoError(t, err)
	assert.Positive(t, book.Drivetrain(book.Gears[0], book.Gears[0].Teeth).GapTurn)
	for _, p := range book.Procedures {
		for _, s := range p.Steps {
			if p.ID == "guide-gap" && s.ID == "look" {
				assert.Equal(t, "Too near: gap screw out half a turn", s.Outcomes[1].Say)
			}
		}
	}
}

// screw is a gap screw of a workshop's own, changed.
func screw(changes ...string) string {
	return strings.NewReplacer(changes...).Replace("- {id: gap-screw, name: gap screw, on: the mech, " +
		"moves: the pulley, in: away, " +
		"out: nearer, seen: at its head, turn: {mm: 4, from: 2, to: 6}, turns: 8, step: half a turn, " +
		"not_for: a short chain, source: ours}\n")
}
