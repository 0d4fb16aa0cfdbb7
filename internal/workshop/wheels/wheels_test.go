package wheels_test

import (
	"fmt"
	"math"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/wheel"
	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
	"utensil/internal/workshop/wheels"
	"utensil/knowledge"
)

// stood is a desk with a bike whose rear wheel was put on the stand, and what lies open of it.
func stood(t *testing.T) (*stand.Stand, func() wheels.WheelBench) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(wheels.Stands.Says(wheels.WheelStand{End: "rear", Where: "stand", Build: "rear-disc", Spokes: "32",
		First: "right"}))
	return s, func() wheels.WheelBench { return wheels.Benches.Of(s.Lay())[0] }
}

// spun is a wheel that answers as the model has it, with how its nipples stand.
type spun struct {
	model *wheel.Influence
	laced wheel.Wheel
	off   []float64
}

func spin(t *testing.T, book *knowledge.Book, off map[int]float64) spun {
	build, known := book.Wheel("rear-disc")
	require.True(t, known)
	w := build.Laced(300)
	model, err := w.Influence()
	require.NoError(t, err)
	s := spun{model, w, make([]float64, w.Spokes)}
	for spoke, quarters := range off {
		s.off[spoke-1] = quarters
	}
	return s
}

// reads is what is read all round it.
func (s spun) reads(what string) map[string]string {
	values := map[string]string{}
	for n := 1; n <= s.laced.Spokes; n++ {
		side, out := s.model.At(float64(n))
		v := 0.0
		for k, q := range s.off {
			switch what {
			case "side":
				v += q * side[k]
			case "out":
				v += q * out[k]
			case "tension":
				v += q * s.model.Tension(n, k+1)
			}
		}
		if what == "tension" {
			v += 800 * s.laced.Share(s.laced.Side(n))
		}
		values[strconv.Itoa(n)] = fmt.Sprintf("%.2f", v)
	}
	return values
}

func TestAWheelIsTruedAndSigned(t *testing.T) {
	s, bench := stood(t)
	standing := func() (list []string) {
		for _, o := range s.Rules.Leaving(s.Lay()) {
			if o.Place == record.PlaceWheels {
				list = append(list, o.Detail)
			}
		}
		return list
	}
	assert.Equal(t, []string{"on the stand, not read yet"}, standing())
	assert.Equal(t, "side", bench().Next)
	on := spin(t, s.Book, map[int]float64{4: -5, 6: -4, 13: 3, 20: 5, 22: 2})
	read := func(what string) {
		b := bench()
		require.NoError(t, s.Write(wheels.Reads.Says(wheels.WheelRead{Stand: b.ID, Place: b.Place,
			What: what, Values: on.reads(what)})))
	}
	for _, what := range []string{"side", "out", "tension"} {
		read(what)
	}
	b := bench()
	require.Equal(t, "turn", b.Next)
	require.NotEmpty(t, b.Turns)
	assert.Greater(t, b.Now.Wobble.By, b.Aim.Wobble)
	assert.Less(t, b.Then.Wobble.By, b.Now.Wobble.By, "what is expected betters it")
	require.ErrorContains(t, s.Write(wheels.Signs.Says(wheels.WheelSign{Stand: b.ID})), "not true enough")
	rounds := 0
	for ; bench().Next != "sign" && rounds < 4; rounds++ {
		for bench().Next == "turn" {
			b := bench()
			do := b.Turns[0]
			on.off[do.Spoke-1] += float64(do.Quarters)
			require.NoError(t, s.Write(wheels.Turns.Says(wheels.WheelTurn{Stand: b.ID,
				Place: b.Place, Spoke: do.Spoke,
				Quarters: do.Quarters})))
			after := bench()
			assert.Len(t, after.Turns, len(b.Turns)-1, "what was advised and done is not planned anew")
		}
		require.ErrorContains(t, s.Write(wheels.Signs.Says(wheels.WheelSign{Stand: b.ID})), "read once more")
		read("side")
		read("out")
	}
	assert.LessOrEqual(t, rounds, 2)
	assert.Equal(t, []string{"true enough for its brake: sign it"}, standing())
	require.NoError(t, s.Write(wheels.Signs.Says(wheels.WheelSign{Stand: b.ID})))
	assert.Empty(t, standing())
	assert.True(t, bench().Signed.True)
	assert.Len(t, bench().Rounds, rounds)
	assert.Contains(t, record.Undone(s.Lay()), "rear-axle-through", "the wheel was out: its axle is looked at again")

	// What is turned after the signature is read again.
	after := bench()
	require.NoError(t, s.Write(wheels.Turns.Says(wheels.WheelTurn{Stand: after.ID,
		Place: after.Place, Spoke: 7, Quarters: 2})))
	assert.Nil(t, bench().Signed)
	assert.NotEmpty(t, standing())
}

func TestASeizedNippleIsPlannedAround(t *testing.T) {
	s, bench := stood(t)
	on := spin(t, s.Book, map[int]float64{4: -4, 13: 4, 21: 3})
	for _, what := range []string{"side", "out"} {
		b := bench()
		require.NoError(t, s.Write(wheels.Reads.Says(wheels.WheelRead{Stand: b.ID, Place: b.Place,
			What: what, Values: on.reads(what)})))
	}
	b := bench()
	seized := b.Turns[0].Spoke
	require.NoError(t, s.Write(wheels.Turns.Says(wheels.WheelTurn{Stand: b.ID, Place: b.Place,
		Spoke: seized, Seized: true})))
	b = bench()
	require.NotEmpty(t, b.Turns)
	for _, d := range b.Turns {
		assert.NotEqual(t, seized, d.Spoke)
	}
	assert.True(t, b.Spokes[seized-1].Seized)
	other := b.Turns[0]
	otherwise := wheels.WheelTurn{Stand: b.ID, Place: b.Place, Spoke: other.Spoke, Quarters: -other.Quarters}
	require.NoError(t, s.Write(wheels.Turns.Says(otherwise)))
	again := bench()
	i := 0
	for i < len(again.Turns) && again.Turns[i].Spoke != other.Spoke {
		i++
	}
	require.Less(t, i, len(again.Turns), "what was turned the wrong way is turned back")
	assert.Equal(t, math.Signbit(float64(other.Quarters)), math.Signbit(float64(again.Turns[i].Quarters)))
	assert.Greater(t, math.Abs(float64(again.Turns[i].Quarters)), math.Abs(float64(other.Quarters))-1)
}

func TestWhatCannotBeReadOfAWheelIsRefused(t *testing.T) {
	s, bench := stood(t)
	b := bench()
	all := func(v string) map[string]string {
		values := map[string]string{}
		for n := range 32 {
			values[strconv.Itoa(n+1)] = v
		}
		return values
	}
	with := func(values map[string]string, where, v string) map[string]string { values[where] = v; return values }
	for name, c := range map[string]struct {
		read  wheels.WheelRead
		field string
		says  string
	}{
		"a spoke too many": {wheels.WheelRead{What: "tension", Values: with(all("900"), "33", "900")},
			"values.33", "this wheel has 32"},
		"no figure": {wheels.WheelRead{What: "side", Values: with(all("0.1"), "7", "wide")},
			"values.7", "“wide” is not a figure"},
		"40 mm of wobble": {wheels.WheelRead{What: "side", Values: with(all("0.1"), "7", "40")},
			"values", "the rim is bent"},
		"too few places": {wheels.WheelRead{What: "out",
			Values: map[string]string{"1": "0.1", "9": "0"}}, "values", "at 8 places at least"},
		"a bell": {wheels.WheelRead{What: "pitch", Values: with(all("400"), "3", "2900")},
			"values.3", "no spoke"},
		"between two spokes": {wheels.WheelRead{What: "tension",
			Values: map[string]string{"3.5": "900"}}, "values.3.5", "none between two"},
		"a word of the hand": {wheels.WheelRead{What: "squeeze",
			Values: map[string]string{"3": "floppy"}}, "values.3", "slack, even or tight"},
		"half a dish": {wheels.WheelRead{What: "dish", Values: map[string]string{"right": "4"}},
			"values.left", "from both sides"},
		"a gauge that reads another spoke": {wheels.WheelRead{What: "pitch", Values: all("400"),
			Known: "140", Of: 3}, "known",
			"another spoke's"},
	} {
		t.Run(name, func(t *testing.T) {
			c.read.Stand, c.read.Place = b.ID, b.Place
			err := s.Write(wheels.Reads.Says(c.read))
			var problem *record.Problem
			require.ErrorAs(t, err, &problem)
			require.Equal(t, c.field, problem.Field)
			assert.Contains(t, problem.Detail, c.says)
		})
	}
	require.ErrorContains(t, s.Write(wheels.Turns.Says(wheels.WheelTurn{Stand: b.ID, Place: b.Place,
		Spoke: 3, Quarters: 1})),
		"Nothing was read yet")
}

func TestAWheelIsNotTrueByTheHalfOfItThatWasRead(t *testing.T) {
	s, bench := stood(t)
	quarter := map[string]string{}
	for n := 1; n <= 12; n++ {
		quarter[strconv.Itoa(n)] = "0.05"
	}
	read := func(what string, values map[string]string) {
		b := bench()
		require.NoError(t, s.Write(wheels.Reads.Says(wheels.WheelRead{Stand: b.ID, Place: b.Place,
			What: what, Values: values})))
	}
	read("side", quarter)
	read("out", quarter)
	assert.Equal(t, "rest", bench().Next)
	require.ErrorContains(t, s.Write(wheels.Signs.Says(wheels.WheelSign{Stand: bench().ID})), "all round")
	whole := map[string]string{}
	for n := 1; n <= 32; n += 4 {
		whole[strconv.Itoa(n)] = "0.05"
	}
	read("side", whole)
	read("out", whole)
	assert.Equal(t, "sign", bench().Next, "every fourth spoke goes all round")
}

func TestAWheelThatWasTurnedFarIsReadAgain(t *testing.T) {
	s, bench := stood(t)
	on := spin(t, s.Book, map[int]float64{4: -4, 13: 4})
	for _, what := range []string{"side", "out", "tension"} {
		b := bench()
		require.NoError(t, s.Write(wheels.Reads.Says(wheels.WheelRead{Stand: b.ID, Place: b.Place,
			What: what, Values: on.reads(what)})))
	}
	turn := func(spoke, quarters int) {
		b := bench()
		require.NoError(t, s.Write(wheels.Turns.Says(wheels.WheelTurn{Stand: b.ID, Place: b.Place,
			Spoke: spoke, Quarters: quarters})))
	}
	for range 4 { // more than a spoke has to give, and then more than any bears
		turn(7, -12)
		turn(9, 12)
	}
	b := bench()
	assert.NotNil(t, b.Now.Tight, "what is shown is whole")
	assert.Contains(t, []string{"turn", "again"}, b.Next)
	for _, s := range b.Spokes {
		assert.GreaterOrEqual(t, *s.Tension, 0.0, "a spoke does not push")
	}
	for range 4 {
		turn(7, 12)
		turn(9, -12)
	}
	require.ErrorContains(t, s.Write(wheels.Signs.Says(wheels.WheelSign{Stand: b.ID,
		Note: "as it was"})), "read once more",
		"what was turned back was turned")
}

// A gauge's readings become tensions by its table, along straight lines between its lines, and by
// nothing beyond them.
func TestATensionIsReadByAGaugesTable(t *testing.T) {
	s, bench := stood(t)
	own, err := knowledge.Layered(knowledge.Texts{"gauges.yaml": "- id: first\n  name: The first " +
		"bench's\n  source: its maker's table\n" +
		"  table: |\n    reading,round 2.0,round 1.8\n    20,480,610\n    25,720,930\n"})
	require.NoError(t, err)
	s.Book = own
	assert.Equal(t, []wheels.GaugeFacts{{ID: "first", Name: "The first bench's",
		Kinds: []string{"round 2.0", "round 1.8"}}},
		wheels.KnownOf(s.Lay())[1].Gauges)
	read := wheels.WheelRead{Stand: bench().ID, What: "gauge", Gauge: "first", Kind: "round 2.0",
		Values: map[string]string{"3": "22.5"}}
	require.NoError(t, s.Write(wheels.Reads.Says(read)))
	assert.InDelta(t, 600, *bench().Spokes[2].Tension, 0.5)
	read.Place = 1
	for says, change := range map[string]func(*wheels.WheelRead){
		"the table goes from 20 to 25": func(r *wheels.WheelRead) { r.Values = map[string]string{"3": "30"} },
		"has round 2.0, round 1.8":     func(r *wheels.WheelRead) { r.Kind = "flat" },
		"has no table here":            func(r *wheels.WheelRead) { r.Gauge = "second" },
	} {
		bad := read
		change(&bad)
		assert.ErrorContains(t, s.Write(wheels.Reads.Says(bad)), says)
	}
	_, err = knowledge.Layered(knowledge.Texts{"gauges.yaml": "- id: up-and-down\n  name: x\n  source: y\n  " +
		"table: \"r,a\\n1,5\\n2,9\\n3,4\"\n"})
	assert.ErrorContains(t, err, "gauges.yaml:1: up-and-down")
}
