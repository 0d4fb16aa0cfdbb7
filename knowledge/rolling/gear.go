package rolling

// GearFamily is a rear gear as it is sold together: sprockets, how far apart, what a click pulls and how far
// the mech moves for it.
type GearFamily struct {
	ID      string  `yaml:"id" json:"id"`
	Name    string  `yaml:"name" json:"name"`
	Speeds  int     `yaml:"speeds" json:"speeds"`
	Spacing float64 `yaml:"spacing_mm" json:"spacing_mm"`
	Pull    float64 `yaml:"pull_mm" json:"pull_mm"`
	Ratio   float64 `yaml:"ratio" json:"ratio"`
	Teeth   []int   `yaml:"teeth" json:"teeth" doc:"a usual set, smallest first"`
	Source  string  `yaml:"source" json:"source"`
}

func (f GearFamily) Key() string { return f.ID }
