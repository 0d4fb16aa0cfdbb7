// Package complaint is what the owner said the bike does, and what answers it: a search for its
// cause, something found, work done, or a mechanic's word that it was tried and not found, and
// that the owner was told so.
package complaint
