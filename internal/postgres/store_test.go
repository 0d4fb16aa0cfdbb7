package postgres_test

import (
	"errors"
	"fmt"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/sync/errgroup"

	"utensil/internal/localdb/testing"
	"utensil/internal/postgres"
	"utensil/internal/workshop"
	"utensil/internal/workshop/door"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/signin"
	"utensil/internal/workshop/torque"
	"utensil/knowledge"
)

// inShop opens a store with one member of staff and one job.
func inShop(t *testing.T) (*postgres.Store, record.Actor, record.Job) {
	t.Helper()
	store := dbtest.Open(t)
	saved, err := store.SaveStaff(t.Context(),
		signin.Staff{ID: record.NewID(), Name: "Ida", Role: record.Keeper, Active: true, Secret: "-"})
	require.NoError(t, err)
	by := record.Actor{ID: saved.ID, Name: saved.Name, Role: saved.Role}
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	owner := record.Owner{ID: record.NewID(), Name: "Ansel", Phone: "0770 900 1141"}
	machine := record.Bike{ID: record.NewID(), OwnerID: owner.ID, Make: "Pelham", Model: "Drover", FrameNo: "PD_7%",
		Facts: book.Kinds[0].Facts}
	job := record.Job{ID: record.NewID(), BikeID: machine.ID, Depth: "tune", Words: "It squeals.", OpenedAt: time.Now()}
	require.NoError(t, store.CheckIn(t.Context(), by, owner, machine, job, nil))
	return store, by, job
}

func written(by record.Actor, job record.Job, text string) record.Entry {
	return record.Entry{ID: record.NewID(), JobID: job.ID, Kind: record.Notes.Name, By: by.ID,
		At: time.Now(), Digest: []byte(text),
		Content: record.Notes.Says(record.Note{Text: text})}
}

func kind(t *testing.T, err error) record.ProblemKind {
	t.Helper()
	var problem *record.Problem
	require.ErrorAs(t, err, &problem)
	return problem.Kind
}

// together runs n at once and returns how many failed, and the problems they failed with.
func together(n int, do func(int) error) (failed []error) {
	var all sync.WaitGroup
	var mu sync.Mutex
	for i := range n {
		all.Go(func() {
			if err := do(i); err != nil {
				mu.Lock()
				failed = append(failed, err)
				mu.Unlock()
			}
		})
	}
	all.Wait()
	return failed
}

func TestOneOfManyCorrectionsStands(t *testing.T) {
	store, by, job := inShop(t)
	first := written(by, job, "first")
	require.NoError(t, store.Append(t.Context(), job.ID, first))
	failed := together(8, func(i int) error {
		e := written(by, job, fmt.Sprint("correction ", i))
		e.Supersedes = &first.ID
		return store.Append(t.Context(), job.ID, e)
	})
	require.Len(t, failed, 7)
	for _, err := range failed {
		assert.Equal(t, record.Stale, kind(t, err))
	}
	missing := record.NewID()
	lost := written(by, job, "of nothing")
	lost.Supersedes = &missing
	assert.Equal(t, record.Missing, kind(t, store.Append(t.Context(), job.ID, lost)))
}

func TestTheSameEntryFromManyTabletsStandsOnce(t *testing.T) {
	store, by, job := inShop(t)
	e := written(by, job, "once")
	assert.Empty(t, together(8, func(int) error { return store.Append(t.Context(), job.ID, e) }))
	record, err := store.Job(t.Context(), job.ID)
	require.NoError(t, err)
	require.Len(t, record.Entries, 1)
	assert.Equal(t, e.Content, record.Entries[0].Content)
	assert.Equal(t, "Ida", record.Entries[0].ByName)
}

func TestEntriesSentTogetherStandTogetherOrNotAtAll(t *testing.T) {
	store, by, job := inShop(t)
	first, second := written(by, job, "first"), written(by, job, "first, corrected")
	second.Supersedes = &first.ID
	require.NoError(t, store.Append(t.Context(), job.ID, first, second))
	require.NoError(t, store.Append(t.Context(), job.ID, first, second), "sent again")

	third, another := written(by, job, "third"), written(by, job, "another under the first's id")
	another.ID = first.ID
	assert.Equal(t, record.Stale, kind(t, store.Append(t.Context(), job.ID, third, another)))
	late := written(by, job, "the second correction of one entry")
	late.Supersedes = &first.ID
	assert.Equal(t, record.Stale, kind(t, store.Append(t.Context(), job.ID, third, late)))

	kept, err := store.Job(t.Context(), job.ID)
	require.NoError(t, err)
	var said []string
	for _, e := range kept.Entries {
		said = append(said, record.Notes.In(e.Content).Text)
	}
	assert.Equal(t, []string{"first", "first, corrected"}, said, "in the order they were given")
}

func TestWhatCameAfterAJobIsNoPastOfIt(t *testing.T) {
	store, by, first := inShop(t)
	kept, err := store.Job(t.Context(), first.ID)
	require.NoError(t, err)
	wear := 1.8
	reads := func(job record.Job) {
		require.NoError(t, store.Append(t.Context(), job.ID,
			record.Entry{ID: record.NewID(), JobID: job.ID, Kind: inspect.Readings.Name, By: by.ID,
				At: time.Now(), Digest: []byte("r"),
				Content: inspect.Readings.Says(inspect.Reading{Point: "front-pads", Value: &wear})},
			record.Entry{ID: record.NewID(), JobID: job.ID, Kind: torque.Torques.Name, By: by.ID,
				At: time.Now(), Digest: []byte("t"),
				Content: torque.Torques.Says(torque.Torque{Fastener: "faceplate", LeftNm: &wear})}))
	}
	leaves := func(job record.Job) {
		released := record.Entry{ID: record.NewID(), JobID: job.ID, Kind: door.Releases.Name, By: by.ID,
			At: time.Now(), Digest: []byte("l"),
			Content: door.Releases.Says(door.Released{To: "Ansel"})}
		require.NoError(t, store.Seal(t.Context(), released,
			func(record.Record) (door.Seal, error) { return door.Seal{}, nil }))
	}
	jobs := []record.Job{first}
	for range 2 {
		reads(jobs[len(jobs)-1])
		leaves(jobs[len(jobs)-1])
		next := record.Job{ID: record.NewID(), BikeID: first.BikeID, Depth: "tune", Words: "Again.",
			OpenedAt: time.Now()}
		require.NoError(t, store.CheckIn(t.Context(), by, kept.Owner, kept.Bike, next, nil))
		jobs = append(jobs, next)
	}
	for i, job := range jobs {
		record, err := store.Job(t.Context(), job.ID)
		require.NoError(t, err)
		kinds := map[string]int{}
		for _, e := range record.Earlier {
			kinds[e.Kind]++
		}
		assert.Equal(t, i, kinds[inspect.Readings.Name], "job %d: readings of the jobs before it", i+1)
		assert.Equal(t, min(i, 1), kinds[torque.Torques.Name], "job %d: the bolt as the job before left it", i+1)
		assert.Len(t, record.EarlierJobs, i, "job %d", i+1)
	}
}

func TestNoEntrySlipsInBehindARelease(t *testing.T) {
	// Whatever order they come in, the release has judged every entry that stands before it
	// and none stands after it.
	for round := range 10 {
		t.Run(fmt.Sprint(round), func(t *testing.T) {
			store, by, job := inShop(t)
			var judged atomic.Int64
			release := record.Entry{ID: record.NewID(), JobID: job.ID, Kind: door.Releases.Name,
				By: by.ID, At: time.Now(), Digest: []byte("r"),
				Content: door.Releases.Says(door.Released{To: "Ansel"})}
			failed := together(9, func(i int) error {
				if i == 4 {
					return store.Seal(t.Context(), release, func(r record.Record) (door.Seal, error) {
						judged.Store(int64(len(r.Entries)))
						return door.Seal{}, nil
					})
				}
				return store.Append(t.Context(), job.ID, written(by, job, fmt.Sprint(i)))
			})
			for _, err := range failed {
				assert.Equal(t, record.Closed, kind(t, err))
			}
			record, err := store.Job(t.Context(), job.ID)
			require.NoError(t, err)
			assert.NotNil(t, record.Job.ReleasedAt)
			assert.Equal(t, 8-len(failed), int(judged.Load()))
			assert.Equal(t, door.Releases.Name, record.Entries[len(record.Entries)-1].Kind, "nothing after the release")
		})
	}
}

func TestARefusedReleaseLeavesNothingBehind(t *testing.T) {
	store, by, job := inShop(t)
	release := record.Entry{ID: record.NewID(), JobID: job.ID, Kind: door.Releases.Name, By: by.ID,
		At: time.Now(), Digest: []byte("r"),
		Content: door.Releases.Says(door.Released{To: "Ansel"})}
	refusal := errors.New("not yet")
	require.ErrorIs(t, store.Seal(t.Context(), release,
		func(record.Record) (door.Seal, error) { return door.Seal{}, refusal }), refusal)
	record, err := store.Job(t.Context(), job.ID)
	require.NoError(t, err)
	assert.Nil(t, record.Job.ReleasedAt)
	assert.Empty(t, record.Entries)
}

func TestOneOfManyWritersWins(t *testing.T) {
	store, _, job := inShop(t)
	kept, err := store.Job(t.Context(), job.ID)
	require.NoError(t, err)
	settings, err := store.Settings(t.Context())
	require.NoError(t, err)
	for what, save := range map[string]func(i int) error{
		"bike": func(i int) error {
			b := kept.Bike
			b.Colour = fmt.Sprint("colour ", i)
			_, err := store.SaveBike(t.Context(), b)
			return err
		},
		"owner": func(i int) error {
			o := kept.Owner
			o.Phone = fmt.Sprint(i)
			_, err := store.SaveOwner(t.Context(), o)
			return err
		},
		"settings": func(i int) error {
			s := settings
			s.Name = fmt.Sprint(i)
			_, err := store.SaveSettings(t.Context(), s)
			return err
		},
		"job": func(i int) error {
			return store.SaveJob(t.Context(), job.ID,
				workshop.JobChange{Depth: "tune", Words: fmt.Sprint(i), Version: kept.Job.Version})
		},
	} {
		t.Run(what, func(t *testing.T) {
			failed := together(6, save)
			assert.Len(t, failed, 5, what)
			for _, err := range failed {
				assert.Equal(t, record.Stale, kind(t, err), what)
			}
		})
	}
}

func TestSearchFindsByAnyWord(t *testing.T) {
	store, _, job := inShop(t)
	for _, words := range [][]string{{"ansel"}, {"PELHAM"}, {"drov", "1141"}, {"07709001141"}, {"pd_7%"}, {}} {
		found, err := store.Search(t.Context(), words, 10)
		require.NoError(t, err)
		require.Len(t, found, 1, words)
		assert.Equal(t, job.ID, *found[0].OpenJob)
	}
	for _, words := range [][]string{{"%"}, {"pd-7"}, {"ansel", "sixteen"}, {`\`}} {
		found, err := store.Search(t.Context(), words, 10)
		require.NoError(t, err)
		if words[0] == "%" {
			assert.Len(t, found, 1, "the frame number holds a per cent sign")
			continue
		}
		assert.Empty(t, found, words)
	}
}

func TestTriesOfOneDeviceFollowEachOther(t *testing.T) {
	store, by, _ := inShop(t)
	var most atomic.Int64
	count := func(device string) func(int) error {
		return func(int) error {
			return store.Try(t.Context(), by.ID, device, func(_ signin.Staff, seen signin.Tries) (signin.Tries, error) {
				most.Store(max(most.Load(), int64(seen.Failed+1)))
				return signin.Tries{Failed: seen.Failed + 1}, nil
			})
		}
	}
	together(20, count("one"))
	assert.EqualValues(t, 20, most.Load(), "each saw the one before")
	most.Store(0)
	together(3, count("other"))
	assert.EqualValues(t, 3, most.Load(), "another device is counted by itself")
	require.NoError(t, store.ForgetTries(t.Context(), by.ID))
	most.Store(0)
	require.NoError(t, count("one")(0))
	assert.EqualValues(t, 1, most.Load())
}

func TestShortQueriesAreNotCompiled(t *testing.T) {
	// The first screen's query took 0.75 s where the server compiled it, 0.01 s where it did not.
	var jit string
	require.NoError(t, dbtest.Open(t).DB().Get(&jit, `show jit`))
	assert.Equal(t, "off", jit)

	store, err := postgres.Open(dbtest.URL(t) + "&jit=on")
	require.NoError(t, err)
	defer store.Close()
	require.NoError(t, store.DB().Get(&jit, `show jit`))
	assert.Equal(t, "on", jit, "who asks for it has it")
}

// What a newer version keeps is not touched by an older one.
func TestAnOlderProgramRefusesNewerRecords(t *testing.T) {
	store := dbtest.Open(t)
	require.NoError(t, store.Migrate(t.Context()), "its own version is none")
	_, err := store.DB().Exec(`insert into goose_db_version (version_id, is_applied) values (99999, true)`)
	require.NoError(t, err)
	assert.ErrorContains(t, store.Migrate(t.Context()), "their schema is 99999, and this one knows")
}

// Servers that start at once on an empty database wait for each other.
func TestManyMigrateAtOnce(t *testing.T) {
	url := dbtest.Empty(t)
	var all errgroup.Group
	for range 6 {
		all.Go(func() error {
			store, err := postgres.Open(url)
			if err != nil {
				return err
			}
			return errors.Join(store.Migrate(t.Context()), store.Close())
		})
	}
	require.NoError(t, all.Wait())
}
