package strip_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/strip"
)

func plain(id string, under ...string) strip.Part {
	return strip.Part{ID: id, Name: "the " + id, Under: under, Plain: true, Wash: strip.Soap}
}

// A headset as it is taken apart (common practice, no published source): the fork drops before the
// lower bearing can be lifted off it, though it is drawn below.
var headset = strip.Assembly{plain("cap"), plain("stem", "cap"), plain("ring", "stem"), plain("upper", "ring"),
	{ID: "tube", Name: "head tube", Stays: true, Wash: strip.Never}, plain("lower", "fork"), plain("fork", "ring")}

func TestPartsComeOffInTheOrderInWhichTheyLie(t *testing.T) {
	require.NoError(t, headset.Validate())
	assert.Equal(t, []string{"cap", "stem", "ring", "upper", "fork", "lower"}, headset.Order())
	lower, _ := headset.Part("lower")
	over := headset.Over(lower, []string{"cap", "stem", "ring"})
	require.Len(t, over, 1)
	assert.Equal(t, "fork", over[0].ID)
	assert.Equal(t, "lower", headset.Back(headset.Order()),
		"it lies on the fork, and goes on it before the fork goes up")
	first := headset.First("stem", headset.Order())
	require.Len(t, first, 1)
	assert.Equal(t, "ring", first[0].ID)
}

func TestAPartThatIsNotInThePicture(t *testing.T) {
	for under, order := range map[string][]string{
		"":     {"extra", "cap", "stem", "ring", "upper", "fork", "lower"},
		"stem": {"cap", "stem", "extra", "ring", "upper", "fork", "lower"},
		"ring": {"cap", "stem", "ring", "extra", "upper", "fork", "lower"},
	} {
		t.Run("under "+under, func(t *testing.T) {
			with := headset.With(plain("extra"), under)
			require.NoError(t, with.Validate())
			assert.Equal(t, order, with.Order())
			assert.Len(t, headset, 7, "the book's own is as it was")
		})
	}
}

func TestAssembliesThatCannotBe(t *testing.T) {
	up := []strip.Way{{Side: "lip", Goes: "up"}}
	nut := func(way []strip.Way, plain bool) strip.Assembly {
		return strip.Assembly{{ID: "nut", Name: "the nut", Wash: "soap", Wrong: "w", Way: way, Plain: plain}}
	}
	tube := strip.Part{ID: "tube", Name: "tube", Stays: true, Wash: strip.Never}
	for says, parts := range map[string]strip.Assembly{
		"the nut goes nowhere: it lies under \"washer\"": {plain("bolt"), plain("nut", "washer")},
		"goes nowhere: it lies under \"tube\"":           {tube, plain("nut", "tube")},
		"the nut goes two ways: lip up, lip down": nut(append(slices.Clone(up),
			strip.Way{Side: "lip", Goes: "down"}), false),
		"the nut goes two ways: any way round, and lip": nut(up, true),
		"which way the nut goes is not said":            {{ID: "nut", Name: "the nut", Wash: "soap"}},
		"what happens when the nut goes the wrong way":  {{ID: "nut", Name: "the nut", Wash: "soap", Way: up}},
		"lip sideways": nut([]strip.Way{{Side: "lip", Goes: "sideways"}}, false),
		"these never come off, each lies under another": {plain("a", "b"), plain("b", "a"), plain("c")},
		"the part \"a\" stands twice":                   {plain("a"), plain("a")},
		"nothing comes off":                             {tube},
		"a washer drives its grease out": {{ID: "b", Name: "the bearing", Plain: true,
			Feel: strip.Sealed, Wash: strip.Washer}},
		"how the b is washed is not said": {{ID: "b", Name: "the b", Plain: true}},
		"nothing is taken off to get at it": {{ID: "tube", Name: "tube", Stays: true,
			Wash: strip.Never, Bolts: []string{"x"}}},
		"needs a treatment, a place and a reason": {{ID: "b", Name: "the b", Plain: true, Wash: "soap",
			Lay: []strip.Lay{{With: "grease"}}}},
		"\"taste\" is nothing that is felt": {{ID: "b", Name: "the b", Plain: true, Wash: "soap", Feel: "taste"}},
		"a part needs an id and a name":     {{ID: "b", Plain: true, Wash: "soap"}},
	} {
		t.Run(says, func(t *testing.T) { assert.ErrorContains(t, parts.Validate(), says) })
	}
}

// anAssembly draws one of up to a dozen parts, each under some of those before it.
func anAssembly(t *rapid.T) (a strip.Assembly) {
	for i := range rapid.IntRange(1, 12).Draw(t, "parts") {
		p := plain(fmt.Sprint("p", i))
		for j := range i {
			if rapid.IntRange(0, 3).Draw(t, "under") == 0 {
				p.Under = append(p.Under, fmt.Sprint("p", j))
			}
		}
		a = append(a, p)
	}
	order := rand.New(rand.NewPCG(rapid.Uint64().Draw(t, "order"), 1)) //nolint:gosec // dice of a test
	order.Shuffle(len(a), func(i, j int) { a[i], a[j] = a[j], a[i] })
	return a
}

// However parts are taken off, as far as they come off at all, everything comes off; and put back in
// reverse, no part waits for another.
func TestOffThenOnInReverseIsTheIdentity(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a := anAssembly(t)
		require.NoError(t, a.Validate())
		var off []string
		for len(off) < len(a) {
			free := slices.DeleteFunc(slices.Clone(a), func(p strip.Part) bool {
				return slices.Contains(off, p.ID) || len(a.Over(p, off)) > 0
			})
			require.NotEmpty(t, free, "%v is stuck after %v", a, off)
			off = append(off, rapid.SampledFrom(free).Draw(t, "next").ID)
		}
		assert.Empty(t, a.Next(off))
		for len(off) > 0 {
			last := off[len(off)-1]
			require.Equal(t, last, a.Back(off))
			require.Empty(t, a.First(last, off))
			off = off[:len(off)-1]
		}
		assert.Equal(t, a.Order()[0], a.Next(off), "as it was")
	})
}

func TestOutlines(t *testing.T) {
	ring, err := strip.ReadRing("10,0 14,0 14,30 10,30")
	require.NoError(t, err)
	assert.Equal(t, strip.Corner{R: 14, Z: 30}, ring[2])
	for text, says := range map[string]string{
		"":                        "at least three corners, not 0",
		"10,0 14,0":               "at least three corners, not 2",
		"10,0 14,0 14":            `"14" is no corner`,
		"10,0 14,0 x,1":           `"x,1" is no corner`,
		"-1,0 14,0 14,3":          "out of the drawing",
		"NaN,0 14,0 14,3":         "out of the drawing",
		"10,0 14,0 14,900":        "out of the drawing",
		"10,0 14,0 18,0":          "encloses nothing",
		"0,0 10,10 10,0 0,10 5,5": "crosses itself",
	} {
		t.Run(text, func(t *testing.T) {
			_, err := strip.ReadRing(text)
			assert.ErrorContains(t, err, says)
		})
	}
}

func FuzzReadRing(f *testing.F) {
	for _, s := range []string{"10,0 14,0 14,30 10,30", "0,0 1e9,0 0,1", "a", "1,2,3 4,5 6,7"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		ring, err := strip.ReadRing(text)
		if err == nil {
			assert.GreaterOrEqual(t, len(ring), 3)
		}
	})
}

func TestWhatIsFeltOfAPart(t *testing.T) {
	for _, c := range []struct {
		feel strip.Feel
		word string
		do   string
		bad  bool
	}{
		{strip.Sealed, "gravelly", "replace", false}, // a sealed unit is replaced
		{strip.Open, "gravelly", "clean", false},     // opened, washed and looked at before it is condemned
		{strip.Open, "notchy", "replace", false},     // pits
		{strip.Crack, "cracked", "replace", true},    // it can throw the rider
		{strip.Seat, "oval", "replace", true},
		{strip.Wear, "dirty", "clean", false},
	} {
		t.Run(string(c.feel)+" "+c.word, func(t *testing.T) {
			answer, known := c.feel.Answer(c.word)
			require.True(t, known)
			assert.Equal(t, []any{c.do, c.bad}, []any{answer.Do, answer.Bad})
		})
	}
	_, known := strip.Crack.Answer("gravelly")
	assert.False(t, known, "a stem does not turn")
	assert.Equal(t, "keep", strip.Sealed.Answers()[0].Do, "the sound one first")
}

func TestFormsOfOneThing(t *testing.T) {
	cones := strip.Form{Is: "front-hub", Told: "a locknut and a cone"}
	assert.True(t, cones.Same(strip.Form{Is: "front-hub"}))
	assert.False(t, strip.Form{}.Same(strip.Form{}), "what has no other form is no form of anything")
	assert.NoError(t, cones.Validate())
	assert.Error(t, strip.Form{Is: "front-hub"}.Validate(), "nothing is undone to find out which it is")
	assert.Error(t, strip.Form{Told: "a locknut"}.Validate())
}
