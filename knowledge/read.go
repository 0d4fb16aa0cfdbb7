package knowledge

import (
	"bytes"
	"errors"
	"fmt"
	"io/fs"
	"path"
	"slices"
	"strings"

	"github.com/goccy/go-yaml"
	"github.com/goccy/go-yaml/ast"

	"utensil/knowledge/entries"
)

// origin remembers where each entry was read, for the errors.
type origin struct {
	lines map[string]int    // "points.yaml chain" → 65
	files map[string]string // "fasteners seatpost-clamp" → "fasteners/seat.yaml", where it was read last
	texts map[string][]byte // of each file, as it was read last

	adjusters []Adjuster // whose words texts ask for
	ours      bool       // it is what ships that is read
}

func newOrigin() origin {
	return origin{lines: map[string]int{}, files: map[string]string{}, texts: map[string][]byte{}}
}

func (o origin) note(file, id string, line int) {
	o.lines[file+" "+id], o.files[path.Dir(file)+" "+id] = line, file
}

// at names the line of an entry in a file, or in whichever file of a folder it stands.
func (o origin) at(place, id string) string {
	if file, known := o.files[place+" "+id]; known {
		place = file
	}
	return fmt.Sprintf("%s:%d: %s", place, o.lines[place+" "+id], id)
}

// within names the line of a step within an entry, or that of the entry where there is none.
func (o origin) within(place, id, step string) string {
	file, known := o.files[place+" "+id]
	start := o.lines[file+" "+id]
	if !known || step == "" {
		return o.at(place, id)
	}
	p := page{file, strings.Split(string(o.texts[file]), "\n")}
	return fmt.Sprintf("%s:%d: %s", file, p.line("id: "+step, start), id)
}

// readList reads one file of a layer, if it has it, into list.
func readList[T identified](layer fs.FS, file string, origins origin, list *[]T) error {
	text, err := fs.ReadFile(layer, file)
	if errors.Is(err, fs.ErrNotExist) {
		return nil
	}
	if err != nil {
		return fmt.Errorf("reading %s: %w", file, err)
	}
	return parseList(file, text, origins, list)
}

// readFolder reads every file of a layer's folder into one list.
func readFolder[T identified](layer fs.FS, folder string, origins origin, list *[]T) error {
	files, err := fs.Glob(layer, folder+"/*.yaml")
	if err != nil {
		return fmt.Errorf("reading %s: %w", folder, err)
	}
	for _, file := range files {
		if err := readList(layer, file, origins, list); err != nil {
			return err
		}
	}
	return nil
}

// parseList decodes a list of entries strictly. An entry with "each" is read once for every
// word listed there, with {end} and {End} filled in. Within one file an id stands once.
func parseList[T identified](file string, text []byte, origins origin, list *[]T) error {
	items, err := entries.Parse(file, text)
	if err != nil || items == nil {
		return err
	}
	if file != "adjusters.yaml" {
		texts := &speaks{file: file, origin: origins}
		if ast.Walk(texts, items); len(texts.errs) > 0 {
			return errors.Join(texts.errs...)
		}
	}
	origins.texts[file] = text
	here := map[string]int{}
	decoder := yaml.NewDecoder(bytes.NewReader(nil), yaml.Strict()) // one for the file: it remembers the anchors
	for _, entry := range items.Values {
		line := entry.GetToken().Position.Line
		each, err := entries.Each[T](decoder, entry)
		if err != nil {
			return fmt.Errorf("%s:%d: %w", file, line, err)
		}
		for _, item := range each {
			id := item.key()
			if id == "" {
				return fmt.Errorf("%s:%d: an entry needs an id", file, line)
			}
			if first, twice := here[id]; twice {
				return fmt.Errorf("%s:%d: %q stands already at line %d", file, line, id, first)
			}
			here[id] = line
			origins.note(file, id, line)
			if known := slices.IndexFunc(*list, func(x T) bool { return x.key() == id }); known >= 0 {
				(*list)[known] = item
			} else {
				*list = append(*list, item)
			}
		}
	}
	return nil
}
