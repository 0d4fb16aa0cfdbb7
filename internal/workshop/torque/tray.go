package torque

import (
	"context"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"time"

	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/internal/workshop/record"
)

// ToolReading is what a connected wrench sent: one pull, readable or not. It waits in the
// tray until a bolt takes it or someone puts it aside; nothing that was sent is dropped.
type ToolReading struct {
	ID           record.ID `json:"id" db:"id"`
	Stream       string    `json:"-" db:"stream"` // its place in the stream
	Device       string    `json:"device" db:"device"`
	Seq          int64     `json:"seq" db:"seq" doc:"the device's own count, from 1"`
	At           time.Time `json:"at" db:"at" doc:"by the device's clock"`
	Came         time.Time `json:"came" db:"came"`
	Nm           *float64  `json:"nm,omitempty" db:"nm" doc:"left out when it cannot be read"`
	Said         string    `json:"said" db:"said" doc:"as it was sent, such as 46 lbf·in"`
	Fault        string    `json:"fault,omitempty" db:"fault" doc:"why it cannot be read"`
	CalibratedOn string    `json:"calibrated_on,omitempty" db:"calibrated_on" doc:"by the device"`
	Repeats      bool      `json:"repeats" db:"repeats" doc:"the same bolt clicked twice"`
	Late         bool      `json:"late" db:"late" doc:"it arrived after a younger one"`
	Missed       int       `json:"missed,omitempty" db:"missed" doc:"readings before it that had not arrived"`
	Of           int       `json:"of,omitempty" db:"-" readOnly:"true" doc:"how many wait in the tray; the oldest of them are listed"`
}

// Heard remembers the latest reading of each device, to tell repeats and late ones, and since
// when the wrenches can be heard, or cannot.
type heard struct {
	mu      sync.Mutex
	last    map[string]ToolReading
	hearing atomic.Pointer[Hearing] // told also while readings are being kept
}

// Hearing is whether the connected wrenches can be heard, and since when it is so.
type Hearing struct {
	Open  bool       `json:"open"`
	Since *time.Time `json:"since,omitempty" doc:"left out where nothing was ever listened to"`
}

// Hears notes whether the stream of the wrenches is open.
func (g *Register) Hears(open bool) {
	if before := g.heard.hearing.Load(); before == nil || before.Open != open {
		now := g.shop.Now()
		g.heard.hearing.Store(&Hearing{open, &now})
	}
}

// Hearing tells whether the connected wrenches can be heard.
func (g *Register) Hearing() Hearing {
	if now := g.heard.hearing.Load(); now != nil {
		return *now
	}
	return Hearing{}
}

// TakeReadings keeps what arrived, in the order in which it arrived. Readings are kept once,
// however often they are sent.
func (g *Register) TakeReadings(ctx context.Context, batch []ToolReading) error {
	g.heard.mu.Lock()
	defer g.heard.mu.Unlock()
	if g.heard.last == nil {
		last, err := g.store.LastReadings(ctx)
		if err != nil {
			return err
		}
		g.heard.last = map[string]ToolReading{}
		for _, r := range last {
			g.heard.last[r.Device] = r
		}
	}
	last := make(map[string]ToolReading, len(g.heard.last))
	for device, r := range g.heard.last {
		last[device] = r
	}
	for i := range batch {
		r := &batch[i]
		r.ID, r.Came = record.NewID(), g.shop.Now()
		if r.Device == "" {
			continue
		}
		before, known := last[r.Device]
		switch {
		case r.Nm == nil:
			if known { // it counts, but nothing can repeat it
				before.Seq = max(before.Seq, r.Seq)
				last[r.Device] = before
			}
			continue
		case !known:
			last[r.Device] = *r
			continue
		}
		r.Late = r.Seq < before.Seq || r.At.Before(before.At)
		r.Repeats = fastener.SameBolt(measure.Torque(*before.Nm), measure.Torque(*r.Nm), r.At.Sub(before.At))
		if gap := r.Seq - before.Seq - 1; gap > 0 && gap < 1_000_000 {
			r.Missed = int(gap)
		}
		if !r.Late {
			last[r.Device] = *r
		}
	}
	if err := g.store.AddReadings(ctx, batch); err != nil {
		return err
	}
	g.heard.last = last
	return nil
}

// LastHeard is the place in the wrenches' stream up to which everything is kept.
func (g *Register) LastHeard(ctx context.Context) (string, error) { return g.store.LastHeard(ctx) }

// PutAside is why readings of the tray are put aside.
type PutAside struct {
	Readings []record.ID `json:"readings" maxItems:"200"`
	Why      string      `json:"why"`
}

// PutAside takes readings out of the tray that belong to no fastener.
func (g *Register) PutAside(ctx context.Context, by record.Actor, in PutAside) error {
	if err := by.Must(record.Mechanic); err != nil {
		return err
	}
	why, err := record.TidyNote("why", in.Why)
	if err == nil && why == "" {
		err = record.Refuse("why", "Say why they belong to no fastener: a trial pull, another bike.")
	}
	if err != nil {
		return err
	}
	if slices.ContainsFunc(in.Readings, func(id record.ID) bool { return !id.Valid() }) {
		return record.NotFound("reading")
	}
	return g.store.PutReadingsAside(ctx, by, in.Readings, why, g.shop.Now())
}

// fromTool fills a log in from a reading of the tray: what it showed, and the wrench.
func fromTool(s *record.Sheet, in *Torque) error {
	if in.ToolID == nil {
		return nil
	}
	i := slices.IndexFunc(Tray.Of(s), func(r ToolReading) bool { return r.ID == *in.ToolID })
	if i < 0 {
		return &record.Problem{Kind: record.Stale, Title: "That reading is taken",
			Detail: "Another bolt took it, or it was put aside. Pull the wrench once more, or type the figure."}
	}
	r := Tray.Of(s)[i]
	if r.Nm == nil {
		return record.Refuse("tool_reading", "%s Type the figure that the wrench shows.", r.Fault)
	}
	in.LeftTyped = measure.Format(*r.Nm) + " N·m"
	if in.Wrench == nil {
		for _, t := range Wrenches.Of(s) {
			if t.Device != "" && strings.EqualFold(t.Device, r.Device) && !t.Retired {
				in.Wrench = &t.ID
			}
		}
	}
	return nil
}

// Tray is what connected wrenches sent and no bolt has taken yet, oldest first.
var Tray = record.LaidBeside[[]ToolReading]("tray")
