package workshop

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/lifeline"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stores"
	"utensil/knowledge"
)

// discBike is a desk with a bike that has discs and a chain.
func discBike(t require.TestingT) (*Workshop, *record.Record) {
	i := slices.IndexFunc(book.Kinds, func(k knowledge.Kind) bool {
		return k.Facts.FrontBrake == "disc_hydraulic" && k.Facts.Drive == "chain" && k.Facts.Gears == "cable"
	})
	require.GreaterOrEqual(t, i, 0)
	return desk(book.Kinds[i], "repair")
}

func lineAt(t require.TestingT, w *Workshop, r *record.Record, place string) lifeline.Line {
	lines := lifeline.Lines(lay(w, r))
	i := slices.IndexFunc(lines, func(l lifeline.Line) bool { return l.Place == place })
	require.GreaterOrEqual(t, i, 0, place)
	return lines[i]
}

func putting(place string, particulars map[string]string) record.Content {
	return parts.Puttings.Says(parts.Putting{Place: place, Particulars: particulars, Grade: "new",
		From: "stock", Why: "worn",
		Became: "scrap"})
}

func TestAPartLivesFromWhenItIsFittedToWhenItComesOff(t *testing.T) {
	require.NoError(t, bookErr)
	w, r := discBike(t)
	read := func(typed string) {
		require.NoError(t, write(w, r, inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: typed}), nil))
	}
	assert.False(t, lineAt(t, w, r, "chain").Known, "something sits there; that is all")
	read("0.9")
	was := lineAt(t, w, r, "chain")
	assert.Equal(t, []any{wear.Due, "0.9 %", "now", true}, []any{was.Mark, was.Last, was.Left, was.Soon})

	require.NoError(t, write(w, r, agree.Items.Says(agree.Item{Operation: "replace-chain",
		Title: "Replace the chain", Minutes: 15}), nil))
	item := r.Entries[len(r.Entries)-1].ID
	require.NoError(t, write(w, r, agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes,
		From: "Ansel", How: "phone"}), nil))
	require.NoError(t, write(w, r, agree.Works.Says(agree.Work{Item: item}), nil))
	renewed := lineAt(t, w, r, "chain")
	require.Len(t, renewed.Lives, 2, "the work renewed it, though nobody has said with what")
	assert.Equal(t, []any{wear.Open, "", "not read since it was fitted"},
		[]any{renewed.Mark, renewed.Last, renewed.Left})
	assert.Len(t, renewed.Lives[0].Readings, 1, "what was read of the old one stays with it")

	fitted := parts.Puttings.Says(parts.Putting{Place: "chain", Grade: "new",
		Particulars: map[string]string{"speeds": "11", "links": "114", "closed": "Pin"}, From: "stock",
		Why: "worn", Became: "scrap", Item: &item})
	require.NoError(t, write(w, r, fitted, nil))
	read("0.1")
	now := lineAt(t, w, r, "chain")
	require.Len(t, now.Lives, 2, "the same part, now with its name")
	assert.Equal(t, "11 speeds, 114 links, pin", now.Says)
	assert.Equal(t, "worn", now.Lives[0].Why)
	assert.Equal(t, []any{wear.Sound, "0.1 %"}, []any{now.Mark, now.Last})

	// Taken back, the old life goes on as it was.
	last := r.Entries[len(r.Entries)-2].ID
	require.NoError(t, write(w, r, record.Withdrawals.Says(record.Withdrawn{}), &last))
	assert.Empty(t, lineAt(t, w, r, "chain").Says)
}

func TestWhatCannotBeOnABike(t *testing.T) {
	w, r := discBike(t)
	require.NoError(t, write(w, r, putting("front-rotor", map[string]string{"diameter": "160"}), nil))
	rotor := r.Entries[0].ID
	require.NoError(t, write(w, r, parts.Takings.Says(parts.Taking{Place: "pedals", Why: "borrowed",
		Became: "owner"}), nil))
	assert.Equal(t, "nothing sits there", lineAt(t, w, r, "pedals").Left)
	for name, c := range map[string]struct {
		says       record.Content
		supersedes *record.ID
		field      string
		why        string
	}{
		"fitted twice": {putting("front-rotor", nil), nil, "place", "fitted by Ida in this job already"},
		"taken off twice": {parts.Takings.Says(parts.Taking{Place: "pedals", Why: "worn",
			Became: "scrap"}), nil, "place",
			"nothing sits there"},
		"no such place": {putting("belt", nil), nil, "place", "no such place"},
		"a slip": {putting("rear-rotor", map[string]string{"diameter": "16"}), nil,
			"particulars.diameter", "cannot be"},
		"no such particular": {putting("rear-rotor", map[string]string{"teeth": "16"}), nil,
			"particulars.teeth", "no such particular"},
		"a word it cannot be": {putting("rear-rotor", map[string]string{"mount": "glue"}), nil,
			"particulars.mount", "six bolts"},
		"correcting another": {putting("rear-rotor", nil), &rotor, "place", "another place"},
		"nobody said why":    {parts.Takings.Says(parts.Taking{Place: "saddle"}), nil, "why", "why it came off"},
		"why but not what then": {parts.Puttings.Says(parts.Putting{Place: "saddle", Grade: "new",
			From: "stock", Why: "worn"}), nil,
			"became", "became"},
	} {
		t.Run(name, func(t *testing.T) {
			var refused *record.Problem
			require.ErrorAs(t, write(w, r, c.says, c.supersedes), &refused)
			assert.Equal(t, c.field, refused.Field)
			assert.Contains(t, refused.Detail, c.why)
		})
	}
	require.NoError(t, write(w, r, putting("front-rotor", map[string]string{"diameter": "180"}),
		&rotor), "a slip is corrected")
	assert.Equal(t, "180 mm", lineAt(t, w, r, "front-rotor").Says)
}

// Whatever is fitted and taken off, the lives of a place follow each other without a gap in the
// telling: one ends before the next begins, and only the last is on the bike.
func TestLivesFollowEachOther(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w, r := discBike(t)
		at := time.Date(2024, 1, 1, 9, 0, 0, 0, time.UTC)
		for range rapid.IntRange(1, 12).Draw(t, "entries") {
			place := rapid.SampledFrom([]string{"chain", "front-rotor", "pedals"}).Draw(t, "place")
			content := putting(place, nil)
			switch rapid.IntRange(0, 2).Draw(t, "what") {
			case 0:
				content = parts.Takings.Says(parts.Taking{Place: place, Why: "broken", Became: "scrap"})
			case 1:
				content = inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "0.2"})
			}
			if write(w, r, content, nil) == nil {
				at = at.Add(time.Duration(rapid.IntRange(1, 4000).Draw(t, "hours")) * time.Hour)
				r.Entries[len(r.Entries)-1].At = at
			}
		}
		for place, lives := range parts.Lives.Of(lay(w, r)) {
			require.NotEmpty(t, lives, place)
			for i, life := range lives[:len(lives)-1] {
				require.False(t, life.Sits(), place)
				require.False(t, lives[i+1].From.Before(life.To), place)
			}
		}
		seen := 0
		for _, life := range lineAt(t, w, r, "chain").Lives {
			seen += len(life.Readings)
		}
		require.LessOrEqual(t, seen, inspect.Readings.Count(lay(w, r).Ledger), "a reading speaks of one part")
	})
}

func TestAPartThatDoesNotFitIsRefusedWithWhatWould(t *testing.T) {
	w, r := discBike(t)
	r.Bike.Facts.WheelRear = 622
	tyre := map[string]string{"seat": "584", "width": "40"}
	err := write(w, r, putting("rear-tyre", tyre), nil)
	require.ErrorContains(t, err, "It does not fit. Its bead seat is 584 mm; the rim's is 622. What "+
		"would: seat 622 mm.")
	tyre["seat"] = "622"
	require.NoError(t, write(w, r, putting("rear-tyre", tyre), nil))
	first := r.Entries[len(r.Entries)-1].ID

	// What was written of it is corrected without being compared with itself.
	tyre["width"] = "47"
	require.NoError(t, write(w, r, putting("rear-tyre", tyre), &first))
	assert.Equal(t, []string{"Fits if rim and frame take a tyre of 47 mm: nobody has read it yet."},
		parts.Puttings.In(r.Entries[len(r.Entries)-1].Content).If)

	// Like what came off, or for something better on purpose.
	require.NoError(t, write(w, r, putting("crank", map[string]string{"length": "170"}), nil))
	r.Earlier, r.Entries = r.Entries, nil
	require.NoError(t, write(w, r, putting("crank", map[string]string{"length": "165"}), nil))
	fitted := parts.Puttings.In(r.Entries[0].Content)
	assert.Equal(t, []string{"Fits if the rider wants it: 165 mm in place of 170. Look at the ground in a bend."},
		fitted.If)
	better := parts.Putting{Place: "rear-tyre", Particulars: map[string]string{"width": "50"},
		Grade: "new", From: "stock",
		Why: "upgrade", Became: "owner"}
	require.NoError(t, write(w, r, parts.Puttings.Says(better), nil))
	assert.Equal(t, []string{"Fits if rim and frame take a tyre of 50 mm: nobody has read it yet."},
		parts.Puttings.In(r.Entries[1].Content).If)
}

func TestWhatIsOnForNowCallsTheBikeBack(t *testing.T) {
	w, r := discBike(t)
	spare := parts.Putting{Place: "rear-mech", Grade: "good", From: "spares", Why: "broken",
		Became: "scrap", ForNow: true}
	require.NoError(t, write(w, r, parts.Puttings.Says(spare), nil))
	back := func() []record.CallBack { return door.CallBacks(lay(w, r)) }
	require.Len(t, back(), 1)
	assert.Equal(t, "Fit the right rear mech: what is on it is for now", back()[0].What)
	assert.Equal(t, lay(w, r).Day(14), back()[0].Due)

	// Back with the right one on, it is settled by that alone.
	called := back()[0]
	called.ID, called.JobID = record.NewID(), record.NewID()
	record.CallBacks.Lay(r, []record.CallBack{called})
	r.Earlier, r.Entries = r.Entries, nil
	assert.False(t, door.Calling(lay(w, r))[0].Answered)
	right := parts.Putting{Place: "rear-mech", Grade: "new", From: "stock", Why: "borrowed", Became: "spares"}
	require.NoError(t, write(w, r, parts.Puttings.Says(right), nil))
	assert.True(t, door.Calling(lay(w, r))[0].Answered)
	assert.Empty(t, back())
}

func TestAPartThatMovesTakesItsReadingsAlong(t *testing.T) {
	w, r := discBike(t)
	day := func(ago int) time.Time { return lay(w, r).Now.AddDate(0, 0, -ago) }
	used := stores.Stocked{ID: record.NewID(), Code: "USED-1", Name: "Used chain", Kind: "chain",
		Grade: "good", Held: 1,
		Particulars: map[string]string{"speeds": "11"}, Note: "on a bike for a year", Past: []stores.Read{
			{At: day(300), Value: 0.1, Unit: "%", Way: "days", Ago: 200},
			{At: day(120), Value: 0.2, Unit: "%", Way: "days", Ago: 20},
			{At: day(110), Value: 1.4, Unit: "mm", Way: "days", Ago: 10}, // of something else: left out
		}}
	stores.Stock.Lay(r, []stores.Stocked{used})
	r.Bike.Facts.Speeds = 11
	put := parts.Putting{Place: "chain", Grade: "new", From: "stock", Why: "worn", Became: "scrap", Stock: &used.ID}
	require.NoError(t, write(w, r, parts.Puttings.Says(put), nil))

	line := lineAt(t, w, r, "chain")
	now := line.Lives[len(line.Lives)-1]
	require.Len(t, now.Readings, 2, "what was read of it in its own unit")
	assert.True(t, now.Readings[0].Moved)
	assert.InDelta(t, 180, now.Readings[1].Gone-now.Readings[0].Gone, 1e-6, "as far apart as on the bike before")
	assert.Equal(t, []any{"0.2 %", "as it came off the bike before"}, []any{line.Last, line.Left})
	assert.Equal(t, "on a bike for a year", now.Note)

	// A reading on this bike goes on where the other one stopped: the line is drawn through both.
	require.NoError(t, write(w, r, inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "0.22"}), nil))
	line = lineAt(t, w, r, "chain")
	require.NotNil(t, line.Plot)
	require.NotEmpty(t, line.Plot.Line)
	assert.InDelta(t, 0.1, line.Plot.Line[0].Mid, 0.03)
	assert.Equal(t, "0.22 %", line.Last)
	end := func() float64 { return line.Plot.Line[len(line.Plot.Line)-1].Gone }
	assert.Greater(t, end(), line.Lives[len(line.Lives)-1].Readings[2].Gone, "it goes on to where it may be due")
	require.NoError(t, write(w, r, inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "0.9"}), nil))
	line = lineAt(t, w, r, "chain")
	readings := line.Lives[len(line.Lives)-1].Readings
	assert.InDelta(t, readings[len(readings)-1].Gone, end(), 1e-9, "it is due: the line ends where it was read")
}
