package tackle

import (
	"math"
	"testing"

	"dunvel/core/catalogue"
)

// Weights, areas and masses, each against its formula worked out on its own, with the numbers of
// the catalogue in it: for a wire trace of 0.3 m, for instance,
//
//	python3 -c "from math import pi; print(9.80665*(5000-999.1)*pi/4*0.35e-3**2*0.3)"
func TestPinned(t *testing.T) {
	const within = 1e-9
	trace := Trace(0.3, fresh)
	near(t, "mass of a trace", trace.Mass, 0.00014431691252428112, within)
	near(t, "weight of a trace", trace.WeightInWater, 0.0011324671079460302, within)
	near(t, "area of a trace", trace.TowArea, 1.05e-4, within)
	near(t, "area of a trace in air", trace.AirArea, 1.05e-4, within)
	near(t, "water of a trace", trace.Displaced, 2.8837405460601853e-05, within)
	near(t, "strength of wire", WireStrength(), 9.156765053826563, within)

	blade := Blade(0.0071, "lead", fresh)
	near(t, "mass of a blade", blade.Mass, 0.00071, within)
	near(t, "weight of a blade", blade.WeightInWater, 0.006076548882082802, within)
	near(t, "area of a blade", blade.TowArea, 0.00013272281621924678, within)
	near(t, "area of a falling blade", blade.FallSlack, blade.TowArea, within)
	near(t, "area of a falling blade on a tight line", blade.FallTight, blade.TowArea, within)
	near(t, "area of a blade in air", blade.AirArea, 6.636140810962339e-05, within)
	near(t, "water of a blade", blade.Displaced, 9.036445859872612e-05, within)

	stinger := Stinger("5/0", fresh)
	near(t, "mass of a stinger", stinger.Mass, 0.0008, within)
	near(t, "weight of a stinger", stinger.WeightInWater, 0.006846815641783439, within)
	near(t, "water of a stinger", stinger.Displaced, 0.0001018191082802548, within)

	sinker, err := Sinker(0.01, "lead", fresh)
	if err != nil {
		t.Fatal(err)
	}
	near(t, "weight of a sinker", sinker.WeightInWater, 0.08942644354938271, within)
	near(t, "spread of a sinker", sinker.WeightSpread, 0.005365586612962963, within)
	near(t, "area of a sinker", sinker.TowArea, 5.002995492461571e-05, 1e-5) // 1.209 is rounded
	near(t, "area of a sinker in air", sinker.AirArea, 0.00011117767761025714/2, 1e-5)
	near(t, "water of a sinker", sinker.Displaced, 0.0008810405643738977, within)
	near(t, "size of a sinker", sinker.HeadSize, 0.011897693435156143, within)

	near(t, "strength of braid", Strength("braid", 0.18e-3), 9.662322674556211, within)
	near(t, "strength of nylon", Strength("nylon", 0.3e-3), 4.720003850156087, within)
	near(t, "strength of wire of 0.4 mm", Strength("wire", 0.4e-3), 7.688479112250874, within)
	fluorocarbon, err := NewLine("fluorocarbon", 0.3e-3)
	if err != nil {
		t.Fatal(err)
	}
	near(t, "a metre of fluorocarbon", fluorocarbon.Mass(), 0.0001258207857762712, within)
	near(t, "a metre of fluorocarbon in water", fluorocarbon.NetWeight(fresh), 0.0005413130400323528, within)
	braid, err := NewLine("braid", 0.18e-3)
	if err != nil {
		t.Fatal(err)
	}
	near(t, "a metre of braid in water", braid.NetWeight(fresh), -6.014127206198872e-06, within)
}

// A 7 g lead ball with a 1/0 hook and a paddle tail of 89 mm, by its parts:
//
//	bait 0.41 × 0.089 × 0.14 × 0.089 × 0.165 × 0.089 m3 of 1030 kg/m3, hook 0.5 g of 7850, metal of 11340
func TestPinnedLure(t *testing.T) {
	const within = 1e-9
	head := ball(7)
	head.Hook = "1/0"
	l := assemble(t, head, paddle)
	near(t, "mass", l.Mass, 0.01437706424097, within)
	near(t, "water", l.Displaced, 0.007351117651477787, within)
	near(t, "weight", l.WeightInWater, 0.06890099912184379, within)
	near(t, "spread", l.WeightSpread, 0.004053430914809903, within)
	near(t, "drawn along", l.TowArea, 0.0002515676254949858, within)
	near(t, "in air", l.AirArea, 0.0007814874770736364, within)
	near(t, "drawn down", l.FallDrawn, 0.0005435785331322342, within)
	near(t, "size of the head", l.HeadSize, 0.01056400961258181, within)
	head.Skirt = true
	near(t, "with a skirt", assemble(t, head, paddle).TowArea, 0.000470690373363168, within)
	head.Skirt, head.Weighed = false, true
	if weighed := assemble(t, head, paddle); weighed.Mass >= l.Mass || weighed.WeightSpread >= l.WeightSpread {
		t.Errorf("weighed with the hook: %+v", weighed)
	}
}

// A lure with another on its line is the sum of both, and as uncertain as both together.
func TestWith(t *testing.T) {
	a := Lure{Mass: 1, WeightInWater: 2, WeightSpread: 3, TowArea: 4, FallSlack: 5, FallTight: 6, Displaced: 7,
		AirArea: 8, HeadSize: 9}
	b := Lure{Mass: 10, WeightInWater: 20, WeightSpread: 4, TowArea: 40, FallSlack: 50, FallTight: 60, Displaced: 70,
		AirArea: 80, HeadSize: 5}
	want := Lure{Mass: 11, WeightInWater: 22, WeightSpread: 5, TowArea: 44, FallSlack: 55, FallTight: 66, Displaced: 77,
		AirArea: 88, HeadSize: 9}
	if got := a.With(b); got != want {
		t.Errorf("%+v", got)
	}
}

// What is refused, and what is only just taken.
func TestRefused(t *testing.T) {
	for diameter, ok := range map[float64]bool{MinDiameter: true, 0.0199e-3: false, MaxDiameter: true,
		2.001e-3: false} {
		if _, err := NewLine("nylon", diameter); (err == nil) != ok {
			t.Errorf("a line of %g m: %v", diameter, err)
		}
	}
	if _, err := NewLine("nylon", 0.01e-3); err == nil ||
		err.Error() != "tackle: a line of 0.01 mm is outside 0.02 to 2 mm" {
		t.Error(err)
	}
	for text, ok := range map[string]bool{"0.02 mm": true, "0.019 mm": false, "2 mm": true, "2.01 mm": false} {
		if _, _, err := LineSize(text, "nylon", mm); (err == nil) != ok {
			t.Errorf("%s: %v", text, err)
		}
	}
	if _, _, err := LineSize("3 mm", "nylon", mm); err == nil ||
		err.Error() != "“3 mm” makes a line outside 0.02 to 2 mm" {
		t.Error(err)
	}
	if _, err := Sinker(0, "lead", fresh); err != nil {
		t.Error(err)
	}
	for name, err := range map[string]error{"a negative mass": second(Sinker(-1e-9, "lead", fresh)),
		"no metal": second(Sinker(0.01, "wood", fresh))} {
		if err == nil {
			t.Error(name + " was taken")
		}
	}
	if (Lure{}).FallSpeed(fresh) != 0 || (Lure{WeightInWater: -1, FallSlack: 1}).FallSpeed(fresh) != 0 {
		t.Error("what weighs nothing falls")
	}
}

func second(_ Lure, err error) error { return err }

// Wire makes a hook heavier, a ball drags as it is big, and a bait that was weighed is uncertain by its
// volume in water and by the scale.
func TestPinnedParts(t *testing.T) {
	const within = 1e-9
	near(t, "heavy wire", Head{Hook: "1/0", Wire: "heavy"}.HookMass(), 1.4*0.5e-3, within)
	near(t, "fine wire", Head{Hook: "1/0", Wire: "fine"}.HookMass(), 0.7*0.5e-3, within)
	near(t, "a ball of 1 ml", BallArea(1e-6), 0.45*math.Pi/4*math.Pow(6e-6/math.Pi, 2.0/3), within)
	head, bait := ball(7), paddle
	head.Hook, head.Weighed, bait.Weighed = "1/0", true, 0.02
	proportions := catalogue.BaitForms[bait.Form].Proportions.Spread
	metal := 0.01 * (7e-3 - 0.5e-3) * (1 - fresh.Density/11340)
	want := 9.80665 * math.Sqrt(metal*metal+math.Pow(bait.Volume()*fresh.Density*proportions, 2)+math.Pow(0.02*0.02, 2))
	near(t, "spread where all is weighed", assemble(t, head, bait).WeightSpread, want, within)
}

// Of two baits that are drawn along the one that is uneven farther from its axis, wide or high, turns first.
func TestSpinsByItsGreatestSize(t *testing.T) {
	head, bait := ball(7), paddle
	bait.Form, bait.Width, bait.Tall = "curl tail", 0.01, 0.02
	high := spins(head, bait, fresh)
	bait.Width, bait.Tall = 0.02, 0.01
	wide := spins(head, bait, fresh)
	bait.Width, bait.Tall = 0.015, 0.015
	near(t, "wide as high", high, wide, 1e-9)
	near(t, "round", spins(head, bait, fresh)/wide, math.Sqrt(0.02/0.015), 1e-9)
}
