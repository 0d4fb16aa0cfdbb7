package workshop_test

import (
	"compress/gzip"
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"maps"
	"os"
	"reflect"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/estimate"
	"utensil/internal/workshop"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/photos"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/stint"
	"utensil/internal/workshop/torque"
	"utensil/knowledge"
)

var update = flag.Bool("update", false, "record anew what the golden corpus is answered with")

// corpus is what shops have recorded, as the database holds it, and what the use-cases answered.
// What is recorded stays readable for ever; the answers change with the knowledge and the screens,
// and are recorded anew (-update) when they were meant to.
type corpus struct {
	Now     time.Time
	Shop    experience
	Jobs    []kept // those of the job screen
	InShop  []kept // those of the first screen, of one shop
	Bikes   []kept // of the bike's page
	Views   map[string]json.RawMessage
	History map[string]json.RawMessage
	Owners  map[string]json.RawMessage // the page of the owner's link
	Today   json.RawMessage
}

// experience is what the shop's past told the bench.
type experience struct {
	Readings []inspect.PastReading
	Rescues  estimate.Record
	Loose    []torque.LooseCount
	Times    map[string]runlog.Took
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
	Photos       []photos.PhotoView
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
	photos.All.Lay(&r, k.Photos)
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
		e := record.Entry{ID: k.ID, JobID: k.Job, BikeID: k.Bike, Kind: k.Kind,
			Supersedes: k.Supersedes, By: k.By, ByName: k.ByName, At: k.At}
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
	kept   *door.Frozen // what was told when it was handed over
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
	if a.kept == nil {
		return door.Frozen{}, false, nil
	}
	return *a.kept, true, nil
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
func (a *archive) StintSigns(context.Context, int) ([]stint.PastSign, error) { return nil, nil }
func (a *archive) HandsElsewhere(context.Context, record.ID, record.ID) ([]record.ID, error) {
	return nil, nil
}
func (a *archive) RunsTaken(context.Context, int) (runs []runlog.Taken, err error) {
	for procedure, took := range a.shop.Times {
		for range took.Times {
			runs = append(runs, runlog.Taken{Procedure: procedure, Steps: 9, Minutes: took.Minutes})
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
			for i, difference := range differences(said(t, view), said(t, is[id]), "") {
				if i == 5 {
					t.Errorf("%s of %s: and more", what, id)
					break
				}
				t.Errorf("%s of %s: %s", what, id, difference)
			}
		}
	}
	same("view", c.Views, views)
	same("owner's page", c.Owners, owners)
	same("history", c.History, history)
	same("today", map[string]json.RawMessage{"": c.Today}, map[string]json.RawMessage{"": now})
	t.Log(len(views), "jobs", len(history), "bikes")
}

// said is an object without what has tests of its own: what is on the bike came later, and the
// guided work that the book offers for a brake grows with the book.
func said(t *testing.T, text json.RawMessage) (all map[string]any) {
	require.NoError(t, json.Unmarshal(text, &all))
	delete(all, "lines")
	sides, _ := all["brakes"].([]any)
	for _, side := range sides {
		if fields, is := side.(map[string]any); is {
			delete(fields, "offers")
		}
	}
	return all
}

// differences are the places where what is said now is other than it was, each by its path. What
// is said besides came later, and is no difference at the top.
func differences(was, is any, path string) (list []string) {
	switch was := was.(type) {
	case map[string]any:
		is, object := is.(map[string]any)
		if !object {
			break
		}
		for _, field := range slices.Sorted(maps.Keys(was)) {
			list = append(list, differences(was[field], is[field], path+"."+field)...)
		}
		for _, field := range slices.Sorted(maps.Keys(is)) {
			if _, said := was[field]; !said && path != "" {
				list = append(list, fmt.Sprintf("%s.%s is new: %v", path, field, is[field]))
			}
		}
		return list
	case []any:
		is, array := is.([]any)
		if !array {
			break
		}
		if len(is) != len(was) {
			return append(list, fmt.Sprintf("%s had %d, has %d: %s", path, len(was), len(is), oneSided(was, is)))
		}
		for i := range was {
			list = append(list, differences(was[i], is[i], fmt.Sprintf("%s[%d]", path, i))...)
		}
		return list
	}
	if !reflect.DeepEqual(was, is) {
		return []string{fmt.Sprintf("%s was %s, is %s", path, brief(was), brief(is))}
	}
	return nil
}

// brief is a value as it is told of in a line.
func brief(v any) string {
	said := []rune(fmt.Sprint(v))
	return string(said[:min(len(said), 120)])
}

// oneSided names what only one of two lists has: by its id where it has one.
func oneSided(was, is []any) string {
	names := func(list []any) (out []string) {
		for _, v := range list {
			if object, ok := v.(map[string]any); ok && object["id"] != nil {
				v = object["id"]
			}
			out = append(out, brief(v))
		}
		return out
	}
	only := func(list, other []any) []string {
		return slices.DeleteFunc(names(list), func(n string) bool { return slices.Contains(names(other), n) })
	}
	return fmt.Sprintf("gone %v, new %v", only(was, is), only(is, was))
}

func TestADifferenceIsNamedByItsPath(t *testing.T) {
	var was, is any
	require.NoError(t, json.Unmarshal([]byte(`{"points":[{"id":"stem","mark":"sound"},{"id":"bell"}],"open":2}`), &was))
	require.NoError(t, json.Unmarshal([]byte(`{"points":[{"id":"stem","mark":"due"},{"id":"bell","at":1}],"open":2,"new":1}`), &is))
	assert.Equal(t, []string{".points[0].mark was sound, is due", ".points[1].at is new: 1"}, differences(was, is, ""))
	require.NoError(t, json.Unmarshal([]byte(`{"points":[{"id":"bell"},{"id":"lamp"},{"id":"lock"}],"open":2}`), &is))
	assert.Equal(t, []string{".points had 2, has 3: gone [stem], new [lamp lock]"}, differences(was, is, ""))
}
