package setup

import (
	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/water"
)

// Slope of the bed along the cast.
func (s Setup) Slope() float64 {
	if s.Water.SplashDepth == 0 || s.Cast.Distance == 0 {
		return 0
	}
	return (s.Water.SplashDepth - s.Water.Depth) / s.Cast.Distance
}

// DepthAtSplash is the depth in m where the cast lands.
func (s Setup) DepthAtSplash() float64 {
	if s.Water.SplashDepth > 0 {
		return s.Water.SplashDepth
	}
	return s.Water.Depth
}

// AtDepth is the setup in water that is so deep under the rod, m; where the cast lands it is
// as much deeper or shallower.
func (s Setup) AtDepth(depth float64) Setup {
	w := &s.Water
	if w.SplashDepth > 0 {
		w.SplashDepth = min(max(w.SplashDepth+depth-w.Depth, LookupField("water.depth").Min),
			LookupField("water.splashDepth").Max)
	}
	w.Depth = depth
	return s
}

// TargetDepth is the depth aimed at where the cast lands, of what is felt; 0 is the bed.
// Where the bait is over a sinker it is the bait that is aimed: the sinker goes to the bed
// for a height over it, and as much deeper than the bait as it hangs below it for a depth.
func (s Setup) TargetDepth() float64 {
	if s.Rigging.Floats() {
		return s.Rigging.FloatStop()
	}
	if over := s.Rigging.Raised(); over > 0 {
		if s.Target.Depth == 0 || s.Target.Depth+over >= s.DepthAtSplash() {
			return 0
		}
		return s.Target.Depth + over
	}
	if s.Target.Height > 0 {
		return max(s.DepthAtSplash()-s.Target.Height, 0)
	}
	return s.Target.Depth
}

// Profile returns the power of the current profile: fitted where a second
// speed was measured, and that of the bed otherwise.
func (s Setup) Profile() (float64, error) {
	if s.Flow.NearBed > 0 {
		return water.FitExponent(s.Flow.Speed, s.Flow.NearBed, nearBedHeight, s.Water.Depth)
	}
	return catalogue.Beds[s.Water.Bed].ProfileExponent.Number, nil
}

// AtOther is the setup in the other state of the flow. A drift that was
// measured in this one is estimated there.
func (s Setup) AtOther() Setup {
	s.Flow.Speed, s.Flow.Direction, s.Flow.NearBed = s.Other.Speed, s.Other.Direction, 0
	s.Other.Asked, s.Boat.Measured = false, false
	return s
}

// With is the setup with the tackle of another: its line, leader, bait, rig,
// heads and rod, held where this one's is.
func (s Setup) With(tackle Setup) Setup {
	tip := s.Rod.TipHeight
	s.Line, s.Leader, s.Bait, s.Head, s.Rigging = tackle.Line, tackle.Leader, tackle.Bait, tackle.Head, tackle.Rigging
	s.Heads, s.Rod = tackle.Heads, tackle.Rod
	s.Rod.TipHeight = tip
	return s
}

// LiftHeight is how far a bait is lifted, m: as wanted, in turns of the reel or by
// the rod, or as usual.
func (s Setup) LiftHeight() float64 {
	switch a := s.Approach; {
	case a.LiftTurns > 0:
		return a.LiftTurns * s.Rod.PerTurn
	case a.Lift > 0:
		return a.Lift
	}
	return min(judgement.Lift.Number, judgement.LiftShare.Number*s.DepthAtSplash())
}

// BaitOver is how high over the bed, or the weed on it, a bait is wanted that is over what
// holds the bed, m; 0 where that is not given.
func (s Setup) BaitOver() float64 {
	if s.Rigging.Over == 0 && s.Rigging.Raised() > 0 {
		return s.Target.Height
	}
	return s.Rigging.Over
}
