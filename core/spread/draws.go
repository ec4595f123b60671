package spread

import (
	"sync"

	"gonum.org/v1/gonum/floats"
)

// Shift is how readings change with one unknown: by Up at +Reach and by Down at -Reach. Where Down is nil it is
// the opposite of Up, and where both are the unknown changes nothing.
type Shift struct{ Up, Down []float64 }

// Draws are the points of a sample, by unknown, so that readings are worked out at all of them at once.
type Draws struct {
	count int
	z     [][]float64 // of each unknown, over Reach
	bent  [][]float64 // its square within Reach, and the tangent of that beyond
}

// Draw takes points of a sample: at each, what every unknown is. A point without unknowns is one at which all
// are as taken.
func Draw(points [][]float64) *Draws {
	d := &Draws{count: len(points), z: make([][]float64, len(points[0])), bent: make([][]float64, len(points[0]))}
	for i := range d.z {
		d.z[i], d.bent[i] = make([]float64, d.count), make([]float64, d.count)
		for n, point := range points {
			z := point[i] / Reach
			inside := min(max(z, -1), 1)
			d.z[i][n], d.bent[i][n] = z, inside*(2*z-inside)
		}
	}
	return d
}

// Count is how many there are.
func (d *Draws) Count() int { return d.count }

// Readings are readings at each of some draws.
type Readings struct {
	places, count int
	values        []float64 // of all draws for the first place of the readings, and so on
}

var spare = sync.Pool{New: func() any { return new(Readings) }}

// Readings are the readings at each draw, given those with every unknown as taken (centre) and a shift for each
// unknown: a parabola through the three points within Reach, and straight on beyond. They are given back with
// Done.
func (d *Draws) Readings(centre []float64, shifts []Shift) *Readings {
	r := spare.Get().(*Readings)
	r.places, r.count = len(centre), d.count
	if need := r.places * r.count; cap(r.values) < need {
		r.values = make([]float64, need)
	} else {
		r.values = r.values[:need]
	}
	for place, value := range centre {
		at := r.At(place)
		for n := range at {
			at[n] = value
		}
		for i := range d.z {
			if s := shifts[i]; s.Up != nil {
				s.add(place, d.z[i], d.bent[i], at)
			}
		}
	}
	return r
}

// add adds what the shift makes of a place of the readings.
func (s Shift) add(place int, z, bent, to []float64) {
	up := s.Up[place]
	if s.Down == nil {
		if up != 0 {
			floats.AddScaled(to, up, z)
		}
		return
	}
	down := s.Down[place]
	if straight := (up - down) / 2; straight != 0 {
		floats.AddScaled(to, straight, z)
	}
	if curved := (up + down) / 2; curved != 0 {
		floats.AddScaled(to, curved, bent)
	}
}

// At are the values of all draws at a place of the readings.
func (r *Readings) At(place int) []float64 { return r.values[place*r.count : (place+1)*r.count] }

// Of is the reading of a draw; into is used where it is long enough.
func (r *Readings) Of(draw int, into []float64) []float64 {
	into = into[:0]
	for at := draw; at < len(r.values); at += r.count {
		into = append(into, r.values[at])
	}
	return into
}

// Done gives the readings back; they are not to be looked at afterwards.
func (r *Readings) Done() { spare.Put(r) }
