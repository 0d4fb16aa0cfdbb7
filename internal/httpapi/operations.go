package httpapi

import (
	"context"

	"utensil/core/bike"
	"utensil/internal/workshop"
	"utensil/knowledge"
)

// Book is what the interface needs of the trade's knowledge.
type Book struct {
	Kinds      []knowledge.Kind      `json:"kinds"`
	Depths     []knowledge.Depth     `json:"depths"`
	Routes     []knowledge.Route     `json:"routes"`
	Runs       []knowledge.Run       `json:"runs"`
	Treatments []knowledge.Treatment `json:"treatments"`
	BeadSeats  []bike.BeadSeat       `json:"bead_seats"`
	Guards     []bike.Guard          `json:"guards" doc:"facts that are read on the bike, never guessed"`
	Bedding    []knowledge.Scheme    `json:"bedding" doc:"schemes of bedding brakes in"`
	Fluids     []knowledge.Fluid     `json:"fluids"`
}

// Identified is a request about one thing.
type Identified struct {
	ID workshop.ID `path:"id"`
}

// About is a request that says something of one thing.
type About[T any] struct {
	ID   workshop.ID `path:"id"`
	Body T
}

// ReleaseRequest hands a bike over.
type ReleaseRequest struct {
	ID workshop.ID `json:"id" doc:"UUIDv7 of the entry, made by the sender"`
	To string      `json:"to" doc:"who takes the bike"`
}

// ReopenRequest opens a job again.
type ReopenRequest struct {
	ID     workshop.ID `json:"id" doc:"UUIDv7 of the entry, made by the sender"`
	Reason string      `json:"reason"`
}

// signed makes an operation that only a signed-in member of staff may use.
func signed[In, Out any](s *Server, do func(context.Context, workshop.Actor, *In) (Out, error)) func(context.Context, *In) (*body[Out], error) {
	return func(ctx context.Context, in *In) (*body[Out], error) {
		who, err := s.actor(ctx)
		if err != nil {
			return nil, err
		}
		return answer(do(ctx, who, in))
	}
}

type (
	nothing     = struct{}
	actor       = workshop.Actor
	searchQuery = struct {
		Q string `query:"q" maxLength:"200"`
	}
)

func (s *Server) declare() {
	shop := s.shop
	register(s, "GET", "/api/session", "session", "Who is signed in, and the shop's settings", s.session)
	register(s, "POST", "/api/session", "sign-in", "Sign in, or hand the tablet over", s.signIn)
	register(s, "DELETE", "/api/session", "sign-out", "Sign out", s.signOut)

	register(s, "GET", "/api/book", "book", "Kinds of bike and depths of service", signed(s, func(context.Context, actor, *nothing) (Book, error) {
		return Book{Kinds: shop.Book().Kinds, Depths: shop.Book().Depths, Routes: shop.Book().Routes, Runs: shop.Book().Runs, Treatments: shop.Book().Treatments, BeadSeats: bike.BeadSeats, Guards: bike.Guards,
			Bedding: shop.Book().Bedding, Fluids: shop.Book().Fluids}, nil
	}))
	register(s, "GET", "/api/today", "today", "The bikes in the shop", signed(s, func(ctx context.Context, _ actor, _ *nothing) (workshop.Today, error) {
		return shop.Today(ctx)
	}))
	register(s, "GET", "/api/search", "search", "Find owners and bikes", signed(s, func(ctx context.Context, _ actor, in *searchQuery) ([]workshop.Found, error) {
		return shop.Search(ctx, in.Q)
	}))
	register(s, "GET", "/api/bikes/{id}", "bike", "One bike with its history", signed(s, func(ctx context.Context, _ actor, in *Identified) (workshop.BikeHistory, error) {
		return shop.BikeHistory(ctx, in.ID)
	}))
	register(s, "PUT", "/api/bikes/{id}", "save-bike", "Change a bike", signed(s, func(ctx context.Context, who actor, in *About[workshop.Bike]) (workshop.Bike, error) {
		in.Body.ID = in.ID
		return shop.SaveBike(ctx, who, in.Body)
	}))
	register(s, "POST", "/api/bikes/{id}/read", "read-fact", "Note what was read on a bike", signed(s, func(ctx context.Context, who actor, in *About[workshop.ReadNow]) (workshop.Bike, error) {
		return shop.ReadFact(ctx, who, in.ID, in.Body)
	}))
	register(s, "PUT", "/api/owners/{id}", "save-owner", "Change an owner", signed(s, func(ctx context.Context, _ actor, in *About[workshop.Owner]) (workshop.Owner, error) {
		in.Body.ID = in.ID
		return shop.SaveOwner(ctx, in.Body)
	}))

	register(s, "POST", "/api/jobs", "check-in", "Take a bike in", signed(s, func(ctx context.Context, who actor, in *body[workshop.CheckIn]) (workshop.JobView, error) {
		return shop.CheckIn(ctx, who, in.Body)
	}))
	register(s, "GET", "/api/jobs/{id}", "job", "One job, judged", signed(s, func(ctx context.Context, _ actor, in *Identified) (workshop.JobView, error) {
		return shop.Job(ctx, in.ID)
	}))
	register(s, "GET", "/api/jobs/{id}/complaints", "complaints", "What this bike may be said to do", signed(s, func(ctx context.Context, _ actor, in *Identified) ([]workshop.Complaint, error) {
		return shop.Complaints(ctx, in.ID)
	}))
	register(s, "PUT", "/api/jobs/{id}", "save-job", "Change what was noted at the door", signed(s, func(ctx context.Context, _ actor, in *About[workshop.JobChange]) (workshop.JobView, error) {
		return shop.SaveJob(ctx, in.ID, in.Body)
	}))
	register(s, "POST", "/api/jobs/{id}/entries", "record", "Record an entry", signed(s, func(ctx context.Context, who actor, in *About[workshop.NewEntry]) (workshop.JobView, error) {
		return shop.Record(ctx, who, in.ID, in.Body)
	}))
	register(s, "POST", "/api/jobs/{id}/judge", "judge", "Judge a reading or a torque without recording it", signed(s, func(ctx context.Context, _ actor, in *About[workshop.Content]) (workshop.Content, error) {
		return shop.Preview(ctx, in.ID, in.Body)
	}))
	register(s, "POST", "/api/jobs/{id}/release", "release", "Hand the bike over", signed(s, func(ctx context.Context, who actor, in *About[ReleaseRequest]) (workshop.JobView, error) {
		return shop.Release(ctx, who, in.ID, in.Body.ID, in.Body.To)
	}))
	register(s, "POST", "/api/jobs/{id}/reopen", "reopen", "Open a job again", signed(s, func(ctx context.Context, who actor, in *About[ReopenRequest]) (workshop.JobView, error) {
		return shop.Reopen(ctx, who, in.ID, in.Body.ID, in.Body.Reason)
	}))
	register(s, "DELETE", "/api/jobs/{id}/photos/{photo}", "remove-photo", "Take a photo away", signed(s, func(ctx context.Context, who actor, in *struct {
		ID    workshop.ID `path:"id"`
		Photo workshop.ID `path:"photo"`
	}) (workshop.JobView, error) {
		return shop.RemovePhoto(ctx, who, in.ID, in.Photo)
	}))

	register(s, "GET", "/api/practice", "practice-bikes", "Complaints to practise on", signed(s, func(context.Context, actor, *nothing) ([]workshop.Complaint, error) {
		return shop.PracticeBikes(), nil
	}))
	register(s, "POST", "/api/practice", "practise", "A bike with a hidden fault, after the learner's steps", signed(s, func(_ context.Context, _ actor, in *body[workshop.Practice]) (workshop.PracticeView, error) {
		return shop.Practise(in.Body)
	}))

	register(s, "GET", "/api/knowledge", "own-knowledge", "The workshop's own knowledge", signed(s, func(ctx context.Context, who actor, _ *nothing) ([]workshop.OwnFile, error) {
		return shop.OwnFiles(ctx, who)
	}))
	register(s, "PUT", "/api/knowledge", "save-own-knowledge", "Lay a file over what ships", signed(s, func(ctx context.Context, who actor, in *body[workshop.OwnFile]) ([]workshop.OwnFile, error) {
		return shop.SaveOwn(ctx, who, in.Body)
	}))

	answered(s, "/api/torque/setting", "torque-setting", "What a wrench with an adapter is to show", shop.Setting)
	register(s, "GET", "/api/wrenches", "wrenches", "The register of torque wrenches", signed(s, func(ctx context.Context, _ actor, _ *nothing) ([]workshop.Wrench, error) {
		return shop.Wrenches(ctx)
	}))
	register(s, "PUT", "/api/wrenches/{id}", "save-wrench", "Add or change a torque wrench", signed(s, func(ctx context.Context, who actor, in *About[workshop.Wrench]) ([]workshop.Wrench, error) {
		in.Body.ID = in.ID
		return shop.SaveWrench(ctx, who, in.Body)
	}))
	register(s, "GET", "/api/loose", "loose", "What comes loose here", signed(s, func(ctx context.Context, who actor, _ *nothing) (workshop.LooseView, error) {
		return shop.Loose(ctx, who)
	}))
	register(s, "GET", "/api/call-backs", "call-backs", "Bikes that are to come back", signed(s, func(ctx context.Context, _ actor, _ *nothing) ([]workshop.CallBack, error) {
		return shop.CallBacks(ctx)
	}))
	register(s, "PUT", "/api/call-backs/{id}", "save-call-back", "Settle a call-back or put it off", signed(s, func(ctx context.Context, who actor, in *About[workshop.CallBackChange]) ([]workshop.CallBack, error) {
		return shop.SaveCallBack(ctx, who, in.ID, in.Body)
	}))

	register(s, "PUT", "/api/settings", "save-settings", "Change the shop's settings", signed(s, func(ctx context.Context, who actor, in *body[workshop.Settings]) (workshop.Settings, error) {
		return shop.SaveSettings(ctx, who, in.Body)
	}))
	register(s, "GET", "/api/staff", "staff", "The members of staff", signed(s, func(ctx context.Context, _ actor, _ *nothing) ([]workshop.Staff, error) {
		return shop.Staff(ctx)
	}))
	register(s, "PUT", "/api/staff", "save-staff", "Add or change a member of staff", signed(s, func(ctx context.Context, who actor, in *body[workshop.StaffChange]) (workshop.Staff, error) {
		saved, err := shop.SaveStaff(ctx, who, in.Body)
		s.people.forget("")
		if err == nil && saved.ID == who.ID {
			err = s.enter(ctx, who.ID)
		}
		return saved, err
	}))
}
