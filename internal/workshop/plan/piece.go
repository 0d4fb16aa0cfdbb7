package plan

import (
	"cmp"
	"math"
	"slices"
	"strings"

	"utensil/core/bike"
	"utensil/core/fit"
	order "utensil/core/plan"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/stint"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/knowledge"
	"utensil/knowledge/flow"
	"utensil/knowledge/service"
)

// PieceView is one piece of a job.
type PieceView struct {
	ID      string          `json:"id"`
	Title   string          `json:"title"`
	Act     string          `json:"act" doc:"what one does there, as its button says"`
	Detail  string          `json:"detail"`
	Mark    wear.Mark       `json:"mark"`
	Stage   record.Stage    `json:"stage" enum:"check-in,inspect,agree,work,verify,hand-over"`
	Place   record.Place    `json:"place,omitempty" doc:"where it is done, when that is not the screen of its stage"`
	Target  string          `json:"target,omitempty" doc:"what is opened there"`
	Item    *record.ID      `json:"item,omitempty" doc:"the agreed work that it is"`
	Guide   string          `json:"guide,omitempty" doc:"the guided work that does it"`
	Begun   bool            `json:"begun,omitempty" doc:"it was begun and goes on where it stands"`
	By      string          `json:"by,omitempty" doc:"who began it; whoever goes on takes it over where it stands"`
	Hand    *stint.HandView `json:"hand,omitempty" doc:"who has it in hand, or laid it down"`
	Spent   float64         `json:"spent,omitempty" doc:"minutes that it has taken so far"`
	End     string          `json:"end,omitempty" enum:"front,rear" doc:"of the bike, where it is at one"`
	Point   string          `json:"point,omitempty" doc:"of the walk-round where it is drawn"`
	Minutes float64         `json:"minutes" doc:"that it usually takes, its preparations apart"`
	Low     float64         `json:"low" doc:"one in ten is quicker"`
	High    float64         `json:"high" doc:"and one in ten slower"`
	Here    int             `json:"here,omitempty" doc:"how often it was timed in this shop; left out where the minutes are the book's"`
	Alike   bool            `json:"alike,omitempty" doc:"it was timed so on bikes of this kind"`
	Yours   float64         `json:"yours,omitempty" doc:"minutes that it takes whoever asks, where they were timed often enough"`
	Tools   []string        `json:"tools" doc:"to lay out first"`
	Asks    []string        `json:"asks" doc:"what it will ask to be written down"`
	Drawers []Drawer        `json:"drawers" doc:"what it fits, with where it lies"`

	From  float64  `json:"from" doc:"minutes from now"`
	To    float64  `json:"to" doc:"minutes from now"`
	Makes []string `json:"makes" doc:"what is done first for it: the rear wheel out"`
	Undo  []string `json:"undo" doc:"and what is put back for it"`
	Why   []string `json:"why" doc:"why it stands here"`
	None  string   `json:"none,omitempty" doc:"why nobody is told step by step how it is done"`
	Step  *ToServe `json:"step,omitempty" doc:"it is a part of what was sold"`
	Fresh string   `json:"fresh,omitempty" enum:"new,moved" doc:"it is new, or stands elsewhere than in the order that stood"`

	// what it costs is told of what is new
	Costs float64 `json:"costs,omitempty" doc:"minutes by which the job is over later for it, what it shares apart"`

	rank  rank
	work  string // as it is timed by
	tells bool
	op    knowledge.Operation
	alone float64
	step  service.Step // of the service that it is a part of
	at    int          // its place there, from 1
}

// Drawer is where a part lies that a piece fits.
type Drawer struct {
	What string `json:"what"`
	Bin  string `json:"bin,omitempty"`
	Held int    `json:"held"`
}

// rank is what kind of a piece it is: nothing of one kind comes before all of those that it waits for.
type rank int

const (
	looks  rank = iota // it may change the quote: the sooner the better
	works              // hands on the bike
	tight              // bolts torqued, air as left: after the last hand on it
	tried              // tests, after what can affect them
	ridden             // the ride is last of the tests
	said               // what the owner said is answered by what was done and ridden
	back               // what came with the bike goes home with it
)

// Spread is how far the minutes of a piece lie apart, as a standard deviation of their logarithm,
// where the shop has none of its own: a third either way is what mechanics say (our own judgement).
const Spread = 0.3

// minutes of what has no operation, for each of its count (common practice, no published source).
var minutes = map[string]float64{"walk": 0.4, "bolts": 0.6, "feel": 0.08, "air": 1, "set": 0.7, "sign": 1,
	"test_ride": 6, "offer": 1.5, "said": 1, "belongings": 0.5, "hunt": 10, "other": 4}

// Timed are pieces that the shop has timed often enough to go by it.
const Timed = 3

// piecesOf lists the pieces of a job: each of what stands before the door is in one of them.
func piecesOf(s *record.Sheet, leaving []record.Obstacle, begun []record.Begun) []PieceView {
	var list []PieceView
	at := map[string]int{}
	add := func(p PieceView) *PieceView {
		if i, there := at[p.ID]; there {
			return &list[i]
		}
		at[p.ID] = len(list)
		list = append(list, p)
		return &list[len(list)-1]
	}
	items := runbench.Items(s)
	for i := range items {
		if items[i].State == "agreed" {
			add(itemPiece(s, &items[i]))
		}
	}
	for _, p := range append(servePieces(s, list), setPieces(s)...) {
		add(p)
	}
	alone := running(s)
	for _, o := range leaving {
		id, r := kindOf(o)
		if strings.HasPrefix(o.Target, servedAt) || slices.ContainsFunc(list, func(p PieceView) bool {
			return p.Step != nil && p.Place == o.Place && p.Target == o.Target
		}) {
			continue // what was sold is in pieces already, and what was begun of it
		}
		if i := slices.IndexFunc(alone, func(a AloneView) bool { return string(a.ID) == o.Target }); i >= 0 {
			if !alone[i].Over {
				continue // it is no work yet
			}
			o.Title, o.Detail = "See to it: "+words.Lower(alone[i].What), alone[i].Then
		}
		if id == "" || id == "walk" && elsewhere(s, &o) {
			continue
		}
		if i, agreed := at["item:"+o.Target]; agreed {
			list[i].Mark = o.Mark
			continue
		}
		if run, of := runOf(s, o); of != nil {
			if i, there := at["item:"+string(*of)]; there {
				list[i].Begun, list[i].Place, list[i].Target = true, record.PlaceRun, string(run)
				continue
			}
		}
		p := add(obstaclePiece(id, r, o))
		if id == "walk" && slices.ContainsFunc(list, func(p PieceView) bool { return p.at > 0 }) {
			p.tells = false // what was sold looks first
		}
		if id == "feel" {
			p.Step = felt(s)
		}
		p.gather(o)
		p.Begun = p.Begun || slices.ContainsFunc(begun, func(b record.Begun) bool {
			return b.Place == o.Place && b.Target == o.Target
		})
	}
	for i := range list {
		list[i].told(s, begun)
	}
	return list
}

// timed goes by how long work was in hand here, its preparations apart, where that was told often enough
// and no guide was timed: on bikes of this kind, else on all.
func (p *PieceView) timed(s *record.Sheet, work string) {
	p.work = work
	for _, bike := range []string{parts.Facts.Of(s).Kind, ""} {
		took := stint.Times.Of(s)[stint.Of{Work: work, Bike: bike}]
		if p.Here == 0 && took.Times >= Timed {
			p.Here, p.Alike, p.Minutes = took.Times, bike != "", max(1, math.Round(took.Minutes)-p.prepared(s))
		}
	}
}

// yours is how long it takes whoever looks: the plan is the same for everybody.
func (p *PieceView) yours(s *record.Sheet, who record.ID) {
	if took := stint.Times.Of(s)[stint.Of{Work: p.work, Who: who}]; who != "" && took.Times >= Timed {
		p.Yours = max(1, math.Round(took.Minutes)-p.prepared(s))
	}
}

// told says how far a piece's minutes lie apart, and who is at it.
func (p *PieceView) told(s *record.Sheet, begun []record.Begun) {
	p.spread(begun)
	p.held(s)
}

// held says who has a piece in hand, or laid it down, and how long it was.
func (p *PieceView) held(s *record.Sheet) {
	p.Spent = stint.SpentOn(s, p.ID)
	for _, h := range stint.Hands.Of(s) {
		if h.Piece == p.ID && (p.Hand == nil || p.Hand.Down) {
			p.Hand = &h
		}
	}
}

// spread says how far a piece's minutes lie apart, and who began it.
func (p *PieceView) spread(begun []record.Begun) {
	for _, b := range begun {
		if p.Begun && b.Place == p.Place && b.Target == p.Target {
			p.By = b.By
		}
	}
	low, high := order.Tenths(p.Minutes, Spread)
	p.Low, p.High = math.Round(low), math.Round(high)
}

// kindOf says which piece an obstacle belongs to; "" for what waits for somebody else.
func kindOf(o record.Obstacle) (string, rank) {
	switch {
	case o.Waits:
		return "", looks
	case o.Stage == record.StageAgree:
		return "offer", looks
	case o.Stage == record.StageInspect && o.Place == "":
		return "walk", looks
	case o.Place == record.PlaceHunt:
		return "hunt:" + o.Target, looks
	case o.Place == record.PlaceSaid:
		return "said", said
	case o.Stage == record.StageHandOver:
		return "belongings", back
	case o.Place == record.PlaceContacts:
		return "set", tight
	case o.Place == record.PlaceAir && o.Stage == record.StageVerify, strings.HasPrefix(o.Target, "air:"):
		return "air", tight
	case o.Place == record.PlaceRide:
		return "at:" + string(o.Place) + ":" + o.Target, ridden
	case o.Target == trial.SignTestRide:
		return "sign:" + o.Target, ridden
	case slices.Contains([]string{trial.SignFrontBrake, trial.SignRearBrake, trial.SignThirdBrake}, o.Target):
		return "sign:" + o.Target, tried
	case o.Target == torque.FeelAll:
		return "feel", tight
	case o.Stage == record.StageVerify && o.Place == "":
		return "bolts", tight
	case o.Stage == record.StageVerify:
		return "at:" + string(o.Place) + ":" + o.Target, tried
	}
	return "at:" + string(o.Place) + ":" + o.Target, works
}

// obstaclePiece begins the piece that an obstacle belongs to.
func obstaclePiece(id string, r rank, o record.Obstacle) PieceView {
	kind, _, _ := strings.Cut(id, ":")
	act, named := acts[kind]
	if !named {
		act = "Open it"
	}
	return PieceView{ID: id, Act: act, Title: o.Title, Detail: o.Detail, Mark: o.Mark, Stage: o.Stage, Place: o.Place,
		Target: o.Target, End: endIn(o.Target), rank: r,
		Point: points[o.Target], tells: r == looks, Tools: []string{}, Asks: []string{}, Drawers: []Drawer{}}
}

// gather counts an obstacle into its piece.
func (p *PieceView) gather(o record.Obstacle) {
	kind, _, _ := strings.Cut(p.ID, ":")
	each, known := minutes[kind]
	switch {
	case p.ID == "sign:test_ride":
		each = minutes["test_ride"]
	case !known:
		each = minutes["other"]
	}
	p.Minutes += each * float64(max(1, o.Count))
	if o.Mark.Worse(p.Mark) {
		p.Mark = o.Mark
	}
	if p.Title == o.Title {
		return
	}
	if p.Detail != "" && !strings.Contains(p.Detail, o.Title) {
		p.Detail += " · " + words.Lower(o.Title)
	}
	if title, several := severals[kind]; several {
		p.Title = title
	}
}

// severals are what pieces are called that gather several things.
var severals = map[string]string{"air": "Set the air, and the clicks, as they are left",
	"belongings": "Give back what came with the bike", "said": "Answer what the owner said",
	"offer": "Offer what was found", "bolts": "Torque run",
	"set": "Put back how the rider has it"}

// points are where on the drawing a test is made.
var points = map[string]string{trial.SignFrontBrake: "front-wheel", trial.SignRearBrake: "rear-wheel"}

// acts are what is done at a piece.
var acts = map[string]string{"walk": "Walk round", "hunt": "Look for the cause", "offer": "To the offer",
	"bolts": "Torque them", "air": "Set the air", "set": "Set it", "noted": "Note it",
	"sign": "Try it, and sign", "said": "Answer it",
	"belongings": "Give it back", "item": "Guide me", "serve": "Guide me"}

// itemPiece is agreed work.
func itemPiece(s *record.Sheet, i *agree.ItemView) PieceView {
	p := PieceView{ID: "item:" + string(i.ID), Act: acts["item"], Title: i.Item.Title,
		Detail: "agreed, not done yet", Mark: wear.Open, Stage: record.StageWork, Target: string(i.ID),
		Item: &i.ID, Point: i.Item.Point, Minutes: float64(i.Item.Minutes), Tools: []string{},
		Asks: []string{}, Drawers: []Drawer{}, rank: works}
	o, known := s.Book.Operation(i.Item.Operation)
	if !known {
		return p
	}
	p.op, p.End = needed(s, o), o.End
	if flow.Rides(s.Book.Sequences, o.ID) != "" {
		p.rank = ridden
	}
	p.Minutes = max(1, p.Minutes-p.prepared(s))
	if p.Point == "" && len(o.Cures) > 0 {
		p.Point = o.Cures[0].Point
	}
	for _, place := range o.Fits {
		p.Drawers = append(p.Drawers, drawersOf(s, place)...)
	}
	p.guidedBy(s)
	p.timed(s, o.ID)
	p.asks(s)
	return p
}

// guidedBy finds the guided work that does a piece, among some where they are named: its tools, and
// how long it takes here.
func (p *PieceView) guidedBy(s *record.Sheet, only ...string) {
	for _, g := range s.Book.ProceduresOn(parts.Facts.Of(s)) {
		if g.Operation != p.op.ID || len(only) > 0 && !slices.Contains(only, g.ID) {
			continue
		}
		p.Guide, p.Tools = g.ID, append(slices.Clone(g.Tools), g.Consumables...)
		if took := runlog.Times.Of(s)[g.ID]; took.Times >= Timed {
			p.Here = took.Times
			p.Minutes = max(1, math.Round(took.Minutes)-p.prepared(s))
		}
		return
	}
	if !slices.ContainsFunc(s.Book.Assemblies, func(a knowledge.Assembly) bool {
		return slices.Contains(a.Operations, p.op.ID) && a.When.Holds(parts.Facts.Of(s))
	}) {
		p.None = cmp.Or(p.op.Unguided, "none are written for it yet.")
	}
}

// needed is work with those of its preparations that this bike needs for it.
func needed(s *record.Sheet, o knowledge.Operation) knowledge.Operation {
	o.Needs = slices.DeleteFunc(slices.Clone(o.Needs), func(id string) bool {
		p, known := s.Book.Prerequisite(id)
		return known && !p.When.Holds(parts.Facts.Of(s))
	})
	return o
}

// both are those of a list that stand in another.
func both(all, some []string) []string {
	return slices.DeleteFunc(slices.Clone(all), func(id string) bool { return !slices.Contains(some, id) })
}

// open are the preparations that are made for it. What is ridden for comes when all is home: it makes
// its own and undoes them.
func (p *PieceView) open() []string {
	if p.rank > works {
		return nil
	}
	return p.op.Needs
}

// prepared is how long its preparations take, in minutes.
func (p *PieceView) prepared(s *record.Sheet) (sum float64) {
	for _, id := range p.open() {
		if need, there := s.Book.Prerequisite(id); there {
			sum += float64(need.Minutes)
		}
	}
	return sum
}

// asks says what a piece will ask for.
func (p *PieceView) asks(s *record.Sheet) {
	facts := parts.Facts.Of(s)
	if len(p.op.Fits) > 0 {
		p.Asks = append(p.Asks, "what was fitted")
	}
	joints := s.Book.Loosens(p.op, func(c bike.Condition) bool { return c.Holds(facts) })
	there := 0
	for _, f := range s.Book.Fasteners {
		if slices.Contains(joints, f.ID) && f.When.Holds(facts) {
			there++
		}
	}
	if there > 0 {
		p.Asks = append(p.Asks, "the torque of "+words.Count(there, "joint"))
	}
	if p.op.Pours != "" {
		p.Asks = append(p.Asks, "which bottle was poured")
	}
	if p.op.Beds {
		p.Asks = append(p.Asks, "the brake test")
	}
}

// drawersOf is where parts for a place lie that fit it.
func drawersOf(s *record.Sheet, place string) (list []Drawer) {
	candidates, err := parts.Candidates(s, place, nil)
	if err != nil {
		return nil
	}
	for _, c := range candidates {
		if c.Fit.Verdict == fit.Fits && len(list) < 2 {
			list = append(list, Drawer{What: strings.TrimSpace(c.Name + " " + c.Says), Bin: c.Bin, Held: c.Held})
		}
	}
	return list
}

// runOf is the run that an obstacle is about, and the work that it does.
func runOf(s *record.Sheet, o record.Obstacle) (record.ID, *record.ID) {
	if o.Place != record.PlaceRun {
		return "", nil
	}
	for _, r := range runbench.Runs.Of(s) {
		if string(r.ID) == o.Target {
			return r.ID, r.Item
		}
	}
	return "", nil
}

func endIn(target string) string {
	for _, end := range []string{"front", "rear"} {
		if strings.HasPrefix(strings.TrimPrefix(target, "air:"), end) {
			return end
		}
	}
	return ""
}

// job is the pieces as core/plan takes them.
func job(s *record.Sheet, pieces []PieceView) order.Job {
	j := order.Job{Walk: walk}
	all := []string{}
	facts := parts.Facts.Of(s)
	for _, p := range s.Book.Prerequisites {
		if p.When.Holds(facts) {
			half := float64(p.Minutes) / 2
			j.Preparations = append(j.Preparations, order.Preparation{ID: p.ID, Make: half, Undo: half, With: p.With})
			all = append(all, p.ID)
		}
	}
	for i := range pieces {
		p := &pieces[i]
		one := order.Piece{ID: p.ID, Minutes: p.Minutes, Spread: Spread, Place: p.End, Open: p.open(),
			Shut: both(all, flow.Shut(s.Book.Sequences, p.op.ID)), Tells: p.tells, Alone: p.alone}
		if p.rank > works {
			one.Shut = all
		}
		for k := range pieces {
			if _, why := comesAfter(s, p, &pieces[k]); why {
				one.After = append(one.After, order.After{Piece: pieces[k].ID})
			}
		}
		j.Pieces = append(j.Pieces, one)
		if p.Begun && j.On == "" && p.rank <= works {
			j.On = p.ID
		}
	}
	if id, unsafe := untold(pieces); unsafe {
		j.On = id
	}
	return j
}

// untold is what can throw the rider and was not told yet: it stands before anything goes on.
func untold(pieces []PieceView) (string, bool) {
	i := slices.IndexFunc(pieces, func(p PieceView) bool { return p.tells && p.Mark == wear.Unsafe })
	if i < 0 {
		return "", false
	}
	return pieces[i].ID, true
}

// walk is the minutes from one end of a bike to the other, tools carried along.
const walk = 0.5

// comesAfter says whether a piece comes after another, and why.
func comesAfter(s *record.Sheet, p, other *PieceView) (string, bool) {
	if p == other {
		return "", false
	}
	if seq, by := flow.Before(s.Book.Sequences, other.op.ID, p.op.ID); by && other.op.ID != "" {
		return seq.Why, true
	}
	if why := walkedFirst(p, other); why != "" {
		return why, true
	}
	if other.ID == noted && p.rank == works && !p.Begun && p.step.First == "" {
		return "How the bike is set is noted before hands are on it", true
	}
	if p.rank > works && other.rank < p.rank {
		if why := flow.Rides(s.Book.Sequences, p.op.ID); why != "" {
			return why, true
		}
		return lastWhy[p.rank], true
	}
	return "", false
}

// lastWhy is why what comes last does.
var lastWhy = map[rank]string{tight: "After the last hand on the bike",
	tried: "Nothing is tried before the last thing that disturbs it", ridden: "Ridden when all else is right",
	said: "The work and the ride answer it", back: "Goes home with the bike"}
