package diagnosis_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"utensil/core/diagnosis"
)

// lever is a small complaint: air, pads or a leak; pump it, measure it, wipe it.
func lever(t testing.TB, pairs ...diagnosis.Pair) *diagnosis.Model {
	m, err := diagnosis.New(
		[]diagnosis.Cause{{ID: "air", Weight: 12, Minutes: 35}, {ID: "pads", Weight: 6, Minutes: 20},
			{ID: "leak", Weight: 3, Minutes: 60}},
		[]diagnosis.Check{
			{ID: "pump", Minutes: 1, Answers: []string{"firms up", "stays"},
				Likely: [][]float64{{0.9, 0.1}, {0.5, 0.5}, {0.25, 0.75}}},
			{ID: "measure", Minutes: 3, Answers: []string{"thin", "thick"},
				Likely: [][]float64{{0.06, 0.94}, {0.98, 0.02}, {0.06, 0.94}}},
			{ID: "wipe", Minutes: 2, Answers: []string{"wet", "dry"},
				Likely: [][]float64{{0.01, 0.99}, {0.01, 0.99}, {0.9, 0.1}}, After: []int{0}},
		}, pairs)
	require.NoError(t, err)
	return m
}

func TestBayesByHand(t *testing.T) {
	// Bayes' rule worked out by hand: 12·0.9 : 6·0.5 : 3·0.25 = 10.8 : 3 : 0.75.
	b := lever(t).Weigh([]diagnosis.Step{{diagnosis.Look(0), 0}})
	assert.InDelta(t, 10.8/14.55, b.Of(0), 1e-12)
	assert.InDelta(t, 3/14.55, b.Of(1), 1e-12)
	assert.InDelta(t, 0.75/14.55, b.Of(2), 1e-12)
}

// model draws any complaint of up to five causes and four checks.
func model(t *rapid.T) (*diagnosis.Model, [][][]float64, []float64, [][]int) {
	n := rapid.IntRange(2, 5).Draw(t, "causes")
	var causes []diagnosis.Cause
	var prior []float64
	var sets [][]int
	for i := range n {
		w := rapid.Float64Range(0.5, 12).Draw(t, "weight")
		causes = append(causes, diagnosis.Cause{ID: fmt.Sprint("c", i), Weight: w,
			Minutes: rapid.Float64Range(2, 60).Draw(t, "fix")})
		prior, sets = append(prior, w), append(sets, []int{i})
	}
	var pairs []diagnosis.Pair
	if n > 2 && rapid.Bool().Draw(t, "paired") {
		pairs = []diagnosis.Pair{{A: 0, B: 2, Weight: 1}}
		prior, sets = append(prior, 1), append(sets, []int{0, 2})
	}
	var checks []diagnosis.Check
	var likely [][][]float64
	for k := range rapid.IntRange(1, 4).Draw(t, "checks") {
		answers := rapid.IntRange(2, 3).Draw(t, "answers")
		c := diagnosis.Check{ID: fmt.Sprint("k", k),
			Minutes: rapid.Float64Range(0.5, 10).Draw(t, "minutes"), Answers: make([]string, answers)}
		for range n {
			row, sum := make([]float64, answers), 0.0
			for i := range row {
				row[i] = rapid.Float64Range(0.02, 1).Draw(t, "p")
				sum += row[i]
			}
			for i := range row {
				row[i] /= sum
			}
			c.Likely = append(c.Likely, row)
		}
		checks, likely = append(checks, c), append(likely, c.Likely)
	}
	m, err := diagnosis.New(causes, checks, pairs)
	if err != nil {
		t.Fatal(err)
	}
	return m, likely, prior, sets
}

// Checked against the joint distribution written out in full: every hypothesis with every
// combination of answers (Bayes' rule by exhaustive enumeration).
func TestBeliefAgreesWithEnumeration(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		m, likely, prior, sets := model(t)
		var steps []diagnosis.Step
		joint := append([]float64(nil), prior...)
		for k, rows := range likely {
			answer := rapid.IntRange(-1, len(rows[0])-1).Draw(t, "answer")
			steps = append(steps, diagnosis.Step{Action: diagnosis.Look(k), Answer: answer})
			if answer < 0 {
				continue
			}
			for h, set := range sets {
				p := rows[set[0]][answer]
				if len(set) == 2 { // the quiet answer needs both to be quiet
					a, b, last := rows[set[0]], rows[set[1]], len(rows[0])-1
					quiet := a[last] * b[last]
					p = quiet
					if answer != last {
						loud := 0.0
						for i := range last {
							loud += a[i] + b[i]
						}
						p = (1 - quiet) * (a[answer] + b[answer]) / loud
					}
				}
				joint[h] *= p
			}
		}
		total := 0.0
		for _, w := range joint {
			total += w
		}
		b := m.Weigh(steps)
		for c := range m.Causes {
			want := 0.0
			for h, set := range sets {
				if set[0] == c || len(set) == 2 && set[1] == c {
					want += joint[h] / total
				}
			}
			if math.Abs(b.Of(c)-want) > 1e-9 {
				t.Fatalf("cause %d: %g, by enumeration %g", c, b.Of(c), want)
			}
		}
	})
}

func TestOrderOfChecksDoesNotMatter(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		m, likely, _, _ := model(t)
		var steps []diagnosis.Step
		for k, rows := range likely {
			steps = append(steps, diagnosis.Step{Action: diagnosis.Look(k),
				Answer: rapid.IntRange(0, len(rows[0])-1).Draw(t, "answer")})
		}
		turned := rapid.Permutation(steps).Draw(t, "turned")
		for c := range m.Causes {
			if math.Abs(m.Weigh(steps).Of(c)-m.Weigh(turned).Of(c)) > 1e-9 {
				t.Fatal("the order of the answers changed the belief")
			}
		}
	})
}

// Expected information gain is H(prior) − E[H(posterior)], which is never below zero and
// never above what there is to know (Shannon 1948).
func TestAdviceKeepsToWhatCanBeKnown(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		m, _, prior, _ := model(t)
		total, entropy := 0.0, 0.0
		for _, w := range prior {
			total += w
		}
		for _, w := range prior {
			entropy -= w / total * math.Log2(w/total)
		}
		for _, a := range m.Start().Next() {
			chances := 0.0
			for _, p := range a.Answers {
				chances += p.Chance
			}
			if a.Gain < 0 || a.Gain > entropy+1e-9 || math.Abs(chances-1) > 1e-9 {
				t.Fatalf("gain %g of %g bits, answers add up to %g", a.Gain, entropy, chances)
			}
		}
	})
}

// The best way can never be beaten, and the advice stays near it (the bench measures how near
// on the shipped complaints).
func TestNothingBeatsTheBest(t *testing.T) {
	m := lever(t, diagnosis.Pair{A: 0, B: 2, Weight: 1})
	best, exact := m.Best(100_000)
	require.True(t, exact)
	ours, list := m.Expected(diagnosis.Advised), m.Expected(diagnosis.Checklist)
	assert.GreaterOrEqual(t, ours, best-1e-9)
	assert.LessOrEqual(t, ours, best*1.1)
	assert.Greater(t, list, ours)

	dice := rand.New(rand.NewPCG(7, 7))
	minutes, right := 0.0, 0
	const rounds = 4000
	for range rounds {
		hidden := m.Hide(dice.Float64)
		took, cause := m.Run(diagnosis.Advised, hidden.Answer)
		minutes += took
		for _, c := range hidden.Causes() {
			if c == cause {
				right++
			}
		}
	}
	assert.InDelta(t, ours, minutes/rounds, ours*0.1, "what is drawn agrees with what is expected")
	assert.Greater(t, float64(right)/rounds, 0.93)
}

func TestRemedyThatDoesNotCureIsEvidence(t *testing.T) {
	m := lever(t, diagnosis.Pair{A: 0, B: 2, Weight: 3})
	before := m.Start()
	after := before.After(diagnosis.Try(0), diagnosis.NotCured)
	assert.Less(t, after.Of(0), before.Of(0)/3, "bled, and still soft: hardly air")
	assert.Greater(t, after.Of(2), before.Of(2), "of two causes, the other is left")
	for _, a := range after.Next() {
		assert.NotEqual(t, diagnosis.Try(0), a.Action, "what did not help is not put first again")
	}
	cured := after.After(diagnosis.Try(2), diagnosis.Cured)
	top, p := cured.Top()
	assert.True(t, cured.Settled())
	assert.Equal(t, 2, top)
	assert.Equal(t, 1.0, p)
	assert.Empty(t, cured.Next())
}

func TestContradictoryAnswersShow(t *testing.T) {
	m := lever(t)
	fits := m.Weigh([]diagnosis.Step{{diagnosis.Look(0), 0}, {diagnosis.Look(1), 1}, {diagnosis.Look(2), 1}})
	assert.Greater(t, fits.Fits(), 0.5)
	odd := m.Weigh([]diagnosis.Step{{diagnosis.Look(1), 0}, {diagnosis.Look(2), 0},
		{diagnosis.Try(1), diagnosis.NotCured}})
	assert.Less(t, odd.Fits(), 0.1, "thin pads that were renewed, and wet: no one cause does that")
	none := m.Weigh([]diagnosis.Step{{diagnosis.Try(0), diagnosis.NotCured}, {diagnosis.Try(1), diagnosis.NotCured},
		{diagnosis.Try(2), diagnosis.NotCured}, {diagnosis.Look(2), 0}, {diagnosis.Look(1), 0}})
	assert.Less(t, none.Fits(), diagnosis.Odd)
	assert.True(t, none.Exhausted())
	assert.False(t, odd.Exhausted())
	assert.Greater(t, m.Weigh([]diagnosis.Step{{diagnosis.Look(0), 1}}).Fits(), diagnosis.Odd,
		"one unusual answer is no contradiction")
	assert.Equal(t, m.Start().Of(0), m.Weigh([]diagnosis.Step{{diagnosis.Look(0),
		diagnosis.CannotTell}}).Of(0), "cannot tell changes nothing")
}

func TestWhatIsNoModelIsRefused(t *testing.T) {
	causes := []diagnosis.Cause{{"a", 1, 5}, {"b", 1, 5}}
	good := [][]float64{{0.9, 0.1}, {0.1, 0.9}}
	check := func(likely [][]float64, after ...int) []diagnosis.Check {
		return []diagnosis.Check{{ID: "k", Minutes: 1, Answers: []string{"x", "y"}, Likely: likely, After: after}}
	}
	for says, try := range map[string]func() error{
		"at least two causes": func() error { _, err := diagnosis.New(causes[:1], check(good[:1]), nil); return err },
		"do not add up to 1": func() error {
			_, err := diagnosis.New(causes, check([][]float64{{0.9, 0.2}, {0.1, 0.9}}), nil)
			return err
		},
		"comes after itself": func() error { _, err := diagnosis.New(causes, check(good, 0), nil); return err },
		"two different causes": func() error {
			_, err := diagnosis.New(causes, check(good), []diagnosis.Pair{{0, 0, 1}})
			return err
		},
		"weight and minutes": func() error {
			_, err := diagnosis.New([]diagnosis.Cause{{"a", 0, 5}, causes[1]}, check(good), nil)
			return err
		},
		"tells nothing": func() error {
			m, _ := diagnosis.New(causes, check([][]float64{{0.5, 0.5}, {0.5, 0.5}}), nil)
			return m.Tells()
		},
		"speaks for the cause a": func() error {
			m, _ := diagnosis.New(causes, check([][]float64{{0.5, 0.5}, {0.5, 0.5}}), nil)
			return m.Tells()
		},
	} {
		t.Run(says, func(t *testing.T) {
			assert.ErrorContains(t, try(), says)
		})
	}
}

// BenchmarkNext weighs what was seen and thinks the best next check through.
func BenchmarkNext(b *testing.B) {
	m := lever(b, diagnosis.Pair{A: 0, B: 1, Weight: 1})
	for b.Loop() {
		m.Weigh([]diagnosis.Step{{diagnosis.Look(0), 1}}).Next()
	}
}
