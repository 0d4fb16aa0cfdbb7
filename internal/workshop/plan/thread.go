package plan

import (
	"fmt"
	"math"
	"slices"
	"time"

	order "utensil/core/plan"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
	"utensil/internal/workshop/stint"
	"utensil/knowledge/flow"
)

// Thread is a job as one thread: what is done now, what then, and what goes on by itself.
type Thread struct {
	Pieces   []PieceView       `json:"pieces" doc:"in their order; the first is done now"`
	Brackets []BracketView     `json:"brackets" doc:"what is made once for several pieces"`
	Alone    []AloneView       `json:"alone" doc:"what goes on by itself, that which is over first"`
	Waits    []WaitView        `json:"waits" doc:"what waits for the owner"`
	Done     []DoneView        `json:"done" doc:"work that is done, the last one last"`
	Finish   float64           `json:"finish" doc:"minutes from now, as it usually goes"`
	Early    float64           `json:"early" doc:"minutes from now: one in ten is over before"`
	Late     float64           `json:"late" doc:"and one in ten only after"`
	Now      time.Time         `json:"now"`
	Next     string            `json:"next,omitempty" doc:"what whoever asks does now: it waits for no piece that another has"`
	Spent    []stint.SpentView `json:"spent,omitempty" doc:"who was at this job for how long"`
	Sold     float64           `json:"sold" doc:"minutes that were sold"`
	Own      *OwnView          `json:"own,omitempty" doc:"the order is one that somebody chose"`
	Kinds    []flow.Alone      `json:"kinds" doc:"what may go on by itself"`
}

// BracketView is a preparation over the pieces that share it.
type BracketView struct {
	Name   string  `json:"name"`
	From   float64 `json:"from" doc:"minutes from now"`
	To     float64 `json:"to" doc:"minutes from now"`
	Pieces int     `json:"pieces" doc:"that need it"`
}

// AloneView is something that goes on by itself.
type AloneView struct {
	ID    record.ID `json:"id"`
	What  string    `json:"what"`
	Note  string    `json:"note,omitempty"`
	Since time.Time `json:"since"`
	Until time.Time `json:"until"`
	Over  bool      `json:"over" doc:"its time is over: it is to be seen to"`
	Then  string    `json:"then,omitempty" doc:"what is done then"`
	By    string    `json:"by"`
}

// WaitView is what waits for the owner.
type WaitView struct {
	Title  string `json:"title"`
	Detail string `json:"detail"`
}

// DoneView is a piece that is done.
type DoneView struct {
	Title string     `json:"title"`
	Took  float64    `json:"took,omitempty" doc:"minutes that it was in hand"`
	Tick  *record.ID `json:"tick,omitempty" doc:"the line that says so of a step that was sold: it can be taken back"`
	By    string     `json:"by"`
	At    time.Time  `json:"at"`
}

// OwnView is an order that somebody chose.
type OwnView struct {
	By    string `json:"by"`
	Moved string `json:"moved,omitempty" doc:"what they moved, by its title, while it is to be done"`
	Why   string `json:"why,omitempty"`
}

// Of is a job as one thread, for who asks for it. stood is the order that is on the screen: what need
// not move stays.
func Of(s *record.Sheet, leaving Leaving, who record.ID, stood []string) (Thread, error) {
	var obstacles []record.Obstacle
	var begun []record.Begun
	if s.Job.ReleasedAt == nil {
		obstacles, begun = leaving(s)
	}
	pieces := piecesOf(s, obstacles, begun)
	t := Thread{Now: s.Now, Brackets: []BracketView{}, Alone: record.Some(running(s)), Waits: []WaitView{},
		Done: done(s), Spent: stint.SpentBy(s), Sold: soldMinutes(s), Pieces: []PieceView{},
		Kinds: record.Some(s.Book.Alone)}
	for _, o := range obstacles {
		if o.Waits {
			t.Waits = append(t.Waits, WaitView{o.Title, o.Detail})
		}
	}
	j := job(s, pieces)
	o, own, err := ordered(s, j, pieces, stood)
	if err != nil {
		return t, fmt.Errorf("putting the job in order: %w", err)
	}
	t.Own = own
	for _, step := range o.Steps {
		p := *find(pieces, step.Piece)
		p.place(s, step, pieces, t.Pieces)
		p.yours(s, who)
		t.Pieces = append(t.Pieces, p)
	}
	for _, b := range o.Brackets {
		if need, known := s.Book.Prerequisite(b.Preparation); known && len(b.Pieces) > 1 {
			t.Brackets = append(t.Brackets, BracketView{need.Name, b.From, b.To, len(b.Pieces)})
		}
	}
	t.Finish, t.Early, t.Late = math.Round(o.Finish), math.Round(o.Early), math.Round(o.Late)
	tellMoved(stood, t.Pieces)
	if len(stood) > 0 {
		costs(j, t.Pieces, o.Finish)
	}
	t.Next = next(s, t.Pieces, who)
	return t, nil
}

// mostCosted are the new pieces whose cost is told: more of them are no news but a new job.
const mostCosted = 5

// costs tells by how much later the job is over for what is new, in the order that it stands in.
func costs(j order.Job, now []PieceView, finish float64) {
	told := 0
	for i := range now {
		if now[i].Fresh != "new" || told == mostCosted {
			continue
		}
		told++
		without, rest := order.Job{Preparations: j.Preparations, Walk: j.Walk}, []string{}
		for _, p := range now {
			if p.ID != now[i].ID {
				rest = append(rest, p.ID)
			}
		}
		for _, p := range j.Pieces {
			if p.ID == now[i].ID {
				continue
			}
			p.After = slices.DeleteFunc(slices.Clone(p.After), func(a order.After) bool { return a.Piece == now[i].ID })
			without.Pieces = append(without.Pieces, p)
		}
		if o, err := order.InOrder(without, rest); err == nil {
			now[i].Costs = math.Max(0, math.Round(finish-o.Finish))
		}
	}
}

// next is the piece that somebody does now: the one they have in hand, else the first that nobody else
// has and that waits for none which another has. Something unsafe that the owner was not told of comes first.
func next(s *record.Sheet, pieces []PieceView, who record.ID) (first string) {
	if id, unsafe := untold(pieces); unsafe {
		return id
	}
	var held []*PieceView // in other hands, or after one that is: pieces stand behind what they wait for
	for i := range pieces {
		p := &pieces[i]
		inHand := p.Hand != nil && !p.Hand.Down
		switch {
		case inHand && p.Hand.Who == who:
			return p.ID
		case inHand || slices.ContainsFunc(held, func(o *PieceView) bool {
			_, waits := comesAfter(s, p, o)
			return waits
		}):
			held = append(held, p)
		case first == "":
			first = p.ID
		}
	}
	if first == "" && len(pieces) > 0 {
		return pieces[0].ID
	}
	return first
}

// soldMinutes are the minutes that the owner pays for: of the service, and of what was agreed besides.
func soldMinutes(s *record.Sheet) (sum float64) {
	if v := sold.PartOf(s).Service; v != nil {
		sum = float64(v.Minutes)
	}
	for _, i := range agree.Proposals.Of(s) {
		if i.State == "agreed" || i.State == "done" {
			sum += float64(i.Item.Minutes)
		}
	}
	return sum
}

// JobOf is a job's pieces as they are put in order, with what was sold in its own order.
func JobOf(s *record.Sheet, leaving Leaving) order.Job {
	obstacles, begun := leaving(s)
	pieces := piecesOf(s, obstacles, begun)
	j := job(s, pieces)
	j.Stood = walked(pieces)
	return j
}

// ordered is the order that somebody chose last, with what is new where it costs least, while it
// can be; else the best.
func ordered(s *record.Sheet, j order.Job, pieces []PieceView, stood []string) (
	order.Order, *OwnView, error) {
	e, chosen := Orders.Newest(s.Ledger)
	if chosen != nil && chosen.Moved != "" {
		keep := chosen.Pieces
		// What turned out unsafe since was put off by nobody.
		if id, unsafe := untold(pieces); unsafe && (chosen.Why == "" || chosen.Moved != id) {
			rest := slices.DeleteFunc(slices.Clone(keep), func(x string) bool { return x == id })
			keep = append([]string{id}, rest...)
		}
		if o, kept := follow(j, keep); kept {
			own := &OwnView{By: e.ByName, Why: chosen.Why}
			if i := slices.IndexFunc(pieces, func(p PieceView) bool { return p.ID == chosen.Moved }); i >= 0 {
				own.Moved = pieces[i].Title
			}
			return o, own, nil
		}
		j.Stood = chosen.Pieces
	} else {
		j.Stood = stood
		if len(stood) == 0 {
			j.Stood = walked(pieces)
		}
	}
	o, err := order.Plan(j)
	return o, nil, err
}

// walked is the order of what was sold: it has its own sense. What is looked at besides comes after
// the last of its looks.
func walked(pieces []PieceView) (ids []string) {
	last := 0
	for _, p := range pieces {
		if p.Step == nil || p.Step.Part == "" {
			continue
		}
		if ids = append(ids, p.ID); p.rank == looks {
			last = len(ids)
		}
	}
	for _, besides := range []string{noted, "walk"} {
		if len(ids) > 0 && slices.ContainsFunc(pieces, func(p PieceView) bool { return p.ID == besides }) {
			ids = slices.Insert(ids, last, besides)
		}
	}
	return ids
}

// follow keeps an order of before: what is gone is left out, what is new goes where it costs least.
func follow(j order.Job, chosen []string) (order.Order, bool) {
	there := map[string]order.Piece{}
	for _, p := range j.Pieces {
		there[p.ID] = p
	}
	stands := slices.DeleteFunc(slices.Clone(chosen), func(id string) bool { _, is := there[id]; return !is })
	so := order.Job{Preparations: j.Preparations, Walk: j.Walk}
	in := func(ids []string) {
		so.Pieces = so.Pieces[:0]
		for _, id := range ids {
			p := there[id]
			p.After = slices.DeleteFunc(slices.Clone(p.After), func(a order.After) bool {
				return !slices.Contains(ids, a.Piece)
			})
			so.Pieces = append(so.Pieces, p)
		}
	}
	in(stands)
	o, err := order.InOrder(so, stands)
	for _, p := range j.Pieces {
		if err != nil || slices.Contains(stands, p.ID) {
			continue
		}
		before := slices.Clone(stands)
		in(append(stands, p.ID))
		if o, _, err = order.Insert(so, before, p.ID); err == nil {
			stands = stands[:0]
			for _, step := range o.Steps {
				stands = append(stands, step.Piece)
			}
		}
	}
	return o, err == nil
}

// place writes down where a piece came to stand, and why.
func (p *PieceView) place(s *record.Sheet, step order.Step, all, before []PieceView) {
	p.From, p.To = step.From, step.To
	names := func(ids []string) []string {
		said := []string{}
		for _, id := range ids {
			if need, known := s.Book.Prerequisite(id); known {
				said = append(said, need.Name)
			}
		}
		return said
	}
	p.Makes, p.Undo, p.Why = names(step.Makes), names(step.Undo), []string{}
	for _, id := range step.With {
		if need, known := s.Book.Prerequisite(id); known {
			p.Why = append(p.Why, fmt.Sprintf("%s: shared with what stands before, which saves %d min",
				need.Name, need.Minutes))
		}
	}
	switch {
	case p.tells && p.Mark == wear.Unsafe:
		p.Why = append(p.Why, "What can throw the rider is told before anything goes on")
	case p.tells && len(before) < len(all)-1:
		p.Why = append(p.Why, "Early: it may change what the owner is asked")
	case p.Item != nil && p.op.ID == "":
		p.Why = append(p.Why, "Not in the book: what comes before it and what it opens is not known here")
	}
	// Of what it waits for, the nearest that is done before it.
	for i := len(before) - 1; i >= 0; i-- {
		if why, waits := comesAfter(s, p, &before[i]); waits {
			p.Why = append(p.Why, why)
			return
		}
	}
	// Else what waits for it.
	for i := range all {
		if why, waits := comesAfter(s, &all[i], p); waits && p.rank == works && all[i].rank == works {
			p.Why = append(p.Why, "Before “"+all[i].Title+"”: "+why)
			return
		}
	}
}

// tellMoved says which pieces are new, and which stand behind one that stood behind them.
func tellMoved(stood []string, now []PieceView) {
	furthest := -1
	for i := range now {
		at := slices.Index(stood, now[i].ID)
		switch {
		case len(stood) == 0:
		case at < 0:
			now[i].Fresh = "new"
		case at < furthest:
			now[i].Fresh = "moved"
		}
		furthest = max(furthest, at)
	}
}

// running is what goes on by itself, that which is over first.
func running(s *record.Sheet) (list []AloneView) {
	for e, in := range Alones.All(s.Ledger) {
		if _, over := Overs.Last(s.Ledger, func(o *AloneOver) bool { return s.Current(o.Alone) == e.ID }); over != nil {
			continue
		}
		v := AloneView{ID: e.ID, What: in.What, Note: in.Note, Since: e.At,
			Until: e.At.Add(time.Duration(in.Minutes) * time.Minute), By: e.ByName}
		v.Over = !s.Now.Before(v.Until)
		if i := slices.IndexFunc(s.Book.Alone, func(a flow.Alone) bool { return a.ID == in.What }); i >= 0 {
			v.What, v.Then = s.Book.Alone[i].Name, s.Book.Alone[i].Then
		}
		list = append(list, v)
	}
	slices.SortStableFunc(list, func(a, b AloneView) int { return a.Until.Compare(b.Until) })
	return list
}

// done is the agreed work that is done, and what was ticked of the service.
func done(s *record.Sheet) []DoneView {
	list := []DoneView{}
	for _, i := range agree.Proposals.Of(s) {
		if i.Work != nil && i.WorkAt != nil {
			list = append(list, DoneView{Title: i.Item.Title, Took: stint.SpentOn(s, "item:"+string(i.ID)),
				By: i.WorkBy, At: *i.WorkAt})
		}
	}
	for _, p := range sold.Parts.Of(s) {
		if e, in := sold.Said(s, p.ID); in != nil {
			v := DoneView{Title: in.Says, Took: stint.SpentOn(s, servedAt+p.ID), Tick: &e.ID, By: e.ByName, At: e.At}
			if in.LeftOut {
				v.Title = "Left out: " + words.Lower(in.Says)
			}
			list = append(list, v)
		}
	}
	slices.SortStableFunc(list, func(a, b DoneView) int { return a.At.Compare(b.At) })
	return list
}
