package air

import (
	"fmt"

	"utensil/core/measure"
	"utensil/core/suspension"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// NickFound is a mark on a stanchion, or on a shock's shaft.
type NickFound struct {
	Leg    string          `json:"leg" enum:"fork,shock"`
	Side   string          `json:"side" enum:"left,right,shaft"`
	Felt   suspension.Felt `json:"felt" enum:"seen,edge,deep" doc:"by a fingernail: nothing, a raised edge, a groove"`
	Above  string          `json:"above" doc:"the seal, the leg standing out all the way, mm, as typed"`
	Travel string          `json:"travel" doc:"of the leg, mm, as typed"`

	Nick *NickJudged `json:"nick,omitempty" readOnly:"true"`
}

// NickJudged is what that comes to.
type NickJudged struct {
	Above  float64         `json:"above_mm"`
	Travel float64         `json:"travel_mm"`
	Passed bool            `json:"passed" doc:"the seal slides over it"`
	Fate   suspension.Fate `json:"fate" enum:"leave,watch,dress,condemn"`
	Mark   wear.Mark       `json:"mark"`
	Says   string          `json:"says"`
}

// NickView is one as the bench sees it.
type NickView struct {
	ID   record.ID `json:"id"`
	Side string    `json:"side"`
	Felt string    `json:"felt"`
	NickJudged
	By string `json:"by"`
}

// Nicks are marks on stanchions.
var Nicks = record.NewKind(record.Kind[NickFound]{Name: "nick_found", By: record.ByMechanic, Past: record.LaterJob})

// fates are what is done about a mark (common practice, no source).
var fates = map[suspension.Fate]struct {
	mark wear.Mark
	says string
}{
	suspension.Leave: {wear.Sound, "A scuff that no nail feels: left alone."},
	suspension.Watch: {wear.Watch, "The seal never comes there: its edge is taken off, and it is looked at again."},
	suspension.Dress: {wear.Due, "Its raised edge cuts the seal each time it passes: dressed with very " +
		"fine paper and oil, only the edge; " +
		"then the seal is looked at for oil."},
	suspension.Condemn: {wear.Due, "The seal passes a groove there: it lets oil by whatever is done. " +
		"The tube is condemned; " +
		"the owner is told before more is spent."},
}

func checkNick(s *record.Sheet, in NickFound) (*NickFound, error) {
	if !sprung(s, in.Leg) || (in.Leg == "shock") != (in.Side == "shaft") {
		return nil, record.Refuse("side", "Say on which stanchion of the fork, left or right; a shock has its shaft.")
	}
	above, err := record.ReadFigure("above", in.Above, measure.Millimetre, measure.Range{Min: 0, Max: 400})
	if err != nil {
		return nil, err
	}
	travel, err := record.ReadFigure("travel", in.Travel, measure.Millimetre, measure.Range{Min: 20, Max: 260})
	if err != nil {
		return nil, err
	}
	n := suspension.Nick{Felt: in.Felt, Above: above, Travel: travel}
	fate, err := n.Fate()
	if err != nil {
		return nil, record.Refuse("felt", "%s", words.Sentence(err))
	}
	in.Nick = &NickJudged{Above: above, Travel: travel, Passed: n.Passed(), Fate: fate,
		Mark: fates[fate].mark, Says: fates[fate].says}
	return &in, nil
}

// nicksOn are the marks of a leg that were found in this job.
func nicksOn(s *record.Sheet, leg string) []NickView {
	list := []NickView{}
	for e, in := range Nicks.All(s.Ledger) {
		if in.Leg == leg && in.Nick != nil {
			list = append(list, NickView{e.ID, in.Side, string(in.Felt), *in.Nick, e.ByName})
		}
	}
	return list
}

// Seen is what was found wrong with tyres and legs at their bench.
func Seen(s *record.Sheet) (list []inspect.BenchView) {
	for _, leg := range []string{"fork", "shock"} {
		for _, n := range nicksOn(s, leg) {
			if !n.Mark.Worse(wear.Sound) {
				continue
			}
			e, _ := s.Ledger.Find(n.ID)
			seen := inspect.BenchView{Entry: e, Point: leg, Mark: n.Mark, Reason: n.Says,
				Title: fmt.Sprintf("%s: a mark that a nail feels, %s mm over the seal",
					words.Capital(leg), measure.Format(n.Above))}
			switch n.Fate {
			case suspension.Dress:
				seen.Remedy, seen.Takes = "Dress the raised edge on the "+leg+", and look at its seal", 10
			case suspension.Condemn:
				seen.Cures = []string{leg + "-service", "replace-" + leg}
			}
			list = append(list, seen)
		}
	}
	for e, in := range Tyres.All(s.Ledger) {
		if in.MadeFor == "no" {
			list = append(list, inspect.BenchView{Entry: e, Point: in.End + "-tyre", Mark: wear.Unsafe,
				Reason: blowsOff,
				Title:  words.Capital(in.End) + " tyre: not made for its rim without hooks",
				Cures:  []string{"tyre-" + in.End}})
		}
	}
	var walls []inspect.BenchView
	for e, in := range Flats.All(s.Ledger) {
		if in.Shape == "wall" { // another hole that is found later mends no wall
			walls = append(walls, inspect.BenchView{Entry: e, Point: in.End + "-tyre", Mark: wear.Unsafe,
				Title: words.Capital(in.End) + " tyre: its wall is cut", Reason: behindHoles["wall"],
				Cures: []string{"tyre-" + in.End}})
		}
	}
	return append(list, inspect.Lasting(walls)...)
}

// sprung says whether the bike has a leg.
func sprung(s *record.Sheet, leg string) bool {
	for _, l := range Of(s).Legs {
		if l.Place == leg {
			return true
		}
	}
	return false
}
