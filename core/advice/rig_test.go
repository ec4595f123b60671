package advice

import (
	"math"
	"strings"
	"testing"

	"dunvel/core/setup"
)

func rigged(t *testing.T, kind string, change func(*setup.Setup)) (*Answer, string) {
	t.Helper()
	a := solve(t, func(s *setup.Setup) {
		s.Rigging.Kind = kind
		change(s)
	})
	var words []string
	for _, n := range a.Notes {
		if n.Kind == "rig" {
			words = append(words, n.Words)
		}
	}
	return a, strings.Join(words, " ")
}

// Two heads with a bait each fall slower than one as heavy as both.
func TestTwoHeadsFallSlower(t *testing.T) {
	one := solve(t, func(s *setup.Setup) { s.Heads = []float64{10.6e-3} })
	two, words := rigged(t, setup.TwoHeads, func(s *setup.Setup) { s.Heads, s.Rigging.Second = []float64{7.1e-3}, 3.5e-3 })
	if two.Heads[0].Fall.Time <= one.Heads[0].Fall.Time*1.05 {
		t.Errorf("two in %g s, one in %g s", two.Heads[0].Fall.Time, one.Heads[0].Fall.Time)
	}
	if f := two.Heads[0].Fall; f.Second <= f.Time || !strings.Contains(words, "local rules") || !strings.Contains(words, "Two touches: the lower head in ") {
		t.Errorf("%g s and %g s: %s", f.Time, f.Second, words)
	}
}

// A bait over its sinker is as high over the bed as the line stands.
func TestDropShot(t *testing.T) {
	at, err := situate(setup.Default(), nil)
	if err != nil {
		t.Fatal(err)
	}
	// 0.25 m up a line at 40 degrees: 0.16 m.
	sin, cos := math.Sincos(40 * math.Pi / 180)
	line := []Point{{0, 0, -18}, {-0.1 * cos, 0, -18 + 0.1*sin}, {-30 * cos, 0, -18 + 30*sin}}
	if height, angle := at.over(line, 0.25); math.Abs(height-0.1607) > 1e-3 || math.Abs(angle-40) > 0.01 {
		t.Errorf("%g m at %g degrees", height, angle)
	}
	_, words := rigged(t, setup.DropShot, func(s *setup.Setup) { s.Water.Depth = 6 })
	if !strings.Contains(words, "The bait is 0.1") || !strings.Contains(words, "0.3 m up a line that stands at ") {
		t.Errorf("%s", words)
	}
	under, words := rigged(t, setup.DropShot, func(s *setup.Setup) { s.Cast.Distance = 0 })
	if !strings.Contains(words, "The bait is 0.3 m over the bed") {
		t.Errorf("right under the rod: %s, %s", under.Sentence, words)
	}
}

func TestSinkerAndTrace(t *testing.T) {
	// The sinker is what is felt to touch; the bait follows it down.
	a, words := rigged(t, setup.SlidingSinker, func(s *setup.Setup) { s.Rigging.Gap = 0.5 })
	for _, h := range a.Heads {
		if f := h.Fall; h.Mass > 3e-3 && (f.Outcome != Reached || f.Second != 0 && f.Second < f.Time) {
			t.Errorf("%g g: %s, bait after %g s", h.Mass*1e3, h.Reason, f.Second)
		}
	}
	if !strings.Contains(words, "The bait ") || !strings.Contains(words, "lies on the bed, up to 0.5 m down the current") {
		t.Errorf("%s", words)
	}
	// A floating one rides up its trace, less so in a current.
	float := func(flow float64) string {
		_, words := rigged(t, setup.SplitShot, func(s *setup.Setup) {
			s.Bait.Body, s.Bait.Form, s.Head.Hook, s.Rigging.Gap = "floating", "paddle tail", "#6", 0.5
			s.Flow.Speed, s.Flow.Direction, s.Flow.Source = flow, 180, setup.Meter
		})
		return words
	}
	if still := float(0); !strings.Contains(still, "it floats 0.5 m over the bed") {
		t.Errorf("%s", still)
	}
	if running := float(0.5); !strings.Contains(running, "it floats 0.") || strings.Contains(running, "floats 0.5 m") {
		t.Errorf("%s", running)
	}
}

func TestFloats(t *testing.T) {
	a, words := rigged(t, setup.SlidingFloat, func(s *setup.Setup) {
		s.Rigging.Gap, s.Rigging.Second = 4, 8e-3
		s.Flow = setup.Flow{Speed: 0.4, Direction: 90, Source: setup.Meter}
	})
	if a.Target != 4 || a.OnBed || !strings.Contains(a.Sentence, "There the float holds it.") || !strings.Contains(words, "Under the float it hangs at ") {
		t.Errorf("%s; %s", a.Sentence, words)
	}
	for _, h := range a.Heads {
		if sinks := h.WeightInWater/9.80665 > 8e-3*1.16; sinks && (h.Verdict != No || !strings.Contains(h.Reason, "sinks the float")) {
			t.Errorf("%g g: %s", h.Mass*1e3, h.Reason)
		}
	}
	// What the current is less at the bait than at the float drags it up.
	hang := func(flow float64) float64 {
		s := setup.Default()
		s.Rigging.Kind, s.Rigging.Gap = setup.SlidingFloat, 12
		s.Flow.Speed = flow
		at, err := situate(s, nil)
		if err != nil {
			t.Fatal(err)
		}
		return at.hangs(1.8e-3)
	}
	if still, running := hang(0), hang(1); math.Abs(still-12) > 0.05 || running >= still-0.05 {
		t.Errorf("hangs at %g m in still water, %g m in a current", still, running)
	}
	_, words = rigged(t, setup.FixedFloat, func(s *setup.Setup) { s.Rigging.Gap, s.Rigging.Second = 1.5, 8e-3 })
	if !strings.Contains(words, "let it slide") {
		t.Errorf("%s", words)
	}
}

// Under a float the bait falls where it splashed, at its own speed, and goes
// with the float.
func TestFallUnderFloat(t *testing.T) {
	fall := func(kind string, flow float64) Fall {
		s := setup.Default()
		s.Rigging.Kind, s.Rigging.Gap, s.Rigging.Second = kind, 3, 20e-3
		s.Water.Depth, s.Cast.Distance, s.Flow.Speed, s.Flow.Direction, s.Wind.Speed = 8, 15, flow, 0, 0
		s.Boat.Kind, s.Line.Diameter, s.Leader.Diameter = "bank", 0.08e-3, 0.15e-3
		at, err := situate(s, nil)
		if err != nil {
			t.Fatal(err)
		}
		h, err := at.head(7e-3)
		if err != nil || h.Fall.Outcome != Reached {
			t.Fatalf("%+v %v", h.Fall, err)
		}
		if free := 3 / h.lure.FallSpeed(at.scene.Water); h.Fall.Time < 0.95*free || h.Fall.Time > 1.3*free {
			t.Errorf("%s: %g s to the stop, %g s without a line", kind, h.Fall.Time, free)
		}
		return h.Fall
	}
	still := fall(setup.FixedFloat, 0)
	if math.Abs(still.Landing.X-15) > 0.05 || math.Abs(still.Landing.Z+3) > 0.01 {
		t.Errorf("lands at %+v", still.Landing)
	}
	if want := 3 + math.Hypot(15, 1); math.Abs(still.LineOut-want) > 0.5 {
		t.Errorf("%g m of line out, about %g", still.LineOut, want)
	}
	if slid := fall(setup.SlidingFloat, 0); slid.Time < still.Time {
		t.Errorf("through a sliding float in %g s, under a fixed one in %g s", slid.Time, still.Time)
	}
	if moved := fall(setup.FixedFloat, 0.3); math.Abs(moved.Landing.X-15-0.3*moved.Time) > 0.3 {
		t.Errorf("the float went %g m, the bait came down at %g m", 0.3*moved.Time, moved.Landing.X)
	}
}

// A wire, a blade and a second hook weigh and drag.
func TestTrimmings(t *testing.T) {
	fall := func(change func(*setup.Setup)) (time, weight float64) {
		h := solve(t, func(s *setup.Setup) { s.Heads = []float64{7.1e-3}; change(s) }).Heads[0]
		return h.Fall.Time, h.WeightInWater
	}
	plain, weight := fall(func(*setup.Setup) {})
	if time, _ := fall(func(s *setup.Setup) { s.Rigging.Blade = true }); time <= plain {
		t.Errorf("with a blade %g s, without %g s", time, plain)
	}
	for name, change := range map[string]func(*setup.Setup){
		"a wire trace": func(s *setup.Setup) { s.Rigging.Wire = 0.5 },
		"a stinger":    func(s *setup.Setup) { s.Rigging.Stinger = true },
	} {
		if _, more := fall(change); more <= weight {
			t.Errorf("%s: %g N, without %g N", name, more, weight)
		}
	}
	if _, words := rigged(t, setup.SingleHead, func(s *setup.Setup) { s.Rigging.Stinger = true }); !strings.Contains(words, "local rules") {
		t.Errorf("%s", words)
	}
}

func TestRigRefuses(t *testing.T) {
	for words, change := range map[string]func(*setup.Setup){
		"Between the two: 0 m is outside":         func(s *setup.Setup) { s.Rigging.Gap = 0 },
		"is not less than the leader of 2 m":      func(s *setup.Setup) { s.Rigging.Gap = 2.5 },
		"does not fit into water 0.5 m deep":      func(s *setup.Setup) { s.Water.Depth, s.Rigging.Gap = 0.5, 0.6 },
		"Rig: “three heads” is not one of single": func(s *setup.Setup) { s.Rigging.Kind = "three heads" },
		"Stop: 20 m is below the bed at 18 m":     func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Gap = setup.FixedFloat, 20 },
		"choose slow fall, not hold bottom":       func(s *setup.Setup) { s.Rigging.Kind, s.Approach.Kind = setup.SlidingFloat, setup.HoldBottom },
		"it is where the stop is, 0.3 m":          func(s *setup.Setup) { s.Rigging.Kind, s.Target.Depth = setup.SlidingFloat, 5 },
		"is not less than the cast of 20 m":       func(s *setup.Setup) { s.Leader.Length = 25 },
	} {
		s := setup.Default()
		s.Rigging.Kind = setup.DropShot
		change(&s)
		if _, err := Solve(s, nil); err == nil || !strings.Contains(err.Error(), words) {
			t.Errorf("%v, not %q", err, words)
		}
	}
}
