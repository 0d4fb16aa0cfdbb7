package speech

import (
	"errors"
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"
)

// Word is how a thing of the trade is called, and what it is not called.
type Word struct {
	ID    string   `yaml:"id"`
	Write string   `yaml:"write"`
	Not   []string `yaml:"not"` // phrases in small letters, each refused as whole words whatever its case
	But   []string `yaml:"but"` // phrases in which it means something else
	Why   string   `yaml:"why"`
}

func (w Word) Key() string { return w.ID }

// Validate refuses a word that forbids what it asks for, or what no text can say.
func (w Word) Validate() error {
	if w.Write == "" || len(w.Not) == 0 || w.Why == "" {
		return errors.New("say what is written, what is not, and why")
	}
	for _, not := range w.Not {
		if not == "" || not != plain(not) {
			return fmt.Errorf("%q: what is not written stands in small letters, with straight marks", not)
		}
	}
	if w.in(plain(w.Write)) != "" {
		return fmt.Errorf("“%s” is what it forbids itself", w.Write)
	}
	return nil
}

// Unwritten refuses a text that says something otherwise than it is written.
func Unwritten(text string, all []Word) error {
	var errs []error
	said := plain(text)
	for _, w := range all {
		if not := w.in(said); not != "" {
			errs = append(errs, fmt.Errorf("“%s” is not written: %s (%s)", not, w.Write, w.Why))
		}
	}
	return errors.Join(errs...)
}

// plain is a text in small letters, with straight marks.
func plain(text string) string { return strings.ReplaceAll(strings.ToLower(text), "’", "'") }

// in is what a plain text says instead of the word; empty where it does not.
func (w Word) in(text string) string {
	for _, not := range w.Not {
		for at := 0; ; {
			i := strings.Index(text[at:], not)
			if i < 0 {
				break
			}
			from, to := at+i, at+i+len(not)
			if whole(text, from, to) && !w.meant(text, from, to) {
				return not
			}
			at = to
		}
	}
	return ""
}

// whole says whether a piece of a text is whole words.
func whole(text string, from, to int) bool {
	before, _ := utf8.DecodeLastRuneInString(text[:from])
	after, _ := utf8.DecodeRuneInString(text[to:])
	return !unicode.IsLetter(before) && !unicode.IsLetter(after)
}

// meant says whether a piece of a text stands in a phrase in which it means something else.
func (w Word) meant(text string, from, to int) bool {
	for _, but := range w.But {
		but = plain(but)
		for start := max(0, to-len(but)); start <= from && start+len(but) <= len(text); start++ {
			if text[start:start+len(but)] == but {
				return true
			}
		}
	}
	return false
}
