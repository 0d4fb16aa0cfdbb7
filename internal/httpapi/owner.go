package httpapi

import (
	"context"
	"net/http"
	"strings"
	"time"

	"github.com/go-chi/chi/v5/middleware"
	"github.com/go-chi/httprate"

	"utensil/core/estimate"
	"utensil/internal/workshop"
	"utensil/internal/workshop/owner"
	"utensil/internal/workshop/record"
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
	read(s, "/api/mailbox", "mailbox", "What the demo's stand-in mail server was sent",
		func(context.Context) (Mailbox, error) {
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

// How often a link may be used: a page with its photographs and sums needs some thirty. And how
// many links may be tried from one address that are none.
const (
	linkUses   = 120
	linkMisses = 20
	linkWithin = 10 * time.Second
)

// ofLinks slows down who uses one link too often, and whoever tries links by guessing. Owners
// behind one address do not slow each other down.
func ofLinks() func(http.Handler) http.Handler {
	slow := func(w http.ResponseWriter, r *http.Request) {
		writeFault(w, faultOf(r.Context(), &record.Problem{Kind: record.Locked, Title: "Too many tries",
			After:  linkWithin,
			Detail: "Wait ten seconds and try again. What you typed is kept."}))
	}
	used := httprate.NewRateLimiter(linkUses, linkWithin, httprate.WithLimitHandler(slow))
	missed := httprate.NewRateLimiter(linkMisses, linkWithin)
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			rest, owners := strings.CutPrefix(r.URL.Path, "/api/owner/")
			if !owners {
				next.ServeHTTP(w, r)
				return
			}
			token, _, _ := strings.Cut(rest, "/")
			from := httprate.CanonicalizeIP(addressOf(r.Context()))
			if _, rate, err := missed.Status(from); err != nil || rate >= linkMisses {
				slow(w, r)
				return
			}
			if used.RespondOnLimit(w, r, digest(token)) {
				return
			}
			answered := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
			next.ServeHTTP(answered, r)
			if answered.Status() == http.StatusNotFound {
				missed.OnLimit(answered, r, from) // counts it; the answer has been given
			}
		})
	}
}
