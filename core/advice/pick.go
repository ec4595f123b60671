package advice

import (
	"slices"

	"dunvel/core/setup"
)

// lightest is whether the lightest head that does it is the one to tie on.
func (at *situation) lightest() bool {
	a := at.setup.Approach
	holding := a.Kind == setup.HoldBottom && at.onBed
	middle := a.Kind == setup.Swim && a.BandLow > 0
	return !middle && (a.Leaning == setup.JustEnough || a.Leaning == setup.Usual && !holding)
}

// pick returns the index of the lightest head that does it, and of the one to
// tie on: the one nearest to the middle of the band where the bait is to swim
// clear of the bed, and otherwise what the angler leans to. Both are -1 where
// none does it.
func (at *situation) pick(heads []Head) (least, preferred int) {
	does := func(h Head) bool { return h.Verdict == Does }
	least = slices.IndexFunc(heads, does)
	if least < 0 {
		return -1, -1
	}
	preferred = least
	switch a := at.setup.Approach; {
	case at.lightest():
	case a.Kind == setup.Swim && a.BandLow > 0:
		for i, h := range heads {
			if does(h) && at.offMiddle(h) < at.offMiddle(heads[preferred]) {
				preferred = i
			}
		}
	case a.Leaning == setup.Heavy:
		for i, h := range heads {
			if does(h) {
				preferred = i
			}
		}
	default:
		if next := slices.IndexFunc(heads[least+1:], does); next >= 0 {
			preferred = least + 1 + next
		}
	}
	return least, preferred
}

// closest is the index of the head that comes closest where none does it: the
// most likely one, or the one that lacks least where none is likely at all.
func (at *situation) closest(heads []Head) int {
	best := len(heads) - 1
	for i, h := range heads {
		b := heads[best]
		if h.Sure > b.Sure+0.005 || b.Sure < 0.01 && h.short < b.short {
			best = i
		}
	}
	return best
}
