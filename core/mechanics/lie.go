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
	EndTension    r3.Vec  // N; zero where none is found
}

// LieAt tells whether the end body stays at place on the bed, the rod tip
// standing over x = y = 0 with lineOut metres out and the bail closed. The
// tension at the body is what makes the line end at the rod tip; it is found
// by Newton's method, from a guess or where that is zero from the sag of a
// uniformly loaded string. Where no tension does, the line is longer than the
// water can tighten: Slack.
func (s *Scene) LieAt(r *rig.Rig, place r3.Vec, lineOut float64, guess r3.Vec, curve *[]r3.Vec) Lie {
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
	tension, ok := s.tighten(r, place, lineOut, guess, miss)
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
func (s *Scene) tighten(r *rig.Rig, place r3.Vec, lineOut float64, guess r3.Vec,
	miss func(r3.Vec, *[]r3.Vec) r3.Vec) (r3.Vec, bool) {
	const closely = 1e-6 // of the line
	sags, tightens := s.sag(r, place, lineOut)
	if !tightens {
		return r3.Vec{}, false
	}
	misses := func(tension r3.Vec) r3.Vec { return miss(tension, nil) }
	if guess != (r3.Vec{}) {
		if tension, ok := solveFor(guess, closely*lineOut, misses); ok {
			return tension, true
		}
	}
	return solveFor(sags, closely*lineOut, misses)
}

// sag is the tension at place of a line that hangs evenly loaded to the rod tip; false
// where nothing tightens it.
func (s *Scene) sag(r *rig.Rig, place r3.Vec, lineOut float64) (r3.Vec, bool) {
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
	tension := r3.Add(r3.Scale(q*lineOut/math.Sqrt(24*spare), along), r3.Scale(lineOut/2, load))
	return tension, q*lineOut >= 1e-7
}

// solveFor changes v until miss of it is smaller than close: Newton's method with
// halved steps, its slopes carried on from step to step while that serves
// (Broyden, 1965). It is false where it does not come there.
func solveFor(v r3.Vec, close float64, miss func(r3.Vec) r3.Vec) (r3.Vec, bool) {
	const rounds = 60
	m := miss(v)
	size := length(m)
	var dx, dy, dz r3.Vec // of miss along each axis
	fresh, carried := false, false
	for range rounds {
		if size < close {
			return v, true
		}
		if !carried {
			h := 1e-5 * length(v)
			dx = r3.Scale(1/h, r3.Sub(miss(r3.Add(v, r3.Vec{X: h})), m))
			dy = r3.Scale(1/h, r3.Sub(miss(r3.Add(v, r3.Vec{Y: h})), m))
			dz = r3.Scale(1/h, r3.Sub(miss(r3.Add(v, r3.Vec{Z: h})), m))
		}
		fresh = !carried
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
		for share := min(1, length(v)/length(step)); share > 1e-3 && !better; share /= 2 {
			taken := r3.Scale(share, step)
			n := miss(r3.Add(v, taken))
			if better = length(n) < size; better {
				changed := r3.Sub(r3.Sub(n, m),
					r3.Add(r3.Scale(taken.X, dx), r3.Add(r3.Scale(taken.Y, dy), r3.Scale(taken.Z, dz))))
				changed = r3.Scale(1/r3.Dot(taken, taken), changed)
				dx, dy, dz = r3.Add(dx, r3.Scale(taken.X, changed)), r3.Add(dy, r3.Scale(taken.Y, changed)),
					r3.Add(dz, r3.Scale(taken.Z, changed))
				carried = length(n) < size/4
				v, m, size = r3.Add(v, taken), n, length(n)
			} else if !fresh {
				break // with slopes of its own before with a smaller step
			}
		}
		if !better && fresh {
			return r3.Vec{}, false
		}
		carried = carried && better
	}
	return r3.Vec{}, false
}
