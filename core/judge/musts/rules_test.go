package musts

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// asked is the case of a setup, and a reading that meets all that may be asked there.
func asked(t *testing.T, change func(*setup.Setup)) (*trial.Case, Reading) {
	t.Helper()
	s := setup.Default()
	s.Approach.Ceiling, s.Approach.BackLeast = 0.6, 0.2
	change(&s)
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	r := make(Reading, ReadTrack)
	for place, value := range map[int]float64{
		ReadTime: 20, ReadLate: 0.5, ReadOut: 1.1, ReadSpeed: 0.3, ReadSteep: 0.1, ReadLift: 0.3, ReadGrip: 0.4,
		ReadFelt: 3, ReadKeeps: 0.1, ReadBack: 1, ReadHeld: 1, ReadWalk: 0.1,
	} {
		r[place] = LogOf(value)
	}
	return c, r
}

// A handling that lacks half as much again as half in hand is far from suiting; of a retrieve none is told to be.
func TestUnsuited(t *testing.T) {
	hold := func(s *setup.Setup) { s.Approach.Kind = setup.HoldBottom }
	for out, far := range map[float64]bool{1.2: false, 1.374: false, 1.376: true} { // half in hand is 0.25 of line out
		c, r := asked(t, hold)
		r[ReadOut] = LogOf(out)
		if Unsuited(c, r) != far || Suits(c, r) != (out < 1.25) {
			t.Errorf("%g of the straight way out: far from suiting %t, suits %t", out, Unsuited(c, r), Suits(c, r))
		}
	}
	c, r := asked(t, func(s *setup.Setup) { s.Approach.Kind = setup.Swim })
	r[ReadOut] = LogOf(3)
	r = r.withTrack(trial.SwimPlaces, slices.Repeat([]float64{1}, trial.SwimPlaces), slices.Repeat([]float64{1}, trial.SwimPlaces))
	if Unsuited(c, r) {
		t.Error("a retrieve is told to be far from suiting")
	}
}

// Every must from both sides of its threshold, and how it is where a handling has to
// keep half in hand.
func TestThresholds(t *testing.T) {
	for _, tt := range []struct {
		must     Must
		place    int
		good     float64 // just meets it
		bad      float64 // just misses it
		halfGood float64 // just meets it with half in hand; 0 where no hand helps
	}{
		{Steep, ReadSteep, 0.999, 1.001, 0.499},
		{Slack, ReadOut, 1.499, 1.501, 1.249},
		{InTime, ReadLate, 0.999, 1.001, 0},
		{Touches, ReadLift, 0.989 + little, 0.991 + little, 0.979 + little},
		{Presses, ReadLift, 0.899 + little, 0.901 + little, 0.799 + little},
		{Stays, ReadGrip, 0.999, 1.001, 0.499},
		{Felt, ReadFelt, 1.001, 0.999, 2.001},
		{BackSoon, ReadBack, 2.999, 3.001, 0},
		{BackLate, ReadBack, 0.201, 0.199, 0},
		{Slowly, ReadSpeed, 0.599, 0.601, 0},
		{Waves, ReadHeld, 0.501, 0.499, 0},
		{Walks, ReadWalk, 4.4, 4.6, 2.2}, // 1 m, and 5 cm/s for ten waves of 7 s
	} {
		c, r := asked(t, func(s *setup.Setup) { s.Swell.Height = 0.5; s.Approach.Kind = setup.HoldBottom })
		rule := Of(tt.must)
		set := func(v float64) float64 { r[tt.place] = LogOf(v); return rule.Miss(c, r, 1) }
		if good, bad := set(tt.good), set(tt.bad); good > 0 || !(bad > 0) {
			t.Errorf("%d: %g misses by %g, %g by %g", tt.must, tt.good, good, tt.bad, bad)
		}
		if tt.halfGood == 0 {
			continue
		}
		r[tt.place] = LogOf(tt.halfGood)
		within := rule.Miss(c, r, 2)
		r[tt.place] = LogOf(tt.good)
		if beyond := rule.Miss(c, r, 2); within > 0 || !(beyond > 0) || !rule.held {
			t.Errorf("%d with half in hand: %g misses by %g, %g by %g", tt.must, tt.halfGood, within, tt.good, beyond)
		}
	}
}

// The touch is told where it is seen or felt; what is down in three seconds needs none.
func TestTouchIsSeenOrFelt(t *testing.T) {
	c, r := asked(t, func(*setup.Setup) {})
	for _, tt := range []struct {
		time, keeps, felt float64
		told              bool
	}{
		{20, 0.49, 0.5, true}, {20, 0.51, 0.5, false}, {20, 0.9, 1.01, true}, {20, 0.9, 0.99, false},
		{2.99, 0.9, 0.5, true}, {3.01, 0.9, 0.5, false},
	} {
		r[ReadTime], r[ReadKeeps], r[ReadFelt] = LogOf(tt.time), LogOf(tt.keeps), LogOf(tt.felt)
		if told := byMust[Told].Miss(c, r, 1) <= 0; told != tt.told {
			t.Errorf("%+v: %v", tt, told)
		}
	}
}

// What is asked for, by approach and water.
func TestWhatIsAsked(t *testing.T) {
	for name, tt := range map[string]struct {
		change func(*setup.Setup)
		asked  map[Must]bool
	}{
		"shallow": {func(s *setup.Setup) { s.Water.Depth = 1.49 },
			map[Must]bool{Told: false, Touches: true, Slack: false, Arrives: true}},
		"not so shallow": {func(s *setup.Setup) { s.Water.Depth = 1.5 }, map[Must]bool{Told: true}},
		"drifting":       {func(s *setup.Setup) { s.Boat.Kind = "skiff" }, map[Must]bool{Steep: false}},
		"held":           {func(*setup.Setup) {}, map[Must]bool{Steep: true}},
		"off the bed": {func(s *setup.Setup) { s.Target.Depth = 5 },
			map[Must]bool{Told: false, Touches: false, InTime: true}},
		"hold off it": {func(s *setup.Setup) { s.Target.Depth, s.Approach.Kind = 5, setup.HoldBottom },
			map[Must]bool{Presses: false, InTime: true}},
		"any speed": {func(s *setup.Setup) { s.Approach.Ceiling = 0 }, map[Must]bool{Slowly: false}},
		"swum low": {func(s *setup.Setup) { s.Approach.Kind, s.Approach.BandLow = setup.Swim, 0.09 },
			map[Must]bool{Felt: true, Swims: true}},
		"swum high": {func(s *setup.Setup) { s.Approach.Kind, s.Approach.BandLow = setup.Swim, 0.1 },
			map[Must]bool{Felt: false}},
		"may swing": {func(s *setup.Setup) {
			s.Approach.Kind, s.Approach.Still, s.Swell.Height = setup.HoldBottom, setup.MaySwing, 0.5
		}, map[Must]bool{Walks: false, Waves: true}},
		"float": {func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Stop = rigging.FixedFloat, 1 },
			map[Must]bool{Arrives: true, InTime: true, Told: false, Slowly: false}},
	} {
		c, _ := asked(t, tt.change)
		all := In(c)
		for must, want := range tt.asked {
			got := false
			for _, m := range all {
				got = got || m == must
			}
			if got != want {
				t.Errorf("%s: %d asked %v", name, must, got)
			}
		}
	}
}

// A place of a retrieve counts if the hand can have the bait in the band there, by
// reeling slower or faster.
func TestInTheBand(t *testing.T) {
	swum := func(low, high float64) *trial.Case {
		c, _ := asked(t, func(s *setup.Setup) {
			s.Approach.Kind, s.Approach.BandLow, s.Approach.BandHigh, s.Water.Depth = setup.Swim, low, high, 4
		})
		return c
	}
	track := func(slower, faster float64, share float64) []float64 {
		out := make([]float64, 2*trial.SwimPlaces)
		for i := range trial.SwimPlaces {
			out[i], out[trial.SwimPlaces+i] = slower, faster
			if float64(i) >= share*trial.SwimPlaces {
				out[i], out[trial.SwimPlaces+i] = 3, 3.5 // far above it
			}
		}
		return out
	}
	misses := func(c *trial.Case, places []float64) float64 {
		return byMust[Swims].Miss(c, make(Reading, ReadTrack).withTrack(len(places), places), 1)
	}
	c := swum(0.3, 0.8)
	for _, tt := range []struct {
		slower, faster, share float64
		in                    bool
	}{
		{0.1, 0.31, 1, true}, {0.1, 0.29, 1, false}, {0.79, 1.5, 1, true}, {0.81, 1.5, 1, false},
		{0.4, 0.6, 0.6, true}, {0.4, 0.6, 0.55, false},
	} {
		if in := misses(c, track(tt.slower, tt.faster, tt.share)) <= 0; in != tt.in {
			t.Errorf("%+v: %v", tt, in)
		}
	}
	// Where the band begins at the bed it may skim it: low enough for 60 %, and off the
	// bed for 25 % when it is reeled faster.
	c = swum(0.05, 0.5)
	skim := track(0, 0.3, 1)
	for i := range trial.SwimPlaces {
		if i >= 7 {
			skim[trial.SwimPlaces+i] = 0
		}
	}
	if misses(c, skim) > 0 {
		t.Error("off the bed for 28 % when it is reeled faster")
	}
	skim[trial.SwimPlaces+6] = 0
	if misses(c, skim) <= 0 {
		t.Error("off the bed for 24 % when it is reeled faster")
	}
	if misses(swum(0.06, 0.5), track(0, 0.05, 1)) <= 0 {
		t.Error("a band over the bed is not skimmed")
	}
	if misses(swum(0, 0.06), track(0, 0, 1)) <= 0 || misses(swum(0, 0.5), track(0, 0.3, 1)) > 0 {
		t.Error("a band from the bed on asks for more, or less, than that it is off it when reeled faster")
	}
}

// A lack is that of the musts that a hand helps, with half in hand: lateness is none.
func TestLack(t *testing.T) {
	c, r := asked(t, func(s *setup.Setup) { s.Approach.Kind = setup.LiftAndDrop })
	r[ReadLate] = LogOf(3)
	if l := lack(c, r); l > 0 {
		t.Errorf("late lacks %g", l)
	}
	r[ReadFelt] = LogOf(1.5)
	if l := lack(c, r); math.Abs(l-0.25) > 1e-9 {
		t.Errorf("felt one and a half times over lacks %g of twice", l)
	}
}

// A handling that does what is asked goes before one that lacks less of it twice over;
// among those that do, and among those that do not, one goes before another that lacks
// clearly more.
func TestSuitsBetter(t *testing.T) {
	c, good := asked(t, func(s *setup.Setup) { s.Approach.Kind = setup.LiftAndDrop })
	with := func(felt, out, late float64) Reading {
		r := append(Reading(nil), good...)
		r[ReadFelt], r[ReadOut], r[ReadLate] = LogOf(felt), LogOf(out), LogOf(late)
		return r
	}
	for name, tt := range map[string]struct {
		other, one Reading
		better     bool
	}{
		"does, though with much line out":   {with(3, 2.5, 0.5), with(0.9, 1.1, 0.5), true},
		"does not, though with little":      {with(0.9, 1.1, 0.5), with(3, 2.5, 0.5), false},
		"both do, clearly less":             {with(1.4, 1.1, 0.5), with(1.2, 1.1, 0.5), true},
		"both do, hardly less":              {with(1.28, 1.1, 0.5), with(1.2, 1.1, 0.5), false},
		"neither is in time, clearly less":  {with(1.4, 1.1, 2), with(1.2, 1.1, 2), true},
		"neither is in time, not even less": {with(1.2, 1.1, 2), with(1.4, 1.1, 2), false},
	} {
		if SuitsBetter(c, tt.other, tt.one) != tt.better {
			t.Errorf("%s: lacks %.2f and %.2f", name, lack(c, tt.other), lack(c, tt.one))
		}
	}
}

// Whether a must is met is told in two ways, which agree over readings on both sides of everything.
func TestMeetsAsItMisses(t *testing.T) {
	random := rand.New(rand.NewPCG(14, 4))
	numbers := func(n int, middle, size float64) Reading {
		out := make(Reading, n)
		for i := range out {
			out[i] = middle + size*random.NormFloat64()
		}
		return out
	}
	swum := func(low, high float64) func(s *setup.Setup) {
		return func(s *setup.Setup) {
			s.Approach.Kind, s.Approach.BandLow, s.Approach.BandHigh, s.Water.Depth = setup.Swim, low, high, 4
		}
	}
	for name, change := range map[string]func(*setup.Setup){
		"in a swell": func(s *setup.Setup) { s.Swell.Height, s.Approach.Kind = 0.5, setup.HoldBottom },
		"swum":       swum(0.5, 2.5), "skimmed": swum(0, 0.5),
		"hovering": func(s *setup.Setup) { s.Approach.Kind, s.Approach.Stays = setup.Hover, 4 },
	} {
		c, r := asked(t, change)
		tracked := c.School().Swims || c.School().Hovers
		off, apart, middle := 0.0, 2.0, 0.0
		if tracked { // places of a way are not far from one another
			r = append(r, make(Reading, 2*trial.SwimPlaces)...)
			low, high := c.Band()
			off, apart, middle = 0.6, 0.3, math.Log((low+high)/2)
		}
		if c.School().Hovers {
			off, apart, middle = 0.05, 0.02, math.Log(c.Target)
		}
		for m, rule := range byMust {
			if rule.handlingOnly || m == Swims != c.School().Swims || m == Hovers != c.School().Hovers {
				continue // those have tracks
			}
			met, all := 0, 0
			for range 60 {
				moved := spread.Draw([][]float64{{1, 0.3}, {-0.2, 2}}).Moved([]spread.Shift{
					{Up: numbers(len(r), 0, 0.1), Down: numbers(len(r), 0, 0.1)}, {Up: numbers(len(r), 0, 0.1)}})
				d, does := Drawn{numbers(len(r), middle+off*random.NormFloat64(), apart), moved}, make([]bool, 4)
				rule.meets(c, d, does)
				for i := range does {
					d.Read(i, 0, r)
					miss := rule.Miss(c, r, 1)
					if does[i] != (miss <= 0) {
						t.Fatalf("%s %d is met: %t, and missed by %g in %v", name, m, does[i], miss, r)
					}
					all++
					if does[i] {
						met++
					}
				}
			}
			if met == 0 || met == all && m != Arrives {
				t.Errorf("%s %d was met %d times of %d", name, m, met, all)
			}
		}
	}
}

// Draws are counted by each must and by all of them, and told of place by place.
func TestDrawn(t *testing.T) {
	c, r := asked(t, func(s *setup.Setup) { s.Approach.Kind, s.Approach.Ceiling = setup.SlowFall, 0.6 })
	late, fast := make(Reading, ReadTrack), make(Reading, ReadTrack)
	late[ReadLate], fast[ReadSpeed] = math.Log(3), math.Log(3)
	moved := spread.Draw([][]float64{{spread.Reach, 0}, {spread.Reach, spread.Reach}, {0, 2 * spread.Reach}}).Moved(
		[]spread.Shift{{Up: late}, {Up: fast}})
	d := Drawn{r, moved}
	each, all := d.Met(c, []Must{Arrives, InTime, Slowly})
	if !slices.Equal(each, []int{6, 4, 4}) || all != 3 || d.Share(all) != 0.5 {
		t.Errorf("each %v, all %d", each, all)
	}
	three := math.Log(3)
	for i, want := range []float64{three, three, 0, -three, -three, 0} {
		if got := d.Values(ReadLate)[i]; math.Abs(got-r[ReadLate]-want) > 1e-12 {
			t.Errorf("draw %d is %g", i, got)
		}
	}
	if got := moved.At(ReadLate)[0]; math.Abs(got-three) > 1e-12 {
		t.Errorf("what moves it became %g", got)
	}
}

// Which heads meet a must the better is what its name has it: what is heavier comes down sooner, is told and felt
// better and holds better; what is lighter falls more slowly. Of a track it hangs on the speed.
func TestBetter(t *testing.T) {
	want := map[Must]Weight{
		Arrives: Heavier, Steep: Heavier, InTime: Heavier, Told: Heavier, Touches: Heavier, Presses: Heavier, Stays: Heavier,
		Felt: Heavier, BackSoon: Heavier, BackLate: Lighter, Slowly: Lighter, Waves: Heavier, Walks: Heavier,
	}
	for m, rule := range byMust {
		if rule.better != want[m] {
			t.Errorf("%d is better met by %d, not by %d", m, want[m], rule.better)
		}
	}
}
