package judge_test

import (
	"testing"

	"dunvel/core/judge"
	"dunvel/core/setup"
)

// A rod that is held up may do for the fall and not for the hover, where the wind holds up so much line that a hand takes up
// nothing of the bait: then it is held down. So what is heavier than one head that does it and lighter than another does it too.
func TestRodThatHoldsAHover(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Target.Depth = setup.Hover, 3.25, 1.7
		s.Boat.Kind, s.Rod.TipHeight, s.Cast.Distance, s.Line.Diameter = "bank", 2.7, 38, 0.11e-3
		s.Wind.Speed, s.Wind.Direction = 2.9, 233
	})
	for _, grams := range []float64{1.8, 2.5, 3.5} {
		h, err := judge.Engine.Judge(t.Context(), c, grams*1e-3)
		if err != nil {
			t.Fatal(err)
		}
		if !h.Handling.Down || h.Sure < 0.8 {
			t.Errorf("%g g: %.2f sure with the rod down %t", grams, h.Sure, h.Handling.Down)
		}
	}
}

// However long a bait is to stay within what may be asked, one that is held still under the rod does.
func TestHoversForAsLongAsIsAsked(t *testing.T) {
	for _, seconds := range []float64{10, 15, 16, 30} {
		c := situate(t, func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Target.Depth, s.Cast.Distance = setup.Hover, 8, 3, 0
			s.Approach.Stays = seconds
		})
		if h, err := judge.Engine.Judge(t.Context(), c, 5.3e-3); err != nil || h.Sure < 0.9 {
			t.Errorf("%g s: %.2f sure, %v", seconds, h.Sure, err)
		}
	}
}
