package advice

import (
	"math"
	"slices"
	"strings"
	"testing"

	"dunvel/core/setup"
	"dunvel/core/units"
	"dunvel/core/water"
)

func solve(t testing.TB, change func(*setup.Setup)) *Answer {
	t.Helper()
	s := setup.Default()
	change(&s)
	a, err := Solve(s, nil)
	if err != nil {
		t.Fatal(err)
	}
	return a
}

// step is how many rungs of the usual ladder apart a pick is from a mass in g.
func step(t *testing.T, a *Answer, grams float64) int {
	t.Helper()
	if a.Pick < 0 {
		t.Fatalf("nothing picked: %s", a.Sentence)
	}
	want := slices.IndexFunc(a.Heads, func(h Head) bool { return math.Abs(h.Mass-grams*1e-3) < 1e-9 })
	if want < 0 {
		t.Fatalf("%g g is not on the ladder", grams)
	}
	return a.Pick - want
}

func heronCut(s *setup.Setup) {
	s.Water = setup.Water{Salinity: "fresh", Temperature: 12, Depth: 2, Bed: "mud"}
	s.Cast.Distance = 12
	s.Boat.Kind = "bank"
	s.Line.Diameter, s.Leader.Diameter = 0.13e-3, 0.25e-3
	s.Bait.Form, s.Bait.Length, s.Head.Hook = "paddle tail", 0.08, "1/0"
}

// The situations whose answers practitioners know, to within one rung.
func TestKnownAnswers(t *testing.T) {
	for _, tt := range []struct {
		name   string
		grams  float64
		change func(*setup.Setup)
	}{
		{"the Sill at slack", 5.3, func(*setup.Setup) {}},
		{"the Sill at slack, 25 s to wait", 17.7, func(s *setup.Setup) { s.Approach.Wait = 25 }},
		{"Loch Osk, fish at 8 m", 2.5, func(s *setup.Setup) {
			s.Water = setup.Water{Salinity: "fresh", Temperature: 12, Depth: 12, Bed: "mud"}
			s.Target.Depth, s.Cast.Distance = 8, 10
			s.Line.Diameter, s.Leader.Diameter = 0.12e-3, 0.22e-3
			s.Bait.Form, s.Bait.Length, s.Head.Hook = "curl tail", 0.06, "#1"
		}},
		{"Heron Cut, still", 1.8, heronCut},
	} {
		if d := step(t, solve(t, tt.change), tt.grams); d < -1 || d > 1 {
			t.Errorf("%s: %d rungs from %g g", tt.name, d, tt.grams)
		}
	}
	still := solve(t, heronCut)
	running := solve(t, func(s *setup.Setup) {
		heronCut(s)
		s.Flow.Speed, s.Flow.Direction = 0.4, 90
		s.Approach.Kind = setup.HoldBottom
	})
	if running.Pick >= 0 && running.Pick < still.Pick+2 {
		t.Errorf("with the sluice running %s, still %s", running.Sentence, still.Sentence)
	}
}

// Deeper, more flow, more drift, thicker line: never a lighter pick.
func TestPickMovesTheRightWay(t *testing.T) {
	pick := func(change func(*setup.Setup)) int {
		a := solve(t, change)
		if a.Pick < 0 {
			return len(a.Heads)
		}
		return a.Pick
	}
	drifting := func(change func(*setup.Setup)) func(*setup.Setup) {
		return func(s *setup.Setup) {
			s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.15, Direction: 180}
			s.Approach.Kind = setup.HoldBottom
			s.Cast.Distance = 5
			change(s)
		}
	}
	base := pick(drifting(func(*setup.Setup) {}))
	for name, change := range map[string]func(*setup.Setup){
		"deeper":       func(s *setup.Setup) { s.Water.Depth = 30 },
		"faster drift": func(s *setup.Setup) { s.Boat.Speed = 0.3 },
		"thicker line": func(s *setup.Setup) { s.Line.Diameter = 0.3e-3 },
		"floating":     func(s *setup.Setup) { s.Bait.Body = "floating" },
		"dragged down": func(s *setup.Setup) { s.Cast.Drag = 0.2 },
	} {
		if got := pick(drifting(change)); got < base {
			t.Errorf("%s: rung %d, before %d", name, got, base)
		}
	}
	if got := pick(drifting(func(s *setup.Setup) { s.Boat.Speed = 0.3; s.Water.Depth = 30 })); got <= base {
		t.Errorf("deeper and faster: rung %d, before %d", got, base)
	}
}

func TestWaitAndWindow(t *testing.T) {
	if a := solve(t, func(*setup.Setup) {}); a.Wait != 54 || !a.OnBed || a.Target != 18 {
		t.Errorf("%g s to %g m, bed %v", a.Wait, a.Target, a.OnBed)
	}
	a := solve(t, func(s *setup.Setup) {
		s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.5, Direction: 0}
	})
	if a.Wait != 40 || !strings.Contains(a.Heads[5].Reason, "the boat is over it after 40 s") {
		t.Errorf("20 m ahead at 0.5 m/s leaves %g s; %s", a.Wait, a.Heads[5].Reason)
	}
	for _, h := range a.Heads {
		if h.Contact.Boat.X != 0.5*h.Fall.Time {
			t.Errorf("the boat is at %g m after %g s", h.Contact.Boat.X, h.Fall.Time)
		}
	}
}

func TestReasonsInTheUsersUnits(t *testing.T) {
	s := setup.Default()
	a, err := Solve(s, units.Choice{"mass": "oz", "depth": "ft", "speed": "kn"})
	if err != nil {
		t.Fatal(err)
	}
	if !strings.Contains(a.Sentence, "oz") || !strings.Contains(a.Sentence, "59 ft") {
		t.Error(a.Sentence)
	}
	if !strings.Contains(a.NotLighter, "wait") || !strings.Contains(a.NotHeavier, "less") {
		t.Errorf("%q, %q", a.NotLighter, a.NotHeavier)
	}
	if _, err := Solve(s, units.Choice{"mass": "stone"}); err == nil {
		t.Error("an unknown unit was taken")
	}
}

func TestNothingDoes(t *testing.T) {
	short := solve(t, func(s *setup.Setup) { s.Approach.Wait = 12; s.Heads = []float64{0.005, 0.003} })
	if short.Pick != -1 || !strings.Contains(short.Sentence, "5 g comes closest") || !strings.Contains(short.NotHeavier, "About") {
		t.Errorf("%q %q", short.Sentence, short.NotHeavier)
	}
	if short.Heads[0].Mass != 0.003 {
		t.Error("the ladder goes from light to heavy")
	}
	torrent := solve(t, func(s *setup.Setup) { s.Flow.Speed = 3; s.Approach.Kind = setup.HoldBottom; s.Water.Depth = 40 })
	if torrent.Pick != -1 || !strings.Contains(torrent.NotHeavier, "No head up to 500 g") {
		t.Errorf("%q %q", torrent.Sentence, torrent.NotHeavier)
	}
	floating := solve(t, func(s *setup.Setup) {
		s.Heads, s.Bait.Body, s.Bait.Length, s.Head.Hook, s.Bait.Form = []float64{0}, "floating", 0.15, "#6", "paddle tail"
	})
	if h := floating.Heads[0]; h.Verdict != No || !strings.Contains(h.Reason, "floats") || floating.Pick != -1 {
		t.Errorf("%+v", h)
	}
}

func TestUnweightedBaitIsAllowed(t *testing.T) {
	a := solve(t, func(s *setup.Setup) { s.Heads = []float64{0}; s.Approach.Wait = 600 })
	if a.Heads[0].WeightInWater <= 0 || a.Heads[0].Fall.Outcome != "reached" {
		t.Errorf("%+v", a.Heads[0])
	}
}

// The picture is drawn from the answer: it must hang together.
func TestPictureIsTrueToTheNumbers(t *testing.T) {
	for name, change := range map[string]func(*setup.Setup){
		"still": func(*setup.Setup) {},
		"slope": func(s *setup.Setup) { s.Water.Depth, s.Water.SplashDepth, s.Cast.Drag = 6, 9, 0.2 },
		"drift": func(s *setup.Setup) {
			s.Boat.Kind = "skiff"
			s.Wind = setup.Wind{Speed: 5, Direction: 180, Source: setup.ByEye}
		},
		"flow across": func(s *setup.Setup) { s.Flow.Speed, s.Flow.Direction = 0.3, 90 },
	} {
		a := solve(t, change)
		for _, h := range a.Heads {
			if h.Fall.Outcome != "reached" {
				continue
			}
			bed := func(x float64) float64 {
				s := setup.Default()
				change(&s)
				return -(s.Water.Depth + a.BedSlope*x)
			}
			if l := h.Fall.Landing; math.Abs(l.Z-bed(l.X)) > 0.01 {
				t.Errorf("%s, %g g lands at %g m, bed at %g", name, h.Mass*1e3, l.Z, bed(l.X))
			}
			curve := h.Contact.Curve
			top := curve[len(curve)-1]
			if d := math.Hypot(top.X-h.Contact.Boat.X, top.Z-h.Contact.Boat.Z); d > 0.02 {
				t.Errorf("%s, %g g: the line ends %g m from the rod tip", name, h.Mass*1e3, d)
			}
			if end := curve[0]; h.Contact.Outcome == "on the bed" && math.Abs(end.Z-bed(end.X)) > 0.05 {
				t.Errorf("%s, %g g: head at %g m, bed at %g", name, h.Mass*1e3, end.Z, bed(end.X))
			}
			var length float64
			for i := 1; i < len(curve); i++ {
				length += math.Sqrt(math.Pow(curve[i].X-curve[i-1].X, 2) + math.Pow(curve[i].Y-curve[i-1].Y, 2) + math.Pow(curve[i].Z-curve[i-1].Z, 2))
			}
			if o := h.Contact.Outcome; o != "slack" && o != "trails" && math.Abs(length-h.Contact.LineOut) > 0.02*h.Contact.LineOut {
				t.Errorf("%s, %g g: the curve is %g m long, %g m are out", name, h.Mass*1e3, length, h.Contact.LineOut)
			}
		}
	}
}

func BenchmarkLadder(b *testing.B) {
	for name, change := range map[string]func(*setup.Setup){
		"slack": func(*setup.Setup) {},
		"drift": func(s *setup.Setup) {
			s.Boat.Kind = "skiff"
			s.Wind = setup.Wind{Speed: 5, Direction: 180, Source: setup.ByEye}
			s.Flow.Speed = 0.2
		},
		"slope": func(s *setup.Setup) { s.Water.SplashDepth, s.Cast.Drag = 14, 0.2 },
	} {
		s := setup.Default()
		change(&s)
		b.Run(name, func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				if _, err := Solve(s, nil); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}

func pierPool(depth, speed float64) func(*setup.Setup) {
	return func(s *setup.Setup) {
		s.Water.Depth, s.Water.Bed, s.Boat.Kind = depth, "sand", "bank"
		s.Line.Diameter, s.Leader.Diameter = 0.14e-3, 0.26e-3
		s.Bait, s.Head.Hook = setup.Bait{Form: "paddle tail", Length: 0.09, Body: "plain"}, "2/0"
		s.Approach.Kind, s.Approach.Speed = setup.Swim, speed
	}
}

// teineLedge is worked close to the bed, and so with the rod held low.
func teineLedge(underRod, atSplash float64) func(*setup.Setup) {
	return func(s *setup.Setup) {
		s.Rod.TipHeight = 1
		s.Water.Depth, s.Water.SplashDepth, s.Water.Bed = underRod, atSplash, "boulders"
		s.Line.Diameter, s.Leader.Diameter = 0.18e-3, 0.35e-3
		s.Bait = setup.Bait{Form: "creature", Length: 0.09, Body: "lightly salted"}
		s.Head.Shape, s.Head.Hook = "football", "3/0"
		s.Approach.Kind, s.Approach.BandLow, s.Approach.BandHigh = setup.Swim, 0, 0.1
	}
}

// What practitioners swim a bait over the bed with, to within one rung.
func TestKnownSwims(t *testing.T) {
	for _, tt := range []struct {
		name        string
		light, high float64 // g
		change      func(*setup.Setup)
	}{
		{"over 2.2 m", 2.5, 3.5, pierPool(2.2, 0.45)},
		{"over 3.8 m", 5.3, 5.3, pierPool(3.8, 0.45)},
		{"over 2.2 m, faster", 5.3, 5.3, pierPool(2.2, 0.6)},
		{"over 3.8 m, faster", 10.6, 10.6, pierPool(3.8, 0.6)},
		{"down a slope", 14.2, 17.7, teineLedge(6, 3)},
		{"on the flat", 14.2, 14.2, teineLedge(4.5, 0)},
		{"up a slope", 10.6, 10.6, teineLedge(3, 6)},
	} {
		a := solve(t, tt.change)
		if step(t, a, tt.light) < -1 || step(t, a, tt.high) > 1 {
			t.Errorf("%s: %g g, want %g to %g g", tt.name, a.Heads[a.Pick].Mass*1e3, tt.light, tt.high)
		}
	}
}

// What everybody knows of heads of one weight.
func TestWhatFallsSlower(t *testing.T) {
	falls := func(change func(*setup.Setup)) float64 {
		return solve(t, func(s *setup.Setup) {
			s.Heads = []float64{7.1e-3}
			change(s)
		}).Heads[0].Fall.Time
	}
	base := falls(func(*setup.Setup) {})
	for name, change := range map[string]func(*setup.Setup){
		"weight on the shank": func(s *setup.Setup) { s.Head.Shape = "belly" },
		"a curl tail":         func(s *setup.Setup) { s.Bait.Form = "curl tail" },
		"a glass head":        func(s *setup.Setup) { s.Head.Material = "glass" },
		"a thicker line":      func(s *setup.Setup) { s.Line.Diameter = 0.3e-3 },
	} {
		if slower := falls(change); slower <= base*1.01 {
			t.Errorf("%s: down in %g s, otherwise in %g s", name, slower, base)
		}
	}
	straight := falls(func(s *setup.Setup) { s.Bait.Form = "straight worm" })
	if curl := falls(func(s *setup.Setup) { s.Bait.Form = "curl tail" }); straight >= curl {
		t.Errorf("a straight tail is down in %g s, a curl tail in %g s", straight, curl)
	}
	height := func(speed float64) float64 {
		return solve(t, func(s *setup.Setup) {
			pierPool(2.2, speed)(s)
			s.Heads = []float64{0}
			s.Bait.Body = "heavily salted"
		}).Heads[0].Swim.Height
	}
	if slow, fast := height(0.3), height(0.7); fast <= slow {
		t.Errorf("an unweighted bait reeled faster swims at %g m, slower at %g m", fast, slow)
	}
}

func TestSwimIsNearestTheMiddle(t *testing.T) {
	a := solve(t, pierPool(2.2, 0.6))
	for i, h := range a.Heads {
		if h.Verdict == Does && math.Abs(h.Swim.Height-0.275) < math.Abs(a.Heads[a.Pick].Swim.Height-0.275)-1e-9 {
			t.Errorf("%g g swims at %g m, the pick at %g m", a.Heads[i].Mass*1e3, h.Swim.Height, a.Heads[a.Pick].Swim.Height)
		}
	}
	if !strings.Contains(a.Sentence, "Then reeled at 0.6 m/s it swims") || !strings.HasPrefix(a.NotLighter, "5.3 g: reeled at 0.6 m/s it swims") {
		t.Errorf("%q %q", a.Sentence, a.NotLighter)
	}
	s := setup.Default()
	s.Approach.Kind, s.Cast.Distance = setup.Swim, 0
	if _, err := Solve(s, nil); err == nil || !strings.Contains(err.Error(), "too short to swim") {
		t.Errorf("without a cast: %v", err)
	}
}

func BenchmarkSwimLadder(b *testing.B) {
	s := setup.Default()
	pierPool(3.8, 0.45)(&s)
	b.ReportAllocs()
	for b.Loop() {
		if _, err := Solve(s, nil); err != nil {
			b.Fatal(err)
		}
	}
}

// Just enough is the least, a margin the next one up, heavy on purpose the
// heaviest that still does it.
func TestLeaning(t *testing.T) {
	held := func(leaning string) *Answer {
		return solve(t, func(s *setup.Setup) {
			s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.15, Direction: 180}
			s.Cast.Distance, s.Approach.Kind, s.Approach.Leaning = 5, setup.HoldBottom, leaning
		})
	}
	enough, margin, usual, heavy := held(setup.JustEnough), held(setup.WithMargin), held(setup.Usual), held(setup.Heavy)
	least := enough.Pick
	if enough.Least != least || margin.Least != least || margin.Pick != least+1 || usual.Pick != least+1 || heavy.Pick != len(heavy.Heads)-1 {
		t.Errorf("least %d, margin %d, usual %d, heavy %d", least, margin.Pick, usual.Pick, heavy.Pick)
	}
	if words := enough.Heads[least].Reason; !strings.Contains(margin.NotLighter, words) || !strings.Contains(margin.NotLighter, "less in hand") {
		t.Errorf("%q does not say %q", margin.NotLighter, words)
	}
	if !strings.Contains(margin.Sentence, " at the least: count ") || strings.Contains(enough.Sentence, "at the least") {
		t.Errorf("%q, %q", margin.Sentence, enough.Sentence)
	}
	if fall := solve(t, func(*setup.Setup) {}); fall.Pick != fall.Least {
		t.Errorf("a slow fall takes the lightest: %s", fall.Sentence)
	}
}

// What a rod casts and a ceiling on the fall bite whatever the approach.
func TestCrossLimits(t *testing.T) {
	free := solve(t, func(*setup.Setup) {})
	window := solve(t, func(s *setup.Setup) { s.Rod.Least, s.Rod.Most = 0.012, 0.02 })
	for i, h := range window.Heads {
		_, lure, err := setup.Default().Rig(h.Mass, water.Fluid{Density: 1026, Viscosity: 1.2e-6})
		if err != nil {
			t.Fatal(err)
		}
		switch inside := lure.Mass >= 0.012 && lure.Mass <= 0.02; {
		case inside && h.Verdict != free.Heads[i].Verdict:
			t.Errorf("%g g, %g kg in all: %s", h.Mass*1e3, lure.Mass, h.Reason)
		case !inside && h.Verdict == Does:
			t.Errorf("%g g, %g kg in all, is outside the rod's window and does it", h.Mass*1e3, lure.Mass)
		}
	}
	if last := window.Heads[len(window.Heads)-1]; last.Verdict != No || !strings.Contains(last.Reason, "the rod casts up to 20 g") {
		t.Errorf("%s", last.Reason)
	}
	slow := solve(t, func(s *setup.Setup) { s.Approach.Ceiling = 0.4 })
	for i, h := range slow.Heads {
		if h.Fall.Speed > 0.4 && h.Verdict == Does {
			t.Errorf("%g g falls at %g m/s and does it", h.Mass*1e3, h.Fall.Speed)
		}
		if h.Fall.Speed < 0.4 && h.Verdict != free.Heads[i].Verdict {
			t.Errorf("%g g: %s", h.Mass*1e3, h.Reason)
		}
	}
	both := solve(t, func(s *setup.Setup) { s.Approach.Ceiling, s.Approach.Wait = 0.3, 20 })
	if both.Pick >= 0 || !strings.Contains(both.NotHeavier, "at 0.3 m/s at most takes 60 s to 18 m, and the wait is 20 s") {
		t.Errorf("18 m in 20 s at 0.3 m/s: %s %s", both.Sentence, both.NotHeavier)
	}
}

// A miss that rounding would hide is said as what it is.
func TestNarrowlyLate(t *testing.T) {
	for drift := 0.3; drift < 0.8; drift += 0.01 {
		a := solve(t, func(s *setup.Setup) {
			s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: drift}
			s.Heads = []float64{3.5e-3, 5.3e-3, 7.1e-3, 10.6e-3}
		})
		for _, h := range a.Heads {
			if late := h.Fall.Time - a.Wait; late > 0 && units.Seconds(h.Fall.Time) == units.Seconds(a.Wait) {
				if !strings.Contains(h.Reason, " s late: the boat is over it after ") {
					t.Errorf("%g s late: %s", late, h.Reason)
				}
				return
			}
		}
	}
	t.Error("no head was narrowly late")
}
