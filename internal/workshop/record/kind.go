package record

import (
	"cmp"
	"fmt"
	"iter"
	"maps"
	"reflect"
	"slices"

	"github.com/segmentio/encoding/json"

	"utensil/core/words"
	"utensil/knowledge"
)

// Kind is a kind of entry: what it is called in the database and on the wire, who may write it,
// and which later screens read it. T is what such an entry says. A subject of the trade declares
// its kinds where it begins, and everything else finds them by their name.
type Kind[T any] struct {
	Name string
	By   []Role // who writes it, besides the shop owner; nobody by itself where there is none
	Past Reach

	AtCounter bool // no hand on a bike stands behind it

	// Renamed is what it says by the ids of today; false where it says that already.
	Renamed func(said T, to Renaming) (T, bool)
}

// Renaming is what an id of before, of points or of fasteners, is called now on a bike.
type Renaming func(kind, was string) (knowledge.Renamed, bool)

// Reach is how far beyond its own job a kind of entry is read.
type Reach int

// From its own job to every screen.
const (
	OwnJob   Reach = iota
	LaterJob       // a later job of the bike reads it
	AnyDay         // the first screen reads it too: it decides what stands before the door
)

// Who writes most kinds.
var (
	ByMechanic = []Role{Mechanic}
	ByAnyone   = []Role{Mechanic, Counter}
)

// kind is a Kind whatever it says.
type kind interface {
	name() string
	by() []Role
	past() Reach
	atCounter() bool
	renamed(c Content, to Renaming) (Content, bool)
	read(text []byte) (any, error)
	says() reflect.Type
}

var kinds = map[string]kind{}

// NewKind makes a kind known. Two of one name are a slip of the program, told when it starts.
func NewKind[T any](k Kind[T]) *Kind[T] {
	if _, twice := kinds[k.Name]; twice || k.Name == "" {
		panic(fmt.Sprintf("a kind of entry needs a name of its own, not %q", k.Name))
	}
	kinds[k.Name] = &k
	return &k
}

func (k *Kind[T]) name() string       { return k.Name }
func (k *Kind[T]) by() []Role         { return k.By }
func (k *Kind[T]) past() Reach        { return k.Past }
func (k *Kind[T]) atCounter() bool    { return k.AtCounter }
func (k *Kind[T]) says() reflect.Type { return reflect.TypeFor[T]() }

func (k *Kind[T]) read(text []byte) (any, error) {
	said := new(T)
	if err := json.Unmarshal(text, said); err != nil {
		return nil, fmt.Errorf("reading a %s: %w", k.Name, err)
	}
	return said, nil
}

func (k *Kind[T]) renamed(c Content, to Renaming) (Content, bool) {
	said := k.In(c)
	if k.Renamed == nil || said == nil {
		return c, false
	}
	as, other := k.Renamed(*said, to)
	return k.Says(as), other
}

// Says is a content of this kind.
func (k *Kind[T]) Says(what T) Content { return Content{k.Name, &what} }

// In is what a content of this kind says; nil when it is of another.
func (k *Kind[T]) In(c Content) *T {
	said, _ := c.says.(*T)
	return said
}

// All goes through the standing entries of the kind, in the order they arrived.
func (k *Kind[T]) All(l *Ledger) iter.Seq2[Entry, *T] {
	return func(yield func(Entry, *T) bool) {
		for _, e := range l.kinds[k.Name] {
			if !yield(e, k.In(e.Content)) {
				return
			}
		}
	}
}

// Ever goes through all entries of the kind that were written, in the order they arrived: those
// that were corrected or taken back as well. What was done to a bike stays done when somebody
// strikes out that it was.
func (k *Kind[T]) Ever(l *Ledger) iter.Seq2[Entry, *T] {
	return func(yield func(Entry, *T) bool) {
		for _, e := range l.all {
			if e.Kind == k.Name && !yield(e, k.In(e.Content)) {
				return
			}
		}
	}
}

// Handled is the first entry behind which stand hands on a bike, and not the counter alone; false
// where there is none. What was written and taken back counts: it was done.
func Handled(l *Ledger) (Entry, bool) {
	for _, e := range l.all {
		if k, known := kinds[e.Kind]; !known || !k.atCounter() {
			return e, true
		}
	}
	return Entry{}, false
}

// Wrote is what an entry of the kind said as it was written, standing or not; it says nil when there is none.
func (k *Kind[T]) Wrote(l *Ledger, id ID) (Entry, *T) {
	e, known := l.Written(id)
	if !known || e.Kind != k.Name {
		return Entry{}, nil
	}
	return e, k.In(e.Content)
}

// Count is how many entries of the kind stand.
func (k *Kind[T]) Count(l *Ledger) int { return len(l.kinds[k.Name]) }

// Last is the newest standing entry of the kind that a test picks; it says nil when there is none.
func (k *Kind[T]) Last(l *Ledger, pick func(*T) bool) (Entry, *T) {
	all := l.kinds[k.Name]
	for i := len(all) - 1; i >= 0; i-- {
		if said := k.In(all[i].Content); pick(said) {
			return all[i], said
		}
	}
	return Entry{}, nil
}

// Newest is the newest standing entry of the kind; it says nil when there is none.
func (k *Kind[T]) Newest(l *Ledger) (Entry, *T) {
	return k.Last(l, func(*T) bool { return true })
}

// Find is the standing entry of the kind for an id, or for what corrected it; it says nil when
// there is none.
func (k *Kind[T]) Find(l *Ledger, id ID) (Entry, *T) {
	e, known := l.Find(id)
	if !known || e.Kind != k.Name {
		return Entry{}, nil
	}
	return e, k.In(e.Content)
}

// KindsOf lists the names of the kinds that are read so far beyond their own job, sorted.
func KindsOf(reach Reach) (names []string) {
	for _, k := range kinds {
		if k.past() >= reach {
			names = append(names, k.name())
		}
	}
	slices.Sort(names)
	return names
}

// Shape is a struct with one optional field for every kind, named for it: what Content is in JSON,
// for those who describe it.
func Shape() reflect.Type {
	var fields []reflect.StructField
	for _, k := range slices.SortedFunc(maps.Values(kinds),
		func(a, b kind) int { return cmp.Compare(a.name(), b.name()) }) {
		fields = append(fields, reflect.StructField{Name: words.Capital(k.name()), Type: reflect.PointerTo(k.says()),
			Tag: reflect.StructTag(`json:"` + k.name() + `,omitempty"`)})
	}
	return reflect.StructOf(fields)
}
