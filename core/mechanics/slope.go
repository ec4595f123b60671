package mechanics

import (
	"math"

	"dunvel/core/rig"

	"gonum.org/v1/gonum/spatial/r3"
)

// On a slope where the end body stands is unknown too. A line followed for
// exactly the length that is out always ends somewhere, so that two unknowns
// can be solved for at once by Newton's method, started from a level bed. What
// that does not find is left to the nested search of stance, which is slower.

// fixedShot follows a line of fixed length from an end body at x; v is the
// other unknown.
type fixedShot func(x, v float64, trace *[]r3.Vec) placing

// fixedFrom follows lineOut metres from an end body at share of the depth at
// x on which the bed pushes with margin of the rig's weight.
func (st *stance) fixedFrom(x, share, margin float64, trace *[]r3.Vec) placing {
	start := r3.Vec{X: x, Z: -share * st.scene.Bed.DepthAt(x)}
	return placing{st.scene.follow(st.rig, st.gait, start, st.bedForce(margin), math.Inf(1), st.limit, trace), start}
}

// levelled is the scene with a level bed as deep as this one is at x.
func (s *Scene) levelled(x float64) *Scene {
	level := *s
	if depth := s.Bed.DepthAt(x); depth > 0 {
		level.Bed.Depth = depth
	}
	level.Bed.Slope = 0
	return &level
}

// restOnSlope is Rest where the bed slopes; false where it is not found. It is
// looked for from where one line would have it, and then from where it would
// be on a bed as deep as under the rod, and on one as deep as there.
func (s *Scene) restOnSlope(r *rig.Rig, gait Gait, lineOut float64, curve *[]r3.Vec) (Equilibrium, bool) {
	const pushing = 0.5 // a guess as good as any
	st := stance{scene: s.levelled(0), rig: r, gait: gait, limit: lineOut}
	end := r3.Vec{X: -st.fixedFrom(0, 1, pushing, nil).at.X, Z: -st.scene.Bed.Depth}
	if e, ok := s.restNear(r, gait, lineOut, Equilibrium{End: end, ContactMargin: pushing}, st.scene.Bed.Depth,
		curve); ok {
		return e, true
	}
	var x float64
	for range 2 {
		level := s.levelled(x)
		guess := level.Rest(r, gait, lineOut, nil)
		if guess.Outcome != OnBed && guess.Outcome != Hangs {
			return Equilibrium{}, false
		}
		if e, ok := s.restNear(r, gait, lineOut, guess, level.Bed.Depth, curve); ok {
			return e, true
		}
		x = guess.End.X
	}
	return Equilibrium{}, false
}

// restNear is restOnSlope from a guess over a level bed at some depth.
func (s *Scene) restNear(r *rig.Rig, gait Gait, lineOut float64, guess Equilibrium, depth float64,
	curve *[]r3.Vec) (Equilibrium, bool) {
	st := stance{scene: s, rig: r, gait: gait, limit: lineOut}
	lying := func(x, margin float64, trace *[]r3.Vec) placing { return st.fixedFrom(x, 1, margin, trace) }
	if x, margin, ok := s.meet(lying, guess.End.X, guess.ContactMargin); ok && margin > -1e-3 && margin < slackMargin {
		margin = max(margin, 0) // just about to lift counts as lying
		p := drawn(lying, x, margin, curve)
		return s.equilibrium(p, OnBed, r.Weight(), margin, lineOut, curve), true
	}
	hanging := func(x, share float64, trace *[]r3.Vec) placing { return st.fixedFrom(x, share, 0, trace) }
	share := min(-guess.End.Z/depth, 1)
	if x, share, ok := s.meet(hanging, guess.End.X, share); ok && share > 0 && share <= 1 {
		p := drawn(hanging, x, share, curve)
		return s.equilibrium(p, Hangs, r.Weight(), 0, lineOut, curve), true
	}
	return Equilibrium{}, false
}

// drawn follows a line again for its points, and puts it under the tip.
func drawn(shoot fixedShot, x, v float64, curve *[]r3.Vec) placing {
	if curve != nil {
		*curve = (*curve)[:0]
	}
	p := shoot(x, v, curve)
	aside := r3.Vec{Y: -p.at.Y}
	p.end = r3.Add(p.end, aside)
	if curve != nil {
		for i := range *curve {
			(*curve)[i] = r3.Add((*curve)[i], aside)
		}
	}
	return p
}

// liftOffOnSlope is LiftOff where the bed slopes; false where it is not found.
func (s *Scene) liftOffOnSlope(r *rig.Rig, direction r3.Vec, lineOut, fastest float64) (float64, bool) {
	st := stance{scene: s, rig: r, limit: lineOut}
	lifting := func(x, speed float64, trace *[]r3.Vec) placing {
		st.gait = Gait{r3.Scale(speed, direction), direction}
		return st.fixedFrom(x, 1, 0, trace)
	}
	speed := s.levelled(0).LiftOff(r, direction, lineOut, fastest)
	if speed == 0 || speed == fastest {
		return 0, false
	}
	x := s.levelled(0).Rest(r, Gait{r3.Scale(speed, direction), direction}, lineOut, nil).End.X
	_, speed, ok := s.meet(lifting, x, speed)
	return speed, ok && speed > 0 && speed < fastest
}

// meet finds x and v for which a line comes up in the rod tip's plane at the
// height of the tip (Newton's method with halved steps, its slopes carried on
// from step to step while that serves: Broyden, 1965).
func (s *Scene) meet(shoot fixedShot, x, v float64) (float64, float64, bool) {
	const rounds, h = 12, 1e-5
	scale := s.Bed.Depth
	miss := func(x, v float64) (float64, float64) {
		if s.Bed.DepthAt(x) <= 0 {
			return math.Inf(1), math.Inf(1)
		}
		at := shoot(x, v, nil).at
		return at.X, at.Z - s.TipHeight
	}
	mx, mz := miss(x, v)
	var ax, az, bx, bz float64 // slopes along x and v
	fresh := false
	for range rounds {
		size := math.Hypot(mx, mz)
		if size < placeShare*scale {
			return x, v, true
		}
		if !fresh {
			ax, az = miss(x+h*scale, v)
			bx, bz = miss(x, v+h)
			ax, az, bx, bz = (ax-mx)/(h*scale), (az-mz)/(h*scale), (bx-mx)/h, (bz-mz)/h
		}
		det := ax*bz - bx*az
		if !(math.Abs(det) > 1e-12) {
			return 0, 0, false
		}
		dx, dv := (bx*mz-bz*mx)/det, (az*mx-ax*mz)/det
		better := false
		for share := min(1, 0.3/math.Abs(dv)); share > 1.0/64; share /= 2 {
			nx, nz := miss(x+share*dx, v+share*dv)
			if better = math.Hypot(nx, nz) < size; better {
				sx, sv := share*dx, share*dv
				x, v = x+sx, v+sv
				// In units in which both are of like size.
				ux, uv := sx/(scale*scale), sv
				if n := ux*sx + uv*sv; n > 0 {
					ex, ez := (nx-mx-ax*sx-bx*sv)/n, (nz-mz-az*sx-bz*sv)/n
					ax, az, bx, bz = ax+ex*ux, az+ez*ux, bx+ex*uv, bz+ez*uv
				}
				fresh = math.Hypot(nx, nz) < size/4
				mx, mz = nx, nz
				break
			}
			if fresh {
				break // with slopes of its own before with a smaller step
			}
		}
		if !better && !fresh {
			return 0, 0, false
		}
		fresh = fresh && better
	}
	return 0, 0, false
}
