// Package bench measures the promises of speed against generated data, as ratios within
// one run. It holds no assertion: a figure is read, not passed.
package bench_test

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
	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	"utensil/internal/localdb/testing"
	"utensil/internal/postgres"
	"utensil/internal/workshop"
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

func furnish(b *testing.B, url string) (*postgres.Store, workshop.ID) {
	store, err := postgres.Open(url)
	require.NoError(b, err)
	b.Cleanup(func() { require.NoError(b, store.Close()) })
	require.NoError(b, store.Migrate(b.Context()))
	secret, err := workshop.HashSecret(pin)
	require.NoError(b, err)
	staff, err := store.SaveStaff(b.Context(), workshop.Staff{ID: workshop.NewID(), Name: "Ida", Role: workshop.Keeper, Active: true, Secret: secret})
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
	text := strings.NewReplacer("$1", "'"+string(facts)+"'", "$2", "'"+string(staff.ID)+"'::uuid").Replace(strings.ReplaceAll(generate, "$$", "$body$"))
	// Many statements at once: the simple protocol takes them.
	conn, err := pgx.Connect(b.Context(), url)
	require.NoError(b, err)
	_, err = conn.PgConn().Exec(b.Context(), text).ReadAll()
	require.NoError(b, err)
	require.NoError(b, conn.Close(b.Context()))
	return store, staff.ID
}

func median(times []time.Duration) time.Duration {
	slices.Sort(times)
	return times[len(times)/2]
}

func BenchmarkJobScreen(b *testing.B) {
	url := dbtest.URL(b)
	plain, staff := furnish(b, url)
	config, err := pgx.ParseConfig(url)
	require.NoError(b, err)
	counter := &trips{}
	config.Tracer = counter
	store := postgres.OpenWith(config)
	defer store.Close()
	book, err := knowledge.Shipped()
	require.NoError(b, err)
	api := httpapi.New(workshop.New(store, book, time.Now), store.DB(), httpapi.Options{})
	server := httptest.NewServer(api)
	defer server.Close()
	jar, err := cookiejar.New(nil)
	require.NoError(b, err)
	client := &http.Client{Jar: jar}
	response, err := client.Post(server.URL+"/api/session", "application/json", strings.NewReader(fmt.Sprintf(`{"staff":%q,"secret":%q}`, staff, pin)))
	require.NoError(b, err)
	require.Equal(b, http.StatusOK, response.StatusCode)
	require.NoError(b, response.Body.Close())

	var jobs []workshop.ID
	require.NoError(b, plain.DB().Select(&jobs, `select id from job order by id limit 400`))
	fetch := func(path string) int {
		response, err := client.Get(server.URL + path)
		require.NoError(b, err)
		defer response.Body.Close()
		n, err := io.Copy(io.Discard, response.Body)
		require.NoError(b, err)
		require.Equal(b, http.StatusOK, response.StatusCode)
		return int(n)
	}
	// The same rows, fetched bare through the same driver.
	bare := func(query string, args ...any) {
		rows, err := plain.DB().QueryxContext(b.Context(), query, args...)
		require.NoError(b, err)
		defer rows.Close()
		for rows.Next() {
			_, err := rows.SliceScan()
			require.NoError(b, err)
		}
		require.NoError(b, rows.Err())
	}
	// measure fetches a screen both ways by turns and tells how they compare.
	measure := func(screen, aim string, times int, path func(i int) string, sql func(i int)) {
		var viaAPI, viaSQL []time.Duration
		size, warm := 0, times/8
		for i := range warm + times {
			start := time.Now()
			sql(i % times)
			halfway := time.Now()
			size = fetch(path(i % times))
			if i >= warm {
				viaSQL, viaAPI = append(viaSQL, halfway.Sub(start)), append(viaAPI, time.Since(halfway))
			}
		}
		before := counter.n.Load()
		fetch(path(0))
		trips := counter.n.Load() - before
		api, bare := median(viaAPI), median(viaSQL)
		fmt.Printf("%s: %v over the API, %v by bare SQL: %.2f times%s; %d SQL round trips (aim: at most 3); %d bytes\n",
			screen, api.Round(10*time.Microsecond), bare.Round(10*time.Microsecond), float64(api)/float64(bare), aim, trips, size)
	}
	fmt.Println()
	measure("job screen", " (aim: at most 2)", len(jobs), func(i int) string { return "/api/jobs/" + string(jobs[i]) }, func(i int) {
		bare(postgres.JobQuery, jobs[i])
		bare(postgres.EntriesQuery, jobs[i], workshop.PastKinds)
	})
	var bikes []workshop.ID
	require.NoError(b, plain.DB().Select(&bikes, `select id from bike order by id limit 400`))
	kinds := append(slices.Clone(workshop.PastKinds), workshop.KindTorque)
	measure("bike page", " (aim: at most 2)", len(bikes), func(i int) string { return "/api/bikes/" + string(bikes[i]) }, func(i int) {
		bare(postgres.BikeQuery, bikes[i])
		bare(postgres.BikeEntriesQuery, bikes[i], kinds)
	})

	// Every second one of the jobs in the shop is given an open hunt, one answer in: its screen
	// against its neighbour's without, by turns; and the screen that the next answer brings.
	var here []workshop.ID
	require.NoError(b, plain.DB().Select(&here, `select id from job where released_at is null order by id limit 40`))
	record := func(job workshop.ID, c workshop.Content) (workshop.ID, time.Duration) {
		e := workshop.NewEntry{ID: workshop.NewID(), Content: c}
		body, err := json.Marshal(e)
		require.NoError(b, err)
		start := time.Now()
		response, err := client.Post(server.URL+"/api/jobs/"+string(job)+"/entries", "application/json", bytes.NewReader(body))
		require.NoError(b, err)
		said, err := io.ReadAll(response.Body)
		took := time.Since(start)
		require.NoError(b, err)
		require.NoError(b, response.Body.Close())
		require.Equal(b, http.StatusOK, response.StatusCode, string(said))
		return e.ID, took
	}
	hunts := map[workshop.ID]workshop.ID{}
	for i := 0; i < len(here); i += 2 {
		hunts[here[i]], _ = record(here[i], workshop.Content{Hunt: &workshop.Hunt{Fault: "soft-lever-front"}})
		record(here[i], workshop.Content{Clue: &workshop.Clue{Hunt: hunts[here[i]], Check: "pump", Answer: "Stays as it was"}})
	}
	var with, without, notes, answers []time.Duration
	for round := range 11 {
		for i := 0; i+1 < len(here); i += 2 {
			start := time.Now()
			fetch("/api/jobs/" + string(here[i]))
			halfway := time.Now()
			fetch("/api/jobs/" + string(here[i+1]))
			if round > 0 {
				with, without = append(with, halfway.Sub(start)), append(without, time.Since(halfway))
			}
		}
	}
	for i := 0; i+1 < len(here); i += 2 {
		answer := []string{"It stays", "It creeps to the bar"}[i/2%2] // two answers, two thoughts
		_, took := record(here[i], workshop.Content{Clue: &workshop.Clue{Hunt: hunts[here[i]], Check: "hold", Answer: answer}})
		answers = append(answers, took)
		_, took = record(here[i+1], workshop.Content{Note: &workshop.Note{Text: "Seen."}})
		notes = append(notes, took)
	}
	fmt.Printf("job screen with an open hunt: %v, without: %v: %.2f times (aim: at most 2); recording its next answer: %v, the slowest %v, recording a note: %v\n",
		median(with).Round(10*time.Microsecond), median(without).Round(10*time.Microsecond), float64(median(with))/float64(median(without)),
		median(answers).Round(10*time.Microsecond), slices.Max(answers).Round(10*time.Microsecond), median(notes).Round(10*time.Microsecond))
	measure("first screen, 40 bikes in the shop", "", 100, func(int) string { return "/api/today" }, func(int) {
		yesterday := time.Now().AddDate(0, 0, -1)
		bare(postgres.InShopQuery, yesterday)
		bare(postgres.InShopEntriesQuery, yesterday, workshop.FigureKinds)
	})
	b.ReportMetric(0, "ns/op")
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
