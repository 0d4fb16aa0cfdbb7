package procedure

import (
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"
)

// most combinations of choices that a procedure may have.
const mostVariants = 240

// Validate follows every way through the procedure under every choice: each step can be
// reached, each gate can be passed, and from each step there is a way to the end.
func (p Procedure) Validate() error {
	if len(p.Steps) == 0 || len(p.Steps) > 60 {
		return errors.New("a procedure has 1 to 60 steps")
	}
	if err := p.validateSteps(); err != nil {
		return err
	}
	variants, err := p.variants()
	if err != nil {
		return err
	}
	seen := map[string]bool{}
	for _, chosen := range variants {
		leads := p.ways(chosen)
		reached, ends := reach(leads, p.from(0, chosen), -1), reach(turned(leads), len(p.Steps), -1)
		for place := range len(p.Steps) {
			if !reached[place] {
				continue
			}
			s := p.Steps[place]
			seen[s.ID] = true
			if !ends[place] {
				return fmt.Errorf("step %s%s: there is no way from it to the end", s.ID, under(chosen))
			}
			if len(s.Gate) == 0 {
				continue
			}
			// What a gate waits for must be reachable without passing the gate.
			before := reach(leads, p.from(0, chosen), place)
			for _, id := range s.Gate {
				if !before[p.index(id)] {
					return fmt.Errorf("step %s%s: nobody can pass its gate, %s never comes before it",
						s.ID, under(chosen), id)
				}
			}
		}
		if p.from(0, chosen) == len(p.Steps) {
			return fmt.Errorf("there is nothing to do%s", under(chosen))
		}
	}
	for _, s := range p.Steps {
		if !seen[s.ID] {
			return fmt.Errorf("step %s can never be reached", s.ID)
		}
	}
	return nil
}

func (p Procedure) validateSteps() error {
	for i, c := range p.Choices {
		for choice := range c.If {
			if !slices.ContainsFunc(p.Choices[:i], func(before Choice) bool { return before.ID == choice }) {
				return fmt.Errorf("choice %s: it hangs on %q, which is no choice before it", c.ID, choice)
			}
		}
	}
	ids := map[string]bool{}
	for _, s := range p.Steps {
		switch {
		case s.ID == "" || s.ID == End || ids[s.ID]:
			return fmt.Errorf("step %q: each step needs an id of its own, and not %q", s.ID, End)
		case s.Do == "":
			return fmt.Errorf("step %s: say what to do", s.ID)
		case s.Seconds < 0 || s.Seconds > 7*24*3600:
			return fmt.Errorf("step %s: a timer runs up to a week", s.ID)
		case s.Record != nil && s.Record.kinds() != 1:
			return fmt.Errorf("step %s: it records one of a point, fasteners, a sign, a part, a "+
				"pressure, clicks, sealant, oil or a note", s.ID)
		case s.Record != nil && !s.Record.placed():
			return fmt.Errorf("step %s: air is read of fork, shock, front_tyre or rear_tyre, clicks and "+
				"oil of fork or shock, "+
				"sealant goes into front or rear", s.ID)
		}
		ids[s.ID] = true
		if err := p.validateRecalls(s); err != nil {
			return err
		}
		if err := s.validateOutcomes(); err != nil {
			return err
		}
		for choice, options := range s.If {
			i := slices.IndexFunc(p.Choices, func(c Choice) bool { return c.ID == choice })
			if i < 0 {
				return fmt.Errorf("step %s: there is no choice %q", s.ID, choice)
			}
			for _, option := range options {
				if !slices.ContainsFunc(p.Choices[i].Options, func(o Option) bool { return o.ID == option }) {
					return fmt.Errorf("step %s: %s has no option %q", s.ID, choice, option)
				}
			}
		}
	}
	return p.validateWays(ids)
}

// validateOutcomes proves what a step may be answered with.
func (s Step) validateOutcomes() error {
	says := map[string]bool{}
	for _, o := range s.Outcomes {
		if o.Say == "" || says[o.Say] {
			return fmt.Errorf("step %s: each outcome says something of its own", s.ID)
		}
		says[o.Say] = true
		if (o.Most > 0) != (o.Then != "") || o.Most < 0 || o.Most > 20 {
			return fmt.Errorf("step %s: %q is counted up to 20 times and then leads somewhere: give it "+
				"both, most and then", s.ID, o.Say)
		}
		if o.Leave && o.To != End {
			return fmt.Errorf("step %s: %q leaves the work, and does not lead to the end", s.ID, o.Say)
		}
		if err := s.validateDamage(o); err != nil {
			return err
		}
		if o.Fails && (s.Record == nil || s.Record.Sign == "") {
			return fmt.Errorf("step %s: %q says that a test fails, and the step signs none", s.ID, o.Say)
		}
	}
	return nil
}

// Heeds proves that every answer that names damage leads to something that stands until it is put
// right: a finding, a point that says so, a test that fails, or what is told of elsewhere in the
// same work. It fails with a *Breach.
func (p Procedure) Heeds() error {
	for _, s := range p.Steps {
		for _, o := range s.Outcomes {
			if o.Bad || o.Finds != nil || o.Fails || o.Told != "" || !NamesDamage(o.Say) {
				continue
			}
			return &Breach{Step: s.ID, Rule: fmt.Sprintf("%q names damage, and leads to nothing that "+
				"stands until it is put right: finds, bad, "+
				"fails or told", o.Say)}
		}
	}
	return nil
}

// NamesDamage says whether an answer tells of something that is not to be ridden, or not for long.
func NamesDamage(say string) bool { return !fine.MatchString(say) && damage.MatchString(say) }

// Whole says whether it tells what is wrong, how bad it is and what it does.
func (f Find) Whole() bool {
	return f.Title != "" && f.Why != "" && (f.Mark == "due" || f.Mark == "unsafe")
}

// damage are words of something that is not to be ridden, or not for long.
var damage = regexp.MustCompile(`(?i)\b(crack(s|ed)?|broken|split|torn|frays|frayed|kinked|scored?|condemned|worn|oily|too thin|swollen|` +
	`seized|stiff|dent(ed)?|bent or|hurt|leaks?|weeps|loses|slips|skips|will not (come|go|free)|does not come true|still (sticks|lags))\b`)

// fine are words that an outcome begins with that tells of none.
var fine = regexp.MustCompile(`^(Whole|None|Nothing|All|Sound|Clean|Smooth|Shiny|They may)\b`)

// validateDamage proves what an answer says that it finds.
func (s Step) validateDamage(o Outcome) error {
	point := s.Record != nil && s.Record.Point != ""
	switch {
	case o.Bad && !point:
		return fmt.Errorf("step %s: %q asks for a bad reading, and the step reads no point", s.ID, o.Say)
	case o.Finds != nil && !o.Finds.Whole():
		return fmt.Errorf("step %s: what %q finds needs a title, a reason and a mark: due or unsafe", s.ID, o.Say)
	}
	return nil
}

// validateRecalls proves that what a step puts back as it was is shown: under every choice under
// which it comes, the note was asked for before.
func (p Procedure) validateRecalls(s Step) error {
	if s.Recalls == "" {
		return nil
	}
	i := p.index(s.Recalls)
	if i < 0 || i >= p.index(s.ID) || p.Steps[i].Record == nil || p.Steps[i].Record.Note == "" {
		return fmt.Errorf("step %s: it recalls the note of %q, and no step before it takes one", s.ID, s.Recalls)
	}
	variants, err := p.variants()
	if err != nil {
		return err
	}
	for _, chosen := range variants {
		if s.there(chosen) && !p.Steps[i].there(chosen) {
			return fmt.Errorf("step %s%s: it recalls the note of %s, which was not asked for", s.ID,
				under(chosen), s.Recalls)
		}
	}
	return nil
}

// validateWays proves that gates wait for steps, and outcomes lead to some.
func (p Procedure) validateWays(ids map[string]bool) error {
	for _, s := range p.Steps {
		for _, id := range s.Gate {
			if !ids[id] {
				return fmt.Errorf("step %s: its gate waits for %q, and there is no such step", s.ID, id)
			}
		}
		for _, o := range s.Outcomes {
			for _, to := range []string{o.To, o.Then} {
				if to != "" && to != End && !ids[to] {
					return fmt.Errorf("step %s: %q leads to %q, and there is no such step", s.ID, o.Say, to)
				}
			}
		}
	}
	return nil
}

// variants lists every combination of choices.
func (p Procedure) variants() ([]map[string]string, error) {
	all := []map[string]string{{}}
	for _, c := range p.Choices {
		if c.ID == "" || c.Ask == "" || len(c.Options) == 0 || len(c.Options) == 1 && c.Fact == "" {
			return nil, fmt.Errorf("choice %q needs a question and at least two options", c.ID)
		}
		var more []map[string]string
		for _, chosen := range all {
			if !meets(c.If, chosen) {
				more = append(more, chosen)
				continue
			}
			for _, o := range c.Options {
				if o.ID == "" || o.Name == "" {
					return nil, fmt.Errorf("choice %s: an option needs an id and a name", c.ID)
				}
				with := map[string]string{c.ID: o.ID}
				for k, v := range chosen {
					with[k] = v
				}
				more = append(more, with)
			}
		}
		if all = more; len(all) > mostVariants {
			return nil, fmt.Errorf("that is more than %d ways to choose", mostVariants)
		}
	}
	return all, nil
}

// ways lists where each step leads under a set of choices; the end is the place after the last.
func (p Procedure) ways(chosen map[string]string) [][]int {
	leads := make([][]int, len(p.Steps)+1)
	for place, s := range p.Steps {
		outcomes := s.Outcomes
		if len(outcomes) == 0 {
			outcomes = []Outcome{{}}
		}
		for _, o := range outcomes {
			for _, before := range []int{0, o.Most} {
				if next, known := p.after(place, o.Say, before, chosen); known {
					leads[place] = append(leads[place], next)
				}
			}
		}
	}
	return leads
}

// turned are ways gone backwards.
func turned(leads [][]int) [][]int {
	from := make([][]int, len(leads))
	for place, all := range leads {
		for _, next := range all {
			from[next] = append(from[next], place)
		}
	}
	return from
}

// reach tells every place that can be come to from one, without going through another (-1 for none).
func reach(leads [][]int, from, around int) []bool {
	seen, open := make([]bool, len(leads)), []int{from}
	for len(open) > 0 {
		place := open[len(open)-1]
		open = open[:len(open)-1]
		if seen[place] || place == around {
			continue
		}
		seen[place] = true
		open = append(open, leads[place]...)
	}
	return seen
}

// under names a choice in an error.
func under(chosen map[string]string) string {
	if len(chosen) == 0 {
		return ""
	}
	return fmt.Sprintf(" (%v)", chosen)
}

// What a step may read a pressure or clicks of; nothing for none.
var (
	holdsAir = []string{"", "fork", "shock", "front_tyre", "rear_tyre"}
	hasDials = []string{"", "fork", "shock"}
)

// placed says whether what is read, counted and filled in has a place that holds it.
func (y *Yield) placed() bool {
	return slices.Contains(holdsAir, y.Air) && slices.Contains(hasDials, y.Dials) && slices.Contains(hasDials, y.Oil) &&
		slices.Contains([]string{"", "front", "rear"}, y.Sealant)
}

// kinds is how many kinds of record a step yields.
func (y *Yield) kinds() (n int) {
	for _, kind := range []string{y.Point, strings.Join(y.Joints(), ""), y.Sign, y.Part, y.Air, y.Dials,
		y.Sealant, y.Oil, y.Note} {
		if kind != "" {
			n++
		}
	}
	return n
}
