package record

import (
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"time"
)

// NewEntry is an entry as it is sent.
type NewEntry struct {
	ID         ID         `json:"id" doc:"UUIDv7 made by the sender"`
	At         *time.Time `json:"at,omitempty" doc:"when it was done, if not now"`
	Supersedes *ID        `json:"supersedes,omitempty" doc:"the entry this one corrects"`
	Content    Content    `json:"content"`
}

// Entry is one thing recorded about a job: never overwritten, corrected by an entry that
// supersedes it.
type Entry struct {
	Seq        int64     `json:"-"` // its place among all of the shop\'s; 0 until it is written
	ID         ID        `json:"id"`
	JobID      ID        `json:"-"`
	BikeID     ID        `json:"-"`
	Kind       string    `json:"kind"`
	Supersedes *ID       `json:"supersedes,omitempty"`
	By         ID        `json:"by"`
	ByName     string    `json:"by_name"`
	At         time.Time `json:"at"`
	Content    Content   `json:"content"`
	Digest     []byte    `json:"-"` // of what was sent; tells a repeat from another entry
}

// digest identifies what an entry says, whenever it was sent, before the server adds to it.
func (e Entry) digest() ([]byte, error) {
	text, err := json.Marshal(struct {
		Job        ID
		Supersedes *ID
		By         ID
		Content    Content
	}{e.JobID, e.Supersedes, e.By, e.Content})
	if err != nil {
		return nil, fmt.Errorf("writing an entry: %w", err)
	}
	sum := sha256.Sum256(text)
	return sum[:], nil
}

// By is the entry that an actor makes of what was sent about a job, at a time.
func (n NewEntry) By(by Actor, job, bike ID, at time.Time) (Entry, error) {
	e := Entry{ID: n.ID, JobID: job, BikeID: bike, Kind: n.Content.Kind(), Supersedes: n.Supersedes, By: by.ID, ByName: by.Name, At: at,
		Content: n.Content}
	var err error
	e.Digest, err = e.digest()
	return e, err
}

// DigestOf is the digest of an entry that is kept, by what it says now.
func DigestOf(e Entry) ([]byte, error) { return e.digest() }
