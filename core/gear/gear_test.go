package gear_test

import (
	"cmp"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/gear"
	"utensil/core/measure"
)

// eleven is a gear of eleven sprockets, 3.74 mm apart (spacing from memory of common practice).
func eleven() gear.Drivetrain {
	return gear.Drivetrain{Teeth: []int{11, 13, 15, 17, 19, 22, 25, 28, 32, 36, 42}, Spacing: 3.74,
		Pull: 2.2, Ratio: 1.7,
		Thread: 0.8, Turns: 4, Barrel: 4, Screw: 0.9, GapTurn: -4}
}

func set(change func(*gear.State)) gear.State {
	s := gear.New()
	change(&s)
	return s
}

func TestWhatEveryShiftDoes(t *testing.T) {
	d := eleven()
	require.NoError(t, d.Validate())
	assert.True(t, d.Right(gear.New()))
	up, down := func(k int) gear.Shift { return gear.Shift{To: k, Up: true} },
		func(k int) gear.Shift { return gear.Shift{To: k} }
	for _, c := range []struct {
		name  string
		state gear.State
		shift gear.Shift
		does  gear.Result
	}{
		{"a slack cable climbs late", set(func(s *gear.State) { s.Cable = -0.4 }), up(5), gear.Slow},
		{"and not at all", set(func(s *gear.State) { s.Cable = -0.7 }), up(5), gear.WillNot},
		{"on a drop it rubs", set(func(s *gear.State) { s.Cable = -0.4 }), down(5), gear.Noisy},
		{"a tight one goes two", set(func(s *gear.State) { s.Cable = 0.9 }), up(5), gear.Two},
		{"and over the edge", set(func(s *gear.State) { s.Cable, s.Low = 0.9, 3 }), up(10), gear.Over},
		{"but for its limit", set(func(s *gear.State) { s.Cable = 0.9 }), up(10), gear.Crisp},
		{"friction lags up", set(func(s *gear.State) { s.Friction = 0.7 }), up(5), gear.Slow},
		{"and down", set(func(s *gear.State) { s.Friction = 0.7 }), down(5), gear.Slow},
		{"dry pivots lag down", set(func(s *gear.State) { s.Pivots = 0.9 }), down(5), gear.WillNot},
		{"and hardly up", set(func(s *gear.State) { s.Pivots = 0.9 }), up(5), gear.Crisp},
		{"a limit too far in", set(func(s *gear.State) { s.Low = -1 }), up(10), gear.WillNot},
		{"a bent hanger at the top", set(func(s *gear.State) { s.Tilt = -1.5 }), up(9), gear.WillNot},
		{"and hardly below", set(func(s *gear.State) { s.Tilt = -1 }), up(1), gear.Crisp},
		{"a turned cage is heard", set(func(s *gear.State) { s.Toe = 4 }), up(5), gear.Noisy},
		{"a wide gap is vague", set(func(s *gear.State) { s.Gap, s.Cable = 20, -0.18 }), up(5), gear.Slow},
		{"a near one growls on the largest", set(func(s *gear.State) { s.Gap = 1 }), up(10), gear.Noisy},
	} {
		t.Run(c.name, func(t *testing.T) { assert.Equal(t, c.does, d.Does(c.state, c.shift)) })
	}
}

func drawn(t *rapid.T) gear.State {
	f := rapid.Float64Range
	return gear.State{Cable: f(-2, 2).Draw(t, "cable"), Friction: f(0, 2).Draw(t, "friction"),
		Pivots: f(0, 2).Draw(t, "pivots"),
		Tilt:   f(-4, 4).Draw(t, "tilt"), Low: f(-3, 3).Draw(t, "low"), High: f(-3, 3).Draw(t, "high"),
		Gap: f(1, 20).Draw(t, "gap")}
}

func TestBarrelAndFriction(t *testing.T) {
	d := eleven()
	rapid.Check(t, func(t *rapid.T) {
		s := drawn(t)
		sh := d.Shifts()[rapid.IntRange(0, 19).Draw(t, "shift")]
		out := s
		out.Cable += rapid.Float64Range(0, 1).Draw(t, "out")
		assert.GreaterOrEqual(t, d.Off(out, sh), d.Off(s, sh),
			"the barrel out never moves the pulley towards the frame")
		rusty := s
		rusty.Friction += rapid.Float64Range(0.01, 1).Draw(t, "rust")
		up, down := gear.Shift{To: 5, Up: true}, gear.Shift{To: 5}
		assert.Less(t, d.Off(rusty, up), d.Off(s, up), "more friction lags on a climb")
		assert.Greater(t, d.Off(rusty, down), d.Off(s, down), "and on a drop")
	})
}

// indexes looks and turns as it is told, with eyes that never err, until every shift is crisp.
func indexes(t require.TestingT, s *gear.State, h gear.History) (moves []gear.Move, looks int) {
	return indexesOn(t, eleven(), s, h)
}

func indexesOn(t require.TestingT, d gear.Drivetrain, s *gear.State, h gear.History) (moves []gear.Move, looks int) {
	e := gear.Evidence{Gear: d, History: h}
	for range 60 {
		a, err := gear.Advise(e)
		require.NoError(t, err)
		switch {
		case a.Settled:
			return moves, looks
		case a.Ask != nil:
			looks++
			switch a.Ask.What {
			case "shift":
				e.Seen = append(e.Seen, gear.Seen{Shift: *a.Ask.Shift, Result: d.Does(*s, *a.Ask.Shift), Moved: e.Now})
			case "sight":
				arriving := gear.Shift{To: a.Ask.Sprocket, Up: a.Ask.Sprocket > 0}
				e.Sighted = append(e.Sighted,
					gear.Sighted{Sprocket: a.Ask.Sprocket, Off: d.Off(*s, arriving), Moved: e.Now})
			case "push":
				e.Push = gear.Springs
				if s.Pivots > 0 {
					e.Push = gear.Sticks
				}
			}
		case a.Move != nil:
			moves = append(moves, *a.Move)
			switch a.Move.Work {
			case gear.TurnBarrel, gear.Reclamp:
				s.Cable, e.Now.Cable = s.Cable+a.Move.Cable, e.Now.Cable+a.Move.Cable
			case gear.TurnLow:
				s.Low, e.Now.Low = s.Low+float64(a.Move.Eighths)/8*d.Screw, e.Now.Low+float64(a.Move.Eighths)/8*d.Screw
			case gear.TurnHigh:
				s.High, e.Now.High = s.High+float64(a.Move.Eighths)/8*d.Screw,
					e.Now.High+float64(a.Move.Eighths)/8*d.Screw
			case gear.TurnGap:
				s.Gap, e.Now.Gap = s.Gap-float64(a.Move.Eighths)/8*4, e.Now.Gap-float64(a.Move.Eighths)/8*4
			default:
				fixed := gear.New()
				fixed.Cable = s.Cable
				*s = fixed
				e = gear.Evidence{Gear: d}
			}
		}
	}
	require.Fail(t, "it never settles")
	return nil, 0
}

// Without noise the inverse finds what the forward model was given.
func TestTheCauseIsFound(t *testing.T) {
	for _, c := range []struct {
		name  string
		state gear.State
		work  gear.Work
	}{
		{"slack", set(func(s *gear.State) { s.Cable = -0.45 }), gear.TurnBarrel},
		{"tight", set(func(s *gear.State) { s.Cable = 0.6 }), gear.TurnBarrel},
		{"friction", set(func(s *gear.State) { s.Friction = 1 }), gear.RenewCable},
		{"dry pivots", set(func(s *gear.State) { s.Pivots = 1.3 }), gear.OilPivots},
		{"a bent hanger", set(func(s *gear.State) { s.Tilt = -3 }), gear.Straighten},
		{"bent the other way", set(func(s *gear.State) { s.Tilt = 3 }), gear.Straighten},
		{"low limit in", set(func(s *gear.State) { s.Low = -1.2 }), gear.TurnLow},
		{"high limit in", set(func(s *gear.State) { s.High = -1.2 }), gear.TurnHigh},
	} {
		t.Run(c.name, func(t *testing.T) {
			moves, looks := indexes(t, &c.state, gear.History{})
			require.NotEmpty(t, moves)
			assert.Equal(t, c.work, moves[0].Work)
			assert.LessOrEqual(t, len(moves), 2)
			assert.Less(t, looks, 45)
			assert.True(t, eleven().Right(c.state))
		})
	}
}

// A mech that springs to the largest sprocket is turned the other way; what its pulley wants is the same.
func TestAMechThatSpringsTheOtherWay(t *testing.T) {
	d := eleven()
	d.Inverse = true
	for _, c := range []struct {
		name  string
		state gear.State
		work  gear.Work
		way   int
	}{
		{"short of each sprocket: slacker", set(func(s *gear.State) { s.Cable = -0.45 }), gear.TurnBarrel, -1},
		{"beyond each: tighter", set(func(s *gear.State) { s.Cable = 0.6 }), gear.TurnBarrel, 1},
		{"dry pivots hold it back where the spring works", set(func(s *gear.State) { s.Pivots = 1.3 }),
			gear.OilPivots, 0},
	} {
		t.Run(c.name, func(t *testing.T) {
			before := c.state
			moves, _ := indexesOn(t, d, &c.state, gear.History{})
			require.NotEmpty(t, moves)
			assert.Equal(t, c.work, moves[0].Work)
			assert.Equal(t, c.way, cmp.Compare(moves[0].Quarters, 0))
			assert.True(t, d.Right(c.state))
			// By hand: a quarter-turn outward pulls 0.2 mm of a thread of 0.8, away from the spokes.
			assert.InDelta(t, before.Cable-0.2,
				before.After(d, gear.Move{Work: gear.TurnBarrel, Quarters: 1}).Cable, 1e-9)
		})
	}
	e := gear.Evidence{Gear: d}
	e.Gear.Turns, e.Gear.Barrel = 1, 4
	e = e.After(gear.Move{Work: gear.TurnBarrel, Quarters: 4})
	assert.Zero(t, e.Gear.Left(e.Gear.Turns, e.Now.Cable), "a turn outward of the one that it had")
	e = e.After(gear.Move{Work: gear.Reclamp, Quarters: 2})
	assert.InDelta(t, 4, e.Gear.Left(e.Gear.Turns, e.Now.Cable), 1e-9, "wound in, it has all of them again")
}

func TestMirroredBendsGiveMirroredAdvice(t *testing.T) {
	in, out := gear.Evidence{Gear: eleven(), Gauge: &gear.Gauged{Tilt: 3}},
		gear.Evidence{Gear: eleven(), Gauge: &gear.Gauged{Tilt: -3}}
	for k := range 5 {
		in.Seen = append(in.Seen, gear.Seen{Shift: gear.Shift{To: k + 4}, Result: gear.WillNot})
		out.Seen = append(out.Seen, gear.Seen{Shift: gear.Shift{To: k + 4, Up: true}, Result: gear.WillNot})
	}
	a, err := gear.Advise(in)
	require.NoError(t, err)
	b, err := gear.Advise(out)
	require.NoError(t, err)
	require.NotNil(t, a.Move)
	require.NotNil(t, b.Move)
	assert.Equal(t, gear.Straighten, a.Move.Work)
	assert.InDelta(t, a.Move.Tilt, -b.Move.Tilt, 0.3)
}

func TestHistoryCounts(t *testing.T) {
	seen := []gear.Seen{{Shift: gear.Shift{To: 5, Up: true}, Result: gear.Slow},
		{Shift: gear.Shift{To: 8, Up: true}, Result: gear.Slow}}
	chance := func(h gear.History, of gear.Cause) float64 {
		a, err := gear.Advise(gear.Evidence{Gear: eleven(), History: h, Seen: seen})
		require.NoError(t, err)
		for _, c := range a.Causes {
			if c.Cause == of {
				return c.Chance
			}
		}
		return 0
	}
	assert.Greater(t, chance(gear.History{CableDays: 19}, gear.CableSet),
		chance(gear.History{}, gear.CableSet), "a new cable settles")
	assert.Greater(t, chance(gear.History{Fell: true}, gear.HangerBent),
		2*chance(gear.History{}, gear.HangerBent), "it fell")
	assert.Greater(t, chance(gear.History{Swapped: true}, gear.Unmatched), 2*chance(gear.History{}, gear.Unmatched))
}

func TestAdviceClaimsNothingTooSoon(t *testing.T) {
	a, err := gear.Advise(gear.Evidence{Gear: eleven()})
	require.NoError(t, err)
	require.NotNil(t, a.Ask, "nothing was looked at yet")
	assert.Nil(t, a.Move)
	assert.False(t, a.Ask.What == "shift" && a.Ask.Shift.Up && a.Ask.Shift.To == 10, "never the largest first")

	// Every shift crisp: it is settled, and nothing is to be done.
	e := gear.Evidence{Gear: eleven()}
	for _, sh := range eleven().Shifts() {
		e.Seen = append(e.Seen, gear.Seen{Shift: sh, Result: gear.Crisp})
	}
	a, err = gear.Advise(e)
	require.NoError(t, err)
	assert.True(t, a.Settled)

	// What contradicts itself ends in a look, or a turn, and never in a part.
	for i := range e.Seen {
		e.Seen[i].Result = gear.Results[i%5]
	}
	a, err = gear.Advise(e)
	require.NoError(t, err)
	if a.Move != nil {
		assert.NotContains(t, []gear.Work{gear.RenewCable, gear.MatchParts, gear.RenewTeeth}, a.Move.Work)
	}

	// A barrel at its end: the cable is clamped anew.
	slack := set(func(s *gear.State) { s.Cable = -0.8 })
	worn := eleven()
	worn.Turns = 0.25
	e = gear.Evidence{Gear: worn}
	for k := 1; k < 10; k++ {
		for _, sh := range []gear.Shift{{To: k, Up: true}, {To: k}} {
			e.Seen = append(e.Seen, gear.Seen{Shift: sh, Result: worn.Does(slack, sh)})
		}
	}
	for range 5 {
		a, err = gear.Advise(e)
		require.NoError(t, err)
		if a.Move != nil {
			break
		}
		arriving := gear.Shift{To: a.Ask.Sprocket, Up: a.Ask.Sprocket > 0}
		e.Sighted = append(e.Sighted, gear.Sighted{Sprocket: a.Ask.Sprocket, Off: worn.Off(slack, arriving)})
	}
	require.NotNil(t, a.Move)
	assert.Equal(t, gear.Reclamp, a.Move.Work)
}

func TestGearsThatCannotBe(t *testing.T) {
	for field, change := range map[string]func(*gear.Evidence){
		"teeth":      func(e *gear.Evidence) { e.Gear.Teeth = []int{11, 13, 12} },
		"clicks":     func(e *gear.Evidence) { e.Gear.Clicks = 11 },
		"spacing_mm": func(e *gear.Evidence) { e.Gear.Spacing = 0 },
		"turns":      func(e *gear.Evidence) { e.Gear.Turns = -1 },
		"seen": func(e *gear.Evidence) {
			e.Seen = []gear.Seen{{Shift: gear.Shift{To: 0, Up: true}, Result: gear.Crisp}}
		},
		"sighted": func(e *gear.Evidence) { e.Sighted = []gear.Sighted{{Sprocket: 3, Off: 40}} },
		"gauge":   func(e *gear.Evidence) { e.Gauge = &gear.Gauged{Tilt: 45} },
		"push":    func(e *gear.Evidence) { e.Push = "hums" },
	} {
		e := gear.Evidence{Gear: eleven()}
		change(&e)
		_, err := gear.Advise(e)
		var invalid *measure.FieldError
		require.ErrorAs(t, err, &invalid, field)
		assert.Equal(t, field, invalid.Field)
	}
	many := eleven()
	many.Teeth = append(many.Teeth, 44, 46, 48, 50)
	require.ErrorContains(t, many.Validate(), "15 sprockets")
}
