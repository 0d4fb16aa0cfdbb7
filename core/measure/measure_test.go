package measure_test

import (
	"errors"
	"fmt"
	"math"
	"os/exec"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/measure"
)

func TestFactorsAreThoseOfNIST(t *testing.T) {
	// Source: NIST SP 811 (2008), Appendix B.8, exact or to the digits given there.
	for _, c := range []struct {
		unit measure.Unit
		base float64
	}{
		{measure.PoundForceInch, 0.1129848290276167},
		{measure.PoundForceFoot, 1.3558179483314004},
		{measure.KilogramForceCentimetre, 0.0980665},
		{measure.Inch, 25.4},
		{measure.PoundPerSquareInch, 0.06894757293168},
		{measure.Kilopascal, 0.01},
	} {
		t.Run(fmt.Sprint(c.unit), func(t *testing.T) {
			assert.InEpsilon(t, c.base, c.unit.ToBase(1), 1e-12, c.unit.Symbol)
		})
	}
}

func TestFactorsAgreeWithGNUUnits(t *testing.T) {
	// Source: GNU units, the package of that name in Debian.
	for _, c := range []struct {
		unit     measure.Unit
		from, to string
	}{
		{measure.PoundForceInch, "lbf inch", "N m"},
		{measure.PoundForceFoot, "lbf foot", "N m"},
		{measure.KilogramForceCentimetre, "kgf cm", "N m"},
		{measure.PoundPerSquareInch, "psi", "bar"},
		{measure.Inch, "inch", "mm"},
	} {
		t.Run(fmt.Sprint(c.unit), func(t *testing.T) {
			out, err := exec.Command("units", "-t", "-d", "15", c.from, c.to).Output()
			require.NoError(t, err, "GNU units is installed by make deps")
			want, err := strconv.ParseFloat(strings.TrimSpace(string(out)), 64)
			require.NoError(t, err)
			assert.InEpsilon(t, want, c.unit.ToBase(1), 1e-12, c.unit.Symbol)
		})
	}
}

func TestParseFigure(t *testing.T) {
	for _, c := range []struct {
		typed string
		want  measure.Unit
		base  float64
	}{
		{"4.6", measure.NewtonMetre, 4.6},
		{"4,6", measure.NewtonMetre, 4.6},
		{" 5 Nm ", measure.NewtonMetre, 5},
		{"5 ft lb", measure.NewtonMetre, 5 * 1.3558179483314004},
		{"41 lbf·in", measure.NewtonMetre, 41 * 0.1129848290276167},
		{"5", measure.PoundForceInch, 5 * 0.1129848290276167},
		{"0,5%", measure.Percent, 0.5},
		{"0", measure.Millimetre, 0},
		{".8 mm", measure.Millimetre, 0.8},
		{"12 1/16 in", measure.Millimetre, 306.3875}, // 25.4 mm to the inch (NIST SP 811)
		{"9/16\"", measure.Millimetre, 14.2875},
		{"1-1/8", measure.Inch, 28.575},
		{"120 kgf", measure.Newton, 1176.798}, // 9.80665 N to the kilogram-force (NIST SP 811)
		{"12", measure.Piece, 12},
	} {
		t.Run(c.typed, func(t *testing.T) {
			f, err := measure.ParseFigure(c.typed, c.want)
			require.NoError(t, err, c.typed)
			assert.InDelta(t, c.base, f.Base, 1e-12, c.typed)
			assert.Equal(t, c.typed, f.Typed)
		})
	}
}

func TestParseFigureSaysWhatToDo(t *testing.T) {
	for typed, hint := range map[string]string{
		"":                      "Type a figure in mm",
		"1.4x":                  "Type digits",
		"-1.4":                  "below zero",
		"−2":                    "below zero",
		"1.2.3":                 "Type digits",
		"1,234,5":               "Type digits",
		"5 N·m":                 "Type the figure in mm",
		"six":                   "Type digits",
		"9/16":                  "Type digits", // of what? a slash parts two figures
		"3/0 in":                "Type digits",
		"1e3":                   "Type digits",
		"🚲":                     "Type digits",
		strings.Repeat("9", 99): "too long",
	} {
		t.Run(typed, func(t *testing.T) {
			_, err := measure.ParseFigure(typed, measure.Millimetre)
			var figure *measure.FieldError
			require.True(t, errors.As(err, &figure), typed)
			assert.Contains(t, figure.Problem, hint, typed)
		})
	}
}

func TestAFigureOnEitherSideOfZero(t *testing.T) {
	for typed, want := range map[string]float64{"-0,8": -0.8, "−1.2 mm": -1.2, "+0.5": 0.5,
		"- 1/8 in": -3.175, "2": 2} {
		t.Run(typed, func(t *testing.T) {
			f, err := measure.ParseSigned(typed, measure.Millimetre)
			require.NoError(t, err)
			assert.InDelta(t, want, f.Base, 1e-12)
		})
	}
	for _, typed := range []string{"", "--1", "-", "+-2", "1-2", "-mm"} {
		_, err := measure.ParseSigned(typed, measure.Millimetre)
		assert.Error(t, err, typed)
	}
}

func TestCountsAreReadHoweverTheyAreParted(t *testing.T) {
	for _, typed := range []string{"11 13 15", "11-13-15", "11, 13, 15", " 11/13/15 "} {
		counts, err := measure.ParseCounts(typed, 80)
		require.NoError(t, err, typed)
		assert.Equal(t, []int{11, 13, 15}, counts, typed)
	}
	for _, typed := range []string{"", "none", "11 81", "99999999999999999999"} {
		_, err := measure.ParseCounts(typed, 80)
		assert.Error(t, err, typed)
	}
}

func TestCheckPlausibleProposesWhatWasMeant(t *testing.T) {
	for _, c := range []struct {
		typed     string
		unit      measure.Unit
		plausible measure.Range
		meant     []float64
	}{
		{"40", measure.Percent, measure.Range{Min: 0, Max: 2.5}, []float64{0.4, 0.04}},
		{"25", measure.Millimetre, measure.Range{Min: 0.5, Max: 2.6}, []float64{2.5}},
		{"900", measure.NewtonMetre, measure.Range{Min: 0.2, Max: 20}, []float64{9, 0.9}},
		{"0", measure.NewtonMetre, measure.Range{Min: 0.2, Max: 20}, nil},
	} {
		t.Run(c.typed, func(t *testing.T) {
			f, err := measure.ParseFigure(c.typed, c.unit)
			require.NoError(t, err)
			var figure *measure.FieldError
			require.True(t, errors.As(f.CheckPlausible(c.plausible), &figure), c.typed)
			assert.Equal(t, c.meant, figure.Suggestions, c.typed)
		})
	}
}

func TestConvertingThereAndBackIsExact(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		u := rapid.SampledFrom(measure.Units()).Draw(t, "unit")
		v := rapid.Float64Range(1e-6, 1e6).Draw(t, "v")
		if back := u.FromBase(u.ToBase(v)); math.Abs(back-v) > 1e-12*v {
			t.Fatalf("%g %s came back as %g", v, u.Symbol, back)
		}
	})
}

func FuzzParseFigure(f *testing.F) {
	for _, seed := range []string{"4.6", "4,6 N·m", "-3", "5 ft lb", "", "٣", "1e9", "0x10", "..", "+5"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, typed string) {
		figure, err := measure.ParseFigure(typed, measure.NewtonMetre)
		if err == nil && (figure.Base < 0 || math.IsNaN(figure.Base) || math.IsInf(figure.Base, 0)) {
			t.Fatalf("%q became %v", typed, figure.Base)
		}
	})
}

func ExampleParseFigure() {
	figure, _ := measure.ParseFigure("41 lbf·in", measure.NewtonMetre)
	fmt.Printf("%s N·m\n", measure.Format(figure.Base))
	// Output: 4.632 N·m
}

func TestRulingIsReadable(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		most := rapid.Float64Range(0.01, 500).Draw(t, "most")
		r := measure.RulingTo(most)
		if r.Max < most || r.Max/r.Major > 10+1e-9 || r.Max/r.Major < 2-1e-9 {
			t.Fatalf("%g is ruled to %+v", most, r)
		}
	})
	assert.Equal(t, measure.Ruling{Min: 0, Max: 9, Step: 0.2, Major: 1}, measure.RulingTo(8.5))
}
