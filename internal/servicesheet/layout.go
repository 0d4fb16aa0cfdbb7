// Package servicesheet composes what an owner takes home: which sections a sheet has, in which order, and
// what stands in them. It is composed once, and set by the printer and the screen alike.
//
// The front is one page that an owner reads: may it be ridden, what was the matter, what was found and put
// right, what was left, how it is set, what was measured, what comes next, what to mind. What does not
// fit there is in full behind it, with every bolt and every point that was looked at.
package servicesheet

import (
	"time"

	"utensil/core/measure"
	"utensil/core/wear"
)

// Layout is a sheet as it is composed.
type Layout struct {
	Number  int       `json:"number" doc:"of the job"`
	Shop    []string  `json:"shop" doc:"its name, its address"`
	Title   string    `json:"title" doc:"the bike"`
	About   string    `json:"about" doc:"whose it is, what it was here for, who handed it over and when"`
	Verdict MayRide   `json:"verdict"`
	Front   []Section `json:"front" doc:"page one"`
	After   []Section `json:"after" doc:"the pages behind it"`
	Foot    string    `json:"foot" doc:"what is behind page one"`
}

// MayRide says in one sentence whether the bike may be ridden, and what led to it.
type MayRide struct {
	Word string    `json:"word"`
	Mark wear.Mark `json:"mark" doc:"sound, unsafe, or open while nobody has said"`
	Says string    `json:"says"`
}

// Side is where a section stands.
type Side string

// A section is as wide as the page, or one of two that stand beside each other.
const (
	Whole Side = ""
	Left  Side = "left"
	Right Side = "right"
)

// Section has one heading and one kind of content, with paragraphs over it where it has any.
type Section struct {
	ID      string   `json:"id"`
	Title   string   `json:"title"`
	Side    Side     `json:"side,omitempty" enum:"left,right"`
	Text    []string `json:"text,omitempty" doc:"paragraphs"`
	Entries []Entry  `json:"entries,omitempty"`
	Gauges  []Gauge  `json:"gauges,omitempty"`
	Ahead   *Ahead   `json:"ahead,omitempty"`
	Lives   *Lives   `json:"lives,omitempty"`
	Table   *Table   `json:"table,omitempty"`
	Note    string   `json:"note,omitempty" doc:"small, below"`
}

// Entry is a thing with what is said of it and a figure at the edge: of work, its price.
type Entry struct {
	Mark   wear.Mark `json:"mark,omitempty"`
	Name   string    `json:"name"`
	Says   string    `json:"says,omitempty"`
	Figure string    `json:"figure,omitempty"`
	Sum    bool      `json:"sum,omitempty" doc:"it sums up those before it"`
}

// Gauge is a figure on a ruled strip: as it is, as it was, where it is worn out.
type Gauge struct {
	Name   string         `json:"name"`
	Unit   string         `json:"unit"`
	Ruling measure.Ruling `json:"ruling"`
	Zones  []wear.Zone    `json:"zones"`
	Now    float64        `json:"now"`
	Was    *float64       `json:"was,omitempty"`
	Says   string         `json:"says" doc:"the same in words"`
}

// Ahead is what comes next, on one ruler of time.
type Ahead struct {
	From time.Time `json:"from"`
	To   time.Time `json:"to"`
	Due  []Due     `json:"due"`
}

// Due is something that comes within a span; a day where both ends are one.
type Due struct {
	Name string    `json:"name"`
	From time.Time `json:"from"`
	To   time.Time `json:"to"`
	Says string    `json:"says,omitempty"`
}

// Lives is what is on the bike, each place on one ruler of time.
type Lives struct {
	From  time.Time `json:"from"`
	Today time.Time `json:"today"`
	To    time.Time `json:"to"`
	Lines []Life    `json:"lines"`
}

// Life is one place of the bike: what sat there, when it was read or tended, when it is due.
type Life struct {
	Name   string      `json:"name"`
	Strong bool        `json:"strong,omitempty" doc:"it needs work"`
	Spans  []PartSpan  `json:"spans" doc:"oldest first"`
	Tended []time.Time `json:"tended,omitempty"`
	Due    *Due        `json:"due,omitempty"`
	Says   string      `json:"says,omitempty"`
}

// PartSpan is the life of one part.
type PartSpan struct {
	From  *time.Time  `json:"from,omitempty" doc:"it was fitted; left out for what sat there when the bike was first seen"`
	To    *time.Time  `json:"to,omitempty" doc:"it came off"`
	Reads []time.Time `json:"reads,omitempty"`
}

// Table is rows under columns.
type Table struct {
	Columns []Column   `json:"columns"`
	Rows    []TableRow `json:"rows"`
}

// Column says how wide its cells are, and how they are set. Without names no head is set.
type Column struct {
	Name   string  `json:"name,omitempty"`
	Share  float64 `json:"share" doc:"of the page's width"`
	Strong bool    `json:"strong,omitempty"`
	Edge   bool    `json:"edge,omitempty" doc:"at the right edge"`
	Figure bool    `json:"figure,omitempty" doc:"figures stand in it"`
}

// TableRow is one cell a column, and remarks below the first.
type TableRow struct {
	Cells   []string `json:"cells"`
	Remarks []string `json:"remarks,omitempty"`
}
