package speed_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"utensil/core/plan"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	thread "utensil/internal/workshop/plan"
	"utensil/internal/workshop/record"
	jobstand "utensil/internal/workshop/stand"
	"utensil/knowledge"
)

// sold is a job of a service on a kind of bike, with so many pieces of work agreed that were found.
func sold(b *testing.B, rules record.Rules, kind knowledge.Kind, service, depth string, found []knowledge.Operation,
	book *knowledge.Book) *record.Sheet {
	s := &jobstand.Stand{TB: b, Rules: rules, Book: book, Record: jobstand.On(kind, depth)}
	s.Record.Job.Service = service
	for _, o := range found {
		item := s.Do(agree.Items.Says(agree.Item{Operation: o.ID, Title: o.Title, Minutes: o.Minutes}))
		s.Do(agree.Answers.Says(agree.Answer{Item: item, Answer: agree.Yes, From: "Osmund", How: "counter"}))
	}
	return s.Lay()
}

// asTold is the list as it stands on paper: the steps of what was sold, then what was found, and what is
// done last of all.
func asTold(job plan.Job) []string {
	list := slices.Clone(job.Stood)
	for _, p := range job.Pieces {
		if !slices.Contains(list, p.ID) {
			list = append(list, p.ID)
		}
	}
	return list
}

// BenchmarkPlanServices puts every service on every kind of bike in order, with 0 to 6 findings: the minutes
// that go into preparing and walking, against the list as it is told, and against a mechanic's rule of
// thumb, front to back.
func BenchmarkPlanServices(b *testing.B) {
	book, err := knowledge.Shipped()
	if err != nil {
		b.Fatal(err)
	}
	rules := workshop.Rules()
	leaving := func(s *record.Sheet) ([]record.Obstacle, []record.Begun) { return rules.Leaving(s), rules.Begun(s) }
	for b.Loop() {
		roll := rand.New(rand.NewPCG(28, 4))
		var listed, fronted []float64
		var ours, list, front, longest float64
		most, jobs := 0, 0
		for jobs < 1000 {
			kind, of := book.Kinds[roll.IntN(len(book.Kinds))], book.Services[roll.IntN(len(book.Services))]
			if !of.When.Holds(kind.Facts) {
				continue
			}
			found := drawWork(book, kind, roll.IntN(7), roll)
			job := thread.JobOf(sold(b, rules, kind, of.ID, of.Depth, found, book), leaving)
			begun := time.Now()
			o, err := plan.Plan(job)
			if err != nil {
				b.Fatal(err)
			}
			longest = max(longest, float64(time.Since(begun).Microseconds())/1000)
			most, jobs = max(most, len(job.Pieces)), jobs+1
			mine, theirs, rule := compared(b, job, o, asTold(job))
			ours, list, front = ours+mine, list+theirs, front+rule
			if theirs > 0 {
				listed = append(listed, 1-mine/theirs)
			}
			if rule > 0 {
				fronted = append(fronted, 1-mine/rule)
			}
		}
		slices.Sort(listed)
		slices.Sort(fronted)
		fmt.Printf("services: preparing and walking %.1f min a job, as listed %.1f, front to back %.1f; median saved "+
			"%.0f %% and %.0f %% (aim: at least 15 %% under the list); up to %d pieces, longest answer %.0f ms\n",
			ours/1000, list/1000, front/1000, 100*listed[len(listed)/2], 100*fronted[len(fronted)/2], most, longest)
	}
}
