package advice

import (
	"math"
	"strings"
	"testing"

	"dunvel/core/mechanics"
	"dunvel/core/setup"

	"gonum.org/v1/gonum/spatial/r3"
)

func lifted(change func(*setup.Setup)) func(*setup.Setup) {
	return func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Cast.Distance = setup.LiftAndDrop, 8, 0
		change(s)
	}
}

// The time back from a lift is that of a hop which the engine plays: lifted by
// the rod, which is then lowered faster than the bait falls. Played it is a
// little longer, as the bait starts from rest.
func TestBackIsAsPlayed(t *testing.T) {
	s := setup.Default()
	lifted(func(*setup.Setup) {})(&s)
	a := solve(t, lifted(func(*setup.Setup) {}))
	scene, err := s.Scene()
	if err != nil {
		t.Fatal(err)
	}
	longer := math.Inf(1)
	for _, h := range a.Heads[4:11] {
		r, _, err := s.Rig(h.Mass, scene.Water)
		if err != nil {
			t.Fatal(err)
		}
		track, err := scene.Run(mechanics.Drop{
			Rig: r, Cast: s.Splash(), Spool: s.Rod.LineOnSpool, Until: 200,
			Phases: []mechanics.Phase{
				{Open: true, Landed: true, Time: 180},
				{Tip: r3.Vec{Z: 0.5}, Time: 1}, {Time: 1}, {Tip: r3.Vec{Z: -2}, Time: 0.25}, {Landed: true, Time: 15},
			},
		}, mechanics.Detail{})
		if err != nil {
			t.Fatal(err)
		}
		played := track.Last.Time - track.Touches[0].Time - 2
		if track.Outcome != mechanics.Done || math.Abs(played-h.Back) > 0.15 {
			t.Errorf("%g g: back in %g s when played, %g s in the answer", h.Mass*1e3, played, h.Back)
		}
		if played > longer {
			t.Errorf("%g g is back later than a lighter head", h.Mass*1e3)
		}
		longer = played
	}
}

func TestLiftAndDrop(t *testing.T) {
	a := solve(t, lifted(func(s *setup.Setup) { s.Approach.BackMost = 1.1 }))
	for i, h := range a.Heads {
		does := h.Back <= 1.1 && h.Fall.Time <= a.Wait
		if h.Verdict == Does && !does || h.Verdict == No && does || (h.Verdict == Does) != (h.Sure >= 0.8) {
			t.Errorf("%g g, back in %g s: %s", h.Mass*1e3, h.Back, h.Verdict)
		}
		if i > 0 && h.Back >= a.Heads[i-1].Back {
			t.Errorf("%g g is back later than a lighter head", h.Mass*1e3)
		}
	}
	if a.Pick != a.Least || !strings.Contains(a.Sentence, "Then lifted 0.5 m it is back in 0.8 s.") ||
		!strings.Contains(a.NotLighter, "in 10 to be back within 1.1 s") || !strings.Contains(a.NotHeavier, "less of a drop to see") {
		t.Errorf("%q %q %q", a.Sentence, a.NotLighter, a.NotHeavier)
	}
	// A hang time rules out what drops like a stone.
	hang := solve(t, lifted(func(s *setup.Setup) { s.Approach.BackLeast, s.Approach.BackMost = 1, 1.5 }))
	if last := hang.Heads[len(hang.Heads)-1]; last.Verdict != No || !strings.Contains(last.Reason, "1.0 s at least is wanted") {
		t.Errorf("%s", last.Reason)
	}
	// A higher lift takes longer, and so a heavier head.
	high := solve(t, lifted(func(s *setup.Setup) { s.Approach.Lift, s.Approach.BackMost = 1, 1.1 }))
	if high.Least <= a.Least {
		t.Errorf("%s", high.Sentence)
	}
	// Where no head of the ladder is slow enough, more weight is no help.
	none := solve(t, lifted(func(s *setup.Setup) {
		s.Heads, s.Approach.BackLeast, s.Approach.BackMost = []float64{0.02}, 3, 4
	}))
	if none.Pick >= 0 || !strings.HasPrefix(none.NotHeavier, "A higher lift") {
		t.Errorf("%q %q", none.Sentence, none.NotHeavier)
	}
	// A head that the flow lifts off is no hop.
	flow := solve(t, lifted(func(s *setup.Setup) { s.Flow = setup.Flow{Speed: 0.8, Direction: 0, Source: setup.FloatTest} }))
	if h := flow.Heads[3]; h.Verdict != No {
		t.Errorf("%g g in 0.8 m/s: %s", h.Mass*1e3, h.Reason)
	}
}

func TestLiftAndDropRefuses(t *testing.T) {
	for words, change := range map[string]func(*setup.Setup){
		"Lifted by: 8 m is outside":          func(s *setup.Setup) { s.Approach.Lift = 8 },
		"takes it out of the water":          func(s *setup.Setup) { s.Water.Depth = 0.5 },
		"is not longer than the least of":    func(s *setup.Setup) { s.Approach.BackLeast = 2 },
		"at most: 0 s is outside":            func(s *setup.Setup) { s.Approach.BackMost = 0 },
		"works from the bed at 8 m, not":     func(s *setup.Setup) { s.Target.Depth = 4 },
		"works from the bed at 3 m, not":     func(s *setup.Setup) { s.Target.Depth, s.Cast.Distance, s.Water.SplashDepth = 2, 20, 3 },
		"Longest wait: 700 s is outside":     func(s *setup.Setup) { s.Approach.Wait = 700 },
		"Approach: “hopping” is not one of ": func(s *setup.Setup) { s.Approach.Kind = "hopping" },
	} {
		s := setup.Default()
		lifted(change)(&s)
		if _, err := Solve(s, nil); err == nil || !strings.Contains(err.Error(), words) {
			t.Errorf("%q is not in %v", words, err)
		}
	}
}
