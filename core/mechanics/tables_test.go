package mechanics

import (
	"math"
	"math/rand/v2"
	"testing"

	"dunvel/core/trust"
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
		if t.Failed() {
			return
		}
	}
	for _, re := range []float64{0, -1, 1e-9, 1e9, math.NaN(), math.Inf(1)} {
		if v, _ := quickCylinderDrag(re); math.IsNaN(v) || v <= 0 {
			t.Errorf("drag coefficient %g at Re %g", v, re)
		}
	}
	near(t, "power just under one", quickPower(1-1e-16, 1e-3), 1, 1e-5)
}
