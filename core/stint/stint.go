// Package stint counts the time that hands are at the pieces of a job, from what was written down.
//
// Nobody starts and stops a watch at the bench: a piece is taken up as it is opened, laid down when
// something comes between, and over when it is ticked. Whatever else somebody writes shows that they are
// there. The time between two such signs belongs to the piece in hand.
package stint

import (
	"slices"
	"time"
)

// Does is what a sign shows of its writer's hands.
type Does int

// What a sign shows.
const (
	Writes   Does = iota // something else was written: the hands are there
	TakesUp              // the piece is in their hands from now on, and in nobody else's
	LaysDown             // nothing is in their hands
	Finishes             // the piece is over, whoever had it
)

// Sign is something that was written down.
type Sign struct {
	At    time.Time
	Who   string
	Does  Does
	Piece string // that is taken up or finished
}

// How long nothing may be written before the time is nobody's (our own judgement): a wheel takes an
// afternoon without a word, but not a night; and what was ticked without having been taken up was begun
// after what its writer wrote last, if that was not before lunch.
const (
	Forgotten = 4 * time.Hour
	Between   = 45 * time.Minute
)

// Stint is a piece in somebody's hands, or one that they laid down and have not gone back to.
type Stint struct {
	Who, Piece string
	From       time.Time // since it was taken up, or laid down
	Down       bool
}

// Spent is the time that somebody had a piece in hand.
type Spent struct {
	Who, Piece string
	Time       time.Duration
}

// Account is where the time of a job went.
type Account struct {
	Stints []Stint // one a person at most, in the order in which they came to the job
	Spent  []Spent // each person and piece once, as they were first counted
}

// Of tells where the time went, from signs in any order, as of now.
func Of(signs []Sign, now time.Time) Account {
	signs = slices.Clone(signs)
	slices.SortStableFunc(signs, func(a, b Sign) int { return a.At.Compare(b.At) })
	c := count{people: map[string]*person{}}
	for _, s := range signs {
		c.sign(s)
	}
	for _, who := range c.order {
		p := c.people[who]
		c.counts(p, now)
		if p.piece != "" {
			c.Stints = append(c.Stints, Stint{Who: who, Piece: p.piece, From: p.from})
		} else if p.left != "" {
			c.Stints = append(c.Stints, Stint{Who: who, Piece: p.left, From: p.from, Down: true})
		}
	}
	return c.Account
}

// Of is the time that a piece took, everybody together.
func (a Account) Of(piece string) (sum time.Duration) {
	for _, s := range a.Spent {
		if s.Piece == piece {
			sum += s.Time
		}
	}
	return sum
}

// Alone is who had a piece in hand, where nobody else had; "" where several did, or nobody.
func (a Account) Alone(piece string) (who string) {
	for _, s := range a.Spent {
		if s.Piece == piece && s.Time > 0 {
			if who != "" && who != s.Who {
				return ""
			}
			who = s.Who
		}
	}
	return who
}

// person is what is known of somebody's hands.
type person struct {
	who   string
	piece string    // in hand
	left  string    // laid down, and not over
	from  time.Time // since
	seen  time.Time // when they last wrote something
}

type count struct {
	Account

	people map[string]*person
	order  []string
}

func (c *count) sign(s Sign) {
	p, known := c.people[s.Who]
	if !known {
		p = &person{who: s.Who, seen: s.At}
		c.people[s.Who], c.order = p, append(c.order, s.Who)
	}
	if s.Does == Finishes && p.piece != s.Piece && s.At.Sub(p.seen) <= Between {
		c.add(s.Who, s.Piece, s.At.Sub(p.seen)) // ticked, and never taken up
		p.seen = s.At
	}
	c.counts(p, s.At)
	switch s.Does {
	case TakesUp:
		c.ends(s.Piece, s.At, s.Who)
		if p.piece != s.Piece {
			p.piece, p.from = s.Piece, s.At
		}
		p.left = ""
	case LaysDown:
		if p.piece != "" {
			p.left, p.piece, p.from = p.piece, "", s.At
		}
	case Finishes:
		c.ends(s.Piece, s.At, "")
	}
}

// ends takes a piece out of every hand but one.
func (c *count) ends(piece string, at time.Time, but string) {
	for _, who := range c.order {
		p := c.people[who]
		if who == but {
			continue
		}
		if p.piece == piece {
			c.counts(p, at)
			p.piece = ""
		}
		if p.left == piece {
			p.left = ""
		}
	}
}

// counts gives the time since somebody's last sign to what they have in hand. Who wrote nothing for too
// long has laid it down after their last word.
func (c *count) counts(p *person, at time.Time) {
	since := at.Sub(p.seen)
	if p.piece != "" && since > Forgotten {
		p.left, p.piece, p.from = p.piece, "", p.seen
	}
	if p.piece != "" {
		c.add(p.who, p.piece, since)
	}
	p.seen = at
}

func (c *count) add(who, piece string, d time.Duration) {
	i := slices.IndexFunc(c.Spent, func(s Spent) bool { return s.Who == who && s.Piece == piece })
	if i < 0 {
		i = len(c.Spent)
		c.Spent = append(c.Spent, Spent{Who: who, Piece: piece})
	}
	c.Spent[i].Time += d
}
