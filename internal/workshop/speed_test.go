package workshop_test

import (
	"context"
	"testing"
	"time"

	"utensil/internal/workshop"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
	"utensil/knowledge"
)

// BenchmarkJob lays the longest record of the corpus out, and asks for all that follows from it.
func BenchmarkJob(b *testing.B) {
	shop, job := longest(b)
	for b.Loop() {
		if _, err := shop.Job(context.Background(), job); err != nil {
			b.Fatal(err)
		}
	}
}

// BenchmarkJudge judges what is typed on that record: a figure, and a torque.
func BenchmarkJudge(b *testing.B) {
	shop, job := longest(b)
	for name, c := range map[string]record.Content{
		"reading": inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "0.4"}),
		"torque": torque.Torques.Says(torque.Torque{Fastener: "steerer-clamp", Position: "upper", LeftTyped: "5",
			Found: torque.FoundNotChecked}),
	} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				if _, err := shop.Preview(context.Background(), job, c); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}

// longest opens a shop whose one job is that of the corpus with the most entries.
func longest(b *testing.B) (*workshop.Workshop, record.ID) {
	c := openCorpus(b)
	most := c.Jobs[0]
	for _, k := range c.Jobs {
		if len(k.Entries) > len(most.Entries) {
			most = k
		}
	}
	book, err := knowledge.Shipped()
	if err != nil {
		b.Fatal(err)
	}
	store := &archive{shop: c.Shop, job: most.record(b)}
	b.Logf("%d entries", len(most.Entries))
	return workshop.New(store, book, func() time.Time { return c.Now }), store.job.Job.ID
}

// BenchmarkToday judges every bike in the shop for the first screen.
func BenchmarkToday(b *testing.B) {
	c := openCorpus(b)
	book, err := knowledge.Shipped()
	if err != nil {
		b.Fatal(err)
	}
	store := &archive{shop: c.Shop}
	for _, k := range c.InShop {
		store.inShop = append(store.inShop, k.record(b))
	}
	shop := workshop.New(store, book, func() time.Time { return c.Now })
	b.Logf("%d bikes", len(store.inShop))
	for b.Loop() {
		if _, err := shop.Today(context.Background()); err != nil {
			b.Fatal(err)
		}
	}
}
