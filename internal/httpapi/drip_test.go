package httpapi_test

import (
	"fmt"
	"net"
	"net/http"
	"runtime"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
)

// Strangers who send a request and never its end, and who ask and never read, hold up nobody who works here: there are
// more of them than requests are worked on at a time, and a tablet is answered while all of them hang.
func TestStrangersWhoDripHoldUpNobody(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	bench.client.Timeout = 8 * time.Second // they hang longer than that
	address := strings.TrimPrefix(s.url, "http://")
	hang := func(text string) {
		socket, err := net.Dial("tcp", address)
		require.NoError(t, err)
		t.Cleanup(func() { _ = socket.Close() })
		_, err = fmt.Fprint(socket, text)
		require.NoError(t, err)
	}
	many := 3 * (runtime.GOMAXPROCS(0) + 2)
	for range many {
		hang("POST /api/session HTTP/1.1\r\nHost: " + address + "\r\nContent-Type: application/json\r\nContent-Length: 60\r\n\r\n{")
		hang(strings.Repeat("GET /api/openapi.json HTTP/1.1\r\nHost: "+address+"\r\n\r\n", 200))
	}
	time.Sleep(200 * time.Millisecond) // all of them are there
	var today workshop.Today
	assert.Equal(t, http.StatusOK, bench.send("GET", "/api/today", nil, &today))
	assert.NotEmpty(t, bench.checkIn().Job.ID)
}

func TestWhatOtherServersHaveIsNoPage(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	assert.Equal(t, http.StatusOK, bench.send("GET", "/readyz", nil, nil))
	assert.Equal(t, http.StatusNotFound, bench.send("GET", "/metrics", nil, nil))
}
