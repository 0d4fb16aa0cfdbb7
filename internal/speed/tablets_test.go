package speed_test

import (
	"bytes"
	"cmp"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	dbtest "utensil/internal/localdb/testing"
	"utensil/internal/postgres"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
)

const (
	tablets   = 50
	workedFor = 10 * time.Second
)

// bench is a tablet: signed in, listening to changes, and at work. It holds the last edition of a
// job that it was told.
type bench struct {
	client  *http.Client
	took    map[string][]time.Duration
	edition string
	bytes   int
}

// edition is what an answer about a job names as its own, at its end or among what has changed;
// "" where it names none.
func edition(told []byte) string {
	const long = 32
	if at := bytes.LastIndex(told, []byte(`,"edition":"`)); at >= 0 &&
		at+len(`,"edition":"`)+long+len(`"}`) == len(told) {
		return string(told[len(told)-long-2 : len(told)-2])
	}
	if at := bytes.Index(told, []byte(`","op":"replace","path":"/edition"`)); at > long {
		return string(told[at-long : at])
	}
	return ""
}

func (t *bench) ask(b *testing.B, what, method, url string, in any) {
	var body io.Reader
	if in != nil {
		text, err := json.Marshal(in)
		require.NoError(b, err)
		body = bytes.NewReader(text)
	}
	request, err := http.NewRequest(method, url, body)
	require.NoError(b, err)
	request.Header.Set("Content-Type", "application/json")
	request.Header.Set("X-Utensil-Holds", t.edition)
	request.Header.Set("X-Utensil-Parts", "core,air")
	start := time.Now()
	response, err := t.client.Do(request)
	require.NoError(b, err)
	told, err := io.ReadAll(response.Body)
	require.NoError(b, err)
	t.bytes += len(told)
	t.edition = cmp.Or(edition(told), t.edition)
	require.NoError(b, response.Body.Close())
	require.Equal(b, http.StatusOK, response.StatusCode, url)
	t.took[what] = append(t.took[what], time.Since(start))
}

// listen reads the stream of changes until the server ends.
func (t *bench) listen(at string) {
	response, err := t.client.Get(at + "/api/live")
	if err == nil {
		_, _ = io.Copy(io.Discard, response.Body)
		_ = response.Body.Close()
	}
}

// admitted lets a device in, whose cookie the tablets share: what is measured is not who knocks.
func admitted(b *testing.B, at string) http.CookieJar {
	jar, err := cookiejar.New(nil)
	require.NoError(b, err)
	t := bench{client: &http.Client{Jar: jar}, took: map[string][]time.Duration{}}
	t.ask(b, "", http.MethodPost, at+"/api/devices/here", httpapi.Newcomer{Owner: "Ida", Secret: pin, Name: "Benches"})
	return jar
}

// enter makes a tablet with a session of its own.
func enter(b *testing.B, at string, device http.CookieJar, staff record.ID) *bench {
	jar, err := cookiejar.New(nil)
	require.NoError(b, err)
	request, err := http.NewRequest(http.MethodGet, at, nil)
	require.NoError(b, err)
	for _, c := range device.Cookies(request.URL) {
		if c.Name != "utensil" {
			jar.SetCookies(request.URL, []*http.Cookie{c})
		}
	}
	t := &bench{client: &http.Client{Jar: jar}, took: map[string][]time.Duration{}}
	t.ask(b, "sign-in", http.MethodPost, at+"/api/session", httpapi.SignIn{Staff: staff, Secret: pin})
	return t
}

// work looks at a job, writes down what is seen, looks again, and looks at the first screen, over
// and over. It begins anywhere in that: people at fifty benches do not press in one instant, and
// tablets that are served in the order in which they ask would stay in step for as long as they
// are never idle.
func (t *bench) work(b *testing.B, at string, jobs []record.ID, n int, until time.Time) {
	for step := n; time.Now().Before(until); step++ {
		i := n*7 + step/4
		job := at + "/api/jobs/" + string(jobs[i%len(jobs)])
		switch step % 4 {
		case 0:
			t.edition = ""
			t.ask(b, "job", http.MethodGet, job, nil)
		case 1:
			content := record.Notes.Says(record.Note{Text: "Seen."})
			if i%2 == 0 {
				content = inspect.Readings.Says(inspect.Reading{Point: "chain", Typed: "0.4"})
			}
			t.ask(b, "entry", http.MethodPost, job+"/entries", record.NewEntry{ID: record.NewID(), Content: content})
		case 2:
			t.ask(b, "job", http.MethodGet, job, nil)
		case 3:
			t.ask(b, "today", http.MethodGet, at+"/api/today", nil)
		}
	}
}

// BenchmarkTablets has fifty tablets work without a pause, each with a stream of changes, beside
// the database and what drives them, and then the same screens' SQL alone.
func BenchmarkTablets(b *testing.B) {
	url := dbtest.URL(b)
	store, staff := furnish(b, url)
	binary, err := filepath.Abs("../../bin/utensil")
	require.NoError(b, err)
	run := exec.Command(binary, "serve", "--address", "127.0.0.1:0")
	run.Env = append(os.Environ(), "DATABASE_URL="+url)
	said := &address{found: make(chan string, 1)}
	run.Stderr = said
	require.NoError(b, run.Start())
	at := "http://" + <-said.found
	var jobs []record.ID
	require.NoError(b, store.DB().Select(&jobs, `select id from job where released_at is null order by id limit 40`))

	device := admitted(b, at)
	var first []time.Duration
	var all []*bench
	for i := range tablets { // a day has begun: every job in the shop was looked at once since the server started
		t := enter(b, at, device, staff)
		t.ask(b, "", http.MethodGet, at+"/api/today", nil)
		t.ask(b, "first", http.MethodGet, at+"/api/jobs/"+string(jobs[i%len(jobs)]), nil)
		if i < len(jobs) {
			first = append(first, t.took["first"]...)
		}
		t.took = map[string][]time.Duration{}
		all = append(all, t)
		go t.listen(at)
	}
	var wait sync.WaitGroup
	start := time.Now()
	for i, t := range all {
		wait.Go(func() { t.work(b, at, jobs, i, start.Add(workedFor)) })
	}
	wait.Wait()
	took := time.Since(start)
	status, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", run.Process.Pid))
	require.NoError(b, err)
	require.NoError(b, run.Process.Signal(os.Interrupt))
	require.NoError(b, run.Wait())

	slices.Sort(first)
	fmt.Printf("\n40 jobs for the first time, one after the other: median %v, slowest %v\n",
		rounded(first[len(first)/2]),
		rounded(first[len(first)-1]))
	var every []time.Duration
	told := 0
	for _, what := range []string{"job", "entry", "today"} {
		var times []time.Duration
		for _, t := range all {
			times = append(times, t.took[what]...)
		}
		every = append(every, times...)
		slices.Sort(times)
		fmt.Printf("50 tablets, %s: median %v, 99 %% within %v\n", what, rounded(times[len(times)/2]),
			rounded(times[len(times)*99/100]))
	}
	slices.Sort(every)
	served := float64(len(every)) / took.Seconds()
	for line := range strings.Lines(string(status)) {
		if strings.HasPrefix(line, "VmHWM:") {
			fmt.Printf("50 tablets: %.0f requests a second (aim: 400), 99 %% within %v (aim: 250 ms), "+
				"%s (aim: under 204800 kB)\n",
				served, rounded(every[len(every)*99/100]), strings.Join(strings.Fields(line), " "))
		}
	}
	for _, t := range all {
		told += t.bytes
	}
	fmt.Printf("50 tablets: %d kB an answer in the mean\n", told/len(every)/1000)
	screens := bareScreens(b, store, jobs)
	fmt.Printf("the same screens by bare SQL, read anew each time and without entries: %.0f a second: %.2f times\n",
		screens,
		served/screens)
	b.ReportMetric(0, "ns/op")
}

// bareScreens is how many screens a second the SQL of the same mix alone comes to, without an entry written.
func bareScreens(b *testing.B, store *postgres.Store, jobs []record.ID) float64 {
	r := &rig{b: b, plain: store.DB()}
	var wait sync.WaitGroup
	counts := make([]int, tablets)
	start := time.Now()
	for i := range counts {
		wait.Go(func() {
			for n := i * 7; time.Since(start) < workedFor/2; n++ {
				for range 2 {
					r.bare(postgres.JobQuery, jobs[n%len(jobs)])
					r.bare(postgres.EntriesQuery, jobs[n%len(jobs)], record.KindsOf(record.LaterJob))
				}
				yesterday := time.Now().AddDate(0, 0, -1)
				r.bare(postgres.InShopQuery, yesterday)
				r.bare(postgres.InShopEntriesQuery, yesterday, record.KindsOf(record.AnyDay))
				counts[i] += 3
			}
		})
	}
	wait.Wait()
	sum := 0
	for _, n := range counts {
		sum += n
	}
	return float64(sum) / time.Since(start).Seconds()
}
