package httpapi

import (
	"context"
	"net"
	"net/http"
	"strings"
	"sync"
	"time"

	"golang.org/x/time/rate"

	"utensil/core/estimate"
	"utensil/internal/workshop"
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
	register(s, "GET", "/api/owner/{token}", "owner-page", "What an owner's link shows", func(ctx context.Context, in *byToken) (*body[workshop.OwnerView], error) {
		return answer(shop.OwnerPage(ctx, in.Token))
	})
	register(s, "POST", "/api/owner/{token}/answers", "owner-answer", "Answer everything that is asked, once", func(ctx context.Context, in *tokenAbout[workshop.OwnerAnswers]) (*body[workshop.OwnerView], error) {
		return answer(shop.OwnerAnswer(ctx, in.Token, in.Body, addressOf(ctx)))
	})
	register(s, "POST", "/api/owner/{token}/sum", "owner-sum", "What it costs if the owner says yes to these", func(ctx context.Context, in *tokenAbout[workshop.OwnerChoice]) (*body[estimate.Total], error) {
		return answer(shop.OwnerSum(ctx, in.Token, in.Body))
	})
	register(s, "POST", "/api/owner/{token}/questions", "owner-ask", "Ask the workshop something", func(ctx context.Context, in *tokenAbout[workshop.OwnerAsks]) (*struct{}, error) {
		return nil, shop.OwnerAsk(ctx, in.Token, in.Body)
	})
	register(s, "POST", "/api/jobs/{id}/link", "make-link", "Make a link for the owner to answer by", signed(s, func(ctx context.Context, who actor, in *About[workshop.Asking]) (workshop.LinkMade, error) {
		return shop.MakeLink(ctx, who, in.ID, in.Body)
	}))
	register(s, "DELETE", "/api/jobs/{id}/link", "revoke-link", "Take the owner's link back", signed(s, func(ctx context.Context, who actor, in *Identified) (workshop.JobView, error) {
		return shop.RevokeLink(ctx, who, in.ID)
	}))
	register(s, "GET", "/api/mailbox", "mailbox", "What the demo's stand-in mail server was sent", signed(s, func(context.Context, actor, *nothing) (Mailbox, error) {
		if s.letters == nil {
			return Mailbox{Letters: []workshop.Letter{}}, nil
		}
		return Mailbox{true, append([]workshop.Letter{}, s.letters()...)}, nil // [] while nothing was sent, never null
	}))
}

// Mailbox is the stand-in mail server's letters. A server that sends for real has none.
type Mailbox struct {
	Standin bool              `json:"standin"`
	Letters []workshop.Letter `json:"letters"`
}

type addressKey struct{}

// addressOf is where a request came from.
func addressOf(ctx context.Context) string {
	at, _ := ctx.Value(addressKey{}).(string)
	return at
}

// How often one address may use owners' links: a page with its questions needs a handful.
const (
	linkRate  = 2 // a second
	linkBurst = 20
	mostSeen  = 4096
)

// unhurried slows down whoever tries links by guessing, and notes where requests come from.
type unhurried struct {
	mu   sync.Mutex
	seen map[string]*rate.Limiter
}

func (u *unhurried) allow(address string, now time.Time) bool {
	u.mu.Lock()
	defer u.mu.Unlock()
	l, known := u.seen[address]
	if !known {
		if len(u.seen) >= mostSeen {
			clear(u.seen)
		}
		l = rate.NewLimiter(linkRate, linkBurst)
		u.seen[address] = l
	}
	return l.AllowN(now, 1)
}

func (u *unhurried) limit(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		host, _, err := net.SplitHostPort(r.RemoteAddr)
		if err != nil {
			host = r.RemoteAddr
		}
		if strings.HasPrefix(r.URL.Path, "/api/owner/") && !u.allow(host, time.Now()) {
			w.Header().Set("Retry-After", "10")
			writeFault(w, &Fault{Type: "/problems/locked", Title: "Too many tries", Status: http.StatusTooManyRequests, Detail: "Wait ten seconds and try again. What you typed is kept."})
			return
		}
		next.ServeHTTP(w, r.WithContext(context.WithValue(r.Context(), addressKey{}, host)))
	})
}
