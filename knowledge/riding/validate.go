package riding

import "errors"

// Validate refuses a pressure that nobody can have ridden.
func (r Ridden) Validate() error {
	return sourced("a pressure as it is ridden needs a load and a source", r.Load > 0, r.Source)
}

// Validate refuses a ground without a name or a source.
func (g Ground) Validate() error {
	return sourced("a ground needs a name and a source", g.Name != "", g.Source)
}

// Validate refuses a least pressure of no width.
func (f Floor) Validate() error {
	return sourced("a least pressure needs a width and a source", f.Width > 0, f.Source)
}

// Validate refuses a rim without an inner width.
func (r Rim) Validate() error {
	return sourced("a rim needs an inner width and a source", r.Inner > 0, r.Source)
}

func sourced(needs string, whole bool, source string) error {
	if !whole || source == "" {
		return errors.New(needs)
	}
	return nil
}
