package trial

import (
	"math"
	"slices"
	"testing"

	"dunvel/core/judgement"
	"dunvel/core/setup"
)

// hovering is a case in which a bait hovers from 3 m on in a band of 1 m.
func hovering(t *testing.T, change func(*setup.Setup)) *Case {
	t.Helper()
	return situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Target.Depth, s.Target.Band = setup.Hover, 30, 3, 1
		change(s)
	})
}

// The band goes from a little over the depth that is wanted to as far below it as it is thick.
func TestHoverBand(t *testing.T) {
	top, bottom := hovering(t, func(s *setup.Setup) { s.Target.Band = 1.5 }).HoverBand()
	if math.Abs(top-(3-1.5*judgement.HoverSlack.Number)) > 1e-12 || bottom != 4.5 {
		t.Errorf("from %g to %g m", top, bottom)
	}
}

// A bait is looked at for as long as it is to stay, and shown for a quarter of a minute or as long as that.
func TestHoverIsLookedAtForAsLongAsItIsToStay(t *testing.T) {
	for stays, want := range map[float64][2]int{4: {5, 16}, 10: {11, 16}, 9.5: {11, 16}, 20: {21, 21}} {
		c := hovering(t, func(s *setup.Setup) { s.Approach.Stays = stays })
		h := tried(t, c, Question{Mass: 3.5e-3}).Hover
		if got := [2]int{len(h.Slow), len(h.Suits)}; got != want || len(h.Fast) != want[0] {
			t.Errorf("to stay %g s: looked at at %d moments and shown at %d, not %d", stays, got[0], got[1], want)
		}
	}
}

// What falls through the band is followed for a quarter of the band more and goes on as it went: about as deep as one that is
// followed to the end, as its band is thicker.
func TestHoverGoesOnAsItFell(t *testing.T) {
	slowly := func(band float64) []float64 {
		c := hovering(t, func(s *setup.Setup) { s.Target.Band = band })
		return tried(t, c, Question{Mass: 40e-3}).Hover.Slow
	}
	soon, whole := slowly(1), slowly(20)
	if last := len(soon) - 1; soon[last] < 7 || math.Abs(soon[last]-whole[last]) > 0.25*(whole[last]-3) {
		t.Errorf("%.2f m deep at last, and %.2f where it is followed", soon[last], whole[last])
	}
}

// On a level bed below its band a bait stays where it lies.
func TestHoverEndsOnTheBed(t *testing.T) {
	c := hovering(t, func(s *setup.Setup) { s.Water.Depth = 4.5 })
	h := tried(t, c, Question{Mass: 40e-3}).Hover
	for _, depths := range [][]float64{h.Slow, h.Suits} {
		if deepest := slices.Max(depths); math.Abs(deepest-4.5) > 0.02 || depths[len(depths)-1] < 4.45 {
			t.Errorf("over 4.5 m it is at %.2f", depths)
		}
	}
}
