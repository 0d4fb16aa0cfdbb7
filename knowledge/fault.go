package knowledge

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/core/diagnosis"
	"utensil/core/wear"
	"utensil/knowledge/complaint"
	"utensil/knowledge/entries"
)

// Fault finds a complaint.
func (b *Book) Fault(id string) (complaint.Fault, bool) { return find(b.Faults, id) }

// FaultsOn lists the complaints a bike can have.
func (b *Book) FaultsOn(f bike.Facts) []complaint.Fault {
	return slices.DeleteFunc(slices.Clone(b.Faults), func(x complaint.Fault) bool { return !x.When.Holds(f) })
}

// faultProof gathers what is wrong with a complaint, by the line where it stands.
type faultProof struct {
	book   *Book
	fault  complaint.Fault
	page   entries.Page
	start  int
	causes map[string]bool
	checks map[string]bool
	errs   []error
}

func (v *faultProof) wrong(line int, format string, args ...any) {
	v.errs = append(v.errs, fmt.Errorf("%s:%d: %s: %s", v.page.File, line, v.fault.ID, fmt.Sprintf(format, args...)))
}

// validateFault reports everything wrong with a complaint, with file and line.
func (b *Book) validateFault(f complaint.Fault, p entries.Page, start int) error {
	v := &faultProof{book: b, fault: f, page: p, start: start, causes: map[string]bool{}, checks: map[string]bool{}}
	if f.Name == "" || f.Source == "" || len(f.Said) == 0 {
		v.wrong(start, "a complaint needs a name, a source and the words owners use")
	}
	if _, known := complaint.BenchFinds[f.Bench]; f.Bench != "" && !known {
		v.wrong(p.Line("bench", start), "there is no bench %q: gears, wheels or air", f.Bench)
	}
	if _, known := b.Point(f.At); f.At != "" && !known {
		v.wrong(p.Line("at", start), "there is no point %q", f.At)
	}
	for _, c := range f.Causes {
		v.cause(c)
	}
	for _, pair := range f.Together {
		if len(pair) != 2 || !v.causes[pair[0]] || !v.causes[pair[1]] {
			v.wrong(p.Line("together", start), "%v is not two of the causes", pair)
		}
	}
	for _, c := range f.Checks {
		v.checks[c.ID] = true
	}
	for _, c := range f.Checks {
		v.check(c)
	}
	if len(v.errs) == 0 {
		v.tells()
	}
	return errors.Join(v.errs...)
}

// cause proves one cause.
func (v *faultProof) cause(c complaint.Cause) {
	line := v.page.Line(c.ID, v.start)
	if v.causes[c.ID] || c.Name == "" || c.Why == "" || c.Remedy == "" {
		v.wrong(line, "the cause %q stands twice, or lacks a name, a reason or a remedy", c.ID)
	}
	v.causes[c.ID] = true
	if _, known := diagnosis.Frequency[c.Common]; !known {
		v.wrong(v.page.Line(c.Common, line-1), "%q is no frequency: rare, sometimes, common or very common", c.Common)
	}
	operation, known := v.book.Operation(c.Operation)
	if !known && c.Operation != "" {
		v.wrong(line, "there is no operation %q", c.Operation)
	}
	if facts, lacks := bike.Without(operation.When, v.fault.When, c.When); known && lacks {
		v.wrong(line, "%s is put right by %s, which is not for a bike with %s: say under when which "+
			"bikes can have it", c.ID, operation.ID, facts)
	}
	for _, name := range c.Found {
		if !slices.Contains(complaint.BenchFinds[v.fault.Bench], name) {
			v.wrong(line, "%s is found by a bench as %q, which no bench of this complaint finds", c.ID, name)
		}
	}
	if c.Minutes <= 0 {
		v.wrong(line, "%s needs minutes: its remedy is work that can be offered", c.ID)
	}
	for _, id := range c.Touches {
		if _, known := v.book.Fastener(id); !known {
			v.wrong(line, "%s touches %q, which is no fastener", c.ID, id)
		}
	}
	if err := c.When.Validate(); err != nil {
		v.wrong(line, "%v", err)
	}
}

// check proves one check: when its turn comes, what it reads off the walk-round, and its answers.
func (v *faultProof) check(c complaint.Check) {
	line := v.page.Line(c.ID, v.page.Line("checks", v.start))
	if c.Do == "" || len(c.Answers) < 2 {
		v.wrong(line, "the check %q needs something to do and at least two answers", c.ID)
		return
	}
	for _, before := range c.After {
		if !v.checks[before] {
			v.wrong(v.page.Line(before, line), "%s comes after %q, which is no check", c.ID, before)
		}
	}
	for _, first := range v.fault.BeforeRiding {
		if c.Rides && !slices.Contains(c.After, first) {
			v.wrong(line, "nobody rides for %s before %s was looked at: name it under after", c.ID, first)
		}
	}
	for _, id := range c.Undoes {
		if _, known := v.book.Fastener(id); !known {
			v.wrong(line, "%s undoes %q, which is no fastener", c.ID, id)
		}
	}
	v.seen(c, line)
	for i, a := range c.Answers {
		v.answer(c, a, i == len(c.Answers)-1, line)
	}
}

// seen proves what a check reads off the walk-round or the age of the fluid.
func (v *faultProof) seen(c complaint.Check, line int) {
	point, known := v.book.Point(c.Point)
	if c.Point != "" && !known {
		v.wrong(v.page.Line(c.Point, line-1), "there is no point %q", c.Point)
	}
	if facts, lacks := bike.Without(point.When, v.fault.When, c.When); known && lacks {
		v.wrong(line, "%s is read at %s, which a bike with %s does not have: say under when which bikes have it",
			c.ID, c.Point, facts)
	}
	for _, a := range c.Answers {
		for _, seen := range a.Seen {
			if c.Fluid != "" && seen != complaint.OldFluid && seen != complaint.FreshFluid {
				v.wrong(v.page.Line(seen, line-1), "the age of fluid is %s or %s", complaint.OldFluid,
					complaint.FreshFluid)
			}
			if known && wear.Mark(seen).Validate() != nil && !slices.Contains(point.tags(), seen) {
				v.wrong(v.page.Line(seen, line-1), "%q is neither a mark nor a word of the point %s", seen, c.Point)
			}
		}
	}
}

// at proves the point that an answer tells of, where no reading answers its check.
func (v *faultProof) at(c complaint.Check, a complaint.Answer, line int) {
	if a.At == "" {
		return
	}
	point, known := v.book.Point(a.At)
	if facts, lacks := bike.Without(point.When, v.fault.When, c.When); !known || c.Point != "" || lacks {
		v.wrong(line, "“%s” tells of %q: a point of each such bike (not one with %s), of a check that "+
			"no reading answers", a.Say, a.At, facts)
		return
	}
	for _, seen := range a.Seen {
		if !slices.Contains(point.tags(), seen) {
			v.wrong(line, "%q is no word of the point %s", seen, a.At)
		}
	}
}

// answer proves one answer: each but the last says how likely it is.
func (v *faultProof) answer(c complaint.Check, a complaint.Answer, last bool, line int) {
	if a.Finds != nil && !a.Finds.Whole() {
		v.wrong(line, "what %q finds needs a title, a reason and a mark: due or unsafe", a.Say)
	}
	if work, known := v.book.Operation(a.FindsWork()); a.FindsWork() != "" {
		facts, lacks := bike.Without(work.When, v.fault.When, c.When)
		if !known || lacks {
			v.wrong(line, "“%s” is put right by %s, which is not for a bike with %s", a.Say, a.FindsWork(), facts)
		}
	}
	for _, id := range a.Loose {
		if _, known := v.book.Fastener(id); !known {
			v.wrong(line, "“%s” finds %q loose, which is no fastener", a.Say, id)
		}
	}
	v.at(c, a, line)
	if a.Say == "" || last != (len(a.If) == 0 && a.Else == "") {
		v.wrong(line, "each answer of %s but the last says how likely it is; the last takes the rest", c.ID)
	}
	for cause, word := range a.If {
		if !v.causes[cause] {
			v.wrong(v.page.Line(cause, line-1), "%s speaks of %q, which is no cause", c.ID, cause)
		}
		if _, known := diagnosis.Chance[word]; !known {
			v.wrong(v.page.Line(word, line-1),
				"%q is no likelihood: never, rarely, sometimes, even, often, usually or always", word)
		}
	}
	if _, known := diagnosis.Chance[a.Else]; !last && !known {
		v.wrong(v.page.Line(a.Say, line-1), "%q is no likelihood: say under else what holds for the other causes",
			a.Else)
	}
}

// tells proves that the checks can tell the causes apart.
func (v *faultProof) tells() {
	hunt, err := v.fault.Hunt(func(bike.Condition) bool { return true })
	if err == nil {
		err = hunt.Model.Tells()
	}
	for _, fault := range split(err) {
		line := v.start
		switch {
		case fault.Check >= 0:
			line = v.page.Line(v.fault.Checks[fault.Check].ID, v.page.Line("checks", v.start))
		case fault.Cause >= 0:
			line = v.page.Line(v.fault.Causes[fault.Cause].ID, v.start)
		}
		v.wrong(line, "%s", fault.Problem)
	}
}

// split lists the faults of a model that were joined into one error.
func split(err error) []*diagnosis.Fault {
	var one *diagnosis.Fault
	if many, joined := err.(interface{ Unwrap() []error }); joined {
		var out []*diagnosis.Fault
		for _, e := range many.Unwrap() {
			out = append(out, split(e)...)
		}
		return out
	}
	if errors.As(err, &one) {
		return []*diagnosis.Fault{one}
	}
	return nil
}
