// Package plan makes one thread of a job: what is to be done now, what then, and what runs by
// itself meanwhile. Its pieces are what stands before the door and the agreed work; their order is
// core/plan's, from what knowledge/sequences.yaml and the operations say of each.
package plan
