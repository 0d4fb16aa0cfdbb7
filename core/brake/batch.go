package brake

import (
	"cmp"
	"errors"
	"math"
	"slices"
)

// Waiting is a bleed that waits: how much fluid it takes, and in how many days it is promised.
type Waiting struct {
	Job  string  `json:"job"`
	Need float64 `json:"need_ml"`
	Due  float64 `json:"due_days"`
}

// Shelf is the DOT fluid at hand and what a fresh bottle costs.
type Shelf struct {
	Left   float64 `json:"left_ml" doc:"in the open bottle"`
	Usable float64 `json:"usable_days" doc:"that the open bottle may still be used"`
	Days   float64 `json:"days" doc:"that a bottle is used once open"`
	Bottle float64 `json:"bottle_ml" doc:"in a fresh one"`
	Price  int64   `json:"price_minor" doc:"of a fresh one"`
}

// Batch is which bleeds to do together and what it saves.
type Batch struct {
	Now    []string `json:"now" doc:"to be done from the open bottle, the soonest promised first"`
	Later  []string `json:"later" doc:"for a fresh bottle, all together"`
	Fresh  int      `json:"fresh" doc:"bottles to open"`
	Thrown float64  `json:"thrown_ml" doc:"that will be thrown away"`
	Cost   int64    `json:"cost_minor" doc:"of what is thrown away"`
	Apart  int64    `json:"apart_minor" doc:"thrown away if each bleed were done on its own day, a bottle each time"`
}

// Plan sorts the bleeds that wait by the day they are promised, does from the open bottle
// what it is still good for, and the rest together from fresh ones.
func (s Shelf) Plan(waiting []Waiting) (Batch, error) {
	if !(s.Left >= 0 && s.Bottle > 0 && s.Days > 0 && s.Price >= 0) {
		return Batch{}, errors.New("say what is left, what a bottle holds and how long it is used")
	}
	jobs := slices.Clone(waiting)
	slices.SortStableFunc(jobs, func(a, b Waiting) int { return cmp.Compare(a.Due, b.Due) })
	b := Batch{Now: []string{}, Later: []string{}}
	left, more, apart := s.Left, 0.0, 0.0
	for _, j := range jobs {
		if !(j.Need > 0 && j.Need <= 500) {
			return Batch{}, errors.New("a bleed takes up to 500 ml")
		}
		apart += math.Ceil(j.Need/s.Bottle)*s.Bottle - j.Need
		if s.Usable > 0 && j.Need <= left {
			left -= j.Need
			b.Now = append(b.Now, j.Job)
			continue
		}
		more += j.Need
		b.Later = append(b.Later, j.Job)
	}
	b.Fresh = int(math.Ceil(more / s.Bottle))
	b.Thrown = float64(b.Fresh)*s.Bottle - more
	if s.Left > 0 {
		b.Thrown += left
		apart += s.Left // the open bottle goes too
	}
	price := func(ml float64) int64 { return int64(math.Round(ml / s.Bottle * float64(s.Price))) }
	b.Cost, b.Apart = price(b.Thrown), price(apart)
	return b, nil
}
