package stint

import (
	"context"
	"log/slog"

	"utensil/internal/workshop/record"
)

// Leave lays down what somebody had in hand at other bikes, where entries say that they took up a piece of
// this one: nobody is at two. What cannot be laid down now is, the next time.
func Leave(ctx context.Context, store Store, who record.Actor, job record.ID, entries []record.NewEntry,
	write func(ctx context.Context, by record.Actor, job record.ID, entries ...record.NewEntry) error) {
	for _, n := range entries {
		if Ups.In(n.Content) == nil {
			continue
		}
		others, err := store.HandsElsewhere(ctx, who.ID, job)
		for _, other := range others {
			if err == nil {
				err = write(ctx, who, other, record.NewEntry{ID: record.NewID(), At: n.At,
					Content: Downs.Says(LaidDown{})})
			}
		}
		if err != nil {
			slog.WarnContext(ctx, "laying down a piece of another job", "who", who.ID, "err", err)
		}
		return
	}
}
