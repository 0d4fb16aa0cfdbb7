package torque

import (
	"context"
	"slices"

	"utensil/core/estimate"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// LooseCount is how often one kind of fastener was found loose on one kind of bike after one
// person had tightened it last.
type LooseCount struct {
	Fastener  string     `db:"fastener"`
	Kind      string     `db:"kind"`
	By        *record.ID `db:"by"` // who tightened it before; nil when nobody here had
	ByName    string     `db:"by_name"`
	Times     int        `db:"times"`
	Loose     int        `db:"loose"`
	OverTight int        `db:"over_tight"`
}

// Looseness is how often joints were found loose, with its 95 % interval (Wilson).
type Looseness struct {
	Times     int     `json:"times" doc:"found in a known state"`
	Loose     int     `json:"loose"`
	OverTight int     `json:"over_tight"`
	Low       float64 `json:"low" doc:"of the share found loose"`
	High      float64 `json:"high"`
}

// fewest is how many found joints tell anything of the next one (our own).
const fewest = 5

// enough leaves out what tells nothing yet.
func enough(l *Looseness) *Looseness {
	if l == nil || l.Times < fewest {
		return nil
	}
	return l
}

func (l *Looseness) add(c LooseCount) {
	l.Times, l.Loose, l.OverTight = l.Times+c.Times, l.Loose+c.Loose, l.OverTight+c.OverTight
	l.Low, l.High = estimate.Record{Held: l.Loose, Tried: l.Times}.Wilson(estimate.Z95)
}

// LooseLine is one line of what comes loose: a fastener, a kind of bike or a person.
type LooseLine struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Looseness
}

// LooseView is what comes loose here, the surest first.
type LooseView struct {
	Fasteners []LooseLine `json:"fasteners"`
	Kinds     []LooseLine `json:"kinds" doc:"by kind of bike"`
	People    []LooseLine `json:"people,omitempty" doc:"by who had tightened it last; for the shop owner alone"`
}

// Loose tells what comes loose here. Who had tightened it is shown to the shop owner alone:
// it is there to mend ways of working, not to rank people at the bench.
func (r *Register) Loose(ctx context.Context, by record.Actor) (LooseView, error) {
	counts, err := r.store.LooseCounts(ctx)
	if err != nil {
		return LooseView{}, err
	}
	fasteners, kinds, people := tally{}, tally{}, tally{}
	for _, c := range counts {
		if f, known := r.shop.Book().Fastener(c.Fastener); known {
			fasteners.add(c.Fastener, f.Name, c)
		}
		for _, k := range r.shop.Book().Kinds {
			if k.ID == c.Kind {
				kinds.add(k.ID, k.Name, c)
			}
		}
		if c.By != nil {
			people.add(string(*c.By), c.ByName, c)
		}
	}
	view := LooseView{Fasteners: fasteners.lines(), Kinds: kinds.lines()}
	if by.Role == record.Keeper {
		view.People = people.lines()
	}
	return view, nil
}

// tally adds counts up by id.
type tally map[string]*LooseLine

func (t tally) add(id, name string, c LooseCount) {
	if t[id] == nil {
		t[id] = &LooseLine{ID: id, Name: name}
	}
	t[id].Looseness.add(c)
}

// lines lists the tally, what is surest to come loose first.
func (t tally) lines() []LooseLine {
	out := make([]LooseLine, 0, len(t))
	for _, l := range t {
		if l.Times > 0 {
			out = append(out, *l)
		}
	}
	slices.SortFunc(out, func(a, b LooseLine) int {
		switch {
		case a.Low != b.Low && a.Low > b.Low:
			return -1
		case a.Low != b.Low:
			return 1
		case a.Name < b.Name:
			return -1
		}
		return 1
	})
	return out
}

// byFastener sums the counts for the bench.
func byFastener(counts []LooseCount) map[string]*Looseness {
	out := map[string]*Looseness{}
	for _, c := range counts {
		if out[c.Fastener] == nil {
			out[c.Fastener] = &Looseness{}
		}
		out[c.Fastener].add(c)
	}
	return out
}

// Loosened is how often each kind of joint was found loose here.
var Loosened = record.Learns[map[string]*Looseness]("what came loose")

// Lessons is what the torque log learns from the shop's past.
func Lessons(store Store) []record.Lesson {
	return []record.Lesson{Loosened.From(func(ctx context.Context, _ *knowledge.Book) (map[string]*Looseness, error) {
		counts, err := store.LooseCounts(ctx)
		return byFastener(counts), err
	})}
}
