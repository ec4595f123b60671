package musts

import (
	"slices"

	"dunvel/core/spread"
	"dunvel/core/trial"

	"gonum.org/v1/gonum/floats"
)

// Drawn is what is read of a head in draws of what is not known: what is read of it as things are taken to be, and
// what the unknowns do to that in each draw.
type Drawn struct {
	Centre Reading
	Moved  *spread.Moved
}

// Met is in how many draws each of some musts of a case is met, and in how many all of them are.
func (d Drawn) Met(c *trial.Case, asked []Must) (each []int, all int) {
	draws := d.Moved.Count()
	room := make([]bool, 2*draws)
	met, fails := room[:draws], room[draws:]
	each = make([]int, len(asked))
	for k, m := range asked {
		byMust[m].meets(c, d, met)
		n := draws
		for i, ok := range met {
			if !ok {
				fails[i] = true
				n--
			}
		}
		each[k] = n
	}
	for _, failed := range fails {
		if !failed {
			all++
		}
	}
	return each, all
}

// Share is what so many draws are of all of them.
func (d Drawn) Share(draws int) float64 { return float64(draws) / float64(d.Moved.Count()) }

// Values are what stands at a place in each draw.
func (d Drawn) Values(place int) []float64 {
	out := slices.Clone(d.Moved.At(place))
	floats.AddConst(d.Centre[place], out)
	return out
}

// atMost sets of each draw whether what stands at a place is no more than a limit, and atLeast whether it is no less.
func (d Drawn) atMost(place int, limit float64, met []bool) {
	centre := d.Centre[place]
	for i, by := range d.Moved.At(place) {
		met[i] = centre+by <= limit
	}
}

func (d Drawn) atLeast(place int, limit float64, met []bool) {
	centre := d.Centre[place]
	for i, by := range d.Moved.At(place) {
		met[i] = centre+by >= limit
	}
}

// Read reads what stands at places from one on in a draw, as many as there is room for.
func (d Drawn) Read(draw, from int, into Reading) {
	for k := range into {
		into[k] = d.Centre[from+k] + d.Moved.At(from + k)[draw]
	}
}
