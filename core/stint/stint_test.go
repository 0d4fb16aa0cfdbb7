package stint

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

var nine = time.Date(2026, 5, 4, 9, 0, 0, 0, time.UTC)

func at(minute int) time.Time { return nine.Add(time.Duration(minute) * time.Minute) }

// Each day is told as a workshop would tell it, with the minutes added up by hand.
func TestWhereTheTimeWent(t *testing.T) {
	const ida, tomas = "Ida", "Tomas"
	up := func(m int, who, piece string) Sign { return Sign{at(m), who, TakesUp, piece} }
	down := func(m int, who string) Sign { return Sign{At: at(m), Who: who, Does: LaysDown} }
	over := func(m int, who, piece string) Sign { return Sign{at(m), who, Finishes, piece} }
	writes := func(m int, who string) Sign { return Sign{At: at(m), Who: who} }
	type spent map[string]int
	for name, c := range map[string]struct {
		signs []Sign
		now   int
		spent spent
		hands []Stint
	}{
		"one piece after another": {[]Sign{up(0, ida, "pads"), over(20, ida, "pads"), up(22, ida, "chain")}, 30,
			spent{"Ida pads": 20, "Ida chain": 8}, []Stint{{ida, "chain", at(22), false}}},
		"a customer comes in, and she goes on": {[]Sign{up(0, ida, "pads"), down(10, ida), up(25, ida, "pads"),
			over(30, ida, "pads")}, 40, spent{"Ida pads": 15}, nil},
		"it lies, and is hers to go on with": {[]Sign{up(0, ida, "pads"), down(10, ida), writes(15, ida)}, 40,
			spent{"Ida pads": 10}, []Stint{{ida, "pads", at(10), true}}},
		"taken over where it stands": {[]Sign{up(0, ida, "bleed"), up(30, tomas, "bleed"),
			over(50, tomas, "bleed")}, 60, spent{"Ida bleed": 30, "Tomas bleed": 20}, nil},
		"two at one bike": {[]Sign{up(0, ida, "pads"), up(5, tomas, "chain"), over(15, tomas, "chain"),
			over(20, ida, "pads")}, 60, spent{"Ida pads": 20, "Tomas chain": 10}, nil},
		"over, whoever ticks it": {[]Sign{up(0, ida, "pads"), writes(12, tomas), over(20, tomas, "pads")}, 60,
			spent{"Ida pads": 20, "Tomas pads": 8}, nil},
		"ticked one after another, never taken up": {[]Sign{writes(0, ida), over(3, ida, "gears"),
			over(7, ida, "brakes")}, 60, spent{"Ida gears": 3, "Ida brakes": 4}, nil},
		"a tick between, and back to the piece in hand": {[]Sign{up(0, ida, "wheel"), writes(10, ida),
			over(12, ida, "oil")}, 20, spent{"Ida wheel": 18, "Ida oil": 2}, []Stint{{ida, "wheel", at(0), false}}},
		"ticked the next morning": {[]Sign{writes(0, ida), over(900, ida, "gears")}, 900, spent{}, nil},
		"nobody counts the night": {[]Sign{up(0, ida, "wheel"), writes(30, ida), over(1000, ida, "wheel")}, 1000,
			spent{"Ida wheel": 30}, nil},
		"and it lies where it was left": {[]Sign{up(0, ida, "wheel"), writes(30, ida)}, 1000,
			spent{"Ida wheel": 30}, []Stint{{ida, "wheel", at(30), true}}},
		"opened twice is one stint": {[]Sign{up(0, ida, "wheel"), up(10, ida, "wheel")}, 12,
			spent{"Ida wheel": 12}, []Stint{{ida, "wheel", at(0), false}}},
		"told late by a tablet that was away": {[]Sign{over(20, ida, "pads"), up(0, ida, "pads")}, 60,
			spent{"Ida pads": 20}, nil},
	} {
		t.Run(name, func(t *testing.T) {
			account, got := Of(c.signs, at(c.now)), spent{}
			for _, s := range account.Spent {
				got[s.Who+" "+s.Piece] = int(s.Time.Minutes())
			}
			assert.Equal(t, c.spent, got)
			assert.Equal(t, c.hands, account.Stints)
		})
	}
}

// Nobody is at two pieces at once: what anybody spent is no more than the time they were there.
func TestNobodyHasMoreTimeThanThereWas(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		people, pieces := []string{"Ida", "Tomas", "Wren"}, []string{"pads", "chain", "wheel"}
		var signs []Sign
		last := map[string]int{}
		first := map[string]int{}
		minute := 0
		for range rapid.IntRange(1, 40).Draw(t, "signs") {
			minute += rapid.IntRange(0, 300).Draw(t, "after")
			s := Sign{At: at(minute), Who: rapid.SampledFrom(people).Draw(t, "who"),
				Does:  Does(rapid.IntRange(0, 3).Draw(t, "does")),
				Piece: rapid.SampledFrom(pieces).Draw(t, "piece")}
			if _, there := first[s.Who]; !there {
				first[s.Who] = minute
			}
			last[s.Who] = minute
			signs = append(signs, s)
		}
		account, spent, held := Of(signs, at(minute)), map[string]time.Duration{}, map[string]string{}
		for _, s := range account.Spent {
			assert.GreaterOrEqual(t, s.Time, time.Duration(0))
			spent[s.Who] += s.Time
		}
		for _, who := range people {
			assert.LessOrEqual(t, spent[who], at(minute).Sub(at(first[who])), who)
		}
		for _, s := range account.Stints {
			if s.Down {
				continue
			}
			assert.Empty(t, held[s.Piece], "%s is in two hands", s.Piece)
			held[s.Piece] = s.Who
		}
	})
}
