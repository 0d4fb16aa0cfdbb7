package knowledge

import (
	"errors"
	"fmt"
	"io/fs"

	"utensil/knowledge/entries"
	"utensil/knowledge/speech"
)

// Adjuster finds what is turned.
func (b *Book) Adjuster(id string) (speech.Adjuster, bool) { return find(b.Adjusters, id) }

// speechOf is what texts are written by: the adjusters of all layers, the later ones over ours,
// and our words. It says whether any layer has adjusters of its own.
func speechOf(own []fs.FS) (s speech.Speech, theirs bool, err error) {
	where := entries.NewOrigin()
	for n, layer := range append([]fs.FS{shipped}, own...) {
		text, missing := fs.ReadFile(layer, "adjusters.yaml")
		theirs = theirs || n > 0 && missing == nil && len(text) > 0
		if err := entries.ReadList(layer, "adjusters.yaml", where, &s.Adjusters); err != nil {
			return s, false, err
		}
	}
	if err := entries.ReadList(shipped, "words.yaml", where, &s.Words); err != nil {
		return s, false, err
	}
	var errs []error
	for _, a := range s.Adjusters {
		if err := a.Validate(); err != nil {
			errs = append(errs, fmt.Errorf("%s: %w", where.At("adjusters.yaml", a.ID), err))
		}
	}
	for _, w := range s.Words {
		if err := w.Validate(); err != nil {
			errs = append(errs, fmt.Errorf("%s: %w", where.At("words.yaml", w.ID), err))
		}
	}
	return s, theirs, errors.Join(errs...)
}
