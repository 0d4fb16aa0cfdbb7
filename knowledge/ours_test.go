package knowledge

import (
	"io/fs"
	"strings"
	"testing"
	"testing/fstest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// broken is what our own layer is refused for, with a piece of one of its files changed.
func broken(t *testing.T, file, from, to string) error {
	t.Helper()
	layer := fstest.MapFS{}
	require.NoError(t, fs.WalkDir(shipped, ".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() {
			return err
		}
		text, err := fs.ReadFile(shipped, path)
		layer[path] = &fstest.MapFile{Data: text}
		return err
	}))
	text := string(layer[file].Data)
	require.Contains(t, text, from)
	layer[file].Data = []byte(strings.Replace(text, from, to, 1))
	adjusters, _, err := adjustersOf(nil)
	require.NoError(t, err)
	_, err = readWith(layer, adjusters)
	return err
}

// What is proved of our own guided work on load, each by a copy with one fault, named by file and line.
func TestABrokenCopyOfOursIsRefused(t *testing.T) {
	for name, c := range map[string]struct{ file, from, to, says string }{
		"a joint loosened in words only": {"procedures/bleeding.yaml", `opens: ["{end}-lever-turned"]}`, `opens: ["{end}-covered"]}`,
			"bleed-lever-front: step turn: its text says “Loosen” and no fastener"},
		"damage that leads nowhere": {"procedures/drive.yaml", `{say: "None hops"}`, `{say: "One is cracked"}`,
			`chain: step stiff: "One is cracked" names damage, and leads to nothing`},
	} {
		t.Run(name, func(t *testing.T) {
			err := broken(t, c.file, c.from, c.to)
			require.Error(t, err)
			assert.Regexp(t, `^`+c.file+`:\d+: `, err.Error())
			assert.ErrorContains(t, err, c.says)
		})
	}
}

func TestARunThatComesToAJointTooEarlyIsRefused(t *testing.T) {
	own := func(first string) error {
		_, err := Layered(fstest.MapFS{"orders.yaml": {Data: []byte("- {id: own, first: [" + first +
			"], then: [steerer-clamp], why: so, source: ours}")}})
		return err
	}
	require.ErrorContains(t, own("seatpost-clamp"), "runs.yaml:3: front-to-back: it comes to steerer-clamp before seatpost-clamp: so")
	require.ErrorContains(t, own("wing-nut"), `orders.yaml:1: own: there is no fastener "wing-nut"`)
}
