package plan

import (
	"fmt"
	"testing"
)

func BenchmarkSearch40(b *testing.B) {
	job := Job{Walk: 0.5, Preparations: []Preparation{{ID: "a", Make: 3, Undo: 3}, {ID: "b", Make: 8, Undo: 7}}}
	for i := range 40 {
		p := Piece{ID: fmt.Sprint(i), Minutes: 5, Place: fmt.Sprint(i * 7 % 5)}
		if i%3 == 0 {
			p.Open = []string{[]string{"a", "b"}[i%2]}
		} else if i%3 == 1 {
			p.Shut = []string{[]string{"a", "b"}[i%2]}
		}
		if i > 4 && i%4 == 0 {
			p.After = []After{{Piece: fmt.Sprint(i - 3)}}
		}
		job.Pieces = append(job.Pieces, p)
		job.Stood = append(job.Stood, p.ID)
	}
	for b.Loop() {
		_, _ = Plan(job)
	}
}
