// Package architecture_test proves what docs/architecture.md says: who may import whom, and how
// long a line, a function and a package may be.
package architecture_test

import (
	"bufio"
	"bytes"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"unicode/utf8"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const (
	root       = "../.."
	module     = "utensil/"
	shop       = "internal/workshop/"
	longest    = 120  // columns of a line, a tab being four
	usual      = 100  // columns that 19 lines of 20 end within
	mostLines  = 64   // of a function
	mostTold   = 110  // lines of a test, which tells a story from its start to its end
	mostOfOne  = 3500 // lines of a package
	mostFacade = 2000 // lines of the façade
)

// subjects of the trade, from the bottom up: each may import those before it, and record. Their
// order stands once, as the line of arrows in docs/architecture.md.
var subjects = func() []string {
	text, err := os.ReadFile(filepath.Join(root, "docs/architecture.md"))
	if err != nil {
		panic(err)
	}
	for line := range strings.Lines(string(text)) {
		if names := strings.Split(strings.Trim(line, "`\n"), " → "); line[0] == '`' && len(names) > 10 {
			return names
		}
	}
	panic("docs/architecture.md says no order of the rooms")
}()

// layers say what of this module a package may import, by the beginning of its path. The first that
// fits a package counts.
var layers = []struct {
	path string
	may  []string
}{
	{"core/", []string{"core/"}},
	{"knowledge/entries", []string{"core/"}},
	{"knowledge/speech", []string{"core/"}},
	{"knowledge/complaint", []string{"core/"}},
	{"knowledge/flow", []string{"core/"}},
	{"knowledge/service", []string{"core/"}},
	{"knowledge/riding", []string{"core/"}},
	{"knowledge/rolling", []string{"core/"}},
	{"knowledge", []string{"core/", "knowledge/complaint", "knowledge/entries", "knowledge/flow", "knowledge/riding",
		"knowledge/rolling", "knowledge/service", "knowledge/speech"}},
	{"internal/recall", nil},
	{shop + "record", []string{"core/", "knowledge", "internal/recall"}},
	{shop, nil}, // subjects: by their order, below
	{"internal/workshop", []string{"core/", "knowledge", shop}},
	{"internal/postgres", []string{"core/", "knowledge", "internal/workshop"}},
	{"internal/servicesheet", []string{"core/", "internal/workshop"}},
	{"internal/document", []string{"core/", "knowledge", "internal/workshop", "internal/servicesheet"}},
	{"internal/standin", []string{"core/", "internal/workshop", "internal/device"}},
	{"internal/mail", []string{"internal/workshop"}},
	{"internal/device", []string{"core/", "internal/workshop"}},
	{"internal/httpapi/typedoc", nil},
	{"internal/httpapi", []string{"core/", "knowledge", "internal/workshop", "internal/document",
		"internal/servicesheet", "internal/recall", "internal/httpapi/"}},
	{"internal/scene", []string{"core/", "knowledge", "internal/workshop", "internal/document"}},
	{"internal/localdb", []string{"internal/localdb", "internal/postgres"}},
	{"internal/speed", []string{""}},
	{"internal/architecture", nil},
	{"cmd/", []string{""}},
}

func may(path string) []string {
	if subject, is := strings.CutPrefix(path, shop); is && subject != "record" {
		allowed := []string{"core/", "knowledge", shop + "record"}
		for _, below := range subjects[:max(0, slices.Index(subjects, subject))] {
			allowed = append(allowed, shop+below)
		}
		return allowed
	}
	for _, l := range layers {
		if strings.HasPrefix(path, l.path) {
			return l.may
		}
	}
	return nil
}

func TestDependenciesPointOneWay(t *testing.T) {
	list := exec.CommandContext(t.Context(), "go", "list", "-f",
		`{{.ImportPath}}{{range .Imports}} {{.}}{{end}}`, "./...")
	list.Dir = root
	out, err := list.Output()
	require.NoError(t, err)
	seen := map[string]bool{}
	for line := range strings.Lines(string(out)) {
		words := strings.Fields(line)
		path := strings.TrimPrefix(words[0], module)
		seen[path] = true
		t.Run(path, func(t *testing.T) {
			for _, i := range words[1:] {
				imported, ours := strings.CutPrefix(i, module)
				fits := func(allowed string) bool {
					return strings.HasPrefix(imported, allowed) &&
						(allowed == "" || strings.HasSuffix(allowed, "/") || imported == allowed ||
							imported[len(allowed)] == '/')
				}
				if ours && !slices.ContainsFunc(may(path), fits) {
					t.Errorf("%s imports %s; it may import %v", path, imported, may(path))
				}
			}
		})
	}
	for _, subject := range subjects {
		assert.True(t, seen[shop+subject], "%s is no package any more: take it off the list", subject)
	}
}

// sources goes through every Go file of ours.
func sources(t *testing.T, each func(path string, text []byte)) {
	t.Helper()
	for _, top := range []string{"cmd", "core", "internal", "knowledge"} {
		err := filepath.WalkDir(filepath.Join(root, top), func(path string, d fs.DirEntry, err error) error {
			if err != nil || d.IsDir() || filepath.Ext(path) != ".go" {
				return err
			}
			text, err := os.ReadFile(path)
			each(strings.TrimPrefix(path, root+"/"), text)
			return err
		})
		require.NoError(t, err)
	}
}

// unbroken is the lines of a file that hold what cannot be broken: the tag of a field, a raw string.
func unbroken(files *token.FileSet, file *ast.File) map[int]bool {
	lines := map[int]bool{}
	ast.Inspect(file, func(n ast.Node) bool {
		if text, is := n.(*ast.BasicLit); is && strings.HasPrefix(text.Value, "`") {
			for n := files.Position(text.Pos()).Line; n <= files.Position(text.End()).Line; n++ {
				lines[n] = true
			}
		}
		return true
	})
	return lines
}

func TestLinesAndFunctionsAreShort(t *testing.T) {
	var all, wide int
	sources(t, func(path string, text []byte) {
		files := token.NewFileSet()
		file, err := parser.ParseFile(files, path, text, parser.SkipObjectResolution|parser.ParseComments)
		require.NoError(t, err)
		whole := unbroken(files, file)
		lines := bufio.NewScanner(bytes.NewReader(text))
		for n := 1; lines.Scan(); n++ {
			long := utf8.RuneCountInString(strings.ReplaceAll(lines.Text(), "\t", "    "))
			all++
			if long > usual {
				wide++
			}
			if long > longest && !whole[n] {
				t.Errorf("%s:%d is %d columns wide; at most %d are read at a glance", path, n, long, longest)
			}
		}
		for _, d := range file.Decls {
			f, is := d.(*ast.FuncDecl)
			if !is || f.Body == nil {
				continue
			}
			most := mostLines
			if strings.HasSuffix(path, "_test.go") {
				most = mostTold
			}
			if long := files.Position(f.End()).Line - files.Position(f.Pos()).Line + 1; long > most {
				t.Errorf("%s: %s has %d lines; cut it where it speaks of two things (at most %d)", path,
					f.Name.Name, long, most)
			}
		}
	})
	assert.Less(t, wide*20, all, "19 lines of 20 end within %d columns: %d of %d do not", usual, wide, all)
}

func TestNoPackageIsARoomForEverything(t *testing.T) {
	lines := map[string]int{}
	sources(t, func(path string, text []byte) {
		if !strings.HasSuffix(path, "_test.go") {
			lines[filepath.Dir(path)] += bytes.Count(text, []byte("\n"))
		}
	})
	for dir, n := range lines {
		assert.LessOrEqual(t, n, mostOfOne, dir)
	}
	assert.LessOrEqual(t, lines["internal/workshop"], mostFacade,
		"the façade lists the subjects, and composes what they say")
}
