// Package speed measures the promises of speed against generated data, as ratios within
// one run. It holds no assertion: a figure is read, not passed.
package speed_test

import (
	"bytes"
	"context"
	_ "embed"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jmoiron/sqlx"
	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	dbtest "utensil/internal/localdb/testing"
	"utensil/internal/postgres"
	"utensil/internal/workshop"
	"utensil/internal/workshop/hunt"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
	"utensil/internal/workshop/torque"
	"utensil/knowledge"
)

func TestMain(m *testing.M) { dbtest.Main(m) }

//go:embed generate.sql
var generate string

// trips counts the statements a connection sends.
type trips struct{ n atomic.Int64 }

func (t *trips) TraceQueryStart(ctx context.Context, _ *pgx.Conn, _ pgx.TraceQueryStartData) context.Context {
	t.n.Add(1)
	return ctx
}
func (t *trips) TraceQueryEnd(context.Context, *pgx.Conn, pgx.TraceQueryEndData) {}

const pin = "48261"

func furnish(b *testing.B, url string) (*postgres.Store, record.ID) {
	store, err := postgres.Open(url)
	require.NoError(b, err)
	b.Cleanup(func() { require.NoError(b, store.Close()) })
	require.NoError(b, store.Migrate(b.Context()))
	secret, err := signin.HashSecret(pin)
	require.NoError(b, err)
	staff, err := store.SaveStaff(b.Context(), signin.Staff{ID: record.NewID(), Name: "Ida",
		Role: record.Keeper, Active: true, Secret: secret})
	require.NoError(b, err)
	book, err := knowledge.Shipped()
	require.NoError(b, err)
	var facts []byte
	for _, k := range book.Kinds {
		if k.ID == "commuter" {
			facts, err = json.Marshal(k.Facts)
			require.NoError(b, err)
		}
	}
	text := strings.NewReplacer("$1", "'"+string(facts)+"'", "$2",
		"'"+string(staff.ID)+"'::uuid").Replace(strings.ReplaceAll(generate, "$$",
		"$body$"))
	// Many statements at once: the simple protocol takes them.
	conn, err := pgx.Connect(b.Context(), url)
	require.NoError(b, err)
	_, err = conn.PgConn().Exec(b.Context(), text).ReadAll()
	require.NoError(b, err)
	require.NoError(b, conn.Close(b.Context()))
	_, err = store.DB().Exec(`vacuum analyze`) // as a database does by itself that has served for years
	require.NoError(b, err)
	return store, staff.ID
}

func median(times []time.Duration) time.Duration {
	slices.Sort(times)
	return times[len(times)/2]
}

// rig is a server over generated data, and the same data fetched bare.
type rig struct {
	b      *testing.B
	url    string
	client *http.Client
	plain  *sqlx.DB
	sent   *trips // by the server
}

func build(b *testing.B) *rig {
	url := dbtest.URL(b)
	plain, staff := furnish(b, url)
	config, err := pgx.ParseConfig(url)
	require.NoError(b, err)
	r := &rig{b: b, plain: plain.DB(), sent: &trips{}}
	config.Tracer = r.sent
	store := postgres.OpenWith(config)
	b.Cleanup(func() { require.NoError(b, store.Close()) })
	book, err := knowledge.Shipped()
	require.NoError(b, err)
	server := httptest.NewServer(httpapi.New(workshop.New(store, book, time.Now), store.DB(),
		httpapi.Options{AdmitLoopback: true}))
	b.Cleanup(server.Close)
	jar, err := cookiejar.New(nil)
	require.NoError(b, err)
	r.url, r.client = server.URL, &http.Client{Jar: jar}
	r.post("/api/session", map[string]any{"staff": staff, "secret": pin})
	return r
}

// fetch reads a screen, and tells its bytes.
func (r *rig) fetch(path string) int {
	request, err := http.NewRequest(http.MethodGet, r.url+path, nil)
	require.NoError(r.b, err)
	request.Header.Set("X-Utensil-Parts", "core,air") // as the walk-round asks for a job
	response, err := r.client.Do(request)
	require.NoError(r.b, err)
	defer response.Body.Close()
	n, err := io.Copy(io.Discard, response.Body)
	require.NoError(r.b, err)
	require.Equal(r.b, http.StatusOK, response.StatusCode)
	return int(n)
}

// post sends something, and tells how long the answer took.
func (r *rig) post(path string, what any) time.Duration {
	body, err := json.Marshal(what)
	require.NoError(r.b, err)
	start := time.Now()
	response, err := r.client.Post(r.url+path, "application/json", bytes.NewReader(body))
	require.NoError(r.b, err)
	said, err := io.ReadAll(response.Body)
	took := time.Since(start)
	require.NoError(r.b, err)
	require.NoError(r.b, response.Body.Close())
	require.Equal(r.b, http.StatusOK, response.StatusCode, string(said))
	return took
}

// kept records an entry of a job.
func (r *rig) kept(job record.ID, c record.Content) (record.ID, time.Duration) {
	e := record.NewEntry{ID: record.NewID(), Content: c}
	return e.ID, r.post("/api/jobs/"+string(job)+"/entries", e)
}

// bare fetches the same rows through the same driver, and nothing else.
func (r *rig) bare(query string, args ...any) {
	rows, err := r.plain.QueryxContext(r.b.Context(), query, args...)
	require.NoError(r.b, err)
	defer rows.Close()
	for rows.Next() {
		_, err := rows.SliceScan()
		require.NoError(r.b, err)
	}
	require.NoError(r.b, rows.Err())
}

func (r *rig) ids(query string) (ids []record.ID) {
	require.NoError(r.b, r.plain.Select(&ids, query))
	return ids
}

// measure fetches a screen both ways by turns and tells how they compare.
func (r *rig) measure(screen, aim string, times int, path func(i int) string, sql func(i int)) {
	var viaAPI, viaSQL []time.Duration
	size, warm := 0, times/8
	for i := range warm + times {
		start := time.Now()
		sql(i % times)
		halfway := time.Now()
		size = r.fetch(path(i % times))
		if i >= warm {
			viaSQL, viaAPI = append(viaSQL, halfway.Sub(start)), append(viaAPI, time.Since(halfway))
		}
	}
	before := r.sent.n.Load()
	r.fetch(path(0))
	trips := r.sent.n.Load() - before
	api, bare := median(viaAPI), median(viaSQL)
	fmt.Printf("%s: %v over the API, %v by bare SQL: %.2f times%s; %d SQL round trips (aim: at most 3); %d bytes\n",
		screen, rounded(api), rounded(bare), float64(api)/float64(bare), aim, trips, size)
}

func rounded(d time.Duration) time.Duration { return d.Round(10 * time.Microsecond) }

func BenchmarkJobScreen(b *testing.B) {
	r := build(b)
	fmt.Println()
	jobs := r.ids(`select id from job order by id limit 400`)
	r.measure("job screen", " (aim: at most 2)", len(jobs),
		func(i int) string { return "/api/jobs/" + string(jobs[i]) }, func(i int) {
			r.bare(postgres.JobQuery, jobs[i])
			r.bare(postgres.EntriesQuery, jobs[i], record.KindsOf(record.LaterJob))
		})
	bikes := r.ids(`select id from bike order by id limit 400`)
	kinds := append(record.KindsOf(record.LaterJob), torque.Torques.Name)
	r.measure("bike page", " (aim: at most 2)", len(bikes),
		func(i int) string { return "/api/bikes/" + string(bikes[i]) }, func(i int) {
			r.bare(postgres.BikeQuery, bikes[i])
			r.bare(postgres.BikeEntriesQuery, bikes[i], kinds)
		})
	r.hunts()
	r.measure("first screen, 40 bikes in the shop", "", 100, func(int) string { return "/api/today" }, func(int) {
		yesterday := time.Now().AddDate(0, 0, -1)
		r.bare(postgres.InShopQuery, yesterday)
		r.bare(postgres.InShopEntriesQuery, yesterday, record.KindsOf(record.AnyDay))
	})
	b.ReportMetric(0, "ns/op")
}

// hunts gives every second one of the jobs in the shop an open hunt, one answer in: its screen
// against its neighbour's without, by turns; and the screen that the next answer brings.
func (r *rig) hunts() {
	here := r.ids(`select id from job where released_at is null order by id limit 40`)
	open := map[record.ID]record.ID{}
	for i := 0; i < len(here); i += 2 {
		open[here[i]], _ = r.kept(here[i], hunt.Hunts.Says(hunt.Hunt{Fault: "soft-lever-front"}))
		r.kept(here[i], hunt.Clues.Says(hunt.Clue{Hunt: open[here[i]], Check: "pump", Answer: "Stays as it was"}))
	}
	var with, without, notes, answers []time.Duration
	for round := range 11 {
		for i := 0; i+1 < len(here); i += 2 {
			start := time.Now()
			r.fetch("/api/jobs/" + string(here[i]))
			halfway := time.Now()
			r.fetch("/api/jobs/" + string(here[i+1]))
			if round > 0 {
				with, without = append(with, halfway.Sub(start)), append(without, time.Since(halfway))
			}
		}
	}
	for i := 0; i+1 < len(here); i += 2 {
		answer := []string{"It stays", "It creeps to the bar"}[i/2%2] // two answers, two thoughts
		_, took := r.kept(here[i], hunt.Clues.Says(hunt.Clue{Hunt: open[here[i]], Check: "hold", Answer: answer}))
		answers = append(answers, took)
		_, took = r.kept(here[i+1], record.Notes.Says(record.Note{Text: "Seen."}))
		notes = append(notes, took)
	}
	fmt.Printf("job screen with an open hunt: %v, without: %v: %.2f times (aim: at most 2)\n",
		rounded(median(with)), rounded(median(without)), float64(median(with))/float64(median(without)))
	fmt.Printf("recording its next answer: %v, the slowest %v, recording a note: %v\n",
		rounded(median(answers)), rounded(slices.Max(answers)), rounded(median(notes)))
}

func BenchmarkServer(b *testing.B) {
	url := dbtest.URL(b)
	furnish(b, url)
	binary, err := filepath.Abs("../../bin/utensil")
	require.NoError(b, err)
	run := exec.Command(binary, "serve", "--address", "127.0.0.1:0")
	run.Env = append(os.Environ(), "DATABASE_URL="+url)
	said := &address{found: make(chan string, 1)}
	run.Stderr = said
	require.NoError(b, run.Start())
	at := <-said.found
	for range 2000 {
		response, err := http.Get("http://" + at + "/api/session")
		require.NoError(b, err)
		_, _ = io.Copy(io.Discard, response.Body)
		require.NoError(b, response.Body.Close())
	}
	status, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", run.Process.Pid))
	require.NoError(b, err)
	for line := range strings.Lines(string(status)) {
		if strings.HasPrefix(line, "VmRSS:") || strings.HasPrefix(line, "VmHWM:") {
			fmt.Printf("server with 20 000 jobs: %s (aim: under 102400 kB)\n", strings.Join(strings.Fields(line), " "))
		}
	}
	require.NoError(b, run.Process.Signal(os.Interrupt))
	require.NoError(b, run.Wait())

	folder, err := os.MkdirTemp("", "utensil-start")
	require.NoError(b, err)
	defer os.RemoveAll(folder)
	for _, what := range []string{"", "start from an existing data folder to serving: %v (aim: under 3 s)\n"} {
		said := &address{found: make(chan string, 1)}
		run := exec.Command(binary, "demo", "--data", folder, "--address", "127.0.0.1:0")
		run.Stderr = said
		start := time.Now()
		require.NoError(b, run.Start())
		at := <-said.found
		response, err := http.Get("http://" + at + "/healthz")
		require.NoError(b, err)
		require.NoError(b, response.Body.Close())
		if what != "" {
			fmt.Printf(what, time.Since(start).Round(10*time.Millisecond))
		}
		require.NoError(b, run.Process.Signal(os.Interrupt))
		require.NoError(b, run.Wait())
	}
	b.ReportMetric(0, "ns/op")
}

// address reads where a server listens off its log.
type address struct {
	found chan string
	text  bytes.Buffer
}

func (a *address) Write(p []byte) (int, error) {
	a.text.Write(p)
	if _, after, found := strings.Cut(a.text.String(), `"address":"`); found {
		if at, _, whole := strings.Cut(after, `"`); whole {
			select {
			case a.found <- at:
			default:
			}
		}
	}
	return len(p), nil
}
