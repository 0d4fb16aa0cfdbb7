package httpapi

import (
	"bytes"
	"context"
	"fmt"
	"log/slog"
	"net/http"

	"github.com/go-chi/chi/v5"

	"utensil/internal/document"
	"utensil/internal/workshop"
)

// WrenchPull is one pull of the stand-in wrench.
type WrenchPull struct {
	Nm    float64 `json:"nm"`
	Trick string  `json:"trick,omitempty" enum:"double_click,out_of_order,wrong_unit,imperial,garbage,drop_out" doc:"a fault that real wrenches have"`
}

// PullDone says whether there is a wrench to pull.
type PullDone struct {
	Standing bool `json:"standing" doc:"a stand-in wrench is connected"`
}

// TrayDone says how many readings were put aside.
type TrayDone struct {
	Put int `json:"put"`
}

// declareTray declares what connected wrenches need.
func (s *Server) declareTray() {
	register(s, "POST", "/api/tool-readings/aside", "put-aside", "Put readings aside that belong to no fastener", signed(s, func(ctx context.Context, who actor, in *body[workshop.PutAside]) (TrayDone, error) {
		return TrayDone{len(in.Body.Readings)}, s.shop.PutAside(ctx, who, in.Body)
	}))
	register(s, "GET", "/api/standin/wrench", "standin-wrench", "Whether a stand-in wrench is connected", signed(s, func(context.Context, actor, *nothing) (PullDone, error) {
		return PullDone{s.pull != nil}, nil
	}))
	register(s, "POST", "/api/standin/wrench", "pull", "Pull the stand-in wrench", signed(s, func(_ context.Context, _ actor, in *body[WrenchPull]) (PullDone, error) {
		if s.pull == nil {
			return PullDone{}, workshop.NotFound("stand-in wrench")
		}
		if err := s.pull(in.Body.Nm, in.Body.Trick); err != nil {
			return PullDone{true}, &workshop.Problem{Kind: workshop.Invalid, Title: "That cannot be pulled", Field: "nm", Detail: sentence(err.Error())}
		}
		return PullDone{true}, nil
	}))
}

// serveTorques answers with a job's torques as CSV.
func (s *Server) serveTorques(w http.ResponseWriter, r *http.Request) {
	if _, err := s.actor(r.Context()); err != nil {
		s.refuse(w, r, err)
		return
	}
	job, err := s.shop.Job(r.Context(), workshop.ID(chi.URLParam(r, "id")))
	if err != nil {
		s.refuse(w, r, err)
		return
	}
	var table bytes.Buffer
	if err := document.Torques(&table, job); err != nil {
		s.refuse(w, r, err)
		return
	}
	w.Header().Set("Content-Type", "text/csv; charset=utf-8; header=present")
	w.Header().Set("Content-Disposition", fmt.Sprintf(`attachment; filename="torques-%d.csv"`, job.Job.Number))
	if _, err := table.WriteTo(w); err != nil {
		slog.DebugContext(r.Context(), "sending torques", "err", err)
	}
}
