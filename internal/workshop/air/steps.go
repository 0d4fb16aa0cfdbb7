package air

import (
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// Read says whether a step of guided work that began at a place of the ledger has the pressure it
// asks for: found since then, or left since it was found. Where the bike holds no air there is
// none to read.
func Read(s *record.Sheet, place string, left bool, began int) bool {
	if !inspect.HoldsAir(s, place) {
		return true
	}
	after := began
	found, was := inspect.Airs.Last(s.Ledger,
		func(a *inspect.Air) bool { return a.Place == place && a.Bar != nil && !a.Set })
	if left && was != nil {
		after = max(after, s.Place(found.ID))
	}
	e, in := inspect.Airs.Last(s.Ledger, func(a *inspect.Air) bool {
		return a.Place == place && a.Bar != nil && a.Set == left
	})
	return in != nil && s.Place(e.ID) >= after
}

// Counted says the same of a leg's dials. A leg that has none has none to put back.
func Counted(s *record.Sheet, leg string, left bool, began int) bool {
	if !sprung(s, leg) {
		return true
	}
	after := began
	found, was := Dials.Last(s.Ledger, func(d *DialsCounted) bool { return d.Leg == leg && !d.Left })
	switch {
	case left && was != nil && was.None:
		return true
	case left && was != nil:
		after = max(after, s.Place(found.ID))
	}
	e, in := Dials.Last(s.Ledger, func(d *DialsCounted) bool { return d.Leg == leg && d.Left == left })
	return in != nil && s.Place(e.ID) >= after
}

// Filled says whether somebody wrote down what sealant went into a tyre since a run of guided work began.
func Filled(s *record.Sheet, end string, began int) bool {
	e, in := Toppings.Last(s.Ledger, func(in *SealantTopped) bool { return in.End == end })
	return in != nil && s.Place(e.ID) >= began
}

// Opened says the same of what went into a leg. On a bike without such a leg there is nothing to write down.
func Opened(s *record.Sheet, leg string, began int) bool {
	e, in := Services.Last(s.Ledger, func(in *LegServed) bool { return in.Leg == leg })
	return !sprung(s, leg) || in != nil && s.Place(e.ID) >= began
}
