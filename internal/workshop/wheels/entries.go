package wheels

import (
	"slices"

	"utensil/core/words"
	"utensil/internal/workshop/record"
)

// WheelRead is what was read of a wheel in one go round the rim, as it was typed.
type WheelRead struct {
	Stand  record.ID         `json:"stand"`
	Place  int               `json:"place" doc:"how many readings and turns were before it: two mechanics cannot work at one wheel unseen"`
	What   string            `json:"what" enum:"side,out,tension,gauge,pitch,squeeze,dish" doc:"side: mm to the right; out: mm outwards; tension: N; gauge: what a gauge shows, by its table; pitch: Hz, plucked; squeeze: slack, even or tight by hand; dish: mm that each locknut stands out from the rim's edge, right and left"`
	Values map[string]string `json:"values" doc:"by spoke from the valve, 5.5 between two; of a dish by right and left"`
	Known  string            `json:"known,omitempty" doc:"of pitches: the tension of the spoke below, N, by a gauge; left out, they are laid out by the spoke's length"`
	Of     int               `json:"of,omitempty" doc:"the spoke whose tension is known"`
	Gauge  string            `json:"gauge,omitempty" doc:"of the book, whose table is read"`
	Kind   string            `json:"kind,omitempty" doc:"of spoke, as the gauge's table names it"`

	Figures map[string]float64 `json:"figures,omitempty" readOnly:"true" doc:"what they come to, mm or N"`
}

// WheelTurn is what was done at a nipple.
type WheelTurn struct {
	Stand    record.ID `json:"stand"`
	Place    int       `json:"place"`
	Spoke    int       `json:"spoke"`
	Quarters int       `json:"quarters,omitempty" doc:"quarter-turns, tighter where positive"`
	Seized   bool      `json:"seized,omitempty" doc:"it does not turn, or would round off"`
}

// WheelSign is somebody's name under a wheel: that it is true enough for its brake, or why it is
// left as it is.
type WheelSign struct {
	Stand record.ID `json:"stand"`
	Note  string    `json:"note,omitempty" doc:"needed where it is left as it is"`
}

// Kinds of entry of the wheel bench.
var (
	Stands = record.NewKind(record.Kind[WheelStand]{Name: "wheel_stand", By: record.ByMechanic, Past: record.LaterJob})
	Reads  = record.NewKind(record.Kind[WheelRead]{Name: "wheel_read", By: record.ByMechanic})
	Turns  = record.NewKind(record.Kind[WheelTurn]{Name: "wheel_turn", By: record.ByMechanic})
	Signs  = record.NewKind(record.Kind[WheelSign]{Name: "wheel_sign", By: record.ByMechanic})
)

func checkRead(s *record.Sheet, in WheelRead) (*WheelRead, error) {
	b, err := benchWork.GoOn(s, in.Stand, in.Place)
	if err != nil {
		return nil, err
	}
	in.Stand = b.ID
	if in.Figures, err = figures(s.Book, b.wheel, b.Aim.Most, in); err != nil {
		return nil, err
	}
	r := b.readings
	take(&r, in)
	if _, err := b.stand.Plan(r); err != nil {
		return nil, record.Refuse("values", "%s", words.Sentence(err))
	}
	return &in, nil
}

// mostTurned is how many quarters anybody turns at once.
const mostTurned = 12

func checkTurn(s *record.Sheet, in WheelTurn) (*WheelTurn, error) {
	b, err := benchWork.GoOn(s, in.Stand, in.Place)
	if err != nil {
		return nil, err
	}
	in.Stand = b.ID
	switch {
	case in.Spoke < 1 || in.Spoke > b.wheel.Spokes:
		return nil, record.Refuse("spoke", "Spoke %d: this wheel has %d, counted from the valve.",
			in.Spoke, b.wheel.Spokes)
	case len(b.readings.Runouts) == 0 && len(b.readings.Tensions) == 0:
		return nil, record.Refuse("spoke", "Nothing was read yet. Read the rim all round first: a wheel "+
			"is not trued by guess.")
	case in.Seized && in.Quarters != 0:
		return nil, record.Refuse("quarters", "A nipple that is seized was not turned. Say one or the other.")
	case in.Seized && slices.Contains(b.seized, in.Spoke):
		return nil, record.Refuse("spoke", "Spoke %d is known to be seized.", in.Spoke)
	case !in.Seized && (in.Quarters == 0 || in.Quarters > mostTurned || in.Quarters < -mostTurned):
		return nil, record.Refuse("quarters",
			"Say how far it was turned, in quarters: up to %d, minus where it was loosened.", mostTurned)
	}
	return &in, nil
}

func checkSign(s *record.Sheet, in WheelSign) (*WheelSign, error) {
	b, err := benchWork.Open(s, in.Stand)
	if err != nil {
		return nil, err
	}
	in.Stand = b.ID
	if in.Note, err = record.TidyNote("note", in.Note); err != nil {
		return nil, err
	}
	switch {
	case b.turned || !b.Complete:
		return nil, record.Refuse("stand", "Not yet: it is read once more as it stands now, side to "+
			"side and up and down, all round.")
	case len(b.Now.Tight) > 0:
		return nil, record.Refuse("stand", "Spoke %d bears more than its rim allows. Loosen it first: a "+
			"rim that cracks at a nipple lets go.",
			b.Now.Tight[0])
	case !b.True && in.Note == "":
		return nil, record.Refuse("note", "It is not true enough for its brake yet. Say why it is left as it is.")
	}
	return &in, nil
}

// A wheel that was taken out to be trued was undone; one whose spokes were turned runs elsewhere
// between its pads.
var _ = record.Disturbs(func(s *record.Sheet) (list []record.Disturbance) {
	for e, in := range Stands.Ever(s.Ledger) {
		if in.Where != "stand" {
			continue
		}
		o, _ := s.Book.Operation("true-" + in.End)
		list = append(list, record.Disturbance{Since: e.ID,
			Says: "the " + in.End + " wheel went on the stand", Joints: record.Loosens(s, o),
			Tests: []string{in.End + "_brake", record.RideTest}, Named: true})
	}
	for e, in := range Turns.Ever(s.Ledger) {
		if _, stood := Stands.Wrote(s.Ledger, in.Stand); stood != nil && !in.Seized {
			list = append(list, record.Disturbance{Since: e.ID,
				Says:  "spokes of the " + stood.End + " wheel were turned",
				Tests: []string{stood.End + "_brake", record.RideTest}})
		}
	}
	return list
})

// Subject is the truing of wheels.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{Stands.Checked(checkStood), Reads.Checked(checkRead),
			Turns.Checked(checkTurn), Signs.Checked(checkSign),
			Breaks.Checked(checkBroke), Rims.Checked(checkRim)},
		Obstacles: obstacles,
		Corrects:  benchWork.Corrects,
		Begun:     begun,
	}
}
