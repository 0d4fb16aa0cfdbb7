// Package agree is what is proposed to the owner, what they said, and what was done of it: the items
// of a job and their prices.
package agree
