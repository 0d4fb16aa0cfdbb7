// Package parts is what is on a bike: what was fitted at each of its places, what came off, and
// between them the lives of the parts.
package parts
