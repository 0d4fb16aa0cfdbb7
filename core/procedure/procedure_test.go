package procedure_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/procedure"
)

// bleed is a small procedure with all that one may have.
func bleed() procedure.Procedure {
	return procedure.Procedure{
		Choices: []procedure.Choice{{ID: "start", Ask: "From dry?",
			Options: []procedure.Option{{ID: "dry", Name: "Dry"},
				{ID: "soft", Name: "Soft"}}}},
		Steps: []procedure.Step{
			{ID: "wheel-out", Do: "Take the wheel out."},
			{ID: "pads-out", Do: "Take the pads out."},
			{ID: "fill", Do: "Fill it.", If: map[string][]string{"start": {"dry"}}},
			{ID: "open", Do: "Open the port.", Gate: []string{"wheel-out", "pads-out"}},
			{ID: "push", Do: "Push.", Outcomes: []procedure.Outcome{{Say: "No bubbles"}, {Say: "Bubbles", To: "push"},
				{Say: "It leaks", To: "end"}}},
			{ID: "test", Do: "Test it.", Record: &procedure.Yield{Sign: "front_brake"}},
		},
	}
}

func TestARunIsReplayed(t *testing.T) {
	p := bleed()
	require.NoError(t, p.Validate())
	soft := map[string]string{"start": "soft"}
	require.NoError(t, p.Chosen(soft))
	assert.Error(t, p.Chosen(nil))
	assert.Error(t, p.Chosen(map[string]string{"start": "wet"}))

	at := func(marks ...procedure.Mark) (procedure.Standing, error) { return p.At(soft, marks) }
	done := []procedure.Mark{{Step: "wheel-out"}, {Step: "pads-out"}}
	s, err := at(done...)
	require.NoError(t, err)
	assert.Equal(t, "open", p.Steps[s.Now].ID, "from soft there is nothing to fill")
	next, more := p.Next(s, soft)
	assert.True(t, more)
	assert.Equal(t, "push", next.ID)

	done = append(done, procedure.Mark{Step: "open"}, procedure.Mark{Step: "push", Outcome: "Bubbles"},
		procedure.Mark{Step: "push", Outcome: "Bubbles"})
	s, err = at(done...)
	require.NoError(t, err)
	assert.Equal(t, "push", p.Steps[s.Now].ID, "as long as bubbles come")
	_, err = at(append(done, procedure.Mark{Step: "test"})...)
	assert.ErrorIs(t, err, procedure.ErrElsewhere)
	_, err = at(append(done, procedure.Mark{Step: "push", Outcome: "A fish"})...)
	assert.ErrorContains(t, err, "A fish")
	s, err = at(append(done, procedure.Mark{Step: "push", Outcome: "It leaks"})...)
	require.NoError(t, err)
	assert.Equal(t, len(p.Steps), s.Now)
	_, more = p.Next(s, soft)
	assert.False(t, more)
}

func TestAGateHolds(t *testing.T) {
	p := bleed()
	p.Steps[1].Outcomes = []procedure.Outcome{{Say: "They are out"}, {Say: "They stay in"}}
	p.Steps[0], p.Steps[1] = p.Steps[1], p.Steps[0]
	p.Steps[0].Outcomes[1].To = "open" // past the wheel
	require.NoError(t, p.Validate())
	soft := map[string]string{"start": "soft"}
	s, err := p.At(soft, []procedure.Mark{{Step: "pads-out", Outcome: "They stay in"}})
	require.NoError(t, err)
	assert.Equal(t, []string{"wheel-out"}, s.Held)
	_, err = p.At(soft, []procedure.Mark{{Step: "pads-out", Outcome: "They stay in"}, {Step: "open"}})
	assert.ErrorContains(t, err, "waits for wheel-out")
}

func TestProceduresThatCannotBeRun(t *testing.T) {
	for want, spoil := range map[string]func(*procedure.Procedure){
		"1 to 60 steps": func(p *procedure.Procedure) { p.Steps = nil },
		"can never be reached": func(p *procedure.Procedure) {
			p.Steps[4].Outcomes = []procedure.Outcome{{Say: "Done", To: "end"}}
		},
		"nobody can pass":        func(p *procedure.Procedure) { p.Steps[3].Gate = []string{"push"} },
		"gate waits for \"tea\"": func(p *procedure.Procedure) { p.Steps[3].Gate = []string{"tea"} },
		"leads to \"nowhere\"":   func(p *procedure.Procedure) { p.Steps[4].Outcomes[1].To = "nowhere" },
		"no way from it": func(p *procedure.Procedure) {
			p.Steps[4].Outcomes = []procedure.Outcome{{Say: "Again", To: "push"}}
		},
		"an id of its own": func(p *procedure.Procedure) { p.Steps[1].ID = "wheel-out" },
		"say what to do":   func(p *procedure.Procedure) { p.Steps[1].Do = "" },
		"no choice \"moon\"": func(p *procedure.Procedure) {
			p.Steps[2].If = map[string][]string{"moon": {"full"}}
		},
		"no option \"damp\"": func(p *procedure.Procedure) {
			p.Steps[2].If = map[string][]string{"start": {"damp"}}
		},
		"at least two options":    func(p *procedure.Procedure) { p.Choices[0].Options = p.Choices[0].Options[:1] },
		"says something of its":   func(p *procedure.Procedure) { p.Steps[4].Outcomes[1].Say = "No bubbles" },
		"timer runs up to a week": func(p *procedure.Procedure) { p.Steps[0].Seconds = -1 },
		"no step before it":       func(p *procedure.Procedure) { p.Steps[2].Recalls = "wheel-out" },
		"was not asked for": func(p *procedure.Procedure) {
			p.Steps[1].Record, p.Steps[1].If = &procedure.Yield{Note: "Clicks"}, map[string][]string{"start": {"dry"}}
			p.Steps[2].Recalls, p.Steps[2].If = p.Steps[1].ID, nil
		},
		"records one of": func(p *procedure.Procedure) { p.Steps[5].Record = &procedure.Yield{} },
	} {
		t.Run(want, func(t *testing.T) {
			p := bleed()
			spoil(&p)
			assert.ErrorContains(t, p.Validate(), want)
		})
	}
}

func TestEveryValidProcedureCanBeRunToItsEnd(t *testing.T) {
	p := bleed()
	rapid.Check(t, func(t *rapid.T) {
		chosen := map[string]string{"start": rapid.SampledFrom([]string{"dry", "soft"}).Draw(t, "start")}
		var marks []procedure.Mark
		for range 40 {
			s, err := p.At(chosen, marks)
			if err != nil {
				t.Fatal(err)
			}
			if s.Now == len(p.Steps) {
				return
			}
			m := procedure.Mark{Step: p.Steps[s.Now].ID}
			if o := p.Steps[s.Now].Outcomes; len(o) > 0 {
				m.Outcome = o[0].Say
				if len(marks) < 20 {
					m.Outcome = rapid.SampledFrom(o).Draw(t, "outcome").Say
				}
			}
			marks = append(marks, m)
		}
		t.Fatal("it never ends")
	})
}
