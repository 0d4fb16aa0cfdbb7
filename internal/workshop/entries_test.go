package workshop

import (
	"bytes"
	"cmp"
	"encoding/hex"
	"encoding/json"
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

var judgeAnew = flag.Bool("judge", false, "write anew how the golden entries are judged")

// golden is one kind of entry as a tablet writes it and as it is kept. What is kept stays
// readable for ever; how it is judged changes with the knowledge, and is written anew (-judge)
// when it was meant to. Beside a kind's own file, an older shape of what is kept stands by
// itself, as name.2.json.
type golden struct {
	Bike       string          `json:"bike,omitempty"` // kind of bike
	Facts      json.RawMessage `json:"facts,omitempty"`
	Service    string          `json:"service,omitempty"` // that the bike was taken in for
	Before     []before        `json:"before,omitempty"`
	Supersedes *record.ID      `json:"supersedes,omitempty"`
	Why        string          `json:"why,omitempty"`
	// Written is what was sent; nothing for what other acts write.
	Written json.RawMessage `json:"written,omitempty"`
	Judged  json.RawMessage `json:"judged"`
	// Digest is what tells a repeat of what was sent from another entry, after an upgrade as before it.
	Digest string `json:"digest,omitempty"`
}

// before is an entry that stands before one: as kept.
type before struct {
	ID      record.ID       `json:"id"`
	Content json.RawMessage `json:"content"`
}

const goldenEntries = "testdata/entries"

func readGolden(t testing.TB, path string) (g golden) {
	text, err := os.ReadFile(path)
	require.NoError(t, err)
	strict := json.NewDecoder(bytes.NewReader(text))
	strict.DisallowUnknownFields()
	require.NoError(t, strict.Decode(&g), path)
	return g
}

func content(t testing.TB, text json.RawMessage) (c record.Content) {
	require.NoError(t, json.Unmarshal(text, &c))
	return c
}

// checked is how an entry is judged on a sheet of what stands before it.
func (g golden) checked(t testing.TB, w *Workshop, book *knowledge.Book) (record.Content, error) {
	now := time.Date(2026, 3, 2, 10, 0, 0, 0, time.UTC)
	at := slices.IndexFunc(book.Kinds, func(k knowledge.Kind) bool { return k.ID == g.Bike })
	require.NotEqual(t, -1, at, "no kind of bike is called %s", g.Bike)
	kind := book.Kinds[at]
	if g.Facts != nil {
		require.NoError(t, json.Unmarshal(g.Facts, &kind.Facts))
	}
	by := record.Actor{ID: numbered(1), Name: "Ida", Role: record.Keeper}
	r := record.Record{Job: record.Job{ID: numbered(2), BikeID: numbered(3), Depth: "full", Service: g.Service,
		OpenedAt: now.Add(-time.Hour)},
		Bike: record.Bike{ID: numbered(3), Facts: kind.Facts}}
	for i, b := range g.Before {
		e, err := record.NewEntry{ID: b.ID, Content: content(t, b.Content)}.By(by, r.Job.ID, r.Bike.ID,
			now.Add(time.Duration(i-99)*time.Minute))
		require.NoError(t, err)
		e.Seq = int64(i + 1)
		r.Entries = append(r.Entries, e)
	}
	n := record.NewEntry{ID: numbered(99), Supersedes: g.Supersedes, Why: g.Why, Content: content(t, g.Written)}
	if err := w.rules.Writable(by, n); err != nil {
		return n.Content, err
	}
	return w.rules.Check(record.Lay(r, book, now, record.Learnt{}), by, n)
}

// numbered is an id that is read easily.
func numbered(n int) record.ID { return record.ID(fmt.Sprintf("01900000-0000-7000-8000-%012d", n)) }

func TestEveryKindOfEntryIsReadAndJudgedAsItWas(t *testing.T) {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	w := New(nil, book, time.Now)
	paths, err := filepath.Glob(goldenEntries + "/*.json")
	require.NoError(t, err)
	golden := map[string]bool{}
	for _, path := range paths {
		name := strings.TrimSuffix(filepath.Base(path), ".json")
		kind, _, _ := strings.Cut(name, ".")
		golden[name] = true
		t.Run(name, func(t *testing.T) {
			g := readGolden(t, path)
			if g.Written != nil {
				is, err := g.checked(t, w, book)
				require.NoError(t, err)
				says, err := json.Marshal(is)
				require.NoError(t, err)
				sent, err := record.DigestOf(record.Entry{Content: content(t, g.Written)})
				require.NoError(t, err)
				if digest := hex.EncodeToString(sent[:8]); *judgeAnew {
					g.Judged, g.Digest = says, cmp.Or(g.Digest, digest)
					keepGolden(t, path, g)
				} else {
					assert.Equal(t, g.Digest, digest,
						"what was sent before an upgrade and is sent again after it would be taken for another")
				}
				require.JSONEq(t, string(g.Judged), string(says))
			}
			kept := content(t, g.Judged)
			assert.Equal(t, kind, kept.Kind())
			again, err := json.Marshal(kept)
			require.NoError(t, err)
			assert.JSONEq(t, string(g.Judged), string(again), "nothing of it is lost when it is read")
		})
	}
	for _, kind := range record.KindsOf(record.OwnJob) {
		assert.True(t, golden[kind], "there is no %s/%s.json: write how a tablet sends it, and run this with -judge",
			goldenEntries, kind)
	}
}

func keepGolden(t testing.TB, path string, g golden) {
	var text bytes.Buffer
	out := json.NewEncoder(&text)
	out.SetEscapeHTML(false)
	out.SetIndent("", "  ")
	require.NoError(t, out.Encode(g))
	require.NoError(t, os.WriteFile(path, text.Bytes(), 0o644))
}
