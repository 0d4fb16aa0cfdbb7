package workshop

import "context"

// Release hands the bike to its owner. It is refused while anything still stands between
// them: what is checked is everything recorded up to the moment the job is locked.
func (w *Workshop) Release(ctx context.Context, by Actor, job ID, id ID, to string) (JobView, error) {
	if err := by.must(Mechanic, Counter); err != nil {
		return JobView{}, err
	}
	if !id.Valid() {
		return JobView{}, invalid("id", "The id is not a version 7 UUID.")
	}
	who, err := name("to", "who takes the bike", to)
	if err != nil {
		return JobView{}, err
	}
	entry := Entry{ID: id, JobID: job, Kind: KindReleased, By: by.ID, At: w.now(), Content: Content{Released: &Released{To: who}}}
	if entry.Digest, err = entry.digest(); err != nil {
		return JobView{}, err
	}
	err = w.store.Seal(ctx, entry, func(r Record) (Seal, error) {
		if r.Job.ReleasedAt != nil {
			return Seal{}, ErrClosed()
		}
		s := w.layOut(r)
		if leaving := s.leaving; len(leaving) > 0 {
			return Seal{}, &Problem{Kind: Standing, Title: "This bike cannot leave yet", Leaving: leaving,
				Detail: "Settle what is on the list first; each line opens its place. First: " + leaving[0].Title + "."}
		}
		return w.onLeaving(s, entry.At), nil
	})
	if err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, job)
}

// Reopen opens a job that was handed over, with a reason.
func (w *Workshop) Reopen(ctx context.Context, by Actor, job ID, id ID, reason string) (JobView, error) {
	if err := by.must(Mechanic); err != nil {
		return JobView{}, err
	}
	if !id.Valid() {
		return JobView{}, invalid("id", "The id is not a version 7 UUID.")
	}
	why, err := note("reason", reason)
	if err == nil && why == "" {
		err = invalid("reason", "Say why the job is opened again.")
	}
	if err != nil {
		return JobView{}, err
	}
	entry := Entry{ID: id, JobID: job, Kind: KindReopened, By: by.ID, At: w.now(), Content: Content{Reopened: &Reopened{Reason: why}}}
	if entry.Digest, err = entry.digest(); err != nil {
		return JobView{}, err
	}
	err = w.store.Seal(ctx, entry, func(r Record) (Seal, error) {
		if r.Job.ReleasedAt == nil {
			return Seal{}, invalid("id", "This job is open already.")
		}
		return Seal{}, nil
	})
	if err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, job)
}
