package procedure_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/procedure"
)

// bench is a few states of a brake, as a workshop knows them.
func bench() procedure.StateBook {
	book := procedure.StateBook{}
	for _, s := range []procedure.State{
		{ID: "wheel-out", First: []string{"block-in", "pads-out"}, Undoes: []string{"axle"}, Disturbs: "brake"},
		{ID: "pads-out", Needs: [][]string{{"wheel-out"}}, First: []string{"block-in", "fluid-about"},
			Disturbs: "brake"},
		{ID: "block-in", Needs: [][]string{{"pads-out"}}},
		{ID: "covered", First: []string{"fluid-about"}},
		{ID: "fluid-about", While: [][]string{{"pads-out", "covered"}}, First: []string{"port-open"}, Again: true},
		{ID: "port-open", First: []string{"cup-on"}, Brings: []string{"fluid-about"},
			Undoes: []string{"plug"}, Disturbs: "brake"},
		{ID: "cup-on", Needs: [][]string{{"port-open"}}},
		{ID: "room", Lasting: true},
		{ID: "press", Moment: true, Needs: [][]string{{"port-open"}, {"cup-on"}}, Disturbs: "brake"},
		{ID: "home", Moment: true, Needs: [][]string{{"room", "port-open"}}, Disturbs: "brake"},
		{ID: "ride", Moment: true, Tried: "brake"},
	} {
		s.Name, s.Source = strings.ReplaceAll(s.ID, "-", " "), "a test"
		book[s.ID] = s
	}
	return book
}

// sound is a procedure over them that nobody is hurt by.
func sound() procedure.Procedure {
	return procedure.Procedure{
		Choices: []procedure.Choice{{ID: "level", Ask: "Topped up?",
			Options: []procedure.Option{{ID: "known", Name: "No",
				Opens: []string{"room"}}, {ID: "topped", Name: "Yes"}}}},
		Steps: []procedure.Step{
			{ID: "wheel-out", Do: "Wheel out.", Opens: procedure.States{"wheel-out"}},
			{ID: "pads-out", Do: "Pads out.", Opens: procedure.States{"pads-out"}},
			{ID: "port", Do: "Port open.", Opens: procedure.States{"port-open"}},
			{ID: "cup", Do: "Cup on.", Opens: procedure.States{"cup-on"}},
			{ID: "home", Do: "Pistons home.", Does: []string{"home"}},
			{ID: "press", Do: "Press.", Gate: []string{"cup"}, Does: []string{"press"},
				Outcomes: []procedure.Outcome{{Say: "Clean"}, {Say: "Bubbles", To: "press", Most: 3, Then: "off"}}},
			{ID: "off", Do: "Cup off.", Closes: procedure.States{"cup-on"}},
			{ID: "plug", Do: "Plug in.", Closes: procedure.States{"port-open"},
				Record: &procedure.Yield{Fastener: "plug"}},
			{ID: "wash", Do: "Wash.", Closes: procedure.States{"fluid-about"}},
			{ID: "pads-in", Do: "Pads in.", Closes: procedure.States{"pads-out"}},
			{ID: "wheel-in", Do: "Wheel in.", Closes: procedure.States{"wheel-out"},
				Record: &procedure.Yield{Fasteners: []string{"axle"}}},
			{ID: "test", Do: "Test it.", Record: &procedure.Yield{Sign: "brake"},
				Outcomes: []procedure.Outcome{{Say: "Passes"}, {Say: "Fails", To: "end", Fails: true}}},
			{ID: "ride", Do: "Ride.", Does: []string{"ride"}},
		},
	}
}

func place(p procedure.Procedure, id string) int {
	return slices.IndexFunc(p.Steps, func(s procedure.Step) bool { return s.ID == id })
}

// Each rule of the proof refuses a broken copy, at the step where it breaks and with the way there.
func TestTheProofRefusesWhatHurts(t *testing.T) {
	p := sound()
	require.NoError(t, p.Validate())
	require.NoError(t, p.Prove(bench()))
	drop := func(id string) func(*procedure.Procedure) {
		return func(p *procedure.Procedure) {
			p.Steps = slices.Delete(p.Steps, place(*p, id), place(*p, id)+1)
		}
	}
	change := func(id string, do func(*procedure.Step)) func(*procedure.Procedure) {
		return func(p *procedure.Procedure) { do(&p.Steps[place(*p, id)]) }
	}
	move := func(id string, before string) func(*procedure.Procedure) {
		return func(p *procedure.Procedure) {
			s := p.Steps[place(*p, id)]
			drop(id)(p)
			p.Steps = slices.Insert(p.Steps, place(*p, before), s)
		}
	}
	for name, c := range map[string]struct {
		spoil      func(*procedure.Procedure)
		step, rule string
	}{
		"a thing left open": {func(p *procedure.Procedure) { p.Steps = p.Steps[:6] }, "", "left so"},
		"closed though it is not open": {change("off",
			func(s *procedure.Step) { s.Closes = procedure.States{"block-in"} }), "off",
			"which is not so"},
		"opened twice": {change("cup", func(s *procedure.Step) { s.Opens = append(s.Opens, "port-open") }), "cup",
			"is so already"},
		"the port shut with the cup on it": {drop("off"), "plug", "while there is still: cup on"},
		"pressed with no cup": {func(p *procedure.Procedure) {
			drop("cup")(p)
			p.Steps[place(*p,
				"press")].Gate = nil
			drop("off")(p)
		}, "press", "needs: cup on"},
		"the port opened after the pistons": {move("home", "port"), "home", "needs: room, or port open"},
		"a wheel put in over bare pistons": {move("wheel-in", "pads-in"), "wheel-in",
			"while there is still: pads out"},
		"pads bare while fluid is about": {move("pads-in", "wash"), "pads-in", "while there is still: fluid about"},
		"an axle that nobody torqued": {change("wheel-in", func(s *procedure.Step) { s.Record = nil }), "test",
			"not torqued since: axle"},
		"disturbed after its torque was logged": {change("test",
			func(s *procedure.Step) { s.Undoes = []string{"axle"} }), "test",
			"not torqued since: axle"},
		"a ride before the test": {move("ride", "test"), "ride", "before the brake was tested standing"},
		"a ride on a brake that failed": {change("test", func(s *procedure.Step) { s.Outcomes[1].To = "" }), "ride",
			"before the brake was tested standing"},
		"no test at the end": {func(p *procedure.Procedure) { p.Steps = p.Steps[:11] }, "",
			"disturbed and not tested since"},
		"a loop that nobody counts": {change("press",
			func(s *procedure.Step) { s.Outcomes[1].Most, s.Outcomes[1].Then = 0, "" }),
			"press", "nothing bounds this loop"},
		"a gate that a way goes round": {change("pads-out", func(s *procedure.Step) {
			s.Outcomes = []procedure.Outcome{{Say: "Out"},
				{Say: "Stuck", To: "press"}}
		}), "press", "nobody can pass its gate"},
		"a step that needs what is not so": {change("press",
			func(s *procedure.Step) { s.Needs = []string{"block-in"} }), "press",
			"is needed"},
		"a step beside what it forbids": {change("press",
			func(s *procedure.Step) { s.Forbids = []string{"cup-on"} }), "press",
			"must not be here"},
	} {
		t.Run(name, func(t *testing.T) {
			p := sound()
			c.spoil(&p)
			err := p.Prove(bench())
			var breach *procedure.Breach
			if !assert.ErrorAs(t, err, &breach, name) {
				return
			}
			assert.Equal(t, c.step, breach.Step, name)
			assert.Contains(t, breach.Rule, c.rule, name)
			assert.NotEmpty(t, breach.Way, name)
		})
	}
	p = sound()
	p.Steps[0].Opens = procedure.States{"moon-up"}
	assert.ErrorContains(t, p.Prove(bench()), `no state "moon-up"`)
}

// The way that is told is one that can be gone: replayed, it leads to the step that breaks.
func TestTheWayThereIsTheShortest(t *testing.T) {
	p := sound()
	p.Steps[place(p, "plug")].Record = nil
	var breach *procedure.Breach
	require.ErrorAs(t, p.Prove(bench()), &breach)
	assert.Equal(t, "test", breach.Step)
	assert.Len(t, breach.Way, place(p, "test")+1, "once through, with no round of the loop")
}

func TestALoopIsCountedByTheRun(t *testing.T) {
	p := sound()
	known := map[string]string{"level": "known"}
	var marks []procedure.Mark
	for _, id := range []string{"wheel-out", "pads-out", "port", "cup", "home"} {
		marks = append(marks, procedure.Mark{Step: id})
	}
	for try := 1; try <= 4; try++ {
		s, err := p.At(known, marks)
		require.NoError(t, err)
		assert.Equal(t, "press", p.Steps[s.Now].ID, "try %d", try)
		n, of := p.Try(s)
		assert.Equal(t, [2]int{try, 4}, [2]int{n, of})
		marks = append(marks, procedure.Mark{Step: "press", Outcome: "Bubbles"})
	}
	s, err := p.At(known, marks)
	require.NoError(t, err)
	assert.Equal(t, "off", p.Steps[s.Now].ID, "after three more tries it goes on")
}

// Whatever is seen, a procedure that was proved ends, with nothing open, as the proof says.
func TestAProvedProcedureAlwaysEnds(t *testing.T) {
	p := sound()
	require.NoError(t, p.Prove(bench()))
	rapid.Check(t, func(t *rapid.T) {
		chosen := map[string]string{"level": rapid.SampledFrom([]string{"known", "topped"}).Draw(t, "level")}
		var marks []procedure.Mark
		open := map[string]bool{}
		for range 60 {
			s, err := p.At(chosen, marks)
			if err != nil {
				t.Fatal(err)
			}
			if s.Now == len(p.Steps) {
				if len(open) > 0 {
					t.Fatalf("left open: %v", open)
				}
				return
			}
			step := p.Steps[s.Now]
			m := procedure.Mark{Step: step.ID}
			if len(step.Outcomes) > 0 {
				m.Outcome = rapid.SampledFrom(step.Outcomes).Draw(t, "seen").Say
			}
			for _, id := range step.Opens {
				open[id] = true
			}
			for _, id := range step.Closes {
				delete(open, id)
			}
			marks = append(marks, m)
		}
		t.Fatal("it never ends")
	})
}

func TestStatesThatSayNothing(t *testing.T) {
	for want, spoil := range map[string]func(*procedure.State){
		"no state \"moon\"":       func(s *procedure.State) { s.First = []string{"moon"} },
		"over in a moment":        func(s *procedure.State) { s.Needs = [][]string{{"ride"}} },
		"cannot be empty":         func(s *procedure.State) { s.While = [][]string{{}} },
		"a name and a source":     func(s *procedure.State) { s.Name = "" },
		"no longer than its step": func(s *procedure.State) { s.Moment, s.Lasting = true, true },
	} {
		t.Run(want, func(t *testing.T) {
			book := bench()
			s := book["covered"]
			spoil(&s)
			book["covered"] = s
			assert.ErrorContains(t, book.Validate("covered"), want)
		})
	}
	for id := range bench() {
		assert.NoError(t, bench().Validate(id), id)
	}
}
