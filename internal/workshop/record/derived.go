package record

// Derived is something that follows from a sheet: worked out when it is first asked for, and
// remembered for that sheet. What it is worked out from it asks for itself, so that there is no
// order to keep; a circle does not compile, since Go refuses variables that depend on themselves.
type Derived[T any] struct{ work func(*Sheet) T }

// Derive declares something that follows from a sheet.
func Derive[T any](work func(*Sheet) T) *Derived[T] { return &Derived[T]{work} }

// Of is what follows from this sheet.
func (d *Derived[T]) Of(s *Sheet) T {
	if known, done := s.derived[d]; done {
		return known.(T)
	}
	worked := d.work(s)
	s.derived[d] = worked
	return worked
}
