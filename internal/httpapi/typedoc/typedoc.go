// Package typedoc says of each type that the API speaks of what its comment says, so that the
// description of the API tells it as well.
package typedoc

import (
	_ "embed"
	"encoding/json"
	"reflect"
	"sync"
)

//go:embed types.json
var text []byte

// comments are what stands over types in Go, by package and name: taken from the source by this
// package's test (go test ./internal/httpapi/typedoc -update).
var comments = sync.OnceValue(func() map[string]string {
	said := map[string]string{}
	_ = json.Unmarshal(text, &said) // what ships is read by a test
	return said
})

// Of is what stands over a type; "" where nothing does, or it is none of ours.
func Of(t reflect.Type) string { return comments()[t.PkgPath()+"."+t.Name()] }
