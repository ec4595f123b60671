package known

import (
	"math"
	"sync/atomic"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/judge/judgetest"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// along is a line of depths, by which places differ.
type along struct {
	*testing.T
	*Heads
	tried atomic.Int64
}

func lineOf(t *testing.T) *along {
	a := &along{T: t}
	a.Heads = New(judgetest.Bench(&a.tried), 10, math.Inf(1))
	return a
}

// by judges a head of 8 g at a depth in m, and tells how many tries that took.
func (a *along) by(way func(Site) judge.Judging, depth float64) (judge.Head, int64) {
	a.Helper()
	s := setup.Default()
	s.Head.Hook, s.Approach.Kind, s.Water.Depth, s.Flow.Speed = "#10", setup.LiftAndDrop, depth, 0.6
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		a.Fatal(err)
	}
	before := a.tried.Load()
	h, err := way(Site{depth})(a.Context(), c, 8e-3)
	if err != nil {
		a.Fatal(err)
	}
	return h, a.tried.Load() - before
}

// Between two places at which a head was seen it is told without a try, as it is where it is tried; beyond them it
// is tried, and seen there from then on. Where it was seen it is what it was.
func TestBetween(t *testing.T) {
	a := lineOf(t)
	if _, n := a.by(a.Between, 5); n < 8 {
		t.Fatalf("%d tries where nothing is known", n)
	}
	far, n := a.by(a.Between, 6)
	if n == 0 || n > 3 {
		t.Fatalf("%d tries beyond what was seen", n)
	}
	if again, n := a.by(a.Between, 6); n != 0 || again.Sure != far.Sure {
		t.Errorf("%d tries where it was seen, %g sure, not %g", n, again.Sure, far.Sure)
	}
	got, n := a.by(a.Between, 5.5)
	other := lineOf(t)
	own, _ := other.by(other.Alone, 5.5)
	if n != 0 || math.Abs(got.Sure-own.Sure) > 0.03 || !(got.Sure > far.Sure+0.03) {
		t.Errorf("%d tries between, %g sure, not %g as on its own and more than %g", n, got.Sure, own.Sure, far.Sure)
	}
	if _, n := a.by(a.Between, 6.5); n == 0 {
		t.Error("no try beyond")
	}
	// Seen is tried, wherever it is.
	if _, n := a.by(a.Seen, 5.6); n == 0 {
		t.Error("no try where it is to be seen")
	}
	below, above := a.beside(Site{5.55}, 8e-3)
	if below.at != (Site{5}) || above.at != (Site{5.6}) {
		t.Errorf("seen at %v and %v", below.at, above.at)
	}
	if _, above := a.beside(Site{7}, 8e-3); above.head != nil {
		t.Errorf("seen beyond all at %v", above.at)
	}
}

// A head that was judged on its own a little way off is not judged so again, farther off it is, and so it is where
// not every unknown was looked at.
func TestNearly(t *testing.T) {
	a := lineOf(t)
	first, alone := a.by(a.Nearly, 5)
	if alone < 8 || !first.Thorough() {
		t.Fatalf("%d tries on its own", alone)
	}
	for _, tt := range []struct {
		depth float64
		alone bool
	}{{5, false}, {5.3, false}, {5.8, true}, {6.1, false}, {4.75, false}, {4.4, true}} {
		if _, n := a.by(a.Nearly, tt.depth); (n >= 8) != tt.alone {
			t.Errorf("%d tries at %g m", n, tt.depth)
		}
	}
	if heads := a.thorough(7e-3); len(heads) != 0 {
		t.Errorf("%d heads of a mass that was not judged", len(heads))
	}
}
