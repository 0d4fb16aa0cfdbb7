package knowledge

import (
	"flag"
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/knowledge/entries"
)

var prove = flag.Bool("prove", false, "write down that what ships was proved")

// The README lists the files as they are declared.
func TestTheReadmeListsWhatIsKnown(t *testing.T) {
	const from, to = "<!-- lists: go test ./knowledge -run Readme -prove -->\n", "<!-- /lists -->"
	text, err := os.ReadFile("../README.md")
	require.NoError(t, err)
	before, rest, begun := strings.Cut(string(text), from)
	said, after, ended := strings.Cut(rest, to)
	require.True(t, begun && ended, "the list stands between two marks")
	var now strings.Builder
	now.WriteString("\n| file | what is in it |\n|---|---|\n")
	for _, l := range lists() {
		fmt.Fprintf(&now, "| `%s` | %s |\n", strings.Replace(l.own(), "own", "*", 1), l.about)
	}
	now.WriteString("\n")
	if *prove {
		require.NoError(t, os.WriteFile("../README.md", []byte(before+from+now.String()+to+after), 0o644))
		return
	}
	assert.Equal(t, now.String(), said, "go test ./knowledge -run Readme -prove")
}

// What ships is proved here, however often it was before; a start goes by the digest that is
// written down only then.
func TestWhatShipsIsProved(t *testing.T) {
	says, _, err := speechOf(nil)
	require.NoError(t, err)
	d, err := readWith(shipped, says)
	require.NoError(t, err)
	require.NoError(t, d.heeds())
	d = d.copied()
	require.NoError(t, d.fill())
	sum, whole := d.Book.sum(), entries.Digest(d.Book)
	proved.Clear()
	require.NoError(t, d.proves())
	assert.Equal(t, whole, entries.Digest(d.Book), "a proof changes nothing: a start may leave it out")
	if *prove {
		require.NoError(t, os.WriteFile("shipped.sum", []byte(sum+"\n"), 0o644))
		return
	}
	assert.Equal(t, sum+"\n", shippedProof, "what ships was changed: go test ./knowledge -run Ships -prove")
}
