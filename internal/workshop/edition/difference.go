// Package edition is what has changed from one view of a job to the next, as it is sent to a
// tablet that holds the first.
package edition

import (
	"bytes"
	"errors"
	"fmt"
	"maps"
	"slices"

	"github.com/segmentio/encoding/json"
	"github.com/wI2L/jsondiff"
)

// Sections are the members of a view as JSON, by name.
type Sections map[string]json.RawMessage

// Difference is what turns one text into the other. What is alike, as nearly all is, is not looked into.
func Difference(was, is Sections, edition string) ([]byte, error) {
	patch := jsondiff.Patch{{Type: jsondiff.OperationTest, Path: "/edition", Value: edition}}
	names := maps.Clone(was)
	maps.Copy(names, is)
	for _, name := range slices.Sorted(maps.Keys(names)) {
		path := "/" + name
		old, had := was[name]
		now, has := is[name]
		switch {
		case !has:
			patch = append(patch, jsondiff.Operation{Type: jsondiff.OperationRemove, Path: path})
		case !had:
			patch = append(patch, jsondiff.Operation{Type: jsondiff.OperationAdd, Path: path, Value: now})
		default:
			within, err := section(path, old, now)
			if err != nil {
				return nil, err
			}
			patch = append(patch, within...)
		}
	}
	return json.Marshal(patch)
}

// section is what turns one section into the other; of a list that is as long as it was, what is
// alike is passed over.
func section(path string, old, now json.RawMessage) (jsondiff.Patch, error) {
	if bytes.Equal(old, now) {
		return nil, nil
	}
	var was, is []json.RawMessage
	if old[0] != '[' || now[0] != '[' || errors.Join(json.Unmarshal(old, &was),
		json.Unmarshal(now, &is)) != nil || len(was) != len(is) {
		return within(path, old, now)
	}
	var patch jsondiff.Patch
	for i := range was {
		if bytes.Equal(was[i], is[i]) {
			continue
		}
		changes, err := within(fmt.Sprintf("%s/%d", path, i), was[i], is[i])
		if err != nil {
			return nil, err
		}
		patch = append(patch, changes...)
	}
	return patch, nil
}

func within(path string, old, now json.RawMessage) (jsondiff.Patch, error) {
	changes, err := jsondiff.CompareJSON(old, now)
	for i := range changes {
		changes[i].Path = path + changes[i].Path
	}
	return changes, err
}
