package architecture_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"utensil/knowledge"
	"utensil/knowledge/speech"
)

// shown are the texts of the interface: between tags, and in quotes with a space in them.
var shown = []*regexp.Regexp{regexp.MustCompile(`>([^<>{}]+)<`),
	regexp.MustCompile(`'([^'\n]* [^'\n]*|[A-Z][a-z]+)'`), regexp.MustCompile(`"([^"\n]* [^"\n]*)"`),
	regexp.MustCompile("`([^`\n]* [^`\n]*)`"), regexp.MustCompile(`(?m)^\s*([A-Z“][^<>{}=;]+)$`)}

var tag = regexp.MustCompile(`^[a-z]+:"`)

// What people read is called as knowledge/words.yaml has it, whoever says it: the interface, the program.
func TestThingsAreCalledWhatTheTradeCallsThem(t *testing.T) {
	book, err := knowledge.Layered()
	require.NoError(t, err)
	require.NotEmpty(t, book.Words)
	check := func(path, text string) {
		if err := speech.Unwritten(text, book.Words); err != nil {
			t.Errorf("%s: %v, in “%s”", path, err, strings.TrimSpace(text))
		}
	}
	require.NoError(t, filepath.WalkDir(root+"/ui/src", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || strings.Contains(path, ".test.") || strings.HasSuffix(path, ".d.ts") ||
			!strings.HasSuffix(path, ".vue") && !strings.HasSuffix(path, ".ts") {
			return err
		}
		text, err := os.ReadFile(path)
		for _, place := range shown {
			for _, found := range place.FindAllStringSubmatch(string(text), -1) {
				check(path, found[1])
			}
		}
		return err
	}))
	sources(t, func(path string, text []byte) {
		// The database's columns keep their names, and the demo's people theirs.
		if strings.HasSuffix(path, "_test.go") || strings.HasPrefix(path, "internal/postgres/") ||
			strings.HasPrefix(path, "internal/scene/") {
			return
		}
		file, err := parser.ParseFile(token.NewFileSet(), path, text, 0)
		require.NoError(t, err)
		ast.Inspect(file, func(n ast.Node) bool {
			if literal, is := n.(*ast.BasicLit); is && literal.Kind == token.STRING {
				if said, err := strconv.Unquote(literal.Value); err == nil &&
					strings.Contains(said, " ") && !tag.MatchString(said) {
					check(path, said)
				}
			}
			return true
		})
	})
}

// Every point of the walk-round has its place on the drawing of the bike.
func TestEveryPointIsDrawn(t *testing.T) {
	book, err := knowledge.Layered()
	require.NoError(t, err)
	text, err := os.ReadFile(root + "/ui/src/drawing/bike/anchors.ts")
	require.NoError(t, err)
	for _, p := range book.Points {
		if !regexp.MustCompile(`(?m)^    '?` + regexp.QuoteMeta(p.ID) + `'?:`).Match(text) {
			t.Errorf("%s has no place in anchors.ts: its dot is not drawn, and nobody can press it", p.ID)
		}
	}
}
