package httpapi

import (
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/record"
)

// declareBrakes declares the shelf of fluids and the arithmetic of brakes.
func (s *Server) declareBrakes() {
	shop := s.shop
	keep(s, "/api/bottles", "bottles", "bottle", "The shelf of brake fluids", shop.Bottles, shop.SaveBottle,
		func(b *fluid.Bottle, id record.ID) { b.ID = id })
	read(s, "/api/bleeds", "bleeds", "Bleeds that wait for DOT fluid, and which to do together", shop.Bleeds)
	reckon(s, "/api/brake/need", "brake-need", "How much fluid a bleed takes", brakes.Need)
	reckon(s, "/api/brake/rise", "brake-rise", "Where air stays in a line", brakes.Rise)
	reckon(s, "/api/brake/air", "brake-air", "Air in the line from two pulls", brakes.AirInLine)
	reckon(s, "/api/brake/hill", "brake-hill", "What a descent does to a brake", brakes.Hill)
	reckon(s, "/api/brake/bed", "brake-bed", "The methods of bedding in, side by side",
		func(in brakes.BedQuestion) ([]brakes.BedPlan, error) { return brakes.Bed(shop.Book(), in) })
	reckon(s, "/api/brake/runout", "brake-runout", "A rotor's wobble from dial readings", brakes.Runout)
	reckon(s, "/api/brake/small", "brake-small", "Pads, piston, arms, cable", brakes.Small)
}
