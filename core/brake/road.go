package brake

import "math"

// Along is how often a level road of so many metres is ridden for a scheme, stopping at its
// ends to turn: 0 when one stop, with getting up to speed for it from a standstill, does not
// fit. Longest is that stop's way, m.
func Along(scheme []Stage, road float64) (passes int, longest float64) {
	room, rolling := 0.0, 0.0 // m of road left, and the speed there, m/s
	for _, s := range scheme {
		v, w := s.From/3.6, s.To/3.6
		way := func(from float64) float64 {
			return math.Max(0, v*v-from*from)/2/speeding + (v*v-w*w)/2/slowing
		}
		longest = max(longest, way(0))
		for range s.Stops {
			if way(rolling) > room {
				passes, room, rolling = passes+1, road, 0
			}
			room -= way(rolling)
			rolling = w
		}
	}
	if longest > road {
		return 0, longest
	}
	return passes, longest
}
