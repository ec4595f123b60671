package mechanics

import (
	"math"

	"dunvel/core/rig"

	"gonum.org/v1/gonum/spatial/r3"
)

// stance places the end body of one rig so that its line, followed upward,
// ends at the rod tip over x = y = 0.
type stance struct {
	scene *Scene
	rig   *rig.Rig
	gait  Gait
	limit float64 // line beyond which it is not followed, m

	// On a slope the next place is looked for near the last one, from how much
	// the miss changed with the place there.
	lastX, lastChange float64
	placed            bool
	steps             int // taken up lines so far
}

// mostShooting is how many steps one question on a slope may take before it is
// left at "not found", so that none takes more than some milliseconds.
const mostShooting = 25000

// placing is a shot together with where its end body stands.
type placing struct {
	shot
	end r3.Vec
}

// excess is the share by which the line that is out is longer than a placing takes; less than nothing where it is too short.
func (st *stance) excess(p placing, lineOut float64) float64 {
	if !p.reached {
		return lineOut/st.limit - 1
	}
	return lineOut/p.length - 1
}

// onBed follows the line from an end body on which the bed pushes with margin
// of the rig's weight.
func (st *stance) onBed(margin float64, trace *[]r3.Vec) placing {
	return st.underTip(1, st.bedForce(margin), trace)
}

// bedForce is what the bed does to the end body: push and friction.
func (st *stance) bedForce(margin float64) r3.Vec {
	bed := st.scene.Bed
	push := margin * st.rig.Weight()
	return r3.Add(r3.Scale(push, bed.Normal()), r3.Scale(-bed.Friction*push, st.gait.sliding(bed)))
}

// offBed follows the line from an end body that hangs at share of the depth.
func (st *stance) offBed(share float64, trace *[]r3.Vec) placing {
	return st.underTip(share, r3.Vec{}, trace)
}

// underTip follows the line from an end body at share of the depth on which
// the bed acts with force. On a level bed the shape does not depend on where
// it stands, and one shot does.
func (st *stance) underTip(share float64, force r3.Vec, trace *[]r3.Vec) placing {
	shoot := func(x float64, trace *[]r3.Vec) placing {
		depth := st.scene.Bed.DepthAt(x)
		start := r3.Vec{X: x, Z: -share * depth}
		if depth <= 0 || st.scene.Bed.Slope != 0 && st.steps > mostShooting {
			return placing{end: start} // the bed comes out of the water there
		}
		p := placing{st.scene.follow(st.rig, st.gait, start, force, st.scene.TipHeight, st.limit, trace), start}
		st.steps += p.steps
		return p
	}
	x := 0.0
	if st.scene.Bed.Slope != 0 {
		var found bool
		x, found = st.onSlope(func(x float64) (float64, bool) {
			p := shoot(x, nil)
			return -p.at.X, p.reached
		})
		if !found {
			return placing{}
		}
	}
	p := shoot(x, trace)
	if !p.reached {
		return p
	}
	offset := r3.Vec{X: -p.at.X, Y: -p.at.Y}
	if trace != nil {
		for i := range *trace {
			(*trace)[i] = r3.Add((*trace)[i], offset)
		}
	}
	p.end = r3.Add(p.end, offset)
	return p
}

// placeShare is how exactly an end body is placed on a slope, as a share of
// the depth: less than what is known of any depth.
const placeShare = 2e-5

// onSlope returns the x at which miss is zero: how much further out than x the
// line puts an end body that stands at x, false where no line reaches.
func (st *stance) onSlope(miss func(x float64) (float64, bool)) (float64, bool) {
	bed := st.scene.Bed
	tolerance := placeShare * bed.Depth
	x, change := 0.0, -1.0
	if st.placed {
		x, change = st.lastX, st.lastChange
	}
	m, reached := miss(x)
	if !reached && m*bed.Slope > 0 {
		return 0, false // further out it is deeper still
	}
	const rounds = 12
	for range rounds {
		if !reached {
			break
		}
		if math.Abs(m) < tolerance {
			st.lastX, st.lastChange, st.placed = x, change, true
			return x, true
		}
		next := x - m/change
		if bed.DepthAt(next) <= 0 {
			break
		}
		n, ok := miss(next)
		if !ok || n == m {
			break
		}
		if c := (n - m) / (next - x); c < 0 {
			change = c
		}
		x, m = next, n
	}
	return st.walkOut(miss, tolerance)
}

// walkOut looks for the place between the rod and the water's edge where the
// bed rises that way, and otherwise goes out from under the rod by what is
// missing until the miss changes sign.
func (st *stance) walkOut(miss func(x float64) (float64, bool), tolerance float64) (float64, bool) {
	const rounds = 40
	bed := st.scene.Bed
	first, reached := miss(0)
	direction := -math.Copysign(1, bed.Slope)
	if reached {
		direction = math.Copysign(1, first)
	}
	missing := func(x float64) float64 {
		if m, reached := miss(x); reached {
			return direction * m
		}
		return bed.Depth / 3
	}
	x, ahead := 0.0, missing(0)
	if edge := -bed.Depth / bed.Slope; direction*edge > 0 {
		// At the water's edge any line is too short.
		return st.settle(miss, root(missing, 0, ahead, 0.9999*edge, -math.Abs(edge), tolerance))
	}
	for range rounds {
		next := x + direction*ahead
		if math.Abs(next) > st.limit {
			return 0, false
		}
		before, behind := x, ahead
		if x, ahead = next, missing(next); ahead < 0 {
			x = root(missing, before, behind, x, ahead, tolerance)
			break
		}
		if ahead < tolerance {
			break
		}
	}
	return st.settle(miss, x)
}

// settle takes x as the place if it is one.
func (st *stance) settle(miss func(x float64) (float64, bool), x float64) (float64, bool) {
	m, reached := miss(x)
	if found := reached && math.Abs(m) < 0.01*st.scene.Bed.Depth; !found {
		return 0, false
	}
	st.lastX, st.lastChange, st.placed = x, -1, true
	return x, true
}
