// Package sold is what a bike was taken in for: a service with its steps, which of them were ticked,
// and what was left out of it and why.
package sold
