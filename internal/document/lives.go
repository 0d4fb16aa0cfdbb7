package document

import (
	"fmt"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"utensil/internal/servicesheet"
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

// lives draws what is on the bike, each place on one ruler of time.
func (p page) lives(l servicesheet.Lives) {
	r := ruler{from: l.From, to: l.To, left: margin + 0.27*width, run: 0.47 * width}
	p.room(14)
	p.years(r, l.Today)
	for _, line := range l.Lines {
		p.room(5)
		p.life(r, line, l.Today)
	}
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

// life draws one place: its name, its parts, how it was read last and what is left.
func (p page) life(r ruler, l servicesheet.Life, now time.Time) {
	y := p.pdf.GetY()
	middle := y + 2
	p.font(8, l.Strong)
	p.pdf.SetXY(margin, y)
	p.pdf.CellFormat(0.27*width-2, 4, p.cut(l.Name, 0.27*width-2), "", 0, "L", false, 0, "")
	for i, span := range l.Spans {
		p.span(r, span, now, middle, i == len(l.Spans)-1)
	}
	p.pdf.SetFillColor(20, 32, 30)
	for _, care := range l.Tended {
		x := r.at(care)
		p.pdf.Polygon([]fpdf.PointType{{X: x, Y: middle - 0.5}, {X: x - 0.8, Y: middle - 1.9},
			{X: x + 0.8, Y: middle - 1.9}}, "F")
	}
	if l.Due != nil {
		from, to := r.at(l.Due.From), r.at(l.Due.To)
		p.pdf.Rect(from, middle-1, max(1, to-from), 2, "D")
	}
	p.pdf.SetXY(r.left+r.run+2, y)
	p.pdf.CellFormat(0.26*width-2, 4, p.cut(l.Says, 0.26*width-2), "", 0, "R", false, 0, "")
	p.pdf.SetXY(margin, y+4.6)
}

// span draws the life of one part, what sits there now stronger.
func (p page) span(r ruler, s servicesheet.PartSpan, now time.Time, middle float64, last bool) {
	from, to := r.left, r.at(now)
	if s.From != nil {
		from = r.at(*s.From)
	}
	if s.To != nil {
		to = r.at(*s.To)
	}
	p.pdf.SetLineWidth(0.25)
	if last {
		p.pdf.SetLineWidth(0.6)
	}
	p.pdf.Line(from, middle, to, middle)
	p.pdf.SetLineWidth(0.3)
	if s.From != nil {
		p.pdf.Line(from, middle-1.3, from, middle+1.3)
	}
	if s.To != nil {
		p.pdf.Line(to-0.8, middle-0.8, to+0.8, middle+0.8)
		p.pdf.Line(to-0.8, middle+0.8, to+0.8, middle-0.8)
	}
	p.pdf.SetFillColor(255, 255, 255)
	for _, read := range s.Reads {
		p.pdf.Circle(r.at(read), middle, 0.7, "FD")
	}
}

// ahead draws what comes, each in its span, on one ruler of months.
func (p page) ahead(a servicesheet.Ahead) {
	r := ruler{from: a.From, to: a.To, left: margin + 0.34*width, run: 0.42 * width}
	y := p.pdf.GetY() + 4.5*p.close
	p.ink()
	p.pdf.Line(r.left, y, r.left+r.run, y)
	p.font(7.5, false)
	p.pdf.SetXY(r.left-4, y-4)
	p.pdf.CellFormat(12, 3, "today", "", 0, "L", false, 0, "")
	for k := 1; ; k++ {
		m := time.Date(a.From.Year(), a.From.Month()+time.Month(k), 1, 0, 0, 0, 0, time.UTC)
		if !m.Before(a.To) {
			break
		}
		long := 1.0
		if k%3 == 0 {
			long = 1.8
			p.pdf.SetXY(r.at(m)-6, y-4.6)
			p.pdf.CellFormat(12, 3, m.Format("Jan"), "", 0, "C", false, 0, "")
		}
		p.pdf.Line(r.at(m), y-long, r.at(m), y)
	}
	p.pdf.SetXY(margin, y+1)
	for _, d := range a.Due {
		p.due(r, d)
	}
}

// due draws one: dotted up to its span, the span hatched, what is said of it behind.
func (p page) due(r ruler, d servicesheet.Due) {
	high := 4.8 * p.close
	p.room(high)
	y := p.pdf.GetY()
	p.font(9, false)
	p.pdf.SetXY(margin, y)
	p.pdf.CellFormat(0.34*width-2, 4, p.cut(d.Name, 0.34*width-2), "", 0, "R", false, 0, "")
	from, to := r.at(d.From), r.at(d.To)
	to = max(to, from+1.5)
	p.pdf.SetDashPattern([]float64{0.4, 0.8}, 0)
	p.pdf.Line(r.left, y+2, from, y+2)
	p.pdf.SetDashPattern([]float64{}, 0)
	p.hatch(from, y+0.7, to-from, 2.6)
	p.pdf.SetXY(r.left+r.run+2, y)
	p.pdf.CellFormat(0.24*width-2, 4, p.cut(d.Says, 0.24*width-2), "", 0, "L", false, 0, "")
	p.pdf.SetXY(margin, y+high)
}
