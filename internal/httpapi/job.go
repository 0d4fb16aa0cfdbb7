package httpapi

import (
	"context"

	"github.com/segmentio/encoding/json"

	"utensil/internal/servicesheet"
	"utensil/internal/workshop"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/plan"
	"utensil/internal/workshop/record"
)

// ReleaseRequest hands a bike over.
type ReleaseRequest struct {
	ID record.ID `json:"id" doc:"UUIDv7 of the entry, made by the sender"`
	To string    `json:"to" doc:"who takes the bike"`

	NotRidden bool `json:"not_ridden,omitempty" doc:"who takes it was told that it is not to be ridden: needed where something unsafe was refused"`
}

// ReopenRequest opens a job again, or closes one that was a mistake.
type ReopenRequest struct {
	ID     record.ID `json:"id" doc:"UUIDv7 of the entry, made by the sender"`
	Reason string    `json:"reason"`
}

// sheetOf is a request about one job's sheet.
type sheetOf struct {
	ID    record.ID `path:"id"`
	Today bool      `query:"today" doc:"of one that was handed over, as it would be told by the knowledge of today"`
}

// photoOf is a request about one photo of a job.
type photoOf struct {
	ID    record.ID `path:"id"`
	Photo record.ID `path:"photo"`
}

// declareJob declares a job from door to door.
func (s *Server) declareJob() {
	shop := s.shop
	type view = workshop.JobView
	read(s, "/api/today", "today", "The bikes in the shop", shop.Today)
	send(s, "POST", "/api/jobs", "check-in", "Take a bike in", shop.CheckIn)
	readOne(s, "/api/jobs/{id}", "job", "One job, judged", shop.Job)
	tell(s, "PUT", "/api/jobs/{id}", "save-job", "Change what was noted at the door",
		func(ctx context.Context, who actor, id record.ID, in workshop.JobChange) (view, error) {
			return shop.SaveJob(ctx, who, id, in)
		})
	tell(s, "POST", "/api/jobs/{id}/entries", "record", "Record an entry",
		func(ctx context.Context, who actor, id record.ID, in record.NewEntry) (view, error) {
			return shop.Record(ctx, who, id, in)
		})
	reckon(s, "/api/said", "said", "What the parts of an owner's words sound like",
		func(in workshop.SaidAtDoor) ([]complaint.ComplaintAnswer, error) { return shop.Sounds(in), nil })
	tell(s, "POST", "/api/jobs/{id}/judge", "judge", "Judge a reading or a torque without recording it",
		func(ctx context.Context, _ actor, id record.ID, in record.Content) (record.Content, error) {
			return shop.Preview(ctx, id, in)
		})
	type planOf struct {
		ID    record.ID `path:"id"`
		Stood []string  `query:"stood,explode" maxItems:"200" doc:"the order that is on the screen: what need not move stays"`
	}
	signed(s, "GET", "/api/jobs/{id}/plan", "plan", "A job as one thread: now, then, by itself",
		func(ctx context.Context, who actor, in *planOf) (plan.Thread, error) {
			return shop.Plan(ctx, in.ID, who.ID, in.Stood)
		})
	signed(s, "GET", "/api/jobs/{id}/layout", "sheet-layout",
		"What the owner takes home, composed: as it stands, or as it was handed over",
		func(ctx context.Context, _ actor, in *sheetOf) (l servicesheet.Layout, err error) {
			_, sheet, err := shop.SheetOf(ctx, in.ID, in.Today)
			if err != nil || sheet.Layout == nil {
				return l, err
			}
			return l, json.Unmarshal(sheet.Layout, &l)
		})
	s.declareBenches()
	s.declareDoor()
	signed(s, "DELETE", "/api/jobs/{id}/photos/{photo}", "remove-photo", "Take a photo away",
		func(ctx context.Context, who actor, in *photoOf) (view, error) {
			return shop.RemovePhoto(ctx, who, in.ID, in.Photo)
		})
	send(s, "POST", "/api/labour", "labour", "What work costs by its minutes",
		func(ctx context.Context, _ actor, in workshop.LabourQuestion) (workshop.LabourCosts, error) {
			return shop.Labour(ctx, in)
		})
	read(s, "/api/call-backs", "call-backs", "Bikes that are to come back", shop.CallBacks)
	tell(s, "PUT", "/api/call-backs/{id}", "save-call-back", "Settle a call-back or put it off", shop.SaveCallBack)
}

// declareDoor declares how a job is closed and opened again.
func (s *Server) declareDoor() {
	shop := s.shop
	type view = workshop.JobView
	tell(s, "POST", "/api/jobs/{id}/release", "release", "Hand the bike over",
		func(ctx context.Context, who actor, id record.ID, in ReleaseRequest) (view, error) {
			return shop.Release(ctx, who, id, in.ID, in.To, in.NotRidden)
		})
	tell(s, "POST", "/api/jobs/{id}/reopen", "reopen", "Open a job again",
		func(ctx context.Context, who actor, id record.ID, in ReopenRequest) (view, error) {
			return shop.Reopen(ctx, who, id, in.ID, in.Reason)
		})
	tell(s, "POST", "/api/jobs/{id}/mistaken", "mistaken", "Close a job that was taken in by mistake",
		func(ctx context.Context, who actor, id record.ID, in ReopenRequest) (view, error) {
			return shop.Mistake(ctx, who, id, in.ID, in.Reason)
		})
}
