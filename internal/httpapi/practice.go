package httpapi

import (
	"context"

	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/practice"
)

// declarePractice declares bikes and brakes to learn on.
func (s *Server) declarePractice() {
	shop := s.shop
	read(s, "/api/practice", "practice-bikes", "Complaints to practise on",
		func(context.Context) ([]hunt.Complaint, error) { return practice.PracticeBikes(shop.Book()), nil })
	reckon(s, "/api/practice", "practise", "A bike with a hidden fault, after the learner's steps",
		func(in practice.Practice) (practice.PracticeView, error) { return practice.Practise(shop.Book(), in) })
	reckon(s, "/api/practice/brake", "practice-brake", "A brake to practise bleeding on", practice.PracticeBrake)
}
