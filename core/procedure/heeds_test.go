package procedure_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"utensil/core/procedure"
)

// Common practice, no source: what was seen cracked, worn out or leaking is not forgotten by the
// one who saw it.
func TestNoAnswerThatNamesDamageIsForgotten(t *testing.T) {
	find := &procedure.Find{Title: "Chain: a cracked link", Mark: "unsafe", Why: "It parts."}
	for name, c := range map[string]struct {
		answer procedure.Outcome
		fault  string
	}{
		"forgotten": {procedure.Outcome{Say: "A crack: it is replaced"},
			`step look: "A crack: it is replaced" names damage`},
		"it leaks":             {procedure.Outcome{Say: "It leaks still", To: procedure.End}, "names damage"},
		"found":                {procedure.Outcome{Say: "A crack", Finds: find}, ""},
		"read at its point":    {procedure.Outcome{Say: "A crack", Bad: true}, ""},
		"told elsewhere":       {procedure.Outcome{Say: "Worn", Told: "new ones go in at the next step"}, ""},
		"of a test that fails": {procedure.Outcome{Say: "It leaks", Fails: true}, ""},
		"nothing wrong":        {procedure.Outcome{Say: "None cracked"}, ""},
		"no damage":            {procedure.Outcome{Say: "Out of line"}, ""},
	} {
		t.Run(name, func(t *testing.T) {
			p := procedure.Procedure{Steps: []procedure.Step{{ID: "look", Do: "Look.",
				Outcomes: []procedure.Outcome{c.answer}}}}
			if err := p.Heeds(); c.fault == "" {
				assert.NoError(t, err)
			} else {
				assert.ErrorContains(t, err, c.fault)
			}
		})
	}
}

// What is tried a few times is found only when that did not help.
func TestWhatIsTriedAgainIsFoundOnceItDidNotHelp(t *testing.T) {
	stuck := procedure.Outcome{Say: "Still sticks", To: "free", Most: 2, Then: procedure.End,
		Finds: &procedure.Find{Title: "A piston sticks", Mark: "due", Why: "It drags."}}
	p := procedure.Procedure{Steps: []procedure.Step{{ID: "free", Do: "Work it.",
		Outcomes: []procedure.Outcome{{Say: "Free"}, stuck}}}}
	again := procedure.Mark{Step: "free", Outcome: "Still sticks"}
	assert.Empty(t, p.Found([]procedure.Mark{again, again, {Step: "free", Outcome: "Free"}}))
	assert.Equal(t, []procedure.Found{{Mark: 2, Find: *stuck.Finds}}, p.Found([]procedure.Mark{again, again, again}))
}
