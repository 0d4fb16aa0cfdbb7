package guided_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"utensil/internal/workshop/guided"
)

func TestOnlyRunsThatWereDoneTellHowLongTheyTake(t *testing.T) {
	for name, c := range map[string]struct {
		run    guided.Taken
		counts bool
	}{
		"done":                {guided.Taken{Procedure: "p", Steps: 8, Minutes: 30}, true},
		"only looked at":      {guided.Taken{Procedure: "p", Steps: 2, Minutes: 30}, false},
		"clicked through":     {guided.Taken{Procedure: "p", Steps: 8, Minutes: 0.4}, false},
		"left over the night": {guided.Taken{Procedure: "p", Steps: 8, Minutes: 700}, false},
	} {
		t.Run(name, func(t *testing.T) {
			assert.Equal(t, c.counts, guided.TookOf([]guided.Taken{c.run})["p"].Times == 1)
		})
	}
	both := guided.TookOf([]guided.Taken{{Procedure: "p", Steps: 5, Minutes: 20},
		{Procedure: "p", Steps: 9, Minutes: 40}})
	assert.Equal(t, guided.Took{Minutes: 30, Times: 2}, both["p"])
}
