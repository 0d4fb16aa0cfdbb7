package workshop

import (
	"slices"

	"pgregory.net/rapid"

	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/runlog"
)

// handiwork is what hands do at the steps of guided work: what they undo, and what is right from
// then on. Common practice, no source.
var handiwork = map[string]map[string]struct {
	reach
	cures []string
}{
	"pads-disc-front": {"wheel-out": {exchanges["front-pads"], nil},
		"fit": {reach{nil, front}, works["pads-disc-front"].cures},
		"set": {reach{[]string{"front-cable-clamp"}, front}, nil}},
	"pads-disc-rear": {"wheel-out": {exchanges["rear-pads"], nil},
		"fit": {reach{nil, rear}, works["pads-disc-rear"].cures},
		"set": {reach{[]string{"rear-cable-clamp"}, rear}, nil}},
	"stem-bar": {"bar": {reach{[]string{"faceplate"}, ride}, nil}, "cap": {reach{[]string{"steerer-clamp"}, ride}, nil},
		"strip": {reach{nil, all}, nil}, "side": {reach{nil, all}, nil},
		"stack": {reach{nil, ride}, works["replace-stem"].cures}},
}

// guides begins guided work, or goes on with it for a while, which may be to its end.
func (x *day) guides() {
	for _, r := range runbench.Runs.Of(x.sheet()) {
		if r.Now != nil {
			x.goesOn(r.ID)
			return
		}
	}
	procedure := rapid.SampledFrom(keys(handiwork)).Draw(x.T, "procedure")
	choices := map[string]string{"held": "pin", "pin_school": "no", "level": "known"}
	if procedure == "stem-bar" {
		choices = map[string]string{"what": rapid.SampledFrom([]string{"stem", "sideways", "bar"}).Draw(x.T, "what")}
	}
	if x.tells(hands[0], runlog.Starts.Says(runlog.Guided{Procedure: procedure, Choices: choices}), nil, "", nil) {
		runs := runbench.Runs.Of(x.sheet())
		x.goesOn(runs[len(runs)-1].ID)
	}
}

// goesOn does some steps, all of them or a few; one that is refused is tried again.
func (x *day) goesOn(id record.ID) {
	for range rapid.SampledFrom([]int{1, 3, 12, 60, 60, 60}).Draw(x.T, "steps") {
		for _, r := range runbench.Runs.Of(x.sheet()) {
			if r.ID != id {
				continue
			}
			if r.Now == nil {
				x.ends++
				return
			}
			x.goesStep(r)
		}
	}
}

// goesStep does what a step asks for, and the step. Rightly, for the most part.
func (x *day) goesStep(r runbench.RunView) {
	who := rapid.SampledFrom(hands[:2]).Draw(x.T, "mechanic")
	for _, b := range r.Bolts {
		x.tightens(b, false)
	}
	if asks := r.Now.Record; asks != nil {
		switch p, _ := book.Point(asks.Point); {
		case asks.Sign != "":
			x.tries(asks.Sign, !x.chance(8))
		case asks.Part != "":
			x.tells(who, putting(asks.Part, nil), nil, "", func(int) { x.toy.off[asks.Part] = false })
		case asks.Point != "" && len(p.Scale) > 0:
			word := p.Scale[0].Word
			if x.chance(4) {
				word = rapid.SampledFrom(p.Scale).Draw(x.T, "word").Word
			}
			x.tells(who, inspect.Readings.Says(inspect.Reading{Point: p.ID, Word: word}), nil, "",
				func(at int) { x.toy.see(p.ID, word, at) })
		case asks.Point != "":
			x.tells(who, inspect.Readings.Says(inspect.Reading{Point: p.ID, Typed: "1.8"}), nil, "", nil)
		}
	}
	in := runlog.StepDone{Run: r.ID, Step: r.Now.ID, Place: r.Place}
	if len(r.Now.Outcomes) > 0 {
		in.Outcome = r.Now.Outcomes[0].Say
	}
	did := handiwork[r.Procedure][r.Now.ID]
	x.tells(who, runlog.Steps.Says(in), nil, "", func(at int) {
		if r.Now.Record.Joints() == nil { // else it was loosened before it was torqued, in the same step
			x.toy.open(did.reach, at)
		}
		for _, what := range did.cures {
			x.toy.worked[what] = append(x.toy.worked[what], at)
		}
	})
}

// endsGuide is rid of guided work: goes on to its end, or says that its steps were not done.
func (x *day) endsGuide(r runbench.RunView) {
	if r.Now != nil && x.chance(2) {
		x.goesOn(r.ID)
		return
	}
	for _, step := range slices.Backward(r.Done) {
		x.tells(hands[3], record.Withdrawals.Says(record.Withdrawn{Reason: "not done"}), &step.ID, "", nil)
	}
	x.tells(hands[3], record.Withdrawals.Says(record.Withdrawn{Reason: "given up"}), &r.ID, "", nil)
}

// gone is a run that was gone through to its end, did what was proposed before that, and that no
// work was told with.
func (x *day) gone(i agree.ItemView) (run record.ID, did bool) {
	s := x.sheet()
	item, _ := s.Find(i.ID)
	for _, r := range runbench.Runs.Of(s) {
		if !r.Finished || x.told[r.ID] || r.Work.Operation != i.Item.Operation {
			continue
		}
		if last, _ := s.Find(r.Done[len(r.Done)-1].ID); item.Seq < last.Seq {
			return r.ID, true
		}
	}
	return "", false
}
