package knowledge

import (
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"reflect"
	"strings"
	"sync"

	"utensil/core/bike"
	"utensil/core/procedure"
	"utensil/knowledge/entries"
	"utensil/knowledge/riding"
	"utensil/knowledge/speech"
)

// draft is a book as it is read, layer upon layer, before its entries are checked against
// each other.
type draft struct {
	Book
	origins entries.Origin
	pages   map[string]entries.Page // of each complaint, for the lines of its errors
}

// Shipped loads the data that come with the program, once. The book is shared: a workshop's
// own texts make another of it.
var Shipped = sync.OnceValues(func() (*Book, error) { return Layered() })

// Layered loads the shipped data with others laid over them in turn. Its errors name the
// file and the line.
func Layered(own ...fs.FS) (*Book, error) {
	says, theirs, err := speechOf(own)
	if err != nil {
		return nil, err
	}
	ours, err := readShipped()
	heeded := shippedHeeds
	if theirs { // our texts speak of their adjusters
		ours, err = readWith(shipped, says)
		heeded = ours.heeds
	}
	if err != nil {
		return nil, err
	}
	d := ours.copied()
	d.origins.Speaks = says.Theirs
	for _, layer := range own {
		if err := d.read(layer); err != nil {
			return nil, err
		}
	}
	book, err := d.checked(heeded)
	if err == nil {
		book.digest, err = digested(append([]fs.FS{shipped}, own...))
	}
	return book, err
}

// digested is the digest of the texts in some layers, by their names.
func digested(layers []fs.FS) (string, error) {
	sum := sha256.New()
	for n, layer := range layers {
		for _, folder := range folders() {
			names, err := fs.Glob(layer, folder+"*.yaml")
			if err != nil {
				return "", fmt.Errorf("reading what is known: %w", err)
			}
			for _, name := range names {
				text, err := fs.ReadFile(layer, name)
				if err != nil {
					return "", fmt.Errorf("reading what is known: %w", err)
				}
				fmt.Fprintf(sum, "%d %s %d\n%s", n, name, len(text), text)
			}
		}
	}
	return hex.EncodeToString(sum.Sum(nil)), nil
}

// readShipped reads our own layer, which stays as it is while the program runs.
var readShipped = sync.OnceValues(func() (draft, error) {
	says, _, err := speechOf(nil)
	if err != nil {
		return draft{}, err
	}
	return readWith(shipped, says)
})

// readWith reads our own layer, its texts in the words of some adjusters.
func readWith(shipped fs.FS, says speech.Speech) (draft, error) {
	d := draft{origins: entries.NewOrigin(), pages: map[string]entries.Page{}}
	d.Words = says.Words // ours alone: they hold our own texts, not a workshop's
	d.origins.Speaks = says.Ours
	return d, d.read(shipped)
}

// shippedHeeds proves our own layer, once.
var shippedHeeds = sync.OnceValue(func() error {
	d, err := readShipped()
	return errors.Join(err, d.heeds())
})

// heeds proves of our own guided work that no answer which names damage is forgotten, and that no
// joint is loosened in words only; and of our own work that it has steps, or says why it has none.
func (d *draft) heeds() error {
	var errs []error
	states := d.states()
	opened, err := d.opened()
	if err != nil {
		return err
	}
	for _, p := range opened {
		breaches := p.Loosens(states)
		var forgets *procedure.Breach
		if errors.As(p.Heeds(), &forgets) {
			breaches = append(breaches, forgets)
		}
		for _, breach := range breaches {
			errs = append(errs, fmt.Errorf("%s: %w", d.origins.Within("procedures", p.ID, breach.Step), breach))
		}
	}
	for _, o := range d.Operations {
		if (o.Unguided != "") == d.does(o.ID, func(bike.Condition) bool { return true }) {
			errs = append(errs, fmt.Errorf("%s: it has steps, or says under “unguided” why it has none; not both",
				d.origins.At("operations.yaml", o.ID)))
		}
	}
	return errors.Join(append(errs, d.heeded())...)
}

// copied is a draft that can be read into without changing the first.
func (d draft) copied() draft {
	lists := reflect.ValueOf(&d.Book).Elem()
	for i := range lists.NumField() {
		if list := lists.Field(i); list.CanSet() && list.Kind() == reflect.Slice {
			list.Set(reflect.AppendSlice(reflect.MakeSlice(list.Type(), 0, list.Len()), list))
		}
	}
	d.origins, d.pages = d.origins.Clone(), maps.Clone(d.pages)
	return d
}

// read lays one more layer over what was read so far: an entry with the same id replaces it.
func (d *draft) read(layer fs.FS) error {
	for _, l := range lists() {
		if err := l.read(d, layer); err != nil {
			return err
		}
	}
	return nil
}

// readFaults reads the complaints, and keeps their pages to say where a mistake stands.
func (d *draft) readFaults(layer fs.FS) error {
	if err := entries.ReadFolder(layer, "faults", d.origins, &d.Faults); err != nil {
		return err
	}
	for _, f := range d.Faults {
		file := d.origins.File("faults", f.ID)
		text, err := fs.ReadFile(layer, file)
		if errors.Is(err, fs.ErrNotExist) {
			continue // it is another layer's
		}
		if err != nil {
			return fmt.Errorf("reading %s: %w", file, err)
		}
		d.pages[f.ID] = entries.Page{File: file, Lines: strings.Split(string(text), "\n")}
	}
	return nil
}

// checked is the book, if every entry is sound and fits the others, and our own layer heeds what it says.
func (d *draft) checked(heeded func() error) (*Book, error) {
	book := &d.Book
	if err := d.fill(); err != nil {
		return nil, err
	}
	if !book.asShipped() {
		if err := heeded(); err != nil {
			return nil, err
		}
		if err := d.proves(); err != nil {
			return nil, err
		}
	}
	for i, p := range book.Procedures {
		for _, s := range p.Steps {
			book.Procedures[i].Joints = append(book.Procedures[i].Joints, s.Record.Joints()...)
		}
	}
	book.orderRun()
	return book, nil
}

// fill puts into the book what follows from its texts: the passages of guided work, what no kind
// says of its bikes, the law of pressures. Proofs change nothing.
func (d *draft) fill() error {
	opened, err := d.opened()
	if err != nil {
		return err
	}
	d.Procedures = opened
	for i := range d.Kinds {
		d.Kinds[i].Facts = d.Kinds[i].Facts.Filled()
	}
	d.pressures, _, _ = riding.Fit(d.Ridden, d.Grounds, d.Floors) // what cannot be fitted is told where it is proved
	return nil
}

// proves is every proof of a book: of each entry, of what it says of others, and of every way through it.
func (d *draft) proves() error {
	if err := d.validate(d.origins); err != nil {
		return err
	}
	var errs []error
	for _, f := range d.Faults {
		p := d.pages[f.ID]
		errs = append(errs, d.validateFault(f, p, d.origins.Start(p.File, f.ID)))
	}
	return errors.Join(errs...)
}
