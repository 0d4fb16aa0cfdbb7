package measure

import "fmt"

// FieldError says why something that was typed in a field cannot be, in words for the bench. All
// of the core refuses figures so.
type FieldError struct {
	Field       string    // as whoever computes with it calls it; "" for the only one there is
	Typed       string    // exactly what was typed, where it was a text
	Problem     string    // a whole sentence that says what to do
	Suggestions []float64 // in the unit of the field; what may have been meant
}

func (e *FieldError) Error() string { return e.Problem }

// Wrong is a *FieldError about a field.
func Wrong(field, format string, args ...any) error {
	return &FieldError{Field: field, Problem: fmt.Sprintf(format, args...)}
}
