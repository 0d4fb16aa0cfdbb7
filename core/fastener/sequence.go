package fastener

import "fmt"

// Pattern is the order in which the bolts of one joint are tightened.
type Pattern string

// The patterns of the trade.
const (
	InTurns Pattern = "turns" // one after the other, a little at a time
	Star    Pattern = "star"  // across the circle each time; a cross when there are four
)

// Validate reports a pattern that is none of these; "" is a single bolt.
func (p Pattern) Validate() error {
	switch p {
	case "", InTurns, Star:
		return nil
	}
	return fmt.Errorf("pattern is %q: turns or star", p)
}

// Order lists which of n bolts, numbered from 0 round the circle, comes first, second and
// so on. In a star no bolt follows its neighbour where that can be helped.
func (p Pattern) Order(n int) []int {
	order := make([]int, 0, max(n, 0))
	switch {
	case p == Star && n%2 == 0:
		for i := range n / 2 {
			order = append(order, i, i+n/2)
		}
	case p == Star:
		for i := range n {
			order = append(order, i*((n-1)/2)%n)
		}
		if n == 3 { // on a triangle all are neighbours
			order = []int{0, 1, 2}
		}
	default:
		for i := range n {
			order = append(order, i)
		}
	}
	return order
}
