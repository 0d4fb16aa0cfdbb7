package httpapi

import (
	"context"

	"utensil/core/brake"
	"utensil/internal/workshop"
)

// answered declares one question of the brake desk.
func answered[In, Out any](s *Server, path, id, summary string, answer func(In) (Out, error)) {
	register(s, "POST", path, id, summary, signed(s, func(_ context.Context, _ actor, in *body[In]) (Out, error) { return answer(in.Body) }))
}

// declareBrakes declares the shelf of fluids and the brake desk.
func (s *Server) declareBrakes() {
	shop := s.shop
	register(s, "GET", "/api/bottles", "bottles", "The shelf of brake fluids", signed(s, func(ctx context.Context, _ actor, _ *nothing) ([]workshop.Bottle, error) {
		return shop.Bottles(ctx)
	}))
	register(s, "PUT", "/api/bottles/{id}", "save-bottle", "Put a bottle on the shelf or change it", signed(s, func(ctx context.Context, who actor, in *About[workshop.Bottle]) ([]workshop.Bottle, error) {
		in.Body.ID = in.ID
		return shop.SaveBottle(ctx, who, in.Body)
	}))
	register(s, "GET", "/api/bleeds", "bleeds", "Bleeds that wait for DOT fluid, and which to do together", signed(s, func(ctx context.Context, _ actor, _ *nothing) (workshop.BleedsView, error) {
		return shop.Bleeds(ctx)
	}))
	answered(s, "/api/brake/need", "brake-need", "How much fluid a bleed takes", shop.Need)
	answered(s, "/api/brake/rise", "brake-rise", "Where air stays in a line", shop.Rise)
	answered(s, "/api/brake/air", "brake-air", "Air in the line from two pulls", func(p brake.Pull) (workshop.AirFound, error) { return shop.AirInLine(p) })
	answered(s, "/api/brake/hill", "brake-hill", "What a descent does to a brake", shop.Hill)
	answered(s, "/api/brake/bed", "brake-bed", "The schools of bedding in, side by side", shop.Bed)
	answered(s, "/api/brake/runout", "brake-runout", "A rotor's wobble from dial readings", shop.Runout)
	answered(s, "/api/brake/small", "brake-small", "Pads, piston, arms, cable", shop.Small)
	answered(s, "/api/practice/brake", "practice-brake", "A brake to practise bleeding on", shop.PracticeBrake)
}
