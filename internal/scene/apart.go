package scene

import (
	"fmt"

	"utensil/internal/workshop"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/record"
)

// takeApart takes an assembly apart, part by part, and puts it back when it is to go back.
func (t *teller) takeApart(job *workshop.JobView, write recorder, by record.Actor, s stripping) error {
	if err := write(by, apart.Begins.Says(apart.StripBegun{Assembly: s.assembly})); err != nil {
		return fmt.Errorf("taking %s apart: %w", s.assembly, err)
	}
	now := func() apart.Strip { return job.Parts.Strips.Strips[len(job.Parts.Strips.Strips)-1] }
	felt := func(p apart.PartView) string {
		if word, told := s.felt[p.ID]; told || len(p.Answers) == 0 {
			return word
		}
		return p.Answers[0].Word
	}
	part := func(id string) (found apart.PartView) {
		for _, p := range now().Parts {
			if p.ID == id {
				found = p
			}
		}
		return found
	}
	for next := now().Next; next != ""; next = now().Next {
		off := apart.PartOff{Strip: now().ID, Part: next, Lay: apart.AsDrawn, Felt: felt(part(next))}
		if next == s.wrong {
			off.Lay = apart.Wrong
		}
		if part(next).Asked != "" {
			off.Side = "inwards"
		}
		if err := write(by, apart.Offs.Says(off)); err != nil {
			return fmt.Errorf("taking %s off: %w", next, err)
		}
	}
	if !s.back {
		return nil
	}
	for _, p := range now().Parts {
		if p.Stays && p.Felt == nil && len(p.Answers) > 0 {
			if err := write(by, apart.Looks.Says(apart.PartLook{Strip: now().ID, Part: p.ID,
				Felt: felt(p)})); err != nil {
				return err
			}
		}
	}
	for back := now().Back; back != ""; back = now().Back {
		on := apart.PartOn{Strip: now().ID, Part: back, Laid: len(part(back).Lay) > 0}
		if err := write(by, apart.Ons.Says(on)); err != nil {
			return fmt.Errorf("putting %s back: %w", back, err)
		}
	}
	return nil
}
