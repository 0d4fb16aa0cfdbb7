package httpapi

// declarePractice declares bikes, brakes and gears to learn on.
func (s *Server) declarePractice() {
	desk := s.shop.Practice
	readAs(s, "/api/practice", "practice-parts", "What can be practised, by the part of the bike", desk.Parts)
	readAs(s, "/api/practice/record", "practice-record",
		"What was practised: one's own, and everybody's for the shop owner", desk.Record)
	send(s, "POST", "/api/practice", "practise", "A bike with a hidden fault, after the learner's steps", desk.Hunt)
	send(s, "POST", "/api/practice/brake", "practice-brake", "A brake to practise bleeding on", desk.Brake)
	send(s, "POST", "/api/practice/wheel", "practice-wheel", "A wheel to practise truing on", desk.Wheel)
	send(s, "POST", "/api/practice/gears", "practice-gears", "Gears to practise indexing on", desk.Gears)
}
