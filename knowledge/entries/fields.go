package entries

import (
	"reflect"
	"strings"
)

// Field is something that an entry of a list says.
type Field struct {
	Name string `json:"name" doc:"as it stands in the file"`
	Kind string `json:"kind" doc:"text, number, yes or no, a condition on the bike, fields of its own; several, or by name, of one of these"`
	Unit string `json:"unit,omitempty" doc:"of a number, where its name says one"`
}

// Fields are the fields of an entry's type.
func Fields(t reflect.Type) (fields []Field) {
	for _, f := range reflect.VisibleFields(t) {
		name, _, _ := strings.Cut(f.Tag.Get("yaml"), ",")
		if name == "" || name == "-" {
			continue
		}
		fields = append(fields, Field{name, kindOf(f.Type), unitIn(name)})
	}
	return fields
}

// kindOf is what sort of thing a field holds.
func kindOf(t reflect.Type) string {
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	if t.Name() == "Condition" {
		return "a condition on the bike"
	}
	switch t.Kind() {
	case reflect.String:
		return "text"
	case reflect.Bool:
		return "yes or no"
	case reflect.Int, reflect.Int8, reflect.Int16, reflect.Int32, reflect.Int64, reflect.Float32, reflect.Float64:
		return "number"
	case reflect.Slice, reflect.Array:
		return "several: " + kindOf(t.Elem())
	case reflect.Map:
		return "by name: " + kindOf(t.Elem())
	}
	return "fields of its own"
}

// units are those that end a field's name.
var units = map[string]string{"mm": "mm", "deg": "°", "bar": "bar", "kg": "kg", "minutes": "min",
	"minor": "pence or cents",
	"nm":    "N·m", "days": "days", "percent": "%"}

func unitIn(name string) string { return units[name[strings.LastIndex(name, "_")+1:]] }
