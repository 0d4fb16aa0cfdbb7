package service_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/bike"
	"utensil/knowledge/service"
)

// shop is a book with two kinds of bike: one with a chain's gears, one without.
func shop(services ...service.Service) service.Book {
	geared, fixed := bike.Facts{Kind: "geared", Gears: "cable"}, bike.Facts{Kind: "fixed", Gears: "fixed"}
	all := service.Has{Points: []string{"frame", "mech"}, Oils: []string{"chain", "pods"},
		Work: []string{"index", "wash", "pour"}, Apart: []string{"crank"}}
	known := func(ids ...string) func(string) bool {
		return func(id string) bool { return slices.Contains(ids, id) }
	}
	return service.Book{Kinds: []bike.Facts{geared, fixed}, All: all,
		On: func(f bike.Facts) service.Has {
			if f.Gears == "fixed" {
				return service.Has{Points: []string{"frame"}, Oils: []string{"chain"}, Apart: all.Apart}
			}
			return all
		},
		Needs: known("wheel-out"), Joints: known("axle"), Alone: known("washer"),
		Depth:  func(id string) (int, bool) { return slices.Index([]string{"tune", "routine"}, id), id != "deep" },
		Guided: func(_ bike.Facts, work string) bool { return work == "index" },
		Own: func(work string) string {
			if work == "pour" {
				return "pours fluid"
			}
			return ""
		},
		Does: func(guide, work string) bool { return guide == "index-guide" && work == "index" },
		Before: func(work, other string) string {
			if work == "wash" && other == "index" {
				return "wet work comes first"
			}
			return ""
		},
		Services: func(id string) (service.Service, bool) {
			i := slices.IndexFunc(services, func(s service.Service) bool { return s.ID == id })
			if i < 0 {
				return service.Service{}, false
			}
			return services[i], true
		}}
}

func tune() service.Service {
	return service.Service{ID: "tune", Name: "Tune", About: "a", Depth: "tune", Source: "s", Steps: []service.Step{
		{ID: "look", Do: "Look", Minutes: 1, Looks: []string{"frame", "mech"}},
		{ID: "oil", Do: "Oil", Minutes: 1, Oils: []string{"chain", "pods"}},
		{ID: "index", Do: "Index", Work: []string{"index"}},
	}}
}

func TestWhatIsWrongWithAServiceIsSaid(t *testing.T) {
	require.NoError(t, shop().Prove(tune()))
	first := func(change func(*service.Step)) func(*service.Service) {
		return func(s *service.Service) { change(&s.Steps[0]) }
	}
	for says, spoil := range map[string]func(*service.Service){
		"needs a name":                   func(s *service.Service) { s.About = "" },
		`no depth "deep"`:                func(s *service.Service) { s.Depth = "deep" },
		"offered for no kind":            func(s *service.Service) { s.When = bike.Condition{"gears": {"hub"}} },
		"two steps are called":           func(s *service.Service) { s.Steps[1].ID = "look" },
		`no point "moon"`:                first(func(s *service.Step) { s.Looks = []string{"moon"} }),
		`no place to oil "moon"`:         first(func(s *service.Step) { s.Oils = []string{"moon"} }),
		`no assembly "moon"`:             first(func(s *service.Step) { s.Apart = []string{"moon"} }),
		`no test "moon"`:                 first(func(s *service.Step) { s.Disturbs = []string{"moon"} }),
		`"moon" is no preparation`:       first(func(s *service.Step) { s.Needs = []string{"moon"} }),
		`"moon" is no fastener`:          first(func(s *service.Step) { s.Touches = []string{"moon"} }),
		`nothing called "moon" goes on`:  first(func(s *service.Step) { s.Alone = "moon" }),
		"a step needs its minutes":       first(func(s *service.Step) { s.Minutes = 0 }),
		"an id without a stroke":         first(func(s *service.Step) { s.ID = "a/b" }),
		"is a step of its own":           first(func(s *service.Step) { s.Work = []string{"index"} }),
		"index is done twice":            func(s *service.Service) { s.Steps[2].Work = []string{"index", "index"} },
		"wash comes before index: wet":   func(s *service.Service) { s.Steps[2] = work("index", "wash") },
		"pour pours fluid: it is propos": func(s *service.Service) { s.Steps[2].Work = []string{"pour"} },
		`"moon" is no guided work`:       func(s *service.Service) { s.Steps[2].Guides = []string{"moon"} },
		"hands on the bike after": func(s *service.Service) {
			s.Steps = append(s.Steps, service.Step{ID: "on", Do: "Battery on", Last: "hands are out", Minutes: 1},
				service.Step{ID: "drip", Do: "Oil it", Minutes: 1, Oils: []string{"pods"}})
		},
		"is said by its guided work":       func(s *service.Service) { s.Steps[2].Writes = "the charge" },
		"nobody is told how to do wash":    func(s *service.Service) { s.Steps[2].Work = []string{"wash"} },
		`includes "moon", which is no oth`: func(s *service.Service) { s.Includes = []string{"moon"} },
	} {
		t.Run(says, func(t *testing.T) {
			s := tune()
			spoil(&s)
			assert.ErrorContains(t, shop().Prove(s), says)
		})
	}
}

// work is a step of work that nobody is told how to do, and says so.
func work(ids ...string) service.Step {
	return service.Step{ID: "work", Do: "Work", Work: ids, None: "no guide"}
}

// Who pays for more gets all of the less.
func TestADeeperServiceKeepsWhatItIncludes(t *testing.T) {
	deeper := tune()
	deeper.ID, deeper.Depth, deeper.Includes = "routine", "routine", []string{"tune"}
	require.NoError(t, shop(tune()).Prove(deeper))

	lighter := deeper
	lighter.Steps = slices.Clone(deeper.Steps)
	lighter.Steps[1].Oils = []string{"chain"}
	assert.ErrorContains(t, shop(tune()).Prove(lighter), `on a geared: it includes the Tune, and leaves out its "oil"`)
	lighter.Steps[1].For = []string{"oil"}
	assert.NoError(t, shop(tune()).Prove(lighter), "something better is done for it")

	shallow, deep := deeper, tune()
	deep.Depth, shallow.Depth = "routine", "tune"
	assert.ErrorContains(t, shop(deep).Prove(shallow), "goes less deep")
}

// A bike is promised what it has: a step of which nothing is left is none, one that names nothing is.
func TestAWalkIsOfWhatABikeHas(t *testing.T) {
	b, s := shop(), tune()
	s.Steps = append(s.Steps, service.Step{ID: "photo", Do: "Photograph", Minutes: 1})
	walk := s.On(b.Kinds[1], b.On(b.Kinds[1]))
	var ids []string
	for _, step := range walk {
		ids = append(ids, step.ID)
	}
	assert.Equal(t, []string{"look", "oil", "photo"}, ids)
	assert.Equal(t, []string{"frame"}, walk[0].Looks)
	assert.False(t, walk[0].Ticked(), "its looks say that it was done")
	assert.True(t, walk[2].Ticked(), "nothing else says it")

	// An assembly that nobody has drawn as it is here still comes off: by hand, and it is asked for again.
	s.Steps = []service.Step{{ID: "fork", Do: "Fork out", Minutes: 25, Apart: []string{"headset"}}}
	undoes := func(apart []string) []string { return append([]string{"axle"}, apart...) }
	hand := s.On(b.Kinds[0], service.Has{Undoes: undoes})
	require.Len(t, hand, 1, "a fork that was crashed is not let off because its headset is none of ours")
	assert.True(t, hand[0].Ticked())
	assert.Equal(t, []string{"axle", "headset"}, hand[0].Touches)
	assert.Contains(t, hand[0].Disturbs, "test_ride")
	assert.NotEmpty(t, hand[0].Writes)
	assert.Empty(t, s.Steps[0].Writes, "the service itself is as it was")
	s.Steps[0].Looks = []string{"frame"}
	both := s.On(b.Kinds[0], service.Has{Points: []string{"frame"}, Undoes: undoes})
	assert.True(t, both[0].Ticked(), "what is looked at besides does not say that the fork was out")

	apart := service.Step{ID: "w", Looks: []string{"frame"}, Needs: []string{"wheel-out"}}
	assert.True(t, apart.Ticked(), "somebody says that the wheel is home")
	parts := service.Parts([]service.Step{work("index", "wash")})
	require.Len(t, parts, 2)
	assert.Equal(t, "work/wash", parts[1].ID)
	assert.Equal(t, "work", service.StepOf(parts[1].ID))
}
