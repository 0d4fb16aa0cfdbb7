package parts

import (
	"slices"
	"strings"

	"utensil/core/estimate"
	"utensil/core/fit"
	"utensil/core/wear"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/stores"
	"utensil/knowledge"
)

// Putting is a part that was put on a bike, in place of what sat there.
type Putting struct {
	Place       string            `json:"place"`
	Particulars map[string]string `json:"particulars,omitempty" doc:"by their ids, as typed; kept as they are read"`
	Grade       Grade             `json:"grade" enum:"new,good,worn"`
	From        Source            `json:"from" enum:"stock,owner,spares"`
	Mark        string            `json:"mark,omitempty" doc:"a serial number, or what is written on it"`
	Why         Reason            `json:"why,omitempty" enum:"worn,broken,contaminated,upgrade,borrowed" doc:"what sat there came off"`
	Became      Fate              `json:"became,omitempty" enum:"scrap,owner,spares,returned" doc:"of what came off"`
	Stock       *record.ID        `json:"stock,omitempty" doc:"the drawer it came out of"`
	ForNow      bool              `json:"for_now,omitempty" doc:"until the right one is here"`
	Item        *record.ID        `json:"item,omitempty" doc:"the work it was fitted by"`
	Note        string            `json:"note,omitempty"`
	Name        string            `json:"name,omitempty" readOnly:"true" doc:"of the part, as the stores have it"`
	Price       estimate.Minor    `json:"price_minor,omitempty" readOnly:"true" doc:"as the stores have it"`
	Past        []stores.Read     `json:"past,omitempty" readOnly:"true" doc:"of a used spare: what was read of it on the bike before"`
	If          []string          `json:"if,omitempty" readOnly:"true" doc:"what has to be so for it to fit"`
}

// Taking is a part that came off and was not replaced.
type Taking struct {
	Place  string `json:"place"`
	Why    Reason `json:"why" enum:"worn,broken,contaminated,upgrade,borrowed"`
	Became Fate   `json:"became" enum:"scrap,owner,spares,returned"`
	Note   string `json:"note,omitempty"`
}

// PartRead is what somebody read off a part where it sits: sprockets counted, the mount of a rotor. What
// is read again holds from then on, until something else is fitted.
type PartRead struct {
	Place       string            `json:"place"`
	Particulars map[string]string `json:"particulars" doc:"by their ids, as typed; kept as they are read"`
	Mark        string            `json:"mark,omitempty" doc:"a serial number, or what is written on it"`
}

// Grade is how a part is when it is fitted.
type Grade string

// Source is where a part that is fitted comes from.
type Source string

// Reason is why a part came off.
type Reason string

// Fate is what became of a part that came off.
type Fate string

// Words of what is fitted and taken off, in the order in which they are shown.
var (
	Grades = []record.Named{{Word: "new", Name: "new"}, {Word: "good", Name: "used, good"},
		{Word: "worn", Name: "used, worn"}}
	Sources = []record.Named{{Word: "stock", Name: "from the shop"}, {Word: "owner", Name: "brought by the owner"},
		{Word: "spares", Name: "a used spare"}}
	Reasons = []record.Named{{Word: "worn", Name: "worn"}, {Word: "broken", Name: "broken"},
		{Word: "contaminated", Name: "contaminated"},
		{Word: "upgrade", Name: "something better was wanted"}, {Word: "borrowed", Name: "it was there for now"}}
	Fates = []record.Named{{Word: "scrap", Name: "thrown away"}, {Word: "owner", Name: "given to the owner"},
		{Word: "spares", Name: "kept as a spare"}, {Word: "returned", Name: "sent back"}}
)

// Kinds of entry about what is on a bike.
var (
	Puttings  = record.NewKind(record.Kind[Putting]{Name: "fitted", By: record.ByMechanic, Past: record.AnyDay})
	Takings   = record.NewKind(record.Kind[Taking]{Name: "taken_off", By: record.ByMechanic, Past: record.AnyDay})
	PartsRead = record.NewKind(record.Kind[PartRead]{Name: "part_read", By: record.ByMechanic, Past: record.AnyDay})
)

// Subject is what is on a bike.
func Subject() record.Subject {
	return record.Subject{
		Checks: []record.Check{Puttings.CheckedAs(checkPutting), Takings.CheckedAs(checkTaking),
			PartsRead.CheckedAs(checkPartRead)},
		Obstacles: func(s *record.Sheet) (list []record.Obstacle) {
			for _, place := range Missing(s) {
				list = append(list, record.Obstacle{Title: place.Name + ": nothing sits there",
					Mark: wear.Unsafe, Stage: record.StageWork,
					Detail: "it came off in an earlier job: write down what is fitted there now",
					Place:  record.PlaceParts, Target: place.ID})
			}
			return list
		},
	}
}

func checkPutting(s *record.Sheet, d record.Draft, in Putting) (*Putting, error) {
	place, err := placeOn(s, in.Place)
	if err != nil {
		return nil, err
	}
	if err := fromStock(s, place, d.Supersedes, &in); err != nil {
		return nil, err
	}
	if in.Particulars, err = readParticulars(place, in.Particulars); err != nil {
		return nil, err
	}
	if err := oneOf("grade", "how it is", Grades, string(in.Grade)); err != nil {
		return nil, err
	}
	if err := oneOf("from", "where it comes from", Sources, string(in.From)); err != nil {
		return nil, err
	}
	if err := cameOff(in.Why, in.Became, true); err != nil {
		return nil, err
	}
	if in.Mark, err = record.TidyOptional("mark", "what is written on it", in.Mark); err != nil {
		return nil, err
	}
	if in.Note, err = record.TidyNote("note", in.Note); err != nil {
		return nil, err
	}
	if d.Supersedes != nil {
		if _, was := Puttings.Find(s.Ledger, *d.Supersedes); was == nil || was.Place != in.Place {
			return nil, record.Refuse("place",
				"That was written of another place. Take it back, and say what was fitted here.")
		}
	} else if now, sits := sitting(s, in.Place); sits && now.ID != nil && now.here && place.Bearing == "" {
		// Bearings come in pairs: each of an assembly is renewed on its own.
		return nil, record.Refuse("place", "%s was fitted by %s in this job already: take that off "+
			"first, or correct what was written of it.",
			place.Name, now.By)
	}
	in.If = nil
	if len(in.Particulars) > 0 {
		answer := asked(s, in.Place, in.Particulars, in.Why, d.Supersedes)
		if answer.Verdict == fit.DoesNot {
			return nil, refused(answer)
		}
		in.If = conditions(answer)
	}
	return &in, nil
}

func checkTaking(s *record.Sheet, d record.Draft, in Taking) (*Taking, error) {
	place, err := placeOn(s, in.Place)
	if err != nil {
		return nil, err
	}
	if err := cameOff(in.Why, in.Became, false); err != nil {
		return nil, err
	}
	if _, sits := sitting(s, in.Place); !sits && d.Supersedes == nil {
		return nil, record.Refuse("place", "%s was taken off before: nothing sits there now.", place.Name)
	}
	in.Note, err = record.TidyNote("note", in.Note)
	return &in, err
}

func checkPartRead(s *record.Sheet, d record.Draft, in PartRead) (*PartRead, error) {
	place, err := placeOn(s, in.Place)
	if err != nil {
		return nil, err
	}
	if _, sits := sitting(s, in.Place); !sits {
		return nil, record.Refuse("place", "%s was taken off before: nothing sits there to be read.", place.Name)
	}
	if in.Particulars, err = readParticulars(place, in.Particulars); err != nil {
		return nil, err
	}
	if in.Mark, err = record.TidyOptional("mark", "what is written on it", in.Mark); err != nil {
		return nil, err
	}
	if len(in.Particulars) == 0 && in.Mark == "" {
		return nil, record.Refuse("particulars", "Say what you read: choose a word, or type a figure.")
	}
	return &in, nil
}

func placeOn(s *record.Sheet, id string) (knowledge.Place, error) {
	i := slices.IndexFunc(Places.Of(s), func(p knowledge.Place) bool { return p.ID == id })
	if i < 0 {
		return knowledge.Place{}, record.Refuse("place",
			"This bike has no such place. If it has, change its facts first.")
	}
	return Places.Of(s)[i], nil
}

func readParticulars(place knowledge.Place, typed map[string]string) (map[string]string, error) {
	read := map[string]string{}
	for id, text := range typed {
		if strings.TrimSpace(text) == "" {
			continue // not known is no slip
		}
		p, known := place.Particular(id)
		if !known {
			return nil, record.Refuse("particulars."+id, "%s has no such particular.", place.Name)
		}
		value, err := readParticular(p, text)
		if err != nil {
			return nil, err
		}
		read[id] = value
	}
	return read, nil
}

// readParticular reads what was typed of a particular, or says what to type.
func readParticular(p fit.Particular, typed string) (string, error) {
	value, err := p.Read(typed)
	return value, record.InField("particulars", err)
}

// cameOff checks why something came off and what became of it; both may be left out where nothing did.
func cameOff(why Reason, became Fate, optional bool) error {
	if optional && why == "" && became == "" {
		return nil
	}
	if err := oneOf("why", "why it came off", Reasons, string(why)); err != nil {
		return err
	}
	return oneOf("became", "what became of it", Fates, string(became))
}

func oneOf(field, what string, words []record.Named, word string) error {
	if slices.ContainsFunc(words, func(n record.Named) bool { return n.Word == word }) {
		return nil
	}
	return record.Refuse(field, "Say %s.", what)
}
