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

	"gonum.org/v1/gonum/floats"
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

// sameTip is a stand-in on which it matters nothing how high the rod is held.
func sameTip(b judge.Bench) judge.Bench {
	return judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
		handling := q.Handling
		q.Handling.Tip = 1
		r, err := b.Try(ctx, c, q)
		r.Handling = handling
		return r, err
	}}
}

// The unknowns are looked at with both ways to hold a rod where by what they did with the first the second is surer by a
// twentieth, which makes it worth the trouble, and not where it is not, with and without a swell; and one of many is
// never looked at so.
func TestHeldOtherwise(t *testing.T) {
	t.Run("calm", func(t *testing.T) {
		heldOtherwise(t, 2.3e-3, func(s *setup.Setup) {
			s.Approach.Kind, s.Approach.Wait, s.Water.Depth, s.Wind.Speed = setup.SlowFall, 20, 6, 5
		})
	})
	t.Run("swell", func(t *testing.T) {
		heldOtherwise(t, 3.5e-3, func(s *setup.Setup) {
			s.Approach.Kind, s.Approach.Wait, s.Water.Depth, s.Flow.Speed = setup.HoldBottom, 14, 5, 0.1
			s.Wind.Speed, s.Wind.Direction, s.Swell.Height, s.Swell.Period = 2, 90, 0.4, 8
		})
	})
}

func heldOtherwise(t *testing.T, mass float64, change func(*setup.Setup)) {
	water := func(rod string) *trial.Case {
		return situate(t, func(s *setup.Setup) {
			change(s)
			s.Hand.Rod = rod
		})
	}
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
		b := sameTip(slowerDown(by, &tried))
		held, alone := count(b.Judge, water(setup.RodHeld))
		down, _ := count(b.Judge, water(setup.RodDown))
		got, n := count(b.Judge, both)
		brisk, few := count(b.Briskly, both)
		if math.Abs(brisk.Sure-got.Sure) > 0.05 || down.Sure > held.Sure+0.1 && got.Sure != down.Sure {
			t.Errorf("%.2f times as long: %g sure, briskly %g; held %g and down %g", by, got.Sure, brisk.Sure,
				held.Sure, down.Sure)
		}
		if looks := n > alone+2; looks != (down.Sure >= held.Sure+0.05) {
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

// higherUp is the stand-in with baits that are reeled in so much higher with the rod up.
func higherUp(by float64, tried *atomic.Int64) judge.Bench {
	b := judgetest.Bench(tried)
	return judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
		r, err := b.Try(ctx, c, q)
		if !q.Handling.Down {
			for _, heights := range [][]float64{r.Swim.Slower, r.Swim.Wanted, r.Swim.Faster} {
				floats.AddConst(by, heights)
			}
		}
		return r, err
	}}
}

// A head that is held otherwise than the one it would be judged by is not judged by it; as one of many it is, by what the
// unknowns did to that as that was held, with one more try.
func TestLikeHeldOtherwise(t *testing.T) {
	const mass = 2.3e-3
	suits := 0.25 * math.Sqrt(1e3*mass) // m/s
	water := func(speed float64) *trial.Case {
		return situate(t, func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Hand.Rod = setup.Swim, 4, setup.RodSuits
			s.Approach.Speed, s.Approach.BandLow, s.Approach.BandHigh = speed, 1.3, 1.7
		})
	}
	var tried atomic.Int64
	b := higherUp(0.6, &tried)
	held, err := judge.Thoroughly(t.Context(), b, water(suits), mass)
	if err != nil || !held.Handling.Down {
		t.Fatal(held.Handling, err)
	}
	otherwise, alike := 0, 0
	for times := 1.0; times > 0.6; times -= 0.01 {
		here := water(times * suits)
		own, err := b.Judge(t.Context(), here, mass)
		if err != nil {
			t.Fatal(err)
		}
		_, ok, err := b.Like(t.Context(), here, mass, &held)
		before := tried.Load()
		brisk, briskly, more := b.LikeBriskly(t.Context(), here, mass, &held)
		n := tried.Load() - before
		if err != nil || more != nil || !briskly || ok != brisk.Handling.Down {
			t.Fatalf("%.2f times as fast: %t and %t, down %t, %v, %v", times, ok, briskly, brisk.Handling.Down, err, more)
		}
		if ok {
			alike++
			continue
		}
		otherwise++
		if n != 3 || math.Abs(brisk.Sure-own.Sure) > 0.05 {
			t.Errorf("%.2f times as fast: %d tries, %g sure, on its own %g", times, n, brisk.Sure, own.Sure)
		}
	}
	if otherwise < 3 || alike < 3 {
		t.Errorf("held otherwise %d times and alike %d", otherwise, alike)
	}
}

// upTried counts the tries of a head with the rod up.
func upTried(b judge.Bench, count *atomic.Int64) judge.Bench {
	return judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
		if !q.Handling.Down {
			count.Add(1)
		}
		return b.Try(ctx, c, q)
	}}
}

// In less and less wind a rod that was held down is tried up again once that is near to suiting, and is held up where it
// suits, as the head on its own has it.
func TestHeldUpAgain(t *testing.T) {
	const mass = 7.1e-3
	water := func(wind float64) *trial.Case {
		return situate(t, func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Wind.Speed, s.Hand.Rod = setup.SlowFall, 6, wind, setup.RodSuits
		})
	}
	var up atomic.Int64
	b := upTried(judgetest.Bench(nil), &up)
	from, err := b.Briskly(t.Context(), water(7), mass)
	if err != nil || !from.Handling.Down {
		t.Fatal(from.Handling, err)
	}
	left, looked, held := 0, 0, 0
	for wind := 7.0; wind > 2; wind -= 0.1 {
		here := water(wind)
		own, err := b.Judge(t.Context(), here, mass)
		if err != nil {
			t.Fatal(err)
		}
		before := up.Load()
		h, ok, err := b.LikeBriskly(t.Context(), here, mass, &from)
		if err != nil || !ok || h.Handling != own.Handling {
			t.Fatalf("in %.1f m/s: %+v, on its own %+v, %t, %v", wind, h.Handling, own.Handling, ok, err)
		}
		switch tried := up.Load() > before; {
		case !h.Handling.Down:
			held++
		case tried:
			looked++
		default:
			left++
		}
	}
	if left < 4 || looked < 4 || held < 10 {
		t.Errorf("not tried up %d times, tried for nothing %d, held up %d", left, looked, held)
	}
}

// One of many that is held up, and would be better off with the rod down neither as things are taken to be nor in more
// wind, as far as those are apart, is tried so once; judged on its own it is tried in more wind as well, but for a swell.
func TestLoweredInMoreWind(t *testing.T) {
	const mass = 2.3e-3
	calm := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Approach.Wait, s.Water.Depth, s.Wind.Speed, s.Hand.Rod = setup.SlowFall, 20, 6, 6, setup.RodSuits
	})
	swell := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Hand.Rod = setup.HoldBottom, 3, setup.RodSuits
		s.Wind.Speed, s.Wind.Direction, s.Swell.Height, s.Swell.Period = 1, 90, 0.4, 8
	})
	downs := func(how func(judge.Bench) (judge.Head, error)) int64 {
		var tried, up atomic.Int64
		h, err := how(upTried(slowerDown(3, &tried), &up))
		if err != nil || h.Handling.Down {
			t.Errorf("held %+v, %v", h.Handling, err)
		}
		return tried.Load() - up.Load()
	}
	for name, w := range map[string]struct {
		water        *trial.Case
		brisk, alone int64
	}{"calm": {calm, 1, 2}, "swell": {swell, 1, 1}} {
		brisk := downs(func(b judge.Bench) (judge.Head, error) { return b.Briskly(t.Context(), w.water, mass) })
		alone := downs(func(b judge.Bench) (judge.Head, error) { return b.Judge(t.Context(), w.water, mass) })
		if brisk != w.brisk || alone != w.alone {
			t.Errorf("%s: tried with the rod down %d times, and %d on its own", name, brisk, alone)
		}
	}
}

// In a swell a head that does not suit is looked at held otherwise at every moment, even where it does what is asked; but not
// where it is so sure that nothing can be surer by as much as makes another way to hold it worth the trouble.
func TestNoneCanBeSurer(t *testing.T) {
	water := func(rod string) *trial.Case {
		return situate(t, func(s *setup.Setup) {
			s.Approach.Kind, s.Approach.Wait, s.Water.Depth, s.Flow.Speed, s.Hand.Rod = setup.HoldBottom, 8, 3, 0.05, rod
			s.Wind.Speed, s.Wind.Direction, s.Swell.Height, s.Swell.Period = 5, 90, 0.4, 8
		})
	}
	stand := sameTip(slowerDown(0.3, nil))
	const gain = 0.05
	under, over := 0, 0
	for slower := 0.7; slower < 1.1; slower += 0.01 {
		var looked atomic.Bool
		b := judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
			if q.Handling.Down && q.Phase == 1 && q.Near == nil {
				looked.Store(true)
			}
			r, err := stand.Try(ctx, c, q)
			r.Fall.Time, r.Feel.Pull, r.Fall.LineOut = slower*r.Fall.Time, 9*r.Feel.Pull, 2*r.Chord
			return r, err
		}}
		held, err := b.Judge(t.Context(), water(setup.RodHeld), 0.004)
		if err != nil {
			t.Fatal(err)
		}
		if held.Suited() {
			t.Errorf("it suits where it is %g sure", held.Sure)
		}
		if _, err := b.Judge(t.Context(), water(setup.RodSuits), 0.004); err != nil {
			t.Fatal(err)
		}
		if looked.Load() != (held.Sure+gain < 1) {
			t.Errorf("%g sure, looked at otherwise: %t", held.Sure, looked.Load())
		}
		if held.Sure+gain < 1 {
			under++
		} else {
			over++
		}
	}
	if under < 5 || over < 5 {
		t.Errorf("%d could be surer and %d not", under, over)
	}
}

// A head that is looked at with the rod up because with it down it is too late by far is lowered in more wind where that is
// as much better there as it is here.
func TestLoweredThoughItWasUpSecond(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Hand.Rod = setup.HoldBottom, 3, 0.1, setup.RodSuits
		s.Wind.Speed, s.Wind.Direction, s.Swell.Height, s.Swell.Period = 5, 90, 0.4, 8
	})
	stand := judgetest.Bench(nil)
	var lowered atomic.Int64
	b := judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
		r, err := stand.Try(ctx, c, q)
		r.Feel.Pull *= 8
		if r.Rest.Walk = 2 * c.MayWalk(); q.Handling.Down {
			r.Rest.Walk, r.Fall.Time = 0.8*c.MayWalk(), 4*r.Fall.Time
			if q.Near != nil {
				lowered.Add(1)
			}
		}
		return r, err
	}}
	if _, err := b.Briskly(t.Context(), c, 0.004); err != nil || lowered.Load() == 0 {
		t.Errorf("lowered %d times, %v", lowered.Load(), err)
	}
}
