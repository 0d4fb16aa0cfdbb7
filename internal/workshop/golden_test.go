package workshop_test

import (
	"compress/gzip"
	"context"
	"encoding/hex"
	"encoding/json"
	"flag"
	"os"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/estimate"
	"utensil/internal/workshop"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/guided"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
	"utensil/knowledge"
)

var update = flag.Bool("update", false, "record anew what the golden corpus is answered with")

// corpus is what shops have recorded, as the database holds it, and what the use-cases answered.
// What is recorded stays readable for ever; the answers change with the knowledge and the screens,
// and are recorded anew (-update) when they were meant to.
type corpus struct {
	Now      time.Time
	Shop     experience
	Jobs     []kept            // those of the job screen
	InShop   []kept            // those of the first screen, of one shop
	Bikes    []kept            // of the bike's page
	Digests  map[string]string // of every entry's content, as it is kept
	Contents int               // how many entries were read
	Views    map[string]json.RawMessage
	History  map[string]json.RawMessage
	Owners   map[string]json.RawMessage // the page of the owner's link
	Today    json.RawMessage
}

// experience is what the shop's past told the bench.
type experience struct {
	Readings []inspect.PastReading
	Rescues  estimate.Record
	Loose    []torque.LooseCount
	Times    map[string]guided.Took
	Airs     []brakes.AirLeft
}

// kept is a record as it is kept.
type kept struct {
	Job          record.Job
	Bike         record.Bike
	Owner        record.Owner
	Settings     record.Settings
	Entries      []keptEntry
	Earlier      []keptEntry
	EarlierJobs  []record.EarlierJob
	Link         *owner.LinkView
	Messages     []owner.MessageView
	Photos       []owner.PhotoView
	Wrenches     []torque.Wrench
	ModelFigures []*inspect.OwnFigure
	Bottles      []fluid.Bottle
	Tray         []torque.ToolReading
	CallBacks    []record.CallBack
}

type keptEntry struct {
	ID, Job, Bike record.ID
	Kind          string
	Supersedes    *record.ID
	By            record.ID
	ByName        string
	At            time.Time
	Content       json.RawMessage
}

func (k kept) record(t testing.TB) record.Record {
	r := record.Record{Job: k.Job, Bike: k.Bike, Owner: k.Owner, Settings: k.Settings, Entries: read(t, k.Entries),
		Earlier: read(t, k.Earlier), EarlierJobs: k.EarlierJobs}
	owner.Links.Lay(&r, k.Link)
	owner.Messages.Lay(&r, k.Messages)
	owner.Photos.Lay(&r, k.Photos)
	torque.Wrenches.Lay(&r, k.Wrenches)
	inspect.ModelFigures.Lay(&r, k.ModelFigures)
	fluid.Bottles.Lay(&r, k.Bottles)
	torque.Tray.Lay(&r, k.Tray)
	record.CallBacks.Lay(&r, k.CallBacks)
	return r
}

func read(t testing.TB, entries []keptEntry) []record.Entry {
	var out []record.Entry
	for _, k := range entries {
		e := record.Entry{ID: k.ID, JobID: k.Job, BikeID: k.Bike, Kind: k.Kind, Supersedes: k.Supersedes, By: k.By, ByName: k.ByName, At: k.At}
		require.NoError(t, json.Unmarshal(k.Content, &e.Content), "%s", k.Content)
		out = append(out, e)
	}
	return out
}

// archive answers with what the corpus holds.
type archive struct {
	workshop.Store
	shop   experience
	job    record.Record
	inShop []record.Record
	looks  int64
}

func (a *archive) Job(context.Context, record.ID) (record.Record, error) { return a.job, nil }

// Every look finds something changed: what is measured and compared is laid out anew.
func (a *archive) Stamp(context.Context, record.ID) (record.Stamp, error) {
	a.looks++
	return record.Stamp{Bike: a.looks}, nil
}
func (a *archive) JobAgain(context.Context, record.Record) (record.Record, error) { return a.job, nil }
func (a *archive) StampsInShop(context.Context, time.Time) (out []workshop.Stamped, err error) {
	a.looks++
	for _, r := range a.inShop {
		out = append(out, workshop.Stamped{Job: r.Job.ID, Stamp: record.Stamp{Bike: a.looks}})
	}
	return out, nil
}
func (a *archive) Records(context.Context, []record.ID) ([]record.Record, error) {
	return a.inShop, nil
}
func (a *archive) FrozenSheet(context.Context, record.ID) (door.Frozen, bool, error) {
	return door.Frozen{}, false, nil
}
func (a *archive) Bike(context.Context, record.ID) (record.Record, error)     { return a.job, nil }
func (a *archive) InShop(context.Context, time.Time) ([]record.Record, error) { return a.inShop, nil }
func (a *archive) CallBacks(context.Context) ([]record.CallBack, error)       { return nil, nil }
func (a *archive) LatestReadings(context.Context, int) ([]inspect.PastReading, error) {
	return a.shop.Readings, nil
}
func (a *archive) LooseCounts(context.Context) ([]torque.LooseCount, error) {
	return a.shop.Loose, nil
}
func (a *archive) RunsTaken(context.Context, int) (runs []guided.Taken, err error) {
	for procedure, took := range a.shop.Times {
		for range took.Times {
			runs = append(runs, guided.Taken{Procedure: procedure, Steps: 9, Minutes: took.Minutes})
		}
	}
	return runs, nil
}
func (a *archive) AirsLeft(context.Context, int) ([]brakes.AirLeft, error) { return a.shop.Airs, nil }
func (a *archive) Rescues(context.Context, map[string][]string, time.Duration) (estimate.Record, error) {
	return a.shop.Rescues, nil
}
func (a *archive) FindLink(context.Context, []byte) (owner.Link, error) {
	return owner.Link{JobID: a.job.Job.ID, ExpiresAt: a.job.Job.OpenedAt.AddDate(100, 0, 0)}, nil
}

const corpusFile = "testdata/golden.json.gz"

func openCorpus(t testing.TB) *corpus {
	file, err := os.Open(corpusFile)
	require.NoError(t, err)
	defer file.Close()
	packed, err := gzip.NewReader(file)
	require.NoError(t, err)
	c := &corpus{}
	require.NoError(t, json.NewDecoder(packed).Decode(c))
	return c
}

func (c *corpus) save(t *testing.T) {
	file, err := os.Create(corpusFile)
	require.NoError(t, err)
	packed, err := gzip.NewWriterLevel(file, gzip.BestCompression)
	require.NoError(t, err)
	require.NoError(t, json.NewEncoder(packed).Encode(c))
	require.NoError(t, packed.Close())
	require.NoError(t, file.Close())
}

func TestGoldenContentsAreReadAndWrittenAsTheyWere(t *testing.T) {
	c := openCorpus(t)
	seen := map[record.ID]bool{}
	kinds := map[string]int{}
	digests := map[string]string{}
	for _, list := range [][]kept{c.Jobs, c.InShop, c.Bikes} {
		for _, k := range list {
			for i, e := range append(read(t, k.Entries), read(t, k.Earlier)...) {
				if seen[e.ID] {
					continue
				}
				seen[e.ID] = true
				kinds[e.Content.Kind()]++
				require.Equal(t, e.Kind, e.Content.Kind())
				said, err := json.Marshal(e.Content)
				require.NoError(t, err)
				was := append(append([]keptEntry{}, k.Entries...), k.Earlier...)[i].Content
				require.JSONEq(t, string(was), string(said), "%s %s", e.Kind, e.ID)
				digest, err := record.DigestOf(e)
				require.NoError(t, err)
				digests[string(e.ID)] = hex.EncodeToString(digest[:8])
			}
		}
	}
	if *update {
		c.Digests, c.Contents = digests, len(seen)
		c.save(t)
	}
	assert.Len(t, seen, c.Contents)
	assert.Equal(t, c.Digests, digests)
	t.Log(len(seen), "entries", kinds)
}

func TestGoldenViewsAreWhatTheyWere(t *testing.T) {
	c := openCorpus(t)
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	store := &archive{shop: c.Shop}
	shop := workshop.New(store, book, func() time.Time { return c.Now })
	views, history, owners := map[string]json.RawMessage{}, map[string]json.RawMessage{}, map[string]json.RawMessage{}
	text := func(v any, err error) json.RawMessage {
		require.NoError(t, err)
		out, err := json.Marshal(v)
		require.NoError(t, err)
		return out
	}
	for _, k := range c.Jobs {
		store.job = k.record(t)
		id := store.job.Job.ID
		view, err := shop.Job(t.Context(), id)
		views[string(id)] = text(view, err)
		page, err := shop.OwnerPage(t.Context(), "token")
		owners[string(id)] = text(page, err)
	}
	for _, k := range c.Bikes {
		store.job = k.record(t)
		view, err := shop.BikeHistory(t.Context(), store.job.Bike.ID)
		history[string(store.job.Bike.ID)] = text(view, err)
	}
	for _, k := range c.InShop {
		store.inShop = append(store.inShop, k.record(t))
	}
	today, err := shop.Today(t.Context())
	now := text(today, err)
	if *update {
		c.Views, c.History, c.Owners, c.Today = views, history, owners, now
		c.save(t)
	}
	same := func(what string, was, is map[string]json.RawMessage) {
		assert.Len(t, is, len(was), what)
		for id, view := range was {
			said, says := fields(t, view), fields(t, is[id])
			for field, old := range said {
				assert.Equal(t, old, says[field], "%s of %s says other %s", what, id, field)
			}
		}
	}
	same("view", c.Views, views)
	same("owner's page", c.Owners, owners)
	same("history", c.History, history)
	same("today", map[string]json.RawMessage{"": c.Today}, map[string]json.RawMessage{"": now})
	t.Log(len(views), "jobs", len(history), "bikes")
}

// fields are those of an object that were said when the corpus was recorded: what came later has tests
// of its own. What is on the bike came later, and the guided work that the book offers for a brake grows
// with the book.
func fields(t *testing.T, text json.RawMessage) map[string]string {
	var all map[string]json.RawMessage
	require.NoError(t, json.Unmarshal(text, &all))
	out := map[string]string{}
	for field, said := range all {
		switch field {
		case "lines":
		case "brakes":
			var sides []map[string]json.RawMessage
			require.NoError(t, json.Unmarshal(said, &sides))
			for _, side := range sides {
				delete(side, "offers")
			}
			sorted, err := json.Marshal(sides)
			require.NoError(t, err)
			out[field] = string(sorted)
		default:
			out[field] = string(said)
		}
	}
	return out
}
