package knowledge_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/core/fit"
	"utensil/knowledge"
)

func TestPlacesAreThoseOfTheBike(t *testing.T) {
	book := shipped(t)
	on := func(f bike.Facts) map[string]bool {
		places := map[string]bool{}
		for _, p := range book.PlacesOn(f) {
			places[p.ID] = true
		}
		return places
	}
	for _, k := range book.Kinds {
		places := on(k.Facts)
		assert.Equal(t, k.Facts.Drive == "chain", places["chain"], k.ID)
		assert.Equal(t, k.Facts.Drive == "belt", places["belt"], k.ID)
		assert.Equal(t, bike.Hydraulic(k.Facts.FrontBrake), places["front-fluid"], k.ID)
		assert.True(t, places["headset-lower"] && places["rear-tyre"], k.ID)
		for id := range places {
			p, _ := book.Place(id)
			// A reading speaks of what is there: one of its points is looked at on each bike.
			assert.True(t, len(p.Points) == 0 || slices.ContainsFunc(p.Points, func(point string) bool {
				known, _ := book.Point(point)
				return known.When.Holds(k.Facts)
			}), "%s %s", k.ID, id)
		}
	}
}

// Common practice, no source: what is exchanged was undone. A shop's own place may leave it
// unsaid; ours may not.
func TestWhatIsUndoneToExchangeAPartIsKnownOfEveryPlace(t *testing.T) {
	book := shipped(t)
	for _, p := range book.Places {
		renewed := slices.ContainsFunc(book.Operations,
			func(o knowledge.Operation) bool { return slices.Contains(o.Fits, p.ID) })
		assert.True(t, renewed || len(p.Work)+len(p.Joints) > 0 || p.Optional,
			"%s: say by which work it is got at", p.ID)
	}
	for place, joint := range map[string]string{"stem": "steerer-clamp", "bar": "faceplate",
		"front-pads": "front-quick-release",
		"rear-hub":   "rear-axle-nut", "fork": "front-caliper", "front-caliper": "front-caliper",
		"saddle": "saddle-clamp"} {
		assert.Contains(t, book.JointsAt(place), joint, place)
	}
}

func TestABrokenPlaceIsRefused(t *testing.T) {
	const x = "- {id: x, name: X, source: s, particulars: "
	for says, text := range map[string]string{
		`places.yaml:1: x: "wing" is no point`:                "- {id: x, name: X, points: [wing], source: s}",
		"the readings of chain speak of chain already":        "- {id: x, name: X, points: [chain], source: s}",
		"places.yaml:2: x: a place needs a name and a source": "\n- {id: x, name: X}",
		`the particular "a" stands twice`: x +
			"[{id: a, name: A, most: 3}, {id: a, name: B, most: 3}]}",
		"is what it can be": x + "[{id: a, name: A, unit: mm, least: 9, most: 3}]}",
		`"ells" is no unit`: x + "[{id: a, name: A, unit: ells, most: 3}]}",
	} {
		t.Run(says, func(t *testing.T) {
			_, err := knowledge.Layered(knowledge.Texts{"places.yaml": text})
			assert.ErrorContains(t, err, says)
		})
	}
	for says, text := range map[string]string{
		`fits "wing", which is no place`:                 "- {id: o, title: O, minutes: 5, fits: [wing]}",
		"is sold for bikes that have no Chain to fit it": "- {id: o, title: O, minutes: 5, fits: [chain]}",
		"is sold for bikes that have no Front rotor": "- {id: o, title: O, minutes: 5, fits: [front-rotor], " +
			"when: {front_brake: [disc_cable, drum]}}",
	} {
		t.Run(says, func(t *testing.T) {
			_, err := knowledge.Layered(knowledge.Texts{"operations.yaml": text})
			assert.ErrorContains(t, err, says)
		})
	}
}

// Every place that is asked whether something fits there is a place of the book, and what its rules
// compare are particulars of it.
func TestWhatIsAskedOfAPartIsKnownOfIt(t *testing.T) {
	book := shipped(t)
	for _, what := range fit.Known() {
		place, known := book.Place(what)
		if !known {
			place, known = book.Place("rear-" + what)
		}
		require.True(t, known, what)
		assert.NotEmpty(t, place.Particulars, what)
		part := map[string]string{}
		for _, p := range place.Particulars {
			part[p.ID] = "1"
			if len(p.Words) > 0 {
				part[p.ID] = p.Words[0]
			}
		}
		a := fit.Ask(place.ID, part, fit.Bike{On: fit.Parts{place.ID: part}})
		for id := range a.Wants {
			_, known := place.Particular(id)
			assert.True(t, known, "%s of %s", id, what)
		}
	}
}
