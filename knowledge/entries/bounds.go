// Package entries reads files of entries: lists in YAML that a workshop may write itself, so that
// what they may ask of the parser is bounded. It knows nothing of what the entries are about.
package entries

import (
	"bytes"
	"errors"
	"fmt"

	"github.com/goccy/go-yaml/ast"
	"github.com/goccy/go-yaml/parser"
)

// What a file of one's own may ask of the parser, whose cost grows with the square of how deep a
// text is nested, and with what its aliases stand for. The largest that ships has a third of
// each.
const (
	mostText    = 400_000 // bytes
	mostLines   = 12_000
	mostOpened  = 8_000 // brackets and braces
	mostIndent  = 120   // columns
	mostDashes  = 12    // in one line
	mostLong    = 4_000 // bytes of one line
	mostEach    = 8     // words that an entry is read once for
	mostAliases = 200   // words that begin with * or &, which stand for others or are stood for
)

// Parse reads the entries of a file; nil where it holds none. Its errors name the file, and the
// line where there is one.
func Parse(file string, text []byte) (*ast.SequenceNode, error) {
	if err := bounded(text); err != nil {
		return nil, fmt.Errorf("%s: %w", file, err)
	}
	parsed, err := parser.ParseBytes(text, 0)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", file, err)
	}
	if len(parsed.Docs) == 0 || parsed.Docs[0].Body == nil {
		return nil, nil
	}
	if line := multiplies(parsed.Docs[0].Body); line > 0 {
		return nil, fmt.Errorf("%s:%d: what is named with & holds something that stands for another: write it out",
			file, line)
	}
	items, isList := parsed.Docs[0].Body.(*ast.SequenceNode)
	if !isList {
		return nil, fmt.Errorf("%s:1: expected a list of entries, each starting with a dash", file)
	}
	return items, nil
}

// bounded refuses a text that would cost more to read than any list of entries does.
func bounded(text []byte) error {
	if len(text) > mostText {
		return fmt.Errorf("it is longer than %d kB: cut it into what is needed", mostText/1000)
	}
	opened := bytes.Count(text, []byte("[")) + bytes.Count(text, []byte("{"))
	aliases := bytes.Count(text, []byte("*")) + bytes.Count(text, []byte("&"))
	if opened > mostOpened || aliases > mostAliases {
		return errors.New("it holds more brackets or more * and & than any list of entries does")
	}
	lines := 0
	for line := range bytes.Lines(text) {
		lines++
		if len(line) > mostLong {
			return fmt.Errorf("line %d is longer than any entry is", lines)
		}
		indent := len(line) - len(bytes.TrimLeft(line, " \t"))
		if indent > mostIndent || bytes.Count(line, []byte("- ")) > mostDashes &&
			bytes.Count(line, []byte("- -")) > mostDashes/2 {
			return fmt.Errorf("line %d is nested deeper than any entry is", lines)
		}
	}
	if lines > mostLines {
		return fmt.Errorf("it has more than %d lines: cut it into what is needed", mostLines)
	}
	return nil
}

// multiplies is the line of a named part that holds aliases itself; 0 where there is none. Each
// such part in another multiplies what they stand for.
func multiplies(body ast.Node) (line int) {
	ast.Walk(visit(func(n ast.Node) bool {
		if named, is := n.(*ast.AnchorNode); is && line == 0 {
			ast.Walk(visit(func(within ast.Node) bool {
				if within.Type() == ast.AliasType {
					line = named.GetToken().Position.Line
				}
				return line == 0
			}), named.Value)
		}
		return line == 0
	}), body)
	return line
}

// visit looks at a node and says whether to go on into it.
type visit func(ast.Node) bool

func (v visit) Visit(n ast.Node) ast.Visitor {
	if v(n) {
		return v
	}
	return nil
}
