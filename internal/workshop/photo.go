package workshop

import (
	"context"
	"slices"

	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

// most photos a job holds.
const mostPhotos = 200

// AddPhoto keeps a photograph of a job. The same one sent again changes nothing.
func (w *Workshop) AddPhoto(ctx context.Context, by record.Actor, p owner.Photo) (JobView, error) {
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
	s := w.lay(ctx, kept)
	_, point := w.Book().Point(p.About)
	bolt := slices.ContainsFunc(torque.Bolts.Of(s), func(b torque.BoltView) bool { return b.Key() == p.About })
	_, finding := findings.ByID(findings.All.Of(s), record.ID(p.About))
	switch {
	case kept.Job.ReleasedAt != nil:
		return JobView{}, record.ErrClosed()
	case p.About != "" && !point && !finding && !bolt && !apart.Shows(s, p.About):
		return JobView{}, record.Refuse("about", "There is nothing here that the photo could show. Reload the job.")
	case len(owner.Photos.Of(s)) >= mostPhotos:
		return JobView{}, record.Refuse("photo",
			"This job has %d photos, as many as one can. Remove some first.", mostPhotos)
	}
	if p.Caption, err = record.TidyOptional("caption", "the caption", p.Caption); err != nil {
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
func (w *Workshop) Photo(ctx context.Context, id record.ID) (owner.Photo, error) {
	if !id.Valid() {
		return owner.Photo{}, record.NotFound("photo")
	}
	return w.store.Photo(ctx, id)
}
