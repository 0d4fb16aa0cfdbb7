package brakes

import (
	"fmt"
	"math"
	"strings"

	"utensil/core/brake"
	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// The brake desk answers the arithmetic of a brake. It records nothing.

// NeedQuestion asks how much fluid a bleed takes.
type NeedQuestion struct {
	Circuit brake.Circuit `json:"circuit"`
	School  brake.School  `json:"school" enum:"lever_end,push,two_syringe,colour"`
	Fresh   float64       `json:"fresh" doc:"share of fresh fluid wanted, 0 to under 1"`
	Dry     bool          `json:"dry"`
}

// Need says how much fluid a bleed takes.
func Need(in NeedQuestion) (brake.Need, error) {
	if err := in.Circuit.Validate(); err != nil {
		return brake.Need{}, record.Refuse("circuit", "%s", words.Sentence(err))
	}
	need, err := in.Circuit.Need(in.School, in.Fresh, in.Dry)
	if err != nil {
		return need, record.Refuse("fresh", "%s", words.Sentence(err))
	}
	return need, nil
}

// RiseQuestion asks where air stays in a line.
type RiseQuestion struct {
	Line []brake.Segment `json:"line" maxItems:"30" doc:"from the caliper to the lever"`
	Bore float64         `json:"bore_mm"`
}

// Rise says where air stays and what helps.
func Rise(in RiseQuestion) (brake.Rise, error) {
	r, err := brake.CheckRise(in.Line, in.Bore)
	if err != nil {
		return r, record.Refuse("line", "%s", words.Sentence(err))
	}
	return r, nil
}

// AirFound is the air in a line.
type AirFound struct {
	Air  float64 `json:"air_ml"`
	Says string  `json:"says"`
}

// airFelt is the air that a mechanic begins to feel, ml (common practice, no source).
const airFelt = 0.05

// AirInLine works out the air from two pulls of the lever.
func AirInLine(p brake.Pull) (AirFound, error) {
	if err := p.Validate(); err != nil {
		return AirFound{}, record.Refuse("first_mm", "%s", words.Sentence(err))
	}
	found := AirFound{Air: p.Air()}
	switch {
	case p.First == p.Pumped:
		found.Says = "No air that pumping could pack together."
	case found.Air < airFelt:
		found.Says = fmt.Sprintf("%.2f ml of air: less than is felt. Firm enough.", found.Air)
	default:
		found.Says = fmt.Sprintf("%.2f ml of air in the line take %.0f mm of lever. Bleed it, and measure again.",
			found.Air, p.First-p.Pumped)
	}
	return found, nil
}

// HillQuestion asks what a descent does to a brake.
type HillQuestion struct {
	Rotor  brake.Rotor `json:"rotor"`
	Rider  brake.Rider `json:"rider"`
	Hill   brake.Hill  `json:"hill"`
	Grade  string      `json:"grade" doc:"DOT 3, DOT 4, DOT 5.1, or empty for mineral oil"`
	Months float64     `json:"months" doc:"since the fluid was changed"`
	Water  bool        `json:"water,omitempty" doc:"water may have got into mineral oil: it lies at the lowest place and boils there"`
	Boils  *float64    `json:"maker_boils_c,omitempty" doc:"what the maker gives for mineral oil, 100 to 400 °C"`
}

// HillSays is how hot the rotor gets, and whether the fluid stands it.
type HillSays struct {
	Hottest float64        `json:"hottest_c" doc:"the rotor"`
	Fluid   float64        `json:"fluid_c"`
	Boils   *brake.Boiling `json:"boils,omitempty" doc:"absent where nobody knows it: then there is no verdict"`
	Unsafe  bool           `json:"unsafe"`
	Says    string         `json:"says"`
	Scale   wear.Scale     `json:"scale" doc:"of the fluid's warmth, with the band in which it boils"`
}

// warmth is how that is shown.
func warmth(boils *brake.Boiling) wear.Scale {
	s := wear.Scale{Unit: "°C", Ruling: measure.Ruling{Max: 500, Step: 20, Major: 100}, Zones: []wear.Zone{}}
	if boils != nil {
		s.Zones = []wear.Zone{{From: boils.Low, To: boils.High, Mark: wear.Due},
			{From: boils.High, To: s.Ruling.Max, Mark: wear.Unsafe}}
	}
	return s
}

// caliperShare is how much of a rotor's warmth above the air reaches the fluid on a long
// descent (common practice, no source): pads and pistons hold the rest back.
const caliperShare = 0.5

// nearBoiling is how near the estimate may come to boiling before the rider is told, K: it is
// no better than that (our own judgement).
const nearBoiling = 25.0

// Hill compares the heat of a descent with what the fluid stands.
func Hill(in HillQuestion) (HillSays, error) {
	for field, err := range map[string]error{"rotor": in.Rotor.Validate(), "hill": in.Hill.Validate()} {
		if err != nil {
			return HillSays{}, record.Refuse(field, "%s", words.Sentence(err))
		}
	}
	if !in.Rider.Weighs() || !(in.Months >= 0 && in.Months <= 600) {
		return HillSays{}, record.Refuse("rider", "Rider, bike and load weigh 20 to 400 kg.")
	}
	boils, what, err := in.boiling()
	if err != nil {
		return HillSays{}, err
	}
	out := HillSays{Hottest: in.Rotor.Hottest(in.Rider, in.Hill), Boils: boils, Scale: warmth(boils)}
	out.Fluid = in.Hill.Air + (out.Hottest-in.Hill.Air)*caliperShare
	out.Says = fmt.Sprintf("The rotor gets to about %.0f °C, the fluid to about %.0f °C", out.Hottest, out.Fluid)
	if boils == nil {
		out.Says += ". What this oil stands is in its maker’s manual: type that figure, or say that " +
			"water may be in it. A lumped estimate, no " +
			"measurement."
		return out, nil
	}
	out.Unsafe = out.Fluid >= boils.Low
	out.Says += fmt.Sprintf("; %s %.0f °C. ", what, boils.Likely)
	switch {
	case out.Unsafe:
		out.Says += "That is too hot: fresh fluid, a larger rotor, or stops on the way. "
	case out.Fluid >= boils.Low-nearBoiling:
		out.Says += "That is near: tell the rider to stop on the way and let it cool. "
	default:
		out.Says += "That is enough. "
	}
	out.Says += "A lumped estimate, no measurement."
	return out, nil
}

// boiling is where the fluid boils, with the words that say so; nil where nobody knows. Mineral
// oil takes up no water: it is judged by water only where some may have got in.
func (in HillQuestion) boiling() (*brake.Boiling, string, error) {
	at := func(c float64) *brake.Boiling { return &brake.Boiling{Low: c, Likely: c, High: c} }
	grade, regulated := brake.GradeOf(in.Grade)
	switch {
	case regulated:
		aged := grade.Aged(in.Months)
		return &aged, in.Grade + " of that age boils at about", nil
	case in.Grade != "":
		return nil, "", record.Refuse("grade", "It is DOT 3, DOT 4, DOT 5.1, or mineral oil.")
	case in.Boils != nil && !(*in.Boils >= 100 && *in.Boils <= 400):
		return nil, "", record.Refuse("maker_boils_c", "Makers give 100 to 400 °C for their oil.")
	case in.Water:
		return at(brake.WaterBoils), "water that may have got into the oil boils at", nil
	case in.Boils != nil:
		return at(*in.Boils), "by its maker this oil boils at", nil
	}
	return nil, "", nil
}

// BedQuestion asks for a plan of bedding in.
type BedQuestion struct {
	Rotor brake.Rotor `json:"rotor"`
	Rider brake.Rider `json:"rider"`
	Air   float64     `json:"air_c"`
	Share float64     `json:"share" doc:"of the braking that this brake does"`
	Level float64     `json:"level_m,omitempty" minimum:"0" maximum:"20000" doc:"how long the road is, if that is known"`
}

// BedPlan is one scheme ridden by this rider, on this road.
type BedPlan struct {
	ID    string        `json:"id"`
	Name  string        `json:"name"`
	About string        `json:"about"`
	Plan  brake.Bedding `json:"plan"`
	Rides []brake.Stage `json:"stages"`
	Road  string        `json:"road" doc:"how often the road is ridden, in words; empty when it is not known"`
}

// Bed lays the schools of bedding in side by side.
func Bed(book *knowledge.Book, in BedQuestion) ([]BedPlan, error) {
	out := []BedPlan{}
	for _, s := range book.Bedding {
		plan, err := in.Rotor.Bed(in.Rider, s.Stages, in.Air, in.Share)
		if err != nil {
			return nil, record.Refuse("rider", "%s", words.Sentence(err))
		}
		out = append(out, BedPlan{ID: s.ID, Name: s.Name, About: s.About, Plan: plan, Rides: s.Stages,
			Road: along(s.Stages, in.Level)})
	}
	return out, nil
}

// along says how often a road is ridden for a scheme.
func along(scheme []brake.Stage, level float64) string {
	if level == 0 {
		return ""
	}
	passes, longest := brake.Along(scheme, level)
	if passes == 0 {
		return fmt.Sprintf("%.0f m of road are too short: its longest stop takes %.0f m.", level,
			math.Ceil(longest/5)*5)
	}
	return words.Capital(fmt.Sprintf("%s along %.0f m of road.", words.Times(passes), level))
}

// DialQuestion is dial readings as typed, parted by blanks, slashes or semicolons.
type DialQuestion struct {
	Typed string `json:"typed" maxLength:"600"`
}

// Runout fits the wobble of a rotor to dial readings.
func Runout(in DialQuestion) (brake.Runout, error) {
	var dial []float64
	for word := range strings.FieldsFuncSeq(in.Typed, func(r rune) bool {
		return r == ' ' || r == '/' || r == ';' || r == '\n' ||
			r == '\t'
	}) {
		sign := 1.0
		if rest, below := strings.CutPrefix(strings.ReplaceAll(word, "−", "-"), "-"); below {
			word, sign = rest, -1
		}
		figure, err := measure.ParseFigure(word, measure.Millimetre)
		if err != nil {
			return brake.Runout{}, record.InField("typed", err)
		}
		dial = append(dial, sign*figure.Base)
	}
	r, err := brake.FitRunout(dial)
	if err != nil {
		return r, record.Refuse("typed", "%s, such as 0 0.1 0.2 0.1 0 -0.1.", words.Capital(err.Error()))
	}
	return r, nil
}

// SmallQuestion asks one of the small questions of a brake; the others are left out.
type SmallQuestion struct {
	Pads   *PadsQuestion   `json:"pads,omitempty"`
	Piston *PistonQuestion `json:"piston,omitempty"`
	Arms   *brake.Arms     `json:"arms,omitempty"`
	Cable  *brake.Cable    `json:"cable,omitempty"`
}

// PadsQuestion asks whether pads suit a rotor.
type PadsQuestion struct {
	Pads   brake.Compound `json:"pads" enum:"resin,sintered"`
	Bedded brake.Compound `json:"bedded,omitempty" enum:"resin,sintered" doc:"what the rotor was bedded with; left out when new or resurfaced"`
}

// PistonQuestion asks whether a lever piston has swollen.
type PistonQuestion struct {
	Measured float64 `json:"measured_mm"`
	Nominal  float64 `json:"nominal_mm"`
}

// Said is an answer in words.
type Said struct {
	Good bool   `json:"good"`
	Says string `json:"says"`
}

// Small answers one of the small questions of a brake.
func Small(in SmallQuestion) (Said, error) {
	wrong := func(field string, err error) (Said, error) {
		return Said{}, record.Refuse(field, "%s", words.Sentence(err))
	}
	switch {
	case in.Pads != nil:
		good, says := in.Pads.Pads.Suits(in.Pads.Bedded)
		return Said{good, says}, nil
	case in.Piston != nil:
		says, bad, err := brake.Piston(in.Piston.Measured, in.Piston.Nominal)
		if err != nil {
			return wrong("piston", err)
		}
		return Said{!bad, says}, nil
	case in.Arms != nil:
		side, turns, err := in.Arms.Balance()
		if err != nil {
			return wrong("arms", err)
		}
		if side == "" {
			return Said{true, "The arms are even. Leave the springs."}, nil
		}
		return Said{false, fmt.Sprintf("Turn the %s arm's spring screw in by %s of a turn, pull ten "+
			"times, look again.", side,
			measure.Format(turns))}, nil
	case in.Cable != nil:
		left, err := in.Cable.Left()
		if err != nil {
			return wrong("cable", err)
		}
		if left < 0 {
			return Said{false, fmt.Sprintf("The lever meets the bar %s mm of cable too soon: take up "+
				"the slack, or renew a soft outer.",
				measure.Format(math.Round(-left*10)/10))}, nil
		}
		return Said{true, fmt.Sprintf("%s mm of cable are left when it bites.",
			measure.Format(math.Round(left*10)/10))}, nil
	}
	return Said{}, record.Refuse("content", "Ask one question.")
}
