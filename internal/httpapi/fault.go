package httpapi

import (
	"context"
	"database/sql/driver"
	"errors"
	"log/slog"
	"math"
	"net"
	"net/http"
	"strconv"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/jackc/pgx/v5/pgconn"

	"utensil/internal/workshop/record"
)

// Fault is a problem as RFC 9457 has it, with what a screen needs to help.
type Fault struct {
	Type        string            `json:"type" doc:"which sort of problem" example:"/problems/invalid"`
	Title       string            `json:"title" doc:"what happened"`
	Status      int               `json:"status"`
	Detail      string            `json:"detail" doc:"what to do"`
	Field       string            `json:"field,omitempty" doc:"the field it is about"`
	Suggestions []float64         `json:"suggestions,omitempty" doc:"figures that may have been meant"`
	Current     any               `json:"current,omitempty" doc:"the row as it is now, after a stale write"`
	Leaving     []record.Obstacle `json:"leaving,omitempty" doc:"what still stands between bike and owner"`

	after time.Duration // how long to wait before it is tried again
}

func (f *Fault) Error() string { return f.Title + ": " + f.Detail }

// GetStatus tells huma the status to answer with.
func (f *Fault) GetStatus() int { return f.Status }

// ContentType tells huma the media type of RFC 9457.
func (f *Fault) ContentType(string) string { return "application/problem+json" }

// GetHeaders tells huma when it may be tried again.
func (f *Fault) GetHeaders() http.Header {
	if f.after <= 0 {
		return nil
	}
	return http.Header{"Retry-After": {strconv.Itoa(int(math.Ceil(f.after.Seconds())))}}
}

var faults = map[record.ProblemKind]struct {
	status int
	name   string
}{
	record.Invalid:   {http.StatusUnprocessableEntity, "invalid"},
	record.Missing:   {http.StatusNotFound, "missing"},
	record.Stale:     {http.StatusConflict, "stale"},
	record.Closed:    {http.StatusConflict, "closed"},
	record.Standing:  {http.StatusConflict, "standing"},
	record.Forbidden: {http.StatusForbidden, "forbidden"},
	record.Stranger:  {http.StatusUnauthorized, "stranger"},
	record.Locked:    {http.StatusTooManyRequests, "locked"},
}

// faultOf is the one place where errors become answers.
func faultOf(ctx context.Context, err error) *Fault {
	var fault *Fault
	var problem *record.Problem
	switch {
	case errors.As(err, &fault):
		return fault
	case errors.As(err, &problem):
		f := faults[problem.Kind]
		return &Fault{Type: "/problems/" + f.name, Title: problem.Title, Status: f.status,
			Detail: problem.Detail, Field: problem.Field,
			Suggestions: problem.Suggestions, Current: problem.Current, Leaving: problem.Leaving, after: problem.After}
	case errors.Is(err, context.Canceled):
		return &Fault{Type: "/problems/gone", Title: "Stopped", Status: 499,
			Detail: "The browser went away before the answer was ready."}
	case unfit(err) != nil:
		return unfit(err)
	case full(err):
		slog.ErrorContext(ctx, "the database takes nothing more", "err", err)
		return &Fault{Type: "/problems/away", Title: "The records take nothing more just now",
			Status: http.StatusServiceUnavailable,
			after:  5 * time.Second, Detail: "What you typed is kept and is sent again by itself. On the " +
				"computer that the records are on: " +
				"is its disk full, or its database set to be read only?"}
	case away(err):
		slog.WarnContext(ctx, "the database cannot be reached", "err", err)
		return &Fault{Type: "/problems/away", Title: "The records cannot be reached",
			Status: http.StatusServiceUnavailable,
			Detail: "What you typed is kept and is sent again by itself. If this lasts, look at the " +
				"computer the records are on."}
	}
	slog.ErrorContext(ctx, "request failed", "err", err)
	return &Fault{Type: "/problems/fault", Title: "Something broke in the program",
		Status: http.StatusInternalServerError,
		Detail: "What you typed is still on the screen. Try once more; if it happens again, tell " +
			"whoever looks after the program."}
}

// unfit is the refusal of what no column of the database can hold, or of what hangs on something
// that is not there; nil for any other error. What is refused before it comes here says more of
// its field; nothing comes here as a 500.
func unfit(err error) *Fault {
	var server *pgconn.PgError
	tooLarge := strings.Contains(err.Error(), "maximum value for int") // said by the driver, which sends no such number
	if !errors.As(err, &server) && !tooLarge {
		return nil
	}
	switch {
	case tooLarge || strings.HasPrefix(server.Code, "22"): // a malformed id, a character, number or time too large
		return &Fault{Type: "/problems/invalid", Title: "That cannot be written down",
			Status: http.StatusUnprocessableEntity,
			Detail: "A figure, a time, a character or an id is one that no record holds. Look over what " +
				"you typed, and send it again."}
	case server.Code == "23503":
		return &Fault{Type: "/problems/missing", Title: "It hangs on something that is not there",
			Status: http.StatusNotFound,
			Detail: "What this belongs to was never written down, or not here. Load the page again."}
	case server.Code == "23505":
		return &Fault{Type: "/problems/stale", Title: "That was sent before", Status: http.StatusConflict,
			Detail: "Something with this id stands already. Load the page again, and send it as something new."}
	}
	return nil
}

// full says whether the database is there and takes nothing more: its disk is full, or nobody may
// write in it.
func full(err error) bool {
	var server *pgconn.PgError
	return errors.As(err, &server) && (server.Code == "53100" || server.Code == "53200" || server.Code == "25006" ||
		strings.HasPrefix(server.Code, "58"))
}

// away says whether an error means that the database is not there just now.
func away(err error) bool {
	var connect *pgconn.ConnectError
	var network net.Error
	var server *pgconn.PgError
	if errors.As(err, &server) {
		// gone, restarting, too many clients, cancelled for taking too long, two that waited for
		// each other: tried again it goes
		return strings.HasPrefix(server.Code, "08") || strings.HasPrefix(server.Code, "57") ||
			strings.HasPrefix(server.Code, "53") ||
			strings.HasPrefix(server.Code, "40") || server.Code == "55P03"
	}
	return errors.As(err, &connect) || errors.As(err, &network) || errors.Is(err, driver.ErrBadConn) ||
		errors.Is(err, context.DeadlineExceeded) || strings.Contains(err.Error(), "conn closed") ||
		strings.Contains(err.Error(), "unexpected EOF")
}

// newError replaces huma's own error, so that what it refuses reads like the rest. It says where
// something is wrong and how, and never what was typed: that may be a secret.
func newError(status int, message string, errs ...error) huma.StatusError {
	f := &Fault{Type: "/problems/form", Title: "The screen sent something that cannot be read",
		Status: status, Detail: message}
	for _, err := range errs {
		var detail *huma.ErrorDetail
		if !errors.As(err, &detail) || detail.Location == "" {
			continue
		}
		if f.Field == "" {
			f.Field = strings.TrimPrefix(detail.Location, "body.")
		}
		f.Detail += " (" + detail.Message + ": " + detail.Location + ")"
	}
	f.Detail += ". Reload the page and try again."
	return f
}
