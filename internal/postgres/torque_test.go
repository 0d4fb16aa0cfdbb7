package postgres_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/brake"
	"utensil/internal/localdb/testing"
	"utensil/internal/workshop"
)

// What comes loose is counted by who had tightened the joint before, not by who found it.
func TestLooseJointsAreCountedByWhoTightenedThemLast(t *testing.T) {
	store := dbtest.Open(t)
	p := newPast(t, store)
	log := func(daysAgo int, was string) workshop.ID {
		return p.writes(daysAgo, workshop.Content{Torque: &workshop.Torque{Fastener: "saddle-clamp", Position: "front", Found: workshop.FoundNotChecked, Was: was}}, nil)
	}
	log(300, "sound") // nobody here had tightened it before
	first := p.staff
	second := workshop.NewID()
	_, err := store.DB().Exec(`insert into staff (id, name, role, active, secret) values ($1, 'Tomas', 'mechanic', true, '')`, second)
	require.NoError(t, err)
	p.staff = second
	log(200, "loose") // Ida had tightened it
	p.staff = first
	log(100, "loose") // Tomas had
	slip := log(50, "loose")
	p.writes(49, workshop.Content{Withdrawn: &workshop.Withdrawn{}}, &slip)
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
	reading := func(n int) workshop.ToolReading {
		return workshop.ToolReading{ID: workshop.NewID(), Stream: fmt.Sprint("1-", n), Device: "TW-1", Seq: int64(n), At: time.Now(), Came: time.Now(), Nm: &nm, Said: "5 N·m"}
	}
	batch := []workshop.ToolReading{reading(1), reading(2)}
	require.NoError(t, store.AddReadings(t.Context(), batch))
	require.NoError(t, store.AddReadings(t.Context(), []workshop.ToolReading{reading(2), reading(3)}))
	require.NoError(t, store.AddReadings(t.Context(), nil))
	heard, err := store.LastHeard(t.Context())
	require.NoError(t, err)
	assert.Equal(t, "1-3", heard)
	last, err := store.LastReadings(t.Context())
	require.NoError(t, err)
	require.Len(t, last, 1)
	assert.Equal(t, int64(3), last[0].Seq)
	record, err := store.Job(t.Context(), job.ID)
	require.NoError(t, err)
	require.Len(t, record.Tray, 3)
	assert.Equal(t, 3, record.Tray[0].Of)

	id := record.Tray[0].ID
	failed := together(6, func(i int) error {
		return store.Append(t.Context(), job.ID, workshop.Entry{ID: workshop.NewID(), JobID: job.ID, Kind: workshop.KindTorque, By: by.ID, At: time.Now(), Digest: []byte{byte(i)},
			Content: workshop.Content{Torque: &workshop.Torque{Fastener: "faceplate", Position: fmt.Sprint(i), ToolID: &id}}})
	})
	require.Len(t, failed, 5, "six bolts want it, one gets it")
	for _, err := range failed {
		assert.Equal(t, workshop.Stale, kind(t, err))
	}
	require.NoError(t, store.PutReadingsAside(t.Context(), by, []workshop.ID{record.Tray[1].ID}, "a trial pull", time.Now()))
	require.NoError(t, store.PutReadingsAside(t.Context(), by, nil, "nothing", time.Now()))
	record, err = store.Job(t.Context(), job.ID)
	require.NoError(t, err)
	assert.Len(t, record.Tray, 1)
}

func TestAFigureForTheModelIsLentToItsBikes(t *testing.T) {
	store, by, job := inShop(t)
	low, high := 3.0, 4.0
	figure := workshop.Entry{ID: workshop.NewID(), JobID: job.ID, Kind: workshop.KindFigure, By: by.ID, At: time.Now(), Digest: []byte("f"),
		Content: workshop.Content{Figure: &workshop.OwnFigure{Fastener: "seatpost-clamp", Min: &low, Max: &high, ForModel: true, Source: "the card"}}}
	require.NoError(t, store.Append(t.Context(), job.ID, figure))
	twin := func(model string) workshop.Record {
		first, err := store.Job(t.Context(), job.ID)
		require.NoError(t, err)
		bike := workshop.Bike{ID: workshop.NewID(), OwnerID: first.Owner.ID, Make: "PELHAM", Model: model, Facts: first.Bike.Facts}
		other := workshop.Job{ID: workshop.NewID(), BikeID: bike.ID, Depth: "tune", Words: "x", OpenedAt: time.Now()}
		require.NoError(t, store.CheckIn(t.Context(), by, first.Owner, bike, other, nil))
		record, err := store.Job(t.Context(), other.ID)
		require.NoError(t, err)
		return record
	}
	assert.Len(t, twin("drover").ModelFigures, 1, "however the name is written")
	assert.Empty(t, twin("Rover").ModelFigures)
	assert.Empty(t, twin("").ModelFigures)
	own, err := store.Job(t.Context(), job.ID)
	require.NoError(t, err)
	assert.Empty(t, own.ModelFigures, "on its own bike it is the bike's figure")
}

func TestWhatRunsAndPullsLeaveBehind(t *testing.T) {
	store := dbtest.Open(t)
	p := newPast(t, store)
	run := p.writes(10, workshop.Content{Guided: &workshop.Guided{Procedure: "bleed-lever-front", Pour: 12.5, Work: &workshop.GuidedWork{}}}, nil)
	for i := range 3 {
		p.writes(10, workshop.Content{Step: &workshop.StepDone{Run: run, Step: "s", Place: i}}, nil)
	}
	times, err := store.ProcedureTimes(t.Context())
	require.NoError(t, err)
	assert.Empty(t, times, "steps within a minute were clicked through, not done")

	pull := func(end string, air float64) workshop.ID {
		return p.writes(5, workshop.Content{Pull: &workshop.LeverPull{End: end, Pull: brake.Pull{First: 40, Pumped: 30, Ratio: 5, Master: 10, Bar: 40}, Air: air}}, nil)
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
	assert.Equal(t, map[string]float64{"front": 0.02, "rear": 0.04}, left, "how each brake was left, not how it was found")

	bottle := workshop.Bottle{ID: workshop.NewID(), Name: "Tub", Family: brake.Mineral, Volume: 500, Clean: true}
	require.NoError(t, store.SaveBottle(t.Context(), bottle))
	poured := p.writes(1, workshop.Content{Guided: &workshop.Guided{Procedure: "bleed-push-rear", Bottle: &bottle.ID, Pour: 31, Work: &workshop.GuidedWork{}}}, nil)
	all, err := store.Bottles(t.Context())
	require.NoError(t, err)
	assert.InDelta(t, 31, all[0].Poured, 1e-9)
	p.writes(1, workshop.Content{Withdrawn: &workshop.Withdrawn{}}, &poured)
	all, err = store.Bottles(t.Context())
	require.NoError(t, err)
	assert.Zero(t, all[0].Poured, "a run that was abandoned poured nothing")
}
