// Package standin holds small simulated devices and services that ship with the program, each
// behind the interface of a real one.
package standin

import (
	"errors"
	"fmt"
	"io"
	"net"
	"net/mail"
	"slices"
	"sync"
	"time"

	"github.com/emersion/go-smtp"

	"utensil/internal/workshop/owner"
)

// Mailbox is an SMTP server on loopback that keeps what it is sent and delivers nothing.
type Mailbox struct {
	Address string

	server   *smtp.Server
	listener net.Listener
	mu       sync.Mutex
	kept     []owner.Letter
}

// Bounds of what a stand-in takes.
const (
	largestLetter = 1 << 20
	mostLetters   = 200
)

// NewMailbox starts a mailbox on a free port of loopback.
func NewMailbox() (*Mailbox, error) {
	listener, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return nil, fmt.Errorf("starting the mailbox: %w", err)
	}
	m := &Mailbox{Address: listener.Addr().String(), listener: listener}
	m.server = smtp.NewServer(smtp.BackendFunc(func(*smtp.Conn) (smtp.Session, error) { return &session{box: m}, nil }))
	m.server.Domain, m.server.MaxMessageBytes, m.server.ReadTimeout,
		m.server.WriteTimeout = "localhost", largestLetter, 20*time.Second,
		20*time.Second
	go func() { _ = m.server.Serve(listener) }() // ends with Close
	return m, nil
}

// Close stops the mailbox.
func (m *Mailbox) Close() error {
	// The listener too: the server knows it only once it has begun to serve.
	if err := errors.Join(m.listener.Close(), m.server.Close()); !errors.Is(err, net.ErrClosed) {
		return err
	}
	return nil
}

// Letters lists what arrived, newest first.
func (m *Mailbox) Letters() []owner.Letter {
	m.mu.Lock()
	defer m.mu.Unlock()
	out := slices.Clone(m.kept)
	slices.Reverse(out)
	return out
}

type session struct {
	box  *Mailbox
	from string
	to   []string
}

func (s *session) Mail(from string, _ *smtp.MailOptions) error { s.from = from; return nil }
func (s *session) Rcpt(to string, _ *smtp.RcptOptions) error   { s.to = append(s.to, to); return nil }
func (s *session) Reset()                                      { s.from, s.to = "", nil }
func (s *session) Logout() error                               { return nil }

func (s *session) Data(r io.Reader) error {
	letter, err := read(r)
	if err != nil {
		return &smtp.SMTPError{Code: 554, Message: "this is no message: " + err.Error()}
	}
	letter.From, letter.To, letter.At = s.from, s.to, time.Now()
	s.box.mu.Lock()
	defer s.box.mu.Unlock()
	s.box.kept = append(s.box.kept, letter)
	if over := len(s.box.kept) - mostLetters; over > 0 {
		s.box.kept = slices.Delete(s.box.kept, 0, over)
	}
	return nil
}

// read takes a message apart as RFC 5322 has it.
func read(r io.Reader) (owner.Letter, error) {
	m, err := mail.ReadMessage(r)
	if err != nil {
		return owner.Letter{}, err
	}
	subject, err := words.DecodeHeader(m.Header.Get("Subject"))
	if err != nil {
		return owner.Letter{}, err
	}
	body, err := io.ReadAll(decoded(m.Header.Get("Content-Transfer-Encoding"), m.Body))
	return owner.Letter{Subject: subject, Body: string(body)}, err
}
