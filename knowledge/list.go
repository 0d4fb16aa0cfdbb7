package knowledge

import (
	"errors"
	"fmt"
	"io/fs"
	"reflect"
	"slices"

	"utensil/knowledge/entries"
)

// list is a list of entries, declared once: where it is read, what it is about, how each entry is
// proved, how a workshop lays its own over it. A new list is a field of Book, a line in lists,
// its file, and the type of its entries.
type list struct {
	name    string // of its file, without .yaml, or of its folder
	about   string // in a shop's words
	folder  bool   // one file for each matter; a workshop writes its own in own.yaml
	example string // the file of its folder that one's own is begun from
	rested  bool   // entries that are written down rest on its ids
	entry   reflect.Type

	read  func(*draft, fs.FS) error
	prove func(*Book, refusal)
	ids   func(*Book) []string
}

// refusal takes what is wrong with an entry; with the list as a whole where id is "".
type refusal func(id string, err error)

// listOf declares a list of T: where a book keeps it, and what is wrong with one of its entries
// (nil where nothing can be).
func listOf[T entries.Entry](name, about string, in func(*Book) *[]T, wrong func(*Book, T) error) list {
	return list{name: name, about: about, entry: reflect.TypeFor[T](),
		read: func(d *draft, layer fs.FS) error {
			return entries.ReadList(layer, name+".yaml", d.origins, in(&d.Book))
		},
		prove: func(b *Book, refuse refusal) {
			for _, entry := range *in(b) {
				if wrong != nil {
					refuse(entry.Key(), wrong(b, entry))
				}
			}
		},
		ids: func(b *Book) (ids []string) {
			for _, entry := range *in(b) {
				ids = append(ids, entry.Key())
			}
			return ids
		},
	}
}

// folderOf declares a list of T that stands in a folder; example is the file of it that one's own
// is begun from.
func folderOf[T entries.Entry](name, example, about string, in func(*Book) *[]T, wrong func(*Book, T) error) list {
	l := listOf(name, about, in, wrong)
	l.folder, l.example = true, example
	l.read = func(d *draft, layer fs.FS) error { return entries.ReadFolder(layer, name, d.origins, in(&d.Book)) }
	return l
}

// andAll proves a list as a whole as well.
func (l list) andAll(whole func(*Book, refusal)) list {
	each := l.prove
	l.prove = func(b *Book, refuse refusal) {
		each(b, refuse)
		whole(b, refuse)
	}
	return l
}

// rests says that entries which are written down rest on the ids of the list: none of them vanishes.
func (l list) rests() list {
	l.rested = true
	return l
}

// own is the file that a workshop lays over the list.
func (l list) own() string {
	if l.folder {
		return l.name + "/own.yaml"
	}
	return l.name + ".yaml"
}

// shippedAs is the file that ships, to begin one's own from.
func (l list) shippedAs() string {
	if l.folder {
		return l.name + "/" + l.example + ".yaml"
	}
	return l.own()
}

// at is the list's place as its errors name it.
func (l list) at() string {
	if l.folder {
		return l.name
	}
	return l.own()
}

// File is a list as a workshop lays its own over it.
type File struct {
	Name   string
	About  string
	Fields []entries.Field
}

// Files are the lists that a workshop may lay its own over, with what is in them.
func Files() (files []File) {
	for _, l := range lists() {
		files = append(files, File{l.own(), l.about, entries.Fields(l.entry)})
	}
	return files
}

// Text is a file as it ships, to start one's own from: "" when none ships under that name.
func Text(name string) string {
	for _, l := range lists() {
		if l.own() == name {
			name = l.shippedAs()
			break
		}
	}
	text, err := shipped.ReadFile(name)
	if err != nil {
		return ""
	}
	return string(text)
}

// folders are where files of entries stand: beside each other, or each list in its own.
func folders() []string {
	all := []string{""}
	for _, l := range lists() {
		if l.folder {
			all = append(all, l.name+"/")
		}
	}
	return slices.Sorted(slices.Values(all))
}

// validate proves every entry on its own and against the others.
func (b *Book) validate(origins entries.Origin) error {
	var errs []error
	for _, l := range lists() {
		l.prove(b, func(id string, err error) {
			if err != nil {
				errs = append(errs, fmt.Errorf("%s: %w", origins.At(l.at(), id), err))
			}
		})
	}
	if len(errs) == 0 { // else what is missing is said twice, and a proof takes its time
		errs = append(errs, b.validateGuided(origins)...)
		for _, p := range b.Points {
			if err := b.validateCures(p); err != nil {
				errs = append(errs, fmt.Errorf("%s: %w", origins.At("points.yaml", p.ID), err))
			}
		}
	}
	return errors.Join(errs...)
}

// IDs are the ids that entries rest on, by list.
func (b *Book) IDs() map[string][]string {
	ids := map[string][]string{}
	for _, l := range lists() {
		if l.rested {
			ids[l.name] = l.ids(b)
		}
	}
	return ids
}
