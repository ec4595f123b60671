package setup

import (
	"strings"
	"testing"

	"dunvel/core/rigging"
	"dunvel/core/units"
)

// Hands, bands and lifts that make no sense, word for word.
func TestHandsThatMakeNoSense(t *testing.T) {
	hop := func(s *Setup) { s.Approach.Kind = LiftAndDrop }
	swims := func(s *Setup) { s.Approach.Kind = Swim }
	for _, tt := range []struct {
		field, message string
		change         func(*Setup)
	}{
		{"hand.line", "Line on the fall: under a float nothing holds it; choose bail open, not closed at the splash.",
			func(s *Setup) {
				s.Rigging.Kind, s.Rigging.Stop, s.Hand.Line = rigging.FixedFloat, 1, LineClosed
			}},
		{"hand.line", "Line on the fall: dropped under the rod with the bail closed it does not fall; choose bail " +
			"open, or cast.", func(s *Setup) {
			s.Cast.Distance, s.Hand.Line = 0, LineClosed
		}},
		{"hand.closes", "Bail closed after: dropped under the rod, give the seconds after which it is closed.",
			func(s *Setup) {
				s.Cast.Distance, s.Hand.Line = 0, LinePartWay
			}},
		{"hand.closes", "Bail closed after: 601 s is outside what is allowed, 0 s to 600 s.",
			func(s *Setup) { s.Hand.Closes = 601 }},
		{"approach.lift", "Lifted by: 2 m takes it out of the water, which is 1.5 m deep where it lands.",
			func(s *Setup) {
				hop(s)
				s.Water.Depth, s.Approach.Lift = 1.5, 2
			}},
		{"approach.liftTurns", "Lifted by: 3 m takes it out of the water, which is 2.5 m deep where it lands.",
			func(s *Setup) {
				hop(s)
				s.Water.Depth, s.Approach.LiftTurns = 2.5, 4
			}},
		{"approach.bandLow", "Over the bed, at least: 5 m is above the surface, the water being 4 m deep.",
			func(s *Setup) {
				swims(s)
				s.Water.Depth, s.Approach.BandLow, s.Approach.BandHigh = 4, 5, 6
			}},
		{"target.band", "Band from there down: 3 m below 2 m is under the bed at 4 m.", func(s *Setup) {
			swims(s)
			s.Water.Depth, s.Target.Depth, s.Target.Band = 4, 2, 3
		}},
	} {
		s := Default()
		tt.change(&s)
		if errs := refused(t, s, nil); len(errs) != 1 || errs[0].Field != tt.field || errs[0].Message != tt.message {
			t.Errorf("%v", errs)
		}
	}
	s := Default()
	s.Water.Depth, s.Approach.Kind, s.Approach.Lift = 1.5, LiftAndDrop, 2
	if errs := refused(t, s, units.Choice{"depth": "ft"}); !strings.Contains(errs[0].Message, "6.56 ft takes it out") {
		t.Errorf("in feet: %v", errs)
	}
}

// What looks odd and is not: a leader longer than the cast, a sea higher than the water
// is deep, a bail closed part-way under the rod after some seconds, a hop in a foot of
// water.
func TestOddButAllowed(t *testing.T) {
	for name, change := range map[string]func(*Setup){
		"leader":   func(s *Setup) { s.Leader.Length, s.Cast.Distance = 6, 5 },
		"swell":    func(s *Setup) { s.Water.Depth, s.Swell.Height = 1, 3 },
		"part-way": func(s *Setup) { s.Cast.Distance, s.Hand.Line, s.Hand.Closes = 0, LinePartWay, 5 },
		"shallow":  func(s *Setup) { s.Water.Depth, s.Approach.Kind = 0.3, LiftAndDrop },
	} {
		s := Default()
		change(&s)
		if err := s.Validate(nil); err != nil {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// A hop is half a metre, or half of the depth in little water; in turns it is as much
// line as they take in.
func TestLiftHeight(t *testing.T) {
	s := Default()
	for _, tt := range []struct{ depth, lift, turns, want float64 }{
		{5, 0, 0, 0.5}, {1, 0, 0, 0.5}, {0.6, 0, 0, 0.3}, {5, 0.8, 0, 0.8}, {5, 0.8, 2, 1.5},
	} {
		s.Water.Depth, s.Approach.Lift, s.Approach.LiftTurns = tt.depth, tt.lift, tt.turns
		if got := s.LiftHeight(); got != tt.want {
			t.Errorf("%+v: %g m", tt, got)
		}
	}
}
