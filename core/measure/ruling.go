package measure

// Ruling is how a scale is ruled: its span, its smallest and its numbered divisions.
type Ruling struct {
	Min   float64 `json:"min"`
	Max   float64 `json:"max"`
	Step  float64 `json:"step"`
	Major float64 `json:"major"`
}

// RulingTo rules a scale from zero to at least most, with at most ten numbered divisions
// of 1, 2 or 5 times a power of ten, each in five.
func RulingTo(most float64) Ruling {
	major := 0.001
	for i := 0; most/major > 10 && i < 60; i++ {
		major *= [...]float64{2, 2.5, 2}[i%3] // 1, 2, 5, 10
	}
	divisions := 1.0
	for divisions*major < most {
		divisions++
	}
	return Ruling{Min: 0, Max: divisions * major, Step: major / 5, Major: major}
}
