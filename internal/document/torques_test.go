package document_test

import (
	"bytes"
	"encoding/csv"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"utensil/core/fastener"
	"utensil/internal/document"
	"utensil/internal/workshop"
	"utensil/internal/workshop/fluid"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

func TestTorquesAsCSV(t *testing.T) {
	at := time.Date(2026, 3, 2, 10, 0, 0, 0, time.UTC)
	left, shown := 5.25, 4.2
	view := workshop.JobView{Parts: workshop.Parts{Bolts: torque.BoltsPart{Bolts: []torque.BoltView{
		{Name: "Pedal", Position: "left", LeftHand: true, Critical: true,
			Rule:      &fastener.Rule{Min: 30, Max: 40, Source: "common practice"},
			Treatment: "thin grease"},
		{Name: "Handlebar clamp, \"faceplate\"", Position: "1", Component: "Stem", Critical: true,
			Origin:    torque.FromManual,
			Rule:      &fastener.Rule{Min: 5, Max: 6, Source: "manual, page 14"},
			Treatment: "thin grease", By: "Ida", At: &at, Verdict: &fastener.Verdict{State: fastener.WithinError},
			Log: &torque.Torque{Found: torque.FoundLoose, LeftNm: &left, ShownNm: &shown,
				Treatment: "dry", WrenchName: "Old beam",
				WrenchDue: "It is older than 12 months.",
				Reason:    "-- the other is lent out", Loosened: true, Note: "=HYPERLINK(\"x\")\nsecond line"}},
		{Name: "Main hinge", Set: "It closes with a click.", By: "Ida", At: &at,
			Log: &torque.Torque{Found: torque.FoundNotChecked, Set: true, Note: "@later"}},
	}}}}
	var out bytes.Buffer
	require.NoError(t, document.Torques(&out, view))
	assert.Contains(t, out.String(), "\r\n", "RFC 4180 ends lines with CRLF")
	rows, err := csv.NewReader(&out).ReadAll()
	require.NoError(t, err, "RFC 4180, read back by the standard library")
	require.Len(t, rows, 3, "a heading, and one row for each bolt that was logged")
	row := map[string]string{}
	for i, column := range rows[0] {
		row[column] = rows[1][i]
	}
	for column, want := range map[string]string{
		"fastener": "Handlebar clamp, \"faceplate\"", "least_nm": "5", "most_nm": "6",
		"origin": "manual", "found": "loose", "left_nm": "5.25",
		"adapter_setting_nm": "4.2",
		"verdict":            "within error", "wrench": "Old beam",
		"treatment": "dry instead of thin grease", "loosened_first": "yes",
		"safety_critical": "yes", "at": "2026-03-02T10:00:00Z",
	} {
		t.Run(column, func(t *testing.T) {
			assert.Equal(t, want, row[column], column)
		})
	}
	// A spreadsheet must not run what someone typed.
	assert.Equal(t, "'=HYPERLINK(\"x\")\nsecond line", row["note"])
	assert.Equal(t, "'-- the other is lent out", row["reason"])
	assert.Contains(t, rows[2], "'@later")
	assert.Contains(t, rows[2], "set by feel")
}

func TestABottlesLabel(t *testing.T) {
	var out bytes.Buffer
	b := fluid.Bottle{ID: record.NewID()}
	require.NoError(t, document.BottleLabel(&out, b))
	assert.True(t, bytes.HasPrefix(out.Bytes(), []byte("\x89PNG")))
	assert.Equal(t, "utensil:bottle:"+string(b.ID), document.BottleCode(b))
}
