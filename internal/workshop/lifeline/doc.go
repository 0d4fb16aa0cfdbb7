// Package lifeline tells how the parts of a bike live: when each was fitted, what was read of it,
// when it came off or will be due, and how it wears.
package lifeline
