package advice

import (
	"fmt"
	"slices"

	"dunvel/core/setup"
	"dunvel/core/tackle"
)

// cap lowers the verdict of a head to verdict, for the reason, if it is better.
func (h *Head) cap(verdict Verdict, reason string) {
	if order[verdict] < order[h.Verdict] {
		h.Verdict, h.Reason = verdict, reason
	}
}

// order of the verdicts, the best the highest.
var order = map[Verdict]int{No: 0, Perhaps: 1, Does: 2}

// crossLimits applies what holds for every approach: the rod's window of mass, and a
// ceiling on the speed of the fall.
func (at *situation) crossLimits(h *Head, lure tackle.Lure) {
	rod := at.setup.Rod
	if rod.Most > 0 && lure.Mass > rod.Most {
		h.cap(worse(lure.Mass/rod.Most-1), fmt.Sprintf("weighs %s with hook and bait, the rod casts up to %s", at.mass(lure.Mass), at.mass(rod.Most)))
	}
	if rod.Least > 0 && lure.Mass < rod.Least {
		h.cap(worse(1-lure.Mass/rod.Least), fmt.Sprintf("weighs only %s with hook and bait, the rod casts from %s", at.mass(lure.Mass), at.mass(rod.Least)))
	}
	if most := at.setup.Approach.Ceiling; most > 0 && h.Fall.Speed > most {
		h.cap(worse(h.Fall.Speed/most-1), fmt.Sprintf("falls at %s, you want %s at most", at.show.Show("speed", h.Fall.Speed), at.show.Show("speed", most)))
	}
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
	case a.Leaning == setup.WithMargin || a.Leaning == setup.Usual && a.Kind == setup.HoldBottom && at.onBed:
		if next := slices.IndexFunc(heads[least+1:], does); next >= 0 {
			preferred = least + 1 + next
		}
	}
	return least, preferred
}

// closest is the index of the head that comes closest where none does it: by
// what the school goes by, else the lightest perhaps, or the heaviest.
func (at *situation) closest(heads []Head) int {
	best := len(heads) - 1
	closeness := at.school().closest
	for i, h := range heads {
		if closeness != nil {
			if closeness(at, h) > closeness(at, heads[best]) {
				best = i
			}
		} else if h.Verdict == Perhaps {
			return i
		}
	}
	return best
}
