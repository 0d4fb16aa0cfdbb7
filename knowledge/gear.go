package knowledge

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"

	"utensil/core/gear"
	"utensil/knowledge/speech"
)

// GearFamily is a rear gear as it is sold together: sprockets, how far apart, what a click pulls and how far
// the mech moves for it.
type GearFamily struct {
	ID      string  `yaml:"id" json:"id"`
	Name    string  `yaml:"name" json:"name"`
	Speeds  int     `yaml:"speeds" json:"speeds"`
	Spacing float64 `yaml:"spacing_mm" json:"spacing_mm"`
	Pull    float64 `yaml:"pull_mm" json:"pull_mm"`
	Ratio   float64 `yaml:"ratio" json:"ratio"`
	Teeth   []int   `yaml:"teeth" json:"teeth" doc:"a usual set, smallest first"`
	Source  string  `yaml:"source" json:"source"`
}

func (f GearFamily) Key() string { return f.ID }

// Drivetrain is the gear of a family with sprockets of these teeth; its barrel has all of its turns. What a turn does is
// what the adjusters say.
func (b *Book) Drivetrain(f GearFamily, teeth []int) gear.Drivetrain {
	barrel, _ := b.Adjuster(speech.MechBarrel)
	return b.Turned(gear.Drivetrain{Teeth: teeth, Spacing: f.Spacing, Pull: f.Pull, Ratio: f.Ratio, Turns: barrel.Turns, Clicks: f.Speeds - 1})
}

// Turned fills in what a turn does, where a gear does not say it: one that was written down before it was asked.
func (b *Book) Turned(d gear.Drivetrain) gear.Drivetrain {
	barrel, _ := b.Adjuster(speech.MechBarrel)
	low, _ := b.Adjuster(speech.LowScrew)
	gap, _ := b.Adjuster(speech.GapScrew)
	d.Thread, d.Barrel = cmp.Or(d.Thread, barrel.Outward("tighter")), cmp.Or(d.Barrel, barrel.Turns)
	d.Screw, d.GapTurn = cmp.Or(d.Screw, low.Outward("later")), cmp.Or(d.GapTurn, gap.Outward("away"))
	return d
}

// GearFamily finds a family.
func (b *Book) GearFamily(id string) (GearFamily, bool) { return find(b.Gears, id) }

// GearFamilies lists those of so many speeds; all where there is none of them.
func (b *Book) GearFamilies(speeds int) []GearFamily {
	same := slices.DeleteFunc(slices.Clone(b.Gears), func(f GearFamily) bool { return f.Speeds != speeds })
	if len(same) == 0 {
		return b.Gears
	}
	return same
}

// validate refuses a family whose parts do not go together.
func (b *Book) validateGears(f GearFamily) error {
	if f.Name == "" || f.Source == "" {
		return errors.New("a family of gears needs a name and a source")
	}
	if len(f.Teeth) != f.Speeds {
		return fmt.Errorf("%d speeds, and %d sprockets as a usual set", f.Speeds, len(f.Teeth))
	}
	if off := math.Abs(f.Pull*f.Ratio - f.Spacing); off > 0.02 {
		return fmt.Errorf("pull × ratio is %.2f mm and the spacing %.2f: off by %.2f mm a click", f.Pull*f.Ratio, f.Spacing, off)
	}
	d := b.Drivetrain(f, f.Teeth)
	if err := d.Validate(); err != nil {
		return err
	}
	if !d.Right(gear.New()) {
		return errors.New("set right, not every shift is crisp")
	}
	return nil
}
