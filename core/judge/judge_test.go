package judge_test

import (
	"context"
	"math"
	"reflect"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/judge/judgetest"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/stage"
	"dunvel/core/trial"
	"dunvel/core/trust"
)

func situate(t testing.TB, change func(*setup.Setup)) *trial.Case {
	t.Helper()
	s := setup.Default()
	s.Head.Hook = "#6" // comes on any of these heads
	change(&s)
	if err := s.Validate(nil); err != nil {
		t.Fatal(err)
	}
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	return c
}

func solved(t testing.TB, b judge.Bench, change func(*setup.Setup)) *choose.Ladder {
	t.Helper()
	c := situate(t, change)
	l, err := choose.Solve(t.Context(), b, c, c.Setup.Heads)
	if err != nil {
		t.Fatal(err)
	}
	return l
}

// picked is the mass of the head to tie on, g; 0 where there is none.
func picked(l *choose.Ladder) float64 {
	if l.Pick < 0 {
		return 0
	}
	return math.Round(l.Heads[l.Pick].Mass*1e4) / 10
}

// A head is judged the same to the letter alone, on any ladder, and again.
func TestHeadsAreJudgedAlone(t *testing.T) {
	for name, change := range map[string]func(*setup.Setup){
		"drift": func(s *setup.Setup) {
			s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.2}
			s.Water.Depth = 12
		},
		"breeze": func(s *setup.Setup) { s.Wind.Speed, s.Wind.Direction, s.Water.Depth = 5, 90, 3 },
		"swim":   func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.Swim, 3 },
	} {
		c := situate(t, change)
		all, err := judge.Engine.Ladder(t.Context(), c, []float64{0.0142, 0.0035, 0.0053, 0.0071})
		if err != nil {
			t.Fatal(err)
		}
		for i, mass := range []float64{0.0035, 0.0053, 0.0071, 0.0142} {
			alone, err := judge.Engine.Judge(t.Context(), c, mass)
			if err != nil || all[i].Mass != mass || !reflect.DeepEqual(alone, all[i]) {
				t.Errorf("%s, %g g: alone %v, on the ladder %v, %v", name, mass*1e3, alone.Sure, all[i].Sure, err)
			}
		}
	}
}

// The chance is that of many draws of all that is not known, each through the engine.
func TestChanceAgreesWithManyDraws(t *testing.T) {
	if testing.Short() {
		t.Skip("some hundred runs of the engine for each head")
	}
	const draws = 256
	var chances trust.Tally
	inRange, timed := 0, 0
	for name, tt := range map[string]struct {
		change func(*setup.Setup)
		mass   float64
	}{
		"late": {func(s *setup.Setup) { s.Approach.Wait = 47 }, 0.0053},
		"current": {func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.HoldBottom, 5, 0.25, 90
		}, 0.0106},
		"wind": {func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Wind.Speed, s.Wind.Direction = setup.LiftAndDrop, 3, 6, 90
		}, 0.0071},
		"held by the spool": {func(s *setup.Setup) {
			s.Bait.Length, s.Head.Hook, s.Water.Depth, s.Wind.Speed, s.Wind.Direction = 0.09, "1/0", 4, 5, 90
		}, 0.0009},
		"drift": {func(s *setup.Setup) {
			s.Boat, s.Water.Depth = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.3}, 12
			s.Bait.Length = 0.09
		}, 0.0142},
		"swell": {func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.HoldBottom, 2.4, 0.2, 90
			s.Bait.Length, s.Head.Hook = 0.09, "1/0"
			s.Swell.Height, s.Swell.Period, s.Cast.Drag = 0.6, 8, 0.5
		}, 0.0177},
		"swum in a current": {func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Bait.Length = setup.Swim, 4, 0.09
			s.Flow.Speed, s.Flow.Direction = 0.15, 90
		}, 0.0071},
		"hovering": {func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Bait.Length, s.Target.Depth, s.Target.Band = setup.Hover, 8, 0.09, 3, 1
		}, 0.0035},
		"lifted off the bed, if by little": {func(s *setup.Setup) { s.Water.Depth, s.Flow.Speed = 32.2, 0.52 }, 0.0284},
		"lifted off the bed by much":       {func(s *setup.Setup) { s.Water.Depth, s.Flow.Speed = 32.2, 0.48 }, 0.0142},
		"lifted off the bed as it drifts": {func(s *setup.Setup) {
			s.Boat, s.Water.Depth = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.35}, 12
			s.Bait.Length = 0.09
		}, 0.0142},
		"swum low": {func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Bait.Length = setup.Swim, 4, 0.09
		}, 0.0213},
	} {
		c := situate(t, tt.change)
		h, err := judge.Engine.Judge(t.Context(), c, tt.mass)
		if err != nil {
			t.Fatal(err)
		}
		does := 0
		sample := spread.Sample(draws, judge.Unknowns)
		for _, z := range sample {
			met, seconds, err := judge.Drawn(t.Context(), judge.Engine, c, tt.mass, h.Handling, z)
			if err != nil {
				t.Fatal(err)
			}
			if met {
				does++
			}
			if h.Ranges.Time.Low == 0 {
				continue // it does not get there
			}
			if timed++; seconds >= h.Ranges.Time.Low && seconds <= h.Ranges.Time.High {
				inRange++
			}
		}
		chances.Add(float64(does)/draws - h.Sure)
		// Of so many draws the share itself is known to 0.02.
		if drawn := float64(does) / draws; math.Abs(drawn-h.Sure) > 0.03+0.02 {
			t.Errorf("%s: %.3f of draws, judged %.3f", name, drawn, h.Sure)
		}
		t.Logf("%s: %.3f of draws, judged %.3f", name, float64(does)/draws, h.Sure)
	}
	chances.Tell(t, "chances", 0.05)
	covered := trust.Figure{Cases: timed, Value: float64(inRange) / float64(timed), Low: 0.75, High: 0.85}
	if trust.Tell(t, "ranges", covered); !covered.Passes() {
		t.Errorf("%.3f of the draws are within the 80 %% range of the count", covered.Value)
	}
}

// The usual pick is the lightest that is as sure as wanted; leanings go by it.
func TestLeanings(t *testing.T) {
	l := solved(t, judgetest.Bench(nil), func(*setup.Setup) {})
	usual := l.Pick
	if usual < 1 || l.Heads[usual].Sure < 0.8 || l.Heads[usual-1].Sure >= 0.8 || l.Pick != l.Usual ||
		l.Closest != l.Pick {
		t.Fatalf("%+v", l.Choice)
	}
	if l.Heads[l.Least].Sure < 0.5 || l.Least > 0 && l.Heads[l.Least-1].Sure >= 0.5 {
		t.Errorf("least: %v", l.Heads[l.Least].Sure)
	}
	for lean, want := range map[string]func(*choose.Ladder) int{
		setup.JustEnough: func(l *choose.Ladder) int { return l.Least },
		setup.WithMargin: func(l *choose.Ladder) int { return usual + 1 },
		setup.Heavy: func(l *choose.Ladder) int {
			for i := len(l.Heads) - 1; ; i-- {
				if l.Heads[i].Mass <= judgement.HeavyMost.Number*l.Heads[usual].Mass {
					return i
				}
			}
		},
	} {
		if got := solved(t, judgetest.Bench(nil), func(s *setup.Setup) { s.Approach.Leaning = lean }); got.Pick != want(
			got) || got.Usual != usual {
			t.Errorf("%s: %+v", lean, got.Choice)
		}
	}
}

// Where none is as sure as wanted the likeliest is tied on that is as likely as not, and
// none below that.
func TestEvenOdds(t *testing.T) {
	even := func(sure float64) *choose.Ladder {
		c := situate(t, func(*setup.Setup) {})
		heads := []judge.Head{{Sure: 0.2}, {Sure: sure}, {Sure: sure - 0.1}}
		for i := range heads {
			heads[i].Mass = float64(i+1) * 1e-3
			heads[i].Verdict = judge.VerdictOf(heads[i].Sure, 0.8)
		}
		return &choose.Ladder{Case: c, Heads: heads, Choice: choose.Prefer(c, heads)}
	}
	for sure, want := range map[float64]int{0.5: 1, 0.49: -1, 0.79: 1, 0.8: 1} {
		if l := even(sure); l.Pick != want || l.Closest != 1 {
			t.Errorf("%g: %+v", sure, l.Choice)
		}
	}
	for sure, want := range map[float64]judge.Verdict{0.8: judge.Does, 0.799: judge.Perhaps, 0.21: judge.Perhaps,
		0.2: judge.No} {
		if got := judge.VerdictOf(sure, 0.8); got != want {
			t.Errorf("%g: %s", sure, got)
		}
	}
}

// A head on which hooks of the size do not come gives way to one up to two rungs up;
// those that are owned, on the shank or of glass come light.
func TestHooksComeOnHeads(t *testing.T) {
	hooked := func(change func(*setup.Setup)) *choose.Ladder {
		return solved(t, judgetest.Bench(nil), func(s *setup.Setup) {
			s.Water.Depth, s.Head.Hook = 2, "3/0"
			change(s)
		})
	}
	without := hooked(func(s *setup.Setup) { s.Head.Hook = "#10" })
	with := hooked(func(*setup.Setup) {})
	if with.Pick != without.Pick+2 || with.Skipped != without.Pick || without.Skipped != -1 {
		t.Errorf("%+v, with the small hook %+v", with.Choice, without.Choice)
	}
	for name, change := range map[string]func(*setup.Setup){
		"glass":    func(s *setup.Setup) { s.Head.Material = "glass" },
		"shank":    func(s *setup.Setup) { s.Head.Shape = "belly" },
		"screw-in": func(s *setup.Setup) { s.Head.Shape = "screw-in" },
	} {
		if got := hooked(change); got.Skipped != -1 {
			t.Errorf("%s: %+v", name, got.Choice)
		}
	}
	c := situate(t, func(s *setup.Setup) { s.Head.Hook = "3/0" })
	if !choose.Light(c, 0.0034) || choose.Light(c, 0.0035) {
		t.Error("3/0 comes on 3.5 g and more")
	}
	c.Known.Owned = []float64{0.0025}
	if choose.Light(c, 0.0025) || !choose.Light(c, 0.0018) {
		t.Error("what is owned comes as it is")
	}
}

// A bait swims on the head whose own speed is nearest to the wanted one; where none is
// near, that one is tied on at its own speed, if anybody reels so.
func TestSwimSpeeds(t *testing.T) {
	swum := func(speed float64, heads ...float64) *choose.Ladder {
		return solved(t, judgetest.Bench(nil), func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Approach.Speed = setup.Swim, 5, speed
			s.Approach.BandLow, s.Approach.BandHigh = 0.2, 0.8
			if heads != nil {
				s.Heads = heads
			}
		})
	}
	// 0.25 m/s for the root of the grams.
	if l := swum(0.5); picked(l) != 3.5 || l.Speed != 0 {
		t.Errorf("0.5 m/s: %g g at %g", picked(l), l.Speed)
	}
	if l := swum(0.5, 0.016, 0.025); picked(l) != 16 || math.Abs(l.Speed-1) > 0.01 {
		t.Errorf("at its own speed: %g g at %g", picked(l), l.Speed)
	}
	if l := swum(0.5, 0.045); picked(l) != 0 {
		t.Errorf("nobody reels at 1.7 m/s: %g g at %g", picked(l), l.Speed)
	}
}

// The rod stays up where that keeps half in hand, and goes down where it does not and
// that helps; a hand that is set stays as it is.
func TestHandling(t *testing.T) {
	held := func(change func(*setup.Setup)) trial.Handling {
		l := solved(t, judgetest.Bench(nil), func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth = setup.LiftAndDrop, 4
			change(s)
		})
		return l.Heads[l.Closest].Handling
	}
	for name, tt := range map[string]struct {
		change func(*setup.Setup)
		down   bool
	}{
		"calm":     {func(*setup.Setup) {}, false},
		"light":    {func(s *setup.Setup) { s.Wind.Speed = 1.1 }, false},
		"fresh":    {func(s *setup.Setup) { s.Wind.Speed = 7 }, true},
		"set up":   {func(s *setup.Setup) { s.Wind.Speed, s.Hand.Rod = 7, setup.RodHeld }, false},
		"set down": {func(s *setup.Setup) { s.Hand.Rod = setup.RodDown }, true},
	} {
		if got := held(tt.change); got.Down != tt.down || got.Down == (got.Tip == 1.5) {
			t.Errorf("%s: %+v", name, got)
		}
	}
}

// With the rod up a wind bows the line until the bait rides high at three quarters of the speed; with
// it down the same head does at the wanted one.
func TestRodDownToSwimInWind(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Approach.Speed, s.Water.Depth, s.Bait.Length, s.Cast.Distance = setup.Swim, 0.6,
			2.4, 0.09, 35
		s.Flow.Speed, s.Flow.Direction, s.Wind.Speed, s.Wind.Direction, s.Rod.TipHeight = 0.35, 90, 5, 90, 2.2
	})
	up, err := judge.Engine.Try(t.Context(), c, trial.Question{Mass: 0.0106, Handling: c.Handlings()[1]})
	if err != nil || up.Swim.Speed > 0.6/1.3 {
		t.Fatalf("rod up %.2f m/s, %v", up.Swim.Speed, err)
	}
	h, err := judge.Engine.Judge(t.Context(), c, 0.0106)
	if err != nil || !h.Handling.Down || h.Swim.Speed < 1.3*up.Swim.Speed || h.Sure < 0.5 {
		t.Errorf("rod down %v, %.2f m/s, sure %.2f, %v", h.Handling.Down, h.Swim.Speed, h.Sure, err)
	}
}

// A head that does what is asked at another speed than suits it is no more certain for
// that: what is not known is looked at all the same.
func TestFarSpeedIsNoCertainty(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Approach.Speed, s.Water.Depth, s.Boat.Kind, s.Cast.Distance = setup.Swim, 0.596, 7.615,
			"bank", 16.05
		s.Flow.Speed, s.Flow.Direction, s.Wind.Speed, s.Wind.Direction = 0.391, 187, 0, 187
		s.Line.Diameter, s.Leader.Diameter, s.Bait.Form, s.Bait.Length, s.Head.Hook = 0.171e-3, 0.26e-3,
			"paddle tail", 0.08, "2/0"
	})
	h, err := judge.Engine.Judge(t.Context(), c, 0.0025)
	if err != nil || h.Lacks > 0 || h.Swim.Speed < 0.596*1.69 {
		t.Fatalf("lacks %.2f, suits %.2f m/s, %v", h.Lacks, h.Swim.Speed, err)
	}
	if h.Sure < 0.1 || h.Sure > 0.7 {
		t.Errorf("sure %.2f, though it is felt by a tenth more than is told", h.Sure)
	}
}

// What is shown is fed under a finger where more than a quarter more line is out than the
// way takes, and the verdict stays that of the open bail.
func TestFedUnderAFinger(t *testing.T) {
	shown := func(wind float64) (judge.Head, judge.Shown) {
		c := situate(t, func(s *setup.Setup) { s.Water.Depth, s.Wind.Speed, s.Hand.Rod = 4, wind, setup.RodHeld })
		h, err := judgetest.Bench(nil).Judge(t.Context(), c, 0.0071)
		if err != nil {
			t.Fatal(err)
		}
		out, err := judgetest.Bench(nil).Show(t.Context(), c, &h, true)
		if err != nil {
			t.Fatal(err)
		}
		return h, out
	}
	// The stand-in lays out 1.02 and 0.005 for each (m/s)^2 and m of tip.
	if h, s := shown(5.4); s.Handling.Line != setup.LineOpen || s.Otherwise != 0 || s.Fall.LineOut != h.Fall.LineOut {
		t.Errorf("5.4 m/s: %+v", s.Handling)
	}
	if h, s := shown(5.7); s.Handling.Line != setup.LineFed || s.Otherwise != h.Fall.LineOut ||
		!(s.Fall.LineOut < h.Fall.LineOut) {
		t.Errorf("5.7 m/s: %+v, %g m otherwise", s.Handling, s.Otherwise)
	}
}

// Errors of trying come through.
func TestTryingFails(t *testing.T) {
	b := judge.Bench{Try: func(context.Context, *trial.Case, trial.Question) (trial.Result, error) {
		return trial.Result{}, context.Canceled
	}}
	c := situate(t, func(*setup.Setup) {})
	if _, err := choose.Solve(t.Context(), b, c, c.Setup.Heads); err != context.Canceled {
		t.Errorf("%v", err)
	}
}
