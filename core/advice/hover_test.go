package advice

import (
	"strings"
	"testing"

	"dunvel/core/mechanics"
	"dunvel/core/setup"
)

// overFish is a curl tail cast over fish at 8 m in 12 m of a hill loch.
func overFish(change func(*setup.Setup)) func(*setup.Setup) {
	return func(s *setup.Setup) {
		s.Water = setup.Water{Salinity: "fresh", Temperature: 12, Depth: 12, Bed: "mud"}
		s.Target.Depth, s.Rod.TipHeight, s.Cast.Distance = 8, 0.8, 10
		s.Line.Diameter, s.Leader.Diameter = 0.12e-3, 0.22e-3
		s.Bait, s.Head.Hook = setup.Bait{Form: "curl tail", Length: 0.06, Body: "plain"}, "#1"
		s.Approach.Kind = setup.Hover
		change(s)
	}
}

func TestHover(t *testing.T) {
	a := solve(t, overFish(func(*setup.Setup) {}))
	for i, h := range a.Heads {
		does := h.Fall.Outcome == Reached && h.Fall.Time <= a.Wait && h.Fall.LineOut <= h.Contact.Most && h.Hover.Stays >= 10
		if (h.Verdict == Does) != (h.Sure >= 0.8) || h.Verdict == Does && !does || h.Verdict == No && does {
			t.Errorf("%g g: %s, %s", h.Mass*1e3, h.Verdict, h.Reason)
		}
		if i > 0 && h.Hover.Deepest < a.Heads[i-1].Hover.Deepest-0.05 {
			t.Errorf("%g g sinks on to %g m, a lighter head to %g m", h.Mass*1e3, h.Hover.Deepest, a.Heads[i-1].Hover.Deepest)
		}
	}
	if a.Pick < 0 || a.Pick != a.Least || a.Closest != a.Pick || !strings.Contains(a.Sentence, "Close the bail and take up at 0.1 m/s: it stays between 8.0 m and 9.5 m for") {
		t.Errorf("%s", a.Sentence)
	}
	last := a.Heads[len(a.Heads)-1]
	if last.Verdict != No || last.Hover.Leaves != "down" || !strings.HasPrefix(last.Reason, "falls through the band after ") {
		t.Errorf("%s", last.Reason)
	}
	// Taken up fast, light heads leave upwards, and it takes a heavier one.
	fast := solve(t, overFish(func(s *setup.Setup) { s.Approach.TakeUp = 0.25 }))
	if light := fast.Heads[a.Pick]; fast.Pick <= a.Pick || light.Hover.Leaves != "up" || !strings.Contains(light.Reason, "rises out of the band") {
		t.Errorf("%s; %s", fast.Sentence, light.Reason)
	}
	// Under the rod it is held still, and hangs there.
	under := solve(t, overFish(func(s *setup.Setup) { s.Cast.Distance = 0 }))
	if under.Pick < 0 || !strings.Contains(under.Sentence, "Close the bail and hold still: it stays between 8.0 m and 9.5 m for 30 s and longer") {
		t.Errorf("%s", under.Sentence)
	}
	// Nothing stays in a band as thin as that, taken up so fast.
	none := solve(t, overFish(func(s *setup.Setup) { s.Target.Band, s.Approach.TakeUp = 0.1, 0.6 }))
	if none.Pick >= 0 || !strings.Contains(none.NotHeavier, "thicker band") || none.Heads[none.Closest].Hover.Stays < none.Heads[len(none.Heads)-1].Hover.Stays {
		t.Errorf("%s %s", none.Sentence, none.NotHeavier)
	}
}

// What the answer says of the hover is what a drop played on its own does.
func TestHoverIsAsPlayed(t *testing.T) {
	a := solve(t, overFish(func(*setup.Setup) {}))
	h := a.Heads[a.Pick]
	s := setup.Default()
	overFish(func(*setup.Setup) {})(&s)
	scene, err := s.Scene()
	if err != nil {
		t.Fatal(err)
	}
	r, _, err := s.Rig(h.Mass, scene.Water)
	if err != nil {
		t.Fatal(err)
	}
	track, err := scene.Run(mechanics.Drop{
		Rig: r, Cast: s.Splash(), Spool: s.Rod.LineOnSpool, Until: h.Fall.Time + 10,
		Phases: []mechanics.Phase{{Open: true, Time: h.Fall.Time}, {Reel: 0.1, Time: 10}},
	}, mechanics.Detail{})
	if err != nil {
		t.Fatal(err)
	}
	if depth := -track.Last.End.Z; depth < 8-0.15 || depth > h.Hover.Deepest+0.01 {
		t.Errorf("after 10 s at %g m, deepest in the answer %g m", depth, h.Hover.Deepest)
	}
}

func TestHoverRefuses(t *testing.T) {
	for words, change := range map[string]func(*setup.Setup){
		"give the depth of the highest of them": func(s *setup.Setup) { s.Target.Depth = 0 },
		"less than the 12 m of the bed":         func(s *setup.Setup) { s.Target.Depth = 12 },
		"5 m below 8 m is under the bed":        func(s *setup.Setup) { s.Target.Band = 5 },
		"Band from there down: 0 m is outside":  func(s *setup.Setup) { s.Target.Band = 0 },
		"Taken up at: 3 m/s is outside":         func(s *setup.Setup) { s.Approach.TakeUp = 3 },
	} {
		s := setup.Default()
		overFish(change)(&s)
		if _, err := Solve(s, nil); err == nil || !strings.Contains(err.Error(), words) {
			t.Errorf("%q is not in %v", words, err)
		}
	}
}
