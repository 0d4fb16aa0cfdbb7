package workshop

import (
	"context"
	"fmt"
	"log/slog"
	"math"
	"slices"
	"sync"
	"time"

	"utensil/core/estimate"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/knowledge"
)

// OdometerReading is the distance a bike shows.
type OdometerReading struct {
	Typed string   `json:"typed" doc:"as typed, in km unless it names miles"`
	Km    *float64 `json:"km,omitempty" readOnly:"true"`
}

// Ride is one ride, read from the owner's ride file.
type Ride struct {
	Name string    `json:"name"`
	At   time.Time `json:"at" doc:"when it began"`
	Km   float64   `json:"km"`
}

// LifeView is what is left of a part, and when it will be due.
type LifeView struct {
	Unit   string     `json:"unit" enum:"km,days"`
	Left   float64    `json:"left"`
	Least  float64    `json:"least"`
	Most   *float64   `json:"most,omitempty" doc:"none when it may never come due at this rate"`
	Due    *time.Time `json:"due,omitempty" doc:"the day it will be due at the bike's pace"`
	Basis  wear.Basis `json:"basis" enum:"trend,shop"`
	Seen   int        `json:"seen" doc:"readings of this part, or parts of other bikes, that it rests on"`
	Says   string     `json:"says" doc:"all of it in words"`
	Faster string     `json:"faster,omitempty" doc:"how it compares with the part before"`
	past   string     // by how much it is past its limit, in words
}

// z90 bounds what is left at 90 %: the normal quantile of 0.95 (value from memory of the table).
const z90 = 1.6449

// farthest life worth telling: beyond it "not for years" is all that can be said.
const farthest = 5 * 365.0

// Experience is how fast parts wore on all the shop's bikes, by point.
type Experience map[string]struct{ Km, Days wear.Rates }

// PastReading is one measured reading of any bike.
type PastReading struct {
	Bike   ID        `db:"bike_id"`
	Weekly int       `db:"weekly_km"`
	Point  string    `db:"point"`
	Value  float64   `db:"value"`
	At     time.Time `db:"at"`
}

// experienced works the shop's experience out of its latest readings, in any order.
func experienced(book *knowledge.Book, past []PastReading) Experience {
	type part struct {
		bike  ID
		point string
	}
	by := map[part][]PastReading{}
	for _, r := range past {
		by[part{r.Bike, r.Point}] = append(by[part{r.Bike, r.Point}], r)
	}
	out := Experience{}
	for key, readings := range by {
		p, known := book.Point(key.point)
		if !known || p.Gauge == nil {
			continue
		}
		slices.SortFunc(readings, func(a, b PastReading) int { return a.At.Compare(b.At) })
		limit := p.Gauge.Limits[len(p.Gauge.Limits)-1].Limit
		var seen []wear.Seen
		for _, r := range readings {
			seen = append(seen, wear.Seen{Gone: r.At.Sub(readings[0].At).Hours() / 24, Figure: r.Value})
		}
		for _, life := range limit.Lives(seen, slip(p)) {
			first, last := life[0], life[len(life)-1]
			days := last.Gone - first.Gone
			worn := math.Abs(last.Figure - first.Figure)
			if days < 14 || worn == 0 {
				continue
			}
			rates := out[key.point]
			rates.Days = append(rates.Days, worn/days)
			if weekly := readings[0].Weekly; weekly > 0 {
				rates.Km = append(rates.Km, worn/(days*float64(weekly)/7))
			}
			out[key.point] = rates
		}
	}
	return out
}

// slip is how much better a figure may be than the one before without the part being new.
func slip(p knowledge.Point) float64 {
	if p.Gauge.Scatter > 0 {
		return p.Gauge.Scatter
	}
	return 4 * p.Gauge.Step
}

// another refuses a figure that the part measured in earlier jobs cannot have any more: no
// rotor grows. A note that tells where a new one came from lets it in, and so does work that
// renewed it.
func (w *Workshop) another(s *sheet, p knowledge.Point, limit wear.Limit, value float64, note string) error {
	if p.Gauge.Scatter == 0 || note != "" {
		return nil
	}
	renewed := w.renewals(p.ID, s.past, s.ledger)
	var first *Entry
	for _, e := range s.past.all(KindReading) {
		r := e.Content.Reading
		if r.Point != p.ID || r.Value == nil || slices.ContainsFunc(renewed, func(at time.Time) bool { return at.After(e.At) }) {
			continue
		}
		if len(limit.Lives([]wear.Seen{{Figure: *r.Value}, {Figure: value}}, p.Gauge.Scatter)) == 1 {
			return nil // it may well be the same part
		}
		if first == nil {
			first = &e
		}
	}
	if first == nil {
		return nil
	}
	return invalid("note", "This part was %s %s when it was first measured here, in %s: it cannot be %s %s now. Measure again; if another was fitted elsewhere, say so in a note.",
		measure.Format(*first.Content.Reading.Value), p.Gauge.Unit, first.At.In(s.Settings.Location()).Format("January 2006"), measure.Format(value), p.Gauge.Unit)
}

// memory keeps the shop's experience; it changes slowly.
type memory struct {
	mu   sync.Mutex
	till time.Time
	remembered
}

// remembered is what the shop's past tells the bench.
type remembered struct {
	rates     Experience
	rescues   estimate.Record
	looseness map[string]*Looseness
	times     map[string]Took
	airs      []AirLeft
}

// experienceFor is how long the shop's experience is kept; one that could not be read is asked for
// again after a moment, and what was known of it before stands until then.
const (
	experienceFor = time.Hour
	askAgainAfter = 10 * time.Second
)

// heldFor is how long a rescued brake must go without new pads or rotor to count as saved.
const heldFor = 120 * 24 * time.Hour

func (w *Workshop) experience(ctx context.Context) remembered {
	w.memory.mu.Lock()
	defer w.memory.mu.Unlock()
	now := w.now()
	if !w.memory.till.Before(now) {
		return w.memory.remembered
	}
	w.memory.till = now.Add(experienceFor)
	kept := &w.memory.remembered
	for what, read := range map[string]func() error{
		"how fast parts wear": func() error {
			past, err := w.store.LatestReadings(ctx, 20_000)
			return keep(err, func() { kept.rates = experienced(w.Book(), past) })
		},
		"rescues": func() error {
			rescues, err := w.store.Rescues(ctx, w.Book().Saves(), heldFor)
			return keep(err, func() { kept.rescues = rescues })
		},
		"what came loose": func() error {
			counts, err := w.store.LooseCounts(ctx)
			return keep(err, func() { kept.looseness = byFastener(counts) })
		},
		"how long procedures took": func() error {
			times, err := w.store.ProcedureTimes(ctx)
			return keep(err, func() { kept.times = times })
		},
		"the air that brakes were left with": func() error {
			airs, err := w.store.AirsLeft(ctx, 500)
			return keep(err, func() { kept.airs = airs })
		},
	} {
		if err := read(); err != nil { // a screen without it is better than none
			slog.WarnContext(ctx, "reading the shop's experience", "of", what, "err", err)
			w.memory.till = now.Add(askAgainAfter)
		}
	}
	return *kept
}

// keep takes over what was read, unless it could not be.
func keep(err error, take func()) error {
	if err == nil {
		take()
	}
	return err
}

// distance is how far the bike went, by the best source there is.
func (s *sheet) distance(past ledger) wear.Distance {
	start := s.Job.OpenedAt
	var odometer, rides []wear.Odometer
	for _, l := range []ledger{past, s.ledger} {
		for _, e := range l.standing {
			if e.At.Before(start) || start.IsZero() {
				start = e.At
			}
			if e.Kind == KindOdometer && e.Content.Odometer.Km != nil {
				odometer = append(odometer, wear.Odometer{At: e.At, Km: *e.Content.Odometer.Km})
			}
			if e.Kind == KindRide {
				rides = append(rides, wear.Odometer{At: e.Content.Ride.At, Km: e.Content.Ride.Km})
			}
		}
	}
	return wear.NewDistance(start, odometer, rides, float64(s.Bike.WeeklyKm))
}

// DistanceView is what is known of how far a bike goes.
type DistanceView struct {
	Odometer *float64   `json:"odometer_km,omitempty" doc:"as last read"`
	At       *time.Time `json:"at,omitempty"`
	Rides    int        `json:"rides" doc:"ride files taken in"`
	WeekKm   float64    `json:"week_km" doc:"how far it goes in a week; 0 when nobody knows"`
}

func (s *sheet) distanceView() DistanceView {
	past := s.past
	d := s.distance(past)
	var v DistanceView
	if d.Unit() == "km" {
		v.WeekKm = math.Round(d.PerDay() * 7)
	}
	for _, l := range []ledger{past, s.ledger} {
		v.Rides += len(l.all(KindRide))
		if e, read := l.last(KindOdometer, func(Content) bool { return true }); read {
			v.Odometer, v.At = e.Content.Odometer.Km, &e.At
		}
	}
	return v
}

// renewals lists when a point's part was renewed, by the work that was done.
func (w *Workshop) renewals(point string, ledgers ...ledger) []time.Time {
	var out []time.Time
	for _, l := range ledgers {
		for _, e := range l.all(KindWork) {
			item, known := l.find(e.Content.Work.Item)
			if !known || item.Content.Item == nil {
				continue
			}
			operation, sold := w.Book().Operation(item.Content.Item.Operation)
			if sold && operation.Renews(point) || !sold && item.Content.Item.Point == point {
				out = append(out, e.At)
			}
		}
	}
	return out
}

// life estimates what is left of a point's part by its figures on this bike.
func (w *Workshop) life(s *sheet, p knowledge.Point, past ledger, d wear.Distance, limit wear.Limit) *LifeView {
	type taken struct {
		at    time.Time
		value float64
	}
	var all []taken
	for _, l := range []ledger{past, s.ledger} {
		for _, e := range l.all(KindReading) {
			if r := e.Content.Reading; r.Point == p.ID && r.Value != nil {
				all = append(all, taken{e.At, *r.Value})
			}
		}
	}
	slices.SortStableFunc(all, func(a, b taken) int { return a.at.Compare(b.at) })
	renewed := w.renewals(p.ID, past, s.ledger)
	var lives [][]wear.Seen
	var last time.Time
	fitted := 0
	for i, t := range all {
		since := 0
		for _, at := range renewed {
			if at.Before(t.at) {
				since++
			}
		}
		better := i > 0 && len(limit.Lives([]wear.Seen{{Figure: all[i-1].value}, {Figure: t.value}}, slip(p))) > 1
		if i == 0 || since > fitted || better {
			lives = append(lives, nil)
		}
		fitted = since
		n := len(lives) - 1
		lives[n] = append(lives[n], wear.Seen{Gone: d.Gone(t.at), Figure: t.value})
		last = t.at
	}
	if len(lives) == 0 || slices.ContainsFunc(renewed, func(at time.Time) bool { return at.After(last) }) {
		return nil // nothing is known of the part that is fitted now
	}
	now := lives[len(lives)-1]
	rates := w.rates[p.ID].Days
	if d.Unit() == "km" {
		rates = w.rates[p.ID].Km
	}
	life, known := limit.LifeOf(now, rates, z90)
	if !known {
		return nil
	}
	v := &LifeView{Unit: d.Unit(), Left: math.Round(life.Left), Least: math.Round(life.Least), Basis: life.Basis, Seen: life.Seen}
	if !math.IsInf(life.Most, 1) {
		most := math.Round(life.Most)
		v.Most = &most
	}
	if days := life.Left / d.PerDay(); days < farthest {
		due := last.Add(time.Duration(days * 24 * float64(time.Hour)))
		v.Due = &due
	}
	if past := math.Abs(now[len(now)-1].Figure - limit.Due); limit.Mark(now[len(now)-1].Figure).NeedsWork() && past > 0 {
		v.past = measure.Format(past) + " " + p.Gauge.Unit
	}
	v.Says = v.says(w.now().In(s.Settings.Location()))
	if len(lives) > 1 {
		if times, ok := limit.Faster(now, lives[len(lives)-2]); ok && (times > 1.3 || times < 0.7) {
			v.Faster = "It wears " + measure.Format(math.Round(times*10)/10) + " times as fast as the one before."
		}
	}
	return v
}

func (v *LifeView) says(now time.Time) string {
	unit := v.Unit
	if v.Left <= 0 {
		if v.past != "" {
			return "Past its limit by " + v.past + "."
		}
		return "At its limit."
	}
	out := fmt.Sprintf("About %s %s left", rounded(v.Left), unit)
	if v.Due != nil && v.Due.Before(now) {
		out = fmt.Sprintf("Had about %s %s left when it was read", rounded(v.Left), unit)
	}
	switch {
	case v.Most == nil:
		out += fmt.Sprintf(", at least %s", rounded(v.Least))
	case rounded(*v.Most) != rounded(v.Least):
		out += fmt.Sprintf(" (%s to %s)", rounded(v.Least), rounded(*v.Most))
	}
	switch {
	case v.Due != nil && v.Due.Before(now):
		out += ": due since about " + v.Due.In(now.Location()).Format("2 January 2006")
	case v.Due != nil:
		out += ", due around " + v.Due.In(now.Location()).Format("2 January 2006")
	}
	if v.Basis == wear.ShopsRates {
		return out + fmt.Sprintf(". One reading says little: this rests on %d such parts on the shop's bikes.", v.Seen)
	}
	return out + fmt.Sprintf(", by %d readings of this part.", v.Seen)
}

// rounded prints a distance no finer than it is known.
func rounded(v float64) string {
	step := 1.0
	for v/step >= 100 {
		step *= 10
	}
	return measure.Format(math.Round(v/step) * step)
}

func checkOdometer(in OdometerReading) (*OdometerReading, error) {
	figure, err := measure.ParseFigure(in.Typed, measure.Kilometre)
	if err == nil {
		err = figure.CheckPlausible(measure.Range{Min: 0, Max: 300_000})
	}
	if err != nil {
		return nil, inField("typed", err)
	}
	in.Km = &figure.Base
	return &in, nil
}

func (w *Workshop) checkRide(in Ride) (*Ride, error) {
	var err error
	if in.Name, err = optional("name", "the ride's name", in.Name); err != nil {
		return nil, err
	}
	if in.Km <= 0 || in.Km > 2000 || in.At.After(w.now().Add(time.Hour)) || in.At.Year() < 1990 {
		return nil, invalid("km", "That ride file holds no ride that can be: %s km on %s.", measure.Format(in.Km), in.At.Format("2 January 2006"))
	}
	return &in, nil
}
