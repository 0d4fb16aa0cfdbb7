package plan

// state is where hands and bike stand within an order.
type state struct {
	clock  float64
	made   set
	place  int // -1 before the first
	early  float64
	walked float64 // minutes that went into walking
	setup  float64 // minutes that went into preparations
	idle   float64 // minutes in which nothing could be done but wait
}

// start is the state before the first piece.
func (b *board) start() state { return state{made: b.made, place: -1} }

// step does a piece: what it needs is made, what it forbids is undone, and only then. over is when
// each piece that was done has run out.
func (b *board) step(s state, at int, over []float64) state {
	p := &b.pieces[at]
	if s.place >= 0 && p.place != s.place {
		s.walked += b.job.Walk
		s.clock += b.job.Walk
	}
	s.place = p.place
	change := b.change(&s.made, p.open, p.shut)
	s.setup += change
	s.clock += change
	for _, a := range p.after {
		if a.over && over[a.piece] > s.clock {
			s.idle += over[a.piece] - s.clock
			s.clock = over[a.piece]
		}
	}
	s.clock += p.minutes
	over[at] = s.clock + p.alone
	if p.tells {
		s.early += early * s.clock
	}
	return s
}

// change makes what is needed and undoes what is forbidden, with what goes with it, and says how
// long that takes. What is needed by nobody yet stays as it is, through a wait as well: the next may
// need it.
func (b *board) change(made *set, open, shut set) (minutes float64) {
	if shut&*made == 0 && made.has(open) {
		return 0
	}
	undone := set(0)
	for s := shut & *made; s != 0; s &= s - 1 {
		undone |= b.on[s.first()] & *made
	}
	*made &^= undone
	fresh := open &^ *made
	*made |= fresh
	return undone.sum(b.undo) + fresh.sum(b.make)
}

// end undoes what is still made, and waits for what still runs.
func (b *board) end(s state, over []float64) state {
	left := s.made.sum(b.undo)
	s.setup += left
	s.clock += left
	for _, o := range over {
		if o > s.clock {
			s.idle += o - s.clock
			s.clock = o
		}
	}
	return s
}

// cost is what an order costs in minutes, its turnings over counted in. One that cannot become less
// than most is not gone through to its end: it costs most.
func (b *board) cost(order []int, over []float64, most float64) float64 {
	s, left := b.start(), b.work
	for _, at := range order {
		s = b.step(s, at, over)
		left -= b.pieces[at].minutes
		if s.clock+s.early+left >= most {
			return most
		}
	}
	s = b.end(s, over)
	c := s.clock + s.early
	if c >= most {
		return most
	}
	return c + calm*float64(b.turned(order))
}

// turned counts the pairs that stood the other way round before.
func (b *board) turned(order []int) (pairs int) {
	if len(b.stood) == 0 {
		return 0
	}
	for i, a := range order {
		if b.was[a] < 0 {
			continue
		}
		for _, c := range order[i+1:] {
			if w := b.was[c]; w >= 0 && w < b.was[a] {
				pairs++
			}
		}
	}
	return pairs
}
