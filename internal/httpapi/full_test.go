package httpapi_test

import (
	"fmt"
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/record"
)

// A database that is there and takes nothing is told as that, to be sent again, and not as a
// fault of what was written. Codes: PostgreSQL 15, appendix A.
func TestADatabaseThatTakesNothingIsSentToAgain(t *testing.T) {
	s := open(t)
	bench := s.as(record.Mechanic)
	job := bench.checkIn()
	var database string
	require.NoError(t, s.store.DB().Get(&database, `select current_database()`))
	note := func() (int, string, string) {
		status, _, fault := bench.try(job.Job.ID,
			record.NewEntry{ID: record.NewID(), Content: record.Notes.Says(record.Note{Text: "kept"})})
		return status, fault.Type, fault.Detail
	}
	for code, says := range map[string]string{
		"53100": "is its disk full", "53200": "is its disk full", "58030": "is its disk full",
		"53300": "look at the computer", "57014": "look at the computer",
		"40P01": "look at the computer", "55P03": "look at the computer",
	} {
		t.Run(code, func(t *testing.T) {
			_, err := s.store.DB().Exec(fmt.Sprintf(`create or replace function takes_nothing() returns trigger language plpgsql as
				$$ begin raise exception 'as if' using errcode = '%s'; end $$;
				create or replace trigger takes_nothing before insert on entry execute function takes_nothing()`, code))
			require.NoError(t, err)
			status, kind, detail := note()
			assert.Equal(t, http.StatusServiceUnavailable, status)
			assert.Equal(t, "/problems/away", kind)
			assert.Contains(t, detail, says)
			assert.Contains(t, detail, "is sent again by itself")
		})
	}
	_, err := s.store.DB().Exec(`drop trigger takes_nothing on entry`)
	require.NoError(t, err)
	_, err = s.store.DB().Exec(fmt.Sprintf(`alter database %s set default_transaction_read_only = on`, database))
	require.NoError(t, err)
	s.store.DB().SetMaxIdleConns(0) // what is connected already may write
	status, _, detail := note()
	assert.Equal(t, http.StatusServiceUnavailable, status)
	assert.Contains(t, detail, "read only")
}
