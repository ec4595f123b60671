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
	top, bottom := HoverBand(c)
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
