package complaint_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/contact"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
)

// What an owner wishes is answered by how it was left as they asked; what sounds like a fault is not.
func TestAWishIsAnsweredByHowItWasLeft(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	wish := s.Do(complaint.Said.Says(complaint.Complained{Words: "Can the saddle go up a little?"}))
	fault := s.Do(complaint.Said.Says(complaint.Complained{Words: "The lever sinks.", Fault: "soft-lever-front"}))
	read := func(typed string, left bool, asked string) record.ID {
		return s.Do(contact.Reads.Says(contact.ContactRead{Contact: "saddle-height", Typed: typed, Left: left,
			Line: left, Asked: asked}))
	}
	by := func(c, about record.ID) record.Content {
		return complaint.Answers.Says(complaint.ComplaintAnswered{Complaint: c, How: complaint.ByContact,
			About: &about})
	}
	open := func() (n int) {
		for _, v := range complaint.All.Of(s.Lay()) {
			if v.Open {
				n++
			}
		}
		return n
	}
	found := read("740", false, "")
	s.Refused(by(wish, found), "about", "how it was left as they asked")
	left := read("748", true, "Osmund: up a little")
	s.Refused(by(fault, left), "about", "does not answer it")
	s.Do(by(wish, left))
	require.Equal(t, 1, open())
	assert.Equal(t, "Set as asked: saddle height, 748 mm", complaint.All.Of(s.Lay())[0].Answer)

	// Taken back, nothing answers it any more.
	require.NoError(t, s.Write(record.Withdrawals.Says(record.Withdrawn{Reason: "another bike"}), left))
	assert.Equal(t, 2, open())
}
