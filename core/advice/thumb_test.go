package advice

import (
	"context"
	"errors"
	"math"
	"strings"
	"testing"

	"dunvel/core/rules"
	"dunvel/core/setup"
)

func TestTryRules(t *testing.T) {
	s := setup.Default()
	s.Cast.Distance = 12
	trials, err := TryRules(context.Background(), s, "to 3 m: 3.5 g; to 12 m: 0.4 g; over 12 m, calm: 42.5 g; 18 to 24 m and windy: 8 g", nil)
	if err != nil {
		t.Fatal(err)
	}
	seen := map[string]int{}
	for _, tr := range trials {
		seen[tr.Verdict]++
		if tr.Words == "" || (tr.Mass == 0) != (tr.Rule == "") {
			t.Errorf("%+v", tr)
		}
		// What is said is what the answer says in that water.
		here := s
		here.Water.Depth, here.Wind.Speed, here.Flow.Speed = tr.Depth, tr.Wind, tr.Flow
		a, err := Solve(here, nil)
		if err != nil {
			t.Fatal(err)
		}
		pick := 0.0
		if a.Pick >= 0 {
			pick = a.Heads[a.Pick].Mass
		}
		if pick != tr.Pick {
			t.Errorf("%+v, but the answer is %g g", tr, pick*1e3)
		}
		switch {
		case tr.Verdict == Agrees && tr.Sure < 0.8, tr.Verdict == TooLight && tr.Mass >= tr.Pick, tr.Verdict == TooHeavy && tr.Mass <= tr.Pick:
			t.Errorf("%+v", tr)
		}
	}
	for _, verdict := range []string{Agrees, TooLight, TooHeavy, Silent} {
		if seen[verdict] == 0 {
			t.Errorf("no trial %s: %v", verdict, seen)
		}
	}
	var bad *rules.Error
	if _, err := TryRules(context.Background(), s, "deep: heavy", nil); !errors.As(err, &bad) {
		t.Error(err)
	}
	ctx, stop := context.WithCancel(context.Background())
	stop()
	if _, err := TryRules(ctx, s, "always: 5 g", nil); !errors.Is(err, context.Canceled) {
		t.Error(err)
	}
}

// Two states of the flow are answered for as each would be on its own.
func TestTwoStates(t *testing.T) {
	a := solve(t, func(s *setup.Setup) {
		heronCut(s)
		s.Other = setup.Other{Asked: true, Speed: 0.3, Direction: 90}
		s.Approach.Kind = setup.HoldBottom
	})
	running := solve(t, func(s *setup.Setup) {
		heronCut(s)
		s.Flow.Speed, s.Flow.Direction = 0.3, 90
		s.Approach.Kind = setup.HoldBottom
	})
	if a.Other == nil || a.Other.Sentence != running.Sentence || a.Other.Other != nil {
		t.Fatalf("%+v", a.Other)
	}
	if !strings.HasPrefix(a.Both, "One head for both: ") {
		t.Errorf("%q", a.Both)
	}
	if still := solve(t, heronCut); still.Other != nil || still.Both != "" {
		t.Errorf("%q", still.Both)
	}
}

// A rod throws a light bulky bait short, and a measured cast counts for more
// than what is printed on the rod.
func TestReach(t *testing.T) {
	far := solve(t, func(s *setup.Setup) {
		s.Rod.Least, s.Rod.Most, s.Cast.Distance = 0.005, 0.03, 45
		s.Bait.Form = "paddle tail"
	})
	if h := far.Heads[2]; h.Reach <= 0 || h.Reach > 30 || h.Verdict == Does {
		t.Errorf("%g m, %s", h.Reach, h.Reason)
	}
	named := false
	for _, h := range far.Heads {
		named = named || strings.Contains(h.Reason, "with this rod, 45 m is wanted")
	}
	if !named {
		t.Errorf("no head falls short: %+v", far.Heads[6].Reason)
	}
	fitted := solve(t, func(s *setup.Setup) { s.Wind.Speed, s.Rod.Thrown, s.Rod.ThrownMass = 0, 33, 7.1e-3 })
	if h := fitted.Heads[7]; math.Abs(h.Reach-33) > 0.5 {
		t.Errorf("7.1 g flew 33 m and is said to fly %g m", h.Reach)
	}
	mad := solve(t, func(s *setup.Setup) { s.Rod.Thrown, s.Rod.ThrownMass = 149, 0.4e-3 })
	if mad.Heads[3].Reach != 0 || mad.Notes[0].Kind != "reach" || !strings.Contains(mad.Notes[0].Words, "it is not used") {
		t.Errorf("%+v", mad.Notes)
	}
}

func TestNotes(t *testing.T) {
	note := func(kind string, change func(*setup.Setup)) Note {
		for _, n := range solve(t, change).Notes {
			if n.Kind == kind {
				return n
			}
		}
		return Note{}
	}
	shallow := func(s *setup.Setup) {
		heronCut(s)
		s.Cast.Sighted, s.Heads = true, []float64{7.1e-3}
	}
	if n := note("splash", shallow); !n.Caution || !strings.Contains(n.Words, "5 g") {
		t.Errorf("%+v", n)
	}
	if n := note("splash", func(s *setup.Setup) { shallow(s); s.Cast.Sighted = false }); n.Words != "" {
		t.Errorf("%+v", n)
	}
	if n := note("hook", func(s *setup.Setup) { s.Head.Hook, s.Bait.Form = "#4", "paddle tail" }); !n.Caution || !strings.Contains(n.Words, "small") || !strings.Contains(n.Words, "tungsten") {
		t.Errorf("%+v", n)
	}
	if n := note("hook", func(s *setup.Setup) { s.Head.Hook, s.Bait.Length = "8/0", 0.06 }); !n.Caution || !strings.Contains(n.Words, "large") {
		t.Errorf("%+v", n)
	}
	if n := note("hook", func(s *setup.Setup) { s.Bait.Weighed = 0.2e-3 }); !n.Caution || !strings.Contains(n.Words, "Weighed at 0.2 g the bait is lighter than its hook, 0.9 g") {
		t.Errorf("%+v", n)
	}
	if n := note("link", func(s *setup.Setup) { s.Line.Strength, s.Leader.Strength = 5, 8 }); !n.Caution || !strings.Contains(n.Words, "stronger than the line") || !strings.Contains(n.Words, "joining knot, about 3.8 kg") {
		t.Errorf("%+v", n)
	}
	if n := note("link", func(s *setup.Setup) { s.Line.Strength, s.Leader.Strength, s.Leader.Loop = 10, 5, true }); n.Caution || !strings.Contains(n.Words, "the loop in the leader, about 3 kg") {
		t.Errorf("%+v", n)
	}
	if n := note("snags", func(s *setup.Setup) { s.Water.Bed = "timber"; s.Heads = []float64{42.5e-3} }); !n.Caution {
		t.Errorf("%+v", n)
	}
}

// Snags: worse beds, narrower heads, harder landings; a most bites.
func TestSnags(t *testing.T) {
	index := func(change func(*setup.Setup)) float64 {
		return solve(t, func(s *setup.Setup) { s.Heads = []float64{10.6e-3}; change(s) }).Heads[0].Snags
	}
	rock := index(func(*setup.Setup) {})
	if sand := index(func(s *setup.Setup) { s.Water.Bed = "sand" }); sand >= rock {
		t.Errorf("sand %g, rock %g", sand, rock)
	}
	if wide := index(func(s *setup.Setup) { s.Head.Shape = "football" }); wide >= rock {
		t.Errorf("football %g, ball %g", wide, rock)
	}
	capped := solve(t, func(s *setup.Setup) { s.Approach.SnagMost, s.Approach.Leaning = 5, setup.Heavy })
	last := capped.Heads[len(capped.Heads)-1]
	if last.Verdict != No || !strings.Contains(last.Reason, "of 10, you want 5 at most") || capped.Pick < 0 || capped.Heads[capped.Pick].Snags > 5*1.0001 {
		t.Errorf("%s; %s", last.Reason, capped.Sentence)
	}
	soft := solve(t, func(s *setup.Setup) { s.Water.Bed = "mud" })
	if h := soft.Heads[len(soft.Heads)-1]; !strings.Contains(h.Reason, "digs into the mud") && h.Fall.Speed > 1.4 {
		t.Errorf("%g m/s: %s", h.Fall.Speed, h.Reason)
	}
}

// A height over the bed is a depth that moves with it.
func TestTargetOverTheBed(t *testing.T) {
	over := solve(t, func(s *setup.Setup) { s.Target.Height = 3 })
	deep := solve(t, func(s *setup.Setup) { s.Target.Depth = 15 })
	if over.OnBed || over.Target != 15 || over.Heads[6].Fall.Time != deep.Heads[6].Fall.Time {
		t.Errorf("%+v", over.Target)
	}
	for words, change := range map[string]func(*setup.Setup){
		"above the surface": func(s *setup.Setup) { s.Target.Height = 18 },
		"clear one of them": func(s *setup.Setup) { s.Target.Height, s.Target.Depth = 3, 10 },
	} {
		s := setup.Default()
		change(&s)
		if _, err := Solve(s, nil); err == nil || !strings.Contains(err.Error(), words) {
			t.Errorf("%v, not %q", err, words)
		}
	}
	// Falling through a band of depth it is told for how long.
	through := solve(t, func(s *setup.Setup) { s.Target.Depth, s.Target.Band = 8, 2 })
	f := through.Heads[through.Pick].Fall
	if long := f.Through - f.Time; long <= 0 || math.Abs(long*f.Speed-2) > 0.3 || !strings.Contains(through.Sentence, "It is in the band, down to 10 m, for ") {
		t.Errorf("%g s to %g s: %s", f.Time, f.Through, through.Sentence)
	}
	if low := solve(t, func(s *setup.Setup) { s.Target.Depth, s.Target.Band = 17, 5 }); !strings.Contains(low.Sentence, "in the band down to the bed") {
		t.Errorf("%s", low.Sentence)
	}
	// Swum in a depth band instead of over the bed.
	swum := solve(t, func(s *setup.Setup) {
		pierPool(6, 0.5)(s)
		s.Target.Depth, s.Target.Band = 2, 1.5
	})
	if swum.Pick < 0 || !strings.Contains(swum.Sentence, "2.0 m to 3.5 m deep for ") {
		t.Errorf("%s", swum.Sentence)
	}
}

// How sure is asked for decides: more of it, never a lighter head.
func TestSure(t *testing.T) {
	least := func(sure float64) int {
		return solve(t, func(s *setup.Setup) { s.Approach.Sure = sure }).Least
	}
	if a, b, c := least(0.5), least(0.8), least(0.95); a > b || b > c || a == c {
		t.Errorf("%d, %d, %d", a, b, c)
	}
	a := solve(t, func(*setup.Setup) {})
	for _, h := range a.Heads {
		if r := h.Ranges.Time; h.Fall.Outcome == Reached && !(r.Low < h.Fall.Time && h.Fall.Time < r.High) {
			t.Errorf("%g g: %g s is not within %+v", h.Mass*1e3, h.Fall.Time, r)
		}
	}
	// What is better known is told more closely.
	measured := solve(t, func(s *setup.Setup) {
		s.Flow = setup.Flow{Speed: 0.3, Direction: 180, Source: setup.Meter}
		s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.2, Direction: 180}
		s.Cast.Distance, s.Approach.Kind, s.Line.Measured = 5, setup.HoldBottom, true
	})
	guessed := solve(t, func(s *setup.Setup) {
		s.Flow = setup.Flow{Speed: 0.3, Direction: 180, Source: setup.ByEye}
		s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.2, Direction: 180}
		s.Cast.Distance, s.Approach.Kind = 5, setup.HoldBottom
	})
	width := func(a *Answer) float64 { r := a.Heads[10].Ranges.Margin; return r.High - r.Low }
	if width(measured) >= width(guessed) {
		t.Errorf("the margin is known to %g when measured, to %g when guessed", width(measured), width(guessed))
	}
}
