package servicesheet

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"utensil/core/estimate"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/torque"
)

// Room is how much page one takes.
type Room struct {
	said, entries, set, gauges, due, mind int // things, of each kind
	letters                               int // of what is said of a thing; 0 leaves it out
}

// Rooms are how much page one takes, the most first: whoever sets it takes the first that fits.
var Rooms = []Room{
	{said: 3, entries: 9, set: 9, gauges: 6, due: 8, mind: 4, letters: 64},
	{said: 3, entries: 6, set: 7, gauges: 4, due: 6, mind: 3, letters: 64},
	{said: 2, entries: 4, set: 4, gauges: 2, due: 4, mind: 2, letters: 40},
	{said: 1, entries: 3, set: 2, gauges: 2, due: 3, mind: 1},
}

// What is longer is cut on page one, and stands in full behind it.
const (
	lettersSaid = 300 // of the owner's words
	lettersName = 64  // of a thing
	lettersMind = 190 // of a line of the riding card
	aheadFor    = 14  // months of the ruler
)

// overleaf keeps what there is room for, and says how many more there are.
func overleaf(all []Entry, most int) []Entry {
	if n := len(all) - most; n > 0 {
		return append(slices.Clip(all[:most]), Entry{Name: fmt.Sprintf("and %d more, overleaf", n)})
	}
	return all
}

// said is what the owner told, and what came of it.
func (t told) said() Section {
	s := Section{ID: "said", Title: "You told us", Text: []string{}}
	if t.v.Job.Words != "" {
		s.Text = append(s.Text, "“"+clipped(t.v.Job.Words, lettersSaid)+"”")
	}
	if t.v.Job.Reading != "" {
		s.Text = append(s.Text, "Our reading: "+clipped(t.v.Job.Reading, lettersSaid/2))
	}
	for _, e := range overleaf(t.answers(), t.room.said) {
		e.Name, e.Says = clipped(e.Name, lettersName), clipped(e.Says, 2*t.room.letters)
		s.Entries = append(s.Entries, e)
	}
	return s
}

// answers are what came of each thing the owner said.
func (t told) answers() (list []Entry) {
	for _, c := range t.v.Said {
		e := Entry{Name: "“" + c.Words + "”", Says: c.Answer}
		switch {
		case c.Ridden:
			e.Name = c.Words // that is ours to say
		case len(t.v.Said) == 1 && strings.Trim(c.Words, " .!?") == strings.Trim(t.v.Job.Words, " .!?"):
			e.Name = "What came of it" // the words stand above
		}
		switch {
		case c.Open:
			e.Says = "not answered yet"
		case c.How == complaint.ByTrying:
			e.Says = "tried, not found: " + c.Answer
		}
		list = append(list, e)
	}
	return list
}

// righted is what was found and put right, what else was done, and what it costs.
func (t told) righted() Section {
	s := Section{ID: "righted", Title: "Done", Side: Left}
	if slices.ContainsFunc(t.v.Findings, settled) {
		s.Title = "Found and put right"
	}
	var told []string
	for _, i := range t.v.Items {
		if i.Work == nil {
			continue
		}
		e := Entry{Mark: wear.Sound, Name: clipped(i.Item.Title, lettersName), Figure: t.money(i.Total)}
		if f, there := t.finding(i); there {
			told = append(told, string(f.ID))
			if e.Says = clipped(t.was(f), t.room.letters); !settled(f) {
				e.Mark, e.Says = wear.Open, "done, not looked at again yet"
			}
		}
		s.Entries = append(s.Entries, e)
	}
	for _, f := range t.v.Findings {
		if settled(f) && !slices.Contains(told, string(f.ID)) {
			s.Entries = append(s.Entries, Entry{Mark: wear.Sound, Name: clipped(thing(f), lettersName),
				Says: clipped(t.was(f), t.room.letters)})
		}
	}
	s.Entries = overleaf(s.Entries, t.room.entries)
	if t.v.Service != nil {
		e := Entry{Mark: wear.Sound, Name: t.v.Service.Name, Says: t.bolts()}
		if t.here() {
			e.Mark = wear.Open
		}
		if t.v.Service.Price > 0 {
			e.Figure = t.money(t.v.Service.Price)
		}
		s.Entries = append(s.Entries, e)
	}
	if len(s.Entries) == 0 {
		s.Text = []string{"No work was done."}
		if t.here() {
			s.Text = []string{"Nothing yet."}
		}
		return s
	}
	var saved estimate.Minor
	for _, once := range t.v.Shared {
		saved += once.Saved
	}
	if saved > 0 {
		s.Entries = append(s.Entries, Entry{Name: "Done once for several", Figure: "− " + t.money(saved)})
	}
	s.Entries = append(s.Entries, t.sum())
	return s
}

// sum is what was agreed, with the tax that is in it or comes to it.
func (t told) sum() Entry {
	tax := "of which tax " + t.money(t.v.Agreed.Tax)
	if !t.Shop.TaxIn {
		tax = "with tax " + t.money(t.v.Agreed.Tax)
	}
	return Entry{Name: "Total agreed", Says: tax, Figure: t.money(t.v.Agreed.Gross), Sum: true}
}

// bolts says how many were tightened to a figure.
func (t told) bolts() string {
	n := 0
	for _, b := range t.v.Parts.Bolts.Bolts {
		if b.Log != nil && b.Log.LeftNm != nil {
			n++
		}
	}
	switch n {
	case 0:
		return ""
	case 1:
		return "one bolt torqued"
	}
	return fmt.Sprintf("%d bolts torqued", n)
}

// finding is what an item settles.
func (t told) finding(i agree.ItemView) (f findings.FindingView, there bool) {
	for _, f := range t.v.Findings {
		if i.Item.Finding != nil && f.ID == *i.Item.Finding {
			return f, true
		}
	}
	return f, false
}

// was says how something was found, and what its figure is now where it has two.
func (t told) was(f findings.FindingView) string {
	what := seen(f)
	if what == "" {
		return f.Reason
	}
	for _, p := range t.v.Parts.Walk.Points {
		if p.ID == f.Point && p.Gauge != nil && p.Reading != nil && p.Reading.Value != nil && !p.Reading.PutRight {
			if now := inFull(*p.Reading) + " " + p.Gauge.Unit; now != what {
				return fmt.Sprintf("was %s, now %s", what, now)
			}
		}
	}
	return "was " + words.Lower(what)
}

// left is what was not put right: unsafe first, and of that nothing is cut off.
func (t told) left() Section {
	s := Section{ID: "left", Title: "Left as it is", Side: Right}
	asked, unsafe := true, 0
	list := slices.Clone(t.v.Findings)
	slices.SortStableFunc(list, func(a, b findings.FindingView) int {
		switch {
		case a.Mark.Worse(b.Mark):
			return -1
		case b.Mark.Worse(a.Mark):
			return 1
		}
		return 0
	})
	var items []string
	for _, f := range list {
		if settled(f) || f.Status == findings.FindingWorked {
			continue
		}
		e := Entry{Mark: f.Mark, Name: clipped(f.Title, lettersName),
			Says: clipped(cmp.Or(f.Why, f.Reason), t.room.letters)}
		for _, i := range t.v.Items {
			if i.Item.Finding != nil && *i.Item.Finding == f.ID && i.Work == nil {
				items, e.Figure = append(items, string(i.ID)), t.money(i.Total)
			}
		}
		if f.Mark == wear.Unsafe {
			unsafe++
		}
		asked = asked && (f.Status == findings.FindingDeclined || f.Status == findings.FindingRefused)
		s.Entries = append(s.Entries, e)
	}
	for _, i := range t.v.Items {
		if i.Work == nil && i.Answer != nil && i.Answer.Answer != agree.Yes && !slices.Contains(items, string(i.ID)) {
			s.Entries = append(s.Entries, Entry{Name: clipped(i.Item.Title, lettersName),
				Figure: t.money(i.Total)})
		}
	}
	switch {
	case t.here():
		s.Title = "Not put right yet"
	case asked && len(s.Entries) > 0:
		s.Title = "Left as you asked"
	}
	s.Entries = overleaf(s.Entries, max(t.room.entries-1, unsafe))
	return s
}

// settings are how the bike leaves: where its rider holds and sits, air, clicks.
func (t told) settings() Section {
	s := Section{ID: "settings", Title: "Your settings, as left", Side: Right}
	for _, tyre := range t.v.Parts.Air.Bench.Tyres {
		if bar, _, there := leftAt(t.v, tyre.Place); there {
			s.Entries = append(s.Entries, Entry{Name: inspect.AirName(tyre.Place), Figure: bar})
		}
	}
	for _, leg := range t.v.Parts.Air.Bench.Legs {
		if bar, _, there := leftAt(t.v, leg.Place); there {
			s.Entries = append(s.Entries, Entry{Name: inspect.AirName(leg.Place), Figure: bar})
		}
		if d := leg.Dials.Left; d != nil && !d.None {
			s.Entries = append(s.Entries, Entry{Name: inspect.AirName(leg.Place) + ", clicks from fully in",
				Figure: d.Says()})
		}
	}
	for _, c := range t.v.Parts.Contacts.Contacts {
		if c.Left != nil {
			s.Entries = append(s.Entries, Entry{Name: c.Name, Figure: c.Left.Says})
		}
	}
	s.Entries = overleaf(s.Entries, t.room.set)
	return s
}

// measured are the figures that tell most: those that were put right, then those nearest to their limit.
func (t told) measured() Section {
	s := Section{ID: "measured", Title: "Measured"}
	type one struct {
		Gauge
		right bool
		share float64 // of what there was between new and worn out
	}
	var all []one
	for _, p := range t.v.Parts.Walk.Points {
		if p.Gauge == nil || p.Reading == nil || p.Reading.Value == nil || p.Gauge.Ruling.Step <= 0 || t.worked(p) {
			continue
		}
		now, g := *p.Reading.Value, p.Gauge
		m := one{Gauge: Gauge{Name: p.Name, Unit: g.Unit, Ruling: g.Ruling, Zones: g.Zones, Now: now},
			share: distance(now, g.Limit) / max(g.Ruling.Max-g.Ruling.Min, 1e-9)}
		for _, f := range t.v.Findings {
			if f.Point == p.ID && settled(f) {
				m.Was, m.right = figureOf(seen(f), g.Unit), true
			}
		}
		if n := len(p.History); m.Was == nil && n > 0 {
			m.Was = p.History[n-1].Value
		}
		m.Says = inFull(*p.Reading) + " " + g.Unit
		if m.Was != nil {
			m.Says += ", was " + measure.Format(*m.Was)
		}
		if !slices.ContainsFunc(g.Zones, func(z wear.Zone) bool { return z.Mark.NeedsWork() }) {
			continue // nothing is worn out on it
		}
		all = append(all, m)
	}
	slices.SortStableFunc(all, func(a, b one) int {
		if a.right != b.right {
			return map[bool]int{true: -1, false: 1}[a.right]
		}
		return cmp.Compare(a.share, b.share)
	})
	for _, m := range all[:min(len(all), t.room.gauges)] {
		s.Gauges = append(s.Gauges, m.Gauge)
	}
	if len(s.Gauges) > 0 {
		s.Note = "Wedge: now. Tick: before. Hatched: due to be renewed."
	}
	return s
}

// worked says that what was read at a point is from before the work, and tells nothing of now.
func (t told) worked(p inspect.PointView) bool {
	return p.Reading.PutRight || slices.ContainsFunc(t.v.Findings, func(f findings.FindingView) bool {
		return f.Point == p.ID && f.Status == findings.FindingWorked
	})
}

// figureOf is the one figure that was read; nil where there were several, or it was a word.
func figureOf(says, unit string) *float64 {
	if u, known := measure.UnitOf(unit); known {
		if f, err := measure.ParseFigure(says, u); err == nil {
			value := u.FromBase(f.Base)
			return &value
		}
	}
	return nil
}

func distance(a, b float64) float64 { return max(a-b, b-a) }

// next is what comes, by day: what the bike is called back for, then what will be due if it is ridden as
// before.
func (t told) next() Section {
	s := Section{ID: "next", Title: "What comes next, if you ride as you did"}
	to := t.Now.AddDate(0, aheadFor, 0)
	var due []Due
	for _, c := range t.v.CallBacks {
		if day, err := time.Parse(time.DateOnly, c.Due); err == nil {
			due = append(due, Due{Name: clipped(c.What, 40), From: day, To: day, Says: "by " + day.Format("2 January")})
		}
	}
	calls := len(due)
	for _, l := range t.Lines {
		if l.DueFrom == nil || l.DueTo == nil || l.DueFrom.After(to) || l.Mark.NeedsWork() || !known(l) {
			continue // what needs work now is told above
		}
		d := Due{Name: l.Name, From: *l.DueFrom, To: *l.DueTo, Says: l.Left}
		if l.Left != "" && l.Left[0] >= '0' && l.Left[0] <= '9' {
			d.Says = "after " + l.Left
		}
		if len(l.Work) > 0 {
			d.Says = strings.Trim(d.Says+" · "+t.money(l.Work[0].Total), " ·")
		}
		due = append(due, d)
	}
	slices.SortStableFunc(due[calls:], func(a, b Due) int { return a.From.Compare(b.From) })
	slices.SortStableFunc(due[:calls], func(a, b Due) int { return a.From.Compare(b.From) })
	if len(due) > 0 {
		s.Ahead = &Ahead{From: t.Now, To: to, Due: due[:min(len(due), t.room.due)]}
		s.Note = "A span, not a day: it hangs on way, weather and care."
	}
	return s
}

// mind is what is to be minded, by what was done: the whole card stands behind.
func (t told) mind() Section {
	s := Section{ID: "mind", Title: "Before you ride", Note: "The maker's manual comes before anything here; if " +
		"something feels wrong, stop riding and have a qualified mechanic look at it."}
	for i, line := range t.v.Riding {
		if i == t.room.mind {
			s.Text = append(s.Text, "The whole riding card is behind this page.")
			break
		}
		s.Text = append(s.Text, clipped(line, lettersMind))
	}
	if len(t.v.NotRidden) > 0 {
		s.Title = "Before it is ridden again"
		s.Text = append(s.Text, "Have it put right, and its brakes tried.")
		return s
	}
	mind := "Try both brakes before you set off."
	if f := t.v.Bike.Facts; f.FrontAxle == "quick_release" || f.RearAxle == "quick_release" {
		mind += " Look at the quick-releases before each ride: closed, their levers not bent back."
	}
	if slices.ContainsFunc(t.v.Parts.Bolts.Bolts, func(b torque.BoltView) bool { return b.Log != nil }) {
		mind += " Have crank and carbon joints checked again after the first ride."
	}
	s.Text = append(s.Text, mind)
	return s
}

// beds says that something is to be bedded in.
func (t told) beds() bool { return brakes.Beds(t.v.Riding, t.v.NotRidden) }
