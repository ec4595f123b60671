package setup

import (
	"errors"
	"math"
	"strings"
	"testing"

	"dunvel/core/units"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// refused returns what Validate says, and fails if it says nothing.
func refused(t *testing.T, s Setup, choice units.Choice) Errors {
	t.Helper()
	var errs Errors
	if err := s.Validate(choice); !errors.As(err, &errs) {
		t.Fatalf("taken: %v", err)
	}
	return errs
}

func TestDefaultIsValid(t *testing.T) {
	if err := Default().Validate(nil); err != nil {
		t.Error(err)
	}
	if got := len(Ladder()); got != 14 {
		t.Errorf("%d heads", got)
	}
}

// Every number is refused just outside its limits and where it is no number,
// and every choice where it is not on its list.
func TestEveryFieldHasItsLimits(t *testing.T) {
	for _, f := range fields {
		if f.choice != nil {
			s := Default()
			*f.choice(&s) = "nonsense"
			if errs := refused(t, s, nil); errs[0].Field != f.Path || !strings.Contains(errs[0].Message, "“nonsense” is not one of") {
				t.Errorf("%s: %v", f.Path, errs)
			}
			continue
		}
		span := f.Max - f.Min
		for _, bad := range []float64{f.Min - 0.01*span, f.Max + 0.01*span, math.NaN(), math.Inf(1)} {
			s := Default()
			*f.number(&s) = bad
			errs := refused(t, s, nil)
			if errs[0].Field != f.Path || !strings.Contains(errs[0].Message, f.Label) {
				t.Errorf("%s = %g: %v", f.Path, bad, errs)
			}
			if f.Check(bad, nil) == "" {
				t.Errorf("%s: %g passes", f.Path, bad)
			}
		}
		if f.Check(f.Min, nil) != "" || f.Check(f.Max, nil) != "" {
			t.Errorf("%s: its own limits are refused", f.Path)
		}
	}
}

func TestMessagesAreInTheUnitsAskedFor(t *testing.T) {
	s := Default()
	s.Water.Depth = 500
	if errs := refused(t, s, units.Choice{"depth": "ft"}); !strings.Contains(errs[0].Message, "656 ft") {
		t.Errorf("%v", errs)
	}
}

func TestFieldsThatClash(t *testing.T) {
	for _, tt := range []struct {
		field, words string
		change       func(*Setup)
	}{
		{"target.depth", "is below the bed at 18 m", func(s *Setup) { s.Target.Depth = 19 }},
		{"water.splashDepth", "with no cast", func(s *Setup) { s.Cast.Distance, s.Water.SplashDepth = 0, 10 }},
		{"water.splashDepth", "steeper than 45°", func(s *Setup) { s.Cast.Distance, s.Water.SplashDepth = 5, 10 }},
		{"water.splashDepth", "or 0 for level", func(s *Setup) { s.Water.SplashDepth = 0.1 }},
		{"flow.nearBed", "must be slower", func(s *Setup) { s.Flow.Speed, s.Flow.NearBed = 0.2, 0.4 }},
		{"flow.nearBed", "only 0.8 m deep", func(s *Setup) { s.Water.Depth, s.Flow.Speed, s.Flow.NearBed = 0.8, 0.2, 0.1 }},
		{"rod.lineOnSpool", "15 m does not reach a cast of 20 m", func(s *Setup) { s.Rod.LineOnSpool = 15 }},
		{"heads", "give 1 to 40 weights", func(s *Setup) { s.Heads = nil }},
		{"heads", "not 41", func(s *Setup) { s.Heads = make([]float64, 41) }},
		{"heads.0", "Head:", func(s *Setup) { s.Heads = []float64{-0.001} }},
	} {
		s := Default()
		tt.change(&s)
		if errs := refused(t, s, nil); errs[0].Field != tt.field || !strings.Contains(errs[0].Message, tt.words) {
			t.Errorf("want %s %q: %v", tt.field, tt.words, errs)
		}
	}
}

func TestDrift(t *testing.T) {
	s := Default()
	s.Flow, s.Wind = Flow{Speed: 0.3, Direction: 180}, Wind{Speed: 5, Direction: 90}
	if s.Drift() != (r3.Vec{}) {
		t.Error("a held boat drifts")
	}
	s.Boat.Kind = "skiff"
	if d := s.Drift(); math.Abs(d.X+0.3) > 1e-12 || math.Abs(d.Y-0.15) > 1e-12 {
		t.Errorf("current and wind make %+v", d)
	}
	s.Boat = Boat{Kind: "drogue", Measured: true, Speed: 0.1, Direction: 270}
	if d := s.Drift(); math.Abs(d.X) > 1e-12 || math.Abs(d.Y+0.1) > 1e-12 {
		t.Errorf("measured %+v", d)
	}
}

func TestSceneAndGait(t *testing.T) {
	s := Default()
	s.Water.SplashDepth, s.Cast = 14, Cast{Distance: 20, Drag: 0.2}
	s.Flow = Flow{Speed: 0.4, Direction: 90}
	scene, err := s.Scene()
	if err != nil {
		t.Fatal(err)
	}
	if math.Abs(scene.Bed.DepthAt(20)-14) > 1e-12 || math.Abs(scene.Bed.DepthAt(0)-18) > 1e-12 {
		t.Errorf("bed %+v", scene.Bed)
	}
	if math.Abs(scene.Current.Surface.Y-0.4) > 1e-12 || math.Abs(scene.Current.Surface.X) > 1e-12 {
		t.Errorf("current %+v", scene.Current)
	}
	if g := s.Gait(); math.Abs(g.Velocity.X+0.2) > 1e-12 {
		t.Errorf("dragged towards the rod: %+v", g)
	}
	s.Swell = Swell{Height: 1, Period: 7}
	swollen, err := s.Scene()
	if err != nil || swollen.Current != scene.Current || swollen.Swell.Period() != 7 {
		t.Errorf("swell beside the current: %+v %v", swollen, err)
	}
	s.Rod.Spool = "revolving"
	if a, b := s.Splash().SpoolDrag, Default().Splash().SpoolDrag; !(a > b) {
		t.Errorf("a revolving spool holds with %g N, a fixed one with %g N", a, b)
	}
	s.Cast.Distance, s.Cast.Drag, s.Water.SplashDepth = 0, 0, 0
	if g := s.Gait(); math.Abs(g.Pull.Y+1) > 1e-12 {
		t.Errorf("dropped, it is pulled upstream: %+v", g)
	}
}

func TestRigOfASetup(t *testing.T) {
	s := Default()
	fluid, err := water.New("salt", 11)
	if err != nil {
		t.Fatal(err)
	}
	light, _, err := s.Rig(0.0035, fluid)
	if err != nil {
		t.Fatal(err)
	}
	heavy, lure, err := s.Rig(0.0142, fluid)
	if err != nil || !(heavy.Weight() > light.Weight()) || heavy.LeaderLength != 2 || lure.Mass <= 0.0142 {
		t.Errorf("%+v %v", heavy, err)
	}
	s.Line.Material = "string"
	if _, _, err := s.Rig(0.01, fluid); err == nil {
		t.Error("a line of string was taken")
	}
}
