package explore

import (
	"math"
	"sync/atomic"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

func headOf(mass float64) *judge.Head { return &judge.Head{Result: trial.Result{Mass: mass}} }

// A head that is known stands for itself; one between or next to two is made of those by the logarithms of
// their masses; one that is far off is not told.
func TestSharesOf(t *testing.T) {
	known := []*judge.Head{headOf(2e-3), headOf(4e-3)}
	for mass, want := range map[float64][]float64{
		2e-3: {1}, 4e-3: {1}, 8e-3: {-1, 2}, 1e-3: {2, -1}, 2e-3 * math.Sqrt2: {0.5, 0.5},
		9.8e-3: {-1.2928, 2.2928}, 9.9e-3: nil, 0.82e-3: {2.2863, -1.2863}, 0.8e-3: nil,
	} {
		got := sharesOf(known, mass)
		if len(got) != len(want) {
			t.Errorf("%g kg: %+v", mass, got)
			continue
		}
		for i := range got {
			if math.Abs(got[i].Of-want[i]) > 1e-3 {
				t.Errorf("%g kg: share %d is %g, not %g", mass, i, got[i].Of, want[i])
			}
		}
	}
	if got := sharesOf(known[:1], 3e-3); got != nil {
		t.Errorf("by one head alone: %+v", got)
	}
}

// A place counts the cells around it by how near they are in ratios, and all of them make one.
func TestWeights(t *testing.T) {
	chart, err := still(nil).NewChart(water(func(*setup.Setup) {}), "water.depth", "wind.speed", nil)
	if err != nil {
		t.Fatal(err)
	}
	cell := func(x, y int) worked { return worked{Cell: Cell{X: x, Y: y}} }
	square := [4]worked{cell(0, 0), cell(8, 0), cell(0, 8), cell(8, 8)}
	for _, at := range []place{{0, 0}, {8, 0}, {4, 4}, {2, 6}, {8, 8}} {
		w := chart.weights(at, square)
		if sum := w[0] + w[1] + w[2] + w[3]; math.Abs(sum-1) > 1e-12 {
			t.Errorf("%v: they come to %g", at, sum)
		}
		right, s := w[1]+w[3], func(x int) float64 { return chart.site(place{x, 0})[0] }
		if want := (s(at.x) - s(0)) / (s(8) - s(0)); math.Abs(right-want) > 1e-12 {
			t.Errorf("%v: %g of it is the right, not %g", at, right, want)
		}
	}
	if w := chart.weights(place{4, 4}, square); !(w[1]+w[3] > 0.6) {
		t.Errorf("half way from shallow to deep is as deep as what is deep by ratios: %v", w)
	}
	if w := chart.weights(place{4, 3}, [4]worked{cell(4, 3), cell(4, 3), cell(4, 3), cell(4, 3)}); w != [4]float64{1} {
		t.Errorf("itself: %v", w)
	}
}

// A mixed head whose chance is far from what is wanted is not tried, the farther the wider apart the places
// are that it is mixed from.
func TestClear(t *testing.T) {
	chart, err := still(nil).NewChart(water(func(*setup.Setup) {}), "water.depth", "wind.speed", nil)
	if err != nil {
		t.Fatal(err)
	}
	wanted := chart.setup.Approach.Sure
	var mixed []*judge.Head
	for _, off := range []float64{-0.11, -0.09, -0.06, -0.04, 0.04, 0.06, 0.11} {
		h := headOf(1e-3 * (1 + off))
		h.Sure = wanted + off
		mixed = append(mixed, h)
	}
	for size, want := range map[int][]int{2: {0, 1, 2, 5, 6}, 4: {0, 6}, 8: nil} {
		got := chart.clear(mixed, size)
		if len(got) != len(want) {
			t.Errorf("size %d: %d are clear, not %d", size, len(got), len(want))
			continue
		}
		for i, k := range want {
			if got[i] != mixed[k] {
				t.Errorf("size %d: %g sure is clear", size, got[i].Sure)
			}
		}
	}
}

// A head is told from heads on both sides of its mass, or from beyond those that are known at a place, or in part.
func TestHowAHeadIsMixed(t *testing.T) {
	chart, err := still(nil).NewChart(water(func(*setup.Setup) {}), "water.depth", "wind.speed", nil)
	if err != nil {
		t.Fatal(err)
	}
	here, err := chart.situate(place{16, 16})
	if err != nil {
		t.Fatal(err)
	}
	corner := func(masses ...float64) (out worked) {
		for _, mass := range masses {
			h, err := chart.search.Bench.Judge(t.Context(), here, mass)
			if err != nil {
				t.Fatal(err)
			}
			out.heads = append(out.heads, h)
		}
		out.known = pointers(out.heads)
		return out
	}
	light, heavy := corner(2e-3, 4e-3), corner(4e-3, 8e-3)
	corners := [4]worked{light, light, heavy, corner(4e-3, 8e-3, 30e-3)}
	for mass, want := range map[float64]telling{2e-3: beyond, 4e-3: within, 8e-3: beyond, 30e-3: inPart} {
		if _, how := mixed(here, mass, &corners, [4]float64{0.25, 0.25, 0.25, 0.25}); how != want {
			t.Errorf("%g g: told in way %d, not %d", 1e3*mass, how, want)
		}
	}
	if corners[0].has(3e-3) != nil || corners[0].has(4e-3) != &corners[0].heads[1] {
		t.Error("a cell has the heads that it has")
	}
	if _, how := mixed(here, 8e-3, &corners, [4]float64{0, 0, 0.5, 0.5}); how != within {
		t.Errorf("places that do not count: %d", how)
	}
}

// The mean of chances is good enough where they are near to one another, or all far from what is wanted on one side.
func TestAlike(t *testing.T) {
	for _, tt := range []struct {
		sure []float64
		want bool
	}{
		{[]float64{0.78, 0.829}, true}, {[]float64{0.78, 0.831}, false}, {[]float64{0.851, 1}, true},
		{[]float64{0.849, 1}, false}, {[]float64{0, 0.749}, true}, {[]float64{0, 0.751}, false},
		{[]float64{0.9, 0.7, 0.9}, false},
	} {
		var same []*judge.Head
		for _, sure := range tt.sure {
			same = append(same, &judge.Head{Sure: sure})
		}
		if got := alike(same, 0.8); got != tt.want {
			t.Errorf("%v: %t", tt.sure, got)
		}
	}
}

// Where none swims at about the wanted speed, a head that does at its own is looked at like one that was next to it, and
// a cell between takes it from the nearest; from one where a head does it as wanted it takes none.
func TestAtItsOwnSpeedOnAMap(t *testing.T) {
	var tried atomic.Int64
	s := water(func(s *setup.Setup) {
		s.Approach.Kind, s.Approach.Speed, s.Heads = setup.Swim, 0.3, []float64{8e-3, 16e-3}
	})
	chart, err := still(&tried).NewChart(s, "water.depth", "cast.distance", nil)
	if err != nil {
		t.Fatal(err)
	}
	work := func(at place) (worked, int64) {
		before := tried.Load()
		w, err := chart.workOut(t.Context(), at, 8e-3, worked{}, chartCoarse)
		if err != nil {
			t.Fatal(err)
		}
		w.X, w.Y = at.x, at.y
		return w, tried.Load() - before
	}
	one, first := work(place{16, 16})
	if one.Mass != 8e-3 || math.Abs(one.speed-0.25*math.Sqrt(8)) > 1e-9 {
		t.Fatalf("%g kg at %g m/s", one.Mass, one.speed)
	}
	chart.known.Learn()
	other, second := work(place{24, 16})
	if other.Mass != 8e-3 || other.speed == 0 || second > first/3 {
		t.Errorf("%g kg at %g m/s after %d tries, %d before", other.Mass, other.speed, second, first)
	}
	one.heads, one.known = nil, nil // none is told here
	none := worked{Cell: Cell{X: 24, Y: 16}}
	for _, tt := range []struct {
		at   place
		want worked
	}{{place{17, 16}, one}, {place{23, 16}, none}} {
		got, err := chart.between(tt.at, [4]worked{one, none, one, none})
		if err != nil || got.Mass != tt.want.Mass || got.Sure != tt.want.Sure || got.speed != tt.want.speed {
			t.Errorf("%v: %g kg at %g m/s, not %g at %g; %v", tt.at, got.Mass, got.speed, tt.want.Mass, tt.want.speed, err)
		}
	}
}

// On the finest level a head that is told from some of the cells around stays as it is mixed; on a coarser one it is
// judged on its own.
func TestNotAloneOnTheFinestLevel(t *testing.T) {
	var tried atomic.Int64
	s := water(func(s *setup.Setup) { s.Heads = []float64{8e-3, 16e-3} })
	mixed := worked{heads: []judge.Head{{Result: trial.Result{Mass: 8e-3}, Sure: 0.81, Verdict: judge.Does},
		{Result: trial.Result{Mass: 16e-3}, Sure: 0.82, Verdict: judge.Does}}}
	for size, alone := range map[int]bool{chartFine: false, 2 * chartFine: true} {
		chart, err := still(&tried).NewChart(s, "water.depth", "wind.speed", nil)
		if err != nil {
			t.Fatal(err)
		}
		before := tried.Load()
		w, err := chart.workOut(t.Context(), place{6, 6}, 8e-3, mixed, size)
		if err != nil {
			t.Fatal(err)
		}
		if n := tried.Load() - before; (n > 0) != alone || (w.Sure == 0.81) == alone {
			t.Errorf("size %d: %d tries, %g sure", size, n, w.Sure)
		}
	}
}

// A place begins amid the heads that are picked around it, or amid those that come closest where none is.
func TestAmidWhatIsPickedAround(t *testing.T) {
	c := &Charting{masses: []float64{1, 2, 3, 5, 8}}
	cell := func(mass, closest float64) worked { return worked{Cell: Cell{Mass: mass}, closest: closest} }
	for _, tt := range []struct {
		corners [4]worked
		want    float64
	}{
		{[4]worked{cell(1, 1), cell(2, 2), cell(3, 3), cell(5, 5)}, 3},
		{[4]worked{cell(1, 1), cell(0, 8), cell(0, 8), cell(0, 8)}, 1},
		{[4]worked{cell(0, 8), cell(0, 8), cell(0, 5), {}}, 8},
		{[4]worked{cell(0, 1), cell(0, 1), cell(0, 2), cell(0, 1)}, 1},
		{[4]worked{}, 0},
	} {
		if got := c.amid(tt.corners); got != tt.want {
			t.Errorf("%v: %g, not %g", tt.corners, got, tt.want)
		}
	}
}
