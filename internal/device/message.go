// Package device hears what connected tools send. docs/wrench-protocol.md describes the
// stream; anything that speaks it, a maker's bridge or ours, will do.
package device

import (
	"encoding/json"
	"fmt"
	"math"
	"strings"
	"time"
	"unicode"

	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/internal/workshop/torque"
)

// Message is one pull as it is sent: its figure, or its curve.
type Message struct {
	Device       string    `json:"device"`
	Seq          int64     `json:"seq"` // the device's own count, from 1
	At           time.Time `json:"at"`
	Unit         string    `json:"unit"`
	Value        *float64  `json:"value,omitempty"`
	Curve        []float64 `json:"curve,omitempty"`
	CalibratedOn string    `json:"calibrated_on,omitempty"`
}

// Bounds of what one message may hold.
const (
	largestMessage = 64 << 10
	longestName    = 60
	mostTorque     = 1000 // N·m; no bicycle has a tenth of it
)

// Read makes a reading of one message. What cannot be read is kept as it was sent, with why.
func Read(text string, now time.Time) torque.ToolReading {
	r := torque.ToolReading{At: now, Said: plain(text, 120)}
	var m Message
	if err := json.Unmarshal([]byte(text), &m); err != nil {
		r.Fault = "A tool sent something that is no reading."
		return r
	}
	r.Device, r.Seq, r.CalibratedOn = plain(m.Device, longestName), m.Seq, plain(m.CalibratedOn, 10)
	if r.Device == "" || r.Seq < 1 {
		r.Device, r.Seq, r.Fault = "", 0, "A tool sent a reading without its name or count."
		return r
	}
	if !m.At.IsZero() && m.At.Before(now.Add(time.Hour)) && m.At.After(now.AddDate(0, 0, -30)) {
		r.At = m.At
	}
	value, err := m.value()
	if err != nil {
		r.Fault = "It sent a reading without a figure."
		return r
	}
	r.Said = plain(measure.Format(value)+" "+m.Unit, 120)
	unit, known := measure.UnitOf(m.Unit)
	switch {
	case !known || unit.Quantity != measure.TorqueQuantity:
		r.Fault = fmt.Sprintf("It is set to “%s”, which is no unit of torque.", plain(m.Unit, 20))
		return r
	case unit.ToBase(value) > mostTorque:
		r.Fault = "Its figure is far beyond anything on a bicycle."
		return r
	}
	nm := unit.ToBase(value)
	r.Nm = &nm
	return r
}

// value is the figure of the pull, in the device's unit.
func (m Message) value() (float64, error) {
	if m.Value == nil {
		return fastener.Peak(m.Curve)
	}
	if v := *m.Value; v > 0 && !math.IsInf(v, 0) {
		return v, nil
	}
	return 0, fastener.ErrNoPull
}

// plain drops what does not print and cuts the rest to at most so many characters.
func plain(text string, most int) string {
	runes := []rune(strings.TrimSpace(strings.Map(func(r rune) rune {
		if !unicode.IsPrint(r) {
			return -1
		}
		return r
	}, strings.ToValidUTF8(text, ""))))
	return string(runes[:min(len(runes), most)])
}
