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

// A tablet that says what it holds is told what has changed, by an answer as by a question; any other is told all.
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
