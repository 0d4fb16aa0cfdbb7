// Package wheels is the wheel bench: a wheel on the stand, read round by round, what its readings
// come to as turns of its nipples, what was turned, and whether it is true enough for its brake.
package wheels
