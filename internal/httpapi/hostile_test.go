package httpapi_test

import (
	"bytes"
	"encoding/json"
	"io"
	"math"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop/record"
)

// schema is as much of the description of a body as is needed to fill it in.
type schema struct {
	Ref        string            `json:"$ref"`
	Type       any               `json:"type"`
	Format     string            `json:"format"`
	Enum       []any             `json:"enum"`
	Properties map[string]schema `json:"properties"`
	Items      *schema           `json:"items"`
}

type described struct {
	Paths map[string]map[string]struct {
		RequestBody struct {
			Content map[string]struct{ Schema schema }
		}
	}
	Components struct{ Schemas map[string]schema }
}

// example is a body as its description has it, as deep as a few steps.
func (d *described) example(s schema, depth int) any {
	if s.Ref != "" {
		s = d.Components.Schemas[s.Ref[strings.LastIndex(s.Ref, "/")+1:]]
	}
	kind, _ := s.Type.(string)
	switch {
	case len(s.Enum) > 0:
		return s.Enum[0]
	case kind == "object" || s.Properties != nil:
		out := map[string]any{}
		if depth > 0 {
			for name, p := range s.Properties {
				out[name] = d.example(p, depth-1)
			}
		}
		return out
	case kind == "array":
		return []any{}
	case kind == "integer" || kind == "number":
		return 1
	case kind == "boolean":
		return true
	case s.Format == "date-time":
		return "2026-03-02T10:00:00Z"
	}
	return string(record.NewID())
}

// hostile are values of which every field is sent each, one at a time.
var hostile = []any{"", "\u0000", "x", strings.Repeat("9", 40), "9999-12-31T23:59:59Z",
	"99999-01-01T00:00:00Z", -1, 1e308,
	3000000000, math.MaxInt32, int64(math.MaxInt64), json.Number("9223372036854775808"), true,
	nil, []any{}, map[string]any{}}

// Every operation of the description is sent malformed ids and malformed values of each of its
// fields: what comes back may be any refusal, and is never a fault of the program.
func TestNoOperationBreaksOnMalformedValues(t *testing.T) {
	s := open(t)
	keeper, other := s.as(record.Keeper), s.as(record.Counter)
	tab := keeper
	text, err := s.api.OpenAPI()
	require.NoError(t, err)
	var d described
	require.NoError(t, json.Unmarshal(text, &d))
	job := string(tab.checkIn().Job.ID)
	sent, broken := 0, map[string]string{}
	try := func(method, path string, body any) {
		payload, err := json.Marshal(body)
		require.NoError(t, err)
		request, err := http.NewRequestWithContext(t.Context(), strings.ToUpper(method), s.url+path,
			bytes.NewReader(payload))
		if err != nil {
			return // no browser sends it either
		}
		request.Header.Set("Content-Type", "application/json")
		response, err := tab.client.Do(request)
		require.NoError(t, err)
		answer, err := io.ReadAll(response.Body)
		require.NoError(t, err)
		require.NoError(t, response.Body.Close())
		sent++
		if response.StatusCode >= 500 || bytes.Contains(answer, []byte("error marshaling")) {
			broken[method+" "+path+" "+string(payload[:min(len(payload), 160)])] = string(answer)
		}
	}
	for path, methods := range d.Paths {
		for method, op := range methods {
			if tab = keeper; strings.HasSuffix(path, "/session") || path == "/api/devices/here" {
				tab = other // who is signed in stays so
			}
			whole := d.example(op.RequestBody.Content["application/json"].Schema, 3)
			for _, id := range []string{"x", "%00", strings.Repeat("7", 300), string(record.NewID()), job} {
				at := path
				for strings.Contains(at, "{") {
					from, to := strings.Index(at, "{"), strings.Index(at, "}")
					at = at[:from] + id + at[to+1:]
				}
				try(method, at, whole)
				if at == path {
					break
				}
			}
			fields, _ := whole.(map[string]any)
			at := strings.NewReplacer("{id}", job, "{token}", "x").Replace(path)
			if strings.Contains(at, "{") {
				continue
			}
			for name, was := range fields {
				for _, bad := range hostile {
					fields[name] = bad
					try(method, at, fields)
				}
				fields[name] = was
			}
		}
	}
	t.Logf("%d requests", sent)
	assert.Empty(t, broken)
}
