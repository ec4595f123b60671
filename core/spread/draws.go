package spread

import (
	"iter"

	"gonum.org/v1/gonum/floats"
)

// Shift is how readings change with one unknown: by Up at +Reach and by Down at -Reach. Where Down is nil it is
// the opposite of Up, and where both are the unknown changes nothing.
type Shift struct{ Up, Down []float64 }

// Draws are the points of a sample and their mirror images.
type Draws struct {
	z    [][]float64 // of each point what every unknown is, over Reach
	bent [][]float64 // its square within Reach, and the tangent of that beyond
}

// Draw takes points of a sample, each with its mirror image: at each, what every unknown is. A point without
// unknowns is one at which all are as taken.
func Draw(points [][]float64) *Draws {
	d := &Draws{z: make([][]float64, len(points)), bent: make([][]float64, len(points))}
	for n, point := range points {
		d.z[n], d.bent[n] = make([]float64, len(point)), make([]float64, len(point))
		for i, z := range point {
			z /= Reach
			inside := min(max(z, -1), 1)
			d.z[n][i], d.bent[n][i] = z, inside*(2*z-inside)
		}
	}
	return d
}

// Count is how many there are.
func (d *Draws) Count() int { return 2 * len(d.z) }

// Readings are the readings at each draw, given those with every unknown as taken (centre) and a shift for each
// unknown: a parabola through the three points within Reach, and straight on beyond. A reading is good until the
// next one.
func (d *Draws) Readings(centre []float64, shifts []Shift) iter.Seq[[]float64] {
	moves := movesOf(shifts)
	return func(yield func([]float64) bool) {
		room := make([]float64, 4*len(centre))
		part := func(k int) []float64 { return room[k*len(centre):][:len(centre)] }
		to, mirrored, straight, reading := part(0), part(1), part(2), part(3)
		for n := range d.z {
			d.move(n, moves, to, mirrored, straight)
			if !yield(floats.AddTo(reading, centre, to)) || !yield(floats.AddTo(reading, centre, mirrored)) {
				return
			}
		}
	}
}

// move sets to what moves do at a draw, and mirrored to what they do at its mirror image. straight is room to work in.
func (d *Draws) move(n int, moves []move, to, mirrored, straight []float64) {
	clear(mirrored)
	clear(straight)
	for i := range moves {
		m := &moves[i]
		floats.AddScaled(straight, d.z[n][m.unknown], m.straight)
		if m.curved != nil {
			floats.AddScaled(mirrored, d.bent[n][m.unknown], m.curved)
		}
	}
	floats.AddTo(to, mirrored, straight)
	floats.Sub(mirrored, straight)
}

// Moved is what shifts do to readings at each draw, for any centre.
type Moved [][]float64

// Moved works out what shifts do to readings of a length.
func (d *Draws) Moved(shifts []Shift, length int) Moved {
	moves := movesOf(shifts)
	m, room, straight := make(Moved, d.Count()), make([]float64, length*d.Count()), make([]float64, length)
	for i := range m {
		m[i] = room[i*length:][:length]
	}
	for n := range d.z {
		d.move(n, moves, m[2*n], m[2*n+1], straight)
	}
	return m
}

// Readings are those of Draws.
func (m Moved) Readings(centre []float64) iter.Seq[[]float64] {
	return func(yield func([]float64) bool) {
		reading := make([]float64, len(centre))
		for _, by := range m {
			if !yield(floats.AddTo(reading, centre, by)) {
				return
			}
		}
	}
}

// move is a shift by what changes its side with the unknown and what does not.
type move struct {
	unknown          int
	straight, curved []float64
}

// movesOf are the moves of shifts that change anything.
func movesOf(shifts []Shift) []move {
	moves := make([]move, 0, len(shifts))
	for i, s := range shifts {
		switch {
		case s.Up == nil:
			continue
		case s.Down == nil:
			moves = append(moves, move{unknown: i, straight: s.Up})
			continue
		}
		m := move{i, make([]float64, len(s.Up)), make([]float64, len(s.Up))}
		for k, up := range s.Up {
			m.straight[k], m.curved[k] = (up-s.Down[k])/2, (up+s.Down[k])/2
		}
		moves = append(moves, m)
	}
	return moves
}
