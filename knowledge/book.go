// Package knowledge is what the trade knows, as data: inspection points and their limits,
// fasteners and their torques, the work the shop sells, kinds of bike, depths of service.
//
// The data ship with the program and are validated when loaded. A workshop lays a folder of
// its own over them: an entry with the same id replaces ours.
package knowledge

import (
	"embed"
	"slices"

	"utensil/core/bike"
	"utensil/core/tyre"
	"utensil/core/wear"
	"utensil/knowledge/complaint"
	"utensil/knowledge/entries"
	"utensil/knowledge/flow"
	"utensil/knowledge/riding"
	"utensil/knowledge/rolling"
	"utensil/knowledge/service"
	"utensil/knowledge/speech"
)

//go:embed *.yaml assemblies/*.yaml faults/*.yaml fasteners/*.yaml procedures/*.yaml services/*.yaml
var shipped embed.FS

// Book is everything the trade knows, in the order of its files.
type Book struct {
	Adjusters     []speech.Adjuster
	Words         []speech.Word
	Passages      []Passage
	Points        []Point
	Fasteners     []Fastener
	Operations    []Operation
	Kinds         []Kind
	Depths        []service.Depth
	Sequences     []flow.Sequence
	Alone         []flow.Alone
	Prerequisites []flow.Prerequisite
	Services      []service.Service
	Routes        []Route
	Treatments    []Treatment
	Runs          []Run
	Gears         []rolling.GearFamily
	Hubs          []rolling.HubFamily
	Wheels        []rolling.Wheel
	Trueness      []rolling.Trueness
	Gauges        []rolling.TensionGauge
	Faults        []complaint.Fault
	States        []State
	Procedures    []Procedure
	Bedding       []Scheme
	Fluids        []Fluid
	Places        []Place
	Assemblies    []Assembly
	Shells        []Shell
	Oilings       []service.Oiling
	Bearings      []Bearing
	Balls         []Ball
	Renames       []Renamed
	Orders        []Order
	Hangs         []flow.Hang
	Sags          []riding.Sag
	Cautions      []speech.Caution
	Rims          []riding.Rim
	Ridden        []riding.Ridden
	Grounds       []riding.Ground
	Floors        []riding.Floor
	Contacts      []riding.Contact
	Tries         []riding.Try
	Poises        []riding.Poise
	Stoppings     []riding.Stopping

	digest    string
	pressures tyre.Law
}

// Digest tells one book from another: it is of all texts that it was read from, those that ship
// and those laid over them (SHA-256, in hexadecimal).
func (b *Book) Digest() string { return b.digest }

// Point is one place of the walk-round. It has either a Gauge or a Scale.
type Point struct {
	ID         string         `yaml:"id"`
	Name       string         `yaml:"name"`
	From       string         `yaml:"from"` // least depth that looks at it
	When       bike.Condition `yaml:"when"`
	Method     string         `yaml:"method"`
	Instrument string         `yaml:"instrument"`
	Photo      string         `yaml:"photo"` // what a photograph of it should show
	Means      string         `yaml:"means"` // what a bad value means
	Worn       string         `yaml:"worn"`  // what a due part asks for
	// in words, the work for what the catalogue does not settle, or whom it is sent to
	Offer   string      `yaml:"offer"`
	Gauge   *wear.Gauge `yaml:"gauge"`
	Scale   []wear.Word `yaml:"scale"`
	Source  string      `yaml:"source"`
	End     string      `yaml:"end"`      // front or rear, where there are two
	OnBrake int         `yaml:"on_brake"` // its place among the points of the brake at its end; 0 for none of it
	Opens   bool        `yaml:"opens"`    // it is seen when something is out: never answered together with others
	After   string      `yaml:"after"`    // the point it is looked at after, in routes that do not name it
	At      string      `yaml:"at"`       // the point beside which it stands on the drawing, when it has no place of its own
}

// Route is a way round the bike: an order of its points.
type Route struct {
	ID     string   `yaml:"id" json:"id"`
	Name   string   `yaml:"name" json:"name"`
	About  string   `yaml:"about" json:"about"`
	Points []string `yaml:"points" json:"points" doc:"first to last; points left out come after these"`
}

func (r Route) Key() string { return r.ID }

// Ways are the routes with the points that they do not name and that say after which they come.
func (b *Book) Ways() []Route {
	ways := slices.Clone(b.Routes)
	for i, r := range ways {
		way := slices.Clone(r.Points)
		for _, p := range b.Points {
			after := slices.Index(way, p.After)
			if after >= 0 && !slices.Contains(way, p.ID) {
				way = slices.Insert(way, after+1, p.ID)
			}
		}
		ways[i].Points = way
	}
	return ways
}

// Kind is a sort of bike with the facts it usually has.
type Kind struct {
	ID    string     `yaml:"id" json:"id"`
	Name  string     `yaml:"name" json:"name"`
	Facts bike.Facts `yaml:"facts" json:"facts"`
}

// Depth finds a depth of service.
func (b *Book) Depth(id string) (service.Depth, bool) { return find(b.Depths, id) }

// Point finds an inspection point.
func (b *Book) Point(id string) (Point, bool) { return find(b.Points, id) }

// Fastener finds a fastener.
func (b *Book) Fastener(id string) (Fastener, bool) { return find(b.Fasteners, id) }

// Treatment finds what goes on a thread.
func (b *Book) Treatment(id string) (Treatment, bool) { return find(b.Treatments, id) }

// Operation finds an operation.
func (b *Book) Operation(id string) (Operation, bool) { return find(b.Operations, id) }

// Prerequisite finds a prerequisite.
func (b *Book) Prerequisite(id string) (flow.Prerequisite, bool) { return find(b.Prerequisites, id) }

// Rescue finds the rescue that may save a piece of work on a bike.
func (b *Book) Rescue(operation string, f bike.Facts) (Operation, bool) {
	i := slices.IndexFunc(b.Operations, func(o Operation) bool {
		return slices.Contains(o.Saves, operation) && o.When.Holds(f)
	})
	if i < 0 {
		return Operation{}, false
	}
	return b.Operations[i], true
}

// Saves lists, for each rescue, the work it may make unnecessary.
func (b *Book) Saves() map[string][]string {
	out := map[string][]string{}
	for _, o := range b.Operations {
		if len(o.Saves) > 0 {
			out[o.ID] = o.Saves
		}
	}
	return out
}

// PointsOn lists the points that exist on a bike, in the order of the walk-round.
func (b *Book) PointsOn(f bike.Facts) []Point {
	return slices.DeleteFunc(slices.Clone(b.Points), func(p Point) bool { return !p.When.Holds(f) })
}

// Reaches says whether a service of the given depth looks at the point.
func (b *Book) Reaches(depth string, p Point) bool {
	return b.rank(depth) >= b.rank(p.From)
}

type identified = entries.Entry

func (p Point) Key() string     { return p.ID }
func (f Fastener) Key() string  { return f.ID }
func (o Operation) Key() string { return o.ID }
func (k Kind) Key() string      { return k.ID }

func find[T identified](list []T, id string) (T, bool) {
	if i := slices.IndexFunc(list, func(item T) bool { return item.Key() == id }); i >= 0 {
		return list[i], true
	}
	var none T
	return none, false
}
