package mechanics

import (
	"math"

	"dunvel/core/judgement"
	"dunvel/core/rig"
	"dunvel/core/tackle"

	"gonum.org/v1/gonum/spatial/r3"
)

// Steps are kept short enough for the line to turn by about turnPerStep, in
// rad, and to cross at most depthShare of the water; near the bed, where the
// profile bends most, by bedShare of the height over it. Fourth order makes
// the error of a shot far smaller than that of the drag law.
const (
	turnPerStep = 0.3
	depthShare  = 1.0 / 8
	bedShare    = 0.7
	maxSteps    = 800
)

// shot is the line followed from the end body upward.
type shot struct {
	reached bool    // it came to the ceiling
	length  float64 // of line, m
	at      r3.Vec  // where it got to
	top     r3.Vec  // tension there, N
	entry   r3.Vec  // unit tangent where it left the water
	pull    r3.Vec  // tension next to the end body, N
	steps   int     // taken
}

// follow integrates a line at rest in the frame of gait from the end body at
// start, on which the bed acts with the force bed (zero off the bed), until it
// is as high as ceiling or limit metres long: dr/ds = T/|T|, dT/ds = -(drag +
// weight). trace, where not nil, collects the points on the way.
func (s *Scene) follow(r *rig.Rig, gait Gait, start, bed r3.Vec, ceiling, limit float64, trace *[]r3.Vec) shot {
	w := walker{scene: s, rig: r, gait: gait, pos: start, ceiling: ceiling, limit: limit, trace: trace}
	w.tension = r3.Scale(-1, bed)
	w.passBody()
	pull := w.tension
	w.mark()
	reached, steps := false, 0
	for ; steps < maxSteps && !reached && w.length < w.limit; steps++ {
		reached = w.step()
	}
	return shot{reached, w.length, w.pos, w.tension, w.entry, pull, steps}
}

// longestLine is the line beyond which the bed counts as out of reach.
func (s *Scene) longestLine() float64 {
	return judgement.PracticalScope.Number * (s.Bed.Depth + s.TipHeight + 1)
}

// walker is the state of one integration up the line.
type walker struct {
	scene   *Scene
	rig     *rig.Rig
	gait    Gait
	pos     r3.Vec
	tension r3.Vec
	entry   r3.Vec
	length  float64
	ceiling float64 // height at which the walk ends
	limit   float64 // length at which it is given up
	body    int     // next body to pass
	inAir   bool
	trace   *[]r3.Vec
}

func (w *walker) mark() {
	if w.trace != nil {
		*w.trace = append(*w.trace, w.pos)
	}
}

// passBody takes up the forces on the bodies at the current length.
func (w *walker) passBody() {
	for w.body < len(w.rig.Bodies) && w.rig.Bodies[w.body].At <= w.length+1e-12 {
		b := &w.rig.Bodies[w.body]
		fluid, flow := &w.scene.Water, w.flow(w.pos)
		drag := bodyDrag(fluid, b.TowArea, b.FallArea, flow)
		w.tension = r3.Vec{X: w.tension.X - drag.X, Y: w.tension.Y - drag.Y, Z: w.tension.Z - drag.Z + b.WeightInWater}
		w.body++
	}
}

// flow returns the velocity of water or air relative to the line at p.
func (w *walker) flow(p r3.Vec) r3.Vec {
	v := w.gait.Velocity
	if w.inAir {
		return r3.Vec{X: w.scene.Wind.X - v.X, Y: w.scene.Wind.Y - v.Y, Z: w.scene.Wind.Z - v.Z}
	}
	return r3.Sub(w.scene.flowAt(p), v)
}

// line returns the line at the current length and the length at which it, or
// the load on it, changes next.
func (w *walker) line() (*tackle.Line, float64) {
	line, until := &w.rig.Main, math.Inf(1)
	if w.length < w.rig.LeaderLength-1e-12 {
		line, until = &w.rig.Leader, w.rig.LeaderLength
	}
	if w.body < len(w.rig.Bodies) {
		until = min(until, w.rig.Bodies[w.body].At)
	}
	return line, until
}

// strand is a line in what is around it now.
func (w *walker) strand(line *tackle.Line) strand {
	fluid := &w.scene.Water
	if w.inAir {
		fluid = &air
	}
	return newStrand(line, fluid, w.scene.fixedNormal)
}

// slopeAt returns the tangent and the rate of change of tension along the line.
func (w *walker) slopeAt(line *strand, p, tension r3.Vec) (tangent, rate r3.Vec) {
	tangent = unit(tension)
	return tangent, r3.Scale(-1, line.force(tangent, w.flow(p)))
}

// length is r3.Norm without its guard against overflow, which costs time here.
func length(v r3.Vec) float64 { return math.Sqrt(v.X*v.X + v.Y*v.Y + v.Z*v.Z) }

// unit returns the direction of a tension. A line without tension has none of
// its own: straight up is then the way to the tip.
func unit(tension r3.Vec) r3.Vec {
	n := length(tension)
	if n < 1e-15 {
		return r3.Vec{Z: 1}
	}
	return r3.Vec{X: tension.X / n, Y: tension.Y / n, Z: tension.Z / n}
}

// step goes one step up the line and tells whether it has come to the tip.
func (w *walker) step() bool {
	made, until := w.line()
	line := w.strand(made)
	tangent, rate := w.slopeAt(&line, w.pos, w.tension)
	h := w.stepLength(tangent, rate, until)
	pos, tension := w.advance(&line, tangent, rate, h)

	// The surface changes the fluid and the tip ends the walk: stop on them.
	ceiling := 0.0
	if w.inAir {
		ceiling = w.ceiling
	}
	crossing := pos.Z >= ceiling
	falling := w.inAir && pos.Z < 0
	if falling {
		ceiling, crossing = 0, true
	}
	if crossing {
		h = crossingLength(w.pos.Z, tangent.Z, pos.Z, unit(tension).Z, ceiling, h)
		pos, tension = w.advance(&line, tangent, rate, h)
		pos.Z = ceiling
	}
	w.length += h
	w.pos, w.tension = pos, tension
	w.mark()
	if crossing {
		if w.inAir && !falling {
			return true
		}
		w.inAir = !falling
		w.entry = unit(tension)
		if w.inAir && w.ceiling == 0 {
			return true
		}
		return false
	}
	if w.length >= until-1e-12 {
		w.length = until
		w.passBody()
	}
	return false
}

// stepLength keeps a step within the next change of line or load, the turn
// that the forces make, and the change of flow with height, which a line that
// lies flat takes long to go through.
func (w *walker) stepLength(tangent, rate r3.Vec, until float64) float64 {
	rise := max(w.scene.TipHeight, 0.5)
	if !w.inAir {
		depth := w.scene.Bed.DepthAt(w.pos.X)
		rise = max(depth, 0.5) * depthShare
		if w.scene.Current.Exponent > 0 {
			rise = min(rise, max(bedShare*(w.pos.Z+depth), depth/200))
		}
	}
	h := rise / max(math.Abs(tangent.Z), 0.05)
	if force := length(rate); force > 0 {
		h = min(h, max(turnPerStep*length(w.tension)/force, 1e-4))
	}
	return min(h, until-w.length, max(w.limit-w.length, 1e-6))
}

// advance takes one classical Runge-Kutta step of length h (Kutta, 1901).
func (w *walker) advance(line *strand, t1, f1 r3.Vec, h float64) (pos, tension r3.Vec) {
	at := func(t, f r3.Vec, h float64) (r3.Vec, r3.Vec) {
		return w.slopeAt(line,
			r3.Vec{X: w.pos.X + h*t.X, Y: w.pos.Y + h*t.Y, Z: w.pos.Z + h*t.Z},
			r3.Vec{X: w.tension.X + h*f.X, Y: w.tension.Y + h*f.Y, Z: w.tension.Z + h*f.Z})
	}
	t2, f2 := at(t1, f1, h/2)
	t3, f3 := at(t2, f2, h/2)
	t4, f4 := at(t3, f3, h)
	return add4(w.pos, h/6, t1, t2, t3, t4), add4(w.tension, h/6, f1, f2, f3, f4)
}

func add4(v r3.Vec, k float64, a, b, c, d r3.Vec) r3.Vec {
	return r3.Vec{
		X: v.X + k*(a.X+2*b.X+2*c.X+d.X),
		Y: v.Y + k*(a.Y+2*b.Y+2*c.Y+d.Y),
		Z: v.Z + k*(a.Z+2*b.Z+2*c.Z+d.Z),
	}
}

// crossingLength returns where in a step of length h the height passes level,
// on the cubic through both ends with their slopes.
func crossingLength(z0, m0, z1, m1, level, h float64) float64 {
	if z1 == z0 {
		return h
	}
	lo, hi := 0.0, 1.0
	rising := z1 > z0
	for range 60 {
		u := (lo + hi) / 2
		z := z0*(1+2*u)*(1-u)*(1-u) + h*m0*u*(1-u)*(1-u) + z1*u*u*(3-2*u) + h*m1*u*u*(u-1)
		if (z < level) == rising {
			lo = u
		} else {
			hi = u
		}
	}
	return h * (lo + hi) / 2
}
