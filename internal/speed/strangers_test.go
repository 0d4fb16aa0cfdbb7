package speed_test

import (
	"fmt"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	dbtest "utensil/internal/localdb/testing"
	"utensil/internal/postgres"
	"utensil/internal/workshop/record"
)

// serving starts the built server over a database; it ends with the benchmark.
func serving(b *testing.B, url string) (at string) {
	binary, err := filepath.Abs("../../bin/utensil")
	require.NoError(b, err)
	run := exec.Command(binary, "serve", "--address", "127.0.0.1:0")
	run.Env = append(os.Environ(), "DATABASE_URL="+url)
	said := &address{found: make(chan string, 1)}
	run.Stderr = said
	require.NoError(b, run.Start())
	b.Cleanup(func() {
		require.NoError(b, run.Process.Signal(os.Interrupt))
		require.NoError(b, run.Wait())
	})
	return "http://" + <-said.found
}

// BenchmarkStrangers has a tablet look at Today without a pause, alone and then beside strangers
// of the same address: three sockets that drip, pipelined requests whose answers nobody reads,
// and sixty wrong admissions.
func BenchmarkStrangers(b *testing.B) {
	url := dbtest.URL(b)
	_, staff := furnish(b, url)
	at := serving(b, url)
	t := enter(b, at, admitted(b, at), staff)
	const looks = 400
	today := func(name string) []time.Duration {
		for range looks {
			t.ask(b, name, http.MethodGet, at+"/api/today", nil)
		}
		slices.Sort(t.took[name])
		return t.took[name]
	}
	today("warm")
	alone := today("alone")

	host := strings.TrimPrefix(at, "http://")
	hang := func(text string) {
		socket, err := net.Dial("tcp", host)
		require.NoError(b, err)
		b.Cleanup(func() { _ = socket.Close() })
		go func() { _, _ = fmt.Fprint(socket, text) }() // nobody reads: it is stuck at some time
	}
	for range 3 {
		hang("POST /api/session HTTP/1.1\r\nHost: " + host +
			"\r\nContent-Type: application/json\r\nContent-Length: 60\r\n\r\n{")
		hang(strings.Repeat("GET /api/openapi.json HTTP/1.1\r\nHost: "+host+"\r\n\r\n", 500))
	}
	stop := make(chan struct{})
	defer close(stop)
	go func() {
		for range 60 {
			select {
			case <-stop:
				return
			default:
				knock(at)
			}
		}
	}()
	beside := today("beside")
	p99 := func(times []time.Duration) time.Duration { return times[len(times)*99/100] }
	fmt.Printf("\nToday, alone: median %v, 99 %% within %v; beside strangers: median %v, 99 %% within "+
		"%v: %.2f times (aim: at most 3)\n",
		rounded(alone[len(alone)/2]), rounded(p99(alone)), rounded(beside[len(beside)/2]), rounded(p99(beside)),
		float64(p99(beside))/float64(p99(alone)))
	b.ReportMetric(0, "ns/op")
}

// knock asks to be let in with a secret that is wrong.
func knock(at string) {
	response, err := http.Post(at+"/api/devices/here", "application/json",
		strings.NewReader(`{"owner":"Ida","secret":"0000","name":"`+string(record.NewID())+`"}`))
	if err == nil {
		_ = response.Body.Close()
	}
}

// BenchmarkLargeShop looks at the first screens of a shop of 5 000 bikes and 400 000 entries
// after its server has started, each against the same SQL: Today, what comes loose, and a search.
func BenchmarkLargeShop(b *testing.B) {
	url := dbtest.URL(b)
	store, staff := furnish(b, url)
	r := &rig{b: b, plain: store.DB()}
	yesterday := time.Now().AddDate(0, 0, -1)
	today := func() {
		r.bare(postgres.InShopQuery, yesterday)
		r.bare(postgres.InShopEntriesQuery, yesterday, record.KindsOf(record.AnyDay))
	}
	search := func(words ...string) func() {
		query, args := postgres.SearchQuery(words, 30)
		return func() { r.bare(query, args...) }
	}
	at := serving(b, url)
	t := enter(b, at, admitted(b, at), staff)
	fmt.Println()
	for _, c := range []struct {
		name, path string
		sql        func()
	}{
		{"Today, the first time (aim: under 400 ms)", "/api/today", today},
		{"Today, again", "/api/today", today},
		{"what comes loose", "/api/loose", func() { r.bare(postgres.LooseQuery) }},
		{"a search by a word of all bikes", "/api/search?q=packet", search("packet")},
		{"a search by a name", "/api/search?q=owner+4711", search("owner", "4711")},
	} {
		t.ask(b, c.name, http.MethodGet, at+c.path, nil)
		api, sql := t.took[c.name][0], timed(c.sql)
		fmt.Printf("large shop, %s: %v, by the same SQL %v: %.2f times\n", c.name, rounded(api),
			rounded(sql), float64(api)/float64(sql))
	}
	b.ReportMetric(0, "ns/op")
}

func timed(do func()) time.Duration {
	start := time.Now()
	do()
	return time.Since(start)
}
