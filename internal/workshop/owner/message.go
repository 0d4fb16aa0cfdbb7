package owner

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"strings"
	"time"

	"utensil/internal/workshop/record"
)

// Message is a message to an owner.
type Message struct {
	ID      record.ID `db:"id"`
	JobID   record.ID `db:"job_id"`
	To      string    `db:"sent_to"`
	Subject string    `db:"subject"`
	Body    string    `db:"body"`
	Secret  string    `db:"secret"` // a part of the body that is forgotten once it was sent
	By      record.ID `db:"made_by"`
	MadeAt  time.Time `db:"made_at"`
	Tries   int       `db:"tries"`
}

// MessageView is a message as the shop sees it.
type MessageView struct {
	ID      record.ID  `json:"id"`
	To      string     `json:"to"`
	Subject string     `json:"subject"`
	State   string     `json:"state" enum:"queued,sending,sent,failed,unsure"`
	Problem string     `json:"problem,omitempty"`
	At      time.Time  `json:"at"`
	EndedAt *time.Time `json:"ended_at,omitempty"`
}

// Gateway carries messages to owners. An error that is a *Rejected will not get better by
// trying again; one that is ErrUnsure says that the message may have gone out.
type Gateway interface {
	Send(ctx context.Context, m Message) error
}

// Rejected is the error of a message that nobody will ever take.
type Rejected struct{ Reason string }

func (r *Rejected) Error() string { return r.Reason }

// ErrUnsure is returned when the connection broke after the message was handed over.
var ErrUnsure = errors.New("it may have gone out: the connection broke at the end")

// Outbox is the part of the store that holds messages.
type Outbox interface {
	// ClaimMessage takes the next message that is due and marks it as being sent; found is
	// false when none is. What another run was sending when it stopped becomes unsure.
	ClaimMessage(ctx context.Context, now time.Time) (m Message, found bool, err error)
	// EndMessage records what came of it; a retry is due at next.
	EndMessage(ctx context.Context, id record.ID, state, problem string, now, next time.Time) error
	// Unclaim marks what a run that ended was sending as unsure.
	Unclaim(ctx context.Context, now time.Time) error
}

// Between tries of a message, and how many there are: about a day in all.
const (
	firstRetry = 30 * time.Second
	mostTries  = 12
)

// Compose writes the message that asks an owner.
func (c *Correspondence) Compose(r record.Record, by record.Actor, token string, until time.Time) Message {
	link := strings.TrimRight(c.address, "/") + "/o/" + token
	body := strings.NewReplacer("{owner}", r.Owner.Name, "{bike}", r.Bike.Title(), "{shop}",
		r.Settings.Name, "{link}", link,
		"{until}", until.In(r.Settings.Location()).Format("Monday 2 January 15:04")).Replace(r.Settings.Message)
	return Message{ID: record.NewID(), JobID: r.Job.ID, To: r.Owner.Email,
		Subject: "Your " + r.Bike.Title() + " at " + r.Settings.Name,
		Body:    body, Secret: token, By: by.ID, MadeAt: c.shop.Now()}
}

// Reached sets the address under which owners reach the server.
func (c *Correspondence) Reached(address string) { c.address = address }

// Deliver sends what is in the outbox until the context ends.
func Deliver(ctx context.Context, box Outbox, gateway Gateway, now func() time.Time) {
	for ctx.Err() == nil {
		if err := box.Unclaim(ctx, now()); err != nil && ctx.Err() == nil {
			slog.WarnContext(ctx, "looking through the outbox", "err", err)
		}
		sent, err := deliverOne(ctx, box, gateway, now)
		if err != nil && ctx.Err() == nil {
			slog.WarnContext(ctx, "delivering", "err", err)
		}
		if sent && err == nil {
			continue
		}
		select {
		case <-ctx.Done():
		case <-time.After(2 * time.Second):
		}
	}
}

func deliverOne(ctx context.Context, box Outbox, gateway Gateway, now func() time.Time) (bool, error) {
	m, found, err := box.ClaimMessage(ctx, now())
	if err != nil || !found {
		return false, err
	}
	err = gateway.Send(ctx, m)
	// What came of it is recorded even while the server stops.
	ctx = context.WithoutCancel(ctx)
	var rejected *Rejected
	switch {
	case err == nil:
		return true, box.EndMessage(ctx, m.ID, "sent", "", now(), now())
	case errors.Is(err, ErrUnsure):
		return true, box.EndMessage(ctx, m.ID, "unsure", err.Error(), now(), now())
	case errors.As(err, &rejected) || m.Tries+1 >= mostTries:
		return true, box.EndMessage(ctx, m.ID, "failed", err.Error(), now(), now())
	}
	wait := firstRetry << m.Tries
	return true, box.EndMessage(ctx, m.ID, "queued", fmt.Sprintf("tried %d times: %s", m.Tries+1, err),
		now(), now().Add(wait))
}

// Letter is a message as a stand-in for a mail server got it.
type Letter struct {
	From    string    `json:"from"`
	To      []string  `json:"to"`
	Subject string    `json:"subject"`
	Body    string    `json:"body"`
	At      time.Time `json:"at"`
}

// Messages are those to the owner, newest first.
var Messages = record.LaidBeside[[]MessageView]("messages")
