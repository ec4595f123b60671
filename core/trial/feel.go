package trial

import (
	"math"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// Feel is what a head can be felt by, and what it has to be felt over, N.
type Feel struct {
	Pull  float64 // at which it starts to move, or what it drags with
	Hand  float64 // what rod and hand tell at all
	Gusts float64 // what gusts pull on the line in the air
	Swirl float64 // what the unsteady flow pulls on the line in the water
}

// Told is the pull that is told, N: what disturbs it has nothing to do with one
// another.
func (f Feel) Told() float64 {
	return math.Sqrt(f.Hand*f.Hand + f.Gusts*f.Gusts + f.Swirl*f.Swirl)
}

// feel is what is felt of a head that has come down, with the rod raised by so much
// from where it was held.
func (c *Case) feel(r *Rigged, h Handling, f Fall, rest Rest, raised float64) Feel {
	h.Tip += raised
	tip := c.tip(h, f.Time)
	chord := r3.Sub(r3.Vec(tip), r3.Vec(f.Landing))
	length := r3.Norm(chord)
	depth := max(-f.Landing.Z, 0.01)
	friction := c.Scene.Bed.Friction
	out := Feel{Hand: c.Hand()}
	out.Pull = starts(r.Weight(), friction, chord)
	if speed := r3.Norm(c.Gait.Velocity); c.School().OnTheBed && !c.School().Lifted && speed > 0 {
		moving := rest.Pull
		if moving == 0 {
			moving = friction * rest.Push // it goes along with the boat
		}
		share := min(speed/judgement.CreepMost.Number, 1)
		out.Pull += share * (moving - out.Pull)
	}
	line := &r.Main
	inAir := length * h.Tip / (h.Tip + depth)
	out.Gusts = c.Gusts() * inAir * mechanics.DragAcross(line, water.Air, r3.Norm(c.Scene.Wind))
	wet := length - inAir
	flow := c.Middle()
	along := r3.Scale(1/length, chord)
	across := r3.Norm(r3.Sub(flow, r3.Scale(r3.Dot(flow, along), along)))
	if wet > 0 {
		out.Swirl = judgement.Swirl.Number * math.Sqrt(min(depth/wet, 1)) * wet * mechanics.DragAcross(
			line, c.Scene.Water, across)
	}
	return out
}

// starts is the pull along a chord at which a head of a weight in N starts to move.
func starts(weight, friction float64, chord r3.Vec) float64 {
	elevation := math.Atan2(chord.Z, math.Hypot(chord.X, chord.Y))
	sin, cos := math.Sincos(elevation)
	return friction * weight / (cos + friction*sin)
}
