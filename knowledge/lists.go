package knowledge

import (
	"errors"
	"fmt"
	"slices"

	"utensil/core/bike"
	"utensil/knowledge/complaint"
	"utensil/knowledge/entries"
	"utensil/knowledge/flow"
	"utensil/knowledge/riding"
	"utensil/knowledge/rolling"
	"utensil/knowledge/service"
	"utensil/knowledge/speech"
)

// lists is everything that the trade knows.
func lists() []list {
	return slices.Concat(looked(), made(), tightened(), turning(), aired(), worked())
}

// looked is what is looked at, and on what.
func looked() []list {
	return []list{
		listOf("adjusters", "What is turned to set something: which way does what, and how far",
			func(b *Book) *[]speech.Adjuster { return &b.Adjusters }, nil),
		listOf("depths", "How much of a bike a service looks at, and which bolts it tightens",
			func(b *Book) *[]service.Depth { return &b.Depths }, on(service.Depth.Validate)).rests(),
		listOf("kinds", "Sorts of bike, with the facts they usually have",
			func(b *Book) *[]Kind { return &b.Kinds }, on(Kind.validate)).rests(),
		listOf("points", "Inspection points: method, instrument, limits, words",
			func(b *Book) *[]Point { return &b.Points }, (*Book).validatePoint).rests(),
		listOf("places", "What sits where on a bike, and the particulars it is known by",
			func(b *Book) *[]Place { return &b.Places }, (*Book).validatePlace).rests(),
		listOf("routes", "Ways round the bike",
			func(b *Book) *[]Route { return &b.Routes }, (*Book).validateRoute),
		listOf("cautions", "What is said at the door and at the stand, by what a bike is",
			func(b *Book) *[]speech.Caution { return &b.Cautions }, on(speech.Caution.Validate)),
	}
}

// made is what a bike is made of.
func made() []list {
	return []list{
		listOf("bearings", "Cartridge bearings by bore, outside, width and angles",
			func(b *Book) *[]Bearing { return &b.Bearings }, (*Book).validateBearing),
		listOf("oiling", "What a tune oils without taking anything apart",
			func(b *Book) *[]service.Oiling { return &b.Oilings }, (*Book).validateOiling),
		listOf("shells", "Bottom bracket shells by width, bore and thread",
			func(b *Book) *[]Shell { return &b.Shells }, on(Shell.Validate)),
		listOf("balls", "Loose balls, and how many a place holds",
			func(b *Book) *[]Ball { return &b.Balls }, on(Ball.Validate)),
		folderOf("assemblies", "steering", "Assemblies: parts on an axis, which way each goes, what is laid between",
			func(b *Book) *[]Assembly { return &b.Assemblies }, (*Book).validateAssembly).rests(),
	}
}

// tightened is what is tightened, and in which order.
func tightened() []list {
	return []list{
		listOf("treatments", "What goes on threads, and its friction",
			func(b *Book) *[]Treatment { return &b.Treatments }, on(Treatment.validate)).rests(),
		folderOf("fasteners", "seat", "Fasteners: torque, thread, what they meet, treatment, what is always checked",
			func(b *Book) *[]Fastener { return &b.Fasteners }, (*Book).validateFastener).rests(),
		listOf("runs", "Orders of the torque run",
			func(b *Book) *[]Run { return &b.Runs }, (*Book).validateRun),
		listOf("orders", "Which joints are tight before others",
			func(b *Book) *[]Order { return &b.Orders }, (*Book).validateOrder),
		listOf("hangs", "What hangs on a joint, and is torqued with it",
			func(b *Book) *[]flow.Hang { return &b.Hangs }, (*Book).validateHang),
	}
}

// turning is what turns: gears, hubs and wheels.
func turning() []list {
	return []list{
		listOf("gears", "Gears by sprockets, spacing, pull and the mech's ratio",
			func(b *Book) *[]rolling.GearFamily { return &b.Gears }, (*Book).validateGears),
		listOf("hubs", "Geared hubs by their ratios, their mark, and the torque they bear",
			func(b *Book) *[]rolling.HubFamily { return &b.Hubs }, on(rolling.HubFamily.Validate)),
		listOf("wheels", "Wheels by hub: flanges, crossings, spokes",
			func(b *Book) *[]rolling.Wheel { return &b.Wheels }, on(rolling.Wheel.Validate)),
		listOf("trueness", "How true a wheel is made for its brake, and what its spokes may bear",
			func(b *Book) *[]rolling.Trueness { return &b.Trueness },
			on(rolling.Trueness.Validate)).andAll(whole((*Book).validateTrueness)),
		listOf("gauges", "Tables of tension gauges for spokes",
			func(b *Book) *[]rolling.TensionGauge { return &b.Gauges }, on(rolling.TensionGauge.Validate)),
	}
}

// aired is what holds air, and how it is ridden and set.
func aired() []list {
	return []list{
		listOf("rims", "Which tyres go on which rims, by their inner width",
			func(b *Book) *[]riding.Rim { return &b.Rims },
			on(riding.Rim.Validate)).andAll(whole(func(b *Book) error { return b.Tyres().Check() })),
		listOf("sags", "How far a leg is to sink under its rider, by kind and travel",
			func(b *Book) *[]riding.Sag { return &b.Sags }, on(riding.Sag.Validate)).
			andAll(whole(func(b *Book) error { return riding.CheckSags(b.Sags) })),
		listOf("ridden", "Tyre pressures as they are ridden",
			func(b *Book) *[]riding.Ridden { return &b.Ridden }, on(riding.Ridden.Validate)).andAll((*Book).fitted),
		listOf("grounds", "What is ridden on, and how much less pressure there",
			func(b *Book) *[]riding.Ground { return &b.Grounds }, on(riding.Ground.Validate)),
		listOf("floors", "The least tyre pressure by width, where no sidewall says it",
			func(b *Book) *[]riding.Floor { return &b.Floors }, on(riding.Floor.Validate)),
		listOf("contacts", "Where a rider meets the bike, and how it is set there",
			func(b *Book) *[]riding.Contact { return &b.Contacts }, on(riding.Contact.Validate)).rests().
			andAll(whole(func(b *Book) error { return riding.Held(b.Contacts, known(b.Fastener)) })),
		listOf("rides", "What is tried on the ride, and where its symptoms lead",
			func(b *Book) *[]riding.Try { return &b.Tries }, on(riding.Try.Validate)).rests().
			andAll(whole(func(b *Book) error { return riding.Lead(b.Tries, known(b.Fault), known(b.Point)) })),
		listOf("poises", "Where rider and bike have their mass, by frame",
			func(b *Book) *[]riding.Poise { return &b.Poises }, on(riding.Poise.Validate)),
		listOf("stoppings", "The least that brakes have to do",
			func(b *Book) *[]riding.Stopping { return &b.Stoppings }, on(riding.Stopping.Validate)),
	}
}

// worked is what is done: work, guided work, complaints.
func worked() []list {
	return []list{
		listOf("prerequisites", "What several pieces of work need done once, and what is undone for it",
			func(b *Book) *[]flow.Prerequisite { return &b.Prerequisites }, (*Book).validatePrerequisite),
		listOf("operations", "Work the shop sells: minutes, parts, prices, what it touches",
			func(b *Book) *[]Operation { return &b.Operations }, (*Book).validateOperation).rests(),
		listOf("sequences", "Which work comes before which, and what is undone while it is done",
			func(b *Book) *[]flow.Sequence { return &b.Sequences }, (*Book).validateSequence).
			andAll(whole((*Book).validateSequences)),
		listOf("alone", "What goes on by itself while hands are elsewhere, and what is done then",
			func(b *Book) *[]flow.Alone { return &b.Alone }, on(flow.Alone.Validate)),
		folderOf("services", "everyday", "What is sold by one name: its steps in their order",
			func(b *Book) *[]service.Service { return &b.Services }, nil).rests().andAll((*Book).validateServices),
		listOf("bedding", "Schemes of bedding brakes in",
			func(b *Book) *[]Scheme { return &b.Bedding }, on(validateScheme)),
		listOf("fluids", "How long an opened bottle is used",
			func(b *Book) *[]Fluid { return &b.Fluids }, on(Fluid.validate)),
		listOf("states", "What is so while work goes on, and what each state needs",
			func(b *Book) *[]State { return &b.States }, nil), // proved with the guided work
		listOf("passages", "Ways that several pieces of guided work share",
			func(b *Book) *[]Passage { return &b.Passages }, nil),
		folderOf("procedures", "friction", "Guided work: steps, choices, gates, branches",
			func(b *Book) *[]Procedure { return &b.Procedures }, nil).rests(),
		faults(),
		listOf("renamed", "Ids of before, and what they are called now",
			func(b *Book) *[]Renamed { return &b.Renames }, (*Book).validateRenamed),
	}
}

// faults are proved with their pages, line by line.
func faults() list {
	l := folderOf("faults", "gears", "Complaints with their causes and checks",
		func(b *Book) *[]complaint.Fault { return &b.Faults }, nil).rests()
	l.read = (*draft).readFaults
	return l
}

// on makes a proof of an entry by itself one that is given the book.
func on[T entries.Entry](wrong func(T) error) func(*Book, T) error {
	return func(_ *Book, entry T) error { return wrong(entry) }
}

// whole makes a proof of a list as a whole tell what is wrong with it.
func whole(wrong func(*Book) error) func(*Book, refusal) {
	return func(b *Book, refuse refusal) { refuse("", wrong(b)) }
}

func (k Kind) validate() error { return errors.Join(append(k.Facts.Validate(), k.guesses())...) }

// guesses refuses a kind that fills in what has to be read on the bike.
func (k Kind) guesses() error {
	for _, g := range bike.Guards {
		if word, _ := k.Facts.Fact(g.Fact); bike.Known(word) {
			return fmt.Errorf("%s is %q: nobody can know that of a bike by its kind. It is read %s",
				g.Fact, word, g.Where)
		}
	}
	return nil
}
