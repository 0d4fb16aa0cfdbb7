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

	"utensil/internal/httpapi"
	dbtest "utensil/internal/localdb/testing"
	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
)

// Strangers who send a request and never its end, and who ask and never read, hold up nobody who
// works here: there are more of them than requests are worked on at a time, and a tablet is
// answered while all of them hang.
func TestStrangersWhoDripHoldUpNobody(t *testing.T) {
	s := openAt(t, dbtest.URL(t), httpapi.Options{})
	bench := s.admitted("Bench one")
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
		hang("POST /api/session HTTP/1.1\r\nHost: " + address +
			"\r\nContent-Type: application/json\r\nContent-Length: 60\r\n\r\n{")
		hang(strings.Repeat("GET /api/openapi.json HTTP/1.1\r\nHost: "+address+"\r\n\r\n", 200))
	}
	time.Sleep(200 * time.Millisecond) // all of them are there
	var today workshop.Today
	assert.Equal(t, http.StatusOK, bench.send("GET", "/api/today", nil, &today))
	assert.NotEmpty(t, bench.checkIn().Job.ID)
}

// From one address strangers are taken so many at a time; a device of the shop behind the same
// address is not counted.
func TestStrangersOfOneAddressAreTakenSoManyAtATime(t *testing.T) {
	s := openAt(t, dbtest.URL(t), httpapi.Options{})
	bench, owner := s.admitted("Bench one"), s.tablet()
	address := strings.TrimPrefix(s.url, "http://")
	for range 60 {
		socket, err := net.Dial("tcp", address)
		require.NoError(t, err)
		t.Cleanup(func() { _ = socket.Close() })
		_, err = fmt.Fprint(socket, "POST /api/session HTTP/1.1\r\nHost: "+address+"\r\nContent-Length: 60\r\n\r\n{")
		require.NoError(t, err)
	}
	assert.Eventually(t, func() bool {
		return owner.send("GET", "/api/owner/none", nil, nil) == http.StatusTooManyRequests
	},
		5*time.Second, 20*time.Millisecond)
	assert.Equal(t, http.StatusOK, bench.send("GET", "/api/today", nil, nil))
	elsewhere := s.tablet()
	elsewhere.client.Transport = &http.Transport{DialContext: (&net.Dialer{LocalAddr: &net.TCPAddr{IP: net.IPv4(127,
		0, 0, 2)}}).DialContext}
	assert.Equal(t, http.StatusOK, elsewhere.send("GET", "/api/session", nil, nil), "nor another address")
}

func TestWhatOtherServersHaveIsNoPage(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	assert.Equal(t, http.StatusOK, bench.send("GET", "/readyz", nil, nil))
	assert.Equal(t, http.StatusNotFound, bench.send("GET", "/metrics", nil, nil))
}
