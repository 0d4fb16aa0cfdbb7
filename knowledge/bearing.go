package knowledge

import (
	"fmt"

	"utensil/core/bearing"
)

// Bearing is a cartridge bearing.
type Bearing struct {
	bearing.Kind `yaml:",inline"`
}

func (b Bearing) Key() string { return b.ID }

// Ball is a loose ball.
type Ball struct {
	bearing.Ball `yaml:",inline"`
}

func (b Ball) Key() string { return b.ID }

// BearingKinds lists the bearings, to be told apart.
func (b *Book) BearingKinds() []bearing.Kind {
	kinds := make([]bearing.Kind, len(b.Bearings))
	for i, k := range b.Bearings {
		kinds[i] = k.Kind
	}
	return kinds
}

// LooseBalls lists the balls, to be told apart.
func (b *Book) LooseBalls() []bearing.Ball {
	balls := make([]bearing.Ball, len(b.Balls))
	for i, x := range b.Balls {
		balls[i] = x.Ball
	}
	return balls
}

// validateBearing refuses a bearing that cannot be, and one that nothing tells from another.
func (b *Book) validateBearing(k Bearing) error {
	if err := k.Validate(); err != nil {
		return err
	}
	for _, o := range b.Bearings {
		if o.ID != k.ID && o.Size() == k.Size() {
			return fmt.Errorf("measures what %s measures: nothing tells them apart", o.ID)
		}
	}
	return nil
}
