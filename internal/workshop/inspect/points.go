package inspect

import (
	"slices"
	"time"

	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// PointView is one inspection point of a bike as the bench sees it.
type PointView struct {
	ID       string        `json:"id"`
	Name     string        `json:"name"`
	Method   string        `json:"method"`
	Means    string        `json:"means"`
	Tools    string        `json:"tools" doc:"what it is measured or judged with"`
	Photo    string        `json:"photo,omitempty" doc:"what a photograph of it should show"`
	At       string        `json:"at,omitempty" doc:"the point beside which it stands on the drawing"`
	Required bool          `json:"required" doc:"the depth of this service looks at it"`
	Gauge    *GaugeView    `json:"gauge,omitempty"`
	Words    []wear.Word   `json:"words,omitempty"`
	Eye      string        `json:"eye,omitempty" doc:"the word by which an eye finds it plainly sound, where that is enough in this job"`
	Reading  *ReadingView  `json:"reading,omitempty" doc:"the reading of this job that stands"`
	History  []HistoryMark `json:"history" doc:"earlier readings, oldest first"`
	Life     *LifeView     `json:"life,omitempty" doc:"what is left of the part"`
}

// GaugeView is a gauge strip: its ruling, zones and limit.
type GaugeView struct {
	Unit     string         `json:"unit"`
	Ruling   measure.Ruling `json:"ruling"`
	Zones    []wear.Zone    `json:"zones"`
	Limit    float64        `json:"limit"`
	Why      string         `json:"why" doc:"whom the limit is for, or where the bike's own figure stands"`
	Source   string         `json:"source"`
	Sides    []string       `json:"sides,omitempty" doc:"what is measured at once, typed with a slash between"`
	Places   int            `json:"places" doc:"how many figures one reading may hold"`
	Markable bool           `json:"markable" doc:"the part may carry its own limit"`
	Own      bool           `json:"own" doc:"the limit is this bike's own figure"`
}

// ReadingView is a reading with its judgement and who took it.
type ReadingView struct {
	ID        record.ID       `json:"id"`
	Value     *float64        `json:"value,omitempty"`
	Values    []float64       `json:"values,omitempty" doc:"all figures, when there are several"`
	Word      string          `json:"word,omitempty"`
	Passed    bool            `json:"passed_over"`
	Note      string          `json:"note,omitempty"`
	Judgement *wear.Judgement `json:"judgement,omitempty"`
	PutRight  bool            `json:"put_right" doc:"work since then has put it right"`
	By        string          `json:"by"`
	At        time.Time       `json:"at"`
	Later     *OtherLook      `json:"later,omitempty" doc:"a later look that changes nothing: passed over, or better without any work"`
	Beside    []OtherLook     `json:"beside,omitempty" doc:"what else was seen there, and stands until it is put right"`
}

// OtherLook is a look at a point that is not the one that stands.
type OtherLook struct {
	ID    record.ID `json:"id"`
	Says  string    `json:"says"`
	Typed string    `json:"typed,omitempty"`
	Word  string    `json:"word,omitempty" doc:"with what was typed, what it reads: to correct what stands by, where that was a slip"`
	Note  string    `json:"note,omitempty"`
	By    string    `json:"by"`
	At    time.Time `json:"at"`
}

func otherLook(e record.Entry, p knowledge.Point) OtherLook {
	in := Readings.In(e.Content)
	return OtherLook{ID: e.ID, Typed: in.Typed, Word: in.Word, Says: in.Says(UnitOf(p.Gauge)),
		Note: in.Note, By: e.ByName, At: e.At}
}

// HistoryMark is an earlier reading of the same point.
type HistoryMark struct {
	Value *float64  `json:"value,omitempty"`
	Word  string    `json:"word,omitempty"`
	Mark  wear.Mark `json:"mark"`
	At    time.Time `json:"at"`
}

// Views lists the bike's points in the order of the walk-round.
func Views(s *record.Sheet) []PointView {
	history := map[string][]HistoryMark{}
	distance := Way.Of(s)
	for e, in := range Readings.All(s.Past) {
		if in.Judgement != nil {
			history[in.Point] = append(history[in.Point],
				HistoryMark{Value: in.Value, Word: in.Word, Mark: in.Judgement.Mark, At: e.At})
		}
	}
	views := make([]PointView, 0, len(Points.Of(s)))
	for _, p := range Points.Of(s) {
		v := PointView{ID: p.ID, Name: p.Name, Method: p.Method, Means: p.Means, Tools: p.Instrument, Photo: p.Photo,
			At: p.At, Required: looksAt(s, p), Words: p.Scale, Eye: EyeWord(s, p), History: record.Some(history[p.ID])}
		if p.Gauge != nil {
			limit, own := limit(s, p.ID)
			v.Gauge = &GaugeView{Unit: p.Gauge.Unit, Zones: limit.Zones(p.Gauge.Span), Limit: limit.Due, Why: limit.Why,
				Source: limit.Source, Sides: p.Gauge.Sides, Places: p.Gauge.Most(),
				Markable: p.Gauge.Markable, Own: own != nil,
				Ruling: measure.Ruling{Min: p.Gauge.Span.Min, Max: p.Gauge.Span.Max, Step: p.Gauge.Step,
					Major: p.Gauge.Major}}
			v.Life = life(s, p, distance, limit.Limit)
		}
		if e, in := ReadingOf(s, p.ID); in != nil {
			v.Reading = &ReadingView{ID: e.ID, Value: in.Value, Values: in.Values, Word: in.Word,
				Passed: in.PassedOver, Note: in.Note,
				Judgement: Judged(s, in), By: e.ByName, At: e.At}
			t := told.Of(s)[p.ID]
			if t.Later != nil {
				look := otherLook(*t.Later, p)
				v.Reading.Later = &look
			}
			for _, beside := range t.Beside {
				v.Reading.Beside = append(v.Reading.Beside, otherLook(beside, p))
			}
		}
		views = append(views, v)
	}
	return views
}

// Points are those that this bike has, in the order of the walk-round; and those it is said not
// to have any more, where something was found.
var Points = record.Derive(func(s *record.Sheet) []knowledge.Point {
	f := parts.Facts.Of(s)
	return slices.DeleteFunc(slices.Clone(s.Book.Points), func(p knowledge.Point) bool {
		return !p.When.Holds(f) && !slices.ContainsFunc(Telling(s, p.ID),
			func(e record.Entry) bool { return needsWork(s, e) })
	})
})

// PointOn finds a point of the bike.
func PointOn(s *record.Sheet, id string) (knowledge.Point, bool) {
	i := slices.IndexFunc(Points.Of(s), func(p knowledge.Point) bool { return p.ID == id })
	if i < 0 {
		return knowledge.Point{}, false
	}
	return Points.Of(s)[i], true
}
