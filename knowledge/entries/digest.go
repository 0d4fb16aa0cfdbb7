package entries

import (
	"crypto/sha256"
	"encoding/binary"
	"fmt"
	"hash"
	"maps"
	"math"
	"reflect"
	"slices"
)

// Digest is of all that a value holds, its fields that nobody else sees as well (SHA-256): two of
// one digest say the same. What a text is read into holds no functions, channels or circles.
func Digest(values ...any) [sha256.Size]byte {
	sum := sha256.New()
	for _, v := range values {
		write(sum, reflect.ValueOf(v))
	}
	return [sha256.Size]byte(sum.Sum(nil))
}

func write(sum hash.Hash, v reflect.Value) {
	var word [9]byte
	number := func(n uint64) {
		word[0] = byte(v.Kind())
		binary.BigEndian.PutUint64(word[1:], n)
		sum.Write(word[:])
	}
	switch v.Kind() {
	case reflect.Invalid:
		number(0)
	case reflect.Bool:
		number(map[bool]uint64{true: 1}[v.Bool()])
	case reflect.Int, reflect.Int8, reflect.Int16, reflect.Int32, reflect.Int64:
		number(uint64(v.Int()))
	case reflect.Uint, reflect.Uint8, reflect.Uint16, reflect.Uint32, reflect.Uint64:
		number(v.Uint())
	case reflect.Float32, reflect.Float64:
		number(math.Float64bits(v.Float()))
	case reflect.String:
		number(uint64(v.Len()))
		sum.Write([]byte(v.String()))
	case reflect.Pointer, reflect.Interface:
		number(map[bool]uint64{true: 1}[v.IsNil()])
		if !v.IsNil() {
			write(sum, v.Elem())
		}
	case reflect.Slice, reflect.Array:
		number(uint64(v.Len()))
		for i := range v.Len() {
			write(sum, v.Index(i))
		}
	case reflect.Map:
		number(uint64(v.Len()))
		keys := map[string]reflect.Value{}
		for _, k := range v.MapKeys() {
			keys[fmt.Sprint(k)] = k
		}
		for _, k := range slices.Sorted(maps.Keys(keys)) {
			write(sum, keys[k])
			write(sum, v.MapIndex(keys[k]))
		}
	case reflect.Struct:
		number(uint64(v.NumField()))
		for i := range v.NumField() {
			write(sum, v.Field(i))
		}
	default:
		panic("no text is read into a " + v.Kind().String())
	}
}
