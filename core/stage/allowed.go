package stage

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/setup"
)

// Band is between what a bait is to swim: heights over the bed, or depths where the
// target is one, m.
func (c *Stage) Band() (low, high float64) {
	if !c.OnBed {
		return c.Target, c.Target + c.Setup.Target.Band
	}
	return c.Setup.Approach.BandLow, c.Setup.Approach.BandHigh
}

// Skims tells whether a bait may touch the bed now and then.
func (c *Stage) Skims() bool {
	low, _ := c.Band()
	return c.OnBed && low <= judgement.SkimFrom.Number
}

// Gusts is how much more they push than the wind does, which goes by the square of its speed;
// as is usual where they are not given.
func (c *Stage) Gusts() float64 {
	g := c.Setup.Wind.Gusts
	if g == 0 {
		return judgement.Gusts.Number
	}
	return max(g*g-1, 0)
}

// Hand is what rod and hand tell at all, N.
func (c *Stage) Hand() float64 {
	s := c.Setup
	out := judgement.FeelHand.Number * s.Line.Diameter / judgement.FeelDiameter.Number *
		catalogue.LineSurfaces[s.Line.Material].Stretch.Number
	switch s.Rod.Outfit {
	case setup.OutfitLight:
		out *= judgement.FeelLight.Number
	case setup.OutfitHeavy:
		out *= judgement.FeelHeavy.Number
	}
	if own := s.Hand.Feel; own > 0 {
		out *= own
	}
	return out
}

// MostGrip is given for friction that is needed where there is hardly any.
const MostGrip = 100

// Grips is the grip at which a head creeps as fast as it may: the inverse of creeps.
func (c *Stage) Grips() float64 {
	switch a := c.Setup.Approach; a.Still {
	case setup.DeadStill:
		return 1
	case setup.MaySwing:
		return MostGrip
	}
	speed := r3.Norm(c.Middle())
	if may := c.MayCreep(); may < speed {
		left := 1 - may/speed
		return min(1/(left*left), MostGrip)
	}
	return MostGrip
}

// MayCreep is how fast a head may be swept along, m/s: what is still in place, and
// as fast again as it is dragged.
func (c *Stage) MayCreep() float64 { return judgement.CreepMost.Number + c.Setup.Cast.Drag }

// FloatsUp is how high over the bed a bait floats on its trace, m: its lift against
// the drag of the current there, along a straight trace; 0 where it sinks.
func (c *Stage) FloatsUp() float64 {
	r, _, err := c.Rig(0)
	if err != nil || r.Key == 0 || r.Bodies[0].WeightInWater >= 0 {
		return 0
	}
	gap := r.Bodies[r.Key].At
	depth := c.Scene.Bed.DepthAt(c.Cast.Distance)
	speed := r3.Norm(c.Scene.Current.At(gap/2, depth))
	drag := 0.5 * c.Scene.Water.Density * r.Bodies[0].TowArea * speed * speed
	return gap * math.Sin(math.Atan2(-r.Bodies[0].WeightInWater, drag))
}

// MayWalk is how far a head that holds may go in SwellWaves waves, m: a little, and as
// far as it may creep in that time.
func (c *Stage) MayWalk() float64 {
	may := judgement.SwellWalk.Number
	if c.Setup.Approach.Still == setup.DeadStill {
		return may
	}
	return may + c.MayCreep()*judgement.SwellWaves.Number*c.Scene.Swell.Period()
}

// LowestTip is how low the rod tip can be held, m.
func (c *Stage) LowestTip() float64 {
	r := c.Setup.Rod
	return min(r.TipHeight, max(judgement.LowestTip.Number, r.TipHeight-r.Length))
}
