// Package contact is how a bike is set for whoever rides it: noted as it came, put back after the
// work, or set otherwise because the rider asked. It is kept for the bike.
package contact
