package judge

import (
	"math"
	"slices"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

// Must is one thing that an approach asks of a head.
type Must int

// The musts.
const (
	Arrives  Must = iota // it comes to the target at all
	Steep                // the current carries it no farther than it is deep
	Slack                // line out is told by; only the handling goes by it
	InTime               // at the target within the wait
	Told                 // its touch is seen or felt
	Touches              // some of its weight stays on the bed
	Presses              // as much of it as is wanted
	Stays                // lies still, or creeps no more than it may
	Felt                 // the bed is felt through it
	BackSoon             // from a lift
	BackLate             // no sooner than wanted
	Slowly               // it falls no faster than the ceiling
	Swims                // in the band for most of the way
	Hovers               // in the band for long enough
	Waves                // a swell leaves it on the bed for half of each wave
	Walks                // and does not carry it off
)

// rule is how a must is judged.
type rule struct {
	// miss is by how much it is missed, as a share of what is asked, where that is
	// to be met some times over: 0 or less meets it.
	miss func(c *trial.Case, r reading, over float64) float64
	// asked tells whether it is asked for at all; nil always.
	asked func(c *trial.Case) bool
	// held tells that a hand on the line can help it.
	held bool
	// only the choice of the handling goes by it.
	handlingOnly bool
	// safe and lost are misses below and above which nothing that is not known changes
	// whether it is met; where both are 0 there are none.
	safe, lost float64
}

func over(value, most float64) float64   { return value/most - 1 }
func under(value, least float64) float64 { return 1 - value/least }

var rules = map[Must]rule{
	Arrives: {safe: 1, lost: 1, miss: func(_ *trial.Case, r reading, _ float64) float64 {
		if !r.arrived() {
			return endless // before all else
		}
		return 0
	}},
	Steep: {safe: -0.75, lost: 3, held: true,
		asked: func(c *trial.Case) bool { return c.Anchored() && c.Setup.Cast.Distance > 0 },
		miss: func(_ *trial.Case, r reading, times float64) float64 {
			return over(r.value(readSteep), judgement.SteepMost.Number/times)
		}},
	Slack: {held: true, handlingOnly: true, miss: func(_ *trial.Case, r reading, times float64) float64 {
		return over(r.value(readOut)-1, judgement.SlackMost.Number/times)
	}},
	InTime: {safe: -0.45, lost: 0.8, miss: func(_ *trial.Case, r reading, _ float64) float64 { return over(r.value(readLate), 1) }},
	Told: {safe: -2, lost: 0.75, held: true, asked: asksTouch, miss: func(_ *trial.Case, r reading, times float64) float64 {
		if r.value(readTime) < judgement.ToldFall.Number {
			return 0 // it is down at once: no touch is waited for
		}
		return min(over(r.value(readKeeps), judgement.CueOpen.Number/times), under(r.value(readFelt), times))
	}},
	Touches: {safe: -30, lost: 2, held: true, asked: onBed, miss: func(_ *trial.Case, r reading, times float64) float64 {
		return under(r.margin(), judgement.ContactLeast.Number*times)
	}},
	Presses: {safe: -4, lost: 2, held: true, miss: func(c *trial.Case, r reading, times float64) float64 {
		return under(r.margin(), c.Setup.Approach.Margin*times)
	}},
	Stays: {safe: -0.8, lost: 3, held: true, miss: func(_ *trial.Case, r reading, times float64) float64 { return over(r.value(readGrip), 1/times) }},
	Felt: {safe: -2, lost: 0.7, held: true, asked: feels, miss: func(_ *trial.Case, r reading, times float64) float64 {
		return under(r.value(readFelt), times)
	}},
	BackSoon: {safe: -0.45, lost: 0.9, miss: func(c *trial.Case, r reading, _ float64) float64 {
		return over(r.value(readBack), max(c.Setup.Approach.BackMost, judgement.HangGrace.Number*c.Setup.Approach.BackLeast))
	}},
	BackLate: {safe: -1, lost: 0.6, asked: func(c *trial.Case) bool { return c.Setup.Approach.BackLeast > 0 },
		miss: func(c *trial.Case, r reading, _ float64) float64 {
			return under(r.value(readBack), c.Setup.Approach.BackLeast)
		}},
	Slowly: {safe: -0.45, lost: 0.9, asked: func(c *trial.Case) bool { return c.Setup.Approach.Ceiling > 0 },
		miss: func(c *trial.Case, r reading, _ float64) float64 {
			return over(r.value(readSpeed), c.Setup.Approach.Ceiling)
		}},
	Swims: {held: true, miss: func(c *trial.Case, r reading, times float64) float64 { return missesBand(c, r[readTrack:], times) }},
	Hovers: {safe: -9, lost: 2, miss: func(c *trial.Case, r reading, _ float64) float64 {
		return under(stays(c, r.track()), c.Setup.Approach.Stays)
	}},
	Waves: {safe: -0.9, lost: 0.6, held: true, asked: (*trial.Case).Swell, miss: func(_ *trial.Case, r reading, _ float64) float64 {
		return under(r.value(readHeld), judgement.SwellHeld.Number)
	}},
	Walks: {safe: -0.7, lost: 3, held: true, asked: func(c *trial.Case) bool {
		return c.Swell() && c.Setup.Cast.Drag == 0 && c.Setup.Approach.Still != setup.MaySwing
	},
		miss: func(c *trial.Case, r reading, times float64) float64 {
			return over(r.value(readWalk), c.MayWalk()/times)
		}},
}

func onBed(c *trial.Case) bool { return c.OnBed }

// asksTouch tells whether the touch has to be told: not in water so shallow that it
// is seen coming.
func asksTouch(c *trial.Case) bool {
	return c.OnBed && c.Target >= judgement.ToldDepth.Number
}

// feels tells whether the bed has to be felt.
func feels(c *trial.Case) bool {
	if c.School().Swims {
		low, _ := c.Band()
		return c.OnBed && low < judgement.FeltBand.Number
	}
	return c.OnBed
}

// school lists the musts of an approach, in the order in which they are said.
var schools = map[string][]Must{
	setup.SlowFall:    {Arrives, Steep, Slack, InTime, Told, Touches, Slowly},
	setup.HoldBottom:  {Arrives, Presses, Stays, Waves, Walks, Felt, Slack, InTime, Slowly},
	setup.LiftAndDrop: {Arrives, Touches, Felt, Waves, BackSoon, BackLate, Slack, InTime, Slowly},
	setup.Swim:        {Arrives, Swims, Felt, Slack, Slowly},
	setup.Hover:       {Arrives, Slack, InTime, Hovers, Slowly},
}

// floating is what is asked of a bait under a float: what it carries is a limit.
var floating = []Must{Arrives, InTime}

// asksContact tells whether a head has to push on the bed.
func asksContact(c *trial.Case) bool {
	return slices.ContainsFunc(musts(c), func(m Must) bool { return m == Touches || m == Presses })
}

// musts are those that are asked of heads in a case, but for those that only the
// handling goes by.
func musts(c *trial.Case) []Must {
	all := schools[c.Kind()]
	if c.Floats() {
		all = floating
	}
	out := make([]Must, 0, len(all))
	for _, m := range all {
		if r := rules[m]; !r.handlingOnly && (r.asked == nil || r.asked(c)) {
			out = append(out, m)
		}
	}
	return out
}

// suits tells whether a handling is good enough for no other to be looked at: with half
// in hand, or for a retrieve that it does, as no band can be kept for twice most of the
// way.
func suits(c *trial.Case, r reading) bool {
	return lack(c, r) <= 0 || c.School().Swims && meets(c, r)
}

// suitsBetter tells whether a handling that something else came of is better than one:
// that does what is asked where that does not, or lacks clearly less.
func suitsBetter(c *trial.Case, other, one reading) bool {
	if does, did := meets(c, other), meets(c, one); does != did {
		return does
	}
	return lack(c, other) < lack(c, one)-gain
}

// meets tells whether a reading meets all that is asked.
func meets(c *trial.Case, r reading) bool {
	return !slices.ContainsFunc(musts(c), func(m Must) bool { return rules[m].miss(c, r, 1) > 0 })
}

// lack is how much a handling lacks in what a hand can help: the largest miss with
// half in hand. Musts that nobody asked for do not enter.
func lack(c *trial.Case, r reading) float64 {
	worst := math.Inf(-1)
	for _, m := range schools[c.Kind()] {
		rule := rules[m]
		if !rule.held || rule.asked != nil && !rule.asked(c) {
			continue
		}
		worst = max(worst, rule.miss(c, r, 1/judgement.InHand.Number))
	}
	if !r.arrived() {
		worst = endless
	}
	return worst
}
