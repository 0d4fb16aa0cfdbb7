// Package trial is what is tried before a bike leaves: each of its brakes and the ride, signed; what the ride
// shows, try by try, which is answered like what an owner said; and stops that were measured.
package trial
