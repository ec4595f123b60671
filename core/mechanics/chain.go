package mechanics

import (
	"math"

	"dunvel/core/rig"

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
	bedSink      = 1e-3 // m that a body sinks in under its weight
	lineOnBed    = 0.5  // N per m that a node of bare line sinks in
	creep        = 2e-4 // m/s at which friction has come to most of its strength
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
	pinned  bool      // the end of the line is held where it is
	stiff   float64   // N, the tension at which a segment were twice as long
	work    int       // nodes solved for, over all rounds
	clock   float64   // s after the splash, of the stage that is being solved
	until   settled   // when a stage is solved
	near    bool      // places moved so little in the last round that the water flows there as it did before
	film    float64   // m over and under the surface within which a line turns from wet to dry

	runners []runner // the bodies that slide

	leader, main thread
	// half the load on the uppermost segment along itself, N: what its tension has more than the tip's
	toTip float64

	solving
}

// settled is when a stage counts as solved.
type settled struct {
	place float64 // m that the next correction would be
	pulls float64 // share by which tensions still changed
	loose float64 // N, by which they did where there is next to none
	most  int     // rounds of Newton's method, before the step is made shorter
}

// solving is the linear system of a stage, which nothing needs once it is solved.
type solving struct {
	diagonal, below, above []block
	force                  []r3.Vec
	links                  []link
	columns                [][]r3.Vec // by runner that slides: what a metre of its slide does
}

// wild is how many times as long as the chain a correction is after which Newton's method does not settle any more.
const wild = 10

// sameFlow is how many times as far as settles places they may move for the water to flow there as it did before.
const sameFlow = 4

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
	last, lastPulled := 1e-12, 1e-12
	c.near = false
	for range c.until.most {
		c.assemble(s, x, tension)
		c.work += c.n
		if !solveChain(c.diagonal[:c.n], c.below[:top], c.above[:top], c.force[:c.n], c.pullThrough()) {
			return 0, false
		}
		slid := c.slide(s, tension)
		// Corrections beyond what the chain is long are cut; from some there is no way back.
		largest := math.Sqrt(longest2(c.force[:c.n]))
		if !(largest < wild*(1+s.line)) {
			return 0, false
		}
		share := min(1, 0.5*(1+s.line)/max(largest, 1e-9))
		// Corrections shrink at least as fast as they last did.
		settled := largest*min(1, largest/last) < c.until.place && slid
		last = largest
		pulled := c.retighten(tension)
		settled = settled && pulled*min(1, pulled/lastPulled) < 1
		lastPulled = pulled
		for i := range c.n {
			x[i] = r3.Add(x[i], r3.Scale(share, c.force[i]))
		}
		c.near = largest < sameFlow*c.until.place
		if c.spoolTurns(s, x, tension) {
			settled = false
		}
		if !c.runOn(share, tension) {
			settled = false
		}
		if settled && share == 1 {
			if c.torn(s, x, tension) {
				continue
			}
			if c.crowded() {
				return 0, false
			}
			lineOut = s.line
			if c.paying {
				lineOut = max(s.line, c.at[top]+length(r3.Sub(s.tip, x[top])))
			}
			return lineOut, true
		}
	}
	return 0, false
}

// torn tells whether a segment is further from end to end than its line goes. Where there is
// next to no tension it may seem solved for all that, and snap in the step after.
func (c *chain) torn(s *stage, x []r3.Vec, tension []float64) bool {
	const much = 0.02 // of the line in it
	segments := c.n
	if c.paying {
		segments--
	}
	for i := range segments {
		rest := c.segment(i, s.line)
		if over := length(r3.Sub(x[i+1], x[i])) - rest*(1+max(c.strain(tension[i]), 0)); over > much*rest &&
			over > c.until.place {
			return true
		}
	}
	return false
}

// longest2 is the square of the length of the longest of vectors; not a number where
// one of them is none.
func longest2(vectors []r3.Vec) float64 {
	most := 0.0
	for _, v := range vectors {
		if n := v.X*v.X + v.Y*v.Y + v.Z*v.Z; !(n <= most) {
			most = n
		}
	}
	return most
}

// retighten corrects the tensions by the corrections of the places, and returns by how
// much, over what settles them, that of them which changes most. Tension stays positive
// and does not jump.
func (c *chain) retighten(tension []float64) float64 {
	most, segments := 0.0, c.n
	if c.paying {
		segments--
	}
	for i := range segments {
		move := r3.Scale(-1, c.force[i])
		if i < c.n-1 {
			move = r3.Add(move, c.force[i+1])
		}
		l, was := &c.links[i], tension[i]
		next := was + (r3.Dot(l.way, move)*l.perLine+l.stretch+l.fed)*l.stiff
		if least := 0.1 * was; next < least {
			next = least
		} else if most := 10*was + 1e-3; next > most {
			next = most
		}
		most = max(most, math.Abs(next-was)/(c.until.pulls*next+c.until.loose))
		tension[i] = next
	}
	return most
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
	if held := s.line - c.at[top]; length(r3.Sub(s.tip, x[top]))/held-1 < c.strain(holds) {
		c.paying = false
		tension[top] = max(holds/2, 0.1*leastTension)
	}
	return !c.paying
}

// spoolHolds is the tension in the uppermost segment at which line leaves the
// spool, whose drag is felt at the tip, half a segment up.
func (c *chain) spoolHolds(s *stage) float64 { return max(s.spool+c.toTip, leastTension) }

// strain is how much longer than its line a segment is under a tension.
func (c *chain) strain(tension float64) float64 { return tension/c.stiff - slackForce/tension }

// segment is the length of line above node i, with lineOut out.
func (c *chain) segment(i int, lineOut float64) float64 {
	if i == c.n-1 {
		return lineOut - c.at[i]
	}
	return c.at[i+1] - c.at[i]
}

// line is what the segment above node i is made of.
func (c *chain) line(i int) *thread {
	if c.at[i] < c.rig.LeaderLength-1e-9 {
		return &c.leader
	}
	return &c.main
}

// flowAt returns the velocity of the water at p over the ground, at the time of
// the stage that is being solved.
func (c *chain) flowAt(p r3.Vec) r3.Vec {
	u := c.scene.flowAt(p)
	if waves := &c.scene.Swell; waves.Moves() {
		theta, height := waves.Place(p, c.clock)
		sin, cos := quickSincos(theta)
		u = r3.Add(u, waves.Flow(sin, cos, quickExp(height)))
	}
	return u
}

// flowAt returns the velocity of the current at p over the ground.
func (s *Scene) flowAt(p r3.Vec) r3.Vec {
	if s.Current.Surface == (r3.Vec{}) {
		return r3.Vec{}
	}
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
