package workshop

import (
	"encoding/hex"
	"reflect"
	"slices"
	"strings"
	"sync"

	lru "github.com/hashicorp/golang-lru/v2"
	"github.com/segmentio/encoding/json"
	"github.com/zeebo/xxh3"

	"utensil/internal/workshop/edition"
)

// patchType is what a difference is sent as (RFC 6902).
const patchType = "application/json-patch+json"

// mostEditions is how many views are remembered as they were sent, of some 60 kB each: a tablet is told what changed
// since the one it holds.
const mostEditions = 128

// editions are views as they were sent, by what they are known by.
type editions = lru.Cache[string, edition.Sections]

func newEditions() *editions {
	kept, _ := lru.New[string, edition.Sections](mostEditions) // fails for a size below one alone
	return kept
}

// encoded is a view as JSON, worked out once for all who look at it, with the parts that each of them asks for.
type encoded struct {
	earlier *editions

	mu       sync.Mutex
	sections edition.Sections // as far as somebody asked for them
	core     []string         // names of the sections that are always told, in their order
	told     map[string]*told // by the parts that were asked for
}

// told is a view as it is sent to who asked for some of its parts, and what changed since those that went before.
type told struct {
	text    []byte
	in      edition.Sections
	edition string
	since   map[string][]byte
}

// as is the view as it is told to who asks for these parts.
func (e *encoded) as(v JobView, parts []string) (*told, error) {
	key := strings.Join(parts, ",")
	if t, known := e.told[key]; known {
		return t, nil
	}
	if e.sections == nil {
		e.sections, e.told = edition.Sections{}, map[string]*told{}
		if err := e.encode(reflect.ValueOf(v.Core)); err != nil {
			return nil, err
		}
	}
	t := &told{in: edition.Sections{}, text: append(make([]byte, 0, 96<<10), '{')}
	for _, name := range e.core {
		t.add(name, name, e.sections[name])
		t.text = append(t.text, ',')
	}
	t.text = append(t.text, `"parts":{`...)
	for i, name := range parts {
		path := partsPath + name
		if _, known := e.sections[path]; !known {
			if err := e.part(v, name); err != nil {
				return nil, err
			}
		}
		if i > 0 {
			t.text = append(t.text, ',')
		}
		t.add(name, path, e.sections[path])
	}
	sum := xxh3.Hash128(t.text).Bytes()
	t.edition = hex.EncodeToString(sum[:])
	t.text = append(t.text, `},`...)
	t.add("edition", "edition", json.RawMessage(`"`+t.edition+`"`))
	t.text = append(t.text, '}')
	e.told[key] = t
	e.earlier.Add(t.edition, t.in)
	return t, nil
}

// partsPath is where parts stand within a view.
const partsPath = "parts/"

func (t *told) add(name, path string, section json.RawMessage) {
	t.text = append(append(append(append(t.text, '"'), name...), `":`...), section...)
	t.in[path] = section
}

// encode writes each member of a view's core, those of what is embedded in it among them.
func (e *encoded) encode(from reflect.Value) error {
	for _, f := range reflect.VisibleFields(from.Type()) {
		name, omit, _ := strings.Cut(f.Tag.Get("json"), ",")
		value := from.FieldByIndex(f.Index)
		if name == "" || omit == "omitempty" && value.IsZero() {
			continue
		}
		text, err := json.Append(nil, value.Interface(), json.EscapeHTML|json.SortMapKeys)
		if err != nil {
			return err
		}
		e.sections[name], e.core = text, append(e.core, name)
	}
	return nil
}

// part writes one part.
func (e *encoded) part(v JobView, name string) error {
	value := reflect.ValueOf(v.Parts)
	text, err := json.Append(nil, value.Field(partNames[name]).Interface(), json.EscapeHTML|json.SortMapKeys)
	e.sections[partsPath+name] = text
	return err
}

// partNames are the parts of a view and which field of Parts each one is.
var partNames = func() map[string]int {
	names, parts := map[string]int{}, reflect.TypeFor[Parts]()
	for i := range parts.NumField() {
		name, _, _ := strings.Cut(parts.Field(i).Tag.Get("json"), ",")
		names[name] = i
	}
	return names
}()

// Encoded is the view as JSON, or what has changed in it; nil when it was made for one who looks alone.
func (v JobView) Encoded() ([]byte, error) {
	if v.changes != nil || v.text == nil {
		return v.changes, nil
	}
	v.text.mu.Lock()
	defer v.text.mu.Unlock()
	if v.asked == nil {
		v.asked = partsOf(nil)
	}
	t, err := v.text.as(v, v.asked)
	if err != nil {
		return nil, err
	}
	return t.text, nil
}

// ContentType says what Encoded comes as.
func (v JobView) ContentType(whole string) string {
	if v.changes != nil {
		return patchType
	}
	return whole
}

// Told is the view with the parts that are asked for (nil or * for all; a name that is none is passed over), as what has
// changed since an edition of it, for a tablet that holds that. That begins with a test of the edition. Where it is not
// known any more, or most has changed, it is the view itself.
func (v JobView) Told(asked []string, since string) (JobView, error) {
	v.asked = partsOf(asked)
	if since == "" || v.text == nil {
		return v, nil
	}
	v.text.mu.Lock()
	defer v.text.mu.Unlock()
	t, err := v.text.as(v, v.asked)
	if err != nil {
		return v, err
	}
	changes, known := t.since[since]
	if before, held := v.text.earlier.Get(since); !known && held {
		if changes, err = edition.Difference(before, t.in, since); err != nil {
			return v, err
		}
		if t.since == nil {
			t.since = map[string][]byte{}
		}
		t.since[since] = changes
	}
	if changes != nil && len(changes) < len(t.text)/2 {
		v.changes = changes
	}
	return v, nil
}

// partsOf are the parts among these names, each once and in one order; of nil all.
func partsOf(asked []string) []string {
	names := []string{}
	for name := range partNames {
		if asked == nil || slices.Contains(asked, name) || slices.Contains(asked, "*") {
			names = append(names, name)
		}
	}
	slices.Sort(names)
	return names
}
