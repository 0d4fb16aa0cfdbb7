package runlog_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"utensil/internal/workshop/runlog"
)

func TestOnlyRunsThatWereDoneTellHowLongTheyTake(t *testing.T) {
	for name, c := range map[string]struct {
		run    runlog.Taken
		counts bool
	}{
		"done":                {runlog.Taken{Procedure: "p", Steps: 8, Minutes: 30}, true},
		"only looked at":      {runlog.Taken{Procedure: "p", Steps: 2, Minutes: 30}, false},
		"clicked through":     {runlog.Taken{Procedure: "p", Steps: 8, Minutes: 0.4}, false},
		"left over the night": {runlog.Taken{Procedure: "p", Steps: 8, Minutes: 700}, false},
	} {
		t.Run(name, func(t *testing.T) {
			assert.Equal(t, c.counts, runlog.TookOf([]runlog.Taken{c.run})["p"].Times == 1)
		})
	}
	both := runlog.TookOf([]runlog.Taken{{Procedure: "p", Steps: 5, Minutes: 20},
		{Procedure: "p", Steps: 9, Minutes: 40}})
	assert.Equal(t, runlog.Took{Minutes: 30, Times: 2}, both["p"])
}
