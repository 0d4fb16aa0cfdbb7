package record

import (
	"errors"

	"utensil/core/measure"
)

// InField turns a figure that cannot be read or meant into a problem of a field.
func InField(field string, err error) error {
	var figure *measure.FigureError
	if errors.As(err, &figure) {
		p := Refuse(field, "%s", figure.Problem)
		p.Suggestions = figure.Suggestions
		return p
	}
	return err
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
