package knowledge

import (
	"errors"
	"fmt"
	"io/fs"
	"regexp"
	"strings"

	"github.com/goccy/go-yaml/ast"

	"utensil/core/words"
	"utensil/knowledge/entries"
)

// Adjuster is something that is turned to set something else. In and Out are what becomes of what it moves, each in a
// word that texts ask for it by.
type Adjuster struct {
	ID      string   `yaml:"id" json:"id"`
	Name    string   `yaml:"name" json:"name" doc:"in the middle of a sentence"`
	On      string   `yaml:"on" json:"on" doc:"what it sits on"`
	Moves   string   `yaml:"moves" json:"moves"`
	In      string   `yaml:"in" json:"in"`
	Out     string   `yaml:"out" json:"out"`
	Seen    string   `yaml:"seen" json:"seen" doc:"from where in is clockwise"`
	Hand    string   `yaml:"hand" json:"hand,omitempty" doc:"left where in is against the clock"`
	Turn    TurnMove `yaml:"turn" json:"turn"`
	Turns   float64  `yaml:"turns" json:"turns" doc:"it has about so many"`
	Step    string   `yaml:"step" json:"step" doc:"that it is turned by at a time"`
	Start   string   `yaml:"start" json:"start,omitempty" doc:"where it is put before it is set"`
	Differs string   `yaml:"differs" json:"differs,omitempty" doc:"where makers differ"`
	NotFor  string   `yaml:"not_for" json:"not_for" doc:"what it must not be used for"`
	Source  string   `yaml:"source" json:"source"`
}

// TurnMove is how far a turn moves the working end: millimetres, or clicks of a dial; from and to what is met.
type TurnMove struct {
	Mm     float64 `yaml:"mm" json:"mm,omitempty"`
	Clicks float64 `yaml:"clicks" json:"clicks,omitempty"`
	From   float64 `yaml:"from" json:"from"`
	To     float64 `yaml:"to" json:"to"`
}

// Those that benches turn.
const (
	MechBarrel = "mech-barrel"
	LowScrew   = "low-screw"
	HighScrew  = "high-screw"
	GapScrew   = "gap-screw"
)

func (a Adjuster) Key() string { return a.ID }

// Adjuster finds what is turned.
func (b *Book) Adjuster(id string) (Adjuster, bool) { return find(b.Adjusters, id) }

// way is in or out, by the effect that is wanted; false where it has no such effect.
func (a Adjuster) way(effect string) (string, bool) {
	switch effect {
	case a.In:
		return "in", true
	case a.Out:
		return "out", true
	}
	return "", false
}

// Outward is how far a turn outward moves what it moves in the sense of an effect, millimetres: below 0 where a turn
// inward does. 0 where it has no such effect.
func (a Adjuster) Outward(effect string) float64 {
	switch effect {
	case a.Out:
		return a.Turn.Mm
	case a.In:
		return -a.Turn.Mm
	}
	return 0
}

func (a Adjuster) validate() error {
	for _, f := range []struct{ name, is string }{{"name", a.Name}, {"on", a.On}, {"moves", a.Moves}, {"in", a.In}, {"out", a.Out},
		{"seen", a.Seen}, {"step", a.Step}, {"not_for", a.NotFor}, {"source", a.Source}} {
		if f.is == "" {
			return fmt.Errorf("what is turned says %q of itself", f.name)
		}
	}
	moved := max(a.Turn.Mm, a.Turn.Clicks)
	switch {
	case a.In == a.Out || a.In == "start" || a.Out == "start":
		return errors.New("in and out do something else each, in a word of their own")
	case (a.Turn.Mm > 0) == (a.Turn.Clicks > 0):
		return errors.New("a turn moves millimetres, or clicks")
	case a.Turn.From > moved || a.Turn.To < moved || a.Turn.From <= 0:
		return fmt.Errorf("a turn moves %g, which is not from %g to %g", moved, a.Turn.From, a.Turn.To)
	case a.Turns <= 0:
		return errors.New("it has some turns")
	case a.Hand != "" && a.Hand != "left":
		return fmt.Errorf("a hand is left, or is not said: not %q", a.Hand)
	}
	return nil
}

// asked is a place in a text where an adjuster's words go: <gap-screw away>, or <gap-screw away, a turn>.
var asked = regexp.MustCompile(`<([A-Za-z][a-z-]*) ([a-z]+)(?:, ([^<>]+))?>`)

// said fills in what a text asks of adjusters: "gap screw in half a turn".
func said(text string, adjusters []Adjuster) (string, error) {
	if !strings.Contains(text, "<") {
		return text, nil
	}
	var errs []error
	out := asked.ReplaceAllStringFunc(text, func(place string) string {
		part := asked.FindStringSubmatch(place)
		a, known := find(adjusters, strings.ToLower(part[1]))
		way, does := a.way(part[2])
		name := a.Name
		if part[1] != strings.ToLower(part[1]) {
			name = words.Capital(name)
		}
		switch by := part[3]; {
		case !known:
			errs = append(errs, fmt.Errorf("%s: there is no adjuster %q", place, part[1]))
		case part[2] == "start" && a.Start != "":
			return name + " " + a.Start
		case !does:
			errs = append(errs, fmt.Errorf("%s: it is turned to be %s or %s", place, a.In, a.Out))
		case by != "":
			return name + " " + way + " " + by
		default:
			return name + " " + way + " " + a.Step
		}
		return place
	})
	return out, errors.Join(errs...)
}

// byHand are directions that a text says itself: of an adjuster by its name, of a screw by so much, of what is wound.
var byHand = regexp.MustCompile(`(?i)\b(barrel|limit|gap screw|spring screw|adjuster|cone|dial|nipple|rebound|compression)s?( \S+){0,2}? ` +
	`(clockwise|anticlockwise|inwards?|outwards?|(in|out)([.,;:]|$| (a|an|half|one|two|three|until|by|at)\b))|` +
	`\bscrews? (in|out) (a|an|half|one|two|by)\b|\b(wind|wound)( \S+){0,2}? (in|out)\b`)

// sayNothingByHand refuses a text that says itself which way an adjuster is turned, and names the words.
func sayNothingByHand(text string) error {
	bare := asked.ReplaceAllString(text, "")
	if hand := byHand.FindString(bare); hand != "" {
		return fmt.Errorf("“%s” says which way something is turned: ask adjusters.yaml for it, such as <gap-screw away>", hand)
	}
	return nil
}

// adjustersOf are those of all layers, the later ones over ours, and whether any layer has its own.
func adjustersOf(own []fs.FS) (all []Adjuster, theirs bool, err error) {
	where := entries.NewOrigin()
	for n, layer := range append([]fs.FS{shipped}, own...) {
		text, missing := fs.ReadFile(layer, "adjusters.yaml")
		theirs = theirs || n > 0 && missing == nil && len(text) > 0
		if err := entries.ReadList(layer, "adjusters.yaml", where, &all); err != nil {
			return nil, false, err
		}
	}
	var errs []error
	for _, a := range all {
		if err := a.validate(); err != nil {
			errs = append(errs, fmt.Errorf("%s: %w", where.At("adjusters.yaml", a.ID), err))
		}
	}
	return all, theirs, errors.Join(errs...)
}

// speaking fills what files ask of some adjusters into their texts. Our own texts say no direction by hand; a workshop's
// may.
func speaking(adjusters []Adjuster, ours bool) func(file string, items ast.Node) error {
	return func(file string, items ast.Node) error {
		if file == "adjusters.yaml" {
			return nil
		}
		texts := &speaks{file: file, adjusters: adjusters, ours: ours}
		ast.Walk(texts, items)
		return errors.Join(texts.errs...)
	}
}

// speaks goes through the texts of a file.
type speaks struct {
	file      string
	adjusters []Adjuster
	ours      bool
	errs      []error
}

// Visit is called for every node of a file.
func (v *speaks) Visit(n ast.Node) ast.Visitor {
	text, is := n.(*ast.StringNode)
	if !is {
		return v
	}
	filled, err := said(text.Value, v.adjusters)
	if err == nil && v.ours {
		err = sayNothingByHand(text.Value)
	}
	if err != nil {
		v.errs = append(v.errs, fmt.Errorf("%s:%d: %w", v.file, text.GetToken().Position.Line, err))
	}
	text.Value = filled
	return v
}
