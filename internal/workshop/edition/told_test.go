package edition

import (
	"math"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

type (
	core struct {
		Title string  `json:"title"`
		Share float64 `json:"share"`
		Last  string  `json:"last"`
	}
	pieces struct {
		Air   []float64 `json:"air"`
		Gears []string  `json:"gears"`
	}
)

// A view that cannot be written is told by nobody: not half of it either, when it is asked for once more.
func TestWhatFailsHalfWayIsNotTold(t *testing.T) {
	odd := NewView(NewShelf(), core{"a", math.NaN(), "z"}, pieces{})
	for range 2 {
		_, err := odd.As(nil)
		require.Error(t, err)
	}
	part := NewView(NewShelf(), core{Title: "a"}, pieces{Air: []float64{math.Inf(1)}})
	for range 2 {
		_, err := part.As([]string{"air"})
		require.Error(t, err)
	}
	told, err := part.As([]string{"gears"})
	require.NoError(t, err, "what can be written is told")
	assert.JSONEq(t, `{"title":"a","share":0,"last":"","parts":{"gears":null},"edition":"`+told.Edition+`"}`,
		string(told.Text))
}

func TestOtherSetsOfPartsFillNoMemory(t *testing.T) {
	v := NewView(NewShelf(), core{}, pieces{})
	for i := range 300 {
		_, err := v.As([]string{strconv.Itoa(i)})
		require.NoError(t, err)
		require.LessOrEqual(t, len(v.told), mostWays)
	}
}
