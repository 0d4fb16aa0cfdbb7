package document_test

import (
	"bytes"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/estimate"
	"utensil/internal/document"
	"utensil/internal/workshop/stores"
)

// A table that a spreadsheet has saved: semicolons, a byte-order mark, decimal commas.
const saved = "\ufeffCode;Name;Kind;Particulars;Held;Price;Bin\r\n" +
	"NL-001;\"Chain; nine\";chain;speeds=9 | links=114;4;24,50;A1\r\n" +
	"NL-002;Pads;pads;;;14.5;\r\n" +
	"NL-003;Pads;pads;resin;two;x;\r\n"

func TestATableOfPartsIsRead(t *testing.T) {
	rows, err := document.ReadStock([]byte(saved), "GBP")
	require.NoError(t, err)
	require.Len(t, rows, 3)
	assert.Equal(t, stores.Stocked{Code: "NL-001", Name: "Chain; nine", Kind: "chain",
		Particulars: map[string]string{"speeds": "9", "links": "114"}, Grade: "new", Held: 4, Bin: "A1",
		Price: 2450}, rows[0].Part)
	assert.Equal(t, "How many there are is missing.", rows[1].Problem)
	assert.Equal(t, 4, rows[2].Line)
	assert.Contains(t, []string{"“two” is no count of pieces.", "“x” is no price.",
		"“resin” is no particular: write it as speeds=9."},
		rows[2].Problem)
	yen, err := document.ReadStock([]byte("code,name,kind,held,price\nA,B,chain,1,1450\n"), "JPY")
	require.NoError(t, err)
	assert.Equal(t, estimate.Minor(1450), yen[0].Part.Price, "a currency without a minor unit")
	for says, text := range map[string]string{
		"no column \"held\"":     "code,name,kind\nA,B,chain\n",
		"its first line names":   "",
		"quotation mark is open": "code,name,kind,held\nA,\"B,chain,1\n",
		"not in UTF-8":           "code,name,kind,held\nA,M\xfcller,chain,1\n",
	} {
		t.Run(says, func(t *testing.T) {
			_, err := document.ReadStock([]byte(text), "GBP")
			assert.ErrorContains(t, err, says)
		})
	}
}

// What is written is read back as it was, whatever stands in the texts.
func TestATableOfPartsIsReadBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		text := rapid.StringMatching(`[A-Za-z0-9=+@"";,. -]{1,20}[a-z]`)
		item := stores.Stocked{Code: rapid.StringMatching(`[A-Z0-9-]{1,9}[A-Z]`).Draw(t, "code"),
			Name: text.Draw(t, "name"), Kind: "chain",
			Grade: "good", Held: rapid.IntRange(0, 99).Draw(t, "held"),
			Least: rapid.IntRange(0, 9).Draw(t, "least"), Bin: "A1",
			Price: estimate.Minor(rapid.IntRange(0, 999_999).Draw(t, "price")), Note: text.Draw(t, "note"),
			Particulars: map[string]string{"speeds": "9", "closed": "joining link"}}
		var out bytes.Buffer
		require.NoError(t, document.Stock(&out, []stores.Stocked{item}, "EUR"))
		rows, err := document.ReadStock(out.Bytes(), "EUR")
		require.NoError(t, err)
		require.Len(t, rows, 1)
		require.Empty(t, rows[0].Problem)
		trimmed := item
		trimmed.Name, trimmed.Note = rows[0].Part.Name, rows[0].Part.Note
		assert.Equal(t, trimmed, rows[0].Part)
		assert.Equal(t, trim(item.Name), trim(rows[0].Part.Name))
		assert.Equal(t, trim(item.Note), trim(rows[0].Part.Note))
	})
}

func trim(s string) string { return string(bytes.TrimSpace([]byte(s))) }

func FuzzReadStock(f *testing.F) {
	f.Add([]byte(saved))
	f.Add([]byte("code,name,kind,held\n,,,\n"))
	f.Fuzz(func(t *testing.T, text []byte) {
		rows, err := document.ReadStock(text, "GBP")
		if err != nil {
			assert.Empty(t, rows)
		}
		for _, r := range rows {
			assert.Positive(t, r.Line)
		}
	})
}
