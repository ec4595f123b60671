package mechanics

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// lay puts the line straight from the splash to the rod tip.
func (m *sim) lay(start r3.Vec) {
	tip := r3.Vec{Z: m.scene.TipHeight}
	chord := r3.Sub(tip, start)
	m.lineOut = r3.Norm(chord)
	nodes := m.nodes * min(max(r3.Norm(m.scene.Wind)/m.wind, 1), 2)
	m.spacing = (m.lineOut + m.scene.Bed.DepthAt(start.X)) / nodes
	m.n = 0
	m.put(0, start, r3.Vec{}, 0)
	for m.grow(func(at float64) r3.Vec { return r3.Add(start, r3.Scale(at/m.lineOut, chord)) }) {
	}
	m.pos[m.n] = tip
	for i := range m.n {
		m.tension[i] = max(m.d.Cast.SpoolDrag, 1e-3)
	}
	m.makeRoom()
}

// put adds a node at the upper end.
func (m *sim) put(at float64, place, velocity r3.Vec, body int) {
	m.at[m.n], m.pos[m.n], m.vel[m.n], m.body[m.n] = at, place, velocity, body
	m.n++
}

// grow adds the next node up the line if there is room for it below the rod
// tip: at a body, where the leader ends, or one spacing on. The spacing is
// fine near the end body, where the line bends most.
func (m *sim) grow(place func(at float64) r3.Vec) bool {
	if m.n >= m.crowd {
		return false
	}
	last := m.at[m.n-1]
	spacing := m.spacingAt(last)
	next, body, spare := last+spacing, -1, spacing/2
	if mark, at := m.nextMark(last); mark <= last+1.5*spacing {
		if next, body, spare = mark, at, 0.02; body >= 0 {
			spare = 1.2 * atTip // so that it is not taken to be reeled in as it comes out
		}
	}
	if m.lineOut < next+spare {
		return false
	}
	m.put(next, place(next), m.vel[m.n-1], body)
	m.tension[m.n-1] = m.tension[m.n-2]
	return true
}

// spacingAt is how far apart nodes are at a distance along the line.
func (m *sim) spacingAt(at float64) float64 { return min(m.spacing, m.fine*m.spacing+m.grade*at) }

// nextMark is where up the line from last a node has to be: at the next body,
// or where the leader ends (body -1).
func (m *sim) nextMark(last float64) (at float64, body int) {
	at, body = math.Inf(1), -1
	if leader := m.rig.LeaderLength; leader > last+1e-9 {
		at = leader
	}
	for b := range m.rig.Bodies {
		if place := m.rig.Bodies[b].At; place > last+1e-9 && place <= at && !m.runs(b) {
			return place, b
		}
	}
	return at, body
}

// atTip is how near a body is to the rod tip that is reeled in, m.
const atTip = 0.05

// regrid keeps nodes spread as line comes in or goes out. It is false when the
// rig has come to the rod tip.
func (m *sim) regrid() bool {
	tip := m.pos[m.n]
	for {
		last := m.n - 1
		from, base := m.pos[last], m.at[last]
		along := r3.Scale(1/(m.lineOut-base), r3.Sub(tip, from))
		if !m.grow(func(at float64) r3.Vec { return r3.Add(from, r3.Scale(at-base, along)) }) {
			break
		}
	}
	for m.lineOut-m.at[m.n-1] < m.nearTip() || m.comesInSoon(tip) {
		if m.n == 1 || m.body[m.n-1] >= 0 {
			if m.lineOut-m.at[m.n-1] < atTip {
				return false
			}
			break
		}
		m.n--
	}
	m.pos[m.n] = tip
	if m.n >= m.crowd {
		m.thin()
	}
	return true
}

// comesInSoon tells whether the node next to the rod tip may be taken off now, before the step in which it would be
// reeled in, and which would have to end there.
func (m *sim) comesInSoon(tip r3.Vec) bool {
	const left = 3 // nodes, for the line to bend at
	if m.straight == 0 || m.n <= left || m.body[m.n-1] >= 0 || m.reelsIn() >= m.step {
		return false
	}
	over, node := m.pos[m.n-2], m.pos[m.n-1]
	return length(r3.Sub(node, over))+length(r3.Sub(tip, node))-length(r3.Sub(tip, over)) < m.straight
}

// nearTip is how near the rod tip a node is that is taken off, m of line.
func (m *sim) nearTip() float64 { return min(0.25*m.spacing, 0.5) }

// thin drops every second node that is neither a body nor the leader's end.
func (m *sim) thin() {
	kept := 1
	for i := 1; i < m.n; i++ {
		if fixed := m.body[i] >= 0 || math.Abs(m.at[i]-m.rig.LeaderLength) < 1e-9; i%2 == 1 || fixed {
			m.at[kept], m.pos[kept], m.vel[kept], m.body[kept], m.tension[kept] = m.at[i], m.pos[i], m.vel[i],
				m.body[i], m.tension[i]
			kept++
		}
	}
	m.pos[kept] = m.pos[m.n]
	m.n = kept
	m.spacing *= 2
}
