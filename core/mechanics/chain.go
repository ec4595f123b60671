package mechanics

import (
	"math"

	"dunvel/core/rig"
	"dunvel/core/tackle"

	"gonum.org/v1/gonum/spatial/r3"
)

// A line that moves is a chain of nodes fixed to its material. At every instant
// weight, drag, tension, the bed and what little inertia there is balance at
// every node, which is solved implicitly for the places the nodes go to.

const (
	// A taut segment stretches by tension/stiffness, a slack one is shorter
	// than its line by slackForce/tension: one smooth law for both, so that
	// no tension is ever negative and Newton's method sees no corner.
	stiffness  = 3e3  // N, of the order of a thin braid
	slackForce = 1e-6 // N

	leastTension = 1e-5 // N at the upper end of the chain before line leaves the spool
	surfaceBand  = 0.01 // m over and under the surface within which a line turns from wet to dry
	bedSink      = 1e-3 // m that a body sinks in under its weight
	lineOnBed    = 0.5  // N per m that a node of bare line sinks in
	creep        = 2e-4 // m/s at which friction has come to most of its strength
	mostRounds   = 25   // of Newton's method before a step is halved
)

type chain struct {
	scene *Scene
	rig   *rig.Rig

	n       int       // free nodes, from the end of the line up; the rod tip is node n
	at      []float64 // distance of each free node along the line from its end, m
	pos     []r3.Vec  // places, with the tip's last
	vel     []r3.Vec  // velocities of the free nodes
	tension []float64 // above each free node, N
	body    []int     // which body of the rig hangs at a node, -1 for none
	touched []bool    // by body: it has come to the bed, which it feels from then on
	push    []float64 // by body: of the bed on it, N
	lineOut float64   // from the end to the rod tip, m
	paying  bool      // line is leaving the spool
	work    int       // nodes solved for, over all rounds
	clock   float64   // s after the splash, of the stage that is being solved
	until   settled   // when a stage is solved

	toTip float64 // half the load on the uppermost segment along itself, N: what its tension has more than the tip's

	solving
}

// settled is when a stage counts as solved.
type settled struct {
	place float64 // m that the next correction would be
	pulls float64 // share by which tensions still changed
}

// solving is the linear system of a stage, which nothing needs once it is solved.
type solving struct {
	diagonal, below, above []block
	force                  []r3.Vec
	stretch, give          []float64 // of each segment: what is amiss, and how it yields to tension
}

// stage is one implicit solve: the forces on nodes that were at base balance
// at the places they reach tau later.
type stage struct {
	tau    float64
	base   []r3.Vec
	from   []r3.Vec // velocities that they had, which inertia keeps
	tip    r3.Vec   // where the rod tip is then
	moving r3.Vec   // its velocity, m/s
	line   float64  // line out unless some leaves the spool, m
	spool  float64  // tension at which it does; infinite with the bail closed
}

// solve finds the places x and tensions of the stage from those given, and
// the line out. It is false where Newton's method does not settle.
func (c *chain) solve(s *stage, x []r3.Vec, tension []float64) (lineOut float64, ok bool) {
	x[c.n] = s.tip
	top := c.n - 1
	last := math.Inf(1)
	for range mostRounds {
		c.assemble(s, x, tension)
		c.work += c.n
		if !solveChain(c.diagonal[:c.n], c.below[:top], c.above[:top], c.force[:c.n]) {
			return 0, false
		}
		// Corrections beyond what the chain is long are cut.
		var largest float64
		for _, d := range c.force[:c.n] {
			largest = max(largest, math.Abs(d.X), math.Abs(d.Y), math.Abs(d.Z))
		}
		if !(largest < math.Inf(1)) {
			return 0, false
		}
		share := min(1, 0.5*(1+s.line)/max(largest, 1e-9))
		// Corrections shrink at least as fast as they last did.
		settled := largest*min(1, largest/last) < c.until.place
		last = largest
		for i := range c.n {
			if i == top && c.paying {
				break
			}
			move := r3.Scale(-1, c.force[i])
			if i < top {
				move = r3.Add(move, c.force[i+1])
			}
			along := r3.Sub(x[i+1], x[i])
			n := length(along)
			change := (r3.Dot(along, move)/(n*c.segment(i, s.line)) + c.stretch[i]) / c.give[i]
			// Tension stays positive and does not jump.
			next := min(max(tension[i]+change, 0.1*tension[i]), 10*tension[i]+1e-3)
			if math.Abs(next-tension[i]) > c.until.pulls*next+1e-6 {
				settled = false
			}
			tension[i] = next
		}
		for i := range c.n {
			x[i] = r3.Add(x[i], r3.Scale(share, c.force[i]))
		}
		if c.spoolTurns(s, x, tension) {
			settled = false
		}
		if settled && share == 1 {
			lineOut = s.line
			if c.paying {
				lineOut = max(s.line, c.at[top]+length(r3.Sub(s.tip, x[top])))
			}
			return lineOut, true
		}
	}
	return 0, false
}

// spoolTurns sets whether line leaves the spool, and tells whether that has
// changed. It does where the line would be tighter than the spool holds it.
func (c *chain) spoolTurns(s *stage, x []r3.Vec, tension []float64) bool {
	top := c.n - 1
	holds := c.spoolHolds(s)
	if !c.paying {
		c.paying = tension[top] > holds
		return c.paying
	}
	if held := s.line - c.at[top]; length(r3.Sub(s.tip, x[top]))/held-1 < strain(holds) {
		c.paying = false
		tension[top] = max(holds/2, 0.1*leastTension)
	}
	return !c.paying
}

// spoolHolds is the tension in the uppermost segment at which line leaves the
// spool, whose drag is felt at the tip, half a segment up.
func (c *chain) spoolHolds(s *stage) float64 { return max(s.spool+c.toTip, leastTension) }

// strain is how much longer than its line a segment is under a tension.
func strain(tension float64) float64 { return tension/stiffness - slackForce/tension }

// segment is the length of line above node i, with lineOut out.
func (c *chain) segment(i int, lineOut float64) float64 {
	if i == c.n-1 {
		return lineOut - c.at[i]
	}
	return c.at[i+1] - c.at[i]
}

// assemble sets force to the corrections' right side and the blocks to how the
// balance of forces at each node changes with the places, tensions eliminated.
func (c *chain) assemble(s *stage, x []r3.Vec, tension []float64) {
	for i := range c.n {
		c.diagonal[i], c.force[i] = block{}, r3.Vec{}
	}
	for i := range c.n {
		along := r3.Sub(x[i+1], x[i])
		n := math.Max(length(along), 1e-6)
		t := r3.Scale(1/n, along)
		rest := c.segment(i, s.line)
		top := i == c.n-1
		pays := c.paying && top
		if pays {
			rest = n
		}
		l := c.segmentLoad(s, i, x, t, n, rest, pays)
		if top {
			c.toTip = r3.Dot(l.half, t)
		}
		if pays {
			tension[i] = c.spoolHolds(s)
		}
		pull, axial := tension[i], 0.0
		if !pays {
			c.stretch[i] = n/rest - 1 - strain(tension[i])
			c.give[i] = 1/stiffness + slackForce/(tension[i]*tension[i])
			axial = 1 / (rest * c.give[i])
			pull += c.stretch[i] / c.give[i]
		}
		across := tension[i] / n
		var k block
		k.addScaled(across)
		k.addOuter(axial-across, t, t)

		tight := r3.Scale(pull, t)
		c.force[i] = r3.Add(c.force[i], r3.Add(l.half, tight))
		for j := range k {
			c.diagonal[i][j] += l.byLower[j] - k[j]
		}
		if i+1 < c.n {
			c.force[i+1] = r3.Add(c.force[i+1], r3.Sub(l.half, tight))
			for j := range k {
				c.diagonal[i+1][j] += l.byUpper[j] - k[j]
				c.above[i][j] = l.byUpper[j] + k[j]
				c.below[i][j] = l.byLower[j] + k[j]
			}
		}
	}
	for i := range c.n {
		c.loadNode(s, i, x)
		c.force[i] = r3.Scale(-1, c.force[i])
	}
}

// load is what drag and net weight do to a segment.
type load struct {
	half             r3.Vec // what each of its nodes takes, N
	byLower, byUpper block  // how that changes with the place of either node
}

// segmentLoad works out the load on segment i of length n along t, of which
// rest metres are line.
func (c *chain) segmentLoad(s *stage, i int, x []r3.Vec, t r3.Vec, n, rest float64, pays bool) (l load) {
	lower := r3.Scale(1/s.tau, r3.Sub(x[i], s.base[i]))
	v := s.moving
	if i+1 < c.n {
		v = r3.Scale(1/s.tau, r3.Sub(x[i+1], s.base[i+1]))
	}
	v = r3.Scale(0.5, r3.Add(lower, v))
	if pays || i == c.n-1 {
		// What goes through the guides moves along itself as the node below.
		v = r3.Add(v, r3.Scale(r3.Dot(r3.Sub(lower, v), t), t))
	}
	line := c.line(i)
	z0, z1 := x[i].Z, x[i+1].Z
	wet, wetLower, wetUpper := wetShare(z0, z1)
	byPlace, byTurn := -rest/(4*s.tau), rest/(2*n)
	var inWater, inAir r3.Vec
	if wet > 0 {
		eye := r3.Vec{X: (x[i].X + x[i+1].X) / 2, Y: (x[i].Y + x[i+1].Y) / 2, Z: min((z0+z1)/2, min(z0, z1)/2)}
		inWater = lineDragSlopes(line, &c.scene.Water, t, r3.Sub(c.flowAt(eye), v), c.scene.fixedNormal, wet*byPlace, wet*byTurn, &l)
		inWater.Z -= line.NetWeight(c.scene.Water)
	}
	if wet < 1 {
		inAir = lineDragSlopes(line, &air, t, r3.Sub(c.scene.Wind, v), c.scene.fixedNormal, (1-wet)*byPlace, (1-wet)*byTurn, &l)
		inAir.Z -= line.NetWeight(air)
	}
	l.half = r3.Scale(rest/2, r3.Add(r3.Scale(wet, inWater), r3.Scale(1-wet, inAir)))
	if wetLower != 0 || wetUpper != 0 {
		more := r3.Scale(rest/2, r3.Sub(inWater, inAir))
		for k, f := range [3]float64{more.X, more.Y, more.Z} {
			l.byLower[3*k+2] += wetLower * f
			l.byUpper[3*k+2] += wetUpper * f
		}
	}
	return l
}

// lineMass is the mass in kg of the line that goes with node i.
func (c *chain) lineMass(i int, lineOut float64) float64 {
	mass := max(c.line(i).Mass(), c.scene.LineInertia) * c.segment(i, lineOut)
	if i > 0 {
		mass += max(c.line(i-1).Mass(), c.scene.LineInertia) * c.segment(i-1, lineOut)
	}
	return mass / 2
}

// line is what the segment above node i is made of.
func (c *chain) line(i int) *tackle.Line {
	if c.at[i] < c.rig.LeaderLength-1e-9 {
		return &c.rig.Leader
	}
	return &c.rig.Main
}

// loadNode adds what acts on a node itself: inertia, its body and the bed.
func (c *chain) loadNode(s *stage, i int, x []r3.Vec) {
	velocity := r3.Scale(1/s.tau, r3.Sub(x[i], s.base[i]))
	mass := c.lineMass(i, s.line)
	if b := c.body[i]; b >= 0 {
		mass += c.rig.Bodies[b].Mass
	}
	c.force[i] = r3.Sub(c.force[i], r3.Scale(mass/s.tau, r3.Sub(velocity, s.from[i])))
	c.diagonal[i].addScaled(-mass / (s.tau * s.tau))
	sink, feels := lineOnBed, true
	friction := 0.0
	if b := c.body[i]; b >= 0 {
		c.push[b] = 0
		body := &c.rig.Bodies[b]
		fluid := &c.scene.Water
		u := r3.Sub(c.flowAt(x[i]), velocity)
		drag := bodyDrag(fluid, body.TowArea, body.FallArea, u)
		drag.Z -= body.WeightInWater
		c.force[i] = r3.Add(c.force[i], drag)
		speed := length(u)
		k := 0.5 * fluid.Density / s.tau
		c.diagonal[i][0] -= k * body.TowArea * speed
		c.diagonal[i][4] -= k * body.TowArea * speed
		c.diagonal[i][8] -= k * body.FallArea * speed
		if speed > 1e-9 {
			c.diagonal[i].addOuter(-k/speed, r3.Vec{X: body.TowArea * u.X, Y: body.TowArea * u.Y, Z: body.FallArea * u.Z}, u)
		}
		sink = max(math.Abs(body.WeightInWater), 1e-3) / bedSink
		feels = c.touched[b]
		friction = c.scene.Bed.Friction
	}
	if !feels {
		return
	}
	bed := &c.scene.Bed
	normal := bed.NormalAt(x[i].X)
	depth := -(x[i].Z + bed.DepthAt(x[i].X)) * normal.Z
	if depth <= 0 {
		return
	}
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
func wetShare(z0, z1 float64) (share, byLower, byUpper float64) {
	if z0 <= -surfaceBand && z1 <= -surfaceBand {
		return 1, 0, 0
	}
	if z0 >= surfaceBand && z1 >= surfaceBand {
		return 0, 0, 0
	}
	wet := func(z float64) float64 { return min(max(0.5-z/(2*surfaceBand), 0), 1) }
	if math.Abs(z1-z0) < 1e-5 {
		slope := 0.0
		if share = wet((z0 + z1) / 2); share > 0 && share < 1 {
			slope = -1 / (4 * surfaceBand)
		}
		return share, slope, slope
	}
	// The integral of wet from a height up.
	above := func(z float64) float64 {
		switch {
		case z >= surfaceBand:
			return 0
		case z <= -surfaceBand:
			return -z
		}
		return (surfaceBand - z) * (surfaceBand - z) / (4 * surfaceBand)
	}
	share = (above(z0) - above(z1)) / (z1 - z0)
	return share, (share - wet(z0)) / (z1 - z0), (wet(z1) - share) / (z1 - z0)
}

// flowAt returns the velocity of the water at p over the ground, at the time of
// the stage that is being solved.
func (c *chain) flowAt(p r3.Vec) r3.Vec {
	u := c.scene.flowAt(p)
	if c.scene.Swell.Moves() {
		u = r3.Add(u, c.scene.Swell.At(p, c.clock))
	}
	return u
}

// flowAt returns the velocity of the current at p over the ground.
func (s *Scene) flowAt(p r3.Vec) r3.Vec {
	depth := s.Bed.DepthAt(p.X)
	share, height := 1.0, p.Z+depth
	if exponent := s.Current.Exponent; exponent != 0 && height < depth {
		share = 0
		if height > 0 {
			share = quickPower(height/depth, exponent)
		}
	}
	u := s.Current.Surface
	return r3.Vec{X: share * u.X, Y: share * u.Y, Z: share * u.Z}
}
