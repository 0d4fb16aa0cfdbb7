package document

import (
	"strings"

	"codeberg.org/go-pdf/fpdf"
	"github.com/go-fonts/dejavu/dejavusans"
	"github.com/go-fonts/dejavu/dejavusansbold"
)

// Measures of the sheet, in millimetres and points.
const (
	margin = 16.0
	width  = 210 - 2*margin
	foot   = 18.0
)

// page writes text down an A4 sheet, breaking pages between lines.
type page struct {
	pdf   *fpdf.Fpdf
	close float64 // how close its lines are set; 1 as they are read best
}

// cell is one cell of a row: its share of the width, its text and how it is set.
type cell struct {
	share float64
	text  string
	bold  bool
	right bool
}

func newPage(title, footer string) page {
	pdf := fpdf.New("P", "mm", "A4", "")
	pdf.AddUTF8FontFromBytes("Sans", "", dejavusans.TTF)
	pdf.AddUTF8FontFromBytes("Sans", "B", dejavusansbold.TTF)
	pdf.SetMargins(margin, margin, margin)
	pdf.SetCellMargin(0) // words stand under the lines' ends
	pdf.SetAutoPageBreak(false, foot)
	pdf.SetTitle(visual(title), true)
	pdf.SetLang("en")
	pdf.AliasNbPages("")
	pdf.SetFooterFunc(func() {
		pdf.SetY(-12)
		pdf.SetFont("Sans", "", 7.5)
		pdf.SetTextColor(90, 100, 96)
		pdf.CellFormat(width*0.8, 4, visual(footer), "", 0, "L", false, 0, "")
		pdf.CellFormat(width*0.2, 4, strings.Join([]string{"page", pageNumber(pdf), "of {nb}"}, " "),
			"", 0, "R", false, 0, "")
	})
	pdf.AddPage()
	return page{pdf, 1}
}

func (p page) font(size float64, bold bool) {
	style := ""
	if bold {
		style = "B"
	}
	p.pdf.SetFont("Sans", style, size)
	p.pdf.SetTextColor(20, 32, 30)
}

// room starts a new page when less than height is left on this one.
func (p page) room(height float64) {
	_, h := p.pdf.GetPageSize()
	if p.pdf.GetY()+height > h-foot {
		p.pdf.AddPage()
	}
}

// heading starts a section; it never stands alone at the foot of a page.
func (p page) heading(text string) {
	p.room(20 * p.close)
	p.headed(text, margin, width)
}

// headed is a heading under a line that is so wide.
func (p page) headed(text string, x, w float64) {
	p.gap(2.6)
	p.ink()
	p.pdf.Line(x, p.pdf.GetY(), x+w, p.pdf.GetY())
	p.gap(0.8)
	p.font(9, true)
	p.pdf.SetX(x)
	p.pdf.CellFormat(w, 4.6, visual(text), "", 1, "L", false, 0, "")
	p.gap(0.6)
}

// gap leaves so much free, less where lines are set closer.
func (p page) gap(height float64) { p.pdf.Ln(height * p.close * p.close) }

// text writes a paragraph of any length.
func (p page) text(text string, size float64, bold bool) {
	p.row(size, cell{1, text, bold, false})
}

// row writes cells side by side, each wrapped in its own width; a row longer than a page
// runs on.
func (p page) row(size float64, cells ...cell) {
	height := size * 0.5
	columns := make([][]string, len(cells))
	lines := 0
	for i, c := range cells {
		p.font(size, c.bold)
		for part := range strings.SplitSeq(c.text, "\n") {
			// Wrapped in reading order, then turned line by line into the order seen.
			for _, line := range p.pdf.SplitText(drawable(part), c.share*width-2) {
				columns[i] = append(columns[i], ordered(line))
			}
			if part == "" {
				columns[i] = append(columns[i], "")
			}
		}
		lines = max(lines, len(columns[i]))
	}
	if lines <= 6 {
		p.room(height * float64(lines))
	}
	for line := range lines {
		p.room(height)
		x, y := margin, p.pdf.GetY()
		for i, c := range cells {
			if line < len(columns[i]) {
				align := "L"
				if c.right {
					align = "R"
				}
				p.font(size, c.bold)
				p.pdf.SetXY(x, y)
				p.pdf.CellFormat(c.share*width-1, height, columns[i][line], "", 0, align, false, 0, "")
			}
			x += c.share * width
		}
		p.pdf.SetXY(margin, y+height)
	}
	p.pdf.Ln(0.8)
}
