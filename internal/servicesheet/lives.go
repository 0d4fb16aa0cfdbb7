package servicesheet

import (
	"strings"
	"time"

	"utensil/core/wear"
	"utensil/internal/workshop/lifeline"
)

// ahead is how far the ruler of lives reaches beyond today, and mostLines how many places there is room for.
const (
	ahead     = 6 // months
	mostLines = 16
)

// lives is what is on the bike: fitted, read, came off, due in this span. Of a bike of which nothing is
// known there is none.
func (t told) lives() Section {
	var lines []lifeline.Line
	for _, l := range t.Lines {
		if l.Known && len(lines) < mostLines {
			lines = append(lines, l)
		}
	}
	if len(lines) == 0 {
		return Section{}
	}
	lives := &Lives{From: firstOf(lines, t.Now), Today: t.Now, To: t.Now.AddDate(0, ahead, 0)}
	for _, l := range lines {
		life := Life{Name: l.Name, Strong: l.Mark.NeedsWork(), Says: strings.Trim(l.Last+" · "+l.Left, " ·"),
			Spans: []PartSpan{}}
		for _, of := range l.Lives {
			span := PartSpan{From: of.From, To: of.To}
			for _, reading := range of.Readings {
				span.Reads = append(span.Reads, reading.At)
			}
			life.Spans = append(life.Spans, span)
		}
		for _, care := range l.Tended {
			life.Tended = append(life.Tended, care.At)
		}
		if l.DueFrom != nil && l.DueTo != nil && known(l) {
			life.Due = &Due{From: *l.DueFrom, To: *l.DueTo}
		}
		lives.Lines = append(lives.Lines, life)
	}
	return Section{ID: "lives", Title: "What is on it", Lives: lives, Note: "Upright: fitted. Ring: read. Wedge: " +
		"tended. Cross: came off. Box: due within this span, by how it has worn so far."}
}

// known says that somebody looked at what sits there, or tended it: when it is due rests on that.
func known(l lifeline.Line) bool { return l.Mark != wear.Open || len(l.Tended) > 0 }

// firstOf is the earliest that is known of the lines, at least a year ago.
func firstOf(lines []lifeline.Line, now time.Time) time.Time {
	first := now.AddDate(-1, 0, 0)
	earlier := func(at time.Time) {
		if at.Before(first) {
			first = at
		}
	}
	for _, l := range lines {
		for _, care := range l.Tended {
			earlier(care.At)
		}
		for _, life := range l.Lives {
			if life.From != nil {
				earlier(*life.From)
			}
			for _, reading := range life.Readings {
				earlier(reading.At)
			}
		}
	}
	return first.AddDate(0, -1, 0)
}
