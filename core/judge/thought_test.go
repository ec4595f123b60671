package judge

import (
	"context"
	"math"
	"sync"
	"testing"

	"dunvel/core/judge/musts"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// What no fall is run for is thought of: a bed that is deeper by a share is come to later by as much, at the same speed, and what
// weighs more falls faster by the root of it. A depth that is aimed at is come to as soon, and what is of no fall changes none.
func TestThought(t *testing.T) {
	const mass, sd, z = 5e-3, 0.05, 1.1
	deeper := z * spread.LogSD(sd)
	for name, tt := range map[string]struct {
		change  func(*setup.Setup)
		unknown Unknown
		time    float64
	}{
		"a deeper bed":            {func(s *setup.Setup) { s.Approach.Kind = setup.SlowFall }, Depth, deeper},
		"a deeper bed, swum over": {func(s *setup.Setup) { s.Approach.Kind = setup.Swim }, Depth, 0},
		"a bed under a hover": {func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Target.Depth = setup.Hover, 9, 3
		}, Depth, 0},
	} {
		c := caseOf(t, tt.change)
		for i := range unknowns {
			if u := &unknowns[i]; u.name == tt.unknown {
				r := make(musts.Reading, musts.ReadTrack)
				u.thought(c, mass, sd, z, r)
				if math.Abs(r[musts.ReadTime]-tt.time) > 1e-12 || r[musts.ReadLate] != r[musts.ReadTime] || r[musts.ReadSpeed] != 0 {
					t.Errorf("%s: %v", name, r)
				}
			}
		}
	}
	c := caseOf(t, func(*setup.Setup) {})
	_, lure, err := c.Rig(mass)
	if err != nil {
		t.Fatal(err)
	}
	for z, weighs := range map[float64]float64{
		1: lure.WeightInWater + lure.WeightSpread, -2: lure.WeightInWater - 2*lure.WeightSpread,
		-1e9: 1e-6 * lure.WeightInWater, // as good as nothing
	} {
		faster := math.Log(weighs/lure.WeightInWater) / 2
		if time, speed := fallsHeavier(c, mass, 1, z); math.Abs(time+faster) > 1e-9 ||
			math.Abs(speed-faster) > 1e-9 {
			t.Errorf("%g spreads heavier: by %g and %g, not %g", z, time, speed, faster)
		}
	}
}

func caseOf(t *testing.T, change func(*setup.Setup)) *trial.Case {
	t.Helper()
	s := setup.Default()
	change(&s)
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	return c
}

// Each unknown of which something can be thought moves the time of a fall, whether it is tried, tried from the bed on, or left
// out as it decides nothing; and what is tried goes by that.
func TestThoughtWhereNotTried(t *testing.T) {
	for name, tt := range map[string]struct {
		patience float64 // s, of a fall of 10 s
		tries    bool
	}{"it is safe": {1000, false}, "it is in doubt": {10 / judgement.WaitGrace.Number, true}} {
		c := caseOf(t, func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Approach.Wait = setup.HoldBottom, 6, tt.patience
			s.Flow.Speed = 0.2
		})
		var mu sync.Mutex
		tried := map[float64]bool{}
		b := Bench{Try: func(_ context.Context, moved *trial.Case, q trial.Question) (trial.Result, error) {
			mu.Lock()
			defer mu.Unlock()
			tried[moved.Setup.Water.Depth] = tried[moved.Setup.Water.Depth] || !q.SameFall
			r := reached(q, 20.1)
			r.Fall.Time *= moved.Setup.Flow.Speed / 0.2
			r.Rest.Margin, r.Rest.Grip, r.Rest.Grips, r.Feel.Pull = 0.5, 0.9, 1, 1
			return r, nil
		}}
		h, err := b.Judge(t.Context(), c, 5e-3)
		if err != nil {
			t.Fatal(err)
		}
		deeper := c.Setup.Water.Depth * spread.Factor(spreads(c)[slot(Depth)], spread.Reach)
		if h.doubts == nil || tried[deeper] != tt.tries {
			t.Fatalf("%s: with other depths %v", name, tried)
		}
		for _, u := range []Unknown{Depth, Weight} {
			by := h.doubts.shifts[slot(u)].Up
			if by == nil || (by[musts.ReadTime] != 0) == tt.tries { // the stand-in falls alike
				t.Errorf("%s: %s moves it by %v", name, u, by)
			}
		}
	}
}

// slot is the place of an unknown.
func slot(name Unknown) int {
	for i, u := range unknowns {
		if u.name == name {
			return i
		}
	}
	return -1
}
