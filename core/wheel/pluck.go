package wheel

import (
	"fmt"
	"math"
	"math/cmplx"

	"gonum.org/v1/gonum/dsp/fourier"
)

// shortest is how long a sound has to be to be told from its neighbours, s.
const shortest = 0.15

// Heard finds the pitch of a plucked spoke in a recording, Hz: samples at a rate a second. Of
// what rings the loudest is taken with its overtones, so that a spoke whose octave is louder than
// itself is not taken for a tighter one, and a neighbour that rings along is not taken for it. It
// is ErrNoSpoke where nothing stands out.
func Heard(samples []float64, rate float64) (float64, error) {
	if !(rate >= 4000 && rate <= 200_000) {
		return 0, fmt.Errorf("a recording at %g samples a second: 8000 to 48000 are taken", rate)
	}
	samples = fromPluck(samples, rate)
	if float64(len(samples)) < shortest*rate {
		return 0, fmt.Errorf("%w: it was over before it could be heard. Pluck it near its middle", ErrNoSpoke)
	}
	s := spectrumOf(samples, rate)
	best, most := 0.0, 0.0
	for i := 1; i < len(s.loud)-1; i++ {
		hz := float64(i) * s.step
		if hz < lowest || hz > highest || s.loud[i] < s.loud[i-1] || s.loud[i] < s.loud[i+1] {
			continue
		}
		if sum := s.with(hz); sum > most {
			best, most = s.peak(i), sum
		}
	}
	if best == 0 || !s.standsOut(best) {
		return 0, fmt.Errorf("%w: nothing rings above the noise. Pluck it harder, or closer to the tablet", ErrNoSpoke)
	}
	return best, nil
}

// fromPluck is a recording from where it is loudest, for a second at most.
func fromPluck(samples []float64, rate float64) []float64 {
	block := max(1, int(rate/100))
	loudest, from := 0.0, 0
	for i := 0; i+block <= len(samples); i += block {
		loud := 0.0
		for _, v := range samples[i : i+block] {
			loud += v * v
		}
		if loud > 1.5*loudest {
			loudest, from = loud, i
		}
	}
	return samples[from:min(len(samples), from+int(rate))]
}

// spectrum is how loud each pitch is.
type spectrum struct {
	loud  []float64
	step  float64 // Hz from one to the next
	sharp int     // steps within which one pitch shows
}

// spectrumOf weighs the beginning most: what was plucked is loudest there, what rings along may last longer.
func spectrumOf(samples []float64, rate float64) spectrum {
	const finer = 4
	n := 1
	for n < finer*len(samples) {
		n *= 2
	}
	padded := make([]float64, n)
	m := mean(samples)
	for i, v := range samples {
		if math.IsNaN(v) || math.IsInf(v, 0) {
			v = m
		}
		padded[i] = (v - m) * (0.5 + 0.5*math.Cos(math.Pi*float64(i)/float64(len(samples)-1)))
	}
	out := spectrum{step: rate / float64(n), sharp: n/len(samples) + 1}
	for _, c := range fourier.NewFFT(n).Coefficients(nil, padded) {
		out.loud = append(out.loud, cmplx.Abs(c))
	}
	return out
}

// near is the loudest about a pitch.
func (s spectrum) near(hz float64) float64 {
	most := 0.0
	at := int(math.Round(hz / s.step))
	for i := max(0, at-s.sharp); i <= at+s.sharp && i < len(s.loud); i++ {
		most = max(most, s.loud[i])
	}
	return most
}

// with is how loud a pitch is with its overtones, each of which counts no more than the pitch
// itself: what has overtones alone is an octave below what sounds.
func (s spectrum) with(hz float64) float64 {
	own := s.near(hz)
	sum := own
	for k, weight := range []float64{0.5, 0.3} {
		sum += weight * min(own, s.near(hz*float64(k+2)))
	}
	return sum
}

// peak is where a peak lies between the steps.
func (s spectrum) peak(i int) float64 {
	a, b, c := s.loud[i-1], s.loud[i], s.loud[i+1]
	off := 0.0
	if bend := a - 2*b + c; bend != 0 {
		off = 0.5 * (a - c) / bend
	}
	return (float64(i) + off) * s.step
}

// standsOut says whether a pitch is well above what is heard on the whole.
func (s spectrum) standsOut(hz float64) bool {
	lo, hi := int(lowest/s.step), min(len(s.loud), int(2*highest/s.step))
	return s.near(hz) > 8*mean(s.loud[lo:hi])
}
