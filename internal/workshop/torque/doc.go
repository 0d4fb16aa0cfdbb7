// Package torque is the torque log: the figure of every fastener of a bike, how it was found and
// left, the shop's wrenches, and what they send.
package torque
