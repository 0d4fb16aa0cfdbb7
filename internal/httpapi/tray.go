package httpapi

import (
	"context"

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
	register(s, "GET", "/api/tool-readings/hearing", "hearing", "Whether the connected wrenches can be heard", signed(s, func(context.Context, actor, *nothing) (workshop.Hearing, error) {
		return s.shop.Hearing(), nil
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
