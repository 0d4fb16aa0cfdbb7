package brake

import (
	"cmp"
	"errors"
	"math"
	"slices"
)

// Waiting is a bike that waits for its bleeds: how much fluid they take, in how many days it
// is here and in how many it is promised.
type Waiting struct {
	Job   string  `json:"job"`
	Need  float64 `json:"need_ml"`
	Ready float64 `json:"ready_days" doc:"0: it stands here"`
	Due   float64 `json:"due_days"`
}

// Shelf is the DOT fluid at hand, what a fresh bottle costs, and what waiting does.
type Shelf struct {
	Left   float64 `json:"left_ml" doc:"in the open bottle"`
	Usable float64 `json:"usable_days" doc:"that the open bottle may still be used"`
	Days   float64 `json:"days" doc:"that a bottle is used once open"`
	Bottle float64 `json:"bottle_ml" doc:"in a fresh one"`
	Price  int64   `json:"price_minor" doc:"of a fresh one"`
	Wait   int64   `json:"wait_minor" doc:"of a bike that stands and waits for a day"`
}

// Bled is a bleed done from a bottle, and how many days it was held back for it.
type Bled struct {
	Job  string  `json:"job"`
	Held float64 `json:"held_days"`
}

// Opening is a day on which fresh fluid is opened, and what is bled from it.
type Opening struct {
	Day     float64 `json:"day" doc:"days from now"`
	Bottles int     `json:"bottles"`
	Bleeds  []Bled  `json:"bleeds" doc:"the soonest first"`
}

// Batch is which bleeds to do together and what it saves.
type Batch struct {
	Now      []string  `json:"now" doc:"to be done from the open bottle, the soonest promised first"`
	Openings []Opening `json:"openings" doc:"of fresh bottles"`
	Fresh    int       `json:"fresh" doc:"bottles to open"`
	Thrown   float64   `json:"thrown_ml" doc:"that will be thrown away"`
	Cost     int64     `json:"cost_minor" doc:"of what is thrown away"`
	Waits    int64     `json:"waits_minor" doc:"of bikes held back for a bottle"`
	Total    int64     `json:"total_minor" doc:"of fresh bottles and waiting"`
	AtOnce   int64     `json:"at_once_minor" doc:"of fresh bottles if no bike were held back"`
	Apart    int64     `json:"apart_minor" doc:"thrown away if each bleed were done on its own day, a bottle each time"`
}

// Plan does from the open bottle what it is still good for, the soonest promised first, and
// the rest from fresh bottles so that bottles and waiting together cost least: a bike is held
// back for a bottle opened later where that is cheaper and its promise allows it.
func (s Shelf) Plan(waiting []Waiting) (Batch, error) {
	if !(s.Left >= 0 && s.Bottle > 0 && s.Days > 0 && s.Price >= 0 && s.Wait >= 0) {
		return Batch{}, errors.New("say what is left, what a bottle holds and how long it is used")
	}
	b := Batch{Now: []string{}, Openings: []Opening{}}
	var rest []Waiting
	left, apart := s.Left, 0.0
	jobs := slices.Clone(waiting)
	slices.SortStableFunc(jobs, func(a, b Waiting) int { return cmp.Compare(a.Due, b.Due) })
	for _, j := range jobs {
		if !(j.Need > 0 && j.Need <= 500 && j.Ready >= 0) {
			return Batch{}, errors.New("a bleed takes up to 500 ml, of a bike that is here or will be")
		}
		apart += math.Ceil(j.Need/s.Bottle)*s.Bottle - j.Need
		if j.Ready < s.Usable && j.Need <= left {
			left -= j.Need
			b.Now = append(b.Now, j.Job)
			continue
		}
		rest = append(rest, j)
	}
	slices.SortStableFunc(rest, func(a, b Waiting) int { return cmp.Compare(a.Ready, b.Ready) })
	b.Openings, b.Total = s.cheapest(rest)
	b.AtOnce = s.atOnce(rest)
	for _, o := range b.Openings {
		b.Fresh += o.Bottles
		b.Thrown += float64(o.Bottles) * s.Bottle
	}
	for _, j := range rest {
		b.Thrown -= j.Need
	}
	b.Waits = b.Total - int64(b.Fresh)*s.Price
	if s.Left > 0 {
		b.Thrown += left
		apart += s.Left // the open bottle goes too
	}
	price := func(ml float64) int64 { return int64(math.Round(ml / s.Bottle * float64(s.Price))) }
	b.Cost, b.Apart = price(b.Thrown), price(apart)
	return b, nil
}

// opened is one opening for all of some bleeds, the first to be here first, with its cost; no
// opening when a promise or the fluid would not last.
func (s Shelf) opened(jobs []Waiting) (Opening, int64, bool) {
	o := Opening{Day: max(jobs[0].Ready, jobs[len(jobs)-1].Ready-s.Days)}
	need, held := 0.0, 0.0
	for _, j := range jobs {
		day := max(o.Day, j.Ready)
		if day > max(j.Due, j.Ready) {
			return o, 0, false
		}
		need += j.Need
		held += day - j.Ready
		o.Bleeds = append(o.Bleeds, Bled{j.Job, day - j.Ready})
	}
	o.Bottles = int(math.Ceil(need / s.Bottle))
	return o, int64(o.Bottles)*s.Price + int64(math.Round(held*float64(s.Wait))), true
}

// cheapest parts the bleeds, in the order in which their bikes are here, into openings that
// cost least together. No other parting is cheaper while a bottle holds enough for all.
func (s Shelf) cheapest(jobs []Waiting) ([]Opening, int64) {
	cost := make([]int64, len(jobs)+1) // of the first so many
	from := make([]int, len(jobs)+1)   // where the last opening of those begins
	last := make([]Opening, len(jobs)+1)
	for n := 1; n <= len(jobs); n++ {
		cost[n] = math.MaxInt64
		for i := n - 1; i >= 0; i-- {
			if o, c, kept := s.opened(jobs[i:n]); kept && cost[i]+c < cost[n] {
				cost[n], from[n], last[n] = cost[i]+c, i, o
			}
		}
	}
	out := []Opening{}
	for n := len(jobs); n > 0; n = from[n] {
		out = append(out, last[n])
	}
	slices.Reverse(out)
	return out, cost[len(jobs)]
}

// atOnce is the price of the bottles when each is opened for the first bike that needs it.
func (s Shelf) atOnce(jobs []Waiting) (total int64) {
	for len(jobs) > 0 {
		till := jobs[0].Ready + s.Days
		n := slices.IndexFunc(jobs, func(j Waiting) bool { return j.Ready > till })
		if n < 0 {
			n = len(jobs)
		}
		_, cost, _ := s.opened(jobs[:n])
		total, jobs = total+cost, jobs[n:]
	}
	return total
}
