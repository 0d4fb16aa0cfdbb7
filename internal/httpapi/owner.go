package httpapi

import (
	"context"
	"net"
	"net/http"
	"strings"
	"time"

	"github.com/go-chi/httprate"

	"utensil/core/estimate"
	"utensil/internal/workshop"
	"utensil/internal/workshop/owner"
)

// byToken is a request through an owner's link.
type byToken struct {
	Token string `path:"token" maxLength:"100"`
}

// tokenAbout is one that says something.
type tokenAbout[T any] struct {
	Token string `path:"token" maxLength:"100"`
	Body  T
}

// declareOwner declares what an owner may do by a link, without signing in.
func (s *Server) declareOwner() {
	shop := s.shop
	register(s, "GET", "/api/owner/{token}", "owner-page", "What an owner's link shows",
		func(ctx context.Context, in *byToken) (*body[owner.OwnerView], error) {
			return answer(shop.OwnerPage(ctx, in.Token))
		})
	register(s, "POST", "/api/owner/{token}/answers", "owner-answer", "Answer everything that is asked, once",
		func(ctx context.Context, in *tokenAbout[owner.OwnerAnswers]) (*body[owner.OwnerView], error) {
			return answer(shop.OwnerAnswer(ctx, in.Token, in.Body, addressOf(ctx)))
		})
	register(s, "POST", "/api/owner/{token}/sum", "owner-sum", "What it costs if the owner says yes to these",
		func(ctx context.Context, in *tokenAbout[owner.OwnerChoice]) (*body[estimate.Total], error) {
			return answer(shop.OwnerSum(ctx, in.Token, in.Body))
		})
	register(s, "POST", "/api/owner/{token}/questions", "owner-ask", "Ask the workshop something",
		func(ctx context.Context, in *tokenAbout[owner.OwnerAsks]) (*struct{}, error) {
			return nil, shop.OwnerAsk(ctx, in.Token, in.Body)
		})
	tell(s, "POST", "/api/jobs/{id}/link", "make-link", "Make a link for the owner to answer by", shop.MakeLink)
	signed(s, "DELETE", "/api/jobs/{id}/link", "revoke-link", "Take the owner's link back",
		func(ctx context.Context, who actor, in *identified) (workshop.JobView, error) {
			return shop.RevokeLink(ctx, who, in.ID)
		})
	read(s, "/api/mailbox", "mailbox", "What the demo's stand-in mail server was sent", func(context.Context) (Mailbox, error) {
		if s.letters == nil {
			return Mailbox{Letters: []owner.Letter{}}, nil
		}
		return Mailbox{true, append([]owner.Letter{}, s.letters()...)}, nil // [] while nothing was sent, never null
	})
}

// Mailbox is the stand-in mail server's letters. A server that sends for real has none.
type Mailbox struct {
	Standin bool           `json:"standin"`
	Letters []owner.Letter `json:"letters"`
}

type addressKey struct{}

// addressOf is where a request came from.
func addressOf(ctx context.Context) string {
	at, _ := ctx.Value(addressKey{}).(string)
	return at
}

// How often one address may use owners' links: a page with its questions needs a handful.
const (
	linkTries  = 30
	linkWithin = 10 * time.Second
)

// ofLinks slows down whoever tries links by guessing, and notes where requests come from.
func ofLinks() func(http.Handler) http.Handler {
	from := func(r *http.Request) (string, error) { return httprate.CanonicalizeIP(addressOf(r.Context())), nil }
	slowed := httprate.LimitBy(linkTries, linkWithin, from,
		httprate.WithLimitHandler(func(w http.ResponseWriter, _ *http.Request) {
			writeFault(w, &Fault{Type: "/problems/locked", Title: "Too many tries", Status: http.StatusTooManyRequests,
				Detail: "Wait ten seconds and try again. What you typed is kept."})
		}))
	return func(next http.Handler) http.Handler {
		limited := slowed(next)
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			host, _, err := net.SplitHostPort(r.RemoteAddr)
			if err != nil {
				host = r.RemoteAddr
			}
			r = r.WithContext(context.WithValue(r.Context(), addressKey{}, host))
			if strings.HasPrefix(r.URL.Path, "/api/owner/") {
				limited.ServeHTTP(w, r)
				return
			}
			next.ServeHTTP(w, r)
		})
	}
}
