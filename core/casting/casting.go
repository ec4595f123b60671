// Package casting estimates how far a rod throws a lure: a ballistic flight
// with the drag of the lure and of the line that follows, in the wind. It is
// a model of the job's own, not a published one; the numbers it rests on are
// in the judgement table, and one measured cast replaces the greatest of them.
package casting

import (
	"math"

	"dunvel/core/judgement"
	"dunvel/core/tackle"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

const airDensity = 1.2 // kg/m3 at 20 degrees, as in the engine

// Rod is a rod and the hand that casts it.
type Rod struct {
	Middle    float64 // kg, the middle of what it casts
	Length    float64 // m
	TipHeight float64 // m over the water
	Effort    float64 // energy of the throw over what is usual for such a rod; 1 where nothing was measured
}

// LaunchSpeed is the speed in m/s at which a lure of the mass leaves the rod:
// what the rod and the lure share of the energy of the throw.
func (r Rod) LaunchSpeed(mass float64) float64 {
	own := judgement.RodOwnMass.Number * r.Middle // the part of the rod that moves along
	speed := judgement.ThrowSpeed.Number
	energy := r.Effort * r.Length / judgement.RodLength.Number * (r.Middle + own) / 2 * speed * speed
	return min(math.Sqrt(2*energy/(mass+own)), judgement.LaunchMost.Number)
}

// Distance is how far from under the rod tip a lure lands, in m, thrown along
// x in the wind (m/s).
func (r Rod) Distance(lure tackle.Lure, line tackle.Line, wind r3.Vec) float64 {
	sin, cos := math.Sincos(judgement.LaunchAngle.Number * math.Pi / 180)
	launch := r.LaunchSpeed(lure.Mass)
	velocity := r3.Vec{X: launch * cos, Z: launch * sin}
	place := r3.Vec{Z: r.TipHeight}
	push := func(at, v r3.Vec) r3.Vec {
		through := r3.Sub(v, wind)
		force := r3.Scale(-0.5*airDensity*lure.AirArea*r3.Norm(through), through)
		// The line runs off along itself, all of it at the speed of the lure.
		out := r3.Norm(r3.Sub(at, r3.Vec{Z: r.TipHeight}))
		drag := 0.5 * airDensity * line.Tangential * math.Pi * line.Diameter * out
		force = r3.Add(force, r3.Scale(-drag*r3.Norm(v), v))
		return r3.Add(r3.Scale(1/lure.Mass, force), r3.Vec{Z: -water.Gravity})
	}
	// The classical fourth-order method (Kutta, 1901); a hundredth of a second
	// resolves every flight to a centimetre.
	const step, longest = 0.01, 60
	for time := 0.0; time < longest; time += step {
		mid := func(share float64, v, a r3.Vec) (r3.Vec, r3.Vec) {
			return r3.Add(place, r3.Scale(share*step, v)), r3.Add(velocity, r3.Scale(share*step, a))
		}
		v1, a1 := velocity, push(place, velocity)
		p2, v2 := mid(0.5, v1, a1)
		a2 := push(p2, v2)
		p3, v3 := mid(0.5, v2, a2)
		a3 := push(p3, v3)
		p4, v4 := mid(1, v3, a3)
		a4 := push(p4, v4)
		sum := func(a, b, c, d r3.Vec) r3.Vec {
			return r3.Scale(step/6, r3.Add(r3.Add(a, d), r3.Scale(2, r3.Add(b, c))))
		}
		next := r3.Add(place, sum(v1, v2, v3, v4))
		if next.Z <= 0 {
			share := place.Z / (place.Z - next.Z)
			return math.Hypot(place.X+share*(next.X-place.X), place.Y+share*(next.Y-place.Y))
		}
		place, velocity = next, r3.Add(velocity, sum(a1, a2, a3, a4))
	}
	return math.Hypot(place.X, place.Y)
}

// Bounds of what a measured cast may say of the effort.
const leastEffort, mostEffort = 0.02, 20.0

// Fit is the effort with which the rod throws the lure distance m far in still
// air; ok is false where none within reason does.
func (r Rod) Fit(lure tackle.Lure, line tackle.Line, distance float64) (effort float64, ok bool) {
	far := func(effort float64) float64 {
		r.Effort = effort
		return r.Distance(lure, line, r3.Vec{})
	}
	low, high := leastEffort, mostEffort
	if far(low) > distance || far(high) < distance {
		return 1, false
	}
	for range 40 {
		if middle := math.Sqrt(low * high); far(middle) < distance {
			low = middle
		} else {
			high = middle
		}
	}
	return math.Sqrt(low * high), true
}
