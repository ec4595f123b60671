package judge_test

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/judge/musts"
	"dunvel/core/setup"
	"dunvel/core/trust"
)

// What is not looked at, as it decides nothing any more, would have moved no chance by more
// than 0.03: over random waters, each approach, dragged and left, on the engine.
func TestWhatIsNotLookedAtDecidesNothing(t *testing.T) {
	if testing.Short() {
		t.Skip("some thousand runs of the engine")
	}
	random, drags := rand.New(rand.NewPCG(14, 2)), rand.New(rand.NewPCG(14, 3))
	between := func(low, high float64) float64 { return low + (high-low)*random.Float64() }
	kinds := []string{setup.SlowFall, setup.HoldBottom, setup.LiftAndDrop, setup.Swim, setup.Hover}
	worst, heads := 0.0, 0
	var offs trust.Tally
	for n := range 40 {
		c := situate(t, func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Cast.Distance = kinds[n%len(kinds)], between(1.5, 16), between(8, 35)
			s.Flow.Speed, s.Flow.Direction = between(0, 0.4), between(0, 360)
			s.Wind.Speed, s.Wind.Direction = between(0, 7), between(0, 360)
			if n%3 == 0 { // nothing but what is carried and felt
				s.Flow.Speed, s.Wind.Speed = 0, 0.5
			}
			s.Bait.Length, s.Line.Diameter = between(0.05, 0.14), between(0.1e-3, 0.25e-3)
			if s.Approach.Kind == setup.Hover {
				s.Target.Depth, s.Target.Band = s.Water.Depth/3, 1
			}
			if s.Approach.Kind == setup.HoldBottom && n%2 == 0 {
				s.Cast.Drag = 0.05 + 0.35*drags.Float64()
			}
		})
		for _, mass := range setup.Ladder() {
			h, err := judge.Engine.Judge(t.Context(), c, mass)
			if err != nil {
				t.Fatal(err)
			}
			full, err := judge.Thoroughly(t.Context(), judge.Engine, c, mass)
			if err != nil {
				t.Fatal(err)
			}
			heads++
			offs.Add(h.Sure - full.Sure)
			off := math.Abs(h.Sure - full.Sure)
			if worst = max(worst, off); off > 0.03 || h.Verdict != full.Verdict {
				t.Errorf("%s, %g g in %.1f m: %.3f, looked at thoroughly %.3f", c.Setup.Approach.Kind, 1e3*mass,
					c.Setup.Water.Depth, h.Sure, full.Sure)
			}
		}
	}
	offs.Tell(t, "not looked at", 0.03)
	t.Logf("%d heads, at most %.3f off", heads, worst)
}

// A dragged head whose line leaves so little of it on the bed that less than a third of what is felt is told is looked at
// all the same: in some draws there is less of a current.
func TestDraggedThatIsHardlyFelt(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Cast.Distance, s.Cast.Drag = setup.HoldBottom, 5, 13.7, 0.24
		s.Flow.Speed, s.Flow.Direction, s.Wind.Speed, s.Wind.Direction = 0.37, 256, 5, 117
		s.Boat.Kind, s.Rod.TipHeight, s.Line.Diameter, s.Bait.Length, s.Head.Hook = "bank", 2.8, 0.28e-3, 0.09, "1/0"
	})
	h, err := judge.Engine.Judge(t.Context(), c, 0.0177)
	if err != nil {
		t.Fatal(err)
	}
	full, err := judge.Thoroughly(t.Context(), judge.Engine, c, 0.0177)
	if err != nil {
		t.Fatal(err)
	}
	i := slices.IndexFunc(h.Misses, func(m judge.Miss) bool { return m.Must == musts.Felt })
	if missed := h.Misses[i].By; missed < 0.7 || missed > 0.95 {
		t.Errorf("%g of what is told is missed", missed)
	}
	if h.Sure < 0.1 || math.Abs(h.Sure-full.Sure) > 0.03 {
		t.Errorf("%.3f, looked at thoroughly %.3f", h.Sure, full.Sure)
	}
}
