// Package air is the air bench: what tyres and legs bear, what their rider asks of them, at which
// pressure to begin, and what this rider liked before.
package air
