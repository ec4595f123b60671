package judge_test

import (
	"context"
	"math/rand/v2"
	"slices"
	"sync"
	"sync/atomic"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/judge/judgetest"
	"dunvel/core/judge/musts"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// anySea is some sea from the bank, and the mass of a head in it in kg.
func anySea(t *testing.T, random *rand.Rand) (*trial.Case, float64) {
	between := func(low, high float64) float64 { return low + (high-low)*random.Float64() }
	c := situate(t, func(s *setup.Setup) {
		s.Boat.Kind, s.Approach.Kind, s.Water.Depth, s.Cast.Distance = "bank", setup.HoldBottom, between(1.5, 6), between(10, 40)
		s.Flow.Speed, s.Flow.Direction = between(0, 0.25), between(0, 360)
		s.Wind.Speed, s.Wind.Direction = between(0, 8), between(0, 360)
		s.Swell.Height, s.Swell.Period = between(0.1, 0.5), between(4, 11)
	})
	return c, between(0.003, 0.03)
}

// What uses little of the grip of the bed in the waves is not watched again for each unknown: none of them lets waves carry it
// a third of what they may, or lift it. It is watched where it uses more at any moment of the swell, and held otherwise.
func TestSteadyInWaves(t *testing.T) {
	if testing.Short() {
		t.Skip("some hundred runs of the engine")
	}
	random := rand.New(rand.NewPCG(14, 6))
	spared, watched := 0, 0
	for range 60 {
		c, mass := anySea(t, random)
		var all sync.Mutex
		unsteady := map[trial.Handling]bool{}
		seen := judge.Bench{Try: func(ctx context.Context, moved *trial.Case, q trial.Question) (trial.Result, error) {
			spare := q.Waves == trial.AsBefore
			q.Waves = trial.Watched
			r, err := judge.Engine.Try(ctx, moved, q)
			all.Lock()
			defer all.Unlock()
			switch {
			case spare && q.Near == nil: // at another moment, as at the first
			case q.Watch != nil || q.Near == nil && q.Effort == trial.Judged && !q.FallOnly && !r.Unwatched():
				unsteady[q.Handling] = unsteady[q.Handling] || !r.Rest.Steady
			case moved.Setup.Wind != c.Setup.Wind: // of that waves are taken to do what they did
			case spare && !q.SameFall && !q.FallOnly:
				spared++
				if unsteady[q.Handling] || r.Rest.Walk > c.MayWalk()/3 || r.Rest.Held < 0.9 {
					t.Errorf("%g g in %+v: unsteady %t, walks %.2f m of %.2f, held %.2f", 1e3*q.Mass, c.Setup.Swell,
						unsteady[q.Handling], r.Rest.Walk, c.MayWalk(), r.Rest.Held)
				}
			case q.Near != nil && !q.SameFall && !q.FallOnly:
				watched++
			}
			return r, err
		}}
		if _, err := seen.Judge(t.Context(), c, mass); err != nil {
			t.Fatal(err)
		}
	}
	t.Logf("%d not watched again, %d watched", spared, watched)
	if spared < 20 || watched < 40 {
		t.Errorf("%d not watched again, %d watched", spared, watched)
	}
}

// Of one that is not watched again waves do what they did, whatever is answered.
func TestWavesAsTheyWere(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Swell.Height, s.Swell.Period, s.Flow.Speed = setup.HoldBottom, 3, 0.3, 8, 0.1
	})
	stand := judgetest.Bench(nil)
	sure := func(steady bool) float64 {
		h, err := judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
			r, err := stand.Try(ctx, c, q)
			r.Rest.Steady, r.Rest.Walk = steady, c.MayWalk()/2
			if q.Near != nil {
				r.Rest.Walk = 2 * c.MayWalk()
			}
			return r, err
		}}.Judge(t.Context(), c, 0.01)
		if err != nil {
			t.Fatal(err)
		}
		return h.Sure
	}
	if steady, not := sure(true), sure(false); steady < 0.9 || not > 0.7 {
		t.Errorf("%g sure where it is steady, %g where not", steady, not)
	}
}

// Waves are watched of fewer ways to hold a rod than there are, and heads are judged as if they were watched of all.
func TestWavesAreWatchedWhereTheyTell(t *testing.T) {
	if testing.Short() {
		t.Skip("some hundred runs of the engine")
	}
	random := rand.New(rand.NewPCG(14, 7))
	left, taken := 0, 0
	for range 48 {
		c, mass := anySea(t, random)
		var unwatched, watched atomic.Int64
		lazy := judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
			r, err := judge.Engine.Try(ctx, c, q)
			if q.Watch != nil {
				watched.Add(1)
			} else if r.Unwatched() {
				unwatched.Add(1)
			}
			return r, err
		}}
		all := judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
			if q.Waves == trial.Unwatched {
				q.Waves = trial.Watched
			}
			return judge.Engine.Try(ctx, c, q)
		}}
		got, err := lazy.Judge(t.Context(), c, mass)
		if err != nil {
			t.Fatal(err)
		}
		want, err := all.Judge(t.Context(), c, mass)
		if err != nil {
			t.Fatal(err)
		}
		if got.Sure != want.Sure || got.Handling != want.Handling || got.Rest.Walk != want.Rest.Walk || got.Unwatched() {
			t.Errorf("%g g: %g sure, held %+v; with all watched %g, held %+v", 1e3*mass, got.Sure, got.Handling, want.Sure,
				want.Handling)
		}
		left, taken = left+int(unwatched.Load()), taken+int(watched.Load())
	}
	t.Logf("of %d %d were watched", left, taken)
	if left < 50 || taken > 3*left/4 {
		t.Errorf("of %d %d were watched", left, taken)
	}
}

// What waves leave alone as it came down first is not watched again as it comes down at another moment, where it walks no third
// of what it may either; what they move is, and what is dragged.
func TestLeftAloneAtEveryMoment(t *testing.T) {
	if testing.Short() {
		t.Skip("some hundred runs of the engine")
	}
	random := rand.New(rand.NewPCG(14, 8))
	spared, watched := 0, 0
	for n := range 60 {
		c, mass := anySea(t, random)
		if n%10 == 9 {
			s := c.Setup
			s.Cast.Drag = 0.3
			var err error
			if c, err = trial.New(s, stage.Knowledge{}); err != nil {
				t.Fatal(err)
			}
		}
		var all sync.Mutex
		alone := map[trial.Handling]bool{}
		seen := judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
			first := q.Near == nil && q.Phase == 0 && q.Effort == trial.Judged && !q.FallOnly
			other := q.Near == nil && q.Phase > 0 && q.Effort == trial.Judged && !q.FallOnly
			spare := other && q.Waves == trial.AsBefore
			if other {
				q.Waves = trial.Watched
			}
			r, err := judge.Engine.Try(ctx, c, q)
			all.Lock()
			defer all.Unlock()
			switch {
			case first && !r.Unwatched():
				alone[q.Handling] = r.Rest.LeftAlone() && c.Setup.Cast.Drag == 0
			case spare:
				if spared++; !alone[q.Handling] || r.Rest.Walk > c.MayWalk()/3 || r.Rest.Held < 0.9 {
					t.Errorf("%g g in %+v: left alone %t, walks %.2f m of %.2f, held %.2f", 1e3*q.Mass, c.Setup.Swell,
						alone[q.Handling], r.Rest.Walk, c.MayWalk(), r.Rest.Held)
				}
			case other:
				if watched++; alone[q.Handling] {
					t.Errorf("%g g, left alone, is watched again", 1e3*q.Mass)
				}
			}
			return r, err
		}}
		if _, err := seen.Judge(t.Context(), c, mass); err != nil {
			t.Fatal(err)
		}
	}
	t.Logf("%d not watched again, %d watched", spared, watched)
	if spared < 20 || watched < 8 {
		t.Errorf("%d not watched again, %d watched", spared, watched)
	}
}

// The waves of one that they leave alone are those of the first moment at every other.
func TestWavesOfTheFirstMoment(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Swell.Height, s.Swell.Period = setup.HoldBottom, 3, 0.3, 8
	})
	stand := judgetest.Bench(nil)
	for walk, kept := range map[float64]bool{0.004: true, 0.006: false} {
		h, err := judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
			r, err := stand.Try(ctx, c, q)
			if r.Rest.Walk = walk; q.Phase > 0 && q.Near == nil {
				r.Rest.Walk = 9 * c.MayWalk()
			}
			return r, err
		}}.Judge(t.Context(), c, 0.02)
		if err != nil {
			t.Fatal(err)
		}
		i := slices.IndexFunc(h.Misses, func(m judge.Miss) bool { return m.Must == musts.Walks })
		if (h.Misses[i].By < -0.99) != kept {
			t.Errorf("one that goes %g m: by %g", walk, h.Misses[i].By)
		}
	}
}
