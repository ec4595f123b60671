package explore

import (
	"context"
	"errors"
	"math"
	"math/rand/v2"
	"slices"
	"sync"
	"sync/atomic"
	"testing"

	"dunvel/core/explore/axis"
	"dunvel/core/input"
	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/judge/judgetest"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

// still is a search on the stand-in for the engine.
func still(tried *atomic.Int64) Search { return Search{Bench: judgetest.Bench(tried)} }

func water(change func(*setup.Setup)) setup.Setup {
	s := setup.Default()
	s.Head.Hook = "#10"
	change(&s)
	return s
}

// whole is the choice among all heads of a setup.
func whole(t testing.TB, x Search, s setup.Setup) *choose.Ladder {
	t.Helper()
	c, err := x.Situate(s)
	if err != nil {
		t.Fatal(err)
	}
	l, err := choose.Solve(t.Context(), x.Bench, c, s.Heads)
	if err != nil {
		t.Fatal(err)
	}
	return l
}

func massOf(l *choose.Ladder) float64 {
	if l.Pick < 0 {
		return 0
	}
	return l.Heads[l.Pick].Mass
}

// A few rungs around a guess choose as the whole ladder does, whatever the guess, the
// approach, the leaning and the hook.
func TestWindowChoosesAsTheLadder(t *testing.T) {
	if testing.Short() {
		t.Skip("whole ladders, each twice")
	}
	x := still(nil)
	for _, kind := range []string{setup.SlowFall, setup.HoldBottom, setup.LiftAndDrop, setup.Swim, setup.Hover} {
		for _, lean := range []string{setup.Usual, setup.JustEnough, setup.WithMargin, setup.Heavy} {
			for _, depth := range []float64{1, 4, 25} {
				s := water(func(s *setup.Setup) {
					if depth == 4 {
						s.Head.Hook = "12/0"
					}
					s.Approach.Kind, s.Approach.Leaning, s.Water.Depth, s.Flow.Speed = kind, lean, depth, 0.1
					s.Approach.BandLow, s.Approach.BandHigh = 0.2, 0.8
					if kind == setup.Hover {
						s.Target.Depth, s.Target.Band = depth/3, 0.5
					}
				})
				want := massOf(whole(t, x, s))
				for _, near := range []float64{0, 0.0004, 0.0425} {
					c, err := x.Situate(s)
					if err != nil {
						t.Fatal(err)
					}
					w, err := x.choose(t.Context(), c, s.Heads, near)
					if err != nil || w.mass() != want {
						t.Errorf("%s, %s, %g m, near %g: %g, want %g, %v", kind, lean, depth, near, w.mass(), want, err)
					}
				}
			}
		}
	}
}

// On this side of every turn the pick is what it was, and beyond it what it becomes.
func TestTurns(t *testing.T) {
	x := still(nil)
	s := water(func(s *setup.Setup) { s.Water.Depth, s.Wind.Speed, s.Approach.Kind = 6, 2, setup.LiftAndDrop })
	was := massOf(whole(t, x, s))
	standing, err := x.Stand(t.Context(), s)
	if err != nil || standing.Mass() != was {
		t.Fatalf("%g, not %g: %v", standing.Mass(), was, err)
	}
	told := 0
	turns, err := standing.Turns(t.Context(), func(soFar []Turn) {
		if told++; len(soFar) != told ||
			!slices.IsSortedFunc(soFar, func(a, b Turn) int { return compare(a.far, b.far) }) {
			t.Errorf("told for the %d. time: %+v", told, soFar)
		}
	})
	if told != len(turns) {
		t.Errorf("%d of %d were told as they came", told, len(turns))
	}
	if err != nil || len(turns) < 3 || len(turns) > mostTurns {
		t.Fatalf("%+v %v", turns, err)
	}
	for _, turn := range turns {
		k := knobs[slices.IndexFunc(knobs, func(k knob) bool { return k.path == turn.Field })]
		at := func(v float64) float64 {
			moved := s
			*k.value(&moved) = v
			return massOf(whole(t, x, moved))
		}
		back := 1.03
		if turn.More {
			back = 1 / back
		}
		if at(turn.Value) != turn.Mass || at(turn.Value*back) != was || turn.Was != was ||
			turn.More != (turn.Value > *k.value(&s)) {
			t.Errorf("%+v: %g there, %g before", turn, at(turn.Value), at(turn.Value*back))
		}
	}
	if !slices.IsSortedFunc(turns, func(a, b Turn) int { return compare(a.far, b.far) }) {
		t.Error("the nearest come first")
	}
}

// More wind than anybody fishes in is not looked at, nor any more where it blows so already; of other fields there is
// any more, and less down to nothing.
func TestLookedWithin(t *testing.T) {
	find := func(path string, wind float64) *look {
		s := water(func(s *setup.Setup) { s.Wind.Speed = wind })
		k := knobs[slices.IndexFunc(knobs, func(k knob) bool { return k.path == path })]
		return &look{Standing: &Standing{search: still(nil), from: s}, knob: k, sign: 1, same: *k.value(&s), next: 40}
	}
	for _, tt := range []struct {
		path              string
		wind, value, want float64
	}{
		{"wind.speed", 4, 10.69, 10.69}, {"wind.speed", 4, 10.71, 10.7}, {"wind.speed", 12, 13, 12}, {"wind.speed", 12, 3, 3},
		{"wind.speed", 4, -1, 0}, {"flow.speed", 4, 30, 30}, {"flow.speed", 4, -1, 0},
	} {
		if got := find(tt.path, tt.wind).within(tt.value); got != tt.want {
			t.Errorf("%s of %g in %g m/s of wind: %g, not %g", tt.path, tt.value, tt.wind, got, tt.want)
		}
	}
	stormy := find("wind.speed", 12)
	if b, err := stormy.stride(t.Context()); b != nil || err != nil || !stormy.over {
		t.Errorf("in a storm it is looked farther: %+v, %v", b, err)
	}
}

// What is swum is chosen by the speed of the hand that suits it: on the engine too the head beyond
// every turn is the one that an answer has there, as all heads are judged on their own.
func TestTurnsOfWhatIsSwum(t *testing.T) {
	if testing.Short() {
		t.Skip("picks on the engine")
	}
	x := Search{Bench: judge.Engine}
	s := setup.Default()
	s.Approach.Kind, s.Water.Depth, s.Bait.Length, s.Head.Hook = setup.Swim, 4, 0.09, "1/0"
	standing, err := x.Stand(t.Context(), s)
	if err != nil {
		t.Fatal(err)
	}
	turns, err := standing.Turns(t.Context(), func([]Turn) {})
	if err != nil || len(turns) < 4 {
		t.Fatalf("%+v %v", turns, err)
	}
	for _, turn := range turns {
		k := knobs[slices.IndexFunc(knobs, func(k knob) bool { return k.path == turn.Field })]
		moved := s
		*k.value(&moved) = turn.Value
		if mass, err := x.Pick(t.Context(), moved); err != nil || mass != turn.Mass || mass == standing.Mass() {
			t.Errorf("%s %g: %g kg is told, %g is picked (%v)", turn.Field, turn.Value, turn.Mass, mass, err)
		}
	}
}

// A sketch chooses as the whole ladder does, tells of the heads around the pick and of one
// that is looked at, and leaves others open; a weight that is there twice is no hindrance.
func TestSketch(t *testing.T) {
	x := still(nil)
	for _, heads := range [][]float64{
		setup.Ladder(), {0.0035}, {0.0035, 0.0035}, {0.0018, 0.0018, 0.0425, 0.0425}, {0.0004, 0.0009},
		{0.0142, 0.0177, 0.0213, 0.0284, 0.0425},
	} {
		for _, kind := range []string{setup.LiftAndDrop, setup.HoldBottom, setup.Swim} {
			s := water(func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth, s.Heads = kind, 6, heads })
			l := whole(t, x, s)
			c, err := x.Situate(s)
			if err != nil {
				t.Fatal(err)
			}
			looked := heads[len(heads)-1]
			sketch, err := x.Sketch(t.Context(), c, heads, looked)
			if err != nil {
				t.Fatal(err)
			}
			open := 0
			for i, h := range sketch.Heads {
				if h.Verdict == judge.Open {
					open++
				}
				if h.Mass != heads[i] || h.Mass == looked && h.Verdict == judge.Open {
					t.Errorf("%s, %v: head %d is %+v", kind, heads, i, h.Verdict)
				}
			}
			if massOf(sketch) != massOf(l) || len(sketch.Heads) != len(heads) || len(heads) > 10 && open == 0 &&
				sketch.Pick >= 0 {
				t.Errorf("%s, %v: %g, the ladder says %g; %d open", kind, heads, massOf(sketch), massOf(l), open)
			}
			if err := choose.Fill(t.Context(), x.Bench, sketch); err != nil || massOf(sketch) != massOf(l) ||
				sketch.Least != l.Least && heads[len(heads)-1] != heads[max(len(heads)-2, 0)] {
				t.Errorf("%s, %v: filled it says %g (%v), the ladder %g", kind, heads, massOf(sketch), err, massOf(l))
			}
		}
	}
}

// What is decided is what a sketch chooses, down to the lightest that is as likely as not, with the next heavier head open.
func TestDecide(t *testing.T) {
	x := still(nil)
	fewer := 0
	for _, kind := range []string{setup.SlowFall, setup.LiftAndDrop, setup.HoldBottom, setup.Swim} {
		for _, depth := range []float64{3, 6, 12} {
			c, err := x.Situate(water(func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = kind, depth }))
			if err != nil {
				t.Fatal(err)
			}
			masses := c.Setup.Heads
			sketch, err := x.Sketch(t.Context(), c, masses, 0)
			if err != nil {
				t.Fatal(err)
			}
			decided, err := x.Decide(t.Context(), c, masses)
			if err != nil {
				t.Fatal(err)
			}
			if decided.Pick != sketch.Pick || decided.Least != sketch.Least || decided.Closest != sketch.Closest {
				t.Errorf("%s, %g m: decided %+v, sketched %+v", kind, depth, decided.Choice, sketch.Choice)
			}
			for i, h := range decided.Heads {
				if h.Verdict != judge.Open && sketch.Heads[i].Verdict == judge.Open {
					t.Errorf("%s, %g m: %g g is decided by, and not sketched", kind, depth, 1e3*h.Mass)
				}
				if h.Verdict == judge.Open && sketch.Heads[i].Verdict != judge.Open {
					fewer++
				}
			}
		}
	}
	if fewer < 6 {
		t.Errorf("%d heads of sketches are not decided by", fewer)
	}
}

// Whenever it is stopped it says so, and nothing else.
func TestStopped(t *testing.T) {
	s := water(func(s *setup.Setup) {
		s.Water.Depth, s.Wind.Speed, s.Heads = 6, 4, []float64{0.0018, 0.0035, 0.0035, 0.0071, 0.0142}
	})
	for _, kind := range []string{setup.LiftAndDrop, setup.Swim, setup.HoldBottom} {
		if s.Approach.Kind = kind; kind == setup.HoldBottom { // where none does it
			s.Heads = []float64{0.0004, 0.0005}
		}
		ended := false
		for most := int64(0); !ended; most = 2*most + 1 {
			var tried atomic.Int64
			stand := judgetest.Bench(nil)
			x := Search{Bench: judge.Bench{
				Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
					if tried.Add(1) > most {
						return trial.Result{}, context.Canceled
					}
					return stand.Try(ctx, c, q)
				}}}
			standing, err := x.Stand(t.Context(), s)
			if err == nil {
				_, err = standing.Turns(t.Context(), func([]Turn) {})
			}
			if ended = tried.Load() <= most; !ended && !errors.Is(err, context.Canceled) || ended && err != nil {
				t.Errorf("%s, after %d tries: %v", kind, most, err)
			}
			chart, err := x.NewChart(s, "water.depth", "wind.speed", nil)
			if err != nil {
				t.Fatal(err)
			}
			if err := chart.Run(t.Context(), func(Cell) error { return nil }); !ended &&
				!errors.Is(err, context.Canceled) {
				t.Errorf("%s, a chart after %d tries: %v", kind, most, err)
			}
		}
	}
}

// Cells that are worked out are what the answer says there; those between tell the picks
// around them, with a chance between theirs.
func TestChart(t *testing.T) {
	var tried atomic.Int64
	x := still(&tried)
	s := water(func(s *setup.Setup) { s.Approach.Kind = setup.LiftAndDrop })
	chart, err := x.NewChart(s, "water.depth", "wind.speed", nil)
	if err != nil {
		t.Fatal(err)
	}
	cells := map[[2]int]Cell{}
	if err := chart.Run(t.Context(), func(c Cell) error { cells[[2]int{c.X, c.Y}] = c; return nil }); err != nil {
		t.Fatal(err)
	}
	if want := (chartSteps + 1) * (chartSteps + 1); len(cells) != want {
		t.Fatalf("%d cells, want %d", len(cells), want)
	}
	out := 0
	for at, cell := range cells {
		if cell.Between {
			continue
		}
		out++
		moved := s
		moved.Water.Depth = chart.X.From + (chart.X.To-chart.X.From)*float64(at[0])/chartSteps
		moved.Wind.Speed = chart.Y.From + (chart.Y.To-chart.Y.From)*float64(at[1])/chartSteps
		l := whole(t, x, moved)
		if massOf(l) != cell.Mass || l.Pick >= 0 && l.Heads[l.Pick].Sure != cell.Sure {
			t.Errorf("%+v, the answer says %g", cell, massOf(l))
		}
	}
	if out < 9 || out > 200 {
		t.Errorf("%d cells were worked out", out)
	}
	// Along a row the picks do not jump back, but to one that is as sure as wanted by a hair: the stand-in gets
	// heavier with depth.
	for y := 0; y <= chartSteps; y += 5 {
		for x := 1; x <= chartSteps; x++ {
			if a, b := cells[[2]int{x - 1, y}], cells[[2]int{x, y}]; b.Mass != 0 && a.Mass > b.Mass && b.Sure > s.Approach.Sure+0.02 {
				t.Errorf("%g at %d, %g at %d of row %d", a.Mass, x-1, b.Mass, x, y)
			}
		}
	}
}

// It is the same however often it is drawn, and stops when nobody looks at it any more.
func TestChartIsTheSameAgain(t *testing.T) {
	x := still(nil)
	draw := func() map[[2]int]Cell {
		chart, err := x.NewChart(water(func(s *setup.Setup) { s.Flow.Speed = 0.1 }), "water.depth", "flow.speed", nil)
		if err != nil {
			t.Fatal(err)
		}
		cells := map[[2]int]Cell{}
		if err := chart.Run(t.Context(), func(c Cell) error { cells[[2]int{c.X, c.Y}] = c; return nil }); err != nil {
			t.Fatal(err)
		}
		return cells
	}
	first, again := draw(), draw()
	for at, cell := range first {
		if again[at] != cell {
			t.Errorf("%+v, again %+v", cell, again[at])
		}
	}
	chart, err := x.NewChart(water(func(*setup.Setup) {}), "water.depth", "flow.speed", nil)
	if err != nil {
		t.Fatal(err)
	}
	ctx, stop := context.WithCancel(t.Context())
	stop()
	if err := chart.Run(ctx, func(Cell) error { return nil }); !errors.Is(err, context.Canceled) {
		t.Errorf("%v", err)
	}
}

func TestAxes(t *testing.T) {
	x := still(nil)
	for _, tt := range []struct {
		across, up string
		why        axis.Unfit
	}{
		{"water.depth", "water.depth", axis.SameTwice}, {"water.colour", "water.depth", axis.Unknown},
		{"boat.speed", "water.depth", axis.NotMeasured},
		{"water.depth", "approach.speed", axis.NotSwum},
	} {
		var refused *axis.Error
		if _, err := x.NewChart(water(func(*setup.Setup) {}), tt.across, tt.up, nil); !errors.As(err, &refused) ||
			refused.Why != tt.why {
			t.Errorf("%+v: %v", tt, err)
		}
	}
	if _, err := x.NewChart(water(func(s *setup.Setup) { s.Cast.Distance = 0 }), "cast.distance", "water.depth",
		nil); err == nil {
		t.Error("there is no cast to look along")
	}
	var fields input.Errors
	if _, err := x.NewChart(water(func(s *setup.Setup) { s.Water.Depth = -1 }), "flow.speed", "water.depth",
		nil); !errors.As(err, &fields) {
		t.Errorf("%v", err)
	}
}

// Each remedy sets what it says it sets, is tried, and the cheapest come first.
func TestRemedies(t *testing.T) {
	x := still(nil)
	none := func(change func(*setup.Setup)) []Remedy {
		s := water(change)
		l := whole(t, x, s)
		if l.Pick >= 0 {
			t.Fatalf("%g g does it", massOf(l)*1e3)
		}
		out, err := x.Remedies(t.Context(), l, 9)
		if err != nil {
			t.Fatal(err)
		}
		for i, r := range out {
			if got := massOf(whole(t, x, r.Setup)); got != r.Mass || r.Mass == 0 {
				t.Errorf("%d: %g g, tried %g", r.Way, r.Mass*1e3, got*1e3)
			}
			if i > 0 && out[i-1].Way >= r.Way {
				t.Errorf("%d before %d", out[i-1].Way, r.Way)
			}
			if r.Mass > 0.17 {
				t.Errorf("%g g", r.Mass*1e3)
			}
		}
		return out
	}
	way := func(all []Remedy, w Way) *Remedy {
		for i := range all {
			if all[i].Way == w {
				return &all[i]
			}
		}
		return nil
	}
	// Light heads in deep water: wait, go heavier, go where it is shallower; no line helps.
	all := none(func(s *setup.Setup) { s.Water.Depth, s.Heads = 18, []float64{0.0018, 0.0025} })
	if r := way(all, WaitLonger); r == nil || r.Setup.Approach.Wait != 81 {
		t.Errorf("wait: %+v", all)
	}
	if r := way(all, WeightHeavier); r == nil || r.Mass <= 0.0025 || slices.Min(r.Setup.Heads) <= 0.0025 {
		t.Errorf("heavier: %+v", all)
	}
	if way(all, WeightLighter) != nil {
		t.Error("lighter does not sink faster")
	}
	// A bare hook is lighter than any head: one that does it is found all the same.
	if r := way(none(func(s *setup.Setup) { s.Water.Depth, s.Heads = 6, []float64{0} }), WeightHeavier); r == nil ||
		r.Mass < 0.0005 || r.Mass > 0.01 {
		t.Errorf("from a bare hook: %+v", r)
	}
	// Heads that fall too fast: lighter ones do it, never heavier ones.
	all = none(func(s *setup.Setup) { s.Water.Depth, s.Approach.Ceiling, s.Heads = 6, 0.4, []float64{0.0071, 0.0106} })
	if all[0].Way != WeightLighter || all[0].Mass >= 0.0071 || way(all, WeightHeavier) != nil ||
		way(all, DropCeiling) == nil {
		t.Errorf("too fast: %+v", all)
	}
	// A rod that is held up in a wind may go down; a bail that is closed may be opened.
	all = none(func(s *setup.Setup) {
		s.Water.Depth, s.Approach.Kind, s.Wind.Speed, s.Hand.Rod, s.Heads = 4, setup.LiftAndDrop, 8, setup.RodHeld,
			[]float64{0.0106}
	})
	if all[0].Way != RodDownWay || all[0].Setup.Hand.Rod != setup.RodSuits {
		t.Errorf("rod down: %+v", all)
	}
}

// What each way changes, looked at alone.
func TestWaysChangeWhatTheySay(t *testing.T) {
	x := still(nil)
	s := water(func(s *setup.Setup) {
		s.Boat, s.Flow.Speed, s.Flow.Direction, s.Hand.Line = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.4},
			0.3, 0, setup.LineClosed
	})
	c, err := x.Situate(s)
	if err != nil {
		t.Fatal(err)
	}
	closest := &judge.Head{Result: trial.Result{Fall: trial.Fall{Time: 30}}}
	for w, check := range map[Way]func(setup.Setup) bool{
		BailOpenWay:    func(s setup.Setup) bool { return s.Hand.Line == setup.LineOpen },
		CastAgainst:    func(s setup.Setup) bool { return s.Flow.Direction == 180 },
		CastShorter:    func(s setup.Setup) bool { return s.Cast.Distance == 12 },
		LineThinner:    func(s setup.Setup) bool { return math.Abs(s.Line.Diameter-0.126e-3) < 1e-9 },
		BaitSmaller:    func(s setup.Setup) bool { return math.Abs(s.Bait.Length-0.09) < 1e-9 },
		BoatDrogue:     func(s setup.Setup) bool { return s.Boat.Kind == "drogue" && s.Boat.Speed == 0.2 },
		BoatAnchored:   func(s setup.Setup) bool { return s.Boat.Kind == "anchored" && !s.Boat.Measured },
		PlaceShallower: func(s setup.Setup) bool { return math.Abs(s.Water.Depth-12.6) < 1e-9 },
	} {
		i := slices.IndexFunc(ways, func(o way) bool { return o.way == w })
		changed := s
		if !ways[i].change(c, closest, &changed) || !check(changed) {
			t.Errorf("%d: %+v", w, changed)
		}
	}
	// Wishes that stand in the way are let go of, where they are there.
	wishes := water(func(s *setup.Setup) {
		s.Approach.Kind, s.Approach.Still, s.Approach.SnagMost, s.Approach.Margin,
			s.Approach.Ceiling = setup.HoldBottom, setup.DeadStill, 3, 0.4, 0.5
	})
	if c, err = x.Situate(wishes); err != nil {
		t.Fatal(err)
	}
	for w, check := range map[Way]func(setup.Setup) bool{
		MayCreepWay: func(s setup.Setup) bool { return s.Approach.Still == setup.InPlace },
		OtherShape:  func(s setup.Setup) bool { return s.Head.Shape == "football" },
		DropSnags:   func(s setup.Setup) bool { return s.Approach.SnagMost == 0 },
		DropMargin:  func(s setup.Setup) bool { return s.Approach.Margin == 0.1 },
		DropCeiling: func(s setup.Setup) bool { return s.Approach.Ceiling == 0 },
	} {
		i := slices.IndexFunc(ways, func(o way) bool { return o.way == w })
		changed := wishes
		if !ways[i].change(c, closest, &changed) || !check(changed) {
			t.Errorf("%d: %+v", w, changed.Approach)
		}
		plain, err := x.Situate(water(func(*setup.Setup) {}))
		if err != nil {
			t.Fatal(err)
		}
		if changed := s; ways[i].change(plain, closest, &changed) {
			t.Errorf("%d where nothing was wished", w)
		}
	}
	// Nobody waits longer for a fall of seconds.
	i := slices.IndexFunc(ways, func(o way) bool { return o.way == WaitLonger })
	closest.Fall.Time = 2.9
	if changed := s; ways[i].change(c, closest, &changed) {
		t.Error("waits for a fall of 2.9 s")
	}
	if !slices.IsSortedFunc(ways, func(a, b way) int { return int(a.way - b.way) }) {
		t.Error("the ways are not in their order")
	}
}

// What is told between the cells that are worked out is what an answer says there, or the
// next head to it: on the engine, at cells drawn by chance.
func TestBetweenIsTold(t *testing.T) {
	if testing.Short() {
		t.Skip("charts on the engine")
	}
	random := rand.New(rand.NewPCG(14, 4))
	x := Search{Bench: judge.Engine}
	for name, change := range map[string]func(*setup.Setup){
		"lifted in a breeze": func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Wind.Speed, s.Wind.Direction = setup.LiftAndDrop, 6, 4, 90
		},
		"held in a current": func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.HoldBottom, 6 },
		"a slow fall":       func(s *setup.Setup) { s.Water.Depth = 8 },
	} {
		s := setup.Default()
		s.Bait.Length, s.Head.Hook, s.Flow.Direction = 0.09, "#6", 90
		change(&s)
		chart, err := x.NewChart(s, "water.depth", "flow.speed", nil)
		if err != nil {
			t.Fatal(err)
		}
		cells := map[[2]int]Cell{}
		if err := chart.Run(t.Context(), func(c Cell) error { cells[[2]int{c.X, c.Y}] = c; return nil }); err != nil {
			t.Fatal(err)
		}
		const looked = 24
		same, off := 0, 0
		for range looked {
			at := place{random.IntN(chartSteps + 1), random.IntN(chartSteps + 1)}
			c, err := chart.situate(at)
			if err != nil {
				t.Fatal(err)
			}
			w, err := x.choose(t.Context(), c, chart.masses, 0)
			if err != nil {
				t.Fatal(err)
			}
			rung := func(mass float64) int { return slices.Index(chart.masses, mass) }
			switch told := cells[[2]int{at.x, at.y}].Mass; {
			case told == w.mass():
				same++
			case told == 0 || w.mass() == 0 || abs(rung(told)-rung(w.mass())) > 1:
				off++
				t.Logf("%s at %v: %g, the answer says %g", name, at, told, w.mass())
			}
		}
		if same < looked*3/4 || off > 1 {
			t.Errorf("%s: of %d cells %d are what the answer says and %d are not next to it", name, looked, same, off)
		}
	}
}

func abs(n int) int { return max(n, -n) }

// In the deepest water and the strongest current of a map the line lifts all heads but the heaviest: no lighter one is told
// there from what the unknowns do to heads that lie.
func TestLiftedOnAMap(t *testing.T) {
	if testing.Short() {
		t.Skip("a chart on the engine")
	}
	s := setup.Default()
	chart, err := Search{Bench: judge.Engine}.NewChart(s, "water.depth", "flow.speed", nil)
	if err != nil {
		t.Fatal(err)
	}
	heaviest, looked := slices.Max(s.Heads), 0
	err = chart.Run(t.Context(), func(c Cell) error {
		const deep, strong = 32, 32
		if c.X >= deep && c.Y >= strong && c.Size == 1 {
			if looked++; c.Mass != heaviest && c.Mass != 0 {
				t.Errorf("%g kg at %d, %d, %g sure", c.Mass, c.X, c.Y, c.Sure)
			}
		}
		return nil
	})
	if err != nil || looked < 40 {
		t.Errorf("%d cells, %v", looked, err)
	}
}

// Where no head does it not all are tried, and what is chosen is what the whole ladder has: over random waters on the engine,
// in a half of which the current runs hard.
func TestNoneIsSoonTold(t *testing.T) {
	if testing.Short() {
		t.Skip("whole ladders on the engine")
	}
	random := rand.New(rand.NewPCG(14, 8))
	between := func(low, high float64) float64 { return low + (high-low)*random.Float64() }
	none, tried, all := 0, 0, 0 // waters, and heads in these
	for n := range 50 {
		s := setup.Default()
		s.Approach.Kind = []string{setup.SlowFall, setup.HoldBottom, setup.LiftAndDrop, setup.Swim, setup.HoldBottom}[n%5]
		s.Water.Depth, s.Flow.Speed, s.Flow.Direction = between(1, 15), between(0, 1)*float64(n%2), between(0, 360)
		if n%5 == 4 {
			s.Cast.Drag = between(0.1, 0.5)
		}
		if n%3 == 0 {
			s.Approach.Ceiling = between(0.1, 0.4)
		}
		var heads sync.Map
		x := Search{Bench: judge.Bench{Try: func(ctx context.Context, c *trial.Case, q trial.Question) (trial.Result, error) {
			heads.Store(q.Mass, true)
			return judge.Engine.Try(ctx, c, q)
		}}}
		want := massOf(whole(t, x, s))
		heads.Clear()
		got, err := x.Pick(t.Context(), s)
		if err != nil || got != want {
			t.Errorf("%s, %.1f m, %.2f m/s from %.0f°: %g, of the whole ladder %g, %v", s.Approach.Kind, s.Water.Depth,
				s.Flow.Speed, s.Flow.Direction, got, want, err)
		}
		if want == 0 {
			none, all = none+1, all+len(s.Heads)
			heads.Range(func(any, any) bool { tried++; return true })
		}
	}
	if none < 5 || tried > 3*all/4 {
		t.Errorf("%d have none, told with %d heads of %d", none, tried, all)
	}
}
