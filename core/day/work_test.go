package day

import (
	"math"
	"slices"
	"strings"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/model"

	"dunvel/core/explore"
	"dunvel/core/judge/judgetest"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// onStandIn works a day out on the stand-in for the engine, with so many of each weight.
func onStandIn(t *testing.T, d *Day, owned func(mass float64) float64) (*Worked, []Hour) {
	t.Helper()
	var hours []Hour
	w, err := d.Work(t.Context(), Asked{
		Search: func(setup.Setup) explore.Search { return explore.Search{Bench: judgetest.Bench(nil)} },
		Owned:  func(_ setup.Setup, mass float64) float64 { return owned(mass) },

		FishFor: model.FishFor,
	}, func(h Hour) error { hours = append(hours, h); return nil })
	if err != nil {
		t.Fatal(err)
	}
	return w, hours
}

func holding() Plan {
	p := loch()
	s := &p.Spots[0].Setup
	s.Approach.Kind, s.Head.Hook = setup.HoldBottom, "#10"
	p.Spots[0].Charted = 10
	p.Spots[0].Flow.Flood, p.Spots[0].Flow.Ebb = almanac.Run{Spring: 0.4, Neap: 0.2, Direction: 0},
		almanac.Run{Spring: 0.3, Neap: 0.15, Direction: 180}
	return p
}

// Where the lightest head of a ladder does it, it is what every hour tells.
func TestLightestThroughTheDay(t *testing.T) {
	p := holding()
	p.Spots[0].Setup.Heads = []float64{100e-3, 140e-3}
	_, hours := onStandIn(t, opened(t, p), func(float64) float64 { return 2 })
	for _, h := range hours {
		if h.Pick != 100e-3 || h.Odds < 0.8 {
			t.Errorf("%g kg, %g at %s", h.Pick, h.Odds, h.Time)
		}
	}
}

// The pieces of a day follow each other without gaps, agree with the hours they are made of,
// and change with the tide; the heads on the rods are among those that are owned.
func TestWork(t *testing.T) {
	d := opened(t, holding())
	w, hours := onStandIn(t, d, func(float64) float64 { return 2 })
	from, to := d.Hours(0)
	if len(w.Pieces) < 3 || !w.Pieces[0].From.Equal(from) || !w.Pieces[len(w.Pieces)-1].To.Equal(to) {
		t.Fatalf("%+v", w.Pieces)
	}
	for i, p := range w.Pieces {
		if !p.To.After(p.From) || i > 0 && (!p.From.Equal(w.Pieces[i-1].To) || p.Mass == w.Pieces[i-1].Mass) {
			t.Errorf("%+v", p)
		}
		for _, h := range hours {
			if h.Time.After(p.From.Add(2*time.Minute)) && h.Time.Before(p.To.Add(-2*time.Minute)) &&
				(h.Pick != p.Mass || h.Odds < p.Low-1e-9 || h.Odds > p.High+1e-9) {
				t.Errorf("%+v in %+v", h, p)
			}
		}
	}
	if len(w.Heads) == 0 || len(w.Heads) > 2 || w.Covered > w.Best+1e-9 || w.Covered < 0.5 || len(w.Missing) != 0 {
		t.Errorf("%+v, %g of %g", w.Heads, w.Covered, w.Best)
	}
	sum := 0.0
	for _, h := range w.Heads {
		if sum += h.Hours; h.Take < 1 || h.Owned != 2 {
			t.Errorf("%+v", h)
		}
	}
	if math.Abs(sum-8*w.Covered) > 0.01 {
		t.Errorf("%g h of %g", sum, 8*w.Covered)
	}
	first := "The Sill: " + units.Choice{}.Show("mass", w.Fished[0].Mass) + " from 08:00, "
	for i, f := range w.Fished {
		if i > 0 && (!f.From.Equal(w.Fished[i-1].To) || f.Mass == w.Fished[i-1].Mass) || f.Mass != 0 &&
			!slices.ContainsFunc(w.Heads, func(h Taken) bool { return h.Mass == f.Mass }) {
			t.Errorf("%+v", w.Fished)
		}
	}
	if len(w.Words) != 2 || !strings.HasPrefix(w.Words[0], first) || !strings.HasSuffix(w.Words[0], ", until 16:00.") {
		t.Errorf("%q", w.Words)
	}

	// Of one weight alone in the box that is what is tied on, and the others are missing.
	lightest := w.Pieces[0].Mass
	for _, p := range w.Pieces {
		if p.Mass > 0 {
			lightest = min(lightest, p.Mass)
		}
	}
	one, _ := onStandIn(t, d, func(mass float64) float64 {
		if mass == lightest {
			return 1
		}
		return 0
	})
	if len(one.Heads) != 1 || one.Heads[0].Mass != lightest || one.Covered >= w.Covered {
		t.Errorf("%+v", one)
	}
	var missing []float64
	for _, p := range one.Pieces {
		if p.Mass > lightest {
			missing = append(missing, p.Mass)
		}
	}
	slices.Sort(missing)
	if missing = slices.Compact(missing); len(missing) == 0 || !slices.Equal(one.Missing, missing) {
		t.Errorf("%v kg are missing, not %v", one.Missing, missing)
	}
	if want := "On one rod: " + units.Percent(one.Covered) + " of the time, where more heads or rods would do it for " +
		units.Percent(one.Best) + "."; one.Words[1] != want {
		t.Errorf("%q, not %q", one.Words[1], want)
	}
}

// A tide that no head holds is told as such.
func TestNothingHolds(t *testing.T) {
	p := holding()
	p.Spots[0].Setup.Heads = []float64{0.4e-3}
	w, _ := onStandIn(t, opened(t, p), func(float64) float64 { return 1 })
	if !strings.Contains(w.Words[0], "nothing holds from") {
		t.Errorf("%q", w.Words)
	}
}

// One loss and less in nine days of ten where a half is expected, by Poisson's own table:
// e^-0.5 = 0.607, and 0.910 with one; e^-2 (1 + 2 + 2 + 4/3) = 0.857, and 0.947 with four.
func TestEnough(t *testing.T) {
	for expected, want := range map[float64]int{0: 0, 0.1: 0, 0.11: 1, 0.5: 1, 2: 4} {
		if got := enough(expected, 0.9); got != want {
			t.Errorf("of %g expected %d, not %d", expected, got, want)
		}
	}
}

// A head that fails for a few minutes between hours in which it does it is kept on; one that
// fails longer, or at the edge of a spot, is not.
func TestSteadied(t *testing.T) {
	at := func(spot int) Fished { return Fished{Spot: spot} }
	s := []Stretch{{1200, []float64{0.9, 0.9}}, {299, []float64{0.5, 0.95}}, {1200, []float64{0.85, 0.2}},
		{301, []float64{0.1, 0.9}}, {1200, []float64{0.9, 0.9}}, {100, []float64{0.2, 0.2}}, {100, []float64{0.9, 0.9}}}
	steadied(s, []Fished{at(0), at(0), at(0), at(0), at(0), at(0), at(1)})
	for i, want := range []float64{0.9, 0.85, 0.85, 0.1, 0.9, 0.2, 0.9} {
		if s[i].Sure[0] != want {
			t.Errorf("stretch %d: %g, not %g", i, s[i].Sure[0], want)
		}
	}
	if s[1].Sure[1] != 0.95 {
		t.Errorf("what does it is taken down to %g", s[1].Sure[1])
	}
	// Of heads that do it those of more than twice the weight of the pick do not suit.
	h := explore.Hour{Pick: 0, Sure: []float64{0.8, 0.9, 0.95}}
	if got := suiting(h, []float64{0.005, 0.01, 0.0101}); !slices.Equal(got, []float64{0.8, 0.9, 0}) ||
		h.Sure[2] != 0.95 {
		t.Errorf("%v of %v", got, h.Sure)
	}
}
