package flow_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/knowledge/flow"
)

var wheelOut = []string{"rear-wheel-out"}

// needs is a shop that sells three pieces of work, one of them with the wheel out.
func needs(work string) ([]string, bool) {
	all := map[string][]string{"pads": wheelOut, "index": nil, "chain": nil}
	made, known := all[work]
	return made, known
}

func TestSequences(t *testing.T) {
	good := flow.Sequence{First: []string{"chain"}, Then: []string{"index"}, Why: "w", Source: "s"}
	valid := func(s flow.Sequence) error {
		return s.Validate(needs, func(id string) bool { return slices.Contains(wheelOut, id) })
	}
	require.NoError(t, valid(good))
	for says, spoil := range map[string]func(*flow.Sequence){
		"why, and a source":     func(s *flow.Sequence) { s.Why = "" },
		"what comes first":      func(s *flow.Sequence) { s.First = nil },
		`no work "moon"`:        func(s *flow.Sequence) { s.Then = []string{"moon"} },
		`there is no work "mo`:  func(s *flow.Sequence) { s.First = []string{"mo"} },
		"is no prerequisite":    func(s *flow.Sequence) { s.First, s.Shut = nil, []string{"moon"} },
		"made, and not undone":  func(s *flow.Sequence) { s.First, s.Shut, s.Then = nil, wheelOut, []string{"pads"} },
		"or is undone, or that": func(s *flow.Sequence) { s.Shut = wheelOut },
		"or that it is ridden":  func(s *flow.Sequence) { s.Rides = true },
	} {
		t.Run(says, func(t *testing.T) {
			s := good
			spoil(&s)
			assert.ErrorContains(t, valid(s), says)
		})
	}
}

func TestNoWorkComesBeforeItself(t *testing.T) {
	ring := []flow.Sequence{{First: []string{"a"}, Then: []string{"b"}}, {First: []string{"b"}, Then: []string{"c"}}}
	require.NoError(t, flow.Check(ring))
	ring = append(ring, flow.Sequence{First: []string{"c"}, Then: []string{"a"}})
	assert.ErrorContains(t, flow.Check(ring), "comes before itself")
}

func TestNothingWaitsForARide(t *testing.T) {
	rides := flow.Sequence{Rides: true, Then: []string{"bed-in", "lapping"}, Why: "all is tight"}
	require.NoError(t, flow.Check([]flow.Sequence{rides, {First: []string{"lapping"}, Then: []string{"bed-in"}}}))
	assert.ErrorContains(t, flow.Check([]flow.Sequence{rides, {ID: "x", First: []string{"bed-in"},
		Then: []string{"index"}}}), "x: bed-in is ridden for, and cannot come before index")
}

func TestWhatComesFirst(t *testing.T) {
	all := []flow.Sequence{{First: []string{"chain"}, Then: []string{"index"}, Why: "last place"},
		{Shut: wheelOut, Then: []string{"index"}}}
	s, by := flow.Before(all, "chain", "index")
	assert.True(t, by)
	assert.Equal(t, "last place", s.Why)
	_, by = flow.Before(all, "index", "chain")
	assert.False(t, by)
	assert.Equal(t, wheelOut, flow.Shut(all, "index"))
	assert.Empty(t, flow.Shut(all, "chain"))
	assert.Empty(t, flow.Rides(all, "index"))
	all = append(all, flow.Sequence{Rides: true, Then: []string{"bed-in"}, Why: "all is tight"})
	assert.Equal(t, "all is tight", flow.Rides(all, "bed-in"))
}
