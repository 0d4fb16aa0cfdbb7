package httpapi_test

import (
	"compress/gzip"
	"fmt"
	"io"
	"net/http"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	dbtest "utensil/internal/localdb/testing"
	"utensil/internal/workshop"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// earlier is a shop as an earlier version left it: its schema and its entries.
func earlier(t *testing.T, dump string) string {
	t.Helper()
	file, err := os.Open(dump)
	require.NoError(t, err)
	defer file.Close()
	packed, err := gzip.NewReader(file)
	require.NoError(t, err)
	text, err := io.ReadAll(packed)
	require.NoError(t, err)
	url := dbtest.Empty(t)
	db, err := pgx.Connect(t.Context(), url)
	require.NoError(t, err)
	_, err = db.PgConn().Exec(t.Context(), string(text)).ReadAll()
	require.NoError(t, err)
	require.NoError(t, db.Close(t.Context()))
	return url
}

// Four bikes with blocks on their rims, from the scene of f5443fa: their pads were a point with
// discs' pads then. What was told of them then was read from that version's own server.
func TestAnEarlierShopShowsTheSameFindingsAndMarks(t *testing.T) {
	s := openAt(t, earlier(t, "../postgres/testdata/shop_f5443fa.sql.gz"), httpapi.Options{AdmitLoopback: true})
	require.NoError(t, s.work.FreezeEarlier(t.Context()))
	bench := s.as(record.Mechanic)
	for number, was := range map[int]struct {
		findings []string
		pads     string // front and rear: what was read, its mark, how often before
	}{
		23: {nil, "3.3 mm sound 0, 3.1 mm sound 0"},
		24: {nil, "2.3 mm sound 1, 1.8 mm sound 1"},
		// Still open: what was done was done then, and is looked at once more by the rule of today.
		25: {[]string{"Chain: 1 % due worked", "Rear pads: 0.9 mm due worked"}, "1.1 mm watch 2, 0.9 mm due 2"},
		50: {nil, "3.2 mm sound 0, 3.1 mm sound 0"},
		51: {[]string{"Chain: 0.93 % due done"}, "1.7 mm sound 1, 1.1 mm watch 1"},
		52: {nil, "2.9 mm sound 0, 2.7 mm sound 0"},
		53: {[]string{"Rear tyre: Cut or flint due done", "Chain: 1.07 % due done", "Rear pads: 0.4 mm unsafe done",
			"Front pads: 0.7 mm due done"}, "0.7 mm due 1, 0.4 mm unsafe 1"},
		54: {nil, "3.2 mm sound 0, "},
	} {
		var id record.ID
		require.NoError(t, s.store.DB().Get(&id, `select id from job where number = $1`, number))
		var job workshop.JobView
		require.Equal(t, http.StatusOK, bench.send("GET", "/api/jobs/"+string(id), nil, &job))
		assert.NotContains(t, titles(job.Leaving), "Front rim pads", "job %d does not fall back", number)
		var found []string
		for _, f := range job.Findings {
			if f.Status != "watched" {
				found = append(found, fmt.Sprintf("%s %s %s",
					strings.Replace(f.Title, " rim pads", " pads", 1), f.Mark, f.Status))
			}
		}
		assert.ElementsMatch(t, was.findings, found, "job %d", number)
		pads := func(point string) string {
			i := slices.IndexFunc(job.Parts.Walk.Points, func(p inspect.PointView) bool { return p.ID == point })
			if i < 0 || job.Parts.Walk.Points[i].Reading == nil {
				return ""
			}
			p := job.Parts.Walk.Points[i]
			return fmt.Sprintf("%s %s %d", p.Reading.Word, p.Reading.Judgement.Mark, len(p.History))
		}
		assert.Equal(t, was.pads, pads("front-rim-pads")+", "+pads("rear-rim-pads"), "job %d", number)
	}
}
