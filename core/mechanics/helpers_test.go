package mechanics

import (
	"math"
	"testing"

	"dunvel/core/rig"
	"dunvel/core/tackle"
	"dunvel/core/trust"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

var salt = water.Fluid{Density: 1026, Viscosity: 1.19e-6}

func line(t testing.TB, material string, diameter float64) tackle.Line {
	t.Helper()
	l, err := tackle.NewLine(material, diameter)
	if err != nil {
		t.Fatal(err)
	}
	return l
}

// jig is a lure of weight newtons with the drag areas of a 90 mm bait.
func jig(t testing.TB, weight, diameter float64) *rig.Rig {
	t.Helper()
	return withBodies(t, diameter, rig.Body{WeightInWater: weight, TowArea: 4e-4, FallArea: 9e-4, Mass: 0.01})
}

func withBodies(t testing.TB, diameter float64, bodies ...rig.Body) *rig.Rig {
	t.Helper()
	r, err := rig.New(bodies, line(t, "fluorocarbon", 0.3e-3), 2, line(t, "braid", diameter))
	if err != nil {
		t.Fatal(err)
	}
	return &r
}

// scene is 20 m of salt water with a surface current along x.
func scene(current float64) *Scene {
	return &Scene{
		Water:   salt,
		Current: water.Current{Surface: r3.Vec{X: current}, Exponent: 1.0 / 7},
		Bed:     water.Bed{Depth: 20, Friction: 0.5}, TipHeight: 1.5,
	}
}

// tallied is near, which also takes the case to a tally.
func tallied(t *testing.T, of *trust.Tally, what string, got, want, relative float64) {
	t.Helper()
	of.Relative(got, want)
	near(t, what, got, want, relative)
}

func near(t *testing.T, what string, got, want, relative float64) {
	t.Helper()
	if !(math.Abs(got-want) <= relative*math.Abs(want)) {
		t.Errorf("%s: got %g, want %g within %g %%", what, got, want, 100*relative)
	}
}
