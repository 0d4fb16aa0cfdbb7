package strip

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Ring is one outline of a part's half section: points in mm, the first figure outwards from the axis,
// the second downwards from the top of the part. It is written "10,0 14,0 14,30 10,30".
type Ring []Corner

// Corner is a corner of an outline, mm.
type Corner struct {
	R float64 `json:"r"`
	Z float64 `json:"z"`
}

// reach is how far a point may lie from the axis or below the top, mm: nothing of a bike that is
// drawn is larger.
const reach = 160

// ReadRing reads an outline. It refuses what is not one: fewer than three corners, corners behind the
// axis, lines that cross.
func ReadRing(text string) (Ring, error) {
	var ring Ring
	for _, corner := range strings.Fields(text) {
		r, z, both := strings.Cut(corner, ",")
		x, errX := strconv.ParseFloat(r, 64)
		y, errY := strconv.ParseFloat(z, 64)
		if !both || errX != nil || errY != nil {
			return nil, fmt.Errorf("%q is no corner: write it as 14,30", corner)
		}
		if !(x >= 0 && x <= reach && y >= 0 && y <= reach) {
			return nil, fmt.Errorf("the corner %s is out of the drawing: both from 0 to %d mm", corner, reach)
		}
		ring = append(ring, Corner{x, y})
	}
	if len(ring) < 3 {
		return nil, fmt.Errorf("an outline has at least three corners, not %d", len(ring))
	}
	if ring.area() < 0.01 {
		return nil, fmt.Errorf("the outline %q encloses nothing", text)
	}
	for i := range ring {
		for j := i + 2; j < len(ring); j++ {
			if (j+1)%len(ring) != i && crosses(ring[i], ring[i+1], ring[j], ring[(j+1)%len(ring)]) {
				return nil, fmt.Errorf("the outline %q crosses itself", text)
			}
		}
	}
	return ring, nil
}

// UnmarshalYAML reads an outline from its text.
func (r *Ring) UnmarshalYAML(unmarshal func(any) error) error {
	var text string
	if err := unmarshal(&text); err != nil {
		return err
	}
	ring, err := ReadRing(text)
	*r = ring
	return err
}

func (r Ring) area() float64 {
	sum := 0.0
	for i, p := range r {
		q := r[(i+1)%len(r)]
		sum += p.R*q.Z - q.R*p.Z
	}
	return math.Abs(sum) / 2
}

func crosses(a, b, c, d Corner) bool {
	side := func(p, q, x Corner) float64 { return (q.R-p.R)*(x.Z-p.Z) - (q.Z-p.Z)*(x.R-p.R) }
	return side(a, b, c)*side(a, b, d) < 0 && side(c, d, a)*side(c, d, b) < 0
}
