// Package rig describes what hangs on a line as a list of bodies, so that one
// solver takes every rig.
package rig

import (
	"fmt"

	"dunvel/core/tackle"
)

// Body is a point on the line at which the water, gravity or the bed pull.
type Body struct {
	At            float64 // distance along the line from its end, m
	WeightInWater float64 // N; negative floats
	TowArea       float64 // Cd A across the vertical, m2
	FallArea      float64 // Cd A along the vertical, m2
	Mass          float64 // kg
}

// Rig is a leader with bodies on it, joined to the main line.
type Rig struct {
	Bodies       []Body // the end body first, At in rising order
	Leader       tackle.Line
	LeaderLength float64 // m; may be 0
	Main         tackle.Line
	// Key is which body holds the bed, and is followed as the rig falls: the one
	// at the end, unless that is a bait on a trace.
	Key int
}

// New returns a valid rig: at least one body, the first at the end of the
// line, the others above it in order, drag areas not negative.
func New(bodies []Body, leader tackle.Line, leaderLength float64, main tackle.Line) (Rig, error) {
	if len(bodies) == 0 || bodies[0].At != 0 {
		return Rig{}, fmt.Errorf("rig: the first body must be at the end of the line")
	}
	if !(leaderLength >= 0) {
		return Rig{}, fmt.Errorf("rig: leader of %g m", leaderLength)
	}
	for i, b := range bodies {
		if i > 0 && !(b.At > bodies[i-1].At) {
			return Rig{}, fmt.Errorf("rig: body %d at %g m is not above body %d at %g m", i+1, b.At, i, bodies[i-1].At)
		}
		if !(b.TowArea >= 0 && b.FallArea >= 0 && b.Mass >= 0) {
			return Rig{}, fmt.Errorf("rig: body %d has a negative drag area or mass", i+1)
		}
	}
	return Rig{Bodies: bodies, Leader: leader, LeaderLength: leaderLength, Main: main}, nil
}

// Resting is the rig as it rests on the bed: what is beyond the key body lies
// beside it, so that it is the end of the line.
func (r Rig) Resting() Rig {
	if r.Key == 0 {
		return r
	}
	from := r.Bodies[r.Key].At
	key := Body{}
	for _, b := range r.Bodies[:r.Key+1] {
		key.WeightInWater += b.WeightInWater
		key.TowArea += b.TowArea
		key.FallArea += b.FallArea
		key.Mass += b.Mass
	}
	out := r
	out.Key, out.Bodies, out.LeaderLength = 0, []Body{key}, max(r.LeaderLength-from, 0)
	for _, b := range r.Bodies[r.Key+1:] {
		b.At -= from
		out.Bodies = append(out.Bodies, b)
	}
	return out
}

// Weight returns the weight of all bodies in water in N.
func (r Rig) Weight() float64 {
	var w float64
	for _, b := range r.Bodies {
		w += b.WeightInWater
	}
	return w
}
