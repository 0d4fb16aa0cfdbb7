package wheel

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestPitchOfAString(t *testing.T) {
	// f = √(T/µ)/2L: 1000 N over 0.28 m of 2.0 mm steel sound at 359.6 Hz (computed by hand from
	// the formula of any physics book, µ = 24.66 g/m).
	s := String{Wire: 2, Mm: 280}
	assert.InDelta(t, 359.6, s.Pitch(1000), 0.1)
	rapid.Check(t, func(t *rapid.T) {
		s := String{Wire: rapid.Float64Range(1.5, 2.3).Draw(t, "wire"), Mm: rapid.Float64Range(150, 300).Draw(t, "mm")}
		tension := rapid.Float64Range(150, 1500).Draw(t, "tension")
		heard, err := s.Tension(s.Pitch(tension))
		require.NoError(t, err)
		assert.InEpsilon(t, tension, heard, 1e-9)
		// One spoke that was read with a gauge tells how long they swing.
		c, err := String{Wire: s.Wire, Mm: 300}.Calibrated(s.Pitch(tension), tension)
		require.NoError(t, err)
		assert.InEpsilon(t, s.Mm, c.Mm, 1e-9)
	})
}

func TestPitchThatIsNoSpoke(t *testing.T) {
	s := String{Wire: 2, Mm: 280}
	for name, hz := range map[string]float64{"a bell": 2400, "mains": 50, "nothing": math.NaN(),
		"an octave too high": 800} {
		t.Run(name, func(t *testing.T) {
			_, err := s.Tension(hz)
			assert.ErrorIs(t, err, ErrNoSpoke)
		})
	}
	_, err := s.Calibrated(360, 100)
	assert.Error(t, err, "a slack spoke does not sound so")
}

const rate = 16_000

// tone adds something that rings at a pitch and dies away, with its overtones.
func tone(samples []float64, hz, loud, dies float64, overtones ...float64) {
	for i := range samples {
		at := float64(i) / rate
		v := math.Sin(2 * math.Pi * hz * at)
		for k, o := range overtones {
			v += o * math.Sin(2*math.Pi*hz*float64(k+2)*at+float64(k))
		}
		samples[i] += loud * v * math.Exp(-at/dies)
	}
}

func TestHeard(t *testing.T) {
	dice := rand.New(rand.NewPCG(1, 2))
	sound := func(hz float64, noise float64, overtones ...float64) []float64 {
		samples := make([]float64, rate/2)
		tone(samples, hz, 1, 0.25, overtones...)
		for i := range samples {
			samples[i] += noise * dice.NormFloat64()
		}
		return samples
	}
	for _, hz := range []float64{110, 237.3, 359.6, 512, 780} {
		heard, err := Heard(sound(hz, 0.2, 0.5, 0.3), rate)
		require.NoError(t, err)
		assert.InEpsilon(t, hz, heard, 0.003)
		heard, err = Heard(sound(hz, 0.1, 1.4, 0.6), rate)
		require.NoError(t, err)
		assert.InEpsilon(t, hz, heard, 0.003, "its octave is louder than itself")
	}
	bell := make([]float64, rate/2)
	tone(bell, 2350, 1, 0.5, 0.4)
	for name, samples := range map[string][]float64{
		"too short": sound(300, 0)[:rate/20], "silence": make([]float64, rate/2), "a bell": bell, "nothing": nil,
	} {
		_, err := Heard(samples, rate)
		assert.ErrorIs(t, err, ErrNoSpoke, name)
	}
	noise := make([]float64, rate/2)
	for i := range noise {
		noise[i] = dice.NormFloat64()
	}
	_, err := Heard(noise, rate)
	assert.ErrorIs(t, err, ErrNoSpoke, "noise")
	_, err = Heard(sound(300, 0), 0)
	assert.Error(t, err)
}

// FuzzHeard takes any recording: it never fails but in words, and what it hears is a pitch that a
// spoke can have.
func FuzzHeard(f *testing.F) {
	f.Add([]byte{1, 2, 3}, 16_000.0)
	f.Fuzz(func(t *testing.T, bytes []byte, rate float64) {
		samples := make([]float64, len(bytes))
		for i, b := range bytes {
			samples[i] = float64(int8(b))
			if b == 77 {
				samples[i] = math.NaN()
			}
		}
		hz, err := Heard(samples, rate)
		if err == nil {
			assert.True(t, hz >= lowest/2 && hz <= highest*2, "%v", hz)
		}
	})
}
