package spread

import (
	"sync"

	"gonum.org/v1/gonum/floats"
)

// Shift is how readings change with one unknown: by Up at +Reach and by Down at -Reach. Where Down is nil it is
// the opposite of Up, and where both are the unknown changes nothing.
type Shift struct{ Up, Down []float64 }

// Draws are the points of a sample and their mirror images.
type Draws struct {
	points int
	z      [][]float64 // of each unknown, what it is at every point, over Reach
	bent   [][]float64 // its square within Reach, and the tangent of that beyond
	still  []float64   // nothing, for each draw
}

// Draw takes points of a sample, each with its mirror image: at each, what every unknown is. A point without
// unknowns is one at which all are as taken.
func Draw(points [][]float64) *Draws {
	d := &Draws{points: len(points), still: make([]float64, 2*len(points))}
	for i := range points[0] {
		z, bent := make([]float64, len(points)), make([]float64, len(points))
		for n, point := range points {
			z[n] = point[i] / Reach
			inside := min(max(z[n], -1), 1)
			bent[n] = inside * (2*z[n] - inside)
		}
		d.z, d.bent = append(d.z, z), append(d.bent, bent)
	}
	return d
}

// Count is how many there are.
func (d *Draws) Count() int { return 2 * d.points }

// Moved is what shifts do to readings in the draws, for any reading with every unknown as taken. It is safe for
// concurrent use.
type Moved struct {
	draws  *Draws
	moves  []move
	places []place
}

// place is what shifts do to one number of a reading: in each draw, and at least and at most.
type place struct {
	once        sync.Once
	by          []float64
	least, most float64
}

// move is a shift by what changes its side with the unknown and what does not.
type move struct {
	unknown          int
	straight, curved []float64
}

// Moved takes a shift for each unknown: what it does is a parabola through the three points within Reach, and straight
// on beyond.
func (d *Draws) Moved(shifts []Shift) *Moved {
	m := &Moved{draws: d, moves: make([]move, 0, len(shifts))}
	length := 0
	for i, s := range shifts {
		length = max(length, len(s.Up))
		switch {
		case s.Up == nil:
			continue
		case s.Down == nil:
			m.moves = append(m.moves, move{unknown: i, straight: s.Up})
			continue
		}
		both := move{i, make([]float64, len(s.Up)), make([]float64, len(s.Up))}
		for k, up := range s.Up {
			both.straight[k], both.curved[k] = (up-s.Down[k])/2, (up+s.Down[k])/2
		}
		m.moves = append(m.moves, both)
	}
	m.places = make([]place, length)
	return m
}

// Count is how many draws there are.
func (m *Moved) Count() int { return m.draws.Count() }

// At is what one number of a reading changes by in each draw: at the points, and then at their mirror images. It is
// worked out where it is asked for, and not to be changed.
func (m *Moved) At(number int) []float64 {
	if number >= len(m.places) {
		return m.draws.still
	}
	p := &m.places[number]
	p.once.Do(func() { m.workOut(p, number) })
	return p.by
}

// Within is between what one number changes in all draws.
func (m *Moved) Within(number int) (least, most float64) {
	if m.At(number); number < len(m.places) {
		least, most = m.places[number].least, m.places[number].most
	}
	return least, most
}

func (m *Moved) workOut(p *place, number int) {
	p.by = make([]float64, m.Count())
	to, mirrored := p.by[:m.draws.points], p.by[m.draws.points:]
	for i := range m.moves {
		move := &m.moves[i]
		floats.AddScaled(to, move.straight[number], m.draws.z[move.unknown])
		if move.curved != nil {
			floats.AddScaled(mirrored, move.curved[number], m.draws.bent[move.unknown])
		}
	}
	for n, straight := range to {
		curved := mirrored[n]
		to[n], mirrored[n] = curved+straight, curved-straight
	}
	p.least, p.most = floats.Min(p.by), floats.Max(p.by)
}
