package plan

import (
	"cmp"
	"math"
	"slices"
	"strings"

	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
	"utensil/internal/workshop/sold"
	"utensil/internal/workshop/stint"
	"utensil/internal/workshop/torque"
	"utensil/knowledge"
	"utensil/knowledge/flow"
	"utensil/knowledge/service"
)

// ToServe is a part of a service, as its piece shows it.
type ToServe struct {
	Service string      `json:"service,omitempty" doc:"that it is a part of; left out for joints that are felt by hand"`
	Part    string      `json:"part,omitempty"`
	Why     string      `json:"why,omitempty"`
	Caution string      `json:"caution,omitempty"`
	Ticked  bool        `json:"ticked" doc:"it is done when somebody says so; else by what it names"`
	Held    string      `json:"held,omitempty" doc:"what comes before it is ticked, in words"`
	Left    []NamedStep `json:"left" doc:"what of it is still to be done: points, places, assemblies"`
	Writes  string      `json:"writes,omitempty" doc:"what is written down with its tick"`
	Alone   *flow.Alone `json:"alone,omitempty" doc:"what goes on by itself when it is ticked"`
}

// NamedStep is something that a part of a service names.
type NamedStep struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Is   string `json:"is" enum:"look,oil,apart,feel"`
	Word string `json:"word,omitempty" doc:"what it reads as it should be; left out where it is measured"`
	With string `json:"with,omitempty" doc:"what it is oiled with, or how it is told where no word says so"`
	How  string `json:"how,omitempty" doc:"where the oil goes, or what shows that it is this form"`
	Of   string `json:"of,omitempty" doc:"the thing that this and another of these are forms of: one of them is there"`
}

// open is what a part names and nobody has done.
func open(s *record.Sheet, p service.Part) []NamedStep {
	left := []NamedStep{}
	for _, id := range p.Step.Looks {
		if _, read := inspect.ReadingOf(s, id); read == nil {
			point, _ := s.Book.Point(id)
			left = append(left, look(s, point))
		}
	}
	for _, o := range apart.OilMap(s) {
		if slices.Contains(p.Step.Oils, o.ID) && o.Entry == nil {
			left = append(left, NamedStep{ID: o.ID, Name: o.Name, Is: "oil", With: o.With, How: o.Where})
		}
	}
	return append(left, toStrip(s, p)...)
}

// toStrip is what a part takes apart and nobody has. Of a thing with several forms the one that was
// begun is the one that is there.
func toStrip(s *record.Sheet, p service.Part) (left []NamedStep) {
	strips := apart.Strips.Of(s)
	for _, id := range p.Step.Apart {
		a, _ := s.Book.Assembly(id)
		if !slices.ContainsFunc(strips, func(v apart.Strip) bool {
			if v.Assembly == id {
				return v.Done && len(v.Tray) > 0
			}
			begun, _ := s.Book.Assembly(v.Assembly)
			return begun.Form.Same(a.Form)
		}) {
			left = append(left, NamedStep{ID: id, Name: a.Name, Is: "apart", How: a.Form.Told})
		}
	}
	for i := range left {
		this, _ := s.Book.Assembly(left[i].ID)
		if slices.ContainsFunc(left, func(n NamedStep) bool {
			other, _ := s.Book.Assembly(n.ID)
			return n.ID != this.ID && other.Form.Same(this.Form)
		}) {
			left[i].Of = this.Form.Is
		}
	}
	return left
}

// look is a point as a part of a service shows it: how it is told, and what it reads as it should be.
func look(s *record.Sheet, p knowledge.Point) NamedStep {
	n := NamedStep{ID: p.ID, Name: p.Name, Is: "look", How: p.Method, Word: inspect.SoundWord(s, p)}
	switch {
	case n.Word != "" && p.Gauge != nil:
		n.How = p.Gauge.Eye.Reason
	case n.Word == "" && p.Gauge != nil:
		n.With = "measured"
	case n.Word == "":
		n.With = "by itself"
	}
	return n
}

// settled says whether a part is done, or was left out.
func settled(s *record.Sheet, p service.Part) bool {
	if _, in := sold.Said(s, p.ID); in != nil && (in.LeftOut || p.Step.Ticked() || p.Work != "") {
		return true
	}
	if p.Work != "" {
		return ran(s, p) || slices.ContainsFunc(agree.Proposals.Of(s), func(i agree.ItemView) bool {
			return i.Item.Operation == p.Work && i.Work != nil
		})
	}
	return !p.Step.Ticked() && len(open(s, p)) == 0
}

// ran says whether guided work has done a part: one of its own guides, where it names any.
func ran(s *record.Sheet, p service.Part) bool {
	if len(p.Step.Guides) == 0 {
		_, whole := runlog.Ran(s, p.Work)
		return whole
	}
	return slices.ContainsFunc(runlog.Finished.Of(s), func(r *runlog.Guided) bool {
		return r.Work.Operation == p.Work && slices.Contains(p.Step.Guides, r.Procedure)
	})
}

// unserved are the parts of what was sold that are still to be done.
var unserved = record.Derive(func(s *record.Sheet) []service.Part {
	return slices.DeleteFunc(slices.Clone(sold.Parts.Of(s)), func(p service.Part) bool { return settled(s, p) })
})

// onlyLooked says whether nothing of a part is left but looks.
func onlyLooked(s *record.Sheet, p service.Part) bool {
	return !p.Step.Ticked() && p.Work == "" &&
		!slices.ContainsFunc(open(s, p), func(n NamedStep) bool { return n.Is != "look" })
}

// promised is what is left of the service that was sold, as it stands before the door. Points stand
// there already.
func promised(s *record.Sheet) []record.Obstacle {
	left := slices.DeleteFunc(slices.Clone(unserved.Of(s)), func(p service.Part) bool { return onlyLooked(s, p) })
	if len(left) == 0 {
		return nil
	}
	of, _ := s.Book.Service(s.Job.Service)
	return []record.Obstacle{{Title: of.Name + ": " + words.Count(len(left), "step") + " to do",
		Detail: left[0].Step.Do, Mark: wear.Open, Stage: record.StageWork, Target: servedAt + left[0].ID,
		Count: len(left)}}
}

// servedAt begins what is a part of a service among pieces, and among the targets of obstacles.
const servedAt = "serve:"

// servePieces are the parts of the service that are still to be done, each a piece. Work that was
// agreed besides is a piece already.
func servePieces(s *record.Sheet, pieces []PieceView) (list []PieceView) {
	of, _ := s.Book.Service(s.Job.Service)
	places := map[string]int{}
	for i, part := range sold.Parts.Of(s) {
		places[part.ID] = i + 1
	}
	for _, part := range unserved.Of(s) {
		step, left := part.Step, open(s, part)
		work := sold.Operation(s, part)
		if part.Work != "" && slices.ContainsFunc(pieces,
			func(p PieceView) bool { return p.op.ID == part.Work }) {
			continue
		}
		p := PieceView{ID: servedAt + part.ID, Title: step.Do, Detail: of.Name, Act: acts["serve"], Mark: wear.Open,
			Stage: record.StageWork, Target: servedAt + part.ID, Point: step.Point, Minutes: step.Minutes,
			Tools: []string{}, Asks: []string{}, Drawers: []Drawer{}, rank: works, op: work, End: work.End,
			step: step, at: places[part.ID],
			Step: &ToServe{Service: of.Name, Part: part.ID, Why: step.Why, Caution: step.Caution,
				Ticked: step.Ticked() || part.Work != "", Left: left, Writes: step.Writes}}
		if i := slices.IndexFunc(s.Book.Alone, func(a flow.Alone) bool { return a.ID == step.Alone }); i >= 0 {
			p.Step.Alone, p.alone = &s.Book.Alone[i], float64(s.Book.Alone[i].Minutes)
		}
		if p.Step.Ticked && len(left) > 0 {
			p.Step.Held = held(left)
		}
		if part.Work != "" {
			p.serves(s, part)
		} else {
			p.timed(s, stint.PartOfService(s.Job.Service, part.ID))
		}
		if onlyLooked(s, part) {
			p.rank, p.Stage = looks, record.StageInspect
		}
		p.goesOn(s, part)
		list = append(list, p)
	}
	return list
}

// elsewhere takes out of the walk-round what parts of the service look at, and says whether that was all.
func elsewhere(s *record.Sheet, o *record.Obstacle) bool {
	rest := slices.DeleteFunc(slices.Clone(inspect.Unread(s)), func(point string) bool {
		return slices.ContainsFunc(unserved.Of(s), func(p service.Part) bool {
			return slices.Contains(p.Step.Looks, point)
		})
	})
	if len(rest) == 0 {
		return true
	}
	o.Title, o.Target, o.Count = words.Count(len(rest), "point")+" not looked at", rest[0], len(rest)
	return false
}

// felt are the joints that a hand tells enough of, as a piece shows them.
func felt(s *record.Sheet) *ToServe {
	v := &ToServe{Left: []NamedStep{}}
	for _, b := range torque.Unsettled(torque.Bolts.Of(s)) {
		if b.Feel {
			name := strings.TrimSpace(b.Name + " " + b.Position)
			v.Left = append(v.Left, NamedStep{ID: b.Key(), Name: name, Is: "feel"})
		}
	}
	return v
}

// walkedFirst is why a piece waits for another by the service that was sold: one comes before all
// work, and before what is below it there, or after.
func walkedFirst(p, other *PieceView) string {
	hands := func(x *PieceView) bool { return x.at > 0 || x.rank == works }
	switch {
	case !hands(p) || !hands(other):
		return ""
	case other.step.First != "" && (p.at == 0 || p.at > other.at):
		return other.step.First
	case p.at > 0 && other.at > 0 && p.rank == works && other.rank == looks && other.at < p.at:
		return "Looked at before hands are on it"
	case p.step.Last != "" && (other.at == 0 || other.at < p.at):
		return p.step.Last
	}
	return ""
}

// serves makes a piece one of work: with its guide, its tools, its minutes.
func (p *PieceView) serves(s *record.Sheet, part service.Part) {
	p.Title = p.op.Title
	if p.Minutes == 0 { // of a bike that is sound, where the service says so
		p.Minutes = float64(p.op.Minutes)
	}
	if flow.Rides(s.Book.Sequences, p.op.ID) != "" {
		p.rank = ridden
	}
	p.Minutes = math.Max(1, p.Minutes-p.prepared(s))
	if p.Point == "" && len(p.op.Cures) > 0 {
		p.Point = p.op.Cures[0].Point
	}
	p.guidedBy(s, part.Step.Guides...)
	p.timed(s, stint.PartOfService(s.Job.Service, part.ID))
	p.asks(s)
	if p.Guide == "" {
		p.None = cmp.Or(part.Step.None, p.None)
	}
}

// goesOn is a part that was begun: an assembly of it is apart, or guided work of it goes on.
func (p *PieceView) goesOn(s *record.Sheet, part service.Part) {
	for _, v := range apart.Strips.Of(s) {
		if !v.Done && slices.Contains(part.Step.Apart, v.Assembly) {
			p.Begun, p.Place, p.Target = true, record.PlaceStrip, string(v.ID)
		}
	}
	for _, r := range runbench.Runs.Of(s) {
		if part.Work != "" && !r.Finished && r.Work.Operation == part.Work && r.Item == nil {
			p.Begun, p.Place, p.Target = true, record.PlaceRun, string(r.ID)
		}
	}
}

// held says what comes before a part is ticked.
func held(left []NamedStep) string {
	names := make([]string, 0, len(left))
	for _, n := range left {
		names = append(names, words.Lower(n.Name))
	}
	return "First what it is done for: " + strings.Join(names, ", ") + "."
}

// checkServed refuses that a part is called done while what it names is open.
func checkServed(s *record.Sheet, d record.Draft, in sold.PartServed) (*sold.PartServed, error) {
	filled, err := sold.Filled(s, in)
	if err != nil {
		return nil, err
	}
	part, _ := sold.Part(s, in.Part)
	if d.Supersedes == nil && settled(s, part) {
		return nil, &record.Problem{Kind: record.Stale, Title: "That is done already",
			Detail: "Somebody has written it down. If it was not done after all, take that back first, under Done."}
	}
	if left := open(s, part); !in.LeftOut && len(left) > 0 {
		return nil, record.Refuse("part", "%s Or leave it out, and say why.", held(left))
	}
	return filled, nil
}
