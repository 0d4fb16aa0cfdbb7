package contact_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/contact"
	"utensil/core/measure"
)

// protractor is a phone on a plank that a protractor has at an angle: its axes turned as the
// orientation of devices is defined (W3C Device Orientation, Z-X'-Y”), with an error of its own
// about its cross axis. The long edge's rise is read off the turned axis, not off the angle.
func protractor(plank, own, faces float64) contact.Lie {
	rad := math.Pi / 180
	rise := plank
	if math.Abs(faces) > 90 { // turned end for end, its top points down the plank
		rise = -plank
	}
	b := (rise + own) * rad
	top := [3]float64{0, math.Cos(b), math.Sin(b)} // where the top of the phone points, up last
	return contact.Lie{Pitch: math.Asin(top[2]) / rad, Faces: &faces}
}

func TestAPhoneTurnedEndForEndTellsWhatAProtractorDoes(t *testing.T) {
	for _, plank := range []float64{-12, -5, -2.5, 0, 0.5, 3, 8, 45} {
		for _, own := range []float64{-4, -1.3, 0, 2.2} {
			tilt, found, err := contact.Tilt(protractor(plank, own, 0), protractor(plank, own, 180))
			require.NoError(t, err)
			assert.InDelta(t, plank, tilt, 1e-6)
			assert.InDelta(t, own, found, 1e-6)
		}
	}
}

func TestWhatAPhoneCannotTellIsRefused(t *testing.T) {
	lies := func(pitch, sway, faces float64) contact.Lie {
		return contact.Lie{Pitch: pitch, Sway: sway, Faces: &faces}
	}
	for name, c := range map[string]struct {
		a, b contact.Lie
		says string
	}{
		"a hand on it":        {lies(2, 0.1, 10), lies(-2, 1.4, 190), "moved by 1.4°"},
		"not turned":          {lies(2, 0, 10), lies(2.1, 0, 14), "same way round"},
		"on two places":       {lies(25, 0, 10), lies(9, 0, 190), "wrong by 17°"},
		"nothing that counts": {lies(math.NaN(), 0, 0), lies(0, 0, 180), "nothing that can be read"},
	} {
		t.Run(name, func(t *testing.T) {
			_, _, err := contact.Tilt(c.a, c.b)
			var wrong *measure.FieldError
			require.ErrorAs(t, err, &wrong)
			assert.Contains(t, wrong.Problem, c.says)
		})
	}
}

// Not every phone has a compass: it is taken at its word that it was turned.
func TestAPhoneWithoutACompassTellsATilt(t *testing.T) {
	tilt, _, err := contact.Tilt(contact.Lie{Pitch: 3}, contact.Lie{Pitch: -1})
	require.NoError(t, err)
	assert.Equal(t, 2.0, tilt)
}

func TestAPhonesOwnErrorFallsOut(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		plank := rapid.Float64Range(-40, 40).Draw(t, "plank")
		own := rapid.Float64Range(-5.9, 5.9).Draw(t, "own")
		faces := rapid.Float64Range(0, 360).Draw(t, "faces")
		turned := math.Mod(faces+180+rapid.Float64Range(-30, 30).Draw(t, "askew"), 360)
		tilt, _, err := contact.Tilt(contact.Lie{Pitch: plank + own, Faces: &faces},
			contact.Lie{Pitch: -plank + own, Faces: &turned})
		require.NoError(t, err)
		assert.InDelta(t, plank, tilt, 1e-9)
		assert.True(t, contact.Back(plank, contact.Rounded(tilt), contact.Resolves/2))
	})
}
