package httpapi_test

import (
	"net/http"
	"strconv"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/estimate"
	"utensil/internal/httpapi"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stores"
)

// drawer puts an item into the stores.
func (tab *tablet) drawer(item stores.Stocked) stores.Stocked {
	item.ID, item.Grade = record.NewID(), "new"
	if item.Particulars == nil {
		item.Particulars = map[string]string{}
	}
	var all []stores.Stocked
	require.Equal(tab.t, http.StatusOK, tab.send("POST", "/api/stores", item, &all))
	kept, known := stores.ByCode(all, strings.ToUpper(item.Code))
	require.True(tab.t, known)
	return kept
}

func (tab *tablet) held(code string) int {
	var all []stores.Stocked
	require.Equal(tab.t, http.StatusOK, tab.send("GET", "/api/stores", nil, &all))
	item, known := stores.ByCode(all, code)
	require.True(tab.t, known)
	return item.Held
}

func fromDrawer(item stores.Stocked) record.Content {
	return parts.Puttings.Says(parts.Putting{Place: "front-pads", Grade: "new", From: "stock",
		Why: "worn", Became: "scrap", Stock: &item.ID})
}

func TestAPartThatIsFittedLeavesItsDrawer(t *testing.T) {
	bench := open(t).as(record.Mechanic)
	item := bench.drawer(stores.Stocked{Code: "nl-1", Name: "Pads, square", Kind: "pads", Held: 2, Price: 1450,
		Particulars: map[string]string{"outline": "square", "compound": "Resin"}})
	assert.Equal(t, []any{"NL-1", 2, "resin"}, []any{item.Code, item.Held, item.Particulars["compound"]})
	job := bench.checkIn().Job.ID
	id := record.NewID()
	code, view, _ := bench.try(job, record.NewEntry{ID: id, Content: fromDrawer(item)})
	require.Equal(t, http.StatusOK, code)
	assert.Equal(t, 1, bench.held("NL-1"))
	assert.False(t, bench.drawer(stores.Stocked{Code: "one", Name: "Olive", Kind: "pads", Held: 1, Least: 1}).Short)
	assert.True(t, bench.drawer(stores.Stocked{Code: "two", Name: "Insert", Kind: "pads", Held: 1, Least: 2}).Short)
	assert.True(t, bench.drawer(stores.Stocked{Code: "none", Name: "Seal", Kind: "pads"}).Short)

	// The life line knows its name, its sizes and what it cost.
	var history workshop.BikeHistory
	require.Equal(t, http.StatusOK, bench.send("GET", "/api/bikes/"+string(view.Bike.ID), nil, &history))
	for _, l := range history.Lines {
		if l.Place == "front-pads" {
			assert.Equal(t, "resin, square", l.Says)
			assert.EqualValues(t, 1450, l.Lives[len(l.Lives)-1].Price)
		}
	}
	code, _, _ = bench.try(job, record.NewEntry{ID: record.NewID(), Supersedes: &id,
		Content: record.Withdrawals.Says(record.Withdrawn{Reason: "not so"})})
	require.Equal(t, http.StatusOK, code)
	assert.Equal(t, 2, bench.held("NL-1"), "undo puts it back")

	bench.record(job, fromDrawer(item))
	item.Held, item.Counting = 5, true // somebody counts
	require.Equal(t, http.StatusOK, bench.send("POST", "/api/stores", item, nil))
	assert.Equal(t, 5, bench.held("NL-1"), "what is counted is what there is")
}

func TestTwoMechanicsEmptyOneDrawer(t *testing.T) {
	shop := open(t)
	bench := shop.as(record.Mechanic)
	item := bench.drawer(stores.Stocked{Code: "LAST", Name: "Pads, square", Kind: "pads", Held: 1})
	jobs := []record.ID{bench.checkIn().Job.ID, bench.checkIn().Job.ID, bench.checkIn().Job.ID, bench.checkIn().Job.ID}
	answers := make([]int, len(jobs))
	faults := make([]httpapi.Fault, len(jobs))
	var all sync.WaitGroup
	for i, job := range jobs {
		tab := shop.as(record.Mechanic)
		all.Go(func() {
			entry := record.NewEntry{ID: record.NewID(), Content: fromDrawer(item)}
			answers[i] = tab.send("POST", "/api/jobs/"+string(job)+"/entries", entry, &faults[i])
		})
	}
	all.Wait()
	taken := 0
	for i, answer := range answers {
		if answer == http.StatusOK {
			taken++
			continue
		}
		assert.Contains(t, []int{http.StatusConflict, http.StatusUnprocessableEntity}, answer)
		assert.Contains(t, faults[i].Detail, "Nothing is left of “Pads, square”")
	}
	assert.Equal(t, 1, taken)
	assert.Equal(t, 0, bench.held("LAST"))
}

func TestWhatCannotLieInADrawer(t *testing.T) {
	bench := open(t).as(record.Counter)
	for field, item := range map[string]stores.Stocked{
		"held":              {Code: "A", Name: "Chain", Kind: "chain", Held: -1},
		"kind":              {Code: "A", Name: "Chain", Kind: "dream"},
		"code":              {Code: "A B", Name: "Chain", Kind: "chain"},
		"name":              {Code: "A", Kind: "chain"},
		"price_minor":       {Code: "A", Name: "Chain", Kind: "chain", Price: -1},
		"particulars.links": {Code: "A", Name: "Chain", Kind: "chain", Particulars: map[string]string{"links": "4"}},
		"particulars.outline": {Code: "A", Name: "Chain", Kind: "chain",
			Particulars: map[string]string{"outline": "round"}},
	} {
		t.Run(field, func(t *testing.T) {
			var fault httpapi.Fault
			item.ID, item.Grade = record.NewID(), "new"
			if item.Particulars == nil {
				item.Particulars = map[string]string{}
			}
			assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", "/api/stores", item, &fault))
			assert.Equal(t, field, fault.Field)
		})
	}
	first := bench.drawer(stores.Stocked{Code: "TWICE", Name: "Chain", Kind: "chain"})
	again := stores.Stocked{ID: record.NewID(), Code: "twice", Name: "Chain", Kind: "chain",
		Grade: "new", Particulars: map[string]string{}}
	var fault httpapi.Fault
	assert.Equal(t, http.StatusUnprocessableEntity, bench.send("POST", "/api/stores", again, &fault))
	assert.Equal(t, "code", fault.Field)
	first.Version = 7
	assert.Equal(t, http.StatusConflict, bench.send("POST", "/api/stores", first, nil), "somebody else changed it")
}

func TestATableIsLookedThroughBeforeItIsTaken(t *testing.T) {
	bench := open(t).as(record.Mechanic)
	bench.drawer(stores.Stocked{Code: "NL-1", Name: "Chain", Kind: "chain", Held: 2, Price: 2000})
	table := func(text string, take bool, out any) int {
		return bench.send("POST", "/api/stores/table", httpapi.StockTable{Text: text, Take: take}, out)
	}
	text := "\ufeffcode;name;kind;particulars;held;price\nNL-1;Chain;chain;speeds=9;3;24,50\n" +
		"NL-2;Pads;pads;;-4;14\nNL-1;Chain;chain;;1;2\n" +
		"NL-3;Tube;tube;;8;7\n"
	var changes []stores.StockChange
	require.Equal(t, http.StatusOK, table(text, false, &changes))
	does := make([]stores.Does, len(changes))
	for i, c := range changes {
		does[i] = c.Does
	}
	assert.Equal(t, []stores.Does{stores.Changes, stores.Refused, stores.Refused, stores.Adds}, does)
	assert.Equal(t, []string{"held: 2 → 3", "price: 2000 → 2450", "particulars:  → speeds=9"}, changes[0].Says)
	assert.Equal(t, []string{"-4 cannot lie in a drawer. Count what is there: 0 or more."}, changes[1].Says)
	assert.Equal(t, []string{"Its code stands in line 2 already."}, changes[2].Says)
	assert.Equal(t, 2, bench.held("NL-1"), "nothing is written yet")

	var fault httpapi.Fault
	assert.Equal(t, http.StatusUnprocessableEntity, table(text, true, &fault))
	assert.Contains(t, fault.Detail, "Line 3 is refused")
	assert.Equal(t, 2, bench.held("NL-1"), "all or none")
	good := "code,name,kind,held\nNL-1,Chain,chain,3\nNL-3,Tube,tube,8\n"
	require.Equal(t, http.StatusOK, table(good, true, &changes))
	assert.Equal(t, []any{3, 8}, []any{bench.held("NL-1"), bench.held("NL-3")})
	require.Equal(t, http.StatusOK, table(good, false, &changes))
	assert.Equal(t, stores.Nothing, changes[1].Does)
	assert.Equal(t, http.StatusUnprocessableEntity, table("name,price\nx,1\n", false, &fault))
}

func TestAQuoteKnowsWhatLiesInTheDrawers(t *testing.T) {
	bench := open(t).as(record.Mechanic)
	job := bench.checkIn()
	view := bench.record(job.Job.ID, inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "1.2"}))
	offered := func(view workshop.JobView) findings.Suggestion {
		require.NotEmpty(t, view.Findings)
		require.NotEmpty(t, view.Findings[0].Suggested)
		return view.Findings[0].Suggested[0]
	}
	require.Equal(t, "replace-chain", offered(view).Operation)
	assert.Empty(t, offered(view).Parts[0].Stock, "the drawers are empty: as the catalogue has it")
	speeds := map[string]string{"speeds": strconv.Itoa(job.Bike.Facts.Speeds)}
	chain := bench.drawer(stores.Stocked{Code: "CH", Name: "Chain of ours", Kind: "chain", Held: 9,
		Price: 1234, Particulars: speeds})
	bench.drawer(stores.Stocked{Code: "CX", Name: "Chain of another width", Kind: "chain", Held: 9, Price: 100,
		Particulars: map[string]string{"speeds": "14"}})
	var list []parts.Candidate
	require.Equal(t, http.StatusOK, bench.send("GET",
		"/api/jobs/"+string(job.Job.ID)+"/candidates?place=chain", nil, &list))
	require.Len(t, list, 2)
	assert.Equal(t, []string{"CH", "CX"}, []string{list[0].Code, list[1].Code},
		"what does not fit stands last, however cheap")
	assert.Contains(t, list[1].Fit.Says(), "for 14 speeds")

	require.Equal(t, http.StatusOK, bench.send("GET", "/api/jobs/"+string(job.Job.ID), nil, &view))
	part := offered(view).Parts[0]
	assert.Equal(t, []any{"Chain of ours", string(chain.ID), estimate.Minor(1234)},
		[]any{part.Name, part.Stock, part.Price})

	// Promised more than there is: it is said while the owner is asked, not when the drawer is open.
	part.Quantity = 12
	view = bench.record(job.Job.ID, agree.Items.Says(agree.Item{Operation: "replace-chain",
		Title: "Replace the chain", Minutes: 15,
		Parts: []estimate.Part{part}}))
	assert.Equal(t, []string{"Chain of ours: 12 needed, 9 left"}, view.Items[0].Short)

	// Done, it is fitted out of its drawer; not done after all, it lies there again.
	id := view.Items[0].ID
	bench.record(job.Job.ID, agree.Answers.Says(agree.Answer{Item: id, Answer: agree.Yes, From: "Ansel", How: "phone"}))
	done := agree.Work{Item: id, Parts: []agree.Fitted{{Name: "Chain of ours", Quantity: 1}}}
	entry := record.NewEntry{ID: record.NewID(), Content: agree.Works.Says(done)}
	var all sync.WaitGroup
	for range 4 { // sent again while the first is on its way, it takes nothing twice
		all.Go(func() { bench.send("POST", "/api/jobs/"+string(job.Job.ID)+"/entries", entry, nil) })
	}
	all.Wait()
	_, view, _ = bench.try(job.Job.ID, entry)
	assert.Equal(t, 8, bench.held("CH"))
	code, _, _ := bench.try(job.Job.ID, record.NewEntry{ID: record.NewID(), Supersedes: view.Items[0].WorkID,
		Content: record.Withdrawals.Says(record.Withdrawn{})})
	require.Equal(t, http.StatusOK, code)
	assert.Equal(t, 9, bench.held("CH"))
}
