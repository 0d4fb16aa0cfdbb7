package httpapi_test

import (
	"bytes"
	"encoding/json"
	"io"
	"net/http"
	"testing"

	jsonpatch "github.com/evanphx/json-patch/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/record"
)

// A tablet whose screens show some parts of a job is told those: what it comes to show later is
// added to what it holds.
func TestATabletIsToldThePartsItShows(t *testing.T) {
	s := open(t)
	tab := s.as(record.Mechanic)
	job := s.url + "/api/jobs/" + string(tab.checkIn().Job.ID)
	ask := func(parts, holds string) (kind string, text []byte) {
		request, err := http.NewRequestWithContext(t.Context(), "GET", job, nil)
		require.NoError(t, err)
		request.Header.Set("X-Utensil-Parts", parts)
		request.Header.Set("X-Utensil-Holds", holds)
		response, err := tab.client.Do(request)
		require.NoError(t, err)
		defer response.Body.Close()
		text, err = io.ReadAll(response.Body)
		require.NoError(t, err)
		require.Equal(t, http.StatusOK, response.StatusCode, "%s", text)
		return response.Header.Get("Content-Type"), text
	}
	type view struct {
		Edition string
		Parts   map[string]json.RawMessage
	}
	read := func(text []byte) (v view) {
		require.NoError(t, json.Unmarshal(text, &v))
		return v
	}
	_, core := ask("core", "")
	assert.Empty(t, read(core).Parts)
	_, all := ask("", "")
	assert.Len(t, read(all).Parts, 10)
	_, every := ask("core,*", "")
	assert.Equal(t, string(all), string(every))
	assert.Less(t, len(core), len(all)/3)

	_, air := ask("core,air,bananas", "")
	require.Len(t, read(air).Parts, 1, "what is no part is passed over")
	kind, text := ask("core,air,wheels", read(air).Edition)
	require.Equal(t, "application/json-patch+json", kind)
	changes, err := jsonpatch.DecodePatch(text)
	require.NoError(t, err)
	more, err := changes.Apply(air)
	require.NoError(t, err)
	_, both := ask("core,wheels,air", "")
	assert.JSONEq(t, string(both), string(more))
	assert.NotEqual(t, read(air).Edition, read(both).Edition)
}

// A tablet that says what it holds is told what has changed, by an answer as by a question; any
// other is told all.
func TestATabletIsToldWhatHasChanged(t *testing.T) {
	s := open(t)
	tab := s.as(record.Mechanic)
	job := s.url + "/api/jobs/" + string(tab.checkIn().Job.ID)
	ask := func(method, url, holds string, in any) (kind, edition string, text []byte) {
		payload, err := json.Marshal(in)
		require.NoError(t, err)
		request, err := http.NewRequestWithContext(t.Context(), method, url, bytes.NewReader(payload))
		require.NoError(t, err)
		request.Header.Set("Content-Type", "application/json")
		request.Header.Set("X-Utensil-Holds", holds)
		response, err := tab.client.Do(request)
		require.NoError(t, err)
		defer response.Body.Close()
		text, err = io.ReadAll(response.Body)
		require.NoError(t, err)
		require.Equal(t, http.StatusOK, response.StatusCode, "%s", text)
		var whole struct{ Edition string }
		_ = json.Unmarshal(text, &whole) // a list of changes has none
		return response.Header.Get("Content-Type"), whole.Edition, text
	}
	const whole, changes = "application/json", "application/json-patch+json"
	kind, first, held := ask("GET", job, "", nil)
	require.Equal(t, whole, kind)
	require.NotEmpty(t, first)
	patch := func(text []byte) jsonpatch.Patch {
		p, err := jsonpatch.DecodePatch(text)
		require.NoError(t, err)
		return p
	}
	apply := func(to, text []byte) []byte {
		out, err := patch(text).Apply(to)
		require.NoError(t, err)
		return out
	}

	kind, _, text := ask("GET", job, first, nil)
	assert.Equal(t, changes, kind)
	assert.JSONEq(t, string(held), string(apply(held, text)), "nothing has")

	note := record.NewEntry{ID: record.NewID(), Content: record.Notes.Says(record.Note{Text: "Ticks under load."})}
	kind, _, text = ask("POST", job+"/entries", first, note)
	assert.Equal(t, changes, kind)
	assert.Less(t, len(text), len(held)/20)
	_, second, now := ask("GET", job, "", nil)
	assert.NotEqual(t, first, second)
	assert.JSONEq(t, string(now), string(apply(held, text)))

	_, err := patch(text).Apply(now)
	assert.Error(t, err, "what holds for one edition is put into no other")
	for _, unknown := range []string{"nonsense", "' or 1=1", second + second} {
		kind, _, text = ask("GET", job, unknown, nil)
		assert.Equal(t, whole, kind)
		assert.JSONEq(t, string(now), string(text))
	}
}
