package httpapi

import (
	"context"
	"net/http"
)

// differing is an answer that can be told as what has changed since an edition of it.
type differing[T any] interface {
	Since(edition string) (T, error)
}

// holdsHeader says which edition of what it asks for a tablet holds already.
const holdsHeader = "X-Utensil-Holds"

type editionHeld struct{}

// holding keeps what a tablet says it holds.
func holding(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if edition := r.Header.Get(holdsHeader); edition != "" {
			r = r.WithContext(context.WithValue(r.Context(), editionHeld{}, edition))
		}
		next.ServeHTTP(w, r)
	})
}

// holds is the edition that whoever asks holds; "" when it holds none.
func holds(ctx context.Context) string {
	edition, _ := ctx.Value(editionHeld{}).(string)
	return edition
}
