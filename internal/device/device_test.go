package device_test

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/device"
	"utensil/internal/standin"
	"utensil/internal/workshop/torque"
)

// shelf keeps readings in memory, and fails as often as it is told to.
type shelf struct {
	mu    sync.Mutex
	kept  []torque.ToolReading
	fails int
	heard []bool
}

func (s *shelf) LastHeard(context.Context) (string, error) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if len(s.kept) == 0 {
		return "", nil
	}
	return s.kept[len(s.kept)-1].Stream, nil
}

func (s *shelf) TakeReadings(_ context.Context, batch []torque.ToolReading) error {
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.fails > 0 {
		s.fails--
		return assert.AnError
	}
	s.kept = append(s.kept, batch...)
	return nil
}

func (s *shelf) Hears(open bool) {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.heard = append(s.heard, open)
}

func (s *shelf) hearings() []bool {
	s.mu.Lock()
	defer s.mu.Unlock()
	return append([]bool{}, s.heard...)
}

func (s *shelf) readings() []torque.ToolReading {
	s.mu.Lock()
	defer s.mu.Unlock()
	return append([]torque.ToolReading{}, s.kept...)
}

func TestNothingThatAWrenchSendsIsLostOrDoubled(t *testing.T) {
	wrench, err := standin.NewWrench("TW-1", "2026-03-02")
	require.NoError(t, err)
	t.Cleanup(func() { assert.NoError(t, wrench.Close()) })
	kept := &shelf{fails: 2} // the database is away for the first two batches
	ctx, stop := context.WithCancel(t.Context())
	t.Cleanup(stop)
	go device.Listen(ctx, wrench.Address, kept)

	for _, trick := range []standin.Trick{"", standin.DoubleClick, standin.OutOfOrder, standin.Imperial,
		standin.WrongUnit, standin.Garbage,
		standin.DropOut} {
		require.NoError(t, wrench.Pull(5, trick))
	}
	const flood = 1000
	wrench.Flood(flood)
	const sent = 9 + flood // a double click is two pulls, garbage comes before one
	require.Eventually(t, func() bool { return len(kept.readings()) >= sent }, 30*time.Second, 20*time.Millisecond)
	all := kept.readings()
	require.Len(t, all, sent)
	seen, unread := map[int64]bool{}, 0
	for _, r := range all {
		if r.Nm == nil {
			unread++
			continue
		}
		assert.False(t, seen[r.Seq], "reading %d came twice", r.Seq)
		seen[r.Seq] = true
		assert.Equal(t, "2026-03-02", r.CalibratedOn)
	}
	assert.Equal(t, 2, unread, "one in bar, one of noise")
	heard := kept.hearings()
	assert.Contains(t, heard, false, "the line broke, and the database was away")
	assert.True(t, heard[len(heard)-1])
	assert.Error(t, wrench.Pull(-1, ""))
	assert.Error(t, wrench.Pull(5, "hammer"))
}

func TestABridgeThatSaysTooMuchIsNotHeard(t *testing.T) {
	bridge := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		w.Header().Set("Content-Type", "text/event-stream")
		fmt.Fprintf(w, "id: 1\ndata: %s\n\n", strings.Repeat("x", 1<<17))
	}))
	t.Cleanup(bridge.Close)
	kept := &shelf{}
	ctx, stop := context.WithCancel(t.Context())
	t.Cleanup(stop)
	go device.Listen(ctx, bridge.URL, kept)
	require.Eventually(t, func() bool { return len(kept.hearings()) >= 4 }, 30*time.Second, 20*time.Millisecond)
	assert.Equal(t, []bool{true, false, true, false}, kept.hearings()[:4], "it is tried again, and said each time")
	assert.Empty(t, kept.readings())
}

func TestRead(t *testing.T) {
	now := time.Date(2026, 3, 2, 10, 0, 0, 0, time.UTC)
	for text, want := range map[string]float64{
		`{"device":"TW-1","seq":1,"at":"2026-03-02T09:59:00Z","unit":"N·m","value":5.2}`: 5.2,
		`{"device":"TW-1","seq":2,"unit":"Nm","curve":[0,3,5,5,1]}`:                      5,
		// NIST SP 811
		`{"device":"TW-1","seq":3,"unit":"lbf.in","value":46}`: 46 * 0.1129848290276167,
		// NIST SP 811
		`{"device":"TW-1","seq":4,"unit":"kgf·cm","value":51,"calibrated_on":"2026-01-01"}`: 51 * 0.0980665,
	} {
		t.Run(text, func(t *testing.T) {
			r := device.Read(text, now)
			require.NotNil(t, r.Nm, "%s: %s", text, r.Fault)
			assert.InEpsilon(t, want, *r.Nm, 1e-12, text)
		})
	}
	for _, text := range []string{"", "5.2", "{", `{"device":"TW-1"}`, `{"device":"","seq":1,"unit":"Nm","value":1}`,
		`{"device":"T","seq":1,"unit":"bar","value":5}`,
		`{"device":"T","seq":1,"unit":"Nm","value":-5}`,
		`{"device":"T","seq":1,"unit":"Nm","value":1e9}`, `{"device":"T","seq":1,"unit":"Nm"}`,
		`{"device":"T","seq":-1,"unit":"Nm","value":4}`} {
		r := device.Read(text, now)
		assert.Nil(t, r.Nm, text)
		assert.NotEmpty(t, r.Fault, text)
	}
	late := device.Read(`{"device":"T","seq":1,"at":"2031-01-01T00:00:00Z","unit":"Nm","value":4}`, now)
	assert.Equal(t, now, late.At, "a device whose clock is years ahead is not believed")
}

func FuzzRead(f *testing.F) {
	f.Add(`{"device":"TW-1","seq":1,"unit":"N·m","value":5.2}`)
	f.Add(`{"device":"TW-1","seq":2,"unit":"Nm","curve":[0,3,5,5,1]}`)
	f.Add("\x02 7?? \x03")
	f.Fuzz(func(t *testing.T, text string) {
		r := device.Read(text, time.Now())
		if (r.Nm == nil) == (r.Fault == "") {
			t.Fatalf("%q is neither a figure nor a fault", text)
		}
		if r.Nm != nil && !(*r.Nm > 0 && *r.Nm <= 1000) {
			t.Fatalf("%q reads as %g", text, *r.Nm)
		}
		if _, err := json.Marshal(r); err != nil {
			t.Fatal(err)
		}
	})
}
