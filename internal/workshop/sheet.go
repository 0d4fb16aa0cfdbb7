package workshop

import "utensil/knowledge"

// sheet is a record laid out on the bench: its entries as they stand and what follows from
// them, worked out once and in an order in which each part can use the ones before.
type sheet struct {
	Record
	ledger
	past      ledger               // of the bike, in other jobs
	points    []knowledge.Point    // that this bike has, in the order of the walk-round
	figures   []*OwnFigure         // of this very bike, newest first
	added     []knowledge.Fastener // to this bike, which the catalogue lacks
	items     []ItemView
	disturbed map[string]int // fastener → place of the last work that touched it
	findings  []FindingView
	bolts     []BoltView
	signs     []SignView
	runs      []RunView  // of procedures
	searches  []search   // for causes, as far as the list at the door needs them
	leaving   []Obstacle // nothing once the bike has left
}

func (w *Workshop) layOut(r Record) *sheet {
	s := &sheet{Record: r, ledger: newLedger(r.Entries), past: newLedger(r.Earlier), points: w.Book().PointsOn(r.Bike.Facts)}
	s.figures = figures(s.ledger, s.past)
	for _, l := range []ledger{s.past, s.ledger} {
		for _, e := range l.all(KindBolt) {
			s.added = append(s.added, e.Content.Bolt.as(e.ID))
		}
	}
	s.items = s.readItems()
	s.disturbed = w.disturb(s)
	s.findings = w.readFindings(s)
	for i := range s.items {
		s.items[i].Needed = s.needed(s.items[i].Item)
		s.items[i].Unsafe = s.settlesUnsafe(s.items[i].Item)
	}
	s.bolts = w.readBolts(s)
	s.signs = s.readSigns()
	s.runs = w.readRuns(s)
	for i := range s.items {
		s.items[i].Pours = w.poursInto(s, s.items[i])
	}
	s.searches = w.searchesOf(s)
	if r.Job.ReleasedAt == nil {
		s.leaving = w.readLeaving(s)
	}
	return s
}

// figures lists a bike's own figures, newest first.
func figures(ledgers ...ledger) []*OwnFigure {
	var out []*OwnFigure
	for _, l := range ledgers {
		all := l.all(KindFigure)
		for i := len(all) - 1; i >= 0; i-- {
			out = append(out, all[i].Content.Figure)
		}
	}
	return out
}

// own finds the newest figure of this very bike that a test picks.
func (s *sheet) own(pick func(*OwnFigure) bool) *OwnFigure {
	for _, f := range s.figures {
		if pick(f) {
			return f
		}
	}
	return nil
}
