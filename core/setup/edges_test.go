package setup

import (
	"strings"
	"testing"

	"dunvel/core/input"
)

// Fields that have to go together, from both sides of where they stop doing so: the last setup that
// is taken, and the first that is not, with what is said of it.
func TestEdgesOfWhatClashes(t *testing.T) {
	swim := func(s *Setup) {
		s.Approach.Kind, s.Water.Depth, s.Approach.BandLow, s.Approach.BandHigh = Swim, 5, 0.5, 1.5
	}
	hover := func(s *Setup) { s.Approach.Kind, s.Water.Depth, s.Target.Depth, s.Target.Band = Hover, 10, 8, 2 }
	lift := func(s *Setup) { s.Approach.Kind, s.Water.Depth, s.Approach.Lift = LiftAndDrop, 1, 0.5 }
	for name, tt := range map[string]struct {
		base, last, first func(*Setup)
		field, says       string
	}{
		"target on the bed": {nil, func(s *Setup) { s.Target.Depth = 18 },
			func(s *Setup) { s.Target.Depth = 18.01 }, "target.depth", "is below the bed at 18 m"},
		"target on a deeper bed at the splash": {func(s *Setup) { s.Water.SplashDepth = 20 }, func(s *Setup) {
			s.Target.Depth = 20
		}, func(s *Setup) { s.Target.Depth = 20.01 }, "target.depth", "is below the bed"},
		"target at the surface": {nil, func(s *Setup) { s.Target.Height = 17.99 },
			func(s *Setup) { s.Target.Height = 18 }, "target.height", "is above the surface"},
		"target twice": {func(s *Setup) { s.Target.Height = 1 }, func(s *Setup) { s.Target.Depth = 0 },
			func(s *Setup) { s.Target.Depth = 1 }, "target.height", "clear one of them"},
		"depth at the splash": {func(s *Setup) { s.Water.Depth = 1 },
			func(s *Setup) { s.Water.SplashDepth = 0.3 }, func(s *Setup) { s.Water.SplashDepth = 0.29 },
			"water.splashDepth", "or 0 for level"},
		"slope of 45 degrees": {func(s *Setup) { s.Cast.Distance = 10 },
			func(s *Setup) { s.Water.SplashDepth = 8 }, func(s *Setup) { s.Water.SplashDepth = 7.99 },
			"water.splashDepth", "is steeper than 45°"},
		"slope up of 45 degrees": {func(s *Setup) { s.Cast.Distance = 10 },
			func(s *Setup) { s.Water.SplashDepth = 28 }, func(s *Setup) { s.Water.SplashDepth = 28.01 },
			"water.splashDepth", "is steeper than 45°"},
		"a slope and no cast": {func(s *Setup) { s.Cast.Distance = 0 },
			func(s *Setup) { s.Water.SplashDepth = 18 }, func(s *Setup) { s.Water.SplashDepth = 17 },
			"water.splashDepth", "with no cast it is the depth under the rod"},
		"line on the spool": {func(s *Setup) { s.Cast.Distance, s.Rod.TipHeight = 40, 9 },
			func(s *Setup) { s.Rod.LineOnSpool = 42 }, func(s *Setup) { s.Rod.LineOnSpool = 41.99 }, "rod.lineOnSpool",
			"does not reach a cast of 40 m"},
		"measured drag": {func(s *Setup) { s.Bait.DragSpread = 0.1 },
			func(s *Setup) { s.Bait.Drag = 1.0 / 3 }, func(s *Setup) { s.Bait.Drag = 0.333 }, "bait.drag",
			"or 0 where it was not measured"},
		"width of the bait": {func(s *Setup) { s.Bait.Length, s.Bait.Trimmed = 0.08, 0.02 },
			func(s *Setup) { s.Bait.Width = 0.1 }, func(s *Setup) { s.Bait.Width = 0.101 }, "bait.width",
			"is more than the bait is long, 100 mm"},
		"height of the bait": {func(s *Setup) { s.Bait.Length = 0.08 }, func(s *Setup) { s.Bait.Height = 0.08 },
			func(s *Setup) { s.Bait.Height = 0.081 }, "bait.height", "is more than the bait is long, 80 mm"},
		"rod that casts": {func(s *Setup) { s.Rod.Least = 0.01 }, func(s *Setup) { s.Rod.Most = 0.01 },
			func(s *Setup) { s.Rod.Most = 0.0099 }, "rod.most", "is less than what it casts from, 10 g"},
		"bail closed under the rod": {func(s *Setup) { s.Cast.Distance = 0 }, func(s *Setup) { s.Hand.Line = LineOpen },
			func(s *Setup) { s.Hand.Line = LineClosed }, "hand.line", "does not fall"},
		"bail closed part way": {func(s *Setup) { s.Cast.Distance, s.Hand.Line = 0, LinePartWay }, func(s *Setup) {
			s.Hand.Closes = 3
		}, func(s *Setup) { s.Hand.Closes = 0 }, "hand.closes", "give the seconds"},
		"a lift out of the water": {lift, func(s *Setup) { s.Approach.Lift = 0.99 },
			func(s *Setup) { s.Approach.Lift = 1 }, "approach.lift", "takes it out of the water"},
		"back later than at least": {lift, func(s *Setup) { s.Approach.BackLeast, s.Approach.BackMost = 1, 1.01 },
			func(s *Setup) { s.Approach.BackLeast, s.Approach.BackMost = 1, 1 }, "approach.backMost",
			"is not longer than the least of 1 s"},
		"lifted off the bed": {lift, func(s *Setup) { s.Target.Depth = 1 }, func(s *Setup) { s.Target.Depth = 0.9 },
			"target.depth", "works from the bed"},
		"a hover on the bed": {hover, func(s *Setup) { s.Target.Depth, s.Target.Band = 9.9, 0.1 }, func(s *Setup) {
			s.Target.Depth, s.Target.Band = 10, 0.1
		}, "target.depth", "less than the 10 m of the bed"},
		"a hover with no depth": {hover, func(s *Setup) { s.Target.Depth = 0.1 },
			func(s *Setup) { s.Target.Depth = 0 }, "target.depth", "give the depth of the highest"},
		"a band down to the bed": {hover, func(s *Setup) { s.Target.Band = 2 }, func(s *Setup) { s.Target.Band = 2.01 },
			"target.band", "is under the bed at 10 m"},
		"a cast to swim over": {swim, func(s *Setup) { s.Cast.Distance = 3 },
			func(s *Setup) { s.Cast.Distance = 2.99 }, "cast.distance", "is too short to swim a bait back over"},
		"a band upside down": {swim, func(s *Setup) { s.Approach.BandHigh = 0.51 },
			func(s *Setup) { s.Approach.BandHigh = 0.5 }, "approach.bandHigh", "is not above the least height"},
		"a band in the air": {swim, func(s *Setup) { s.Approach.BandLow, s.Approach.BandHigh = 4.99, 6 }, func(
			s *Setup) {
			s.Approach.BandLow, s.Approach.BandHigh = 5, 6
		}, "approach.bandLow", "is above the surface"},
		"a band in depth": {swim, func(s *Setup) { s.Target.Depth, s.Target.Band = 3, 2 },
			func(s *Setup) { s.Target.Depth, s.Target.Band = 3, 2.01 }, "target.band", "is under the bed at 5 m"},
		"a current near the bed": {func(s *Setup) { s.Flow.Speed, s.Flow.NearBed = 0.3, 0.29 }, func(s *Setup) {
			s.Water.Depth = 1.2
		}, func(s *Setup) { s.Water.Depth = 1 }, "flow.nearBed", "the water is only 1 m deep"},
	} {
		for which, change := range map[string]func(*Setup){"last": tt.last, "first": tt.first} {
			s := Default()
			if tt.base != nil {
				tt.base(&s)
			}
			change(&s)
			err := s.Validate(nil)
			if which == "last" {
				if err != nil {
					t.Errorf("%s: %v", name, err)
				}
				continue
			}
			errs, _ := err.(input.Errors)
			found := false
			for _, e := range errs {
				found = found || e.Field == tt.field && strings.Contains(e.Message, tt.says)
			}
			if !found || len(errs) != 1 {
				t.Errorf("%s: %v", name, err)
			}
		}
	}
	// As many heads as may be, and one more.
	s := Default()
	s.Heads = nil
	for i := range MaxHeads {
		s.Heads = append(s.Heads, 0.001+0.001*float64(i))
	}
	if err := s.Validate(nil); err != nil {
		t.Error(err)
	}
	s.Heads = append(s.Heads, 0.2)
	if err := s.Validate(nil); err == nil {
		t.Error("one head too many is taken")
	}
}
