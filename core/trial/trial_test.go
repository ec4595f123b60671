package trial

import (
	"fmt"
	"math"
	"slices"
	"testing"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

func situate(t testing.TB, change func(*setup.Setup)) *Case {
	t.Helper()
	s := setup.Default()
	change(&s)
	if err := s.Validate(nil); err != nil {
		t.Fatal(err)
	}
	c, err := New(s, stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	return c
}

func tried(t testing.TB, c *Case, q Question) Result {
	t.Helper()
	if q.Handling == (Handling{}) {
		q.Handling = c.Handlings()[0]
	}
	r, err := c.Try(t.Context(), q)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

func near(t *testing.T, what string, got, want, share float64) {
	t.Helper()
	if !(math.Abs(got-want) <= share*math.Abs(want)) {
		t.Errorf("%s: %g, want %g", what, got, want)
	}
}

// How long is waited, by what is waited for.
func TestPatience(t *testing.T) {
	for _, tt := range []struct {
		name   string
		want   float64
		change func(*setup.Setup)
	}{
		{"slow fall", 30, func(s *setup.Setup) { s.Water.Depth = 10 }},
		{"never under", 8, func(s *setup.Setup) { s.Water.Depth = 2 }},
		{"never over", 60, func(s *setup.Setup) { s.Water.Depth = 40 }},
		{"on the bed", 20, func(s *setup.Setup) { s.Water.Depth, s.Approach.Kind = 10, setup.HoldBottom }},
		{"lifted", 20, func(s *setup.Setup) { s.Water.Depth, s.Approach.Kind = 10, setup.LiftAndDrop }},
		{"on the bed, deep", 60, func(s *setup.Setup) { s.Water.Depth, s.Approach.Kind = 50, setup.HoldBottom }},
		{"held off the bed", 9, func(s *setup.Setup) { s.Approach.Kind, s.Target.Depth = setup.HoldBottom, 3 }},
		{"half as patient", 10, func(s *setup.Setup) {
			s.Water.Depth, s.Approach.Kind, s.Hand.Patience = 10,
				setup.HoldBottom, 0.5
		}},
		{"twice as patient, over the most", 120, func(s *setup.Setup) { s.Water.Depth, s.Hand.Patience = 40, 2 }},
		{"impatient, and set", 17, func(s *setup.Setup) { s.Approach.Wait, s.Hand.Patience = 17, 0.5 }},
		{"as set", 17, func(s *setup.Setup) { s.Approach.Wait = 17 }},
		{"a slow fall wished", 120, func(s *setup.Setup) { s.Water.Depth, s.Approach.Ceiling = 10, 0.1 }},
		{"a fast fall wished", 30, func(s *setup.Setup) { s.Water.Depth, s.Approach.Ceiling = 10, 1 }},
		{"a long drop wished", 60, func(s *setup.Setup) {
			s.Water.Depth, s.Approach.Kind, s.Approach.Lift, s.Approach.BackLeast, s.Approach.BackMost = 5,
				setup.LiftAndDrop, 0.5, 5, 8
		}},
	} {
		if got := situate(t, tt.change).Wait(); math.Abs(got-tt.want) > 1e-9 {
			t.Errorf("%s: %g s, want %g", tt.name, got, tt.want)
		}
	}
	drifting := func(kind string) float64 {
		return situate(t, func(s *setup.Setup) {
			s.Boat, s.Water.Depth, s.Approach.Kind = setup.Boat{Kind: "skiff", Measured: true, Speed: 1}, 12, kind
		}).Wait()
	}
	if fall, hold := drifting(setup.SlowFall), drifting(setup.HoldBottom); fall != 20 || math.Abs(hold-22.4) > 1e-9 {
		t.Errorf("over a cast of 20 m at 1 m/s: %g s for a fall, %g s on the bed", fall, hold)
	}
}

// The rod goes down to a foot over the water, or as far as it is long.
func TestHandlings(t *testing.T) {
	for _, tt := range []struct {
		name   string
		change func(*setup.Setup)
		tips   []float64
	}{
		{"calm", func(s *setup.Setup) { s.Wind.Speed = 0.99 }, []float64{1.5}},
		{"a breath", func(s *setup.Setup) { s.Wind.Speed = 1 }, []float64{1.5, 0.3}},
		{"swum in a calm", func(s *setup.Setup) { s.Wind.Speed, s.Water.Depth, s.Approach.Kind = 0, 4, setup.Swim },
			[]float64{0.3, 1.5}},
		{"swum over weed", func(s *setup.Setup) {
			s.Wind.Speed, s.Water.Depth, s.Water.Bed, s.Approach.Kind, s.Approach.BandLow, s.Approach.BandHigh = 3, 4,
				"weed", setup.Swim, 0.3, 1
		}, []float64{1.5}},
		{"swum at a depth over weed", func(s *setup.Setup) {
			s.Water.Depth, s.Water.Bed, s.Approach.Kind, s.Target.Depth, s.Target.Band = 4, "weed", setup.Swim, 1, 1
		}, []float64{1.5}},
		{"from a pier", func(s *setup.Setup) { s.Wind.Speed, s.Rod.TipHeight = 5, 6 }, []float64{6, 3.9}},
		{"low already", func(s *setup.Setup) { s.Wind.Speed, s.Rod.TipHeight = 5, 0.3 }, []float64{0.3}},
		{"held up", func(s *setup.Setup) { s.Wind.Speed, s.Hand.Rod = 5, setup.RodHeld }, []float64{1.5}},
		{"held down", func(s *setup.Setup) { s.Wind.Speed, s.Hand.Rod = 0, setup.RodDown }, []float64{0.3}},
		{"under a float", func(s *setup.Setup) { s.Wind.Speed, s.Rigging.Kind = 5, rigging.FixedFloat },
			[]float64{1.5}},
	} {
		ways := situate(t, tt.change).Handlings()
		if len(ways) != len(tt.tips) {
			t.Errorf("%s: %+v", tt.name, ways)
			continue
		}
		for i, tip := range tt.tips {
			if math.Abs(ways[i].Tip-tip) > 1e-9 ||
				ways[i].Down != (tip == slices.Min(tt.tips) && (len(tt.tips) > 1 || tt.name == "held down")) {
				t.Errorf("%s: %+v", tt.name, ways[i])
			}
		}
	}
}

// A bail closed at the splash swings the bait in: it lands later and nearer; closed half
// way down it is between; a finger on the line lets less of it out than an open bail.
func TestLineIsHeld(t *testing.T) {
	c := situate(t, func(s *setup.Setup) { s.Water.Depth, s.Wind.Speed, s.Wind.Direction = 8, 3, 90 })
	fall := func(line string) Fall {
		return tried(t, c, Question{Mass: 0.0106, Handling: Handling{Tip: 1.5, Line: line}, Effort: Shown}).Fall
	}
	open, half, closed, fed := fall(setup.LineOpen), fall(setup.LinePartWay), fall(setup.LineClosed),
		fall(setup.LineFed)
	if !(open.Time < half.Time && half.Time < closed.Time) {
		t.Errorf("down after %g s open, %g half way, %g closed", open.Time, half.Time, closed.Time)
	}
	if !(closed.Landing.X < half.Landing.X && half.Landing.X < open.Landing.X && closed.LineOut < fed.LineOut) {
		t.Errorf("lands at %g m open, %g half way, %g closed; %g m fed, %g open", open.Landing.X, half.Landing.X,
			closed.Landing.X, fed.LineOut, open.LineOut)
	}
	if low := func(line string) float64 {
		return tried(t, c, Question{Mass: 0.0106, Handling: Handling{Down: true, Tip: 0.3, Line: line},
			Effort: Shown}).Fall.LineOut
	}; !(low(setup.LineFed) < low(setup.LineOpen)) {
		t.Errorf("rod down: %g m fed, %g open", low(setup.LineFed), low(setup.LineOpen))
	}
	if open.Outcome != Reached || len(open.Lines) < 10 || math.Abs(open.Path[len(open.Path)-1].Time-open.Time) > 1e-9 {
		t.Errorf("%s, %d lines", open.Outcome, len(open.Lines))
	}
}

// The pull at which a head of 0.1 N starts along a line at 30 degrees over a bed of
// friction 0.5: 0.5 x 0.1 / (cos 30 + 0.5 sin 30) (python3: 0.0448018475).
func TestStarts(t *testing.T) {
	sin, cos := math.Sincos(math.Pi / 6)
	near(t, "pull", starts(0.1, 0.5, r3.Vec{X: 10 * cos, Z: 10 * sin}), 0.0448018475, 1e-8)
	near(t, "flat", starts(0.1, 0.5, r3.Vec{X: 10}), 0.05, 1e-9)
}

// What the hand tells: a gram at 0.20 mm, in proportion to the diameter, more through
// line that gives, and by the outfit. Gusts and swirls by their own formulas.
func TestFeel(t *testing.T) {
	const gram = 9.80665e-3
	told := func(change func(*setup.Setup)) Feel {
		c := situate(t, func(s *setup.Setup) {
			s.Line.Diameter, s.Water.Depth, s.Leader.Length, s.Wind.Speed = 0.2e-3, 6, 0, 0
			change(s)
		})
		return tried(t, c, Question{Mass: 0.0142}).Feel
	}
	for name, tt := range map[string]struct {
		grams  float64
		change func(*setup.Setup)
	}{
		"braid":        {1, func(*setup.Setup) {}},
		"thin":         {0.5, func(s *setup.Setup) { s.Line.Diameter = 0.1e-3 }},
		"fluorocarbon": {1.3, func(s *setup.Setup) { s.Line.Material = "fluorocarbon" }},
		"nylon":        {1.6, func(s *setup.Setup) { s.Line.Material = "nylon" }},
		"light":        {0.7, func(s *setup.Setup) { s.Rod.Outfit = setup.OutfitLight }},
		"heavy":        {1.5, func(s *setup.Setup) { s.Rod.Outfit = setup.OutfitHeavy }},
		"coarse":       {1.4, func(s *setup.Setup) { s.Hand.Feel = 1.4 }},
		"not as thick": {1, func(s *setup.Setup) { s.Line.Thicker = 1.4 }}, // a hand goes by the line it chose
	} {
		f := told(tt.change)
		near(t, name, f.Hand, tt.grams*gram, 1e-6)
		if f.Gusts != 0 || f.Swirl != 0 || f.Told() != f.Hand {
			t.Errorf("%s in still air and water: %+v", name, f)
		}
	}
	// 0.4 x the load of 5 m/s on the line in the air, its length L tip/(tip + depth).
	f := told(func(s *setup.Setup) { s.Wind.Speed, s.Wind.Direction, s.Hand.Rod = 5, 0, setup.RodHeld })
	c := situate(t, func(s *setup.Setup) { s.Line.Diameter, s.Leader.Length = 0.2e-3, 0 })
	r, _, err := c.Rig(0.0142)
	if err != nil {
		t.Fatal(err)
	}
	// 1.2 kg/m3, 1.5e-5 m2/s: Re 66.7, a coefficient of 1.559 and 1.1 for braid (python3).
	load := mechanics.DragAcross(&r.Main, water.Air, 5)
	near(t, "load of the wind", load, 0.5*1.2*1.1*(1.18+6.8/math.Pow(66.6667, 0.89)+
		1.96/math.Sqrt(66.6667)-0.0004*66.6667/(1+3.64e-7*66.6667*66.6667))*0.2e-3*25, 1e-4)
	near(t, "gusts", f.Gusts, 0.4*load*math.Hypot(20, 7.5)*1.5/7.5, 0.02)
	gusty := func(times float64) float64 {
		return told(func(s *setup.Setup) { s.Wind.Speed, s.Wind.Gusts, s.Hand.Rod = 5, times, setup.RodHeld }).Gusts
	}
	near(t, "gusts of 1.6 times the wind", gusty(1.6), (1.6*1.6-1)/0.4*f.Gusts, 1e-9)
	if gusty(1) != 0 || gusty(0.5) != 0 {
		t.Error("gusts that are no faster than the wind are felt")
	}
	near(t, "both", told(func(s *setup.Setup) { s.Wind.Speed, s.Hand.Rod = 5, setup.RodHeld }).Told(),
		math.Hypot(f.Hand, f.Gusts), 1e-3)
	if s := told(func(s *setup.Setup) { s.Flow.Speed, s.Flow.Direction = 0.3, 90 }); !(s.Swirl > 0) || s.Gusts != 0 {
		t.Errorf("in a current: %+v", s)
	}
}

// What is swept along at c is pulled as (1 - c/u)^2 of what lies still, and the grip at
// which it creeps as fast as it may is the inverse of that.
func TestCreeps(t *testing.T) {
	near(t, "twice the grip in 0.2 m/s", creeps(2, 0.2), 0.2*(1-1/math.Sqrt2), 1e-12)
	if creeps(1, 0.5) != 0 || creeps(0.5, 0.5) != 0 {
		t.Error("what is held creeps")
	}
	still := func(wish string, flow float64) *Case {
		return situate(t, func(s *setup.Setup) {
			s.Water.Depth, s.Approach.Kind, s.Approach.Still, s.Flow.Speed, s.Flow.Direction = 5, setup.HoldBottom,
				wish, flow, 90
		})
	}
	for _, flow := range []float64{0.1, 0.2, 0.5} {
		c := still(setup.InPlace, flow)
		near(t, "creeps at the most", creeps(c.Grips(), r3.Norm(c.Middle())), 0.05, 1e-9)
	}
	if still(setup.DeadStill, 0.5).Grips() != 1 || still(setup.MaySwing, 0.5).Grips() != stage.MostGrip ||
		still(setup.InPlace, 0.05).Grips() != stage.MostGrip {
		t.Error("wishes")
	}
}

// Lying still, creeping and dragging are one scale: what a head is judged by hardly
// differs between no drag and the slowest.
func TestStillAndSlowAreOneScale(t *testing.T) {
	at := func(drag float64) Result {
		c := situate(t, func(s *setup.Setup) {
			s.Water.Depth, s.Approach.Kind, s.Flow.Speed, s.Flow.Direction, s.Cast.Drag = 3, setup.HoldBottom,
				0.3, 90, drag
		})
		return tried(t, c, Question{Mass: 0.0142})
	}
	still, slow := at(0), at(0.001)
	near(t, "margin", slow.Rest.Margin, still.Rest.Margin, 0.03)
	near(t, "pull", slow.Feel.Pull, still.Feel.Pull, 0.03)
	near(t, "grip", slow.Rest.Grip/slow.Rest.Grips, still.Rest.Grip/still.Rest.Grips, 0.05)
}

// A head that is dragged down to deeper water under the rod keeps less of the bed than
// one that is dragged up.
func TestDraggedDownAndUp(t *testing.T) {
	dragged := func(under, splash float64) Rest {
		c := situate(t, func(s *setup.Setup) {
			s.Water.Depth, s.Water.SplashDepth, s.Approach.Kind, s.Cast.Drag, s.Cast.Distance = under, splash,
				setup.HoldBottom, 0.45, 25
		})
		return tried(t, c, Question{Mass: 0.0142}).Rest
	}
	if off := liftOff(t, 5.5, 3.1); off != 0 {
		t.Errorf("on a slope it loses the bed at %g m/s: no shape of the line lasts there", off)
	}
	if off := liftOff(t, 4, 4); !(off > 0.45 && off < 1.5) {
		t.Errorf("on the flat it loses the bed at %g m/s", off)
	}
	down, up := dragged(5.5, 3.1), dragged(3.1, 5.5)
	if !(down.Push < up.Push) || down.Along > 0.4 {
		t.Errorf("down %+v, up %+v", down, up)
	}
}

// liftOff is the speed at which a head loses the bed that is dragged from one depth to
// another.
func liftOff(t *testing.T, under, splash float64) float64 {
	t.Helper()
	c := situate(t, func(s *setup.Setup) {
		s.Water.Depth, s.Water.SplashDepth, s.Approach.Kind, s.Cast.Drag, s.Cast.Distance = under, splash,
			setup.HoldBottom, 0.45, 25
	})
	r := tried(t, c, Question{Mass: 0.0142})
	off, err := c.LiftOff(0.0142, r.Handling, r.Fall)
	if err != nil {
		t.Fatal(err)
	}
	return off
}

// The speed that suits is where the heights have it; a place that needs more than a hand
// does on either side counts as that.
func TestNeeded(t *testing.T) {
	runs := []ran{{-1, []float64{0, 0}}, {0, []float64{0.2, 0}}, {1, []float64{0.6, 0.4}}}
	// 0.3 m is a quarter of the way to +1 at the first place, three quarters at the second.
	near(t, "heights", needed(runs, 0, 0.3, true), 0.5, 1e-12)
	depths := []ran{{-1, []float64{3}}, {0, []float64{2}}, {1, []float64{1.5}}}
	near(t, "depths", needed(depths, 0, 1.75, false), 0.5, 1e-12)
	near(t, "beyond", needed(depths, 0.6, 1.25, false), 1.5, 1e-12)
	near(t, "farther than a hand goes", needed(depths, 0, 1.25, false), 1, 1e-12)
	near(t, "never off the bed", needed([]ran{{0, []float64{0}}, {1, []float64{0}}}, 0, 0.3, true), 1, 1e-12)
	near(t, "always over it", needed([]ran{{0, []float64{1}}, {1, []float64{1}}}, 0, 0.3, true), -1, 1e-12)
}

// The speed is through the water: the reel takes in what the boat comes nearer and what
// the current runs on top.
func TestReelFor(t *testing.T) {
	swum := func(change func(*setup.Setup)) *Case {
		return situate(t, func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Target.Depth, s.Target.Band = setup.Swim, 4, 0.2, 0.1
			change(s)
		})
	}
	near(t, "still", swum(func(*setup.Setup) {}).ReelFor(0.5), 0.5, 1e-9)
	away := swum(func(s *setup.Setup) { s.Flow.Speed, s.Flow.Direction = 0.2, 0 })
	toward := swum(func(s *setup.Setup) { s.Flow.Speed, s.Flow.Direction = 0.2, 180 })
	if !(away.ReelFor(0.5) < 0.32 && away.ReelFor(0.5) > 0.3 && toward.ReelFor(0.5) > 0.68) {
		t.Errorf("%g m/s against the bait's way, %g with it", away.ReelFor(0.5), toward.ReelFor(0.5))
	}
	near(t, "the boat comes nearer", swum(func(s *setup.Setup) {
		s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.1}
	}).ReelFor(0.5), 0.6, 1e-9)
}

// A retrieve begins where it suits the band, or where it is wanted.
func TestRetrieveBegins(t *testing.T) {
	for name, tt := range map[string]struct {
		want   end
		change func(*setup.Setup)
	}{
		"at the touch": {end{}, func(*setup.Setup) {}},
		"over weed": {end{deep: 3.5},
			func(s *setup.Setup) { s.Water.Bed, s.Approach.BandLow, s.Approach.BandHigh = "weed", 0.3, 0.7 }},
		"low over weed": {end{}, func(s *setup.Setup) {
			s.Water.Bed, s.Approach.BandLow, s.Approach.BandHigh = "weed",
				0.29, 0.7
		}},
		"in a band":     {end{deep: 1.5}, func(s *setup.Setup) { s.Target.Depth, s.Target.Band = 1, 1 }},
		"at the splash": {end{time: 0.05}, func(s *setup.Setup) { s.Approach.Begins = setup.BeginsAtSplash }},
		"at a count of 3": {end{time: 3},
			func(s *setup.Setup) { s.Approach.Begins, s.Approach.Count = setup.BeginsAtCount, 3 }},
		"at a count": {end{deep: 3.5}, func(s *setup.Setup) {
			s.Approach.Begins, s.Approach.BandLow, s.Approach.BandHigh = setup.BeginsAtCount, 0.3, 0.7
		}},
		"after all, there": {end{}, func(s *setup.Setup) {
			s.Approach.Begins, s.Target.Depth,
				s.Target.Band = setup.BeginsAtTouch, 1, 1
		}},
	} {
		c := situate(t, func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.Swim, 4; tt.change(s) })
		if got := c.begins(); math.Abs(got.deep-tt.want.deep) > 1e-9 || got.time != tt.want.time {
			t.Errorf("%s: %+v", name, got)
		}
		if r := tried(t, c, Question{Mass: 0.0142}); !r.Arrived() || tt.want.time > 0 &&
			math.Abs(r.Fall.Time-tt.want.time) > 1e-6 {
			t.Errorf("%s: %s after %g s", name, r.Fall.Outcome, r.Fall.Time)
		}
	}
}

// The speed that suits a head is looked for where it is asked for; of what is only changed two hands tell it, and where
// it is too far off to matter it is that of the head before.
func TestSpeedThatSuits(t *testing.T) {
	c := situate(t, func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.Swim, 4 })
	step, wanted := judgement.SwimHand.Number, c.Setup.Approach.Speed
	for _, tt := range []struct {
		grams float64
		far   bool // it wants more than a step less than the wanted speed
	}{{1.8, true}, {14.2, false}} {
		q := Question{Mass: 1e-3 * tt.grams}
		own := tried(t, c, q).Swim.Speed
		if far := own < wanted/step; far != tt.far {
			t.Fatalf("%g g: %g m/s", tt.grams, own)
		}
		for off, kept := range map[float64]bool{-3: tt.far, -2.4: false, 3: false} {
			q.Pace, q.Near = true, &Result{Swim: Swim{Speed: wanted * math.Pow(step, off)}}
			got, want := tried(t, c, q).Swim.Speed, own
			if kept {
				want = q.Near.Swim.Speed
			}
			near(t, fmt.Sprintf("%g g near one that is %g steps off", tt.grams, off), got, want, 1e-12)
		}
		q.Pace = false
		if got := tried(t, c, q).Swim.Speed; got < wanted/step-1e-9 || math.Abs(got/own-1) < 0.01 || got > wanted*step {
			t.Errorf("%g g: two hands tell %g m/s, it is %g", tt.grams, got, own)
		}
	}
}

// For how long a bait stays in a band, to a part of a second.
func TestStays(t *testing.T) {
	slow := []float64{3, 3.4, 3.8, 4.2, 4.6}
	fast := []float64{3, 2.8, 2.6, 2.4, 2.2}
	for share, want := range map[float64]float64{0: 2.5, 1: 0.75, 0.5: 4} {
		near(t, "stays", Stays(slow, fast, share, 2.85, 4), want, 1e-9)
	}
}

// A swell takes a light head off the bed, or walks it along, and leaves a heavy one.
func TestSwellOnTheBed(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Boat.Kind, s.Water.Depth, s.Water.Bed, s.Approach.Kind = "bank", 2.4, "sand", setup.HoldBottom
		s.Swell.Height, s.Swell.Period = 0.8, 8
	})
	light, heavy := tried(t, c, Question{Mass: 0.0013}).Rest, tried(t, c, Question{Mass: 0.0425}).Rest
	if !(heavy.Held > 0.95 && heavy.Walk < 0.5 && light.Walk > 2*heavy.Walk) {
		t.Errorf("light %+v, heavy %+v", light, heavy)
	}
	near(t, "may walk", c.MayWalk(), 1+0.05*10*8, 1e-9)
	dead := situate(t, func(s *setup.Setup) {
		s.Water.Depth, s.Swell.Height, s.Approach.Kind, s.Approach.Still = 2.4, 0.5, setup.HoldBottom, setup.DeadStill
	})
	near(t, "dead still may walk", dead.MayWalk(), 1, 1e-9)
	if b := situate(t, func(s *setup.Setup) { s.Water.Depth, s.Swell.Height = 2, 1.01 }); !b.Broken() {
		t.Error("over half the depth it breaks")
	}
}

// The current carries what falls along its own way only.
func TestCarried(t *testing.T) {
	f := Fall{Landing: Point{X: 18, Y: 3, Z: -10}}
	for direction, want := range map[float64]float64{90: 3, 270: 0, 180: 2, 0: 0} {
		c := situate(t, func(s *setup.Setup) { s.Flow.Speed, s.Flow.Direction = 0.2, direction })
		if got := c.Carried(f); math.Abs(got-want) > 1e-9 {
			t.Errorf("%g°: %g m, want %g", direction, got, want)
		}
	}
}

// A tuning moves what it says, and what the angler goes by stays.
func TestMoved(t *testing.T) {
	c := situate(t, func(s *setup.Setup) { s.Boat = setup.Boat{Kind: "skiff"}; s.Wind.Speed = 5; s.Flow.Speed = 0.1 })
	deeper := c.Setup
	deeper.Water.Depth = 30
	tuning := stage.AsTaken
	tuning.Drift, tuning.Spool, tuning.Friction, tuning.Across, tuning.Fall, tuning.Tow, tuning.Weight = 2, 3, 0.5,
		1.2, 1.3, 1.4, 1
	m, err := c.Moved(deeper, tuning)
	if err != nil {
		t.Fatal(err)
	}
	if m.Patience != c.Patience || m.Target != 30 || !m.OnBed {
		t.Errorf("waits %g s for %g m", m.Patience, m.Target)
	}
	// Of a drift that is estimated what the current carries is known as the current is.
	near(t, "drift", m.Cast.Drift.X, 0.1+2*0.03*5, 1e-9)
	near(t, "spool", m.Cast.SpoolDrag, 3*c.Cast.SpoolDrag, 1e-9)
	near(t, "friction", m.Scene.Bed.Friction, 0.5*c.Scene.Bed.Friction, 1e-9)
	was, lure, err := c.Rig(0.0071)
	if err != nil {
		t.Fatal(err)
	}
	is, _, err := m.Rig(0.0071)
	if err != nil {
		t.Fatal(err)
	}
	near(t, "across", is.Main.Normal, 1.2*was.Main.Normal, 1e-9)
	near(t, "fall area", is.Bodies[0].FallArea, 1.3*was.Bodies[0].FallArea, 1e-9)
	near(t, "tow area", is.Bodies[0].TowArea, 1.4*was.Bodies[0].TowArea, 1e-9)
	near(t, "weight", is.Weight(), was.Weight()+lure.WeightSpread, 1e-9)
}

// Under a float the fall is the float's and the line's, and what hangs is told.
func TestUnderAFloat(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Water.Depth, s.Rigging.Kind, s.Rigging.Stop, s.Rigging.Carries, s.Wind.Speed = 3, rigging.FixedFloat,
			1.2, 0.01, 4
	})
	r := tried(t, c, Question{Mass: 0.0018, Effort: Shown})
	if !r.Arrived() || math.Abs(r.Fall.Landing.Z+1.2) > 0.02 || r.Fall.Landing.X < 19.5 || r.Fall.LineOut > 23 {
		t.Errorf("%+v", r.Fall)
	}
	near(t, "hangs", c.Hangs(0.0018), 1.2, 0.02)

	// One that slides takes no more line, and holds even the lightest back no more.
	slides := situate(t, func(s *setup.Setup) {
		s.Water.Depth, s.Rigging.Kind, s.Rigging.Stop, s.Rigging.Carries, s.Wind.Speed = 3, rigging.SlidingFloat,
			1.2, 0.01, 4
	})
	for _, mass := range []float64{0.0004, 0.0018} {
		fixed, slid := tried(t, c, Question{Mass: mass, Effort: Shown}).Fall,
			tried(t, slides, Question{Mass: mass, Effort: Shown}).Fall
		near(t, "the fall under one that slides", slid.Time, fixed.Time, 1e-9)
		near(t, "its line", slid.LineOut, fixed.LineOut, 1e-9)
	}
}

// What is asked again near what came of it comes out the same: a head that hardly drifts is
// looked at lying and drifting, and each with the line that suits it best.
func TestAskedAgainNearby(t *testing.T) {
	for _, drift := range []float64{0, 0.01, 0.03, 0.045, 0.06, 0.2} {
		for _, flow := range []float64{0, 0.002, 0.1} {
			c := situate(t, func(s *setup.Setup) {
				s.Water.Depth, s.Cast.Distance, s.Approach.Kind = 22, 8, setup.HoldBottom
				s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: drift, Direction: 90}
				s.Flow.Speed, s.Flow.Direction, s.Wind.Speed, s.Wind.Direction = flow, 180, 1.5, 90
			})
			first := tried(t, c, Question{Mass: 0.0177, Effort: Shown})
			again := tried(t, c, Question{Mass: 0.0177, Effort: Shown, Handling: first.Handling, Near: &first})
			near(t, fmt.Sprintf("margin, drifting at %g m/s in %g m/s", drift, flow), again.Rest.Margin,
				first.Rest.Margin, 0.01)
		}
	}
}

// What only the bed changes leaves the fall as it was, with how its line runs on once the head is down.
func TestTheSameFallIsSeenAsItWas(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Water.Depth, s.Line.Diameter, s.Wind.Speed, s.Wind.Direction = 6, 0.3e-3, 4, 90
	})
	was := tried(t, c, Question{Mass: 0.0025})
	if !was.Arrived() || was.Fall.RunOutAfter == was.Fall.RunOut {
		t.Fatalf("it is not seen: %+v", was.Fall)
	}
	rougher := stage.AsTaken
	rougher.Friction = 1.3
	moved, err := c.Moved(c.Setup, rougher)
	if err != nil {
		t.Fatal(err)
	}
	q := Question{Mass: 0.0025, Handling: was.Handling, Near: &was, SameFall: true}
	if now := tried(t, moved, q); now.Fall.RunOutAfter != was.Fall.RunOutAfter {
		t.Errorf("on a rougher bed line runs on at %g m/s, not %g", now.Fall.RunOutAfter, was.Fall.RunOutAfter)
	}
}

// A head that is shown after it was judged falls as one that is shown at once, and lies as that does, with the length of line that
// was found to suit it.
func TestShownAfterItWasJudged(t *testing.T) {
	for name, change := range map[string]func(*setup.Setup){
		"in a breeze": func(s *setup.Setup) { s.Water.Depth, s.Wind.Speed, s.Wind.Direction = 4, 5, 90 },
		"in a current": func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.HoldBottom, 6, 0.2, 90
		},
		"from a boat that drifts": func(s *setup.Setup) {
			s.Boat, s.Water.Depth = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.3, Direction: 90}, 8
		},
	} {
		c := situate(t, change)
		judged := tried(t, c, Question{Mass: 0.0053})
		at := Question{Mass: 0.0053, Handling: judged.Handling, Effort: Shown}
		once := tried(t, c, at)
		at.Near = &judged
		after := tried(t, c, at)
		if !once.Arrived() || after.Fall.Time != once.Fall.Time || after.Fall.LineOut != once.Fall.LineOut ||
			after.Fall.RunOutAfter != once.Fall.RunOutAfter || len(after.Fall.Lines) != len(once.Fall.Lines) {
			t.Errorf("%s: %+v falls otherwise than %+v", name, after.Fall, once.Fall)
		}
		near(t, name+": margin", after.Rest.Margin, once.Rest.Margin, 0.002)
		near(t, name+": grip", after.Rest.Grip, once.Rest.Grip, 0.02*once.Rest.Grip+0.002)
		near(t, name+": line", after.Rest.Line, once.Rest.Line, 1e-9)
		near(t, name+": pull", after.Feel.Pull, once.Feel.Pull, 0.01*once.Feel.Pull)
	}
}

// The line is kept at moments of a fall with every effort that a head may be shown with, and in a swell, which has too many,
// only as it is shown; what is glanced at keeps its last.
func TestLinesKept(t *testing.T) {
	calm := func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.HoldBottom, 4 }
	swell := func(s *setup.Setup) {
		calm(s)
		s.Swell.Height, s.Swell.Period = 0.3, 6
	}
	for name, w := range map[string]struct {
		change func(*setup.Setup)
		kept   map[Effort]bool
	}{
		"calm":  {calm, map[Effort]bool{Judged: true, Checked: true, Shown: true}},
		"swell": {swell, map[Effort]bool{Judged: false, Checked: false, Shown: true}},
	} {
		c := situate(t, w.change)
		for effort, kept := range w.kept {
			f := tried(t, c, Question{Mass: 0.0053, Effort: effort}).Fall
			if got := len(f.Lines); got > 1 != kept || got == 0 {
				t.Errorf("%s, effort %d: %d lines", name, effort, got)
			}
		}
		first := tried(t, c, Question{Mass: 0.0053})
		if f := tried(t, c, Question{Mass: 0.0053, Handling: first.Handling, Near: &first}).Fall; len(f.Lines) != 1 {
			t.Errorf("%s, at a glance: %d lines", name, len(f.Lines))
		}
	}
}

// A boat that drifts as fast as a bait is to swim has all slower ones reeled as slowly as any: that way back is looked at once,
// and a speed is told all the same. At anchor each speed has its own.
func TestSlowestWayBackIsLookedAtOnce(t *testing.T) {
	for drift, once := range map[float64]bool{0.6: true, 0: false} {
		c := situate(t, func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth = setup.Swim, 4
			s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: drift, Direction: 180}
		})
		s := tried(t, c, Question{Mass: 3.5e-3}).Swim
		if same := &s.Slower[0] == &s.Wanted[0]; same != once || !(s.Speed > 0) {
			t.Errorf("drifting at %g m/s it is looked at once %t, and %g m/s suits", drift, same, s.Speed)
		}
	}
}
