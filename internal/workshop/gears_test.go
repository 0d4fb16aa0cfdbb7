package workshop

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/gear"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/torque"
)

// indexed is a desk with a bike whose gears are being indexed, and what lies open of it.
func indexed(t *testing.T) (*Workshop, *record.Record, func() gears.GearBench) {
	require.NoError(t, bookErr)
	w, r := discBike(t)
	r.Bike.Facts.Speeds = 9
	require.NoError(t, write(w, r, gears.Begins.Says(gears.Indexing{Family: "cable-9",
		Teeth: "11-13-15-17-20-23-26-30-34"}), nil))
	return w, r, func() gears.GearBench { return gears.Benches.Of(lay(w, r))[0] }
}

func TestACableClampedAnewIsTorqued(t *testing.T) {
	w, r, bench := indexed(t)
	clamp := func() (settled []bool) {
		for _, b := range torque.Bolts.Of(lay(w, r)) {
			if b.Fastener == "rear-mech-cable" {
				settled = append(settled, b.Settled)
			}
		}
		return settled
	}
	require.Empty(t, clamp(), "nobody has undone it")
	move := func(work gear.Work, quarters int) {
		require.NoError(t, write(w, r, gears.Moves.Says(gears.GearMove{Indexing: bench().ID,
			Place: bench().Place, Work: work,
			Quarters: quarters}), nil))
	}
	move(gear.TurnBarrel, 1)
	require.Empty(t, clamp(), "a barrel undoes nothing")
	move(gear.Reclamp, 4)
	require.Equal(t, []bool{false}, clamp())
	for _, b := range torque.Bolts.Of(lay(w, r)) {
		if b.Fastener == "rear-mech-cable" {
			require.NoError(t, logged(w, r, b, func(in *torque.Torque) { in.LeftTyped = "5" }, nil))
		}
	}
	require.Equal(t, []bool{true}, clamp())
	move(gear.RenewCable, 0)
	require.Equal(t, []bool{false}, clamp(), "undone again, an older torque does not count")
}

// A new cable settles, a new chain is gauged after its distance: the bike is called back, by how far it goes.
func TestANewCableAndAChainCallTheBikeBack(t *testing.T) {
	w, r := discBike(t)
	r.Bike.WeeklyKm = 70
	due := func() map[string]string {
		out := map[string]string{}
		for _, c := range door.CallBacks(lay(w, r)) {
			out[c.Point] = c.Due
		}
		return out
	}
	assert.Empty(t, due()["chain"])
	for _, place := range []string{"gear-cable", "chain"} {
		require.NoError(t, write(w, r, parts.Puttings.Says(parts.Putting{Place: place, Grade: "new", From: "stock",
			Why: "worn", Became: "scrap"}), nil))
	}
	s := lay(w, r)
	assert.Equal(t, s.Day(21), due()["cables"])
	assert.Equal(t, s.Day(150), due()["chain"], "1500 km at 70 km a week")
	r.Bike.WeeklyKm = 0
	assert.Equal(t, s.Day(270), due()["chain"], "nobody knows how far it goes")
}

// Guided work that is left because something else comes first does nothing, and calls nobody back.
func TestWorkThatIsLeftIsNotDone(t *testing.T) {
	for outcome, finished := range map[string]int{"Worn: it is replaced": 0, "Worth washing": 1} {
		w, r := discBike(t)
		r.Bike.Facts.Gears, r.Bike.Facts.Speeds, r.Bike.Facts.Rings = "hub", 5, 1
		require.NoError(t, write(w, r, runlog.Starts.Says(runlog.Guided{Procedure: "chain-bath",
			Choices: map[string]string{"after": "oil"}}), nil))
		for n := 0; !runbench.Runs.Of(lay(w, r))[0].Finished; n++ {
			require.Less(t, n, 30)
			v := runbench.Runs.Of(lay(w, r))[0]
			if v.Now.Record != nil && v.Now.Record.Point != "" {
				typed := map[string]string{"Worn: it is replaced": "1.1", "Worth washing": "0.3"}[outcome]
				require.NoError(t, write(w, r,
					inspect.Readings.Says(inspect.Reading{Point: v.Now.Record.Point, Typed: typed}), nil))
			}
			step := runlog.StepDone{Run: v.ID, Step: v.Now.ID, Place: v.Place}
			if len(v.Now.Outcomes) > 0 {
				step.Outcome = v.Now.Outcomes[0].Say
			}
			if v.Now.ID == "gauge" {
				step.Outcome = outcome
			}
			require.NoError(t, write(w, r, runlog.Steps.Says(step), nil))
		}
		assert.Len(t, runlog.Finished.Of(lay(w, r)), finished, outcome)
	}
}
