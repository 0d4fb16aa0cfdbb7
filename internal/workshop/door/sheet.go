package door

import (
	"bytes"
	"compress/gzip"
	"context"
	"crypto/sha256"
	"errors"
	"fmt"
	"io"
	"time"

	"utensil/internal/workshop/record"
)

// Frozen is what was told of a job when its bike was handed over. What was handed over never
// changes afterwards: not with what the trade knows, nor with the program.
type Frozen struct {
	Release   record.ID `db:"release"` // the entry that released it
	Job       record.ID `db:"job_id"`
	Form      int       `db:"form"`    // of the content
	Content   []byte    `db:"content"` // the job's view as JSON, compressed
	PDF       []byte    `db:"pdf"`
	Layout    []byte    `db:"layout"` // how the sheet is composed, as JSON; nil of one from before that was kept
	Digest    []byte    `db:"pdf_sha256"`
	Knowledge string    `db:"knowledge"` // digest of what was known
	// it was handed over before sheets were kept: told by the entries' own verdicts
	Afterwards bool      `db:"afterwards"`
	MadeAt     time.Time `db:"made_at"`
}

// Freeze completes what is kept: its content, packed, and the digest of what was printed.
func Freeze(f Frozen, text []byte) (Frozen, error) {
	var content bytes.Buffer
	packed := gzip.NewWriter(&content)
	_, err := packed.Write(text)
	if err := errors.Join(err, packed.Close()); err != nil {
		return f, fmt.Errorf("keeping a sheet: %w", err)
	}
	sum := sha256.Sum256(f.PDF)
	f.Content, f.Digest = content.Bytes(), sum[:]
	return f, nil
}

// mostSheet is how many bytes a sheet's content has at most.
const mostSheet = 64 << 20

// Text is the content of a sheet.
func (f Frozen) Text() ([]byte, error) {
	packed, err := gzip.NewReader(bytes.NewReader(f.Content))
	if err != nil {
		return nil, fmt.Errorf("reading a sheet: %w", err)
	}
	text, err := io.ReadAll(io.LimitReader(packed, mostSheet))
	if err != nil {
		return nil, fmt.Errorf("reading a sheet: %w", err)
	}
	return text, nil
}

// Unfrozen is a job that was handed over before sheets were kept.
type Unfrozen struct {
	Job     record.ID `db:"job"`
	Release record.ID `db:"release"`
}

// Sheets keeps what was told.
type Sheets interface {
	FrozenSheet(ctx context.Context, job record.ID) (Frozen, bool, error)
	Unfrozen(ctx context.Context, most int) ([]Unfrozen, error)
	KeepSheet(ctx context.Context, f Frozen) error
}
