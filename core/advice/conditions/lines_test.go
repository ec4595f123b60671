package conditions

import (
	"testing"

	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// What is set reads as a line for each group, whatever is set.
func TestLines(t *testing.T) {
	line := func(group string, choice units.Choice, change func(*setup.Setup)) string {
		s := setup.Default()
		change(&s)
		for _, l := range Lines(s, choice) {
			if l.Group == group {
				return l.Words
			}
		}
		return "no such group"
	}
	feet := units.Choice{"depth": "ft", "mass": "oz", "speed": "kn", "size": "in"}
	for _, tt := range []struct {
		group, want string
		choice      units.Choice
		change      func(*setup.Setup)
	}{
		{"Water", "18 m of salt water over rock, 11 °C", nil, func(*setup.Setup) {}},
		{"Water", "59.1 ft of salt water over rock, 11 °C", feet, func(*setup.Setup) {}},
		{"Water", "5 m, 9 m where it lands, salt water over rock, 11 °C", nil,
			func(s *setup.Setup) { s.Water.Depth, s.Water.SplashDepth = 5, 9 }},
		{"Water", "18 m of salt water over weed of 40 cm, 11 °C", nil,
			func(s *setup.Setup) { s.Water.Bed, s.Water.Weed = "weed", 0.4 }},
		{"Current, wind and boat", "no current, calm, boat, held", nil, func(*setup.Setup) {}},
		{"Current, wind and boat", "0.3 m/s towards you, light wind to the left, open skiff, drifting at 0.2 m/s, " +
			"swell of 50 cm", nil, func(s *setup.Setup) {
			s.Flow.Speed, s.Flow.Direction, s.Wind.Speed, s.Wind.Direction, s.Swell.Height = 0.3, 180, 4, 90, 0.5
			s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.2}
		}},
		{"Current, wind and boat", "0.1 m/s away from you, that comes and goes, strong wind away and right, bank or " +
			"pier", nil, func(s *setup.Setup) {
			s.Flow.Speed, s.Flow.Direction, s.Other.Asked, s.Wind.Speed, s.Wind.Direction, s.Boat.Kind = 0.1, 350, true,
				12, 315, "bank"
		}},
		{"Line and leader", "braid 0.18 mm, 2 m of fluorocarbon 0.4 mm", nil, func(*setup.Setup) {}},
		{"Line and leader", "nylon 0.18 mm, no leader", nil,
			func(s *setup.Setup) { s.Line.Material, s.Leader.Length = "nylon", 0 }},
		{"Bait", "slim minnow 120 mm, plain", nil, func(*setup.Setup) {}},
		{"Bait", "slim minnow 120 mm, plain, trimmed, by the nose", nil,
			func(s *setup.Setup) { s.Bait.NoTail, s.Bait.Put = true, "by the nose" }},
		{"Heads", "ball, lead, 3/0; 14 from 0.4 g to 42.5 g", nil, func(*setup.Setup) {}},
		{"Heads", "ball, lead, 3/0 with a guard, point buried; 7 g", nil,
			func(s *setup.Setup) { s.Head.Guard, s.Head.Point, s.Heads = true, "buried", []float64{0.007} }},
		{"Rig", "single head", nil, func(*setup.Setup) {}},
		{"Rig", "drop shot, 40 cm apart, 25 cm of wire, a blade, a stinger", nil, func(s *setup.Setup) {
			s.Rigging.Kind, s.Rigging.Apart, s.Rigging.Wire, s.Rigging.Blade, s.Rigging.Stinger = rigging.DropShot, 0.4,
				0.25, true, true
		}},
		{"Rig", "fixed float, stop at 1.5 m", nil,
			func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Stop = rigging.FixedFloat, 1.5 }},
		{"Rig", "your own, of 2 parts", nil, func(s *setup.Setup) {
			s.Rigging.Kind, s.Rigging.Parts = rigging.OwnRig, []rigging.Part{{What: "sinker"}, {What: "hook", At: 0.3}}
		}},
		{"Cast and approach", "cast 20 m, slow fall", nil, func(*setup.Setup) {}},
		{"Cast and approach", "dropped under the rod, slow fall to 6 m", nil,
			func(s *setup.Setup) { s.Cast.Distance, s.Target.Depth = 0, 6 }},
		{"Cast and approach", "cast 20 m, hold bottom, dragged at 0.2 m/s, to fish in sight", nil,
			func(s *setup.Setup) {
				s.Approach.Kind, s.Cast.Drag, s.Cast.Sighted = setup.HoldBottom, 0.2, true
			}},
		{"Cast and approach", "cast 20 m, swim at 0.6 m/s, 0.8 turns a second", nil, func(s *setup.Setup) {
			s.Approach.Kind, s.Approach.Speed, s.Rod.PerTurn = setup.Swim, 0.6, 0.75
		}},
		{"Hand", "rod as suits, bail open", nil, func(*setup.Setup) {}},
		{"Hand", "rod down, fed under a finger, a light touch", nil, func(s *setup.Setup) {
			s.Hand.Rod, s.Hand.Line, s.Rod.Outfit = setup.RodDown, setup.LineFed, setup.OutfitLight
		}},
		{"Rod and reel", "tip 1.5 m up, fixed spool", nil, func(*setup.Setup) {}},
		{"Rod and reel", "tip 1.5 m up, fixed spool, casts 3 g to 14 g", nil,
			func(s *setup.Setup) { s.Rod.Least, s.Rod.Most = 0.003, 0.014 }},
		{"What counts", "8 in 10 is enough", nil, func(*setup.Setup) {}},
		{"What counts", "9 in 10 is enough, 30 % of its weight left on the bed, snags 5 at most", nil,
			func(s *setup.Setup) {
				s.Approach.Kind, s.Approach.Sure, s.Approach.Margin, s.Approach.SnagMost = setup.HoldBottom, 0.9, 0.3, 5
			}},
	} {
		if got := line(tt.group, tt.choice, tt.change); got != tt.want {
			t.Errorf("%s: %q, want %q", tt.group, got, tt.want)
		}
	}
}

// Where something goes reads as the nearest of eight ways, all around.
func TestTowards(t *testing.T) {
	for degrees, want := range map[float64]string{
		0: "away from you", 22: "away from you", 23: "away and left", 90: "to the left", 135: "towards you, left",
		180: "towards you",
		225: "towards you, right", 270: "to the right", 315: "away and right", 337: "away and right",
		338: "away from you", 360: "away from you",
	} {
		if got := towards(degrees); got != want {
			t.Errorf("%g°: %s, want %s", degrees, got, want)
		}
	}
}
