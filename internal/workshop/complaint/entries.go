package complaint

import (
	"slices"

	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/contact"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// Complained is one thing that the owner said the bike does.
type Complained struct {
	Words string `json:"words" doc:"as they said it"`
	Fault string `json:"fault,omitempty" doc:"of the book, that it sounds like; left out for something else"`
}

// ComplaintAnswered says what came of a complaint.
type ComplaintAnswered struct {
	Complaint record.ID  `json:"complaint"`
	How       How        `json:"how" enum:"hunt,finding,work,contact,tried"`
	About     *record.ID `json:"about,omitempty" doc:"the search, what was found, the work, or how it was left; left out for what was tried"`
	Note      string     `json:"note,omitempty" doc:"of what was tried: what, and what the owner was told"`
}

// How says what answered a complaint.
type How string

// What answers a complaint.
const (
	ByHunt    How = "hunt"    // its cause was looked for, and found or cured
	ByFinding How = "finding" // something found is what is behind it
	ByWork    How = "work"    // work done has settled it
	ByContact How = "contact" // it is set as they wished
	ByTrying  How = "tried"   // tried, not found, and the owner told so
)

// Hows are the ways in which a complaint is answered.
var Hows = []record.Named{{Word: string(ByHunt), Name: "its cause was looked for"},
	{Word: string(ByFinding), Name: "this was found"},
	{Word: string(ByWork), Name: "this work settled it"}, {Word: string(ByContact), Name: "set as they asked"},
	{Word: string(ByTrying), Name: "tried, not found, told so"}}

// What the owner said, and what came of it.
var (
	Said    = record.NewKind(record.Kind[Complained]{Name: "complaint", By: record.ByAnyone, AtCounter: true})
	Answers = record.NewKind(record.Kind[ComplaintAnswered]{Name: "complaint_answered", By: record.ByMechanic})
)

func checkSaid(s *record.Sheet, in Complained) (*Complained, error) { return tidied(s.Book, in) }

// tidied tidies what the owner said, and refuses a fault that the book does not know.
func tidied(book *knowledge.Book, in Complained) (*Complained, error) {
	var err error
	if in.Words, err = record.TidyName("words", "what the owner said the bike does", in.Words); err != nil {
		return nil, err
	}
	if _, known := book.Fault(in.Fault); in.Fault != "" && !known {
		return nil, record.Refuse("fault", "Choose what it sounds like, or leave it as something else.")
	}
	return &in, nil
}

func checkAnswered(s *record.Sheet, in ComplaintAnswered) (*ComplaintAnswered, error) {
	i := slices.IndexFunc(All.Of(s), func(v ComplaintView) bool { return v.ID == s.Current(in.Complaint) })
	if i < 0 {
		return nil, record.Refuse("complaint", "That complaint is not on the list any more.")
	}
	v := All.Of(s)[i]
	in.Complaint = v.ID
	var err error
	if in.Note, err = record.TidyNote("note", in.Note); err != nil {
		return nil, err
	}
	if in.How == ByTrying {
		in.About = nil
		if in.Note == "" {
			err = record.Refuse("note", "Say how it was tried, and what the owner was told. It stands on the sheet.")
		}
		return &in, err
	}
	if in.About == nil {
		return nil, record.Refuse("about", "Say which.")
	}
	if !holds(s, v.ID, in) {
		return nil, record.Refuse("about", "That does not answer it: choose a search that came to its "+
			"end, something found, work that is done, or, for a wish, how it was left as they asked, since “%s” "+
			"was said.", v.Words)
	}
	return &in, nil
}

// holds says whether what an answer points at still answers it: it was made knowing of the
// complaint, and has come to its end.
func holds(s *record.Sheet, complaint record.ID, in ComplaintAnswered) bool {
	if in.How == ByTrying {
		return true
	}
	if in.About == nil {
		return false
	}
	about := s.Current(*in.About)
	switch in.How {
	case ByHunt:
		return s.Knew(complaint, about) && hunt.Ended(s, about)
	case ByFinding:
		f, found := findings.ByID(findings.All.Of(s), about)
		return found && (s.Knew(complaint, f.ID) || f.Status != findings.FindingDone)
	case ByWork:
		return slices.ContainsFunc(agree.Proposals.Of(s), func(i agree.ItemView) bool {
			return i.ID == about && i.Work != nil && s.Knew(complaint, *i.WorkID)
		})
	case ByContact:
		return wish(s, complaint) && slices.ContainsFunc(contact.Views.Of(s), func(c contact.ContactView) bool {
			return c.Left != nil && c.Left.Entry == about && c.Left.Asked != "" && s.Knew(complaint, about)
		})
	}
	return false
}

// wish says whether what was said may be one: what sounds like a fault, or what the ride showed, is no
// wish, and no saddle's height settles it.
func wish(s *record.Sheet, complaint record.ID) bool {
	_, in := Said.Find(s.Ledger, complaint)
	return in != nil && in.Fault == ""
}
