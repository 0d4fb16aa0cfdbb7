package workshop

import (
	"slices"
	"strconv"
	"time"

	"pgregory.net/rapid"

	"utensil/core/gear"
	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/runbench"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/trial"
	"utensil/internal/workshop/wheels"
	"utensil/knowledge"
)

// something is one thing that somebody does at the bike, or says of it.
func (x *day) something() {
	acts := []func(){
		x.reads, x.reads, x.corrects, x.strikes, x.proposes, x.answers, x.works, x.torques, x.signs, x.fits,
		x.fits, x.takesOff, x.takesOff, x.stands, x.indexes, x.saysOtherwise, x.lighter, x.hunts, x.guides,
		x.takesApart, x.writesDown, x.losesNetwork,
	}
	acts[rapid.IntRange(0, len(acts)-1).Draw(x.T, "act")]()
}

func keys[V any](m map[string]V) []string {
	var list []string
	for k := range m {
		list = append(list, k)
	}
	slices.Sort(list)
	return list
}

func (x *day) reads() {
	point := rapid.SampledFrom(keys(dangers)).Draw(x.T, "point")
	p, _ := book.Point(point)
	word := rapid.SampledFrom(p.Scale).Draw(x.T, "word").Word
	if x.chance(2) {
		word = rapid.SampledFrom(dangers[point]).Draw(x.T, "danger")
	}
	if x.chance(4) {
		x.tells(x.who(), inspect.Readings.Says(inspect.Reading{Point: point, PassedOver: true,
			Note: "no time"}), nil, "", nil)
		return
	}
	x.tells(x.who(), inspect.Readings.Says(inspect.Reading{Point: point, Word: word}), nil, "",
		func(at int) { x.toy.see(point, word, at) })
}

// corrects says that a reading, a sign, a torque or something written down was a slip. It was one
// where whoever wrote it says so, or the shop owner does, and says why.
func (x *day) corrects() {
	s := x.sheet()
	if len(s.Standing) == 0 {
		return
	}
	old := rapid.SampledFrom(s.Standing).Draw(x.T, "old")
	by, why := x.who(), rapid.SampledFrom([]string{"", "pressed the wrong word"}).Draw(x.T, "why")
	slip := why != "" && (by.Role == record.Keeper || by.ID == old.By)
	if r := inspect.Readings.In(old.Content); r != nil {
		in := inspect.Reading{Point: r.Point, Word: "Sound", PassedOver: x.chance(3), Note: "n"}
		if p, _ := book.Point(r.Point); len(p.Scale) > 0 {
			in.Word = p.Scale[0].Word
		}
		x.tells(by, inspect.Readings.Says(in), &old.ID, why, func(int) {
			if slip && !in.PassedOver {
				delete(x.toy.unsafe, r.Point+": "+r.Word)
			}
			if !in.PassedOver {
				x.toy.see(r.Point, in.Word, x.when[old.ID])
			}
		})
	}
	if f := inspect.Findings.In(old.Content); f != nil {
		x.tells(by, inspect.Findings.Says(inspect.Finding{Title: f.Title, Mark: wear.Watch}), &old.ID, why, func(int) {
			if slip {
				delete(x.toy.unsafe, string(old.ID))
			}
		})
	}
	if g := trial.Signs.In(old.Content); g != nil {
		x.tells(by, trial.Signs.Says(trial.Sign{What: g.What, Passed: true, Note: why}), &old.ID, why, func(int) {
			if !g.Passed && slip {
				latest(x.toy.tried, g.What, x.when[old.ID])
			}
		})
	}
	if b := torque.Torques.In(old.Content); b != nil {
		again := torque.Torque{Fastener: b.Fastener, Position: b.Position, Found: b.Found,
			LeftTyped: b.LeftTyped, Set: b.Set, Note: "a slip"}
		x.tells(by, torque.Torques.Says(again), &old.ID, why, nil)
	}
}

// strikes takes anything back that stands. What hands did stays done.
func (x *day) strikes() {
	s := x.sheet()
	if len(s.Standing) == 0 {
		return
	}
	old := rapid.SampledFrom(s.Standing).Draw(x.T, "old")
	by, why := x.who(), rapid.SampledFrom([]string{"", "a slip"}).Draw(x.T, "reason")
	x.tells(by, record.Withdrawals.Says(record.Withdrawn{Reason: why}), &old.ID, "",
		func(int) { x.struck(old, by, why) })
}

// struck is what is not so any more once an entry was taken back: a part that did not come off
// after all, work that was not done, a try that was not made.
func (x *day) struck(old record.Entry, by record.Actor, why string) {
	if in := parts.Takings.In(old.Content); in != nil && why != "" && (by.Role == record.Keeper || by.ID == old.By) {
		x.toy.off[in.Place] = false
	}
	// the wrong key was pressed
	if hunt.Clues.In(old.Content) != nil && why != "" && (by.Role == record.Keeper || by.ID == old.By) {
		seen := x.toy.unsafe["frame: Crack"]
		x.toy.unsafe["frame: Crack"] = slices.DeleteFunc(seen, func(at int) bool { return at == x.when[old.ID] })
	}
	if in := parts.Puttings.In(old.Content); in != nil {
		for _, taken := range parts.Takings.All(x.sheet().Ledger) {
			if taken.Place == in.Place {
				x.toy.off[in.Place] = true
			}
		}
	}
	if in := agree.Works.In(old.Content); in != nil {
		_, item := agree.Items.Wrote(x.sheet().Ledger, in.Item)
		for _, what := range works[item.Operation].cures {
			delete(x.toy.worked, what)
		}
		if item.Finding != nil {
			delete(x.toy.worked, string(*item.Finding))
		}
	}
}

func (x *day) proposes() {
	list := findings.All.Of(x.sheet())
	item := agree.Item{Operation: rapid.SampledFrom(keys(works)).Draw(x.T, "operation"),
		Title: "Put it right", Minutes: 10}
	if len(list) > 0 && x.chance(2) {
		f := rapid.SampledFrom(list).Draw(x.T, "finding")
		item.Finding = &f.ID
		if len(f.Suggested) > 0 {
			item.Operation = f.Suggested[0].Operation
		}
	}
	x.tells(x.who(), agree.Items.Says(item), nil, "", nil)
}

func (x *day) answers() {
	items := agree.Proposals.Of(x.sheet())
	if len(items) == 0 {
		return
	}
	item := rapid.SampledFrom(items).Draw(x.T, "item")
	said := rapid.SampledFrom([]string{agree.Yes, agree.Yes, agree.No, agree.Refused}).Draw(x.T, "answer")
	in := agree.Answer{Item: item.ID, Answer: said, From: "Ansel", How: "phone", Words: "leave it"}
	x.tells(x.who(), agree.Answers.Says(in), nil, "", nil)
}

func (x *day) works() {
	items := agree.Proposals.Of(x.sheet())
	if len(items) > 0 {
		x.does(rapid.SampledFrom(items).Draw(x.T, "item"))
	}
}

// does marks an item done, and does it.
func (x *day) does(i agree.ItemView) bool {
	done := works[i.Item.Operation]
	guide, told := x.gone(i)
	fills, _ := book.Operation(i.Item.Operation)
	in := agree.Work{Item: i.ID}
	for _, r := range runbench.Runs.Of(x.sheet()) {
		if !r.Finished && x.chance(2) {
			in.Run = &r.ID // begun, and done by hand
		}
	}
	return x.tells(x.who(), agree.Works.Says(in), nil, "", func(at int) {
		if told { // what the guide did was done once
			x.told[guide] = true
			return
		}
		x.toy.open(done.reach, at)
		for _, place := range fills.Fits {
			x.toy.off[place] = false
		}
		work := func(at int, what string) { x.toy.worked[what] = append(x.toy.worked[what], at) }
		for _, what := range done.cures {
			work(at, what)
		}
		if i.Item.Finding != nil {
			work(at, string(*i.Item.Finding))
			if e, _ := x.sheet().Find(*i.Item.Finding); i.Item.Operation == "" || len(done.cures) == 0 {
				if r := inspect.Readings.In(e.Content); r != nil {
					work(at, r.Point+": "+r.Word)
				}
			}
		}
	})
}

func (x *day) torques() {
	bolts := torque.Bolts.Of(x.sheet())
	if len(bolts) > 0 {
		x.tightens(rapid.SampledFrom(bolts).Draw(x.T, "bolt"), x.chance(6))
	}
}

// tightens torques a bolt, or says in a hurry that there is none.
func (x *day) tightens(b torque.BoltView, none bool) bool {
	in := torque.Torque{Fastener: b.Fastener, Position: b.Position, Found: torque.FoundNotChecked,
		Set: b.Rule == nil, NotFitted: none,
		Note: "as it is"}
	if b.Rule != nil {
		in.LeftTyped = strconv.FormatFloat(float64(b.Rule.Min+b.Rule.Max)/2, 'f', 2, 64)
	}
	return x.tells(x.who(), torque.Torques.Says(in), nil, "", func(at int) {
		if !none {
			latest(x.toy.tight, b.Fastener, at)
		}
	})
}

func (x *day) signs() {
	what := rapid.SampledFrom(all).Draw(x.T, "test")
	x.tries(what, !x.chance(5))
}

func (x *day) tries(what string, passes bool) bool {
	return x.tells(x.who(), trial.Signs.Says(trial.Sign{What: what, Passed: passes,
		Note: "as it should"}), nil, "", func(at int) {
		if passes {
			latest(x.toy.tried, what, at)
		} else {
			latest(x.toy.upset, what, at)
		}
	})
}

func (x *day) fits() { x.puts(rapid.SampledFrom(keys(exchanges)).Draw(x.T, "place")) }

func (x *day) puts(place string) bool {
	in := parts.Putting{Place: place, Grade: "new", From: "stock", Why: "worn", Became: "scrap"}
	for _, i := range agree.Proposals.Of(x.sheet()) {
		if fills, _ := book.Operation(i.Item.Operation); i.Work != nil && slices.Contains(fills.Fits, place) {
			in.Item = &i.ID
		}
	}
	return x.tells(x.who(), parts.Puttings.Says(in), nil, "", func(at int) {
		if in.Item != nil && !x.toy.off[place] {
			return // the work put it there: this says which it is
		}
		x.toy.off[place] = false
		x.toy.open(exchanges[place], at)
	})
}

func (x *day) takesOff() {
	place := rapid.SampledFrom(keys(exchanges)).Draw(x.T, "place")
	x.tells(x.who(), parts.Takings.Says(parts.Taking{Place: place, Why: "worn", Became: "scrap"}), nil,
		"", func(at int) {
			x.toy.off[place] = true
			x.toy.open(exchanges[place], at)
		})
}

func (x *day) stands() {
	end := rapid.SampledFrom([]string{"front", "rear"}).Draw(x.T, "end")
	build := map[string]string{"front": "front-disc", "rear": "rear-cassette"}[end]
	x.tells(x.who(), wheels.Stands.Says(wheels.WheelStand{End: end, Where: "stand", Build: build,
		Spokes: "32", First: "right"}), nil, "",
		func(at int) { x.toy.open(reach{[]string{end + " axle"}, []string{end + "_brake", "test_ride"}}, at) })
}

func (x *day) indexes() {
	benches := gears.Benches.Of(x.sheet())
	if len(benches) == 0 {
		x.tells(x.who(), gears.Begins.Says(gears.Indexing{Family: "cable-9",
			Teeth: "11-13-15-17-20-23-26-30-34"}), nil, "", nil)
		return
	}
	b := benches[len(benches)-1]
	move, r := gears.GearMove{Indexing: b.ID, Place: b.Place, Work: gear.TurnBarrel, Quarters: 1}, reach{nil, ride}
	if x.chance(2) {
		move.Work, r = gear.Reclamp, reach{[]string{"rear-mech-cable"}, ride}
	}
	x.tells(x.who(), gears.Moves.Says(move), nil, "", func(at int) { x.toy.open(r, at) })
}

// saysOtherwise changes what the bike is said to be. The bike itself does not change.
func (x *day) saysOtherwise() {
	b := x.d.r.Bike
	fact, word := "rear_brake", "none"
	switch rapid.IntRange(0, 5).Draw(x.T, "fact") {
	case 0:
		fact = "front_brake"
	case 1:
		fact, word = "front_axle", "nuts"
	case 2:
		fact, word = "stem", "quill"
	case 3:
		fact, word = "crank", "taper"
	case 4:
		fact, word = "gears", "single"
	}
	facts, can := b.Facts.Set(fact, word)
	if !can {
		return
	}
	b.Facts = facts.After(b.Facts)
	b.Why = rapid.SampledFrom([]string{"", "it never had one"}).Draw(x.T, "why")
	_, _ = x.w.SaveBike(x.Context(), x.who(), b)
}

func (x *day) lighter() {
	j := x.d.r.Job
	depth := rapid.SampledFrom([]string{"tune", "repair"}).Draw(x.T, "depth")
	_, _ = x.w.SaveJob(x.Context(), x.who(), j.ID, JobChange{Depth: depth, Words: "w",
		Version: j.Version, Why: rapid.SampledFrom([]string{"", "the owner wants less"}).Draw(x.T, "why")})
}

func (x *day) hunts() {
	s := x.sheet()
	e, open := hunt.Hunts.Newest(s.Ledger)
	if open == nil {
		x.tells(x.who(), hunt.Hunts.Says(hunt.Hunt{Fault: "creak"}), nil, "", nil)
		return
	}
	if x.chance(2) { // a crack is seen on the way to something else
		x.tells(x.who(), hunt.Clues.Says(hunt.Clue{Hunt: e.ID, Check: "cracks", Answer: "A crack"}), nil, "",
			func(at int) { x.toy.see("frame", "Crack", at) })
		return
	}
	x.tells(x.who(), hunt.Tries.Says(hunt.Tried{Hunt: e.ID, Cause: "stem", Cured: x.chance(2)}), nil, "",
		func(at int) { x.toy.open(reach{[]string{"steerer-clamp", "faceplate"}, ride}, at) })
}

// takesApart begins to take the steering apart, or takes the next part off.
func (x *day) takesApart() {
	s := x.sheet()
	for _, v := range apart.Strips.Of(s) {
		i := slices.IndexFunc(v.Parts, func(p apart.PartView) bool { return p.ID == v.Next })
		if i < 0 {
			continue
		}
		p := v.Parts[i]
		in := apart.PartOff{Strip: v.ID, Part: p.ID, Lay: apart.AsDrawn, Side: "up"}
		if len(p.Answers) > 0 {
			in.Felt = p.Answers[0].Word
		}
		joints := x.has(p.Part.Bolts)
		x.tells(x.who(), apart.Offs.Says(in), nil, "", func(at int) { x.toy.open(reach{joints, all}, at) })
		return
	}
	offers := apart.Offer.Of(s)
	x.tells(x.who(), apart.Begins.Says(apart.StripBegun{Assembly: rapid.SampledFrom(offers).Draw(x.T,
		"assembly").Assembly}), nil, "", nil)
}

func (x *day) writesDown() {
	x.tick++
	x.now = x.now.Add(time.Minute)
	said := inspect.Finding{Title: "The rack hangs by a thread", Mark: wear.Unsafe}
	n := record.NewEntry{ID: record.NewID(), Content: inspect.Findings.Says(said)}
	x.sends(late{x.who(), n, func(at int) { x.toy.unsafe[string(n.ID)] = append(x.toy.unsafe[string(n.ID)], at) },
		x.tick})
}

func (x *day) losesNetwork() {
	if x.away {
		x.back()
		return
	}
	x.away, x.seen = true, x.d.seq
	x.skew = time.Duration(rapid.IntRange(-120, 120).Draw(x.T, "skew")) * time.Minute
}

// hurries does what stands before the door, in the cheapest way that is let through.
func (x *day) hurries() {
	s := x.sheet()
	for _, p := range inspect.Views(s) {
		if p.Reading == nil && p.Required {
			x.tells(hands[0], inspect.Readings.Says(inspect.Reading{Point: p.ID, PassedOver: true,
				Note: "no time"}), nil, "", nil)
		}
	}
	for _, f := range findings.All.Of(s) {
		if f.Mark.NeedsWork() && f.Status != findings.FindingDone && f.Status != findings.FindingRefused {
			x.talksAway(f)
		}
	}
	for _, v := range apart.Strips.Of(x.sheet()) {
		x.puts2gether(v)
	}
	for _, i := range agree.Proposals.Of(x.sheet()) {
		switch {
		case i.Work == nil && i.Agreed():
			x.does(i)
		case i.Asks():
			x.tells(hands[2], agree.Answers.Says(agree.Answer{Item: i.ID, Answer: agree.No,
				From: "Ansel", How: "phone"}), nil, "", nil)
		}
	}
	for _, r := range runbench.Runs.Of(x.sheet()) {
		x.endsGuide(r)
	}
	for _, e := range slices.Concat(begun(gears.Begins, x.sheet()), begun(wheels.Stands, x.sheet()),
		begun(hunt.Hunts, x.sheet())) {
		x.tells(hands[3], record.Withdrawals.Says(record.Withdrawn{Reason: "given up"}), &e, "", nil)
	}
	for _, b := range torque.Unsettled(torque.Bolts.Of(x.sheet())) {
		if !x.tightens(b, x.chance(5)) {
			x.tightens(b, false)
		}
	}
	for _, place := range []string{inspect.AirFrontTyre, inspect.AirRearTyre} {
		x.tells(hands[0], inspect.Airs.Says(inspect.Air{Place: place, Typed: "2.4", Celsius: 18,
			Set: true}), nil, "", nil)
	}
	for _, t := range trial.Tests.Of(x.sheet()) {
		if t.Sign == nil || t.Stale || !t.Sign.Passed {
			x.tries(t.What, true)
		}
	}
	for _, c := range complaint.All.Of(x.sheet()) {
		if c.Open {
			said := complaint.ComplaintAnswered{Complaint: c.ID, How: complaint.ByTrying, Note: "tried"}
			x.tells(hands[0], complaint.Answers.Says(said), nil, "", nil)
		}
	}
}

func begun[T any](k *record.Kind[T], s *record.Sheet) (ids []record.ID) {
	for e := range k.All(s.Ledger) {
		ids = append(ids, e.ID)
	}
	return ids
}

// talksAway tries to be rid of something that was found, without work first and then in the open.
func (x *day) talksAway(f findings.FindingView) {
	s := x.sheet()
	e, _ := s.Find(f.ID)
	r := inspect.Readings.In(e.Content)
	switch rapid.IntRange(0, 6).Draw(x.T, "way out") {
	case 0:
		x.strikesOut(e)
	case 1:
		if r != nil {
			p, _ := book.Point(r.Point)
			well := p.Scale[0].Word
			x.tells(hands[0], inspect.Readings.Says(inspect.Reading{Point: r.Point, Word: well}), nil, "",
				func(at int) { x.toy.see(r.Point, well, at) })
		}
	case 2:
		x.tells(hands[0], findings.Asides.Says(findings.Aside{Finding: f.ID, Reason: "later"}), nil, "", nil)
	case 3:
		x.tells(hands[0], findings.Looks.Says(findings.Looked{Finding: f.ID}), nil, "",
			func(at int) { x.toy.well[string(f.ID)] = append(x.toy.well[string(f.ID)], at) })
	default:
		item := agree.Item{Finding: &f.ID, Title: "Put it right", Minutes: 10}
		if len(f.Suggested) > 0 {
			item.Operation = f.Suggested[0].Operation
		}
		x.tells(hands[2], agree.Items.Says(item), nil, "", nil)
		said := agree.Answer{From: "Ansel", How: "phone", Words: "no"}
		said.Answer = rapid.SampledFrom([]string{agree.Yes, agree.Refused}).Draw(x.T, "said")
		for _, i := range agree.Proposals.Of(x.sheet()) {
			if said.Item = i.ID; i.Asks() && i.Item.Finding != nil && *i.Item.Finding == f.ID {
				x.tells(hands[2], agree.Answers.Says(said), nil, "", nil)
			}
		}
	}
	if off := parts.Takings.In(e.Content); off != nil && x.chance(2) {
		x.puts(off.Place)
	}
}

func (x *day) strikesOut(e record.Entry) {
	by, why := x.who(), rapid.SampledFrom([]string{"", "a slip"}).Draw(x.T, "reason")
	x.tells(by, record.Withdrawals.Says(record.Withdrawn{Reason: why}), &e.ID, "", func(int) { x.struck(e, by, why) })
}

// puts2gether puts back what is apart.
func (x *day) puts2gether(v apart.Strip) {
	for range len(v.Parts) {
		for _, now := range apart.Strips.Of(x.sheet()) {
			i := slices.IndexFunc(now.Parts, func(p apart.PartView) bool { return p.ID == now.Back })
			if now.ID != v.ID || i < 0 {
				continue
			}
			joints := x.has(now.Parts[i].Part.Bolts)
			x.tells(hands[0], apart.Ons.Says(apart.PartOn{Strip: v.ID, Part: now.Back, Laid: true, Note: "n"}), nil, "",
				func(at int) { x.toy.open(reach{joints, all}, at) })
		}
	}
	for _, p := range v.Parts {
		if p.Stays && p.Felt == nil && len(p.Answers) > 0 {
			x.tells(hands[0], apart.Looks.Says(apart.PartLook{Strip: v.ID, Part: p.ID,
				Felt: p.Answers[0].Word}), nil, "", nil)
		}
	}
}

// has are those of some fasteners that the bike has, by what it was when it came in.
func (x *day) has(bolts []string) []string {
	return slices.DeleteFunc(slices.Clone(bolts), func(id string) bool {
		f, known := book.Fastener(id)
		return !known || !f.When.Holds(x.came)
	})
}

func kindNamed(id string) knowledge.Kind {
	return book.Kinds[slices.IndexFunc(book.Kinds, func(k knowledge.Kind) bool { return k.ID == id })]
}
