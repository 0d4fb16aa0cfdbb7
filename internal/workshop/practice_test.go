package workshop

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/gear"
	"utensil/core/wheel"
	"utensil/internal/workshop/practice"
)

// exercises are all of a kind.
func exercises(w *Workshop, kind string) (list []practice.Exercise) {
	for _, part := range practice.Parts(w.Book(), nil) {
		for _, e := range part.Exercises {
			if e.Kind == kind {
				list = append(list, e)
			}
		}
	}
	return list
}

func TestWhatCanBePractisedStandsByThePartOfTheBike(t *testing.T) {
	require.NoError(t, bookErr)
	w := New(nil, book, time.Now)
	assert.Len(t, exercises(w, "gears"), len(gear.Levels))
	assert.Len(t, exercises(w, "brake"), 2)
	assert.Greater(t, len(exercises(w, "hunt")), 20)
	seen := map[string]string{}
	for _, part := range practice.Parts(w.Book(),
		[]practice.Practised{{Kind: "gears", What: "2", Times: 3, Best: 71}}) {
		assert.NotEmpty(t, part.Name)
		for _, e := range part.Exercises {
			assert.Empty(t, seen[e.Kind+e.ID], "%s stands twice", e.Name)
			seen[e.Kind+e.ID] = part.At
			if e.Kind == "gears" && e.ID == "2" {
				assert.Equal(t, 71, e.Best)
				assert.Equal(t, 3, e.Times)
			}
		}
	}
	assert.Equal(t, "front-pads", seen["huntsoft-lever-front"])
	assert.Equal(t, "rear-mech", seen["huntgears-climb"])
}

// A slack cable is won by turning out until every shift is crisp; then it is told what was wrong,
// and what the program would have done.
func TestPracticeGearsAreWonAndExplained(t *testing.T) {
	try := practice.GearTry{Seed: 12, Level: 1}
	look := func() practice.GearAttempt {
		v, err := practice.PracticeGears(book, try)
		require.NoError(t, err)
		return v
	}
	assert.Empty(t, look().Truth, "nobody is told before it is over")
	try.Acts = append(try.Acts, gear.ShiftUp)
	require.NotEqual(t, gear.Crisp, look().Last)
	for n := 0; !look().Won; n++ {
		require.Less(t, n, 14)
		try.Acts = append(try.Acts, gear.BarrelOut, gear.SignIt)
	}
	v := look()
	assert.Contains(t, v.Truth, "slack")
	require.NotNil(t, v.Own)
	assert.True(t, v.Own.Settled)
	assert.Positive(t, v.Score)
	assert.Less(t, v.Score, 100, "signed too soon more than once")
	require.NotEmpty(t, v.Replay)
	assert.Contains(t, v.Replay[0].Did, "Barrel out")
	assert.NotEmpty(t, v.Replay[0].Better)

	gaveUp := practice.GearTry{Seed: 12, Level: 5, GaveUp: true}
	v, err := practice.PracticeGears(book, gaveUp)
	require.NoError(t, err)
	assert.Contains(t, v.Truth, "hanger bent")
	assert.Zero(t, v.Score)
	for _, bad := range []practice.GearTry{{Level: 8}, {Level: 1, Acts: []gear.Act{"paint"}}} {
		_, err := practice.PracticeGears(book, bad)
		require.Error(t, err)
	}
}

func TestAPracticeWheelIsReplayed(t *testing.T) {
	in := practice.WheelTry{Seed: 7, Level: 2}
	begun, err := practice.PracticeWheel(book, in)
	require.NoError(t, err)
	assert.Nil(t, begun.Own, "it is not told before it is over")
	assert.Empty(t, begun.Would)
	assert.Len(t, begun.Bench.Spokes, begun.Bench.Lacing.Spokes)
	in.GaveUp = true
	told, err := practice.PracticeWheel(book, in)
	require.NoError(t, err)
	require.NotEmpty(t, told.Would)
	in.GaveUp = false
	for round := 0; round < 4; round++ {
		for _, w := range told.Would {
			in.Acts = append(in.Acts, wheel.Act{Do: "turn", Spoke: w.Spoke, Quarters: w.Quarters})
		}
		in.Acts = append(in.Acts, wheel.Act{Do: "spin"}, wheel.Act{Do: "pluck"}, wheel.Act{Do: "sign"})
		won, err := practice.PracticeWheel(book, in)
		require.NoError(t, err)
		assert.Empty(t, won.Turned, "looked at since")
		if won.Won {
			assert.Positive(t, won.Score)
			assert.True(t, won.Own.True)
			return
		}
		in.GaveUp = true
		told, err = practice.PracticeWheel(book, in)
		require.NoError(t, err)
		in.GaveUp = false
	}
	t.Fatal("the program's own turns do not make it true")
}

func TestWhatIsNoPracticeWheel(t *testing.T) {
	_, err := practice.PracticeWheel(book, practice.WheelTry{Level: 9})
	assert.ErrorContains(t, err, "levels 1 to 5")
	_, err = practice.PracticeWheel(book, practice.WheelTry{Level: 1,
		Acts: []wheel.Act{{Do: "turn", Spoke: 40, Quarters: 1}}})
	assert.ErrorContains(t, err, "this wheel has 32")
}
