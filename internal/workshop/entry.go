package workshop

import (
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"time"

	"utensil/core/estimate"
	"utensil/core/wear"
)

// Kind says what an entry records.
type Kind string

// The kinds of entry.
const (
	KindReading   Kind = "reading"
	KindFigure    Kind = "figure"
	KindFinding   Kind = "finding"
	KindHunt      Kind = "hunt"
	KindClue      Kind = "clue"
	KindTried     Kind = "tried"
	KindOdometer  Kind = "odometer"
	KindRide      Kind = "ride"
	KindAir       Kind = "air"
	KindAside     Kind = "aside"
	KindLooked    Kind = "looked"
	KindItem      Kind = "item"
	KindAsked     Kind = "asked"
	KindAnswer    Kind = "answer"
	KindWork      Kind = "work"
	KindTorque    Kind = "torque"
	KindBolt      Kind = "bolt"
	KindGuided    Kind = "guided"
	KindStep      Kind = "step"
	KindPull      Kind = "pull"
	KindSign      Kind = "sign"
	KindBelonging Kind = "belonging"
	KindReturn    Kind = "return"
	KindNote      Kind = "note"
	KindWithdrawn Kind = "withdrawn"
	KindReleased  Kind = "released"
	KindReopened  Kind = "reopened"
)

// PastKinds are the kinds of entry that a later job of the bike reads; how its bolts were left
// is read apart, the last log of each. FigureKinds are those the first screen needs of it.
var (
	PastKinds   = []Kind{KindReading, KindFigure, KindOdometer, KindRide, KindAir, KindItem, KindWork, KindBolt, KindPull}
	FigureKinds = []Kind{KindFigure, KindBolt}
)

// Entry is one thing recorded about a job: never overwritten, corrected by an entry that
// supersedes it.
type Entry struct {
	ID         ID        `json:"id"`
	JobID      ID        `json:"-"`
	BikeID     ID        `json:"-"`
	Kind       Kind      `json:"kind"`
	Supersedes *ID       `json:"supersedes,omitempty"`
	By         ID        `json:"by"`
	ByName     string    `json:"by_name"`
	At         time.Time `json:"at"`
	Content    Content   `json:"content"`
	Digest     []byte    `json:"-"` // of what was sent; tells a repeat from another entry
}

// digest identifies what an entry says, whenever it was sent, before the server adds to it.
func (e Entry) digest() ([]byte, error) {
	text, err := json.Marshal(struct {
		Job        ID
		Supersedes *ID
		By         ID
		Content    Content
	}{e.JobID, e.Supersedes, e.By, e.Content})
	if err != nil {
		return nil, fmt.Errorf("writing an entry: %w", err)
	}
	sum := sha256.Sum256(text)
	return sum[:], nil
}

// Content is what an entry says. Exactly one field is set: the one its kind names.
type Content struct {
	Reading   *Reading         `json:"reading,omitempty"`
	Figure    *OwnFigure       `json:"figure,omitempty"`
	Finding   *Finding         `json:"finding,omitempty"`
	Hunt      *Hunt            `json:"hunt,omitempty"`
	Clue      *Clue            `json:"clue,omitempty"`
	Tried     *Tried           `json:"tried,omitempty"`
	Odometer  *OdometerReading `json:"odometer,omitempty"`
	Ride      *Ride            `json:"ride,omitempty"`
	Air       *Air             `json:"air,omitempty"`
	Aside     *Aside           `json:"aside,omitempty"`
	Looked    *Looked          `json:"looked,omitempty"`
	Item      *Item            `json:"item,omitempty"`
	Asked     *Asked           `json:"asked,omitempty"`
	Answer    *Answer          `json:"answer,omitempty"`
	Work      *Work            `json:"work,omitempty"`
	Torque    *Torque          `json:"torque,omitempty"`
	Bolt      *Bolt            `json:"bolt,omitempty"`
	Guided    *Guided          `json:"guided,omitempty"`
	Step      *StepDone        `json:"step,omitempty"`
	Pull      *LeverPull       `json:"pull,omitempty"`
	Sign      *Sign            `json:"sign,omitempty"`
	Belonging *Belonging       `json:"belonging,omitempty"`
	Return    *Return          `json:"return,omitempty"`
	Note      *Note            `json:"note,omitempty"`
	Withdrawn *Withdrawn       `json:"withdrawn,omitempty"`
	Released  *Released        `json:"released,omitempty"`
	Reopened  *Reopened        `json:"reopened,omitempty"`
}

// Kind is the kind of the one thing the content holds, or "" when it is not exactly one.
func (c Content) Kind() Kind {
	var kind Kind
	for k, set := range map[Kind]bool{
		KindReading: c.Reading != nil, KindFigure: c.Figure != nil, KindFinding: c.Finding != nil,
		KindHunt: c.Hunt != nil, KindClue: c.Clue != nil, KindTried: c.Tried != nil, KindOdometer: c.Odometer != nil, KindRide: c.Ride != nil, KindAir: c.Air != nil,
		KindAside: c.Aside != nil, KindLooked: c.Looked != nil, KindItem: c.Item != nil, KindAsked: c.Asked != nil,
		KindAnswer: c.Answer != nil, KindWork: c.Work != nil, KindTorque: c.Torque != nil, KindBolt: c.Bolt != nil,
		KindGuided: c.Guided != nil, KindStep: c.Step != nil, KindPull: c.Pull != nil,
		KindSign: c.Sign != nil, KindBelonging: c.Belonging != nil, KindReturn: c.Return != nil,
		KindNote: c.Note != nil, KindWithdrawn: c.Withdrawn != nil,
		KindReleased: c.Released != nil, KindReopened: c.Reopened != nil,
	} {
		if set && kind != "" {
			return ""
		}
		if set {
			kind = k
		}
	}
	return kind
}

// Reading is what was read at an inspection point: a figure, a word, or passed over.
type Reading struct {
	Point      string          `json:"point"`
	Typed      string          `json:"typed,omitempty" doc:"the figure as typed; it may name its unit"`
	Word       string          `json:"word,omitempty" doc:"a word of the point's scale"`
	PassedOver bool            `json:"passed_over,omitempty" doc:"not looked at, on purpose; the note says why"`
	Note       string          `json:"note,omitempty"`
	Value      *float64        `json:"value,omitempty" readOnly:"true" doc:"the figure in the point's unit, worked out by the server; the worst of several"`
	Values     []float64       `json:"values,omitempty" readOnly:"true" doc:"all figures, when there are several"`
	Judgement  *wear.Judgement `json:"judgement,omitempty" readOnly:"true" doc:"what the mechanic was told"`
}

// OwnFigure is a figure of this very bike, from its manual or marked on the part. It wins
// over the catalogue's from then on. Limit is for a point, Min and Max for a fastener.
type OwnFigure struct {
	Point    string   `json:"point,omitempty"`
	Fastener string   `json:"fastener,omitempty"`
	Typed    string   `json:"typed,omitempty" doc:"the limit, as typed"`
	TypedMin string   `json:"typed_min,omitempty" doc:"least torque, as typed"`
	TypedMax string   `json:"typed_max,omitempty" doc:"most torque, as typed"`
	Part     string   `json:"part,omitempty" doc:"of a joint: the part that the torque is for; left out for the whole joint"`
	ForModel bool     `json:"for_model,omitempty" doc:"it holds for every bike of this make and model"`
	Source   string   `json:"source" doc:"where it stands: etched on the rotor, the manual's page"`
	Limit    *float64 `json:"limit,omitempty" readOnly:"true"`
	Min      *float64 `json:"min_nm,omitempty" readOnly:"true"`
	Max      *float64 `json:"max_nm,omitempty" readOnly:"true"`
}

// Finding is something seen that no inspection point holds, or the cause a hunt has found.
type Finding struct {
	Title     string    `json:"title"`
	Mark      wear.Mark `json:"mark" enum:"watch,due,unsafe"`
	Note      string    `json:"note,omitempty"`
	Hunt      *ID       `json:"hunt,omitempty" doc:"the hunt that found it; title and mark then follow from the cause"`
	Cause     string    `json:"cause,omitempty" doc:"the cause found"`
	Operation string    `json:"operation,omitempty" readOnly:"true" doc:"the catalogue's work for it"`
	Rescuable bool      `json:"rescuable,omitempty" readOnly:"true" doc:"the part may be saved instead of replaced"`
}

// Aside sets a due finding aside: the owner is told, no work is offered.
type Aside struct {
	Finding ID     `json:"finding"`
	Reason  string `json:"reason"`
}

// Looked is a mechanic's word that what was due was looked at again after the work, and is right.
type Looked struct {
	Finding ID     `json:"finding"`
	Note    string `json:"note,omitempty"`
}

// Item is one piece of work proposed to the owner, or put right on the way.
type Item struct {
	Finding   *ID             `json:"finding,omitempty" doc:"the finding it settles"`
	Operation string          `json:"operation,omitempty" doc:"the catalogue's operation, if it is one"`
	Title     string          `json:"title"`
	Minutes   int             `json:"minutes"`
	Labour    *estimate.Minor `json:"labour_minor,omitempty" doc:"price of the work; worked out from minutes when left out"`
	Parts     []estimate.Part `json:"parts,omitempty"`
	Point     string          `json:"point,omitempty" readOnly:"true"`
	OnTheWay  bool            `json:"on_the_way,omitempty" doc:"put right while looking: nobody was asked, and it is charged only where the owner asked for just that"`
	Touches   []string        `json:"touches,omitempty" readOnly:"true" doc:"fasteners it disturbs, besides those of the operation"`
}

// Asked records that the owner was asked about everything open at that time.
type Asked struct {
	How string `json:"how" enum:"counter,phone,message"`
}

// The owner's answers. Refused is a "no" to something unsafe, in the owner's own words.
const (
	Yes     = "yes"
	No      = "no"
	Refused = "refused"
)

// Answer is what the owner said to one item.
type Answer struct {
	Item    ID     `json:"item"`
	Answer  string `json:"answer" enum:"yes,no,refused"`
	From    string `json:"from" doc:"who answered"`
	How     string `json:"how" enum:"counter,phone,message,link" doc:"link: the owner answered it themselves"`
	Address string `json:"address,omitempty" readOnly:"true" doc:"where an answer by link came from"`
	Words   string `json:"words,omitempty" doc:"needed for a refusal: what they said, knowing it is unsafe"`
}

// Work records an item done.
type Work struct {
	Run   *ID      `json:"run,omitempty" doc:"the run of a procedure that did it"`
	Item  ID       `json:"item"`
	Note  string   `json:"note,omitempty"`
	Parts []Fitted `json:"parts,omitempty" doc:"parts fitted"`
	Part  bool     `json:"part,omitempty" readOnly:"true" doc:"the guided runs of it did it only in part: a bleed from the lever alone"`

	Bottle *ID     `json:"bottle,omitempty" doc:"that was poured, where no guided run says so"`
	Reason string  `json:"reason,omitempty" doc:"why a bottle past its days was used"`
	Pour   float64 `json:"pour_ml,omitempty" readOnly:"true" doc:"about what it took"`
}

// Fitted is a part that was fitted.
type Fitted struct {
	Name     string `json:"name"`
	Quantity int    `json:"quantity"`
}

// What is signed before a bike leaves.
const (
	SignFrontBrake = "front_brake"
	SignRearBrake  = "rear_brake"
	SignThirdBrake = "third_brake"
	SignTestRide   = "test_ride"
)

// Sign is a mechanic's name under a test.
type Sign struct {
	What   string `json:"what" enum:"front_brake,rear_brake,third_brake,test_ride"`
	Passed bool   `json:"passed"`
	Note   string `json:"note,omitempty"`
}

// Belonging is something that came with the bike or was taken off it.
type Belonging struct {
	Name     string `json:"name"`
	TakenOff bool   `json:"taken_off" doc:"taken off the bike, to be put back"`
}

// Return ticks a belonging back to the bike or its owner.
type Return struct {
	Belonging ID `json:"belonging"`
}

// Note is free text.
type Note struct {
	Text string `json:"text"`
}

// Withdrawn takes back the entry it supersedes.
type Withdrawn struct {
	Reason string `json:"reason"`
}

// Released records that the bike went to its owner.
type Released struct {
	To string `json:"to" doc:"who took it"`
}

// Reopened records why a job was opened again.
type Reopened struct {
	Reason string `json:"reason"`
}
