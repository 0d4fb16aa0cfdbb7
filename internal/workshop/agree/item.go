package agree

import (
	"slices"
	"time"

	"utensil/core/estimate"
	"utensil/internal/workshop/record"
)

// Item is one piece of work proposed to the owner, or put right on the way.
type Item struct {
	Finding   *record.ID      `json:"finding,omitempty" doc:"the finding it settles"`
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
	Item    record.ID `json:"item"`
	Answer  string    `json:"answer" enum:"yes,no,refused"`
	From    string    `json:"from" doc:"who answered"`
	How     string    `json:"how" enum:"counter,phone,message,link" doc:"link: the owner answered it themselves"`
	Address string    `json:"address,omitempty" readOnly:"true" doc:"where an answer by link came from"`
	Words   string    `json:"words,omitempty" doc:"needed for a refusal: what they said, knowing it is unsafe"`
}

// Work records an item done.
type Work struct {
	Run   *record.ID `json:"run,omitempty" doc:"the run of a procedure that did it"`
	Item  record.ID  `json:"item"`
	Note  string     `json:"note,omitempty"`
	Parts []Fitted   `json:"parts,omitempty" doc:"parts fitted"`
	Part  bool       `json:"part,omitempty" readOnly:"true" doc:"the guided runs of it did it only in part: a bleed from the lever alone"`

	Bottle *record.ID `json:"bottle,omitempty" doc:"that was poured, where no guided run says so"`
	Reason string     `json:"reason,omitempty" doc:"why a bottle past its days was used"`
	Pour   float64    `json:"pour_ml,omitempty" readOnly:"true" doc:"about what it took"`
}

// Fitted is a part that was fitted.
type Fitted struct {
	Name     string `json:"name"`
	Quantity int    `json:"quantity"`
}

func (i Item) Line() estimate.Line {
	line := estimate.Line{Parts: i.Parts}
	if i.Labour != nil {
		line.Labour = *i.Labour
	}
	return line
}

func CheckHow(how string) error {
	switch how {
	case "counter", "phone", "message":
		return nil
	}
	return record.Refuse("how", "Say how: at the counter, by phone or by message.")
}

// IsDone says whether an item's work is done: parts are in, joints were taken apart.
func IsDone(s *record.Sheet, item record.ID) bool {
	return slices.ContainsFunc(Proposals.Of(s), func(i ItemView) bool { return i.ID == item && i.Work != nil })
}

func WorkDone() *record.Problem {
	return &record.Problem{Kind: record.Stale, Title: "That work is done already",
		Detail: "Somebody has marked it done. If it was not done after all, take that back under Work first."}
}

// SharedView is something that several items need, done and paid for once.
type SharedView struct {
	Name    string         `json:"name"`
	Times   int            `json:"times" doc:"how many items need it"`
	Minutes int            `json:"minutes" doc:"saved"`
	Saved   estimate.Minor `json:"saved_minor"`
}

// Total adds up the items that a test picks, less what they share, and what there is besides.
func Total(s *record.Sheet, pick func(ItemView) bool, lines ...estimate.Line) (
	estimate.Total, []SharedView, error) {
	for _, item := range Proposals.Of(s) {
		if pick(item) {
			lines = append(lines, item.Item.Line())
		}
	}
	shared, saved := sharedBy(s, pick), estimate.Minor(0)
	for _, v := range shared {
		saved += v.Saved
	}
	total, err := estimate.AddLess(s.Settings.Tax(), saved, lines...)
	return total, shared, err
}

// sharedBy is what the items that a test picks need more than once.
func sharedBy(s *record.Sheet, pick func(ItemView) bool) []SharedView {
	times := map[string]int{}
	for _, item := range Proposals.Of(s) {
		if !pick(item) {
			continue
		}
		if o, known := s.Book.Operation(item.Item.Operation); known {
			for _, id := range o.Needs {
				times[id]++
			}
		}
	}
	shared := []SharedView{}
	for _, p := range s.Book.Prerequisites {
		if n := times[p.ID]; n > 1 && p.When.Holds(s.Bike.Facts) {
			shared = append(shared, SharedView{Name: p.Name, Times: n, Minutes: (n - 1) * p.Minutes,
				Saved: estimate.Labour((n-1)*p.Minutes, s.Settings.Hourly)})
		}
	}
	return shared
}

// ItemView is one proposed piece of work with what came of it.
type ItemView struct {
	ID       record.ID      `json:"id"`
	Item     Item           `json:"item"`
	Total    estimate.Minor `json:"total_minor"`
	Needed   bool           `json:"needed" doc:"it settles something due or unsafe; else it is the owner's wish"`
	Unsafe   bool           `json:"unsafe" doc:"it settles something unsafe: a no must be a refusal"`
	Answer   *Answer        `json:"answer,omitempty"`
	AnswerAt *time.Time     `json:"answer_at,omitempty"`
	AnswerBy string         `json:"answer_by,omitempty" doc:"who took the answer"`
	Short    []string       `json:"short,omitempty" doc:"what of its parts the stores hold too few of"`
	Pours    string         `json:"pours,omitempty" enum:"front,rear" doc:"the end whose bottle is to be named with Done, as no guided run says what was poured"`
	Ran      *record.ID     `json:"ran,omitempty" doc:"the guided run that did it, until Done is pressed"`
	Work     *Work          `json:"work,omitempty"`
	WorkID   *record.ID     `json:"work_id,omitempty"`
	WorkAt   *time.Time     `json:"work_at,omitempty"`
	WorkBy   string         `json:"work_by,omitempty"`
	State    string         `json:"state" enum:"asks,agreed,declined,done" doc:"the owner is still to answer, it is to be done, it is not to be, it is done"`
}

// state is where it stands.
func (i ItemView) state() string {
	switch {
	case i.Work != nil:
		return "done"
	case i.Agreed():
		return "agreed"
	case i.Asks():
		return "asks"
	}
	return "declined"
}

// ToGo is how long the agreed work takes that is not done yet, in minutes: what several of it
// need is done once.
func ToGo(s *record.Sheet) (minutes int) {
	left := func(i ItemView) bool { return i.state() == "agreed" }
	for _, i := range Proposals.Of(s) {
		if left(i) {
			minutes += i.Item.Minutes
		}
	}
	for _, shared := range sharedBy(s, left) {
		minutes -= shared.Minutes
	}
	return max(0, minutes)
}

// Agreed says whether it is to be done, or was done without asking.
func (i ItemView) Agreed() bool {
	return i.Item.OnTheWay || i.Answer != nil && i.Answer.Answer == Yes
}

// Asks says whether the owner's answer is still wanted.
func (i ItemView) Asks() bool { return i.Answer == nil && !i.Item.OnTheWay }

// readItems lists the proposed work that stands, with answers and work, without Unsafe.
func readItems(s *record.Sheet) []ItemView {
	var views []ItemView
	for e, said := range Items.All(s.Ledger) {
		v := ItemView{ID: e.ID, Item: *said, Total: said.Line().Sum()}
		if a, answered := Answers.Last(s.Ledger, func(in *Answer) bool { return in.Item == e.ID }); answered != nil {
			v.Answer, v.AnswerAt, v.AnswerBy = Answers.In(a.Content), &a.At, a.ByName
		}
		if d, done := Works.Last(s.Ledger, func(in *Work) bool { return in.Item == e.ID }); done != nil {
			v.Work, v.WorkID, v.WorkAt, v.WorkBy = done, &d.ID, &d.At, d.ByName
		}
		v.State = v.state()
		views = append(views, v)
	}
	return views
}

// AgreedWork lists the operations that the owner agreed to.
func AgreedWork(s *record.Sheet) (operations []string) {
	for _, i := range Proposals.Of(s) {
		if i.Agreed() && i.Item.Operation != "" {
			operations = append(operations, i.Item.Operation)
		}
	}
	return operations
}

// RemedyFasteners lists what agreed work outside the catalogue disturbs.
func RemedyFasteners(s *record.Sheet) (ids []string) {
	for _, i := range Proposals.Of(s) {
		if i.Agreed() {
			ids = append(ids, i.Item.Touches...)
		}
	}
	return ids
}

// What is proposed, asked, answered and done.
var (
	Items   = record.NewKind(record.Kind[Item]{Name: "item", By: record.ByAnyone, Past: record.LaterJob})
	Asks    = record.NewKind(record.Kind[Asked]{Name: "asked", By: record.ByAnyone})
	Answers = record.NewKind(record.Kind[Answer]{Name: "answer", By: record.ByAnyone})
	Works   = record.NewKind(record.Kind[Work]{Name: "work", By: record.ByMechanic, Past: record.LaterJob})
)

// Proposals are the proposed work that stands, with answers and work.
var Proposals = record.Derive(readItems)
