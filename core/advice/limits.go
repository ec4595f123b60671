package advice

import (
	"fmt"
	"math"

	"dunvel/core/casting"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/tackle"
	"dunvel/core/water"

	"gonum.org/v1/gonum/stat/distuv"
)

// limit is what holds for every approach, and does not change with what the
// musts change with.
type limit struct {
	// miss is by how much it is missed, as a share of it; 0 or less keeps it.
	miss func(at *situation, h *Head) float64
	says func(at *situation, h *Head) string
	// sure is how sure it is kept where that is more than a matter of judgement.
	sure func(at *situation, miss float64) float64
}

// kept is how sure a limit is kept that is missed by a share.
func (l limit) kept(at *situation, miss float64) float64 {
	switch {
	case l.sure != nil:
		return l.sure(at, miss)
	case miss <= 0:
		return 1
	case miss <= judgement.RodBeyond.Number:
		return judgement.InDoubt.Number
	}
	return 0
}

var limits = []limit{
	{
		miss: func(at *situation, h *Head) float64 {
			if !at.setup.Rigging.Floats() {
				return 0
			}
			return over(h.WeightInWater/water.Gravity, at.setup.Rigging.Second)
		},
		says: func(at *situation, h *Head) string {
			return fmt.Sprintf("sinks the float: it weighs %s in water, the float carries %s", at.mass(h.WeightInWater/water.Gravity), at.mass(at.setup.Rigging.Second))
		},
	},
	{
		miss: func(at *situation, h *Head) float64 { return overIf(h.lure.Mass, at.setup.Rod.Most) },
		says: func(at *situation, h *Head) string {
			return fmt.Sprintf("weighs %s with hook and bait, the rod casts up to %s", at.mass(h.lure.Mass), at.mass(at.setup.Rod.Most))
		},
	},
	{
		miss: func(at *situation, h *Head) float64 {
			if at.setup.Rod.Least == 0 {
				return 0
			}
			return under(h.lure.Mass, at.setup.Rod.Least)
		},
		says: func(at *situation, h *Head) string {
			return fmt.Sprintf("weighs only %s with hook and bait, the rod casts from %s", at.mass(h.lure.Mass), at.mass(at.setup.Rod.Least))
		},
	},
	{
		miss: func(at *situation, h *Head) float64 {
			if h.Reach == 0 {
				return -1
			}
			return under(h.Reach, at.cast.Distance)
		},
		sure: func(at *situation, miss float64) float64 {
			if at.reach.spread == 0 {
				return 1
			}
			return distuv.UnitNormal.CDF(math.Log(max(1-miss, nothing)) / at.reach.spread)
		},
		says: func(at *situation, h *Head) string {
			return fmt.Sprintf("flies about %s with this rod, %s is wanted", at.depth(h.Reach), at.depth(at.cast.Distance))
		},
	},
	{
		miss: func(at *situation, h *Head) float64 {
			if !at.onBed || at.setup.Approach.Kind == setup.Swim {
				return 0
			}
			return overIf(h.Fall.Speed, judgement.Beds[at.setup.Water.Bed].Softness.Number)
		},
		says: func(at *situation, h *Head) string {
			bed := at.setup.Water.Bed
			return fmt.Sprintf("lands at %s and digs into the %s; %s is enough there", at.speed(h.Fall.Speed), bed, at.speed(judgement.Beds[bed].Softness.Number))
		},
	},
	{
		miss: func(at *situation, h *Head) float64 { return overIf(h.Snags, at.setup.Approach.SnagMost) },
		says: func(at *situation, h *Head) string {
			return fmt.Sprintf("snags %.0f of 10, you want %.0f at most", h.Snags, at.setup.Approach.SnagMost)
		},
	},
}

// overIf is over where there is a most.
func overIf(value, most float64) float64 {
	if most == 0 {
		return 0
	}
	return over(value, most)
}

// reach is what is known of the casts of a setup.
type reach struct {
	rod    casting.Rod
	spread float64 // relative standard deviation of a distance; 0 where nothing is known
	unfit  bool    // the measured cast is not to be believed
}

// throws works out what the rod of the setup throws.
func (at *situation) throws() error {
	rod := at.setup.Rod
	r := casting.Rod{Middle: (rod.Least + rod.Most) / 2, Length: rod.Length, TipHeight: rod.TipHeight, Effort: 1}
	at.reach = reach{rod: r, spread: judgement.ReachSpread.Spread}
	if rod.Thrown == 0 {
		if rod.Most == 0 {
			at.reach.spread = 0
		}
		return nil
	}
	lure, line, err := at.thrown(rod.ThrownMass)
	if err != nil {
		return err
	}
	if rod.Most == 0 {
		at.reach.rod.Middle = lure.Mass
	}
	effort, ok := at.reach.rod.Fit(lure, line, rod.Thrown)
	at.reach.rod.Effort = effort
	if at.reach.unfit = !ok; ok {
		at.reach.spread = judgement.ReachFitted.Spread
	} else if rod.Most == 0 {
		at.reach.spread = 0
	}
	return nil
}

// thrown is a lure and the line that it is thrown on.
func (at *situation) thrown(mass float64) (tackle.Lure, tackle.Line, error) {
	r, lure, err := at.setup.Rig(mass, at.scene.Water)
	if err != nil {
		return lure, tackle.Line{}, err
	}
	return lure, r.Main, nil
}

// flies is how far a head is thrown, m; 0 where that is not known or nothing
// is thrown.
func (at *situation) flies(mass float64) (float64, error) {
	if at.reach.spread == 0 || at.cast.Distance == 0 {
		return 0, nil
	}
	lure, line, err := at.thrown(mass)
	if err != nil {
		return 0, err
	}
	return at.reach.rod.Distance(lure, line, at.scene.Wind), nil
}

// snags is the snag index of a head, 0 to 10.
func (at *situation) snags(h *Head) float64 {
	if !at.onBed || h.Fall.Outcome != Reached {
		return 0
	}
	return at.setup.SnagIndex(h.Fall.Speed)
}
