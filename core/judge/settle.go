package judge

import (
	"math"

	"dunvel/core/judge/musts"
	"dunvel/core/spread"
	"dunvel/core/trial"
)

// Range is what a number lies in four times in five.
type Range struct {
	Low  float64 `json:"low"`
	High float64 `json:"high"`
}

// Ranges of a head's numbers.
type Ranges struct {
	Time    Range `json:"time"`    // s to the target
	LineOut Range `json:"lineOut"` // m then
	Speed   Range `json:"speed"`   // m/s down
	Margin  Range `json:"margin"`  // of contact
	Back    Range `json:"back"`    // s, where it is lifted and dropped
}

// settle sets the chance that the head does all that is asked, its verdict and misses,
// from its reading (centre) and how the unknowns move that.
func (h *Head) settle(c *trial.Case, centre musts.Reading, d *doubts) {
	asked := musts.In(c)
	h.centre = centre
	h.Misses = make([]Miss, len(asked))
	drawn := d.drawn(centre)
	each, all := drawn.Met(c, asked)
	for i, m := range asked {
		miss := musts.Of(m).Miss(c, centre, 1)
		h.Misses[i] = Miss{Must: m, By: miss, Met: drawn.Share(each[i])}
		h.Lacks = max(h.Lacks, miss)
	}
	h.Sure = drawn.Share(all)
	h.keep(c)
	h.Verdict = VerdictOf(h.Sure, c.Setup.Approach.Sure)
}

// ranges are how far the numbers of the head go with what is not known, once it is settled.
func (h *Head) ranges(d *doubts) Ranges {
	if !h.Arrived() {
		return Ranges{}
	}
	drawn := d.drawn(h.centre)
	of := func(at int) Range { return rangeOf(drawn.Values(at)) }
	// In a swell the reading is a mean, and the fall that is shown a little off it.
	around := func(at int, shown float64) Range { return of(at).times(shown / h.centre.Value(at)) }
	return Ranges{
		Time: around(musts.ReadTime, h.Fall.Time), LineOut: around(musts.ReadLine, h.Fall.LineOut),
		Speed:  around(musts.ReadSpeed, h.Fall.Speed),
		Margin: marginsOf(drawn.Values(musts.ReadLift)), Back: of(musts.ReadBack),
	}
}

// VerdictOf is the verdict on a head that is so sure where so much is wanted.
func VerdictOf(sure, wanted float64) Verdict {
	switch {
	case sure >= wanted:
		return Does
	case sure > 1-wanted+1e-9:
		return Perhaps
	}
	return No
}

// rangeOf is the range of numbers of which the logarithms are given.
func rangeOf(logarithms []float64) Range {
	low, high := spread.Range(logarithms)
	return Range{math.Exp(low), math.Exp(high)}
}

// marginsOf is the range of contact margins where the line takes so much off the bed.
func marginsOf(lifts []float64) Range {
	low, high := spread.Range(lifts)
	return Range{musts.MarginOf(high), musts.MarginOf(low)}
}
