package mechanics

import (
	"math"

	"dunvel/core/judgement"
	"dunvel/core/rig"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// A body that slides is a node like any other, but its place along the line is an
// unknown of its own: what runs through it leaves the segment on one side and comes
// into that on the other. Their tensions differ by no more than the friction at its
// eye, T2 = T1 exp(friction x angle turned) (Eytelwein, 1808), which is taken up
// smoothly as the line begins to run.

const (
	runs        = 2e-3 // m/s of line through an eye at which friction has come to most of its strength
	eyelet      = 5e-3 // m that there is always between two bodies on a line
	elbow       = 1e-3 // m that a body that slides keeps from a node it must not pass
	rubs        = 1e-4 // N s/m: what line that is slack on both sides of an eye is held by
	changes     = 3    // of whether a body lies at its stop, before it is left as it is for a stage
	knock       = 0.05 // s that a step is no longer than in which a body comes to a stop
	mostRunners = rig.MostSlides
)

// runner is a body that slides.
type runner struct {
	body      int
	node      int     // where it is on the chain; 0: it is not out yet, as it is never at the end
	from, to  float64 // m along the line
	low, high float64 // m: no further than this until nodes have moved over
	base      float64 // m: where along the line the stage began,
	held      float64 // and where the step did
	stopped   int     // at which stop it lies: -1 the lower, 1 the upper, 0 none
	was       int     // and when the step began
	slid      float64 // m that the next correction is
	changed   int     // how often in this stage it has come to a stop or left it
}

// runnersOf are the bodies of a rig that slide. None comes nearer to a body that is
// fixed than both are big.
func runnersOf(r *rig.Rig) []runner {
	var out []runner
	for i, b := range r.Bodies {
		if !b.Slides.Free() {
			continue
		}
		run := runner{body: i, from: max(b.Slides.From, r.Bodies[i-1].At+eyelet), to: b.Slides.To}
		if i+1 < len(r.Bodies) && !r.Bodies[i+1].Slides.Free() {
			run.to = min(run.to, r.Bodies[i+1].At-eyelet)
		}
		run.to = max(run.to, run.from)
		out = append(out, run)
	}
	return out
}

// runs tells whether a body slides and is on the chain already.
func (c *chain) runs(body int) bool {
	for i := range c.runners {
		if c.runners[i].body == body && c.runners[i].node > 0 {
			return true
		}
	}
	return false
}

// hold notes where a step begins.
func (c *chain) hold() {
	for k := range c.runners {
		r := &c.runners[k]
		if r.node == 0 {
			continue
		}
		r.base, r.held, r.was, r.changed = c.at[r.node], c.at[r.node], r.stopped, 0
		r.low, r.high = max(r.from, c.at[r.node-1]+elbow), r.to
		if r.node+1 < c.n {
			r.high = min(r.high, c.at[r.node+1]-elbow)
		} else {
			r.high = min(r.high, c.lineOut-elbow)
		}
	}
}

// letBack puts everything back to where the step began.
func (c *chain) letBack() {
	for k := range c.runners {
		if r := &c.runners[k]; r.node > 0 {
			c.at[r.node], r.stopped, r.base, r.changed = r.held, r.was, r.held, 0
		}
	}
}

// carryOn begins the second stage, as it does for places.
func (c *chain) carryOn(back float64) {
	for k := range c.runners {
		r := &c.runners[k]
		if r.node == 0 {
			continue
		}
		r.changed = 0
		moved := c.at[r.node] - r.held
		r.base = r.held + back*moved
		if r.stopped == 0 {
			c.at[r.node] = min(max(r.held+moved/gamma, r.low), r.high)
		}
	}
}

// pullThrough sets, for each body that slides freely, what a metre of its slide does
// to the forces on the nodes, and to the tensions on both of its sides.
func (c *chain) pullThrough() [][]r3.Vec {
	used := 0
	for k := range c.runners {
		r := &c.runners[k]
		if r.node == 0 || r.stopped != 0 {
			continue
		}
		column := c.columns[used][:c.n]
		used++
		clear(column)
		below, above := c.fed(r)
		i := r.node
		lower, upper := r3.Scale(below, c.links[i-1].way), r3.Scale(above, c.links[i].way)
		column[i-1] = lower
		column[i] = r3.Sub(upper, lower)
		if i+1 < c.n {
			column[i+1] = r3.Scale(-1, upper)
		}
	}
	return c.columns[:used]
}

// fed is how the tensions below and above a body change with its slide up the line,
// N/m: line comes into the one segment and leaves the other.
func (c *chain) fed(r *runner) (below, above float64) {
	lower, upper := &c.links[r.node-1], &c.links[r.node]
	below = -lower.stiff * lower.length / (lower.rest * lower.rest)
	if !c.paysOut(r.node) {
		above = upper.stiff * upper.length / (upper.rest * upper.rest)
	}
	return below, above
}

// grip is by how much tension below a body is more than that above, as a factor, and
// how that changes with the slide of it up the line.
func (c *chain) grip(s *stage, r *runner) (factor, slope float64) {
	turn := math.Acos(min(max(r3.Dot(c.links[r.node-1].way, c.links[r.node].way), -1), 1))
	rate := (c.at[r.node] - r.base) / s.tau
	size := math.Hypot(rate, runs)
	most := judgement.EyeFriction.Number * turn
	factor = math.Exp(most * rate / size)
	return factor, factor * most * runs * runs / (size * size * size * s.tau)
}

// slide finds how far each body slides, from the corrections of the places with none
// sliding in force and what a metre of each slide does to them in columns, and puts
// that into the corrections. It tells whether all have come to rest there.
func (c *chain) slide(s *stage, tension []float64) bool {
	var matrix [mostRunners][mostRunners + 1]float64
	var free [mostRunners]*runner
	n := 0
	for k := range c.runners {
		if r := &c.runners[k]; r.node > 0 && r.stopped == 0 {
			free[n] = r
			n++
		}
	}
	for k, r := range free[:n] {
		factor, slope := c.grip(s, r)
		below, above := c.fed(r)
		lower, upper := c.moved(r, c.force)
		i := r.node
		tight := tension[i]
		if !c.paysOut(i) {
			tight += c.links[i].stretch * c.links[i].stiff
		}
		amiss := tension[i-1] + c.links[i-1].stretch*c.links[i-1].stiff +
			lower - factor*(tight+upper) - rubs*(c.at[i]-r.base)/s.tau
		matrix[k][n] = -amiss
		for other := range n {
			lower, upper := c.moved(r, c.columns[other])
			matrix[k][other] = factor*upper - lower
		}
		matrix[k][k] += below - factor*above - slope*max(tight, 0) - rubs/s.tau
	}
	if n > 0 && !eliminate(&matrix, n) {
		return false
	}
	still := true
	for k, r := range free[:n] {
		r.slid = matrix[k][n]
		still = still && math.Abs(r.slid) < c.until.place
		column := c.columns[k]
		for i := range c.n {
			c.force[i] = r3.Sub(c.force[i], r3.Scale(r.slid, column[i]))
		}
		below, above := c.fed(r)
		c.links[r.node-1].fed += below * r.slid / c.links[r.node-1].stiff
		if above != 0 {
			c.links[r.node].fed += above * r.slid / c.links[r.node].stiff
		}
	}
	return still
}

// moved is how corrections of the places change the tensions on both sides of a body.
func (c *chain) moved(r *runner, by []r3.Vec) (below, above float64) {
	i := r.node
	lower, upper := &c.links[i-1], &c.links[i]
	below = lower.stiff * lower.perLine * r3.Dot(lower.way, r3.Sub(by[i], by[i-1]))
	if c.paysOut(i) {
		return below, 0
	}
	move := r3.Scale(-1, by[i])
	if i+1 < c.n {
		move = r3.Add(move, by[i+1])
	}
	return below, upper.stiff * upper.perLine * r3.Dot(upper.way, move)
}

// eliminate solves n equations by Gauss's method with pivots from the column; the
// solution stands in the last column, and it is false where there is none.
func eliminate(m *[mostRunners][mostRunners + 1]float64, n int) bool {
	for k := range n {
		best := k
		for row := k + 1; row < n; row++ {
			if math.Abs(m[row][k]) > math.Abs(m[best][k]) {
				best = row
			}
		}
		m[k], m[best] = m[best], m[k]
		if !(math.Abs(m[k][k]) > 1e-300) {
			return false
		}
		for row := range n {
			if row == k {
				continue
			}
			share := m[row][k] / m[k][k]
			for column := k; column < n; column++ {
				m[row][column] -= share * m[k][column]
			}
			m[row][n] -= share * m[k][n]
		}
	}
	for k := range n {
		m[k][n] /= m[k][k]
	}
	return true
}

// runOn takes the corrections of the slides, stops what comes to a stop and lets go
// what is pulled off it. It is false where that has changed.
func (c *chain) runOn(share float64, tension []float64) bool {
	same := true
	for k := range c.runners {
		r := &c.runners[k]
		if r.node == 0 {
			continue
		}
		below, above := tension[r.node-1], tension[r.node]
		switch {
		case r.stopped < 0 && below > above, r.stopped > 0 && above > below:
			if r.changed < changes {
				r.stopped, same = 0, false
				r.changed++
			}
		case r.stopped != 0:
		default:
			place := c.at[r.node] + share*r.slid
			c.at[r.node] = min(max(place, r.low), r.high)
			if place < r.from {
				r.stopped, same = -1, false
			} else if place > r.to {
				r.stopped, same = 1, false
			}
		}
	}
	return same
}

// knocks tells whether a body has come to a stop in the step, or left it.
func (c *chain) knocks() bool {
	for k := range c.runners {
		if r := &c.runners[k]; r.node > 0 && r.stopped != r.was {
			return true
		}
	}
	return false
}

// crowded tells whether a body has come to a node that it cannot pass in this step.
func (c *chain) crowded() bool {
	for k := range c.runners {
		r := &c.runners[k]
		if r.node == 0 || r.stopped != 0 {
			continue
		}
		if at := c.at[r.node]; at <= r.low && r.low > r.from || at >= r.high && r.high < r.to {
			return true
		}
	}
	return false
}

// afloat is how much of a body that is lighter than water is under it at a height, the
// force on it up, N, and how that changes with the height, N/m.
func (c *chain) afloat(b *rig.Body, z float64) (wet, lift, slope float64) {
	weight := water.Gravity * b.Mass
	buoyancy := weight - b.WeightInWater
	half := math.Cbrt(buoyancy/(water.Gravity*c.scene.Water.Density)) / 2 // of a cube of it
	wet = min(max(0.5-z/(2*half), 0), 1)
	if wet > 0 && wet < 1 {
		slope = -buoyancy / (2 * half)
	}
	return wet, wet*buoyancy - weight, slope
}

// makeRoom moves nodes of bare line over from the side to which a body slides to the
// other, so that it always has some line to go on both.
func (m *sim) makeRoom() {
	const near, far = 0.4, 1.7 // of the spacing there
	for k := range m.runners {
		r := &m.runners[k]
		r.node = 0
		for i := 1; i < m.n; i++ {
			if m.body[i] == r.body {
				r.node = i
			}
		}
		if r.node == 0 {
			continue
		}
		spacing := m.spacingAt(m.at[r.node])
		if i := r.node + 1; i < m.n && m.body[i] < 0 && m.at[i]-m.at[r.node] < near*spacing {
			m.takeOut(i)
		}
		if i := r.node - 1; i > 0 && m.body[i] < 0 && m.at[r.node]-m.at[i] < near*spacing {
			m.takeOut(i)
			r.node--
		}
		if gap := m.at[r.node] - m.at[r.node-1]; gap > far*spacing {
			m.putIn(r.node, m.markWithin(m.at[r.node-1], m.at[r.node], near*spacing))
			r.node++
		}
		if i := r.node + 1; i < m.n && m.at[i]-m.at[r.node] > far*spacing {
			m.putIn(i, m.markWithin(m.at[r.node], m.at[i], near*spacing))
		}
	}
}

// markWithin is where a node goes between two others: at the leader's end, if that is there with room on both sides, or
// half way. A body that slides could not pass a mark that it was given right beside it.
func (m *sim) markWithin(low, high, room float64) float64 {
	if leader := m.rig.LeaderLength; leader > low+room && leader < high-room {
		return leader
	}
	return (low + high) / 2
}

// takeOut takes node i off the chain.
func (m *sim) takeOut(i int) {
	copy(m.at[i:m.n-1], m.at[i+1:m.n])
	copy(m.pos[i:m.n], m.pos[i+1:m.n+1])
	copy(m.vel[i:m.n-1], m.vel[i+1:m.n])
	copy(m.tension[i:m.n-1], m.tension[i+1:m.n])
	copy(m.body[i:m.n-1], m.body[i+1:m.n])
	m.n--
}

// putIn puts a node of bare line in before node i, on the straight to the one below.
func (m *sim) putIn(i int, at float64) {
	if m.n >= m.crowd {
		return
	}
	share := (at - m.at[i-1]) / (m.at[i] - m.at[i-1])
	place := r3.Add(m.pos[i-1], r3.Scale(share, r3.Sub(m.pos[i], m.pos[i-1])))
	velocity := r3.Add(m.vel[i-1], r3.Scale(share, r3.Sub(m.vel[i], m.vel[i-1])))
	copy(m.at[i+1:m.n+1], m.at[i:m.n])
	copy(m.pos[i+1:m.n+2], m.pos[i:m.n+1])
	copy(m.vel[i+1:m.n+1], m.vel[i:m.n])
	copy(m.tension[i+1:m.n+1], m.tension[i:m.n])
	copy(m.body[i+1:m.n+1], m.body[i:m.n])
	m.at[i], m.pos[i], m.vel[i], m.tension[i], m.body[i] = at, place, velocity, m.tension[i-1], -1
	m.n++
}
