package judge_test

import (
	"context"
	"math"
	"sync/atomic"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/judge/judgetest"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

// slowerDown is the stand-in with falls that take so many times as long with the rod down.
func slowerDown(by float64, tried *atomic.Int64) judge.Bench {
	b := judgetest.Bench(tried)
	return judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
		r, err := b.Try(ctx, c, q)
		if q.Handling.Down {
			r.Fall.Time *= by
		}
		return r, err
	}}
}

// The unknowns are looked at with both ways to hold a rod where the second may be as good, and not where by what
// they did with the first it is less sure by a fifth; and one of many is never looked at so.
func TestHeldOtherwise(t *testing.T) {
	water := func(rod string) *trial.Case {
		return situate(t, func(s *setup.Setup) {
			s.Approach.Kind, s.Approach.Wait, s.Water.Depth, s.Wind.Speed, s.Hand.Rod = setup.SlowFall, 20, 6, 5, rod
		})
	}
	const mass = 2.3e-3
	both, looked, skipped := water(setup.RodSuits), 0, 0
	var tried atomic.Int64
	count := func(how func(context.Context, *trial.Case, float64) (judge.Head, error), c *trial.Case) (judge.Head, int64) {
		before := tried.Load()
		h, err := how(t.Context(), c, mass)
		if err != nil {
			t.Fatal(err)
		}
		return h, tried.Load() - before
	}
	for by := 0.9; by < 1.3; by += 0.01 {
		b := slowerDown(by, &tried)
		held, alone := count(b.Judge, water(setup.RodHeld))
		down, _ := count(b.Judge, water(setup.RodDown))
		got, n := count(b.Judge, both)
		brisk, few := count(b.Briskly, both)
		if math.Abs(brisk.Sure-got.Sure) > 0.05 || down.Sure > held.Sure+0.1 && got.Sure != down.Sure {
			t.Errorf("%.2f times as long: %g sure, briskly %g; held %g and down %g", by, got.Sure, brisk.Sure,
				held.Sure, down.Sure)
		}
		if looks := n > alone+2; looks != (down.Sure >= held.Sure-0.2) {
			t.Errorf("%.2f times as long: %d tries, held %d, for %g sure against %g", by, n, alone, down.Sure, held.Sure)
		} else if looks {
			looked++
		} else {
			skipped++
		}
		if few > alone+2 {
			t.Errorf("%.2f times as long: %d tries briskly", by, few)
		}
	}
	if looked < 5 || skipped < 5 {
		t.Errorf("looked at %d times and %d not", looked, skipped)
	}
}
