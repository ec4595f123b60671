package mechanics

import (
	"math"

	"dunvel/core/rig"

	"gonum.org/v1/gonum/spatial/r3"
)

// Cast is how a rig gets into the water: a splash Distance metres from under
// the rod tip, Toward radians to the left of x, with line running off the
// spool at SpoolDrag newtons. The rod tip moves with Drift, m/s.
type Cast struct {
	Distance  float64
	SpoolDrag float64
	Drift     r3.Vec
	Toward    float64
}

// Moment is where the end body is at a time after the splash.
type Moment struct {
	Time float64 // s
	At   r3.Vec  // over the ground, the rod tip having started over x = y = 0
}

// Fall is the quasi-steady estimate of a fall with the bail open.
type Fall struct {
	Outcome Outcome  // Reached, Floats, HeldUp or NoWater
	Time    float64  // s, to the depth asked for
	Speed   float64  // mean, m/s
	Landing r3.Vec   // where it comes to that depth
	LineOut float64  // m, from the end to the rod tip
	Path    []Moment // from the splash on
}

// EstimateFall estimates the fall of a rig to target metres below the surface,
// or to the bed where target is 0 or below it.
//
// It is an estimate: at every depth the weight in water is balanced against
// drag at terminal speed, with the line below the surface drawn down along
// itself behind the body and the spool's drag on top, while the body is
// carried with the water around it. The line's belly only enters as the mean
// of the straight way to the rod and the way along surface and fall.
func (s *Scene) EstimateFall(r *rig.Rig, cast Cast, target float64) Fall {
	weight := r.Weight()
	pull := weight - cast.SpoolDrag
	pos := r3.Vec{X: cast.Distance}
	switch {
	case s.Bed.DepthAt(pos.X) <= 0:
		return Fall{Outcome: NoWater}
	case weight <= 0:
		return Fall{Outcome: Floats}
	case pull <= 0:
		return Fall{Outcome: HeldUp}
	}
	var area float64
	for _, b := range r.Bodies {
		area += b.FallArea
	}
	const steps = 120
	// wetDrag is the drag area of the line along itself, down to depth z.
	wetDrag := func(z float64) float64 {
		leader := min(z, r.LeaderLength)
		return math.Pi * (r.Leader.Tangential*r.Leader.Diameter*leader + r.Main.Tangential*r.Main.Diameter*(z-leader))
	}
	var elapsed float64
	path := make([]Moment, 0, steps+1)
	path = append(path, Moment{0, pos})
	deepest := s.Bed.Depth + math.Abs(s.Bed.Slope)*(cast.Distance+s.Bed.Depth)
	dz := deepest / steps
	for z := 0.0; ; z += dz {
		bottom := s.Bed.DepthAt(pos.X)
		goal := bottom
		if target > 0 {
			goal = min(goal, target)
		}
		if z >= goal-1e-9 || len(path) > 40*steps {
			break
		}
		h := min(dz, goal-z)
		mid := z + h/2
		speed := math.Sqrt(2 * pull / (s.Water.Density * (area + wetDrag(mid))))
		dt := h / speed
		flow := s.Current.At(bottom-mid, bottom)
		pos = r3.Add(pos, r3.Vec{X: dt * flow.X, Y: dt * flow.Y, Z: -h})
		elapsed += dt
		path = append(path, Moment{elapsed, pos})
	}
	tip := r3.Add(r3.Scale(elapsed, cast.Drift), r3.Vec{Z: s.TipHeight})
	reach := math.Hypot(pos.X-tip.X, pos.Y-tip.Y)
	chord := math.Hypot(reach, pos.Z-tip.Z)
	return Fall{
		Outcome: Reached, Time: elapsed, Speed: -pos.Z / elapsed, Landing: pos,
		LineOut: (chord + math.Hypot(reach, s.TipHeight) - pos.Z) / 2,
		Path:    path,
	}
}
