package knowledge

import (
	"flag"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/knowledge/entries"
)

var prove = flag.Bool("prove", false, "write down that what ships was proved")

// What ships is proved here, however often it was before; a start goes by the digest that is written down only then.
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
