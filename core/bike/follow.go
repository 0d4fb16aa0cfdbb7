package bike

import "slices"

// After is the bike once f was chosen over was: what hangs on the facts that were changed is kept
// possible. What was read of a part that is another one now is unknown again.
func (f Facts) After(was Facts) Facts {
	for _, end := range []struct {
		brake, was  string
		fluid, port *string
	}{{f.FrontBrake, was.FrontBrake, &f.FrontFluid, &f.FrontPort},
		{f.RearBrake, was.RearBrake, &f.RearFluid, &f.RearPort}} {
		if end.brake == end.was {
			continue
		}
		*end.fluid, *end.port = unreadIf(Hydraulic(end.brake)), unreadIf(Ported(end.brake))
	}
	if !f.HasDisc() {
		f.RotorMount = "none"
	} else if f.RotorMount == "none" {
		f.RotorMount = "centre"
	}
	if f.Drive == "belt" && (f.Gears == "cable" || f.Gears == "electronic") {
		if was.Drive == "belt" {
			f.Drive = "chain"
		} else {
			f.Gears = "hub"
		}
	}
	if f.Gears == "single" || f.Gears == "fixed" {
		f.Speeds = 1
	}
	if f.Sprockets == was.Sprockets && (f.Gears != was.Gears || freewheels(f) != freewheels(was)) {
		f.Sprockets = sprocketsOn(f)
	}
	if f.MotorEnd == was.MotorEnd && f.Electric != was.Electric {
		f.MotorEnd = motorEnd(f)
	}
	if f.Crank == "one_piece" && f.BottomBracket != "cup_and_cone" {
		if was.Crank == "one_piece" {
			f.Crank = "taper"
		} else {
			f.BottomBracket = "cup_and_cone"
		}
	}
	return f
}

// unreadIf is the word of what there is to read, or of what there is not.
func unreadIf(there bool) string {
	if there {
		return Unknown
	}
	return "none"
}

// Keeping is the bike once a kind filled in its facts: words that were read on it stay where
// they can still be so. A kind reads nothing.
func (f Facts) Keeping(read Facts) Facts {
	for _, g := range Guards {
		of := *read.place(g.Fact)
		front, rear := g.Fact == "front_fluid" || g.Fact == "front_port", g.Fact == "rear_fluid" ||
			g.Fact == "rear_port"
		another := front && f.FrontBrake != read.FrontBrake || rear && f.RearBrake != read.RearBrake
		if into := f.place(g.Fact); *into == Unknown && Known(of) && !another {
			*into = of
		}
	}
	return f
}

// Asks lists the guards that there are to read on this bike, in the order of Guards.
func (f Facts) Asks() []string {
	names := []string{}
	for _, g := range Guards {
		there := *f.place(g.Fact) != "none" && (g.Fact != "bracket_thread" || f.threadedShell())
		if there {
			names = append(names, g.Fact)
		}
	}
	return names
}

// threadedShell says whether cups are screwed into the shell, so that the hand of one is to be read.
func (f Facts) threadedShell() bool {
	return f.BottomBracket == "threaded" || f.BottomBracket == "cup_and_cone" && f.Crank != "one_piece"
}

// InWords says whether something on the bike has no word here, so that the owner's are wanted.
func (f Facts) InWords() bool {
	return slices.Contains([]string{f.Frame, f.Material, f.FrontBrake, f.RearBrake, f.ThirdBrake,
		f.Drive, f.Gears}, Other)
}

// Unlike lists the facts with words and the counts in which two bikes differ.
func (f Facts) Unlike(o Facts) []string {
	names := []string{}
	for _, d := range All {
		if *d.place(&f) != *d.place(&o) {
			names = append(names, d.Name)
		}
	}
	if f.Speeds != o.Speeds {
		names = append(names, "speeds")
	}
	return names
}
