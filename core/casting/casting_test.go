package casting

import (
	"math"
	"testing"

	"dunvel/core/tackle"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

func lure(t testing.TB, grams float64, form, material string) tackle.Lure {
	t.Helper()
	fluid, err := water.New("salt", 11)
	if err != nil {
		t.Fatal(err)
	}
	l, err := tackle.Assemble(
		tackle.Head{Mass: grams * 1e-3, Material: material, Shape: "ball", Hook: "3/0", Wire: "standard"},
		tackle.Bait{Form: form, Length: 0.1, Body: "plain"}, fluid)
	if err != nil {
		t.Fatal(err)
	}
	return l
}

func line(t testing.TB, diameter float64) tackle.Line {
	t.Helper()
	l, err := tackle.NewLine("braid", diameter)
	if err != nil {
		t.Fatal(err)
	}
	return l
}

var rod = Rod{Middle: 0.0175, Length: 2.1, TipHeight: 1.5, Effort: 1}

// Without drag it is the parabola from a height.
func TestParabola(t *testing.T) {
	l := tackle.Lure{Mass: 0.02}
	v := rod.LaunchSpeed(l.Mass)
	sin, cos := math.Sincos(35 * math.Pi / 180)
	want := v * cos / water.Gravity * (v*sin + math.Sqrt(v*v*sin*sin+2*water.Gravity*rod.TipHeight))
	thin := line(t, 0.02e-3)
	thin.Tangential = 0
	if got := rod.Distance(l, thin, r3.Vec{}); math.Abs(got-want) > 0.01 {
		t.Errorf("%g m, the parabola lands at %g m", got, want)
	}
	if v := rod.LaunchSpeed(1e-6); v != 38 {
		t.Errorf("a speck leaves at %g m/s", v)
	}
	if v := rod.LaunchSpeed(rod.Middle); math.Abs(v-28) > 1e-9 {
		t.Errorf("the middle of the window leaves at %g m/s", v)
	}
}

func TestWhatCarriesFar(t *testing.T) {
	thin := line(t, 0.15e-3)
	far := func(l tackle.Lure, line tackle.Line, wind r3.Vec) float64 { return rod.Distance(l, line, wind) }
	base := far(lure(t, 10.6, "paddle tail", "lead"), thin, r3.Vec{})
	if base < 20 || base > 70 {
		t.Errorf("10.6 g flies %g m", base)
	}
	for name, shorter := range map[string]float64{
		"lighter":  far(lure(t, 1.8, "paddle tail", "lead"), thin, r3.Vec{}),
		"bulkier":  far(lure(t, 10.6, "crab", "lead"), thin, r3.Vec{}),
		"glass":    far(lure(t, 10.6, "paddle tail", "glass"), thin, r3.Vec{}),
		"headwind": far(lure(t, 10.6, "paddle tail", "lead"), thin, r3.Vec{X: -8}),
		"thick":    far(lure(t, 10.6, "paddle tail", "lead"), line(t, 0.4e-3), r3.Vec{}),
	} {
		if shorter >= base {
			t.Errorf("%s flies %g m, not less than %g m", name, shorter, base)
		}
	}
	for name, longer := range map[string]float64{
		"straight tail": far(lure(t, 10.6, "straight worm", "lead"), thin, r3.Vec{}),
		"tungsten":      far(lure(t, 10.6, "paddle tail", "tungsten"), thin, r3.Vec{}),
		"tailwind":      far(lure(t, 10.6, "paddle tail", "lead"), thin, r3.Vec{X: 8}),
	} {
		if longer <= base {
			t.Errorf("%s flies %g m, not more than %g m", name, longer, base)
		}
	}
}

// One measured cast gives back the effort it was made with, and one that no
// hand makes is not taken.
func TestFit(t *testing.T) {
	l, braid := lure(t, 7.1, "slim minnow", "lead"), line(t, 0.18e-3)
	strong := rod
	strong.Effort = 0.6
	effort, ok := rod.Fit(l, braid, strong.Distance(l, braid, r3.Vec{}))
	if !ok || math.Abs(effort-0.6) > 0.01 {
		t.Errorf("effort %g, %v", effort, ok)
	}
	if _, ok := rod.Fit(l, braid, 140); ok {
		t.Error("7 g went 140 m")
	}
	if _, ok := rod.Fit(l, braid, 0.5); ok {
		t.Error("7 g went half a metre")
	}
}

func BenchmarkDistance(b *testing.B) {
	l, braid := lure(b, 7.1, "slim minnow", "lead"), line(b, 0.18e-3)
	for b.Loop() {
		rod.Distance(l, braid, r3.Vec{X: -3})
	}
}
