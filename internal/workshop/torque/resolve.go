package torque

import (
	"slices"
	"strings"

	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/core/words"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// Origin says where a torque figure comes from. They are asked in this order.
type Origin string

// The origins of a figure, the best first.
const (
	FromManual    Origin = "manual"    // this very bike's, from its manual or marked on the part
	FromModel     Origin = "model"     // the shop's, for bikes of this make and model
	FromCatalogue Origin = "catalogue" // the trade's usual range
	FromEstimate  Origin = "estimate"  // worked out from the thread
)

// Resolved is the figure of a fastener on one bike, and how it came about.
type Resolved struct {
	Rule   *fastener.Rule   // nil for a fastener set by feel
	Origin Origin           // of what set it
	SetBy  string           // the part that set it, when several meet
	Limits []fastener.Limit // of all parts that meet, when several do
	Doubt  string           // the caution of an estimate
}

// wholeJoint is the part that a figure without one is about.
const wholeJoint = "the whole joint"

// Resolve works out the figure of a fastener. A figure for the whole joint replaces all
// before it; one for a part replaces that part's. Where parts meet the lower limit wins.
func Resolve(s *record.Sheet, f knowledge.Fastener) Resolved {
	f = f.On(parts.Facts.Of(s))
	if f.Set != "" {
		return Resolved{}
	}
	limits := f.Limits(parts.Facts.Of(s))
	origins := make([]Origin, len(limits))
	for i := range origins {
		origins[i] = FromCatalogue
	}
	take := func(figures []*inspect.OwnFigure, origin Origin) {
		for i := len(figures) - 1; i >= 0; i-- { // the newest is taken last
			own := figures[i]
			if own.Fastener != f.ID || own.Min == nil || own.Max == nil {
				continue
			}
			l := fastener.Limit{Part: own.Part,
				Rule: fastener.Rule{Min: measure.Torque(*own.Min), Max: measure.Torque(*own.Max),
					Source: own.Source}}
			if own.Part == "" {
				l.Part, limits, origins = wholeJoint, nil, nil
			}
			for k := 0; k < len(limits); k++ {
				if limits[k].Part == l.Part {
					limits, origins = append(limits[:k:k], limits[k+1:]...), append(origins[:k:k], origins[k+1:]...)
					k--
				}
			}
			limits, origins = append(limits, l), append(origins, origin)
		}
	}
	take(inspect.ModelFigures.Of(s), FromModel)
	take(inspect.OwnFigures.Of(s), FromManual)
	if len(limits) == 0 {
		estimate, possible := s.Book.Estimate(f)
		if !possible {
			return Resolved{}
		}
		return Resolved{Rule: &estimate.Rule, Origin: FromEstimate, Doubt: estimate.Caution}
	}
	rule, part := fastener.Meet(limits[0], limits[1:]...)
	r := Resolved{Rule: &rule, Origin: FromCatalogue}
	for i, l := range limits {
		if l.Part == part {
			r.Origin = origins[i]
		}
	}
	if len(limits) > 1 {
		r.SetBy, r.Limits = part, limits
	}
	return r
}

// FastenerOn finds a fastener that a bike has: the catalogue's, or one added to this bike.
func FastenerOn(s *record.Sheet, id string) (knowledge.Fastener, bool) {
	if f, known := s.Book.Fastener(id); known {
		return f.On(parts.Facts.Of(s)), f.When.Holds(parts.Facts.Of(s)) ||
			slices.Contains(owed(s), id) && record.HeldOnce(s, f.When)
	}
	for _, f := range Added.Of(s) {
		if f.ID == id {
			return f, true
		}
	}
	return knowledge.Fastener{}, false
}

// Bolt is a fastener that the catalogue lacks, added to a bike.
type Bolt struct {
	Name      string          `json:"name"`
	Thread    string          `json:"thread,omitempty" doc:"such as M5; the figure is estimated from it when none is given"`
	Class     string          `json:"class,omitempty" enum:"8.8,10.9,12.9,A2-70" doc:"the mark on its head"`
	Into      fastener.Mating `json:"into,omitempty" enum:"steel,aluminium,carbon" doc:"what it turns in or squeezes"`
	Treatment string          `json:"treatment" doc:"what goes on its threads"`
	TypedMin  string          `json:"typed_min,omitempty" doc:"least torque, as typed"`
	TypedMax  string          `json:"typed_max,omitempty" doc:"most torque, as typed"`
	Source    string          `json:"source,omitempty" doc:"where the figure stands"`
	Critical  bool            `json:"critical" doc:"the rider can be hurt if it is wrong"`
	Min       *float64        `json:"min_nm,omitempty" readOnly:"true"`
	Max       *float64        `json:"max_nm,omitempty" readOnly:"true"`
}

// as is the bolt in the catalogue's terms.
func (b Bolt) as(id record.ID) knowledge.Fastener {
	f := knowledge.Fastener{ID: string(id), Name: b.Name, Component: "Added to this bike",
		Tool: "as it needs", Treatment: b.Treatment,
		Thread: b.Thread, Class: b.Class, Into: b.Into, Critical: b.Critical, Source: b.Source}
	if b.Min != nil && b.Max != nil {
		f.Torque, f.Class, f.Into = &measure.Range{Min: *b.Min, Max: *b.Max}, "", ""
	}
	return f
}

// boltRange is what any torque on a bicycle lies in, in N·m.
var boltRange = measure.Range{Min: 0.2, Max: 120}

func checkBolt(s *record.Sheet, in Bolt) (*Bolt, error) {
	var err error
	in.Min, in.Max = nil, nil
	if in.Name, err = record.TidyName("name", "what the bolt holds", in.Name); err != nil {
		return nil, err
	}
	if _, known := s.Book.Treatment(in.Treatment); !known {
		return nil, record.Refuse("treatment", "Choose what goes on its threads.")
	}
	if in.Thread != "" {
		if _, err := fastener.ParseThread(in.Thread); err != nil {
			return nil, record.Refuse("thread", "%s", words.Sentence(err))
		}
	}
	if in.TypedMin != "" || in.TypedMax != "" {
		if in.Min, in.Max, err = readRange(s, in.TypedMin, in.TypedMax, boltRange); err != nil {
			return nil, err
		}
		in.Source, err = record.TidyName("source",
			"where the figure stands: marked on the part, or the manual's page", in.Source)
		return &in, err
	}
	in.Source = "estimated"
	if _, known := fastener.ClassOf(in.Class); !known || in.Thread == "" {
		return nil, record.Refuse("thread", "Give its torque, or its thread and the strength on its "+
			"head to estimate one from.")
	}
	if in.Into != fastener.InSteel && in.Into != fastener.InAluminium && in.Into != fastener.OnCarbon {
		return nil, record.Refuse("into", "Say what it turns in or squeezes: steel, aluminium or carbon.")
	}
	return &in, nil
}

// readRange reads the two ends of a torque range, or the upper one alone: a marking that gives only
// a most is aimed at from 80 % of it on.
func readRange(s *record.Sheet, least, most string, plausible measure.Range) (low, high *float64, err error) {
	to, err := readTorque(s, "typed_max", most, plausible)
	if strings.TrimSpace(least) == "" && strings.TrimSpace(most) != "" {
		from := float64(fastener.FromMost(measure.Torque(to)))
		return &from, &to, err
	}
	from, wrong := readTorque(s, "typed_min", least, plausible)
	switch {
	case wrong != nil:
		return nil, nil, wrong
	case err != nil:
		return nil, nil, err
	case from > to:
		return nil, nil, record.Refuse("typed_max", "The most is below the least. Swap the two figures.")
	}
	return &from, &to, nil
}

// Additions are fasteners that the catalogue lacks.
var Additions = record.NewKind(record.Kind[Bolt]{Name: "bolt", By: record.ByMechanic, Past: record.AnyDay})

// Added are the bike's own fasteners, in the catalogue's terms.
var Added = record.Derive(func(s *record.Sheet) (added []knowledge.Fastener) {
	for e, in := range Additions.Both(s) {
		added = append(added, in.as(e.ID))
	}
	return added
})
