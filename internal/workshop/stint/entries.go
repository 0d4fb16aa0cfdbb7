package stint

import (
	"time"

	"utensil/core/stint"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
	"utensil/internal/workshop/trial"
)

// TookUp says that a piece of the job is in its writer's hands from now on.
type TookUp struct {
	Piece string `json:"piece" doc:"of the job's thread"`
	Title string `json:"title,omitempty" readOnly:"true" doc:"as it was called then"`
}

// LaidDown says that nothing of this job is in its writer's hands.
type LaidDown struct{}

// The kinds of entry of who is at what.
var (
	Ups   = record.NewKind(record.Kind[TookUp]{Name: "took_up", By: record.ByMechanic})
	Downs = record.NewKind(record.Kind[LaidDown]{Name: "laid_down", By: record.ByMechanic})
)

// What a piece is called that is ticked, by what it is.
func itemPiece(id record.ID) string { return "item:" + string(id) }
func partPiece(part string) string  { return "serve:" + part }
func signPiece(test string) string  { return "sign:" + test }

// account is where the time of a job went.
var account = record.Derive(func(s *record.Sheet) stint.Account {
	var signs []stint.Sign
	for _, e := range s.Ledger.Standing {
		sign := stint.Sign{At: e.At, Who: string(e.By)}
		if up := Ups.In(e.Content); up != nil {
			sign.Does, sign.Piece = stint.TakesUp, up.Piece
		} else if Downs.In(e.Content) != nil {
			sign.Does = stint.LaysDown
		} else if work := agree.Works.In(e.Content); work != nil {
			sign.Does, sign.Piece = stint.Finishes, itemPiece(s.Current(work.Item))
		} else if part := sold.Serves.In(e.Content); part != nil {
			sign.Does, sign.Piece = stint.Finishes, partPiece(part.Part)
		} else if test := trial.Signs.In(e.Content); test != nil {
			sign.Does, sign.Piece = stint.Finishes, signPiece(test.What)
		}
		signs = append(signs, sign)
	}
	return stint.Of(signs, s.Now)
})

// HandView is a piece in somebody's hands, or one that they laid down and have not gone back to.
type HandView struct {
	Who   record.ID `json:"who"`
	By    string    `json:"by"`
	Piece string    `json:"piece"`
	Title string    `json:"title"`
	Since time.Time `json:"since"`
	Down  bool      `json:"down,omitempty" doc:"it was laid down then"`
}

// HandsPart is who is at what of a job.
type HandsPart struct {
	Hands []HandView `json:"hands,omitempty"`
}

// PartOf is who is at what of a job.
func PartOf(s *record.Sheet) HandsPart { return HandsPart{Hands: Hands.Of(s)} }

// Hands are the pieces in hand, or laid down, one a person at most.
var Hands = record.Derive(func(s *record.Sheet) (list []HandView) {
	for _, st := range account.Of(s).Stints {
		v := HandView{Who: record.ID(st.Who), By: named(s, st.Who), Piece: st.Piece, Since: st.From, Down: st.Down}
		if _, up := Ups.Last(s.Ledger, func(in *TookUp) bool { return in.Piece == st.Piece }); up != nil {
			v.Title = up.Title
		}
		list = append(list, v)
	}
	return list
})

// SpentView is the time that somebody was at a job.
type SpentView struct {
	By      string  `json:"by"`
	Minutes float64 `json:"minutes"`
}

// SpentOn is how many minutes a piece has taken so far.
func SpentOn(s *record.Sheet, piece string) float64 { return account.Of(s).Of(piece).Minutes() }

// SpentBy is who was at the job for how long, in the order in which they came to it.
func SpentBy(s *record.Sheet) []SpentView {
	list := []SpentView{}
	at := map[string]int{}
	for _, x := range account.Of(s).Spent {
		i, there := at[x.Who]
		if !there {
			i = len(list)
			at[x.Who] = i
			list = append(list, SpentView{By: named(s, x.Who)})
		}
		list[i].Minutes += x.Time.Minutes()
	}
	return list
}

func named(s *record.Sheet, who string) string {
	for _, e := range s.Ledger.Standing {
		if string(e.By) == who {
			return e.ByName
		}
	}
	return ""
}
