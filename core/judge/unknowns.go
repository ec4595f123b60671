package judge

import (
	"math"

	"dunvel/core/catalogue"
	"dunvel/core/judge/musts"
	"dunvel/core/judgement"
	"dunvel/core/model"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// unknown is an input that is not exactly known.
type unknown struct {
	name     Unknown
	spread   func(*trial.Case) float64 // relative standard deviation; 0 where it is known or does not matter
	both     bool                      // looked at on both sides along a track, for what follows is not even
	main     bool                      // most of how far the numbers of a head go that is safe comes from it
	sameFall bool                      // it changes nothing before the bed
	fallOnly bool                      // it changes nothing on the bed, which is not looked at where that takes time
	rehandle bool                      // a hand sees it, and holds the line as suits it
	late     bool                      // it moves nothing that another does not move too, and less
	uneven   bool                      // of heads that are left in a swell too both sides are looked at,
	asFallen bool                      // it is taken to change nothing of those before the bed that are worked there,
	asWaved  bool                      // or nothing of what waves do to them
	walks    float64                   // to which power of it waves carry a head as far, as measured on the engine (TestWalksAgainstGrip)
	lifts    float64                   // whether more of it lifts a head off the bed, 1, or less, -1; 0: neither
	change   func(s *setup.Setup, t *stage.Tuning, factor, z float64)
	// falls is by how much it changes the logarithms of the time and of the speed of a fall that is not run for it; nil
	// where that is not known without.
	falls func(c *trial.Case, mass, sd, z float64) (time, speed float64)
}

// Unknown names an input that is not exactly known.
type Unknown string

// The unknowns.
const (
	Flow     Unknown = "current"
	Wind     Unknown = "wind"
	Drift    Unknown = "drift"
	Across   Unknown = "drag across the line"
	Along    Unknown = "drag along the line"
	Fall     Unknown = "drag of the falling bait"
	Tow      Unknown = "drag of the towed bait"
	Weight   Unknown = "weights"
	Depth    Unknown = "depth"
	Spool    Unknown = "pull of the spool"
	Friction Unknown = "grip of the bed"
)

// Inputs that act as one are one here: the diameter of the line and its drag
// coefficient both multiply the drag across it.
var unknowns = []unknown{
	{
		name:   Flow,
		spread: func(c *trial.Case) float64 { return model.FlowSpread(c.Setup) }, both: true, main: true,
		rehandle: true,
		lifts:    1,
		change: func(s *setup.Setup, _ *stage.Tuning, factor, _ float64) {
			s.Flow.Speed *= factor
			s.Flow.NearBed *= factor
		},
	},
	{
		name:   Wind,
		spread: func(c *trial.Case) float64 { return model.WindSpread(c.Setup) }, rehandle: true, uneven: true, asWaved: true,
		lifts:  1,
		change: func(s *setup.Setup, _ *stage.Tuning, factor, _ float64) { s.Wind.Speed *= factor },
	},
	{
		name:   Drift,
		spread: func(c *trial.Case) float64 { return model.DriftSpread(c.Setup) }, main: true,
		lifts:  1,
		change: func(_ *setup.Setup, t *stage.Tuning, factor, _ float64) { t.Drift = factor },
	},
	{
		name: Across,
		spread: func(c *trial.Case) float64 {
			return math.Hypot(judgement.NormalSpread.Spread, model.DiameterSpread(c.Setup))
		},
		main: true, asFallen: true, uneven: true,
		lifts:  1,
		change: func(_ *setup.Setup, t *stage.Tuning, factor, _ float64) { t.Across = factor },
	},
	{
		name: Along,
		spread: func(c *trial.Case) float64 {
			return math.Hypot(catalogue.LineSurfaces[c.Setup.Line.Material].Tangential.Spread,
				model.DiameterSpread(c.Setup))
		},
		late:   true,
		lifts:  1,
		change: func(_ *setup.Setup, t *stage.Tuning, factor, _ float64) { t.Along = factor },
	},
	{
		name:   Fall,
		spread: func(c *trial.Case) float64 { return model.DragSpread(c.Setup) }, both: true, main: true, uneven: true,
		fallOnly: true,
		change:   func(_ *setup.Setup, t *stage.Tuning, factor, _ float64) { t.Fall = factor },
	},
	{
		name: Tow,
		spread: func(c *trial.Case) float64 {
			if !c.Moves() {
				return 0
			}
			return judgement.TowArea.Spread
		},
		both:   true,
		lifts:  1,
		change: func(_ *setup.Setup, t *stage.Tuning, factor, _ float64) { t.Tow = factor },
	},
	{
		name:   Weight,
		spread: func(*trial.Case) float64 { return 1 }, // every lure has its own
		lifts:  -1,
		change: func(_ *setup.Setup, t *stage.Tuning, _, z float64) { t.Weight = z },
		falls:  fallsHeavier,
	},
	{
		name:   Depth,
		spread: func(*trial.Case) float64 { return judgement.DepthSpread.Spread },
		late:   true,
		lifts:  1,
		change: func(s *setup.Setup, _ *stage.Tuning, factor, _ float64) {
			s.Water.Depth *= factor
			s.Water.SplashDepth *= factor
		},
		falls: fallsDeeper,
	},
	{
		name: Spool,
		spread: func(c *trial.Case) float64 {
			if c.Setup.Hand.Line == setup.LineFed {
				return judgement.FingerPull.Spread
			}
			return judgement.SpoolFixed.Spread
		},
		late:     true,
		fallOnly: true,
		change:   func(_ *setup.Setup, t *stage.Tuning, factor, _ float64) { t.Spool = factor },
	},
	{
		name: Friction,
		spread: func(c *trial.Case) float64 {
			if !c.OnBed || c.School().Hovers || c.Floats() {
				return 0
			}
			return catalogue.Beds[c.Setup.Water.Bed].Friction.Spread
		},
		sameFall: true, walks: -1.5, uneven: true,
		change: func(_ *setup.Setup, t *stage.Tuning, factor, _ float64) { t.Friction = factor },
	},
}

// spreads are those of all unknowns in a case; 0 of one that does not matter. It keeps
// its place in the draws all the same, which for the others stay what they are.
func spreads(c *trial.Case) []float64 {
	out := make([]float64, len(unknowns))
	for i := range unknowns {
		out[i] = max(unknowns[i].spread(c), 0)
	}
	return out
}

// fallsDeeper is how the time of a fall goes with the depth, if it ends on the bed.
func fallsDeeper(c *trial.Case, _, sd, z float64) (time, speed float64) {
	if !c.OnBed || c.School().Swims {
		return 0, 0
	}
	return z * spread.LogSD(sd), 0
}

// fallsHeavier is how the time and the speed of a fall go with what a head weighs: drag goes with the square of the speed.
func fallsHeavier(c *trial.Case, mass, _, z float64) (time, speed float64) {
	_, lure, err := c.Rig(mass)
	if err != nil {
		return 0, 0
	}
	faster := math.Log(max(1+z*lure.WeightSpread/lure.WeightInWater, musts.Nothing)) / 2
	return -faster, faster
}

// thought is a reading as the unknown changes its fall, which was not run for that.
func (u *unknown) thought(c *trial.Case, mass, sd, z float64, r musts.Reading) {
	time, speed := u.falls(c, mass, sd, z)
	r[musts.ReadTime] += time
	r[musts.ReadLate] += time
	r[musts.ReadSpeed] += speed
}
