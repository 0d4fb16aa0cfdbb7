// Package ride is what is tried on the ride and what it shows: symptoms that are answered like what an owner
// said, and stops that were measured.
package ride
