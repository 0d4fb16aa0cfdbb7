// Package stores is what lies in the shop's drawers: parts by what tells them from others, how many are
// left, what they cost, and who brings more.
package stores
