package record

import (
	"bytes"
	"encoding/json"
	"slices"
)

// Content is what an entry says: one thing of one kind. In JSON it is an object with one field,
// which is named for the kind.
type Content struct {
	kind string
	says any // *T of Kind[T]
}

// Kind is the name of the kind of the one thing that the content says, or "" when it does not say
// exactly one.
func (c Content) Kind() string { return c.kind }

// MarshalJSON writes the one thing under the name of its kind.
func (c Content) MarshalJSON() ([]byte, error) {
	if c.kind == "" {
		return []byte("{}"), nil
	}
	said, err := json.Marshal(c.says)
	if err != nil {
		return nil, err
	}
	return slices.Concat([]byte(`{"`+c.kind+`":`), said, []byte("}")), nil
}

// UnmarshalJSON reads what a content says by the name of its kind. What holds no known kind, or
// more than one, says nothing.
func (c *Content) UnmarshalJSON(text []byte) error {
	*c = Content{}
	if k, inner, plain := only(text); plain && c.take(k, inner) == nil {
		return nil
	}
	var fields map[string]json.RawMessage
	if err := json.Unmarshal(text, &fields); err != nil {
		return err
	}
	var said []Content
	for name, inner := range fields {
		k, known := kinds[name]
		if !known || bytes.Equal(bytes.TrimSpace(inner), []byte("null")) {
			continue
		}
		var one Content
		if err := one.take(k, inner); err != nil {
			return err
		}
		said = append(said, one)
	}
	if len(said) == 1 {
		*c = said[0]
	}
	return nil
}

func (c *Content) take(k kind, inner []byte) error {
	said, err := k.read(inner)
	if err == nil {
		*c = Content{k.name(), said}
	}
	return err
}

// only finds the kind and the inner text of an object that our own database wrote: with one field,
// its name plain. Anything else is read the long way.
func only(text []byte) (kind, []byte, bool) {
	rest, object := bytes.CutPrefix(text, []byte(`{"`))
	name, rest, named := bytes.Cut(rest, []byte(`": {`))
	if !object || !named {
		return nil, nil, false
	}
	k, known := kinds[string(name)]
	if !known {
		return nil, nil, false
	}
	return k, text[len(text)-len(rest)-1 : len(text)-1], true
}
