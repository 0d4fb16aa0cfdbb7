package strip

import "errors"

// Form says of which thing an assembly is one form: a bike has that thing in one of its forms, and
// what shows from outside tells in which. The zero Form is an assembly that has no other form.
type Form struct {
	Is   string `yaml:"is"`   // the thing, such as front-hub
	Told string `yaml:"told"` // what shows that it is this form, before anything is undone
}

// Same says whether two assemblies are forms of one thing.
func (f Form) Same(other Form) bool { return f.Is != "" && f.Is == other.Is }

// Validate wants to be told how a form is known from another: nothing is undone to find out.
func (f Form) Validate() error {
	if (f.Is == "") != (f.Told == "") {
		return errors.New("one form of a thing says what it is one form of, and what shows that it is this one")
	}
	return nil
}
