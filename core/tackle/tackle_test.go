package tackle

import (
	"math"
	"strings"
	"testing"

	"dunvel/core/catalogue"
	"dunvel/core/trust"
	"dunvel/core/units"
	"dunvel/core/water"
)

var (
	mm    = units.MustLookup("mm")
	fresh = water.Fluid{Density: 999.1, Viscosity: 1.14e-6}
)

func near(t *testing.T, what string, got, want, relative float64) {
	t.Helper()
	if !(math.Abs(got-want) <= relative*math.Abs(want)) {
		t.Errorf("%s: got %g, want %g", what, got, want)
	}
}

func TestLineSize(t *testing.T) {
	for _, tt := range []struct {
		text, material string
		want           float64
		estimated      bool
	}{
		{"0.18 mm", "braid", 0.18e-3, false},
		{"0,18", "braid", 0.18e-3, false},
		{"PE 1", "braid", 0.165e-3, true},
		{"PE 0.8", "braid", 0.165e-3 * math.Sqrt(0.8), true},
		{"12 lb", "fluorocarbon", 0.303e-3, true},
		{"5.443 kg", "fluorocarbon", 0.303e-3, true},
		{"10 lb", "nylon", 0.294e-3, true},
		{"20 lb", "braid", 0.2303e-3, true},
	} {
		got, estimated, err := LineSize(tt.text, tt.material, mm)
		if err != nil || estimated != tt.estimated {
			t.Errorf("%q %s: %v, estimated %v", tt.text, tt.material, err, estimated)
		}
		near(t, tt.text, got, tt.want, 0.002)
	}
	for text, says := range map[string]string{
		"": "empty", "thin": "number", "0.01 mm": "outside", "3 mm": "outside", "1 kn": "is in kn", "0": "outside",
		"-1 mm": "outside",
	} {
		if _, _, err := LineSize(text, "braid", mm); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q: %v does not say %q", text, err, says)
		}
	}
	if _, _, err := LineSize("PE 1", "nylon", mm); err == nil {
		t.Error("nylon has no PE number")
	}
	if _, _, err := LineSize("30 lb", "wire", mm); err == nil {
		t.Error("the strength of wire does not tell its diameter")
	}
}

func TestLineFloatsOrSinks(t *testing.T) {
	for material, floats := range map[string]bool{"braid": true, "nylon": false, "fluorocarbon": false, "wire": false} {
		l, err := NewLine(material, 0.3e-3)
		if err != nil {
			t.Fatal(err)
		}
		if (l.NetWeight(fresh) < 0) != floats {
			t.Errorf("%s: %g N/m", material, l.NetWeight(fresh))
		}
	}
	for _, diameter := range []float64{0, 0.01e-3, 3e-3, math.NaN()} {
		if _, err := NewLine("braid", diameter); err == nil {
			t.Errorf("a line of %g m was taken", diameter)
		}
	}
	if _, err := NewLine("string", 1e-3); err == nil {
		t.Error("unknown material was taken")
	}
}

func ball(grams float64) Head {
	return Head{Mass: grams * 1e-3, Material: "lead", Shape: "ball", Hook: "2/0", Wire: "standard"}
}

var paddle = Bait{Form: "paddle tail", Length: 0.089, Body: "plain"}

func assemble(t *testing.T, h Head, b Bait) Lure {
	t.Helper()
	l, err := Assemble(h, b, fresh)
	if err != nil {
		t.Fatal(err)
	}
	return l
}

// The fall speeds anglers know: a 7 g ball with an 89 mm paddle tail sinks at
// about half a metre a second, 3.5 g at about 0.37.
func TestKnownFallSpeeds(t *testing.T) {
	near(t, "7 g", assemble(t, ball(7), paddle).FallSpeed(fresh), 0.5, 0.06)
	near(t, "3.5 g", assemble(t, ball(3.5), paddle).FallSpeed(fresh), 0.37, 0.06)
}

// A bare lead ball sinks at the speed of a sphere: Cd of 0.4 to 0.47 between
// Re 1000 and 200000 (Clift, Grace & Weber, 1978), here within the judged 20 %.
func TestBareBallAgainstSphere(t *testing.T) {
	tiny := Bait{Form: "stick", Length: 1e-4, Body: "plain"}
	l := assemble(t, Head{Mass: 0.01, Material: "lead", Shape: "ball", Hook: "#10", Wire: "fine"}, tiny)
	volume := 0.01 / 11340.0
	radius := math.Cbrt(3 * volume / (4 * math.Pi))
	near(t, "frontal drag area", l.TowArea, 0.44*math.Pi*radius*radius, 0.05)
	var off trust.Tally
	off.Relative(l.TowArea, 0.44*math.Pi*radius*radius)
	off.Tell(t, "spheres", 0.05)
}

func TestOrderOfFallSpeeds(t *testing.T) {
	speed := func(h Head, b Bait) float64 { return assemble(t, h, b).FallSpeed(fresh) }
	shank, glass, tungsten := ball(7), ball(7), ball(7)
	shank.Shape, glass.Material, tungsten.Material = "belly", "glass", "tungsten"
	curl, straight, floating := paddle, paddle, paddle
	curl.Form, straight.Form, floating.Body = "curl tail", "straight worm", "floating"
	lead := speed(ball(7), paddle)
	for what, faster := range map[string]bool{
		"weight in the nose falls faster than on the shank": lead > speed(shank, paddle),
		"lead falls faster than glass":                      lead > speed(glass, paddle),
		"tungsten falls faster than lead":                   speed(tungsten, paddle) > lead,
		"a straight tail falls faster than a curl tail":     speed(ball(7), straight) > speed(ball(7), curl),
		"a plain bait weighs more in water than a floating": assemble(t, ball(7), paddle).WeightInWater > assemble(
			t, ball(7), floating).WeightInWater,
	} {
		if !faster {
			t.Error(what)
		}
	}
	two := assemble(t, ball(3.5), paddle).FallSpeed(fresh)
	if one := speed(ball(10.6), paddle); !(two < one) {
		t.Errorf("light heads with a bait each fall at %g, one heavy at %g", two, one)
	}
}

func TestWeighing(t *testing.T) {
	marked, weighed := ball(7), ball(7)
	weighed.Weighed = true
	if m, w := assemble(t, marked, paddle).Mass, assemble(t, weighed, paddle).Mass; math.Abs(m-w-0.7e-3) > 1e-9 {
		t.Errorf("the mark leaves out the hook: %g and %g", m, w)
	}
	heavy := paddle
	heavy.Weighed = 0.02
	near(t, "weighed bait", assemble(t, ball(7), heavy).Mass, 0.0277, 1e-9)
	floating := Bait{Form: "paddle tail", Length: 0.15, Body: "floating"}
	unweighted := Head{Material: "lead", Shape: "ball", Hook: "#6", Wire: "fine"}
	l := assemble(t, unweighted, floating)
	if l.WeightInWater >= 0 || l.FallSpeed(fresh) != 0 {
		t.Errorf("an elastomer bait on a small hook floats, got %g N, %g m/s", l.WeightInWater, l.FallSpeed(fresh))
	}
	skirted := ball(7)
	skirted.Skirt = true
	if !(assemble(t, skirted, paddle).TowArea > assemble(t, ball(7), paddle).TowArea) {
		t.Error("a skirt drags")
	}
}

// A bait that floats falls at the tilt of those that do, slack and tight: with the same
// shape and size it drags otherwise, in the ratio that the tilts give it.
func TestBuoyantTilts(t *testing.T) {
	shape := catalogue.HeadShapes["ball"]
	sinking, floating := paddle, paddle
	sinking.Body, floating.Body = "plain", "floating"
	a, b := assemble(t, ball(7), sinking), assemble(t, ball(7), floating)
	for name, tt := range map[string]struct {
		drag       [2]float64
		tilt, buoy float64
	}{
		"slack": {[2]float64{a.FallSlack, b.FallSlack}, shape.Tilts.Slack.Number, shape.Tilts.SlackBuoyant.Number},
		"tight": {[2]float64{a.FallTight, b.FallTight}, shape.Tilts.Tight.Number, shape.Tilts.TightBuoyant.Number},
	} {
		if tt.tilt == tt.buoy {
			t.Fatalf("%s: the tilts are alike, and this shows nothing", name)
		}
		// Falling more on its side it drags more.
		if more := tt.buoy > tt.tilt; (tt.drag[1] > tt.drag[0]) != more || tt.drag[1] == tt.drag[0] {
			t.Errorf("%s: %g at %g°, floating %g at %g°", name, tt.drag[0], tt.tilt, tt.drag[1], tt.buoy)
		}
	}
}

// The hook of a head that was weighed with it adds nothing to what is not known of it.
func TestWeighedHeadSpread(t *testing.T) {
	bare := Bait{Form: "paddle tail", Length: 0.09, Body: "plain", Weighed: 1e-9}
	weighed := ball(7)
	weighed.Weighed = true
	l := assemble(t, weighed, bare)
	heavy := weighed
	heavy.Hook = "5/0"
	if a, b := l.WeightSpread, assemble(t, heavy, bare).WeightSpread; b > a {
		t.Errorf("a heavier hook within the same weight makes it less known: %g N, %g N", a, b)
	}
}

func TestAssembleRefuses(t *testing.T) {
	for name, change := range map[string]func(*Head, *Bait){
		"shape":    func(h *Head, _ *Bait) { h.Shape = "cube" },
		"metal":    func(h *Head, _ *Bait) { h.Material = "gold" },
		"hook":     func(h *Head, _ *Bait) { h.Hook = "99" },
		"wire":     func(h *Head, _ *Bait) { h.Wire = "barbed" },
		"form":     func(_ *Head, b *Bait) { b.Form = "frog" },
		"body":     func(_ *Head, b *Bait) { b.Body = "wood" },
		"mass":     func(h *Head, _ *Bait) { h.Mass = -1 },
		"nan":      func(h *Head, _ *Bait) { h.Mass = math.NaN() },
		"length":   func(_ *Head, b *Bait) { b.Length = 0 },
		"weighing": func(_ *Head, b *Bait) { b.Weighed = -1 },
	} {
		h, b := ball(7), paddle
		change(&h, &b)
		if _, err := Assemble(h, b, fresh); err == nil {
			t.Errorf("bad %s was taken", name)
		}
	}
}

func TestEveryCombinationAssembles(t *testing.T) {
	for shape := range catalogue.HeadShapes {
		for form := range catalogue.BaitForms {
			for body := range catalogue.BaitDensity {
				l := assemble(t, Head{Mass: 0.01, Material: "tungsten", Shape: shape, Hook: "1/0", Wire: "heavy"},
					Bait{Form: form, Length: 0.1, Body: body})
				if !(l.FallSlack > 0 && l.FallTight > 0 && l.TowArea > 0 && l.WeightInWater > 0) {
					t.Errorf("%s, %s, %s: %+v", shape, form, body, l)
				}
			}
		}
	}
}

// A trimmed bait keeps its width and height and loses length, and with its
// tail the drag of that.
func TestTrimmed(t *testing.T) {
	fluid, err := water.New("salt", 11)
	if err != nil {
		t.Fatal(err)
	}
	head := Head{Mass: 5e-3, Material: "lead", Shape: "ball", Hook: "1/0", Wire: "standard"}
	whole := Bait{Form: "paddle tail", Length: 0.1, Body: "plain"}
	cut := whole
	cut.Length, cut.Trimmed = 0.07, 0.03
	if got, want := cut.Volume(), 0.7*whole.Volume(); math.Abs(got-want) > 1e-12 || cut.Height() != whole.Height() {
		t.Errorf("%g m3, not %g; %g m high", got, want, cut.Height())
	}
	tailless := cut
	tailless.NoTail = true
	var area []float64
	for _, bait := range []Bait{whole, cut, tailless} {
		lure, err := Assemble(head, bait, fluid)
		if err != nil {
			t.Fatal(err)
		}
		area = append(area, lure.FallSlack)
	}
	if !(area[0] > area[1] && area[1] > area[2]) {
		t.Errorf("fall areas %v", area)
	}
	cut.Trimmed = -1
	if _, err := Assemble(head, cut, fluid); err == nil {
		t.Error("more than nothing was cut off")
	}
}
