package speed_test

import (
	"fmt"
	"math"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"utensil/core/plan"
	dbtest "utensil/internal/localdb/testing"
	"utensil/internal/postgres"
	"utensil/internal/scene"
	thread "utensil/internal/workshop/plan"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stint"
	"utensil/knowledge"
)

// BenchmarkPlanEnds asks of each job of the demo's past when it would have been over, by the book and by
// what had been timed until then, against what it took: how many lie inside the span that was said, where
// eight in ten would.
func BenchmarkPlanEnds(b *testing.B) {
	book, err := knowledge.Shipped()
	require.NoError(b, err)
	store, err := postgres.Open(dbtest.URL(b))
	require.NoError(b, err)
	b.Cleanup(func() { require.NoError(b, store.Close()) })
	require.NoError(b, scene.Build(b.Context(), store, book, time.Date(2026, 11, 30, 10, 0, 0, 0, time.UTC)))
	for b.Loop() {
		signs, err := store.StintSigns(b.Context(), math.MaxInt32)
		require.NoError(b, err)
		slices.SortStableFunc(signs, func(p, q stint.PastSign) int { return p.At.Compare(q.At) })
		pieces, jobs := ends(b, book, signs)
		fmt.Printf("\npieces: %s\njobs:   %s (inside the span said; aim 80 %%)\n", pieces, jobs)
	}
	b.ReportMetric(0, "ns/op")
}

// share counts what lay inside what was said.
type share struct{ inside, of, timed int }

func (s share) String() string {
	return fmt.Sprintf("%d of %d, %.0f %%; %d by the shop's own minutes", s.inside, s.of,
		100*float64(s.inside)/float64(s.of), s.timed)
}

func (s *share) count(took, low, high float64, timed bool) {
	s.of++
	if low <= took && took <= high {
		s.inside++
	}
	if timed {
		s.timed++
	}
}

// ends goes through the jobs as they came.
func ends(b *testing.B, book *knowledge.Book, signs []stint.PastSign) (pieces, jobs share) {
	byJob := map[record.ID][]stint.PastSign{}
	var order []record.ID
	for _, p := range signs {
		if byJob[p.Job] == nil {
			order = append(order, p.Job)
		}
		byJob[p.Job] = append(byJob[p.Job], p)
	}
	var before []stint.PastSign
	for _, id := range order {
		var job plan.Job
		var took float64
		own, known := true, stint.TookOf(before)
		for of, minutes := range tookIn(byJob[id]) {
			said, timed := usual(book, known, of)
			if said == 0 {
				continue
			}
			low, high := plan.Tenths(said, thread.Spread)
			pieces.count(minutes, low, high, timed)
			job.Pieces = append(job.Pieces, plan.Piece{ID: of.Work, Minutes: said, Spread: thread.Spread})
			took, own = took+minutes, own && timed
		}
		before = append(before, byJob[id]...)
		if len(job.Pieces) == 0 {
			continue
		}
		whole, err := plan.Plan(job)
		require.NoError(b, err)
		jobs.count(took, whole.Early, whole.Late, own)
	}
	return pieces, jobs
}

// usual is what one would have said beforehand; 0 where the book says nothing by itself.
func usual(book *knowledge.Book, known map[stint.Of]stint.Took, of stint.Of) (minutes float64, timed bool) {
	for _, of := range []stint.Of{of, {Work: of.Work}} {
		if took := known[of]; took.Times >= thread.Timed {
			return math.Round(took.Minutes), true
		}
	}
	for _, o := range book.Operations {
		if o.ID == of.Work {
			return float64(o.Minutes), false
		}
	}
	for _, s := range book.Services {
		for _, step := range s.Steps {
			if stint.PartOfService(s.ID, step.ID) == of.Work {
				return step.Minutes, false
			}
		}
	}
	return 0, false
}

// tookIn is how long each piece of one job was in hand.
func tookIn(signs []stint.PastSign) map[stint.Of]float64 {
	out := map[stint.Of]float64{}
	for of, took := range stint.TookOf(signs) {
		if of.Who == "" && of.Bike != "" {
			out[of] = took.Minutes
		}
	}
	return out
}
