package tackle

import (
	"math"
	"testing"

	"dunvel/core/water"
)

// What is seen in a tank, and in the hand: a floating bait stands tail up on a foot, one
// that sinks lies, and a football leans more than a mushroom.
func TestSit(t *testing.T) {
	fresh, err := water.New("fresh", 15)
	if err != nil {
		t.Fatal(err)
	}
	stub := Bait{Form: "stub", Length: 0.08, Body: "floating"}
	worm := func(length float64, body string) Bait { return Bait{Form: "straight worm", Length: length, Body: body} }
	for _, tt := range []struct {
		shape string
		grams float64
		hook  string
		bait  Bait
		want  Attitude
		bed   float64
		bends bool
	}{
		{"mushroom", 7, "1/0", stub, Stands, 80, false},
		{"stand-up", 7, "1/0", stub, Stands, 60, false},
		{"ball", 7, "1/0", stub, Stands, 69.75, false},
		{"football", 7, "1/0", stub, Leans, 35, false},
		{"flat", 7, "1/0", stub, Leans, 20, false},
		{"ball", 14, "5/0", worm(0.2, "plain"), Lies, 0, true},
		{"football", 14, "5/0", worm(0.2, "plain"), Lies, 0, true},
		{"mushroom", 7, "5/0", worm(0.2, "plain"), Lies, 0, true},
		{"mushroom", 14, "5/0", worm(0.2, "plain"), Stands, 80, true},
		{"mushroom", 14, "5/0", worm(0.2, "heavily salted"), Lies, 0, true},
		{"ball", 7, "1/0", worm(0.06, "plain"), Lies, 0, false},
		{"football", 7, "1/0", worm(0.06, "plain"), Leans, 35, false},
		{"ball", 7, "6/0", worm(0.05, "floating"), Lies, 0, false}, // too small for its hook
	} {
		head := Head{Mass: tt.grams * 1e-3, Material: "lead", Shape: tt.shape, Hook: tt.hook, Wire: "standard"}
		got := Sit(head, tt.bait, fresh, 0.5)
		if got.Attitude != tt.want || math.Abs(got.Bed-tt.bed) > 0.6 || got.Bends != tt.bends {
			t.Errorf("%.0f mm %s %s on %.0f g %s: %+v, want %s at %g°", tt.bait.Length*1e3, tt.bait.Body, tt.bait.Form,
				tt.grams, tt.shape, got, tt.want, tt.bed)
		}
	}
}

// Balances worked by hand: a stick of 100 mm and 8 mm on a 5/0 hook, whose shank is 39.6 mm
// with its weight 21.8 mm back, is held out over all its length, so that its lift turns it
// at 50 mm.
func TestBalances(t *testing.T) {
	fresh, err := water.New("fresh", 12)
	if err != nil {
		t.Fatal(err)
	}
	ball := Head{Mass: 7e-3, Material: "lead", Shape: "ball", Hook: "5/0", Wire: "standard"}
	bait := Bait{Form: "stick", Length: 0.1, Body: "floating"}
	hook := 1.6e-3 * (1 - fresh.Density/hookDensity) * 0.55 * 0.0396
	// As much lift as turns it up 1.5 times as hard as its hook turns it down.
	bait.Weighed = bait.Volume()*fresh.Density - 1.5*hook/(judgeHeld*0.5)
	moment := 9.80665 * (1.5 - 1) * hook
	l := leverOf(ball, bait, fresh)
	if math.Abs(l.lift/moment-1) > 1e-6 {
		t.Errorf("turned up by %g N m, not %g", l.lift, moment)
	}
	// A body of 0.95 of 100 mm by 8 mm, and a tail of 0.05 of the square of 8 mm.
	area, tail := 0.95*0.1*0.008, 0.05*0.008*0.008
	for _, speed := range []float64{0.05, 0.3} {
		turn := func(angle float64) float64 { // of the water that passes at that angle
			return 0.5 * fresh.Density * speed * speed * (area*0.05*math.Sin(angle)*math.Sin(angle) +
				tail*judgeHeld*math.Sin(angle))
		}
		got := -Sit(ball, bait, fresh, speed).Tow * degree
		if speed == 0.05 {
			got = Sit(ball, bait, fresh, 0.5).Bed * degree
		}
		if up, push := moment*math.Cos(got), turn(got); math.Abs(up-push) > 0.03*moment {
			t.Errorf("at %g m/s it stands at %.1f°, where lift turns it by %g and the water by %g N m", speed,
				got/degree, up, push)
		}
	}
	// The foot of a mushroom holds what its weight does at 0.9 of the radius of its ball,
	// of which the water takes 8 % as the bait comes down at 45 degrees.
	radius := math.Cbrt(3 * 7e-3 / 11340 / (4 * math.Pi))
	holds := 0.9 * radius * 9.80665 * 7e-3 * (1 - fresh.Density/11340)
	mushroom := ball
	mushroom.Shape = "mushroom"
	for share, want := range map[float64]float64{0.9: 80, 0.94: 0} {
		heavy := bait
		heavy.Weighed = bait.Volume()*fresh.Density + (share*holds/math.Cos(math.Pi/4)/9.80665-hook)/(judgeHeld*0.5)
		if got := Sit(mushroom, heavy, fresh, 0.5).Bed; math.Abs(got-want) > 1 {
			t.Errorf("with %g of what its foot holds it is at %g°", share, got)
		}
	}
}

// judgeHeld is over how much of it the stick of the balances is held out, m: all of it.
const judgeHeld = 0.1

func TestHookExit(t *testing.T) {
	if got := HookExit("1/0"); math.Abs(got-0.0253) > 1e-9 {
		t.Errorf("%g m", got)
	}
}

// Measured width and height go before those of the form, for the volume, the drag and how
// far it holds itself out; what nature made is known less well than what a mould did.
func TestMeasuredBaits(t *testing.T) {
	bait := Bait{Form: "paddle tail", Length: 0.1, Body: "plain"}
	slim := bait
	slim.Width, slim.Tall = 0.007, 0.00825 // half of both
	if got := slim.Volume() / bait.Volume(); math.Abs(got-0.25) > 1e-9 {
		t.Errorf("a quarter of the section has %g of the volume", got)
	}
	if slim.Tall = 0; math.Abs(slim.Volume()/bait.Volume()-0.5) > 1e-9 {
		t.Error("the height of the form is gone")
	}
	fresh, err := water.New("fresh", 15)
	if err != nil {
		t.Fatal(err)
	}
	ball := Head{Mass: 0, Material: "lead", Shape: "ball", Hook: "#10", Wire: "standard"}
	spread := func(form string) float64 {
		lure, err := Assemble(ball, Bait{Form: form, Length: 0.1, Body: "floating"}, fresh)
		if err != nil {
			t.Fatal(err)
		}
		return lure.WeightSpread / (9.80665 * Bait{Form: form, Length: 0.1, Body: "floating"}.Volume())
	}
	// sqrt((69 x 0.15)^2 + (930 x 0.02)^2) is 21.3 kg/m3, and with 0.25 it is 25.4.
	if a, b := spread("paddle tail"), spread("natural fish"); math.Abs(a-21.3) > 0.3 || math.Abs(b-25.4) > 0.3 {
		t.Errorf("known to %g and %g kg/m3", a, b)
	}
	if _, err := Assemble(ball, Bait{Form: "stub", Length: 0.1, Body: "plain", Width: -1}, fresh); err == nil {
		t.Error("a width below nothing passes")
	}
}
