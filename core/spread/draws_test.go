package spread

import (
	"math"
	"slices"
	"testing"
)

// A parabola is read as it is within Reach, and goes on straight.
func TestReadings(t *testing.T) {
	f := func(z float64) float64 { return 2 + 0.5*z + 0.3*z*z }
	s := []Shift{{[]float64{f(Reach) - 2}, []float64{f(-Reach) - 2}}, {Up: []float64{-1}}, {}}
	slope := 0.5 + 0.6*Reach
	for _, tt := range []struct{ first, second, want float64 }{
		{-Reach, 0, f(-Reach)}, {-0.7, 0, f(-0.7)}, {0, 0, 2}, {0.3, 0, f(0.3)}, {Reach, 0, f(Reach)},
		{0, 2 * Reach, 0}, {3, 0, f(Reach) + slope*(3-Reach)}, {0.3, -Reach, f(0.3) + 1},
	} {
		d := Draw([][]float64{{tt.first, tt.second, 9}, {0, 0, 0}})
		r := d.Readings([]float64{2}, s)
		if got := r.At(0); math.Abs(got[0]-tt.want) > 1e-9 || got[1] != 2 || d.Count() != 2 {
			t.Errorf("%v at %g and %g, not %g and 2", got, tt.first, tt.second, tt.want)
		}
		r.Done()
	}
}

// Every draw has a reading of its own, of as many places, also in room that was used before; one without
// unknowns is the centre.
func TestReadingsOf(t *testing.T) {
	s := []Shift{{Up: []float64{Reach, 0, 2 * Reach}}}
	for range 2 {
		r := Draw([][]float64{{1}, {-1}}).Readings([]float64{10, 20, 30}, s)
		if got := r.Of(0, nil); !slices.Equal(got, []float64{11, 20, 32}) {
			t.Errorf("%v", got)
		}
		if got := r.Of(1, make([]float64, 7)); !slices.Equal(got, []float64{9, 20, 28}) {
			t.Errorf("%v", got)
		}
		r.Done()
		r = Draw([][]float64{nil}).Readings([]float64{10, 20}, nil)
		if got := r.Of(0, nil); !slices.Equal(got, []float64{10, 20}) {
			t.Errorf("as taken it is %v", got)
		}
		r.Done()
	}
}
