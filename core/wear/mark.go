// Package wear judges what is read at an inspection point: a figure against the limits
// that fit the bike, or a word from the point's own scale.
package wear

import "fmt"

// Mark is the condition of a part, from best to worst.
type Mark string

// The marks, in rising order of concern.
const (
	Open   Mark = "open"   // not looked at
	Sound  Mark = "sound"  // nothing to do
	Watch  Mark = "watch"  // sound today; will come due
	Due    Mark = "due"    // replace or put right now
	Unsafe Mark = "unsafe" // must not be ridden
)

// Marks lists them in that order.
var Marks = []Mark{Open, Sound, Watch, Due, Unsafe}

var order = map[Mark]int{Open: 0, Sound: 1, Watch: 2, Due: 3, Unsafe: 4}

// Validate reports a word that is not a mark.
func (m Mark) Validate() error {
	if _, known := order[m]; !known {
		return fmt.Errorf("there is no mark %q: open, sound, watch, due or unsafe", string(m))
	}
	return nil
}

// Worse says whether m is of more concern than other.
func (m Mark) Worse(other Mark) bool { return order[m] > order[other] }

// NeedsWork says whether the owner has to be asked about it.
func (m Mark) NeedsWork() bool { return m == Due || m == Unsafe }
