package servicesheet

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/core/words"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

// table makes a section of rows; of no rows there is none.
func table(id, title string, columns []Column, rows []TableRow) Section {
	if len(rows) == 0 {
		return Section{}
	}
	return Section{ID: id, Title: title, Table: &Table{Columns: columns, Rows: rows}}
}

// arrived is how the bike came in.
func (t told) arrived() Section {
	if t.v.Job.Condition == "" {
		return Section{}
	}
	return Section{ID: "arrived", Title: "Condition at arrival", Text: []string{t.v.Job.Condition}}
}

// saidInFull is what the owner told where page one has no room for all of it.
func (t told) saidInFull() Section {
	s := Section{ID: "said-in-full", Title: "You told us, in full"}
	if clipped(t.v.Job.Words, lettersSaid) != strings.Join(strings.Fields(t.v.Job.Words), " ") {
		s.Text = append(s.Text, "“"+t.v.Job.Words+"”")
	}
	if len(t.v.Job.Reading) > lettersSaid/2 {
		s.Text = append(s.Text, "Our reading: "+t.v.Job.Reading)
	}
	var rows []TableRow
	for _, e := range t.answers() {
		if len(t.v.Said) > t.room.said || len(e.Says) > 2*t.room.letters || len(e.Name) > lettersName {
			rows = append(rows, TableRow{Cells: []string{e.Name, e.Says}})
		}
	}
	if rows != nil {
		s.Table = &Table{Columns: []Column{{Share: 0.36, Strong: true}, {Share: 0.64}}, Rows: rows}
	}
	if len(s.Text) == 0 && s.Table == nil {
		return Section{}
	}
	return s
}

func (t told) found() Section {
	var rows []TableRow
	for _, f := range t.v.Findings {
		reason := f.Reason
		if f.Why != "" {
			reason += " Left: " + f.Why
		}
		rows = append(rows, TableRow{Cells: []string{string(f.Mark), f.Title, reason,
			record.NameOf(findings.Statuses, string(f.Status))}})
	}
	if rows == nil {
		says := "Nothing that needs work was seen."
		if !slices.ContainsFunc(t.v.Parts.Walk.Points, func(p inspect.PointView) bool {
			return p.Reading != nil && !p.Reading.Passed
		}) {
			says = "Nobody looked at it point by point."
		}
		return Section{ID: "found", Title: "Found", Text: []string{says}}
	}
	return table("found", "Found", []Column{{Share: 0.12, Strong: true}, {Share: 0.34, Strong: true}, {Share: 0.32},
		{Share: 0.22, Edge: true}}, rows)
}

// corrected is what was written down and turned out a slip.
func (t told) corrected() Section {
	var rows []TableRow
	for _, c := range t.v.Corrected {
		rows = append(rows, TableRow{Cells: []string{c.Was, fmt.Sprintf("is: %s. %s: %s", c.Is, c.By, c.Why)}})
	}
	return table("corrected", "Corrected", []Column{{Share: 0.4}, {Share: 0.6}}, rows)
}

// service is what the bike was taken in for: what is done in it, and what was left out.
func (t told) service() Section {
	of := t.v.Service
	if of == nil || len(of.Holds) == 0 {
		return Section{}
	}
	var rows []TableRow
	for _, read := range of.Read {
		rows = append(rows, TableRow{Cells: []string{read.Says, read.Note + " (" + read.By + ")"}})
	}
	for _, left := range of.LeftOut {
		rows = append(rows, TableRow{Cells: []string{"Left out: " + words.Lower(left.Says),
			left.Why + " (" + left.By + ")"}})
	}
	s := table("service", of.Name, []Column{{Share: 0.36, Strong: true}, {Share: 0.64}}, rows)
	s.ID, s.Title = "service", of.Name+", "+t.money(of.Price)
	s.Text = []string{strings.Join(of.Holds, "; ") + "."}
	return s
}

func (t told) done() Section {
	var rows []TableRow
	for _, i := range t.v.Items {
		if i.Work == nil {
			continue
		}
		fitted := make([]string, 0, len(i.Work.Parts)+2)
		for _, part := range i.Work.Parts {
			fitted = append(fitted, fmt.Sprintf("%d × %s", part.Quantity, part.Name))
		}
		if i.Item.OnTheWay {
			fitted = append(fitted, "put right while looking")
		}
		if i.Work.Note != "" {
			fitted = append(fitted, i.Work.Note)
		}
		rows = append(rows, TableRow{Cells: []string{i.Item.Title, strings.Join(fitted, "\n"), t.money(i.Total)}})
	}
	if rows == nil {
		return Section{}
	}
	for _, s := range t.v.Shared {
		rows = append(rows, TableRow{Cells: []string{"", fmt.Sprintf("%s once instead of %d times", s.Name, s.Times),
			"- " + t.money(s.Saved)}})
	}
	sum := t.sum()
	rows = append(rows, TableRow{Cells: []string{sum.Name, sum.Says, sum.Figure}})
	return table("done", "Done", []Column{{Share: 0.36, Strong: true}, {Share: 0.44},
		{Share: 0.20, Edge: true, Figure: true}}, rows)
}

func (t told) declined() Section {
	var rows []TableRow
	for _, i := range t.v.Items {
		if i.Work != nil || i.Answer == nil || i.Answer.Answer == agree.Yes {
			continue
		}
		said := i.Answer.From + ", " + i.Answer.How
		if i.Answer.Words != "" {
			said += ": “" + i.Answer.Words + "”"
		}
		answer := "no"
		if i.Answer.Answer == agree.Refused {
			answer = "refused: unsafe to ride"
		}
		rows = append(rows, TableRow{Cells: []string{i.Item.Title, said, answer}})
	}
	return table("declined", "Declined", []Column{{Share: 0.36, Strong: true}, {Share: 0.40},
		{Share: 0.24, Strong: true, Edge: true}}, rows)
}

func (t told) looked() Section {
	var rows []TableRow
	for _, point := range t.v.Parts.Walk.Points {
		r := point.Reading
		switch {
		case r == nil && !point.Required:
		case r == nil:
			rows = append(rows, TableRow{Cells: []string{point.Name, "", "", "not looked at"}})
		case r.Passed:
			rows = append(rows, TableRow{Cells: []string{point.Name, "", "", "not looked at: " + r.Note}})
		default:
			rows = append(rows, TableRow{Cells: lookedAt(point)})
		}
	}
	return table("looked", "Measured and looked at", []Column{{Share: 0.26}, {Share: 0.16, Strong: true}, {Share: 0.18},
		{Share: 0.40}}, rows)
}

// lookedAt is a point with its reading, its mark, and why.
func lookedAt(point inspect.PointView) []string {
	r := point.Reading
	figure, was := r.Word, ""
	if r.Value != nil {
		figure = inFull(*r)
		if point.Gauge != nil { // a shop may judge by eye now what it measured
			figure += " " + point.Gauge.Unit
		}
	}
	if n := len(point.History); n > 0 && point.History[n-1].Value != nil {
		last := point.History[n-1]
		was = fmt.Sprintf(" Was %s in %s.", measure.Format(*last.Value), last.At.Format("January 2006"))
	}
	mark, reason := "", ""
	if r.Judgement != nil {
		mark, reason = string(r.Judgement.Mark), r.Judgement.Reason
	}
	if r.PutRight { // one truth: it is not so any more
		figure, mark = "was "+words.Lower(figure), "put right"
	}
	if r.Note != "" {
		was += " " + r.Note
	}
	return []string{point.Name, figure, mark, reason + was}
}

// inFull is all that was read at a point: of two pads both.
func inFull(r inspect.ReadingView) string {
	if len(r.Values) < 2 {
		return measure.Format(*r.Value)
	}
	said := make([]string, len(r.Values))
	for i, v := range r.Values {
		said[i] = measure.Format(v)
	}
	return strings.Join(said, " / ")
}

// contacts are how the rider has the bike, as far as anybody noted it: as it came, as it is left.
func (t told) contacts() Section {
	var rows []TableRow
	for _, c := range t.v.Parts.Contacts.Contacts {
		if c.Found == nil && c.Left == nil {
			continue
		}
		found, left, asked := "–", "–", ""
		if c.Found != nil {
			found = c.Found.Says
		}
		if c.Left != nil {
			left = c.Left.Says
			if c.Left.Asked != "" {
				asked = "asked for: " + c.Left.Asked
			}
		}
		rows = append(rows, TableRow{Cells: []string{c.Name, "found " + found, "left " + left, asked}})
	}
	return table("contacts", "As the rider has it", []Column{{Share: 0.34}, {Share: 0.16}, {Share: 0.16, Strong: true},
		{Share: 0.34}}, rows)
}

// foundWord is how a fastener was found; nobody having looked is a dash.
func foundWord(found string) string {
	if found == torque.FoundNotChecked {
		return "–"
	}
	return record.NameOf(torque.FoundStates, found)
}

func (t told) torques() Section {
	var rows []TableRow
	for _, b := range t.v.Parts.Bolts.Bolts {
		if b.Log == nil {
			continue
		}
		rule := "by feel"
		if b.Rule != nil {
			rule = measure.Format(float64(b.Rule.Min)) + "–" + measure.Format(float64(b.Rule.Max))
		}
		was, left := foundWord(b.Log.Found), "set"
		if b.Log.FoundNm != nil {
			was = measure.Format(*b.Log.FoundNm)
		}
		switch {
		case b.Log.NotFitted:
			left = "not fitted"
		case b.Log.Felt:
			left = "felt by hand"
		case b.Log.LeftNm != nil:
			left = measure.Format(*b.Log.LeftNm)
		case !b.Log.Set:
			left = "not put right"
		}
		name := strings.TrimSpace(b.Name + " " + b.Position)
		if b.LeftHand {
			name += " (left-hand thread)"
		}
		rows = append(rows, TableRow{Cells: []string{name, rule, was, left, initials(b.By)}, Remarks: remarks(b)})
	}
	s := table("torques", "Torque, N·m", []Column{{Name: "Fastener", Share: 0.40},
		{Name: "rule", Share: 0.16, Edge: true, Figure: true},
		{Name: "as found", Share: 0.16, Edge: true, Figure: true},
		{Name: "as left", Share: 0.16, Edge: true, Figure: true, Strong: true},
		{Name: "by", Share: 0.12, Edge: true, Figure: true}}, rows)
	if used := t.wrenches(); used != "" {
		s.Note = "Wrenches: " + used
	}
	return s
}

// remarks are what the owner should know of a bolt besides its figures.
func remarks(b torque.BoltView) (out []string) {
	if b.Verdict != nil && b.Verdict.State == fastener.WithinError {
		out = append(out, "in range, within the wrench's error")
	}
	if b.Origin == torque.FromEstimate {
		out = append(out, "estimated, no maker's figure")
	}
	if b.Log.Loosened {
		out = append(out, "was too tight; loosened fully and tightened again")
	}
	if b.Log.WrenchDue != "" {
		out = append(out, b.Log.WrenchName+": "+b.Log.WrenchDue)
	}
	if b.Log.Warning != "" {
		out = append(out, b.Log.Warning)
	}
	if b.Log.Reason != "" {
		out = append(out, "Used because: "+b.Log.Reason)
	}
	if b.Log.Note != "" {
		out = append(out, b.Log.Note)
	}
	return out
}

// wrenches are those of the run with their error.
func (t told) wrenches() string {
	var used []string
	for _, b := range t.v.Parts.Bolts.Bolts {
		if b.Log == nil || b.Log.WrenchName == "" {
			continue
		}
		said := fmt.Sprintf("%s (± %s %%)", b.Log.WrenchName, measure.Format(math.Round(b.Log.Deviation*1000)/10))
		if !slices.Contains(used, said) {
			used = append(used, said)
		}
	}
	return strings.Join(used, ", ")
}

func (t told) signed() Section {
	var rows []TableRow
	for _, s := range t.v.Signs {
		switch {
		case s.Waived != "":
			rows = append(rows, TableRow{Cells: []string{s.Name, "not tried: " + s.Waived, ""}})
		case s.Sign == nil:
			rows = append(rows, TableRow{Cells: []string{s.Name, "not signed", ""}})
		default:
			outcome := "passed"
			if !s.Sign.Passed {
				outcome = "failed"
			}
			if s.Sign.Note != "" {
				outcome += ": " + s.Sign.Note
			}
			when := s.At
			if at, err := time.Parse(time.RFC3339, s.At); err == nil {
				when = at.In(t.Shop.Location()).Format("2 Jan 15:04")
			}
			rows = append(rows, TableRow{Cells: []string{s.Name, outcome, s.By + ", " + when}})
		}
	}
	for _, s := range t.v.Parts.Ride.Stops {
		if s.Here {
			rows = append(rows, TableRow{Cells: []string{fmt.Sprintf("Stopped from %s km/h in %s m",
				measure.Format(s.Kmh), measure.Format(s.Metres)), s.Says, ""}})
		}
	}
	return table("signed", "Tested and signed", []Column{{Share: 0.30}, {Share: 0.40, Strong: true},
		{Share: 0.30, Edge: true}}, rows)
}

func (t told) belongings() Section {
	var rows []TableRow
	for _, b := range t.v.Belongings {
		state := "still here"
		if b.Returned != nil {
			state = "given back"
			if b.TakenOff {
				state = "put back on"
			}
		}
		rows = append(rows, TableRow{Cells: []string{b.Name, state}})
	}
	return table("belongings", "Belongings", []Column{{Share: 0.6}, {Share: 0.4, Edge: true}}, rows)
}

func (t told) notes() Section {
	s := Section{ID: "notes", Title: "Notes"}
	for _, n := range t.v.Reopened {
		s.Text = append(s.Text, fmt.Sprintf("Opened again by %s, %s: %s", n.By, t.local(n.At), n.Text))
	}
	for _, n := range t.v.Notes {
		s.Text = append(s.Text, n.Text)
	}
	return s
}

// card is the riding card in full.
func (t told) card() Section {
	s := Section{ID: "card", Title: "Riding card", Text: t.v.Riding}
	if brakes.Beds(t.v.Riding, t.v.NotRidden) {
		s.Title = "Riding card: bedding in"
	}
	if len(s.Text) == 0 {
		return Section{}
	}
	return s
}

func (t told) callBacks() Section {
	var rows []TableRow
	for _, c := range t.v.CallBacks {
		due := c.Due
		if day, err := time.Parse(time.DateOnly, c.Due); err == nil {
			due = "by " + day.Format("2 January 2006")
		}
		rows = append(rows, TableRow{Cells: []string{c.What, due}})
	}
	return table("call-backs", "Please come back", []Column{{Share: 0.68},
		{Share: 0.32, Strong: true, Edge: true}}, rows)
}

func initials(name string) string {
	var out strings.Builder
	for word := range strings.FieldsSeq(name) {
		for _, r := range word {
			out.WriteRune(r)
			break
		}
	}
	return out.String()
}
