package record

import (
	"errors"

	"utensil/core/measure"
)

// InField turns what the core says of a field into a problem of that field; "" where the core's
// own name of it is ours.
func InField(field string, err error) error {
	var wrong *measure.FieldError
	if !errors.As(err, &wrong) {
		return err
	}
	switch {
	case field == "":
		field = wrong.Field
	case wrong.Field != "":
		field += "." + wrong.Field
	}
	p := Refuse(field, "%s", wrong.Problem)
	p.Suggestions = wrong.Suggestions
	return p
}

// ReadFigure reads a figure that was typed in a unit, or names its own, and refuses one that
// nobody would mean. It is given back in the base unit of its quantity.
func ReadFigure(field, typed string, unit measure.Unit, plausible measure.Range) (float64, error) {
	figure, err := measure.ParseFigure(typed, unit)
	if err == nil {
		err = figure.CheckPlausible(plausible)
	}
	return figure.Base, InField(field, err)
}

// ReadSigned reads a figure that may lie on either side of zero, and is no further from it than most.
func ReadSigned(field, typed string, unit measure.Unit, most float64) (float64, error) {
	figure, err := measure.ParseSigned(typed, unit)
	if err == nil {
		err = figure.CheckPlausible(measure.Range{Min: -most, Max: most})
	}
	return figure.Base, InField(field, err)
}
