package mechanics

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// block is a 3 x 3 matrix by rows: how the force on one node changes with the
// place of another.
type block [9]float64

// symmetric is a symmetric 3 x 3 matrix: xx, xy, xz, yy, yz, zz.
type symmetric [6]float64

// add adds unit times the unit matrix and k times the outer product of v with
// itself.
func (s *symmetric) add(unit, k float64, v r3.Vec) {
	x, y, z := k*v.X, k*v.Y, k*v.Z
	s[0] += unit + x*v.X
	s[1] += x * v.Y
	s[2] += x * v.Z
	s[3] += unit + y*v.Y
	s[4] += y * v.Z
	s[5] += unit + z*v.Z
}

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

// set makes b what s is.
func (b *block) set(s *symmetric) {
	b[0], b[1], b[2] = s[0], s[1], s[2]
	b[3], b[4], b[5] = s[1], s[3], s[4]
	b[6], b[7], b[8] = s[2], s[4], s[5]
}

// addSymmetric adds s.
func (b *block) addSymmetric(s *symmetric) {
	b[0] += s[0]
	b[1] += s[1]
	b[2] += s[2]
	b[3] += s[1]
	b[4] += s[3]
	b[5] += s[4]
	b[6] += s[2]
	b[7] += s[4]
	b[8] += s[5]
}

// addHeight adds how a force changes with the height of a place.
func (b *block) addHeight(v r3.Vec) {
	b[2] += v.X
	b[5] += v.Y
	b[8] += v.Z
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
	*b = block{
		p[0]*q[0] + p[1]*q[3] + p[2]*q[6], p[0]*q[1] + p[1]*q[4] + p[2]*q[7], p[0]*q[2] + p[1]*q[5] + p[2]*q[8],
		p[3]*q[0] + p[4]*q[3] + p[5]*q[6], p[3]*q[1] + p[4]*q[4] + p[5]*q[7], p[3]*q[2] + p[4]*q[5] + p[5]*q[8],
		p[6]*q[0] + p[7]*q[3] + p[8]*q[6], p[6]*q[1] + p[7]*q[4] + p[8]*q[7], p[6]*q[2] + p[7]*q[5] + p[8]*q[8],
	}
}

// subtract takes c off b.
func (b *block) subtract(c *block) {
	b[0] -= c[0]
	b[1] -= c[1]
	b[2] -= c[2]
	b[3] -= c[3]
	b[4] -= c[4]
	b[5] -= c[5]
	b[6] -= c[6]
	b[7] -= c[7]
	b[8] -= c[8]
}

// solveChain solves a block-tridiagonal system in place by elimination from
// the first node to the last (Thomas, 1949): below[i] couples node i+1 to i,
// above[i] node i to i+1. right becomes the solution, and so does each of more,
// for as many right sides; the blocks are used up. It is false where a pivot has
// no inverse.
func solveChain(diagonal, below, above []block, right []r3.Vec, more [][]r3.Vec) bool {
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
			diagonal[i+1].subtract(&change)
			right[i+1] = r3.Sub(right[i+1], factor.times(right[i]))
			for _, r := range more {
				r[i+1] = r3.Sub(r[i+1], factor.times(r[i]))
			}
		}
	}
	for i := n - 1; i >= 0; i-- {
		if i+1 < n {
			right[i] = r3.Sub(right[i], above[i].times(right[i+1]))
		}
		right[i] = diagonal[i].times(right[i])
	}
	for _, r := range more {
		for i := n - 1; i >= 0; i-- {
			if i+1 < n {
				r[i] = r3.Sub(r[i], above[i].times(r[i+1]))
			}
			r[i] = diagonal[i].times(r[i])
		}
	}
	return true
}
