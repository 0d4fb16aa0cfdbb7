package apart

import (
	"slices"
	"strings"

	"utensil/core/strip"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// felt is how a part was in the hand, in one move.
type felt struct {
	record.Entry
	strip      ID
	part, word string
}

// feltEver are all moves that say how a part was in the hand, those that were taken back as well.
func feltEver(s *record.Sheet) (list []felt) {
	for e, in := range Offs.Ever(s.Ledger) {
		list = append(list, felt{e, in.Strip, in.Part, in.Felt})
	}
	for e, in := range Looks.Ever(s.Ledger) {
		list = append(list, felt{e, in.Strip, in.Part, in.Felt})
	}
	return list
}

// of is the assembly that a move was made at, and the part of it.
func (f felt) of(s *record.Sheet) (name string, assembly string, p strip.Part, known bool) {
	_, begun := Begins.Wrote(s.Ledger, f.strip)
	if begun == nil {
		return "", "", p, false
	}
	a, _ := s.Book.Assembly(begun.Assembly)
	i := slices.IndexFunc(a.Parts, func(x strip.Part) bool { return x.ID == f.part })
	if i < 0 {
		return "", "", p, false
	}
	name, _, _ = strings.Cut(a.Name, ",")
	return name, a.ID, a.Parts[i], true
}

// unfelt are parts that were felt to be bad by a move that was taken back: they are felt again,
// in whatever move, before the bike leaves. A slip is soon put right; a crack is not struck out.
func unfelt(s *record.Sheet) (list []record.Obstacle) {
	all := feltEver(s)
	for _, f := range all {
		name, assembly, p, known := f.of(s)
		answer, bad := p.Feel.Answer(f.word)
		if _, gone := s.Taken(f.ID); !known || !gone || !bad || !answer.Bad && answer.Do != "replace" {
			continue
		}
		again := slices.ContainsFunc(all, func(o felt) bool {
			_, same, q, there := o.of(s)
			_, gone := s.Taken(o.ID)
			return there && !gone && same == assembly && q.ID == p.ID && o.word != "" && s.Knew(f.ID, o.ID)
		})
		if !again {
			mark := wear.Due
			if answer.Bad {
				mark = wear.Unsafe
			}
			list = append(list, record.Obstacle{Title: name + ": " + words.Lower(p.Name) + ", " +
				answer.Name, Mark: mark,
				Detail: "that was taken back: feel it again and say how it is", Stage: record.StageWork,
				Place: record.PlaceStrip, Target: string(f.strip)})
		}
	}
	return list
}
