package scene

import (
	"math"
	"slices"
	"strconv"
	"time"

	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stint"
)

// paces are how long the first two of the team take over what the book says: the one is quick.
var paces = []float64{0.85, 1.1}

// takesUp says that a piece was in hand before it was ticked, in a job of the past: what goes before the tick
// among what is written, of which so much is there already. What is on the stand now has no time for it.
func (t *teller) takesUp(job record.Job, by record.Actor, piece string, minutes float64, at int) []record.Content {
	if !t.before {
		return nil
	}
	luck := math.Exp(0.3 * dice(strconv.Itoa(job.Number), piece).NormFloat64())
	if t.takes == nil {
		t.takes = map[int]time.Duration{}
	}
	pace := paces[max(0, slices.Index(t.who, by))%len(paces)]
	t.takes[at+1] = time.Duration(minutes * pace * luck * float64(time.Minute))
	return []record.Content{stint.Ups.Says(stint.TookUp{Piece: piece})}
}
