package workshop

import (
	"bytes"
	"encoding/hex"
	"errors"
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"
	"sync"

	lru "github.com/hashicorp/golang-lru/v2"
	"github.com/segmentio/encoding/json"
	"github.com/wI2L/jsondiff"
	"github.com/zeebo/xxh3"
)

// patchType is what a difference is sent as (RFC 6902).
const patchType = "application/json-patch+json"

// mostEditions is how many views are remembered as they were sent, of some 100 kB each: a tablet is told what changed
// since the one it holds.
const mostEditions = 128

// editions are views as they were sent, by what they are known by.
type editions = lru.Cache[string, sections]

func newEditions() *editions {
	kept, _ := lru.New[string, sections](mostEditions) // fails for a size below one alone
	return kept
}

// sections are the members of a view as JSON, by name.
type sections map[string]json.RawMessage

// encoded is a view as JSON, worked out once for all who look at it, and what changed since those that went before.
type encoded struct {
	once    sync.Once
	text    []byte
	in      sections
	edition string
	err     error
	earlier *editions

	mu    sync.Mutex
	since map[string][]byte
}

func (e *encoded) write(v JobView) {
	e.once.Do(func() {
		if e.text, e.in, e.err = written(v); e.err != nil {
			return
		}
		sum := xxh3.Hash128(e.text).Bytes()
		e.edition = hex.EncodeToString(sum[:])
		e.in["edition"] = json.RawMessage(`"` + e.edition + `"`)
		e.text = append(append(append(e.text, `,"edition":`...), e.in["edition"]...), '}')
		e.earlier.Add(e.edition, e.in)
	})
}

// written is a view as JSON, without its end, and what its sections are in it.
func written(v JobView) (text []byte, in sections, err error) {
	in, text = sections{}, append(make([]byte, 0, 160<<10), '{')
	view := reflect.ValueOf(&v).Elem()
	for i := range view.NumField() {
		name, omit, named := strings.Cut(view.Type().Field(i).Tag.Get("json"), ",")
		if name == "" || named && omit == "omitempty" && view.Field(i).IsZero() {
			continue
		}
		if len(in) > 0 {
			text = append(text, ',')
		}
		text = append(append(append(text, '"'), name...), `":`...)
		from := len(text)
		if text, err = json.Append(text, view.Field(i).Interface(), json.EscapeHTML|json.SortMapKeys); err != nil {
			return nil, nil, err
		}
		in[name] = text[from:len(text):len(text)]
	}
	return text, in, nil
}

// Encoded is the view as JSON, or what has changed in it; nil when it was made for one who looks alone.
func (v JobView) Encoded() ([]byte, error) {
	if v.changes != nil || v.text == nil {
		return v.changes, nil
	}
	v.text.write(v)
	return v.text.text, v.text.err
}

// ContentType says what Encoded comes as.
func (v JobView) ContentType(whole string) string {
	if v.changes != nil {
		return patchType
	}
	return whole
}

// Since is the view as what has changed since an edition of it, for a tablet that holds that. It begins with a test of
// the edition. Where that is not known any more, or most has changed, it is the view itself.
func (v JobView) Since(edition string) (JobView, error) {
	if edition == "" || v.text == nil {
		return v, nil
	}
	if v.text.write(v); v.text.err != nil {
		return v, v.text.err
	}
	v.text.mu.Lock()
	defer v.text.mu.Unlock()
	changes, known := v.text.since[edition]
	if before, held := v.text.earlier.Get(edition); !known && held {
		var err error
		if changes, err = difference(before, v.text.in, edition); err != nil {
			return v, err
		}
		if v.text.since == nil {
			v.text.since = map[string][]byte{}
		}
		v.text.since[edition] = changes
	}
	if changes != nil && len(changes) < len(v.text.text)/2 {
		v.changes = changes
	}
	return v, nil
}

// difference is what turns one text into the other. What is alike, as nearly all is, is not looked into.
func difference(was, is sections, edition string) ([]byte, error) {
	patch := jsondiff.Patch{{Type: jsondiff.OperationTest, Path: "/edition", Value: edition}}
	names := maps.Clone(was)
	maps.Copy(names, is)
	for _, name := range slices.Sorted(maps.Keys(names)) {
		path := "/" + name
		old, had := was[name]
		now, has := is[name]
		switch {
		case !has:
			patch = append(patch, jsondiff.Operation{Type: jsondiff.OperationRemove, Path: path})
		case !had:
			patch = append(patch, jsondiff.Operation{Type: jsondiff.OperationAdd, Path: path, Value: now})
		default:
			within, err := section(path, old, now)
			if err != nil {
				return nil, err
			}
			patch = append(patch, within...)
		}
	}
	return json.Marshal(patch)
}

// section is what turns one section into the other; of a list that is as long as it was, what is alike is passed over.
func section(path string, old, now json.RawMessage) (jsondiff.Patch, error) {
	if bytes.Equal(old, now) {
		return nil, nil
	}
	var was, is []json.RawMessage
	if old[0] != '[' || now[0] != '[' || errors.Join(json.Unmarshal(old, &was), json.Unmarshal(now, &is)) != nil || len(was) != len(is) {
		return within(path, old, now)
	}
	var patch jsondiff.Patch
	for i := range was {
		if bytes.Equal(was[i], is[i]) {
			continue
		}
		changes, err := within(fmt.Sprintf("%s/%d", path, i), was[i], is[i])
		if err != nil {
			return nil, err
		}
		patch = append(patch, changes...)
	}
	return patch, nil
}

func within(path string, old, now json.RawMessage) (jsondiff.Patch, error) {
	changes, err := jsondiff.CompareJSON(old, now)
	for i := range changes {
		changes[i].Path = path + changes[i].Path
	}
	return changes, err
}
