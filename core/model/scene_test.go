package model

import (
	"math"
	"testing"

	"gonum.org/v1/gonum/spatial/r3"

	"dunvel/core/catalogue"
	"dunvel/core/setup"
	"dunvel/core/water"
)

func TestDrift(t *testing.T) {
	s := setup.Default()
	s.Flow, s.Wind = setup.Flow{Speed: 0.3, Direction: 180}, setup.Wind{Speed: 5, Direction: 90}
	if Drift(s) != (r3.Vec{}) {
		t.Error("a held boat drifts")
	}
	s.Boat.Kind = "skiff"
	if d := Drift(s); math.Abs(d.X+0.3) > 1e-12 || math.Abs(d.Y-0.15) > 1e-12 {
		t.Errorf("current and wind make %+v", d)
	}
	s.Boat = setup.Boat{Kind: "drogue", Measured: true, Speed: 0.1, Direction: 270}
	if d := Drift(s); math.Abs(d.X) > 1e-12 || math.Abs(d.Y+0.1) > 1e-12 {
		t.Errorf("measured %+v", d)
	}
}

func TestSceneAndGait(t *testing.T) {
	s := setup.Default()
	s.Water.SplashDepth, s.Cast = 14, setup.Cast{Distance: 20, Drag: 0.2}
	s.Flow = setup.Flow{Speed: 0.4, Direction: 90}
	scene, err := Scene(s)
	if err != nil {
		t.Fatal(err)
	}
	if math.Abs(scene.Bed.DepthAt(20)-14) > 1e-12 || math.Abs(scene.Bed.DepthAt(0)-18) > 1e-12 {
		t.Errorf("bed %+v", scene.Bed)
	}
	if math.Abs(scene.Current.Surface.Y-0.4) > 1e-12 || math.Abs(scene.Current.Surface.X) > 1e-12 {
		t.Errorf("current %+v", scene.Current)
	}
	if g := Gait(s); math.Abs(g.Velocity.X+0.2) > 1e-12 {
		t.Errorf("dragged towards the rod: %+v", g)
	}
	s.Swell = setup.Swell{Height: 1, Period: 7}
	swollen, err := Scene(s)
	if err != nil || swollen.Current != scene.Current || swollen.Swell.Period() != 7 {
		t.Errorf("swell beside the current: %+v %v", swollen, err)
	}
	s.Rod.Spool = "revolving"
	if a, b := Splash(s).SpoolDrag, Splash(setup.Default()).SpoolDrag; !(a > b) {
		t.Errorf("a revolving spool holds with %g N, a fixed one with %g N", a, b)
	}
	s.Cast.Distance, s.Cast.Drag, s.Water.SplashDepth = 0, 0, 0
	if g := Gait(s); math.Abs(g.Pull.Y+1) > 1e-12 {
		t.Errorf("dropped, it is pulled upstream: %+v", g)
	}
}

func TestRigOfASetup(t *testing.T) {
	s := setup.Default()
	fluid, err := water.New("salt", 11)
	if err != nil {
		t.Fatal(err)
	}
	light, _, err := Rig(s, 0.0035, fluid)
	if err != nil {
		t.Fatal(err)
	}
	heavy, lure, err := Rig(s, 0.0142, fluid)
	if err != nil || !(heavy.Weight() > light.Weight()) || heavy.LeaderLength != 2 || lure.Mass <= 0.0142 {
		t.Errorf("%+v %v", heavy, err)
	}
	s.Line.Material = "string"
	if _, _, err := Rig(s, 0.01, fluid); err == nil {
		t.Error("a line of string was taken")
	}
}

// Directions are in degrees on the page and in rad below it; from the shore a swell of which
// nothing is said comes in.
func TestWaves(t *testing.T) {
	s := setup.Default()
	s.Swell, s.Water.Depth, s.Water.SplashDepth = setup.Swell{Height: 1, Period: 7}, 12, 8
	want := func(direction float64) water.Waves {
		return water.WavesOver(water.Swell{Height: 1, Period: 7, Direction: direction, Phase: 0.5}, 10)
	}
	if got := Waves(s, 0.5); got != want(0) {
		t.Errorf("along the cast: %+v", got)
	}
	if s.Swell.Direction = 90; Waves(s, 0.5) != want(math.Pi/2) {
		t.Errorf("to the left: %+v", Waves(s, 0.5))
	}
	s.Boat.Kind, s.Swell.Direction = catalogue.Bank, 0
	if got := Waves(s, 0.5); got != want(math.Pi) {
		t.Errorf("onto the shore: %+v", got)
	}
	if s.Swell.Direction = 90; Waves(s, 0.5) != want(math.Pi/2) {
		t.Errorf("along the shore: %+v", Waves(s, 0.5))
	}
}

// The direction of a velocity is from 0 up to 360 degrees.
func TestAgainst(t *testing.T) {
	for degrees, v := range map[float64]r3.Vec{0: {X: 2}, 90: {Y: 1}, 180: {X: -1}, 225: {X: -1, Y: -1}, 270: {Y: -3}} {
		if got := Against(v); math.Abs(got-degrees) > 1e-9 {
			t.Errorf("%+v: %g degrees, not %g", v, got, degrees)
		}
	}
}

// A rig that was cast is pulled to the rod; one that was dropped where nothing flows is
// pulled nowhere.
func TestPull(t *testing.T) {
	s := setup.Default()
	s.Cast = setup.Cast{Distance: 20}
	if got := Gait(s).Pull; got != (r3.Vec{X: -1}) {
		t.Errorf("cast: %+v", got)
	}
	if s.Cast, s.Flow.Speed = (setup.Cast{}), 0; Gait(s).Pull != (r3.Vec{}) {
		t.Errorf("dropped in still water: %+v", Gait(s).Pull)
	}
}
