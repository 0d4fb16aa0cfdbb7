package complaint

import (
	"time"

	"utensil/core/bike"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// SaidAs is a complaint noted at the door.
type SaidAs struct {
	ID record.ID `json:"id"`
	Complained
}

// Heard are the complaints that an owner's words sound like, where nobody noted any. Their ids
// follow from the job's, so that a check-in sent twice says nothing twice.
func Heard(book *knowledge.Book, f bike.Facts, words string, job record.ID) (noted []SaidAs) {
	for i, p := range Propose(book, f, words) {
		if p.Fault != "" {
			noted = append(noted, SaidAs{job.Along(i + 1), Complained{Words: p.Words, Fault: p.Fault}})
		}
	}
	return noted
}

// AtDoor are the entries of what was noted at the door.
func AtDoor(book *knowledge.Book, by record.Actor, job, bike record.ID, now time.Time,
	noted []SaidAs) (entries []record.Entry, err error) {
	for _, n := range noted {
		if err := n.ID.Check("said"); err != nil {
			return nil, err
		}
		c, err := tidied(book, n.Complained)
		if err != nil {
			return nil, err
		}
		e, err := record.NewEntry{ID: n.ID, Content: Said.Says(*c)}.By(by, job, bike, now)
		if err != nil {
			return nil, err
		}
		entries = append(entries, e)
	}
	return entries, nil
}
