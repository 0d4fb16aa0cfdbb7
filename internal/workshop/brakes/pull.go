package brakes

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"utensil/core/brake"
	"utensil/core/words"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// LeverPull records two pulls of a brake's lever, and the air that they give away.
type LeverPull struct {
	End string `json:"end" enum:"front,rear"`
	brake.Pull
	Air float64 `json:"air_ml" readOnly:"true"`
}

// PullView is the air found in a line at one time.
type PullView struct {
	First float64   `json:"first_mm"`
	Air   float64   `json:"air_ml"`
	By    string    `json:"by"`
	At    time.Time `json:"at"`
	Here  bool      `json:"here" doc:"in this job"`
}

func checkPull(s *record.Sheet, in LeverPull) (*LeverPull, error) {
	if family, _ := fluid.Circuit(s, in.End); in.End != "front" && in.End != "rear" || !family.Fluid() {
		return nil, record.Refuse("end", "Only a hydraulic brake has air in its line.")
	}
	if err := in.Pull.Validate(); err != nil {
		return nil, record.Refuse("first_mm", "%s", words.Sentence(err))
	}
	in.Air = in.Pull.Air()
	return &in, nil
}

// pulls lists the air found in one brake, oldest first.
func pulls(s *record.Sheet, end string) []PullView {
	out := []PullView{}
	for n, l := range s.Ledgers() {
		for e, in := range Pulls.All(l) {
			if p := in; p.End == end {
				out = append(out, PullView{First: p.First, Air: p.Air, By: e.ByName, At: e.At, Here: n == 1})
			}
		}
	}
	return out
}

// AirLeft is the air that a brake was left with, in ml.
type AirLeft struct {
	Bike string  `db:"bike"` // make and model
	End  string  `db:"brake_end"`
	Air  float64 `db:"air"`
}

// enoughPulls of like brakes say what is usual here.
const enoughPulls = 5

// usualAir is how brakes like this one were left here: those of bikes of its make and model if
// there are enough, else all at its end. A rear brake's longer line holds more.
func usualAir(s *record.Sheet, b record.Bike, end string) []float64 {
	var same, all []float64
	name := strings.ToLower(b.Make + " " + b.Model)
	for _, l := range AirsLeft.Of(s) {
		if l.End != end {
			continue
		}
		all = append(all, l.Air)
		if b.Model != "" && strings.ToLower(l.Bike) == name {
			same = append(same, l.Air)
		}
	}
	if len(same) >= enoughPulls {
		return same
	}
	return all
}

// airSays compares the last air found with how brakes are usually left here.
func airSays(pulls []PullView, usual []float64) string {
	if len(pulls) == 0 {
		return ""
	}
	last := pulls[len(pulls)-1].Air
	says := fmt.Sprintf("%.2f ml of air at last", last)
	if n := len(pulls); n > 1 && pulls[n-1].Here && pulls[n-2].Here {
		says = fmt.Sprintf("%.2f ml of air before, %.2f ml now", pulls[n-2].Air, last)
	}
	if len(usual) < enoughPulls {
		return says + ". Too few are logged here to say what is usual."
	}
	sorted := slices.Sorted(slices.Values(usual))
	middle, most := sorted[len(sorted)/2], sorted[len(sorted)*3/4]
	if last <= most {
		return fmt.Sprintf("%s: as brakes are left here, %.2f ml in the middle of %d.", says, middle, len(usual))
	}
	return fmt.Sprintf("%s: more than brakes are left with here, %.2f ml in the middle of %d. Bleed it again.", says,
		middle, len(usual))
}

// Pulls are pairs of pulls at a lever.
var Pulls = record.NewKind(record.Kind[LeverPull]{Name: "pull", By: record.ByMechanic, Past: record.LaterJob})

// AirsLeft is the air that brakes were left with here.
var AirsLeft = record.Learns[[]AirLeft]("the air that brakes were left with")

// mostAirs say how brakes are left here.
const mostAirs = 500

// Lessons is what the brakes learn from the shop's past.
func Lessons(store Store) []record.Lesson {
	return []record.Lesson{AirsLeft.From(func(ctx context.Context, _ *knowledge.Book) ([]AirLeft, error) {
		return store.AirsLeft(ctx, mostAirs)
	})}
}
