package plan

import (
	"errors"
	"slices"
	"strings"

	order "utensil/core/plan"
	"utensil/core/wear"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
	"utensil/internal/workshop/stint"
)

// Ordered is an order of the pieces that somebody chose.
type Ordered struct {
	Pieces []string `json:"pieces" doc:"first to last"`
	Moved  string   `json:"moved,omitempty" doc:"the piece that was moved; left out to go back to the order that is worked out"`
	Later  bool     `json:"later,omitempty" doc:"it goes behind all that does not wait for it"`
	Why    string   `json:"why,omitempty" doc:"why it is done later: asked where that leaves something open, or unsafe"`
}

// LeftAlone is what was left to go on by itself.
type LeftAlone struct {
	What    string `json:"what" doc:"of the book, or in words"`
	Minutes int    `json:"minutes" doc:"until it is over; 1 to 2880"`
	Note    string `json:"note,omitempty" doc:"what lies in it"`
}

// AloneOver says that what went on by itself is over and was seen to.
type AloneOver struct {
	Alone record.ID `json:"alone"`
}

// The kinds of entry of a plan. None of them says anything of the bike.
var (
	Orders = record.NewKind(record.Kind[Ordered]{Name: "ordered", By: record.ByMechanic})
	Alones = record.NewKind(record.Kind[LeftAlone]{Name: "alone", By: record.ByAnyone})
	Overs  = record.NewKind(record.Kind[AloneOver]{Name: "alone_over", By: record.ByMechanic})
)

// Leaving is what stands before the door, and what was begun.
type Leaving func(*record.Sheet) ([]record.Obstacle, []record.Begun)

// Subject is the plan of a job. An order of pieces makes no bike safe and puts nothing before the
// door; what goes on by itself does, until somebody has seen to it: parts lie in it, glue is wet.
func Subject(leaving Leaving) record.Subject {
	before := func(s *record.Sheet) []record.Obstacle { return append(promised(s), goingOn(s)...) }
	return record.Subject{Obstacles: before, Checks: []record.Check{
		Orders.Checked(func(s *record.Sheet, in Ordered) (*Ordered, error) {
			obstacles, begun := leaving(s)
			return checkOrdered(s, piecesOf(s, obstacles, begun), in)
		}),
		stint.Ups.Checked(func(s *record.Sheet, in stint.TookUp) (*stint.TookUp, error) {
			obstacles, begun := leaving(s)
			return checkTaken(piecesOf(s, obstacles, begun), in)
		}),
		stint.Downs.Checked(func(_ *record.Sheet, in stint.LaidDown) (*stint.LaidDown, error) { return &in, nil }),
		Alones.Checked(checkAlone), Overs.Checked(checkOver), sold.Serves.CheckedAs(checkServed),
	}}
}

// checkOrdered refuses an order that cannot be, and says why.
func checkOrdered(s *record.Sheet, pieces []PieceView, in Ordered) (*Ordered, error) {
	var err error
	if in.Why, err = record.TidyOptional("why", "why it is done later", in.Why); err != nil {
		return nil, err
	}
	if len(in.Pieces) == 0 && in.Moved == "" {
		return &in, nil
	}
	j := job(s, pieces)
	if in.Later {
		in.Pieces = order.Last(j, in.Pieces, in.Moved)
	}
	_, err = order.InOrder(j, in.Pieces)
	var unfit *order.Unfit
	switch {
	case errors.As(err, &unfit):
		p, waits := find(pieces, unfit.Piece), find(pieces, unfit.Waits)
		why, _ := comesAfter(s, p, waits)
		return nil, record.Refuse("pieces", "“%s” comes after “%s”. %s.",
			strings.Trim(p.Title, "“”"), strings.Trim(waits.Title, "“”"), why)
	case err != nil:
		return nil, &record.Problem{Kind: record.Stale, Title: "The pieces have changed meanwhile",
			Detail: "Something was found or done on another tablet. The list is shown as it is now: move it there."}
	}
	return &in, checkWaits(in, pieces)
}

// checkTaken refuses to take up what is not open any more.
func checkTaken(pieces []PieceView, in stint.TookUp) (*stint.TookUp, error) {
	i := slices.IndexFunc(pieces, func(p PieceView) bool { return p.ID == in.Piece })
	if i < 0 {
		return nil, record.Refuse("piece", "That piece is not open any more. The list is shown as it is now.")
	}
	in.Title = pieces[i].Title
	return &in, nil
}

// checkWaits asks for a reason where an order leaves something that should not be left lightly,
// however it was moved.
func checkWaits(in Ordered, pieces []PieceView) error {
	i := slices.IndexFunc(pieces, func(p PieceView) bool { return p.ID == in.Moved })
	if i < 0 {
		return record.Refuse("moved", "That piece is not open any more. The list is shown as it is now.")
	}
	unsafe, untold := untold(pieces)
	switch waits := in.Pieces[0] != in.Moved; {
	case in.Why != "":
	case untold && in.Pieces[0] != unsafe:
		return record.Refuse("why", "“%s” is unsafe as it is, and waits then: put it off with Later, and say why.",
			find(pieces, unsafe).Title)
	case waits && pieces[i].Begun:
		return record.Refuse("why", "It was begun, and stays open: put it off with Later, and say why it waits, for "+
			"whoever comes to this bike.")
	case waits && pieces[i].Mark == wear.Unsafe:
		return record.Refuse("why", "It is unsafe as it is: put it off with Later, and say why it waits.")
	}
	return nil
}

// goingOn is what goes on by itself, as it stands before the door.
func goingOn(s *record.Sheet) (list []record.Obstacle) {
	for _, a := range running(s) {
		o := record.Obstacle{Title: a.What, Mark: wear.Open, Stage: record.StageWork, Target: string(a.ID),
			Detail: "goes on by itself until " + s.Local(a.Until).Format("15:04")}
		if a.Over {
			o.Mark, o.Detail = wear.Watch, "over, and nobody has seen to it"
		}
		list = append(list, o)
	}
	return list
}

func find(pieces []PieceView, id string) *PieceView {
	return &pieces[slices.IndexFunc(pieces, func(p PieceView) bool { return p.ID == id })]
}

// longest is how many minutes something may go on by itself: two days.
const longest = 2880

func checkAlone(_ *record.Sheet, in LeftAlone) (*LeftAlone, error) {
	var err error
	if in.What, err = record.TidyName("what", "what goes on by itself", in.What); err != nil {
		return nil, err
	}
	if in.Minutes < 1 || in.Minutes > longest {
		return nil, record.Refuse("minutes", "Say in how many minutes it is over, 1 to %d.", longest)
	}
	in.Note, err = record.TidyOptional("note", "what lies in it", in.Note)
	return &in, err
}

func checkOver(s *record.Sheet, in AloneOver) (*AloneOver, error) {
	i := slices.IndexFunc(running(s), func(a AloneView) bool { return a.ID == s.Current(in.Alone) })
	if i < 0 {
		return nil, record.Refuse("alone", "That does not go on any more: somebody has seen to it.")
	}
	in.Alone = s.Current(in.Alone)
	return &in, nil
}
