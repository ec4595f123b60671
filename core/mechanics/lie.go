package mechanics

import (
	"math"

	"dunvel/core/rig"

	"gonum.org/v1/gonum/spatial/r3"
)

// Lie is a rig whose end body lies still where it came down.
type Lie struct {
	Outcome       Outcome // Held, Sweeps, Lifts, Slack or Floats
	ContactMargin float64 // push of the bed over the weight of the rig
	Grip          float64 // friction needed over friction there is; more than 1 sweeps
	EndTension    r3.Vec  // N
}

// LieAt tells whether the end body stays at place on the bed, the rod tip
// standing over x = y = 0 with lineOut metres out and the bail closed. The
// tension at the body is what makes the line end at the rod tip; it is found
// by Newton's method from the sag of a uniformly loaded string. Where no
// tension does, the line is longer than the water can tighten: Slack.
func (s *Scene) LieAt(r *rig.Rig, place r3.Vec, lineOut float64, curve *[]r3.Vec) Lie {
	weight := r.Weight()
	if weight <= 0 {
		return Lie{Outcome: Floats}
	}
	normal := s.Bed.Normal()
	still := Gait{}
	// What the bed does is whatever balances the body, so the tension above it
	// is the unknown: follow takes the bed's force as tension's opposite and
	// adds the body's own, which is taken off here.
	body := s.follow(r, still, place, r3.Vec{}, math.Inf(1), 0, nil).pull
	miss := func(tension r3.Vec, trace *[]r3.Vec) r3.Vec {
		end := s.follow(r, still, place, r3.Sub(body, tension), math.Inf(1), lineOut, trace)
		return r3.Sub(end.at, r3.Vec{Z: s.TipHeight})
	}
	tension, ok := s.tighten(r, place, lineOut, miss)
	if !ok {
		return Lie{Outcome: Slack, ContactMargin: 1}
	}
	if curve != nil {
		*curve = (*curve)[:0]
		miss(tension, curve)
	}
	bed := r3.Sub(body, tension)
	push := r3.Dot(bed, normal)
	lie := Lie{Outcome: Held, ContactMargin: push / weight, EndTension: tension}
	if push <= 0 {
		lie.Outcome, lie.ContactMargin, lie.Grip = Lifts, 0, math.MaxFloat64
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

// tighten finds the tension at place for which miss is zero.
func (s *Scene) tighten(r *rig.Rig, place r3.Vec, lineOut float64, miss func(r3.Vec, *[]r3.Vec) r3.Vec) (r3.Vec, bool) {
	chord := r3.Sub(r3.Vec{Z: s.TipHeight}, place)
	distance := r3.Norm(chord)
	spare := lineOut/distance - 1
	if spare <= 0 {
		spare = 1e-4 // the line is as tight as it gets
	}
	along := r3.Scale(1/distance, chord)
	half := s.Bed.DepthAt(place.X) / 2
	strand := newStrand(&r.Main, &s.Water, s.fixedNormal)
	load := strand.force(along, s.Current.At(half, 2*half))
	load.Z += strand.weight
	load = r3.Sub(load, r3.Scale(r3.Dot(load, along), along))
	q := r3.Norm(load)
	if q*lineOut < 1e-7 {
		return r3.Vec{}, false // nothing tightens it
	}
	tension := r3.Add(r3.Scale(q*lineOut/math.Sqrt(24*spare), along), r3.Scale(lineOut/2, load))
	const rounds = 30
	m := miss(tension, nil)
	for range rounds {
		if r3.Norm(m) < 1e-6*lineOut {
			return tension, true
		}
		h := 1e-5 * r3.Norm(tension)
		dx := r3.Scale(1/h, r3.Sub(miss(r3.Add(tension, r3.Vec{X: h}), nil), m))
		dy := r3.Scale(1/h, r3.Sub(miss(r3.Add(tension, r3.Vec{Y: h}), nil), m))
		dz := r3.Scale(1/h, r3.Sub(miss(r3.Add(tension, r3.Vec{Z: h}), nil), m))
		volume := r3.Dot(dx, r3.Cross(dy, dz))
		if math.Abs(volume) < 1e-300 {
			return r3.Vec{}, false
		}
		step := r3.Vec{ // Cramer's rule
			X: -r3.Dot(m, r3.Cross(dy, dz)) / volume,
			Y: -r3.Dot(dx, r3.Cross(m, dz)) / volume,
			Z: -r3.Dot(dx, r3.Cross(dy, m)) / volume,
		}
		better := false
		for share := min(1, r3.Norm(tension)/r3.Norm(step)); share > 1e-3; share /= 2 {
			next := r3.Add(tension, r3.Scale(share, step))
			if n := miss(next, nil); r3.Norm(n) < r3.Norm(m) {
				tension, m, better = next, n, true
				break
			}
		}
		if !better {
			return r3.Vec{}, false
		}
	}
	return r3.Vec{}, false
}
