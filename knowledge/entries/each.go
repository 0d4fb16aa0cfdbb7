package entries

import (
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strings"

	"github.com/goccy/go-yaml"
	"github.com/goccy/go-yaml/ast"

	"utensil/core/words"
)

// Each decodes one entry per word of its "each", with {end} and {End} in its texts filled in, or
// the entry itself.
func Each[T any](decoder *yaml.Decoder, entry ast.Node) ([]T, error) {
	var item T
	mapping, isMap := entry.(*ast.MappingNode)
	at := -1
	if isMap {
		at = slices.IndexFunc(mapping.Values, func(v *ast.MappingValueNode) bool { return v.Key.String() == "each" })
	}
	if at < 0 {
		err := decoder.DecodeFromNode(entry, &item)
		return []T{item}, err
	}
	var ends []string
	if err := decoder.DecodeFromNode(mapping.Values[at].Value, &ends); err != nil || len(ends) > mostEach {
		return nil, fmt.Errorf("each needs a list of up to %d words", mostEach)
	}
	rest := *mapping
	rest.Values = slices.Delete(slices.Clone(mapping.Values), at, at+1)
	if err := decoder.DecodeFromNode(&rest, &item); err != nil {
		return nil, err
	}
	var out []T
	for _, word := range ends {
		one := filled(reflect.ValueOf(item),
			strings.NewReplacer("{end}", word, "{End}", words.Capital(word))).Interface().(T)
		end := reflect.ValueOf(&one).Elem().FieldByName("End")
		if !end.IsValid() || end.Kind() != reflect.String {
			return nil, errors.New("each is for what stands at an end: this has none")
		}
		end.SetString(word)
		out = append(out, one)
	}
	return out, nil
}

// filled is a copy of a value with its texts filled in, however deep they lie.
func filled(v reflect.Value, fill *strings.Replacer) reflect.Value {
	out := reflect.New(v.Type()).Elem()
	switch v.Kind() {
	case reflect.String:
		out.SetString(fill.Replace(v.String()))
	case reflect.Struct:
		out.Set(v) // what nobody may set from outside stays as it is
		for i := range v.NumField() {
			if out.Field(i).CanSet() {
				out.Field(i).Set(filled(v.Field(i), fill))
			}
		}
	case reflect.Slice:
		if v.IsNil() {
			return v
		}
		out.Set(reflect.MakeSlice(v.Type(), v.Len(), v.Len()))
		for i := range v.Len() {
			out.Index(i).Set(filled(v.Index(i), fill))
		}
	case reflect.Map:
		if v.IsNil() {
			return v
		}
		out.Set(reflect.MakeMapWithSize(v.Type(), v.Len()))
		for _, key := range v.MapKeys() {
			out.SetMapIndex(filled(key, fill), filled(v.MapIndex(key), fill))
		}
	case reflect.Pointer:
		if v.IsNil() {
			return v
		}
		out.Set(reflect.New(v.Type().Elem()))
		out.Elem().Set(filled(v.Elem(), fill))
	default:
		return v
	}
	return out
}
