package record

import "github.com/google/uuid"

// ID is a UUID in its text form. Ids of entries and rows are version 7 (RFC 9562), made by
// whoever writes first, usually the browser, so that sending twice is harmless.
type ID string

// NewID makes a fresh version 7 id.
func NewID() ID { return ID(uuid.Must(uuid.NewV7()).String()) }

// Check refuses an id that is not one, in the name of a field.
func (id ID) Check(field string) error {
	if id.Valid() {
		return nil
	}
	return Refuse(field, "The id is not a version 7 UUID.")
}

// Valid says whether the id is a well-formed version 7 UUID in its plain text form.
func (id ID) Valid() bool {
	u, err := uuid.Parse(string(id))
	return err == nil && u.Version() == 7 && u.String() == string(id)
}

// Along is the id of the nth entry (from 1) that is written along with another: always the same, so
// that the same entry sent twice at once writes nothing twice.
func (id ID) Along(n int) ID {
	known, err := uuid.Parse(string(id))
	if err != nil {
		return NewID()
	}
	known[len(known)-1] ^= byte(n)
	return ID(known.String())
}
