package plan

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// What is searched for is held against what is known to be best.
func TestTheSearchIsNearTheBest(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		job := Job{Walk: 0.5, Preparations: []Preparation{{ID: "a", Make: 3, Undo: 3}, {ID: "b", Make: 8, Undo: 7}}}
		for i := range Exactly {
			p := Piece{ID: fmt.Sprint(i), Minutes: 5, Place: fmt.Sprint(rapid.IntRange(0, 2).Draw(t, "place"))}
			open, shut := rapid.SampledFrom([]string{"", "a", "b"}).Draw(t, "open"),
				rapid.SampledFrom([]string{"", "a", "b"}).Draw(t, "shut")
			if open != "" {
				p.Open = []string{open}
			}
			if shut != "" && shut != open {
				p.Shut = []string{shut}
			}
			if i > 0 && rapid.Bool().Draw(t, "waits") {
				p.After = []After{{Piece: fmt.Sprint(rapid.IntRange(0, i-1).Draw(t, "for"))}}
			}
			job.Pieces = append(job.Pieces, p)
		}
		b, err := lay(&job)
		require.NoError(t, err)
		over := make([]float64, len(b.pieces))
		found, best := b.cost(b.search(), over, math.Inf(1)), b.cost(b.exact(), over, math.Inf(1))
		require.LessOrEqual(t, found, 1.03*best)
	})
}
