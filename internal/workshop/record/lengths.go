package record

import (
	"reflect"
	"slices"
	"strings"
	"unicode/utf8"
)

// longestTyped is how long a text may be that is no note: a row of a whole wheel's tensions, what
// a hole was made by.
const longestTyped = 1_000

// notes are members of entries that hold free text, which a person may write at length.
var notes = []string{"text", "note", "words", "reason", "why", "reading"}

// CheckLengths refuses an entry with a text that is longer than anybody types. What is a note
// says so in its own words.
func CheckLengths(c Content) error { return lengths(reflect.ValueOf(c.says), "") }

func lengths(v reflect.Value, member string) error {
	switch v.Kind() {
	case reflect.String:
		if n := utf8.RuneCountInString(v.String()); n > longestNote || n > longestTyped &&
			!slices.Contains(notes, member) {
			return Refuse(member, "That is longer than anybody types: %d characters. Shorten it; put "+
				"the rest in a note.", n)
		}
	case reflect.Pointer, reflect.Interface:
		if !v.IsNil() {
			return lengths(v.Elem(), member)
		}
	case reflect.Slice, reflect.Array:
		for i := range v.Len() {
			if err := lengths(v.Index(i), member); err != nil {
				return err
			}
		}
	case reflect.Map:
		for key, value := range v.Seq2() {
			if err := First(lengths(key, member), lengths(value, member)); err != nil {
				return err
			}
		}
	case reflect.Struct:
		for i := range v.NumField() {
			f := v.Type().Field(i)
			name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
			if !f.IsExported() || f.Tag.Get("readOnly") == "true" {
				continue
			}
			if err := lengths(v.Field(i), name); err != nil {
				return err
			}
		}
	}
	return nil
}
