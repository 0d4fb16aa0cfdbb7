package workshop

import (
	"context"
	"math"
	"time"

	"utensil/core/fastener"
	"utensil/core/measure"
)

// Wrench is a torque wrench of the shop's register.
type Wrench struct {
	ID          ID             `json:"id" db:"id"`
	Name        string         `json:"name" db:"name"`
	Serial      string         `json:"serial" db:"serial"`
	Min         measure.Torque `json:"min_nm" db:"min_nm" doc:"least on its scale"`
	Max         measure.Torque `json:"max_nm" db:"max_nm" doc:"most on its scale"`
	Deviation   float64        `json:"deviation_pct" db:"deviation_pct" doc:"from its certificate; 0 for the standard's"`
	CheckedOn   string         `json:"checked_on" db:"checked_on" doc:"day of its calibration, 2026-03-02; empty for never"`
	Certificate string         `json:"certificate" db:"certificate"`
	Months      int            `json:"months" db:"months" doc:"a calibration lasts; 0 for no limit"`
	Cycles      int            `json:"cycles" db:"cycles" doc:"a calibration lasts; 0 for no limit"`
	Device      string         `json:"device" db:"device" doc:"the name it sends with its readings; empty for a plain one"`
	Retired     bool           `json:"retired" db:"retired"`
	Version     int            `json:"version" db:"version"`
	Used        int            `json:"used" db:"used" readOnly:"true" doc:"cycles logged since its calibration"`
	Due         string         `json:"due,omitempty" db:"-" readOnly:"true" doc:"why it is to be calibrated again"`
	Least       measure.Torque `json:"least_nm,omitempty" db:"-" readOnly:"true" doc:"from here up the standard vouches for it"`
	Error       float64        `json:"error_pct,omitempty" db:"-" readOnly:"true" doc:"how far a reading may be off"`
}

// core is the wrench as the computation knows it.
func (t Wrench) core() fastener.Wrench {
	c := fastener.Wrench{Min: t.Min, Max: t.Max, Deviation: t.Deviation / 100, Months: t.Months, Cycles: t.Cycles, Used: t.Used}
	if day, err := time.Parse(time.DateOnly, t.CheckedOn); err == nil {
		c.Checked = day
	}
	return c
}

// told fills in what follows from the wrench today.
func (t Wrench) told(now time.Time) Wrench {
	c := t.core()
	t.Due, t.Error = c.Due(now), c.Error()*100
	t.Least, _ = c.Usable()
	return t
}

// tellAll fills in what follows from all wrenches today.
func tellAll(wrenches []Wrench, now time.Time) []Wrench {
	out := make([]Wrench, len(wrenches))
	for i, t := range wrenches {
		out[i] = t.told(now)
	}
	return out
}

// Wrenches lists the register, the retired ones last.
func (w *Workshop) Wrenches(ctx context.Context) ([]Wrench, error) {
	all, err := w.store.Wrenches(ctx)
	return some(tellAll(all, w.now())), err
}

// SaveWrench adds a wrench (version 0) or changes one; only the shop owner may.
func (w *Workshop) SaveWrench(ctx context.Context, by Actor, t Wrench) ([]Wrench, error) {
	if err := by.must(Keeper); err != nil {
		return nil, err
	}
	if !t.ID.Valid() {
		return nil, invalid("id", "The id is not a version 7 UUID.")
	}
	var errs [4]error
	t.Name, errs[0] = name("name", "what the shop calls it", t.Name)
	t.Serial, errs[1] = optional("serial", "the serial number", t.Serial)
	t.Certificate, errs[2] = optional("certificate", "the certificate's number", t.Certificate)
	t.Device, errs[3] = optional("device", "the name it sends", t.Device)
	if err := first(errs[:]...); err != nil {
		return nil, err
	}
	if t.CheckedOn != "" {
		day, err := time.Parse(time.DateOnly, t.CheckedOn)
		if err != nil || day.After(w.now()) {
			return nil, invalid("checked_on", "Give the day of the calibration, today or earlier, such as 2026-03-02.")
		}
	}
	if err := t.core().Validate(); err != nil {
		return nil, invalid("max_nm", "%s.", capital(err.Error()))
	}
	if err := w.store.SaveWrench(ctx, t); err != nil {
		return nil, err
	}
	return w.Wrenches(ctx)
}

// wrench finds a wrench of the register.
func (s *sheet) wrench(id ID) (Wrench, bool) {
	for _, t := range s.Wrenches {
		if t.ID == id {
			return t, true
		}
	}
	return Wrench{}, false
}

// closest picks the wrench for a rule: one in date before one that is not, then the one that
// leaves most of the rule.
func closest(wrenches []Wrench, r fastener.Rule) *ID {
	var best *ID
	var most float64
	dated := false
	for _, t := range wrenches {
		fit, reaches := t.core().Fit(r)
		if t.Retired || !reaches {
			continue
		}
		if in := t.Due == ""; best == nil || in && !dated || in == dated && fit > most {
			id := t.ID
			best, most, dated = &id, fit, in
		}
	}
	return best
}

// inUse lists the wrenches to choose from.
func (s *sheet) inUse(now time.Time) []Wrench {
	out := []Wrench{}
	for _, t := range s.Wrenches {
		if !t.Retired {
			out = append(out, t.told(now))
		}
	}
	return out
}

// SettingAsked asks what a wrench with an adapter is to show.
type SettingAsked struct {
	Adapter fastener.Adapter `json:"adapter"`
	Min     measure.Torque   `json:"min_nm" minimum:"0" maximum:"400" doc:"at the fastener"`
	Max     measure.Torque   `json:"max_nm" minimum:"0" maximum:"400"`
}

// Setting is the range that a wrench is to show, to a hundredth of a newton metre.
type Setting struct {
	Min measure.Torque `json:"min_nm"`
	Max measure.Torque `json:"max_nm"`
}

// Setting says what a wrench with an adapter is to show.
func (w *Workshop) Setting(in SettingAsked) (Setting, error) {
	if err := in.Adapter.Validate(); err != nil {
		return Setting{}, invalid("adapter", "%s.", capital(err.Error()))
	}
	shown := func(at measure.Torque) measure.Torque {
		return measure.Torque(math.Round(float64(in.Adapter.Setting(at))*100) / 100)
	}
	return Setting{shown(in.Min), shown(in.Max)}, nil
}
