package advice

import (
	"encoding/json"
	"fmt"
	"math"
	"os"
	"strings"
	"testing"

	"dunvel/core/golden"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trust"
)

func answered(t testing.TB, s setup.Setup) *Answer {
	t.Helper()
	a, err := New(stage.Knowledge{}).Answer(t.Context(), s, nil)
	if err != nil {
		t.Fatal(err)
	}
	return a
}

// grams is the head at an index of an answer; 0 where there is none.
func grams(a *Answer, i int) float64 {
	if i < 0 {
		return 0
	}
	return math.Round(a.Heads[i].Mass*1e4) / 10
}

// Waters and tackle with the weights that experienced anglers would accept there: the
// head to tie on, or the least, is one of them. What is said stands in a file, to be read
// where it changes.
func TestSituations(t *testing.T) {
	if testing.Short() {
		t.Skip("whole answers on the engine")
	}
	text, err := os.ReadFile("testdata/situations.json")
	if err != nil {
		t.Fatal(err)
	}
	var situations []struct {
		ID        string
		Low, High float64 // g
		Setup     setup.Setup
	}
	if err := json.Unmarshal(text, &situations); err != nil || len(situations) != 31 {
		t.Fatalf("%d, %v", len(situations), err)
	}
	kept := 0
	var said strings.Builder
	for _, s := range situations {
		a := answered(t, s.Setup)
		fmt.Fprintf(&said, "# %s\n%s\nnot lighter: %s\nnot heavier: %s\n", s.ID, a.Sentence, a.NotLighter, a.NotHeavier)
		accepted := func(g float64) bool { return g >= s.Low && g <= s.High }
		if !accepted(grams(a, a.Pick)) && !accepted(grams(a, a.Least)) {
			t.Errorf("%s: %g to %g g, says %s", s.ID, s.Low, s.High, a.Sentence)
			continue
		}
		kept++
	}
	golden.Hold(t, "testdata/situations.txt", said.String(), *update)
	trust.Tell(t, "situations", trust.Figure{Cases: len(situations), Value: float64(kept), Low: 31, High: 31})
}

// What the defaults must come out at, within one step of the usual ladder.
func TestSanity(t *testing.T) {
	if testing.Short() {
		t.Skip("whole answers on the engine")
	}
	sill := func(s *setup.Setup) {
		s.Water.Depth, s.Wind.Speed, s.Bait.Length, s.Head.Hook = 18, 0, 0.12, "3/0"
	}
	cut := func(s *setup.Setup) {
		s.Water.Salinity, s.Water.Depth, s.Water.Bed, s.Boat.Kind, s.Wind.Speed = "fresh", 2, "mud", "bank", 0
		s.Bait.Form, s.Bait.Length, s.Head.Hook = "paddle tail", 0.08, "1/0"
		s.Line.Diameter, s.Leader.Diameter, s.Cast.Distance = 0.13e-3, 0.25e-3, 12
	}
	pool := func(depth, speed float64) func(*setup.Setup) {
		return func(s *setup.Setup) {
			s.Water.Depth, s.Water.Bed, s.Boat.Kind, s.Approach.Kind, s.Approach.Speed = depth, "sand", "bank",
				setup.Swim, speed
			s.Bait.Form, s.Bait.Length, s.Head.Hook = "paddle tail", 0.09, "2/0"
			s.Line.Diameter, s.Leader.Diameter = 0.14e-3, 0.26e-3
		}
	}
	ledge := func(splash, under float64) func(*setup.Setup) {
		return func(s *setup.Setup) {
			s.Water.Depth, s.Water.SplashDepth, s.Water.Bed, s.Approach.Kind, s.Approach.Speed = under, splash,
				"boulders", setup.Swim, 0.5
			s.Approach.BandLow, s.Approach.BandHigh = 0, 0.1
			s.Bait.Form, s.Bait.Length, s.Bait.Body, s.Head.Shape, s.Head.Hook = "creature", 0.09, "lightly salted",
				"football", "3/0"
			s.Line.Diameter, s.Leader.Diameter = 0.18e-3, 0.35e-3
		}
	}
	for _, tt := range []struct {
		name      string
		low, high float64 // g, as they are to come out
		change    func(*setup.Setup)
	}{
		{"The Sill at slack", 5.3, 5.3, sill},
		{"The Sill, wait 25 s", 17.7, 17.7, func(s *setup.Setup) { sill(s); s.Approach.Wait = 25 }},
		{"Loch Osk", 2.5, 2.5, func(s *setup.Setup) {
			s.Water.Salinity, s.Water.Depth, s.Water.Bed, s.Target.Depth, s.Wind.Speed = "fresh", 12, "mud", 8, 0
			s.Bait.Form, s.Bait.Length, s.Head.Hook = "curl tail", 0.06, "#1"
			s.Line.Diameter, s.Leader.Diameter, s.Cast.Distance = 0.12e-3, 0.22e-3, 10
		}},
		{"Heron Cut, still", 1.8, 1.8, cut},
		{"Pier Pool, 2.2 m", 2.5, 3.5, pool(2.2, 0.45)},
		{"Pier Pool, 3.8 m", 5.3, 5.3, pool(3.8, 0.45)},
		{"Pier Pool, 2.2 m, faster", 5.3, 5.3, pool(2.2, 0.6)},
		{"Pier Pool, 3.8 m, faster", 10.6, 10.6, pool(3.8, 0.6)},
		{"Teine Ledge, down", 14.2, 17.7, ledge(3, 6)},
		{"Teine Ledge, level", 14.2, 14.2, ledge(0, 4.5)},
		{"Teine Ledge, up", 10.6, 10.6, ledge(6, 3)},
	} {
		s := setup.Default()
		tt.change(&s)
		a := answered(t, s)
		rung := func(g float64) int {
			for i, m := range s.Heads {
				if math.Abs(m*1e3-g) < 1e-6 {
					return i
				}
			}
			t.Fatalf("%g g is no rung", g)
			return 0
		}
		if a.Pick < rung(tt.low)-1 || a.Pick > rung(tt.high)+1 {
			t.Errorf("%s: %g to %g g, says %s", tt.name, tt.low, tt.high, a.Sentence)
		}
	}
	still := setup.Default()
	cut(&still)
	running := still
	running.Flow.Speed, running.Flow.Direction, running.Approach.Kind = 0.4, 90, setup.HoldBottom
	if a, b := answered(t, still), answered(t, running); !(grams(b, b.Pick) >= 2*grams(a, a.Pick)) {
		t.Errorf("the sluice runs: %s; still: %s", b.Sentence, a.Sentence)
	}
}

// A breeze asks for a size or two more, whatever side it blows from, and always has a head.
func TestBreeze(t *testing.T) {
	if testing.Short() {
		t.Skip("whole answers on the engine")
	}
	for _, kind := range []string{setup.SlowFall, setup.LiftAndDrop, setup.HoldBottom} {
		for _, depth := range []float64{1, 2.5, 6} {
			calm := 0.0
			for _, wind := range []float64{0, 4, 8} {
				s := setup.Default()
				s.Water.Depth, s.Water.Bed, s.Boat.Kind, s.Wind.Speed, s.Wind.Direction, s.Approach.Kind = depth,
					"sand", "bank", wind, 90*math.Mod(wind, 3), kind
				s.Bait.Form, s.Bait.Length, s.Head.Hook = "paddle tail", 0.09, "2/0"
				s.Line.Diameter, s.Leader.Diameter = 0.14e-3, 0.26e-3
				if kind == setup.HoldBottom {
					s.Cast.Drag = 0.15
				}
				a := answered(t, s)
				g := grams(a, a.Pick)
				if wind == 0 {
					calm = g
				}
				if g == 0 || g > 6.1*calm || g < calm {
					t.Errorf("%s in %g m, wind %g m/s: %s; calm %g g", kind, depth, wind, a.Sentence, calm)
				}
			}
		}
	}
}

// Along depth, current, drift, wind and swell the pick does not get lighter, but by the
// width of the chance itself or where the rod goes down.
func TestMorePicksNoLess(t *testing.T) {
	if testing.Short() {
		t.Skip("whole answers on the engine")
	}
	base := func(kind string, change func(*setup.Setup)) setup.Setup {
		s := setup.Default()
		s.Water.Depth, s.Water.Bed, s.Approach.Kind, s.Bait.Length, s.Head.Hook = 4, "sand", kind, 0.09, "1/0"
		change(&s)
		return s
	}
	for _, tt := range []struct {
		name   string
		kind   string
		values []float64
		set    func(*setup.Setup, float64)
		change func(*setup.Setup)
	}{
		{"depth", setup.SlowFall, []float64{3, 5, 8, 12, 18, 26}, func(s *setup.Setup, v float64) { s.Water.Depth = v },
			func(*setup.Setup) {}},
		{"depth", setup.HoldBottom, []float64{2, 4, 8, 16}, func(s *setup.Setup, v float64) { s.Water.Depth = v },
			func(s *setup.Setup) { s.Flow.Speed, s.Flow.Direction = 0.15, 90 }},
		{"current", setup.HoldBottom, []float64{0, 0.1, 0.2, 0.3, 0.4},
			func(s *setup.Setup, v float64) { s.Flow.Speed = v }, func(s *setup.Setup) { s.Flow.Direction = 90 }},
		{"current", setup.LiftAndDrop, []float64{0, 0.15, 0.3, 0.45},
			func(s *setup.Setup, v float64) { s.Flow.Speed = v }, func(*setup.Setup) {}},
		{"drift", setup.SlowFall, []float64{0.05, 0.15, 0.3, 0.45},
			func(s *setup.Setup, v float64) { s.Boat.Speed = v },
			func(s *setup.Setup) { s.Boat.Kind, s.Boat.Measured, s.Water.Depth = "skiff", true, 12 }},
		{"wind", setup.LiftAndDrop, []float64{2, 4, 6, 8, 10}, func(s *setup.Setup, v float64) { s.Wind.Speed = v },
			func(s *setup.Setup) { s.Wind.Direction = 90 }},
		{"swell", setup.HoldBottom, []float64{0, 0.4, 0.8}, func(s *setup.Setup, v float64) { s.Swell.Height = v },
			func(s *setup.Setup) { s.Water.Depth, s.Boat.Kind, s.Cast.Drag = 2.4, "bank", 0.2 }},
	} {
		var before *Answer
		for _, v := range tt.values {
			s := base(tt.kind, tt.change)
			tt.set(&s, v)
			a := answered(t, s)
			if before != nil && grams(a, a.Pick) < grams(before, before.Pick) && !excused(a, before) {
				t.Errorf("%s, %s to %g: %s; before %s", tt.kind, tt.name, v, a.Sentence, before.Sentence)
			}
			before = a
		}
	}
}

// excused tells whether a lighter pick is one by the width of the chance, or held
// otherwise than before.
func excused(a, before *Answer) bool {
	const width = 0.03
	lighter := before.Heads[a.Pick]
	return lighter.Sure > 0.8-width || a.Heads[a.Pick].Handling.Down != lighter.Handling.Down
}

// Chances do not fall and rise again along a ladder.
func TestChancesDoNotDip(t *testing.T) {
	if testing.Short() {
		t.Skip("whole answers on the engine")
	}
	for name, change := range map[string]func(*setup.Setup){
		"breeze": func(s *setup.Setup) { s.Wind.Speed, s.Wind.Direction, s.Water.Depth = 5, 90, 4 },
		"current": func(s *setup.Setup) {
			s.Flow.Speed, s.Flow.Direction, s.Water.Depth, s.Approach.Kind = 0.2, 90, 5, setup.HoldBottom
		},
		"lifted": func(s *setup.Setup) {
			s.Wind.Speed, s.Wind.Direction, s.Water.Depth, s.Approach.Kind = 6, 0, 2, setup.LiftAndDrop
		},
	} {
		s := setup.Default()
		change(&s)
		most := 0.0
		for _, h := range answered(t, s).Heads {
			if h.Sure < most-0.03 {
				t.Errorf("%s: %g g is %.2f sure, a lighter one %.2f", name, h.Mass*1e3, h.Sure, most)
			}
			most = max(most, h.Sure)
		}
	}
}

// Falls by form and head, as they have to come out.
func TestFallsByHead(t *testing.T) {
	down := func(change func(*setup.Setup)) float64 {
		s := setup.Default()
		s.Water.Depth, s.Cast.Distance, s.Heads, s.Head.Hook = 6, 10, []float64{0.0106}, "2/0"
		s.Bait.Form, s.Bait.Length = "straight worm", 0.1
		change(&s)
		a := answered(t, s)
		if a.Heads[0].Fall.Time == 0 {
			t.Fatal(a.Sentence)
		}
		return a.Heads[0].Fall.Time
	}
	plain := down(func(*setup.Setup) {})
	for name, change := range map[string]func(*setup.Setup){
		"weight on the shank": func(s *setup.Setup) { s.Head.Shape = "belly" },
		"a curl tail":         func(s *setup.Setup) { s.Bait.Form = "curl tail" },
		"a glass head":        func(s *setup.Setup) { s.Head.Material = "glass" },
		"a thicker line":      func(s *setup.Setup) { s.Line.Diameter = 0.3e-3 },
		"two lighter heads": func(s *setup.Setup) {
			s.Rigging.Kind, s.Rigging.Upper, s.Heads = rigging.TwoHeads, 0.0071, []float64{0.0035}
		},
	} {
		if slower := down(change); !(slower > 1.005*plain) {
			t.Errorf("%s is down in %.2f s, the plain one in %.2f", name, slower, plain)
		}
	}
}

// A rig tells in which order it comes down, how high each bait is then, what between the
// two has it as high as wanted, and what a pair weighs.
func TestRigsTell(t *testing.T) {
	rigNotes := func(change func(*setup.Setup)) (out []string) {
		s := setup.Default()
		s.Water.Depth, s.Cast.Distance, s.Heads = 4, 12, []float64{0.0071, 0.0106}
		change(&s)
		a := answered(t, s)
		if a.Pick < 0 {
			t.Fatal(a.Sentence)
		}
		for _, n := range a.Notes {
			if n.Kind == "rig" {
				out = append(out, n.Words)
			}
		}
		return out
	}
	shot := func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Apart = rigging.DropShot, 0.4 }
	for name, tt := range map[string]struct {
		change func(*setup.Setup)
		want   []string // each begins, and holds after "…"
	}{
		"two heads": {func(s *setup.Setup) { s.Rigging.Kind, s.Rigging.Upper = rigging.TwoHeads, 0.0035 },
			[]string{"3.5 g over 7.1 g, 10.6 g in all. The next pair up is 3.5 g over 10.6 g.",
				"To the bed comes the lower head in ", "The upper head is "}},
		"sliding sinker": {func(s *setup.Setup) { s.Rigging.Kind = rigging.SlidingSinker },
			[]string{"To the bed comes the sinker in …; still off it some seconds later: the bait.",
				"On its trace it lies on the bed, up to 30 cm down the current; one that swims or floats can ride as " +
					"high."}},
		"free sinker": {func(s *setup.Setup) { s.Rigging.Kind = rigging.FreeSinker },
			[]string{"To the bed comes the sinker in …; still off it some seconds later: the bait.",
				"On its trace it lies on the bed, up to 3 cm down the current; one that swims or floats can ride as " +
					"high."}},
		"a floating bait on it": {func(s *setup.Setup) {
			s.Rigging.Kind, s.Bait.Form, s.Bait.Length, s.Bait.Body, s.Head.Hook = rigging.SlidingSinker, "stub", 0.08,
				"floating", "#8"
		}, []string{"To the bed comes the sinker in ",
			"On its trace it floats 30 cm over the bed; a free one can ride up to 30 cm."}},
		"drop shot": {shot, []string{"To the bed comes the sinker in ",
			"The bait is …over the bed, 40 cm up a line that stands at …; under the rod 40 cm."}},
		"wanted higher": {func(s *setup.Setup) { shot(s); s.Rigging.Over = 0.3 },
			[]string{"To the bed", "The bait is ",
				"To have it 30 cm over the bed takes …between the two, 35 cm under the rod."}},
		"as a target": {func(s *setup.Setup) { shot(s); s.Target.Height = 0.3 },
			[]string{"To the bed", "The bait is ",
				"To have it 30 cm over the bed takes …between the two, 35 cm under the rod."}},
		"in weed": {func(s *setup.Setup) { shot(s); s.Water.Bed, s.Water.Weed = "weed", 0.5 },
			[]string{"To the bed", "The bait is ", "Weed of 50 cm hides it there.",
				"To have it just over the weed takes …between the two, 55 cm under the rod."}},
		"over weed": {func(s *setup.Setup) { shot(s); s.Water.Bed, s.Water.Weed, s.Rigging.Over = "weed", 0.05, 0.1 },
			[]string{"To the bed", "The bait is ",
				"To have it 10 cm over the weed takes …between the two, 20 cm under the rod."}},
		"out of reach": {func(s *setup.Setup) { shot(s); s.Rigging.Over = 5 },
			[]string{"To the bed", "The bait is ", "No gap has it 5.0 m over the bed: the line lies too flat."}},
		"a float": {func(s *setup.Setup) {
			s.Rigging.Kind, s.Rigging.Parts = rigging.OwnRig, []rigging.Part{
				{What: "head"}, {What: "shot", At: 0.4, Mass: 0.001}, {What: "float", At: 1.6, Mass: 0.05}}
		}, []string{"Under the float it hangs at 1.6 m in this current.",
			"It carries 50 g, what hangs on it weighs 8.17 g in water: 36.8 g of shot would have it sit low and show " +
				"a take.", "A float fixed 1.6 m up is hard to cast; let it slide."}},
	} {
		got := rigNotes(tt.change)
		if len(got) != len(tt.want) {
			t.Errorf("%s: %q", name, got)
			continue
		}
		for i, want := range tt.want {
			begins, holds, _ := strings.Cut(want, "…")
			if !strings.HasPrefix(got[i], begins) || !strings.HasSuffix(got[i], holds) && strings.Contains(want, "…") &&
				!strings.Contains(got[i], strings.Split(holds, "…")[0]) {
				t.Errorf("%s: %q, want %q", name, got[i], want)
			}
		}
	}

	// A float that goes under asks for one that bears more, and nothing else is tried.
	s := setup.Default()
	s.Water.Depth, s.Cast.Distance, s.Heads, s.Rigging.Kind, s.Rigging.Carries, s.Approach.Kind = 4, 12,
		[]float64{0.0071}, rigging.FixedFloat, 0.001, setup.SlowFall
	if a := answered(t, s); a.Sentence != "This head does not do it: 7.1 g sinks the float: it weighs 7.27 g in "+
		"water, the float carries 1 g." ||
		a.NotHeavier != "A float that bears it has to carry more than 7.27 g." {
		t.Errorf("%s %s", a.Sentence, a.NotHeavier)
	}

	// The lighter of two heads is not tied below.
	s = setup.Default()
	s.Water.Depth, s.Cast.Distance, s.Heads, s.Rigging.Kind, s.Rigging.Upper = 4, 12, []float64{0.0035, 0.0053, 0.0071},
		rigging.TwoHeads, 0.0053
	a := answered(t, s)
	if a.Pick != 1 || a.Heads[0].Sure != 0 ||
		!strings.Contains(a.Heads[0].Reason, "is lighter than the upper head of 5.3 g: the heavier one belongs below") {
		t.Errorf("%s; of the lightest: %g, %s", a.Sentence, a.Heads[0].Sure, a.Heads[0].Reason)
	}

	// A float that is not said to carry anything carries nothing, not a bare hook.
	s.Heads, s.Rigging.Kind, s.Rigging.Stop, s.Rigging.Carries = []float64{0.0035}, rigging.FixedFloat, 1, 0
	if a = answered(t, s); a.Pick >= 0 || !strings.HasSuffix(a.Heads[0].Reason, "in water, the float carries nothing") {
		t.Errorf("under a float that carries nothing: %s", a.Heads[0].Reason)
	}
}

// The weakest link may be the wire, and a point that is hidden is told to hold less.
func TestWireAndPoint(t *testing.T) {
	words := func(change func(*setup.Setup)) string {
		s := setup.Default()
		s.Water.Depth, s.Heads = 5, []float64{0.0106}
		change(&s)
		all := ""
		for _, n := range answered(t, s).Notes {
			all += n.Words + "\n"
		}
		return all
	}
	stout := func(s *setup.Setup) { s.Line.Strength, s.Leader.Strength, s.Rigging.Wire = 40, 30, 0.3 }
	for name, tt := range map[string]struct {
		change    func(*setup.Setup)
		has, lack string
	}{
		"wire on a stout leader": {stout, "The weakest link is the wire, about 9.2 kg.", "hold"},
		"without it": {func(s *setup.Setup) { stout(s); s.Rigging.Wire = 0 },
			"The weakest link is the joining knot, about 23 kg.", "wire"},
		"wire and no leader": {func(s *setup.Setup) { stout(s); s.Leader.Length = 0 },
			"The weakest link is the wire, about 9.2 kg.", "joining"},
		"a weak leader before it": {func(s *setup.Setup) { stout(s); s.Leader.Strength = 6 },
			"The weakest link is the joining knot, about 4.5 kg.", "wire"},
		"a point in the skin": {func(s *setup.Setup) { s.Head.Point = "in the skin" },
			"With its point in the skin the hook holds about 8 of 10 fish that an exposed one would, by judgement: " +
				"strike harder. An offset shank holds more of them.", "wire"},
		"with an offset shank": {func(s *setup.Setup) { s.Head.Point, s.Head.Offset = "in the skin", true },
			"With its point in the skin the hook holds about 9 of 10 fish that an exposed one would, by judgement: " +
				"strike harder.\n", "wire"},
		"a buried point": {func(s *setup.Setup) { s.Head.Point = "buried" },
			"With its point buried the hook holds about 6 of 10 fish", "wire"},
		"on a screw-in head": {func(s *setup.Setup) { s.Head.Point, s.Head.Shape = "buried", "screw-in" },
			"With its point buried the hook holds about 8 of 10 fish", "An offset"},
		"a hook that is fine": {func(s *setup.Setup) { s.Head.Wire = "fine" },
			"The 3/0 hook straightens before that, at about 3.7 kg, by judgement.", "suits this bait. The"},
		"a hook that is heavy": {func(s *setup.Setup) {
			s.Head.Wire, s.Leader.Strength,
				s.Line.Strength = "heavy", 10, 10
		},
			"The 3/0 hook suits this bait: 14.5 mm of gap, 13.2 mm of body.", "straightens"},
		"a small hook": {func(s *setup.Setup) { s.Head.Hook = "#1" },
			"A 3/0 suits this bait. The #1 is small for it: 10 mm of gap, 13.2 mm of body.", "stiffens"},
		"a large hook": {func(s *setup.Setup) { s.Head.Hook, s.Bait.Length = "10/0", 0.1 },
			"A 1/0 suits this bait. The 10/0 is large for it: 28 mm of gap, 11 mm of body; it stiffens it and shows.",
			"small"},
		"a hidden point": {func(s *setup.Setup) { s.Head.Point, s.Head.Hook = "buried", "1/0" },
			"A 4/0 suits this bait. The 1/0 is small for it", "stiffens"},
		"an eye in weed": {func(s *setup.Setup) { s.Water.Bed = "weed" },
			"An eye that stands up at 90° gathers what grows here; one near the nose comes through.", "wire"},
		"one at the nose": {func(s *setup.Setup) { s.Water.Bed, s.Head.Tie = "weed", 30 }, "The 3/0 hook", "gathers"},
		"a stinger": {func(s *setup.Setup) { s.Rigging.Stinger = true },
			"Leave 10 mm to 24 mm of slack in the link of the stinger.", "hangs itself"},
		"a tight one": {func(s *setup.Setup) { s.Rigging.Stinger, s.Rigging.Slack = true, 0.0095 },
			"With 9.5 mm of slack its link pulls the bait out of shape as it bends: leave 10 mm at least.", "at most"},
		"one that suits": {func(s *setup.Setup) { s.Rigging.Stinger, s.Rigging.Slack = true, 0.0097 },
			"A bait stands", "stinger"},
		"a loose one": {func(s *setup.Setup) { s.Rigging.Stinger, s.Rigging.Slack = true, 0.0241 },
			"With 24.1 mm of slack the stinger hangs itself up on the first hook: leave 24 mm at most.", "at least"},
		"a plain bait": {func(*setup.Setup) {}, "A bait stands about 4 fish, by judgement.", "seldom"},
		"on a screw keeper": {func(s *setup.Setup) { s.Head.Keeper = "screw" },
			"A bait stands about 6 fish, by judgement.", "seldom"},
		"by the middle": {func(s *setup.Setup) { s.Bait.Put = "by the middle" },
			"A bait stands about 2 fish, by judgement.\nOn the bed it lies. It falls flat; drawn along it lies " +
				"level. Both ends of it bend away from the hook.", "comes out"},
		"a strip": {func(s *setup.Setup) {
			s.Bait.Body, s.Bait.Form, s.Bait.Put = "natural", "natural strip",
				"by the nose"
		}, "A bait stands about one fish, by judgement.", "seldom"},
		"one that spins": {func(s *setup.Setup) {
			s.Bait.Form, s.Approach.Kind, s.Approach.Speed = "curl tail",
				setup.Swim, 0.5
		},
			"Drawn faster than 1.3 m/s it turns about itself and twists the line.", "gathers"},
		"dropped": {func(s *setup.Setup) { s.Cast.Distance = 0 }, "Hanging still its tail is", "gathers"},
	} {
		if got := words(tt.change); !strings.Contains(got, tt.has) || strings.Contains(got, tt.lack) {
			t.Errorf("%s: %s", name, got)
		}
	}
}

// Answers at the ends of everything are answers: no fault, no number that is none.
func TestEndsOfEverything(t *testing.T) {
	if testing.Short() {
		t.Skip("whole answers on the engine")
	}
	for name, change := range map[string]func(*setup.Setup){
		"one head":  func(s *setup.Setup) { s.Heads = []float64{0.0071} },
		"no weight": func(s *setup.Setup) { s.Heads = []float64{0} },
		"a gale":    func(s *setup.Setup) { s.Wind.Speed = 40 },
		"a torrent": func(s *setup.Setup) { s.Flow.Speed = 3 },
		"dropped":   func(s *setup.Setup) { s.Cast.Distance = 0 },
		"a puddle":  func(s *setup.Setup) { s.Water.Depth, s.Approach.Kind = 0.3, setup.LiftAndDrop },
		"a trench":  func(s *setup.Setup) { s.Water.Depth, s.Rod.LineOnSpool = 200, 1000 },
		"breakers":  func(s *setup.Setup) { s.Water.Depth, s.Swell.Height, s.Boat.Kind = 1.5, 5, "bank" },
		"a floating bait": func(s *setup.Setup) {
			s.Bait = setup.Bait{Form: "stub", Length: 0.3, Body: "floating", Put: "along the hook"}
		},
		"a leader off to sea": func(s *setup.Setup) { s.Leader.Length, s.Cast.Distance = 25, 8 },
		"reeled madly": func(s *setup.Setup) {
			s.Approach.Kind, s.Approach.Speed,
				s.Water.Depth = setup.Swim, 3, 4
		},
		"a pencil of a band": func(s *setup.Setup) {
			s.Approach.Kind, s.Approach.BandLow,
				s.Approach.BandHigh = setup.Swim, 3, 3.02
		},
	} {
		s := setup.Default()
		s.Heads = []float64{0.0035, 0.0142}
		change(&s)
		a := answered(t, s)
		text, err := json.Marshal(a)
		if err != nil || len(a.Sentence) < 20 || len(a.Heads) != len(s.Heads) {
			t.Errorf("%s: %v %s", name, err, a.Sentence)
		}
		if a.Pick < 0 && a.NotHeavier == "" {
			t.Errorf("%s: nothing is said to help: %s", name, text)
		}
	}
}
