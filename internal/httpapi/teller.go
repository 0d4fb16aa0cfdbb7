package httpapi

import (
	"context"
	"log/slog"
	"sync"
	"time"

	"github.com/segmentio/encoding/json"

	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
)

// Changed is what the stream of changes says: what was changed and who looks again, and for a job
// what that comes to on the first screen, so that nobody needs to read it all again.
type Changed struct {
	About string    `json:"about"`
	Again []string  `json:"again" doc:"reads of this API, by the names of their operations; everything for all"`
	Job   record.ID `json:"job,omitempty"`
	Bike  record.ID `json:"bike,omitempty"`
	Entry record.ID `json:"entry,omitempty"`
	Today *Moved    `json:"today,omitempty"`
}

// Moved is a job's line on the first screen as it now is, and the screen's counts. A job that is
// not there has no line.
type Moved struct {
	Job      *workshop.TodayJob `json:"job,omitempty"`
	InShop   int                `json:"in_shop"`
	Promised int                `json:"promised_today"`
	Late     int                `json:"late"`
}

// teller tells changes in the order in which they came. Those that come together are looked up together.
type teller struct {
	tell    func(change string)
	watched func() bool
	today   func(context.Context) (workshop.Today, error)

	mu      sync.Mutex
	waiting []string
	busy    bool
}

// together is how long changes are gathered that come one after the other.
const together = 50 * time.Millisecond

// lookFor bounds how long the first screen is looked at before a change is told without it.
const lookFor = 5 * time.Second

func (t *teller) told(change string) {
	t.mu.Lock()
	defer t.mu.Unlock()
	t.waiting = append(t.waiting, change)
	if !t.busy {
		t.busy = true
		go t.work()
	}
}

func (t *teller) work() {
	for {
		time.Sleep(together)
		t.mu.Lock()
		batch := t.waiting
		t.waiting = nil
		t.busy = len(batch) > 0
		t.mu.Unlock()
		if len(batch) == 0 {
			return
		}
		if t.watched() {
			t.pass(batch)
		}
	}
}

// pass tells a batch; the last change of each job says where it now stands.
func (t *teller) pass(batch []string) {
	changes := make([]Changed, len(batch))
	last := map[record.ID]int{}
	for i, text := range batch {
		if text != "" && json.Unmarshal([]byte(text), &changes[i]) == nil && changes[i].Job != "" {
			last[changes[i].Job] = i
		}
	}
	if len(last) > 0 {
		ctx, stop := context.WithTimeout(context.Background(), lookFor)
		today, err := t.today(ctx)
		stop()
		if err != nil {
			slog.Warn("looking at the first screen for a change", "err", err)
			last = nil
		}
		for job, i := range last {
			moved := &Moved{InShop: today.InShop, Promised: today.Promised, Late: today.Late}
			for k := range today.Jobs {
				if today.Jobs[k].ID == job {
					moved.Job = &today.Jobs[k]
				}
			}
			changes[i].Today = moved
		}
	}
	for i, text := range batch {
		if changes[i].Today != nil {
			if with, err := json.Marshal(changes[i]); err == nil {
				text = string(with)
			}
		}
		t.tell(text)
	}
}
