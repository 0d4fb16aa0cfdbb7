package workshop

import (
	"context"
	"maps"
	"time"

	"utensil/core/bike"
)

// FactRead is who read a fact on the bike, and when.
type FactRead struct {
	By string    `json:"by"`
	At time.Time `json:"at"`
}

// ReadNow is a fact that somebody has just read on the bike: the reservoir's cap, the steerer.
type ReadNow struct {
	Fact    string `json:"fact" doc:"one that is read, such as front_fluid"`
	Word    string `json:"word" doc:"what it says; unknown when it cannot be read"`
	Version int    `json:"version" doc:"of the bike that was on the screen"`
}

// SaveBike changes a bike. A stale version is refused with the row as it is now. A fact that
// guards and is set to a word was read by whoever sets it.
func (w *Workshop) SaveBike(ctx context.Context, by Actor, b Bike) (Bike, error) {
	tidy, err := b.tidy()
	if err != nil {
		return Bike{}, err
	}
	old, err := w.store.FindBike(ctx, b.ID)
	if err != nil {
		return Bike{}, err
	}
	return w.store.SaveBike(ctx, tidy.readBy(by, w.now(), old))
}

// ReadFact notes what somebody read on a bike.
func (w *Workshop) ReadFact(ctx context.Context, by Actor, id ID, in ReadNow) (Bike, error) {
	b, err := w.store.FindBike(ctx, id)
	if err != nil {
		return Bike{}, err
	}
	if b.Version != in.Version {
		return Bike{}, StaleWrite("bike", b)
	}
	facts, can := b.Facts.Set(in.Fact, in.Word)
	if !can {
		return Bike{}, invalid("word", "Choose what it says, or leave it unknown.")
	}
	now := b
	now.Facts = facts
	if now, err = now.tidy(); err != nil {
		return Bike{}, err
	}
	return w.store.SaveBike(ctx, now.readBy(by, w.now(), b))
}

// readBy puts a name under each fact that guards and that was not so before. What is unknown
// again was read by nobody.
func (b Bike) readBy(by Actor, now time.Time, old Bike) Bike {
	read := maps.Clone(old.Read)
	if read == nil {
		read = map[string]FactRead{}
	}
	for _, g := range bike.Guards {
		word, _ := b.Facts.Fact(g.Fact)
		before, _ := old.Facts.Fact(g.Fact)
		switch {
		case !bike.Known(word):
			delete(read, g.Fact)
		case word != before:
			read[g.Fact] = FactRead{By: by.Name, At: now}
		}
	}
	b.Read = read
	return b
}

// whereRead says where a fact is read.
func whereRead(fact string) string {
	g, _ := bike.GuardOf(fact)
	return g.Where
}
