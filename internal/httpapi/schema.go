package httpapi

import (
	"reflect"
	"slices"

	"github.com/danielgtaylor/huma/v2"

	"utensil/core/bike"
	"utensil/core/brake"
	"utensil/core/wear"
	"utensil/internal/httpapi/typedoc"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/record"
)

// schemas describes the types of the operations. What an entry says is described by the kinds that
// the subjects have registered, one optional field for each; a type of words carries its words.
func schemas() huma.Registry {
	shape := record.Shape()
	named := func(t reflect.Type, hint string) string {
		if t == shape {
			return "Content"
		}
		if t == reflect.TypeFor[nothing]() {
			return "Nothing"
		}
		return huma.DefaultSchemaNamer(t, hint)
	}
	r := huma.NewMapRegistry("#/components/schemas/", named)
	r.RegisterTypeAlias(reflect.TypeFor[record.Content](), shape)
	worded[wear.Mark](r)
	worded[record.Stage](r)
	worded[record.Place](r)
	worded[findings.FindingStatus](r)
	worded[brake.Family](r)
	worded[brake.School](r)
	return r
}

// worded describes every value of a type by its words.
func worded[T ~string](r huma.Registry) {
	r.RegisterTypeAlias(reflect.TypeFor[T](), reflect.TypeFor[vocabulary[T]]())
}

// vocabulary is the words of a type, for its description.
type vocabulary[T ~string] string

// Schema lists the words of the type.
func (vocabulary[T]) Schema(huma.Registry) *huma.Schema {
	s := &huma.Schema{Type: huma.TypeString}
	for _, word := range allWords[reflect.TypeFor[T]()] {
		s.Enum = append(s.Enum, word)
	}
	s.PrecomputeMessages()
	return s
}

var allWords = map[reflect.Type][]string{
	reflect.TypeFor[wear.Mark]():              each(wear.Marks),
	reflect.TypeFor[record.Stage]():           each(record.Stages),
	reflect.TypeFor[record.Place]():           each(record.Places),
	reflect.TypeFor[findings.FindingStatus](): wordsOf(findings.Statuses),
	reflect.TypeFor[brake.Family]():           each(brake.Families),
	reflect.TypeFor[brake.School]():           each(brake.Schools),
}

func each[T ~string](list []T) (out []string) {
	for _, w := range list {
		out = append(out, string(w))
	}
	return out
}

func wordsOf(list []record.Named) (out []string) {
	for _, n := range list {
		out = append(out, n.Word)
	}
	return out
}

// schemed completes the schemas once all operations are declared.
func schemed(r huma.Registry, changes []record.Changing) {
	describeFacts(r)
	describeChange(r, changes)
	describeTypes(r)
}

// describeChange describes what the stream of changes says, though no operation answers with it.
func describeChange(r huma.Registry, all []record.Changing) {
	r.Schema(reflect.TypeFor[Changed](), true, "")
	change := r.Map()["Changed"]
	about, again := change.Properties["about"], change.Properties["again"].Items
	for _, c := range all {
		about.Enum = append(about.Enum, c.Name)
		for _, read := range c.Again {
			if !slices.Contains(again.Enum, any(read)) {
				again.Enum = append(again.Enum, read)
			}
		}
	}
}

// describeTypes gives each schema what stands over its type in Go.
func describeTypes(r huma.Registry) {
	for name, schema := range r.Map() {
		if t := r.TypeFromRef("#/components/schemas/" + name); t != nil && schema.Description == "" {
			schema.Description = typedoc.Of(t)
		}
	}
}

// describeFacts gives each fact of a bike the words that it is declared with.
func describeFacts(r huma.Registry) {
	facts := r.Map()["Facts"]
	for _, d := range bike.All {
		p := facts.Properties[d.Name]
		p.Enum = nil
		for _, w := range d.Words {
			p.Enum = append(p.Enum, w.Word)
		}
		p.PrecomputeMessages()
	}
	// A tablet whose interface is older, or that took a bike in without a network before we were
	// renewed, knows nothing of facts that came later: they are filled in as those of old records
	// are. In what we answer they always stand.
	said, filled := facts.Required, bike.Facts{}.Filled()
	facts.Required = slices.DeleteFunc(slices.Clone(said), func(name string) bool {
		word, worded := filled.Fact(name)
		_, declared := bike.DeclaredAs(name)
		return declared && worded && word != ""
	})
	facts.PrecomputeMessages()
	facts.Required = said
}
