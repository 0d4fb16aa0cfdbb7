package trial

import (
	"slices"
	"strings"
	"time"

	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge/riding"
)

// RideTried says what a try on the ride showed.
type RideTried struct {
	Try   string `json:"try"`
	Shows string `json:"shows,omitempty" doc:"a symptom of the try; left out where it is as it should be"`
	Note  string `json:"note,omitempty"`
	Says  string `json:"says,omitempty" readOnly:"true" doc:"the symptom, in words"`
	Fault string `json:"fault,omitempty" readOnly:"true" doc:"that is hunted for it"`
	Point string `json:"point,omitempty" readOnly:"true" doc:"that is looked at for it"`
	Stops bool   `json:"stops,omitempty" readOnly:"true" doc:"nobody rides on with it"`
}

// Tried is what was tried on the ride.
var Tried = record.NewKind(record.Kind[RideTried]{Name: "ride_tried", By: record.ByMechanic})

// other is what a try shows that has no name here: the note says it.
const other = "other"

// Tries are those that a bike has, each with what it can show there.
var Tries = record.Derive(func(s *record.Sheet) (list []riding.Try) {
	facts := parts.Facts.Of(s)
	for _, t := range s.Book.Tries {
		if !t.When.Holds(facts) {
			continue
		}
		stops := t.Stops()
		t = t.On(facts)
		t.Shows = slices.DeleteFunc(t.Shows, func(x riding.Symptom) bool {
			fault, _ := s.Book.Fault(x.Fault)
			_, point := inspect.PointOn(s, x.Point)
			return x.Fault != "" && !fault.When.Holds(facts) || x.Point != "" && !point
		})
		// No list is whole: what has no name is told in words.
		t.Shows = append(t.Shows, riding.Symptom{ID: other, Say: "Something else", Stops: stops})
		list = append(list, t)
	}
	return list
})

func checkTried(s *record.Sheet, in RideTried) (*RideTried, error) {
	t, known := tryOf(s, in.Try)
	if !known {
		return nil, record.Refuse("try", "That is not tried on this bike. Reload the job.")
	}
	var err error
	if in.Note, err = record.TidyNote("note", in.Note); err != nil {
		return nil, err
	}
	in.Says, in.Fault, in.Point, in.Stops = "", "", "", false
	if in.Shows == "" {
		err := checkRidden(s, "try", t.ID)
		if stood, x := stopping(s, t.ID); err == nil && x != nil && in.Note == "" {
			if _, worked := record.UntriedSince(s, record.RideTest, stood.ID); !worked {
				err = record.Refuse("note", "%s. Nothing is written down as done since: say what was put right.",
					x.Says)
			}
		}
		return &in, err
	}
	k := slices.IndexFunc(t.Shows, func(x riding.Symptom) bool { return x.ID == in.Shows })
	if k < 0 {
		return nil, record.Refuse("shows", "Choose what it shows, or that it is as it should be.")
	}
	x := t.Shows[k]
	if x.ID == other {
		if in.Note == "" {
			return nil, record.Refuse("note", "Say what it does.")
		}
		x.Say = in.Note
	}
	in.Says, in.Fault, in.Point, in.Stops = "On the ride: "+words.Lower(x.Say), x.Fault, x.Point, x.Stops
	return &in, nil
}

// tryOf is a try of the bike, or one that is to be made again though its facts are other ones now.
func tryOf(s *record.Sheet, id string) (riding.Try, bool) {
	named := func(t riding.Try) bool { return t.ID == id }
	if i := slices.IndexFunc(Tries.Of(s), named); i >= 0 {
		return Tries.Of(s)[i], true
	}
	if _, x := stopping(s, id); x == nil {
		return riding.Try{}, false
	}
	if i := slices.IndexFunc(s.Book.Tries, named); i >= 0 {
		return s.Book.Tries[i], true
	}
	return riding.Try{ID: id, Name: "The ride"}, true
}

// stopping is what a try showed that nobody rides on with, until it was tried again by somebody who knew of it
// and was as it should be; nil where there is none. It is what was written down: no change of facts takes it back.
func stopping(s *record.Sheet, try string) (record.Entry, *RideTried) {
	for e, in := range Tried.All(s.Ledger) {
		if in.Try != try || !in.Stops {
			continue
		}
		right, seen := Tried.Last(s.Ledger, func(o *RideTried) bool { return o.Try == try && o.Shows == "" })
		if seen == nil || !s.Knew(e.ID, right.ID) {
			return e, in
		}
	}
	return record.Entry{}, nil
}

// unridden are the tries that are to be made again, with what they showed.
func unridden(s *record.Sheet) (ids []string, shown []*RideTried) {
	for _, in := range Tried.All(s.Ledger) {
		if _, x := stopping(s, in.Try); x != nil && !slices.Contains(ids, in.Try) {
			ids, shown = append(ids, in.Try), append(shown, x)
		}
	}
	return ids, shown
}

// Held is why nobody rides the bike: what is unsafe on it, or what the ride showed. A try itself is made again.
func Held(s *record.Sheet, but string) string {
	if why := hunt.NotRidden(s); why != "" {
		return why
	}
	ids, shown := unridden(s)
	for i, id := range ids {
		if id != but {
			return shown[i].Says
		}
	}
	return ""
}

// checkRidden refuses that a bike is ridden that nobody is to ride.
func checkRidden(s *record.Sheet, field, but string) error {
	if err := hunt.CheckRidden(s, field); err != nil {
		return err
	}
	if why := Held(s, but); why != "" {
		return record.Refuse(field, "Nobody rides on with that: %s. Put it right, and try that again first.",
			words.Lower(why))
	}
	return nil
}

// again are tries that showed what nobody rides on with: they are made again, whatever answers the symptom.
// A bike that goes out as not to be ridden is not tried.
func again(s *record.Sheet) (list []record.Obstacle) {
	if len(findings.NotRidden(s)) > 0 {
		return nil
	}
	ids, shown := unridden(s)
	for i, id := range ids {
		t, _ := tryOf(s, id)
		list = append(list, record.Obstacle{Title: t.Name + ": try it again", Detail: words.Lower(shown[i].Says),
			Mark: wear.Unsafe, Stage: record.StageVerify, Place: record.PlaceRide, Target: id})
	}
	return list
}

// Symptom is something that the ride showed.
type Symptom struct {
	Entry record.Entry
	RideTried
}

// Shown is what the ride showed, in the order in which it did: each is answered before the bike leaves.
func Shown(s *record.Sheet) (list []Symptom) {
	for e, in := range Tried.All(s.Ledger) {
		if in.Shows != "" {
			list = append(list, Symptom{e, *in})
		}
	}
	return list
}

// TryView is a try on the ride card.
type TryView struct {
	ID      string           `json:"id"`
	Name    string           `json:"name"`
	How     string           `json:"how"`
	Caution string           `json:"caution,omitempty"`
	Shows   []riding.Symptom `json:"shows"`
	Held    string           `json:"held,omitempty" doc:"why it is not tried now"`
	Told    *TryTold         `json:"told,omitempty" doc:"what it showed the last time, in this job"`
}

// TryTold is what a try showed.
type TryTold struct {
	Entry record.ID `json:"entry"`
	Right bool      `json:"right"`
	Says  string    `json:"says,omitempty"`
	Fault string    `json:"fault,omitempty"`
	Point string    `json:"point,omitempty"`
	Stops bool      `json:"stops,omitempty" doc:"nobody rides on with it"`
	By    string    `json:"by"`
	At    time.Time `json:"at"`
	Stale string    `json:"stale,omitempty" doc:"what was done since"`
}

func tryViews(s *record.Sheet) []TryView {
	list := []TryView{}
	for _, t := range Tries.Of(s) {
		v := TryView{ID: t.ID, Name: t.Name, How: t.How, Caution: t.Caution, Shows: t.Shows,
			Held: Held(s, t.ID)}
		if e, in := Tried.Last(s.Ledger, func(r *RideTried) bool { return r.Try == t.ID }); in != nil {
			v.Told = &TryTold{Entry: e.ID, Right: in.Shows == "", Says: strings.TrimPrefix(in.Says, "On the ride: "),
				Fault: in.Fault, Point: in.Point, Stops: in.Stops, By: e.ByName, At: e.At}
			if d, since := record.UntriedSince(s, record.RideTest, e.ID); since {
				v.Told.Stale = d.Says
			}
		}
		list = append(list, v)
	}
	return list
}
