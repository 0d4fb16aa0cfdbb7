package inspect

import (
	"utensil/core/wear"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// byEye is the word by which an eye finds a measured point plainly sound, in a job that looks only
// for what could hurt; or why a figure is wanted, in words.
func byEye(s *record.Sheet, p knowledge.Point) (wear.Word, string) {
	depth, _ := s.Book.Depth(s.Job.Depth)
	switch {
	case p.Gauge == nil || p.Gauge.Eye == nil:
		return wear.Word{}, "No eye tells it: it is measured."
	case depth.Measures():
		return wear.Word{}, "As deep as this job goes, it is measured."
	case record.CallsFor(s, p.ID):
		return wear.Word{}, "It is here to have just that looked at again: it is measured."
	}
	for _, in := range Readings.Ever(s.Ledger) {
		if in.Point == p.ID && in.Value != nil {
			return wear.Word{}, "It was measured in this job: what is typed counts, not a look."
		}
	}
	var last *Reading
	for _, in := range Readings.All(s.Past) {
		if in.Point == p.ID && in.Value != nil {
			last = in
		}
	}
	if last != nil && worse(last.Judgement, judge(s, *last)).Mark != wear.Sound {
		return wear.Word{}, "It read " + last.Says(p.Gauge.Unit) + " the last time: it is measured."
	}
	return *p.Gauge.Eye, ""
}

// EyeWord is the word by which an eye may find a point plainly sound now; "" where it is measured, or
// judged by words anyway.
func EyeWord(s *record.Sheet, p knowledge.Point) string {
	word, _ := byEye(s, p)
	return word.Word
}

// SoundWord is the first word of a point that says it is as it should be: of its scale, or to the eye;
// "" where it is measured, or seen only when something is out: no press answers for it beside others.
func SoundWord(s *record.Sheet, p knowledge.Point) string {
	if p.Opens {
		return ""
	}
	for _, w := range p.Scale {
		if w.Mark == wear.Sound {
			return w.Word
		}
	}
	return EyeWord(s, p)
}

// lookedAt checks that a measured point was told by eye, where that is enough.
func lookedAt(s *record.Sheet, p knowledge.Point, in *Reading) error {
	word, why := byEye(s, p)
	if why != "" {
		return record.Refuse("typed", "%s Type the figure.", why)
	}
	if in.Word != word.Word {
		return record.Refuse("word", "Choose “%s”, or type the figure.", word.Word)
	}
	in.Value, in.Values = nil, nil
	return nil
}
