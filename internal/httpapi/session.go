package httpapi

import (
	"context"
	"net/http"
	"strings"
	"sync"

	"utensil/internal/workshop"
)

// people remembers the staff, so that a request need not ask who may do what: a change of
// staff, told by the database, makes it forget.
type people struct {
	load  func(context.Context) ([]workshop.Staff, error)
	mu    sync.Mutex
	known map[workshop.ID]workshop.Staff
}

func (p *people) find(ctx context.Context, id workshop.ID) (workshop.Staff, bool, error) {
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.known == nil {
		all, err := p.load(ctx)
		if err != nil {
			return workshop.Staff{}, false, err
		}
		p.known = make(map[workshop.ID]workshop.Staff, len(all))
		for _, m := range all {
			p.known[m.ID] = m
		}
	}
	m, found := p.known[id]
	return m, found, nil
}

func (p *people) forget(change string) {
	if change == "" || strings.Contains(change, `"staff"`) {
		p.mu.Lock()
		p.known = nil
		p.mu.Unlock()
	}
}

// What a session holds.
const (
	sessionStaff   = "staff"
	sessionVersion = "version"
)

// actor is who sends the request. A change of name, role or PIN ends a member's sessions.
func (s *Server) actor(ctx context.Context) (workshop.Actor, error) {
	stranger := &workshop.Problem{Kind: workshop.Stranger, Title: "Not signed in", Detail: "Choose your name and type your PIN. What you typed here is kept."}
	id := workshop.ID(s.sessions.GetString(ctx, sessionStaff))
	if id == "" {
		return workshop.Actor{}, stranger
	}
	member, known, err := s.people.find(ctx, id)
	if err != nil {
		return workshop.Actor{}, err
	}
	if !known || !member.Active || member.Version != s.sessions.GetInt(ctx, sessionVersion) {
		return workshop.Actor{}, stranger
	}
	return workshop.Actor{ID: member.ID, Name: member.Name, Role: member.Role}, nil
}

// Session is what the interface needs at its start.
type Session struct {
	Actor    *workshop.Actor   `json:"actor,omitempty" doc:"who is signed in"`
	Settings workshop.Settings `json:"settings"`
	UnitNm   float64           `json:"unit_nm" doc:"one of the shop's torque units, in N·m"`
	Names    []Name            `json:"names" doc:"who may sign in here"`
}

// Name is a name on the sign-in screen.
type Name struct {
	ID   workshop.ID   `json:"id"`
	Name string        `json:"name"`
	Role workshop.Role `json:"role" enum:"keeper,mechanic,counter"`
}

// SignIn is a name with its PIN or password.
type SignIn struct {
	Staff  workshop.ID `json:"staff"`
	Secret string      `json:"secret" maxLength:"400"`
}

func (s *Server) session(ctx context.Context, _ *struct{}) (*body[Session], error) {
	settings, err := s.shop.Settings(ctx)
	if err != nil {
		return nil, err
	}
	staff, err := s.shop.Staff(ctx)
	if err != nil {
		return nil, err
	}
	out := Session{Settings: settings, UnitNm: settings.Unit().ToBase(1), Names: []Name{}}
	for _, m := range staff {
		if m.Active {
			out.Names = append(out.Names, Name{m.ID, m.Name, m.Role})
		}
	}
	if who, err := s.actor(ctx); err == nil {
		out.Actor = &who
	}
	return answer(out, nil)
}

// signIn signs in, or hands a shared tablet over: the session gets a new token either way.
func (s *Server) signIn(ctx context.Context, in *body[SignIn]) (*body[workshop.Actor], error) {
	who, err := s.shop.SignIn(ctx, in.Body.Staff, in.Body.Secret)
	if err != nil {
		return nil, err
	}
	return answer(who, s.enter(ctx, who.ID))
}

func (s *Server) enter(ctx context.Context, id workshop.ID) error {
	s.people.forget("")
	member, _, err := s.people.find(ctx, id)
	if err != nil {
		return err
	}
	if err := s.sessions.RenewToken(ctx); err != nil {
		return err
	}
	s.sessions.Put(ctx, sessionStaff, string(id))
	s.sessions.Put(ctx, sessionVersion, member.Version)
	return nil
}

func (s *Server) signOut(ctx context.Context, _ *struct{}) (*struct{}, error) {
	return nil, s.sessions.Destroy(ctx)
}

// refuse answers a plain handler's error like any other.
func (s *Server) refuse(w http.ResponseWriter, r *http.Request, err error) {
	writeFault(w, faultOf(r.Context(), err))
}
