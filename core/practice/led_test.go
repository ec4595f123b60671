package practice

import (
	"reflect"
	"strings"
	"testing"

	"dunvel/core/lead"
)

// Fish that are led are the same for a round, and others for another; whoever throws as the
// answer has it is seen.
func TestLed(t *testing.T) {
	others := map[float64]bool{}
	seen := 0
	for seed := range int64(12) {
		q := ask(Lead, seed)
		round, err := Play(t.Context(), q, nil)
		if err != nil {
			t.Fatal(err)
		}
		again, _ := Play(t.Context(), q, nil)
		if !reflect.DeepEqual(round, again) || round.Swim == nil || round.Fish != round.Swim.Depth ||
			len(round.Frames) != 0 {
			t.Errorf("%+v", round)
		}
		f := *round.Swim
		others[f.Distance*1000+f.Way] = true
		if f.Distance < 12 || f.Distance > 28 || f.Depth >= 8 || f.Speed < 0.3 || f.Speed > 0.9 || f.Bearing > 50 &&
			f.Bearing < 310 {
			t.Errorf("%+v", f)
		}
		h, err := lead.Of(t.Context(), q.unasked(), f, q.Mass, lead.Reach)
		if err != nil {
			t.Fatal(err)
		}
		if h.Why != "" {
			continue
		}
		score, err := Call(t.Context(), q,
			Made{At: h.Land - lead.Lasts(h.Distance), Distance: h.Distance, Bearing: h.Bearing}, nil)
		if err != nil || score.Missed != "" || score.Points < 50 ||
			!strings.HasPrefix(score.Words, "They see it for ") {
			t.Errorf("round %d: %+v %v", seed, score, err)
		}
		seen++
		late, err := Call(t.Context(), q, Made{At: h.Land + 25, Distance: h.Distance, Bearing: h.Bearing}, nil)
		if err != nil || late.Points > 50 || late.Missed == "" || late.Depth != f.Depth {
			t.Errorf("round %d, late: %+v %v", seed, late, err)
		}
	}
	if len(others) < 10 || seen < 9 {
		t.Errorf("%d rounds differ, %d can be done", len(others), seen)
	}
	for want, made := range map[string]Made{
		"Thrown: 0.5 m is outside what is allowed, 1 m to 100 m.": {At: 1, Distance: 0.5},
		"Thrown: 361° is outside what is allowed, 0° to 360°.":    {At: 1, Distance: 10, Bearing: 361},
		"Call: -1 s is outside what is allowed, 0 s to 2400 s.":   {At: -1, Distance: 10},
	} {
		if _, err := Call(t.Context(), ask(Lead, 1), made, nil); err == nil || err.Error() != want {
			t.Errorf("%v, not %s", err, want)
		}
	}
}

// What is said of a throw, and its points.
func TestJudgeLed(t *testing.T) {
	for _, tt := range []struct {
		thrown lead.Thrown
		points float64
		missed string
		words  string
	}{
		{lead.Thrown{Lands: 4, Down: 8, Sees: 2.5, Before: true}, 100, "", "They see it for 2.5 s."},
		{lead.Thrown{Lands: 4, Down: 8, Sees: 1, Before: true}, 50, "", "They see it for 1.0 s."},
		{lead.Thrown{Lands: 1.9, Down: 8, Sees: 3, Before: true}, 20, OnHeads,
			"On their heads: it landed 1.9 m from them, and they are gone."},
		{lead.Thrown{Lands: 2, Down: 8, Sees: 3, Before: true}, 100, "", "They see it for 3.0 s."},
		{lead.Thrown{Lands: 9, Down: 8, Ahead: 4, Aside: 1}, 24, Early,
			"Too soon: when it was at 3 m they were still 4 m away."},
		{lead.Thrown{Lands: 9, Down: 8, Ahead: -4, Aside: 1}, 24, Late,
			"Behind them: when it was at 3 m they were past it by 4 m."},
		{lead.Thrown{Lands: 9, Down: 8, Ahead: 1, Aside: 2.5}, 33, Aside,
			"Aside: at their depth it was 2.5 m to the left of their way."},
		{lead.Thrown{Lands: 9, Down: 8, Ahead: 1, Aside: -20}, 0, Aside,
			"Aside: at their depth it was 20 m to the right of their way."},
		{lead.Thrown{Lands: 9, Down: 8, Ahead: -1.5, Sees: 1}, 41, Late,
			"Behind them: when it was at 3 m they were past it by 1.5 m."},
		{lead.Thrown{Lands: 9}, 0, Late, "It does not get down to them, at 3 m."},
	} {
		got := judgeLed(tt.thrown, lead.Fish{Depth: 3}, nil)
		if got.Points != tt.points || got.Missed != tt.missed || got.Words != tt.words {
			t.Errorf("%+v: %+v", tt.thrown, got)
		}
	}
}
