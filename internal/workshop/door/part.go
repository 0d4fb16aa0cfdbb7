package door

import "utensil/internal/workshop/record"

// DoorPart is what came in and what leaves, as a job shows it.
type DoorPart struct {
	Belongings []BelongingView   `json:"belongings"`
	Called     []Called          `json:"called" doc:"what an earlier job called the bike back for"`
	CallBacks  []record.CallBack `json:"call_backs" doc:"made by this job, or to be made when it is handed over"`
	ReleasedTo string            `json:"released_to,omitempty"`
	ReleasedBy string            `json:"released_by,omitempty"`
	Mistaken   *MistakenView     `json:"mistaken,omitempty" doc:"it was taken in by mistake, and is listed nowhere"`
	Reopened   []record.NoteView `json:"reopened" doc:"why it was opened again"`
}

// PartOf is what came in with a job's bike, and what leaves.
func PartOf(s *record.Sheet) DoorPart {
	p := DoorPart{Belongings: record.Some(Things(s)), Called: Calling(s), CallBacks: CallBacks(s),
		Mistaken: MistakenOf(s),
		Reopened: []record.NoteView{}}
	for e, in := range Reopenings.All(s.Ledger) {
		p.Reopened = append(p.Reopened, record.NoteView{ID: e.ID, Text: in.Reason, By: e.ByName, At: e.At})
	}
	if e, released := Releases.Newest(s.Ledger); released != nil && s.Job.ReleasedAt != nil {
		p.ReleasedTo, p.ReleasedBy = released.To, e.ByName
	}
	return p
}
