package advice

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"dunvel/core/setup"
	"dunvel/core/stage"

	"gonum.org/v1/gonum/stat"
)

// someWaters are random waters as they are fished, of every approach in turn: a third with no current, a quarter with no wind, a
// sixth with a swell, from a bank, at anchor and adrift.
func someWaters(n int) []setup.Setup {
	random := rand.New(rand.NewPCG(14, 7))
	between := func(low, high float64) float64 { return low + (high-low)*random.Float64() }
	kinds := []string{setup.SlowFall, setup.HoldBottom, setup.LiftAndDrop, setup.Swim, setup.Hover}
	out := make([]setup.Setup, 0, n)
	for i := 0; len(out) < n; i++ {
		s := setup.Default()
		s.Approach.Kind, s.Bait.Length, s.Head.Hook = kinds[i%5], between(0.07, 0.13), []string{"1/0", "4/0", "2/0"}[i%3]
		s.Water.Depth, s.Cast.Distance, s.Line.Diameter = between(2, 10), between(15, 30), between(0.1e-3, 0.3e-3)
		s.Flow.Direction, s.Wind.Direction = between(0, 360), between(0, 360)
		if i%3 > 0 {
			s.Flow.Speed = between(0.05, 0.25)
		}
		if i%4 > 0 {
			s.Wind.Speed = between(1, 5)
		}
		if i%6 == 0 {
			s.Swell.Height, s.Swell.Period = between(0.1, 0.3), between(5, 9)
		}
		switch i % 7 {
		case 0, 1:
			s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: between(0.1, 0.4), Direction: between(0, 360)}
		case 2, 3, 4:
			s.Boat.Kind, s.Rod.TipHeight = "bank", between(1.5, 3.5)
		}
		if s.Approach.Kind == setup.HoldBottom && i%2 == 0 {
			s.Cast.Drag = between(0.1, 0.4)
		}
		if s.Approach.Kind == setup.Hover {
			s.Target.Depth = s.Water.Depth * between(0.2, 0.6)
		}
		if s.Validate(nil) == nil {
			out = append(out, s)
		}
	}
	return out
}

// BenchmarkSomeWaters is what an answer takes in 120 random waters: half of them no more than the first figure, 19 of 20 than the
// second, and none more than the third.
func BenchmarkSomeWaters(b *testing.B) {
	for _, states := range []string{"one state", "two states"} {
		b.Run(states, func(b *testing.B) {
			var took []float64
			for b.Loop() {
				for _, s := range someWaters(120) {
					s.Other = setup.Other{Asked: states == "two states", Speed: s.Flow.Speed + 0.1,
						Direction: math.Mod(s.Flow.Direction+180, 360)}
					before := spent(b)
					if _, err := New(stage.Knowledge{}).Answer(b.Context(), s, nil); err != nil {
						b.Fatal(err)
					}
					took = append(took, 1e3*(spent(b)-before))
				}
			}
			slices.Sort(took)
			for name, share := range map[string]float64{"half-ms": 0.5, "most-ms": 0.95, "worst-ms": 1} {
				b.ReportMetric(stat.Quantile(share, stat.Empirical, took, nil), name)
			}
		})
	}
}
