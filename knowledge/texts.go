package knowledge

import "utensil/knowledge/entries"

// Texts is a layer of knowledge held in memory, by file name.
type Texts = entries.Texts

// Files lists the files that a workshop may lay its own over, with what is in them.
var Files = []struct{ Name, About string }{
	{"adjusters.yaml", "What is turned to set something: which way does what, and how far"},
	{"points.yaml", "Inspection points: method, instrument, limits, words"},
	{"places.yaml", "What sits where on a bike, and the particulars it is known by"},
	{"bearings.yaml", "Cartridge bearings by bore, outside, width and angles"},
	{"oiling.yaml", "What a tune oils without taking anything apart"},
	{"shells.yaml", "Bottom bracket shells by width, bore and thread"},
	{"balls.yaml", "Loose balls, and how many a place holds"},
	{"assemblies/own.yaml", "Assemblies: parts on an axis, which way each goes, what is laid between"},
	{"routes.yaml", "Ways round the bike"},
	{"operations.yaml", "Work the shop sells: minutes, parts, prices, what it touches"},
	{"prerequisites.yaml", "What several pieces of work need done once, and what is undone for it"},
	{"hangs.yaml", "What hangs on a joint, and is torqued with it"},
	{"orders.yaml", "Which joints are tight before others"},
	{"cautions.yaml", "What is said at the door and at the stand, by what a bike is"},
	{"rims.yaml", "Which tyres go on which rims, by their inner width"},
	{"sags.yaml", "How far a leg is to sink under its rider, by kind and travel"},
	{"ridden.yaml", "Tyre pressures as they are ridden"},
	{"grounds.yaml", "What is ridden on, and how much less pressure there"},
	{"floors.yaml", "The least tyre pressure by width, where no sidewall says it"},
	{"fasteners/own.yaml", "Fasteners: torque, thread, what they meet, treatment, what is always checked"},
	{"runs.yaml", "Orders of the torque run"},
	{"gears.yaml", "Gears by sprockets, spacing, pull and the mech's ratio"},
	{"hubs.yaml", "Geared hubs by their ratios, their mark, and the torque they bear"},
	{"wheels.yaml", "Wheels by hub: flanges, crossings, spokes"},
	{"trueness.yaml", "How true a wheel is made for its brake, and what its spokes may bear"},
	{"gauges.yaml", "Tables of tension gauges for spokes"},
	{"treatments.yaml", "What goes on threads, and its friction"},
	{"states.yaml", "What is so while work goes on, and what each state needs"},
	{"passages.yaml", "Ways that several pieces of guided work share"},
	{"procedures/own.yaml", "Guided work: steps, choices, gates, branches"},
	{"bedding.yaml", "Schemes of bedding brakes in"},
	{"renamed.yaml", "Ids of before, and what they are called now"},
	{"fluids.yaml", "How long an opened bottle is used"},
	{"faults/own.yaml", "Complaints with their causes and checks"},
}

// examples are shipped files to follow where the workshop's own has a name of its own.
var examples = map[string]string{"faults/own.yaml": "faults/gears.yaml", "fasteners/own.yaml": "fasteners/seat.yaml",
	"assemblies/own.yaml": "assemblies/steering.yaml",
	"procedures/own.yaml": "procedures/friction.yaml"}

// Text is a file as it ships, to start one's own from: "" when none ships under that name.
func Text(name string) string {
	if example, own := examples[name]; own {
		name = example
	}
	text, err := shipped.ReadFile(name)
	if err != nil {
		return ""
	}
	return string(text)
}
