package record

// Changing is a kind of thing that changes while others look at it: what the change is called,
// and who looks again.
type Changing struct {
	Name  string   // of the table
	Again []string // reads of the API, each by the name of its operation
}

// Everything, among those that look again, is every read there is.
const Everything = "everything"
