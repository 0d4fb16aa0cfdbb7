package knowledge

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"

	"utensil/core/gear"
	"utensil/knowledge/rolling"
	"utensil/knowledge/speech"
)

// Drivetrain is the gear of a family with sprockets of these teeth; its barrel has all of its
// turns. What a turn does is what the adjusters say.
func (b *Book) Drivetrain(f rolling.GearFamily, teeth []int) gear.Drivetrain {
	barrel, _ := b.Adjuster(speech.MechBarrel)
	return b.Turned(gear.Drivetrain{Teeth: teeth, Spacing: f.Spacing, Pull: f.Pull, Ratio: f.Ratio,
		Turns: barrel.Turns, Clicks: f.Speeds - 1})
}

// Turned fills in what a turn does, where a gear does not say it: one that was written down
// before it was asked.
func (b *Book) Turned(d gear.Drivetrain) gear.Drivetrain {
	barrel, _ := b.Adjuster(speech.MechBarrel)
	low, _ := b.Adjuster(speech.LowScrew)
	gap, _ := b.Adjuster(speech.GapScrew)
	d.Thread, d.Barrel = cmp.Or(d.Thread, barrel.Outward("tighter")), cmp.Or(d.Barrel, barrel.Turns)
	d.Screw, d.GapTurn = cmp.Or(d.Screw, low.Outward("later")), cmp.Or(d.GapTurn, gap.Outward("away"))
	return d
}

// GearFamily finds a family.
func (b *Book) GearFamily(id string) (rolling.GearFamily, bool) { return find(b.Gears, id) }

// GearFamilies lists those of so many speeds; all where there is none of them.
func (b *Book) GearFamilies(speeds int) []rolling.GearFamily {
	same := slices.DeleteFunc(slices.Clone(b.Gears), func(f rolling.GearFamily) bool { return f.Speeds != speeds })
	if len(same) == 0 {
		return b.Gears
	}
	return same
}

// validate refuses a family whose parts do not go together.
func (b *Book) validateGears(f rolling.GearFamily) error {
	if f.Name == "" || f.Source == "" {
		return errors.New("a family of gears needs a name and a source")
	}
	if len(f.Teeth) != f.Speeds {
		return fmt.Errorf("%d speeds, and %d sprockets as a usual set", f.Speeds, len(f.Teeth))
	}
	if off := math.Abs(f.Pull*f.Ratio - f.Spacing); off > 0.02 {
		return fmt.Errorf("pull × ratio is %.2f mm and the spacing %.2f: off by %.2f mm a click",
			f.Pull*f.Ratio, f.Spacing, off)
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

// HubFamily finds a family of geared hubs.
func (b *Book) HubFamily(id string) (rolling.HubFamily, bool) { return find(b.Hubs, id) }

// HubOf finds the family with so many gears.
func (b *Book) HubOf(gears int) (rolling.HubFamily, bool) {
	i := slices.IndexFunc(b.Hubs, func(h rolling.HubFamily) bool { return len(h.Ratios) == gears })
	if i < 0 {
		return rolling.HubFamily{}, false
	}
	return b.Hubs[i], true
}
