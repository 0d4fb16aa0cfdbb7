package wear_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/measure"
	"utensil/core/wear"
)

func at(v float64) *float64 { return &v }

// pad and rotor carry the trade's own figures: 1.0 mm of friction material, 1.5 mm of rotor
// (common practice, no published source).
var (
	pad   = wear.Limit{Direction: wear.Falls, Watch: at(1.5), Due: 1.0, Unsafe: at(0.5), Source: "common practice"}
	rotor = wear.Limit{Direction: wear.Falls, Watch: at(1.6), Due: 1.5, Unsafe: at(1.3), Source: "common practice"}
	chain = wear.Limit{Direction: wear.Rises, Watch: at(0.35), Due: 0.5, Source: "common practice"}
)

func TestMark(t *testing.T) {
	for _, c := range []struct {
		name  string
		limit wear.Limit
		v     float64
		mark  wear.Mark
	}{
		{"new pad", pad, 3.6, wear.Sound},
		{"pad soon due", pad, 1.4, wear.Watch},
		{"pad exactly at its limit", pad, 1.0, wear.Due},
		{"pad on the plate", pad, 0.3, wear.Unsafe},
		{"rotor just over", rotor, 1.55, wear.Watch},
		{"rotor at its limit", rotor, 1.5, wear.Due},
		// ISO 9633 pitch 12.7 mm: 1/16 in more over 12 in is 0.52 %.
		{"chain 1/16 in long", chain, 100 * (1.0 / 16) / 12, wear.Due},
		{"chain nominal", chain, 0, wear.Sound},
	} {
		t.Run(c.name, func(t *testing.T) {
			assert.Equal(t, c.mark, c.limit.Mark(c.v), c.name)
		})
	}
}

func TestMarkedLimitMovesTheOthers(t *testing.T) {
	etched := rotor.Marked(1.8, "etched on the rotor")
	require.NoError(t, etched.Validate())
	assert.Equal(t, wear.Due, etched.Mark(1.75))
	assert.Equal(t, wear.Watch, etched.Mark(1.85))
	assert.Equal(t, wear.Unsafe, etched.Mark(1.6))
	assert.Equal(t, wear.Sound, rotor.Mark(1.75), "the limit it came from is untouched")
}

func TestAGaugeKnowsWhatANewPartIs(t *testing.T) {
	whole := func() wear.Gauge {
		fresh := 3.6
		return wear.Gauge{Unit: "mm", Step: 0.1, Major: 0.5, Span: measure.Range{Max: 4},
			Plausible: measure.Range{Max: 12},
			New:       &fresh, Month: -0.2, Limits: []wear.Variant{{Limit: pad}}}
	}
	require.NoError(t, whole().Validate())
	before := whole()
	before.New, before.Month = nil, 0
	require.NoError(t, before.Validate(), "what a shop wrote before it was asked")
	for name, c := range map[string]struct {
		change func(*wear.Gauge)
		says   string
	}{
		"wear, and no start":  {func(g *wear.Gauge) { g.New = nil }, "needs the figure of a new part"},
		"beyond what can be":  {func(g *wear.Gauge) { *g.New = 36 }, "within what is plausible"},
		"worn when new":       {func(g *wear.Gauge) { *g.New = 0.9 }, "would be due"},
		"no wear":             {func(g *wear.Gauge) { g.Month = 0 }, "a month of 0"},
		"wears the wrong way": {func(g *wear.Gauge) { g.Month = 0.2 }, "where wear falls"},
	} {
		t.Run(name, func(t *testing.T) {
			g := whole()
			c.change(&g)
			assert.ErrorContains(t, g.Validate(), c.says)
		})
	}
}

func TestValidateRefusesStepsOutOfOrder(t *testing.T) {
	for name, l := range map[string]wear.Limit{
		"watch after due":   {Direction: wear.Falls, Watch: at(0.5), Due: 1, Source: "s"},
		"unsafe before due": {Direction: wear.Rises, Due: 1, Unsafe: at(0.5), Source: "s"},
		"no source":         {Direction: wear.Rises, Due: 1},
		"no direction":      {Due: 1, Source: "s"},
	} {
		t.Run(name, func(t *testing.T) {
			assert.Error(t, l.Validate(), name)
		})
	}
}

func TestWearNeverImprovesTheMark(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l := rapid.SampledFrom([]wear.Limit{pad, rotor, chain}).Draw(t, "limit")
		a, b := rapid.Float64Range(0, 5).Draw(t, "a"), rapid.Float64Range(0, 5).Draw(t, "b")
		less, more := min(a, b), max(a, b)
		if l.Direction == wear.Falls {
			less, more = more, less
		}
		if l.Mark(less).Worse(l.Mark(more)) {
			t.Fatalf("%g is %s but %g, more worn, is %s", less, l.Mark(less), more, l.Mark(more))
		}
	})
}

func TestZonesCoverTheGaugeAndAgreeWithTheMark(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l := rapid.SampledFrom([]wear.Limit{pad, rotor, chain}).Draw(t, "limit")
		span := measure.Range{Min: 0, Max: rapid.Float64Range(1.8, 6).Draw(t, "max")}
		zones := l.Zones(span)
		from := span.Min
		for _, z := range zones {
			if z.From != from {
				t.Fatalf("gap at %g in %v", from, zones)
			}
			if middle := (z.From + z.To) / 2; l.Mark(middle) != z.Mark {
				t.Fatalf("zone %v but mark %s", z, l.Mark(middle))
			}
			from = z.To
		}
		if from != span.Max {
			t.Fatalf("ends at %g, not %g", from, span.Max)
		}
	})
}

func TestJudgeSaysWhy(t *testing.T) {
	v := wear.Variant{Why: "11- and 12-speed", Limit: chain}
	j := v.Judge(0.6, "%", "Replace the chain")
	assert.Equal(t, wear.Due, j.Mark)
	assert.Equal(t, "At or over 0.5 %, the limit for 11- and 12-speed.", j.Reason)
	assert.Equal(t, "Replace the chain.", j.Next)
	assert.Equal(t, "0.1 % from the limit of 0.5 % for 11- and 12-speed.", v.Judge(0.4, "%", "").Reason)

	scale := []wear.Word{{Word: "Smooth", Mark: wear.Sound, Reason: "Turns freely."},
		{Word: "Gravelly", Mark: wear.Due, Reason: "Rust inside."},
		{Word: "Loose", Mark: wear.Unsafe, Reason: "It rocks.", Asks: "Torque the clamp"}}
	j, known := wear.JudgeWord(scale, " gravelly", "Replace the bearings")
	assert.True(t, known)
	assert.Equal(t, wear.Judgement{Mark: wear.Due, Reason: "Rust inside.",
		Next: "Replace the bearings.", Seen: []string{"Gravelly"}}, j)
	j, _ = wear.JudgeWord(scale, "Loose", "Replace the bearings")
	assert.Equal(t, "Torque the clamp. The bike must not be ridden until then.", j.Next, "a word asks for its own work")
	_, known = wear.JudgeWord(scale, "odd", "")
	assert.False(t, known)
}

func TestSeveralFiguresOfOneReading(t *testing.T) {
	pads := wear.Gauge{Unit: "mm", Sides: []string{"left", "right"}, Apart: 0.5, ApartMeans: "a sticking piston"}
	falls, rises := wear.Variant{Limit: pad}, wear.Variant{Limit: chain}
	assert.Equal(t, 1.2, falls.Worst([]float64{1.4, 1.2, 1.9}), "the least of a pad or a rotor counts")
	assert.Equal(t, 0.4, rises.Worst([]float64{0.3, 0.4}), "the most of a chain")
	assert.Equal(t, 2, pads.Most())
	assert.Equal(t, 1, wear.Gauge{}.Most())
	for _, c := range []struct {
		name    string
		figures []float64
		mark    wear.Mark
		says    string
	}{
		{"even", []float64{3.0, 3.2}, wear.Sound, ""},
		{"just uneven", []float64{2.5, 3.0}, wear.Due, " Left and right differ by 0.5 mm: a sticking piston."},
		{"one side only", []float64{3.0}, wear.Sound, ""},
		{"uneven and unsafe", []float64{0.3, 2.0}, wear.Unsafe, " Left and right differ by 1.7 mm: a sticking piston."},
	} {
		t.Run(c.name, func(t *testing.T) {
			before := falls.Judge(falls.Worst(c.figures), "mm", "Replace the pads")
			after := pads.Uneven(before, c.figures)
			assert.Equal(t, c.mark, after.Mark, c.name)
			assert.Equal(t, before.Reason+c.says, after.Reason, c.name)
		})
	}
	assert.Error(t, wear.Gauge{Unit: "mm", Step: 0.1, Major: 0.5, Apart: 0.5,
		Span: measure.Range{Max: 4}, Plausible: measure.Range{Max: 9},
		Limits: []wear.Variant{{Limit: pad}}}.Validate(), "sides that may differ need names")
}
