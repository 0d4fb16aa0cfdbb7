package httpapi_test

import (
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/plan"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stint"
)

func (tab *tablet) thread(job record.ID) plan.Thread {
	tab.t.Helper()
	var told plan.Thread
	require.Equal(tab.t, http.StatusOK, tab.send("GET", "/api/jobs/"+string(job)+"/plan", nil, &told))
	return told
}

func (tab *tablet) takesUp(job record.ID, piece string) {
	tab.record(job, stint.Ups.Says(stint.TookUp{Piece: piece}))
}

func TestTwoAtOneBike(t *testing.T) {
	s := open(t)
	ida, tomas := s.as(record.Keeper), s.as(record.Mechanic)
	job := ida.takeIn("Drover", 2).Job.ID
	for _, work := range []string{"replace-chain", "pads-disc-front"} {
		view := ida.record(job, agree.Items.Says(agree.Item{Operation: work, Title: work, Minutes: 15}))
		ida.record(job, agree.Answers.Says(agree.Answer{Item: view.Items[len(view.Items)-1].ID, Answer: agree.Yes,
			From: "Ansel", How: "counter"}))
	}
	told := ida.thread(job)
	mine := told.Next
	assert.Equal(t, told.Pieces[0].ID, mine, "while nobody is at it, what is first")
	ida.takesUp(job, mine)
	assert.Equal(t, mine, ida.thread(job).Next)
	his := tomas.thread(job).Next
	require.NotEqual(t, mine, his, "what another has in hand is not offered")
	tomas.takesUp(job, his)

	hands := func() (list []string) {
		for _, h := range ida.thread(job).Pieces {
			if h.Hand != nil && !h.Hand.Down {
				list = append(list, h.Hand.By+" "+h.ID)
			}
		}
		return list
	}
	one, two := ida.thread(job).Pieces, hands()
	require.Len(t, two, 2)
	i := 0
	for one[i].ID != mine {
		i++
	}
	keeper := one[i].Hand.By
	tomas.takesUp(job, mine)
	require.Len(t, hands(), 1, "taken over: it is in one pair of hands")
	assert.NotEqual(t, keeper+" "+mine, hands()[0])

	code, _, fault := ida.try(job, record.NewEntry{ID: record.NewID(),
		Content: stint.Ups.Says(stint.TookUp{Piece: "item:gone"})})
	assert.Equal(t, http.StatusUnprocessableEntity, code)
	assert.Contains(t, fault.Detail, "not open any more")
}

func TestNobodyIsAtTwoBikes(t *testing.T) {
	s := open(t)
	ida := s.as(record.Keeper)
	first, second := ida.takeIn("Drover", 2).Job.ID, ida.takeIn("Packet", 3).Job.ID
	ida.takesUp(first, ida.thread(first).Next)
	ida.takesUp(second, ida.thread(second).Next)
	hand := ida.thread(first).Pieces[0].Hand
	require.NotNil(t, hand)
	assert.True(t, hand.Down, "she went to another bike")
	assert.False(t, ida.thread(second).Pieces[0].Hand.Down)
	ida.record(second, stint.Downs.Says(stint.LaidDown{}))
	assert.True(t, ida.thread(second).Pieces[0].Hand.Down)
}
