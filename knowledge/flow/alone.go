package flow

import "errors"

// Alone is what goes on by itself while hands are elsewhere.
type Alone struct {
	ID      string `yaml:"id" json:"id"`
	Name    string `yaml:"name" json:"name"`
	Minutes int    `yaml:"minutes" json:"minutes" doc:"that it usually takes"`
	Then    string `yaml:"then" json:"then" doc:"what is done when it is over"`
	Source  string `yaml:"source" json:"source"`
}

func (a Alone) Key() string { return a.ID }

// Validate reports one that says nothing.
func (a Alone) Validate() error {
	if a.Name == "" || a.Minutes < 1 || a.Then == "" || a.Source == "" {
		return errors.New("what goes on by itself needs a name, minutes, what is done then, and a source")
	}
	return nil
}
