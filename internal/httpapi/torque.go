package httpapi

import (
	"context"

	"utensil/core/words"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
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

// declareTorque declares the register of wrenches, what they send, and what came loose.
func (s *Server) declareTorque() {
	shop := s.shop
	reckon(s, "/api/torque/setting", "torque-setting", "What a wrench with an adapter is to show", torque.SettingFor)
	keep(s, "/api/wrenches", "wrenches", "wrench", "The register of torque wrenches", shop.Wrenches, shop.SaveWrench,
		func(t *torque.Wrench, id record.ID) { t.ID = id })
	readAs(s, "/api/loose", "loose", "What comes loose here", shop.Loose)
	send(s, "POST", "/api/tool-readings/aside", "put-aside", "Put readings aside that belong to no fastener",
		func(ctx context.Context, who actor, in torque.PutAside) (TrayDone, error) {
			return TrayDone{len(in.Readings)}, shop.PutAside(ctx, who, in)
		})
	read(s, "/api/tool-readings/hearing", "hearing", "Whether the connected wrenches can be heard",
		func(context.Context) (torque.Hearing, error) { return shop.Hearing(), nil })
	read(s, "/api/standin/wrench", "standin-wrench", "Whether a stand-in wrench is connected",
		func(context.Context) (PullDone, error) { return PullDone{s.pull != nil}, nil })
	reckon(s, "/api/standin/wrench", "pull", "Pull the stand-in wrench", s.pullWrench)
}

// pullWrench pulls the stand-in wrench.
func (s *Server) pullWrench(in WrenchPull) (PullDone, error) {
	if s.pull == nil {
		return PullDone{}, record.NotFound("stand-in wrench")
	}
	if err := s.pull(in.Nm, in.Trick); err != nil {
		return PullDone{true}, &record.Problem{Kind: record.Invalid, Title: "That cannot be pulled",
			Field: "nm", Detail: words.Sentence(err)}
	}
	return PullDone{true}, nil
}
