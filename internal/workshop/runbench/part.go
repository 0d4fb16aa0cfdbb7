package runbench

import (
	"time"

	"utensil/core/estimate"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
)

// AgreedPart is what was offered, agreed and done, as a job shows it.
type AgreedPart struct {
	Items     []agree.ItemView   `json:"items"`
	Proposed  estimate.Total     `json:"proposed" doc:"all items, less what they share"`
	Agreed    estimate.Total     `json:"agreed" doc:"items the owner said yes to, less what they share"`
	ToGo      int                `json:"to_go" doc:"minutes that agreed work still takes, less what it shares"`
	Shared    []agree.SharedView `json:"shared" doc:"what the agreed items need done only once"`
	SharedAll []agree.SharedView `json:"shared_all" doc:"what all items need done only once"`
	AskedAt   *time.Time         `json:"asked_at,omitempty"`
	Runs      []RunView          `json:"runs" doc:"of procedures"`
}

// PartOf is what was offered, agreed and done in a job.
func PartOf(s *record.Sheet) (p AgreedPart, err error) {
	p = AgreedPart{Items: record.Some(Items(s)), ToGo: agree.ToGo(s), Runs: Runs.Of(s)}
	if p.Proposed, p.SharedAll, err = sold.Total(s, func(agree.ItemView) bool { return true }); err != nil {
		return p, err
	}
	if e, asked := agree.Asks.Newest(s.Ledger); asked != nil {
		p.AskedAt = &e.At
	}
	p.Agreed, p.Shared, err = sold.Total(s, agree.ItemView.Agreed)
	return p, err
}

// begun are the runs that nobody has finished.
func begun(s *record.Sheet) (out []record.Begun) {
	for _, r := range Runs.Of(s) {
		if !r.Finished {
			out = append(out, record.Begun{Place: record.PlaceRun, Target: string(r.ID), Says: r.Work.Name,
				By: r.By})
		}
	}
	return out
}
