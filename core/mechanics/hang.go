package mechanics

import (
	"math"

	"dunvel/core/judgement"
	"dunvel/core/rig"
	"dunvel/core/tackle"

	"gonum.org/v1/gonum/spatial/r3"
)

// Hung is how a line hangs that is held at both ends.
type Hung struct {
	off   []r3.Vec  // of each node from the straight way between the ends, over its length
	pull  []float64 // above each, N
	spare float64   // of the line, over that length
}

// hanging is how finely a line is resolved that hangs: what it pulls with at its end is off by less than 1 %.
var hanging = resolution{nodes: 28, crowd: mostNodes, wind: math.Inf(1), fine: 0.2, grade: 0.2,
	until: settled{place: 3e-3, pulls: 0.02, loose: 1e-4, most: 20}, film: 0.05}

// A line is brought to rest in one leap, as it would be after so long.
const (
	atRest     = 1e5 // s
	mostAtOnce = 12  // rounds of Newton's method in the first leap
	unyielding = 3e5 // N, the stiffness of a line at rest, which is as long as it is
)

// films are how far over and under the surface a line turns from wet to dry, one after the other, where it does not come
// to rest at once, m: the farther, the less of a corner there is where wind becomes water.
var films = []float64{4, 1, 0.2, hanging.film}

// hang finds how a line hangs between place, where the end body is held, and the rod tip, and what it pulls with at
// place, in N. The outcome is Held, Slack where neither water nor wind tightens it, or Unsolved where it does not come to rest.
func (s *Scene) hang(r *rig.Rig, place r3.Vec, lineOut float64, near *Hung, curve *[]r3.Vec) (*Hung, r3.Vec, Outcome) {
	m := newSim(s, Drop{Rig: r}, Detail{}, hanging)
	defer m.leave(false)
	if !m.stretch(place, lineOut, near) {
		return nil, r3.Vec{}, Slack
	}
	if !m.comeToRest() {
		return nil, r3.Vec{}, Unsolved
	}
	if curve != nil {
		*curve = append((*curve)[:0], m.pos[:m.n+1]...)
	}
	return m.hung(), m.tensionAt(0, -1), Held
}

// span is the straight way between the ends of a line.
type span struct {
	place, way r3.Vec
	length     float64 // m
	lineOut    float64 // m
	spare      float64 // of the line, over the length
}

// tight is what a line has to spare that is as tight as it gets, over the straight way.
const tight = 1e-4

func newSpan(place, tip r3.Vec, lineOut float64) span {
	way := r3.Sub(tip, place)
	length := r3.Norm(way)
	return span{place, way, length, lineOut, max(lineOut/length-1, tight)}
}

// at is where it is so many m of line up; laid into none of those that ask, as gap is.
//
//go:noinline
func (p span) at(along float64) r3.Vec { return r3.Add(p.place, r3.Scale(along/p.lineOut, p.way)) }

// stretch puts the line between place and the rod tip, as one hangs that is loaded evenly or as another did; false
// where nothing loads it.
func (m *sim) stretch(place r3.Vec, lineOut float64, near *Hung) bool {
	tip := r3.Vec{Z: m.scene.TipHeight}
	m.pinned, m.runners, m.lineOut, m.spacing = true, nil, lineOut, lineOut/m.nodes
	for b := range m.touched {
		m.touched[b] = true
	}
	straight := newSpan(place, tip, lineOut)
	load := m.scene.loadOn(&m.rig.Main, place, straight.way)
	total := r3.Norm(load) * lineOut
	// A parabola that sags little is longer than its chord by 8/3 of the square of the sag over that.
	pull := total / math.Sqrt(24*straight.spare)
	if pull+total/2 < judgement.SlackPull.Number*m.rig.Weight() {
		return false
	}
	sag := r3.Scale(4*straight.length*math.Sqrt(3.0/8*straight.spare)*lineOut/total, load)
	m.put(0, place, r3.Vec{}, 0)
	for m.grow(func(at float64) r3.Vec {
		u := at / lineOut
		return r3.Add(straight.at(at), r3.Scale(u*(1-u), sag))
	}) {
	}
	m.pos[m.n] = tip
	for i := range m.n {
		m.tension[i] = pull
	}
	if near == nil || len(near.off) != m.n {
		return true
	}
	eased := math.Sqrt(straight.spare / near.spare) // as it sags
	for i := range m.n {
		m.pos[i] = r3.Add(straight.at(m.at[i]), r3.Scale(straight.length*eased, near.off[i]))
		m.tension[i] = near.pull[i] / eased
	}
	return true
}

// loadOn is what water and wind do to a metre of line across the way that it goes from place to the rod tip, in N.
func (s *Scene) loadOn(line *tackle.Line, place, way r3.Vec) r3.Vec {
	along, depth := r3.Unit(way), s.Bed.DepthAt(place.X)
	share := s.TipHeight / (s.TipHeight + depth) // of it in the air
	wet, dry := newStrand(line, &s.Water, s.fixedNormal), newStrand(line, &air, s.fixedNormal)
	wet.weight, dry.weight = 0, 0
	load := r3.Add(r3.Scale(1-share, wet.force(along, s.Current.At(depth/2, depth))),
		r3.Scale(share, dry.force(along, s.Wind)))
	return r3.Sub(load, r3.Scale(r3.Dot(load, along), along))
}

// comeToRest leaps to where the line is at rest; false where that is not found.
func (m *sim) comeToRest() bool {
	if m.leap(mostAtOnce) {
		return true
	}
	for _, film := range films {
		if m.chain.film = film; !m.leap(hanging.until.most) {
			return false
		}
	}
	return true
}

// leap goes on to where everything is at rest; false where that is not solved in so many rounds.
func (m *sim) leap(most int) bool {
	x, pull := m.next[:m.n+1], m.pull[:m.n]
	copy(x, m.pos[:m.n+1])
	copy(pull, m.tension[:m.n])
	m.paying, m.chain.stiff, m.chain.until = false, unyielding, hanging.until
	m.chain.until.most = most
	s := stage{tau: atRest, base: m.pos[:m.n], from: m.vel[:m.n], tip: m.pos[m.n], line: m.lineOut, spool: math.Inf(1)}
	if _, ok := m.solve(&s, x, pull); !ok {
		return false
	}
	copy(m.pos[:m.n+1], x)
	copy(m.tension[:m.n], pull)
	return true
}

// hung is how the line hangs now.
func (m *sim) hung() *Hung {
	straight := newSpan(m.pos[0], m.pos[m.n], m.lineOut)
	out := &Hung{off: make([]r3.Vec, m.n), pull: make([]float64, m.n), spare: straight.spare}
	for i := range m.n {
		out.off[i] = r3.Scale(1/straight.length, r3.Sub(m.pos[i], straight.at(m.at[i])))
	}
	copy(out.pull, m.tension)
	return out
}

// addTurn adds how the load on segment i changes as it turns. Of a line that moves that is next to nothing in a step; at
// rest nothing else changes it.
func (c *chain) addTurn(i int, x []r3.Vec) {
	k, line := &c.links[i], c.line(i)
	wet, _, _ := wetShare(x[i].Z, x[i+1].Z, c.film)
	var by block
	if wet > 0 {
		line.wet.turnSlopes(k.way, k.flow, wet*k.rest/(2*k.length), &by)
	}
	if wet < 1 {
		line.dry.turnSlopes(k.way, c.scene.Wind, (1-wet)*k.rest/(2*k.length), &by)
	}
	for n, v := range by {
		c.diagonal[i][n] -= v
		if i+1 < c.n {
			c.above[i][n] += v
			c.below[i][n] -= v
			c.diagonal[i+1][n] += v
		}
	}
}

// turnSlopes adds to by how the force of the fluid on so much line changes with its tangent t, in the relative flow u.
func (l *strand) turnSlopes(t, u r3.Vec, line float64, by *block) {
	along, across, speed := splitFlow(t, u)
	if speed < 1e-6 {
		return
	}
	cn, power := l.coefficient(speed)
	k, b := l.across*cn*speed, l.along*math.Abs(along)
	by.addOuter(-line*k*(1+power)*along/(speed*speed), across, across)
	by.addOuter(line*(2*b-k), t, across)
	by.addOuter(-line*(b-k)*along, t, t)
	by.addScaled(line * (b - k) * along)
}
