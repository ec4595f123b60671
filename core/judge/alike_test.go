package judge

import (
	"math"
	"slices"
	"testing"

	"dunvel/core/catalogue"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

// Heads are alike within half a hundredth: of those the lightest is the likeliest and the
// closest; a hundredth more is more.
func TestAlike(t *testing.T) {
	c, err := trial.New(setup.Default(), trial.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	for more, want := range map[float64]int{0.004: 0, 0.01: 1} {
		heads := []Head{{Sure: 0.4}, {Sure: 0.4 + more}}
		if got := likeliest(c, heads); got != want {
			t.Errorf("%g more: the likeliest is %d", more, got)
		}
		if got := closest(heads); got != want {
			t.Errorf("%g more: the closest is %d", more, got)
		}
	}
}

// heads are some with chances, and masses in g that rise.
func heads(grams []float64, sure ...float64) []Head {
	out := make([]Head, len(grams))
	for i, g := range grams {
		out[i].Mass, out[i].Sure, out[i].Verdict = g*1e-3, sure[i], VerdictOf(sure[i], 0.8)
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
		heads                             []Head
		pick, least, closest, skip, usual int
	}{
		{"the lightest that is as sure as wanted", usual, heads([]float64{2, 3, 4}, 0.79, 0.8, 0.99), 1, 0, 1, -1, 1},
		{"none, but one as likely as not", usual, heads([]float64{2, 3, 4}, 0.2, 0.5, 0.3), 1, 1, 1, -1, 1},
		{"none that is", usual, heads([]float64{2, 3, 4}, 0.2, 0.499, 0.3), -1, -1, 1, -1, -1},
		{"the least is as likely as not", usual, heads([]float64{2, 3, 4}, 0.499, 0.5, 0.9), 2, 1, 2, -1, 2},
		{"just enough", leans(setup.JustEnough), heads([]float64{2, 3, 4}, 0.499, 0.5, 0.9), 1, 1, 1, -1, 2},
		{"with a margin, the next that does it", leans(setup.WithMargin), heads([]float64{2, 3, 4, 5}, 0.9, 0.7, 0.9, 0.9), 2, 0, 2, -1, 0},
		{"with a margin, and none over it", leans(setup.WithMargin), heads([]float64{2, 3, 4}, 0.1, 0.2, 0.9), 2, 2, 2, -1, 2},
		{"heavy, three times as much", leans(setup.Heavy), heads([]float64{2, 3, 6}, 0.9, 0.9, 0.9), 2, 0, 2, -1, 0},
		{"heavy, no more than that", leans(setup.Heavy), heads([]float64{2, 3, 6.01}, 0.9, 0.9, 0.9), 1, 0, 1, -1, 0},
		{"heavy, of those that do it", leans(setup.Heavy), heads([]float64{2, 3, 6}, 0.9, 0.9, 0.7), 1, 0, 1, -1, 0},
		{"hooks come on heads of 7 g: two steps up", hooks("5/0"), heads([]float64{3, 4, 5, 8}, 0.9, 0.9, 0.9, 0.9), 2, 0, 2, 0, 2},
		{"hooks come on heads of 7 g: one step up", hooks("5/0"), heads([]float64{4, 8, 9}, 0.9, 0.9, 0.9), 1, 0, 1, 0, 1},
		{"hooks come on heads of 7 g, and the next does not do it", hooks("5/0"), heads([]float64{4, 5, 6, 8}, 0.9, 0.1, 0.1, 0.9), 0, 0, 0, -1, 0},
		{"heavier ones lack less where none is likely", usual, lacking(heads([]float64{2, 3, 4}, 0, 0.009, 0), 0.3, 0.2, 0.1), -1, -1, 2, -1, -1},
	} {
		s := setup.Default()
		s.Head.Hook, s.Approach.Sure = "#6", 0.8
		tt.change(&s)
		c, err := trial.New(s, trial.Knowledge{})
		if err != nil {
			t.Fatal(err)
		}
		got := Prefer(c, tt.heads)
		if want := (Choice{Pick: tt.pick, Least: tt.least, Closest: tt.closest, Skipped: tt.skip, Usual: tt.usual}); got != want {
			t.Errorf("%s: %+v, want %+v", tt.name, got, want)
		}
	}
}

func lacking(of []Head, lacks ...float64) []Head {
	for i := range of {
		of[i].Lacks = lacks[i]
	}
	return of
}

// How far a head is beyond a limit, and how sure it is kept then.
func TestLimits(t *testing.T) {
	for _, tt := range []struct {
		name   string
		change func(*setup.Setup)
		head   func(h *Head)
		limit  Limit
		by     float64
		kept   float64
	}{
		{"as much as the rod casts", func(s *setup.Setup) { s.Rod.Most = 0.02 }, func(h *Head) { h.Whole = 0.02 }, RodMost, 0, 1},
		{"a little more", func(s *setup.Setup) { s.Rod.Most = 0.02 }, func(h *Head) { h.Whole = 0.023 }, RodMost, 0.15, 0.5},
		{"more than that", func(s *setup.Setup) { s.Rod.Most = 0.02 }, func(h *Head) { h.Whole = 0.0231 }, RodMost, 0.155, 0},
		{"no rod", func(s *setup.Setup) { s.Rod.Most = 0 }, func(h *Head) { h.Whole = 9 }, RodMost, -1, 1},
		{"as little as the rod casts", func(s *setup.Setup) { s.Rod.Least = 0.01 }, func(h *Head) { h.Whole = 0.01 }, RodLeast, 0, 1},
		{"half of it", func(s *setup.Setup) { s.Rod.Least = 0.01 }, func(h *Head) { h.Whole = 0.005 }, RodLeast, 0.5, 0},
		{"no least", func(s *setup.Setup) { s.Rod.Least = 0 }, func(h *Head) { h.Whole = 0.001 }, RodLeast, -1, 1},
		{"a float that carries what hangs on it", func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Carries = setup.FixedFloat, 0.003 },
			func(h *Head) { h.Weight = 0.003 * 9.80665 }, Carried, 0, 1},
		{"twice what it carries", func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Carries = setup.FixedFloat, 0.003 },
			func(h *Head) { h.Weight = 0.006 * 9.80665 }, Carried, 1, 0},
		{"lighter than the head above", func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Upper = setup.TwoHeads, 0.004 },
			func(h *Head) { h.Mass = 0.003 }, Upright, 0.25, 0},
		{"as heavy as the head above", func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Upper = setup.TwoHeads, 0.004 },
			func(h *Head) { h.Mass = 0.004 }, Upright, 0, 1},
		{"no head above", func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Upper = setup.TwoHeads, 0 }, func(h *Head) { h.Mass = 0.001 }, Upright, -1, 1},
		{"slowly enough for mud", func(s *setup.Setup) { s.Water.Bed = "mud" }, func(h *Head) { h.Fall.Speed = 0.1 }, Soft, 0.1/mud - 1, 1},
		{"too fast for mud", func(s *setup.Setup) { s.Water.Bed = "mud" }, func(h *Head) { h.Fall.Speed = 2 * mud }, Soft, 1, 0},
		{"swum over mud", func(s *setup.Setup) { s.Water.Bed, s.Approach.Kind = "mud", setup.Swim }, func(h *Head) { h.Fall.Speed = 9 }, Soft, -1, 1},
		{"as many snags as are put up with", func(s *setup.Setup) { s.Approach.SnagMost = 4 }, func(h *Head) { h.Result.Snags = 4 }, Snags, 0, 1},
		{"half as many again", func(s *setup.Setup) { s.Approach.SnagMost = 4 }, func(h *Head) { h.Result.Snags = 6 }, Snags, 0.5, 0},
		{"a reach that is not known", func(s *setup.Setup) {}, func(h *Head) { h.Reach = 0 }, Thrown, -1, 1},
	} {
		s := setup.Default()
		tt.change(&s)
		c, err := trial.New(s, trial.Knowledge{})
		if err != nil {
			t.Fatal(err)
		}
		h := Head{Sure: 0.9}
		h.Mass, h.Whole = 0.005, 0.01
		tt.head(&h)
		h.keep(c)
		k := h.Limits[slices.IndexFunc(h.Limits, func(k Kept) bool { return k.Limit == tt.limit })]
		if math.Abs(k.By-tt.by) > 1e-9 || k.Kept != tt.kept {
			t.Errorf("%s: by %g, kept %g; want %g, %g", tt.name, k.By, k.Kept, tt.by, tt.kept)
		}
		if math.Abs(h.Sure-0.9*tt.kept) > 1e-9 {
			t.Errorf("%s: %g sure", tt.name, h.Sure)
		}
	}
	// A throw that is known to 10 % and comes out a tenth short reaches as far about once in seven.
	s := setup.Default()
	c, err := trial.New(s, trial.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	c.Throw.Spread = 0.1
	h := Head{Sure: 1, Reach: 0.9 * c.Cast.Distance}
	h.keep(c)
	if k := h.Limits[slices.IndexFunc(h.Limits, func(k Kept) bool { return k.Limit == Thrown })]; math.Abs(k.By-0.1) > 1e-9 || math.Abs(k.Kept-0.14604) > 1e-4 {
		t.Errorf("%+v", k)
	}
	c.Throw.Spread = 0
	if h.keep(c); h.Limits[slices.IndexFunc(h.Limits, func(k Kept) bool { return k.Limit == Thrown })].Kept != 1 {
		t.Errorf("%+v", h.Limits)
	}
}

// mud is how fast a head may land in it, m/s.
var mud = catalogue.Beds["mud"].Softness.Number
