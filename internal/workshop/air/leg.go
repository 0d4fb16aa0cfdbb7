package air

import (
	"fmt"
	"math"
	"strings"

	"utensil/core/measure"
	"utensil/core/suspension"
	"utensil/core/wear"
	"utensil/core/words"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

// SagRead is how far a leg sank under its rider, in riding kit, at a pressure.
type SagRead struct {
	Leg    string     `json:"leg" enum:"fork,shock"`
	Typed  string     `json:"typed" doc:"pressure, in bar unless it names a unit, as typed like what follows"`
	Sag    string     `json:"sag" doc:"of the ring, mm"`
	Travel string     `json:"travel" doc:"all of it, mm"`
	Most   string     `json:"most" doc:"what the leg bears, by its sticker or manual"`
	Gauge  *record.ID `json:"gauge,omitempty" doc:"of the shop, that showed the pressure"`
	From   string     `json:"from,omitempty" doc:"sag that its maker asks for at the least, % of its travel, with the next: where it is known it wins"`
	To     string     `json:"to,omitempty" doc:"and at the most"`
	Opened bool       `json:"opened,omitempty" doc:"it was opened, or its spring changed, since it was read last: what it answered before tells nothing"`

	Sagged *Sagged `json:"sagged,omitempty" readOnly:"true"`
}

// Sagged is what that comes to.
type Sagged struct {
	Bar    float64 `json:"bar"`
	Sag    float64 `json:"sag_mm"`
	Travel float64 `json:"travel_mm"`
	Most   float64 `json:"most_bar"`
	Share  float64 `json:"share" doc:"of the travel"`
	From   float64 `json:"from,omitempty" doc:"of the travel, that its maker asks for; left out where nobody typed it"`
	To     float64 `json:"to,omitempty"`
}

// target is what a leg is set to: what its maker asks for, or what legs of its kind and travel usually are.
func target(s *record.Sheet, leg string, travel float64, read Sagged) suspension.Target {
	usual := s.Book.SagOf(leg, travel)
	t := suspension.Target{From: usual.Least, To: usual.Most, Most: read.Most}
	if read.To > 0 {
		t.From, t.To = read.From, read.To
	}
	return t
}

func (s Sagged) read() suspension.Sagged {
	return suspension.Sagged{Bar: s.Bar, Sag: s.Sag, Travel: s.Travel}
}

func checkSag(s *record.Sheet, in SagRead) (*SagRead, error) {
	if !sprung(s, in.Leg) {
		return nil, record.Refuse("leg", "This bike has no such leg.")
	}
	sagged, err := sagOf(s, in)
	in.Sagged = sagged
	return &in, err
}

func sagOf(s *record.Sheet, in SagRead) (*Sagged, error) {
	var out Sagged
	for _, f := range []struct {
		field, typed string
		unit         measure.Unit
		within       measure.Range
		into         *float64
	}{
		{"typed", in.Typed, measure.Bar, inLegs, &out.Bar},
		{"sag", in.Sag, measure.Millimetre, measure.Range{Min: 0.5, Max: 260}, &out.Sag},
		{"travel", in.Travel, measure.Millimetre, measure.Range{Min: 20, Max: 260}, &out.Travel},
		{"most", in.Most, measure.Bar, inLegs, &out.Most},
	} {
		v, err := record.ReadFigure(f.field, f.typed, f.unit, f.within)
		if err != nil {
			return nil, err
		}
		*f.into = v
	}
	var err error
	if out.Bar, _, err = gaugeshelf.Read(s, in.Gauge, "typed", out.Bar); err != nil {
		return nil, err
	}
	if out.Bar > out.Most {
		return nil, record.Refuse("typed", "%s is more than the leg bears: %s. Let air out before anybody sits on it.",
			inspect.Bars(out.Bar), inspect.Bars(out.Most))
	}
	if err := out.asked(in); err != nil {
		return nil, err
	}
	if _, err := suspension.Set(target(s, in.Leg, out.Travel, out), out.read()); err != nil {
		return nil, record.Refuse("sag", "%s", words.Sentence(err))
	}
	out.Share = math.Round(1000*out.read().Share()) / 1000
	return &out, nil
}

// asked takes what its maker asks for, where somebody typed it.
func (s *Sagged) asked(in SagRead) error {
	if strings.TrimSpace(in.From+in.To) == "" {
		return nil
	}
	within := measure.Range{Min: 5, Max: 45}
	from, err := record.ReadFigure("from", in.From, measure.Percent, within)
	if err != nil {
		return err
	}
	to, err := record.ReadFigure("to", in.To, measure.Percent, within)
	if err != nil {
		return err
	}
	if from >= to {
		return record.Refuse("to", "From %s to %s %%: the second is the larger one.",
			measure.Format(from), measure.Format(to))
	}
	s.From, s.To = from/100, to/100
	return nil
}

// pumpsTo is how near a pressure is set with a pump, as a share of it (our own).
const pumpsTo = 0.02

// LegBench is a leg as the bench sees it.
type LegBench struct {
	Place  string     `json:"place" enum:"fork,shock"`
	Reads  []SagView  `json:"reads" doc:"that tell of it as it is now, oldest first"`
	From   float64    `json:"from" doc:"of the travel: sag to set"`
	To     float64    `json:"to"`
	Maker  bool       `json:"maker,omitempty" doc:"its maker asks for that; else it is usual on such a leg"`
	Next   *SagNext   `json:"next,omitempty"`
	Liked  []AirLiked `json:"liked"`
	Says   string     `json:"says"`
	Mark   wear.Mark  `json:"mark" doc:"of its sag, its hours and what its seals pass, the worst"`
	Before string     `json:"before" doc:"what is done before anything is opened"`
	Dials  DialsView  `json:"dials"`
	Due    *LegDue    `json:"due,omitempty" doc:"when it is to be opened again, by what was done to it last"`
	Begins *LegBegins `json:"begins,omitempty" doc:"by the chart of this make and model, where somebody typed it"`
	Nicks  []NickView `json:"nicks" doc:"marks that a seal may pass, found in this job"`

	Unwritten bool `json:"unwritten,omitempty" doc:"it was served in this job, and nobody wrote down what went in and for how long it is good"`
}

// SagView is a sag that was read.
type SagView struct {
	ID record.ID `json:"id"`
	Sagged
	By string `json:"by"`
}

// SagNext is what to try next.
type SagNext struct {
	Bar    float64    `json:"bar,omitempty" doc:"left out where the sag is within"`
	Within bool       `json:"within"`
	Mark   wear.Mark  `json:"mark" doc:"of the sag as it was read last"`
	Target *wear.Span `json:"target,omitempty" doc:"pressures to set it between, bar: a pump is no nearer"`
	Held   bool       `json:"held,omitempty" doc:"its rider asks for more than it bears"`
	Own    bool       `json:"own,omitempty" doc:"by how this leg answered, from two of its readings"`

	Shows []gaugeshelf.GaugeShows `json:"shows,omitempty" doc:"what the shop's gauges show at it"`
}

// airOut is why the air comes out first (common caution).
const airOut = "Note its pressure, then all the air out, before anything is opened: a leg under " +
	"pressure throws its parts. " +
	"One that stays drawn in without its air holds pressure inside: it is not opened, it goes to who " +
	"has the tools for it."

// tooMuch is what a leg does that sinks too far (common practice, no source).
var tooMuch = map[string]string{
	"fork":  "It dives, the steering turns nervous, the rider is thrown forward, and it bottoms out.",
	"shock": "Pedals and bottom bracket strike, the steering goes slack, it bottoms out.",
}

func legs(s *record.Sheet) []LegBench {
	list := []LegBench{}
	for _, leg := range []string{"fork", "shock"} {
		springs := parts.Facts.Of(s).Suspension
		if springs == "rigid" || leg == "shock" && springs != "full" {
			continue
		}
		b := LegBench{Place: leg, Reads: []SagView{}, Liked: liked(s, leg), Before: airOut,
			Dials: dialsOf(s, leg), Due: dueOf(s, leg), Nicks: nicksOn(s, leg), Unwritten: servedOnly(s, leg)}
		for e, in := range Sags.Both(s) {
			if in.Leg != leg || in.Sagged == nil {
				continue
			}
			if in.Opened {
				b.Reads = []SagView{}
			}
			b.Reads = append(b.Reads, SagView{e.ID, *in.Sagged, e.ByName})
		}
		var last Sagged
		if n := len(b.Reads); n > 0 {
			last = b.Reads[n-1].Sagged
		}
		set := target(s, leg, last.Travel, last)
		b.From, b.To, b.Maker = set.From, set.To, last.To > 0
		b.advise(s, set)
		b.Mark = b.mark()
		if len(b.Reads) > 0 {
			over(b.Liked, b.Reads[len(b.Reads)-1].Most)
		}
		list = append(list, b)
	}
	return list
}

func (b *LegBench) advise(s *record.Sheet, set suspension.Target) {
	if len(b.Reads) == 0 {
		b.Says = "Ring down to the seal, sit on it in riding kit without bouncing, step off, read the ring."
		return
	}
	last := b.Reads[len(b.Reads)-1]
	var all []suspension.Sagged
	for _, r := range b.Reads {
		all = append(all, r.read())
	}
	next, err := suspension.Set(set, all...)
	if err != nil {
		b.Says = words.Sentence(err)
		return
	}
	b.Next = &SagNext{Bar: math.Round(next.Bar*100) / 100, Within: next.Within, Held: next.Held,
		Own: next.Own, Mark: wear.Watch}
	if next.Within {
		b.Next.Mark = wear.Sound
	}
	if b.Next.Bar > 0 {
		b.Next.Target = &wear.Span{From: b.Next.Bar * (1 - pumpsTo), To: b.Next.Bar * (1 + pumpsTo)}
	}
	if !next.Within {
		b.Next.Shows = gaugeshelf.At(s, b.Next.Bar)
	}
	share := fmt.Sprintf("It sinks %.0f %% of its travel", 100*last.Share)
	switch {
	case b.sticks() != "":
		b.Says = b.sticks()
	case next.Within:
		b.Says = share + ": that is what " + b.asks() + ". Read it once more; seals stick."
	case next.Held:
		b.Says = share + ", and may bear no more air than its maker allows. A firmer spring, or a leg for this weight."
	case last.Share > b.To:
		b.Says = share + ": too much. " + tooMuch[b.Place]
	default:
		b.Says = share + ": too little. It rides high and harsh, and its tyre loses the ground."
	}
}

// asks says who asks for the sag that it is set to.
func (b *LegBench) asks() string {
	if b.Maker {
		return "its maker asks for"
	}
	return fmt.Sprintf("is usual on such a %s", b.Place)
}

// mark is how a leg stands: by the worst of what is known of it.
func (b *LegBench) mark() wear.Mark {
	mark := wear.Open
	if b.Next != nil {
		mark = wear.Sound
		if !b.Next.Within || b.sticks() != "" {
			mark = wear.Watch
		}
	}
	if b.Due != nil && b.Due.Late && wear.Watch.Worse(mark) {
		mark = wear.Watch
	}
	for _, n := range b.Nicks {
		if n.Mark.Worse(mark) && n.Mark.Worse(wear.Sound) {
			mark = n.Mark
		}
	}
	return mark
}

// even is how much more of its travel one end may sink than the other, as a share (our own judgement).
const even = 0.03

// balanceOf says how front and rear stand to each other, once both were read; empty before.
func balanceOf(legs []LegBench) string {
	if len(legs) < 2 || len(legs[0].Reads) == 0 || len(legs[1].Reads) == 0 {
		return ""
	}
	last := func(l LegBench) suspension.Sagged { return l.Reads[len(l.Reads)-1].read() }
	more, err := suspension.Balance(last(legs[0]), last(legs[1]))
	more -= (legs[0].From + legs[0].To - legs[1].From - legs[1].To) / 2 // each is to sink by its own
	switch {
	case err != nil:
		return ""
	case more > even:
		return fmt.Sprintf("Against what each is to sink, the front sinks %.0f points more of its "+
			"travel than the rear: it steers "+
			"nervously and dives. A little more air in front, or less behind.", 100*more)
	case more < -even:
		return fmt.Sprintf("Against what each is to sink, the rear sinks %.0f points more of its travel "+
			"than the front: the steering "+
			"goes slack, pedals come low. A little more air behind, or less in front.", -100*more)
	}
	return "Front and rear stand alike to what each is to sink."
}

// apart is how far two sags at one pressure may lie from each other, as a share of the travel
// (our own judgement).
const apart = 0.04

// sticks says by how much the last two readings differ though their pressure does not: what holds
// the leg are its seals.
func (b *LegBench) sticks() string {
	n := len(b.Reads)
	if n < 2 {
		return ""
	}
	was, is := b.Reads[n-2], b.Reads[n-1]
	if math.Abs(is.Bar/was.Bar-1) > readError || math.Abs(is.Share-was.Share) <= apart {
		return ""
	}
	return fmt.Sprintf("Twice at one pressure, and %.0f mm apart: its seals stick. Push it through its "+
		"travel, a little silicone on the "+
		"clean stanchions, and read it again.", math.Abs(is.Sag-was.Sag))
}
