package knowledge

import (
	"errors"
	"fmt"
)

// validate checks every entry on its own and against the others.
func (b *Book) validate(origins origin) error {
	var errs []error
	wrong := func(file, id string, err error) {
		if err != nil {
			errs = append(errs, fmt.Errorf("%s: %w", origins.at(file, id), err))
		}
	}
	for _, d := range b.Depths {
		if d.Torque != "touched" && d.Torque != "all" {
			wrong("depths.yaml", d.ID, fmt.Errorf("torque is %q: touched or all", d.Torque))
		}
	}
	for _, k := range b.Kinds {
		wrong("kinds.yaml", k.ID, errors.Join(k.Facts.Validate()...))
	}
	for _, p := range b.Points {
		wrong("points.yaml", p.ID, b.validatePoint(p))
	}
	for _, r := range b.Routes {
		wrong("routes.yaml", r.ID, b.validateRoute(r))
	}
	for _, f := range b.Fasteners {
		wrong("fasteners.yaml", f.ID, validateFastener(f))
	}
	for _, p := range b.Prerequisites {
		if p.Name == "" || p.Minutes <= 0 || p.Source == "" {
			wrong("prerequisites.yaml", p.ID, errors.New("a prerequisite needs a name, minutes and a source"))
		}
	}
	for _, o := range b.Operations {
		wrong("operations.yaml", o.ID, b.validateOperation(o))
	}
	return errors.Join(errs...)
}

func (b *Book) validatePoint(p Point) error {
	if _, known := b.Depth(p.From); !known {
		return fmt.Errorf("there is no depth %q", p.From)
	}
	if p.Name == "" || p.Method == "" || p.Worn == "" || p.Source == "" {
		return errors.New("a point needs a name, a method, what a worn part asks for, and a source")
	}
	if len(p.Scale) > 9 {
		return errors.New("a scale has at most nine words: one for each key")
	}
	if (p.Gauge == nil) == (len(p.Scale) == 0) {
		return errors.New("a point has either a gauge or a scale")
	}
	if p.Gauge != nil {
		if err := p.Gauge.Validate(); err != nil {
			return err
		}
	}
	for _, w := range p.Scale {
		if err := w.Mark.Validate(); err != nil {
			return err
		}
	}
	return p.When.Validate()
}

func (b *Book) validateRoute(r Route) error {
	if r.Name == "" {
		return errors.New("a route needs a name")
	}
	seen := map[string]bool{}
	for _, id := range r.Points {
		if _, known := b.Point(id); !known || seen[id] {
			return fmt.Errorf("%q is no point, or stands twice", id)
		}
		seen[id] = true
	}
	return nil
}

func validateFastener(f Fastener) error {
	if f.Name == "" || f.Tool == "" || f.Treatment == "" || f.Component == "" || f.Source == "" {
		return errors.New("a fastener needs a name, a component, a tool, a treatment and a source")
	}
	if (f.Torque == nil) == (f.Set == "") {
		return errors.New("a fastener has either a torque or a way to set it by feel")
	}
	if f.Hand != "" && f.Hand != "left" && f.Hand != "right" {
		return fmt.Errorf("thread hand is %q: left or right", f.Hand)
	}
	if rule := f.Rule(); rule != nil {
		if err := rule.Validate(); err != nil {
			return err
		}
	}
	return f.When.Validate()
}

func (b *Book) validateOperation(o Operation) error {
	if o.Title == "" || o.Minutes <= 0 {
		return errors.New("an operation needs a title and minutes")
	}
	for _, id := range o.Cures {
		if _, known := b.Point(id); !known {
			return fmt.Errorf("cures %q, which is no point", id)
		}
	}
	for _, id := range o.Touches {
		if _, known := b.Fastener(id); !known {
			return fmt.Errorf("touches %q, which is no fastener", id)
		}
	}
	for _, id := range o.Needs {
		if _, known := b.Prerequisite(id); !known {
			return fmt.Errorf("needs %q, which is no prerequisite", id)
		}
	}
	for _, id := range append(o.Ruins, o.Saves...) {
		if _, known := b.Operation(id); !known || id == o.ID {
			return fmt.Errorf("%q is no other operation", id)
		}
	}
	for _, part := range o.Parts {
		if part.Name == "" || part.Price < 0 {
			return errors.New("a part needs a name and a price that is not negative")
		}
	}
	return o.When.Validate()
}
