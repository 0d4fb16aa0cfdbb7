package workshop

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

func TestAMessageSaysWhatTheShopWrote(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	w.Reached("https://bikes.example/")
	r.Owner = record.Owner{Name: "Ansel {link} Whitlow", Email: "ansel@marrowick.invalid"}
	r.Bike.Make, r.Bike.Model, r.Bike.Colour = "Pelham", "Drover", "green"
	r.Settings.Name, r.Settings.TimeZone = "The Net Loft", "Europe/London"
	r.Settings.Message = "Hello {owner}: your {bike}, {link}, until {until}. {shop} {unknown}"
	m := w.Compose(*r, keeper, "t0ken", time.Date(2026, 7, 1, 9, 30, 0, 0, time.UTC))
	assert.Equal(t, "Hello Ansel {link} Whitlow: your Pelham Drover, green, "+
		"https://bikes.example/o/t0ken, until Wednesday 1 July 10:30. "+
		"The Net Loft {unknown}", m.Body,
		"what an owner is called is not filled in again")
	assert.Equal(t, "Your Pelham Drover, green at The Net Loft", m.Subject)
	assert.Equal(t, "t0ken", m.Secret)
}

func TestOwnTextsThatDoNotFitAnyMoreAreLeftAside(t *testing.T) {
	w := New(nil, book, time.Now)
	_, err := w.bound([]OwnFile{{File: "points.yaml", Text: "- id: bell\n  name: Bell\n"}})
	assert.ErrorContains(t, err, "points.yaml:1: bell")
	fits, err := w.bound([]OwnFile{{File: "points.yaml", Text: "  \n"}})
	require.NoError(t, err)
	assert.Len(t, fits.Points, len(book.Points), "an empty text lays nothing over")
	w.Shelve(knowledge.Texts{"routes.yaml": "- {id: folder, name: From the folder, points: [chain]}"})
	both, err := w.bound([]OwnFile{{File: "routes.yaml", Text: "- {id: ours, name: Ours, points: [chain]}"}})
	require.NoError(t, err)
	assert.Len(t, both.Routes, len(book.Routes)+2, "the folder's and the shop's stand side by side")
}

func TestHuntsOfAKindThatIsGoneDoNoHarm(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	require.NoError(t, write(w, r, hunt.Hunts.Says(hunt.Hunt{Fault: "creak"}), nil))
	search := r.Entries[0].ID
	require.NoError(t, write(w, r, hunt.Clues.Says(hunt.Clue{Hunt: search, Check: "coast",
		Answer: "Only while pedalling"}), nil))
	hunt.Clues.In(r.Entries[1].Content).Check = "a check of an older book"
	assert.Empty(t, hunt.Views(lay(w, r))[0].Steps)
	hunt.Hunts.In(r.Entries[0].Content).Fault = "a complaint of an older book"
	assert.Empty(t, hunt.Views(lay(w, r)))
}
