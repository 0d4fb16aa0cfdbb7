package owner

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/base64"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"utensil/core/estimate"
	"utensil/core/wear"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/photos"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/sold"
)

// Link is a way for an owner to answer without signing in.
type Link struct {
	ID           record.ID  `db:"id"`
	JobID        record.ID  `db:"job_id"`
	Hash         []byte     `db:"token_hash"`
	By           record.ID  `db:"made_by"`
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
	ID   record.ID `json:"id" doc:"UUIDv7 made by the sender"`
	Send bool      `json:"send" doc:"send it to the owner's e-mail address"`
}

// LinkMade is a new link; its token is shown this once.
type LinkMade struct {
	Token     string    `json:"token"`
	ExpiresAt time.Time `json:"expires_at"`
	Sent      bool      `json:"sent" doc:"a message with it is on its way"`
}

// Store keeps links, messages and photos.
type Store interface {
	Job(ctx context.Context, id record.ID) (record.Record, error)
	Append(ctx context.Context, job record.ID, entries ...record.Entry) error
	Photo(ctx context.Context, id record.ID) (photos.Photo, error)

	// SaveLink adds a link with its message, if any, and takes the job's earlier ones back.
	SaveLink(ctx context.Context, l Link, m *Message) error
	RevokeLinks(ctx context.Context, job record.ID, now time.Time) error
	FindLink(ctx context.Context, hash []byte) (Link, error)
	// AnswerLink writes an owner's answers; a link that is not open any more is Stale.
	AnswerLink(ctx context.Context, id record.ID, now time.Time, from string, entries []record.Entry) error
	// AskByLink writes a question, unless most came by the link before.
	AskByLink(ctx context.Context, id record.ID, most int, question record.Entry) error
}

// Correspondence asks owners, and takes their answers.
type Correspondence struct {
	shop   *record.Shop
	store  Store
	record func(context.Context, record.Actor, record.ID, record.NewEntry) error // writes an entry about a job
	// what was told of a job that was handed over
	told    func(context.Context, record.ID) (Told, bool, error)
	address string // under which owners reach the server
}

// NewCorrespondence opens the correspondence. write writes an entry about a job; told is what was
// told of one when its bike was handed over, if that was kept.
func NewCorrespondence(shop *record.Shop, store Store,
	write func(context.Context, record.Actor, record.ID, record.NewEntry) error,
	told func(context.Context, record.ID) (Told, bool, error)) *Correspondence {
	return &Correspondence{shop: shop, store: store, record: write, told: told}
}

// linkFor is how long an owner may take.
const linkFor = 7 * 24 * time.Hour

func hashed(token string) []byte {
	sum := sha256.Sum256([]byte(token))
	return sum[:]
}

// MakeLink makes a link for a job's owner. Any earlier one stops working.
func (c *Correspondence) MakeLink(ctx context.Context, by record.Actor, job record.ID, in Asking) (LinkMade, error) {
	if err := by.Must(record.Mechanic, record.Counter); err != nil {
		return LinkMade{}, err
	}
	if err := in.ID.Check("id"); err != nil {
		return LinkMade{}, err
	}
	kept, err := c.store.Job(ctx, job)
	if err != nil {
		return LinkMade{}, err
	}
	if kept.Job.ReleasedAt != nil {
		return LinkMade{}, record.ErrClosed()
	}
	s := c.shop.Lay(ctx, kept)
	if !slices.ContainsFunc(agree.Proposals.Of(s), agree.ItemView.Asks) {
		return LinkMade{}, record.Refuse("items", "There is nothing to ask: propose some work first.")
	}
	if in.Send && kept.Owner.Email == "" {
		return LinkMade{}, record.Refuse("send",
			"This owner has no e-mail address. Add one to the bike's facts, or hand the link on yourself.")
	}
	secret := make([]byte, 24)
	_, _ = rand.Read(secret) // never fails (crypto/rand)
	token := base64.RawURLEncoding.EncodeToString(secret)
	link := Link{ID: in.ID, JobID: job, Hash: hashed(token), By: by.ID, MadeAt: c.shop.Now(),
		ExpiresAt: c.shop.Now().Add(linkFor)}
	made := LinkMade{Token: token, ExpiresAt: link.ExpiresAt, Sent: in.Send}
	var message *Message
	if in.Send {
		m := c.Compose(kept, by, token, link.ExpiresAt)
		message = &m
	}
	if err := c.store.SaveLink(ctx, link, message); err != nil {
		return LinkMade{}, err
	}
	return made, c.record(ctx, by, job, record.NewEntry{ID: record.NewID(),
		Content: agree.Asks.Says(agree.Asked{How: "message"})})
}

// OwnerView is all that an owner's page shows.
type OwnerView struct {
	Shop       string             `json:"shop"`
	Address    string             `json:"address"`
	Bike       string             `json:"bike"`
	Owner      string             `json:"owner"`
	Words      string             `json:"words" doc:"what they said themselves"`
	Currency   string             `json:"currency"`
	Service    *sold.ServiceView  `json:"service,omitempty" doc:"what the bike was brought for, with its price"`
	Findings   []OwnerFinding     `json:"findings"`
	Items      []OwnerItem        `json:"items"`
	All        estimate.Total     `json:"all" doc:"what everything together costs"`
	Agreed     estimate.Total     `json:"agreed" doc:"what they have said yes to costs, less what it shares"`
	TaxIn      bool               `json:"tax_included"`
	ExpiresAt  time.Time          `json:"expires_at"`
	AnsweredAt *time.Time         `json:"answered_at,omitempty"`
	Gone       bool               `json:"gone" doc:"the bike was handed over"`
	Warning    string             `json:"warning" doc:"what a refusal of something unsafe has to be told"`
	Shared     []agree.SharedView `json:"shared"`
}

// OwnerFinding is something wrong, for its owner.
type OwnerFinding struct {
	Title  string             `json:"title"`
	Mark   wear.Mark          `json:"mark"`
	Reason string             `json:"reason"`
	Comes  string             `json:"comes" doc:"what will happen with it"`
	Photos []photos.PhotoView `json:"photos"`
}

// OwnerItem is one piece of work to say yes or no to.
type OwnerItem struct {
	ID     record.ID      `json:"id"`
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
	ID    record.ID `json:"id"`
	Yes   bool      `json:"yes"`
	Words string    `json:"words,omitempty"`
}

// OwnerAsks is a question back.
type OwnerAsks struct {
	ID   record.ID `json:"id" doc:"UUIDv7 made by the sender"`
	Text string    `json:"text"`
}

// UnsafeWarning is what an owner is told before a refusal of something unsafe is taken.
const UnsafeWarning = "This bike is not safe to ride as it is. We advise you not to ride it until this is done."

func noLink() *record.Problem {
	return &record.Problem{Kind: record.Missing, Title: "This link does not work any more",
		Detail: "It was answered, taken back, or is too old. Ring the workshop, and they will send a new one."}
}

// opened finds the job behind a token that still works, or was answered.
func (c *Correspondence) opened(ctx context.Context, token string) (Link, record.Record, error) {
	link, err := c.store.FindLink(ctx, hashed(token))
	if err != nil {
		return link, record.Record{}, err
	}
	if link.RevokedAt != nil || c.shop.Now().After(link.ExpiresAt) {
		return link, record.Record{}, noLink()
	}
	record, err := c.store.Job(ctx, link.JobID)
	return link, record, err
}

// Told is what an owner's page tells of a job: as it stands, or as it was when the bike was handed over.
type Told struct {
	Bike     string
	Words    string
	Service  *sold.ServiceView
	Findings []findings.FindingView
	Items    []agree.ItemView
	Photos   []photos.PhotoView
	Agreed   estimate.Total
	All      estimate.Total
	Shared   []agree.SharedView
}

// OwnerPage shows an owner what was found and proposed. Of a bike that was handed over it stays what it was.
func (c *Correspondence) OwnerPage(ctx context.Context, token string) (OwnerView, error) {
	link, kept, err := c.opened(ctx, token)
	if err != nil {
		return OwnerView{}, err
	}
	if kept.Job.ReleasedAt != nil {
		if told, frozen, err := c.told(ctx, kept.Job.ID); err != nil || frozen {
			return c.page(link, kept, told), err
		}
	}
	told, err := c.asItStands(c.shop.Lay(ctx, kept))
	return c.page(link, kept, told), err
}

func (c *Correspondence) asItStands(s *record.Sheet) (t Told, err error) {
	t = Told{Bike: s.Bike.Title(), Words: s.Job.Words, Service: sold.PartOf(s).Service, Findings: findings.All.Of(s),
		Items: findings.Weighed.Of(s), Photos: photos.All.Of(s)}
	if t.Agreed, _, err = sold.Total(s, agree.ItemView.Agreed); err != nil {
		return t, err
	}
	t.All, t.Shared, err = sold.Total(s, func(agree.ItemView) bool { return true })
	return t, err
}

func (c *Correspondence) page(link Link, kept record.Record, t Told) OwnerView {
	v := OwnerView{Shop: kept.Settings.Name, Address: kept.Settings.Address, Bike: t.Bike, Owner: kept.Owner.Name,
		Words: t.Words, Service: t.Service,
		Currency: kept.Settings.Currency, TaxIn: kept.Settings.TaxIn, ExpiresAt: link.ExpiresAt,
		AnsweredAt: link.AnsweredAt, Gone: kept.Job.ReleasedAt != nil, Warning: UnsafeWarning,
		Findings: []OwnerFinding{}, Items: []OwnerItem{},
		Agreed: t.Agreed, All: t.All, Shared: record.Some(t.Shared)}
	for _, f := range t.Findings {
		of := OwnerFinding{f.Title, f.Mark, f.Reason, f.Comes, []photos.PhotoView{}}
		for _, p := range t.Photos {
			if p.About != "" && (p.About == f.Point || p.About == string(f.ID)) {
				of.Photos = append(of.Photos, p)
			}
		}
		v.Findings = append(v.Findings, of)
	}
	for _, i := range t.Items {
		item := OwnerItem{ID: i.ID, Title: i.Item.Title, Why: t.why(i), Total: i.Total,
			Needed: i.Needed, Unsafe: i.Unsafe, Parts: []string{}}
		for _, p := range i.Item.Parts {
			item.Parts = append(item.Parts, p.Name)
		}
		if i.Answer != nil {
			item.Answer = i.Answer.Answer
		}
		if i.Item.OnTheWay {
			item.Answer, item.OnTheWay = agree.Yes, true
		}
		v.Items = append(v.Items, item)
	}
	return v
}

// why is the finding that an item settles.
func (t Told) why(i agree.ItemView) string {
	for _, f := range t.Findings {
		named := i.Item.Finding != nil && *i.Item.Finding == f.ID || f.Point != "" && f.Point == i.Item.Point
		if named || slices.ContainsFunc(f.Suggested, func(s findings.Suggestion) bool {
			return s.Operation != "" && s.Operation == i.Item.Operation
		}) {
			return f.Title
		}
	}
	return ""
}

// OwnerChoice is the items that an owner means to say yes to.
type OwnerChoice struct {
	Yes []record.ID `json:"yes" maxItems:"100"`
}

// OwnerSum is what it costs if an owner says yes to some items, with what is agreed already.
func (c *Correspondence) OwnerSum(ctx context.Context, token string, in OwnerChoice) (estimate.Total, error) {
	_, record, err := c.opened(ctx, token)
	if err != nil {
		return estimate.Total{}, err
	}
	sum, _, err := sold.Total(c.shop.Lay(ctx, record), func(i agree.ItemView) bool {
		return i.Agreed() || i.Answer == nil && slices.Contains(in.Yes, i.ID)
	})
	return sum, err
}

// OwnerAnswer takes an owner's answers, once. address is where they came from.
func (c *Correspondence) OwnerAnswer(ctx context.Context, token string, in OwnerAnswers,
	address string) (OwnerView, error) {
	link, kept, err := c.opened(ctx, token)
	switch {
	case err != nil:
		return OwnerView{}, err
	case kept.Job.ReleasedAt != nil:
		return OwnerView{}, record.ErrClosed()
	case link.AnsweredAt != nil:
		return OwnerView{}, answeredAlready()
	}
	s := c.shop.Lay(ctx, kept)
	if strings.TrimSpace(in.From) == "" {
		in.From = kept.Owner.Name
	}
	var entries []record.Entry
	for _, item := range findings.Weighed.Of(s) {
		if !item.Asks() {
			continue
		}
		i := slices.IndexFunc(in.Items, func(a OwnerSays) bool { return a.ID == item.ID })
		if i < 0 {
			return OwnerView{}, record.Refuse("items", "Say yes or no to “%s” as well.", item.Item.Title)
		}
		said := in.Items[i]
		answer := agree.Answer{Item: item.ID, Answer: agree.No, From: in.From, How: "message", Words: said.Words}
		switch {
		case said.Yes:
			answer.Answer, answer.Words = agree.Yes, ""
		case item.Unsafe:
			answer.Answer = agree.Refused
		}
		checked, err := findings.CheckAnswer(s, answer)
		if err != nil {
			return OwnerView{}, err
		}
		checked.How, checked.Address = "link", address
		e, err := record.NewEntry{ID: record.NewID(),
			Content: agree.Answers.Says(*checked)}.By(record.Actor{ID: link.By}, link.JobID,
			kept.Bike.ID, c.shop.Now())
		if err != nil {
			return OwnerView{}, err
		}
		entries = append(entries, e)
	}
	if len(entries) == 0 {
		return OwnerView{}, answeredAlready()
	}
	if err := c.store.AnswerLink(ctx, link.ID, c.shop.Now(), in.From, entries); err != nil {
		return OwnerView{}, err
	}
	return c.OwnerPage(ctx, token)
}

func answeredAlready() *record.Problem {
	return &record.Problem{Kind: record.Stale, Title: "This was answered already",
		Detail: "The answers are on the page: load it again. To change one, ring the workshop."}
}

// What may be asked by one link. Past it, the telephone is the better way for both.
const (
	mostQuestions   = 10
	longestQuestion = 2000
)

// AskedEnough is the refusal of a question when as many came by the link as may.
func AskedEnough() *record.Problem {
	return &record.Problem{Kind: record.Locked,
		Title: fmt.Sprintf("You have asked %d times here", mostQuestions), Field: "text",
		Detail: "The workshop has all your questions. Please ring them for more; what you typed stays on this page."}
}

// OwnerAsk takes a question from an owner; it stands among the job's notes.
func (c *Correspondence) OwnerAsk(ctx context.Context, token string, in OwnerAsks) error {
	link, kept, err := c.opened(ctx, token)
	if err != nil {
		return err
	}
	text, err := record.TidyNote("text", in.Text)
	switch {
	case err != nil:
		return err
	case text == "":
		return record.Refuse("text", "Type your question first.")
	case utf8.RuneCountInString(text) > longestQuestion:
		return record.Refuse("text", "The question has %d characters; at most %d are taken. Shorten it, "+
			"or ring the workshop.",
			utf8.RuneCountInString(text), longestQuestion)
	case !in.ID.Valid():
		return record.Refuse("id", "The id is not a version 7 UUID.")
	}
	note := record.Notes.Says(record.Note{Text: kept.Owner.Name + " asks: " + text})
	e, err := record.NewEntry{ID: in.ID, Content: note}.By(record.Actor{ID: link.By}, link.JobID,
		kept.Bike.ID, c.shop.Now())
	if err != nil {
		return err
	}
	return c.store.AskByLink(ctx, link.ID, mostQuestions, e)
}

// Links are a job's owner's link made last.
var Links = record.LaidBeside[*LinkView]("link")

// OwnerPhoto reads a photograph through an owner's link: one of their job, and no other.
func (c *Correspondence) OwnerPhoto(ctx context.Context, token string, id record.ID) (photos.Photo, error) {
	_, kept, err := c.opened(ctx, token)
	if err != nil {
		return photos.Photo{}, err
	}
	if !slices.ContainsFunc(photos.All.In(kept), func(p photos.PhotoView) bool { return p.ID == id }) {
		return photos.Photo{}, record.NotFound("photo")
	}
	return c.store.Photo(ctx, id)
}
