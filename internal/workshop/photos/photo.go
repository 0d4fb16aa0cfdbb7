// Package photos is what is photographed of a job, and what a photograph may show.
package photos

import (
	"slices"
	"time"

	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/contact"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

// most photos a job holds.
const most = 200

// Photo is a photograph of a job.
type Photo struct {
	ID      record.ID `db:"id"`
	JobID   record.ID `db:"job_id"`
	About   string    `db:"about"` // the point, contact or finding it shows, or ""
	Caption string    `db:"caption"`
	Width   int       `db:"width"`
	Height  int       `db:"height"`
	JPEG    []byte    `db:"jpeg"`
	By      record.ID `db:"by"`
	At      time.Time `db:"at"`
}

// PhotoView is a photograph without its picture.
type PhotoView struct {
	ID      record.ID `json:"id"`
	About   string    `json:"about" doc:"the inspection point or finding it shows"`
	Caption string    `json:"caption"`
	Width   int       `json:"width"`
	Height  int       `json:"height"`
	At      time.Time `json:"at"`
}

// All are those of the job, oldest first.
var All = record.LaidBeside[[]PhotoView]("photos")

// PhotosPart is what a job shows of them.
type PhotosPart struct {
	Photos []PhotoView `json:"photos"`
}

// PartOf is the photos of a job.
func PartOf(s *record.Sheet) PhotosPart { return PhotosPart{record.Some(All.Of(s))} }

// Tidied is a photograph as it may be kept with a job: of something there is, and with room for it.
func Tidied(s *record.Sheet, p Photo) (_ Photo, err error) {
	_, point := s.Book.Point(p.About)
	bolt := slices.ContainsFunc(torque.Bolts.Of(s), func(b torque.BoltView) bool { return b.Key() == p.About })
	_, set := contact.On(s, p.About)
	_, finding := findings.ByID(findings.All.Of(s), record.ID(p.About))
	switch {
	case s.Job.ReleasedAt != nil:
		return p, record.ErrClosed()
	case p.About != "" && !point && !finding && !bolt && !set && !apart.Shows(s, p.About):
		return p, record.Refuse("about", "There is nothing here that the photo could show. Reload the job.")
	case len(All.Of(s)) >= most:
		return p, record.Refuse("photo",
			"This job has %d photos, as many as one can. Remove some first.", most)
	}
	p.Caption, err = record.TidyOptional("caption", "the caption", p.Caption)
	return p, err
}
