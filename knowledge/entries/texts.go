package entries

import (
	"io/fs"
	"path"
	"slices"
)

// Texts is a layer of files held in memory, by name.
type Texts map[string]string

var (
	_ fs.ReadFileFS = Texts{}
	_ fs.GlobFS     = Texts{}
)

// Open finds nothing: a layer is read whole, by ReadFile.
func (t Texts) Open(name string) (fs.File, error) {
	return nil, &fs.PathError{Op: "open", Path: name, Err: fs.ErrNotExist}
}

// ReadFile returns the text under a name.
func (t Texts) ReadFile(name string) ([]byte, error) {
	text, known := t[name]
	if !known {
		return nil, &fs.PathError{Op: "read", Path: name, Err: fs.ErrNotExist}
	}
	return []byte(text), nil
}

// Glob lists the names that match, in order.
func (t Texts) Glob(pattern string) ([]string, error) {
	var out []string
	for name := range t {
		if match, err := path.Match(pattern, name); err != nil {
			return nil, err
		} else if match {
			out = append(out, name)
		}
	}
	slices.Sort(out)
	return out, nil
}
