package entries

import (
	"bytes"
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"path"
	"regexp"
	"slices"
	"strings"

	"github.com/goccy/go-yaml"
	"github.com/goccy/go-yaml/ast"
)

// Entry is one of a list, known by its id.
type Entry interface{ Key() string }

// Origin remembers where each entry was read, for the errors.
type Origin struct {
	lines map[string]int    // "points.yaml chain" → 65
	files map[string]string // "fasteners seatpost-clamp" → "fasteners/seat.yaml", where it was read last
	texts map[string][]byte // of each file, as it was read last

	// Speaks fills in what the texts of a file ask for, and refuses what they may not say; nil
	// for nothing of either.
	Speaks func(file string, items ast.Node) error
}

// NewOrigin is one that has read nothing.
func NewOrigin() Origin {
	return Origin{lines: map[string]int{}, files: map[string]string{}, texts: map[string][]byte{}}
}

func (o Origin) note(file, id string, line int) {
	o.lines[file+" "+id], o.files[path.Dir(file)+" "+id] = line, file
}

// At names the line of an entry in a file, or in whichever file of a folder it stands.
func (o Origin) At(place, id string) string {
	if file, known := o.files[place+" "+id]; known {
		place = file
	}
	return fmt.Sprintf("%s:%d: %s", place, o.lines[place+" "+id], id)
}

// Within names the line of a step within an entry, or that of the entry where there is none.
func (o Origin) Within(place, id, step string) string {
	file, known := o.files[place+" "+id]
	start := o.lines[file+" "+id]
	if !known || step == "" {
		return o.At(place, id)
	}
	p := Page{file, strings.Split(string(o.texts[file]), "\n")}
	return fmt.Sprintf("%s:%d: %s", file, p.Line("id: "+step, start), id)
}

// ReadList reads one file of a layer, if it has it, into list.
func ReadList[T Entry](layer fs.FS, file string, origins Origin, list *[]T) error {
	text, err := fs.ReadFile(layer, file)
	if errors.Is(err, fs.ErrNotExist) {
		return nil
	}
	if err != nil {
		return fmt.Errorf("reading %s: %w", file, err)
	}
	return parseList(file, text, origins, list)
}

// ReadFolder reads every file of a layer's folder into one list.
func ReadFolder[T Entry](layer fs.FS, folder string, origins Origin, list *[]T) error {
	files, err := fs.Glob(layer, folder+"/*.yaml")
	if err != nil {
		return fmt.Errorf("reading %s: %w", folder, err)
	}
	for _, file := range files {
		if err := ReadList(layer, file, origins, list); err != nil {
			return err
		}
	}
	return nil
}

// parseList decodes a list of entries strictly. An entry with "each" is read once for every
// word listed there, with {end} and {End} filled in. Within one file an id stands once.
func parseList[T Entry](file string, text []byte, origins Origin, list *[]T) error {
	items, err := Parse(file, text)
	if err != nil || items == nil {
		return err
	}
	if origins.Speaks != nil {
		if err := origins.Speaks(file, items); err != nil {
			return err
		}
	}
	origins.texts[file] = text
	here := map[string]int{}
	decoder := yaml.NewDecoder(bytes.NewReader(nil), yaml.Strict()) // one for the file: it remembers the anchors
	for _, entry := range items.Values {
		line := entry.GetToken().Position.Line
		each, err := Each[T](decoder, entry)
		if err != nil {
			return fmt.Errorf("%s:%d: %w", file, line, err)
		}
		for _, item := range each {
			id := item.Key()
			if id == "" {
				return fmt.Errorf("%s:%d: an entry needs an id", file, line)
			}
			if first, twice := here[id]; twice {
				return fmt.Errorf("%s:%d: %q stands already at line %d", file, line, id, first)
			}
			here[id] = line
			origins.note(file, id, line)
			if known := slices.IndexFunc(*list, func(x T) bool { return x.Key() == id }); known >= 0 {
				(*list)[known] = item
			} else {
				*list = append(*list, item)
			}
		}
	}
	return nil
}

// Start is the line on which an entry of a file starts, counted from 0.
func (o Origin) Start(file, id string) int { return o.lines[file+" "+id] }

// File is where an entry of a folder was read last.
func (o Origin) File(folder, id string) string { return o.files[folder+" "+id] }

// Clone is one that can be read into without changing the first.
func (o Origin) Clone() Origin {
	return Origin{lines: maps.Clone(o.lines), files: maps.Clone(o.files), texts: maps.Clone(o.texts), Speaks: o.Speaks}
}

// Page is a fault file's text, to find the line an error is about.
type Page struct {
	File  string
	Lines []string
}

// Line is the first line from the given one on that holds a word.
func (p Page) Line(word string, from int) int {
	whole := regexp.MustCompile(`(^|[^\w-])` + regexp.QuoteMeta(word) + `([^\w-]|$)`)
	for i := from; i < len(p.Lines); i++ {
		if whole.MatchString(p.Lines[i]) {
			return i + 1
		}
	}
	return from + 1
}
