package fastener_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/fastener"
)

func thread(t require.TestingT, text string) fastener.Thread {
	th, err := fastener.ParseThread(text)
	require.NoError(t, err, text)
	return th
}

func class(t require.TestingT, name string) fastener.Class {
	c, known := fastener.ClassOf(name)
	require.True(t, known, name)
	return c
}

func TestStressAreaAndProofLoad(t *testing.T) {
	// ISO 898-1: nominal stress areas, mm², and proof loads of class 8.8, N (values from memory
	// of its tables).
	for _, c := range []struct {
		thread      string
		area, proof float64
	}{
		{"M4", 8.78, 0}, {"M5", 14.2, 8230}, {"M6", 20.1, 11600}, {"M8", 36.6, 21200}, {"M8×1", 39.2, 0},
		{"M10", 58.0, 33700}, {"M10x1", 64.5, 0}, {"M12", 84.3, 0},
	} {
		t.Run(c.thread, func(t *testing.T) {
			th := thread(t, c.thread)
			assert.InEpsilon(t, c.area, th.StressArea(), 0.004, c.thread)
			if c.proof > 0 {
				// the standard rounds to three figures
				assert.InEpsilon(t, c.proof, class(t, "8.8").ProofLoad(th), 0.007, c.thread)
			}
		})
	}
	assert.Zero(t, class(t, "a2-70").ProofLoad(thread(t, "M5")), "ISO 3506-1 gives none")
}

func TestParseThread(t *testing.T) {
	for _, c := range []struct {
		text            string
		diameter, pitch float64
	}{
		{"M5", 5, 0.8}, {"m 6", 6, 1}, {"M10X1", 10, 1}, {"M2,5", 2.5, 0.45},
		// ISO 6695 pedals and ISO 6696 bottom brackets, values from memory: 9/16 and 1.37 in.
		{"9/16×20", 14.2875, 1.27}, {"1.37x24", 34.798, 25.4 / 24},
	} {
		t.Run(c.text, func(t *testing.T) {
			th := thread(t, c.text)
			assert.InDelta(t, c.diameter, th.Diameter, 1e-9, c.text)
			assert.InDelta(t, c.pitch, th.Pitch, 1e-9, c.text)
		})
	}
	for _, text := range []string{"", "5", "M", "M5×0", "M5×-1", "M5×4", "M999", "9/0×20", "M4.2",
		"NaNx20", "Mx1", "M5×NaN", "1e99x20"} {
		_, err := fastener.ParseThread(text)
		assert.ErrorContains(t, err, "write", text)
	}
}

func FuzzParseThread(f *testing.F) {
	for _, s := range []string{"M5", "M10×1", "9/16×20", "1.37x24", "M5x", "x", "/", "M1e9"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		th, err := fastener.ParseThread(text)
		if err == nil && !(th.StressArea() > 0 && th.StressArea() < 3000) {
			t.Fatalf("%q gives a stress area of %g", text, th.StressArea())
		}
	})
}
