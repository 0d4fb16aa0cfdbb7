// Package document writes the papers of the workshop in open formats.
package document

import (
	"bytes"
	"fmt"
	"math"
	"strconv"
	"strings"

	"codeberg.org/go-pdf/fpdf"
	"github.com/segmentio/encoding/json"

	"utensil/internal/servicesheet"
	"utensil/internal/workshop"
)

// Sheet composes the service sheet of a job, and writes it as PDF.
func Sheet(s workshop.Sheet) (workshop.Printed, error) {
	l, p := fronted(s)
	layout, err := json.Marshal(l)
	if err != nil {
		return workshop.Printed{}, fmt.Errorf("composing the service sheet: %w", err)
	}
	pdf, err := p.behind(l)
	return workshop.Printed{Layout: layout, PDF: pdf}, err
}

// tight is how close the lines of page one may be set where it is full; closer is read badly.
var tight = []float64{1, 0.9, 0.8}

// fronted sets page one: with as much on it as fits, no closer than it must.
func fronted(s workshop.Sheet) (l servicesheet.Layout, p page) {
	for _, room := range servicesheet.Rooms {
		l = servicesheet.Compose(s, room)
		for _, close := range tight {
			p = newPage(fmt.Sprintf("Service sheet %d", l.Number),
				strings.Trim(fmt.Sprintf("%s · sheet %d · %s", first(l.Shop), l.Number, l.Title), " ·"))
			p.close = close
			if p.front(l); p.pdf.PageNo() == 1 {
				return l, p
			}
		}
	}
	return l, p
}

// behind sets the pages behind page one, and writes it all.
func (p page) behind(l servicesheet.Layout) ([]byte, error) {
	p.close = 1
	if len(l.After) > 0 {
		p.pdf.AddPage()
	}
	for _, s := range l.After {
		p.heading(s.Title)
		p.section(s, margin, width)
	}
	var out bytes.Buffer
	if err := p.pdf.Output(&out); err != nil {
		return nil, fmt.Errorf("writing the service sheet: %w", err)
	}
	return out.Bytes(), nil
}

func first(lines []string) string {
	if len(lines) == 0 {
		return ""
	}
	return lines[0]
}

// front sets page one.
func (p page) front(l servicesheet.Layout) {
	p.row(9, cell{0.7, strings.Join(l.Shop, " · "), false, false},
		cell{0.3, fmt.Sprintf("Service sheet %d", l.Number), false, true})
	p.text(l.Title, 19, true)
	p.text(l.About, 9.5, false)
	p.gap(2)
	p.lead(l.Verdict)
	left, right := 0.0, 0.0 // how far down the halves have come
	for _, s := range l.Front {
		switch x, w := margin, (width-halves)/2; s.Side {
		case servicesheet.Whole:
			if left > 0 || right > 0 {
				p.pdf.SetY(max(left, right))
				left, right = 0, 0
			}
			p.heading(s.Title)
			p.section(s, margin, width)
		default:
			at := &left
			if s.Side == servicesheet.Right {
				x, at = margin+w+halves, &right
			}
			if left == 0 && right == 0 {
				left, right = p.pdf.GetY(), p.pdf.GetY()
			}
			p.pdf.SetY(*at)
			p.headed(s.Title, x, w)
			p.section(s, x, w)
			*at = p.pdf.GetY()
		}
	}
	p.pdf.SetY(max(left, right, p.pdf.GetY()))
	p.gap(1)
	p.small(l.Foot, margin, width)
}

// lead is the verdict, large, with its mark.
func (p page) lead(v servicesheet.MayRide) {
	y := p.pdf.GetY()
	p.mark(v.Mark, margin+2.6, y+3.2, 2.4)
	p.pdf.SetY(y)
	p.flow(v.Word, margin+8, width-8, 14, true, 6)
	if v.Says != "" {
		p.flow(v.Says, margin+8, width-8, 10.5, false, 5)
	}
	p.gap(1)
}

// section sets what a section has, from x and so wide.
func (p page) section(s servicesheet.Section, x, w float64) {
	for _, text := range s.Text {
		p.flow(text, x, w, 9.5, false, 4.5)
		p.gap(0.6)
	}
	for _, e := range s.Entries {
		p.entry(e, x, w)
	}
	if s.Gauges != nil {
		p.gauges(s.Gauges)
	}
	if s.Ahead != nil {
		p.ahead(*s.Ahead)
	}
	if s.Lives != nil {
		p.lives(*s.Lives)
	}
	if s.Table != nil {
		p.table(*s.Table)
	}
	if s.Note != "" {
		p.small(s.Note, x, w)
	}
}

// entry sets a thing, what is said of it below or beside, and its figure at the edge.
func (p page) entry(e servicesheet.Entry, x, w float64) {
	const lines, figures = 4.4, 9.5
	p.font(figures, true)
	money := p.pdf.GetStringWidth(visual(e.Figure)) + 2
	if e.Figure == "" {
		money = 0
	}
	y, from := p.pdf.GetY(), x
	if e.Mark != "" {
		p.mark(e.Mark, x+1.8, y+2.2, 1.5)
		from += 5.5
	}
	if e.Sum {
		p.pdf.Line(x, y, x+w, y)
		y += 0.6
		p.pdf.SetY(y)
	}
	p.font(figures, e.Sum || e.Mark == "")
	p.pdf.SetXY(x+w-money, y)
	p.pdf.CellFormat(money, lines, visual(e.Figure), "", 0, "R", false, 0, "")
	p.pdf.SetXY(from, y)
	name := e.Mark != "" || e.Sum || e.Says != ""
	p.flow(e.Name, from, x+w-money-from, 9.5, name, lines)
	if e.Says != "" {
		p.flow(e.Says, from, x+w-money-from, 9, false, 4)
	}
	p.gap(0.8)
}

// flow sets a text in a column, line under line.
func (p page) flow(text string, x, w, size float64, bold bool, height float64) {
	p.font(size, bold)
	for part := range strings.SplitSeq(text, "\n") {
		// Wrapped in reading order, then turned line by line into the order seen.
		for _, line := range p.pdf.SplitText(drawable(part), w-1) {
			p.room(height * p.close)
			p.font(size, bold)
			p.pdf.SetX(x)
			p.pdf.CellFormat(w, height*p.close, ordered(line), "", 1, "L", false, 0, "")
		}
	}
}

// small is a note below.
func (p page) small(text string, x, w float64) { p.flow(text, x, w, 8, false, 3.8) }

// table sets rows under columns, with remarks below the first cell.
func (p page) table(t servicesheet.Table) {
	head := make([]cell, len(t.Columns))
	named := false
	for i, c := range t.Columns {
		head[i] = cell{c.Share, c.Name, true, c.Edge}
		named = named || c.Name != ""
	}
	if named {
		p.row(8, head...)
	}
	for _, r := range t.Rows {
		cells := make([]cell, len(t.Columns))
		for i, c := range t.Columns {
			text := ""
			if i < len(r.Cells) {
				text = r.Cells[i]
			}
			if i == 0 {
				text = strings.Join(append([]string{text}, r.Remarks...), "\n")
			}
			cells[i] = cell{c.Share, text, c.Strong, c.Edge}
		}
		p.row(8.5, cells...)
	}
}

func pageNumber(pdf *fpdf.Fpdf) string { return strconv.Itoa(pdf.PageNo()) }

// places are how many decimals a step of a scale needs.
func places(step float64) int {
	return max(0, int(math.Ceil(-math.Log10(step)-1e-9)))
}
