package workshop

import (
	"encoding/hex"
	"reflect"
	"strings"
	"sync"

	lru "github.com/hashicorp/golang-lru/v2"
	"github.com/segmentio/encoding/json"
	"github.com/zeebo/xxh3"

	"utensil/internal/workshop/edition"
)

// patchType is what a difference is sent as (RFC 6902).
const patchType = "application/json-patch+json"

// mostEditions is how many views are remembered as they were sent, of some 100 kB each: a tablet is told what changed
// since the one it holds.
const mostEditions = 128

// editions are views as they were sent, by what they are known by.
type editions = lru.Cache[string, edition.Sections]

func newEditions() *editions {
	kept, _ := lru.New[string, edition.Sections](mostEditions) // fails for a size below one alone
	return kept
}

// encoded is a view as JSON, worked out once for all who look at it, and what changed since those that went before.
type encoded struct {
	once    sync.Once
	text    []byte
	in      edition.Sections
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
func written(v JobView) (text []byte, in edition.Sections, err error) {
	in, text = edition.Sections{}, append(make([]byte, 0, 160<<10), '{')
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
func (v JobView) Since(of string) (JobView, error) {
	if of == "" || v.text == nil {
		return v, nil
	}
	if v.text.write(v); v.text.err != nil {
		return v, v.text.err
	}
	v.text.mu.Lock()
	defer v.text.mu.Unlock()
	changes, known := v.text.since[of]
	if before, held := v.text.earlier.Get(of); !known && held {
		var err error
		if changes, err = edition.Difference(before, v.text.in, of); err != nil {
			return v, err
		}
		if v.text.since == nil {
			v.text.since = map[string][]byte{}
		}
		v.text.since[of] = changes
	}
	if changes != nil && len(changes) < len(v.text.text)/2 {
		v.changes = changes
	}
	return v, nil
}
