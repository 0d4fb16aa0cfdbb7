// Package inspect is the walk-round: what is read at the points of a bike and what it means, what is
// left of a part, its air, and how far the bike went.
package inspect
