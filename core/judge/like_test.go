package judge_test

import (
	"context"
	"math"
	"math/rand/v2"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

// A head that is judged like one in water that is like it has the chance that it has for
// itself, to 0.05 nine times in ten: over random waters and steps of a tenth, on the engine.
func TestLike(t *testing.T) {
	if testing.Short() {
		t.Skip("some thousand runs of the engine")
	}
	random := rand.New(rand.NewPCG(14, 3))
	between := func(low, high float64) float64 { return low + (high-low)*random.Float64() }
	kinds := []string{setup.SlowFall, setup.HoldBottom, setup.LiftAndDrop, setup.Swim, setup.Hover}
	heads, off, asked := 0, 0, 0
	for n := range 50 {
		kind, depth, cast, flow, wind := kinds[n%len(kinds)], between(1.5, 16), between(8, 35), between(0, 0.4),
			between(0, 6)
		way, blows, bait, line := between(0, 360), between(0, 360), between(0.05, 0.14), between(0.1e-3, 0.25e-3)
		by, what := between(0.9, 1.1), random.IntN(4)
		water := func(more float64) func(*setup.Setup) {
			factor := [4]float64{1, 1, 1, 1}
			factor[what] = more
			return func(s *setup.Setup) {
				s.Approach.Kind, s.Water.Depth, s.Cast.Distance = kind, depth*factor[0], cast*factor[1]
				s.Flow.Speed, s.Flow.Direction, s.Wind.Speed, s.Wind.Direction = flow*factor[2], way,
					wind*factor[3], blows
				s.Bait.Length, s.Line.Diameter = bait, line
				if kind == setup.Hover {
					s.Target.Depth, s.Target.Band = depth/3, 1
				}
			}
		}
		here, there := situate(t, water(1)), situate(t, water(by))
		for _, mass := range []float64{0.0018, 0.0053, 0.0106, 0.0213} {
			from, err := judge.Engine.Judge(t.Context(), here, mass)
			if err != nil {
				t.Fatal(err)
			}
			like, own, ok := bothWays(t, judge.Engine, there, mass, &from)
			if asked++; !ok {
				continue
			}
			if heads++; math.Abs(like-own) > 0.05 {
				off++
				t.Logf("%s %.1f m, %g g, %d by %.2f: %.2f, for itself %.2f", kind, depth, 1e3*mass, what, by, like, own)
			}
		}
	}
	t.Logf("%d of %d heads, %d off", heads, asked, off)
	if off > heads/10 || heads < asked/3 {
		t.Errorf("%d of %d heads are off by more than 0.05; %d were asked for", off, heads, asked)
	}
}

// bothWays is how sure a head is judged on a bench like another, and on the engine for itself; not ok where the other does
// not tell of it.
func bothWays(t *testing.T, b judge.Bench, c *trial.Case, mass float64, from *judge.Head) (like, own float64, ok bool) {
	t.Helper()
	h, ok, err := b.Like(t.Context(), c, mass, from)
	if err != nil {
		t.Fatal(err)
	}
	if !ok {
		return 0, 0, false
	}
	alone, err := judge.Engine.Judge(t.Context(), c, mass)
	if err != nil {
		t.Fatal(err)
	}
	return h.Sure, alone.Sure, true
}

// In a swell a head that is judged like another is tried at the splash of one moment, and as sure as it is for itself to
// 0.05 nine times in ten; in the very water of the other it is just as sure.
func TestLikeInASwell(t *testing.T) {
	if testing.Short() {
		t.Skip("some hundred runs of the engine")
	}
	random := rand.New(rand.NewPCG(14, 5))
	between := func(low, high float64) float64 { return low + (high-low)*random.Float64() }
	heads, off := 0, 0
	for range 12 {
		depth, height, period, drag, flow := between(2, 6), between(0.2, 0.8), between(5, 10), between(0.15, 0.5), between(0, 0.3)
		water := func(by float64) func(*setup.Setup) {
			return func(s *setup.Setup) {
				s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.HoldBottom, by*depth, flow, 90
				s.Bait.Length, s.Head.Hook, s.Cast.Drag = 0.09, "1/0", drag
				s.Swell.Height, s.Swell.Period = height, period
			}
		}
		here, there := situate(t, water(1)), situate(t, water(between(0.92, 1.08)))
		for _, mass := range []float64{0.0053, 0.0106, 0.0177, 0.0284} {
			from, err := judge.Engine.Judge(t.Context(), here, mass)
			if err != nil {
				t.Fatal(err)
			}
			one := judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
				if q.Phase != 0 && from.Sure > 0 { // what is lost there was not looked at in other moments
					t.Errorf("%g g was tried at another moment", 1e3*mass)
				}
				return judge.Engine.Try(ctx, c, q)
			}}
			same, ok, err := one.Like(t.Context(), here, mass, &from)
			if err != nil || ok && math.Abs(same.Sure-from.Sure) > 1e-9 {
				t.Errorf("%g g in %.1f m: %g in the same water, %g for itself, %v", 1e3*mass, depth, same.Sure, from.Sure, err)
			}
			like, own, ok := bothWays(t, one, there, mass, &from)
			if !ok {
				continue
			}
			if heads++; math.Abs(like-own) > 0.05 {
				off++
				t.Logf("%.1f m, %g g: %.2f, for itself %.2f", depth, 1e3*mass, like, own)
			}
		}
	}
	t.Logf("%d of %d off", off, heads)
	if off > heads/10 || heads < 24 {
		t.Errorf("%d of %d heads are off by more than 0.05", off, heads)
	}
}
