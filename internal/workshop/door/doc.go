// Package door is what lies between a bike and its owner at the end: belongings, handing over, and
// what the bike is to come back for.
package door
