package guide

import (
	"dunvel/core/begin"
	"dunvel/core/setup"
	"dunvel/core/technique"
)

// usual is the setup of a kind of fishing.
func usual(key string) setup.Setup {
	for _, k := range begin.Kinds() {
		if k.Key == key {
			return k.Setup
		}
	}
	panic("guide: no kind of fishing " + key)
}

// as is the programme of a technique that has a name.
func as(key string) technique.Programme {
	p, ok := technique.Lookup(key)
	if !ok {
		panic("guide: no technique " + key)
	}
	return p.Programme
}

// worked is a fall to the bed, the slack taken in, and then work, over and over.
func worked(times int, work ...technique.Action) technique.Programme {
	return technique.Programme{Start: []technique.Action{{Kind: technique.Fall, Time: 300}, {Kind: technique.Close},
		turns(1, 1)}, Work: work, Times: times}
}

// nearby is worked where more of the line that ran off has to come in again.
func nearby(times int, work ...technique.Action) technique.Programme {
	p := worked(times, work...)
	p.Start[2] = turns(2.5, 1)
	return p
}

// over is a fall to over the fish, and work there.
func over(work ...technique.Action) technique.Programme {
	return technique.Programme{Start: []technique.Action{{Kind: technique.Fall, Time: 8}, {Kind: technique.Close}},
		Work: work, Times: 2}
}

// near is a water with the bait near by, so that a lift of the rod is one of the bait.
func near(key string) setup.Setup {
	s := usual(key)
	s.Cast.Distance = 6
	return s
}

func lift(by, in float64) technique.Action {
	return technique.Action{Kind: technique.Lift, Amount: by, Time: in}
}

func lower(in float64) technique.Action {
	return technique.Action{Kind: technique.Lower, Time: in}
}

func pause(most float64) technique.Action {
	return technique.Action{Kind: technique.Pause, Time: most}
}

func wait(seconds float64) technique.Action {
	return technique.Action{Kind: technique.Wait, Time: seconds}
}

func turns(n, speed float64) technique.Action {
	return technique.Action{Kind: technique.Turns, Amount: n, Speed: speed}
}

func roll(speed, seconds float64) technique.Action {
	return technique.Action{Kind: technique.SlowRoll, Speed: speed, Time: seconds}
}

func shake(by, beats, seconds float64) technique.Action {
	return technique.Action{Kind: technique.Shake, Amount: by, Speed: beats, Time: seconds}
}

// What is looked at with every bait, before the first cast of it.
var straight = []string{
	"Hold the bait along the hook, mark where the hook has to come out, and put it on so that it hangs straight.",
	"The point stands upright over the middle of its back.",
	"Swim it a rod's length beside you: it must not turn about itself.",
}

// When to strike: by those who do at once, and by those who wait.
var schools = []string{
	"At once, at whatever is not the bed: whoever waits is let go of.",
	"Half a turn first, or until its weight is on the rod: whoever strikes at a tap draws the bait out of its mouth.",
}

var techniques = []Page{
	{
		Key: "tight", Name: "Tight fall",
		Says: "The bait swings down and in, slower than it falls, and every touch is felt.",
		How: []string{"Close the bail as it splashes in.", "Rod at shoulder height, line just straight.",
			"Count, and let it swing under you without turning the reel.", "When the line slackens it is down."},
		Check: straight, Take: "A tick, a weight that was not there, or a fall that ends too early.", Strike: schools,
		Change:  "Where it swings in before it is down, feed line, or take the next weight up.",
		Mistake: "Reeling as it falls: it swings through over the fish, and never gets down.",
		Setup:   usual("pond"), Mass: 3.5e-3, Right: as("tight"),
		Wrong: technique.Programme{Start: []technique.Action{{Kind: technique.Close}, roll(0.7, 15)}},
	},
	{
		Key: "sink-draw", Name: "Sink and draw",
		Says: "Up a little by the reel, down again, from the far end to your feet.",
		How: []string{"Let it fall to the bed on an open bail, and close it.", "Two slow turns of the reel.",
			"Stop, and let it fall on a line that is just not slack.", "Again as soon as it is down."},
		Check: straight, Take: "Nearly always on the way down: the line twitches, or stays slack too long.",
		Strike:  schools,
		Change:  "No touch in a dozen casts: one turn instead of two, or a longer stop.",
		Mistake: "Five quick turns and hardly a stop: too fast, and a metre over the fish after the second draw.",
		Setup:   usual("pond"), Mass: 5.3e-3, Right: as("sink-draw"), Wrong: worked(4, turns(5, 2.5), pause(1)),
	},
	{
		Key: "hop", Name: "Lift and drop", Says: "Short hops off the bed by the rod.",
		How: []string{"Down, bail closed, rod low and pointing along the line.",
			"Lift the tip by half a metre, not faster than half a second.",
			"Follow it down with the rod, line just straight.", "Take in what that gives, and wait two seconds."},
		Check: straight, Take: "A tick on the way down, or it is simply there as you lift the next time.",
		Strike:  schools,
		Change:  "Cold water and lazy fish: drag it instead. Where it hangs up at each hop: lighter, or swum over it.",
		Mistake: "Swung up to the sky and lifted again before it is down: overworked, and hardly ever at the bed.",
		Setup:   near("pond"), Mass: 5.3e-3,
		Right: nearby(4, lift(0.6, 0.5), lower(0.8), pause(10), turns(0.3, 1), wait(2)),
		Wrong: nearby(4, lift(1.8, 0.5), lower(0.3), turns(1, 2)),
	},
	{
		Key: "drag", Name: "Drag and stop", Says: "Along the bed by the rod, so that it ploughs and clouds.",
		How: []string{"Down, bail closed, rod pointing at it.",
			"Sweep the rod aside, low over the water, for as long as a slow breath.", "Wait.",
			"Take in what the rod gives on its way back, without moving the bait."},
		Check: append([]string{"A wide head that wedges little, and a hidden point where there are snags."},
			straight...),
		Take: "A pull that gets heavier, or a drag that suddenly has no weight.", Strike: schools,
		Change:  "Where it hangs up every other cast: hop it, or swim it over.",
		Mistake: "Swept back in a second: the line lifts it, and it flies over what it should crawl through.",
		Setup:   usual("pond"), Mass: 7.1e-3, Right: as("drag"),
		Wrong: worked(5, technique.Action{Kind: technique.Drag, Amount: 1.8, Time: 0.9}, turns(2.5, 2.5)),
	},
	{
		Key: "roll", Name: "Slow roll", Says: "A steady retrieve just over the bed, or just over the weed.",
		How: []string{"Let it down to where it is to swim.",
			"Begin to reel at once, at the one speed that keeps it there.",
			"Touch the bed with it now and then: if you never do, go slower."},
		Check:   append([]string{"The tail beats at the slowest speed at which you will reel."}, straight...),
		Take:    "The beat of the tail stops, or the rod simply bends.",
		Strike:  []string{"Reel on into it: the rod does the rest.", "A short sweep aside as soon as it is heavy."},
		Change:  "Followed and not taken: a stop of two seconds, or the next size down.",
		Mistake: "Reeled as fast as it feels alive: it climbs away from the bed to the top.",
		Setup:   usual("pond"), Mass: 7.1e-3, Right: as("roll"), Wrong: worked(1, roll(1.3, 12)),
	},
	{
		Key: "hover", Name: "Hover", Says: "Hung over fish that stand well off the bed, at their depth, for as long " +
			"as can be.",
		How: []string{"Count it down to just over the fish, and close the bail.",
			"Take up line as slowly as it would sink, a turn in some seconds.",
			"Stop for a few seconds, and take up again."},
		Check: straight, Take: "Mostly nothing but a weight that grows.",
		Strike:  []string{"Not at all: tighten, until its weight is there.", "A slow, long lift."},
		Change:  "They go up for it and turn away: smaller, or a metre higher.",
		Mistake: "Reeled like any other retrieve: up and out of their sight in a few seconds.",
		Setup:   usual("hover"), Mass: 3.5e-3, Right: over(roll(0.12, 10), wait(3)), Wrong: over(roll(0.7, 10)),
	},
	{
		Key: "burn", Name: "Three fast turns and pause", Says: "A rush up that is seen from afar, and a long fall.",
		How: []string{"Down, bail closed.", "Three turns as fast as you can.",
			"Stop dead, rod still, and let it fall all the way to the bed."},
		Check: straight, Take: "On the fall, and hard.", Strike: schools,
		Change:  "Bumped and not taken: two turns, or sink and draw.",
		Mistake: "Turning again before it is down: it climbs by steps, and the last of them are at the top.",
		Setup:   usual("pond"), Mass: 7.1e-3, Right: as("burn"), Wrong: worked(5, turns(3, 2.5), wait(0.5)),
	},
	{
		Key: "dead", Name: "Dead still", Says: "Left on the bed until something cannot stand it any longer.",
		How: []string{"Down, bail closed, slack taken in until the line is just straight.",
			"Leave it, for a minute, with your eyes on the line.",
			"A tremble of the tip, no more, and leave it again."},
		Check: append([]string{"A bait that stands or waves by itself: a floating one on a foot, or one with legs."},
			straight...),
		Take:    "The line walks off, or gets slack towards you.",
		Strike:  []string{"When the line has moved a metre.", "At once, before it is swallowed."},
		Change:  "Nothing in three minutes at a good place: a metre on, and again.",
		Mistake: "Lifted and shaken without a break: it is off the bed most of the time, and frightens.",
		Setup:   near("worm"), Mass: 5.3e-3, Right: nearby(3, wait(20), shake(0.04, 2, 3)),
		Wrong: nearby(5, lift(0.9, 0.5), shake(0.2, 2, 3), lower(0.5), pause(2)),
	},
}
