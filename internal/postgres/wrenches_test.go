package postgres_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/brake"
	"utensil/core/suspension"
	"utensil/internal/localdb/testing"
	"utensil/internal/workshop/air"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/torque"
)

// What comes loose is counted by who had tightened the joint before, not by who found it.
func TestLooseJointsAreCountedByWhoTightenedThemLast(t *testing.T) {
	store := dbtest.Open(t)
	p := newPast(t, store)
	log := func(daysAgo int, was string) record.ID {
		return p.writes(daysAgo, torque.Torques.Says(torque.Torque{Fastener: "saddle-clamp",
			Position: "front", Found: torque.FoundNotChecked,
			Was: was}), nil)
	}
	log(300, "sound") // nobody here had tightened it before
	first := p.staff
	second := record.NewID()
	_, err := store.DB().Exec(`insert into staff (id, name, role, active, secret) values ($1, 'Tomas', 'mechanic', true, '')`, second)
	require.NoError(t, err)
	p.staff = second
	log(200, "loose") // Ida had tightened it
	p.staff = first
	log(100, "loose") // Tomas had
	slip := log(50, "loose")
	p.writes(49, record.Withdrawals.Says(record.Withdrawn{}), &slip)
	log(20, "unknown") // work had taken it apart

	counts, err := store.LooseCounts(t.Context())
	require.NoError(t, err)
	by := map[string][2]int{}
	for _, c := range counts {
		assert.Equal(t, "saddle-clamp", c.Fastener)
		by[c.ByName] = [2]int{c.Times, c.Loose}
	}
	assert.Equal(t, map[string][2]int{"": {1, 0}, "Ida": {1, 1}, "Tomas": {1, 1}}, by)
}

func TestAReadingOfAWrenchIsKeptAndTakenOnce(t *testing.T) {
	store, by, job := inShop(t)
	nm := 5.0
	reading := func(n int) torque.ToolReading {
		return torque.ToolReading{ID: record.NewID(), Stream: fmt.Sprint("1-", n), Device: "TW-1",
			Seq: int64(n), At: time.Now(),
			Came: time.Now(), Nm: &nm, Said: "5 N·m"}
	}
	batch := []torque.ToolReading{reading(1), reading(2)}
	require.NoError(t, store.AddReadings(t.Context(), batch))
	require.NoError(t, store.AddReadings(t.Context(), []torque.ToolReading{reading(2), reading(3)}))
	require.NoError(t, store.AddReadings(t.Context(), nil))
	heard, err := store.LastHeard(t.Context())
	require.NoError(t, err)
	assert.Equal(t, "1-3", heard)
	last, err := store.LastReadings(t.Context())
	require.NoError(t, err)
	require.Len(t, last, 1)
	assert.Equal(t, int64(3), last[0].Seq)
	kept, err := store.Job(t.Context(), job.ID)
	require.NoError(t, err)
	require.Len(t, torque.Tray.In(kept), 3)
	assert.Equal(t, 3, torque.Tray.In(kept)[0].Of)

	id := torque.Tray.In(kept)[0].ID
	failed := together(6, func(i int) error {
		return store.Append(t.Context(), job.ID,
			record.Entry{ID: record.NewID(), JobID: job.ID, Kind: torque.Torques.Name, By: by.ID,
				At: time.Now(), Digest: []byte{byte(i)},
				Content: torque.Torques.Says(torque.Torque{Fastener: "faceplate",
					Position: fmt.Sprint(i), ToolID: &id})})
	})
	require.Len(t, failed, 5, "six bolts want it, one gets it")
	for _, err := range failed {
		assert.Equal(t, record.Stale, kind(t, err))
	}
	require.NoError(t, store.PutReadingsAside(t.Context(), by, []record.ID{torque.Tray.In(kept)[1].ID},
		"a trial pull", time.Now()))
	require.NoError(t, store.PutReadingsAside(t.Context(), by, nil, "nothing", time.Now()))
	kept, err = store.Job(t.Context(), job.ID)
	require.NoError(t, err)
	assert.Len(t, torque.Tray.In(kept), 1)
}

func TestAFigureForTheModelIsLentToItsBikes(t *testing.T) {
	store, by, job := inShop(t)
	low, high := 3.0, 4.0
	figure := record.Entry{ID: record.NewID(), JobID: job.ID, Kind: inspect.Figures.Name, By: by.ID,
		At: time.Now(), Digest: []byte("f"),
		Content: inspect.Figures.Says(inspect.OwnFigure{Fastener: "seatpost-clamp", Min: &low,
			Max: &high, ForModel: true, Source: "the card"})}
	require.NoError(t, store.Append(t.Context(), job.ID, figure))
	chart := record.Entry{ID: record.NewID(), JobID: job.ID, Kind: air.Charts.Name, By: by.ID,
		At: time.Now(), Digest: []byte("c"),
		Content: air.Charts.Says(air.LegChart{Leg: "fork", Source: "its sticker",
			Chart: suspension.Chart{{Kg: 70, From: 4, To: 4}}})}
	require.NoError(t, store.Append(t.Context(), job.ID, chart))
	twin := func(model string) record.Record {
		first, err := store.Job(t.Context(), job.ID)
		require.NoError(t, err)
		bike := record.Bike{ID: record.NewID(), OwnerID: first.Owner.ID, Make: "PELHAM", Model: model,
			Facts: first.Bike.Facts}
		other := record.Job{ID: record.NewID(), BikeID: bike.ID, Depth: "tune", Words: "x", OpenedAt: time.Now()}
		require.NoError(t, store.CheckIn(t.Context(), by, first.Owner, bike, other, nil))
		record, err := store.Job(t.Context(), other.ID)
		require.NoError(t, err)
		return record
	}
	assert.Len(t, inspect.ModelFigures.In(twin("drover")), 1, "however the name is written")
	assert.Empty(t, inspect.ModelFigures.In(twin("Rover")))
	lent := air.ModelCharts.In(twin("Drover"))
	require.Len(t, lent, 1)
	assert.Equal(t, suspension.Chart{{Kg: 70, From: 4, To: 4}}, lent[0].Chart)
	assert.Empty(t, air.ModelCharts.In(twin("Rover")))
	assert.Empty(t, inspect.ModelFigures.In(twin("")))
	own, err := store.Job(t.Context(), job.ID)
	require.NoError(t, err)
	assert.Empty(t, inspect.ModelFigures.In(own), "on its own bike it is the bike's figure")
}

func TestWhatRunsAndPullsLeaveBehind(t *testing.T) {
	store := dbtest.Open(t)
	p := newPast(t, store)
	run := p.writes(10, runlog.Starts.Says(runlog.Guided{Procedure: "bleed-lever-front", Pour: 12.5,
		Work: &runlog.GuidedWork{}}), nil)
	for i := range 3 {
		p.writes(10, runlog.Steps.Says(runlog.StepDone{Run: run, Step: "s", Place: i}), nil)
	}
	runs, err := store.RunsTaken(t.Context(), 10)
	require.NoError(t, err)
	require.Len(t, runs, 1)
	assert.Equal(t, "bleed-lever-front", runs[0].Procedure)
	assert.Equal(t, 3, runs[0].Steps)

	pull := func(end string, air float64) record.ID {
		return p.writes(5, brakes.Pulls.Says(brakes.LeverPull{End: end,
			Pull: brake.Pull{First: 40, Pumped: 30, Ratio: 5, Master: 10, Bar: 40},
			Air:  air}), nil)
	}
	pull("front", 0.3)
	pull("front", 0.02)
	pull("rear", 0.04)
	airs, err := store.AirsLeft(t.Context(), 10)
	require.NoError(t, err)
	left := map[string]float64{}
	for _, a := range airs {
		assert.NotEmpty(t, a.Bike)
		left[a.End] = a.Air
	}
	assert.Len(t, airs, 2)
	assert.Equal(t, map[string]float64{"front": 0.02, "rear": 0.04}, left,
		"how each brake was left, not how it was found")

	bottle := fluid.Bottle{ID: record.NewID(), Name: "Tub", Family: brake.Mineral, Volume: 500, Clean: true}
	require.NoError(t, store.SaveBottle(t.Context(), bottle))
	poured := p.writes(1, runlog.Starts.Says(runlog.Guided{Procedure: "bleed-push-rear", Bottle: &bottle.ID, Pour: 31,
		Work: &runlog.GuidedWork{}}), nil)
	all, err := store.Bottles(t.Context())
	require.NoError(t, err)
	assert.InDelta(t, 31, all[0].Poured, 1e-9)
	p.writes(1, record.Withdrawals.Says(record.Withdrawn{}), &poured)
	all, err = store.Bottles(t.Context())
	require.NoError(t, err)
	assert.Zero(t, all[0].Poured, "a run that was abandoned poured nothing")
}
