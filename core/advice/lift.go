package advice

import (
	"fmt"
	"sort"

	"dunvel/core/rig"
	"dunvel/core/units"
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

// dropsBackAndKeeps is what a head does that does all.
func (at *situation) dropsBackAndKeeps(h *Head) string {
	return fmt.Sprintf("%s, and keeps the bed with %s of its weight between lifts", at.dropsBack(*h), units.Percent(h.Contact.Margin))
}

// dropsBack says how a head comes back from a lift.
func (at *situation) dropsBack(h Head) string {
	return fmt.Sprintf("lifted %s it is back in %s", at.depth(at.setup.Approach.Lift), units.Seconds(h.Back))
}

func (at *situation) thenBack(pick Head) string { return "Then " + at.dropsBack(pick) + "." }

func (at *situation) backSooner(_, next Head) string {
	return fmt.Sprintf("does it too, but is back in %s: less of a drop to see", units.Seconds(next.Back))
}

func (at *situation) liftInstead(heads []Head, _ Head) string {
	if last := heads[len(heads)-1]; last.Back > 0 && last.Back < at.setup.Approach.BackLeast {
		return "A higher lift, another time back or a weight between these would do it."
	}
	return ""
}
