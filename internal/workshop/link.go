package workshop

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/base64"
	"slices"
	"strings"
	"time"

	"utensil/core/estimate"
	"utensil/core/wear"
)

// Link is a way for an owner to answer without signing in.
type Link struct {
	ID           ID         `db:"id"`
	JobID        ID         `db:"job_id"`
	Hash         []byte     `db:"token_hash"`
	By           ID         `db:"made_by"`
	MadeAt       time.Time  `db:"made_at"`
	ExpiresAt    time.Time  `db:"expires_at"`
	RevokedAt    *time.Time `db:"revoked_at"`
	AnsweredAt   *time.Time `db:"answered_at"`
	AnsweredFrom string     `db:"answered_from"`
}

// LinkView is a job's latest link as the shop sees it. Its token is not kept.
type LinkView struct {
	MadeAt     time.Time  `json:"made_at"`
	ExpiresAt  time.Time  `json:"expires_at"`
	RevokedAt  *time.Time `json:"revoked_at,omitempty"`
	AnsweredAt *time.Time `json:"answered_at,omitempty"`
}

// Asking is how an owner is asked: by a link to hand on, or one sent by message.
type Asking struct {
	ID   ID   `json:"id" doc:"UUIDv7 made by the sender"`
	Send bool `json:"send" doc:"send it to the owner's e-mail address"`
}

// LinkMade is a new link; its token is shown this once.
type LinkMade struct {
	Token     string    `json:"token"`
	ExpiresAt time.Time `json:"expires_at"`
	Sent      bool      `json:"sent" doc:"a message with it is on its way"`
}

// linkFor is how long an owner may take.
const linkFor = 7 * 24 * time.Hour

func hashed(token string) []byte {
	sum := sha256.Sum256([]byte(token))
	return sum[:]
}

// MakeLink makes a link for a job's owner. Any earlier one stops working.
func (w *Workshop) MakeLink(ctx context.Context, by Actor, job ID, in Asking) (LinkMade, error) {
	if err := by.must(Mechanic, Counter); err != nil {
		return LinkMade{}, err
	}
	if !in.ID.Valid() {
		return LinkMade{}, invalid("id", "The id is not a version 7 UUID.")
	}
	record, err := w.store.Job(ctx, job)
	if err != nil {
		return LinkMade{}, err
	}
	if record.Job.ReleasedAt != nil {
		return LinkMade{}, ErrClosed()
	}
	s := w.layOut(record)
	if !slices.ContainsFunc(s.items, ItemView.asks) {
		return LinkMade{}, invalid("items", "There is nothing to ask: propose some work first.")
	}
	if in.Send && record.Owner.Email == "" {
		return LinkMade{}, invalid("send", "This owner has no e-mail address. Add one to the bike's facts, or hand the link on yourself.")
	}
	secret := make([]byte, 24)
	_, _ = rand.Read(secret) // never fails (crypto/rand)
	token := base64.RawURLEncoding.EncodeToString(secret)
	link := Link{ID: in.ID, JobID: job, Hash: hashed(token), By: by.ID, MadeAt: w.now(), ExpiresAt: w.now().Add(linkFor)}
	made := LinkMade{Token: token, ExpiresAt: link.ExpiresAt, Sent: in.Send}
	var message *Message
	if in.Send {
		m := w.compose(record, by, token, link.ExpiresAt)
		message = &m
	}
	if err := w.store.SaveLink(ctx, link, message); err != nil {
		return LinkMade{}, err
	}
	_, err = w.Record(ctx, by, job, NewEntry{ID: NewID(), Content: Content{Asked: &Asked{How: "message"}}})
	return made, err
}

// RevokeLink takes a job's links back.
func (w *Workshop) RevokeLink(ctx context.Context, by Actor, job ID) (JobView, error) {
	if err := by.must(Mechanic, Counter); err != nil {
		return JobView{}, err
	}
	if err := w.store.RevokeLinks(ctx, job, w.now()); err != nil {
		return JobView{}, err
	}
	return w.Job(ctx, job)
}

// OwnerView is all that an owner's page shows.
type OwnerView struct {
	Shop       string         `json:"shop"`
	Address    string         `json:"address"`
	Bike       string         `json:"bike"`
	Owner      string         `json:"owner"`
	Words      string         `json:"words" doc:"what they said themselves"`
	Currency   string         `json:"currency"`
	Findings   []OwnerFinding `json:"findings"`
	Items      []OwnerItem    `json:"items"`
	All        estimate.Total `json:"all" doc:"what everything together costs"`
	Agreed     estimate.Total `json:"agreed" doc:"what they have said yes to costs, less what it shares"`
	TaxIn      bool           `json:"tax_included"`
	ExpiresAt  time.Time      `json:"expires_at"`
	AnsweredAt *time.Time     `json:"answered_at,omitempty"`
	Gone       bool           `json:"gone" doc:"the bike was handed over"`
	Warning    string         `json:"warning" doc:"what a refusal of something unsafe has to be told"`
	Shared     []SharedView   `json:"shared"`
}

// OwnerFinding is something wrong, for its owner.
type OwnerFinding struct {
	Title  string      `json:"title"`
	Mark   wear.Mark   `json:"mark"`
	Reason string      `json:"reason"`
	Comes  string      `json:"comes" doc:"what will happen with it"`
	Photos []PhotoView `json:"photos"`
}

// OwnerItem is one piece of work to say yes or no to.
type OwnerItem struct {
	ID     ID             `json:"id"`
	Title  string         `json:"title"`
	Why    string         `json:"why" doc:"the finding it settles"`
	Parts  []string       `json:"parts"`
	Total  estimate.Minor `json:"total_minor"`
	Needed bool           `json:"needed" doc:"it puts right what is due; else it is optional"`
	Unsafe bool           `json:"unsafe" doc:"the bike must not be ridden without it"`
	Answer string         `json:"answer,omitempty" enum:"yes,no,refused"`

	OnTheWay bool `json:"on_the_way" doc:"put right while looking: there is nothing to answer"`
}

// OwnerAnswers is what an owner says to all items at once.
type OwnerAnswers struct {
	From  string      `json:"from" doc:"who answers"`
	Items []OwnerSays `json:"items" maxItems:"100"`
}

// OwnerSays is the answer to one item. A no to something unsafe needs words.
type OwnerSays struct {
	ID    ID     `json:"id"`
	Yes   bool   `json:"yes"`
	Words string `json:"words,omitempty"`
}

// OwnerAsks is a question back.
type OwnerAsks struct {
	ID   ID     `json:"id" doc:"UUIDv7 made by the sender"`
	Text string `json:"text"`
}

// UnsafeWarning is what an owner is told before a refusal of something unsafe is taken.
const UnsafeWarning = "This bike is not safe to ride as it is. We advise you not to ride it until this is done."

func noLink() *Problem {
	return &Problem{Kind: Missing, Title: "This link does not work any more",
		Detail: "It was answered, taken back, or is too old. Ring the workshop, and they will send a new one."}
}

// opened finds the job behind a token that still works, or was answered.
func (w *Workshop) opened(ctx context.Context, token string) (Link, Record, error) {
	link, err := w.store.FindLink(ctx, hashed(token))
	if err != nil {
		return link, Record{}, err
	}
	if link.RevokedAt != nil || w.now().After(link.ExpiresAt) {
		return link, Record{}, noLink()
	}
	record, err := w.store.Job(ctx, link.JobID)
	return link, record, err
}

// OwnerPage shows an owner what was found and proposed.
func (w *Workshop) OwnerPage(ctx context.Context, token string) (OwnerView, error) {
	link, record, err := w.opened(ctx, token)
	if err != nil {
		return OwnerView{}, err
	}
	return w.ownerView(link, record)
}

func (w *Workshop) ownerView(link Link, record Record) (OwnerView, error) {
	s := w.layOut(record)
	v := OwnerView{Shop: record.Settings.Name, Address: record.Settings.Address, Bike: record.Bike.Title(), Owner: record.Owner.Name,
		Words: record.Job.Words, Currency: record.Settings.Currency, TaxIn: record.Settings.TaxIn, ExpiresAt: link.ExpiresAt,
		AnsweredAt: link.AnsweredAt, Gone: record.Job.ReleasedAt != nil, Warning: UnsafeWarning, Findings: []OwnerFinding{}, Items: []OwnerItem{}}
	for _, f := range s.findings {
		of := OwnerFinding{f.Title, f.Mark, f.Reason, f.Comes, []PhotoView{}}
		for _, p := range record.Photos {
			if p.About != "" && (p.About == f.Point || p.About == string(f.ID)) {
				of.Photos = append(of.Photos, p)
			}
		}
		v.Findings = append(v.Findings, of)
	}
	for _, i := range s.items {
		item := OwnerItem{ID: i.ID, Title: i.Item.Title, Total: i.Total, Needed: i.Needed, Unsafe: i.Unsafe, Parts: []string{}}
		for _, p := range i.Item.Parts {
			item.Parts = append(item.Parts, p.Name)
		}
		for _, f := range s.findings {
			if f.covers(i, s) {
				item.Why = f.Title
				break
			}
		}
		if i.Answer != nil {
			item.Answer = i.Answer.Answer
		}
		if i.Item.OnTheWay {
			item.Answer, item.OnTheWay = Yes, true
		}
		v.Items = append(v.Items, item)
	}
	var err error
	if v.Agreed, _, err = w.total(s, ItemView.agreed); err != nil {
		return v, err
	}
	v.All, v.Shared, err = w.total(s, func(ItemView) bool { return true })
	return v, err
}

// OwnerChoice is the items that an owner means to say yes to.
type OwnerChoice struct {
	Yes []ID `json:"yes" maxItems:"100"`
}

// OwnerSum is what it costs if an owner says yes to some items, with what is agreed already.
func (w *Workshop) OwnerSum(ctx context.Context, token string, in OwnerChoice) (estimate.Total, error) {
	_, record, err := w.opened(ctx, token)
	if err != nil {
		return estimate.Total{}, err
	}
	sum, _, err := w.total(w.layOut(record), func(i ItemView) bool {
		return i.agreed() || i.Answer == nil && slices.Contains(in.Yes, i.ID)
	})
	return sum, err
}

// OwnerAnswer takes an owner's answers, once. address is where they came from.
func (w *Workshop) OwnerAnswer(ctx context.Context, token string, in OwnerAnswers, address string) (OwnerView, error) {
	link, record, err := w.opened(ctx, token)
	switch {
	case err != nil:
		return OwnerView{}, err
	case record.Job.ReleasedAt != nil:
		return OwnerView{}, ErrClosed()
	case link.AnsweredAt != nil:
		return OwnerView{}, answeredAlready()
	}
	s := w.layOut(record)
	if strings.TrimSpace(in.From) == "" {
		in.From = record.Owner.Name
	}
	var entries []Entry
	for _, item := range s.items {
		if !item.asks() {
			continue
		}
		i := slices.IndexFunc(in.Items, func(a OwnerSays) bool { return a.ID == item.ID })
		if i < 0 {
			return OwnerView{}, invalid("items", "Say yes or no to “%s” as well.", item.Item.Title)
		}
		said := in.Items[i]
		answer := Answer{Item: item.ID, Answer: No, From: in.From, How: "message", Words: said.Words}
		switch {
		case said.Yes:
			answer.Answer, answer.Words = Yes, ""
		case item.Unsafe:
			answer.Answer = Refused
		}
		checked, err := w.checkAnswer(s, answer)
		if err != nil {
			return OwnerView{}, err
		}
		checked.How, checked.Address = "link", address
		e := Entry{ID: NewID(), JobID: link.JobID, BikeID: record.Bike.ID, Kind: KindAnswer, By: link.By, At: w.now(), Content: Content{Answer: checked}}
		if e.Digest, err = e.digest(); err != nil {
			return OwnerView{}, err
		}
		entries = append(entries, e)
	}
	if len(entries) == 0 {
		return OwnerView{}, answeredAlready()
	}
	if err := w.store.AnswerLink(ctx, link.ID, w.now(), in.From, entries); err != nil {
		return OwnerView{}, err
	}
	return w.OwnerPage(ctx, token)
}

func answeredAlready() *Problem {
	return &Problem{Kind: Stale, Title: "This was answered already", Detail: "The answers are on the page: load it again. To change one, ring the workshop."}
}

// OwnerAsk takes a question from an owner; it stands among the job's notes.
func (w *Workshop) OwnerAsk(ctx context.Context, token string, in OwnerAsks) error {
	link, record, err := w.opened(ctx, token)
	if err != nil {
		return err
	}
	text, err := note("text", in.Text)
	switch {
	case err != nil:
		return err
	case text == "":
		return invalid("text", "Type your question first.")
	case !in.ID.Valid():
		return invalid("id", "The id is not a version 7 UUID.")
	}
	e := Entry{ID: in.ID, JobID: link.JobID, BikeID: record.Bike.ID, Kind: KindNote, By: link.By, At: w.now(),
		Content: Content{Note: &Note{Text: record.Owner.Name + " asks: " + text}}}
	if e.Digest, err = e.digest(); err != nil {
		return err
	}
	return w.store.Append(ctx, link.JobID, e)
}
