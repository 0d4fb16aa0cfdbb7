package workshop

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// later is a bike's readings of one point, so many days ago.
func later(t *testing.T, r *record.Record, point string, figures map[int]string) {
	t.Helper()
	w := New(nil, book, time.Now)
	for ago := 2000; ago >= 0; ago-- {
		typed, taken := figures[ago]
		if !taken {
			continue
		}
		c, err := w.rules.Check(lay(w, r), keeper, record.NewEntry{ID: record.NewID(),
			Content: inspect.Readings.Says(inspect.Reading{Point: point, Typed: typed})})
		require.NoError(t, err)
		r.Earlier = append(r.Earlier, record.Entry{ID: record.NewID(), Kind: "reading",
			At: time.Now().AddDate(0, 0, -ago), Content: c})
	}
}

func lifeOf(w *Workshop, r *record.Record, point string) *inspect.LifeView {
	for _, v := range inspect.Views(lay(w, r)) {
		if v.ID == point {
			return v.Life
		}
	}
	return nil
}

func TestLifeOfAPartOnThisBike(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	r.Bike.WeeklyKm = 70 // 10 km a day
	assert.Nil(t, lifeOf(w, r, "chain"), "nothing was ever measured")
	later(t, r, "chain", map[int]string{200: "0.15", 100: "0.3", 0: "0.45"})
	life := lifeOf(w, r, "chain")
	require.NotNil(t, life)
	// 0.15 % in 1000 km; 0.75 % is the limit of a 9-speed chain: 2000 km, 200 days.
	assert.Equal(t, "km", life.Unit)
	assert.InDelta(t, 2000, life.Left, 1)
	require.NotNil(t, life.Due)
	assert.InDelta(t, 200, time.Until(*life.Due).Hours()/24, 1)
	assert.Contains(t, life.Says, "About 2000 km left, due around "[:20])
	assert.Contains(t, life.Says, "by 3 readings of this part")

	r.Bike.WeeklyKm = 0
	life = lifeOf(w, r, "chain")
	assert.Equal(t, "days", life.Unit, "where nobody knows the distance, days are counted")
	assert.InDelta(t, 200, life.Left, 1)
}

func TestOneReadingRestsOnTheShopAndSaysSo(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	later(t, r, "front-pads", map[int]string{0: "3"})
	assert.Nil(t, lifeOf(w, r, "front-pads"), "one figure and no experience say nothing")
	var shop []inspect.PastReading
	for i := range 6 {
		bike := record.ID(rune('a' + i))
		shop = append(shop, inspect.PastReading{Bike: bike, Point: "front-pads", Value: 3.5,
			At: time.Now().AddDate(0, 0, -100)},
			inspect.PastReading{Bike: bike, Point: "front-pads", Value: 2.5 - 0.1*float64(i), At: time.Now()})
	}
	inspect.Rates.Put(taught, inspect.Experienced(book, shop))
	life := lifeOf(w, r, "front-pads")
	require.NotNil(t, life)
	assert.Equal(t, wear.ShopsRates, life.Basis)
	assert.Contains(t, life.Says, "One reading says little: this rests on 6 such parts")
	assert.Less(t, life.Least, life.Left)
}

func TestANewPartBeginsANewLife(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	later(t, r, "front-pads", map[int]string{400: "3.5", 300: "2.5", 200: "1.5", 100: "3.5", 50: "2.5", 0: "1.5"})
	life := lifeOf(w, r, "front-pads")
	require.NotNil(t, life)
	assert.Equal(t, 3, life.Seen, "only the readings of the pads that are in now")
	assert.InDelta(t, 25, life.Left, 1, "1 mm in 50 days; half a millimetre to go")
	assert.Equal(t, "It wears 2 times as fast as the one before.", life.Faster)

	// Work that renewed the part counts too, however alike the figures are.
	item := record.ID(record.NewID())
	r.Earlier = append(r.Earlier,
		record.Entry{ID: item, Kind: "item", At: time.Now(),
			Content: agree.Items.Says(agree.Item{Operation: "pads-disc-front", Title: "pads"})},
		record.Entry{ID: record.NewID(), Kind: "work", At: time.Now().Add(time.Hour),
			Content: agree.Works.Says(agree.Work{Item: item})})
	assert.Nil(t, lifeOf(w, r, "front-pads"), "nothing is known of what was fitted last")
}

func TestNoRotorGrows(t *testing.T) {
	w, r := desk(kindOf(t, "commuter"), "repair")
	measured := func(typed, note string) error {
		_, err := w.rules.Check(lay(w, r), keeper, record.NewEntry{ID: record.NewID(),
			Content: inspect.Readings.Says(inspect.Reading{Point: "front-rotor", Typed: typed, Note: note})})
		return err
	}
	assert.NoError(t, measured("1.95", ""), "nobody has measured it before")
	later(t, r, "front-rotor", map[int]string{300: "1.83", 100: "1.78"})
	assert.NoError(t, measured("1.72", ""))
	assert.NoError(t, measured("1.88", ""), "another hand, another micrometer")
	err := measured("1.98", "")
	require.ErrorContains(t, err, "1.83 mm when it was first measured here")
	assert.Equal(t, "note", err.(*record.Problem).Field, "asked for where it can be answered")
	assert.NoError(t, measured("1.98", "Owner had a new one fitted in Saltby."))

	item := record.NewID()
	r.Earlier = append(r.Earlier,
		record.Entry{ID: item, Kind: "item", At: time.Now(),
			Content: agree.Items.Says(agree.Item{Operation: "rotor-front", Title: "rotor"})},
		record.Entry{ID: record.NewID(), Kind: "work", At: time.Now(),
			Content: agree.Works.Says(agree.Work{Item: item})})
	assert.NoError(t, measured("1.98", ""), "we fitted it ourselves")
}
