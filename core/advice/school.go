package advice

import (
	"fmt"

	"dunvel/core/rig"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// school is how one approach looks at a head and speaks of it.
type school struct {
	work    func(*situation, *rig.Rig, *Head) error     // looks at what follows the fall
	musts   []must                                      // what is asked of a head, in the order in which it is said
	does    func(*situation, *Head) string              // what one does that meets them all
	then    func(*situation, Head) string               // what the pick does after the fall, as a sentence
	heavier func(at *situation, pick, next Head) string // what speaks against the next one, which does it too
	listens bool                                        // the touch has to be told
	holds   bool                                        // what it does on the bed counts
	instead func(*situation, []Head, Head) string       // what would help where none does it but weight; "" where weight would
}

var schools = map[string]school{
	setup.SlowFall: {
		musts: []must{arrives, scope, inTime, told, slowly}, listens: true,
		does: (*situation).fallsInTime, then: (*situation).throughBand, heavier: (*situation).fallsLess,
	},
	setup.HoldBottom: {
		musts: []must{arrives, holds, scope, inTime, slowly}, holds: true,
		does: (*situation).keepsHold, then: (*situation).stays, heavier: (*situation).dragsMore,
	},
	setup.LiftAndDrop: {
		work: (*situation).lift, musts: []must{arrives, keepsBed, backSoon, backLate, scope, inTime, slowly}, holds: true,
		does: (*situation).dropsBackAndKeeps, then: (*situation).thenBack, heavier: (*situation).backSooner, instead: (*situation).liftInstead,
	},
	setup.Swim: {
		musts: []must{arrives, swims, slowly},
		does:  (*situation).swimsThere, then: (*situation).thenSwims, instead: (*situation).swimInstead,
	},
	setup.Hover: {
		work: (*situation).hover, musts: []must{arrives, scope, inTime, hovers, slowly},
		does: (*situation).hoversThere, then: (*situation).thenHovers, heavier: (*situation).sinksOn, instead: (*situation).hoverInstead,
	},
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

// throughBand says how long a bait is in a band of depth, or whether it stays
// on the bed.
func (at *situation) throughBand(pick Head) string {
	switch {
	case at.onBed:
		return at.stays(pick)
	case at.setup.Rigging.Floats():
		return "There the float holds it."
	case pick.Fall.Through == 0:
		return "From there it is in the band down to the bed."
	}
	return fmt.Sprintf("It is in the band, down to %s, for %s.", at.depth(at.target+at.setup.Target.Band), units.Seconds(pick.Fall.Through-pick.Fall.Time))
}

func (at *situation) fallsLess(pick, next Head) string {
	return fmt.Sprintf("does it too, but falls for %s less", units.Seconds(pick.Fall.Time-next.Fall.Time))
}

func (at *situation) dragsMore(_, next Head) string {
	return fmt.Sprintf("holds too, with %s of its weight, but it is more to drag and to lose", units.Percent(next.Contact.Margin))
}
