package estimate_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/stat/distuv"
	"pgregory.net/rapid"

	"utensil/core/estimate"
)

func TestWilson(t *testing.T) {
	z := distuv.UnitNormal.Quantile(0.975)
	// Newcombe (1998), Statistics in Medicine 17, table I, method 3 (values from memory).
	for _, c := range []struct {
		record    estimate.Record
		low, high float64
	}{
		{estimate.Record{Held: 81, Tried: 263}, 0.2553, 0.3662},
		{estimate.Record{Held: 15, Tried: 148}, 0.0624, 0.1605},
		{estimate.Record{Held: 0, Tried: 20}, 0, 0.1611},
		{estimate.Record{Held: 1, Tried: 29}, 0.0061, 0.1718},
		{estimate.Record{}, 0, 1},
	} {
		t.Run(fmt.Sprint(c.record), func(t *testing.T) {
			low, high := c.record.Wilson(z)
			assert.InDelta(t, c.low, low, 5e-5)
			assert.InDelta(t, c.high, high, 5e-5)
		})
	}
}

func TestRescueByTheRecord(t *testing.T) {
	// Expected cost = labour + (1 − p) × replacement (common practice, no source).
	r := estimate.Weigh(2000, 8000, estimate.Record{Held: 3, Tried: 4}, 1.96)
	assert.Equal(t, estimate.Minor(4000), r.Expected)
	assert.Equal(t, 0.25, r.Even)
	assert.Equal(t, estimate.WorthIt, r.Verdict(), "even the low end of 3 in 4 is over 1 in 4")
	assert.Equal(t, estimate.Undecided, estimate.Weigh(6000, 8000, estimate.Record{Held: 3, Tried: 4}, 1.96).Verdict())
	assert.Equal(t, estimate.NotWorth, estimate.Weigh(6000, 8000, estimate.Record{Held: 1, Tried: 20}, 1.96).Verdict())
	assert.Equal(t, estimate.Undecided, estimate.Weigh(2000, 8000, estimate.Record{}, 1.96).Verdict(),
		"without a record nothing is decided")
}

func TestRescueBoundsHoldWhatIsExpected(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		tried := rapid.IntRange(0, 60).Draw(t, "tried")
		r := estimate.Weigh(estimate.Minor(rapid.IntRange(0, 9000).Draw(t, "labour")),
			estimate.Minor(rapid.IntRange(0, 20000).Draw(t, "replace")),
			estimate.Record{Held: rapid.IntRange(0, tried).Draw(t, "held"), Tried: tried}, 1.96)
		if r.Least > r.Expected || r.Expected > r.Most || r.Most > r.Labour+r.Replace {
			t.Fatalf("%d … %d … %d", r.Least, r.Expected, r.Most)
		}
	})
}

func TestWaiting(t *testing.T) {
	chain := estimate.Line{Labour: 1200, Parts: []estimate.Part{{Name: "Chain", Quantity: 1, Price: 2400}}}
	cassette := estimate.Line{Labour: 1600, Parts: []estimate.Part{{Name: "Cassette", Quantity: 1, Price: 3800}}}
	w := estimate.Wait(chain, cassette)
	assert.Equal(t, estimate.Waiting{Now: 3600, Later: 9000}, w)
	assert.Equal(t, estimate.Minor(5400), w.Costs())
}
