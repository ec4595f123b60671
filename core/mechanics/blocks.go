package mechanics

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// block is a 3 x 3 matrix by rows: how the force on one node changes with the
// place of another.
type block [9]float64

var unitBlock = block{0: 1, 4: 1, 8: 1}

// symmetric is a symmetric 3 x 3 matrix: xx, xy, xz, yy, yz, zz.
type symmetric [6]float64

// addOuter adds k times the outer product of v with itself.
func (s *symmetric) addOuter(k float64, v r3.Vec) {
	x, y, z := k*v.X, k*v.Y, k*v.Z
	s[0] += x * v.X
	s[1] += x * v.Y
	s[2] += x * v.Z
	s[3] += y * v.Y
	s[4] += y * v.Z
	s[5] += z * v.Z
}

// addScaled adds unit times the unit matrix and k times another.
func (s *symmetric) addScaled(unit, k float64, other *symmetric) {
	s[0] += unit + k*other[0]
	s[1] += k * other[1]
	s[2] += k * other[2]
	s[3] += unit + k*other[3]
	s[4] += k * other[4]
	s[5] += unit + k*other[5]
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

// invert turns b into its inverse, false where there is none.
func (b *block) invert() bool {
	b0, b1, b2, b3, b4, b5, b6, b7, b8 := b[0], b[1], b[2], b[3], b[4], b[5], b[6], b[7], b[8]
	c0, c1, c2 := b4*b8-b5*b7, b5*b6-b3*b8, b3*b7-b4*b6
	det := b0*c0 + b1*c1 + b2*c2
	if !(math.Abs(det) > 1e-300) {
		return false
	}
	d := 1 / det
	b[0], b[1], b[2] = c0*d, (b2*b7-b1*b8)*d, (b1*b5-b2*b4)*d
	b[3], b[4], b[5] = c1*d, (b0*b8-b2*b6)*d, (b2*b3-b0*b5)*d
	b[6], b[7], b[8] = c2*d, (b1*b6-b0*b7)*d, (b0*b4-b1*b3)*d
	return true
}

// timesRow is a row of three numbers times b.
func (b *block) timesRow(p, q, r float64) (x, y, z float64) {
	return p*b[0] + q*b[3] + r*b[6], p*b[1] + q*b[4] + r*b[7], p*b[2] + q*b[5] + r*b[8]
}

// takeOut takes a node out of the balance of the next one: below times the inverse of
// the node's own block, which becomes factor, times what else stands in its row.
func takeOut(below, inverse, above, next, factor *block, right, nextRight *r3.Vec) {
	f0, f1, f2 := inverse.timesRow(below[0], below[1], below[2])
	x, y, z := above.timesRow(f0, f1, f2)
	next[0] -= x
	next[1] -= y
	next[2] -= z
	nextRight.X -= f0*right.X + f1*right.Y + f2*right.Z
	factor[0], factor[1], factor[2] = f0, f1, f2

	f0, f1, f2 = inverse.timesRow(below[3], below[4], below[5])
	x, y, z = above.timesRow(f0, f1, f2)
	next[3] -= x
	next[4] -= y
	next[5] -= z
	nextRight.Y -= f0*right.X + f1*right.Y + f2*right.Z
	factor[3], factor[4], factor[5] = f0, f1, f2

	f0, f1, f2 = inverse.timesRow(below[6], below[7], below[8])
	x, y, z = above.timesRow(f0, f1, f2)
	next[6] -= x
	next[7] -= y
	next[8] -= z
	nextRight.Z -= f0*right.X + f1*right.Y + f2*right.Z
	factor[6], factor[7], factor[8] = f0, f1, f2
}

// solveChain solves a block-tridiagonal system in place by elimination from
// the first node to the last (Thomas, 1949): below[i] couples node i+1 to i,
// above[i] node i to i+1. right becomes the solution, and so does each of more,
// for as many right sides; the blocks are used up. It is false where a pivot has
// no inverse.
func solveChain(diagonal, below, above []block, right []r3.Vec, more [][]r3.Vec) bool {
	last := len(diagonal) - 1
	below, above, right = below[:last], above[:last], right[:last+1]
	var factor block
	for i := range last {
		if !diagonal[i].invert() {
			return false
		}
		takeOut(&below[i], &diagonal[i], &above[i], &diagonal[i+1], &factor, &right[i], &right[i+1])
		for _, r := range more {
			r[i+1] = r3.Sub(r[i+1], factor.times(r[i]))
		}
	}
	if !diagonal[last].invert() {
		return false
	}
	backward(diagonal, above, right)
	for _, r := range more {
		backward(diagonal, above, r[:last+1])
	}
	return true
}

// backward solves for a right side of which the elimination is done, from the last node
// to the first.
func backward(inverse, above []block, right []r3.Vec) {
	last := len(right) - 1
	solved := inverse[last].times(right[last])
	right[last] = solved
	for i := last - 1; i >= 0; i-- {
		a, r := &above[i], right[i]
		r.X -= a[0]*solved.X + a[1]*solved.Y + a[2]*solved.Z
		r.Y -= a[3]*solved.X + a[4]*solved.Y + a[5]*solved.Z
		r.Z -= a[6]*solved.X + a[7]*solved.Y + a[8]*solved.Z
		solved = inverse[i].times(r)
		right[i] = solved
	}
}
