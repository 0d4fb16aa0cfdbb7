package device

import (
	"context"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"time"

	"github.com/tmaxmax/go-sse"

	"utensil/internal/workshop/torque"
)

// Keeper keeps readings for good.
type Keeper interface {
	// LastHeard is the place in the stream up to which everything is kept.
	LastHeard(ctx context.Context) (string, error)
	TakeReadings(ctx context.Context, batch []torque.ToolReading) error
	// Hears tells whether the stream is open.
	Hears(open bool)
}

// How readings are gathered: the stream is read no faster than they are kept.
const (
	largestBatch = 200
	gather       = 40 * time.Millisecond
)

// Listen follows a stream of readings until the context ends. A stream that breaks is taken
// up again where everything before it is kept, so that what the bridge still holds arrives.
func Listen(ctx context.Context, url string, keep Keeper) {
	for wait := 200 * time.Millisecond; ctx.Err() == nil; wait = min(wait*2, 5*time.Second) {
		began := time.Now()
		err := follow(ctx, url, keep)
		keep.Hears(false)
		if ctx.Err() != nil {
			return
		}
		if time.Since(began) > 10*time.Second {
			wait = 200 * time.Millisecond
		}
		slog.WarnContext(ctx, "the wrenches cannot be heard", "err", err)
		select {
		case <-ctx.Done():
		case <-time.After(wait):
		}
	}
}

// follow reads one connection to its end.
func follow(ctx context.Context, url string, keep Keeper) error {
	ctx, stop := context.WithCancel(ctx)
	defer stop()
	last, err := keep.LastHeard(ctx)
	if err != nil {
		return err
	}
	request, err := http.NewRequestWithContext(ctx, http.MethodGet, url, nil)
	if err != nil {
		return fmt.Errorf("asking for readings: %w", err)
	}
	request.Header.Set("Accept", "text/event-stream")
	if last != "" {
		request.Header.Set("Last-Event-ID", last)
	}
	answer, err := http.DefaultClient.Do(request)
	if err != nil {
		return fmt.Errorf("asking for readings: %w", err)
	}
	defer answer.Body.Close()
	if answer.StatusCode != http.StatusOK {
		return fmt.Errorf("asking for readings: %s", answer.Status)
	}
	keep.Hears(true)

	heard, ended := make(chan torque.ToolReading, largestBatch), make(chan error, 1)
	go hear(ctx, answer.Body, heard, ended)
	for {
		batch, open := next(heard)
		if len(batch) > 0 {
			if err := keep.TakeReadings(ctx, batch); err != nil {
				return err // not kept: it is asked for again
			}
		}
		if !open {
			select {
			case err := <-ended:
				return err
			default:
				return errors.New("the stream ended")
			}
		}
	}
}

// next waits for a reading and gathers those that follow closely; false when there are no more.
func next(heard <-chan torque.ToolReading) (batch []torque.ToolReading, open bool) {
	first, open := <-heard
	if !open {
		return nil, false
	}
	batch = append(batch, first)
	enough := time.After(gather)
	for len(batch) < largestBatch {
		select {
		case r, open := <-heard:
			if !open {
				return batch, false
			}
			batch = append(batch, r)
		case <-enough:
			return batch, true
		}
	}
	return batch, true
}

// hear reads the stream until it ends, and says why it did.
func hear(ctx context.Context, stream io.Reader, heard chan<- torque.ToolReading, ended chan<- error) {
	defer close(heard)
	for event, err := range sse.Read(stream, &sse.ReadConfig{MaxEventSize: largestMessage}) {
		if err != nil {
			ended <- err
			return
		}
		if event.Data == "" || event.LastEventID == "" {
			continue // a heart beat
		}
		r := Read(event.Data, time.Now())
		r.Stream = event.LastEventID
		select {
		case heard <- r: // waits while the last batch is being kept
		case <-ctx.Done():
			return
		}
	}
}
