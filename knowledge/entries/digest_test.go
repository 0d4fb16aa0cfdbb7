package entries_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"utensil/knowledge/entries"
)

// What differs anywhere has another digest; what is said in another order of a map has the same.
func TestDigestsTellWhatDiffers(t *testing.T) {
	type inner struct{ hidden []string }
	type outer struct {
		Name string
		In   *inner
		By   map[string][]string
		At   float64
	}
	whole := func() outer {
		return outer{"a", &inner{[]string{"b", "c"}}, map[string][]string{"x": {"1"}, "y": nil}, 1}
	}
	same := entries.Digest(whole())
	for range 20 {
		assert.Equal(t, same, entries.Digest(whole()))
	}
	for name, change := range map[string]func(*outer){
		"a field":            func(o *outer) { o.Name = "b" },
		"a field of its own": func(o *outer) { o.In.hidden[1] = "d" },
		"none":               func(o *outer) { o.In = nil },
		"where one ends":     func(o *outer) { o.In.hidden = []string{"bc"} },
		"a key":              func(o *outer) { o.By = map[string][]string{"x": {"1"}, "z": nil} },
		"a value":            func(o *outer) { o.By["y"] = []string{"2"} },
		"a figure":           func(o *outer) { o.At = 1.0000001 },
	} {
		t.Run(name, func(t *testing.T) {
			o := whole()
			change(&o)
			assert.NotEqual(t, same, entries.Digest(o))
		})
	}
}
