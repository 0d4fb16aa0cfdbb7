package record

import (
	"fmt"

	"github.com/segmentio/encoding/json"
)

// Beside is something that the store lays beside a job's entries, under a name: the shop's
// wrenches, the bike's call-backs. The subject that needs it declares it.
type Beside[T any] struct{ name string }

// besides read what is laid beside a record, by name.
var besides = map[string]func([]byte) (any, error){}

// LaidBeside declares what the store lays beside a record under a name.
func LaidBeside[T any](name string) *Beside[T] {
	besides[name] = func(text []byte) (any, error) {
		var v T
		err := json.Unmarshal(text, &v)
		return v, err
	}
	return &Beside[T]{name}
}

// Name is the name that the store lays it down under.
func (b *Beside[T]) Name() string { return b.name }

// Of is what lies beside the record of a sheet; the zero value when nothing does.
func (b *Beside[T]) Of(s *Sheet) T { return b.In(s.Record) }

// In is what lies beside a record; the zero value when nothing does.
func (b *Beside[T]) In(r Record) T {
	v, _ := r.beside[b.name].(T)
	return v
}

// Lay lays something beside a record.
func (b *Beside[T]) Lay(r *Record, v T) {
	if r.beside == nil {
		r.beside = map[string]any{}
	}
	r.beside[b.name] = v
}

// ReadBeside lays beside the record what a store holds as JSON, by name.
func (r *Record) ReadBeside(texts map[string]json.RawMessage) error {
	r.beside = make(map[string]any, len(texts))
	for name, text := range texts {
		read, known := besides[name]
		if !known {
			return fmt.Errorf("nobody asked for %q beside a job", name)
		}
		v, err := read(text)
		if err != nil {
			return fmt.Errorf("reading %q beside a job: %w", name, err)
		}
		r.beside[name] = v
	}
	return nil
}
