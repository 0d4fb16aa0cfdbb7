package record

// Used is how many entries rest on something that is known.
type Used struct {
	Kind  string `db:"kind"`
	ID    string `db:"id"`
	Count int    `db:"count"`
}
