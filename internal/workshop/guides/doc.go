// Package guides offers guided work: what suits this bike, what the findings ask for first, and what is
// laid out and chosen before it begins.
package guides
