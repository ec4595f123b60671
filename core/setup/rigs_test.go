package setup

import (
	"errors"
	"math"
	"testing"

	"dunvel/core/catalogue"
	"dunvel/core/input"
	"dunvel/core/rigging"
)

// faults are what is wrong with a setup, by field.
func faults(s Setup) (fields []string, words string) {
	var all input.Errors
	if err := s.Validate(nil); errors.As(err, &all) {
		for _, f := range all {
			fields = append(fields, f.Field)
		}
		words = all.Error()
	}
	return fields, words
}

// A rig of one's own is told what is wrong with it before how it fits into the water, and one
// that is right fits or does not by its highest part.
func TestRigsInTheWater(t *testing.T) {
	own := func(at float64) Setup {
		s := Default()
		s.Water.Depth, s.Rigging.Kind, s.Approach.Kind = 6, rigging.OwnRig, SlowFall
		s.Rigging.Parts = []rigging.Part{{What: "head"}, {What: "hook", At: at}}
		return s
	}
	bad := own(8)
	bad.Rigging.Parts[1].Mass = 1e-3
	apart := Default()
	apart.Water.Depth, apart.Rigging.Kind, apart.Rigging.Apart = 6, rigging.DropShot, 6
	stop := Default()
	stop.Water.Depth, stop.Rigging.Kind, stop.Rigging.Stop, stop.Rigging.Carries = 6, rigging.FixedFloat, 6, 5e-3
	for _, c := range []struct {
		s            Setup
		field, words string
	}{
		{bad, "rig.parts.1.mass", "Rig: a hook has no weight to be given, and 1 g is; leave it empty."},
		{own(6), "rig.parts", "Rig: 6 m does not fit into water 6 m deep."},
		{own(5.99), "", ""},
		{apart, "rig.apart", "Between the two: 6 m does not fit into water 6 m deep."},
		{stop, "rig.stop", "Stop: 6 m is below the bed at 6 m; the bait would lie on it and the float."},
	} {
		got, words := faults(c.s)
		if c.field == "" && got != nil || c.field != "" && (len(got) != 1 || got[0] != c.field || words != c.words) {
			t.Errorf("%v %q, not %s %q", got, words, c.field, c.words)
		}
	}
	apart.Rigging.Apart = 5.99
	if stop.Rigging.Stop = 5.99; apart.Validate(nil) != nil || stop.Validate(nil) != nil {
		t.Errorf("%v, %v", apart.Validate(nil), stop.Validate(nil))
	}
}

// Where it is deeper under the rod it is as much deeper where the cast lands, within what water may be.
func TestAtDepth(t *testing.T) {
	s := Default()
	s.Water.Depth = 10
	if got := s.AtDepth(7); got.Water.Depth != 7 || got.Water.SplashDepth != 0 || got.DepthAtSplash() != 7 {
		t.Errorf("level: %+v", got.Water)
	}
	s.Water.SplashDepth = 4
	for depth, want := range map[float64]float64{13: 7, 8: 2, 6: LookupField("water.depth").Min,
		1e4: LookupField("water.splashDepth").Max} {
		if got := s.AtDepth(depth); got.Water.Depth != depth || got.Water.SplashDepth != want {
			t.Errorf("%g m: %g m at the splash, not %g", depth, got.Water.SplashDepth, want)
		}
	}
}

// A line is as thick as it says, or as many times that as falls have it, within what lines are.
func TestWidth(t *testing.T) {
	for thicker, want := range map[float64]float64{0: 0.2e-3, 1.25: 0.25e-3, 20: 2e-3, 0.05: 0.02e-3} {
		if got := (Line{Diameter: 0.2e-3, Thicker: thicker}).Width(); math.Abs(got-want) > 1e-12 {
			t.Errorf("%g times: %g m, not %g", thicker, got, want)
		}
	}
}

// The profile of the current is that of the bed, unless a second speed was measured: half of 0.4 m/s
// one metre over the bed in 16 m is a power of a quarter.
func TestProfile(t *testing.T) {
	s := Default()
	s.Water.Depth, s.Flow.Speed = 16, 0.4
	if got, err := s.Profile(); err != nil || got != catalogue.Beds[s.Water.Bed].ProfileExponent.Number {
		t.Errorf("%g %v", got, err)
	}
	s.Flow.NearBed = 0.2
	if got, err := s.Profile(); err != nil || math.Abs(got-0.25) > 1e-9 {
		t.Errorf("%g %v", got, err)
	}
}

// A rod of which only the least is known casts anything heavier.
func TestRodWithoutAMost(t *testing.T) {
	s := Default()
	if s.Rod.Least, s.Rod.Most = 0.01, 0; s.Validate(nil) != nil {
		t.Error(s.Validate(nil))
	}
}
