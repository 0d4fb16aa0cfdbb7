package workshop

import (
	"context"

	"utensil/internal/workshop/photos"
	"utensil/internal/workshop/record"
)

// AddPhoto keeps a photograph of a job. The same one sent again changes nothing.
func (w *Workshop) AddPhoto(ctx context.Context, by record.Actor, p photos.Photo) (JobView, error) {
	if err := by.Must(record.Mechanic, record.Counter); err != nil {
		return JobView{}, err
	}
	if err := p.ID.Check("id"); err != nil {
		return JobView{}, err
	}
	kept, err := w.store.Job(ctx, p.JobID)
	if err != nil {
		return JobView{}, err
	}
	if p, err = photos.Tidied(w.lay(ctx, kept), p); err != nil {
		return JobView{}, err
	}
	p.By, p.At = by.ID, w.now()
	if err := w.store.AddPhoto(ctx, p); err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, p.JobID)
}

// RemovePhoto takes a photograph away.
func (w *Workshop) RemovePhoto(ctx context.Context, by record.Actor, job, id record.ID) (JobView, error) {
	if err := by.Must(record.Mechanic, record.Counter); err != nil {
		return JobView{}, err
	}
	if err := w.store.RemovePhoto(ctx, job, id, w.now()); err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, job)
}

// Photo reads one photograph.
func (w *Workshop) Photo(ctx context.Context, id record.ID) (photos.Photo, error) {
	if !id.Valid() {
		return photos.Photo{}, record.NotFound("photo")
	}
	return w.store.Photo(ctx, id)
}
