package document

import (
	"encoding/csv"
	"fmt"
	"io"
	"strconv"
	"strings"
	"time"

	"utensil/core/measure"
	"utensil/internal/workshop"
	"utensil/internal/workshop/torque"
)

// torqueColumns are the columns of the torque table.
var torqueColumns = []string{"fastener", "position", "component", "thread_hand", "safety_critical",
	"least_nm", "most_nm", "origin",
	"source", "found", "found_nm", "left_nm", "verdict",
	"wrench", "wrench_out_of_date", "reason", "adapter_setting_nm", "treatment", "loosened_first",
	"warning", "note", "by", "at"}

// Torques writes the torques of a job as CSV (RFC 4180), one row a bolt, in newton metres.
func Torques(w io.Writer, v workshop.JobView) error {
	out := csv.NewWriter(w)
	out.UseCRLF = true
	if err := out.Write(torqueColumns); err != nil {
		return fmt.Errorf("writing the torques: %w", err)
	}
	for _, b := range v.Parts.Bolts.Bolts {
		if b.Log == nil {
			continue
		}
		if err := out.Write(torqueRow(b)); err != nil {
			return fmt.Errorf("writing the torques: %w", err)
		}
	}
	out.Flush()
	return out.Error()
}

func torqueRow(b torque.BoltView) []string {
	hand, least, most, source, verdict, at := "right", "", "", "", "", ""
	if b.LeftHand {
		hand = "left"
	}
	if b.Rule != nil {
		least, most, source = measure.Format(float64(b.Rule.Min)), measure.Format(float64(b.Rule.Max)), b.Rule.Source
	}
	switch {
	case b.Log.NotFitted:
		verdict = "not fitted"
	case b.Log.Felt:
		verdict = "felt by hand"
	case b.Log.Set:
		verdict = "set by feel"
	case b.Verdict != nil:
		verdict = strings.ReplaceAll(string(b.Verdict.State), "_", " ")
	}
	if b.At != nil {
		at = b.At.UTC().Format(time.RFC3339)
	}
	treatment := b.Treatment
	if b.Log.Treatment != "" {
		treatment = b.Log.Treatment + " instead of " + b.Treatment
	}
	row := []string{b.Name, b.Position, b.Component, hand, yes(b.Critical), least, most,
		string(b.Origin), source, b.Log.Found,
		figureOf(b.Log.FoundNm), figureOf(b.Log.LeftNm), verdict,
		b.Log.WrenchName, b.Log.WrenchDue, b.Log.Reason, figureOf(b.Log.ShownNm), treatment,
		yes(b.Log.Loosened), b.Log.Warning, b.Log.Note, b.By,
		at}
	for i, text := range row {
		row[i] = inert(text)
	}
	return row
}

func yes(is bool) string {
	if is {
		return "yes"
	}
	return ""
}

func figureOf(nm *float64) string {
	if nm == nil {
		return ""
	}
	return measure.Format(*nm)
}

// inert keeps a spreadsheet from running what someone typed as a formula.
func inert(text string) string {
	if text == "" || !strings.ContainsRune("=+-@\t\r", rune(text[0])) {
		return text
	}
	if _, err := strconv.ParseFloat(text, 64); err == nil {
		return text
	}
	return "'" + text
}
