package gear_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/gear"
)

var five = gear.Hub{Ratios: []float64{0.67, 0.78, 1, 1.28, 1.5}, Mark: 2, Least: 2, Motor: 2.1}

func TestWhatAHubBears(t *testing.T) {
	for name, c := range map[string]struct {
		ring, sprocket int
		motor, bears   bool
		largest        int
	}{
		"46 over 20 is 2.3":               {46, 20, false, true, 23},
		"exactly what it asks for":        {40, 20, false, true, 20},
		"38 over 20 is 1.9":               {38, 20, false, false, 19},
		"40 over 20 with a motor is less": {40, 20, true, false, 19},
	} {
		t.Run(name, func(t *testing.T) {
			b, err := five.Bears(c.ring, c.sprocket, c.motor)
			require.NoError(t, err)
			assert.Equal(t, c.bears, b.Bears, b.Says)
			assert.Equal(t, c.largest, b.Largest)
		})
	}
	alone := five
	alone.Motor = 0
	b, err := alone.Bears(46, 18, true)
	require.NoError(t, err)
	assert.False(t, b.Bears, "a hub that is not for a motor bears none")
	_, err = five.Bears(46, 0, false)
	require.Error(t, err)
}

func TestAHubIsPutRightInItsOrder(t *testing.T) {
	right := gear.Hubbed{Mark: gear.MarkRight, Returns: "right", Loaded: "holds", DustCap: "there", SetGears: 5}
	for name, c := range map[string]struct {
		change func(*gear.Hubbed)
		first  string
	}{
		"set right": {func(*gear.Hubbed) {}, gear.HubStands},
		"the axle before the mark": {func(h *gear.Hubbed) { h.Moved, h.Mark = true, gear.MarkSlack },
			gear.HubAxle},
		"a cable that rubs before the barrel": {func(h *gear.Hubbed) { h.Returns, h.Mark = "other", gear.MarkSlack },
			gear.HubCable},
		"slack":                     {func(h *gear.Hubbed) { h.Mark = gear.MarkSlack }, gear.HubTurn},
		"tight":                     {func(h *gear.Hubbed) { h.Mark = gear.MarkTight }, gear.HubTurn},
		"not ridden yet":            {func(h *gear.Hubbed) { h.Loaded = "" }, gear.HubRide},
		"from one side only":        {func(h *gear.Hubbed) { h.Returns = "not_tried" }, gear.HubTurn},
		"slips with its mark right": {func(h *gear.Hubbed) { h.Loaded = "slips" }, gear.HubOpen},
		"slips with its mark off: the mark first": {func(h *gear.Hubbed) {
			h.Loaded, h.Mark = "slips", gear.MarkSlack
		}, gear.HubTurn},
		"no mark, and it slips": {func(h *gear.Hubbed) {
			h.Mark, h.Loaded = gear.MarkNone, "slips"
		}, gear.HubOpen},
		"no mark, and its cable rubs": {func(h *gear.Hubbed) {
			h.Mark, h.Returns = gear.MarkNone, "other"
		}, gear.HubCable},
		"no mark, and it holds": {func(h *gear.Hubbed) { h.Mark = gear.MarkNone }, gear.HubStands},
		"only a cap is missing": {func(h *gear.Hubbed) { h.DustCap = "missing" }, gear.HubDust},
		"no mark, not ridden yet": {func(h *gear.Hubbed) {
			h.Mark, h.Returns, h.Loaded = gear.MarkNone, "not_tried", ""
		}, gear.HubRide},
	} {
		t.Run(name, func(t *testing.T) {
			h := right
			c.change(&h)
			do, err := h.Says()
			require.NoError(t, err)
			assert.Equal(t, c.first, do[0].What)
			assert.Equal(t, c.first == gear.HubStands || c.first == gear.HubDust, h.Right())
		})
	}
	for _, h := range []gear.Hubbed{{}, {Mark: gear.MarkRight, Slipped: 7, SetGears: 5}} {
		_, err := h.Says()
		require.Error(t, err)
	}
}

func TestAnElectronicGearIsPutRightInItsOrder(t *testing.T) {
	right := gear.Wired{Battery: 80, Software: "current", Shifts: "crisp", Pivots: "oiled"}
	for name, c := range map[string]struct {
		change func(*gear.Wired)
		first  string
	}{
		"set up right it needs none": {func(*gear.Wired) {}, "nothing"},
		"power before everything": {func(w *gear.Wired) {
			w.Battery, w.Code, w.Shifts = 8, "E12", "none"
		}, "charge"},
		"a code before the software": {func(w *gear.Wired) { w.Code, w.Software = "E12", "old" },
			"code"},
		"software before fine steps": {func(w *gear.Wired) {
			w.Software, w.Shifts = "old", "noisy_in"
		}, "software"},
		"a knock before fine steps": {func(w *gear.Wired) { w.Knocked, w.Shifts = true, "noisy_in" },
			"hanger"},
		"worse from sprocket to sprocket": {func(w *gear.Wired) { w.Shifts = "grows" }, "hanger"},
		"so many steps are no fine adjustment": {func(w *gear.Wired) { w.Shifts, w.Steps = "noisy_out", 9 },
			"hanger"},
		"a step at a time":                          {func(w *gear.Wired) { w.Shifts = "noisy_out" }, "steps"},
		"powered, no code and no shift":             {func(w *gear.Wired) { w.Shifts = "none" }, "plugs"},
		"pivots want oil on an electronic gear too": {func(w *gear.Wired) { w.Pivots = "dry" }, "pivots"},
	} {
		t.Run(name, func(t *testing.T) {
			w := right
			c.change(&w)
			do, err := w.Says()
			require.NoError(t, err)
			assert.Equal(t, c.first, do[0].What)
		})
	}
	for _, w := range []gear.Wired{{Battery: 130}, {Battery: 50, Steps: 99}} {
		_, err := w.Says()
		require.Error(t, err)
	}
}
