package stint

import (
	"context"
	"slices"
	"time"

	"utensil/core/stint"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// PastSign is something that was written of a job that has left.
type PastSign struct {
	Job   record.ID `db:"job_id"`
	Who   record.ID `db:"by"`
	At    time.Time `db:"at"`
	Kind  string    `db:"kind"`
	Piece string    `db:"piece"` // as a thread calls it
	Work  string    `db:"work"`  // what work it is that is over, in any job: an operation, a part of a service
	Bike  string    `db:"bike"`  // what kind of bike it was done on
}

// Of names times that belong together: of some work, an operation's id or a PartOfService; of those on
// one kind of bike, or by one person, where that is said.
type Of struct {
	Work string
	Bike string
	Who  record.ID
}

// Took is how long work took in this shop, of those times that somebody had it in hand.
type Took struct {
	Minutes float64 // in the middle
	Times   int
}

// What tells how long work takes: less than half a minute is a tick after the work, more than half a day
// was left lying (our own judgement).
const (
	leastTaken = 0.5
	mostTaken  = 240
)

// TookOf works out how long work took: all of it, on each kind of bike, and by each person who had it in
// hand alone.
func TookOf(signs []PastSign) map[Of]Took {
	byJob, pieces := map[record.ID][]stint.Sign{}, map[record.ID]map[string]PastSign{}
	for _, p := range signs {
		sign := stint.Sign{At: p.At, Who: string(p.Who), Piece: p.Piece}
		switch p.Kind {
		case Ups.Name:
			sign.Does = stint.TakesUp
		case Downs.Name:
			sign.Does = stint.LaysDown
		default:
			sign.Does = stint.Finishes
			if pieces[p.Job] == nil {
				pieces[p.Job] = map[string]PastSign{}
			}
			pieces[p.Job][p.Piece] = p
		}
		byJob[p.Job] = append(byJob[p.Job], sign)
	}
	took := map[Of][]float64{}
	for job, list := range byJob {
		account := stint.Of(list, time.Time{})
		for piece, over := range pieces[job] {
			m := account.Of(piece).Minutes()
			if over.Work == "" || m < leastTaken || m > mostTaken {
				continue
			}
			of := []Of{{Work: over.Work}}
			if over.Bike != "" {
				of = append(of, Of{Work: over.Work, Bike: over.Bike})
			}
			if who := account.Alone(piece); who != "" {
				of = append(of, Of{Work: over.Work, Who: record.ID(who)})
			}
			for _, of := range of {
				took[of] = append(took[of], m)
			}
		}
	}
	out := map[Of]Took{}
	for of, minutes := range took {
		slices.Sort(minutes)
		out[of] = Took{Minutes: minutes[len(minutes)/2], Times: len(minutes)}
	}
	return out
}

// PartOfService names a part of a service among all that the shop has timed.
func PartOfService(service, part string) string { return service + "/" + part }

// Times is how long work took here.
var Times = record.Learns[map[Of]Took]("how long work took")

// Store reads who was at what.
type Store interface {
	// StintSigns reads what was taken up, laid down and finished in jobs that have left, the latest at most
	// so many.
	StintSigns(ctx context.Context, most int) ([]PastSign, error)
	// HandsElsewhere lists the open jobs but one in which somebody took up a piece and did not lay it down.
	HandsElsewhere(ctx context.Context, who, but record.ID) ([]record.ID, error)
}

// mostSigns are looked at, the latest.
const mostSigns = 20_000

// Lessons is what the shop's past tells of how long work takes.
func Lessons(store Store) []record.Lesson {
	return []record.Lesson{Times.From(func(ctx context.Context, _ *knowledge.Book) (map[Of]Took, error) {
		signs, err := store.StintSigns(ctx, mostSigns)
		return TookOf(signs), err
	})}
}
