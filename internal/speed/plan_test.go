package speed_test

import (
	"fmt"
	"iter"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"utensil/core/plan"
	"utensil/knowledge"
	"utensil/knowledge/flow"
)

// planned is work on a bike as it is to be put in order, in the order in which it was agreed.
func planned(book *knowledge.Book, kind knowledge.Kind, work []knowledge.Operation) plan.Job {
	job := plan.Job{Walk: 0.5}
	var needed []string
	for _, p := range book.Prerequisites {
		if !p.When.Holds(kind.Facts) {
			continue
		}
		half := float64(p.Minutes) / 2
		job.Preparations = append(job.Preparations, plan.Preparation{ID: p.ID, Make: half, Undo: half, With: p.With})
		needed = append(needed, p.ID)
	}
	those := func(ids []string) []string {
		return slices.DeleteFunc(slices.Clone(ids), func(id string) bool { return !slices.Contains(needed, id) })
	}
	for _, o := range work {
		one := plan.Piece{ID: o.ID, Minutes: float64(o.Minutes), Place: o.End, Open: those(o.Needs),
			Shut: those(flow.Shut(book.Sequences, o.ID))}
		for _, first := range work {
			if _, by := flow.Before(book.Sequences, first.ID, o.ID); by && first.ID != o.ID {
				one.After = append(one.After, plan.After{Piece: first.ID})
			}
		}
		job.Pieces = append(job.Pieces, one)
	}
	return job
}

// walkedDown is a job in an order of its list: each piece as soon as what comes before it is done.
func walkedDown(job plan.Job, list []string) []string {
	var order []string
	for len(order) < len(list) {
		for _, id := range list {
			i := slices.IndexFunc(job.Pieces, func(p plan.Piece) bool { return p.ID == id })
			waits := slices.ContainsFunc(job.Pieces[i].After, func(a plan.After) bool {
				return !slices.Contains(order, a.Piece)
			})
			if !slices.Contains(order, id) && !waits {
				order = append(order, id)
				break
			}
		}
	}
	return order
}

// eachAlone is the minutes of preparing when each piece is prepared and put back by itself, as it is sold.
func eachAlone(job plan.Job) (sum float64) {
	for _, p := range job.Pieces {
		one, err := plan.Plan(plan.Job{Preparations: job.Preparations, Pieces: []plan.Piece{{ID: p.ID, Open: p.Open}}})
		if err == nil {
			sum += one.SetUp
		}
	}
	return sum + job.Walk*float64(len(job.Pieces)-1)
}

// compared are the minutes of preparing and walking in our order, down a list as far as it can be followed,
// and from front to back.
func compared(b *testing.B, job plan.Job, ours plan.Order, list []string) (mine, listed, fronted float64) {
	rank, place := map[string]int{"front": 0, "": 1, "rear": 2}, map[string]string{}
	for _, p := range job.Pieces {
		place[p.ID] = p.Place
	}
	ends := slices.Clone(list)
	slices.SortStableFunc(ends, func(x, y string) int { return rank[place[x]] - rank[place[y]] })
	takes := func(o plan.Order) float64 { return o.SetUp + o.Walked + o.Idle }
	down := func(list []string) float64 {
		o, err := plan.InOrder(job, walkedDown(job, list))
		if err != nil {
			b.Fatal(err)
		}
		return takes(o)
	}
	return takes(ours), down(list), down(ends)
}

// BenchmarkPlan puts a thousand made-up jobs in order, on all kinds of bike: the minutes that go into
// preparations and walking, against the list as it was agreed, and against front to back.
func BenchmarkPlan(b *testing.B) {
	book, err := knowledge.Shipped()
	if err != nil {
		b.Fatal(err)
	}
	for b.Loop() {
		roll := rand.New(rand.NewPCG(7, 28))
		var againstList, againstFront []float64
		var ours, list, front, alone, longest float64
		for i := range 1000 {
			kind := book.Kinds[i%len(book.Kinds)]
			job := planned(book, kind, drawWork(book, kind, 3+roll.IntN(10), roll))
			begun := time.Now()
			o, err := plan.Plan(job)
			if err != nil {
				b.Fatal(err)
			}
			longest = max(longest, float64(time.Since(begun).Microseconds())/1000)
			var agreed []string
			for _, p := range job.Pieces {
				agreed = append(agreed, p.ID)
			}
			mine, theirs, rule := compared(b, job, o, agreed)
			ours, list, front, alone = ours+mine, list+theirs, front+rule, alone+eachAlone(job)
			if theirs > 0 {
				againstList = append(againstList, 1-mine/theirs)
			}
			if rule > 0 {
				againstFront = append(againstFront, 1-mine/rule)
			}
		}
		slices.Sort(againstList)
		slices.Sort(againstFront)
		fmt.Printf("plan: preparing and walking %.1f min a job, in the order agreed %.1f, front to back %.1f, each "+
			"piece by itself %.1f; median saved %.0f %% and %.0f %% (aim: at least 15 %% under the list); "+
			"longest answer %.0f ms\n",
			ours/1000, list/1000, front/1000, alone/1000, 100*againstList[len(againstList)/2],
			100*againstFront[len(againstFront)/2], longest)
	}
}

// BenchmarkPlanOptimum holds small jobs against the best of all orders there are, each gone through.
func BenchmarkPlanOptimum(b *testing.B) {
	book, err := knowledge.Shipped()
	if err != nil {
		b.Fatal(err)
	}
	takes := func(o plan.Order) float64 { return o.SetUp + o.Walked + o.Idle }
	for b.Loop() {
		roll := rand.New(rand.NewPCG(9, 28))
		var ours, best, worst float64
		const jobs = 60
		for i := range jobs {
			kind := book.Kinds[i%len(book.Kinds)]
			job := planned(book, kind, drawWork(book, kind, 3+roll.IntN(6), roll))
			o, err := plan.Plan(job)
			if err != nil {
				b.Fatal(err)
			}
			least := takes(o)
			var ids []string
			for _, p := range job.Pieces {
				ids = append(ids, p.ID)
			}
			for order := range orders(ids) {
				if every, err := plan.InOrder(job, order); err == nil {
					least = min(least, takes(every))
				}
			}
			ours, best = ours+takes(o), best+least
			if least > 0 {
				worst = max(worst, takes(o)/least)
			}
		}
		fmt.Printf("optimum: %d jobs of 3 to 8 pieces, every order gone through: %.3f times the best in all, %.3f at "+
			"worst (aim: at most 1.03)\n", jobs, ours/best, worst)
	}
}

// orders are all orders of a list.
func orders(list []string) iter.Seq[[]string] {
	return func(yield func([]string) bool) {
		list = slices.Clone(list)
		var from func(int) bool
		from = func(i int) bool {
			if i == len(list) {
				return yield(list)
			}
			for k := i; k < len(list); k++ {
				list[i], list[k] = list[k], list[i]
				if !from(i + 1) {
					return false
				}
				list[i], list[k] = list[k], list[i]
			}
			return true
		}
		from(0)
	}
}

// drawWork draws so many pieces of work that a kind of bike may have, in no order.
func drawWork(book *knowledge.Book, kind knowledge.Kind, n int, roll *rand.Rand) (work []knowledge.Operation) {
	for _, at := range roll.Perm(len(book.Operations)) {
		if o := book.Operations[at]; o.When.Holds(kind.Facts) && len(work) < n {
			work = append(work, o)
		}
	}
	return work
}
