// Package owner asks owners what they say to the work proposed, and takes their answers.
package owner
