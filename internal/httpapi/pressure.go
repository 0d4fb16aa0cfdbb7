package httpapi

import (
	"context"

	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/record"
)

// declarePressure declares the register of pressure gauges and their checks.
func (s *Server) declarePressure() {
	shop := s.shop
	keep(s, "/api/gauges", "gauges", "gauge", "The register of pressure gauges", shop.PressureGauges,
		shop.SavePressureGauge,
		func(g *gaugeshelf.PressureGauge, id record.ID) { g.ID = id })
	send(s, "POST", "/api/pressure", "pressure", "What a pressure is that a gauge shows",
		func(ctx context.Context, _ actor, in gaugeshelf.PressureQuestion) (gaugeshelf.PressureReads, error) {
			return shop.WhatIs(ctx, in)
		})
	tell(s, "POST", "/api/gauges/{id}/hose", "measure-hose", "Write down what the hose of a gauge's pump takes",
		shop.MeasureHose)
	tell(s, "POST", "/api/gauges/{id}/checks", "check-gauge", "Write down that a gauge was held against another",
		shop.CheckGauge)
}
