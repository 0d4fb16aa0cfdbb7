package bike

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
)

// Condition is what must hold of a bike's facts for a point, limit or fastener to apply:
// for each fact named, its word is one of those listed. "speeds" and "rings" also take
// "11+" and "10-". Of what a bike carries, one of the words is enough; "no dynamo" wants it not to. An empty
// condition always holds.
type Condition map[string][]string

// not before a thing wants a bike that does not carry it.
const not = "no "

// Holds says whether every fact named has one of its words.
func (c Condition) Holds(f Facts) bool { return len(c) == 0 || c.hold(f) }

// Apart says whether two conditions hold for no bike together: of one fact they want other words, each
// of which is one.
func (c Condition) Apart(other Condition) bool {
	for fact, words := range c {
		others, both := other[fact]
		if !both || fact == "carries" || fact == "speeds" || fact == "rings" {
			continue // these take several words, or ranges
		}
		if !slices.ContainsFunc(words, func(w string) bool { return slices.Contains(others, w) }) {
			return true
		}
	}
	return false
}

// hold is asked many hundred times a screen: it lays the facts out once.
func (c Condition) hold(f Facts) bool {
	for fact, words := range c {
		if !f.hasOne(fact, words) {
			return false
		}
	}
	return true
}

// hasOne says whether the fact has one of the words wanted.
func (f *Facts) hasOne(fact string, wanted []string) bool {
	if fact == "carries" {
		return slices.ContainsFunc(wanted, func(want string) bool {
			thing, without := strings.CutPrefix(want, not)
			return slices.Contains(f.Carries, thing) != without
		})
	}
	if word := f.place(fact); word != nil {
		return slices.Contains(wanted, *word)
	}
	count, _ := f.Fact(fact)
	return slices.ContainsFunc(wanted, func(want string) bool { return matches(want, count) })
}

// Validate reports facts that do not exist and words that no bike can have.
func (c Condition) Validate() error {
	for fact, words := range c {
		if _, known := (Facts{}).Fact(fact); !known {
			return fmt.Errorf("there is no fact %q", fact)
		}
		for _, word := range words {
			if allowed, closed := choices[fact]; closed && !slices.Contains(allowed, word) {
				return fmt.Errorf("%s is never %q: one of %v", fact, word, allowed)
			}
			if fact == "carries" && !slices.Contains(carried, strings.TrimPrefix(word, not)) {
				return fmt.Errorf("no bike carries %q: one of %v", word, carried)
			}
			if fact == "speeds" || fact == "rings" {
				if _, _, err := bound(word); err != nil {
					return fmt.Errorf("%s %q: a whole number, 11+ or 10-", fact, word)
				}
			}
		}
	}
	return nil
}

func matches(want, word string) bool {
	if want == word {
		return true
	}
	if !strings.HasSuffix(want, "+") && !strings.HasSuffix(want, "-") {
		return false // most are words, and asked many times a screen
	}
	sign, limit, err := bound(want)
	n, not := strconv.Atoi(word)
	if err != nil || not != nil {
		return false
	}
	return sign == '+' && n >= limit || sign == '-' && n <= limit
}

// bound splits "11+" into its sign and number; a bare number has sign 0.
func bound(word string) (sign byte, n int, err error) {
	if last := len(word) - 1; last > 0 && (word[last] == '+' || word[last] == '-') {
		sign, word = word[last], word[:last]
	}
	n, err = strconv.Atoi(word)
	return sign, n, err
}
