package speech

import (
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"github.com/goccy/go-yaml/ast"

	"utensil/core/words"
)

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

// byHand are directions that a text says itself: of an adjuster by its name, of a screw by so
// much, of what is wound.
var byHand = regexp.MustCompile(`(?i)\b(barrel|limit|gap screw|spring screw|adjuster|cone|dial|nipple|rebound|compression)s?( \S+){0,2}? ` +
	`(clockwise|anticlockwise|inwards?|outwards?|(in|out)([.,;:]|$| (a|an|half|one|two|three|until|by|at)\b))|` +
	`\bscrews? (in|out) (a|an|half|one|two|by)\b|\b(wind|wound)( \S+){0,2}? (in|out)\b`)

// sayNothingByHand refuses a text that says itself which way an adjuster is turned, and names the words.
func sayNothingByHand(text string) error {
	bare := asked.ReplaceAllString(text, "")
	if hand := byHand.FindString(bare); hand != "" {
		return fmt.Errorf("“%s” says which way something is turned: ask adjusters.yaml for it, such as "+
			"<gap-screw away>", hand)
	}
	return nil
}

func find(adjusters []Adjuster, id string) (Adjuster, bool) {
	i := slices.IndexFunc(adjusters, func(a Adjuster) bool { return a.ID == id })
	if i < 0 {
		return Adjuster{}, false
	}
	return adjusters[i], true
}

// Speech is what texts are written by.
type Speech struct {
	Adjusters []Adjuster
	Words     []Word
}

// Ours fills in what our own files ask of the adjusters. They say no direction by hand, and
// nothing that is not written.
func (s Speech) Ours(file string, items ast.Node) error { return s.spoken(file, items, true) }

// Theirs fills in what a workshop's files ask of the adjusters; they may say the rest as they like.
func (s Speech) Theirs(file string, items ast.Node) error { return s.spoken(file, items, false) }

// What texts are written by is not written by itself.
var itself = []string{"adjusters.yaml", "words.yaml"}

func (s Speech) spoken(file string, items ast.Node, ours bool) error {
	if slices.Contains(itself, file) {
		return nil
	}
	texts := &texts{Speech: s, file: file, ours: ours}
	ast.Walk(texts, items)
	return errors.Join(texts.errs...)
}

// texts goes through the texts of a file.
type texts struct {
	Speech
	file string
	ours bool
	errs []error
}

// Visit is called for every node of a file.
func (v *texts) Visit(n ast.Node) ast.Visitor {
	text, is := n.(*ast.StringNode)
	if !is {
		return v
	}
	filled, err := said(text.Value, v.Adjusters)
	if err == nil && v.ours {
		err = sayNothingByHand(text.Value)
	}
	if err == nil && v.ours && strings.Contains(strings.TrimSpace(text.Value), " ") { // ids and keys are no texts
		err = Unwritten(text.Value, v.Words)
	}
	if err != nil {
		v.errs = append(v.errs, fmt.Errorf("%s:%d: %w", v.file, text.GetToken().Position.Line, err))
	}
	text.Value = filled
	return v
}
