package lifeline

import (
	"cmp"
	"slices"
	"time"

	"utensil/core/estimate"
	"utensil/core/fit"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// Line is one place of a bike over the years.
type Line struct {
	Place     string     `json:"place"`
	Name      string     `json:"name"`
	End       string     `json:"end,omitempty" enum:"front,rear"`
	Known     bool       `json:"known" doc:"something was read, fitted or taken off there"`
	Says      string     `json:"says" doc:"what sits there: 160 mm, centre ring"`
	Mark      wear.Mark  `json:"mark" doc:"of what sits there, as it was read last; open when nobody has"`
	Last      string     `json:"last" doc:"as it was read last: 0.4 %, or a word"`
	LastAt    *time.Time `json:"last_at,omitempty"`
	Left      string     `json:"left" doc:"what is left of it, in words"`
	DueFrom   *time.Time `json:"due_from,omitempty" doc:"the first day on which it may be due"`
	DueTo     *time.Time `json:"due_to,omitempty"`
	Soon      bool       `json:"soon" doc:"due now, or likely within three months"`
	Faster    string     `json:"faster,omitempty" doc:"how it wears against the one before"`
	Lives     []PartLife `json:"lives" doc:"oldest first; none where nothing is known"`
	Plot      *Plot      `json:"plot,omitempty"`
	RenewedBy []string   `json:"renewed_by" doc:"operations that renew what sits there"`
	Work      []Renewal  `json:"work" doc:"those operations with their price, where it is due soon"`
	Tended    []Care     `json:"tended" doc:"work on what sits there that renewed nothing of it, oldest first"`
	Bearing   bool       `json:"bearing" doc:"a bearing sits there, which its dimensions tell"`
}

// PartLife is the life of one part.
type PartLife struct {
	ID          *record.ID        `json:"id,omitempty" doc:"of the entry that says what was fitted"`
	From        *time.Time        `json:"from,omitempty" doc:"it was fitted; left out for what sat there when the bike was first seen"`
	To          *time.Time        `json:"to,omitempty" doc:"it came off; left out for what sits there"`
	Says        string            `json:"says"`
	Particulars map[string]string `json:"particulars"`
	Mark        string            `json:"mark,omitempty" doc:"what is written on it"`
	By          string            `json:"by,omitempty" doc:"who fitted it"`
	Why         string            `json:"why,omitempty" doc:"it came off, in words"`
	Became      string            `json:"became,omitempty" doc:"what became of it, in words"`
	ForNow      bool              `json:"for_now"`
	Name        string            `json:"name,omitempty" doc:"as the stores have it"`
	Note        string            `json:"note,omitempty"`
	Price       estimate.Minor    `json:"price_minor" doc:"of the parts on its bill; 0 when there was none"`
	Gone        float64           `json:"gone,omitempty" doc:"how far the bike had gone when it came off, in the plot's unit of way"`
	Readings    []PartReading     `json:"readings" doc:"oldest first"`
}

// PartReading is something read of a part.
type PartReading struct {
	At    time.Time `json:"at"`
	Value *float64  `json:"value,omitempty"`
	Word  string    `json:"word,omitempty"`
	Mark  wear.Mark `json:"mark"`
	Gone  float64   `json:"gone" doc:"how far the bike had gone by then, in the plot's unit of way"`
	Moved bool      `json:"moved,omitempty" doc:"it was read on the bike before, as far back as that one went"`
}

// Renewal is work that renews what sits at a place.
type Renewal struct {
	Operation string          `json:"operation"`
	Title     string          `json:"title"`
	Minutes   int             `json:"minutes"`
	Parts     []estimate.Part `json:"parts"`
	Total     estimate.Minor  `json:"total_minor" doc:"of work and parts, before tax"`
}

// gone is what is told of a place whose part came off.
const gone = "nothing sits there"

// soon is how far ahead what comes is told.
const soon = 3

// Lines are the places of a bike, what is due first: unsafe and due, then by the first day on which
// it may be due, then in the order of the places. Other subjects tell what was tended.
func Lines(s *record.Sheet, tended ...Tended) []Line {
	read := readings(s)
	lines := make([]Line, 0, len(parts.Places.Of(s)))
	for _, place := range parts.Places.Of(s) {
		line := lineOf(s, place, read)
		line.tend(s, tendedAt(tended, place.ID))
		lines = append(lines, line)
	}
	slices.SortStableFunc(lines, func(a, b Line) int {
		if a.Mark.NeedsWork() || b.Mark.NeedsWork() {
			return record.WorstFirst(a.Mark, b.Mark)
		}
		switch {
		case a.DueFrom == nil && b.DueFrom == nil:
			return 0
		case a.DueFrom == nil:
			return 1
		case b.DueFrom == nil:
			return -1
		}
		return cmp.Or(a.DueFrom.Compare(*b.DueFrom), a.DueTo.Compare(*b.DueTo))
	})
	return lines
}

// readings of the bike by point, oldest first.
func readings(s *record.Sheet) map[string][]PartReading {
	way := inspect.Way.Of(s)
	read := map[string][]PartReading{}
	for e, in := range inspect.Readings.Both(s) {
		if in.Judgement != nil && !in.PassedOver {
			read[in.Point] = append(read[in.Point],
				PartReading{At: e.At, Value: in.Value, Word: in.Word, Mark: in.Judgement.Mark,
					Gone: way.Gone(e.At)})
		}
	}
	for _, list := range read {
		slices.SortStableFunc(list, func(a, b PartReading) int { return a.At.Compare(b.At) })
	}
	return read
}

func lineOf(s *record.Sheet, place knowledge.Place, read map[string][]PartReading) Line {
	v := Line{Place: place.ID, Name: place.Name, End: place.End, Mark: wear.Open, Lives: []PartLife{},
		RenewedBy: []string{},
		Work:      []Renewal{}, Tended: []Care{}, Bearing: place.Bearing != ""}
	renewals := parts.Renewals.Of(s)[place.ID]
	for _, o := range renewals {
		v.RenewedBy = append(v.RenewedBy, o.ID)
	}
	lives := parts.Lives.Of(s)[place.ID]
	for _, life := range lives {
		v.Lives = append(v.Lives, told(s, place, life, read))
	}
	if first := v.Lives[0]; len(lives) == 1 && len(first.Readings) == 0 &&
		first.Says+first.Mark == "" && lives[0].Sits() {
		v.Lives = []PartLife{} // it is there, and that is all that is known
		return v
	}
	v.Known = true
	if last := lives[len(lives)-1]; !last.Sits() {
		v.Left = gone
		return v
	}
	now := v.Lives[len(v.Lives)-1]
	v.Says = now.Says
	v.judge(s, place, now)
	if v.Soon {
		v.Work = Price(s, renewals...)
	}
	return v
}

// Price is what work comes to on this bike, to be offered to the owner with one press.
func Price(s *record.Sheet, work ...knowledge.Operation) (list []Renewal) {
	for _, o := range work {
		r := Renewal{Operation: o.ID, Title: o.Title, Minutes: o.Minutes}
		r.Parts, _ = parts.Priced(s, o)
		r.Total = estimate.Line{Labour: estimate.Labour(o.Minutes, s.Settings.Hourly), Parts: r.Parts}.Sum()
		list = append(list, r)
	}
	return record.Some(list)
}

// told is a life with what was read in it, the newest point first where a place has two.
func told(s *record.Sheet, place knowledge.Place, life parts.Life, read map[string][]PartReading) PartLife {
	p := PartLife{ID: life.ID, Readings: []PartReading{},
		Says: fit.Spell(place.Particulars, life.Put.Particulars), Mark: life.Put.Mark,
		Particulars: life.Put.Particulars,
		By:          life.By, Why: record.NameOf(parts.Reasons, string(life.Why)),
		Became: record.NameOf(parts.Fates, string(life.Became)),
		ForNow: life.Put.ForNow, Price: life.Price, Note: life.Put.Note, Name: life.Put.Name}
	if p.Particulars == nil {
		p.Particulars = map[string]string{}
	}
	if !life.From.IsZero() {
		p.From = &life.From
	}
	if !life.To.IsZero() {
		p.To, p.Gone = &life.To, inspect.Way.Of(s).Gone(life.To)
	}
	p.Readings = append(p.Readings, moved(s, place, life)...)
	for _, point := range place.Points {
		for _, r := range read[point] {
			if life.Holds(r.At) {
				p.Readings = append(p.Readings, r)
			}
		}
	}
	slices.SortStableFunc(p.Readings, func(a, b PartReading) int { return a.At.Compare(b.At) })
	return p
}

// moved is what was read of a part on the bike before: it stands on this one's way as far before the day on
// which it was fitted as that bike went before it came off.
func moved(s *record.Sheet, place knowledge.Place, life parts.Life) (list []PartReading) {
	way, p := inspect.Way.Of(s), gaugedOf(s, place)
	if p == nil {
		return nil
	}
	for _, r := range life.Put.Past {
		if r.Unit == p.Gauge.Unit && r.Way == way.Unit() {
			list = append(list, PartReading{At: r.At, Value: &r.Value, Mark: inspect.LimitOf(s, *p).Mark(r.Value),
				Gone: way.Gone(life.From) - r.Ago, Moved: true})
		}
	}
	return list
}

// judge tells how what sits there is, and when it will be due.
func (v *Line) judge(s *record.Sheet, place knowledge.Place, now PartLife) {
	gauged := gaugedOf(s, place)
	if gauged != nil {
		v.Plot = plotOf(s, *gauged, v.Lives)
	}
	if len(now.Readings) == 0 {
		v.Left = "not read since it was fitted"
		if now.From == nil {
			v.Left = "not read yet"
		}
		return
	}
	last := now.Readings[len(now.Readings)-1]
	v.Mark, v.LastAt, v.Last = last.Mark, &last.At, words.Lower(last.Word)
	if last.Moved {
		v.Left = "as it came off the bike before"
	}
	if last.Mark.NeedsWork() {
		v.Left, v.Soon, v.DueFrom, v.DueTo = "now", true, &s.Now, &s.Now
	}
	if gauged == nil {
		return
	}
	for _, r := range now.Readings {
		if r.Value != nil {
			v.Last = measure.Format(*r.Value) + " " + gauged.Gauge.Unit
		}
	}
	if life := inspect.LifeOf(s, *gauged); life != nil {
		v.Faster = life.Faster
		v.dueBy(s, life, last)
	}
}

// gaugedOf is the first point of a place that is measured; nil where all are judged by eye and hand.
func gaugedOf(s *record.Sheet, place knowledge.Place) *knowledge.Point {
	for _, id := range place.Points {
		if p, _ := s.Book.Point(id); p.Gauge != nil {
			return &p
		}
	}
	return nil
}

// dueBy is the span in which a part will be due, from what is left of it and the bike's pace.
func (v *Line) dueBy(s *record.Sheet, life *inspect.LifeView, last PartReading) {
	if v.Mark.NeedsWork() {
		return
	}
	pace := inspect.Way.Of(s).PerDay()
	after := func(way float64) *time.Time {
		at := last.At.Add(time.Duration(way / pace * 24 * float64(time.Hour)))
		return &at
	}
	v.Left = inspect.Rounded(life.Left) + " " + life.Unit
	v.DueFrom, v.DueTo = after(life.Least), after(life.Left)
	if life.Most != nil {
		v.DueTo = after(min(*life.Most, 4*life.Left))
	}
	if life.Due != nil && life.Due.Before(s.Now) {
		v.Left = "due by now"
	}
	v.Soon = life.Due != nil && life.Due.Before(s.Now.AddDate(0, soon, 0))
}
