package service

import "fmt"

// Depth is how much of a bike a service looks at. Torque is "touched" or "all".
type Depth struct {
	ID      string `yaml:"id" json:"id"`
	Name    string `yaml:"name" json:"name"`
	Minutes int    `yaml:"minutes" json:"-"` // said by services now; read, so that a shop's own file stays one
	Torque  string `yaml:"torque" json:"torque" enum:"touched,all" doc:"which joints are torqued, and of what figures are asked"`
	About   string `yaml:"about" json:"about"`
}

func (d Depth) Key() string { return d.ID }

// Validate reports a depth that torques something else.
func (d Depth) Validate() error {
	if d.Torque != "touched" && d.Torque != "all" {
		return fmt.Errorf("torque is %q: touched or all", d.Torque)
	}
	return nil
}

// Measures says whether all joints have their figure at this depth, and all points that are measured.
func (d Depth) Measures() bool { return d.Torque == "all" }
