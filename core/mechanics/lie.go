package mechanics

import (
	"math"

	"dunvel/core/rig"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// Lie is a rig whose end body lies still where it came down.
type Lie struct {
	Outcome       Outcome // Held, Sweeps, Lifts, Slack, Floats or Unsolved
	ContactMargin float64 // push of the bed over the weight of the rig; below 0 what would have to hold it down, over its weight
	Grip          float64 // friction needed over friction there is; more than 1 sweeps
	EndTension    r3.Vec  // N; zero where none is found
	Hung          *Hung   // the line; nil where nothing tightens it
}

// LieAt tells whether the end body stays at place on the bed, the rod tip
// standing over x = y = 0 with lineOut metres out and the bail closed, by how the
// line hangs between them, which is found sooner from one that hung nearly so (near,
// which may be nil). Where neither water nor wind pulls on it to speak of, the line is longer than
// they can tighten: Slack. One that does not come to rest is Unsolved, and taken to be as slack. A swell goes to and fro about
// this, and is left out.
func (s *Scene) LieAt(r *rig.Rig, place r3.Vec, lineOut float64, near *Hung, curve *[]r3.Vec) Lie {
	weight := r.Weight()
	if weight <= 0 {
		return Lie{Outcome: Floats}
	}
	calm := *s
	calm.Swell = water.Waves{}
	hung, tension, outcome := calm.hang(r, place, lineOut, near, curve)
	if outcome != Held {
		return Lie{Outcome: outcome, ContactMargin: 1}
	}
	normal := s.Bed.Normal()
	// What the bed does is whatever balances the body.
	body := s.follow(r, Gait{}, place, r3.Vec{}, math.Inf(1), 0, nil).pull
	bed := r3.Sub(body, tension)
	push := r3.Dot(bed, normal)
	lie := Lie{Outcome: Held, ContactMargin: push / weight, EndTension: tension, Hung: hung}
	if push <= 0 {
		lie.Outcome, lie.Grip = Lifts, math.MaxFloat64
		return lie
	}
	along := r3.Norm(r3.Sub(bed, r3.Scale(push, normal)))
	lie.Grip = math.MaxFloat64
	if s.Bed.Friction > 0 {
		lie.Grip = along / (s.Bed.Friction * push)
	}
	if lie.Grip > 1 {
		lie.Outcome = Sweeps
	}
	return lie
}
