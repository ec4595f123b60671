package advice

import (
	"fmt"

	"dunvel/core/rig"
	"dunvel/core/setup"
)

// school is how one approach looks at a head and speaks of it.
type school struct {
	work    func(*situation, *rig.Rig, *Head) error     // looks at what follows the fall
	judge   func(*situation, *Head)                     // of one that comes to the target
	then    func(*situation, Head) string               // what the pick does after the fall, as a sentence
	heavier func(at *situation, pick, next Head) string // what speaks against the next one, which does it too
	closest func(*situation, Head) float64              // how close one comes that does not; the largest counts
	instead func(*situation, []Head, Head) string       // what would help where none does it but weight; "" where weight would
}

var schools = map[string]school{
	setup.SlowFall:    {judge: (*situation).judgeFall, then: (*situation).stays, heavier: (*situation).fallsLess},
	setup.HoldBottom:  {judge: (*situation).judgeHold, then: (*situation).stays, heavier: (*situation).dragsMore},
	setup.LiftAndDrop: {work: (*situation).lift, judge: (*situation).judgeLift, then: (*situation).thenBack, heavier: (*situation).backSooner, instead: (*situation).liftInstead},
	setup.Swim:        {work: (*situation).swim, judge: (*situation).judgeSwim, then: (*situation).thenSwims, closest: (*situation).swimsNear, instead: (*situation).swimInstead},
	setup.Hover:       {work: (*situation).hover, judge: (*situation).judgeHover, then: (*situation).thenHovers, heavier: (*situation).sinksOn, closest: (*situation).hoversNear, instead: (*situation).hoverInstead},
}

// school of the approach. To hold the bottom where the target is not the bed
// is to fall to it.
func (at *situation) school() school {
	kind := at.setup.Approach.Kind
	if kind == setup.HoldBottom && !at.onBed {
		kind = setup.SlowFall
	}
	return schools[kind]
}

func (at *situation) fallsLess(pick, next Head) string {
	return fmt.Sprintf("does it too, but falls for %s less", seconds(pick.Fall.Time-next.Fall.Time))
}

func (at *situation) dragsMore(_, next Head) string {
	return fmt.Sprintf("holds too, with %s of its weight, but it is more to drag and to lose", percent(next.Contact.Margin))
}
