// Package stand is a job on the stand for tests of the subjects: a bike of a kind, what a
// mechanic writes down of it, and what then stands before its door. There is no store behind it:
// nothing but the rules is tried.
package stand

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// Keeper writes what is written at a stand: somebody who may write everything.
var Keeper = record.Actor{ID: record.NewID(), Name: "Ida", Role: record.Keeper}

// Stand is a job with the rules of all subjects.
type Stand struct {
	testing.TB
	Rules  record.Rules
	Book   *knowledge.Book
	Record *record.Record
}

// Of puts a bike of the first kind that a test picks on the stand, for a service of a depth.
func Of(t testing.TB, rules record.Rules, depth string, pick func(knowledge.Kind) bool) *Stand {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	i := slices.IndexFunc(book.Kinds, pick)
	require.GreaterOrEqual(t, i, 0, "there is no such kind of bike")
	return &Stand{TB: t, Rules: rules, Book: book, Record: On(book.Kinds[i], depth)}
}

// On is a job of a kind of bike, with nothing written down yet.
func On(kind knowledge.Kind, depth string) *record.Record {
	return &record.Record{Job: record.Job{ID: record.NewID(), Depth: depth},
		Bike:     record.Bike{ID: record.NewID(), Facts: kind.Facts},
		Settings: record.Settings{Hourly: 4800, TaxRate: 2000, TorqueUnit: "N·m", TimeZone: "UTC"}}
}

// Disc is a bike with hydraulic discs, a chain and a cable's gears.
func Disc(t testing.TB, rules record.Rules) *Stand {
	return Of(t, rules, "repair", func(k knowledge.Kind) bool {
		return k.Facts.FrontBrake == "disc_hydraulic" && k.Facts.Drive == "chain" && k.Facts.Gears == "cable"
	})
}

// Lay lays the job out as it stands.
func (s *Stand) Lay() *record.Sheet {
	return record.Lay(*s.Record, s.Book, time.Now(), record.Learnt{})
}

// Write writes something down as Ida does, or says why it is refused. What it corrects is given with it.
func (s *Stand) Write(c record.Content, supersedes ...record.ID) error {
	var old *record.ID
	if len(supersedes) > 0 {
		old = &supersedes[0]
	}
	return Write(s.Rules, s.Record, s.Lay(), c, old)
}

// Do writes something down, and fails the test where it is refused.
func (s *Stand) Do(c record.Content) record.ID {
	s.Helper()
	require.NoError(s, s.Write(c))
	return s.Record.Entries[len(s.Record.Entries)-1].ID
}

// Refused writes something down that is refused at a field, in these words.
func (s *Stand) Refused(c record.Content, field, says string) {
	s.Helper()
	var problem *record.Problem
	require.ErrorAs(s, s.Write(c), &problem)
	require.Equal(s, field, problem.Field)
	require.Contains(s, problem.Detail, says)
}

// Before lists what stands before the door, as far as it leads to a place.
func (s *Stand) Before(place record.Place) (list []record.Obstacle) {
	for _, o := range s.Rules.Leaving(s.Lay()) {
		if o.Place == place {
			list = append(list, o)
		}
	}
	return list
}

// Write checks what is written down against a job as it is laid out, and adds it.
func Write(rules record.Rules, r *record.Record, s *record.Sheet, c record.Content, supersedes *record.ID) error {
	n := record.NewEntry{ID: record.NewID(), Supersedes: supersedes, Content: c}
	if supersedes != nil {
		n.Why = "a slip of the finger"
	}
	if err := rules.Writable(Keeper, n); err != nil {
		return err
	}
	checked, err := rules.Check(s, Keeper, n)
	if err == nil {
		r.Entries = append(r.Entries, record.Entry{ID: n.ID, JobID: r.Job.ID, Kind: c.Kind(),
			Supersedes: supersedes, At: time.Now(),
			ByName: Keeper.Name, Content: checked})
	}
	return err
}
