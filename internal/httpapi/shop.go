package httpapi

import (
	"context"

	"utensil/core/bike"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
	"utensil/internal/workshop/torque"
	"utensil/knowledge"
	"utensil/knowledge/riding"
	"utensil/knowledge/service"
)

// Book is what the interface needs of the trade's knowledge.
type Book struct {
	Kinds      []knowledge.Kind      `json:"kinds"`
	Depths     []service.Depth       `json:"depths"`
	Services   []ServiceName         `json:"services" doc:"what is sold by one name, on one bike or another"`
	Routes     []knowledge.Route     `json:"routes"`
	Runs       []knowledge.Run       `json:"runs"`
	Treatments []knowledge.Treatment `json:"treatments"`
	BeadSeats  []bike.BeadSeat       `json:"bead_seats"`
	Guards     []bike.Guard          `json:"guards" doc:"facts that are read on the bike, never guessed"`
	Bedding    []knowledge.Scheme    `json:"bedding" doc:"schemes of bedding brakes in"`
	Fluids     []knowledge.Fluid     `json:"fluids"`
	Facts      []bike.Fact           `json:"facts" doc:"that take one of a few words, in the order in which they are asked"`
	Carried    []bike.FactWord       `json:"carried" doc:"what may be bolted to a bike"`
	Places     []knowledge.Place     `json:"places" doc:"where something sits on a bike, and by which particulars it is known"`
	Grounds    []riding.Ground       `json:"grounds" doc:"what is ridden on, smooth to soft"`
	Words      Vocabulary            `json:"words"`
}

// ServiceName is what a service is called.
type ServiceName struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// Vocabulary is what the words of the records are called.
type Vocabulary struct {
	Stages   []record.Named `json:"stages"`
	Findings []record.Named `json:"findings" doc:"how far a finding has come"`
	Verdicts []record.Named `json:"verdicts" doc:"how a torque stands against its rule"`
	Found    []record.Named `json:"found" doc:"how a fastener was found"`
	Rescues  []record.Named `json:"rescues" doc:"the ways of shops with a contaminated brake"`
	Bleeds   []record.Named `json:"bleeds" doc:"the ways to bleed"`
	Grades   []record.Named `json:"grades" doc:"how a part is that is fitted"`
	Sources  []record.Named `json:"sources" doc:"where it comes from"`
	Reasons  []record.Named `json:"reasons" doc:"why a part came off"`
	Fates    []record.Named `json:"fates" doc:"what became of it"`
}

// declareShop declares what the shop knows, and how it is set up.
func (s *Server) declareShop() {
	shop := s.shop
	register(s, "GET", "/api/session", "session", "Who is signed in, and the shop's settings", s.session)
	register(s, "POST", "/api/session", "sign-in", "Sign in, or hand the tablet over", s.signIn)
	register(s, "DELETE", "/api/session", "sign-out", "Sign out", s.signOut)

	read(s, "/api/book", "book", "Kinds of bike and depths of service", func(context.Context) (Book, error) {
		b := shop.Book()
		services := make([]ServiceName, len(b.Services))
		for i, of := range b.Services {
			services[i] = ServiceName{of.ID, of.Name}
		}
		return Book{Kinds: b.Kinds, Depths: b.Depths, Services: services,
			Routes: b.Ways(), Runs: b.Runs, Treatments: b.Treatments,
			BeadSeats: bike.BeadSeats, Guards: bike.Guards, Bedding: b.Bedding, Fluids: b.Fluids,
			Facts: bike.All, Carried: bike.Carried,
			Places: b.Places, Grounds: b.Grounds,
			Words: Vocabulary{record.StageNames, findings.Statuses, torque.Verdicts, torque.FoundStates,
				findings.Schools, brakes.Schools,
				parts.Grades, parts.Sources, parts.Reasons, parts.Fates}}, nil
	})
	readAs(s, "/api/knowledge", "own-knowledge", "The workshop's own knowledge", shop.OwnFiles)
	send(s, "PUT", "/api/knowledge", "save-own-knowledge", "Lay a file over what ships", shop.SaveOwn)
	send(s, "PUT", "/api/settings", "save-settings", "Change the shop's settings", shop.SaveSettings)
	read(s, "/api/staff", "staff", "The members of staff", shop.Staff)
	send(s, "PUT", "/api/staff", "save-staff", "Add or change a member of staff",
		func(ctx context.Context, who record.Actor, in signin.StaffChange) (signin.Staff, error) {
			saved, err := shop.SaveStaff(ctx, who, in)
			s.people.Forget()
			if err == nil && saved.ID == who.ID {
				err = s.enter(ctx, who.ID, deviceOf(ctx))
			}
			return saved, err
		})
}
