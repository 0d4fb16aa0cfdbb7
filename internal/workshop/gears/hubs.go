package gears

import (
	"strings"

	"utensil/core/gear"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

func figureHub(s *record.Sheet, asked GearQuestion, out *GearAnswer) error {
	in := asked.Hub
	if family, known := s.Book.HubOf(parts.Facts.Of(s).Speeds); known && family.Mark > 0 && in.Mark == gear.MarkNone {
		return record.Refuse("hub.mark", "A hub of %d gears has a mark: say where it stands in gear %d.",
			len(family.Ratios), family.Mark)
	}
	h := gear.Hubbed{Mark: in.Mark, Returns: in.Returns, Loaded: in.Loaded, Slipped: in.Slipped, DustCap: in.DustCap,
		SetGears: parts.Facts.Of(s).Speeds}
	do, err := h.Says()
	if err != nil {
		return err
	}
	out.Do, out.Says, out.wait = do, do[0].Says, !h.Right()
	if out.wait {
		out.Mark = wear.Due
	} else if do[0].What == gear.HubDust {
		out.Mark = wear.Watch
	}
	return nil
}

func figureWired(_ *record.Sheet, asked GearQuestion, out *GearAnswer) error {
	in, t := asked.Wired, typed{}
	w := gear.Wired{Battery: t.figure("wired.battery", in.Battery, measure.Percent), Code: strings.TrimSpace(in.Code),
		Software: in.Software, Knocked: in.Knocked,
		Shifts: in.Shifts, Pivots: in.Pivots}
	if strings.TrimSpace(in.Steps) != "" {
		w.Steps = t.count("wired.steps", in.Steps)
	}
	if t.err != nil {
		return t.err
	}
	do, err := w.Says()
	if err != nil {
		return err
	}
	out.Do, out.Says = do, do[0].Says
	if do[0].What != "nothing" {
		out.Mark = wear.Watch
		if out.wait = in.Shifts != "crisp" || w.Code != "" || w.Knocked; out.wait {
			out.Mark = wear.Due
		}
	}
	return nil
}
