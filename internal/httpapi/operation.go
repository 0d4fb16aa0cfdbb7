package httpapi

import (
	"context"
	"math"
	"net/http"
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"utensil/internal/workshop/record"
)

// body is an answer or request that is only a body.
type body[T any] struct{ Body T }

// identified is a request about one thing.
type identified struct {
	ID record.ID `path:"id"`
}

// about is a request that says something of one thing.
type about[T any] struct {
	ID   record.ID `path:"id"`
	Body T
}

type (
	nothing = struct{}
	actor   = record.Actor
)

// register declares one operation whose errors become Faults.
func register[In, Out any](s *Server, method, path, id, summary string, do func(context.Context, *In) (*Out, error)) {
	huma.Register(s.api, huma.Operation{OperationID: id, Method: method, Path: path, Summary: summary,
		DefaultStatus: http.StatusOK},
		func(ctx context.Context, in *In) (*Out, error) {
			out, err := do(ctx, in)
			if err != nil {
				return nil, faultOf(ctx, err)
			}
			return out, nil
		})
}

func answer[T any](v T, err error) (*body[T], error) {
	if err != nil {
		return nil, err
	}
	return &body[T]{Body: v}, nil
}

// signed declares an operation that only a signed-in member of staff may use.
func signed[In, Out any](s *Server, method, path, id, summary string,
	do func(context.Context, actor, *In) (Out, error)) {
	register(s, method, path, id, summary, func(ctx context.Context, in *In) (*body[Out], error) {
		who, err := s.actor(ctx)
		if err != nil {
			return nil, err
		}
		out, err := do(ctx, who, in)
		if v, can := any(out).(differing[Out]); can && err == nil {
			held := screenOf(ctx)
			out, err = v.Told(held.parts, held.edition)
		}
		return answer(out, err)
	})
}

// read declares what anybody who works here may see.
func read[Out any](s *Server, path, id, summary string, do func(context.Context) (Out, error)) {
	signed(s, "GET", path, id, summary, func(ctx context.Context, _ actor, _ *nothing) (Out, error) { return do(ctx) })
}

// readAs declares what is seen by who looks.
func readAs[Out any](s *Server, path, id, summary string, do func(context.Context, actor) (Out, error)) {
	signed(s, "GET", path, id, summary, func(ctx context.Context, who actor, _ *nothing) (Out, error) {
		return do(ctx, who)
	})
}

// readOne declares what is seen of one thing.
func readOne[Out any](s *Server, path, id, summary string, do func(context.Context, record.ID) (Out, error)) {
	signed(s, "GET", path, id, summary, func(ctx context.Context, _ actor, in *identified) (Out, error) {
		return do(ctx, in.ID)
	})
}

// send declares that somebody sends something.
func send[In, Out any](s *Server, method, path, id, summary string, do func(context.Context, actor, In) (Out, error)) {
	signed(s, method, path, id, summary, func(ctx context.Context, who actor, in *body[In]) (Out, error) {
		return do(ctx, who, in.Body)
	})
}

// tell declares that somebody says something of one thing.
func tell[In, Out any](s *Server, method, path, id, summary string,
	do func(context.Context, actor, record.ID, In) (Out, error)) {
	signed(s, method, path, id, summary, func(ctx context.Context, who actor, in *about[In]) (Out, error) {
		return do(ctx, who, in.ID, in.Body)
	})
}

// keep declares a register of the shop's: its rows are read together, and each is written by
// itself over its version. name sets whose row it is; what comes back is the whole register.
func keep[T any](s *Server, path, id, one, summary string, list func(context.Context) ([]T, error),
	save func(context.Context, actor, T) ([]T, error), name func(*T, record.ID),
) {
	read(s, path, id, summary, list)
	tell(s, "PUT", path+"/{id}", "save-"+one, "Add a row to it, or change one",
		func(ctx context.Context, who actor, row record.ID, in T) ([]T, error) {
			name(&in, row)
			return save(ctx, who, in)
		})
}

// reckon declares a question of arithmetic, which nothing is recorded of.
func reckon[In, Out any](s *Server, path, id, summary string, do func(In) (Out, error)) {
	send(s, "POST", path, id, summary, func(_ context.Context, _ actor, in In) (Out, error) {
		out, err := do(in)
		if err == nil && !finite(reflect.ValueOf(out)) {
			return out, record.Refuse("", "These figures come to nothing that can be: one of them is "+
				"far too large, or far too small.")
		}
		return out, err
	})
}

// finite says whether every figure of an answer is one.
func finite(v reflect.Value) bool {
	switch v.Kind() {
	case reflect.Float32, reflect.Float64:
		return !math.IsNaN(v.Float()) && !math.IsInf(v.Float(), 0)
	case reflect.Pointer, reflect.Interface:
		return v.IsNil() || finite(v.Elem())
	case reflect.Struct:
		for i := range v.NumField() {
			if v.Type().Field(i).IsExported() && !finite(v.Field(i)) {
				return false
			}
		}
	case reflect.Slice, reflect.Array:
		for i := range v.Len() {
			if !finite(v.Index(i)) {
				return false
			}
		}
	case reflect.Map:
		for _, k := range v.MapKeys() {
			if !finite(v.MapIndex(k)) {
				return false
			}
		}
	}
	return true
}
