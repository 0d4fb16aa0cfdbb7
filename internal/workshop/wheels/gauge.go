package wheels

import (
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
	"utensil/knowledge/rolling"
)

// WheelFacts is what is known of a wheel of this bike before it is put on the stand.
type WheelFacts struct {
	End    string           `json:"end" enum:"front,rear"`
	Builds []rolling.Wheel  `json:"builds" doc:"that it may be, likeliest first"`
	Aim    rolling.Trueness `json:"aim"`
	Last   *WheelStand      `json:"last,omitempty" doc:"as it was written down last, in whatever job"`
	Gauges []GaugeFacts     `json:"gauges" doc:"for spokes, whose tables the shop has"`
}

// GaugeFacts is a gauge for spokes, with the kinds that its table has.
type GaugeFacts struct {
	ID    string   `json:"id"`
	Name  string   `json:"name"`
	Kinds []string `json:"kinds"`
}

func gaugesOf(book *knowledge.Book) []GaugeFacts {
	list := []GaugeFacts{}
	for _, g := range book.Gauges {
		if table, err := g.Gauge(); err == nil { // it was proved as the book was loaded
			list = append(list, GaugeFacts{g.ID, g.Name, table.Spokes})
		}
	}
	return list
}

// KnownOf gathers what is known of a bike's wheels, front and rear.
func KnownOf(s *record.Sheet) []WheelFacts {
	f := parts.Facts.Of(s)
	list := []WheelFacts{
		{End: "front", Builds: s.Book.WheelsAt("front", f), Aim: s.Book.TruenessFor(f.FrontBrake),
			Gauges: gaugesOf(s.Book)},
		{End: "rear", Builds: s.Book.WheelsAt("rear", f), Aim: s.Book.TruenessFor(f.RearBrake),
			Gauges: gaugesOf(s.Book)},
	}
	for _, in := range Stands.Both(s) {
		last := *in
		last.Lacing = nil
		for i := range list {
			if list[i].End == in.End {
				list[i].Last = &last
			}
		}
	}
	return list
}
