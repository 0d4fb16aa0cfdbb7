package suspension_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/suspension"
)

// By hand: 36 km a week at 12 to 20 km/h are 1.8 to 3 hours; 30 hours of that are 10 to 16 2/3 weeks.
func TestALegIsDueByItsHours(t *testing.T) {
	week := suspension.HoursOf(36)
	assert.InDelta(t, 1.8, week.From, 1e-9)
	assert.InDelta(t, 3, week.To, 1e-9)
	opened := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	s, err := week.Since(opened, opened.AddDate(0, 0, 35), suspension.Every30)
	require.NoError(t, err)
	assert.Equal(t, opened.AddDate(0, 0, 70), s.From)
	assert.InDelta(t, 50.0/3, s.To.Sub(opened).Hours()/24/7, 1e-6)
	assert.InDelta(t, 9, s.Ridden.From, 1e-9)
	assert.InDelta(t, 15, s.Ridden.To, 1e-9)
	still, err := suspension.Weekly{}.Since(opened, opened.AddDate(1, 0, 0), suspension.Every50)
	require.NoError(t, err)
	assert.True(t, still.From.IsZero(), "a bike that nobody rides is not due by its hours")
	for _, bad := range []suspension.Weekly{{-1, 2}, {3, 2}, {1, 100}} {
		_, err := bad.Since(opened, opened, suspension.Every30)
		assert.Error(t, err)
	}
	_, err = week.Since(opened, opened, 0)
	assert.Error(t, err)
}

func TestWhoRidesMoreIsDueSooner(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		km := rapid.Float64Range(1, 200).Draw(t, "km")
		opened := time.Date(2026, 1, 1, 0, 0, 0, 0, time.UTC)
		less, err := suspension.HoursOf(km).Since(opened, opened, suspension.Every30)
		require.NoError(t, err)
		more, err := suspension.HoursOf(km*rapid.Float64Range(1.01, 3).Draw(t, "more")).Since(opened,
			opened, suspension.Every30)
		require.NoError(t, err)
		longer, err := suspension.HoursOf(km).Since(opened, opened, suspension.Every50)
		require.NoError(t, err)
		assert.False(t, more.From.After(less.From))
		assert.False(t, longer.From.Before(less.From))
		assert.False(t, less.To.Before(less.From))
	})
}

// Common practice, no source: a raised edge is dressed, a groove the seal passes condemns the tube.
func TestWhatANailFeels(t *testing.T) {
	for name, c := range map[string]struct {
		nick suspension.Nick
		fate suspension.Fate
	}{
		"a scuff": {suspension.Nick{Felt: suspension.Seen, Above: 20, Travel: 120},
			suspension.Leave},
		"an edge the seal passes": {suspension.Nick{Felt: suspension.Edge, Above: 20, Travel: 120},
			suspension.Dress},
		"an edge beyond the travel": {suspension.Nick{Felt: suspension.Edge, Above: 140, Travel: 120},
			suspension.Watch},
		"a groove the seal passes": {suspension.Nick{Felt: suspension.Deep, Above: 118, Travel: 120},
			suspension.Condemn},
		"a groove beyond the travel": {suspension.Nick{Felt: suspension.Deep, Above: 160, Travel: 120},
			suspension.Watch},
	} {
		t.Run(name, func(t *testing.T) {
			fate, err := c.nick.Fate()
			require.NoError(t, err)
			assert.Equal(t, c.fate, fate)
		})
	}
	for _, bad := range []suspension.Nick{{Above: 1, Travel: 100}, {Felt: suspension.Deep, Above: -1, Travel: 100},
		{Felt: suspension.Deep, Above: 1}} {
		_, err := bad.Fate()
		assert.Error(t, err)
	}
}
