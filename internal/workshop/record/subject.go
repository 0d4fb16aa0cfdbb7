package record

import (
	"fmt"
	"slices"
)

// Subject is what one subject of the trade adds to a job.
type Subject struct {
	Checks    []Check                 // of the kinds of entry whose sense it knows
	Obstacles func(*Sheet) []Obstacle // what it puts before the door, in its own order

	// Corrects refuses that a standing entry is corrected, or taken back.
	Corrects func(*Sheet, Correction) error

	Begun  func(*Sheet) []Begun // what was begun at its benches and not finished
	Places func(*Sheet) []Place // within the job, where this bike has something of it
}

// Correction is a standing entry that somebody corrects, or takes back.
type Correction struct {
	Old       Entry
	New       NewEntry
	By        Actor
	TakenBack bool
}

// Theirs says whether whoever corrects it wrote it, or runs the shop.
func (c Correction) Theirs() bool { return c.By.Role == Keeper || c.By.ID == c.Old.By }

// TheirsToTakeBack is the problem of taking back what somebody else did at a bench.
func TheirsToTakeBack(old Entry) *Problem {
	return &Problem{Kind: Forbidden, Title: "Not yours to take back",
		Detail: old.ByName + " did that: they take it back, or the shop owner does. Write down what you " +
			"see as it is now."}
}

// Draft is an entry before it is written: who writes it, and what it corrects.
type Draft struct {
	By         Actor
	Supersedes *ID
}

// Check refuses an entry of one kind that cannot be so, and fills in what the server works out.
type Check struct {
	kind  string
	check func(*Sheet, Draft, Content) (Content, error)
}

// Checked says how entries of the kind are checked.
func (k *Kind[T]) Checked(check func(*Sheet, T) (*T, error)) Check {
	return k.CheckedAs(func(s *Sheet, _ Draft, in T) (*T, error) { return check(s, in) })
}

// CheckedAs is Checked where it matters who writes an entry, or what it corrects.
func (k *Kind[T]) CheckedAs(check func(*Sheet, Draft, T) (*T, error)) Check {
	return Check{k.Name, func(s *Sheet, d Draft, c Content) (Content, error) {
		checked, err := check(s, d, *k.In(c))
		if err != nil {
			return c, err
		}
		return k.Says(*checked), nil
	}}
}

// Rules are what all subjects say of entries together.
type Rules struct {
	checks   map[string]Check
	subjects []Subject
}

// NewRules gathers the subjects, in the order in which they are asked. A kind that somebody
// writes and no subject checks would be kept as it comes: that is a slip of the program, told
// when it starts.
func NewRules(subjects ...Subject) Rules {
	r := Rules{map[string]Check{}, subjects}
	for _, subject := range subjects {
		for _, c := range subject.Checks {
			r.checks[c.kind] = c
		}
	}
	for name, k := range kinds {
		if _, checked := r.checks[name]; !checked && len(k.by()) > 0 {
			panic(fmt.Sprintf("no subject checks entries of the kind %q", name))
		}
	}
	return r
}

// Writable refuses an entry that cannot be looked at at all: of no kind that is written by itself,
// not this actor's to write, or without an id.
func (r Rules) Writable(by Actor, n NewEntry) error {
	k, known := kinds[n.Content.Kind()]
	if !known || len(k.by()) == 0 {
		return Refuse("content", "An entry says exactly one thing.")
	}
	if err := by.Must(k.by()...); err != nil {
		return err
	}
	return n.ID.Check("id")
}

// Check refuses an entry that cannot be so on this sheet, and fills in what the server works out.
func (r Rules) Check(s *Sheet, by Actor, n NewEntry) (Content, error) {
	if err := CheckLengths(n.Content); err != nil {
		return n.Content, err
	}
	if n.Supersedes != nil {
		if err := r.corrects(s, by, n); err != nil {
			return n.Content, err
		}
	}
	check, there := r.checks[n.Content.Kind()]
	if !there {
		return n.Content, nil
	}
	return check.check(s, Draft{by, n.Supersedes}, n.Content)
}

// corrects refuses to correct or take back what does not stand any more, or is not theirs.
func (r Rules) corrects(s *Sheet, by Actor, n NewEntry) error {
	old, known := s.Find(*n.Supersedes)
	if !known || old.ID != *n.Supersedes {
		return &Problem{Kind: Stale, Title: "Already corrected",
			Detail: "Someone else corrected that entry first. Look at what it says now, " +
				"and correct that if it is still wrong.", Current: old}
	}
	withdrawn := Withdrawals.In(n.Content) != nil
	if !withdrawn && old.Kind != n.Content.Kind() {
		return Refuse("supersedes", "A %s cannot correct a %s.", n.Content.Kind(), old.Kind)
	}
	if err := by.Must(kinds[old.Kind].by()...); err != nil {
		return err
	}
	for _, subject := range r.subjects {
		if subject.Corrects == nil {
			continue
		}
		if err := subject.Corrects(s, Correction{old, n, by, withdrawn}); err != nil {
			return err
		}
	}
	return nil
}

// Begun lists what was begun and not finished.
func (r Rules) Begun(s *Sheet) []Begun {
	list := []Begun{}
	for _, subject := range r.subjects {
		if subject.Begun != nil {
			list = append(list, subject.Begun(s)...)
		}
	}
	return list
}

// Places lists where, within the job, this bike has something that not every bike has.
func (r Rules) Places(s *Sheet) []Place {
	list := []Place{}
	for _, subject := range r.subjects {
		if subject.Places != nil {
			list = append(list, subject.Places(s)...)
		}
	}
	return list
}

// Leaving lists what stands between a bike and its owner, worst first.
func (r Rules) Leaving(s *Sheet) []Obstacle {
	list := []Obstacle{}
	for _, subject := range r.subjects {
		if subject.Obstacles != nil {
			list = append(list, subject.Obstacles(s)...)
		}
	}
	for i := range list {
		list[i].Count = max(list[i].Count, 1)
	}
	slices.SortStableFunc(list, func(a, b Obstacle) int { return WorstFirst(a.Mark, b.Mark) })
	return list
}
