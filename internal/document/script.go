package document

import (
	"strings"
	"sync"

	"github.com/go-fonts/dejavu/dejavusans"
	"golang.org/x/image/font/sfnt"
	"golang.org/x/text/unicode/bidi"
)

// face is the font of the sheet, to ask which characters it has.
var face = sync.OnceValues(func() (*sfnt.Font, error) { return sfnt.Parse(dejavusans.TTF) })

// missing stands for a character the font does not have.
const missing = '□'

// visual makes one line of text fit to print.
func visual(line string) string { return ordered(drawable(line)) }

// drawable puts a box for each character the font lacks and drops what prints nothing.
func drawable(line string) string {
	font, err := face()
	if err != nil {
		return line
	}
	var glyphs sfnt.Buffer
	return strings.Map(func(r rune) rune {
		switch {
		case r < ' ', r >= 0x200B && r <= 0x200F, r == 0xFEFF, r >= 0xFE00 && r <= 0xFE0F:
			return -1 // joiners and marks that print nothing
		case r > 0xFFFF:
			return missing // the PDF writer knows the basic plane only
		}
		if index, err := font.GlyphIndex(&glyphs, r); err != nil || index == 0 {
			return missing
		}
		return r
	}, line)
}

// ordered puts the runs of one line in the order they are seen (Unicode UAX #9).
func ordered(line string) string {
	if !strings.ContainsFunc(line, rightToLeft) {
		return line
	}
	var p bidi.Paragraph
	if _, err := p.SetString(line); err != nil {
		return line
	}
	order, err := p.Order()
	if err != nil {
		return line
	}
	var out strings.Builder
	for i := range order.NumRuns() {
		run := order.Run(i)
		if run.Direction() == bidi.RightToLeft {
			out.WriteString(bidi.ReverseString(run.String()))
		} else {
			out.WriteString(run.String())
		}
	}
	return out.String()
}

func rightToLeft(r rune) bool {
	p, _ := bidi.LookupRune(r)
	return p.Class() == bidi.R || p.Class() == bidi.AL
}
