package record_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
	"utensil/knowledge"
)

// Which brake is tried again after which work: common practice, no published source.
func TestABrakeIsTriedAgainAfterWhatCanAffectIt(t *testing.T) {
	const front, rear, third, ride = record.FrontBrakeTest, record.RearBrakeTest, record.ThirdBrakeTest,
		record.RideTest
	mech := bike.Condition{"gears": {"cable"}, "rear_brake": {"disc_hydraulic"}}
	hub := bike.Condition{"gears": {"hub"}, "rear_brake": {"roller", "drum"}}
	coaster := bike.Condition{"rear_brake": {"back_pedal"}}
	for name, c := range map[string]struct {
		on    bike.Condition
		work  string
		tests []string
	}{
		"a chain beside a mech":         {mech, "replace-chain", []string{ride}},
		"a chain, and the axle moves":   {hub, "replace-chain", []string{rear, third, ride}},
		"a cassette":                    {mech, "replace-sprockets", []string{rear, third, ride}},
		"gears indexed":                 {mech, "index-gears", []string{ride}},
		"front pads":                    {mech, "pads-disc-front", []string{front, ride}},
		"a rear tube":                   {mech, "tube-rear", []string{rear, third, ride}},
		"sealant beside a disc":         {mech, "sealant-front", []string{front, ride}},
		"oil in a freewheel":            {mech, "oil-freewheel", []string{rear, third, ride}},
		"pedals":                        {mech, "replace-pedals", []string{ride}},
		"pedals that brake":             {coaster, "replace-pedals", []string{rear, ride}},
		"a saddle":                      {mech, "replace-saddle", []string{ride}},
		"a bar with both levers":        {mech, "replace-bar", record.EveryTest},
		"a stem, and hoses are drawn":   {mech, "headset-set", record.EveryTest},
		"a bracket that hoses run past": {mech, "bottom-bracket", record.EveryTest},
		"work that is not in the book":  {mech, "", record.EveryTest},
	} {
		t.Run(name, func(t *testing.T) {
			has := func(k knowledge.Kind) bool { return c.on.Holds(k.Facts) }
			s := stand.Of(t, workshop.Rules(), "routine", has).Lay()
			o, known := s.Book.Operation(c.work)
			require.Equal(t, c.work != "", known)
			assert.Equal(t, c.tests, record.Untries(s, o))
		})
	}
	t.Run("of gears that nobody can name the axle may have moved", func(t *testing.T) {
		s := stand.Disc(t, workshop.Rules())
		s.Record.Bike.Facts.Gears = "other"
		o, _ := s.Lay().Book.Operation("replace-chain")
		assert.Equal(t, []string{rear, third, ride}, record.Untries(s.Lay(), o))
	})
	t.Run("what is said to be undone besides counts", func(t *testing.T) {
		s := stand.Disc(t, workshop.Rules()).Lay()
		o, _ := s.Book.Operation("index-gears")
		assert.Equal(t, []string{front, ride}, record.Untries(s, o, "front-caliper"))
	})
}
