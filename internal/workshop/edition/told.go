package edition

import (
	"encoding/hex"
	"reflect"
	"slices"
	"strings"
	"sync"

	lru "github.com/hashicorp/golang-lru/v2"
	"github.com/segmentio/encoding/json"
	"github.com/zeebo/xxh3"
)

// most is how many views are remembered as they were sent, of some 60 kB each: a tablet is told
// what changed since the one it holds.
const most = 128

// mostWays is in how many ways one view is kept, each with other parts: the screens of a job ask
// for some ten, and whoever asks for every other set fills no memory with them.
const mostWays = 16

// Shelf is views as they were sent, by the edition that each is known by.
type Shelf struct {
	sent *lru.Cache[string, Sections]
}

// NewShelf is a shelf with nothing on it.
func NewShelf() *Shelf {
	kept, _ := lru.New[string, Sections](most) // fails for a size below one alone
	return &Shelf{kept}
}

// View is a view as JSON, worked out once for all who look at it, with the parts that each of
// them asks for. Its core and its parts are structs: each member of the one stands in the view,
// each member of the other under "parts".
type View struct {
	core, parts any
	shelf       *Shelf

	mu       sync.Mutex
	sections Sections         // as far as somebody asked for them
	always   []string         // names of those that are always told, in their order
	told     map[string]*Told // by the parts that were asked for
}

// NewView is a view of a core and its parts. What is sent of it is remembered on a shelf.
func NewView(shelf *Shelf, core, parts any) *View {
	return &View{core: core, parts: parts, shelf: shelf, sections: Sections{}, told: map[string]*Told{}}
}

// Told is a view as it is sent to who asked for some of its parts.
type Told struct {
	Text    []byte // JSON
	Edition string // what it is known by: another one as soon as anything in it changes

	in    Sections
	shelf *Shelf
	mu    sync.Mutex
	since map[string][]byte
}

// As is the view as it is told to who asks for these parts, as Parts has them.
func (v *View) As(parts []string) (*Told, error) {
	v.mu.Lock()
	defer v.mu.Unlock()
	key := strings.Join(parts, ",")
	if t, known := v.told[key]; known {
		return t, nil
	}
	if err := v.encodeCore(); err != nil {
		return nil, err
	}
	t := &Told{in: Sections{}, shelf: v.shelf, Text: append(make([]byte, 0, 96<<10), '{')}
	for _, name := range v.always {
		t.add(name, name, v.sections[name])
		t.Text = append(t.Text, ',')
	}
	t.Text = append(t.Text, `"parts":{`...)
	for i, name := range parts {
		path := "parts/" + name
		if err := v.encodePart(path, name); err != nil {
			return nil, err
		}
		if i > 0 {
			t.Text = append(t.Text, ',')
		}
		t.add(name, path, v.sections[path])
	}
	sum := xxh3.Hash128(t.Text).Bytes()
	t.Edition = hex.EncodeToString(sum[:])
	t.Text = append(t.Text, `},`...)
	t.add("edition", "edition", json.RawMessage(`"`+t.Edition+`"`))
	t.Text = append(t.Text, '}')
	if len(v.told) >= mostWays {
		clear(v.told)
	}
	v.told[key] = t
	v.shelf.sent.Add(t.Edition, t.in)
	return t, nil
}

func (t *Told) add(name, path string, section json.RawMessage) {
	t.Text = append(append(append(append(t.Text, '"'), name...), `":`...), section...)
	t.in[path] = section
}

// Since is what has changed since an edition (JSON Patch, which begins with a test of it); nil
// where that is not known any more, or most has changed.
func (t *Told) Since(edition string) ([]byte, error) {
	t.mu.Lock()
	defer t.mu.Unlock()
	changes, known := t.since[edition]
	if before, held := t.shelf.sent.Get(edition); !known && held {
		var err error
		if changes, err = Difference(before, t.in, edition); err != nil {
			return nil, err
		}
		if t.since == nil {
			t.since = map[string][]byte{}
		}
		t.since[edition] = changes
	}
	if len(changes) >= len(t.Text)/2 {
		return nil, nil
	}
	return changes, nil
}

// encodeCore writes each member of the core, those of what is embedded in it among them.
func (v *View) encodeCore() error {
	if v.always != nil {
		return nil
	}
	var always []string
	from := reflect.ValueOf(v.core)
	for _, f := range reflect.VisibleFields(from.Type()) {
		name, omit, _ := strings.Cut(f.Tag.Get("json"), ",")
		value := from.FieldByIndex(f.Index)
		if name == "" || omit == "omitempty" && empty(value) {
			continue
		}
		text, err := encoded(value)
		if err != nil {
			return err
		}
		v.sections[name], always = text, append(always, name)
	}
	v.always = always // once all of it is there: what failed half way is not told
	return nil
}

// encodePart writes one part.
func (v *View) encodePart(path, name string) error {
	if _, known := v.sections[path]; known {
		return nil
	}
	from := reflect.ValueOf(v.parts)
	for i := range from.NumField() {
		if nameOf(from.Type().Field(i)) != name {
			continue
		}
		text, err := encoded(from.Field(i))
		if err != nil {
			return err
		}
		v.sections[path] = text
	}
	return nil
}

func encoded(v reflect.Value) (json.RawMessage, error) {
	return json.Append(nil, v.Interface(), json.EscapeHTML|json.SortMapKeys)
}

func nameOf(f reflect.StructField) string {
	name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
	return name
}

// Parts are the names of T's parts among those that are asked for, each once and in one order: of
// nil, or *, all. A name that is none is passed over.
func Parts[T any](asked []string) []string {
	names, parts := []string{}, reflect.TypeFor[T]()
	for i := range parts.NumField() {
		name := nameOf(parts.Field(i))
		if asked == nil || slices.Contains(asked, "*") || slices.Contains(asked, name) {
			names = append(names, name)
		}
	}
	slices.Sort(names)
	return names
}

// empty says that a value is left out as encoding/json leaves it out: a list of nothing as well.
func empty(v reflect.Value) bool {
	switch v.Kind() {
	case reflect.Slice, reflect.Map, reflect.String:
		return v.Len() == 0
	}
	return v.IsZero()
}
