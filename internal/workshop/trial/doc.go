// Package trial is what is tried and signed before a bike leaves: each of its brakes, and the ride.
package trial
