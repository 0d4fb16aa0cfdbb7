package gear

import "slices"

// After is a gear's state after a move was made on it. A part that is renewed is right; a cable
// that was renewed stands where the old one did.
func (s State) After(d Drivetrain, m Move) State {
	eighths := float64(m.Eighths) * eighth * d.Screw
	switch m.Work {
	case TurnBarrel, Reclamp:
		s.Cable += d.Cable(m.Quarters)
	case TurnLow:
		s.Low += eighths
	case TurnHigh:
		s.High += eighths
	case TurnGap:
		if s.Gap == 0 {
			s.Gap = UsualGap
		}
		s.Gap += float64(m.Eighths) * eighth * d.GapTurn
	case RenewCable:
		s.Friction = 0
	case OilPivots:
		s.Pivots = 0
	case Straighten:
		s.Tilt, s.Toe = 0, 0
	case MatchParts:
		s.Mismatch = 0
	case RenewTeeth:
		s.Wear = 0
	}
	return s
}

// After is the evidence after a move: what was seen before a part was renewed says nothing of the
// new one, and a barrel that was wound in has all of its turns again.
func (e Evidence) After(m Move) Evidence {
	eighths := float64(m.Eighths) * eighth * e.Gear.Screw
	switch m.Work {
	case TurnBarrel:
		e.Now.Cable += e.Gear.Cable(m.Quarters)
	case Reclamp:
		e.Now.Cable += e.Gear.Cable(m.Quarters)
		e.Gear.Turns += e.Gear.Barrel - e.Gear.Left(e.Gear.Turns, e.Now.Cable)
	case TurnLow:
		e.Now.Low += eighths
	case TurnHigh:
		e.Now.High += eighths
	case TurnGap:
		e.Now.Gap += float64(m.Eighths) * eighth * e.Gear.GapTurn
	default:
		after := Evidence{Gear: e.Gear, Cured: append(slices.Clone(e.Cured), cures[m.Work]...)}
		if m.Work == RenewCable {
			after.History.CableDays = 1
		}
		return after
	}
	return e
}

// cures are the causes that a piece of work puts right.
var cures = map[Work][]Cause{RenewCable: {CableRubs}, OilPivots: {PivotsDry},
	Straighten: {HangerBent, HangerTurn}, MatchParts: {Unmatched},
	RenewTeeth: {TeethWorn}}
