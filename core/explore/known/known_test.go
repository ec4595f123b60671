package known

import (
	"context"
	"math"
	"sync/atomic"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/judge/judgetest"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

func still(t *testing.T, approach string) *trial.Case {
	t.Helper()
	s := setup.Default()
	s.Head.Hook, s.Approach.Kind, s.Water.Depth = "#10", approach, 6
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	return c
}

// counting is a way to judge heads of a case one way or another that tells how often one was tried.
func counting(t *testing.T, c *trial.Case, tried *atomic.Int64) func(by judge.Judging, mass float64) (judge.Head, int64) {
	return func(by judge.Judging, mass float64) (judge.Head, int64) {
		t.Helper()
		before := tried.Load()
		h, err := by(t.Context(), c, mass)
		if err != nil {
			t.Fatal(err)
		}
		return h, tried.Load() - before
	}
}

// A head that is known is not tried again where it was judged, is tried in a few ways beside
// it, and in full where nothing near it is known.
func TestTries(t *testing.T) {
	var tried atomic.Int64
	c, k := still(t, setup.SlowFall), New(judgetest.Bench(&tried), 10, 3)
	by := counting(t, c, &tried)
	first, alone := by(k.Like(Site{0}), 5.3e-3)
	if alone < 8 {
		t.Fatalf("%d tries on its own", alone)
	}
	if again, n := by(k.Like(Site{0}), 5.3e-3); n != 0 || again.Sure != first.Sure {
		t.Errorf("%d tries where it is known", n)
	}
	if again, n := by(k.Alone(Site{0}), 5.3e-3); n != 0 || again.Sure != first.Sure {
		t.Errorf("%d tries on its own where it is known", n)
	}
	if like, n := by(k.Like(Site{3}), 5.3e-3); n < 1 || n >= alone/2 || math.Abs(like.Sure-first.Sure) > 1e-9 {
		t.Errorf("%d tries beside it, %g sure, not %g", n, like.Sure, first.Sure)
	}
	if _, n := by(k.Like(Site{3}), 5.3e-3); n == 0 {
		t.Error("what was judged like another is taken for known")
	}
	if _, n := by(k.Like(Site{3.1}), 5.3e-3); n != alone {
		t.Errorf("%d tries farther away than it tells of, not %d", n, alone)
	}
	if _, n := by(k.Like(Site{3.1}), 5.3e-3); n != 0 {
		t.Errorf("%d tries where it had to be judged on its own", n)
	}
}

// Of several heads the nearest of the same mass tells, or one of about the mass with every
// unknown looked at.
func TestNearest(t *testing.T) {
	var tried atomic.Int64
	bench := judgetest.Bench(&tried)
	c, k := still(t, setup.SlowFall), New(bench, 1, math.Inf(1))
	head := func(mass float64) judge.Head {
		h, err := bench.Judge(t.Context(), c, mass)
		if err != nil {
			t.Fatal(err)
		}
		return h
	}
	k.Put(Site{0}, []judge.Head{head(5e-3), head(2.5e-3), head(50e-3)})
	k.Put(Site{2}, []judge.Head{head(5e-3)})
	if !k.heads[1].head.Thorough() || !k.heads[0].head.Thorough() {
		t.Fatal("not every unknown was looked at of a head that is in doubt")
	}
	if got := k.nearest(Site{0.9}, 5e-3); len(got) == 0 || got[0] != k.heads[0].head {
		t.Errorf("%+v", got)
	}
	if got := k.nearest(Site{1.1}, 5e-3); len(got) == 0 || got[0] != k.heads[3].head {
		t.Errorf("%+v", got)
	}
	for mass, want := range map[float64]int{3e-3: 1, 5.2e-3: 1, 10.4e-3: 1, 10.6e-3: 0, 20e-3: 0} {
		if got := k.nearest(Site{0}, mass); len(got) != want {
			t.Errorf("%d heads tell of one of %g kg, not %d", len(got), mass, want)
		}
	}
	if got := k.nearest(Site{0}, 3e-3); got[0] != k.heads[1].head {
		t.Errorf("a head of %g kg tells of one of 3 g", got[0].Mass)
	}
}

// What is judged aside becomes known only when it is learnt.
func TestAside(t *testing.T) {
	var tried atomic.Int64
	c, k := still(t, setup.SlowFall), New(judgetest.Bench(&tried), 10, 3)
	aside := func(at Site) (judge.Head, int64) {
		before := tried.Load()
		h, err := k.Aside(at)(t.Context(), c, 5.3e-3)
		if err != nil {
			t.Fatal(err)
		}
		return h, tried.Load() - before
	}
	judged := func() int64 { _, n := aside(Site{0}); return n }
	alone := judged()
	if n := judged(); n != 0 || k.Waiting(Site{0}) != 1 || k.Waiting(Site{1}) != 0 {
		t.Errorf("%d tries and %d waiting, asked for again", n, k.Waiting(Site{0}))
	}
	if _, n := aside(Site{1}); n != alone {
		t.Errorf("%d tries beside what is not learnt yet, not %d", n, alone)
	}
	// One that is told of there is taken instead of being judged on its own.
	before, told := tried.Load(), judge.Head{Result: trial.Result{Mass: 5.3e-3}, Sure: 0.123}
	if h, err := k.Aside(Site{2}, &told)(t.Context(), c, 5.3e-3); err != nil || h.Sure != 0.123 || tried.Load() != before {
		t.Errorf("%g sure after %d tries, %v", h.Sure, tried.Load()-before, err)
	}
	if _, err := k.Aside(Site{2}, &told)(t.Context(), c, 7.1e-3); err != nil || tried.Load() == before {
		t.Errorf("another mass is taken for it: %v", err)
	}
	other := k.Clone()
	other.Learn()
	if k.Waiting(Site{0}) != 1 || other.Waiting(Site{0}) != 0 {
		t.Error("what a copy learns is learnt by the other too")
	}
	k.Learn()
	if n := judged(); n >= alone/2 || k.Waiting(Site{0}) != 0 {
		t.Errorf("%d tries and %d waiting once it was learnt", n, k.Waiting(Site{0}))
	}
}

// Of one of many it is not looked at again what the unknowns do to it when the rod is held otherwise, though it is surer so.
func TestAsideIsBrisk(t *testing.T) {
	var tried atomic.Int64
	stand := judgetest.Bench(&tried)
	sooner := judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
		r, err := stand.Try(ctx, c, q)
		if q.Handling.Down {
			r.Fall.Time *= 0.9
		}
		return r, err
	}}
	k, s := New(sooner, 10, 3), setup.Default()
	s.Approach.Kind, s.Approach.Wait, s.Water.Depth, s.Wind.Speed = setup.SlowFall, 20, 6, 5
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	count := func(by judge.Judging) int64 {
		before := tried.Load()
		if _, err := by(t.Context(), c, 2.3e-3); err != nil {
			t.Fatal(err)
		}
		return tried.Load() - before
	}
	aside, alone := count(k.Aside(Site{1})), count(k.Alone(Site{2}))
	if aside < 10 || alone < aside+10 {
		t.Errorf("%d tries aside, %d alone", aside, alone)
	}
}

// Of the heads of a place that are judged in turn one of a retrieve is judged by one of about its mass that was judged on
// its own there, and counts as worked out there, though nothing is told by it elsewhere; one that falls takes a finer
// look of its own, and is judged on its own.
func TestInTurn(t *testing.T) {
	for kind, alike := range map[string]bool{setup.Swim: true, setup.SlowFall: false} {
		var tried atomic.Int64
		s := setup.Default()
		s.Head.Hook, s.Approach.Kind, s.Water.Depth = "#10", kind, 6
		s.Approach.Speed, s.Approach.BandLow, s.Approach.BandHigh = 1.35*0.25*math.Sqrt(3.5), 1.5, 1.6
		if kind == setup.SlowFall {
			s.Approach.Wait = 16 // which some make and some do not
		}
		c, err := trial.New(s, stage.Knowledge{})
		if err != nil {
			t.Fatal(err)
		}
		k := New(judgetest.Bench(&tried), 10, 3)
		count := counting(t, c, &tried)
		first, alone := count(k.InTurn(Site{0}), 3.5e-3)
		if !first.Thorough() || alone < 8 {
			t.Fatalf("%s: %d tries on its own, %g sure", kind, alone, first.Sure)
		}
		second, n := count(k.InTurn(Site{0}), 4e-3)
		own, _ := count(k.Alone(Site{5}), 4e-3)
		if (n < 4) != alike || k.Waiting(Site{0}) != 2 || math.Abs(second.Sure-own.Sure) > 0.05 {
			t.Errorf("%s: %d tries, %d worked out, %g sure, on its own %g", kind, n, k.Waiting(Site{0}), second.Sure, own.Sure)
		}
		if _, n := count(k.InTurn(Site{0}), 4e-3); n != 0 {
			t.Errorf("%s: %d tries asked for again", kind, n)
		}
		if _, n := count(k.InTurn(Site{1}), 4e-3); n < 8 {
			t.Errorf("%s: %d tries at another place", kind, n)
		}
		if _, n := count(k.InTurn(Site{0}), 3.5e-3*1.01*aboutMass); n < 8 {
			t.Errorf("%s: %d tries of more than about the mass", kind, n)
		}
		if _, n := count(k.Aside(Site{0}), 4.4e-3); n < 8 {
			t.Errorf("%s: %d tries side by side", kind, n)
		}
		other := k.Clone()
		if k.Learn(); (k.exactly(Site{0}, 4e-3) == nil) != alike || other.Waiting(Site{0}) < 2 || k.Waiting(Site{0}) != 0 {
			t.Errorf("%s: what was judged like another is known, or a copy forgot it", kind)
		}
	}
}

// A head that is unlikely by a known one is told so in a try or two, and one that is not is judged on its own, as it is where
// nothing is known.
func TestPromising(t *testing.T) {
	var tried atomic.Int64
	c := still(t, setup.SlowFall)
	for mass, likely := range map[float64]bool{1.8e-3: false, 2.5e-3: true} {
		k := New(judgetest.Bench(&tried), 10, 3)
		by := counting(t, c, &tried)
		own, alone := by(k.Promising, mass)
		if alone < 8 || own.Sure >= unlikely != likely {
			t.Fatalf("%d tries where nothing is known, %g sure", alone, own.Sure)
		}
		k.Put(Site{}, []judge.Head{own})
		again, n := by(k.Promising, mass)
		if n >= alone != likely || math.Abs(again.Sure-own.Sure) > 1e-9 {
			t.Errorf("%g kg takes %d tries of %d, %g sure, not %g", mass, n, alone, again.Sure, own.Sure)
		}
	}
}
