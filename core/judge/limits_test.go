package judge

import (
	"math"
	"slices"
	"testing"

	"dunvel/core/catalogue"
	"dunvel/core/judge/musts"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

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
		{"as much as the rod casts", func(s *setup.Setup) { s.Rod.Most = 0.02 }, func(h *Head) { h.Whole = 0.02 },
			RodMost, 0, 1},
		{"a little more", func(s *setup.Setup) { s.Rod.Most = 0.02 }, func(h *Head) { h.Whole = 0.023 },
			RodMost, 0.15, 0.5},
		{"more than that", func(s *setup.Setup) { s.Rod.Most = 0.02 }, func(h *Head) { h.Whole = 0.0231 },
			RodMost, 0.155, 0},
		{"no rod", func(s *setup.Setup) { s.Rod.Most = 0 }, func(h *Head) { h.Whole = 9 }, RodMost, -1, 1},
		{"as little as the rod casts", func(s *setup.Setup) { s.Rod.Least = 0.01 }, func(h *Head) { h.Whole = 0.01 },
			RodLeast, 0, 1},
		{"half of it", func(s *setup.Setup) { s.Rod.Least = 0.01 }, func(h *Head) { h.Whole = 0.005 },
			RodLeast, 0.5, 0},
		{"no least", func(s *setup.Setup) { s.Rod.Least = 0 }, func(h *Head) { h.Whole = 0.001 }, RodLeast, -1, 1},
		{"a float that carries what hangs on it",
			func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Carries = rigging.FixedFloat, 0.003 },
			func(h *Head) { h.Weight = 0.003 * 9.80665 }, Carried, 0, 1},
		{"twice what it carries", func(s *setup.Setup) {
			s.Rigging.Kind, s.Rigging.Carries = rigging.FixedFloat, 0.003
		},
			func(h *Head) { h.Weight = 0.006 * 9.80665 }, Carried, 1, 0},
		{"lighter than the head above", func(s *setup.Setup) {
			s.Rigging.Kind, s.Rigging.Upper = rigging.TwoHeads, 0.004
		},
			func(h *Head) { h.Mass = 0.003 }, Upright, 0.25, 0},
		{"as heavy as the head above", func(s *setup.Setup) {
			s.Rigging.Kind, s.Rigging.Upper = rigging.TwoHeads, 0.004
		},
			func(h *Head) { h.Mass = 0.004 }, Upright, 0, 1},
		{"no head above", func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Upper = rigging.TwoHeads, 0 },
			func(h *Head) { h.Mass = 0.001 }, Upright, -1, 1},
		{"slowly enough for mud", func(s *setup.Setup) { s.Water.Bed = "mud" }, func(h *Head) { h.Fall.Speed = 0.1 },
			Soft, 0.1/mud - 1, 1},
		{"too fast for mud", func(s *setup.Setup) { s.Water.Bed = "mud" }, func(h *Head) { h.Fall.Speed = 2 * mud },
			Soft, 1, 0},
		{"swum over mud", func(s *setup.Setup) { s.Water.Bed, s.Approach.Kind = "mud", setup.Swim },
			func(h *Head) { h.Fall.Speed = 9 }, Soft, -1, 1},
		{"as many snags as are put up with", func(s *setup.Setup) { s.Approach.SnagMost = 4 },
			func(h *Head) { h.Result.Snags = 4 }, Snags, 0, 1},
		{"half as many again", func(s *setup.Setup) { s.Approach.SnagMost = 4 }, func(h *Head) { h.Result.Snags = 6 },
			Snags, 0.5, 0},
		{"a reach that is not known", func(s *setup.Setup) {}, func(h *Head) { h.Reach = 0 }, Thrown, -1, 1},
	} {
		s := setup.Default()
		tt.change(&s)
		c, err := trial.New(s, stage.Knowledge{})
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
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	c.Throw.Spread = 0.1
	h := Head{Sure: 1, Reach: 0.9 * c.Cast.Distance}
	h.keep(c)
	if k := h.Limits[slices.IndexFunc(h.Limits, func(k Kept) bool { return k.Limit == Thrown })]; math.Abs(
		k.By-0.1) > 1e-9 || math.Abs(k.Kept-0.14604) > 1e-4 {
		t.Errorf("%+v", k)
	}
	c.Throw.Spread = 0
	if h.keep(c); h.Limits[slices.IndexFunc(h.Limits, func(k Kept) bool { return k.Limit == Thrown })].Kept != 1 {
		t.Errorf("%+v", h.Limits)
	}
}

// mud is how fast a head may land in it, m/s.
var mud = catalogue.Beds["mud"].Softness.Number

// Of heads that are sure not to do it no lighter one does it either where a heavier one would do better, and no heavier
// one where a lighter one would; of retrieves where nobody reels as slowly as that suits.
func TestWorse(t *testing.T) {
	arrived := trial.Result{Fall: trial.Fall{Outcome: trial.Reached, Time: 5}}
	swum := func(speed, line float64) Head {
		h := Head{Result: arrived, Misses: []Miss{{Must: musts.Felt}}}
		h.Swim.Speed, h.Chord, h.Fall.LineOut = speed, 10, line
		return h
	}
	missed := func(all ...musts.Must) Head {
		h := Head{Result: arrived, Misses: []Miss{{Must: musts.Presses, Met: 1}}}
		for _, m := range all {
			h.Misses = append(h.Misses, Miss{Must: m})
		}
		return h
	}
	sometimes := missed(musts.InTime)
	sometimes.Sure = 0.01
	kept := make([]Kept, len(bounds))
	for i := range kept {
		kept[i] = Kept{Limit: bounds[i].limit, Kept: 1}
	}
	beyond := func(l Limit) Head {
		h := missed()
		h.Limits = slices.Clone(kept)
		h.Limits[slices.IndexFunc(bounds, func(b bound) bool { return b.limit == l })].Kept = 0
		return h
	}
	hovers := missed(musts.Hovers)
	hovers.centre = make(musts.Reading, musts.ReadTrack+22) // at the surface
	for name, tt := range map[string]struct {
		kind             string
		head             Head
		lighter, heavier bool
	}{
		"too light to hover":         {setup.Hover, hovers, true, false},
		"late":                       {setup.SlowFall, missed(musts.InTime), true, false},
		"late now and then":          {setup.SlowFall, sometimes, false, false},
		"too fast":                   {setup.SlowFall, missed(musts.Slowly), false, true},
		"too fast, and not felt":     {setup.SlowFall, missed(musts.Slowly, musts.Felt), true, true},
		"too much for the rod":       {setup.SlowFall, beyond(RodMost), false, true},
		"too little for the rod":     {setup.SlowFall, beyond(RodLeast), true, false},
		"all is met":                 {setup.SlowFall, missed(), false, false},
		"reeled as slowly as any":    {setup.Swim, swum(0.1501, 10), false, false},
		"reeled slower than anybody": {setup.Swim, swum(0.1499, 10), true, false},
		"reeled as fast as any":      {setup.Swim, swum(1.4999, 10), false, false},
		"reeled faster than anybody": {setup.Swim, swum(1.5001, 10.99), false, true},
		"swept along":                {setup.Swim, swum(3, 11.01), false, false},
		"at no speed":                {setup.Swim, swum(0, 10), false, false},
		"never there to be reeled":   {setup.Swim, Head{Misses: []Miss{{Must: musts.Arrives}}}, true, false},
	} {
		s := setup.Default()
		s.Approach.Kind, s.Target.Depth = tt.kind, 3
		c, err := trial.New(s, stage.Knowledge{})
		if err != nil {
			t.Fatal(err)
		}
		if lighter, heavier := tt.head.Worse(c); lighter != tt.lighter || heavier != tt.heavier {
			t.Errorf("%s: lighter ones are worse %t, heavier ones %t", name, lighter, heavier)
		}
	}
}
