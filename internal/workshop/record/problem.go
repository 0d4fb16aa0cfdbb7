package record

import (
	"fmt"
	"time"
)

// ProblemKind sorts problems by what a caller can do about them.
type ProblemKind int

// The kinds of problem.
const (
	Invalid   ProblemKind = iota // what was typed cannot be so
	Missing                      // there is no such thing
	Stale                        // someone else changed it meanwhile
	Closed                       // the job was handed over
	Standing                     // something still stands between the bike and its owner
	Forbidden                    // not for this role
	Stranger                     // not signed in, or the wrong PIN
	Locked                       // too many wrong PINs
)

// Problem is a refusal in words a mechanic understands: what happened and what to do.
type Problem struct {
	Kind        ProblemKind
	Title       string        // what happened, a few words
	Detail      string        // what to do, a sentence or two
	Field       string        // the field it is about, as in the request's JSON; may be empty
	Suggestions []float64     // figures that may have been meant, in the field's unit
	Current     any           // with Stale: the row as it is now
	Leaving     []Obstacle    // with Standing: what stands in the way
	After       time.Duration // with Locked: how long to wait
}

func (p *Problem) Error() string { return p.Title + ": " + p.Detail }

// Refuse is the problem of a field that cannot be so, and what to do about it.
func Refuse(field, format string, args ...any) *Problem {
	return &Problem{Kind: Invalid, Title: "That cannot be right", Field: field, Detail: fmt.Sprintf(format, args...)}
}

// NotFound is the problem of a thing that does not exist.
func NotFound(what string) *Problem {
	return &Problem{Kind: Missing, Title: "Not found",
		Detail: "There is no such " + what + ". It may have been opened from an old link."}
}

// StaleWrite is the problem of a change made to an older version; current is the row as it is.
func StaleWrite(what string, current any) *Problem {
	return &Problem{Kind: Stale, Title: "Changed meanwhile", Current: current,
		Detail: "Someone else changed this " + what +
			" while you were typing. Both versions are kept on your screen: choose what is right."}
}

// ErrClosed is the problem of writing to a job that was handed over.
func ErrClosed() *Problem {
	return &Problem{Kind: Closed, Title: "This job was handed over",
		Detail: "Nothing in it can change. Reopen it, with a reason, to go on."}
}
