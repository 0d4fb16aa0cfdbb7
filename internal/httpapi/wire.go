package httpapi

import (
	"bytes"
	"encoding/json"
	"net"
	"strconv"
)

// Listen wraps a listener, so that what the standard server refuses before anybody of us sees it
// (a header that is too large, an address that is none) is a problem like any other.
func Listen(l net.Listener) net.Listener { return plainSpoken{l} }

type plainSpoken struct{ net.Listener }

func (l plainSpoken) Accept() (net.Conn, error) {
	conn, err := l.Listener.Accept()
	if err != nil {
		return nil, err
	}
	return &wire{Conn: conn}, nil
}

type wire struct{ net.Conn }

// The standard server writes such a refusal at once and by itself, with these headers and without
// a date. Nothing else does.
var (
	refused    = []byte("HTTP/1.1 4")
	refusedSo  = []byte("\r\nContent-Type: text/plain; charset=utf-8\r\nConnection: close\r\n\r\n")
	unreadable = Fault{Type: "/problems/form", Title: "That is no request",
		Detail: "What was sent to this address cannot be read, or one of its parts is too long. Open the page anew."}
)

func (w *wire) Write(text []byte) (int, error) {
	line, _, such := bytes.Cut(text, refusedSo)
	if !such || !bytes.HasPrefix(line, refused) {
		return w.Conn.Write(text)
	}
	said := unreadable
	said.Status, _ = strconv.Atoi(string(line[len("HTTP/1.1 "):][:3]))
	body, err := json.Marshal(said)
	if err != nil {
		return 0, err
	}
	_, err = w.Conn.Write(append(append(line,
		"\r\nContent-Type: application/problem+json\r\nConnection: close\r\n\r\n"...), body...))
	return len(text), err
}
