package standin

import (
	"encoding/base64"
	"io"
	"mime"
	"mime/quotedprintable"
	"strings"
)

var words = new(mime.WordDecoder)

// decoded undoes a transfer encoding (RFC 2045).
func decoded(encoding string, body io.Reader) io.Reader {
	switch strings.ToLower(encoding) {
	case "quoted-printable":
		return quotedprintable.NewReader(body)
	case "base64":
		return base64.NewDecoder(base64.StdEncoding, body)
	}
	return body
}
