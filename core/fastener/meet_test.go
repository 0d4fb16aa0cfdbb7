package fastener_test

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"utensil/core/fastener"
	"utensil/core/measure"
)

func limit(part string, low, high float64) fastener.Limit {
	return fastener.Limit{Part: part, Rule: fastener.Rule{Min: measure.Torque(low),
		Max: measure.Torque(high), Source: part}}
}

func TestTheLowerLimitWins(t *testing.T) {
	// The rule is common practice, no published source.
	for _, c := range []struct {
		a, b      fastener.Limit
		low, high measure.Torque
		part      string
	}{
		{limit("stem", 5, 6), limit("carbon bar", 4, 5), 4, 5, "carbon bar"},
		{limit("clamp", 5, 7), limit("post", 4, 6), 5, 6, "post"},
		{limit("clamp", 8, 12), limit("post", 4, 5), 4, 5, "post"},
		{limit("clamp", 5.9, 7), limit("post", 4, 6), 4, 6, "post"}, // no range left between 5.9 and 6
	} {
		t.Run(fmt.Sprint(c.a), func(t *testing.T) {
			rule, part := fastener.Meet(c.a, c.b)
			assert.Equal(t, c.low, rule.Min)
			assert.Equal(t, c.high, rule.Max)
			assert.Equal(t, c.part, part)
			assert.Equal(t, c.part, rule.Source)
		})
	}
}

func TestMeetingDoesNotMindTheOrder(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		limits := rapid.SliceOfN(rapid.Custom(func(t *rapid.T) fastener.Limit {
			low := float64(rapid.IntRange(1, 12).Draw(t, "low"))
			return limit(rapid.SampledFrom([]string{"a", "b", "c"}).Draw(t, "part"), low,
				low+float64(rapid.IntRange(0, 6).Draw(t, "width")))
		}), 1, 4).Draw(t, "limits")
		rule, part := fastener.Meet(limits[0], limits[1:]...)
		slices.Reverse(limits)
		again, same := fastener.Meet(limits[0], limits[1:]...)
		if rule.Min != again.Min || rule.Max != again.Max || part != same {
			t.Fatalf("%v by %s, but %v by %s", rule, part, again, same)
		}
		for _, l := range limits {
			if rule.Max > l.Rule.Max {
				t.Fatalf("%v allows more than %v", rule, l)
			}
		}
		if rule.Validate() != nil {
			t.Fatalf("%v is no rule", rule)
		}
	})
}

func TestStar(t *testing.T) {
	assert.Equal(t, []int{0, 2, 1, 3}, fastener.Star.Order(4), "a cross")
	assert.Equal(t, []int{0, 1, 2}, fastener.InTurns.Order(3))
	for n := 1; n < 12; n++ {
		order := fastener.Star.Order(n)
		sorted := slices.Sorted(slices.Values(order))
		assert.Equal(t, fastener.InTurns.Order(n), sorted, "each of %d bolts once", n)
		for i := 1; i < n && n > 4; i++ {
			apart := (order[i] - order[i-1] + n) % n
			assert.NotContains(t, []int{1, n - 1}, apart, "%d bolts: neighbours follow each other in %v", n, order)
		}
	}
}
