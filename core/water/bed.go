package water

import (
	"errors"
	"fmt"
	"math"
	"sort"

	"gonum.org/v1/gonum/spatial/r3"
)

// Bed is the bottom: a plane with its depth under the origin and its slope
// along x (positive: deeper as x grows), or a line of straight pieces along x,
// with the friction of a head that slides on it. Equilibria are solved on
// planes, of which Plane gives the one at a place.
type Bed struct {
	Depth    float64 // m
	Slope    float64 // m per m
	Friction float64 // share of the push

	pieces []Sounding // instead of Depth and Slope, x rising
}

// Sounding is the depth in m at x.
type Sounding struct{ X, Depth float64 }

// Pieces returns a bed of straight pieces between soundings, level beyond the
// first and the last. At least one sounding is needed, x must rise, and no
// piece may be steeper than 5 m per m.
func Pieces(soundings []Sounding, friction float64) (Bed, error) {
	const steepest = 5
	if len(soundings) == 0 {
		return Bed{}, errors.New("water: a bed needs a sounding")
	}
	for i, s := range soundings {
		if math.IsNaN(s.X+s.Depth) || math.IsInf(s.X+s.Depth, 0) {
			return Bed{}, fmt.Errorf("water: sounding %d is not a number", i+1)
		}
		if i == 0 {
			continue
		}
		before := soundings[i-1]
		if !(s.X > before.X) || math.Abs(s.Depth-before.Depth) > steepest*(s.X-before.X) {
			return Bed{}, fmt.Errorf("water: sounding %d at %g m does not come after the one at %g m, or the bed "+
				"between is too steep", i+1, s.X, before.X)
		}
	}
	b := Bed{Friction: friction, pieces: append([]Sounding(nil), soundings...)}
	b.Depth, b.Slope = b.at(0)
	return b, nil
}

// at returns depth and slope at x.
func (b Bed) at(x float64) (depth, slope float64) {
	if b.pieces == nil {
		return b.Depth + b.Slope*x, b.Slope
	}
	i := sort.Search(len(b.pieces), func(i int) bool { return b.pieces[i].X > x })
	switch i {
	case 0:
		return b.pieces[0].Depth, 0
	case len(b.pieces):
		return b.pieces[i-1].Depth, 0
	}
	from, to := b.pieces[i-1], b.pieces[i]
	slope = (to.Depth - from.Depth) / (to.X - from.X)
	return from.Depth + slope*(x-from.X), slope
}

// DepthAt returns the depth in m at x. It is not positive where the bed comes
// out of the water.
func (b Bed) DepthAt(x float64) float64 {
	depth, _ := b.at(x)
	return depth
}

// Plane returns the plane that the bed is at x.
func (b Bed) Plane(x float64) Bed {
	depth, slope := b.at(x)
	return Bed{Depth: depth - slope*x, Slope: slope, Friction: b.Friction}
}

// Normal returns the unit vector that points out of a plane bed.
func (b Bed) Normal() r3.Vec { return b.NormalAt(0) }

// NormalAt returns the unit vector that points out of the bed at x.
func (b Bed) NormalAt(x float64) r3.Vec {
	_, slope := b.at(x)
	n := math.Hypot(1, slope)
	return r3.Vec{X: slope / n, Z: 1 / n}
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
