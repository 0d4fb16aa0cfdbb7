// Package mail carries messages to owners by e-mail, through any SMTP server.
package mail

import (
	"context"
	"errors"
	"fmt"
	"net"
	"strconv"
	"time"

	"github.com/wneessen/go-mail"

	"utensil/internal/workshop/owner"
)

// Gateway sends through an SMTP server.
type Gateway struct {
	Host     string
	Port     int
	From     string // the shop's address
	User     string // none for a server that asks for no name
	Password string
	Plain    bool // without TLS: only for a server on the same machine
}

var _ owner.Gateway = Gateway{}

// Address reads "host:port".
func Address(at string) (host string, port int, err error) {
	host, text, err := net.SplitHostPort(at)
	if err != nil {
		return "", 0, fmt.Errorf("an SMTP server is given as host:port: %w", err)
	}
	port, err = strconv.Atoi(text)
	return host, port, err
}

// Compose writes a message as RFC 5322 wants it. Its Message-ID follows from the message's
// id, so that a server which sees it twice can tell.
func (g Gateway) Compose(m owner.Message) (*mail.Msg, error) {
	out := mail.NewMsg()
	if err := out.From(g.From); err != nil {
		return nil, fmt.Errorf("the shop's address: %w", err)
	}
	if err := out.To(m.To); err != nil {
		return nil, &owner.Rejected{Reason: "that is no e-mail address: correct it with the owner"}
	}
	out.Subject(m.Subject)
	out.SetMessageIDWithValue(string(m.ID) + "@utensil.invalid")
	out.SetDateWithValue(m.MadeAt)
	out.SetBodyString(mail.TypeTextPlain, m.Body)
	return out, nil
}

// Send hands a message to the server.
func (g Gateway) Send(ctx context.Context, m owner.Message) error {
	message, err := g.Compose(m)
	if err != nil {
		return err
	}
	options := []mail.Option{mail.WithPort(g.Port), mail.WithTimeout(20 * time.Second)}
	if g.Plain {
		options = append(options, mail.WithTLSPolicy(mail.NoTLS))
	} else {
		options = append(options, mail.WithTLSPolicy(mail.TLSMandatory))
	}
	if g.User != "" {
		options = append(options, mail.WithSMTPAuth(mail.SMTPAuthAutoDiscover),
			mail.WithUsername(g.User), mail.WithPassword(g.Password))
	}
	client, err := mail.NewClient(g.Host, options...)
	if err != nil {
		return fmt.Errorf("preparing to send: %w", err)
	}
	err = client.DialAndSendWithContext(ctx, message)
	var failed *mail.SendError
	if errors.As(err, &failed) {
		switch {
		case failed.Reason == mail.ErrSMTPDataClose:
			return fmt.Errorf("%w (%s)", owner.ErrUnsure, failed.Error())
		case !failed.IsTemp() && failed.Reason != mail.ErrConnCheck:
			return &owner.Rejected{Reason: failed.Error()}
		}
	}
	return err
}
