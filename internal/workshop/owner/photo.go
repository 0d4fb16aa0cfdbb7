package owner

import (
	"time"

	"utensil/internal/workshop/record"
)

// Photo is a photograph of a job.
type Photo struct {
	ID      record.ID `db:"id"`
	JobID   record.ID `db:"job_id"`
	About   string    `db:"about"` // the inspection point or finding it shows, or ""
	Caption string    `db:"caption"`
	Width   int       `db:"width"`
	Height  int       `db:"height"`
	JPEG    []byte    `db:"jpeg"`
	By      record.ID `db:"by"`
	At      time.Time `db:"at"`
}

// PhotoView is a photograph without its picture.
type PhotoView struct {
	ID      record.ID `json:"id"`
	About   string    `json:"about" doc:"the inspection point or finding it shows"`
	Caption string    `json:"caption"`
	Width   int       `json:"width"`
	Height  int       `json:"height"`
	At      time.Time `json:"at"`
}

// Photos are those of the job, oldest first.
var Photos = record.LaidBeside[[]PhotoView]("photos")
