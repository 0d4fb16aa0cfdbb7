package document

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"utensil/core/measure"
	"utensil/core/wear"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/contact"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/lifeline"
	"utensil/internal/workshop/record"
)

// wordy are texts from nothing to what nobody reads.
func wordy(t *rapid.T, what string) string {
	word := rapid.SampledFrom([]string{"pad", "bracket", "Unterlenker", "קשת", "cracked", "W", strings.Repeat("i", 70)})
	n := rapid.SampledFrom([]int{0, 1, 4, 12, 60, 900}).Draw(t, what+"'s words")
	return strings.Join(rapid.SliceOfN(word, n, n).Draw(t, what), " ")
}

// Whatever was said, found and left, page one is one page, and nothing unsafe is left off it.
func TestPageOneIsOnePage(t *testing.T) {
	now := time.Date(2026, 7, 2, 12, 0, 0, 0, time.UTC)
	status := rapid.SampledFrom([]findings.FindingStatus{findings.FindingDone, findings.FindingRefused,
		findings.FindingDeclined, findings.FindingOpen})
	rapid.Check(t, func(t *rapid.T) {
		var v workshop.JobView
		v.Title, v.Owner.Name = clip(wordy(t, "title"), 120), clip(wordy(t, "owner"), 120)
		v.Job = record.Job{Words: wordy(t, "words"), Reading: wordy(t, "reading")}
		for range rapid.IntRange(0, 6).Draw(t, "things said") {
			v.Said = append(v.Said, complaint.ComplaintView{Words: wordy(t, "said"), Answer: wordy(t, "answer")})
		}
		unsafe := 0
		for range rapid.IntRange(0, 40).Draw(t, "findings") {
			mark := rapid.SampledFrom([]wear.Mark{wear.Watch, wear.Due, wear.Unsafe}).Draw(t, "mark")
			if mark == wear.Unsafe {
				if unsafe++; unsafe > 7 { // a bike on which more is unsafe is no bike
					mark = wear.Due
				}
			}
			v.Findings = append(v.Findings, findings.FindingView{ID: record.NewID(), Mark: mark,
				Title: "Thing: " + wordy(t, "seen"), Reason: wordy(t, "reason"), Status: status.Draw(t, "status")})
		}
		for range rapid.IntRange(0, 20).Draw(t, "items") {
			i := agree.ItemView{ID: record.NewID(), Item: agree.Item{Title: wordy(t, "item")}, Total: 1250}
			if rapid.Bool().Draw(t, "done") {
				i.Work = &agree.Work{}
			}
			v.Items = append(v.Items, i)
		}
		for range rapid.IntRange(0, 12).Draw(t, "settings") {
			v.Parts.Contacts.Contacts = append(v.Parts.Contacts.Contacts, contact.ContactView{Name: "Saddle height",
				Left: &contact.Stood{Says: "742 mm"}})
		}
		for range rapid.IntRange(0, 12).Draw(t, "figures") {
			value := rapid.Float64Range(-1, 9).Draw(t, "figure")
			v.Parts.Walk.Points = append(v.Parts.Walk.Points, inspect.PointView{Name: "Rear pads",
				Gauge: &inspect.GaugeView{Unit: "mm", Ruling: measure.Ruling{Max: 5, Step: 0.2, Major: 1}, Limit: 1,
					Zones: []wear.Zone{{From: 0, To: 1, Mark: wear.Due}}},
				Reading: &inspect.ReadingView{Value: &value}})
		}
		for range rapid.IntRange(0, 9).Draw(t, "lines of the card") {
			v.Riding = append(v.Riding, wordy(t, "card"))
		}
		for range rapid.IntRange(0, 3).Draw(t, "bikes called back") {
			v.CallBacks = append(v.CallBacks, record.CallBack{What: wordy(t, "call"), Due: "2026-08-01"})
		}
		var lines []lifeline.Line
		for range rapid.IntRange(0, 12).Draw(t, "lines") {
			to := now.AddDate(0, 3, 0)
			lines = append(lines, lifeline.Line{Name: "Chain", Mark: wear.Sound, DueFrom: &now, DueTo: &to,
				Left: "900 km"})
		}
		l, p := fronted(workshop.Sheet{View: v, Lines: lines, For: "Full strip", Now: now,
			Shop: record.Settings{Name: "The Net Loft", Address: "Ferry Landing\nMarrowick", Currency: "GBP"}})
		assert.Equal(t, 1, p.pdf.PageNo())
		left := 0
		for _, s := range l.Front {
			for _, e := range s.Entries {
				if e.Mark == wear.Unsafe {
					left++
				}
			}
		}
		want := 0
		for _, f := range v.Findings {
			if f.Mark == wear.Unsafe && f.Status != findings.FindingDone {
				want++
			}
		}
		assert.Equal(t, want, left, "all that is unsafe stands on it")
	})
}

func clip(text string, most int) string {
	if runes := []rune(text); len(runes) > most {
		return string(runes[:most])
	}
	return text
}
