package judge_test

import (
	"math"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/judge/judgetest"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

// A head amid two that were judged in shallower and deeper water, or one that is heavier and one that is
// lighter, is as sure as it is when it is judged on its own; of heads held otherwise, or that did not come to the
// target, no mean is taken.
func TestAmid(t *testing.T) {
	b := judgetest.Bench(nil)
	at := func(depth float64) *trial.Case {
		return situate(t, func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth, s.Flow.Speed = setup.LiftAndDrop, depth, 0.6 })
	}
	judged := func(depth, mass float64) judge.Head {
		h, err := b.Judge(t.Context(), at(depth), mass)
		if err != nil {
			t.Fatal(err)
		}
		return h
	}
	middle := math.Sqrt(30)
	shallow, deep := judged(5, 8e-3), judged(6, 8e-3)
	own := judged(middle, 8e-3)
	got, ok := judge.Amid(at(middle), 8e-3, []judge.Share{{Head: &shallow, Of: 0.5}, {Head: &deep, Of: 0.5}}, nil)
	if !ok || math.Abs(got.Sure-own.Sure) > 0.02 || !(shallow.Sure > got.Sure+0.05 && got.Sure > deep.Sure+0.05) ||
		got.Verdict != own.Verdict {
		t.Errorf("%v: %g sure amid %g and %g, on its own %g", ok, got.Sure, shallow.Sure, deep.Sure, own.Sure)
	}
	// The mean of chances is theirs, and what is read of it is as amid them: mixed again it is the same.
	mean, ok := judge.Mean(at(middle), 8e-3, []judge.Share{{Head: &shallow, Of: 0.25}, {Head: &deep, Of: 0.75}})
	if want := 0.25*shallow.Sure + 0.75*deep.Sure; !ok || math.Abs(mean.Sure-want) > 1e-12 ||
		mean.Verdict != judge.VerdictOf(want, 0.8) {
		t.Errorf("%v: %g sure, not %g", ok, mean.Sure, want)
	}
	again, _ := judge.Amid(at(middle), 8e-3, []judge.Share{{Head: &mean, Of: 2.0 / 3}, {Head: &shallow, Of: 1.0 / 3}}, nil)
	if again.Sure != got.Sure {
		t.Errorf("by the mean it is %g sure, not %g", again.Sure, got.Sure)
	}
	light, heavy := judged(middle, 7e-3), judged(middle, 9e-3)
	share := math.Log(8.0/7) / math.Log(9.0/7)
	got, ok = judge.Amid(at(middle), 8e-3, []judge.Share{{Head: &light, Of: 1 - share}, {Head: &heavy, Of: share}}, nil)
	if !ok || got.Mass != 8e-3 || math.Abs(got.Whole-own.Whole) > 1e-9 || math.Abs(got.Sure-own.Sure) > 0.02 {
		t.Errorf("%v: %g kg, %g sure, on its own %g", ok, got.Mass, got.Sure, own.Sure)
	}
	// The speeds of the hand are a mean by ratios.
	slow, fast := shallow, deep
	slow.Swim.Speed, slow.Hover.TakeUp, fast.Swim.Speed, fast.Hover.TakeUp = 0.2, 0.05, 0.8, 0.4
	got, ok = judge.Amid(at(middle), 8e-3, []judge.Share{{Head: &slow, Of: 0.25}, {Head: &fast, Of: 0.75}}, nil)
	if swim, hover := math.Pow(0.2, 0.25)*math.Pow(0.8, 0.75), math.Pow(0.05, 0.25)*math.Pow(0.4, 0.75); !ok ||
		!(math.Abs(got.Swim.Speed-swim) < 1e-9) || !(math.Abs(got.Hover.TakeUp-hover) < 1e-9) {
		t.Errorf("swum at %g m/s and taken up at %g, not %g and %g", got.Swim.Speed, got.Hover.TakeUp, swim, hover)
	}
	if unknown := (judge.Head{}); unknown.Thorough() || !own.Thorough() {
		t.Error("a head is judged on its own where its unknowns were looked at, and not before")
	}
	down := deep
	down.Handling.Down = !deep.Handling.Down
	if _, ok := judge.Amid(at(middle), 8e-3, []judge.Share{{Head: &shallow, Of: 0.5}, {Head: &down, Of: 0.5}}, nil); ok {
		t.Error("a mean of heads that are held in two ways")
	}
	never := judged(middle, 1e-6)
	if _, ok := judge.Amid(at(middle), 8e-3, []judge.Share{{Head: &shallow, Of: 0.5}, {Head: &never, Of: 0.5}}, nil); ok ||
		never.Arrived() {
		t.Error("a mean with a head that never arrives")
	}
}
