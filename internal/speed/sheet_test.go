package speed_test

import (
	"bytes"
	"fmt"
	"os/exec"
	"strings"
	"testing"
	"time"

	"codeberg.org/go-pdf/fpdf"
	"github.com/go-fonts/dejavu/dejavusans"
	"github.com/stretchr/testify/require"

	"utensil/core/fastener"
	"utensil/internal/document"
	"utensil/internal/workshop"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

// BenchmarkSheet prints a sheet of 60 bolts and 45 points, against the plainest PDF that holds the same text in
// the same font.
func BenchmarkSheet(b *testing.B) {
	var v workshop.JobView
	v.Title, v.Job.Words = "Pelham Drover, green", "Everything off, please."
	left := 5.2
	for i := range 60 {
		v.Parts.Bolts.Bolts = append(v.Parts.Bolts.Bolts, torque.BoltView{Name: fmt.Sprintf("Bolt %d", i),
			Rule: &fastener.Rule{Min: 5, Max: 6}, By: "Ida Oyelaran",
			Log: &torque.Torque{LeftNm: &left, Note: "Thread cleaned."}})
	}
	for i := range 45 {
		v.Parts.Walk.Points = append(v.Parts.Walk.Points, inspect.PointView{Name: fmt.Sprintf("Point %d", i),
			Required: true, Reading: &inspect.ReadingView{Word: "Sound"}})
	}
	sheet := workshop.Sheet{View: v, For: "Full strip", Now: time.Date(2026, 7, 2, 12, 0, 0, 0, time.UTC),
		Shop: record.Settings{Name: "The Net Loft", Currency: "GBP"}}
	printed, err := document.Sheet(sheet)
	require.NoError(b, err)
	read := exec.Command("pdftotext", "-layout", "-", "-")
	read.Stdin = bytes.NewReader(printed.PDF)
	text, err := read.Output()
	require.NoError(b, err)
	for b.Loop() {
		var ours, plain []time.Duration
		var size, plainest int
		for range 20 {
			start := time.Now()
			printed, err := document.Sheet(sheet)
			require.NoError(b, err)
			ours, size = append(ours, time.Since(start)), len(printed.PDF)
			start = time.Now()
			plainest = plainly(b, string(text))
			plain = append(plain, time.Since(start))
		}
		fmt.Printf("\nsheet of 60 bolts: %v, %d kB; plainest PDF of its text: %v, %d kB: %.2f times"+
			" (aim: under 150 ms, 300 kB)\n",
			rounded(median(ours)), size/1000, rounded(median(plain)), plainest/1000,
			float64(median(ours))/float64(median(plain)))
	}
	b.ReportMetric(0, "ns/op")
}

// plainly is how many bytes a text is, line under line.
func plainly(b *testing.B, text string) int {
	pdf := fpdf.New("P", "mm", "A4", "")
	pdf.AddUTF8FontFromBytes("Sans", "", dejavusans.TTF)
	pdf.AddPage()
	pdf.SetFont("Sans", "", 9)
	for line := range strings.SplitSeq(text, "\n") {
		pdf.CellFormat(0, 4.5, line, "", 1, "L", false, 0, "")
	}
	var out bytes.Buffer
	require.NoError(b, pdf.Output(&out))
	return out.Len()
}
