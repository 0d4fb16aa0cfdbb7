// Package stint says who has which piece of a job in hand, and where its time went. An entry of it says
// nothing of the bike, and puts nothing before the door.
package stint
