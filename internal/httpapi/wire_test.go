package httpapi_test

import (
	"bufio"
	"bytes"
	"encoding/json"
	"io"
	"net"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	"utensil/internal/workshop/record"
)

// What the standard server refuses by itself, and addresses that are none, are problems like any
// other (RFC 9457).
func TestWhatCannotBeReadIsAProblem(t *testing.T) {
	s := open(t)
	for name, c := range map[string]struct {
		sent   string
		status int
	}{
		"a header too large": {"GET /api/today HTTP/1.1\r\nHost: x\r\nX-Long: " +
			strings.Repeat("x", 80<<10) + "\r\n\r\n", 431},
		"no address":             {"GET /api/%zz HTTP/1.1\r\nHost: x\r\n\r\n", 400},
		"no request":             {"BREW\r\n\r\n", 400},
		"an address without end": {"GET /../../etc/passwd HTTP/1.1\r\nHost: x\r\n\r\n", 400},
		"nothing there":          {"GET /api/nothing HTTP/1.1\r\nHost: x\r\n\r\n", 404},
	} {
		t.Run(name, func(t *testing.T) {
			conn, err := net.Dial("tcp", strings.TrimPrefix(s.url, "http://"))
			require.NoError(t, err)
			defer conn.Close()
			go func() { _, _ = io.WriteString(conn, c.sent) }()
			response, err := http.ReadResponse(bufio.NewReader(conn), nil)
			require.NoError(t, err)
			defer response.Body.Close()
			assert.Equal(t, c.status, response.StatusCode)
			assert.Equal(t, "application/problem+json", response.Header.Get("Content-Type"))
			var fault httpapi.Fault
			require.NoError(t, json.NewDecoder(response.Body).Decode(&fault))
			assert.Equal(t, c.status, fault.Status)
			assert.NotEmpty(t, fault.Detail)
		})
	}
}

func TestNoRefusalQuotesWhatWasTyped(t *testing.T) {
	s := open(t)
	tab := s.as(record.Keeper)
	secret := "hunter-" + strings.Repeat("2", 600)
	for path, body := range map[string]string{
		"/api/session":      `{"staff": "x", "secret": "` + secret + `"}`,
		"/api/session?a":    `{"staff": "x", "secret": ["` + secret + `"]}`,
		"/api/session?b":    `{"staff": "x", "secret": hunter-2}`,
		"/api/devices/here": `{"owner": "Ida", "name": "x", "secret": {"is": "` + secret + `"}}`,
	} {
		response, err := tab.client.Post(s.url+path, "application/json", bytes.NewReader([]byte(body)))
		require.NoError(t, err)
		said, err := io.ReadAll(response.Body)
		require.NoError(t, err)
		require.NoError(t, response.Body.Close())
		assert.GreaterOrEqual(t, response.StatusCode, 400, path)
		assert.NotContains(t, string(said), "hunter", path)
	}
}

func TestABikeIsOfAKindThatIsKnown(t *testing.T) {
	tab := open(t).as(record.Mechanic)
	in := arriving()
	in.Bike.Facts.Kind = "rocket"
	var fault httpapi.Fault
	assert.Equal(t, http.StatusUnprocessableEntity, tab.send("POST", "/api/jobs", in, &fault))
	assert.Equal(t, "bike.facts.kind", fault.Field)
	job := tab.checkIn()
	job.Bike.Facts.Kind = "rocket"
	assert.Equal(t, http.StatusUnprocessableEntity,
		tab.send("PUT", "/api/bikes/"+string(job.Bike.ID), job.Bike, &fault))
}
