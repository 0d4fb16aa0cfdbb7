package document

import (
	"fmt"
	"strings"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"utensil/core/wear"
	"utensil/internal/workshop/lifeline"
)

// ruler is a scale of time across part of the page.
type ruler struct {
	from, to  time.Time
	left, run float64 // mm
}

// at is where a time lies on the ruler, kept within it.
func (r ruler) at(t time.Time) float64 {
	share := t.Sub(r.from).Hours() / r.to.Sub(r.from).Hours()
	return r.left + r.run*min(1, max(0, share))
}

// ahead is how far the ruler reaches beyond today, and mostLines how many places the sheet has room for.
const (
	ahead     = 6 // months
	mostLines = 16
)

// lives draws what is on the bike, each place on one ruler of time: fitted, read, came off, due in this
// span. It draws nothing of a bike of which nothing is known.
func lives(p page, all []lifeline.Line, now time.Time) {
	var lines []lifeline.Line
	for _, l := range all {
		if l.Known && len(lines) < mostLines {
			lines = append(lines, l)
		}
	}
	if len(lines) == 0 {
		return
	}
	r := ruler{from: firstOf(lines, now), to: now.AddDate(0, ahead, 0), left: margin + 0.27*width, run: 0.47 * width}
	p.heading("What is on it")
	p.room(14)
	p.years(r, now)
	for _, l := range lines {
		p.room(5)
		p.line(r, l, now)
	}
	p.text("Upright: fitted. Ring: read. Wedge: tended. Cross: came off. Box: due within this span, by "+
		"how it has worn so far.", 7.5, false)
}

// firstOf is the earliest that is known of the lines, at least a year ago.
func firstOf(lines []lifeline.Line, now time.Time) time.Time {
	first := now.AddDate(-1, 0, 0)
	for _, l := range lines {
		for _, care := range l.Tended {
			if care.At.Before(first) {
				first = care.At
			}
		}
		for _, life := range l.Lives {
			if life.From != nil && life.From.Before(first) {
				first = *life.From
			}
			for _, reading := range life.Readings {
				if reading.At.Before(first) {
					first = reading.At
				}
			}
		}
	}
	return first.AddDate(0, -1, 0)
}

// years rules the scale: a stroke a month, a longer one with its year in January, and today.
func (p page) years(r ruler, now time.Time) {
	y := p.pdf.GetY() + 5
	p.pdf.SetDrawColor(20, 32, 30)
	p.pdf.SetLineWidth(0.2)
	p.pdf.Line(r.left, y, r.left+r.run, y)
	for m := time.Date(r.from.Year(), r.from.Month()+1, 1, 0, 0, 0, 0,
		time.UTC); m.Before(r.to); m = m.AddDate(0, 1, 0) {
		long := 1.0
		if m.Month() == time.January {
			long = 3
			p.font(7, false)
			p.pdf.SetXY(r.at(m)+0.5, y-4.5)
			p.pdf.CellFormat(12, 3, fmt.Sprint(m.Year()), "", 0, "L", false, 0, "")
		}
		p.pdf.Line(r.at(m), y-long, r.at(m), y)
	}
	p.pdf.SetLineWidth(0.5)
	p.pdf.Line(r.at(now), y-4, r.at(now), y)
	p.pdf.SetXY(margin, y+1)
}

// line draws one place: its name, its lives, how it was read last and what is left.
func (p page) line(r ruler, l lifeline.Line, now time.Time) {
	y := p.pdf.GetY()
	middle := y + 2
	p.font(8, l.Mark.NeedsWork())
	p.pdf.SetXY(margin, y)
	p.pdf.CellFormat(0.27*width-2, 4, visual(l.Name), "", 0, "L", false, 0, "")
	for i, life := range l.Lives {
		from, to := r.left, r.at(now)
		if life.From != nil {
			from = r.at(*life.From)
		}
		if life.To != nil {
			to = r.at(*life.To)
		}
		p.pdf.SetLineWidth(0.25)
		if i == len(l.Lives)-1 {
			p.pdf.SetLineWidth(0.6)
		}
		p.pdf.Line(from, middle, to, middle)
		p.pdf.SetLineWidth(0.3)
		if life.From != nil {
			p.pdf.Line(from, middle-1.3, from, middle+1.3)
		}
		if life.To != nil {
			p.pdf.Line(to-0.8, middle-0.8, to+0.8, middle+0.8)
			p.pdf.Line(to-0.8, middle+0.8, to+0.8, middle-0.8)
		}
		p.pdf.SetFillColor(255, 255, 255)
		for _, reading := range life.Readings {
			p.pdf.Circle(r.at(reading.At), middle, 0.7, "FD")
		}
	}
	p.pdf.SetFillColor(20, 32, 30)
	for _, care := range l.Tended {
		x := r.at(care.At)
		p.pdf.Polygon([]fpdf.PointType{{X: x, Y: middle - 0.5}, {X: x - 0.8, Y: middle - 1.9},
			{X: x + 0.8, Y: middle - 1.9}}, "F")
	}
	if l.DueFrom != nil && l.DueTo != nil && (l.Mark != wear.Open || len(l.Tended) > 0) {
		from, to := r.at(*l.DueFrom), r.at(*l.DueTo)
		p.pdf.Rect(from, middle-1, max(1, to-from), 2, "D")
	}
	p.pdf.SetXY(r.left+r.run+2, y)
	says := strings.Trim(l.Last+" · "+l.Left, " ·")
	p.pdf.CellFormat(0.26*width-2, 4, visual(drawable(says)), "", 0, "R", false, 0, "")
	p.pdf.SetXY(margin, y+4.6)
}
