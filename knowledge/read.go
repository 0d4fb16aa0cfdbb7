package knowledge

import (
	"bytes"
	"errors"
	"fmt"
	"io/fs"
	"path"
	"slices"
	"strings"

	"github.com/goccy/go-yaml"
	"github.com/goccy/go-yaml/ast"
	"github.com/goccy/go-yaml/parser"

	"utensil/core/words"
)

// origin remembers where each entry was read, for the errors.
type origin struct {
	lines map[string]int    // "points.yaml chain" → 65
	files map[string]string // "fasteners seatpost-clamp" → "fasteners/seat.yaml", where it was read last
	texts map[string][]byte // of each file, as it was read last

	adjusters []Adjuster // whose words texts ask for
	ours      bool       // it is what ships that is read
}

func newOrigin() origin {
	return origin{lines: map[string]int{}, files: map[string]string{}, texts: map[string][]byte{}}
}

func (o origin) note(file, id string, line int) {
	o.lines[file+" "+id], o.files[path.Dir(file)+" "+id] = line, file
}

// at names the line of an entry in a file, or in whichever file of a folder it stands.
func (o origin) at(place, id string) string {
	if file, known := o.files[place+" "+id]; known {
		place = file
	}
	return fmt.Sprintf("%s:%d: %s", place, o.lines[place+" "+id], id)
}

// within names the line of a step within an entry, or that of the entry where there is none.
func (o origin) within(place, id, step string) string {
	file, known := o.files[place+" "+id]
	start := o.lines[file+" "+id]
	if !known || step == "" {
		return o.at(place, id)
	}
	p := page{file, strings.Split(string(o.texts[file]), "\n")}
	return fmt.Sprintf("%s:%d: %s", file, p.line("id: "+step, start), id)
}

// readList reads one file of a layer, if it has it, into list.
func readList[T identified](layer fs.FS, file string, origins origin, list *[]T) error {
	text, err := fs.ReadFile(layer, file)
	if errors.Is(err, fs.ErrNotExist) {
		return nil
	}
	if err != nil {
		return fmt.Errorf("reading %s: %w", file, err)
	}
	return parseList(file, text, origins, list)
}

// readFolder reads every file of a layer's folder into one list.
func readFolder[T identified](layer fs.FS, folder string, origins origin, list *[]T) error {
	files, err := fs.Glob(layer, folder+"/*.yaml")
	if err != nil {
		return fmt.Errorf("reading %s: %w", folder, err)
	}
	for _, file := range files {
		if err := readList(layer, file, origins, list); err != nil {
			return err
		}
	}
	return nil
}

// parseList decodes a list of entries strictly. An entry with "each" is read once for every
// word listed there, with {end} and {End} filled in. Within one file an id stands once.
func parseList[T identified](file string, text []byte, origins origin, list *[]T) error {
	if err := bounded(text); err != nil {
		return fmt.Errorf("%s: %w", file, err)
	}
	parsed, err := parser.ParseBytes(text, 0)
	if err != nil {
		return fmt.Errorf("%s: %w", file, err)
	}
	if len(parsed.Docs) == 0 || parsed.Docs[0].Body == nil {
		return nil
	}
	if line := multiplies(parsed.Docs[0].Body); line > 0 {
		return fmt.Errorf("%s:%d: what is named with & holds something that stands for another: write it out", file, line)
	}
	items, isList := parsed.Docs[0].Body.(*ast.SequenceNode)
	if !isList {
		return fmt.Errorf("%s:1: expected a list of entries, each starting with a dash", file)
	}
	if file != "adjusters.yaml" {
		texts := &speaks{file: file, origin: origins}
		if ast.Walk(texts, items); len(texts.errs) > 0 {
			return errors.Join(texts.errs...)
		}
	}
	origins.texts[file] = text
	here := map[string]int{}
	decoder := yaml.NewDecoder(bytes.NewReader(nil), yaml.Strict()) // one for the file: it remembers the anchors
	for _, entry := range items.Values {
		line := entry.GetToken().Position.Line
		each, err := expand(decoder, entry)
		if err != nil {
			return fmt.Errorf("%s:%d: %w", file, line, err)
		}
		for _, filled := range each {
			var item T
			if err := decoder.DecodeFromNode(filled, &item); err != nil {
				return fmt.Errorf("%s:%d: %w", file, line, err)
			}
			id := item.key()
			if id == "" {
				return fmt.Errorf("%s:%d: an entry needs an id", file, line)
			}
			if first, twice := here[id]; twice {
				return fmt.Errorf("%s:%d: %q stands already at line %d", file, line, id, first)
			}
			here[id] = line
			origins.note(file, id, line)
			if known := slices.IndexFunc(*list, func(x T) bool { return x.key() == id }); known >= 0 {
				(*list)[known] = item
			} else {
				*list = append(*list, item)
			}
		}
	}
	return nil
}

// expand makes one entry per word of "each", or the entry itself.
func expand(decoder *yaml.Decoder, entry ast.Node) ([]ast.Node, error) {
	mapping, isMap := entry.(*ast.MappingNode)
	if !isMap || !slices.ContainsFunc(mapping.Values, func(v *ast.MappingValueNode) bool { return v.Key.String() == "each" }) {
		return []ast.Node{entry}, nil
	}
	var fields map[string]any
	if err := decoder.DecodeFromNode(entry, &fields); err != nil {
		return nil, err
	}
	ends, isList := fields["each"].([]any)
	if !isList || len(ends) > mostEach {
		return nil, fmt.Errorf("each needs a list of up to %d words", mostEach)
	}
	delete(fields, "each")
	var out []ast.Node
	for _, end := range ends {
		word := fmt.Sprint(end)
		fields["end"] = word
		text, err := yaml.Marshal(filled(fields, strings.NewReplacer("{end}", word, "{End}", words.Capital(word))))
		if err != nil {
			return nil, err
		}
		parsed, err := parser.ParseBytes(text, 0) // a node made from values quotes its texts twice
		if err != nil {
			return nil, err
		}
		out = append(out, parsed.Docs[0].Body)
	}
	return out, nil
}

func filled(value any, fill *strings.Replacer) any {
	switch v := value.(type) {
	case string:
		return fill.Replace(v)
	case []any:
		out := make([]any, len(v))
		for i, item := range v {
			out[i] = filled(item, fill)
		}
		return out
	case map[string]any:
		out := make(map[string]any, len(v))
		for key, item := range v {
			out[fill.Replace(key)] = filled(item, fill)
		}
		return out
	}
	return value
}
