package advice

import (
	"fmt"
	"sort"

	"dunvel/core/rig"
)

// lift works out the time back to the bed.
func (at *situation) lift(_ *rig.Rig, h *Head) error {
	h.Back = at.back(h.Fall)
	return nil
}

// back is the time in s that a bait lifted off the bed takes back to it on a
// line that gives freely: what the same height took it at the end of its fall.
func (at *situation) back(f Fall) float64 {
	height := func(i int) float64 { return f.Path[i].Z - f.Landing.Z }
	lift := at.setup.Approach.Lift
	i := sort.Search(len(f.Path), func(i int) bool { return height(i) < lift })
	if i == 0 || i == len(f.Path) {
		return f.Time
	}
	share := (height(i-1) - lift) / (height(i-1) - height(i))
	return f.Time - (f.Path[i-1].Time + share*(f.Path[i].Time-f.Path[i-1].Time))
}

// judgeLift: back on the bed in the time wanted, and staying there between
// lifts; reached as a fall is.
func (at *situation) judgeLift(h *Head) {
	a, c := at.setup.Approach, h.Contact
	switch {
	case c.Margin <= 0:
		at.judgeHold(h) // which says what lifts it
	case h.Back > a.BackMost:
		h.Verdict = worse(h.Back/a.BackMost - 1)
		h.Reason = fmt.Sprintf("%s, %s at most is wanted", at.dropsBack(*h), seconds(a.BackMost))
	case h.Back < a.BackLeast:
		h.Verdict = worse(1 - h.Back/a.BackLeast)
		h.Reason = fmt.Sprintf("%s, %s at least is wanted", at.dropsBack(*h), seconds(a.BackLeast))
	case at.comesLate(h):
	default:
		h.Verdict = Does
		h.Reason = fmt.Sprintf("%s, and keeps the bed with %s of its weight between lifts", at.dropsBack(*h), percent(c.Margin))
	}
}

// dropsBack says how a head comes back from a lift.
func (at *situation) dropsBack(h Head) string {
	return fmt.Sprintf("lifted %s it is back in %s", at.depth(at.setup.Approach.Lift), seconds(h.Back))
}

func (at *situation) thenBack(pick Head) string { return "Then " + at.dropsBack(pick) + "." }

func (at *situation) backSooner(_, next Head) string {
	return fmt.Sprintf("does it too, but is back in %s: less of a drop to see", seconds(next.Back))
}

func (at *situation) liftInstead(heads []Head, _ Head) string {
	if last := heads[len(heads)-1]; last.Back > 0 && last.Back < at.setup.Approach.BackLeast {
		return "A higher lift, another time back or a weight between these would do it."
	}
	return ""
}
