package demo

import (
	"math"
	"testing"
	"time"

	"dunvel/core/boat"

	"gonum.org/v1/gonum/spatial/r3"
)

// The made-up boat drifts with its tide, which turns, over a bed that shelves, and its
// instruments find it: within what their noise leaves.
func TestBoat(t *testing.T) {
	start := time.Date(2026, 11, 26, 7, 0, 0, 0, time.UTC)
	b := NewBoat(start, 1)
	var n boat.Instruments
	n.Join("boat", boat.Offsets{})
	steady, back, ways, stale := 0, 0, map[bool]int{}, 0
	shallow, deep := math.Inf(1), 0.0
	for i := range 8 * 3600 {
		at := start.Add(time.Duration(i) * time.Second)
		for _, s := range b.Next() {
			readings, known := s.Readings()
			if !known {
				t.Fatalf("%s is not read", s)
			}
			for _, r := range readings {
				n.Take(0, r, at)
			}
		}
		s := n.State(at)
		if i < 60 {
			continue
		}
		if s.Drift.Value > 2.5 {
			back++
			continue
		}
		ways[s.Current.Course > 90 && s.Current.Course < 270]++
		if speed := r3.Norm(b.current); speed > 0.1 && math.Abs(s.Current.Value-speed) < 0.05 &&
			s.Depth.Quality == boat.Steady {
			steady++
		}
		if s.Depth.Quality == boat.Stale {
			stale++
		}
		shallow, deep = min(shallow, s.Depth.Value), max(deep, s.Depth.Value)
		latitude, longitude := b.Position()
		if math.Abs(s.Place.Latitude-latitude) > 1e-4 || math.Abs(s.Place.Longitude-longitude) > 1e-4 {
			t.Fatalf("%+v, not %g %g", s.Place, latitude, longitude)
		}
		if s.Wind.Value < 0.5 || s.Wind.Value > 6 || math.Abs(math.Remainder(s.Wind.Course-70, 360)) > 25 {
			t.Fatalf("wind %+v after %d s", s.Wind, i)
		}
	}
	if back == 0 || ways[true] < 3600 || ways[false] < 3600 || steady < 3*3600 || stale == 0 ||
		shallow > 20 || deep < 24 {
		t.Errorf("back %d s, tide %v, steady %d s, stale %d s, %g to %g m", back, ways, steady, stale, shallow, deep)
	}
	if got, again := NewBoat(start, 1).Next()[0].String(), NewBoat(start, 1).Next()[0].String(); got != again {
		t.Errorf("%s and %s", got, again)
	}
}
