package contact_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	core "utensil/core/contact"
	"utensil/core/measure"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/contact"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
)

func read(id, typed string, left bool) record.Content {
	return contact.Reads.Says(contact.ContactRead{Contact: id, Typed: typed, Left: left, Line: left})
}

func view(s *stand.Stand, id string) contact.ContactView {
	for _, v := range contact.Views.Of(s.Lay()) {
		if v.ID == id {
			return v
		}
	}
	s.Fatalf("no contact %s", id)
	return contact.ContactView{}
}

// agreed is work that the owner agreed to.
func agreed(s *stand.Stand, operation string) record.ID {
	item := s.Do(agree.Items.Says(agree.Item{Operation: operation, Title: "Do it", Minutes: 15}))
	s.Do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Osmund", How: "counter"}))
	return item
}

func TestWhatWorkUndoesIsNotedFirstAndPutBack(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	assert.False(t, view(s, "saddle-height").Wanted)
	item := agreed(s, "seatpost-service")
	for _, id := range []string{"saddle-height", "saddle-tilt", "saddle-setback"} {
		assert.True(t, view(s, id).Wanted, id)
	}
	s.Do(read("saddle-height", "742", false))
	s.Do(read("saddle-tilt", "-1,5", false))
	assert.False(t, view(s, "saddle-height").Wanted)
	assert.Empty(t, s.Before(record.PlaceContacts), "nothing was moved yet")

	s.Do(agree.Works.Says(agree.Work{Item: item}))
	var owed []string
	for _, o := range s.Before(record.PlaceContacts) {
		owed = append(owed, o.Target)
	}
	assert.Equal(t, []string{"saddle-height", "saddle-tilt"}, owed, "what nobody noted is set by eye")
	s.Refused(read("saddle-setback", "60", false), "left", "cannot be read any more")
	s.Refused(read("saddle-height", "752", true), "asked", "stood at 742 mm, and is 752 mm now")
	s.Do(read("saddle-height", "743.5", true))
	s.Do(read("saddle-tilt", "-1.5°", true))
	assert.Empty(t, s.Before(record.PlaceContacts))

	again := agreed(s, "seatpost-service")
	s.Do(agree.Works.Says(agree.Work{Item: again}))
	assert.Len(t, s.Before(record.PlaceContacts), 2, "undone again, it is put back again")
}

func TestAPostThatWasUndoneDoesNotLeaveBeforeItsLineWasLookedFor(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(agree.Works.Says(agree.Work{Item: agreed(s, "seatpost-service")}))
	require.Len(t, s.Before(record.PlaceContacts), 1, "nobody noted anything, and the line is looked for all the same")
	unseen := contact.ContactRead{Contact: "saddle-height", Typed: "742", Left: true}
	s.Refused(contact.Reads.Says(unseen), "line", "line of")
	s.Do(read("saddle-height", "742", true))
	assert.Empty(t, s.Before(record.PlaceContacts))
}

func TestARidersWishIsWhatItIsPutBackTo(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(read("saddle-height", "742", false))
	s.Do(agree.Works.Says(agree.Work{Item: agreed(s, "seatpost-service")}))
	s.Do(contact.Reads.Says(contact.ContactRead{Contact: "saddle-height", Typed: "755", Left: true, Line: true,
		Asked: "Osmund: his knee"}))
	s.Do(agree.Works.Says(agree.Work{Item: agreed(s, "seatpost-service")}))
	assert.Equal(t, 755.0, view(s, "saddle-height").To.Value)
	s.Refused(read("saddle-height", "742", true), "asked", "stood at 755 mm")
}

func TestADialIsSetAnewAfterNewPads(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(read("front-dial", "3", false))
	require.Len(t, s.Before(record.PlaceContacts), 1, "to count a dial is to move it")
	s.Do(parts.Puttings.Says(parts.Putting{Place: "front-pads", Grade: "new", From: "owner"}))
	assert.Contains(t, view(s, "front-dial").Hint, "fully out first")
	s.Do(read("front-dial", "0", true))
}

func TestWhatCannotBeIsRefused(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	lies := []core.Lie{{Pitch: 2}, {Pitch: -3}}
	s.Refused(read("saddle-height", "74", false), "typed", "")
	s.Refused(read("saddle-tilt", "70", false), "typed", "")
	s.Refused(read("tillers", "1", false), "contact", "nothing of that kind")
	s.Refused(read("saddle-height", "high", false), "typed", "")
	s.Refused(contact.Reads.Says(contact.ContactRead{Contact: "saddle-height", Lies: lies}), "lies", "tells an angle")
	s.Refused(contact.Reads.Says(contact.ContactRead{Contact: "saddle-tilt", Lies: lies[:1]}), "lies", "twice")
	s.Do(contact.Reads.Says(contact.ContactRead{Contact: "saddle-tilt", Lies: lies}))
	assert.Equal(t, 2.5, view(s, "saddle-tilt").Found.Value)
	assert.True(t, view(s, "saddle-tilt").Found.Phone)
}

// What is put back is what was found, to what nobody feels, on every kind of bike.
func TestSettingsPutBackEqualSettingsFound(t *testing.T) {
	rules := workshop.Rules()
	s := stand.Disc(t, rules)
	kinds := s.Book.Kinds
	rapid.Check(t, func(t *rapid.T) {
		r := stand.On(rapid.SampledFrom(kinds).Draw(t, "kind"), "repair")
		lay := func() *record.Sheet { return record.Lay(*r, s.Book, r.Job.OpenedAt, record.Learnt{}) }
		all := contact.Contacts.Of(lay())
		c := rapid.SampledFrom(all).Draw(t, "contact")
		figure := rapid.Custom(func(t *rapid.T) string {
			span := int(c.To - c.From)
			return measure.Format(c.From + float64(rapid.IntRange(0, span).Draw(t, "of")))
		})
		found, left := figure.Draw(t, "found"), figure.Draw(t, "left")
		require.NoError(t, stand.Write(rules, r, lay(), read(c.ID, found, false), nil))
		err := stand.Write(rules, r, lay(), read(c.ID, left, true), nil)
		for _, v := range contact.Views.Of(lay()) {
			if v.ID != c.ID || c.Result {
				continue
			}
			back := v.Left != nil && core.Back(v.Found.Value, v.Left.Value, c.Within)
			assert.Equal(t, err == nil, back, "%s found at %s, left at %s", c.ID, found, left)
		}
	})
}

// Of a new bike out of its box nobody notes how its rider has it.
func TestANewBikeIsSetByNobodyYet(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	wanted := func(service string) bool {
		s.Record.Job.Service = service
		return view(s, "saddle-height").Wanted
	}
	assert.True(t, wanted("second-hand"))
	assert.False(t, wanted("new-bike"))
}
