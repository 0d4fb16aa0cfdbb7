package air

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"utensil/core/measure"
	"utensil/core/tyre"
	"utensil/core/words"
	"utensil/internal/workshop/gaugeshelf"
	"utensil/internal/workshop/inspect"
	"utensil/internal/workshop/parts"
	"utensil/internal/workshop/record"
)

// TyreRead is a tyre on its rim as it was read.
type TyreRead struct {
	End      string `json:"end" enum:"front,rear"`
	Marking  string `json:"marking" doc:"as it stands on the sidewall"`
	Width    string `json:"width,omitempty" doc:"measured on the rim, mm; left out as its marking says, like what follows as typed"`
	Least    string `json:"least,omitempty" doc:"on the sidewall, in bar unless it names a unit"`
	NoLeast  bool   `json:"no_least,omitempty" doc:"none is printed there"`
	Carries  string `json:"carries,omitempty" doc:"load on the sidewall, kg"`
	Most     string `json:"most" doc:"on the sidewall"`
	RimMost  string `json:"rim_most,omitempty" doc:"that the rim's maker allows"`
	Inside   string `json:"inside,omitempty" doc:"inner width of the rim, mm"`
	Space    string `json:"space,omitempty" doc:"between stays or blades where the tyre is widest, mm"`
	Hookless bool   `json:"hookless,omitempty" doc:"the rim has no hook that holds the bead"`
	MadeFor  string `json:"made_for,omitempty" enum:"yes,no" doc:"whether the tyre's maker says that it goes on a rim without hooks; asked of those alone"`
	Tubeless bool   `json:"tubeless,omitempty"`

	Tyre *TyreAnswer `json:"tyre,omitempty" readOnly:"true"`
}

// TyreAnswer is what that comes to.
type TyreAnswer struct {
	As      string  `json:"as" doc:"in the metric way"`
	Seat    int     `json:"seat_mm" doc:"bead seat diameter (ISO 5775)"`
	Width   float64 `json:"width_mm"`
	Least   float64 `json:"least_bar,omitempty"`
	Most    float64 `json:"most_bar"`
	RimMost float64 `json:"rim_most_bar,omitempty"`
	Carries float64 `json:"carries_kg,omitempty"`

	Inside float64  `json:"inside_mm,omitempty" doc:"inner width of the rim"`
	Room   *float64 `json:"room_mm,omitempty" doc:"on either side, between stays or blades"`
	Fits   []string `json:"fits,omitempty" doc:"what does not go together"`
	Tube   string   `json:"tube,omitempty" doc:"which tube it takes"`
}

// RiderWeighed is who rides, on what, with what.
type RiderWeighed struct {
	Rider   string       `json:"rider" doc:"in riding kit, kg, as typed, like what follows"`
	Bike    string       `json:"bike"`
	Front   string       `json:"front,omitempty" doc:"carried over the front wheel"`
	Rear    string       `json:"rear,omitempty" doc:"carried over the rear wheel"`
	Sits    string       `json:"sits" enum:"upright,leaning,low,standing"`
	Surface tyre.Surface `json:"surface" doc:"id of a ground"`

	Loads *Loads `json:"loads,omitempty" readOnly:"true"`
}

// Loads are what each wheel carries.
type Loads struct {
	Front float64 `json:"front_kg"`
	Rear  float64 `json:"rear_kg"`
}

// Liking is a pressure that this rider liked, by the ground's state.
type Liking struct {
	Place     string     `json:"place" enum:"front_tyre,rear_tyre,fork,shock"`
	Condition string     `json:"condition" enum:"dry,soft,wet"`
	Typed     string     `json:"typed" doc:"in bar unless it names a unit"`
	Gauge     *record.ID `json:"gauge,omitempty" doc:"of the shop, that showed it; left out as somebody said it"`
	Bar       *float64   `json:"bar,omitempty" readOnly:"true"`
}

// Kinds of entry of the air bench.
var (
	Tyres  = record.NewKind(record.Kind[TyreRead]{Name: "tyre_read", By: record.ByMechanic, Past: record.LaterJob})
	Riders = record.NewKind(record.Kind[RiderWeighed]{Name: "rider_weighed", By: record.ByAnyone,
		Past: record.LaterJob})
	Likings  = record.NewKind(record.Kind[Liking]{Name: "air_liking", By: record.ByAnyone, Past: record.LaterJob})
	Flats    = record.NewKind(record.Kind[FlatFound]{Name: "flat_found", By: record.ByMechanic, Past: record.LaterJob})
	Toppings = record.NewKind(record.Kind[SealantTopped]{Name: "sealant_topped", By: record.ByMechanic,
		Past: record.LaterJob})
	Sags = record.NewKind(record.Kind[SagRead]{Name: "sag_read", By: record.ByMechanic, Past: record.LaterJob})
)

// Pressures that are typed, bar: of tyres and of legs.
var (
	inTyres = measure.Range{Min: 0.3, Max: 16}
	inLegs  = measure.Range{Min: 0.3, Max: 25}
)

func barOf(field, typed string, within measure.Range) (float64, error) {
	return record.ReadFigure(field, typed, measure.Bar, within)
}

func checkTyre(s *record.Sheet, in TyreRead) (*TyreRead, error) {
	t, err := read(seatOf(s, in.End), s.Book.Tyres(), in)
	in.Tyre = t
	none := strings.TrimSpace(in.Least) == ""
	in.NoLeast = in.NoLeast && none
	switch {
	case err != nil:
	case none && !in.NoLeast:
		err = record.Refuse("least", "Beside what it bears at most a sidewall often says what it needs "+
			"at least: type it, or say "+
			"that none is printed.")
	case !in.Hookless:
		in.MadeFor = ""
	case in.MadeFor == "":
		err = record.Refuse("made_for", "A rim without hooks holds only a tyre that is made for one; "+
			"any other blows off. Look on its sidewall "+
			"or in its maker's list, and say which.")
	}
	return &in, err
}

// onNoHook says whether a tyre sits on a rim without hooks that nobody has said it is made for.
func (in TyreRead) onNoHook() bool { return in.Hookless && in.MadeFor != "yes" }

const blowsOff = "It is not made for a rim without hooks: it blows off. The bike is not ridden with it, " +
	"whatever its pressure."

// seatOf is the bead seat of a wheel, by what is known of the bike, mm.
func seatOf(s *record.Sheet, end string) int {
	if end == "front" {
		return parts.Facts.Of(s).WheelFront
	}
	return parts.Facts.Of(s).WheelRear
}

// read is what a tyre comes to, on a wheel of a bead seat.
func read(seat int, rims tyre.Rims, in TyreRead) (*TyreAnswer, error) {
	sizes, err := tyre.Read(in.Marking)
	if err != nil {
		return nil, record.Refuse("marking", "%s", words.Sentence(err))
	}
	size, err := fits(seat, sizes)
	if err != nil {
		return nil, err
	}
	t := TyreAnswer{As: size.As, Seat: size.Seat, Width: size.Width}
	if strings.TrimSpace(in.Width) != "" {
		if t.Width, err = record.ReadFigure("width", in.Width, measure.Millimetre,
			measure.Range{Min: 16, Max: 130}); err != nil {
			return nil, err
		}
	}
	if t.Width == 0 {
		return nil, record.Refuse("width", "The marking does not say how wide it is: measure it on the rim, in mm.")
	}
	for _, p := range []struct {
		field, typed string
		into         *float64
		needed       bool
	}{{"least", in.Least, &t.Least, false}, {"most", in.Most, &t.Most, true},
		{"rim_most", in.RimMost, &t.RimMost, false}} {
		if strings.TrimSpace(p.typed) == "" && !p.needed {
			continue
		}
		if strings.TrimSpace(p.typed) == "" {
			return nil, record.Refuse(p.field,
				"What the tyre bears stands on its sidewall, in bar or psi. Without it no pressure is advised.")
		}
		if *p.into, err = barOf(p.field, p.typed, inTyres); err != nil {
			return nil, err
		}
	}
	if strings.TrimSpace(in.Carries) != "" {
		if t.Carries, err = record.ReadFigure("carries", in.Carries, measure.Kilogram,
			measure.Range{Min: 20, Max: 400}); err != nil {
			return nil, err
		}
	}
	if t.Least >= t.Most {
		return nil, record.Refuse("least", "At least %s and at most %s: one of them is another figure.",
			inspect.Bars(t.Least),
			inspect.Bars(t.Most))
	}
	return &t, t.fitted(rims, in)
}

// fitted says what the tyre goes together with: its rim, its frame, a tube.
func (t *TyreAnswer) fitted(rims tyre.Rims, in TyreRead) error {
	if !in.Tubeless {
		t.Tube = fmt.Sprintf("A tube for %d whose range holds %s mm.", t.Seat, measure.Format(math.Round(t.Width)))
	}
	if strings.TrimSpace(in.Inside) != "" {
		inside, err := record.ReadFigure("inside", in.Inside, measure.Millimetre, measure.Range{Min: 10, Max: 110})
		if err != nil {
			return err
		}
		t.Inside = inside
		if wrong := rims.On(t.Width, inside); wrong != "" {
			t.Fits = append(t.Fits, wrong)
		}
	}
	if strings.TrimSpace(in.Space) == "" {
		return nil
	}
	space, err := record.ReadFigure("space", in.Space, measure.Millimetre, measure.Range{Min: 15, Max: 250})
	if err != nil {
		return err
	}
	room, wrong := tyre.Between(t.Width, space)
	t.Room = &room
	if wrong != "" {
		t.Fits = append(t.Fits, wrong)
	}
	return nil
}

// fits is the size among those that a marking may say which goes on the wheel.
func fits(seat int, sizes []tyre.Size) (tyre.Size, error) {
	i := slices.IndexFunc(sizes, func(z tyre.Size) bool { return z.Seat == seat })
	switch {
	case i >= 0:
		return sizes[i], nil
	case seat == 0 && len(sizes) == 1:
		return sizes[0], nil
	case seat == 0:
		return tyre.Size{}, record.Refuse("marking", "That stands on tyres of more than one bead seat. "+
			"Look for two numbers with a dash, such as 37-622.")
	}
	return sizes[0], record.Refuse("marking", "It sits on a bead seat of %d mm, and this wheel is known to have %d. "+
		"It does not fit, or the bike's wheel size is noted wrong.", sizes[0].Seat, seat)
}

func checkRider(s *record.Sheet, in RiderWeighed) (*RiderWeighed, error) {
	if _, known := s.Book.Ground(string(in.Surface)); !known {
		return nil, record.Refuse("surface", "Say what is ridden on, by one of the words that are offered.")
	}
	l, err := loads(in)
	in.Loads = l
	return &in, err
}

func loads(in RiderWeighed) (*Loads, error) {
	kg := func(field, typed string, within measure.Range) (float64, error) {
		if strings.TrimSpace(typed) == "" && within.Min == 0 {
			return 0, nil
		}
		return record.ReadFigure(field, typed, measure.Kilogram, within)
	}
	rider, err := kg("rider", in.Rider, measure.Range{Min: 10, Max: 250})
	if err != nil {
		return nil, err
	}
	own, err := kg("bike", in.Bike, measure.Range{Min: 3, Max: 150})
	if err != nil {
		return nil, err
	}
	front, err := kg("front", in.Front, measure.Range{Max: 200})
	if err != nil {
		return nil, err
	}
	rear, err := kg("rear", in.Rear, measure.Range{Max: 200})
	if err != nil {
		return nil, err
	}
	l := Loads{}
	if l.Front, l.Rear, err = tyre.Loads(rider+own, tyre.Shares[in.Sits], front, rear); err != nil {
		return nil, record.Refuse("rider", "%s", words.Sentence(err))
	}
	l.Front, l.Rear = math.Round(l.Front), math.Round(l.Rear)
	return &l, nil
}

func checkLiking(s *record.Sheet, in Liking) (*Liking, error) {
	within := inTyres
	if in.Place == "fork" || in.Place == "shock" {
		within = inLegs
	}
	typed, err := barOf("typed", in.Typed, within)
	if err != nil {
		return nil, err
	}
	bar, _, err := gaugeshelf.Read(s, in.Gauge, "typed", typed)
	if err != nil {
		return nil, err
	}
	if _, most, by := bornAt(s, in.Place); most > 0 && bar > most*(1+readError) {
		return nil, record.Refuse("typed", "%s is more than the %s bears: %s. It is not kept as liked.",
			inspect.Bars(bar), by,
			inspect.Bars(most))
	}
	in.Bar = &bar
	return &in, nil
}
