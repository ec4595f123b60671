package model

import (
	"cmp"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"dunvel/core/rig"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/units"
	"dunvel/core/water"
)

// A list becomes bodies: what slides has its stops, what hangs beside a bait is with it.
func TestListBecomesBodies(t *testing.T) {
	s := setup.Default()
	s.Rigging.Kind, s.Rigging.Parts = rigging.OwnRig, []rigging.Part{
		{What: "head", Mass: 0.001}, {What: "stinger"}, {What: "head", At: 0.5, Mass: 0.002},
		{What: "swivel", At: 1}, {What: "sinker", At: 1, Slides: true}, {What: "stop", At: 3},
	}
	s.Leader.Length = 1
	r, whole, err := Rig(s, 0.02, fresh(t))
	if err != nil {
		t.Fatal(err)
	}
	if len(r.Bodies) != 4 || r.Key != 3 {
		t.Fatalf("%d bodies, body %d is felt", len(r.Bodies), r.Key)
	}
	if sinker := r.Bodies[3]; sinker.Slides != (rig.Span{From: 1, To: 3}) || sinker.At != 1.01 ||
		math.Abs(sinker.Mass-0.02) > 1e-12 {
		t.Errorf("the sinker: %+v", sinker)
	}
	plain := s
	plain.Rigging.Parts = append([]rigging.Part{s.Rigging.Parts[0]}, s.Rigging.Parts[2:]...)
	without, _, err := Rig(plain, 0.02, fresh(t))
	if err != nil {
		t.Fatal(err)
	}
	if hook := r.Bodies[0].Mass - without.Bodies[0].Mass; !(hook > 1e-4) || r.Bodies[1] != without.Bodies[1] {
		t.Errorf("the stinger weighs %g kg on the lower bait", hook)
	}
	sum := 0.0
	for _, b := range r.Bodies {
		sum += b.Mass
	}
	if math.Abs(whole.Mass-sum) > 1e-12 {
		t.Errorf("the whole of it weighs %g kg, its bodies %g", whole.Mass, sum)
	}
	s.Rigging.Parts = []rigging.Part{{What: "hook"}, {What: "sinker", At: 0.3, Slides: true}}
	if r, _, err = Rig(s, 0.02, fresh(t)); err != nil || !math.IsInf(r.Bodies[1].Slides.To, 1) ||
		r.Bodies[1].Slides.From != 0 {
		t.Errorf("with no stop: %+v %v", r.Bodies, err)
	}
}

// Heads have the hook that fits the bait, 13.2 mm high, where such comes on them, and a
// hook without a head fits its bait.
func TestHooksAsTheyCome(t *testing.T) {
	s := setup.Default()
	s.Head.Hook = setup.HookAsTheyCome
	if err := s.Validate(units.Choice{}); err != nil {
		t.Fatal(err)
	}
	for grams, want := range map[float64]string{0.1: "#10", 0.9: "#1", 1.79: "#1", 1.8: "1/0", 3.5: "3/0",
		42.5: "3/0"} {
		if head, _ := Tackle(s, grams*1e-3); head.Hook != want {
			t.Errorf("%g g comes with %s, not %s", grams, head.Hook, want)
		}
	}
	s.Rigging.Kind, s.Rigging.Stinger = rigging.DropShot, true // a bait 13.2 mm high, whose hook has a gap of 14.5
	own, _, err := Rig(s, 0.02, fresh(t))
	if err != nil {
		t.Fatal(err)
	}
	s.Head.Hook, s.Rigging.Stinger = "3/0", false
	plain, _, err := Rig(s, 0.02, fresh(t))
	if err != nil {
		t.Fatal(err)
	}
	// The stinger goes by that hook, of 0.9 g, and not by the sinker: half of it.
	if more := own.Bodies[1].Mass - plain.Bodies[1].Mass; math.Abs(more-0.45e-3) > 1e-9 {
		t.Errorf("the hook fits its bait and the stinger weighs 0.45 g, but %g kg more hang there", more)
	}
}

func fresh(t *testing.T) water.Fluid {
	t.Helper()
	fluid, err := water.New("fresh", 15)
	if err != nil {
		t.Fatal(err)
	}
	return fluid
}

// A bait on a bare hook comes down nose first behind a fixed weight, as one does behind a
// head of its own; behind a sinker that slides, and one lighter than itself, it falls flat
// by itself.
func TestDrawnDown(t *testing.T) {
	fall := func(kind string, mass float64) float64 {
		s := setup.Default()
		s.Rigging.Kind = kind
		fluid, err := water.New(s.Water.Salinity, s.Water.Temperature)
		if err != nil {
			t.Fatal(err)
		}
		r, _, err := Rig(s, mass, fluid)
		if err != nil {
			t.Fatal(err)
		}
		bait := r.Bodies[0]
		if kind == rigging.DropShot {
			bait = r.Bodies[1]
		}
		return bait.FallArea
	}
	flat := fall(rigging.SlidingSinker, 7e-3)
	// The sine of 85 degrees to that of 45, cubed, is all but 2.8, and the tail turns with neither.
	for _, kind := range []string{rigging.DropShot, rigging.SplitShot} {
		if drawn := fall(kind, 7e-3); drawn > flat/2.2 || drawn < flat/2.8 {
			t.Errorf("%s: %g m2, flat %g", kind, drawn, flat)
		}
		if light := fall(kind, 0.4e-3); math.Abs(light/flat-1) > 1e-9 {
			t.Errorf("%s of 0.4 g: %g m2, flat %g", kind, light, flat)
		}
	}
}

// To be played a float is among the bodies: fixed where it is tied, or sliding from the
// uppermost of what hangs up to its stop. It carries what is written on it.
func TestAfloat(t *testing.T) {
	s := setup.Default()
	fluid := water.Fluid{Density: 1000, Viscosity: 1e-6}
	for kind, want := range map[string]rig.Body{
		rigging.FixedFloat:   {At: 0.8},
		rigging.SlidingFloat: {At: rigging.Closest, Slides: rig.Span{From: rigging.Closest, To: 0.8}},
	} {
		s.Rigging.Kind, s.Rigging.Stop, s.Rigging.Carries = kind, 0.8, 4e-3
		r, _, err := Rig(s, 1e-3, fluid)
		if err != nil {
			t.Fatal(err)
		}
		float := Afloat(s, r, fluid)
		if len(r.Bodies) != 1 || len(float.Bodies) != 2 || float.Key != 0 {
			t.Fatalf("%s: %+v", kind, float)
		}
		// A ball of 6 ml is 397 mm2 across; half of what it carries is its own.
		got := float.Bodies[1]
		if math.Abs(got.WeightInWater+4e-3*9.80665) > 1e-9 || got.Mass != 2e-3 ||
			math.Abs(got.TowArea-0.45*399e-6) > 2e-6 || got.At != want.At || got.Slides != want.Slides {
			t.Errorf("%s: %+v", kind, got)
		}
	}
	s.Rigging.Kind = rigging.SingleHead
	if r, _, err := Rig(s, 1e-3, fluid); err != nil || Afloat(s, r, fluid) != r {
		t.Error("a rig without a float has one", err)
	}
}

// Whatever list of parts is not refused is a rig that can be worked out, with its float
// and without.
func TestAllowedRigsAreRigs(t *testing.T) {
	fluid, err := water.New("fresh", 15)
	if err != nil {
		t.Fatal(err)
	}
	random := rand.New(rand.NewPCG(1, 2))
	places := []float64{0, 0, 0.004, 0.01, 0.02, 0.3, 0.3, 0.305, 0.5, 2}
	allowed, kinds := 0, rigging.DescribeParts()
	for range 50_000 {
		s := setup.Default()
		s.Rigging.Kind, s.Approach.Kind = rigging.OwnRig, setup.SlowFall
		for i := range 1 + random.IntN(7) {
			kind := kinds[random.IntN(len(kinds))]
			p := rigging.Part{What: kind.What, At: places[random.IntN(len(places))], Slides: random.IntN(2) == 0}
			if i == 0 {
				p.At, p.Slides = 0, false
			}
			if !kind.Slides {
				p.Slides = false
			} else if kind.Weighs && random.IntN(2) == 0 || p.What == rigging.PartFloat {
				p.Mass = 0.004
			}
			s.Rigging.Parts = append(s.Rigging.Parts, p)
		}
		slices.SortStableFunc(s.Rigging.Parts, func(a, b rigging.Part) int { return cmp.Compare(a.At, b.At) })
		if s.Validate(nil) != nil {
			continue
		}
		allowed++
		r, _, err := Rig(s, 0.005, fluid)
		if err == nil {
			err = rig.CheckSlides(Afloat(s, r, fluid).Bodies)
		}
		if err != nil {
			t.Fatalf("%+v: %v", s.Rigging.Parts, err)
		}
	}
	if allowed < 500 {
		t.Errorf("only %d of them were allowed", allowed)
	}
}
