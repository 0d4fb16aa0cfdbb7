// Package gaugeshelf is the shop's pressure gauges: which there are, how each was held against
// another, and what is true when one of them shows a figure.
package gaugeshelf
