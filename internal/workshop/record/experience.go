package record

import (
	"context"
	"log/slog"
	"maps"
	"reflect"
	"time"

	"utensil/internal/recall"
	"utensil/knowledge"
)

// Experience is something that the shop's past tells the bench: how fast parts wear here, what
// comes loose. The subject that reads it declares it; what could not be read is its zero value.
type Experience[T any] struct{ about string }

// Learns declares an experience, named for what it is about.
func Learns[T any](about string) *Experience[T] { return &Experience[T]{about} }

// Of is the experience that a sheet is judged by.
func (e *Experience[T]) Of(s *Sheet) T {
	v, _ := s.learnt[e].(T)
	return v
}

// Put is what was learnt, by hand.
func (e *Experience[T]) Put(into Learnt, v T) { into[e] = v }

// From says how an experience is read.
func (e *Experience[T]) From(read func(context.Context, *knowledge.Book) (T, error)) Lesson {
	return Lesson{e.about, e, func(ctx context.Context, book *knowledge.Book) (any, error) { return read(ctx, book) }}
}

// Lesson reads one experience.
type Lesson struct {
	about string
	of    any
	read  func(context.Context, *knowledge.Book) (any, error)
}

// Learnt is all that the shop's past tells, as it was when it was read.
type Learnt map[any]any

// Same says whether it is what was learnt at the same time.
func (l Learnt) Same(other Learnt) bool {
	return reflect.ValueOf(l).Pointer() == reflect.ValueOf(other).Pointer()
}

// Memory remembers what was learnt; it changes slowly.
type Memory struct{ known *recall.Value[Learnt] }

// How long what was learnt is kept. What could not be read is asked for again after a moment, and
// what was known of it before stands until then.
const (
	LearntFor     = time.Hour
	AskAgainAfter = 10 * time.Second
)

// NewMemory remembers what the lessons teach. now is the clock, book what the trade knows.
func NewMemory(now func() time.Time, book func() *knowledge.Book, lessons ...Lesson) *Memory {
	last := Learnt{}
	return &Memory{recall.Of(now, func(ctx context.Context) (Learnt, time.Duration, error) {
		known, fresh := maps.Clone(last), LearntFor
		for _, l := range lessons {
			v, err := l.read(ctx, book())
			if err != nil { // a screen without it is better than none
				slog.WarnContext(ctx, "reading the shop's experience", "of", l.about, "err", err)
				fresh = AskAgainAfter
				continue
			}
			known[l.of] = v
		}
		last = known
		return known, fresh, nil
	})}
}

// Recall is what was learnt, read again when it is old: what is known, if there is no time for that.
func (m *Memory) Recall(ctx context.Context) Learnt {
	known, err := m.known.Get(ctx)
	if err != nil {
		slog.WarnContext(ctx, "reading the shop's experience", "err", err)
	}
	return known
}

// AtHand is what is known of it now: it is read beside whoever asks, and nothing before it was read once.
func (m *Memory) AtHand(ctx context.Context) Learnt { return m.known.AtHand(ctx) }
