package mechanics

import (
	"math"
	"testing"

	"gonum.org/v1/gonum/spatial/r3"
)

// Figures of falls solved by an independent explicit solver that keeps
// inertia: touch time and line out. The estimate is held to what it is good
// for: 5 % in time and 12 % in line out on an open bail without wind.
func TestEstimateAgainstWorkedFalls(t *testing.T) {
	tests := []struct {
		name                             string
		depth, current, drift, tip, cast float64
		leaderLength, leader, main       float64
		weight, tow, fall, spool, rho    float64
		touch, lineOut                   float64
	}{
		{"still, plumb, deep", 16.45, 0, 0, 1.272, 0, 1.342, 0.3556e-3, 0.1172e-3, 0.02018, 0.0004721, 0.000504, 0.007959, 1025, 77.592, 17.72},
		{"current, long cast", 16.24, 0.1223, 0, 2.689, 21.32, 0.9123, 0.2406e-3, 0.1579e-3, 0.05233, 0.0003798, 0.001142, 0.005776, 998.5, 58.897, 38.19},
		{"drift, shallow", 3.965, 0.06005, 0.07456, 1.824, 25.6, 1.369, 0.3319e-3, 0.2847e-3, 0.03582, 0.0003825, 0.0004532, 0.004618, 1025, 11.657, 27.73},
	}
	for _, tt := range tests {
		r := jig(t, tt.weight, tt.main)
		r.Bodies[0].TowArea, r.Bodies[0].FallArea = tt.tow, tt.fall
		r.Leader.Diameter, r.LeaderLength = tt.leader, tt.leaderLength
		s := scene(tt.current)
		s.Water.Density, s.Bed.Depth, s.TipHeight = tt.rho, tt.depth, tt.tip
		f := s.EstimateFall(r, Cast{Distance: tt.cast, SpoolDrag: tt.spool, Drift: r3.Vec{X: tt.drift}}, 0)
		near(t, tt.name+": time", f.Time, tt.touch, 0.05)
		near(t, tt.name+": line out", f.LineOut, tt.lineOut, 0.12)
	}
}

func TestEstimateFall(t *testing.T) {
	s := scene(0.2)
	cast := Cast{Distance: 20, SpoolDrag: 0.005}
	light, heavy := s.EstimateFall(jig(t, 0.05, 0.18e-3), cast, 0), s.EstimateFall(jig(t, 0.1, 0.18e-3), cast, 0)
	if !(heavy.Time < light.Time && heavy.Landing.X < light.Landing.X && light.Landing.X > 20) {
		t.Errorf("heavier must be sooner and nearer: %+v, %+v", light.Landing, heavy.Landing)
	}
	if thick := s.EstimateFall(jig(t, 0.05, 0.36e-3), cast, 0); !(thick.Time > light.Time) {
		t.Errorf("thicker line: %g s against %g s", thick.Time, light.Time)
	}
	half := s.EstimateFall(jig(t, 0.05, 0.18e-3), cast, 10)
	near(t, "depth asked for", half.Landing.Z, -10, 1e-9)
	s.Bed.Slope = 0.1
	onSlope := s.EstimateFall(jig(t, 0.05, 0.18e-3), cast, 0)
	near(t, "lands on the slope", onSlope.Landing.Z, -s.Bed.DepthAt(onSlope.Landing.X), 1e-3)
	for i := 1; i < len(light.Path); i++ {
		if !(light.Path[i].Time > light.Path[i-1].Time && light.Path[i].At.Z < light.Path[i-1].At.Z) {
			t.Fatalf("path stops at %+v", light.Path[i])
		}
	}
	if got := s.EstimateFall(jig(t, 0.004, 0.18e-3), cast, 0).Outcome; got != HeldUp {
		t.Errorf("too light for the spool: %s", got)
	}
	if got := s.EstimateFall(jig(t, -0.004, 0.18e-3), cast, 0).Outcome; got != Floats {
		t.Errorf("floating: %s", got)
	}
	s.Bed.Slope = -1
	if got := s.EstimateFall(jig(t, 0.05, 0.18e-3), Cast{Distance: 30}, 0).Outcome; got != NoWater {
		t.Errorf("cast on land: %s", got)
	}
	if math.IsNaN(light.Speed) {
		t.Error("no speed")
	}
}
