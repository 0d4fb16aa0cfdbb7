package document

import (
	"math"
	"strconv"

	"codeberg.org/go-pdf/fpdf"

	"utensil/core/wear"
	"utensil/internal/servicesheet"
)

// mark draws a condition mark, told by its fill: empty is sound, half to be watched, full due, full with a
// bar unsafe, dashed not known.
func (p page) mark(m wear.Mark, x, y, r float64) {
	p.ink()
	p.pdf.SetLineWidth(0.4)
	p.pdf.SetFillColor(20, 32, 30)
	switch m {
	case wear.Sound:
		p.pdf.Circle(x, y, r, "D")
	case wear.Watch:
		p.pdf.Circle(x, y, r, "D")
		p.pdf.Arc(x, y, r, r, 0, 90, 270, "F")
	case wear.Due:
		p.pdf.Circle(x, y, r, "FD")
	case wear.Unsafe:
		p.pdf.Circle(x, y, r, "FD")
		p.pdf.SetDrawColor(255, 255, 255)
		p.pdf.SetLineWidth(0.5)
		p.pdf.Line(x-0.7*r, y, x+0.7*r, y)
	default:
		p.pdf.SetDashPattern([]float64{0.8, 0.6}, 0)
		p.pdf.Circle(x, y, r, "D")
		p.pdf.SetDashPattern([]float64{}, 0)
	}
	p.ink()
}

func (p page) ink() {
	p.pdf.SetDrawColor(20, 32, 30)
	p.pdf.SetLineWidth(0.2)
}

// halves is what lies between the two halves of the page.
const halves = 8.0

// gauges draws figures on ruled strips, two beside each other.
func (p page) gauges(all []servicesheet.Gauge) {
	w, high := (width-halves)/2, 14*p.close
	for i, g := range all {
		if i%2 == 0 {
			p.room(high)
		}
		y := p.pdf.GetY()
		p.gauge(g, margin+float64(i%2)*(w+halves), y, w)
		if i%2 == 1 || i == len(all)-1 {
			y += high
		}
		p.pdf.SetXY(margin, y)
	}
}

// gauge draws one: its name and figures, a strip with what is worn out hatched, a wedge now, a tick before.
func (p page) gauge(g servicesheet.Gauge, x, y, w float64) {
	p.font(9.5, true)
	p.pdf.SetXY(x, y)
	p.pdf.CellFormat(w*0.5, 4, p.cut(g.Name, w*0.5), "", 0, "L", false, 0, "")
	p.font(9, false)
	p.pdf.CellFormat(w*0.5, 4, visual(g.Says), "", 0, "R", false, 0, "")
	r := g.Ruling
	at := func(v float64) float64 { return x + w*min(1, max(0, (v-r.Min)/(r.Max-r.Min))) }
	top, bottom := y+5.2, y+7.4
	p.ink()
	p.pdf.Rect(x, top, w, bottom-top, "D")
	for _, z := range g.Zones {
		if z.Mark.NeedsWork() {
			p.hatch(at(z.From), top, at(z.To)-at(z.From), bottom-top)
		}
	}
	for k := 0; ; k++ { // counted, so that the last stroke is not lost to a rounding
		v := r.Min + float64(k)*r.Step
		if v > r.Max+r.Step/2 || k > 400 {
			break
		}
		long := 0.9
		if major := (v - r.Min) / r.Major; r.Major > 0 && math.Abs(major-math.Round(major)) < 1e-6 {
			long = 1.7
			p.font(7.5, false)
			p.pdf.SetXY(at(v)-6, bottom+1.5)
			p.pdf.CellFormat(12, 3, strconv.FormatFloat(v, 'f', places(r.Major), 64), "", 0, "C", false, 0, "")
		}
		p.pdf.Line(at(v), bottom, at(v), bottom+long)
	}
	if g.Was != nil {
		p.pdf.SetLineWidth(0.4)
		p.pdf.Line(at(*g.Was), top-1.3, at(*g.Was), bottom)
	}
	p.pdf.SetFillColor(20, 32, 30)
	n := at(g.Now)
	p.pdf.Polygon([]fpdf.PointType{{X: n, Y: bottom}, {X: n - 1.3, Y: top - 0.3}, {X: n + 1.3, Y: top - 0.3}}, "F")
	p.ink()
}

// hatch fills a rectangle with strokes at 45°.
func (p page) hatch(x, y, w, h float64) {
	if w <= 0 {
		return
	}
	p.pdf.ClipRect(x, y, w, h, false)
	p.pdf.SetLineWidth(0.15)
	for from := x - h; from < x+w; from += 0.9 {
		p.pdf.Line(from, y+h, from+h, y)
	}
	p.pdf.ClipEnd()
	p.ink()
	p.pdf.Rect(x, y, w, h, "D")
}

// cut is a text on one line that is so wide, its end left out where it is longer.
func (p page) cut(text string, w float64) string {
	line := []rune(drawable(text))
	if p.pdf.GetStringWidth(string(line)) <= w-1 {
		return ordered(string(line))
	}
	for len(line) > 1 && p.pdf.GetStringWidth(string(line)+"…") > w-1 {
		line = line[:len(line)-1]
	}
	return ordered(string(line) + "…")
}
