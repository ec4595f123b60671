package tackle

import (
	"math"
	"testing"

	"dunvel/core/judgement"
	"dunvel/core/water"
)

func within(t *testing.T, what string, got, want, share float64) {
	t.Helper()
	if !(math.Abs(got-want) <= share*math.Abs(want)) {
		t.Errorf("%s: %g, not %g", what, got, want)
	}
}

// A ball of 7 g of lead with a 1/0 hook of 0.5 g, and a paddle tail of 80 mm: 11.2 mm wide,
// 13.2 mm high, 4849 mm3, side 732 mm2, nose 116.1 mm2, tail 156.8 mm2.
func jig(shape, put string) (Head, Bait) {
	return Head{Mass: 7e-3, Material: "lead", Shape: shape, Hook: "1/0", Wire: "standard"},
		Bait{Form: "paddle tail", Length: 0.08, Body: "plain", Put: put}
}

func TestPutOn(t *testing.T) {
	fresh, err := water.New("fresh", 15)
	if err != nil {
		t.Fatal(err)
	}
	// The head is 0.45 x 1.209 (7e-3/11340)^(2/3) = 39.4 mm2. One that swings has its head
	// below it, and flutters with a tenth of its side.
	const head, side, nose, tail, flutter = 39.4e-6, 732e-6, 116.1e-6, 156.8e-6, 73.2e-6
	for put, want := range map[string]struct{ fall, tow, angle, bed float64 }{
		"along the hook": {head/math.Sqrt(8) + side/math.Sqrt(8) + 0.3*nose/math.Sqrt(8) + tail, 46.4e-6 + tail, 45, 0},
		"by the nose":    {head + 0.3*nose + tail + flutter, 46.4e-6 + tail + flutter, 0, 0},
		"by the middle":  {head + side + tail + flutter, 46.4e-6 + 0.3*side + tail + flutter, 90, 0},
		"by the side":    {head + side + tail + flutter, 46.4e-6 + 0.3*side + tail + flutter, 90, 0},
	} {
		h, b := jig("ball", put)
		h.Hook = "4/0" // it turns the tail down as hard as the judged tilt of a sinking bait is of
		lure, err := Assemble(h, b, fresh)
		if err != nil {
			t.Fatal(err)
		}
		within(t, put+": falls with", lure.FallSlack, want.fall, 2e-3)
		within(t, put+": is drawn with", lure.TowArea, want.tow, 2e-3)
		p := Sit(h, b, fresh, 0.5)
		if p.Fall != want.angle || p.Bed != want.bed || p.Attitude != Lies {
			t.Errorf("%s: %+v", put, p)
		}
		if put != "along the hook" && (p.Glide != 0 || p.Tight != p.Fall || p.Hang != 0) {
			t.Errorf("%s: %+v", put, p)
		}
	}
	if h, b := jig("ball", "by the middle"); !Sit(h, b, fresh, 0.5).Bends || Sit(h, b, fresh, 0.5).Spins == 0 {
		t.Error("hooked by the middle it does not bend, or is even")
	}
}

// The judged tilts are those of two lures, which the turns of the table are worked out of;
// between them it goes by the balance, and past them no further.
func TestTailDown(t *testing.T) {
	fresh, err := water.New("fresh", 15)
	if err != nil {
		t.Fatal(err)
	}
	ball := Head{Mass: 7e-3, Material: "lead", Shape: "ball", Hook: "3/0", Wire: "standard"}
	bait := Bait{Form: "paddle tail", Length: 0.089, Body: "plain"}
	// A bait of 12.46 by 14.69 mm, 0.41 of it full: 6.68 ml of 1030 kg/m3, held out over all
	// its length, so that it turns at 44.5 mm; a hook of 1.05 g whose weight is 0.55 of its
	// shank of 33 mm back. Against it 0.75 of its side at 44.5 mm and 0.9 of the square of
	// its height at 89 mm.
	turn := func(density, hook, shank float64) float64 {
		const volume, side, tail = 6.679e-6, 0.75 * 0.089 * 0.013573, 0.9 * 0.014685 * 0.014685
		sinks := volume * (density - fresh.Density)
		hookSinks := hook * (1 - fresh.Density/hookDensity)
		heavy := sinks + hookSinks + 7e-3*(1-fresh.Density/11340)
		falls := (39.4e-6+side+0.3*143.7e-6)/math.Sqrt(8) + tail
		return (sinks*0.0445 + hookSinks*0.55*shank) * falls / (heavy * (side*0.0445/math.Sqrt2 + tail*0.089))
	}
	hook, shank := ball.HookMass(), HookExit("3/0")
	within(t, "the turn of the plain one", turn(1030, hook, shank), judgement.TurnPlain.Number, 0.02)
	within(t, "the turn of the floating one", turn(930, hook, shank), judgement.TurnFloating.Number, 0.03)
	fall := func(head Head, bait Bait) (float64, float64) {
		p := Sit(head, bait, fresh, 0.5)
		return p.Fall, p.Tight
	}
	middling := bait
	middling.Weighed = bait.Volume() * 980
	share := (turn(980, hook, shank) + 0.012) / 0.049
	slack, tight := fall(ball, middling)
	within(t, "slack, between the two", slack, 25+20*share, 5e-3)
	within(t, "tight, between the two", tight, 40+20*share, 5e-3)

	floating, salted, heavier := bait, bait, ball
	floating.Weighed, salted.Body, heavier.Mass = bait.Volume()*880, "heavily salted", 42e-3
	if slack, tight := fall(ball, salted); slack != 45 || tight != 60 {
		t.Errorf("heavily salted it falls at %g and %g°", slack, tight)
	}
	if slack, tight := fall(ball, floating); slack != 25 || tight != 40 {
		t.Errorf("floating more it falls at %g and %g°", slack, tight)
	}
	if slack, _ := fall(heavier, floating); slack < 26 || slack > 40 {
		t.Errorf("falling faster the same is turned up to %g°", slack)
	}
}

// Hooked by the nose on a light hook a heavy stick does not trail: at its angle its weight
// turns it down as hard as the water turns it up.
func TestTrails(t *testing.T) {
	fresh, err := water.New("fresh", 15)
	if err != nil {
		t.Fatal(err)
	}
	h := Head{Mass: 0.1e-3, Material: "lead", Shape: "ball", Hook: "#10", Wire: "standard"}
	b := Bait{Form: "stick", Length: 0.1, Body: "heavily salted", Put: "by the nose", Width: 0.02, Tall: 0.02}
	p := Sit(h, b, fresh, 0.5)
	if p.Fall < 5 || p.Fall > 80 {
		t.Fatalf("at %g°", p.Fall)
	}
	lure, err := Assemble(h, b, fresh)
	if err != nil {
		t.Fatal(err)
	}
	// 0.7 x 100 x 20 x 20 mm3 of 1220 kg/m3, turned at 50 mm; a side of 0.95 x 100 x 20 mm2
	// and a tail of 0.05 x 20 x 20 mm2 at its end.
	sin := math.Sin(p.Fall * math.Pi / 180)
	down := 9.80665 * 28e-6 * (1220 - fresh.Density) * 0.05 * sin
	speed := lure.FallSpeed(fresh)
	up := 0.5 * fresh.Density * speed * speed * (1.9e-3*0.05*sin*sin + 2e-5*0.1*sin)
	within(t, "turned up", up, down, 0.035) // a step of a quarter of a degree
}

// A lure whose axis stands at 45 degrees goes down its axis faster than across it: by the
// roots of the areas across and along.
func TestGlide(t *testing.T) {
	fresh, err := water.New("fresh", 15)
	if err != nil {
		t.Fatal(err)
	}
	h, b := jig("ball", "along the hook")
	h.Hook = "4/0"
	ratio := math.Sqrt((732 + 156.8) / (39.4 + 0.3*116.1 + 156.8)) // along over across
	want := math.Atan((ratio-1)/(ratio+1)) * 180 / math.Pi
	within(t, "glides at", Sit(h, b, fresh, 0.5).Glide, want, 2e-3)
	if nose, shank := Sit(h, b, fresh, 0.5).Glide, glideOf(t, "belly"); shank < nose+5 {
		t.Errorf("weighted on the shank it glides at %g, at the nose at %g", shank, nose)
	}
}

func glideOf(t *testing.T, shape string) float64 {
	fresh, err := water.New("fresh", 15)
	if err != nil {
		t.Fatal(err)
	}
	h, b := jig(shape, "along the hook")
	return Sit(h, b, fresh, 0.5).Glide
}

// Hanging from an eye on top of a ball of 5.28 mm radius it is low by the tail by as much
// as its weight is behind its middle; from an eye at the nose nearly upright.
func TestHang(t *testing.T) {
	fresh, err := water.New("fresh", 15)
	if err != nil {
		t.Fatal(err)
	}
	h, b := jig("ball", "along the hook")
	const radius = 5.282e-3
	hook := 0.5e-3 * (1 - fresh.Density/7850)
	bait := 4849e-9 * (1030 - fresh.Density)
	back := (hook*0.55*0.0253 + bait*0.04) / (7e-3*(1-fresh.Density/11340) + hook + bait)
	for tie, want := range map[float64]float64{0: back / radius, 90: back / radius,
		45: (back + radius*math.Sqrt2/2) / (radius * math.Sqrt2 / 2)} {
		h.Tie = tie
		within(t, "hangs", math.Tan(Sit(h, b, fresh, 0.5).Hang*math.Pi/180), want, 5e-3)
	}
	b.Body, h.Mass = "floating", 0
	if p := Sit(h, b, fresh, 0.5); p.Hang != 0 && weight(h, b, fresh) <= 0 {
		t.Errorf("what floats hangs at %g", p.Hang)
	}
}

// A curl tail of 80 mm, 12 mm thick, turns about itself where the water takes hold of 0.03
// of its side of 576 mm2, at 12 mm, as hard as head and hook hold it upright.
func TestSpins(t *testing.T) {
	fresh, err := water.New("fresh", 15)
	if err != nil {
		t.Fatal(err)
	}
	h, b := jig("ball", "along the hook")
	b.Form = "curl tail"
	holds := 9.80665 * (7e-3*(1-fresh.Density/11340)*5.282e-3 + 0.5e-3*(1-fresh.Density/7850)*11.5e-3/2)
	within(t, "turns from", Sit(h, b, fresh, 0.5).Spins, math.Sqrt(holds/(0.5*fresh.Density*0.03*576e-6*0.012)), 2e-3)
	b.NoTail = true
	if got := Sit(h, b, fresh, 0.5).Spins; got != 0 {
		t.Errorf("without its tail it turns from %g m/s", got)
	}
}

// A 1/0 hook of 0.5 g and 11.5 mm of gap is made of 57.5 mm of a wire of 1.187 mm.
func TestHookStrength(t *testing.T) {
	within(t, "1/0", HookStrength("1/0", "standard"), 1.9e9*math.Pow(1.1875e-3, 3)/6/0.0115/9.80665, 2e-3)
	within(t, "fine", HookStrength("1/0", "fine")/HookStrength("1/0", "standard"), math.Pow(0.7, 1.5), 1e-9)
}

// Hooked 30 % from the nose, the longer end of a bait of 80 mm turns it down: 56 mm, all of which it holds out,
// against the 24 mm before the hook. Its weight in water is 31 kg/m3 of 4849 mm3.
func TestLeverOfABaitOnItsSide(t *testing.T) {
	fluid := water.Fluid{Density: 999, Viscosity: 1.1e-6}
	h, b := jig("ball", "by the side")
	l := leverOf(h, b, fluid)
	middle := 0.056*0.056/2/0.08 - 0.024*0.024/2/0.08
	within(t, "turns by its weight", l.lift, -9.80665*(1030-999)*4849e-9*middle, 2e-3)
	within(t, "and by its side", l.side, 732e-6*middle, 2e-3)
	if l.foot {
		t.Error("it turns with the head")
	}
}

// Drawn down nose first a bait that floats trails at 25 degrees to the vertical, one that sinks at 45.
func TestDrawnDownByWhatItIsMadeOf(t *testing.T) {
	fluid := water.Fluid{Density: 999, Viscosity: 1.1e-6}
	h, b := jig("ball", "along the hook")
	for body, degrees := range map[string]float64{"plain": 45, "floating": 25} {
		b.Body = body
		if f := frontOf(h, b); f.drawn(b, fluid) != f.fall(degrees) {
			t.Errorf("%s: %g m2, not %g", body, f.drawn(b, fluid), f.fall(degrees))
		}
	}
}
