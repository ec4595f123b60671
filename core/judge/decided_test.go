package judge_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/setup"
	"dunvel/core/trust"
)

// What is not looked at, as it decides nothing any more, would have moved no chance by more
// than 0.03: over random waters, each approach, on the engine.
func TestWhatIsNotLookedAtDecidesNothing(t *testing.T) {
	if testing.Short() {
		t.Skip("some thousand runs of the engine")
	}
	random := rand.New(rand.NewPCG(14, 2))
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
