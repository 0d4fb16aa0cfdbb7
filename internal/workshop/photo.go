package workshop

import (
	"context"
	"slices"
	"time"
)

// Photo is a photograph of a job.
type Photo struct {
	ID      ID        `db:"id"`
	JobID   ID        `db:"job_id"`
	About   string    `db:"about"` // the inspection point or finding it shows, or ""
	Caption string    `db:"caption"`
	Width   int       `db:"width"`
	Height  int       `db:"height"`
	JPEG    []byte    `db:"jpeg"`
	By      ID        `db:"by"`
	At      time.Time `db:"at"`
}

// PhotoView is a photograph without its picture.
type PhotoView struct {
	ID      ID        `json:"id"`
	About   string    `json:"about" doc:"the inspection point or finding it shows"`
	Caption string    `json:"caption"`
	Width   int       `json:"width"`
	Height  int       `json:"height"`
	At      time.Time `json:"at"`
}

// most photos a job holds.
const mostPhotos = 200

// AddPhoto keeps a photograph of a job. The same one sent again changes nothing.
func (w *Workshop) AddPhoto(ctx context.Context, by Actor, p Photo) (JobView, error) {
	if err := by.must(Mechanic, Counter); err != nil {
		return JobView{}, err
	}
	if !p.ID.Valid() {
		return JobView{}, invalid("id", "The id is not a version 7 UUID.")
	}
	record, err := w.store.Job(ctx, p.JobID)
	if err != nil {
		return JobView{}, err
	}
	s := w.layOut(record)
	_, point := w.Book().Point(p.About)
	bolt := slices.ContainsFunc(s.bolts, func(b BoltView) bool { return b.key() == p.About })
	_, finding := findingOf(s.findings, ID(p.About))
	switch {
	case record.Job.ReleasedAt != nil:
		return JobView{}, ErrClosed()
	case p.About != "" && !point && !finding && !bolt:
		return JobView{}, invalid("about", "There is nothing here that the photo could show. Reload the job.")
	case len(record.Photos) >= mostPhotos:
		return JobView{}, invalid("photo", "This job has %d photos, as many as one can. Remove some first.", mostPhotos)
	}
	if p.Caption, err = optional("caption", "the caption", p.Caption); err != nil {
		return JobView{}, err
	}
	p.By, p.At = by.ID, w.now()
	if err := w.store.AddPhoto(ctx, p); err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, p.JobID)
}

// RemovePhoto takes a photograph away.
func (w *Workshop) RemovePhoto(ctx context.Context, by Actor, job, id ID) (JobView, error) {
	if err := by.must(Mechanic, Counter); err != nil {
		return JobView{}, err
	}
	if err := w.store.RemovePhoto(ctx, job, id, w.now()); err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, job)
}

// Photo reads one photograph.
func (w *Workshop) Photo(ctx context.Context, id ID) (Photo, error) {
	if !id.Valid() {
		return Photo{}, NotFound("photo")
	}
	return w.store.Photo(ctx, id)
}

// OwnerPhoto reads a photograph through an owner's link: one of their job, and no other.
func (w *Workshop) OwnerPhoto(ctx context.Context, token string, id ID) (Photo, error) {
	_, record, err := w.opened(ctx, token)
	if err != nil {
		return Photo{}, err
	}
	if !slices.ContainsFunc(record.Photos, func(p PhotoView) bool { return p.ID == id }) {
		return Photo{}, NotFound("photo")
	}
	return w.store.Photo(ctx, id)
}
