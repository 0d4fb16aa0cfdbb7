package standin_test

import (
	"context"
	"errors"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	gomail "github.com/wneessen/go-mail"

	"utensil/internal/mail"
	"utensil/internal/standin"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
)

var letter = owner.Message{ID: "01990000-0000-7000-8000-000000000001", To: "ansel@marrowick.invalid",
	Subject: "Your Drover, grün: ready?",
	Body:    "Hello Ansel,\n.\nhttps://bikes.invalid/o/" + strings.Repeat("a", 90) + "\n\nThe Net Loft – مرحبا",
	MadeAt:  time.Date(2026, 11, 23, 9, 0, 0, 0, time.UTC)}

func gateway(t *testing.T, address string) mail.Gateway {
	host, port, err := mail.Address(address)
	require.NoError(t, err)
	return mail.Gateway{Host: host, Port: port, From: "bench@netloft.invalid", Plain: true}
}

// The message goes through a real SMTP conversation (RFC 5321) and is read back as RFC 5322
// has it, lines of one dot and other scripts included.
func TestMessageArrivesAsItWasWritten(t *testing.T) {
	box, err := standin.NewMailbox()
	require.NoError(t, err)
	defer box.Close()
	require.NoError(t, gateway(t, box.Address).Send(t.Context(), letter))
	require.Len(t, box.Letters(), 1)
	got := box.Letters()[0]
	assert.Equal(t, letter.Subject, got.Subject)
	assert.Equal(t, letter.Body, strings.ReplaceAll(strings.TrimRight(got.Body, "\r\n"), "\r\n", "\n"))
	assert.Equal(t, []string{letter.To}, got.To)

	// And once more through another library's parser.
	composed, err := gateway(t, box.Address).Compose(letter)
	require.NoError(t, err)
	var text strings.Builder
	_, err = composed.WriteTo(&text)
	require.NoError(t, err)
	parsed, err := gomail.EMLToMsgFromString(text.String())
	require.NoError(t, err)
	assert.Equal(t, []string{"<" + string(letter.ID) + "@utensil.invalid>"},
		parsed.GetGenHeader(gomail.HeaderMessageID))
	for _, line := range strings.Split(text.String(), "\r\n") {
		assert.LessOrEqual(t, len(line), 998, "RFC 5322, 2.1.1")
	}
}

func TestBadAddressIsNotTriedAgain(t *testing.T) {
	box, err := standin.NewMailbox()
	require.NoError(t, err)
	defer box.Close()
	m := letter
	m.To = "not an address"
	var rejected *owner.Rejected
	assert.ErrorAs(t, gateway(t, box.Address).Send(t.Context(), m), &rejected)
	require.NoError(t, box.Close())
	err = gateway(t, box.Address).Send(t.Context(), letter)
	assert.Error(t, err)
	assert.False(t, errors.As(err, &rejected), "a server that is away is tried again")
}

// memory is an outbox of one message.
type memory struct {
	mu    sync.Mutex
	m     owner.Message
	state string
	tries int
	waits []time.Duration
	done  context.CancelFunc
}

func (b *memory) ClaimMessage(context.Context, time.Time) (owner.Message, bool, error) {
	b.mu.Lock()
	defer b.mu.Unlock()
	if b.state != "queued" {
		return owner.Message{}, false, nil
	}
	b.state, b.m.Tries = "sending", b.tries
	b.tries++
	return b.m, true, nil
}

func (b *memory) EndMessage(_ context.Context, _ record.ID, state, _ string, now, next time.Time) error {
	b.mu.Lock()
	defer b.mu.Unlock()
	b.state = state
	if state == "queued" {
		b.waits = append(b.waits, next.Sub(now))
	} else {
		b.done()
	}
	return nil
}
func (b *memory) Unclaim(context.Context, time.Time) error { return nil }

type answering func(n int) error

func (a *counted) Send(context.Context, owner.Message) error { a.n++; return a.say(a.n) }

type counted struct {
	n   int
	say answering
}

func TestDelivery(t *testing.T) {
	away := errors.New("connection refused")
	for name, c := range map[string]struct {
		say   answering
		state string
		sends int
	}{
		"taken at once":           {func(int) error { return nil }, "sent", 1},
		"away twice":              {func(n int) error { return map[bool]error{true: away}[n < 3] }, "sent", 3},
		"refused":                 {func(int) error { return &owner.Rejected{Reason: "no such person"} }, "failed", 1},
		"broken at the end":       {func(int) error { return owner.ErrUnsure }, "unsure", 1},
		"away for good, given up": {func(int) error { return away }, "failed", 12},
	} {
		t.Run(name, func(t *testing.T) {
			ctx, done := context.WithCancel(t.Context())
			box := &memory{m: letter, state: "queued", done: done}
			gateway := &counted{say: c.say}
			owner.Deliver(ctx, box, gateway, time.Now)
			assert.Equal(t, c.state, box.state, name)
			assert.Equal(t, c.sends, gateway.n, "%s: never sent twice once it was taken", name)
			assert.True(t, slices.IsSorted(box.waits), "each wait is longer")
		})
	}
}
