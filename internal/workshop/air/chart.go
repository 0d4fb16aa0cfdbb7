package air

import (
	"fmt"
	"math"
	"strings"

	"utensil/core/measure"
	"utensil/core/suspension"
	"utensil/core/words"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

// LegChart is the chart on a leg, or in its manual: where a rider begins. It is typed once, for
// all bikes of this make and model.
type LegChart struct {
	Leg    string     `json:"leg" enum:"fork,shock"`
	Rows   []ChartRow `json:"rows" minItems:"1" maxItems:"20"`
	Source string     `json:"source" doc:"where it stands"`

	Chart suspension.Chart `json:"chart,omitempty" readOnly:"true"`
}

// ChartRow is a line of it, as typed.
type ChartRow struct {
	Kg  string `json:"kg"`
	Air string `json:"air" doc:"one pressure, or from and to with a dash, in bar unless it names a unit: 55-65 psi"`
}

// LegBegins is where this rider begins on a leg.
type LegBegins struct {
	From   float64 `json:"from_bar,omitempty"`
	To     float64 `json:"to_bar,omitempty"`
	Says   string  `json:"says"`
	Source string  `json:"source"`
}

// Charts are charts of legs.
var Charts = record.NewKind(record.Kind[LegChart]{Name: "leg_chart", By: record.ByMechanic, Past: record.LaterJob})

// ModelCharts are those of other bikes of this make and model, newest first.
var ModelCharts = record.LaidBeside[[]*LegChart]("model_charts")

func checkChart(s *record.Sheet, in LegChart) (*LegChart, error) {
	if !sprung(s, in.Leg) {
		return nil, record.Refuse("leg", "This bike has no such leg.")
	}
	in.Chart = nil
	var err error
	if in.Source, err = record.TidyName("source", "where the chart stands", in.Source); err != nil {
		return nil, err
	}
	for i, r := range in.Rows {
		kg, err := record.ReadFigure(fmt.Sprintf("rows.%d", i), r.Kg, measure.Kilogram,
			measure.Range{Min: 20, Max: 200})
		if err != nil {
			return nil, err
		}
		from, to, err := span(fmt.Sprintf("rows.%d", i), r.Air)
		if err != nil {
			return nil, err
		}
		in.Chart = append(in.Chart, suspension.Row{Kg: kg, From: from, To: to})
	}
	if err := in.Chart.Check(); err != nil {
		return nil, record.Refuse("rows", "%s", words.Sentence(err))
	}
	return &in, nil
}

// span reads one pressure, or two with a dash between; a unit at the end is that of both.
func span(field, typed string) (from, to float64, err error) {
	plain := strings.NewReplacer("–", "-", "−", "-").Replace(typed)
	first, second, two := strings.Cut(plain, "-")
	if !two {
		first, second = plain, plain
	} else {
		first += strings.TrimLeft(second, " 0123456789.,")
	}
	if from, err = record.ReadFigure(field, first, measure.Bar, inLegs); err != nil {
		return 0, 0, err
	}
	to, err = record.ReadFigure(field, second, measure.Bar, inLegs)
	return from, to, err
}

// chartOf is the chart of a leg: this bike's, or one that was typed for another of its make and
// model; nil where there is none.
func chartOf(s *record.Sheet, leg string) *LegChart {
	if _, own := Charts.Latest(s, func(c *LegChart) bool { return c.Leg == leg }); own != nil {
		return own
	}
	for _, c := range ModelCharts.Of(s) {
		if c.Leg == leg {
			return c
		}
	}
	return nil
}

// begins is where this bike's rider begins on a leg; nil where nobody has typed its chart.
func begins(s *record.Sheet, leg string, rider *RiderWeighed) *LegBegins {
	c := chartOf(s, leg)
	if c == nil {
		return nil
	}
	out := LegBegins{Source: c.Source, Says: "Who rides it is not written down yet, at its tyres."}
	if rider == nil {
		return &out
	}
	kg, err := record.ReadFigure("rider", rider.Rider, measure.Kilogram, measure.Range{Min: 10, Max: 250})
	if err != nil {
		return &out // it was checked when it was written
	}
	from, to, told := c.Chart.At(kg)
	if !told {
		out.Says = fmt.Sprintf("Its chart does not go to %s kg: by sag alone.", measure.Format(kg))
		return &out
	}
	out.From, out.To = math.Round(from*100)/100, math.Round(to*100)/100
	out.Says = fmt.Sprintf("For %s kg its chart begins at %s", measure.Format(kg), inspect.Bars(out.From))
	if out.To > out.From {
		out.Says += " to " + inspect.Bars(out.To)
	}
	out.Says += ". Then the sag decides."
	return &out
}
