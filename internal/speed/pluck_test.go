package speed_test

import (
	"fmt"
	"math"
	"math/cmplx"
	"math/rand/v2"
	"testing"
	"time"

	"gonum.org/v1/gonum/dsp/fourier"

	"utensil/core/wheel"
)

const heardAt = 16_000 // samples a second

// plucked is half a second of a plucked spoke with its overtones, in noise, while two neighbours
// ring along at up to half its loudness: their tensions differ from its own by up to 30 %.
func plucked(dice *rand.Rand) (hz float64, samples []float64) {
	samples = make([]float64, heardAt/2)
	hz = 150 + 450*dice.Float64()
	ring := func(hz, loud float64) {
		dies := 0.15 + 0.3*dice.Float64()
		second, third := 1.2*dice.Float64(), 0.6*dice.Float64()
		phase := 2 * math.Pi * dice.Float64()
		for i := range samples {
			at := float64(i) / heardAt
			v := math.Sin(2*math.Pi*hz*at+phase) + second*math.Sin(4*math.Pi*hz*at) + third*math.Sin(6*math.Pi*hz*at)
			samples[i] += loud * v * math.Exp(-at/dies)
		}
	}
	ring(hz, 1)
	for range 2 {
		ring(hz*math.Sqrt(1+0.3*(2*dice.Float64()-1)), 0.2+0.3*dice.Float64())
	}
	for i := range samples {
		samples[i] += 0.15 * dice.NormFloat64()
	}
	return hz, samples
}

// loudest is the pitch that is loudest, which is how a tuner without overtones hears.
func loudest(samples []float64) float64 {
	best, at := 0.0, 0
	for i, c := range fourier.NewFFT(len(samples)).Coefficients(nil, samples) {
		if loud := cmplx.Abs(c); loud > best {
			best, at = loud, i
		}
	}
	return float64(at) * heardAt / float64(len(samples))
}

// BenchmarkPlucked hears spokes.
func BenchmarkPlucked(b *testing.B) {
	const spokes = 2000
	dice := rand.New(rand.NewPCG(14, 3))
	ours, plain := 0, 0
	var took time.Duration
	for range spokes {
		hz, samples := plucked(dice)
		start := time.Now()
		heard, err := wheel.Heard(samples, heardAt)
		took += time.Since(start)
		if err == nil && math.Abs(heard/hz-1) <= 0.01 {
			ours++
		}
		if math.Abs(loudest(samples)/hz-1) <= 0.01 {
			plain++
		}
	}
	fmt.Printf("\nspokes heard within 1 %%: ours %.1f %% (aim 99), the loudest pitch alone %.1f %%; %v a spoke\n",
		100*float64(ours)/spokes,
		100*float64(plain)/spokes, (took / spokes).Round(time.Millisecond/10))
	b.ReportMetric(0, "ns/op")
}
