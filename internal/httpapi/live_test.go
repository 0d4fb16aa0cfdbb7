package httpapi_test

import (
	"testing"
	"time"

	"github.com/segmentio/encoding/json"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/httpapi"
	"utensil/internal/postgres"
	"utensil/internal/workshop"
	"utensil/internal/workshop/record"
	"utensil/knowledge"
)

// Whoever is told to look again finds a read of that name.
func TestWhatLooksAgainIsReadByTheAPI(t *testing.T) {
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	text, err := httpapi.New(workshop.New(nil, book, time.Now), nil,
		httpapi.Options{Changes: postgres.Changes()}).OpenAPI()
	require.NoError(t, err)
	var described struct {
		Paths map[string]struct{ Get struct{ OperationID string } }
	}
	require.NoError(t, json.Unmarshal(text, &described))
	reads := map[string]bool{record.Everything: true}
	for _, path := range described.Paths {
		reads[path.Get.OperationID] = true
	}
	for _, c := range postgres.Changes() {
		for _, read := range c.Again {
			assert.True(t, reads[read], "%s has %q look again", c.Name, read)
		}
	}
}
