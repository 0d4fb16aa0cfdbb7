package record

import "time"

// Begun is something at a bench that was begun and that nobody has finished.
type Begun struct {
	Place  Place  `json:"place" doc:"within the job where it goes on"`
	Target string `json:"target" doc:"what is opened there"`
	Says   string `json:"says" doc:"what goes on"`
	By     string `json:"by,omitempty" doc:"who began it"`
}

// At is a place within the job, where this bike has something there.
func At(place Place, has bool) []Place {
	if !has {
		return nil
	}
	return []Place{place}
}

// NoteView is a note with who wrote it.
type NoteView struct {
	ID   ID        `json:"id"`
	Text string    `json:"text"`
	By   string    `json:"by"`
	At   time.Time `json:"at"`
}

// NotesPart is what was written down freely, as a job shows it.
type NotesPart struct {
	Notes []NoteView `json:"notes"`
}

// NotesOf is what was written down freely in a job.
func NotesOf(s *Sheet) NotesPart {
	p := NotesPart{[]NoteView{}}
	for e, in := range Notes.All(s.Ledger) {
		p.Notes = append(p.Notes, NoteView{e.ID, in.Text, e.ByName, e.At})
	}
	return p
}
