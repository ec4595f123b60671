package water

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Bed is a plane bottom: its depth under the origin and its slope along x
// (positive: deeper as x grows), with the friction of a head that slides on it.
type Bed struct {
	Depth    float64 // m
	Slope    float64 // m per m
	Friction float64 // share of the push
}

// DepthAt returns the depth in m at x. It is not positive where the bed comes
// out of the water.
func (b Bed) DepthAt(x float64) float64 { return b.Depth + b.Slope*x }

// Normal returns the unit vector that points out of the bed.
func (b Bed) Normal() r3.Vec {
	n := math.Hypot(1, b.Slope)
	return r3.Vec{X: b.Slope / n, Z: 1 / n}
}

// Along returns the unit vector along the bed nearest to direction, or zero
// if direction has no part along the bed.
func (b Bed) Along(direction r3.Vec) r3.Vec {
	n := b.Normal()
	v := r3.Sub(direction, r3.Scale(r3.Dot(direction, n), n))
	if r3.Norm2(v) < 1e-24 {
		return r3.Vec{}
	}
	return r3.Unit(v)
}
