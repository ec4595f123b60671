package advice

import (
	"flag"
	"fmt"
	"strings"
	"testing"

	"dunvel/core/explore"
	"dunvel/core/explore/axis"
	"dunvel/core/golden"
	"dunvel/core/judge/judgetest"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/units"
)

var update = flag.Bool("update", false, "write what is said now to testdata/words.txt and situations.txt, to be read "+
	"before it is kept")

// onStandIn answers on the stand-in for the engine: what is tried here is what is said.
func onStandIn() Adviser { return Adviser{explore.Search{Bench: judgetest.Bench(nil)}} }

// waters are those of which everything that is said stands in testdata/words.txt.
var waters = []struct {
	name   string
	show   units.Choice
	change func(s *setup.Setup)
}{
	{name: "slow fall, still"},
	{name: "slow fall, in feet and ounces",
		show: units.Choice{"depth": "ft", "mass": "oz", "speed": "kn", "size": "in"}},
	{name: "slow fall in a breeze, the rod down", change: func(s *setup.Setup) {
		s.Wind.Speed, s.Wind.Direction = 6, 90
	}},
	{name: "slow fall in current that carries too far", change: func(s *setup.Setup) {
		s.Flow.Speed, s.Flow.Direction = 1.2, 90
	}},
	{name: "slow fall, a ceiling that the wait contradicts",
		change: func(s *setup.Setup) { s.Approach.Ceiling = 0.05 }},
	{name: "slow fall, heads that are all too heavy for a ceiling", change: func(s *setup.Setup) {
		s.Heads, s.Approach.Ceiling, s.Approach.Wait = []float64{0.01, 0.02}, 0.4, 60
	}},
	{name: "hold bottom, still", change: hold},
	{name: "hold bottom, dragged", change: func(s *setup.Setup) {
		hold(s)
		s.Cast.Drag = 0.15
	}},
	{name: "hold bottom, dead still in current", change: func(s *setup.Setup) {
		hold(s)
		s.Flow.Speed, s.Flow.Direction, s.Approach.Still = 0.3, 90, setup.DeadStill
	}},
	{name: "lift and drop", change: lift},
	{name: "lift and drop, by turns", change: func(s *setup.Setup) {
		lift(s)
		s.Approach.LiftTurns = 1
	}},
	{name: "lift and drop, with a hang that no head that is felt has", change: func(s *setup.Setup) {
		lift(s)
		s.Approach.BackLeast, s.Approach.BackMost = 4, 6
	}},
	{name: "swim at the bed", change: swim},
	{name: "swim over the bed, begun at the splash", change: func(s *setup.Setup) {
		swim(s)
		s.Approach.BandLow, s.Approach.BandHigh, s.Approach.Begins = 1, 2, setup.BeginsAtSplash
	}},
	{name: "swim, no head at the speed that is wanted", change: func(s *setup.Setup) {
		swim(s)
		s.Approach.Speed, s.Heads = 1.4, []float64{0.005, 0.007}
	}},
	{name: "hover", change: func(s *setup.Setup) {
		s.Approach.Kind, s.Target.Depth, s.Target.Band = setup.Hover, 3, 1
	}},
	{name: "one head that does not do it", change: func(s *setup.Setup) {
		s.Heads, s.Wind.Speed = []float64{0.0004}, 5
	}},
	{name: "both states of the tide", change: func(s *setup.Setup) {
		hold(s)
		s.Other.Asked, s.Other.Speed, s.Other.Direction = true, 0.3, 90
	}},
	{name: "heavy on purpose", change: func(s *setup.Setup) { s.Approach.Leaning = setup.Heavy }},
	{name: "a rod that casts up to 8 g", change: func(s *setup.Setup) {
		s.Rod.Most, s.Approach.Wait = 0.008, 6
	}},
	{name: "a rod that casts from 20 g", change: func(s *setup.Setup) { s.Rod.Least, s.Rod.Most = 0.020, 0.040 }},
	{name: "a cast that no head flies", change: func(s *setup.Setup) {
		s.Cast.Distance, s.Rod.Least, s.Rod.Most = 70,
			0.004, 0.03
	}},
	{name: "snags, no more than 2 of 10", change: func(s *setup.Setup) { s.Approach.SnagMost = 2 }},
	{name: "mud that heads dig into", change: func(s *setup.Setup) { s.Water.Bed = "mud" }},
	{name: "a float that carries 2 g", change: func(s *setup.Setup) {
		s.Rigging.Kind, s.Rigging.Stop, s.Rigging.Carries = rigging.FixedFloat, 2, 0.002
	}},
	{name: "two heads, the upper of 3.5 g",
		change: func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Upper = rigging.TwoHeads, 0.0035 }},
	{name: "drop shot over weed", change: func(s *setup.Setup) {
		s.Rigging.Kind, s.Water.Bed, s.Water.Weed = rigging.DropShot, "weed", 0.3
	}},
	{name: "hooks as big as 5/0 on light heads",
		change: func(s *setup.Setup) { s.Head.Hook, s.Bait.Length = "5/0", 0.15 }},
	{name: "fish that are seen, and scared by more than 2 g", change: func(s *setup.Setup) {
		s.Water.Depth, s.Water.SplashDepth, s.Cast.Sighted, s.Cast.SplashMost = 0.8, 0.8, true, 0.002
	}},
	{name: "a swell of 0.9 m over 3 m of water", change: func(s *setup.Setup) {
		hold(s)
		s.Swell.Height, s.Swell.Period, s.Water.Depth = 0.9, 8, 3
	}},
	{name: "a boat that is over it before it is down", change: func(s *setup.Setup) {
		s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 1.5}
	}},
	{name: "nearly sure is enough, in kilometres an hour", show: units.Choice{"speed": "km/h", "wind": "km/h"},
		change: func(s *setup.Setup) {
			s.Approach.Sure, s.Wind.Speed, s.Wind.Direction = 0.95, 4, 90
		}},
	{name: "line fed under a finger, by wish", change: func(s *setup.Setup) { s.Hand.Line = setup.LineFed }},
	{name: "bail closed at the splash, by wish", change: func(s *setup.Setup) { s.Hand.Line = setup.LineClosed }},
}

func hold(s *setup.Setup) { s.Approach.Kind = setup.HoldBottom }
func lift(s *setup.Setup) { s.Approach.Kind = setup.LiftAndDrop }
func swim(s *setup.Setup) { s.Approach.Kind, s.Approach.Speed = setup.Swim, 0.5 }

// Everything that is said of some waters, word for word.
func TestWords(t *testing.T) {
	const file = "testdata/words.txt"
	var said strings.Builder
	for _, w := range waters {
		s := setup.Default()
		s.Water.Depth, s.Water.SplashDepth, s.Cast.Distance = 4, 4, 15
		s.Heads = []float64{0.0009, 0.0018, 0.0035, 0.0071, 0.0142, 0.0284}
		if w.change != nil {
			w.change(&s)
		}
		a, err := onStandIn().Answer(t.Context(), s, w.show)
		if err != nil {
			t.Fatalf("%s: %v", w.name, err)
		}
		fmt.Fprintf(&said, "# %s\n%s\n", w.name, sayings(a))
	}
	golden.Hold(t, file, said.String(), *update)
}

func sayings(a *Answer) string {
	var out strings.Builder
	say := func(what, words string) {
		if words != "" {
			fmt.Fprintf(&out, "%s: %s\n", what, words)
		}
	}
	say("answer", a.Sentence)
	say("in brief", strings.Join([]string{a.Brief.Head, a.Brief.Odds, a.Brief.Count, a.Brief.Range}, " | "))
	say("hand", a.Hand)
	say("asks", a.Asks)
	say("not lighter", a.NotLighter)
	say("not heavier", a.NotHeavier)
	say("cue", a.Cue)
	say("wait", a.WaitReason)
	say("both", a.Both)
	for _, h := range a.Heads {
		say(fmt.Sprintf("  %.4g g %s", h.Mass*1e3, h.Verdict), h.Reason)
	}
	var facts []string
	for _, f := range a.Facts {
		facts = append(facts, strings.TrimSpace(f.Name+" "+f.Short))
	}
	say("facts", strings.Join(facts, " | "))
	for _, n := range a.Notes {
		if n.Kind != "link" && n.Kind != "attitude" {
			say("  note", n.Words)
		}
	}
	return out.String()
}

// Why a field cannot be looked along.
func TestAxisWords(t *testing.T) {
	for why, want := range map[axis.Unfit]string{
		axis.NotMeasured: "Map: the drift can be looked along only where it was measured.",
		axis.NotSwum:     "Map: the speed of reeling matters only where the bait is to swim.",
		axis.NotCast:     "Map: there is no cast to look along.",
		axis.SameTwice:   "Map: choose two different fields.",
		axis.Unknown:     "Map: “water.colour” cannot be looked along.",
	} {
		if got := AxisWords(&axis.Error{Field: "water.colour", Why: why}); got != want {
			t.Errorf("%s", got)
		}
	}
}
