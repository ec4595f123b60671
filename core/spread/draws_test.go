package spread

import (
	"math"
	"slices"
	"testing"
)

// read are the readings of a centre at points and their mirror images, in that order.
func read(points [][]float64, centre []float64, shifts []Shift) (out [][]float64) {
	for r := range Draw(points).Readings(centre, shifts) {
		out = append(out, slices.Clone(r))
	}
	return out
}

// A parabola is read as it is within Reach, and goes on straight; the mirror image of a point is the same with all
// unknowns the other way.
func TestReadings(t *testing.T) {
	f := func(z float64) float64 { return 2 + 0.5*z + 0.3*z*z }
	s := []Shift{{[]float64{f(Reach) - 2}, []float64{f(-Reach) - 2}}, {Up: []float64{-1}}, {}}
	up, down := 0.5+0.6*Reach, 0.5-0.6*Reach
	for _, tt := range []struct{ first, second, want, mirrored float64 }{
		{-Reach, 0, f(-Reach), f(Reach)}, {-0.7, 0, f(-0.7), f(0.7)}, {0, 0, 2, 2},
		{Reach, 0, f(Reach), f(-Reach)}, {0, 2 * Reach, 0, 4}, {0.3, -Reach, f(0.3) + 1, f(-0.3) - 1},
		{3, 0, f(Reach) + up*(3-Reach), f(-Reach) - down*(3-Reach)},
	} {
		got := read([][]float64{{tt.first, tt.second, 9}, {0, 0, 0}}, []float64{2}, s)
		if len(got) != 4 || math.Abs(got[0][0]-tt.want) > 1e-9 || math.Abs(got[1][0]-tt.mirrored) > 1e-9 ||
			got[2][0] != 2 || got[3][0] != 2 {
			t.Errorf("%v at %g and %g, not %g, %g, 2 and 2", got, tt.first, tt.second, tt.want, tt.mirrored)
		}
	}
}

// What shifts do, worked out once, gives the same readings of any centre.
func TestMoved(t *testing.T) {
	s := []Shift{{[]float64{1, 0.25}, []float64{-0.5, 3}}, {Up: []float64{-1, 2}}, {}}
	points := [][]float64{{0.3, -1, 9}, {-2, 0.7, 9}}
	moved := Draw(points).Moved(s, 2)
	for _, centre := range [][]float64{{2, 5}, {-1, 0}} {
		var got [][]float64
		for r := range moved.Readings(centre) {
			got = append(got, slices.Clone(r))
		}
		if want := read(points, centre, s); len(got) != 4 || !slices.EqualFunc(got, want, slices.Equal) {
			t.Errorf("%v, not %v", got, want)
		}
		for range moved.Readings(centre) { // who has seen enough may stop
			break
		}
	}
}

// Every draw has a reading of its own, of as many places; one without unknowns is the centre. Who has seen enough
// may stop.
func TestReadingsOfPlaces(t *testing.T) {
	s := []Shift{{Up: []float64{Reach, 0, 2 * Reach}}}
	if got := read([][]float64{{1}}, []float64{10, 20, 30}, s); !slices.EqualFunc(got,
		[][]float64{{11, 20, 32}, {9, 20, 28}}, slices.Equal) {
		t.Errorf("%v", got)
	}
	if got := read([][]float64{nil}, []float64{10, 20}, nil); !slices.EqualFunc(got,
		[][]float64{{10, 20}, {10, 20}}, slices.Equal) {
		t.Errorf("as taken it is %v", got)
	}
	for enough := 1; enough < 4; enough++ {
		seen := 0
		for range Draw([][]float64{{1}, {2}}).Readings([]float64{0, 0, 0}, s) {
			if seen++; seen == enough {
				break
			}
		}
		if seen != enough {
			t.Errorf("%d were seen", seen)
		}
	}
}
