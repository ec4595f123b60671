package judge_test

import (
	"context"
	"maps"
	"math"
	"math/rand/v2"
	"slices"
	"sync"
	"testing"

	"dunvel/core/catalogue"
	"dunvel/core/judge"
	"dunvel/core/judge/judgetest"
	"dunvel/core/judge/musts"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/stage"
	"dunvel/core/trial"

	"gonum.org/v1/gonum/stat/distuv"
)

// looks are the sides of an unknown that were looked at, and how.
type looks struct {
	up, down int
	fallen   bool // as it had fallen
	waves    trial.Waves
}

// Of a head that is left in a swell more and less is looked at of the wind, the line, the bait that falls and the grip of the
// bed; before the bed what the line does as it did, where it is worked there, and what waves do but for the current. Of others one
// side is.
func TestSidesInASwell(t *testing.T) {
	const mass = 0.008
	left := map[string]looks{
		"current": {1, 0, false, trial.Glimpsed}, "wind": {1, 1, false, trial.AsBefore}, "across": {1, 1, true, trial.Glimpsed},
		"fall": {1, 1, false, trial.Glimpsed}, "grip": {1, 1, true, trial.Glimpsed},
	}
	fallen := maps.Clone(left)
	fallen["across"] = looks{1, 1, false, trial.Glimpsed}
	other := map[string]looks{
		"current": {1, 0, false, trial.Glimpsed}, "wind": {1, 0, false, trial.Glimpsed}, "across": {1, 0, false, trial.Glimpsed},
		"fall": {1, 0, false, trial.Glimpsed}, "grip": {1, 0, false, trial.Glimpsed},
	}
	for name, water := range map[string]struct {
		change func(s *setup.Setup)
		want   map[string]looks
	}{
		"left":    {func(s *setup.Setup) { s.Approach.Kind = setup.HoldBottom }, left},
		"fallen":  {func(s *setup.Setup) { s.Approach.Kind = setup.SlowFall }, fallen},
		"lifted":  {func(s *setup.Setup) { s.Approach.Kind = setup.LiftAndDrop }, left},
		"dragged": {func(s *setup.Setup) { s.Approach.Kind, s.Cast.Drag = setup.HoldBottom, 0.2 }, other},
	} {
		c := situate(t, func(s *setup.Setup) {
			s.Water.Depth, s.Flow.Speed, s.Wind.Speed, s.Hand.Rod = 3, 0.15, 3, setup.RodHeld
			s.Swell.Height, s.Swell.Period = 0.3, 8
			water.change(s)
		})
		got, all, stand := map[string]looks{}, sync.Mutex{}, judgetest.Bench(nil)
		b := judge.Bench{Try: func(ctx context.Context, moved *trial.Case, q trial.Question) (trial.Result, error) {
			as, is := c.Setup, moved.Setup
			for unknown, by := range map[string]float64{
				"current": is.Flow.Speed - as.Flow.Speed, "wind": is.Wind.Speed - as.Wind.Speed, "across": moved.Tuning.Across - 1,
				"fall": moved.Tuning.Fall - 1, "grip": moved.Tuning.Friction - 1,
			} {
				if by == 0 {
					continue
				}
				if q.Near == nil || q.Near.Snags != float64(q.Phase) {
					t.Errorf("the %s is compared with another moment than %d", unknown, q.Phase)
				}
				all.Lock()
				l := got[unknown]
				if l.fallen, l.waves = q.SameFall, q.Waves; by > 0 {
					l.up++
				} else {
					l.down++
				}
				got[unknown] = l
				all.Unlock()
			}
			r, err := stand.Try(ctx, moved, q)
			r.Rest.Walk, r.Snags = c.MayWalk()/2, float64(q.Phase) // by which its moment is known
			return r, err
		}}
		if _, err := b.Judge(t.Context(), c, mass); err != nil {
			t.Fatal(err)
		}
		if len(got) != len(water.want) {
			t.Errorf("%s: looked at %+v", name, got)
		}
		for unknown, want := range water.want {
			if got[unknown] != want {
				t.Errorf("%s: of the %s %+v, not %+v", name, unknown, got[unknown], want)
			}
		}
	}
}

// Waves carry a head the farther the less the bed grips it: a chance that they carry it no farther than they may is that of grip.
func TestWalksLessWhereItIsGripped(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Swell.Height, s.Swell.Period = setup.HoldBottom, 3, 0.3, 8
	})
	stand := judgetest.Bench(nil)
	for _, walk := range []float64{0.7, 0.9, 1.1, 1.4} { // of what it may
		h, err := judge.Bench{Try: func(ctx context.Context, moved *trial.Case, q trial.Question) (trial.Result, error) {
			r, err := stand.Try(ctx, moved, q)
			r.Rest.Walk = walk * c.MayWalk()
			return r, err
		}}.Judge(t.Context(), c, 0.02)
		if err != nil {
			t.Fatal(err)
		}
		grip := spread.LogSD(catalogue.Beds[c.Setup.Water.Bed].Friction.Spread)
		want := distuv.UnitNormal.CDF(-math.Log(walk) / (1.5 * grip))
		i := slices.IndexFunc(h.Misses, func(m judge.Miss) bool { return m.Must == musts.Walks })
		if got := h.Misses[i].Met; math.Abs(got-want) > 0.03 {
			t.Errorf("one that walks %g of what it may: %.3f sure to walk no farther, not %.3f", walk, got, want)
		}
	}
}

// On the engine heads that walk about as far as they may walk farther with less grip, by about its power of 1.5.
func TestWalksAgainstGrip(t *testing.T) {
	if testing.Short() {
		t.Skip("some hundred runs of the engine")
	}
	random := rand.New(rand.NewPCG(14, 9))
	const less = 0.75 // grip
	heads, farther := 0, 0.0
	for heads < 60 {
		c, mass := anySea(t, random)
		tuned := stage.AsTaken
		tuned.Friction = less
		slippery, err := c.Moved(c.Setup, tuned)
		if err != nil {
			t.Fatal(err)
		}
		walk := func(c *trial.Case) float64 {
			mean := 0.0
			for phase := range c.Phases() {
				r, err := c.Try(t.Context(), trial.Question{Mass: mass, Handling: c.Handlings()[0], Phase: phase})
				if err != nil {
					t.Fatal(err)
				}
				mean += math.Log(max(r.Rest.Walk, 0.01)) / float64(c.Phases())
			}
			return mean
		}
		as := walk(c)
		if off := math.Abs(as - math.Log(c.MayWalk())); off > 1.5 {
			continue
		}
		heads++
		farther += min(max(walk(slippery)-as, -1.5), 1.5) // by more none is taken to
	}
	power := -farther / float64(heads) / math.Log(less)
	if power < 1.2 || power > 1.9 {
		t.Errorf("%d heads walk as the grip to the power of %.2f", heads, -power)
	}
}
