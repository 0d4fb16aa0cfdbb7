package parts

import (
	"cmp"
	"maps"
	"slices"
	"time"

	"utensil/core/bike"
	"utensil/core/estimate"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// Life is the time of one part at its place: from when it was fitted to when it came off.
type Life struct {
	ID     *record.ID // of the entry that says what was fitted; nil where nobody said
	From   time.Time  // zero for what sat there when the bike was first seen
	To     time.Time  // zero for what sits there now
	Put    Putting    // what is known of it
	By     string     // who fitted it
	Why    Reason     // it came off; empty where nobody said
	Became Fate
	Price  estimate.Minor // of the parts on the bill it was fitted by; 0 where there was none
	here   bool           // it was fitted in this job
}

// Sits says whether the part is on the bike now.
func (l Life) Sits() bool { return l.To.IsZero() }

// Holds says whether a time lies within the part's life.
func (l Life) Holds(at time.Time) bool {
	return !at.Before(l.From) && (l.To.IsZero() || at.Before(l.To))
}

// Places are those that this bike has.
var Places = record.Derive(func(s *record.Sheet) []knowledge.Place { return s.Book.PlacesOn(s.Bike.Facts) })

// Renewals are, by place, the work that renews what sits there.
var Renewals = record.Derive(func(s *record.Sheet) map[string][]knowledge.Operation {
	return s.Book.Renewing(s.Bike.Facts)
})

// change is something that began or ended a life, or that was read in it.
type change struct {
	at   time.Time
	by   record.Entry
	put  *Life     // what was fitted
	off  *Taking   // what came off
	read *PartRead // what was read of what sits there
}

// Lives are the lives at each place of the bike, oldest first. A place has at least one, unless what
// sat there came off: something sat there when the bike was first seen.
var Lives = record.Derive(func(s *record.Sheet) map[string][]Life {
	changes := changesOf(s)
	lives := map[string][]Life{}
	for _, place := range Places.Of(s) {
		lives[place.ID] = livesAt(changes[place.ID])
	}
	return lives
})

func livesAt(changes []change) []Life {
	slices.SortStableFunc(changes, func(a, b change) int { return a.at.Compare(b.at) })
	lives := []Life{{}}
	for _, c := range changes {
		last := &lives[len(lives)-1]
		if c.read != nil {
			last.learn(*c.read)
			continue
		}
		if last.Sits() {
			last.To = c.at
			if c.off != nil {
				last.Why, last.Became = c.off.Why, c.off.Became
			} else {
				last.Why, last.Became = c.put.Put.Why, c.put.Put.Became
			}
		}
		if c.put != nil {
			lives = append(lives, *c.put)
		}
	}
	return lives
}

// learn adds what was read of a part to what is known of it.
func (l *Life) learn(read PartRead) {
	if !l.Sits() {
		return
	}
	known := maps.Clone(l.Put.Particulars)
	if known == nil {
		known = map[string]string{}
	}
	maps.Copy(known, read.Particulars)
	l.Put.Particulars, l.Put.Mark = known, cmp.Or(read.Mark, l.Put.Mark)
}

// Facts are those of the bike, where what is known of the parts on it says more: its sprockets were
// counted. Where two parts say two things, the bike's own fact stands.
var Facts = record.Derive(func(s *record.Sheet) bike.Facts {
	told := map[string][]string{}
	for _, place := range Places.Of(s) {
		now, sits := sitting(s, place.ID)
		for _, p := range place.Particulars {
			if fact, word, tells := p.Telling(now.Put.Particulars[p.ID]); sits && tells &&
				!slices.Contains(told[fact], word) {
				told[fact] = append(told[fact], word)
			}
		}
	}
	f := s.Bike.Facts
	for _, fact := range slices.Sorted(maps.Keys(told)) {
		if words := told[fact]; len(words) == 1 {
			f = f.Told(fact, words[0])
		}
	}
	return f
})

// changesOf gathers, by place, what was fitted by an entry, what came off, and what work renewed of
// which nobody said what was fitted.
func changesOf(s *record.Sheet) map[string][]change {
	changes := map[string][]change{}
	for i, l := range s.Ledgers() {
		here := i == 1
		said := map[string]bool{} // places and items of what was said; of a run's part, the place alone
		for e, in := range Puttings.All(l) {
			life := &Life{ID: &e.ID, From: e.At, Put: *in, By: e.ByName, Price: in.Price, here: here}
			if in.Item != nil {
				said[in.Place+" "+string(l.Current(*in.Item))] = true
				life.Price = cmp.Or(priceOf(l, *in.Item), in.Price)
			} else {
				said[in.Place] = true
			}
			changes[in.Place] = append(changes[in.Place], change{at: e.At, by: e, put: life})
		}
		for e, in := range Takings.All(l) {
			changes[in.Place] = append(changes[in.Place], change{at: e.At, by: e, off: in})
		}
		for e, in := range PartsRead.All(l) {
			changes[in.Place] = append(changes[in.Place], change{at: e.At, by: e, read: in})
		}
		for e, in := range agree.Works.All(l) {
			_, item := agree.Items.Find(l, in.Item)
			if item == nil || in.Part {
				continue
			}
			operation, sold := s.Book.Operation(item.Operation)
			if !sold {
				continue
			}
			for _, place := range operation.Fits {
				if said[place] || said[place+" "+string(l.Current(in.Item))] {
					continue
				}
				life := &Life{From: e.At, By: e.ByName, Put: Putting{Place: place, Grade: "new",
					From: "stock"}, Price: priceOf(l, in.Item), here: here}
				changes[place] = append(changes[place], change{at: e.At, by: e, put: life})
			}
		}
	}
	return changes
}

// priceOf is what the parts of an item cost, before tax.
func priceOf(l *record.Ledger, item record.ID) estimate.Minor {
	_, in := agree.Items.Find(l, item)
	if in == nil {
		return 0
	}
	return estimate.Line{Parts: in.Parts}.Sum()
}

// sitting is what sits at a place now.
func sitting(s *record.Sheet, place string) (Life, bool) {
	lives := Lives.Of(s)[place]
	if len(lives) == 0 || !lives[len(lives)-1].Sits() {
		return Life{}, false
	}
	return lives[len(lives)-1], true
}

// Empty is a place of the bike from which something came off, and where nobody has fitted anything since.
type Empty struct {
	knowledge.Place
	Off    record.Entry // that tells what came off
	Filled bool         // it was, by somebody who knew
}

// Emptied are the places that were emptied in this job, without which the bike is not ridden,
// whatever its facts say by now: those that were filled since as well.
var Emptied = record.Derive(func(s *record.Sheet) (list []Empty) {
	for e, in := range Takings.All(s.Ledger) {
		place, known := s.Book.Place(in.Place)
		if !known || place.Optional {
			continue
		}
		filled := slices.ContainsFunc(changesOf(s)[in.Place], func(c change) bool {
			return c.put != nil && c.by.ID != "" && c.by.JobID == e.JobID && s.Knew(e.ID, c.by.ID)
		})
		list = append(list, Empty{place, e, filled})
	}
	return list
})

// Missing are the places of the bike that an earlier job left empty.
func Missing(s *record.Sheet) (list []knowledge.Place) {
	for _, place := range Places.Of(s) {
		_, sits := sitting(s, place.ID)
		here := slices.ContainsFunc(Emptied.Of(s), func(e Empty) bool { return e.ID == place.ID })
		if !sits && !here && !place.Optional {
			list = append(list, place)
		}
	}
	return list
}

// Renewed lists when what a point speaks of was renewed, by what was fitted at its place.
func Renewed(s *record.Sheet, point string) (times []time.Time) {
	for _, place := range Places.Of(s) {
		if !slices.Contains(place.Points, point) {
			continue
		}
		for _, life := range Lives.Of(s)[place.ID] {
			if !life.From.IsZero() {
				times = append(times, life.From)
			}
		}
	}
	return times
}

// Borrowed are the places where something sits for now, until the right one is here, by what sits there.
func Borrowed(s *record.Sheet) (list []Life) {
	for _, place := range Places.Of(s) {
		if now, sits := sitting(s, place.ID); sits && now.Put.ForNow {
			list = append(list, now)
		}
	}
	return list
}
