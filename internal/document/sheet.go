// Package document writes the papers of the workshop in open formats.
package document

import (
	"fmt"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"utensil/core/fastener"
	"utensil/core/measure"
	"utensil/core/words"
	"utensil/internal/workshop"
	"utensil/internal/workshop/agree"
	"utensil/internal/workshop/brakes"
	"utensil/internal/workshop/complaint"
	"utensil/internal/workshop/findings"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/record"
	"utensil/internal/workshop/torque"
)

// Sheet writes the service sheet of a job as PDF: found, done, measured, every torque,
// declined, belongings, what is on the bike.
func Sheet(w io.Writer, s workshop.Sheet) error {
	v, on, shop, now := s.View, s.Lines, s.Shop, s.Now
	local := func(t time.Time) string { return t.In(shop.Location()).Format("2 Jan 2006 15:04") }
	p := newPage(fmt.Sprintf("Service sheet %d", v.Job.Number),
		fmt.Sprintf("%s · sheet %d · %s", shop.Name, v.Job.Number, v.Title))

	p.text("Service sheet", 18, true)
	p.row(9, cell{0.5, shop.Name + "\n" + shop.Address, false, false},
		cell{0.5, fmt.Sprintf("Job %d\nIn %s", v.Job.Number,
			local(v.Job.OpenedAt)), false, true})
	p.pdf.Ln(2)
	p.text(v.Title, 13, true)
	bike := v.Owner.Name
	if v.Bike.FrameNo != "" {
		bike += " · frame " + v.Bike.FrameNo
	}
	p.text(bike+" · "+s.For, 9, false)
	if v.Job.ReleasedAt != nil {
		p.text(fmt.Sprintf("Handed to %s on %s by %s", v.ReleasedTo, local(*v.Job.ReleasedAt), v.ReleasedBy), 9, false)
	} else {
		p.text("Not handed over yet: this sheet may still change.", 9, true)
	}

	if len(v.NotRidden) > 0 {
		p.heading("Not to be ridden")
		p.text("Left as it is, as its owner wished, told that it is unsafe: "+strings.Join(v.NotRidden,
			"; ")+".", 11, true)
	}

	p.heading("You told us")
	p.text("“"+v.Job.Words+"”", 9, false)
	if v.Job.Reading != "" {
		p.text("Our reading: "+v.Job.Reading, 9, false)
	}
	if v.Job.Condition != "" {
		p.text("Condition at arrival: "+v.Job.Condition, 9, false)
	}

	answered(p, v)

	found(p, v)
	done(p, v, shop)
	measured(p, v)
	aired(p, v)
	set(p, v)
	trued(p, v)
	lives(p, on, now)
	torques(p, v)
	signed(p, v, shop)
	rest(p, v, local)
	if err := p.pdf.Output(w); err != nil {
		return fmt.Errorf("writing the service sheet: %w", err)
	}
	return nil
}

// answered is what came of each thing the owner said, and why the job was opened again.
func answered(p page, v workshop.JobView) {
	for _, c := range v.Said {
		answer := c.Answer
		if c.Open {
			answer = "not answered yet"
		} else if c.How == complaint.ByTrying {
			answer = "tried, not found: " + answer
		}
		says := "“" + c.Words + "”"
		if c.Ridden {
			says = c.Words // that is ours to say
		}
		p.row(9, cell{0.36, says, true, false}, cell{0.64, answer, false, false})
	}
}

// sold is the service that the bike was taken in for: what is done in it, and what was left out.
func sold(p page, v workshop.JobView, shop record.Settings) {
	if v.Service == nil || len(v.Service.Holds) == 0 {
		return
	}
	p.heading(v.Service.Name)
	p.row(9, cell{0.8, strings.Join(v.Service.Holds, "; ") + ".", false, false},
		cell{0.2, Money(v.Service.Price, shop.Currency), false, true})
	for _, read := range v.Service.Read {
		p.row(9, cell{0.36, read.Says, true, false}, cell{0.64, read.Note + " (" + read.By + ")", false, false})
	}
	for _, left := range v.Service.LeftOut {
		p.row(9, cell{0.36, "Left out: " + words.Lower(left.Says), true, false},
			cell{0.64, left.Why + " (" + left.By + ")", false, false})
	}
}

// corrected is what was written down and turned out a slip.
func corrected(p page, v workshop.JobView) {
	for _, c := range v.Corrected {
		p.row(9, cell{0.12, "corrected", false, false}, cell{0.34, c.Was, false, false},
			cell{0.54, fmt.Sprintf("is: %s. %s: %s", c.Is, c.By, c.Why), false, false})
	}
}

func found(p page, v workshop.JobView) {
	p.heading("Found")
	if len(v.Findings) == 0 {
		p.text("Nothing that needs work.", 9, false)
	}
	for _, f := range v.Findings {
		reason := f.Reason
		if f.Why != "" {
			reason += " Left: " + f.Why
		}
		p.row(9, cell{0.12, string(f.Mark), true, false}, cell{0.34, f.Title, true, false},
			cell{0.32, reason, false, false},
			cell{0.22, record.NameOf(findings.Statuses, string(f.Status)), false, true})
	}
	corrected(p, v)
}

func done(p page, v workshop.JobView, shop record.Settings) {
	var work, declined []agree.ItemView
	for _, i := range v.Items {
		switch {
		case i.Work != nil:
			work = append(work, i)
		case i.Answer != nil && i.Answer.Answer != agree.Yes:
			declined = append(declined, i)
		}
	}
	sold(p, v, shop)
	p.heading("Done")
	if len(work) == 0 && v.Service == nil {
		p.text("No work was done.", 9, false)
	}
	for _, i := range work {
		fitted := make([]string, 0, len(i.Work.Parts)+1)
		for _, part := range i.Work.Parts {
			fitted = append(fitted, fmt.Sprintf("%d × %s", part.Quantity, part.Name))
		}
		if i.Item.OnTheWay {
			fitted = append(fitted, "put right while looking")
		}
		if i.Work.Note != "" {
			fitted = append(fitted, i.Work.Note)
		}
		p.row(9, cell{0.36, i.Item.Title, true, false}, cell{0.46, strings.Join(fitted, "\n"), false, false},
			cell{0.18, Money(i.Total, shop.Currency), false, true})
	}
	if len(work) > 0 || v.Service != nil && v.Service.Price > 0 {
		for _, s := range v.Shared {
			p.row(9, cell{0.76, fmt.Sprintf("%s once instead of %d times", s.Name, s.Times), false, false},
				cell{0.24, "- " + Money(s.Saved, shop.Currency), false, true})
		}
		tax := fmt.Sprintf("of which tax %s", Money(v.Agreed.Tax, shop.Currency))
		if !shop.TaxIn {
			tax = fmt.Sprintf("with tax %s", Money(v.Agreed.Tax, shop.Currency))
		}
		p.row(9, cell{0.36, "Total agreed", true, false}, cell{0.40, tax, false, true},
			cell{0.24, Money(v.Agreed.Gross, shop.Currency), true, true})
	}
	if len(declined) > 0 {
		p.heading("Declined")
	}
	for _, i := range declined {
		said := i.Answer.From + ", " + i.Answer.How
		if i.Answer.Words != "" {
			said += ": “" + i.Answer.Words + "”"
		}
		answer := "no"
		if i.Answer.Answer == agree.Refused {
			answer = "refused: unsafe to ride"
		}
		p.row(9, cell{0.36, i.Item.Title, true, false}, cell{0.40, said, false, false}, cell{0.24, answer, true, true})
	}
}

func measured(p page, v workshop.JobView) {
	p.heading("Measured and looked at")
	for _, point := range v.Parts.Walk.Points {
		r := point.Reading
		switch {
		case r == nil && !point.Required:
		case r == nil:
			p.row(9, cell{0.26, point.Name, false, false}, cell{0.74, "not looked at", false, false})
		case r.Passed:
			p.row(9, cell{0.26, point.Name, false, false}, cell{0.74, "not looked at: " + r.Note, false, false})
		default:
			figure, was := r.Word, ""
			if r.Value != nil {
				figure = everyFigure(*r)
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
			p.row(9, cell{0.26, point.Name, false, false}, cell{0.16, figure, true, false},
				cell{0.18, mark, false, false},
				cell{0.40, reason + was, false, false})
		}
	}
}

// set is how the rider has the bike, as far as anybody noted it: as it came, as it is left.
func set(p page, v workshop.JobView) {
	headed := false
	for _, c := range v.Parts.Contacts.Contacts {
		if c.Found == nil && c.Left == nil {
			continue
		}
		if !headed {
			p.heading("As the rider has it")
			headed = true
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
		p.row(9, cell{0.34, c.Name, false, false}, cell{0.16, "found " + found, false, false},
			cell{0.16, "left " + left, true, false}, cell{0.34, asked, false, false})
	}
}

// everyFigure is all that was read at a point: of two pads both.
func everyFigure(r inspect.ReadingView) string {
	if len(r.Values) < 2 {
		return measure.Format(*r.Value)
	}
	said := make([]string, len(r.Values))
	for i, v := range r.Values {
		said[i] = measure.Format(v)
	}
	return strings.Join(said, " / ")
}

// foundWord is how a fastener was found; nobody having looked is a dash.
func foundWord(found string) string {
	if found == torque.FoundNotChecked {
		return "–"
	}
	return record.NameOf(torque.FoundStates, found)
}

func torques(p page, v workshop.JobView) {
	p.heading("Torque, N·m")
	p.row(8, cell{0.40, "Fastener", true, false}, cell{0.16, "rule", true, true}, cell{0.16, "as found", true, true},
		cell{0.16, "as left", true, true}, cell{0.12, "by", true, true})
	for _, b := range v.Parts.Bolts.Bolts {
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
		for _, remark := range remarks(b) {
			name += "\n" + remark
		}
		p.row(8.5, cell{0.40, name, false, false}, cell{0.16, rule, false, true},
			cell{0.16, was, false, true}, cell{0.16, left, true, true},
			cell{0.12, initials(b.By), false, true})
	}
	if used := wrenchesUsed(v); used != "" {
		p.text("Wrenches: "+used, 8, false)
	}
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

// wrenchesUsed lists the wrenches of the run with their error.
func wrenchesUsed(v workshop.JobView) string {
	var used []string
	for _, b := range v.Parts.Bolts.Bolts {
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

func signed(p page, v workshop.JobView, shop record.Settings) {
	p.heading("Tested and signed")
	for _, s := range v.Signs {
		switch {
		case s.Waived != "":
			p.row(9, cell{0.4, s.Name, false, false}, cell{0.6, "not tried: " + s.Waived, false, false})
		case s.Sign == nil:
			p.row(9, cell{0.4, s.Name, false, false}, cell{0.6, "not signed", false, false})
		default:
			outcome := "passed"
			if !s.Sign.Passed {
				outcome = "failed"
			}
			if s.Sign.Note != "" {
				outcome += ": " + s.Sign.Note
			}
			when := s.At
			if t, err := time.Parse(time.RFC3339, s.At); err == nil {
				when = t.In(shop.Location()).Format("2 Jan 15:04")
			}
			p.row(9, cell{0.26, s.Name, false, false}, cell{0.34, outcome, true, false},
				cell{0.40, s.By + ", " + when, false, true})
		}
	}
	for _, s := range v.Parts.Ride.Stops {
		if s.Here {
			name := fmt.Sprintf("Stopped from %s km/h in %s m", measure.Format(s.Kmh), measure.Format(s.Metres))
			p.row(9, cell{0.36, name, false, false}, cell{0.64, s.Says, false, false})
		}
	}
}

func rest(p page, v workshop.JobView, local func(time.Time) string) {
	if len(v.Belongings) > 0 {
		p.heading("Belongings")
	}
	for _, b := range v.Belongings {
		state := "still here"
		if b.Returned != nil {
			state = "given back"
			if b.TakenOff {
				state = "put back on"
			}
		}
		p.row(9, cell{0.6, b.Name, false, false}, cell{0.4, state, false, true})
	}
	if len(v.Notes)+len(v.Reopened) > 0 {
		p.heading("Notes")
	}
	for _, n := range v.Reopened {
		p.text(fmt.Sprintf("Opened again by %s, %s: %s", n.By, local(n.At), n.Text), 9, false)
	}
	for _, n := range v.Notes {
		p.text(n.Text, 9, false)
	}
	beds := brakes.Beds(v.Riding, v.NotRidden)
	for i, line := range v.Riding {
		switch {
		case i == 0 && beds:
			p.heading("Riding card: bedding in")
		case i == 0:
			p.heading("Riding card")
		}
		p.text(line, 9, false)
	}
	for i, c := range v.CallBacks {
		if i == 0 {
			p.heading("Please come back")
		}
		due := c.Due
		if day, err := time.Parse(time.DateOnly, c.Due); err == nil {
			due = "by " + day.Format("2 January 2006")
		}
		p.row(9, cell{0.68, c.What, false, false}, cell{0.32, due, true, true})
	}
	p.heading("Before you ride")
	mind := "Try both brakes before you set off. "
	if beds {
		mind += "What rubs is new or was worked on: slow down firmly many times from a moderate speed " +
			"before you rely on it. "
	}
	if slices.ContainsFunc(v.Parts.Bolts.Bolts, func(b torque.BoltView) bool { return b.Log != nil }) {
		mind += "Have crank and carbon joints checked again after the first ride. "
	}
	p.text(mind+"The maker's manual comes before anything here; if something feels wrong, stop riding "+
		"and have a qualified "+
		"mechanic look at it.", 9, false)
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

func pageNumber(pdf *fpdf.Fpdf) string { return strconv.Itoa(pdf.PageNo()) }
