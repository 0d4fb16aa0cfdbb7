package httpapi

import (
	"context"
	"net/http"
	"strings"
)

// differing is an answer that can be told with some of its parts, as what has changed since an edition of it.
type differing[T any] interface {
	Told(parts []string, since string) (T, error)
}

// What a tablet says of a job's answer: which edition of it it holds already, and which parts of
// it its screens show, by their names. Who says nothing of parts is told all.
const (
	holdsHeader = "X-Utensil-Holds"
	partsHeader = "X-Utensil-Parts"
)

// screen is what a tablet holds of what it asks for, and shows of it.
type screen struct {
	edition string   // "" when it holds none
	parts   []string // nil for all
}

type onScreen struct{}

// holding keeps what a tablet says it holds and shows.
func holding(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		s := screen{edition: r.Header.Get(holdsHeader)}
		if said := r.Header.Get(partsHeader); said != "" {
			s.parts = strings.Split(said, ",")
		}
		if s.edition != "" || s.parts != nil {
			r = r.WithContext(context.WithValue(r.Context(), onScreen{}, s))
		}
		next.ServeHTTP(w, r)
	})
}

// screenOf is what whoever asks holds and shows.
func screenOf(ctx context.Context) screen {
	s, _ := ctx.Value(onScreen{}).(screen)
	return s
}
