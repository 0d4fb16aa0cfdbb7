package estimate

// Waiting compares doing work now with leaving it until the part has taken others with it.
type Waiting struct {
	Now   Minor `json:"now_minor"`
	Later Minor `json:"later_minor" doc:"the same work and what it will have ruined"`
}

// Costs is what waiting costs on top.
func (w Waiting) Costs() Minor { return w.Later - w.Now }

// Wait prices work now, and with the work on whatever it ruins when it is left.
func Wait(now Line, ruined ...Line) Waiting {
	w := Waiting{Now: now.Sum(), Later: now.Sum()}
	for _, l := range ruined {
		w.Later += l.Sum()
	}
	return w
}
