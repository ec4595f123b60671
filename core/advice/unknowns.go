package advice

import (
	"math"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/spread"

	"gonum.org/v1/gonum/spatial/r3"
)

// unknown is an input that is not exactly known.
type unknown struct {
	spread func(setup.Setup) float64 // relative standard deviation; 0 where it is known or does not matter
	both   bool                      // looked at on both sides: what follows is not even
	setup  func(s *setup.Setup, factor float64)
	place  func(at *situation, factor, z float64) // of what no setup tells
}

// tuned is by how much the rig differs from what the setup makes of it.
type tuned struct {
	across, along float64 // drag of line and leader
	fall, tow     float64 // drag areas
	weight        float64 // in water, standard deviations
}

// Inputs that act as one are one here: the diameter of the line and its drag
// coefficient both multiply the drag across it.
var unknowns = []unknown{
	{
		spread: setup.Setup.FlowSpread,
		both:   true,
		setup:  func(s *setup.Setup, factor float64) { s.Flow.Speed *= factor; s.Flow.NearBed *= factor },
	},
	{
		spread: setup.Setup.WindSpread,
		setup:  func(s *setup.Setup, factor float64) { s.Wind.Speed *= factor },
	},
	{
		spread: setup.Setup.DriftSpread,
		place: func(at *situation, factor, _ float64) {
			// Of a drift that is estimated only what the wind does is not known.
			carried := r3.Vec{}
			if !at.setup.Boat.Measured {
				carried = at.setup.Surface()
			}
			more := r3.Scale(factor-1, r3.Sub(at.cast.Drift, carried))
			at.cast.Drift = r3.Add(at.cast.Drift, more)
			at.gait.Velocity = r3.Add(at.gait.Velocity, more)
		},
	},
	{
		spread: func(s setup.Setup) float64 { return math.Hypot(judgement.NormalSpread.Spread, s.DiameterSpread()) },
		place:  func(at *situation, factor, _ float64) { at.across *= factor },
	},
	{
		spread: func(s setup.Setup) float64 {
			return math.Hypot(judgement.LineSurfaces[s.Line.Material].Tangential.Spread, s.DiameterSpread())
		},
		both:  true,
		place: func(at *situation, factor, _ float64) { at.along *= factor },
	},
	{
		spread: setup.Setup.DragSpread,
		both:   true,
		place:  func(at *situation, factor, _ float64) { at.tuned.fall *= factor },
	},
	{
		spread: func(setup.Setup) float64 { return judgement.TowArea.Spread },
		both:   true,
		place:  func(at *situation, factor, _ float64) { at.tow *= factor },
	},
	{
		spread: func(setup.Setup) float64 { return 1 }, // every lure has its own
		place:  func(at *situation, _, z float64) { at.weight = z },
	},
	{
		spread: depthSpread,
		setup:  func(s *setup.Setup, factor float64) { s.Water.Depth *= factor; s.Water.SplashDepth *= factor },
	},
	{
		spread: func(s setup.Setup) float64 { return judgement.SpoolFixed.Spread },
		place:  func(at *situation, factor, _ float64) { at.cast.SpoolDrag *= factor },
	},
	{
		spread: func(s setup.Setup) float64 {
			if s.Approach.Kind != setup.HoldBottom {
				return 0
			}
			return judgement.Beds[s.Water.Bed].Friction.Spread
		},
		place: func(at *situation, factor, _ float64) { at.scene.Bed.Friction *= factor },
	},
}

// hand is the speed of a retrieve, which the angler corrects by what is felt:
// it is not left to chance, but what suits best is taken within Reach.
var hand = unknown{
	spread: func(s setup.Setup) float64 {
		if s.Approach.Kind != setup.Swim {
			return 0
		}
		step := math.Log1p(judgement.SwimHand.Number) / spread.Reach
		return spread.RelativeSD(step)
	},
	both:  true,
	setup: func(s *setup.Setup, factor float64) { s.Approach.Speed *= factor },
}

func depthSpread(setup.Setup) float64 { return judgement.DepthSpread.Spread }

// unsure are the unknowns of a setup that matter, with their spreads; where it
// is there, the hand comes last.
func unsure(s setup.Setup) (matter []unknown, sd []float64) {
	for _, u := range unknowns {
		if v := u.spread(s); v > 0 {
			matter, sd = append(matter, u), append(sd, v)
		}
	}
	if v := hand.spread(s); v > 0 {
		matter, sd = append(matter, hand), append(sd, v)
	}
	return matter, sd
}

// which of unknowns matter.
func which(s setup.Setup) []bool {
	out := make([]bool, len(unknowns))
	for i, u := range unknowns {
		out[i] = u.spread(s) > 0
	}
	return out
}

// moved is the situation with an unknown z standard deviations from where it
// is taken to be.
func (at *situation) moved(u unknown, sd, z float64) (*situation, error) {
	factor := spread.Factor(sd, z)
	s := at.setup
	if u.setup != nil {
		u.setup(&s, factor)
	}
	other, err := place(s, at.show)
	if err != nil {
		return nil, err
	}
	// What the angler goes by stays as it is.
	other.patience, other.onBed, other.hurried = at.patience, at.onBed, at.hurried
	other.rough, other.tried = true, true
	other.target = min(other.target, other.scene.Bed.DepthAt(other.cast.Distance))
	if u.place != nil {
		u.place(other, factor, z)
		other.timeWindow()
	}
	return other, nil
}
