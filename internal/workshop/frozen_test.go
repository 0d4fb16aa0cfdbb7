package workshop_test

import (
	"encoding/json"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/internal/workshop"
	"utensil/knowledge"
)

// A sheet is kept as the view's JSON: what is read back says the same, for every job of the golden corpus.
func TestAViewThatIsKeptReadsTheSame(t *testing.T) {
	c := openCorpus(t)
	book, err := knowledge.Shipped()
	require.NoError(t, err)
	for _, k := range c.Jobs {
		shop := workshop.New(&archive{shop: c.Shop, job: k.record(t)}, book, func() time.Time { return c.Now })
		view, err := shop.Job(t.Context(), k.Job.ID)
		require.NoError(t, err)
		was, err := json.Marshal(view)
		require.NoError(t, err)
		var read workshop.JobView
		require.NoError(t, json.Unmarshal(was, &read))
		is, err := json.Marshal(read)
		require.NoError(t, err)
		assert.JSONEq(t, string(was), string(is))
	}
}
