package strip

import (
	"errors"
	"fmt"
	"slices"
	"strings"
)

// Assembly is a set of parts on one axis, listed as they are drawn from the top.
type Assembly []Part

// Part finds a part.
func (a Assembly) Part(id string) (Part, bool) {
	i := slices.IndexFunc(a, func(p Part) bool { return p.ID == id })
	if i < 0 {
		return Part{}, false
	}
	return a[i], true
}

// Validate proves that every part comes off, and that what lies over it is of the assembly.
func (a Assembly) Validate() error {
	var errs []error
	for i, p := range a {
		if err := p.Validate(); err != nil {
			errs = append(errs, err)
		}
		if slices.ContainsFunc(a[:i], func(o Part) bool { return o.ID == p.ID }) {
			errs = append(errs, fmt.Errorf("the part %q stands twice", p.ID))
		}
		for _, id := range p.Under {
			if over, known := a.Part(id); !known || over.Stays || id == p.ID {
				errs = append(errs, fmt.Errorf("%s goes nowhere: it lies under %q, which is no part that comes off",
					p.Name, id))
			}
		}
	}
	if order := a.Order(); len(order) < a.Loose() {
		var stuck []string
		for _, p := range a {
			if !p.Stays && !slices.Contains(order, p.ID) {
				stuck = append(stuck, p.Name)
			}
		}
		errs = append(errs, fmt.Errorf("these never come off, each lies under another: %s", strings.Join(stuck, ", ")))
	} else if len(order) == 0 {
		errs = append(errs, errors.New("nothing comes off"))
	}
	return errors.Join(errs...)
}

// Loose counts the parts that come off.
func (a Assembly) Loose() (n int) {
	for _, p := range a {
		if !p.Stays {
			n++
		}
	}
	return n
}

// Order is the order in which the parts come off: of those that nothing lies over, the topmost first.
func (a Assembly) Order() (order []string) {
	for {
		next := a.Next(order)
		if next == "" {
			return order
		}
		order = append(order, next)
	}
}

// Next is the part that comes off next, when others are off; empty when none can.
func (a Assembly) Next(off []string) string {
	for _, p := range a {
		if !p.Stays && !slices.Contains(off, p.ID) && len(a.Over(p, off)) == 0 {
			return p.ID
		}
	}
	return ""
}

// Over lists the parts that still lie over one, when others are off.
func (a Assembly) Over(p Part, off []string) (over []Part) {
	for _, id := range p.Under {
		if q, known := a.Part(id); known && !slices.Contains(off, id) {
			over = append(over, q)
		}
	}
	return over
}

// First lists the parts that have to be on before one goes back, when others are off: those that
// lie under it.
func (a Assembly) First(id string, off []string) (first []Part) {
	for _, q := range a {
		if slices.Contains(q.Under, id) && slices.Contains(off, q.ID) {
			first = append(first, q)
		}
	}
	return first
}

// Back is the part that goes back next: the last that came off of those that nothing has to go before;
// empty when nothing is off.
func (a Assembly) Back(off []string) string {
	for _, id := range slices.Backward(off) {
		if len(a.First(id, off)) == 0 {
			return id
		}
	}
	return ""
}

// With is the assembly with one more part in it, found under another: it comes off after that one and
// before whatever lay under that one. Under nothing it is the topmost.
func (a Assembly) With(extra Part, under string) Assembly {
	out := slices.Clone(a)
	at := 1 + slices.IndexFunc(a, func(p Part) bool { return p.ID == under })
	if at > 0 {
		extra.Under = []string{under}
	}
	for i, p := range out {
		if at > 0 && slices.Contains(p.Under, under) {
			out[i].Under = append(slices.Clone(p.Under), extra.ID)
		}
	}
	return slices.Insert(out, at, extra)
}
