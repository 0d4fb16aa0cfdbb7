package workshop

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

func readOff(place string, particulars map[string]string) record.Content {
	return parts.PartsRead.Says(parts.PartRead{Place: place, Particulars: particulars})
}

func TestWhatIsReadOffAPartHoldsUntilAnotherIsFitted(t *testing.T) {
	require.NoError(t, bookErr)
	w, r := discBike(t)
	require.NoError(t, write(w, r, readOff("front-rotor", map[string]string{"diameter": "180"}), nil))
	require.NoError(t, write(w, r, readOff("front-rotor",
		map[string]string{"mount": "six bolts", "diameter": "160"}), nil))
	line := lineAt(t, w, r, "front-rotor")
	assert.True(t, line.Known)
	assert.Equal(t, "160 mm, six bolts", line.Says, "what was read again holds, beside what was read before")
	assert.Equal(t, "not read yet", line.Left)

	// What was read decides what fits, and ends with the part.
	ask := func(place string, of map[string]string) string {
		a, err := parts.WillFit(lay(w, r), parts.FitQuestion{Place: place, Particulars: of})
		require.NoError(t, err)
		return string(a.Verdict)
	}
	assert.Equal(t, "does_not", ask("front-rotor", map[string]string{"diameter": "160", "mount": "centre ring"}))
	require.NoError(t, write(w, r, parts.Puttings.Says(parts.Putting{Place: "front-rotor", Grade: "new",
		From: "stock", Why: "worn",
		Became: "scrap", Particulars: map[string]string{"diameter": "160"}}), nil))
	assert.Equal(t, "160 mm", lineAt(t, w, r, "front-rotor").Says)
}

func TestWhatIsCountedOnABikeSaysMoreThanItsFacts(t *testing.T) {
	require.NoError(t, bookErr)
	limit := func(sprockets string) float64 {
		w, r := discBike(t)
		r.Bike.Facts.Speeds = 9
		if sprockets != "" {
			require.NoError(t, write(w, r, readOff("sprockets", map[string]string{"count": sprockets}), nil))
		}
		for _, p := range findings.Points(lay(w, r)) {
			if p.ID == "chain" {
				return p.Gauge.Limit
			}
		}
		return 0
	}
	// Limits of a chain, common practice, no published source: 0.75 % up to ten sprockets, 0.5 % from eleven.
	assert.InDelta(t, 0.75, limit(""), 0)
	assert.InDelta(t, 0.5, limit("12"), 0, "twelve were counted, whatever the counter wrote down")
	assert.InDelta(t, 0.75, limit("10"), 0)

	w, r := discBike(t)
	r.Bike.Facts.RotorMount = "centre"
	require.NoError(t, write(w, r, readOff("front-rotor", map[string]string{"mount": "six bolts"}), nil))
	assert.Equal(t, "six_bolt", parts.Facts.Of(lay(w, r)).RotorMount)
	require.NoError(t, write(w, r, readOff("rear-rotor", map[string]string{"mount": "centre ring"}), nil))
	assert.Equal(t, "centre", parts.Facts.Of(lay(w, r)).RotorMount,
		"two parts say two things: the bike's own fact stands")

	hub := bike.Facts{Gears: "hub", Speeds: 5}
	assert.Equal(t, 5, hub.Told("speeds", "1").Speeds, "one sprocket is not one gear where the gears are in the hub")
}

func TestWhatCannotBeReadOffABike(t *testing.T) {
	require.NoError(t, bookErr)
	w, r := discBike(t)
	require.NoError(t, write(w, r, parts.Takings.Says(parts.Taking{Place: "pedals", Why: "borrowed",
		Became: "owner"}), nil))
	for name, c := range map[string]struct {
		says  record.Content
		field string
		why   string
	}{
		"nothing": {readOff("chain", map[string]string{"links": " "}), "particulars", "Say what you read"},
		"of what is off": {readOff("pedals", map[string]string{"thread": "9/16 × 20"}), "place",
			"nothing sits there"},
		"of no place": {readOff("belt", map[string]string{"teeth": "120"}), "place", "no such place"},
		"a slip of the point": {readOff("front-rotor", map[string]string{"diameter": "16"}),
			"particulars.diameter", "cannot be"},
		"two hundred balls": {readOff("front-hub", map[string]string{"balls": "200"}),
			"particulars.balls", "Balls a side of 200 cannot be"},
	} {
		t.Run(name, func(t *testing.T) {
			var refused *record.Problem
			require.ErrorAs(t, write(w, r, c.says, nil), &refused)
			assert.Equal(t, c.field, refused.Field)
			assert.Contains(t, refused.Detail, c.why)
		})
	}
}
