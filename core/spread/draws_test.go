package spread

import (
	"math"
	"slices"
	"sync"
	"testing"
)

// A parabola is read as it is within Reach, and goes on straight; the mirror image of a point is the same with all
// unknowns the other way.
func TestMoved(t *testing.T) {
	f := func(z float64) float64 { return 2 + 0.5*z + 0.3*z*z }
	s := []Shift{{[]float64{f(Reach) - 2}, []float64{f(-Reach) - 2}}, {Up: []float64{-1}}, {}}
	up, down := 0.5+0.6*Reach, 0.5-0.6*Reach
	for _, tt := range []struct{ first, second, want, mirrored float64 }{
		{-Reach, 0, f(-Reach), f(Reach)}, {-0.7, 0, f(-0.7), f(0.7)}, {0, 0, 2, 2},
		{Reach, 0, f(Reach), f(-Reach)}, {0, 2 * Reach, 0, 4}, {0.3, -Reach, f(0.3) + 1, f(-0.3) - 1},
		{3, 0, f(Reach) + up*(3-Reach), f(-Reach) - down*(3-Reach)},
	} {
		got := Draw([][]float64{{tt.first, tt.second, 9}, {0, 0, 0}}).Moved(s).At(0)
		if len(got) != 4 || math.Abs(2+got[0]-tt.want) > 1e-9 || math.Abs(2+got[2]-tt.mirrored) > 1e-9 ||
			got[1] != 0 || got[3] != 0 {
			t.Errorf("%v at %g and %g, not %g, 0, %g and 0 over 2", got, tt.first, tt.second, tt.want, tt.mirrored)
		}
	}
}

// Each number is moved by what the shifts have at its place; one that they do not have by nothing. Where all is as
// taken nothing is moved.
func TestMovedAt(t *testing.T) {
	moved := Draw([][]float64{{Reach}, {2 * Reach}}).Moved([]Shift{{Up: []float64{1, 0, 2}}})
	for number, want := range [][]float64{{1, 2, -1, -2}, {0, 0, 0, 0}, {2, 4, -2, -4}, {0, 0, 0, 0}} {
		if got := moved.At(number); !slices.Equal(got, want) || len(got) != moved.Count() {
			t.Errorf("number %d moves by %v, not %v", number, got, want)
		}
		if least, most := moved.Within(number); least != slices.Min(want) || most != slices.Max(want) {
			t.Errorf("number %d moves by %g to %g, not as in %v", number, least, most, want)
		}
	}
	if got := Draw([][]float64{nil}).Moved(nil).At(3); !slices.Equal(got, []float64{0, 0}) {
		t.Errorf("as taken it moves by %v", got)
	}
}

// It is worked out once, whoever asks first.
func TestMovedForSeveral(t *testing.T) {
	moved := Draw(Sample(64, 2)).Moved([]Shift{{[]float64{1, 0.25}, []float64{-0.5, 3}}, {Up: []float64{-1, 2}}})
	var group sync.WaitGroup
	got := make([]*float64, 8)
	for i := range got {
		group.Go(func() { got[i] = &moved.At(i % 2)[0] })
	}
	group.Wait()
	for i := range got {
		if got[i] != got[i%2] {
			t.Errorf("asked the %d. time another is given", i+1)
		}
	}
}
