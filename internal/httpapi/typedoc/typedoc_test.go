package typedoc

import (
	"encoding/json"
	"flag"
	"go/ast"
	"go/doc/comment"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path"
	"path/filepath"
	"reflect"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/record"
)

var update = flag.Bool("update", false, "take the comments from the source anew")

// The description of the API tells what stands over its types now.
func TestTypesAreDescribedAsTheirCommentsSay(t *testing.T) {
	said := map[string]string{}
	for _, room := range []string{"core", "knowledge", "internal/workshop", "internal/httpapi"} {
		require.NoError(t, filepath.WalkDir(filepath.Join("../../..", room),
			func(file string, e fs.DirEntry, err error) error {
				if err == nil && strings.HasSuffix(file, ".go") && !strings.HasSuffix(file, "_test.go") {
					err = gather(said, file)
				}
				return err
			}))
	}
	now, err := json.MarshalIndent(said, "", "\t")
	require.NoError(t, err)
	if *update {
		require.NoError(t, os.WriteFile("types.json", append(now, '\n'), 0o600))
		return
	}
	assert.JSONEq(t, string(now), string(text), "go test ./internal/httpapi/typedoc -update, then make types")
	assert.Contains(t, Of(reflect.TypeFor[record.Obstacle]()), "one thing that stands between a bike and its owner")
}

// gather takes the comments of the types that are told as JSON.
func gather(said map[string]string, file string) error {
	f, err := parser.ParseFile(token.NewFileSet(), file, nil, parser.ParseComments|parser.SkipObjectResolution)
	if err != nil {
		return err
	}
	in := path.Join("utensil", strings.TrimPrefix(filepath.ToSlash(filepath.Dir(file)), "../../../"))
	for _, d := range f.Decls {
		types, is := d.(*ast.GenDecl)
		if !is || types.Tok != token.TYPE {
			continue
		}
		for _, s := range types.Specs {
			s := s.(*ast.TypeSpec)
			over := s.Doc
			if over == nil && len(types.Specs) == 1 {
				over = types.Doc
			}
			if told, is := s.Type.(*ast.StructType); is && over != nil && tagged(told) {
				said[in+"."+s.Name.Name] = plain(over.Text())
			}
		}
	}
	return nil
}

func tagged(s *ast.StructType) bool {
	for _, f := range s.Fields.List {
		if f.Tag != nil && strings.Contains(f.Tag.Value, `json:"`) {
			return true
		}
	}
	return false
}

// plain is a comment as running text.
func plain(text string) string {
	var p comment.Parser
	printed := (&comment.Printer{TextWidth: -1}).Text(p.Parse(text))
	return strings.TrimSpace(string(printed))
}
