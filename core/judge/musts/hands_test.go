package musts

import (
	"math"
	"slices"
	"testing"

	"dunvel/core/setup"
)

// Where twice as much has to be told, line has to run off half as fast again after the touch, or the
// pull be twice what is felt.
func TestToldTwice(t *testing.T) {
	c, r := asked(t, func(s *setup.Setup) { s.Approach.Kind = setup.HoldBottom })
	r[ReadKeeps], r[ReadFelt] = LogOf(0.5), LogOf(0.1)
	for times, want := range map[float64]float64{1: 0, 1.5: 0.5, 2: 0.95} { // 1 - 0.1/2 is less than 0.5/0.25 - 1
		if got := Of(Told).Miss(c, r, times); math.Abs(got-want) > 1e-9 {
			t.Errorf("%g times: %g, not %g", times, got, want)
		}
	}
}

// The slowest hand, the fastest and those between are looked at for how long they keep a bait in the band.
func TestEveryHandIsLookedAt(t *testing.T) {
	c, _ := asked(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Target.Depth, s.Target.Band, s.Water.Depth = setup.Hover, 3, 0.2, 11
	})
	top, bottom := c.HoverBand()
	middle := (top + bottom) / 2
	at := func(slow, fast float64) ([]float64, []float64) {
		return slices.Repeat([]float64{slow}, 10), slices.Repeat([]float64{fast}, 10)
	}
	for name, hands := range map[string][2]float64{
		"the fastest": {middle + 6, middle}, "the slowest": {middle, middle - 6}, "between": {middle + 1, middle - 1},
	} {
		slow, fast := at(hands[0], hands[1])
		if got := stays(c, slow, fast); got != 9 {
			t.Errorf("%s keeps it for %g s of 9", name, got)
		}
	}
	slow, fast := at(middle+6, middle+5)
	if got := stays(c, slow, fast); got > 1 {
		t.Errorf("none keeps it: %g s", got)
	}
}

// What falls through its band in half as long as it is to stay, with the slowest hand and the fastest, would stay longer were
// it lighter; what rises out of it so were it heavier. What stays for longer tells nothing, nor what falls with one hand alone.
func TestWhichHeadsHoverBetter(t *testing.T) {
	c, _ := asked(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Target.Depth, s.Target.Band, s.Water.Depth, s.Approach.Stays = setup.Hover, 3, 1, 11, 10
	})
	// way is 3.5 m deep up to a second, and at another depth from there on.
	way := func(second int, deep float64) []float64 {
		return append(slices.Repeat([]float64{3.5}, second), slices.Repeat([]float64{deep}, 11-second)...)
	}
	for name, tt := range map[string]struct {
		slow, fast []float64
		want       Weight
	}{
		"falls at half":                {way(5, 4.01), way(5, 4.01), Lighter},
		"falls later":                  {way(5, 4.01), way(6, 4.01), Neither},
		"stays at the bottom":          {way(5, 3.99), way(5, 3.99), Neither},
		"rises at half":                {way(5, 2), way(5, 2), Heavier},
		"rises later":                  {way(6, 2), way(5, 2), Neither},
		"falls or rises":               {way(2, 5), way(2, 2), Neither},
		"rises first, and falls later": {append(way(1, 2)[:2], way(2, 5)[2:]...), way(1, 2), Heavier},
	} {
		r := make(Reading, ReadTrack).withTrack(11, tt.slow, tt.fast)
		if got := Better(c, Hovers, r); got != tt.want {
			t.Errorf("%s: %d, not %d", name, got, tt.want)
		}
	}
	if got := Better(c, InTime, nil); got != Heavier {
		t.Errorf("in time: %d", got)
	}
}
