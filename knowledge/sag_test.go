package knowledge

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Common practice, no source: forks to 110 mm 15 to 20 %, 120 to 140 mm 20 to 25 %, longer ones
// 25 to 30 %; shocks 25 to 30 %, short ones 20 to 25 %.
func TestALegSinksByItsKindAndTravel(t *testing.T) {
	book, err := Shipped()
	require.NoError(t, err)
	for _, c := range []struct {
		leg         string
		travel      float64
		least, most float64
	}{
		{"fork", 80, 0.15, 0.20}, {"fork", 110, 0.15, 0.20}, {"fork", 120, 0.20, 0.25}, {"fork", 140, 0.20, 0.25},
		{"fork", 150, 0.25, 0.30}, {"fork", 200, 0.25, 0.30},
		{"fork", 0, 0.15, 0.30}, {"shock", 0, 0.20, 0.30}, {"shock", 60, 0.25, 0.30}, {"shock", 40, 0.20, 0.25},
	} {
		is := book.SagOf(c.leg, c.travel)
		assert.Equal(t, [2]float64{c.least, c.most}, [2]float64{is.Least, is.Most}, "%s of %g mm", c.leg, c.travel)
	}
	_, err = Layered(Texts{"sags.yaml": "- {id: fork-trail, leg: fork, to_mm: 100, least: 0.2, most: " +
		"0.25, source: ours}"})
	require.ErrorContains(t, err, "fork-trail stands after one of a longer travel")
}
