package knowledge

import (
	"slices"

	"utensil/core/bike"
	"utensil/core/estimate"
	"utensil/core/fastener"
	"utensil/core/measure"
)

// Fastener is one kind of fastener: what it is, how tight, with what on its threads.
type Fastener struct {
	ID        string         `yaml:"id"`
	Name      string         `yaml:"name"`
	Component string         `yaml:"component"`
	Positions []string       `yaml:"positions"` // the bolts of it, each logged; none for a single one
	When      bike.Condition `yaml:"when"`
	Torque    *measure.Range `yaml:"nm"`  // N·m; nil when set by feel
	Set       string         `yaml:"set"` // how it is set by feel
	Tool      string         `yaml:"tool"`
	Treatment string         `yaml:"treatment"`
	Hand      string         `yaml:"hand"` // "left" for a left-hand thread
	Caution   string         `yaml:"caution"`
	Critical  bool           `yaml:"critical"` // the rider can be hurt if it is wrong
	Always    bool           `yaml:"always"`   // checked on every job
	Source    string         `yaml:"source"`
}

// Rule is the torque rule of the catalogue, or nil for a fastener set by feel.
func (f Fastener) Rule() *fastener.Rule {
	if f.Torque == nil {
		return nil
	}
	return &fastener.Rule{Min: measure.Torque(f.Torque.Min), Max: measure.Torque(f.Torque.Max), Source: f.Source}
}

// Bolts lists the positions to log: at least one, "" for a single fastener.
func (f Fastener) Bolts() []string {
	if len(f.Positions) == 0 {
		return []string{""}
	}
	return f.Positions
}

// Operation is a piece of work the shop sells.
type Operation struct {
	ID      string         `yaml:"id"`
	Title   string         `yaml:"title"`
	Cures   []string       `yaml:"cures"`   // points whose finding it settles
	Touches []string       `yaml:"touches"` // fasteners it disturbs
	When    bike.Condition `yaml:"when"`
	Minutes int            `yaml:"minutes"`
	Parts   []PricedPart   `yaml:"parts"`
	Needs   []string       `yaml:"needs"` // prerequisites; their minutes are part of Minutes
	Ruins   []string       `yaml:"ruins"` // work that leaving it makes necessary in time
	Saves   []string       `yaml:"saves"` // a rescue: the work it may make unnecessary
}

// Prerequisite is done once, however many operations need it.
type Prerequisite struct {
	ID      string `yaml:"id"`
	Name    string `yaml:"name"`
	Minutes int    `yaml:"minutes"`
	Source  string `yaml:"source"`
}

// PricedPart is a part an operation usually fits, at the shop's price.
type PricedPart struct {
	Name  string         `yaml:"name"`
	Price estimate.Minor `yaml:"price_minor"`
}

// CuresFor lists the operations that settle a finding at a point of a bike.
func (b *Book) CuresFor(point string, f bike.Facts) []Operation {
	return slices.DeleteFunc(slices.Clone(b.Operations), func(o Operation) bool {
		return !o.When.Holds(f) || !slices.Contains(o.Cures, point)
	})
}

// FastenersFor lists the fasteners to torque on a bike after a service of the given depth
// in which the given operations were done, in the order of the torque run.
func (b *Book) FastenersFor(f bike.Facts, depth string, done []string) []Fastener {
	touched := map[string]bool{}
	for _, id := range done {
		if operation, known := b.Operation(id); known {
			for _, t := range operation.Touches {
				touched[t] = true
			}
		}
	}
	d, _ := b.Depth(depth)
	return slices.DeleteFunc(slices.Clone(b.Fasteners), func(x Fastener) bool {
		wanted := d.Torque == "all" || x.Always || touched[x.ID]
		return !wanted || !x.When.Holds(f)
	})
}
