package record

// Note is free text.
type Note struct {
	Text string `json:"text"`
}

// Withdrawn takes back the entry it supersedes.
type Withdrawn struct {
	Reason string `json:"reason"`
}

// The kinds of entry that belong to no subject.
var (
	Notes       = NewKind(Kind[Note]{Name: "note", By: ByAnyone, AtCounter: true})
	Withdrawals = NewKind(Kind[Withdrawn]{Name: "withdrawn", By: ByAnyone, AtCounter: true})
)

// GivenUp words what is left of something that was given up, and why it was.
func GivenUp(left, reason string) string {
	if reason == "" {
		return left
	}
	return left + " Given up: " + reason
}

// checkNote refuses an empty note.
func checkNote(_ *Sheet, in Note) (*Note, error) {
	text, err := TidyNote("text", in.Text)
	if err == nil && text == "" {
		err = Refuse("text", "Type the note first.")
	}
	return &Note{Text: text}, err
}

// checkWithdrawn refuses to take nothing back.
func checkWithdrawn(_ *Sheet, d Draft, in Withdrawn) (*Withdrawn, error) {
	if d.Supersedes == nil {
		return nil, Refuse("supersedes", "Say which entry is taken back.")
	}
	reason, err := TidyNote("reason", in.Reason)
	return &Withdrawn{Reason: reason}, err
}

// Plain is what entries that belong to no subject must say.
func Plain() Subject {
	return Subject{Checks: []Check{Notes.Checked(checkNote), Withdrawals.CheckedAs(checkWithdrawn)}}
}
