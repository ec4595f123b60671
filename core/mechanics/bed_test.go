package mechanics

import (
	"math"
	"testing"

	"gonum.org/v1/gonum/spatial/r3"
)

// What comes to the bed is taken up without a bounce: sunk in as far as its weight sinks
// it, the bed pushes back by its weight's stiffness and is damped critically, and pulls
// at nothing that leaves it.
func TestBedTakesUpTheBlow(t *testing.T) {
	s := scene(0)
	const weight, mass = 0.1, 0.02
	m := newSim(s, falling(jig(t, weight, 0.13e-3), 0), Detail{}, usual)
	if !m.begin() {
		t.Fatal("it does not begin")
	}
	m.solving = solving{diagonal: make([]block, 1), force: make([]r3.Vec, 1)}
	stage := &stage{tau: 0.01, base: make([]r3.Vec, 1), from: make([]r3.Vec, 1)}
	push := func(depth, up float64) float64 {
		m.push[0] = 0
		m.loadBed(stage, 0, r3.Vec{Z: -s.Bed.Depth - depth}, r3.Vec{Z: up}, mass)
		return m.push[0]
	}
	stiff := weight / bedSink
	// Deep in, a millimetre more is the weight more.
	if got := push(3*bedSink, 0) - push(2*bedSink, 0); math.Abs(got-weight) > 1e-9 {
		t.Errorf("a depth of 1 mm more pushes by %g N more, not %g", got, weight)
	}
	critical := 2 * math.Sqrt(stiff*mass)
	if got := (push(2*bedSink, -0.1) - push(2*bedSink, 0)) / 0.1; math.Abs(got-critical) > 1e-6*critical {
		t.Errorf("damped by %g N s/m, not %g", got, critical)
	}
	if got := push(2*bedSink, 10); got != 0 {
		t.Errorf("what leaves it is held by %g N", got)
	}
	// Both set in gently: half way in, half the damping.
	if got := (push(bedSink/2, -0.1) - push(bedSink/2, 0)) / 0.1; math.Abs(got-critical/2) > 1e-6*critical {
		t.Errorf("half way in it is damped by %g N s/m, not %g", got, critical/2)
	}
}
