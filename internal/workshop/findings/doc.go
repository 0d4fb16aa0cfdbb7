// Package findings is what is wrong with a bike, the work that can settle it, and what came of it.
package findings
