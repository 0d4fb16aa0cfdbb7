package standin

import (
	"encoding/json"
	"errors"
	"fmt"
	"net"
	"net/http"
	"strconv"
	"strings"
	"sync"
	"time"

	"utensil/core/measure"
	"utensil/internal/device"
)

// Wrench is a connected torque wrench on loopback: it streams its pulls as
// docs/wrench-protocol.md has it, and has the faults of real ones.
type Wrench struct {
	Address string // of its stream

	device, calibrated string
	epoch              int64 // tells this run's places in the stream from another's
	server             *http.Server
	mu                 sync.Mutex
	told               chan struct{} // closed when there is more
	sent               []string      // every message so far
	seq                int64
	held               string // a message that will arrive late
	cut                func() // breaks the connection
}

// Trick is a fault that a pull comes with.
type Trick string

// The faults of real wrenches.
const (
	DoubleClick Trick = "double_click" // the same bolt clicked twice
	OutOfOrder  Trick = "out_of_order" // it arrives after the next
	WrongUnit   Trick = "wrong_unit"   // its display was left at pressure
	Imperial    Trick = "imperial"     // its display was left at lbf·in
	Garbage     Trick = "garbage"      // noise on the line before it
	DropOut     Trick = "drop_out"     // the connection breaks just before it
)

const mostKept = 10_000

// NewWrench starts a wrench on a free port of loopback.
func NewWrench(name, calibratedOn string) (*Wrench, error) {
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return nil, fmt.Errorf("starting the wrench: %w", err)
	}
	w := &Wrench{Address: "http://" + listener.Addr().String() + "/readings", device: name, calibrated: calibratedOn,
		epoch: time.Now().UnixMilli(), told: make(chan struct{}), cut: func() {}}
	w.seq = w.epoch / 1000 // a real one never counts backwards either
	w.server = &http.Server{Handler: http.HandlerFunc(w.stream), ReadHeaderTimeout: 5 * time.Second}
	go func() { _ = w.server.Serve(listener) }() // ends with Close
	return w, nil
}

// Close stops the wrench.
func (w *Wrench) Close() error { return w.server.Close() }

// Pull pulls the wrench to a torque in newton metres.
func (w *Wrench) Pull(nm float64, trick Trick) error {
	if !(nm > 0 && nm <= 500) {
		return errors.New("pull it to between 0 and 500 N·m")
	}
	w.mu.Lock()
	defer w.mu.Unlock()
	unit, value := measure.NewtonMetre.Symbol, nm
	switch trick {
	case WrongUnit:
		unit = "bar"
	case Imperial:
		unit, value = measure.PoundForceInch.Symbol, measure.PoundForceInch.FromBase(nm)
	}
	message := w.message(value, unit)
	switch trick {
	case "", WrongUnit, Imperial:
	case DoubleClick:
		w.send(message)
		message = w.message(value*1.01, unit)
	case OutOfOrder:
		w.held = message
		return nil
	case Garbage:
		w.send("\x02 7?? \x03")
	case DropOut:
		w.cut()
	default:
		return fmt.Errorf("there is no trick %q", trick)
	}
	w.send(message)
	if w.held != "" {
		w.send(w.held)
		w.held = ""
	}
	return nil
}

// message writes a pull as a curve that rises, clicks and falls.
func (w *Wrench) message(peak float64, unit string) string {
	w.seq++
	curve := make([]float64, 0, 12)
	for _, share := range []float64{0, 0.2, 0.45, 0.7, 0.9, 1, 1, 0.6, 0.1, 0} {
		curve = append(curve, share*peak)
	}
	text, err := json.Marshal(device.Message{Device: w.device, Seq: w.seq, At: time.Now(), Unit: unit, Curve: curve,
		CalibratedOn: w.calibrated})
	if err != nil {
		return "" // floats and strings always encode
	}
	return string(text)
}

func (w *Wrench) send(message string) {
	w.sent = append(w.sent, message)
	close(w.told)
	w.told = make(chan struct{})
}

// Flood sends so many pulls at once.
func (w *Wrench) Flood(n int) {
	w.mu.Lock()
	defer w.mu.Unlock()
	for i := range min(n, mostKept) {
		w.send(w.message(4+float64(i%20)/10, measure.NewtonMetre.Symbol))
	}
}

// after is what was sent after a place in the stream, and a way to wait for more.
func (w *Wrench) after(place int) ([]string, chan struct{}) {
	w.mu.Lock()
	defer w.mu.Unlock()
	return w.sent[min(place, len(w.sent)):], w.told
}

// stream answers with server-sent events, from after the place the listener names.
func (w *Wrench) stream(out http.ResponseWriter, r *http.Request) {
	out.Header().Set("Content-Type", "text/event-stream")
	place := 0
	if epoch, n, parted := strings.Cut(r.Header.Get("Last-Event-ID"), "-"); parted &&
		epoch == strconv.FormatInt(w.epoch, 10) {
		place, _ = strconv.Atoi(n)
	}
	cut := make(chan struct{})
	var once sync.Once
	w.mu.Lock()
	w.cut = func() { once.Do(func() { close(cut) }) }
	w.mu.Unlock()
	flush := http.NewResponseController(out)
	for flush.Flush() == nil {
		more, told := w.after(place)
		for _, message := range more {
			place++
			if _, err := fmt.Fprintf(out, "id: %d-%d\ndata: %s\n\n", w.epoch, place, message); err != nil {
				return
			}
		}
		if len(more) > 0 {
			continue
		}
		select {
		case <-told:
		case <-cut:
			return
		case <-r.Context().Done():
			return
		}
	}
}
