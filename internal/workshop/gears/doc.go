// Package gears is the indexing bench: what each shift did, where the pulley was sighted, what was turned,
// and what all of it comes to.
package gears
