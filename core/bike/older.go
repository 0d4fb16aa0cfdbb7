package bike

import "encoding/json"

// UnmarshalJSON reads facts as they are written now or were written before: what older ones
// did not say is unknown, and a seatpost of aluminium was a guess.
func (f *Facts) UnmarshalJSON(text []byte) error {
	type plain Facts
	if err := json.Unmarshal(text, (*plain)(f)); err != nil {
		return err
	}
	*f = f.Filled()
	return nil
}

// Filled gives facts that are left out the word for it: what guards is unknown.
func (f Facts) Filled() Facts {
	switch f.Post {
	case "carbon":
		f.Post, f.PostMaterial = "fixed", "carbon"
	case "aluminium":
		f.Post, f.PostMaterial = "fixed", Unknown
	}
	for word, blank := range map[*string]string{
		&f.Drive: "chain", &f.ThirdBrake: "none", &f.Steerer: Unknown, &f.BarMaterial: Unknown, &f.Fork: Unknown,
		&f.BracketThread: Unknown, &f.PostMaterial: Unknown, &f.BrakeHands: Unknown,
	} {
		if *word == "" {
			*word = blank
		}
	}
	if f.Sprockets == "" {
		f.Sprockets = sprocketsOn(f)
	}
	if f.MotorEnd == "" {
		f.MotorEnd = motorEnd(f)
	}
	for _, end := range []string{"front", "rear"} {
		brake := *f.place(end + "_brake")
		if fluid := f.place(end + "_fluid"); *fluid == "" {
			*fluid = unreadIf(Hydraulic(brake))
		}
		if port := f.place(end + "_port"); *port == "" {
			*port = unreadIf(Ported(brake))
		}
	}
	return f
}
