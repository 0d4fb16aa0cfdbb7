package workshop

import (
	"context"
	"slices"

	"utensil/internal/workshop/door"
	"utensil/internal/workshop/record"
)

// changedIn are the entries that say, in each of its open jobs, how a bike was changed.
func (w *Workshop) changedIn(ctx context.Context, by record.Actor, was, is record.Bike,
	why string) (entries []record.Entry, err error) {
	changes := record.ChangesOf(was, is)
	if len(changes) == 0 {
		return nil, nil
	}
	kept, err := w.store.Bike(ctx, was.ID)
	if err != nil {
		return nil, err
	}
	for _, j := range kept.EarlierJobs {
		if j.ReleasedAt != nil {
			continue
		}
		s, err := w.sheet(ctx, j.ID)
		if err != nil {
			return nil, err
		}
		if s.Bike.Version != is.Version {
			return nil, record.StaleWrite("bike", s.Bike)
		}
		after := s.Record
		after.Bike = is
		after.Entries = append(slices.Clip(after.Entries),
			record.Entry{ID: record.NewID(), Kind: record.BikeChanges.Name,
				Content: record.BikeChanges.Says(record.BikeChanged{Was: was.Facts})}) // as it will stand
		took, why, err := door.Taken(by, s, w.lay(ctx, after), why)
		if err != nil {
			return nil, err
		}
		said := record.BikeChanges.Says(record.BikeChanged{Changes: changes, Was: was.Facts, Why: why, Took: took})
		e, err := record.NewEntry{ID: record.NewID(), Content: said}.By(by, j.ID, was.ID, w.now())
		if err != nil {
			return nil, err
		}
		entries = append(entries, e)
	}
	return entries, nil
}
