package advice

import (
	"fmt"
	"math"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/units"
)

// must is one thing that is asked of a head.
type must struct {
	// miss is by how much it is missed, as a share of what is asked; 0 or less
	// meets it.
	miss func(at *situation, r reading) float64
	// says is what is said of a head that misses it as things are taken to be.
	says func(at *situation, h *Head) string
	// goal is what a head that meets it then may still not do.
	goal func(at *situation) string
	// fact is what comes before that; nil takes what the school says of a head
	// that does it.
	fact func(at *situation, h *Head) string
}

func over(value, most float64) float64   { return value/most - 1 }
func under(value, least float64) float64 { return 1 - value/least }

// arrives: it comes to the target at all.
var arrives = must{
	miss: func(_ *situation, r reading) float64 {
		if !r.arrived() {
			return 1e3
		}
		return 0
	},
	says: (*situation).fails,
	goal: func(at *situation) string { return "get there at all" },
}

// scope: no more line out than may be. What the wind blows out in the air no
// weight holds back; it is not counted.
var scope = must{
	miss: func(_ *situation, r reading) float64 { return over(r.value(readStretch), 1) },
	says: func(at *situation, h *Head) string {
		f := h.Fall
		return fmt.Sprintf("%s in %s, but with %s of line out by then (%s may be)", at.place(), units.Seconds(f.Time), at.depth(f.LineOut-f.Belly), at.depth(h.Contact.Most))
	},
	goal: func(at *situation) string { return "do so with no more line out than may be" },
	fact: (*situation).thereIn,
}

// inTime: at the target within the wait.
var inTime = must{
	miss: func(_ *situation, r reading) float64 { return over(r.value(readLate), 1) },
	says: func(at *situation, h *Head) string {
		f := h.Fall
		if units.Seconds(f.Time) == units.Seconds(at.wait) {
			return fmt.Sprintf("%s %.1f s late: %s", at.place(), f.Time-at.wait, at.limit())
		}
		return fmt.Sprintf("%s in %s, but %s", at.place(), units.Seconds(f.Time), at.limit())
	},
	goal: func(at *situation) string {
		if at.wait == at.window {
			return fmt.Sprintf("make it before the boat is over it (%s)", units.Seconds(at.window))
		}
		return fmt.Sprintf("make it within the wait of %s", units.Seconds(at.wait))
	},
	fact: (*situation).thereIn,
}

// told: the touch can be told, by the open bail or the closed one.
var told = must{
	miss: func(at *situation, r reading) float64 {
		if !at.onBed {
			return 0
		}
		return min(over(r.value(readKeeps), judgement.CueOpen.Number), under(r.value(readEased), judgement.CueClosed.Number))
	},
	says: func(at *situation, h *Head) string {
		return fmt.Sprintf("%s in %s, but its touch is not told: the line runs off at %s before and %s after, and with the bail closed the rod eases by only %s",
			at.place(), units.Seconds(h.Fall.Time), at.speed(h.Fall.RunOut), at.speed(h.Fall.RunOutAfter), at.show.Show("force", h.eased))
	},
	goal: func(at *situation) string { return "have its touch told" },
	fact: (*situation).thereIn,
}

// slowly: it falls no faster than the ceiling.
var slowly = must{
	miss: func(at *situation, r reading) float64 {
		if most := at.setup.Approach.Ceiling; most > 0 {
			return over(r.value(readSpeed), most)
		}
		return 0
	},
	says: func(at *situation, h *Head) string {
		return fmt.Sprintf("falls at %s, you want %s at most", at.speed(h.Fall.Speed), at.speed(at.setup.Approach.Ceiling))
	},
	goal: func(at *situation) string {
		return fmt.Sprintf("fall no faster than %s", at.speed(at.setup.Approach.Ceiling))
	},
}

// holds: contact with the margin wanted; lying still, with friction to spare.
var holds = must{
	miss: func(at *situation, r reading) float64 {
		return max(under(r.margin(), at.setup.Approach.Margin), over(r.value(readGrip), 1))
	},
	says: (*situation).losesBed,
	goal: func(at *situation) string {
		if speedOf(at.gait) == 0 {
			return "lie still"
		}
		return fmt.Sprintf("keep %s of its weight on the bed", units.Percent(at.setup.Approach.Margin))
	},
}

// keepsBed: some contact between lifts.
var keepsBed = must{
	miss: func(_ *situation, r reading) float64 { return under(r.margin(), 0.01) },
	says: (*situation).losesBed,
	goal: func(*situation) string { return "keep the bed between lifts" },
}

// backSoon and backLate: back on the bed in the time wanted.
var (
	backSoon = must{
		miss: func(at *situation, r reading) float64 {
			return over(r.value(readBack), at.setup.Approach.BackMost)
		},
		says: func(at *situation, h *Head) string {
			return fmt.Sprintf("%s, %s at most is wanted", at.dropsBack(*h), units.Seconds(at.setup.Approach.BackMost))
		},
		goal: func(at *situation) string { return "be back within " + units.Seconds(at.setup.Approach.BackMost) },
	}
	backLate = must{
		miss: func(at *situation, r reading) float64 {
			if least := at.setup.Approach.BackLeast; least > 0 {
				return under(r.value(readBack), least)
			}
			return 0
		},
		says: func(at *situation, h *Head) string {
			return fmt.Sprintf("%s, %s at least is wanted", at.dropsBack(*h), units.Seconds(at.setup.Approach.BackLeast))
		},
		goal: func(at *situation) string { return "take " + units.Seconds(at.setup.Approach.BackLeast) },
	}
)

// swims: in the band for most of the retrieve.
var swims = must{
	miss: func(at *situation, r reading) float64 {
		share := at.inBand(r.track())
		if share == 0 {
			return 1 + at.offBand(r.track())
		}
		return under(share, at.setup.Approach.Share)
	},
	says: (*situation).swimsElsewhere,
	goal: func(at *situation) string {
		return fmt.Sprintf("do so for %s of it", units.Percent(at.setup.Approach.Share))
	},
}

// hovers: in the band for long enough.
var hovers = must{
	miss: func(at *situation, r reading) float64 {
		h := at.hoverOn(r.track())
		return under(h.Stays, at.setup.Approach.Stays)
	},
	says: func(at *situation, h *Head) string {
		out := "rises out of the band"
		if h.Hover.Leaves == "down" {
			out = "falls through the band"
		}
		return fmt.Sprintf("%s after %s, %s is wanted", out, units.Seconds(h.Hover.Stays), units.Seconds(at.setup.Approach.Stays))
	},
	goal: func(at *situation) string { return fmt.Sprintf("stay %s", units.Seconds(at.setup.Approach.Stays)) },
}

// thereIn says when a head is at the target.
func (at *situation) thereIn(h *Head) string {
	return fmt.Sprintf("%s in %s", at.place(), units.Seconds(h.Fall.Time))
}

// losesBed says how a head loses the bed, or does not hold it enough.
func (at *situation) losesBed(h *Head) string {
	c, wanted := h.Contact, at.setup.Approach.Margin
	speed := at.speed(speedOf(at.gait))
	switch {
	case c.Outcome == string(mechanics.Sweeps):
		return fmt.Sprintf("line and flow sweep it along the bed: they pull %.1f times what it grips", c.Grip)
	case c.Outcome == string(mechanics.Lifts):
		return "line and flow lift it from where it lies"
	case c.Margin > 0:
		return fmt.Sprintf("only %s of its weight stays on the bed (%s wanted) with %s out, %s", units.Percent(c.Margin), units.Percent(wanted), at.depth(c.Most), at.lifts(c))
	case c.LiftOff > 0 && c.LiftOff < speedOf(at.gait):
		return fmt.Sprintf("lifts off the bed: it keeps it up to %s over the ground, not at %s", at.speed(c.LiftOff), speed)
	}
	return fmt.Sprintf("the flow lifts it off the bed with %s out", at.depth(c.Most))
}

// shortfall is how far a head is from doing all that is asked as things are
// taken to be; 0 where it does.
func (at *situation) shortfall(r reading) float64 {
	worst := 0.0
	for _, m := range at.school().musts {
		worst = math.Max(worst, m.miss(at, r))
	}
	return worst
}
