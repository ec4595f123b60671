package mechanics

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// record keeps a frame if one is due. Where there are too many every second
// one goes, and only every second step is kept from then on.
func (m *sim) record() {
	if m.keep.Frames == 0 || m.taken%m.stride != 0 {
		return
	}
	frames := m.track.Frames
	if len(frames) == m.keep.Frames {
		kept := 0
		for i := 0; i < len(frames); i += 2 {
			// They change places, so that each keeps the room of its line.
			frames[kept], frames[i] = frames[i], frames[kept]
			kept++
		}
		m.track.Frames = frames[:kept]
		m.stride *= 2
		if m.taken%m.stride != 0 {
			return
		}
	}
	m.track.Frames = append(m.track.Frames, m.frame(false))
}

// frame is how things are now. Those that are not kept among the frames have
// room of their own.
func (m *sim) frame(apart bool) Frame {
	key := m.key()
	f := Frame{
		Time: m.time, End: m.pos[key], Velocity: m.vel[key], LineOut: m.lineOut, RunOut: m.runOut,
		OnBed: m.touched[m.rig.Key] && m.lies(), Push: m.push[m.rig.Key], Phase: m.phase,
	}
	if m.bodyOnly && !apart {
		return f
	}
	f.Belly, f.EndTension, f.TipTension = m.belly(), length(m.tensionAt(0, -1)), length(m.tensionAt(m.n-1, 1))
	if points := m.keep.Points; points > 0 {
		var room []r3.Vec
		if n := len(m.track.Frames); !apart && n < cap(m.track.Frames) {
			// What was thinned out left its room there.
			room = m.track.Frames[:n+1][n].Line
		}
		if room == nil {
			if len(m.points) < points {
				m.points = make([]r3.Vec, linesAtOnce*points)
			}
			room, m.points = m.points[:points:points], m.points[points:]
		}
		m.even(room)
		f.Line = room
	}
	return f
}

// belly is the line in the air that is more than the straight from where it
// leaves the water for good to the rod tip.
func (m *sim) belly() float64 {
	tip, air := m.pos[m.n], 0.0
	for i := m.n - 1; i >= 0; i-- {
		from, to := m.pos[i], m.pos[i+1]
		if from.Z >= 0 {
			air += r3.Norm(r3.Sub(to, from))
			continue
		}
		share := to.Z / (to.Z - from.Z)
		out := r3.Add(to, r3.Scale(share, r3.Sub(from, to)))
		return max(air+r3.Norm(r3.Sub(to, out))-r3.Norm(r3.Sub(tip, out)), 0)
	}
	return 0
}

// tensionAt is the tension at the upper (1) or lower (-1) end of segment i: in
// its middle it is along the segment, and half of its load is on either side.
func (m *sim) tensionAt(i int, end float64) r3.Vec {
	along := r3.Sub(m.pos[i+1], m.pos[i])
	k := link{length: math.Max(length(along), 1e-6), rest: m.segment(i, m.lineOut)}
	k.way = r3.Scale(1/k.length, along)
	m.clock = m.time
	_, upper := m.tipAt(m.time)
	if i+1 < m.n {
		upper = m.vel[i+1]
	}
	var l load
	m.segmentLoad(i, m.line(i), &k, 1, m.pos, m.vel[i], upper, &l)
	return r3.Sub(r3.Scale(m.tension[i], k.way), r3.Scale(end, l.half))
}

// even puts points of the line in even steps along it.
func (m *sim) even(points []r3.Vec) {
	i := 0
	for k := range points {
		at := m.lineOut * float64(k) / float64(len(points)-1)
		for i+1 < m.n && m.at[i+1] < at {
			i++
		}
		share := min(max((at-m.at[i])/m.segment(i, m.lineOut), 0), 1)
		points[k] = r3.Add(m.pos[i], r3.Scale(share, r3.Sub(m.pos[i+1], m.pos[i])))
	}
}

func (m *sim) finish() {
	m.track.Last = m.frame(true)
	if n := len(m.track.Frames); n > 0 && m.track.Frames[n-1].Time < m.time {
		if n < m.keep.Frames {
			m.track.Frames = append(m.track.Frames, m.track.Last)
		} else {
			m.track.Frames[n-1] = m.track.Last
		}
	}
	if w := &m.track.Work; w.Time > 0 {
		m.track.Contact = min(m.onBed/w.Time, 1)
		w.MeanHeight /= w.Time
		if w.Falls > 0 {
			w.FallTime /= float64(w.Falls)
		}
	}
	up := r3.Sub(m.pos[m.n], m.pos[m.n-1])
	m.track.Angle = math.Acos(min(max(up.Z/math.Max(length(up), 1e-9), -1), 1))
}

// hopHeight is how far a body must come off the bed for a fall to be counted.
const hopHeight = 0.03 // m

// hop is a body's way off the bed.
type hop struct {
	highest float64 // m over the bed
	at      float64 // s, when it was there
}

// watch takes a step of h into the statistics of the work.
func (m *sim) watch(h float64) {
	w := &m.track.Work
	height := max(m.scene.gap(m.pos[m.key()]), 0)
	w.Time += h
	w.MeanHeight += h * height // divided by the time in the end
	w.Highest = max(w.Highest, height)
	if height >= m.hop.highest {
		m.hop = hop{height, m.time}
	}
	if !m.lies() {
		return
	}
	m.onBed += h
	if m.hop.highest > hopHeight {
		w.Falls++
		w.FallTime += m.time - m.hop.at
	}
	m.hop = hop{}
}
