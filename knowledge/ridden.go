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

// validatePressures checks what is known of tyres, rims and sag, and that the law of pressures can be fitted.
func (b *Book) validatePressures(wrong func(file, id string, err error)) {
	for _, r := range b.Ridden {
		wrong("ridden.yaml", r.ID, sourced("a pressure as it is ridden needs a load and a source", r.Load > 0, r.Source))
	}
	for _, g := range b.Grounds {
		wrong("grounds.yaml", g.ID, sourced("a ground needs a name and a source", g.Name != "", g.Source))
	}
	for _, f := range b.Floors {
		wrong("floors.yaml", f.ID, sourced("a least pressure needs a width and a source", f.Width > 0, f.Source))
	}
	for _, r := range b.Rims {
		wrong("rims.yaml", r.ID, sourced("a rim needs an inner width and a source", r.Inner > 0, r.Source))
	}
	wrong("rims.yaml", "", b.Tyres().Check())
	for _, g := range b.Sags {
		wrong("sags.yaml", g.ID, g.Validate())
	}
	wrong("sags.yaml", "", riding.CheckSags(b.Sags))
	_, off, err := riding.Fit(b.Ridden, b.Grounds, b.Floors)
	wrong("ridden.yaml", "", err)
	for _, r := range off {
		wrong("ridden.yaml", r.ID, r)
	}
}
