package choose

import (
	"context"
	"errors"
	"math"
	"slices"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// Heads are alike within half a hundredth: of those the lightest is the likeliest and the
// closest; a hundredth more is more.
func TestAlike(t *testing.T) {
	c, err := trial.New(setup.Default(), stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	for more, want := range map[float64]int{0.004: 0, 0.01: 1} {
		heads := []judge.Head{{Sure: 0.4}, {Sure: 0.4 + more}}
		if got := likeliest(c, heads); got != want {
			t.Errorf("%g more: the likeliest is %d", more, got)
		}
		if got := closest(heads); got != want {
			t.Errorf("%g more: the closest is %d", more, got)
		}
	}
}

// heads are some with chances, and masses in g that rise.
func heads(grams []float64, sure ...float64) []judge.Head {
	out := make([]judge.Head, len(grams))
	for i, g := range grams {
		out[i].Mass, out[i].Sure, out[i].Verdict = g*1e-3, sure[i], judge.VerdictOf(sure[i], 0.8)
		out[i].Fall.Outcome = trial.Reached
	}
	return out
}

// Which of some heads is tied on, from both sides of what decides it.
func TestPrefer(t *testing.T) {
	usual := func(*setup.Setup) {}
	leans := func(to string) func(*setup.Setup) { return func(s *setup.Setup) { s.Approach.Leaning = to } }
	hooks := func(size string) func(*setup.Setup) { return func(s *setup.Setup) { s.Head.Hook = size } }
	for _, tt := range []struct {
		name                              string
		change                            func(*setup.Setup)
		heads                             []judge.Head
		pick, least, closest, skip, usual int
	}{
		{"the lightest that is as sure as wanted", usual, heads([]float64{2, 3, 4}, 0.79, 0.8, 0.99), 1, 0, 1, -1, 1},
		{"none, but one as likely as not", usual, heads([]float64{2, 3, 4}, 0.2, 0.5, 0.3), 1, 1, 1, -1, 1},
		{"none, but the lightest as likely as not", usual, heads([]float64{2, 3, 4}, 0.5, 0.3, 0.2), 0, 0, 0, -1, 0},
		{"none that is", usual, heads([]float64{2, 3, 4}, 0.2, 0.499, 0.3), -1, -1, 1, -1, -1},
		{"the least is as likely as not", usual, heads([]float64{2, 3, 4}, 0.499, 0.5, 0.9), 2, 1, 2, -1, 2},
		{"just enough", leans(setup.JustEnough), heads([]float64{2, 3, 4}, 0.499, 0.5, 0.9), 1, 1, 1, -1, 2},
		{"with a margin, the next that does it", leans(setup.WithMargin),
			heads([]float64{2, 3, 4, 5}, 0.9, 0.7, 0.9, 0.9), 2, 0, 2, -1, 0},
		{"with a margin, and none over it", leans(setup.WithMargin), heads([]float64{2, 3, 4}, 0.1, 0.2, 0.9), 2,
			2, 2, -1, 2},
		{"heavy, three times as much", leans(setup.Heavy), heads([]float64{2, 3, 6}, 0.9, 0.9, 0.9), 2, 0, 2, -1, 0},
		{"heavy, no more than that", leans(setup.Heavy), heads([]float64{2, 3, 6.01}, 0.9, 0.9, 0.9), 1, 0, 1, -1, 0},
		{"heavy, of those that do it", leans(setup.Heavy), heads([]float64{2, 3, 6}, 0.9, 0.9, 0.7), 1, 0, 1, -1, 0},
		{"hooks come on heads of 7 g: none of these is as heavy", hooks("5/0"), heads([]float64{3, 4}, 0.9, 0.9), 1, 0, 1,
			0, 1},
		{"hooks come on heads of 7 g: two steps up", hooks("5/0"), heads([]float64{3, 4, 5, 8}, 0.9, 0.9, 0.9, 0.9), 2,
			0, 2, 0, 2},
		{"hooks come on heads of 7 g: one step up", hooks("5/0"), heads([]float64{4, 8, 9}, 0.9, 0.9, 0.9), 1,
			0, 1, 0, 1},
		{"hooks come on heads of 7 g, and the next does not do it", hooks("5/0"),
			heads([]float64{4, 5, 6, 8}, 0.9, 0.1, 0.1, 0.9), 0, 0, 0, -1, 0},
		{"heavier ones lack less where none is likely", usual,
			lacking(heads([]float64{2, 3, 4}, 0, 0.009, 0), 0.3, 0.2, 0.1), -1, -1, 2, -1, -1},
	} {
		s := setup.Default()
		s.Head.Hook, s.Approach.Sure = "#6", 0.8
		tt.change(&s)
		c, err := trial.New(s, stage.Knowledge{})
		if err != nil {
			t.Fatal(err)
		}
		got := Prefer(c, tt.heads)
		if want := (Choice{Pick: tt.pick, Least: tt.least, Closest: tt.closest, Skipped: tt.skip,
			Usual: tt.usual}); got != want {
			t.Errorf("%s: %+v, want %+v", tt.name, got, want)
		}
	}
}

func lacking(of []judge.Head, lacks ...float64) []judge.Head {
	for i := range of {
		of[i].Lacks = lacks[i]
	}
	return of
}

// The speed that is nearest to a twentieth under the wanted one goes first, whatever
// comes before it on the ladder.
func TestNearestSpeed(t *testing.T) {
	s := setup.Default()
	s.Approach.Kind, s.Approach.Speed = setup.Swim, 0.5
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	heads := func(verdicts []judge.Verdict, paces ...float64) []judge.Head {
		out := make([]judge.Head, len(paces))
		for i, pace := range paces {
			out[i].Verdict, out[i].Swim.Speed = verdicts[i], 0.5*math.Exp(pace)
		}
		return out
	}
	do := []judge.Verdict{judge.Does, judge.Does, judge.Does}
	for name, tt := range map[string]struct {
		heads []judge.Head
		want  int
	}{
		"the slower by a tenth":    {heads(do, -0.3, -0.11, 0.02), 1},
		"the faster by a fiftieth": {heads(do, -0.3, -0.13, 0.02), 2},
		"the one that does": {
			heads([]judge.Verdict{judge.Does, judge.Perhaps, judge.No}, -0.3, -0.05, -0.04), 0},
		"none": {
			heads([]judge.Verdict{judge.No, judge.Perhaps, judge.No}, -0.3, -0.05, -0.04), -1},
		"the lightest of those as fast":    {heads(do, -0.05, -0.05, -0.05), 0},
		"a heavy one with the speed of it": {heads(do, -0.4, -0.3, -0.05), 2},
	} {
		if got := Nearest(c, tt.heads); got != tt.want {
			t.Errorf("%s: %d", name, got)
		}
	}
}

// swum is a case in which a bait is wanted swum at 0.5 m/s, and heads that suit other speeds of the hand.
func swum(t *testing.T, speeds ...float64) (*trial.Case, []judge.Head) {
	t.Helper()
	s := setup.Default()
	s.Approach.Kind, s.Approach.Speed = setup.Swim, 0.5
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	out := make([]judge.Head, len(speeds))
	for i, speed := range speeds {
		out[i].Fall.Outcome, out[i].Swim.Speed = trial.Reached, speed
	}
	return c, out
}

// Speeds that nobody reels at are not looked at, nor heads that a limit speaks against more likely than not; the
// nearest to the wanted speed comes first, and no more than four are looked at.
func TestByPace(t *testing.T) {
	slowest, fastest := judgement.SwimSlowest.Number, judgement.SwimFastest.Number
	c, all := swum(t, 0.99*slowest, slowest, fastest, 1.01*fastest, 0.4, 0.55, 0.52)
	all[4].Limits = []judge.Kept{{Kept: 0.5}}
	if got := byPace(c, all); !slices.Equal(got, []int{6, 5, 4, 2}) {
		t.Errorf("%v", got)
	}
	all[4].Limits[0].Kept = 0.49
	if got := byPace(c, all); !slices.Equal(got, []int{6, 5, 2, 1}) {
		t.Errorf("with a limit against it: %v", got)
	}
	all[5].Fall.Outcome = "time limit"
	if got := byPace(c, all); !slices.Equal(got, []int{6, 2, 1}) {
		t.Errorf("with one that does not arrive: %v", got)
	}
}

// A pick that swims at about the speed that is wanted stays the pick, the lightest too, and nothing is judged anew.
func TestPickAtTheWantedSpeedStays(t *testing.T) {
	c, all := swum(t, 0.5, 0.8)
	shut := judge.Bench{Try: func(context.Context, *trial.Case, trial.Question) (trial.Result, error) {
		return trial.Result{}, errors.New("it was tried")
	}}
	for pick := range 2 {
		got, err := atItsSpeed(t.Context(), shut.Judge, c, all, Choice{Pick: pick})
		if stays := pick == 0; stays != (err == nil) || stays && got != (Choice{Pick: pick}) {
			t.Errorf("pick %d: %+v, %v", pick, got, err)
		}
	}
}

// A pick at its own speed is put back as it was judged at the wanted one for another choice, for which it is ready.
func TestAgain(t *testing.T) {
	c, all := swum(t, 0.8, 0.6)
	judged := 0
	anew := func(_ context.Context, there *trial.Case, mass float64) (judge.Head, error) {
		judged++
		h := all[0]
		h.Mass, h.Sure, h.Swim.Speed = mass, 0.9, there.Setup.Approach.Speed*0.99
		return h, nil
	}
	all[0].Mass, all[1].Mass = 0.01, 0.02
	at, err := Choose(t.Context(), anew, c, all)
	if err != nil || at.Pick != 1 || at.Speed != 0.6 || all[1].Swim.Speed != 0.99*0.6 || judged != 1 {
		t.Fatalf("%+v, judged %d times, %v", at, judged, err)
	}
	ready := at.Again(all, anew)
	if all[1].Swim.Speed != 0.6 {
		t.Errorf("put back as %+v", all[1].Swim)
	}
	again, err := Choose(t.Context(), ready, c, all)
	if err != nil || again.Pick != 1 || again.Speed != 0.6 || judged != 1 {
		t.Errorf("%+v, judged %d times, %v", again, judged, err)
	}
	for _, other := range []struct{ mass, speed float64 }{{0.01, 0.6}, {0.02, 0.7}} {
		was := judged
		if _, err := ready(t.Context(), c.AtSpeed(other.speed), other.mass); err != nil || judged != was+1 {
			t.Errorf("%+v was not judged", other)
		}
	}
	if (Choice{Pick: 1}).Again(all, anew); all[1].Swim.Speed != 0.99*0.6 {
		t.Errorf("%+v was put back", all[1].Swim)
	}
}
