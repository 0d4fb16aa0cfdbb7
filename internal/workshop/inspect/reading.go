package inspect

import (
	"strings"

	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
	"utensil/knowledge"
)

// Reading is what was read at an inspection point: a figure, a word, or passed over.
type Reading struct {
	Point      string          `json:"point"`
	Typed      string          `json:"typed,omitempty" doc:"the figure as typed; it may name its unit"`
	Word       string          `json:"word,omitempty" doc:"a word of the point's scale"`
	PassedOver bool            `json:"passed_over,omitempty" doc:"not looked at, on purpose; the note says why"`
	Note       string          `json:"note,omitempty"`
	Value      *float64        `json:"value,omitempty" readOnly:"true" doc:"the figure in the point's unit, worked out by the server; the worst of several"`
	Values     []float64       `json:"values,omitempty" readOnly:"true" doc:"all figures, when there are several"`
	Judgement  *wear.Judgement `json:"judgement,omitempty" readOnly:"true" doc:"what the mechanic was told"`
}

func checkReading(s *record.Sheet, in Reading) (*Reading, error) {
	p, known := PointOn(s, in.Point)
	if !known {
		return nil, record.Refuse("point", "This bike has no such point. Its facts may have been "+
			"changed: reload the job.")
	}
	in.Value, in.Values, in.Judgement = nil, nil, nil
	var err error
	if in.Note, err = record.TidyNote("note", in.Note); err != nil {
		return nil, err
	}
	switch {
	case in.PassedOver:
		if in.Note == "" {
			return nil, record.Refuse("note", "Say why it is not looked at. It will stand on the owner's sheet.")
		}
		in.Typed, in.Word = "", ""
		return &in, nil
	case p.Gauge != nil && in.Typed == "" && in.Word != "":
		if err := lookedAt(s, p, &in); err != nil {
			return nil, err
		}
	case p.Gauge != nil:
		figures, err := p.Gauge.Read(in.Typed)
		for _, f := range figures {
			if err == nil {
				err = f.CheckPlausible(p.Gauge.Plausible)
			}
			in.Values = append(in.Values, f.Base)
		}
		if err != nil {
			return nil, record.InField("typed", err)
		}
		limit, _ := limit(s, p.ID)
		worst := limit.Worst(in.Values)
		in.Word, in.Value = "", &worst
		if err := another(s, p, limit.Limit, worst, in.Note); err != nil {
			return nil, err
		}
		if len(in.Values) == 1 {
			in.Values = nil
		}
	case in.Word == "":
		return nil, record.Refuse("word", "Choose what you found.")
	default:
		in.Typed = ""
	}
	if in.Judgement = judge(s, in); in.Judgement == nil {
		return nil, record.Refuse("word", "“%s” is not on the scale of this point. Choose one of its words.", in.Word)
	}
	return &in, nil
}

// judge says what a reading means on this bike; nil when its word is not on the scale.
func judge(s *record.Sheet, in Reading) *wear.Judgement {
	p, known := s.Book.Point(in.Point)
	if !known {
		return nil
	}
	if p.Gauge != nil && in.Value != nil {
		limit, _ := limit(s, in.Point)
		j := p.Gauge.Uneven(limit.Judge(*in.Value, p.Gauge.Unit, p.Worn), in.Values)
		return &j
	}
	scale := p.Scale
	if p.Gauge != nil && p.Gauge.Eye != nil {
		scale = []wear.Word{*p.Gauge.Eye}
	}
	if j, found := wear.JudgeWord(scale, in.Word, p.Worn); found {
		return &j
	}
	return nil
}

// Says is what a reading reads, for people.
func (in Reading) Says(unit string) string {
	switch {
	case in.PassedOver:
		return "not looked at"
	case in.Value != nil:
		return measure.Format(*in.Value) + " " + unit
	}
	return in.Word
}

func UnitOf(g *wear.Gauge) string {
	if g == nil {
		return ""
	}
	return g.Unit
}

// Judged is what a reading means: as it was told at the time; while the job is open as the rules
// of now have it, where those are stricter.
func Judged(s *record.Sheet, in *Reading) *wear.Judgement {
	if in.PassedOver {
		return nil
	}
	if s.Job.ReleasedAt == nil {
		return worse(in.Judgement, judge(s, *in))
	}
	return in.Judgement
}

// looksAt says whether this job looks at a point: its depth does, what was sold, or the bike came back for it.
func looksAt(s *record.Sheet, p knowledge.Point) bool {
	return s.Book.Reaches(s.Job.Depth, p) || sold.LooksAt(s, p.ID) || record.CallsFor(s, p.ID)
}

// Readings are what was read at the points of the walk-round.
var Readings = record.NewKind(record.Kind[Reading]{Name: "reading", By: record.ByMechanic,
	Past: record.LaterJob, Renamed: readToday})

// readToday is a reading of a point that is called otherwise now. A figure at one that is judged
// by words stays as words, with the verdict it was told; what work cures is the word of today
// that is as bad.
func readToday(in Reading, to record.Renaming) (Reading, bool) {
	r, other := to("points", in.Point)
	if !other {
		return in, false
	}
	in.Point = r.Is
	if r.Unit == "" || in.Value == nil {
		return in, true
	}
	said := make([]string, 0, len(in.Values))
	for _, v := range in.Values {
		said = append(said, measure.Format(v))
	}
	if len(said) == 0 {
		said = append(said, measure.Format(*in.Value))
	}
	in.Word, in.Value, in.Values, in.Typed = strings.Join(said, " / ")+" "+r.Unit, nil, nil, ""
	if word, known := r.Seen[string(markOf(in.Judgement))]; known {
		told := *in.Judgement
		told.Seen, in.Judgement = []string{word}, &told
	}
	return in, true
}

func markOf(j *wear.Judgement) wear.Mark {
	if j == nil {
		return wear.Open
	}
	return j.Mark
}
