package mechanics

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// block is a 3 x 3 matrix by rows: how the force on one node changes with the
// place of another.
type block [9]float64

// addScaled adds k times the unit matrix.
func (b *block) addScaled(k float64) { b[0] += k; b[4] += k; b[8] += k }

// addOuter adds k times the outer product of u and v.
func (b *block) addOuter(k float64, u, v r3.Vec) {
	b[0] += k * u.X * v.X
	b[1] += k * u.X * v.Y
	b[2] += k * u.X * v.Z
	b[3] += k * u.Y * v.X
	b[4] += k * u.Y * v.Y
	b[5] += k * u.Y * v.Z
	b[6] += k * u.Z * v.X
	b[7] += k * u.Z * v.Y
	b[8] += k * u.Z * v.Z
}

// add adds k times c.
func (b *block) add(k float64, c *block) {
	for i := range b {
		b[i] += k * c[i]
	}
}

func (b *block) times(v r3.Vec) r3.Vec {
	return r3.Vec{
		X: b[0]*v.X + b[1]*v.Y + b[2]*v.Z,
		Y: b[3]*v.X + b[4]*v.Y + b[5]*v.Z,
		Z: b[6]*v.X + b[7]*v.Y + b[8]*v.Z,
	}
}

// inverse returns the inverse, false where there is none.
func (b *block) inverse() (block, bool) {
	c0, c1, c2 := b[4]*b[8]-b[5]*b[7], b[5]*b[6]-b[3]*b[8], b[3]*b[7]-b[4]*b[6]
	det := b[0]*c0 + b[1]*c1 + b[2]*c2
	if !(math.Abs(det) > 1e-300) {
		return block{}, false
	}
	d := 1 / det
	return block{
		c0 * d, (b[2]*b[7] - b[1]*b[8]) * d, (b[1]*b[5] - b[2]*b[4]) * d,
		c1 * d, (b[0]*b[8] - b[2]*b[6]) * d, (b[2]*b[3] - b[0]*b[5]) * d,
		c2 * d, (b[1]*b[6] - b[0]*b[7]) * d, (b[0]*b[4] - b[1]*b[3]) * d,
	}, true
}

// product sets b to the matrix product of p and q.
func (b *block) product(p, q *block) {
	for i := 0; i < 9; i += 3 {
		x, y, z := p[i], p[i+1], p[i+2]
		b[i] = x*q[0] + y*q[3] + z*q[6]
		b[i+1] = x*q[1] + y*q[4] + z*q[7]
		b[i+2] = x*q[2] + y*q[5] + z*q[8]
	}
}

// solveChain solves a block-tridiagonal system in place by elimination from
// the first node to the last (Thomas, 1949): below[i] couples node i+1 to i,
// above[i] node i to i+1. right becomes the solution; the blocks are used up.
// It is false where a pivot has no inverse.
func solveChain(diagonal, below, above []block, right []r3.Vec) bool {
	n := len(diagonal)
	var factor, change block
	for i := range n {
		inverse, ok := diagonal[i].inverse()
		if !ok {
			return false
		}
		diagonal[i] = inverse
		if i+1 < n {
			factor.product(&below[i], &inverse)
			change.product(&factor, &above[i])
			diagonal[i+1].add(-1, &change)
			right[i+1] = r3.Sub(right[i+1], factor.times(right[i]))
		}
	}
	for i := n - 1; i >= 0; i-- {
		if i+1 < n {
			right[i] = r3.Sub(right[i], above[i].times(right[i+1]))
		}
		right[i] = diagonal[i].times(right[i])
	}
	return true
}
