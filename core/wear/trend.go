package wear

import (
	"math"
	"slices"
)

// Seen is one figure of a part, and how far it had gone by then: kilometres or days since
// any fixed moment.
type Seen struct{ Gone, Figure float64 }

// Trend is how fast a part wears: a robust straight line through what was seen of it.
type Trend struct {
	Slope     float64 // of the figure, for each kilometre or day
	Low, High float64 // the slope's interval at the confidence asked for; Low is never above High
	Level     float64 // the line's figure at the last thing seen
	Seen      int
}

// TheilSen fits the median of all pairwise slopes (Theil 1950; Sen 1968), which one slip of
// the gauge cannot move. The interval is Sen's, from the spread of Kendall's S under no
// trend, by its normal approximation; under about eight figures it is wide, as it should be.
// z is the normal quantile of the confidence: 1.645 for 90 %. It needs two figures at
// different distances, else ok is false.
func TheilSen(seen []Seen, z float64) (t Trend, ok bool) {
	var slopes []float64
	for i, a := range seen {
		for _, b := range seen[i+1:] {
			if d := b.Gone - a.Gone; math.Abs(d) > 1e-9 {
				slopes = append(slopes, (b.Figure-a.Figure)/d)
			}
		}
	}
	if len(slopes) == 0 {
		return Trend{}, false
	}
	slices.Sort(slopes)
	t.Slope, t.Seen = middle(slopes), len(seen)
	n := float64(len(seen))
	spread := z * math.Sqrt(n*(n-1)*(2*n+5)/18)
	all := float64(len(slopes))
	low := int(math.Floor((all - spread) / 2))
	high := int(math.Ceil((all + spread) / 2))
	t.Low, t.High = slopes[max(low-1, 0)], slopes[min(high, len(slopes)-1)]
	offsets, last := make([]float64, len(seen)), seen[0].Gone
	for i, s := range seen {
		offsets[i] = s.Figure - t.Slope*s.Gone
		last = max(last, s.Gone)
	}
	slices.Sort(offsets)
	t.Level = middle(offsets) + t.Slope*last
	return t, true
}

// middle is the median of sorted figures.
func middle(sorted []float64) float64 {
	n := len(sorted)
	if n%2 == 1 {
		return sorted[n/2]
	}
	return (sorted[n/2-1] + sorted[n/2]) / 2
}

// Basis says what an estimate of remaining life rests on.
type Basis string

// From most to least certain.
const (
	OwnTrend   Basis = "trend" // several figures of this very part
	ShopsRates Basis = "shop"  // one figure, and how fast such parts wore on the shop's other bikes
)

// Life is what is left of a part, in kilometres or days from the last figure seen. Least and
// Most bound it; Most is +Inf when it may never come due at this rate.
type Life struct {
	Left        float64
	Least, Most float64
	Basis       Basis
	Seen        int // figures of this part, or lives of others that it rests on
}

// Rates are how fast parts of a kind wore in the shop's own experience, each a positive
// figure for a kilometre or a day.
type Rates []float64

// fewest lives of other parts that an estimate may rest on.
const fewest = 5

// LifeOf estimates what is left of a part by what was seen of it since it was fitted, oldest
// first. With two figures or more it is the part's own trend; where the trend's interval is
// wider than the shop's experience, that experience bounds it. With one it is the
// experience alone. ok is false when neither says anything.
func (l Limit) LifeOf(seen []Seen, shop Rates, z float64) (life Life, ok bool) {
	if len(seen) == 0 {
		return Life{}, false
	}
	wear := func(slope float64) float64 { return slope }
	if l.Direction == Falls {
		wear = func(slope float64) float64 { return -slope }
	}
	sorted := slices.Clone(shop)
	slices.Sort(sorted)
	slow, usual, fast := 0.0, 0.0, math.Inf(1)
	known := len(sorted) >= fewest
	if known {
		slow, usual, fast = at(sorted, 0.1), at(sorted, 0.5), at(sorted, 0.9)
	}
	t, trend := TheilSen(seen, z)
	// The line starts at the last figure itself when that is worse than the line says.
	level := seen[len(seen)-1].Figure
	if trend && wear(t.Level-level) > 0 {
		level = t.Level
	}
	room := max(wear(l.Due-level), 0)
	switch {
	case trend && wear(t.Slope) > 1e-12:
		low, high := min(wear(t.Low), wear(t.High)), max(wear(t.Low), wear(t.High))
		if t.Seen < 3 { // two figures make a line, and say nothing of how sure it is
			low, high = low/2, high*2
		}
		if known { // few figures leave a wide interval: no part wears at nothing, nor without end
			low, high = max(low, min(slow/2, wear(t.Slope))), min(high, max(fast*2, wear(t.Slope)))
		}
		return Life{room / wear(t.Slope), room / high, over(room, low), OwnTrend, t.Seen}, true
	case known && usual > 0:
		return Life{room / usual, room / fast, over(room, slow), ShopsRates, len(sorted)}, true
	}
	return Life{}, false
}

func over(room, rate float64) float64 {
	if rate <= 0 {
		return math.Inf(1)
	}
	return room / rate
}

// at is the figure a share of the way through sorted figures.
func at(sorted []float64, share float64) float64 {
	return sorted[int(math.Round(share*float64(len(sorted)-1)))]
}

// Faster compares the rate of this life with the last one's: 1.5 is half as fast again. ok is
// false unless both lives show wear.
func (l Limit) Faster(now, before []Seen) (times float64, ok bool) {
	a, okA := TheilSen(now, 0)
	b, okB := TheilSen(before, 0)
	if !okA || !okB || a.Slope*b.Slope <= 0 || (a.Slope > 0) != (l.Direction == Rises) {
		return 0, false
	}
	return a.Slope / b.Slope, true
}

// Lives splits what was seen of a part by where it was renewed: at a figure that is better
// than the one before by more than slip, in the way the part wears. Oldest first.
func (l Limit) Lives(seen []Seen, slip float64) [][]Seen {
	var lives [][]Seen
	for i, s := range seen {
		better := i > 0 && (l.Direction == Rises && s.Figure < seen[i-1].Figure-slip ||
			l.Direction == Falls && s.Figure > seen[i-1].Figure+slip)
		if i == 0 || better {
			lives = append(lives, nil)
		}
		lives[len(lives)-1] = append(lives[len(lives)-1], s)
	}
	return lives
}
