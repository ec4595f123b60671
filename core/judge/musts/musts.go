package musts

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

// Rule is how a must is judged.
type Rule struct {
	// Miss is by how much it is missed, as a share of what is asked, where that is
	// to be met some times over: 0 or less meets it.
	Miss func(c *trial.Case, r Reading, over float64) float64
	// meets sets of each draw whether it is met there: as Miss tells, by the logarithms that readings are. It is nil
	// where only the choice of the handling goes by it.
	meets func(c *trial.Case, d Drawn, met []bool)
	// reads are the places of a reading that it goes by. Of how line runs out after the touch, which is a matter of
	// millimetres, what something does one way tells no more than what it does the other; of a track all counts.
	reads []int
	// asked tells whether it is asked for at all; nil always.
	asked func(c *trial.Case) bool
	// held tells that a hand on the line can help it.
	held bool
	// only the choice of the handling goes by it.
	handlingOnly bool
	// better is which heads meet it the better; of what hovers that hangs on what is read of one (throughBand).
	better Weight
	// Safe and Lost are misses below and above which nothing that is not known changes
	// whether it is met; where both are 0 there are none.
	Safe, Lost float64
}

// Weight tells heads by what they weigh.
type Weight int

// The weights.
const (
	Neither Weight = iota
	Heavier
	Lighter
)

// Over is by how much a value is over the most that it may be, as a share of that; Under by how much it is under the
// least.
func Over(value, most float64) float64   { return value/most - 1 }
func Under(value, least float64) float64 { return 1 - value/least }

// atMost is a rule that what stands at a place of a reading is at most so much.
func atMost(place int, most func(*trial.Case) float64, rule Rule) Rule {
	rule.reads = []int{place}
	rule.Miss = func(c *trial.Case, r Reading, times float64) float64 { return Over(r.Value(place), most(c)/times) }
	rule.meets = func(c *trial.Case, d Drawn, met []bool) { d.atMost(place, math.Log(most(c)), met) }
	return rule
}

// atLeast is a rule that what stands at a place of a reading is at least so much.
func atLeast(place int, least func(*trial.Case) float64, rule Rule) Rule {
	rule.reads = []int{place}
	rule.Miss = func(c *trial.Case, r Reading, times float64) float64 { return Under(r.Value(place), least(c)*times) }
	rule.meets = func(c *trial.Case, d Drawn, met []bool) { d.atLeast(place, math.Log(least(c)), met) }
	return rule
}

// pushes is a rule that the bed pushes with at least a share of the weight.
func pushes(least func(*trial.Case) float64, rule Rule) Rule {
	rule.reads = []int{ReadLift}
	rule.Miss = func(c *trial.Case, r Reading, times float64) float64 { return Under(r.Margin(), least(c)*times) }
	rule.meets = func(c *trial.Case, d Drawn, met []bool) { d.atMost(ReadLift, liftOf(least(c)), met) }
	return rule
}

// as is a limit that is the same in every case.
func as(limit float64) func(*trial.Case) float64 { return func(*trial.Case) float64 { return limit } }

var byMust = map[Must]Rule{
	Arrives: arrives(Rule{better: Heavier, Safe: 1, Lost: 1}),
	Steep: atMost(ReadSteep, as(judgement.SteepMost.Number), Rule{better: Heavier, Safe: -0.75, Lost: 3, held: true,
		asked: func(c *trial.Case) bool { return c.Anchored() && c.Setup.Cast.Distance > 0 }}),
	Slack: {Miss: func(_ *trial.Case, r Reading, times float64) float64 {
		return Over(r.Value(ReadOut)-1, judgement.SlackMost.Number/times)
	}, held: true, handlingOnly: true},
	InTime:  atMost(ReadLate, as(1), Rule{better: Heavier, Safe: -0.45, Lost: 0.8}),
	Told:    told(Rule{better: Heavier, Safe: -2, Lost: 0.75, held: true, asked: asksTouch}),
	Touches: pushes(as(judgement.ContactLeast.Number), Rule{better: Heavier, Safe: -30, Lost: 2, held: true, asked: onBed}),
	Presses: pushes(func(c *trial.Case) float64 { return c.Setup.Approach.Margin },
		Rule{better: Heavier, Safe: -4, Lost: 2, held: true}),
	Stays: atMost(ReadGrip, as(1), Rule{better: Heavier, Safe: -0.8, Lost: 3, held: true}),
	Felt:  atLeast(ReadFelt, as(1), Rule{better: Heavier, Safe: -2, Lost: 0.99, held: true, asked: feels}),
	BackSoon: atMost(ReadBack, func(c *trial.Case) float64 {
		return max(c.Setup.Approach.BackMost, judgement.HangGrace.Number*c.Setup.Approach.BackLeast)
	}, Rule{better: Heavier, Safe: -0.45, Lost: 0.9}),
	BackLate: atLeast(ReadBack, func(c *trial.Case) float64 { return c.Setup.Approach.BackLeast },
		Rule{better: Lighter, Safe: -1, Lost: 0.6, asked: func(c *trial.Case) bool { return c.Setup.Approach.BackLeast > 0 }}),
	Slowly: atMost(ReadSpeed, func(c *trial.Case) float64 { return c.Setup.Approach.Ceiling },
		Rule{better: Lighter, Safe: -0.45, Lost: 0.9,
			asked: func(c *trial.Case) bool { return c.Setup.Approach.Ceiling > 0 }}),
	Swims:  swims(Rule{held: true}),
	Hovers: hovers(Rule{Safe: -9, Lost: 2, held: true}),
	Waves: atLeast(ReadHeld, as(judgement.SwellHeld.Number),
		Rule{better: Heavier, Safe: -0.9, Lost: 0.6, held: true, asked: (*trial.Case).Swell}),
	Walks: atMost(ReadWalk, (*trial.Case).MayWalk, Rule{better: Heavier, Safe: -0.7, Lost: 3, held: true,
		asked: func(c *trial.Case) bool {
			return c.Swell() && c.Setup.Cast.Drag == 0 && c.Setup.Approach.Still != setup.MaySwing
		}}),
}

// arrives is the rule that a head comes to the target at all, which goes before all else.
func arrives(rule Rule) Rule {
	rule.Miss = func(_ *trial.Case, r Reading, _ float64) float64 {
		if !r.Arrived() {
			return endless
		}
		return 0
	}
	rule.meets = func(_ *trial.Case, d Drawn, met []bool) {
		time := d.Centre[ReadTime]
		for i, by := range d.Moved.At(ReadTime) {
			met[i] = time+by < never
		}
	}
	return rule
}

// told is a rule that the touch is told, by the line that stops or by what is felt; unless it is down at once, when no
// touch is waited for.
func told(rule Rule) Rule {
	rule.reads = []int{ReadTime, ReadFelt}
	rule.Miss = func(_ *trial.Case, r Reading, times float64) float64 {
		if r.Value(ReadTime) < judgement.ToldFall.Number {
			return 0
		}
		return min(Over(r.Value(ReadKeeps), judgement.CueOpen.Number/times), Under(r.Value(ReadFelt), times))
	}
	rule.meets = func(_ *trial.Case, d Drawn, met []bool) {
		soon, stops := math.Log(judgement.ToldFall.Number), math.Log(judgement.CueOpen.Number)
		time, keeps, felt := d.Moved.At(ReadTime), d.Moved.At(ReadKeeps), d.Moved.At(ReadFelt)
		for i := range met {
			met[i] = d.Centre[ReadTime]+time[i] < soon || d.Centre[ReadKeeps]+keeps[i] <= stops ||
				d.Centre[ReadFelt]+felt[i] >= 0
		}
	}
	return rule
}

// swims is the rule that a bait that is reeled in keeps its band.
func swims(rule Rule) Rule {
	rule.Miss = func(c *trial.Case, r Reading, times float64) float64 {
		b := bandOf(c)
		return b.misses(r[ReadTrack:], times)
	}
	rule.meets = func(c *trial.Case, d Drawn, met []bool) {
		b := bandOf(c)
		b.meets(d, met)
	}
	return rule
}

// hovers is the rule that a bait that hovers keeps its band for long enough.
func hovers(rule Rule) Rule {
	rule.Miss = func(c *trial.Case, r Reading, _ float64) float64 {
		slow, fast := halves(r.Track())
		return Under(stays(c, slow, fast), c.Setup.Approach.Stays)
	}
	rule.meets = func(c *trial.Case, d Drawn, met []bool) {
		long := c.Setup.Approach.Stays
		places := (len(d.Centre) - ReadTrack) / 2
		track := make(Reading, 2*places)
		slow, fast := halves(track)
		for i := range met {
			d.Read(i, ReadTrack, track)
			for k := range slow {
				slow[k], fast[k] = heightOf(slow[k]), heightOf(fast[k])
			}
			met[i] = Under(stays(c, slow, fast), long) <= 0
		}
	}
	return rule
}

// Better is which heads meet a must the better than one that is read so and misses it.
func Better(c *trial.Case, m Must, r Reading) Weight {
	if m == Hovers {
		return throughBand(c, r)
	}
	return byMust[m].better
}

// Of is how a must is judged.
func Of(m Must) Rule { return byMust[m] }

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

// AsksContact tells whether a head has to push on the bed.
func AsksContact(c *trial.Case) bool {
	return slices.ContainsFunc(In(c), func(m Must) bool { return m == Touches || m == Presses })
}

// In are those that are asked of heads in a case, but for those that only the
// handling goes by.
func In(c *trial.Case) []Must {
	all := schools[c.Kind()]
	if c.Floats() {
		all = floating
	}
	out := make([]Must, 0, len(all))
	for _, m := range all {
		if r := byMust[m]; !r.handlingOnly && (r.asked == nil || r.asked(c)) {
			out = append(out, m)
		}
	}
	return out
}

// Suits tells whether a handling is good enough for no other to be looked at: with half
// in hand, or for a retrieve that it does, as no band can be kept for twice most of the
// way.
func Suits(c *trial.Case, r Reading) bool {
	return lack(c, r) <= 0 || c.School().Swims && Meets(c, r)
}

// farFromSuiting is what a handling lacks that need not be tried where that was guessed: a matter of what may be left
// out only.
const farFromSuiting = 0.5

// Unsuited tells whether a handling is far from good enough; of retrieves it does not.
func Unsuited(c *trial.Case, r Reading) bool { return !c.School().Swims && lack(c, r) > farFromSuiting }

// Gain is by how much a handling has to be better.
var Gain = judgement.HandlingGain.Number

// SuitsBetter tells whether a handling that something else came of is better than one:
// that does what is asked where that does not, or lacks clearly less.
func SuitsBetter(c *trial.Case, other, one Reading) bool {
	if does, did := Meets(c, other), Meets(c, one); does != did {
		return does
	}
	return lack(c, other) < lack(c, one)-Gain
}

// Meets tells whether a reading meets all that is asked.
func Meets(c *trial.Case, r Reading) bool {
	return !slices.ContainsFunc(In(c), func(m Must) bool { return byMust[m].Miss(c, r, 1) > 0 })
}

// lack is how much a handling lacks in what a hand can help: the largest miss with
// half in hand. Musts that nobody asked for do not enter.
func lack(c *trial.Case, r Reading) float64 {
	worst := math.Inf(-1)
	for _, m := range schools[c.Kind()] {
		rule := byMust[m]
		if !rule.held || rule.asked != nil && !rule.asked(c) {
			continue
		}
		worst = max(worst, rule.Miss(c, r, 1/judgement.InHand.Number))
	}
	if !r.Arrived() {
		worst = endless
	}
	return worst
}
