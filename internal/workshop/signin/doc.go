// Package staff is who works here, and how they sign in.
package signin
