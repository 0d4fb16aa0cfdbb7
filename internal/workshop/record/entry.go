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

	Seen   *int64     `json:"seen,omitempty" minimum:"0" doc:"the job's sequence on the writer's screen: what is vouched for is what was done up to it"`
	Tablet string     `json:"tablet,omitempty" maxLength:"64" doc:"what the tablet calls itself: it knows of all that it wrote before"`
	Clock  *time.Time `json:"clock,omitempty" doc:"what the tablet's own clock shows as it sends"`
	Why    string     `json:"why,omitempty" maxLength:"2000" doc:"why what told of something due or unsafe is corrected"`
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
	Why        string    `json:"why,omitempty" doc:"why it corrects another"`
	Digest     []byte    `json:"-"` // of what was sent; tells a repeat from another entry

	Seen   *int64        `json:"-"` // the job's sequence on its writer's screen; nil where nobody said
	Tablet string        `json:"-"` // that wrote it
	Offset time.Duration `json:"-"` // of the tablet's clock when it was sent: At is put right by it
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
	e := Entry{ID: n.ID, JobID: job, BikeID: bike, Kind: n.Content.Kind(), Supersedes: n.Supersedes,
		By: by.ID, ByName: by.Name, At: at,
		Content: n.Content, Seen: n.Seen, Tablet: n.Tablet, Why: n.Why}
	var err error
	e.Digest, err = e.digest()
	return e, err
}

// DigestOf is the digest of an entry that is kept, by what it says now.
func DigestOf(e Entry) ([]byte, error) { return e.digest() }
