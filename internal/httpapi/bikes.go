package httpapi

import (
	"context"

	"utensil/core/bike"
	"utensil/internal/workshop"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/plan"
	"utensil/internal/workshop/record"
	"utensil/knowledge/speech"
)

// declareBikes declares bikes and their owners.
func (s *Server) declareBikes() {
	shop := s.shop
	type query = struct {
		Q string `query:"q" maxLength:"200"`
	}
	signed(s, "GET", "/api/search", "search", "Find owners and bikes",
		func(ctx context.Context, _ actor, in *query) ([]workshop.Found, error) { return shop.Search(ctx, in.Q) })
	readOne(s, "/api/bikes/{id}", "bike", "One bike with its history", shop.BikeHistory)
	tell(s, "PUT", "/api/bikes/{id}", "save-bike", "Change a bike",
		func(ctx context.Context, who actor, id record.ID, in record.Bike) (record.Bike, error) {
			in.ID = id
			return shop.SaveBike(ctx, who, in)
		})
	tell(s, "POST", "/api/bikes/{id}/read", "read-fact", "Note what was read on a bike", shop.ReadFact)
	reckon(s, "/api/bearings", "bearings", "Which bearing was measured",
		func(in parts.BearingQuestion) (parts.BearingAnswer, error) {
			return parts.WhichBearing(shop.Book(), in)
		})
	reckon(s, "/api/sums", "sums", "Arithmetic of an assembly",
		func(in apart.SumQuestion) (apart.Sum, error) { return apart.Reckon(shop.Book(), in) })
	reckon(s, "/api/cautions", "cautions", "What is said of such a bike at the door and at the stand",
		func(f bike.Facts) ([]speech.Caution, error) { return shop.Book().CautionsFor(f.Filled()), nil })
	send(s, "POST", "/api/services", "services", "What is sold for such a bike, with the minutes it takes",
		func(ctx context.Context, _ actor, f bike.Facts) ([]plan.ServiceOffer, error) {
			return shop.Services(ctx, f.Filled())
		})
	reckon(s, "/api/facts", "facts", "What follows from what is chosen of a bike", described)
	tell(s, "PUT", "/api/owners/{id}", "save-owner", "Change an owner",
		func(ctx context.Context, _ actor, id record.ID, in record.Owner) (record.Owner, error) {
			in.ID = id
			return shop.SaveOwner(ctx, in)
		})
}

// Describing is a bike that is being described: its facts after a choice, and before it.
type Describing struct {
	Facts  bike.Facts `json:"facts"`
	Was    bike.Facts `json:"was"`
	Filled bool       `json:"filled,omitempty" doc:"by a kind, so that only what was read on the bike stays"`
}

// Described is what follows from a choice.
type Described struct {
	Facts   bike.Facts `json:"facts"`
	Also    []string   `json:"also" doc:"the facts that followed from what was chosen"`
	InWords bool       `json:"in_words" doc:"something on it has no word here: the owner's are wanted"`
	Asks    []string   `json:"asks" doc:"the facts that there are to read on it"`
}

func described(in Describing) (Described, error) {
	f := in.Facts.After(in.Was)
	if in.Filled {
		f = in.Facts.Keeping(in.Was)
	}
	return Described{f, f.Unlike(in.Facts), f.InWords(), f.Asks()}, nil
}
