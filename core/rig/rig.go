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
	Slides        Span    // where it may be along the line; the zero value is fixed
}

// Span is the stretch of line, in m from its end, along which a body slides: the line
// runs through it between the stops at both of its ends.
type Span struct {
	From, To float64
}

// Free tells whether the line runs through a body at all.
func (s Span) Free() bool { return s != Span{} }

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
	if err := CheckSlides(bodies); err != nil {
		return Rig{}, err
	}
	return Rig{Bodies: bodies, Leader: leader, LeaderLength: leaderLength, Main: main}, nil
}

// MostSlides is how many bodies may slide on one line.
const MostSlides = 4

// CheckSlides refuses bodies that slide where they are not, or past one another, and more
// of them than can be worked out.
func CheckSlides(bodies []Body) error {
	free := 0
	for i, b := range bodies {
		if b.Slides.Free() {
			if free++; free > MostSlides {
				return fmt.Errorf("rig: more than %d bodies slide", MostSlides)
			}
			if err := checkSlide(bodies, i); err != nil {
				return err
			}
		}
		if i > 0 && bodies[i-1].Slides.Free() && b.lowest() < bodies[i-1].Slides.To {
			return fmt.Errorf("rig: body %d slides past body %d", i, i+1)
		}
	}
	return nil
}

// checkSlide refuses a body that slides where it is not, or past the one below it.
func checkSlide(bodies []Body, i int) error {
	b := bodies[i]
	switch s := b.Slides; {
	case !(s.From < s.To):
		return fmt.Errorf("rig: body %d slides from %g to %g m; the stops are to have line between them", i+1,
			s.From, s.To)
	case !(b.At >= s.From && b.At <= s.To):
		return fmt.Errorf("rig: body %d at %g m is not where it slides, %g to %g m", i+1, b.At, s.From, s.To)
	case i == 0:
		return fmt.Errorf("rig: the body at the end of the line cannot slide")
	case s.From < bodies[i-1].At || bodies[i-1].Slides.Free() && s.From < bodies[i-1].Slides.To:
		return fmt.Errorf("rig: body %d slides past body %d", i+1, i)
	}
	return nil
}

// lowest is the lowest place of a body on the line, m from its end.
func (b Body) lowest() float64 {
	if b.Slides.Free() {
		return b.Slides.From
	}
	return b.At
}

// FloatsUp tells whether a float holds the end of the line up: what is there sinks,
// and something over it is lighter than water.
func (r Rig) FloatsUp() bool {
	for _, b := range r.Bodies[1:] {
		if b.WeightInWater < 0 && r.Bodies[0].WeightInWater > 0 {
			return true
		}
	}
	return false
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
