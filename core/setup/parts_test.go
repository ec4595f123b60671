package setup

import (
	"testing"

	"dunvel/core/input"
	"dunvel/core/rigging"
	"dunvel/core/units"
)

// On a rig whose bait is over its sinker the target is that of the bait.
func TestTargetOfADropShot(t *testing.T) {
	s := Default() // in 18 m
	s.Rigging.Kind, s.Rigging.Apart = rigging.DropShot, 0.5
	for _, c := range []struct{ depth, height, want, over float64 }{{0, 0, 0, 0}, {0, 0.4, 0, 0.4}, {6, 0, 6.5, 0},
		{17.5, 0, 0, 0}, {17.4, 0, 17.9, 0}} {
		s.Target.Depth, s.Target.Height = c.depth, c.height
		if got, over := s.TargetDepth(), s.BaitOver(); got != c.want || over != c.over {
			t.Errorf("at %g m or %g over the bed: the sinker goes to %g m, the bait is wanted %g over it", c.depth,
				c.height, got, over)
		}
	}
	s.Target.Depth, s.Target.Height, s.Rigging.Over = 0, 0.4, 0.2
	if got := s.BaitOver(); got != 0.2 {
		t.Errorf("what the rig says goes before the target: %g", got)
	}
	s.Rigging.Kind, s.Rigging.Over = rigging.SlidingSinker, 0
	if s.TargetDepth() != 17.6 || s.BaitOver() != 0 {
		t.Errorf("on a trace: %g m", s.TargetDepth())
	}
}

// A bait is not wider, nor higher, than it is long.
func TestMeasuredBaitFits(t *testing.T) {
	s := Default()
	s.Bait.Length, s.Bait.Trimmed, s.Bait.Width, s.Bait.Height = 0.04, 0.01, 0.05, 0.05
	if err := s.Validate(units.Choice{}); err != nil {
		t.Error(err)
	}
	s.Bait.Width, s.Bait.Height = 0.051, 0.06
	errs, _ := s.Validate(units.Choice{}).(input.Errors)
	if len(errs) != 2 || errs[0] != (input.FieldError{
		Field: "bait.width", Message: "Bait width, measured: 51 mm is more than the bait is long, 50 mm."}) ||
		errs[1].Field != "bait.height" {
		t.Errorf("%q", errs)
	}
}
