package workshop

import (
	"reflect"

	"github.com/segmentio/encoding/json"

	"utensil/internal/workshop/air"
	"utensil/internal/workshop/apart"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/gears"
	"utensil/internal/workshop/guides"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/torque"
	"utensil/internal/workshop/wheels"
	"utensil/knowledge/rolling"
)

// frozenForm is the form in which the content of a sheet is kept now: the job's view as it was told.
const frozenForm = 2

// forms read what was kept of a sheet, by the number of its form. A form is read for ever; a new
// one gets a number of its own. What a form did not have yet is empty.
var forms = map[int]func([]byte) (JobView, error){
	1: formOf(form1.view),
	2: formOf(func(v JobView) JobView { return v }),
}

func formOf[T any](view func(T) JobView) func([]byte) (JobView, error) {
	return func(text []byte) (JobView, error) {
		var kept T
		if err := json.Unmarshal(text, &kept); err != nil {
			return JobView{}, err
		}
		v := view(kept)
		listed(reflect.ValueOf(&v).Elem())
		v.Edition = ""
		return v, nil
	}
}

// form1 is a view in one piece.
type form1 struct {
	Core
	Air        []inspect.AirView          `json:"air"`
	AirBench   air.AirBench               `json:"air_bench"`
	Gauges     []gaugeshelf.PressureGauge `json:"pressure_gauges"`
	Points     []inspect.PointView        `json:"points"`
	Distance   inspect.DistanceView       `json:"distance"`
	Bolts      []torque.BoltView          `json:"bolts"`
	Wrenches   []torque.Wrench            `json:"wrenches"`
	Tray       []torque.ToolReading       `json:"tray"`
	Brakes     []brakes.BrakeSide         `json:"brakes"`
	Guides     []guides.Offer             `json:"guides"`
	Gears      []gears.GearBench          `json:"gears"`
	GearsFacts gears.GearsFacts           `json:"gears_known"`
	GearNotes  []gears.BenchNote          `json:"gear_notes"`
	Families   []rolling.GearFamily       `json:"gear_families"`
	Strips     []apart.Strip              `json:"strips"`
	Assemblies []apart.Offered            `json:"assemblies"`
	Oiling     []apart.OilView            `json:"oiling"`
	Wheels     []wheels.WheelBench        `json:"wheels"`
	Hurts      []wheels.WheelDamage       `json:"wheel_hurts"`
}

func (f form1) view() JobView {
	return JobView{Core: f.Core, Parts: Parts{
		Air:    air.AirPart{Pressures: f.Air, Bench: f.AirBench, Gauges: f.Gauges},
		Bolts:  torque.BoltsPart{Bolts: f.Bolts, Wrenches: f.Wrenches, Tray: f.Tray},
		Brakes: brakes.BrakesPart{Sides: f.Brakes},
		Gears:  gears.GearsPart{Benches: f.Gears, Known: f.GearsFacts, Notes: f.GearNotes, Families: f.Families},
		Guides: guides.GuidesPart{Offers: f.Guides},
		Strips: apart.StripsPart{Strips: f.Strips, Assemblies: f.Assemblies, Oiling: f.Oiling},
		Walk:   findings.WalkPart{Points: f.Points, Distance: f.Distance},
		Wheels: wheels.WheelsPart{Benches: f.Wheels, Hurts: f.Hurts},
	}}
}

// listed makes empty lists of the members of a view that its form did not have yet.
func listed(v reflect.Value) {
	for i := range v.NumField() {
		f, told := v.Field(i), v.Type().Field(i)
		switch {
		case f.Kind() == reflect.Slice && f.CanSet() && f.IsNil():
			f.Set(reflect.MakeSlice(f.Type(), 0, 0))
		case f.Kind() == reflect.Struct && (told.Anonymous || v.Type() == reflect.TypeFor[Parts]() ||
			told.Name == "Parts"):
			listed(f)
		}
	}
}
