package plan

import (
	"math"
	"math/rand/v2"
	"slices"
)

// Exactly is up to how many pieces an order is the best there is; beyond, it is searched for.
const Exactly = 9

// tries are how many moves a search looks at.
const tries = 12_000

// best finds the order that costs least.
func (b *board) best() []int {
	if len(b.pieces) <= Exactly {
		return b.exact()
	}
	return b.search()
}

// ready says whether a piece may be the next when some are done.
func (b *board) ready(at int, done []bool) bool {
	if done[at] || b.first >= 0 && at != b.first && !done[b.first] {
		return false
	}
	for _, a := range b.pieces[at].after {
		if !done[a.piece] {
			return false
		}
	}
	return true
}

// exact goes through all orders, and leaves those early that cannot become the best.
func (b *board) exact() []int {
	n := len(b.pieces)
	done, order, over := make([]bool, n), make([]int, 0, n), make([]float64, n)
	best, least := b.greedy(0, nil), 0.0
	least = b.cost(best, make([]float64, n), math.Inf(1))
	var deeper func(s state, left float64)
	deeper = func(s state, left float64) {
		if len(order) == n {
			e := b.end(s, over)
			if c := e.clock + e.early + calm*float64(b.turned(order)); c < least-1e-9 {
				best, least = slices.Clone(order), c
			}
			return
		}
		still := s.made.sum(b.undo) // what is made has to be undone, whatever comes
		if s.clock+s.early+left+still >= least-1e-9 {
			return
		}
		for at := range n {
			if !b.ready(at, done) {
				continue
			}
			was := over[at]
			next := b.step(s, at, over)
			done[at], order = true, append(order, at)
			deeper(next, left-b.pieces[at].minutes)
			done[at], order = false, order[:len(order)-1]
			over[at] = was
		}
	}
	deeper(b.start(), b.work)
	return best
}

// greedy takes at each step the piece that asks for least before it can be done. A dice above 0
// lets it be mistaken now and then, so that a search begins elsewhere.
func (b *board) greedy(dice float64, roll *rand.Rand) []int {
	n := len(b.pieces)
	done, order, over := make([]bool, n), make([]int, 0, n), make([]float64, n)
	s := b.start()
	for len(order) < n {
		next, least := -1, math.Inf(1)
		for at := range n {
			if !b.ready(at, done) {
				continue
			}
			kept := over[at]
			then := b.step(s, at, over)
			over[at] = kept
			p := &b.pieces[at]
			ask := then.clock - s.clock - p.minutes + 0.001*float64(max(b.was[at], 0))
			if p.tells {
				ask -= 2
			}
			ask -= 0.2 * p.alone // what runs by itself runs under all that follows
			if dice > 0 {
				ask += dice * roll.Float64()
			}
			if ask < least {
				next, least = at, ask
			}
		}
		s = b.step(s, next, over)
		done[next], order = true, append(order, next)
	}
	return order
}

// search moves pieces, one or a few that follow each other, to where they cost least, until no move
// helps; then shakes the best order a little and goes on from there. The same job is always answered
// in the same way.
func (b *board) search() []int {
	roll := rand.New(rand.NewPCG(uint64(len(b.pieces)), 7))
	over := make([]float64, len(b.pieces))
	begin := [][]int{b.greedy(0, nil), b.greedy(6, roll), b.greedy(6, roll)}
	if stood := b.standing(); stood != nil {
		begin = append(begin, stood)
	}
	left := tries
	var best []int
	least := math.Inf(1)
	for _, order := range begin {
		if c := b.improve(order, over, &left); c < least-1e-9 {
			best, least = order, c
		}
	}
	order := slices.Clone(best)
	for left > 0 {
		copy(order, best)
		b.shake(order, roll)
		if c := b.improve(order, over, &left); c < least-1e-9 {
			copy(best, order)
			least = c
		}
	}
	return best
}

// shake makes a few moves at random that may be made.
func (b *board) shake(order []int, roll *rand.Rand) {
	n := len(order)
	was := make([]int, n)
	for range 3 {
		for range 20 {
			long := 1 + roll.IntN(min(4, n-1))
			from, to := roll.IntN(n-long+1), roll.IntN(n-long+1)
			if from != to && b.movable(order, from, long, to) {
				copy(was, order)
				moved(order, was, from, long, to)
				break
			}
		}
	}
}

// standing is the order that stood, with what is new put after what it needs; nil when it cannot be
// any more.
func (b *board) standing() []int {
	if len(b.stood) == 0 {
		return nil
	}
	n := len(b.pieces)
	done, order := make([]bool, n), make([]int, 0, n)
	queue := slices.Clone(b.stood)
	for at := range n {
		if !slices.Contains(queue, at) {
			queue = append(queue, at)
		}
	}
	for len(order) < n {
		i := slices.IndexFunc(queue, func(at int) bool { return b.ready(at, done) })
		if i < 0 {
			return nil
		}
		at := queue[i]
		queue = slices.Delete(queue, i, i+1)
		done[at], order = true, append(order, at)
	}
	return order
}

// improve makes an order better in place, and says what it costs then.
func (b *board) improve(order []int, over []float64, left *int) float64 {
	n := len(order)
	now := b.cost(order, over, math.Inf(1))
	try := make([]int, n)
	for better := true; better && *left > 0; {
		better = false
		for long := 1; long <= 4; long++ {
			for from := 0; from+long <= n && *left > 0; from++ {
				for to := 0; to+long <= n && *left > 0; to++ {
					if to == from || !b.movable(order, from, long, to) {
						continue
					}
					moved(try, order, from, long, to)
					*left--
					if c := b.cost(try, over, now); c < now-1e-9 {
						copy(order, try)
						now, better = c, true
					}
				}
			}
		}
	}
	return now
}

// movable says whether a run of pieces may move past those between.
func (b *board) movable(order []int, from, long, to int) bool {
	if b.first >= 0 && (from == 0 || to == 0) {
		return false
	}
	if to < from {
		for _, past := range order[to:from] {
			for _, at := range order[from : from+long] {
				if b.before[past][at] {
					return false
				}
			}
		}
		return true
	}
	for _, past := range order[from+long : to+long] {
		for _, at := range order[from : from+long] {
			if b.before[at][past] {
				return false
			}
		}
	}
	return true
}

// moved writes an order whose run of pieces begins elsewhere.
func moved(into, order []int, from, long, to int) {
	copy(into, order)
	if to < from {
		copy(into[to:], order[from:from+long])
		copy(into[to+long:], order[to:from])
		return
	}
	copy(into[from:], order[from+long:to+long])
	copy(into[to:], order[from:from+long])
}
