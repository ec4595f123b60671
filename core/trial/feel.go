package trial

import (
	"math"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/setup"
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
	friction := c.scene.Bed.Friction
	out := Feel{Hand: c.hand()}
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
	out.Gusts = c.gusts() * inAir * mechanics.DragAcross(line, water.Air, r3.Norm(c.scene.Wind))
	wet := length - inAir
	flow := c.middle()
	along := r3.Scale(1/length, chord)
	across := r3.Norm(r3.Sub(flow, r3.Scale(r3.Dot(flow, along), along)))
	if wet > 0 {
		out.Swirl = judgement.Swirl.Number * math.Sqrt(min(depth/wet, 1)) * wet * mechanics.DragAcross(line, c.scene.Water, across)
	}
	return out
}

// gusts is how much more they push than the wind does, which goes by the square of its speed;
// as is usual where they are not given.
func (c *Case) gusts() float64 {
	g := c.Setup.Wind.Gusts
	if g == 0 {
		return judgement.Gusts.Number
	}
	return max(g*g-1, 0)
}

// starts is the pull along a chord at which a head of a weight in N starts to move.
func starts(weight, friction float64, chord r3.Vec) float64 {
	elevation := math.Atan2(chord.Z, math.Hypot(chord.X, chord.Y))
	sin, cos := math.Sincos(elevation)
	return friction * weight / (cos + friction*sin)
}

// hand is what rod and hand tell at all, N.
func (c *Case) hand() float64 {
	s := c.Setup
	out := judgement.FeelHand.Number * s.Line.Diameter / judgement.FeelDiameter.Number * catalogue.LineSurfaces[s.Line.Material].Stretch.Number
	switch s.Rod.Outfit {
	case setup.OutfitLight:
		out *= judgement.FeelLight.Number
	case setup.OutfitHeavy:
		out *= judgement.FeelHeavy.Number
	}
	if own := s.Hand.Feel; own > 0 {
		out *= own
	}
	return out
}
