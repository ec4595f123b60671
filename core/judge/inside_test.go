package judge

import (
	"context"
	"math"
	"testing"

	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// Ranges of what may be nothing are as wide as their ends are apart, and those of times as the logarithm
// of their ratio.
func TestWidth(t *testing.T) {
	r := Range{1, 4}
	for n, want := range map[Number]float64{Contact: 3, Height: 3, SecondsDown: math.Log(4), SecondsBack: math.Log(4)} {
		if got := r.width(n); math.Abs(got-want) > 1e-12 {
			t.Errorf("%s: %g, not %g", n, got, want)
		}
	}
}

// slowFall is a case of a slow fall, in which line is held as a result of the bench says.
func slowFall(t *testing.T) *trial.Case {
	t.Helper()
	s := setup.Default()
	s.Head.Hook, s.Water.Depth = "#10", 6
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	return c
}

// reached is what comes of a head that falls 6 m in 10 s with so much line out, over a straight way of 20 m.
func reached(q trial.Question, lineOut float64) trial.Result {
	return trial.Result{Mass: q.Mass, Handling: q.Handling, Chord: 20,
		Fall: trial.Fall{Outcome: trial.Reached, Time: 10,
			Speed: 0.6, LineOut: lineOut, Lines: []trial.Line{{}, {}}, Landing: trial.Point{X: 15, Z: -6}}}
}

// Line of which more is out than helps is fed under a finger, unless that holds the bait up, brings hardly any back
// or does not come to the bed.
func TestHold(t *testing.T) {
	c := slowFall(t)
	for _, tt := range []struct {
		open, fed float64
		seconds   float64
		arrives   bool
		want      string
	}{
		{26, 21, 10, true, setup.LineFed}, {26, 21, 10, false, setup.LineOpen}, {26, 21, 30, true, setup.LineOpen},
		{26, 25.9, 10, true, setup.LineOpen}, {20.1, 20, 10, true, setup.LineOpen},
	} {
		b := Bench{Try: func(_ context.Context, _ *trial.Case, q trial.Question) (trial.Result, error) {
			r := reached(q, tt.open)
			if q.Handling.Line == setup.LineFed {
				if r = reached(q, tt.fed); !tt.arrives {
					r.Fall.Outcome = "time limit"
				}
				r.Fall.Time = tt.seconds
			}
			return r, nil
		}}
		if got, err := b.Hold(t.Context(), c, 5e-3); err != nil || got.Line != tt.want {
			t.Errorf("%+v: held %s (%v)", tt, got.Line, err)
		}
	}
}

// A head is refined once; and one that is shown roughly, with lines that are known, is not tried again.
func TestRefinedOnce(t *testing.T) {
	c, tries := slowFall(t), 0
	b := Bench{Try: func(_ context.Context, _ *trial.Case, q trial.Question) (trial.Result, error) {
		tries++
		return reached(q, 20.1), nil
	}}
	h := Head{Result: reached(trial.Question{Mass: 5e-3, Handling: c.Handlings()[0]}, 20.1)}
	h.Fall.Time, h.Ranges.Time = 8, Range{7, 9}
	if _, err := b.Show(t.Context(), c, &h, false); err != nil || tries != 0 {
		t.Errorf("%d tries to show it roughly: %v", tries, err)
	}
	if err := b.Refine(t.Context(), c, &h); err != nil || tries != 1 || h.Fall.Time != 10 ||
		h.Ranges.Time != (Range{8.75, 11.25}) {
		t.Errorf("%d tries, %g s, %+v: %v", tries, h.Fall.Time, h.Ranges.Time, err)
	}
	if err := b.Refine(t.Context(), c, &h); err != nil || tries != 1 {
		t.Errorf("%d tries to refine it again: %v", tries, err)
	}
	if _, err := b.Show(t.Context(), c, &h, true); err != nil || tries != 1 {
		t.Errorf("%d tries to show finely what is fine: %v", tries, err)
	}
}

// What is judged like another has the speed of the hand that suits it where it is, and not that of the other.
func TestSpeedLike(t *testing.T) {
	at := func(depth float64) *trial.Case {
		s := setup.Default()
		s.Approach.Kind, s.Water.Depth, s.Bait.Length, s.Head.Hook = setup.Swim, depth, 0.09, "1/0"
		c, err := trial.New(s, stage.Knowledge{})
		if err != nil {
			t.Fatal(err)
		}
		return c
	}
	from, err := Engine.Judge(t.Context(), at(4), 10.6e-3)
	if err != nil {
		t.Fatal(err)
	}
	like, ok, err := Engine.Like(t.Context(), at(4.3), 10.6e-3, &from)
	if err != nil || !ok {
		t.Fatal(ok, err)
	}
	alone, err := Engine.Judge(t.Context(), at(4.3), 10.6e-3)
	if err != nil || math.Abs(like.Swim.Speed/alone.Swim.Speed-1) > 1e-9 ||
		like.Swim.Speed > 0.97*from.Swim.Speed {
		t.Errorf("%g m/s, on its own %g, the other %g: %v", like.Swim.Speed, alone.Swim.Speed, from.Swim.Speed, err)
	}
	if math.Abs(alone.Sure-like.Sure) > 0.05 {
		t.Errorf("%g sure, on its own %g", like.Sure, alone.Sure)
	}
}
