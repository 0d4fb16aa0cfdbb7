// Package brakes is the brakes of a bike side by side, the arithmetic of a brake, and the bleeds that
// are done together.
package brakes
