package speed_test

import (
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/core/diagnosis"
	"utensil/knowledge"
	"utensil/knowledge/complaint"
)

// BenchmarkDiagnosis draws faults from every complaint and hunts for them three ways: as the
// program advises, by the checklist in the order it is written, and, where a complaint is
// small enough to be thought through to the end, against the best that any way can do.
func BenchmarkDiagnosis(b *testing.B) {
	book, err := knowledge.Shipped()
	require.NoError(b, err)
	hunts := map[string]*complaint.Hunt{}
	for _, f := range book.Faults {
		for _, kind := range book.Kinds {
			if hunt, err := f.On(kind.Facts); err == nil && f.When.Holds(kind.Facts) && hunts[f.ID] == nil {
				hunts[f.ID] = hunt
			}
		}
		require.Contains(b, hunts, f.ID, "no kind of bike can have it: %v", bike.Facts{})
	}
	const faults = 10_000
	each := faults / len(hunts)
	dice := rand.New(rand.NewPCG(1, 2))
	var ours, list float64
	var right, rightList, n int
	var oursSmall, best float64
	var small []string
	thinking, asked := time.Duration(0), 0
	for _, f := range book.Faults {
		m := hunts[f.ID].Model
		run := func(choose func(diagnosis.Belief) (diagnosis.Action, bool)) (float64, int) {
			total, found := 0.0, 0
			for range each {
				bike := m.Hide(dice.Float64)
				minutes, cause := m.Run(choose, bike.Answer)
				total += minutes
				for _, c := range bike.Causes() {
					if c == cause {
						found++
					}
				}
			}
			return total, found
		}
		advised := diagnosis.Remembered(func(b diagnosis.Belief) (diagnosis.Action, bool) {
			start := time.Now()
			defer func() { thinking += time.Since(start); asked++ }()
			return diagnosis.Advised(b)
		})
		mine, found := run(advised)
		theirs, foundList := run(diagnosis.Checklist)
		ours, right, list, rightList, n = ours+mine, right+found, list+theirs, rightList+foundList, n+each
		note := ""
		if least, exact := m.Best(150_000); exact {
			expected := m.Expected(advised)
			oursSmall, best = oursSmall+expected, best+least
			small = append(small, f.ID)
			note = fmt.Sprintf("  best %.1f, ours exactly %.1f (%.3f)", least, expected, expected/least)
		}
		fmt.Printf("%-18s ours %5.1f min, right %3.0f %%; checklist %5.1f min, right %3.0f %%%s\n", f.ID,
			mine/float64(each), 100*float64(found)/float64(each), theirs/float64(each),
			100*float64(foundList)/float64(each), note)
	}
	fmt.Printf("diagnosis, %d faults: ours %.1f min, checklist %.1f min: %.2f (aim: at most 0.60); "+
		"correct cause first in %.1f %% (aim: "+
		"95), checklist %.1f %%\n",
		n, ours/float64(n), list/float64(n), ours/list, 100*float64(right)/float64(n),
		100*float64(rightList)/float64(n))
	fmt.Printf("against the best possible on %d complaints: %.3f (aim: at most 1.10); advice takes %v on average\n",
		len(small),
		oursSmall/best, (thinking / time.Duration(max(asked, 1))).Round(10*time.Microsecond))
	b.ReportMetric(ours/list, "ours/checklist")
	b.ReportMetric(oursSmall/best, "ours/best")
	b.ReportMetric(0, "ns/op")
}
