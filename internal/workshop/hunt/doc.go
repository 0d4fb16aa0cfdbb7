// Package hunt is the search for the cause of a complaint: what was answered, which causes are left,
// and what to look at next.
package hunt
