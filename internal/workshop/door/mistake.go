package door

import (
	"time"

	"utensil/internal/workshop/record"
)

// Mistaken records that a job was taken in by mistake, and why it is one.
type Mistaken struct {
	Reason string `json:"reason"`
}

// MistakenView is why a job is listed nowhere.
type MistakenView struct {
	Reason string    `json:"reason"`
	By     string    `json:"by"`
	At     time.Time `json:"at"`
}

// Mistakes are jobs that were taken in by mistake: by no entry of their own.
var Mistakes = record.NewKind(record.Kind[Mistaken]{Name: "mistaken", AtCounter: true})

// CheckMistaken refuses to call a job a mistake once hands were on its bike, or while something
// that came with it is here: what was found or done leaves by the door alone.
func CheckMistaken(s *record.Sheet) error {
	if e, handled := record.Handled(s.Ledger); handled {
		return record.Refuse("reason", "%s has written down what was seen or done at this bike (%s): it "+
			"is no mistake any more. Hand it over.",
			e.ByName, e.At.In(s.Settings.Location()).Format("2 January, 15:04"))
	}
	for _, b := range Things(s) {
		if b.Returned == nil {
			return record.Refuse("reason", "Give back first what came with it: %s.", b.Name)
		}
	}
	return nil
}

// MistakenOf is why a closed job is listed nowhere; nil for any other.
func MistakenOf(s *record.Sheet) *MistakenView {
	e, in := Mistakes.Newest(s.Ledger)
	if in == nil || s.Job.ReleasedAt == nil {
		return nil
	}
	if r, opened := Releases.Newest(s.Ledger); opened != nil && s.Place(r.ID) > s.Place(e.ID) {
		return nil
	}
	return &MistakenView{in.Reason, e.ByName, e.At}
}
