package wheels

import (
	"math"

	"utensil/core/wheel"
	"utensil/internal/workshop/record"
)

// SpokeAnswer is which spoke a wheel takes on a side.
type SpokeAnswer struct {
	Side    string  `json:"side" enum:"left,right"`
	Length  float64 `json:"length_mm" doc:"from the middle of the hole in the flange to the seat of the nipple"`
	Tension float64 `json:"tension_n" doc:"that it usually bears in a sound wheel"`
	Sounds  float64 `json:"sounds_hz" doc:"what it sounds like then, plucked"`
}

// WheelAnswer is what a wheel comes to by what is known of it.
type WheelAnswer struct {
	Lacing Lacing        `json:"lacing"`
	Spokes []SpokeAnswer `json:"spokes" doc:"left, then right"`
}

// Figure works out a wheel's spokes before it is put on the stand. Nothing is kept of it.
func Figure(s *record.Sheet, in WheelStand) (WheelAnswer, error) {
	l, err := laced(s, in)
	if err != nil {
		return WheelAnswer{}, err
	}
	return WheelAnswer{*l, spokesOf(*l)}, nil
}

// spokesOf are the spokes of a wheel, left, then right.
func spokesOf(l Lacing) []SpokeAnswer {
	w := l.Wheel()
	list := make([]SpokeAnswer, 2)
	for side := range wheel.Side(2) {
		tension := usualTension * l.Most * w.Share(side)
		list[side] = SpokeAnswer{Side: side.String(), Length: math.Round(w.Length(side)*2) / 2,
			Tension: math.Round(tension/10) * 10,
			Sounds:  math.Round(wheel.String{Wire: w.Wire, Mm: w.Swings(side)}.Pitch(tension))}
	}
	return list
}
