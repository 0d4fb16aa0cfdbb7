// Package plan puts the pieces of a job into the order in which one pair of hands does them best:
// each preparation made once, what runs by itself put under other work, first what may change the
// quote, and nothing tried before the last thing that disturbs it.
//
// All times are minutes. An order is worked out from the pieces alone: there is no clock here.
package plan

import (
	"errors"
	"fmt"
	"math/bits"
)

// Piece is work that is done in one go.
type Piece struct {
	ID      string
	Minutes float64  // what it usually takes, its preparations apart; not negative
	Spread  float64  // standard deviation of the logarithm of that; 0 when it is certain
	Place   string   // where one stands for it; walking elsewhere takes time
	Open    []string // preparations that are made while it is done: a wheel is out
	Shut    []string // preparations that are undone while it is done: the wheel is home
	After   []After  // what comes before it
	Tells   bool     // it may change the quote, or ask for a part: the sooner, the better
	Alone   float64  // minutes that what it leaves runs by itself: a washer, a glue
}

// After is a piece that comes before another. Over says that what it left to run is over as well.
type After struct {
	Piece string
	Over  bool
}

// Preparation is a state of the bike that pieces need, made once for as many as come while it lasts.
type Preparation struct {
	ID   string
	Make float64  // minutes
	Undo float64  // minutes
	With []string // that are made before it, and undone after: no fork is out with its wheel
}

// Job is what is to be put in order.
type Job struct {
	Pieces       []Piece
	Preparations []Preparation
	Walk         float64  // minutes from one place to another
	Made         []string // preparations that are made already
	On           string   // the piece that is on the stand and stays first; "" for none
	Stood        []string // the order that stood before; what need not move stays
}

// most preparations a job may have: each is a bit.
const most = 64

// What each minute costs that a piece which tells comes later, and what a pair that changes its order
// costs, in minutes (our own judgement). A quote that changes late loses the owner's answer, which is
// dearer than a walk; a plan that turns over with every find is not believed.
const (
	early = 0.15
	calm  = 0.05
)

// set is preparations, a bit each.
type set uint64

func (s set) has(all set) bool { return s&all == all }

func (s set) first() int { return bits.TrailingZeros64(uint64(s)) }

// each goes through the preparations of a set.
func (s set) each(do func(int)) {
	for ; s != 0; s &= s - 1 {
		do(s.first())
	}
}

// sum adds up what each of a set takes.
func (s set) sum(minutes []float64) (sum float64) {
	for ; s != 0; s &= s - 1 {
		sum += minutes[s.first()]
	}
	return sum
}

// piece is a Piece in numbers: its preparations as bits, what comes before it by index.
type piece struct {
	minutes, alone float64
	place          int
	open, shut     set
	tells          bool
	after          []after
}

type after struct {
	piece int
	over  bool
}

// board is a job in numbers, to be gone through many thousand times.
type board struct {
	job    *Job
	pieces []piece
	make   []float64
	undo   []float64
	with   []set // what is made with each, itself among them
	on     []set // what is undone with each, itself among them
	made   set
	work   float64 // minutes of all pieces
	first  int     // the piece on the stand; -1 for none
	stood  []int
	was    []int    // where each piece stood; -1 for those that did not
	before [][]bool // before[a][b]: a comes before b, at first or at last remove
}

// lay reads a job, and refuses one that cannot be put in order.
func lay(j *Job) (*board, error) {
	b := &board{job: j, first: -1}
	preparations, err := b.layPreparations()
	if err != nil {
		return nil, err
	}
	bitsOf := func(ids []string) (s set, err error) {
		for _, id := range ids {
			at, known := preparations[id]
			if !known {
				return 0, fmt.Errorf("there is no preparation %q", id)
			}
			s |= 1 << at
		}
		return s, nil
	}
	if b.made, err = bitsOf(j.Made); err != nil {
		return nil, err
	}
	b.made = b.closed(b.made)
	index := map[string]int{}
	for i, p := range j.Pieces {
		if _, twice := index[p.ID]; twice || p.ID == "" {
			return nil, fmt.Errorf("%q stands twice, or says no piece", p.ID)
		}
		index[p.ID] = i
	}
	places := map[string]int{}
	for _, p := range j.Pieces {
		if _, been := places[p.Place]; !been {
			places[p.Place] = len(places)
		}
		one := piece{minutes: p.Minutes, alone: p.Alone, tells: p.Tells, place: places[p.Place]}
		if err := b.layPiece(&one, p, index, bitsOf); err != nil {
			return nil, fmt.Errorf("%s: %w", p.ID, err)
		}
		b.work += one.minutes
		b.pieces = append(b.pieces, one)
	}
	if at, known := index[j.On]; known {
		b.first = at
	}
	for range b.pieces {
		b.was = append(b.was, -1)
	}
	for _, id := range j.Stood {
		if at, known := index[id]; known && b.was[at] < 0 {
			b.was[at] = len(b.stood)
			b.stood = append(b.stood, at)
		}
	}
	return b, b.closeAfter()
}

func (b *board) layPiece(one *piece, p Piece, index map[string]int, bitsOf func([]string) (set, error)) error {
	if p.Minutes < 0 || p.Alone < 0 || p.Spread < 0 {
		return errors.New("no time is negative")
	}
	open, err1 := bitsOf(p.Open)
	shut, err2 := bitsOf(p.Shut)
	if err := errors.Join(err1, err2); err != nil {
		return err
	}
	one.open, one.shut = b.closed(open), shut
	if one.open&one.shut != 0 {
		return errors.New("a preparation cannot be made and undone at once")
	}
	for _, a := range p.After {
		at, known := index[a.Piece]
		if !known || a.Piece == p.ID {
			return fmt.Errorf("it comes after %q, which is no other piece", a.Piece)
		}
		one.after = append(one.after, after{at, a.Over})
	}
	return nil
}

func (b *board) layPreparations() (map[string]int, error) {
	index := map[string]int{}
	for i, p := range b.job.Preparations {
		if _, twice := index[p.ID]; twice || p.ID == "" || i >= most {
			return nil, fmt.Errorf("preparation %q stands twice, says nothing, or is one of over %d", p.ID, most)
		}
		if p.Make < 0 || p.Undo < 0 {
			return nil, fmt.Errorf("%s takes no time that is negative", p.ID)
		}
		index[p.ID] = i
		b.make, b.undo = append(b.make, p.Make), append(b.undo, p.Undo)
	}
	n := len(index)
	b.with, b.on = make([]set, n), make([]set, n)
	for i, p := range b.job.Preparations {
		b.with[i] = 1 << i
		for _, id := range p.With {
			at, known := index[id]
			if !known {
				return nil, fmt.Errorf("%s goes with %q, which is no preparation", p.ID, id)
			}
			b.with[i] |= 1 << at
		}
	}
	for range n { // what goes with what goes with it
		for i := range n {
			b.with[i].each(func(at int) { b.with[i] |= b.with[at] })
		}
	}
	for i := range n {
		b.with[i].each(func(at int) { b.on[at] |= 1 << i })
		if b.with[i]&b.on[i] != 1<<i {
			return nil, fmt.Errorf("%s goes with itself", b.job.Preparations[i].ID)
		}
	}
	return index, nil
}

// closed is a set with all that goes with it.
func (b *board) closed(s set) set {
	all := s
	s.each(func(at int) { all |= b.with[at] })
	return all
}

// closeAfter works out what comes before what at any remove, and refuses a ring.
func (b *board) closeAfter() error {
	n := len(b.pieces)
	b.before = make([][]bool, n)
	for i := range n {
		b.before[i] = make([]bool, n)
	}
	for i, p := range b.pieces {
		for _, a := range p.after {
			b.before[a.piece][i] = true
		}
	}
	for k := range n {
		for i := range n {
			if !b.before[i][k] {
				continue
			}
			for j := range n {
				b.before[i][j] = b.before[i][j] || b.before[k][j]
			}
		}
	}
	for i := range n {
		if b.before[i][i] {
			return fmt.Errorf("%s comes before itself: what needs it is needed by it", b.job.Pieces[i].ID)
		}
	}
	if b.first >= 0 {
		for i := range n {
			if b.before[i][b.first] {
				b.first = -1 // what is on the stand waits for something after all
				break
			}
		}
	}
	return nil
}
