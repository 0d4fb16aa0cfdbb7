// Package apart is what is taken apart on the bench: which part came off, how it lay and felt, how it
// was washed, and whether it went back the right way with what belongs on it.
package apart
