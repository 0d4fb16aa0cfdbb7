package inspect_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/wear"
	"utensil/internal/workshop"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
	"utensil/knowledge"
)

const thick = "Thick, to the eye"

func eyed(point, word string) record.Content {
	return inspect.Readings.Says(inspect.Reading{Point: point, Word: word})
}

// In a job that looks for what could hurt, pads that are plainly thick are told by eye.
func TestPlainlySoundIsToldByEye(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(eyed("front-pads", thick))
	_, in := inspect.ReadingOf(s.Lay(), "front-pads")
	require.NotNil(t, in)
	assert.Nil(t, in.Value, "an eye is no gauge: nothing is drawn through it")
	assert.Equal(t, wear.Sound, inspect.Judged(s.Lay(), in).Mark)
	s.Refused(eyed("front-pads", "Thin"), "word", "or type the figure")
	s.Refused(eyed("chain", "Fine"), "typed", "No eye tells it")
}

// Doubt is measured: what was near its limit the last time, what was measured in this job already, and
// whatever a deeper job looks at.
func TestDoubtIsMeasured(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	at := time.Now().AddDate(0, -2, 0)
	figure := 1.4
	s.Record.Earlier = append(s.Record.Earlier, record.Entry{ID: record.NewID(), JobID: record.NewID(),
		Kind: inspect.Readings.Name, At: at, Content: inspect.Readings.Says(inspect.Reading{Point: "front-pads",
			Typed: "1.4", Value: &figure, Judgement: &wear.Judgement{Mark: wear.Watch}})})
	assert.Empty(t, inspect.SoundWord(s.Lay(), mustPoint(t, s, "front-pads")), "no press answers for it")
	s.Refused(eyed("front-pads", thick), "typed", "It read 1.4 mm the last time")

	s.Do(inspect.Readings.Says(inspect.Reading{Point: "rear-pads", Typed: "1.4/1.4"}))
	s.Refused(eyed("rear-pads", thick), "typed", "what is typed counts, not a look")

	slip := s.Record.Entries[len(s.Record.Entries)-1].ID
	require.NoError(t, s.Write(record.Withdrawals.Says(record.Withdrawn{Reason: "another pad"}), slip))
	s.Refused(eyed("rear-pads", thick), "typed", "what is typed counts, not a look")

	s.Record.Job.Depth = "routine"
	s.Refused(eyed("front-rotor", "No lip, no scores"), "typed", "As deep as this job goes")
}

// Pads that were worn unevenly the last time are measured, though neither was near its limit.
func TestUnevenIsMeasured(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	worst := 2.2
	s.Record.Earlier = append(s.Record.Earlier, record.Entry{ID: record.NewID(), JobID: record.NewID(),
		Kind: inspect.Readings.Name, At: time.Now().AddDate(0, -2, 0),
		Content: inspect.Readings.Says(inspect.Reading{Point: "front-pads", Typed: "3.4/2.2", Value: &worst,
			Values: []float64{3.4, 2.2}, Judgement: &wear.Judgement{Mark: wear.Watch}})})
	s.Refused(eyed("front-pads", thick), "typed", "the last time: it is measured")
}

func mustPoint(t *testing.T, s *stand.Stand, id string) knowledge.Point {
	t.Helper()
	p, known := inspect.PointOn(s.Lay(), id)
	require.True(t, known)
	return p
}
