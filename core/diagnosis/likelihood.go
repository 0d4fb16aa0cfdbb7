package diagnosis

// Chance maps the words in which a mechanic says how likely an answer is under a cause to
// probabilities. Common practice, no published source; the steps follow the spacing that
// people give such words, with certainty kept off both ends because anyone can misread.
var Chance = map[string]float64{
	"never":     0.01,
	"rarely":    0.06,
	"sometimes": 0.25,
	"even":      0.5,
	"often":     0.75,
	"usually":   0.9,
	"always":    0.98,
}

// Frequency maps the words for how common a cause is to weights.
var Frequency = map[string]float64{
	"rare":        1,
	"sometimes":   3,
	"common":      6,
	"very common": 12,
}
