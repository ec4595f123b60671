package mechanics

import (
	"math"

	"dunvel/core/tackle"

	"gonum.org/v1/gonum/spatial/r3"
)

// thread is a line as a chain needs it, worked out once.
type thread struct {
	mass     float64 // kg/m, the least inertia there is included
	wet, dry strand
}

// thread returns a line in the water and in the air of the scene.
func (s *Scene) thread(line *tackle.Line) thread {
	return thread{
		mass: max(line.Mass(), s.LineInertia),
		wet:  newStrand(line, &s.Water, s.fixedNormal), dry: newStrand(line, &air, s.fixedNormal),
	}
}

// link is a segment as it is in the round that is being solved.
type link struct {
	way     r3.Vec  // unit vector up it
	length  float64 // m
	rest    float64 // m of line in it
	perLine float64 // 1/rest
	stretch float64 // what is amiss
	fed     float64 // how that changes with the line that runs into it
	stiff   float64 // tension over stretch, N
	flow    r3.Vec  // of the water at what is wet of it, m/s,
	known   bool    // which was looked up in this stage
}

// load is what drag and net weight do to a segment, and how that changes with the place
// of either of its nodes, the other held.
type load struct {
	half   r3.Vec // what each of its nodes takes, N
	slopes slopes

	crosses      bool   // the surface,
	lower, upper r3.Vec // where it changes with the height of either node too
}

// slopes are a symmetric matrix in parts: so much of the unit matrix, so much of the outer
// product of the way of a segment with itself, and the rest.
type slopes struct {
	unit, along float64
	rest        symmetric
}

// assemble sets force to the corrections' right side and the blocks to how the
// balance of forces at each node changes with the places, tensions eliminated.
func (c *chain) assemble(s *stage, x []r3.Vec, tension []float64) {
	rate, top := 1/s.tau, c.n-1
	c.diagonal[0], c.force[0] = block{}, r3.Vec{}
	lower := r3.Scale(rate, r3.Sub(x[0], s.base[0]))
	below := 0.0 // mass of the line of the segment below
	for i := range c.n {
		upper := s.moving
		if i < top {
			upper = r3.Scale(rate, r3.Sub(x[i+1], s.base[i+1]))
		}
		line, k := c.line(i), &c.links[i]
		rest := c.segment(i, s.line)
		above := line.mass * rest
		c.stretchOf(i, rest, x, tension[i])
		var l load
		c.segmentLoad(i, line, k, s.tau, x, lower, upper, &l)
		if i == top {
			c.toTip = r3.Dot(l.half, k.way)
			if c.paying {
				tension[i] = c.spoolHolds(s)
			}
		}
		c.join(i, tension[i], &l)
		c.loadNode(s, i, x, lower, (below+above)/2)
		f := &c.force[i]
		f.X, f.Y, f.Z = -f.X, -f.Y, -f.Z
		lower, below = upper, above
	}
	if c.pinned {
		for i := range c.n {
			c.addTurn(i, x)
		}
		c.force[0], c.diagonal[0], c.above[0] = r3.Vec{}, unitBlock, block{}
	}
}

// stretchOf measures segment i, with so much line in it, under a tension.
func (c *chain) stretchOf(i int, rest float64, x []r3.Vec, tension float64) {
	l := &c.links[i]
	along := r3.Sub(x[i+1], x[i])
	if l.length = length(along); l.length < 1e-6 {
		l.length = 1e-6
	}
	l.fed = 0
	l.way = r3.Scale(1/l.length, along)
	if c.paysOut(i) {
		l.rest = l.length
		return
	}
	l.rest = rest
	l.perLine = 1 / rest
	l.stretch = l.length*l.perLine - 1 - c.strain(tension)
	l.stiff = 1 / (1/c.stiff + slackForce/(tension*tension))
}

// paysOut tells whether line leaves the spool through segment i.
func (c *chain) paysOut(i int) bool { return c.paying && i == c.n-1 }

// join puts segment i, with its tension and its load, between its nodes.
func (c *chain) join(i int, tension float64, l *load) {
	k := &c.links[i]
	axial, across := 0.0, tension/k.length
	if !c.paysOut(i) {
		axial = k.stiff * k.perLine
		tension += k.stretch * k.stiff
	}
	w := k.way
	x, y, z := tension*w.X, tension*w.Y, tension*w.Z
	f := &c.force[i]
	f.X += l.half.X + x
	f.Y += l.half.Y + y
	f.Z += l.half.Z + z
	way := symmetric{w.X * w.X, w.X * w.Y, w.X * w.Z, w.Y * w.Y, w.Y * w.Z, w.Z * w.Z}
	own := l.slopes.rest
	own.addScaled(l.slopes.unit-across, l.slopes.along+across-axial, &way)
	c.diagonal[i].addSymmetric(&own)
	if l.crosses {
		c.diagonal[i].addHeight(l.lower)
	}
	if i+1 == c.n {
		return
	}
	c.force[i+1] = r3.Vec{X: l.half.X - x, Y: l.half.Y - y, Z: l.half.Z - z}
	c.diagonal[i+1].set(&own)
	other := l.slopes.rest
	other.addScaled(l.slopes.unit+across, l.slopes.along+axial-across, &way)
	c.above[i].set(&other)
	c.below[i].set(&other)
	if l.crosses {
		c.diagonal[i+1].addHeight(l.upper)
		c.above[i].addHeight(l.upper)
		c.below[i].addHeight(l.lower)
	}
}

// segmentLoad works out the load on segment i, whose ends move at lower and
// upper and were tau ago where the balance is sought from.
func (c *chain) segmentLoad(i int, line *thread, k *link, tau float64, x []r3.Vec, lower, upper r3.Vec, l *load) {
	v := r3.Vec{X: 0.5 * (lower.X + upper.X), Y: 0.5 * (lower.Y + upper.Y), Z: 0.5 * (lower.Z + upper.Z)}
	if i == c.n-1 {
		// What goes through the guides moves along itself as the node below.
		v = r3.Add(v, r3.Scale(r3.Dot(r3.Sub(lower, v), k.way), k.way))
	}
	z0, z1 := x[i].Z, x[i+1].Z
	half, byPlace := k.rest/2, -k.rest/(4*tau)
	wet, wetLower, wetUpper := 1.0, 0.0, 0.0
	if z0 > -c.film || z1 > -c.film {
		wet, wetLower, wetUpper = wetShare(z0, z1, c.film)
	}
	if wet == 0 {
		k.known = false
		l.half = line.dry.forceAndSlopes(k.way, r3.Sub(c.scene.Wind, v), half, byPlace, &l.slopes)
		return
	}
	if !c.near || !k.known {
		k.flow, k.known = c.flowAt(wetMiddle(x[i], x[i+1])), true
	}
	inWater := line.wet.forceAndSlopes(k.way, r3.Sub(k.flow, v), half, wet*byPlace, &l.slopes)
	if wet == 1 {
		l.half = inWater
		return
	}
	inAir := line.dry.forceAndSlopes(k.way, r3.Sub(c.scene.Wind, v), half, (1-wet)*byPlace, &l.slopes)
	l.half = r3.Add(r3.Scale(wet, inWater), r3.Scale(1-wet, inAir))
	more := r3.Sub(inWater, inAir)
	l.crosses, l.lower, l.upper = true, r3.Scale(wetLower, more), r3.Scale(wetUpper, more)
}

// wetMiddle is about the middle of what is under water of a segment from a to b.
func wetMiddle(a, b r3.Vec) r3.Vec {
	return r3.Vec{X: (a.X + b.X) / 2, Y: (a.Y + b.Y) / 2, Z: min((a.Z+b.Z)/2, min(a.Z, b.Z)/2)}
}

// loadNode adds what acts on a node itself, which moves at velocity and has
// that much line with it: inertia, its body and the bed.
func (c *chain) loadNode(s *stage, i int, x []r3.Vec, velocity r3.Vec, mass float64) {
	b := c.body[i]
	if b >= 0 {
		mass += c.rig.Bodies[b].Mass
	}
	inertia := mass / s.tau
	c.force[i] = r3.Sub(c.force[i], r3.Scale(inertia, r3.Sub(velocity, s.from[i])))
	c.diagonal[i].addScaled(-inertia / s.tau)
	feels := true
	if b >= 0 {
		c.push[b] = 0
		feels = c.touched[b]
		c.loadBody(s, i, x[i], velocity)
	}
	if feels {
		if bed := &c.scene.Bed; x[i].Z+bed.DepthAt(x[i].X) < 0 {
			c.loadBed(s, i, x[i], velocity, mass)
		}
	}
}

// loadBody adds the drag and the weight of the body at node i.
func (c *chain) loadBody(s *stage, i int, place, velocity r3.Vec) {
	body := &c.rig.Bodies[c.body[i]]
	fluid := &c.scene.Water
	u := r3.Sub(c.flowAt(place), velocity)
	wet := 1.0
	drag := bodyDrag(fluid, body.TowArea, body.FallArea, u)
	if body.WeightInWater < 0 {
		// A float comes out of the water bit by bit.
		var lift, slope float64
		if wet, lift, slope = c.afloat(body, place.Z); wet < 1 {
			drag = r3.Scale(wet, drag)
			c.diagonal[i][8] += slope
		}
		drag.Z += lift
	} else {
		drag.Z -= body.WeightInWater
	}
	c.force[i] = r3.Add(c.force[i], drag)
	speed := length(u)
	k := 0.5 * wet * fluid.Density / s.tau
	slopes := &c.diagonal[i]
	slopes[0] -= k * body.TowArea * speed
	slopes[4] -= k * body.TowArea * speed
	slopes[8] -= k * body.FallArea * speed
	if speed > 1e-9 {
		slopes.addOuter(-k/speed, r3.Vec{X: body.TowArea * u.X, Y: body.TowArea * u.Y, Z: body.FallArea * u.Z}, u)
	}
}

// loadBed adds what the bed does to node i, which is in it.
func (c *chain) loadBed(s *stage, i int, place, velocity r3.Vec, mass float64) {
	bed := &c.scene.Bed
	sink, friction := lineOnBed, 0.0
	if b := c.body[i]; b >= 0 {
		sink, friction = max(math.Abs(c.rig.Bodies[b].WeightInWater), 1e-3)/bedSink, bed.Friction
	}
	normal := bed.NormalAt(place.X)
	depth := -(place.Z + bed.DepthAt(place.X)) * normal.Z
	// The bed takes up the blow without throwing anything back: its damping is
	// critical once something has sunk in. Both set in gently, so that Newton's
	// method sees no corner.
	away := r3.Dot(velocity, normal)
	damping := 2 * math.Sqrt(sink*mass)
	push := sink*(depth-bedSink/2) - damping*away
	if depth < bedSink {
		in := depth / bedSink
		push = sink*depth*in/2 - damping*in*away
		sink, damping = sink*in+max(-damping*away/bedSink, 0), damping*in
	}
	if push <= 0 {
		return
	}
	if b := c.body[i]; b >= 0 {
		c.push[b] = push
	}
	sink += damping / s.tau
	c.force[i] = r3.Add(c.force[i], r3.Scale(push, normal))
	c.diagonal[i].addOuter(-sink, normal, normal)
	if friction == 0 {
		return
	}
	sliding := r3.Sub(velocity, r3.Scale(r3.Dot(velocity, normal), normal))
	size := math.Hypot(r3.Norm(sliding), creep)
	way := r3.Scale(1/size, sliding)
	c.force[i] = r3.Add(c.force[i], r3.Scale(-friction*push, way))
	// Friction hardly grows with the speed: half way between its slope and its
	// secant Newton's method neither circles nor crawls.
	k := friction * push / (size * s.tau)
	c.diagonal[i].addScaled(-k)
	c.diagonal[i].addOuter(k, normal, normal)
	c.diagonal[i].addOuter(0.5*k, way, way)
	c.diagonal[i].addOuter(friction*sink, way, normal)
}

// wetShare is the part of a straight segment that is under water, and how it
// changes with the height of either end. The surface is smoothed over a narrow
// band, within which a point turns from dry to wet evenly.
func wetShare(z0, z1, band float64) (share, byLower, byUpper float64) {
	if z0 <= -band && z1 <= -band {
		return 1, 0, 0
	}
	if z0 >= band && z1 >= band {
		return 0, 0, 0
	}
	wet := func(z float64) float64 { return min(max(0.5-z/(2*band), 0), 1) }
	if math.Abs(z1-z0) < 1e-5 {
		slope := 0.0
		if share = wet((z0 + z1) / 2); share > 0 && share < 1 {
			slope = -1 / (4 * band)
		}
		return share, slope, slope
	}
	// The integral of wet from a height up.
	above := func(z float64) float64 {
		switch {
		case z >= band:
			return 0
		case z <= -band:
			return -z
		}
		return (band - z) * (band - z) / (4 * band)
	}
	share = (above(z0) - above(z1)) / (z1 - z0)
	return share, (share - wet(z0)) / (z1 - z0), (wet(z1) - share) / (z1 - z0)
}
