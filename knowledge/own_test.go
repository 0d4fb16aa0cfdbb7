package knowledge_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/knowledge"
)

// What ships is itself a text that can be laid over what ships, file by file.
func TestEveryFileCanBeStartedFrom(t *testing.T) {
	for _, f := range knowledge.Files() {
		book, err := knowledge.Layered(knowledge.Texts{f.Name: knowledge.Text(f.Name)})
		require.NoError(t, err, f.Name)
		assert.Len(t, book.Points, len(shipped(t).Points), f.Name)
	}
	assert.Empty(t, knowledge.Text("passwords.yaml"))
}

func TestRoutesGoOverPointsThereAre(t *testing.T) {
	book := shipped(t)
	require.Len(t, book.Routes, 3)
	for name, c := range map[string]struct{ text, says string }{
		"no such point": {"- {id: r, name: R, points: [wing]}", `routes.yaml:1: r: "wing" is no point`},
		"twice":         {"- {id: r, name: R, points: [chain, chain]}", "stands twice"},
		"nameless":      {"\n- {id: r, points: [chain]}", "routes.yaml:2: r: a route needs a name"},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := knowledge.Layered(knowledge.Texts{"routes.yaml": c.text})
			assert.ErrorContains(t, err, c.says, name)
		})
	}
	// A later layer wins, and what it leaves out stays.
	own := knowledge.Texts{"routes.yaml": "- {id: front-to-back, name: Mine, points: [chain]}"}
	book, err := knowledge.Layered(own)
	require.NoError(t, err)
	assert.Len(t, book.Routes, 3)
	for _, r := range book.Routes {
		if r.ID == "front-to-back" {
			assert.Equal(t, "Mine", r.Name)
		}
	}
}

// A point of the shop's own says where it is looked at and where it stands; no route is written anew.
func TestAPointSaysItsPlaceInTheRoutes(t *testing.T) {
	bell := func(where string) knowledge.Texts {
		return knowledge.Texts{"points.yaml": "- {id: bell, name: Bell, from: tune, method: Ring it, " +
			"worn: Another bell, instrument: thumb, source: ours, " + where +
			", scale: [{word: Rings, mark: sound, reason: It rings}, " +
			"{word: Broken, mark: watch, reason: It does not}]}"}
	}
	book, err := knowledge.Layered(bell("after: stem, at: stem"))
	require.NoError(t, err)
	for i, r := range book.Ways() {
		at := slices.Index(r.Points, "bell")
		require.Positive(t, at, r.ID)
		assert.Equal(t, "stem", r.Points[at-1])
		assert.NotContains(t, book.Routes[i].Points, "bell", "the route itself is not changed")
	}
	for _, wrong := range []string{"after: wing", "at: bell"} {
		_, err = knowledge.Layered(bell(wrong))
		assert.ErrorContains(t, err, "is no other point", wrong)
	}
}

// Work that rides the bike says so, whoever wrote the sequences; a preparation at second remove counts.
func TestSequencesFitTheWork(t *testing.T) {
	for says, text := range map[string]string{
		"the bike is ridden":      "id: ridden-when-all-is-tight, rides: true, then: [bed-in-front]",
		"is ridden for, and cann": "id: x, first: [bed-in-front], then: [index-gears]",
		"made, and not undone":    "id: x, shut: [front-wheel-out], then: [headset-bearings]",
		"comes before itself":     "id: x, first: [index-gears], then: [replace-chain]",
	} {
		t.Run(says, func(t *testing.T) {
			_, err := knowledge.Layered(knowledge.Texts{"sequences.yaml": "- {" + text + ", why: w, source: s}"})
			assert.ErrorContains(t, err, says)
		})
	}
}

func TestOperationsFitTogether(t *testing.T) {
	for name, c := range map[string]struct{ text, says string }{
		"needs nothing known": {"- {id: o, title: O, minutes: 5, needs: [saddle-off]}",
			`needs "saddle-off", which is no prerequisite`},
		"ruins itself":        {"- {id: o, title: O, minutes: 5, ruins: [o]}", `"o" is no other operation`},
		"saves nothing known": {"- {id: o, title: O, minutes: 5, saves: [x]}", `"x" is no other operation`},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := knowledge.Layered(knowledge.Texts{"operations.yaml": c.text})
			assert.ErrorContains(t, err, c.says, name)
		})
	}
	_, err := knowledge.Layered(knowledge.Texts{"prerequisites.yaml": "- {id: p, name: P, minutes: 0, source: s}"})
	assert.ErrorContains(t, err, "prerequisites.yaml:1: p: a prerequisite needs a name, minutes and a source")
	// What an operation needs first can never take longer than all of it.
	book := shipped(t)
	for _, o := range book.Operations {
		minutes := 0
		for _, id := range o.Needs {
			p, _ := book.Prerequisite(id)
			minutes += p.Minutes
		}
		assert.Less(t, minutes, o.Minutes+1, o.ID)
	}
}
