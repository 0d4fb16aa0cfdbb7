package plan

import (
	"cmp"
	"fmt"
	"math"
	"slices"
)

// Order is a job in its order, from now on.
type Order struct {
	Steps    []Step
	Brackets []Bracket
	Alone    []Running
	Finish   float64 // minutes from now, as it usually goes
	Early    float64 // one time in ten it is over before
	Late     float64 // one time in ten it is over only after
	SetUp    float64 // minutes of it that go into preparations
	Walked   float64 // and into walking
	Idle     float64 // and into waiting
}

// Step is a piece in its place.
type Step struct {
	Piece string
	From  float64 // minutes from now, its preparations apart
	To    float64
	Makes []string // preparations that are made for it
	Undo  []string // and that are undone for it
	Saves float64  // minutes that it would cost more to make its preparations anew
	With  []string // the preparations by which it saves them
}

// Bracket is a preparation while it lasts, over the pieces that share it.
type Bracket struct {
	Preparation string
	From, To    float64
	Pieces      []string // that need it, in their order; one alone shares nothing
}

// Running is what a piece leaves to itself.
type Running struct {
	Piece    string
	From, To float64
}

// Plan puts a job in order. It reports an error when there is no order: pieces that wait for each
// other, preparations that there are not.
func Plan(j Job) (Order, error) {
	b, err := lay(&j)
	if err != nil {
		return Order{}, err
	}
	return b.told(b.best()), nil
}

// InOrder tells how a job goes in an order of one's own. It reports why it cannot go in that order.
func InOrder(j Job, ids []string) (Order, error) {
	b, err := lay(&j)
	if err != nil {
		return Order{}, err
	}
	order, err := b.indexed(ids)
	if err != nil {
		return Order{}, err
	}
	return b.told(order), nil
}

// Unfit is why pieces cannot stand in an order: one comes before what it waits for.
type Unfit struct{ Piece, Waits string }

func (u *Unfit) Error() string { return u.Piece + " comes after " + u.Waits }

func (b *board) indexed(ids []string) ([]int, error) {
	done, order := make([]bool, len(b.pieces)), make([]int, 0, len(ids))
	for _, id := range ids {
		at := slices.IndexFunc(b.job.Pieces, func(p Piece) bool { return p.ID == id })
		if at < 0 || done[at] {
			return nil, fmt.Errorf("%q is no piece of this job, or stands twice", id)
		}
		for _, a := range b.pieces[at].after {
			if !done[a.piece] {
				return nil, &Unfit{id, b.job.Pieces[a.piece].ID}
			}
		}
		done[at], order = true, append(order, at)
	}
	if len(order) != len(b.pieces) {
		return nil, fmt.Errorf("an order holds all %d pieces, not %d", len(b.pieces), len(order))
	}
	return order, nil
}

// Insert puts a piece that was found into an order that stands, where it costs least, and says how
// many minutes more the job takes for it. Nothing else moves.
func Insert(j Job, stands []string, found string) (Order, float64, error) {
	b, err := lay(&j)
	if err != nil {
		return Order{}, 0, err
	}
	rest := slices.DeleteFunc(slices.Clone(stands), func(id string) bool { return id == found })
	least, over := math.Inf(1), make([]float64, len(b.pieces))
	var best []int
	for at := range len(rest) + 1 {
		order, unfit := b.indexed(slices.Insert(slices.Clone(rest), at, found))
		if unfit != nil {
			err = unfit
			continue
		}
		if c := b.cost(order, over, math.Inf(1)); c < least {
			best, least = order, c
		}
	}
	if best == nil {
		return Order{}, 0, err
	}
	told := b.told(best)
	without := Job{Preparations: j.Preparations, Walk: j.Walk, Made: j.Made}
	for _, p := range j.Pieces {
		if p.ID != found {
			p.After = slices.DeleteFunc(slices.Clone(p.After), func(a After) bool { return a.Piece == found })
			without.Pieces = append(without.Pieces, p)
		}
	}
	before, err := InOrder(without, rest)
	return told, told.Finish - before.Finish, err
}

// Last puts a piece off: it stands behind all that does not wait for it, and what waits for it comes
// after, in the order in which it stood. What is no piece stays where it is.
func Last(j Job, ids []string, moved string) []string {
	b, err := lay(&j)
	index := func(id string) int {
		return slices.IndexFunc(j.Pieces, func(p Piece) bool { return p.ID == id })
	}
	piece := index(moved)
	if err != nil || piece < 0 {
		return ids
	}
	var others, waiting []string
	for _, id := range ids {
		if at := index(id); at >= 0 && (at == piece || b.before[piece][at]) {
			waiting = append(waiting, id)
		} else {
			others = append(others, id)
		}
	}
	return append(others, waiting...)
}

// told goes through an order and writes down what happens when.
func (b *board) told(order []int) Order {
	var o Order
	over := make([]float64, len(b.pieces))
	lasts := map[int]*Bracket{} // preparations that are made
	ends := func(at int, when float64) {
		if l := lasts[at]; l != nil && len(l.Pieces) > 0 {
			l.To = when
			o.Brackets = append(o.Brackets, *l)
		}
		delete(lasts, at)
	}
	s := b.start()
	s.made.each(func(at int) { lasts[at] = &Bracket{Preparation: b.job.Preparations[at].ID} })
	for _, at := range order {
		was := s.made
		p := &b.pieces[at]
		s = b.step(s, at, over)
		one := Step{Piece: b.job.Pieces[at].ID, From: s.clock - p.minutes, To: s.clock}
		(was &^ s.made).each(func(i int) {
			one.Undo = append(one.Undo, b.job.Preparations[i].ID)
			ends(i, one.From)
		})
		(s.made &^ was).each(func(i int) {
			one.Makes = append(one.Makes, b.job.Preparations[i].ID)
			lasts[i] = &Bracket{Preparation: b.job.Preparations[i].ID, From: one.From}
		})
		p.open.each(func(i int) {
			if was.has(1<<i) && len(lasts[i].Pieces) > 0 {
				one.Saves += b.make[i] + b.undo[i]
				one.With = append(one.With, b.job.Preparations[i].ID)
			}
			lasts[i].Pieces = append(lasts[i].Pieces, one.Piece)
			lasts[i].To = one.To
		})
		if p.alone > 0 {
			o.Alone = append(o.Alone, Running{one.Piece, one.To, one.To + p.alone})
		}
		o.Steps = append(o.Steps, one)
	}
	left := s.made
	s = b.end(s, over)
	left.each(func(i int) {
		if l := lasts[i]; l != nil {
			ends(i, l.To)
		}
	})
	slices.SortStableFunc(o.Brackets, func(a, c Bracket) int { return cmp.Compare(a.From, c.From) })
	o.Finish, o.SetUp, o.Walked, o.Idle = s.clock, s.setup, s.walked, s.idle
	o.Early, o.Late = b.spread(s.clock)
	return o
}

// spread is when one job in ten is over before, and one only after: the pieces' own spreads, which
// know nothing of each other, around what the order usually takes.
func (b *board) spread(finish float64) (early, late float64) {
	var mean, variance, usual float64
	for _, p := range b.job.Pieces {
		s2 := p.Spread * p.Spread
		mean += p.Minutes * math.Exp(s2/2)
		variance += p.Minutes * p.Minutes * math.Exp(s2) * (math.Exp(s2) - 1)
		usual += p.Minutes
	}
	if variance == 0 || mean == 0 {
		return finish, finish
	}
	// The sum of what is spread so is again nearly spread so (Fenton and Wilkinson).
	s2 := math.Log(1 + variance/(mean*mean))
	early, late = Tenths(math.Exp(math.Log(mean)-s2/2), math.Sqrt(s2))
	return finish - usual + early, finish - usual + late
}

// Tenths are the minutes that one piece in ten stays under, and that one in ten goes over, of what
// usually takes so long, spread by so much.
func Tenths(minutes, spread float64) (low, high float64) {
	const beyond = 1.2815515655446004 // quantile of the normal distribution that one in ten lies beyond
	return minutes * math.Exp(-beyond*spread), minutes * math.Exp(beyond*spread)
}
