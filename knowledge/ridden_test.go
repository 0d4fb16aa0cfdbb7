package knowledge

import (
	"math"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/knowledge/riding"
)

// The pressures as they are ridden (common practice, no published source; values from memory):
// the law lies within each range, and what it misses by is printed.
func TestTheLawOfPressuresMeetsWhatIsRidden(t *testing.T) {
	b, err := Shipped()
	require.NoError(t, err)
	law, worst := b.Pressures(), 0.
	for _, r := range b.Ridden {
		bar := law.Ridden(r.Load, r.Width, r.Seat, r.Ground, r.Tubeless)
		off := law.Off(r.Row())
		worst = max(worst, math.Abs(off))
		t.Logf("%-18s %5.0f kg %4.0f-%.0f %-6s ridden %.1f to %.1f, law %.2f bar, %+5.1f %%", r.ID,
			r.Load, r.Width, r.Seat, r.Ground, r.From, r.To, bar, 100*off)
		assert.InDelta(t, (r.From+r.To)/2, bar, (r.To-r.From)/2+0.01, r.ID)
	}
	t.Logf("the worst of %d lies %.1f %% off its middle", len(b.Ridden), 100*worst)
	assert.Less(t, worst, 1.0/6)
	for id, ask := range map[string]struct{ load, width, seat, least, most float64 }{
		// What the straight line that was here before had below nothing: a light child on a wide tyre.
		"child's front wheel, 12 kg on 47-305": {12, 47, 305, 1, 2.2},
		"a child of 30 kg on 57-507, rear":     {20, 57, 507, 1, 1.8},
		"130-559 under 50 kg":                  {50, 130, 559, 0.3, 0.8},
	} {
		bar := max(law.Ridden(ask.load, ask.width, ask.seat, "mixed", false), law.Floor(ask.width, "mixed", false))
		assert.GreaterOrEqual(t, bar, ask.least, id)
		assert.LessOrEqual(t, bar, ask.most, id)
	}
}

// Each row left out in turn is still foretold by the others.
func TestTheLawOfPressuresForetellsWhatItHasNotSeen(t *testing.T) {
	b, err := Shipped()
	require.NoError(t, err)
	for i, r := range b.Ridden {
		if r.Ground == "snow" || r.ID == "cargo-55" { // the only ones of their kind: nothing else speaks of them
			continue
		}
		less := *b
		less.Ridden = append(append([]riding.Ridden{}, b.Ridden[:i]...), b.Ridden[i+1:]...)
		less.fitted(func(string, error) {})
		off := less.Pressures().Off(r.Row())
		t.Logf("%-18s %+5.1f %% by the others", r.ID, 100*off)
		assert.Less(t, math.Abs(off), 0.25, r.ID)
	}
}

func TestAPressureThatFitsNoneOfTheOthersIsASlip(t *testing.T) {
	_, err := Layered(fstest.MapFS{"ridden.yaml": {Data: []byte(
		`- {id: road-28, load_kg: 43, width_mm: 28, seat_mm: 622, ground: smooth, from_bar: 44, to_bar: 52, source: ours}`)}})
	require.ErrorContains(t, err, "ridden.yaml:1: road-28")
	require.ErrorContains(t, err, "more than a sixth")
	_, err = Layered(fstest.MapFS{"floors.yaml": {Data: []byte(`- {id: floor-50, width_mm: 50, bar: 9, source: ours}`)}})
	require.ErrorContains(t, err, "wider tyres follow, with less")
}

// Common practice, values from memory: 28 on 21, 30 and 40 on 25, 100 on 80 are ridden; 57 on 17
// and 23 on 19 are not.
func TestWhichTyreGoesOnWhichRim(t *testing.T) {
	book, err := Shipped()
	require.NoError(t, err)
	rims := book.Tyres()
	for _, fits := range [][2]float64{{28, 21}, {30, 25}, {40, 25}, {100, 80}, {37, 19}, {25, 17}, {60, 30}} {
		assert.Empty(t, rims.On(fits[0], fits[1]), "%g on %g", fits[0], fits[1])
	}
	for _, not := range [][2]float64{{57, 17}, {23, 19}, {40, 13}, {28, 30}, {60, 80}} {
		assert.NotEmpty(t, rims.On(not[0], not[1]), "%g on %g", not[0], not[1])
	}
	_, err = Layered(Texts{"rims.yaml": "- {id: rim-21, inner_mm: 21, from_mm: 20, to_mm: 65, source: ours}"})
	require.ErrorContains(t, err, "21 mm inside takes narrower tyres than 19")
}
