package judge

import (
	"math"

	"dunvel/core/catalogue"
	"dunvel/core/judge/musts"
	"dunvel/core/judgement"
	"dunvel/core/rigging"
	"dunvel/core/trial"
	"dunvel/core/water"

	"gonum.org/v1/gonum/stat/distuv"
)

// Limit is what holds for every approach.
type Limit int

// The limits.
const (
	Carried  Limit = iota // by the float
	Upright               // no lighter than the head above it
	RodMost               // what the rod casts, at most
	RodLeast              // and at least
	Thrown                // as far as the cast
	Soft                  // it does not dig into the bed
	Snags                 // no more than is put up with
)

// bound is how a limit is judged.
type bound struct {
	limit  Limit
	better musts.Weight // which heads keep it the better
	// miss is by how much it is missed, as a share of it; 0 or less keeps it.
	miss func(c *trial.Case, h *Head) float64
	// sure is how sure it is kept where that is more than a matter of judgement.
	sure func(c *trial.Case, miss float64) float64
}

var bounds = []bound{
	{limit: Carried, better: musts.Lighter, miss: func(c *trial.Case, h *Head) float64 {
		float, floats := c.Setup.Rigging.Float()
		if !floats {
			return -1
		}
		return musts.Over(h.Weight/water.Gravity, float.Mass)
	}},
	{limit: Upright, better: musts.Heavier, miss: func(c *trial.Case, h *Head) float64 {
		if c.Setup.Rigging.Kind != rigging.TwoHeads || c.Setup.Rigging.Upper == 0 {
			return -1
		}
		return musts.Under(h.Mass, c.Setup.Rigging.Upper)
	}},
	{limit: RodMost, better: musts.Lighter, miss: func(c *trial.Case, h *Head) float64 { return overIf(h.Whole, c.Setup.Rod.Most) }},
	{limit: RodLeast, better: musts.Heavier, miss: func(c *trial.Case, h *Head) float64 {
		if c.Setup.Rod.Least == 0 {
			return -1
		}
		return musts.Under(h.Whole, c.Setup.Rod.Least)
	}},
	{limit: Thrown, better: musts.Heavier,
		miss: func(c *trial.Case, h *Head) float64 {
			if h.Reach == 0 {
				return -1
			}
			return musts.Under(h.Reach, c.Cast.Distance)
		},
		sure: func(c *trial.Case, miss float64) float64 {
			if c.Throw.Spread == 0 {
				return 1
			}
			return distuv.UnitNormal.CDF(math.Log(max(1-miss, musts.Nothing)) / c.Throw.Spread)
		}},
	{limit: Soft, better: musts.Lighter, miss: func(c *trial.Case, h *Head) float64 {
		if !c.OnBed || c.School().Swims {
			return -1
		}
		return overIf(h.Fall.Speed, catalogue.Beds[c.Setup.Water.Bed].Softness.Number)
	}},
	{limit: Snags, better: musts.Lighter, miss: func(c *trial.Case, h *Head) float64 {
		return overIf(h.Result.Snags, c.Setup.Approach.SnagMost)
	}},
}

// overIf is over where there is a most.
func overIf(value, most float64) float64 {
	if most == 0 {
		return -1
	}
	return musts.Over(value, most)
}

// keep judges the limits, and makes the head as much less sure.
func (h *Head) keep(c *trial.Case) {
	h.Limits = make([]Kept, len(bounds))
	for i, b := range bounds {
		k := Kept{Limit: b.limit, By: b.miss(c, h), Kept: 1}
		switch {
		case b.sure != nil && k.By > -1:
			k.Kept = b.sure(c, k.By)
		case k.By > judgement.RodBeyond.Number:
			k.Kept = 0
		case k.By > 0:
			k.Kept = judgement.InDoubt.Number
		}
		h.Lacks = max(h.Lacks, k.By)
		h.Sure *= k.Kept
		h.Limits[i] = k
	}
}

// farFromStraight is by how much of the straight way more line is out to what may be swept along. It is a matter of what
// may be left out only: the pick of 3,000 random waters is the same without it.
const farFromStraight = 0.1

// Worse tells whether no lighter head, or no heavier one, does what this one surely does not: it misses something that
// those miss by more. A retrieve may do at its own speed what it does not at the wanted one, unless nobody reels so
// slowly, or so fast; but that tells nothing of heavier heads where the line is far from straight, for what is swept
// along has to be reeled faster the lighter it is.
func (h *Head) Worse(c *trial.Case) (lighter, heavier bool) {
	if h.Sure > 0 {
		return false, false
	}
	if h.Arrived() && c.School().Swims {
		speed := h.Swim.Speed
		return speed > 0 && speed < judgement.SwimSlowest.Number,
			speed > judgement.SwimFastest.Number && h.Slack() < farFromStraight
	}
	none := func(share float64, better musts.Weight) {
		lighter = lighter || share == 0 && better == musts.Heavier
		heavier = heavier || share == 0 && better == musts.Lighter
	}
	for _, m := range h.Misses {
		none(m.Met, musts.Better(c, m.Must, h.centre))
	}
	for i, k := range h.Limits {
		none(k.Kept, bounds[i].better)
	}
	return lighter, heavier
}
