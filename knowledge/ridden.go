package knowledge

import (
	"utensil/core/tyre"
	"utensil/knowledge/riding"
)

// Tyres is the table of which tyres go on which rims.
func (b *Book) Tyres() tyre.Rims { return riding.Tyres(b.Rims) }

// Ground finds a ground.
func (b *Book) Ground(id string) (riding.Ground, bool) { return find(b.Grounds, id) }

// Pressures is the law that pressures are advised by: fitted to what is ridden.
func (b *Book) Pressures() tyre.Law { return b.pressures }

// SagOf is how far a leg of a travel is to sink; as far as any of its kind, while nobody has read its travel.
func (b *Book) SagOf(leg string, travel float64) riding.Sag { return riding.SagOf(b.Sags, leg, travel) }

// fitted refuses pressures as they are ridden that the law cannot be fitted to, and each that is far off it.
func (b *Book) fitted(refuse refusal) {
	_, off, err := riding.Fit(b.Ridden, b.Grounds, b.Floors)
	refuse("", err)
	for _, r := range off {
		refuse(r.ID, r)
	}
}
