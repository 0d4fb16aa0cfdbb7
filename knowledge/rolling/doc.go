// Package rolling is what turns on a bike, as it is sold and built: rear gears and geared hubs by
// family, wheels by hub, how true they are made, and what a tension gauge for spokes shows.
package rolling
