package trial_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/wear"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stand"
	"utensil/internal/workshop/trial"
	"utensil/knowledge"
)

func stopped(pulls, speed, distance, ground string) record.Content {
	return trial.Stops.Says(trial.Stopped{Pulls: pulls, Speed: speed, Distance: distance, Ground: ground})
}

func tried(try, shows, note string) record.Content {
	return trial.Tried.Says(trial.RideTried{Try: try, Shows: shows, Note: note})
}

func titles(list []record.Obstacle) (said []string) {
	for _, o := range list {
		said = append(said, o.Title)
	}
	return said
}

func TestASymptomStandsBeforeTheDoorUntilItIsAnsweredAndTriedAgain(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(tried("kerb", "front", ""))
	require.Equal(t, []string{"On the ride: it knocks at the front"}, titles(s.Before(record.PlaceSaid)))
	assert.Equal(t, "front-knock", complaint.All.Of(s.Lay())[0].Fault, "its cause is hunted")
	id := s.Record.Entries[len(s.Record.Entries)-1].ID
	s.Do(complaint.Answers.Says(complaint.ComplaintAnswered{Complaint: id, How: complaint.ByTrying,
		Note: "Rocked it again: nothing."}))
	assert.Empty(t, s.Before(record.PlaceSaid))
	require.Equal(t, []string{"Over a low edge: try it again"}, titles(s.Before(record.PlaceRide)),
		"a word for it is not enough of what nobody rides on with")
	s.Refused(tried("kerb", "", ""), "note", "say what was put right")
	s.Refused(tried("gears", "", ""), "try", "Nobody rides on with that: on the ride: it knocks")
	s.Refused(stopped("rear", "25", "11", "dry"), "pulls", "try that again first")
	s.Do(tried("kerb", "", "The front bag had come loose."))
	assert.Empty(t, s.Before(record.PlaceRide))
}

func TestAStopThatIsTooLongIsMeasuredAgain(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(stopped("rear", "25", "24", "dry"))
	require.Len(t, s.Before(record.PlaceRide), 1)
	assert.Equal(t, wear.Unsafe, s.Before(record.PlaceRide)[0].Mark)
	s.Do(stopped("both", "25", "5,5", "dry"))
	s.Do(stopped("rear", "25", "9", "loose"))
	assert.Len(t, s.Before(record.PlaceRide), 1, "neither both brakes nor loose ground tell of the rear")
	s.Do(stopped("rear", "25", "15", "dry"))
	assert.Equal(t, wear.Due, s.Before(record.PlaceRide)[0].Mark, "it may be enough, and may not")
	s.Do(stopped("rear", "25", "11", "dry"))
	assert.Empty(t, s.Before(record.PlaceRide))
	stops := trial.RideOf(s.Lay()).Stops
	assert.Contains(t, stops[len(stops)-1].Says, "Better than before")

	// The same way from a speed that a recording tells roughly cannot tell; from one that is read it can.
	s.Do(trial.Stops.Says(trial.Stopped{Pulls: "rear", Speed: "25", Off: "2.9", Distance: "13", Ground: "dry"}))
	require.Len(t, s.Before(record.PlaceRide), 1)
	assert.Equal(t, wear.Due, s.Before(record.PlaceRide)[0].Mark)
	s.Do(stopped("rear", "25", "13", "dry"))
	assert.Empty(t, s.Before(record.PlaceRide))
}

func TestAStopThatCannotBeIsRefused(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Refused(stopped("rear", "25", "4", "dry"), "distance", "more than such a bike can do")
	s.Refused(stopped("rear", "", "4", "dry"), "speed", "")
	s.Refused(stopped("rear", "3", "4", "dry"), "speed", "between 8 and 45")
	s.Refused(stopped("rear", "fast", "4", "dry"), "speed", "")
	s.Do(trial.Signs.Says(trial.Sign{What: trial.SignFrontBrake, Note: "it sinks"}))
	s.Refused(stopped("rear", "25", "12", "dry"), "pulls", "nobody rides on it")
}

func TestNobodyRidesWhatIsUnsafe(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(inspect.Readings.Says(inspect.Reading{Point: "frame", Word: "Crack"}))
	s.Refused(stopped("rear", "25", "12", "dry"), "pulls", "Nobody rides it now")
	s.Refused(tried("kerb", "", ""), "try", "Nobody rides it now")
	s.Do(tried("kerb", "rear", "")) // what was seen is told all the same
	assert.NotEmpty(t, trial.RideOf(s.Lay()).Held)
}

// Every kind of bike has a ride card whose symptoms lead to what that bike has.
func TestEveryBikeHasItsCard(t *testing.T) {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	for _, kind := range book.Kinds {
		s := stand.Of(t, workshop.Rules(), "repair", func(k knowledge.Kind) bool { return k.ID == kind.ID })
		card := trial.RideOf(s.Lay())
		assert.GreaterOrEqual(t, len(card.Tries), 5, kind.ID)
		for _, try := range card.Tries {
			for _, x := range try.Shows {
				s.Do(tried(try.ID, x.ID, "it does that"))
			}
			assert.LessOrEqual(t, len(try.Shows), 9, try.ID)
		}
		for _, l := range card.Limits {
			if l.Ground == "loose" {
				continue
			}
			assert.Less(t, l.Least, l.Most, "%s with %s on %s: it can do what it has to", kind.ID, l.Pulls, l.Ground)
		}
	}
}

// What nobody rides on with is not talked away by saying that the bike is another one.
func TestNoChangeOfFactsTakesASymptomBack(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(tried("gears", "skips", ""))
	require.Len(t, s.Before(record.PlaceRide), 1)
	s.Record.Bike.Facts.Gears, s.Record.Bike.Facts.Speeds, s.Record.Bike.Facts.Rings = "single", 1, 1
	require.Len(t, s.Before(record.PlaceRide), 1)
	s.Do(tried("gears", "", "A stiff link, eased."))
	assert.Empty(t, s.Before(record.PlaceRide))
}

// A stop that was measured at ten and told of at noon says nothing of a longer one at eleven.
func TestALongStopIsNotHiddenByAnEarlierShortOne(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(stopped("rear", "25", "24", "dry"))
	unseen := int64(0)
	s.Do(stopped("rear", "25", "11", "dry"))
	last := &s.Record.Entries[len(s.Record.Entries)-1]
	last.At = last.At.Add(-time.Hour)
	last.Seen = &unseen
	assert.Len(t, s.Before(record.PlaceRide), 1)
}

// A bike that goes out as not to be ridden is not held for a trial.
func TestWhatGoesOutUnriddenIsNotTried(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(tried("kerb", "front", ""))
	s.Do(inspect.Readings.Says(inspect.Reading{Point: "frame", Word: "Crack"}))
	found := s.Record.Entries[len(s.Record.Entries)-1].ID
	item := s.Do(agree.Items.Says(agree.Item{Title: "Mend the frame", Minutes: 90, Finding: &found}))
	s.Do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Refused, From: "Osmund", How: "counter",
		Words: "It goes to the smith."}))
	assert.Empty(t, s.Before(record.PlaceRide))
}

// Less is asked in the wet: a stop there does not answer for one that was too long on dry ground.
func TestAWetStopDoesNotAnswerForADryOne(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(stopped("rear", "25", "21", "dry"))
	s.Do(stopped("rear", "25", "18", "wet"))
	assert.Equal(t, []string{"Rear, stopped from 25 km/h in 21 m on dry ground"}, titles(s.Before(record.PlaceRide)))
}

// The weight behind the saddle does more than a seated rider: such a stop is no slip of the tape.
func TestAGoodRiderIsBelieved(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(stopped("rear", "25", "8.2", "dry"))
	assert.Empty(t, s.Before(record.PlaceRide))
}

// Nobody signs for the ride while it showed what nobody rides on with; that it failed is signed all the same.
func TestTheRideIsNotSignedWhileItIsHeld(t *testing.T) {
	s := stand.Disc(t, workshop.Rules())
	s.Do(tried("kerb", "front", ""))
	s.Refused(trial.Signs.Says(trial.Sign{What: trial.SignTestRide, Passed: true}), "what", "it knocks at the front")
	s.Do(trial.Signs.Says(trial.Sign{What: trial.SignTestRide, Note: "it knocks"}))
}
