package torque

import (
	"context"
	"math"
	"time"

	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// Wrench is a torque wrench of the shop's register.
type Wrench struct {
	ID          record.ID      `json:"id" db:"id"`
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
	c := fastener.Wrench{Min: t.Min, Max: t.Max, Deviation: t.Deviation / 100, Months: t.Months,
		Cycles: t.Cycles, Used: t.Used}
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

// Store keeps the register and what connected wrenches send.
type Store interface {
	Wrenches(ctx context.Context) ([]Wrench, error)
	SaveWrench(ctx context.Context, t Wrench) error
	// LooseCounts counts how joints were found, over the whole shop.
	LooseCounts(ctx context.Context) ([]LooseCount, error)

	// LastReadings reads the latest readable reading of each connected wrench, LastHeard the
	// place in their stream up to which everything is kept.
	LastReadings(ctx context.Context) ([]ToolReading, error)
	LastHeard(ctx context.Context) (string, error)
	// AddReadings keeps readings; one that is kept already is left as it is.
	AddReadings(ctx context.Context, batch []ToolReading) error
	PutReadingsAside(ctx context.Context, by record.Actor, ids []record.ID, why string, now time.Time) error
}

// Register is the shop's torque wrenches: which there are, what they send, what came loose.
type Register struct {
	shop  *record.Shop
	store Store
	heard *heard // from connected wrenches
}

// NewRegister opens the register.
func NewRegister(shop *record.Shop, store Store) *Register {
	return &Register{shop: shop, store: store, heard: &heard{}}
}

// Wrenches lists the register, the retired ones last.
func (r *Register) Wrenches(ctx context.Context) ([]Wrench, error) {
	all, err := r.store.Wrenches(ctx)
	return record.Some(tellAll(all, r.shop.Now())), err
}

// SaveWrench adds a wrench (version 0) or changes one; only the shop owner may.
func (r *Register) SaveWrench(ctx context.Context, by record.Actor, t Wrench) ([]Wrench, error) {
	if err := by.Must(record.Keeper); err != nil {
		return nil, err
	}
	if err := t.ID.Check("id"); err != nil {
		return nil, err
	}
	var errs [4]error
	t.Name, errs[0] = record.TidyName("name", "what the shop calls it", t.Name)
	t.Serial, errs[1] = record.TidyOptional("serial", "the serial number", t.Serial)
	t.Certificate, errs[2] = record.TidyOptional("certificate", "the certificate's number", t.Certificate)
	t.Device, errs[3] = record.TidyOptional("device", "the name it sends", t.Device)
	if err := record.First(errs[:]...); err != nil {
		return nil, err
	}
	if t.CheckedOn != "" {
		day, err := time.Parse(time.DateOnly, t.CheckedOn)
		if err != nil || day.After(r.shop.Now()) {
			return nil, record.Refuse("checked_on",
				"Give the day of the calibration, today or earlier, such as 2026-03-02.")
		}
	}
	if err := t.core().Validate(); err != nil {
		return nil, record.Refuse("max_nm", "%s", words.Sentence(err))
	}
	if err := r.store.SaveWrench(ctx, t); err != nil {
		return nil, err
	}
	return r.Wrenches(ctx)
}

// wrench finds a wrench of the register.
func wrench(s *record.Sheet, id record.ID) (Wrench, bool) {
	for _, t := range Wrenches.Of(s) {
		if t.ID == id {
			return t, true
		}
	}
	return Wrench{}, false
}

// closest picks the wrench for a rule: one in date before one that is not, then the one that
// leaves most of the rule.
func closest(wrenches []Wrench, r fastener.Rule) *record.ID {
	var best *record.ID
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

// InUse lists the wrenches to choose from.
func InUse(s *record.Sheet) []Wrench {
	out := []Wrench{}
	for _, t := range Wrenches.Of(s) {
		if !t.Retired {
			out = append(out, t.told(s.Now))
		}
	}
	return out
}

// SettingQuestion asks what a wrench with an adapter is to show.
type SettingQuestion struct {
	Adapter fastener.Adapter `json:"adapter"`
	Min     measure.Torque   `json:"min_nm" minimum:"0" maximum:"400" doc:"at the fastener"`
	Max     measure.Torque   `json:"max_nm" minimum:"0" maximum:"400"`
}

// Setting is the range that a wrench is to show, to a hundredth of a newton metre.
type Setting struct {
	Min measure.Torque `json:"min_nm"`
	Max measure.Torque `json:"max_nm"`
}

// SettingFor says what a wrench with an adapter is to show.
func SettingFor(in SettingQuestion) (Setting, error) {
	if err := in.Adapter.Validate(); err != nil {
		return Setting{}, record.Refuse("adapter", "%s", words.Sentence(err))
	}
	shown := func(at measure.Torque) measure.Torque {
		return measure.Torque(math.Round(float64(in.Adapter.Setting(at))*100) / 100)
	}
	return Setting{shown(in.Min), shown(in.Max)}, nil
}

// Wrenches are the shop's register.
var Wrenches = record.LaidBeside[[]Wrench]("wrenches")
