package guide

import (
	"dunvel/core/catalogue"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/technique"
)

// with is a setup with something changed.
func with(s setup.Setup, change func(s *setup.Setup)) setup.Setup {
	change(&s)
	return s
}

var rigs = []Page{
	{
		Key: "single-head", Rig: true, Name: "Single head",
		Says: "Weight and hook in one: nothing tells more, and nothing casts better.",
		How: []string{"Tie it to the leader by a loop, so that it swings, or by a knot, so that it does not.",
			"Fish it in any way there is; the weight decides how fast it falls."},
		Check: straight, Take: "A tick in the hand, as nothing is between it and the bait.", Strike: schools,
		Change: "A head that holds the bed but frightens: the same weight on a sliding sinker.",
		Mistake: "A bait that sits crooked, and is worked fast so that it shows less: it turns about itself, high " +
			"over the bed.",
		Setup: usual("pond"), Mass: 5.3e-3, Right: as("sink-draw"), Wrong: worked(3, roll(1.2, 5)),
	},
	{
		Key: "two-heads", Rig: true, Name: "Two heads",
		Says: "Two light heads on one leader: each falls light, and together they hold.",
		How: []string{"The heavier below, the lighter on a short loop above it.",
			"Keep them half a metre apart, so that they do not meet on the cast.",
			"Cast gently, and let the lower one touch first."},
		Check: append([]string{"The loop weakens the leader: tie it in a thicker one.",
			"Two hooks are not allowed everywhere."}, straight...),
		Take: "As on a single head; the upper one's is softer.", Strike: schools,
		Change:  "Where both hang up: one head of as much as both.",
		Mistake: "Lifted as high as one head alone: the upper one is never near the bed.",
		Setup: with(near("pond"), func(s *setup.Setup) {
			s.Rigging.Kind, s.Rigging.Apart, s.Rigging.Upper, s.Leader.Length = rigging.TwoHeads, 0.5, 2.5e-3, 1.5
		}),
		Mass: 5.3e-3, Right: nearby(4, lift(0.6, 0.5), lower(0.8), pause(10), turns(0.3, 1), wait(2)),
		Wrong: nearby(4, lift(1.8, 0.5), lower(0.3), turns(1, 2)),
	},
	{
		Key: "sliding-sinker", Rig: true, Name: "Sliding sinker",
		Says: "The sinker lies, the line runs through it, and the bait moves freely on its trace.",
		How: []string{"Sinker on the line, then a bead, then the swivel, then the trace and the hook.",
			"Let the sinker down on an open bail, and give the bait time to come after it.",
			"Draw it on by a hand's breadth, and stop."},
		Check: []string{"The line runs freely through the sinker.", "The bead keeps it off the knot.",
			"The bait can rise as high as the trace is long."},
		Take:    "The line runs off; the sinker is not felt by the fish.",
		Strike:  []string{"When the line runs steadily.", "At the first pull: the hook is small and sharp."},
		Change:  "Snags at the sinker: a longer one that slips through, or the drop shot.",
		Mistake: "Reeled along without a stop: the sinker flies, and the bait with it.",
		Setup: with(usual("pond"), func(s *setup.Setup) {
			s.Rigging.Kind, s.Rigging.Apart, s.Approach.Kind = rigging.SlidingSinker, 0.4, setup.HoldBottom
			s.Bait.Body, s.Leader.Length = "floating", 0.4
		}),
		Mass: 7.1e-3, Right: as("drag"), Wrong: worked(3, roll(1.2, 5)),
	},
	{
		Key: "free-sinker", Rig: true, Name: "Free sinker",
		Says: "The sinker runs free on the line over the hook: both fall as one, and on the bed the bait comes away " +
			"from it.",
		How: []string{"Line through the sinker, its narrow end ahead, and the hook tied on with its point in the bait.",
			"Let it down on an open bail.",
			"Lift it by a hand's breadth and give line at once: the bait sinks by itself beside the sinker."},
		Check: []string{"The line runs freely through the sinker.", "Its rim does not rub the knot.",
			"The point lies just under the skin: weed slides past it."},
		Take:    "The line runs off through the sinker, or the bait is simply heavier.",
		Strike:  schools,
		Change:  "A bait that is to stay farther from its sinker: the sliding sinker with its trace.",
		Mistake: "Reeled along without a stop: the sinker flies, and the bait never comes away from it.",
		Setup: with(usual("pond"), func(s *setup.Setup) {
			s.Rigging.Kind, s.Approach.Kind, s.Head.Point = rigging.FreeSinker, setup.HoldBottom, catalogue.PointSkinned
		}),
		Mass: 7.1e-3, Right: as("drag"), Wrong: worked(3, roll(1.2, 5)),
	},
	{
		Key: "split-shot", Rig: true, Name: "Split shot",
		Says: "A shot pinched on a little over a small bait: the quickest way to get it down.",
		How: []string{"Hook and bait first, the shot two hands' breadths over it.",
			"Draw it along slowly, a metre at a time.", "Stop, and let the bait sink after the shot."},
		Check: []string{"The shot holds, and does not crush the line.",
			"Not of lead where small lead is not allowed: tin does it too."},
		Take: "The line tightens by itself.", Strike: schools,
		Change:  "More current or depth: a sliding sinker.",
		Mistake: "Reeled steadily: shot and bait come up to the top.",
		Setup: with(usual("pond"), func(s *setup.Setup) {
			s.Rigging.Kind, s.Rigging.Apart, s.Bait.Length, s.Head.Hook = rigging.SplitShot, 0.25, 0.06, "#4"
			s.Approach.Kind = setup.HoldBottom
		}),
		Mass: 1.8e-3, Right: as("drag"), Wrong: worked(3, roll(1, 5)),
	},
	{
		Key: "drop-shot", Rig: true, Name: "Drop shot",
		Says: "The sinker at the end, the bait held over the bed as high as you tie it.",
		How: []string{"Hook in the line so that its point stands up, and as much line below it as the bait is to " +
			"be over the bed.", "Let the sinker down, and tighten until the line is straight.",
			"Tremble the tip without moving the sinker, and stop.", "Move it a metre on, and again."},
		Check: append([]string{"Far out the line lies flatter and the bait lower: tie it higher for that."},
			straight...),
		Take:    "A tap, or the tremble gets heavy.",
		Strike:  []string{"Tighten, and lift.", "At once: it has nothing but the bait in its mouth."},
		Change:  "Fish that feed off the bed itself: a head on the bed.",
		Mistake: "Shaken by the arm: the sinker jumps, and the bait is all over the place.",
		Setup:   usual("drop shot"), Mass: 7.1e-3, Right: worked(3, shake(0.03, 2, 3), wait(3)),
		Wrong: nearby(3, lift(0.9, 0.6), shake(0.3, 2, 3), lower(0.5), pause(2)),
	},
	{
		Key: "fixed-float", Rig: true, Name: "Fixed float",
		Says: "A tiny jig that hangs at one depth, over weed or before fish that are shy of the bed.",
		How: []string{"The float as far up the line as the jig is to hang, up to about a rod's length.",
			"Cast, and let it settle until the float cocks.",
			"A short draw, and let it swing down again; or leave it to the ripple."},
		Check: []string{"The float carries the jig and stands upright: a shot helps where it lies.",
			"The jig hangs level, its knot drawn to the middle of the eye."},
		Take:    "The float goes under, lies down, or walks off.",
		Strike:  []string{"When it goes, with a turn of the wrist.", "When it has gone and stays away."},
		Change:  "Deeper than a rod's length: a sliding float.",
		Mistake: "Drawn in all the time: the jig trails behind the float, just under the top.",
		Setup:   usual("float"), Mass: 0.6e-3, Right: worked(3, turns(0.5, 0.5), wait(8)),
		Wrong: worked(3, roll(0.5, 6)),
	},
	{
		Key: "sliding-float", Rig: true, Name: "Sliding float",
		Says: "The same for depths that a rod cannot cast a fixed one for.",
		How: []string{"A stop on the line at the depth, a bead, the float, and a shot that draws the line through " +
			"it.", "Cast, and give line until the float comes up to its stop and cocks.",
			"Then as with the fixed one."},
		Check: []string{"The stop goes through the guides, and not through the float.",
			"The float carries jig and shot and still stands upright."},
		Take:    "The float goes under, lies down, or walks off.",
		Strike:  []string{"Tighten first, then strike: there is more line under it.", "At once, with a long sweep."},
		Change:  "Where the wind takes the line and drags it off: no float, and a lighter line.",
		Mistake: "Drawn in before it has settled: the stop never comes to the float, and the jig stays high.",
		Setup: with(usual("float"), func(s *setup.Setup) {
			s.Water.Depth, s.Rigging.Kind, s.Rigging.Stop, s.Rigging.Carries = 4, rigging.SlidingFloat, 2.5, 5e-3
		}),
		Mass: 0.9e-3, Right: technique.Programme{Start: []technique.Action{{Kind: technique.Fall, Time: 40},
			{Kind: technique.Close}}, Work: []technique.Action{turns(0.5, 0.5), wait(8)}, Times: 3},
		Wrong: technique.Programme{Start: []technique.Action{{Kind: technique.Close}},
			Work: []technique.Action{roll(0.5, 6)}, Times: 3},
	},
}
