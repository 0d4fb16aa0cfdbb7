// Package tyre computes with tyres and the air in them: the size that a marking says, the
// pressure that a load asks for, where to look for what made a hole, how much sealant seals.
//
// Lengths are millimetres, pressures bar over the atmosphere, masses kilograms.
package tyre

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"utensil/core/measure"
	"utensil/core/words"
)

// Size is what a tyre is: its bead seat decides what it fits on, its width is what its maker says.
type Size struct {
	Seat  int     // diameter of the bead seat, mm (ISO 5775)
	Width float64 // mm, 0 where the marking does not say
	As    string  // how it is written in the metric way, which leaves no doubt
}

// named is a size by an older name.
type named struct {
	name string // as it is written: nominal diameter, and the width or the letter that decides
	seat int
}

// Fractions and decimals are not the same: 26 × 1.75 and 26 × 1 3/4 are two sizes that do not fit
// each other's rims. (The names of ISO 5775's annex and of the older French and inch tables,
// values from memory.)
var fractions = []named{
	{"28×1 1/2", 635}, {"28×1 5/8", 622}, {"28×1 3/8", 622}, {"28×1 3/8", 642}, {"28×1 1/4", 622}, {"28×1 3/4", 622},
	{"27×1 1/4", 630}, {"27×1 1/8", 630},
	{"27×1", 630}, {"26×1 1/8", 571}, {"26×1 1/2", 584}, {"26×1 3/8", 590}, {"26×1 1/4", 597},
	{"26×1 3/4", 571}, {"26×1", 571},
	{"24×1 3/8", 540},
	{"24×1 1/4", 547}, {"24×1", 520}, {"22×1 3/8", 489}, {"22×1 3/8", 490}, {"22×1 3/8", 501}, {"20×1 3/8", 451},
	{"20×1 3/8", 438}, {"20×1 1/8", 451}, {"20×1 1/4", 451}, {"18×1 3/8", 400}, {"18×1 3/8", 390}, {"17×1 1/4", 369},
	{"16×1 3/8", 349}, {"16×1 1/4", 349}, {"12 1/2×2 1/4", 203},
}

var decimals = []named{
	{"29", 622}, {"28", 622}, {"27.5", 584}, {"26", 559}, {"24", 507}, {"20", 406}, {"18", 355},
	{"16", 305}, {"14", 254}, {"12", 203},
}

var french = []named{
	{"700A", 642}, {"700B", 635}, {"700C", 622}, {"700D", 587}, {"650A", 590}, {"650B", 584},
	{"650C", 571}, {"600A", 541}, {"550A", 490},
	{"500A", 440}, {"400A", 340},
}

var (
	metricMark  = regexp.MustCompile(`\b(\d{2,3}(?:\.\d)?)-(\d{3})\b`)
	frenchMark  = regexp.MustCompile(`\b([4-7][05]0)(?:×(\d{2}(?:\.\d)?))? ?([ABCD])\b`)
	plainFrench = regexp.MustCompile(`\b([4-7][05]0)×(\d{2}(?:\.\d)?)\b`)
	inchMark    = regexp.MustCompile(`\b(\d{2}(?: 1/2|\.5)?)×(\d(?:\.\d{1,3})|\d(?: \d/\d)?)`)
	fraction    = strings.NewReplacer("½", " 1/2", "¼", " 1/4", "¾", " 3/4", "⅛", " 1/8", "⅜", " 3/8",
		"⅝", " 5/8", "⅞", " 7/8")
	signs = strings.NewReplacer("x", "×", "X", "×", "*", "×", "–", "-", "−", "-", "''", "", `"`,
		"", "”", "", "inch", "", ",", ".")
	aroundSign = regexp.MustCompile(`\s*([×-])\s*`)
	spaces     = regexp.MustCompile(`\s+`)
)

// Narrowest and widest that a tyre is.
const (
	narrowest = 16
	widest    = 130
)

// Read is what sizes a marking says, the likeliest first: in the metric way (37-622), which
// leaves no doubt, in the French way (700×35C), or in inches, where a fraction and a decimal are
// different sizes. Several come where one name stands on tyres of several seats: the tyre itself
// is measured then. What nobody can read is an error that says what to look for.
func Read(marking string) ([]Size, error) {
	text := signs.Replace(fraction.Replace(strings.TrimSpace(marking)))
	text = aroundSign.ReplaceAllString(spaces.ReplaceAllString(text, " "), "$1")
	text = strings.TrimSpace(text)
	for _, way := range []func(string) []Size{metric, inFrench, inInches} {
		if sizes := way(text); len(sizes) > 0 {
			return sizes, nil
		}
	}
	return nil, fmt.Errorf("%q is no size that is known. Look along the sidewall for two numbers with a "+
		"dash, such as 37-622",
		words.Short(marking, 40))
}

// metric is what is marked by width and bead seat. A seat that nobody makes is a slip.
func metric(text string) (all []Size) {
	for _, m := range metricMark.FindAllStringSubmatch(text, -1) {
		width, _ := strconv.ParseFloat(m[1], 64)
		seat, _ := strconv.Atoi(m[2])
		if width >= narrowest && width <= widest && slices.Contains(seats, seat) {
			return []Size{size(seat, width)}
		}
	}
	return nil
}

// withoutLetter is which seats a French size has where no letter is given: 700 is C now; 650 is B
// on wide tyres and C on narrow ones, and nobody can be sure.
func withoutLetter(across string, width float64) []string {
	const wide = 32
	switch {
	case across != "650":
		return []string{"C"}
	case width >= wide:
		return []string{"B", "C"}
	default:
		return []string{"C", "B"}
	}
}

func inFrench(text string) (all []Size) {
	for _, way := range []*regexp.Regexp{frenchMark, plainFrench} {
		m := way.FindStringSubmatch(strings.ToUpper(text))
		if m == nil {
			continue
		}
		width, _ := strconv.ParseFloat(m[2], 64)
		if width != 0 && (width < narrowest || width > widest) {
			return nil
		}
		letters := withoutLetter(m[1], width)
		if way == frenchMark {
			letters = m[3:]
		}
		for _, letter := range letters {
			for _, n := range french {
				if n.name == m[1]+letter {
					all = append(all, size(n.seat, width))
				}
			}
		}
		return all
	}
	return nil
}

func inInches(text string) (all []Size) {
	m := inchMark.FindStringSubmatch(text)
	if m == nil {
		return nil
	}
	across, wide := m[1], m[2]
	width := math.Round(25.4 * inches(wide))
	if width < narrowest || width > widest {
		return nil
	}
	names := decimals
	key := across
	if !strings.Contains(wide, ".") && across != "29" && across != "27.5" {
		names, key = fractions, across+"×"+wide
		if across == "12 1/2" || across == "12.5" {
			key = "12 1/2×2 1/4" // they are all of one seat
		}
	}
	for _, n := range names {
		if n.name == key {
			all = append(all, size(n.seat, width))
		}
	}
	return all
}

// inches of a whole number with a fraction or a decimal; 0 where it is none.
func inches(text string) float64 {
	f, err := measure.ParseFigure(text, measure.Inch)
	if err != nil {
		return 0
	}
	return measure.Inch.FromBase(f.Base)
}

func size(seat int, width float64) Size {
	s := Size{Seat: seat, Width: width, As: "–" + strconv.Itoa(seat)}
	if width > 0 {
		s.As = strconv.FormatFloat(width, 'f', -1, 64) + "-" + strconv.Itoa(seat)
	}
	return s
}

// seats are the bead seats that are made or were.
var seats = func() (all []int) {
	for _, names := range [][]named{fractions, decimals, french} {
		for _, n := range names {
			all = append(all, n.seat)
		}
	}
	slices.Sort(all)
	return slices.Compact(all)
}()
