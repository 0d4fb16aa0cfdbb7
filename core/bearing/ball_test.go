package bearing_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/bearing"
	"utensil/core/measure"
)

// Loose balls in inches, exact by NIST SP 811 (1 in = 25.4 mm); counts common practice, no published source.
var loose = []bearing.Ball{
	{ID: "1/8", Inch: "1/8", Mm: 3.175, Usual: map[string]int{"pedal": 13}},
	{ID: "5/32", Inch: "5/32", Mm: 3.96875, Usual: map[string]int{"headset": 20}},
	{ID: "3/16", Inch: "3/16", Mm: 4.7625, Usual: map[string]int{"front hub": 10, "headset": 16}},
	{ID: "7/32", Inch: "7/32", Mm: 5.55625},
	{ID: "1/4", Inch: "1/4", Mm: 6.35, Usual: map[string]int{"rear hub": 9}},
}

func TestABallIsKnownByItsDiameter(t *testing.T) {
	for _, c := range []struct {
		name string
		in   bearing.Loose
		seat string
		is   string
		says string
	}{
		{"a quarter inch", bearing.Loose{Diameter: 6.33, Count: 9, Error: 0.1}, "rear hub", "1/4",
			"9 a side is usual in a rear hub"},
		{"one too many", bearing.Loose{Diameter: 6.35, Count: 10, Error: 0.1}, "rear hub", "1/4",
			"one too many leaves no room"},
		{"one lost", bearing.Loose{Diameter: 6.35, Count: 8, Error: 0.1}, "rear hub", "1/4", "one may be lost"},
		{"worn", bearing.Loose{Diameter: 4.65, Error: 0.05, Worn: true}, "front hub", "3/16", "10 a side"},
		{"by a rule, where it lies tells", bearing.Loose{Diameter: 4.4, Error: 0.5}, "front hub", "3/16", ""},
	} {
		t.Run(c.name, func(t *testing.T) {
			b, err := bearing.IdentifyBall(loose, c.in, c.seat)
			require.NoError(t, err)
			require.NotEmpty(t, b.List)
			assert.Equal(t, c.is, b.List[0].ID)
			assert.Greater(t, b.List[0].Chance, 0.8)
			assert.Contains(t, b.Says, c.says)
		})
	}
	b, err := bearing.IdentifyBall(loose, bearing.Loose{Diameter: 9.5, Error: 0.1}, "rear hub")
	require.NoError(t, err)
	assert.Greater(t, b.None, 0.9, "no ball of ours measures 9.5 mm")
	assert.Contains(t, b.Says, "None of ours")
}

func TestBallsThatCannotBe(t *testing.T) {
	for field, in := range map[string]bearing.Loose{
		"ball":  {Diameter: 25.4, Error: 0.1},
		"balls": {Diameter: 6.35, Count: 200, Error: 0.1},
		"error": {Diameter: 6.35},
	} {
		_, err := bearing.IdentifyBall(loose, in, "")
		var refused *measure.FieldError
		require.ErrorAs(t, err, &refused, field)
		assert.Equal(t, field, refused.Field)
	}
}

func TestALineThatIsMovedByWhatItSaysIsStraight(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l := bearing.Line{Tube: rapid.Float64Range(25, 40).Draw(t, "tube"),
			Ring: rapid.Float64Range(20, 50).Draw(t, "ring"),
			Over: rapid.Float64Range(100, 157).Draw(t, "over"), Locknut: rapid.Float64Range(5, 40).Draw(t, "locknut")}
		was, err := l.Lies()
		require.NoError(t, err)
		l.Ring -= float64(was.Spacers) * bearing.SpacerMm
		now, err := l.Lies()
		if err != nil {
			return // moved further than a ring can stand
		}
		assert.True(t, now.Right, "off by %g mm, then by %g", was.Off, now.Off)
	})
}

// Common practice, no published source.
func TestAKnockIsToldByTurningTheBar(t *testing.T) {
	for _, c := range []struct {
		felt bearing.Knock
		what string
		sure bool
	}{
		{bearing.Knock{}, "nothing", true},
		{bearing.Knock{Straight: true}, "bushes", true},
		{bearing.Knock{Straight: true, Turned: true}, "headset", true},
		{bearing.Knock{Straight: true, AtCup: true}, "headset", false},
		{bearing.Knock{Straight: true, AtLegs: true}, "bushes", true},
		{bearing.Knock{Straight: true, Turned: true, AtLegs: true}, "again", false},
		{bearing.Knock{Straight: true, AtHub: true}, "hub", true},
	} {
		told := c.felt.Tell()
		assert.Equal(t, []any{c.what, c.sure}, []any{told.What, told.Sure}, "%+v", c.felt)
	}
}
