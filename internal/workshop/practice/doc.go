// Package practice is bikes and brakes that are not there, to learn on.
package practice
