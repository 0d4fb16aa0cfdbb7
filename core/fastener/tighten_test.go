package fastener_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"utensil/core/fastener"
	"utensil/core/measure"
)

func TestTighteningTable(t *testing.T) {
	// VDI 2230-1, Table A1, µ = 0.12, class 8.8, hexagon head; values from memory of the table.
	for _, c := range []struct {
		thread         string
		preload        float64 // kN
		torque, within float64
	}{
		{"M4", 4.4, 3.0, 0.03}, {"M5", 7.2, 5.9, 0.03}, {"M6", 10.2, 10.1, 0.03},
		{"M8", 18.6, 24.6, 0.03}, {"M10", 29.6, 48, 0.03}, {"M12", 43.0, 84, 0.03},
	} {
		t.Run(c.thread, func(t *testing.T) {
			preload, torque := thread(t, c.thread).HexagonHead().Most(class(t, "8.8"), 0.12)
			assert.InEpsilon(t, c.preload, preload/1000, c.within, c.thread)
			assert.InEpsilon(t, c.torque, float64(torque), c.within, c.thread)
		})
	}
}

func TestEstimateCarriesItsCaution(t *testing.T) {
	m5, greased := thread(t, "M5").SocketHead(), fastener.Friction{Min: 0.08, Max: 0.16}
	steel := m5.Estimate(class(t, "8.8"), greased, fastener.InSteel)
	assert.Empty(t, steel.Caution)
	assert.NoError(t, steel.Rule.Validate())
	for _, into := range []fastener.Mating{fastener.InAluminium, fastener.OnCarbon} {
		e := m5.Estimate(class(t, "8.8"), greased, into)
		assert.Contains(t, e.Caution, "no maker's figure", into)
		assert.Less(t, e.Rule.Max, steel.Rule.Max, into)
		assert.NoError(t, e.Rule.Validate())
	}
	// Common practice, no published source: M5 steel in steel is left at 4 to 6 N·m.
	assert.InDelta(t, 5, float64(steel.Rule.Max), 1)
}

func TestFriction(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		j := thread(t, rapid.SampledFrom([]string{"M3", "M4", "M5", "M6", "M8×1", "M10", "M12"}).Draw(t,
			"thread")).SocketHead()
		torque := measure.Torque(rapid.Float64Range(0.5, 60).Draw(t, "torque"))
		f := fastener.Friction{Min: rapid.Float64Range(0.04, 0.2).Draw(t, "µ")}
		f.Max = f.Min + rapid.Float64Range(0, 0.2).Draw(t, "span")
		low, high := j.Clamp(torque, f)
		if low > high {
			t.Fatalf("slippery threads clamp harder: %g > %g", low, high)
		}
		if back := j.Torque(j.Preload(torque, f.Min), f.Min); float64(back-torque) > 1e-9 ||
			float64(torque-back) > 1e-9 {
			t.Fatalf("there and back: %g is not %g", back, torque)
		}
		strong, _ := j.Most(fastener.Classes[1], f.Min)
		weak, _ := j.Most(fastener.Classes[0], f.Min)
		rough, _ := j.Most(fastener.Classes[0], f.Max)
		if strong <= weak || rough > weak {
			t.Fatal("a stronger bolt bears more, a rougher thread less")
		}
	})
	assert.Error(t, fastener.Friction{Min: 0.2, Max: 0.1}.Validate())
	assert.Error(t, fastener.Friction{}.Validate())
}
