// Package fluid is what is in a brake's line: its family and age, and the bottles on the shelf that
// may go into it. The wrong family never gets in.
package fluid
