package judge_test

import (
	"math/rand/v2"
	"testing"

	"dunvel/core/judge/judgetest"
	"dunvel/core/setup"
)

// Over random waters and tackle more current, wind or depth picks no lighter head, but by the width of
// the chance itself or where the rod goes down.
func TestWorseWaterPicksNoLighterHead(t *testing.T) {
	if testing.Short() {
		t.Skip("a ladder for each step of the water")
	}
	random := rand.New(rand.NewPCG(3, 11))
	between := func(low, high float64) float64 { return low + (high-low)*random.Float64() }
	worse := map[string]func(*setup.Setup){
		"current": func(s *setup.Setup) { s.Flow.Speed *= 1.3 },
		"wind":    func(s *setup.Setup) { s.Wind.Speed *= 1.3 },
	}
	picked := 0
	for range 80 {
		kind := []string{setup.SlowFall, setup.HoldBottom, setup.LiftAndDrop}[random.IntN(3)]
		depth, flow, wind, cast, line := between(1, 20), between(0.05, 0.6), between(0, 9), between(5, 40),
			between(0.1e-3, 0.25e-3)
		direction := between(0, 360)
		change := func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Wind.Speed = kind, depth, flow, wind
			s.Cast.Distance, s.Line.Diameter, s.Flow.Direction, s.Wind.Direction = cast, line, direction, direction
		}
		before := solved(t, judgetest.Bench(nil), change)
		for what, more := range worse {
			after := solved(t, judgetest.Bench(nil), func(s *setup.Setup) { change(s); more(s) })
			if after.Pick < 0 || before.Pick < 0 {
				continue
			}
			picked++
			const width = 0.03
			lighter := before.Heads[after.Pick]
			if after.Pick < before.Pick && lighter.Sure < 0.8-width &&
				after.Heads[after.Pick].Handling.Down == lighter.Handling.Down {
				t.Errorf("%s at %.1f m, %.2f m/s, wind %.1f m/s: more %s picks %g g after %g g", kind, depth,
					flow, wind, what,
					1e3*after.Heads[after.Pick].Mass, 1e3*before.Heads[before.Pick].Mass)
			}
		}
	}
	if picked < 100 {
		t.Errorf("only %d pairs had a pick", picked)
	}
}
