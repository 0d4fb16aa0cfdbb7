package servicesheet

import (
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"utensil/core/estimate"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop"
	"utensil/internal/workshop/findings"
)

// told is a job being told: what the sections are composed from.
type told struct {
	workshop.Sheet
	v    workshop.JobView
	room Room
}

func (t told) local(at time.Time) string          { return at.In(t.Shop.Location()).Format("2 Jan 2006 15:04") }
func (t told) money(amount estimate.Minor) string { return Money(amount, t.Shop.Currency) }

// Compose lays out a sheet, with so much on page one.
func Compose(s workshop.Sheet, room Room) Layout {
	t := told{s, s.View, room}
	return Layout{Number: t.v.Job.Number, Shop: shop(s), Title: t.v.Title, About: t.about(), Verdict: t.verdict(),
		Front: sections(t.said(), t.righted(), t.left(), t.settings(), t.measured(), t.next(), t.mind()),
		After: sections(t.saidInFull(), t.arrived(), t.found(), t.corrected(), t.service(), t.done(),
			t.declined(), t.looked(), t.contacts(), t.aired(), t.trued(), t.lives(), t.torques(), t.signed(),
			t.belongings(), t.notes(), t.card(), t.callBacks()),
		Foot: "Behind this page: every bolt with its torque, every point looked at, and what is on the bike."}
}

// sections are those that have something to tell.
func sections(all ...Section) []Section {
	return slices.DeleteFunc(all, func(s Section) bool {
		return s.Text == nil && s.Entries == nil && s.Gauges == nil && s.Ahead == nil &&
			s.Lives == nil && s.Table == nil
	})
}

func shop(s workshop.Sheet) (lines []string) {
	for _, line := range append([]string{s.Shop.Name}, strings.Split(s.Shop.Address, "\n")...) {
		if line = strings.TrimSpace(line); line != "" {
			lines = append(lines, line)
		}
	}
	return lines
}

func (t told) about() string {
	about := []string{}
	for _, part := range []string{t.v.Owner.Name, t.For} {
		if part != "" {
			about = append(about, part)
		}
	}
	if t.v.Bike.FrameNo != "" {
		about = append(about, "frame "+t.v.Bike.FrameNo)
	}
	if t.v.Job.ReleasedAt != nil {
		return strings.Join(append(about, fmt.Sprintf("handed over to %s on %s by %s", t.v.ReleasedTo,
			t.local(*t.v.Job.ReleasedAt), t.v.ReleasedBy)), " · ")
	}
	return strings.Join(append(about, "in since "+t.local(t.v.Job.OpenedAt)), " · ")
}

// verdict says whether the bike may be ridden: only of one that passed the door, and what speaks against
// it before anything else.
func (t told) verdict() MayRide {
	v := MayRide{Mark: wear.Open}
	switch {
	case t.v.Mistaken != nil:
		v.Word, v.Says = "It was taken in by mistake.", "Nothing was done to it, and nobody looked at it."
		return v
	case len(t.v.NotRidden) > 0:
		v.Word, v.Mark = "Do not ride it.", wear.Unsafe
		v.Says = "Left as it is, as its owner wished, told that it is unsafe: " +
			clipped(strings.Join(t.v.NotRidden, "; "), lettersSaid) + "."
	case t.v.Job.ReleasedAt == nil:
		v.Word, v.Says = "Not handed over yet.", "This sheet may still change."
	case len(t.unsafe()) > 0: // the door lets none out so; what a sheet says of it hangs on no door
		v.Word, v.Mark = "Do not ride it.", wear.Unsafe
		v.Says = few("Unsafe, and not put right: ", t.unsafe())
	default:
		v.Word, v.Mark = "It may be ridden.", wear.Sound
		if t.beds() {
			v.Word = "It may be ridden, with care at first: its brakes are to be bedded in."
		}
	}
	var right, left []string
	for _, f := range t.v.Findings {
		name := words.Lower(thing(f))
		switch {
		case settled(f) && !slices.Contains(right, name):
			right = append(right, name)
		case !settled(f) && (t.here() || f.Mark != wear.Unsafe) && !slices.Contains(left, name):
			left = append(left, name)
		}
	}
	lead := "Left as it is: "
	if t.here() {
		lead = "Not put right yet: "
	}
	v.Says = sentences(v.Says, few("Put right: ", right), few(lead, left))
	return v
}

// here says that the bike has not left.
func (t told) here() bool { return t.v.Job.ReleasedAt == nil }

// unsafe is what is unsafe and was not put right.
func (t told) unsafe() (names []string) {
	for _, f := range t.v.Findings {
		if f.Mark == wear.Unsafe && !settled(f) {
			names = append(names, words.Lower(f.Title))
		}
	}
	return names
}

// thing is what a finding is about, without what was seen there.
func thing(f findings.FindingView) string {
	name, _, _ := strings.Cut(f.Title, ": ")
	return name
}

// seen is what was seen of it.
func seen(f findings.FindingView) string {
	_, what, _ := strings.Cut(f.Title, ": ")
	return what
}

// settled says that nothing of a finding is left: worked on and looked at again.
func settled(f findings.FindingView) bool { return f.Status == findings.FindingDone }

// few names some of a list, and how many more there are.
func few(lead string, names []string) string {
	const most = 4
	if len(names) == 0 {
		return ""
	}
	more := ""
	if n := len(names) - most; n > 0 {
		names, more = names[:most], fmt.Sprintf(" and %d more", n)
	}
	return lead + clipped(strings.Join(names, ", "), 180) + more + "."
}

// sentences stand one after the other.
func sentences(all ...string) string {
	return strings.Join(slices.DeleteFunc(all, func(s string) bool { return s == "" }), " ")
}

// clipped is a text of at most so many letters, cut between words.
func clipped(text string, most int) string {
	text = strings.Join(strings.Fields(text), " ")
	if most == 0 {
		return ""
	}
	if utf8.RuneCountInString(text) <= most {
		return text
	}
	runes := []rune(text)[:most]
	cut := strings.TrimRight(string(runes), " .,;:")
	if at := strings.LastIndexByte(cut, ' '); at > len(cut)/2 {
		cut = cut[:at]
	}
	return cut + " …"
}
