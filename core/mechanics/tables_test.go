package mechanics

import (
	"math"
	"math/rand/v2"
	"testing"

	"dunvel/core/trust"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// Published drag coefficients of long circular cylinders (Tritton, 1959, and
// Wieselsberger, 1921, as tabled in Schlichting, Boundary-Layer Theory).
func TestCylinderDragAgainstPublished(t *testing.T) {
	var off trust.Tally
	for _, tt := range []struct{ re, cd, within float64 }{
		{1, 10.5, 0.08}, {10, 2.9, 0.1}, {40, 1.6, 0.1}, {100, 1.4, 0.08}, {1000, 0.98, 0.05}, {10000, 1.15, 0.1},
	} {
		tallied(t, &off, "Cd", CylinderDrag(tt.re), tt.cd, tt.within)
	}
	off.Tell(t, "cylinders", 0.1)
}

func TestTablesAgreeWithFormulas(t *testing.T) {
	random := rand.New(rand.NewPCG(9, 10))
	for range 20000 {
		re := math.Pow(10, 9.2*random.Float64()-3.9)
		// Linear reading is off by at most f" h^2/8 = 0.89 * 1.89 / (8 * 64^2).
		cn, power := quickCylinderDrag(re)
		near(t, "drag coefficient", cn, CylinderDrag(re), 6e-5)
		// it only steers corrections
		near(t, "its power", power+1, 1+math.Log(CylinderDrag(1.01*re)/CylinderDrag(re/1.01))/(2*math.Log(1.01)), 0.2)
		x, p := math.Pow(10, -6*random.Float64()), random.Float64()
		near(t, "power", quickPower(x, p), math.Pow(x, p), 6e-5)
		theta, height := 2000*(random.Float64()-0.5), 400*random.Float64()
		// It is off by the third power of how far it is from an angle of the table, and a sixth: at most 2.5e-6.
		sin, cos := quickSincos(theta)
		near(t, "sine", 1+math.Abs(sin-math.Sin(theta)), 1, 3e-6)
		near(t, "cosine", 1+math.Abs(cos-math.Cos(theta)), 1, 3e-6)
		near(t, "exponential", quickExp(height), math.Exp(height), 2e-5)
		if t.Failed() {
			return
		}
	}
	for _, re := range []float64{0, -1, 1e-9, 1e9, math.NaN(), math.Inf(1)} {
		if v, _ := quickCylinderDrag(re); math.IsNaN(v) || v <= 0 {
			t.Errorf("drag coefficient %g at Re %g", v, re)
		}
	}
	near(t, "exponential of nothing", quickExp(0), 1, 1e-15)
	near(t, "power just under one", quickPower(1-1e-16, 1e-3), 1, 1e-5)
}

// The water goes with the current, and to and fro with the waves at the time of the stage.
func TestWavesGoOnTheCurrent(t *testing.T) {
	s := scene(0.3)
	s.Swell = water.WavesOver(water.Swell{Height: 0.8, Period: 6, Direction: 2, Phase: 1}, s.Bed.Depth)
	c := chain{scene: s}
	for _, p := range []r3.Vec{{X: 12, Y: 3, Z: -0.4}, {X: 3, Z: -19.5}, {X: -40, Y: 9, Z: 1}} {
		for c.clock = 0; c.clock < 9; c.clock += 1.3 {
			want := r3.Add(s.flowAt(p), s.Swell.At(p, c.clock))
			near(t, "off by", 1+r3.Norm(r3.Sub(c.flowAt(p), want)), 1, 2e-5)
		}
	}
	nowhere := math.NaN()
	if u := c.flowAt(r3.Vec{X: nowhere, Y: nowhere, Z: nowhere}); !math.IsNaN(u.X) {
		t.Errorf("nowhere it goes at %v", u)
	}
}
