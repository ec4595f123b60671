// Package stage is a valid setup as heads are tried in it: the scene of the engine, what is aimed at and waited for,
// what is not exactly as it was taken to be, and how much of what happens there is allowed.
//
// Values are in m, s, kg and N; velocities are over the ground, in m/s.
package stage

import (
	"math"
	"slices"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/rig"
	"dunvel/core/setup"
	"dunvel/core/tackle"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// Stage is a valid setup as the engine works on it. It does not change.
type Stage struct {
	Setup    setup.Setup
	Tuning   Tuning
	Cast     mechanics.Cast
	Gait     mechanics.Gait // of a head that is worked on the bed
	OnBed    bool           // the target is the bed
	Target   float64        // depth aimed at, m
	Patience float64        // the longest wait for it, s, were it not for the window
	Window   float64        // s until a boat that follows its cast is over it; infinite where it does not
	Throw    Throw
	Known    Knowledge

	Scene *mechanics.Scene // with the rod as held, and no swell
}

// Knowledge is what a database adds to a setup.
type Knowledge struct {
	Owned   []float64 // masses of the heads of its shape and metal that are owned, kg
	FishFor float64   // fish that one of its baits lasts for, as its owner found; 0: not known

	Takes, Landed int // bites on a point that sits as that of its hook, and how many were landed
}

// Equal tells whether the same is known.
func (k *Knowledge) Equal(o *Knowledge) bool {
	return k.FishFor == o.FishFor && k.Takes == o.Takes && k.Landed == o.Landed && slices.Equal(k.Owned, o.Owned)
}

// Tuning is by how much things differ from what the setup makes of them: factors,
// and the weight in water by standard deviations of it.
type Tuning struct {
	Across, Along float64 // drag of line and leader
	Fall, Tow     float64 // drag areas
	Friction      float64 // of the bed
	Spool         float64 // what line pulls that leaves it
	Drift         float64 // of the boat; of one that is estimated, what the wind does of it
	Weight        float64
}

// AsTaken is everything as it is taken to be.
var AsTaken = Tuning{1, 1, 1, 1, 1, 1, 1, 0}

// Set is the stage of a valid setup.
func Set(s setup.Setup, k Knowledge) (*Stage, error) {
	c, err := place(s, AsTaken)
	if err != nil {
		return nil, err
	}
	c.Known = k
	bed := c.Scene.Bed.DepthAt(c.Cast.Distance)
	c.Target = bed
	wanted := s.TargetDepth()
	c.OnBed = wanted == 0 || wanted >= bed
	if !c.OnBed {
		c.Target = wanted
	}
	c.Patience = c.patience()
	return c, c.throws()
}

// Moved returns the stage of another setup, near this one and tuned, of which the
// angler does not know: what is aimed at and waited for stays.
func (c *Stage) Moved(s setup.Setup, t Tuning) (*Stage, error) {
	out, err := place(s, t)
	if err != nil {
		return nil, err
	}
	out.OnBed, out.Patience, out.Throw, out.Known = c.OnBed, c.Patience, c.Throw, c.Known
	out.Target = min(c.Target, out.Scene.Bed.DepthAt(out.Cast.Distance))
	if c.OnBed {
		out.Target = out.Scene.Bed.DepthAt(out.Cast.Distance)
	}
	return out, nil
}

// AtSpeed returns the stage with the bait swum at another speed, m/s.
func (c *Stage) AtSpeed(speed float64) *Stage {
	out := *c
	out.Setup.Approach.Speed = speed
	return &out
}

// place sets up what the engine works on.
func place(s setup.Setup, t Tuning) (*Stage, error) {
	scene, err := model.Scene(s)
	if err != nil {
		return nil, err
	}
	scene.Swell = model.Waves(s, 0)
	scene.Bed.Friction *= t.Friction
	c := &Stage{Setup: s, Tuning: t, Cast: model.Splash(s), Gait: model.Gait(s), Scene: scene, Window: math.Inf(1)}
	c.Cast.SpoolDrag *= t.Spool
	if t.Drift != 1 {
		carried := r3.Vec{}
		if !s.Boat.Measured {
			carried = model.Surface(s)
		}
		more := r3.Scale(t.Drift-1, r3.Sub(c.Cast.Drift, carried))
		c.Cast.Drift = r3.Add(c.Cast.Drift, more)
		c.Gait.Velocity = r3.Add(c.Gait.Velocity, more)
	}
	if closing := c.Cast.Drift.X; closing > 0 && c.Cast.Distance > 0 {
		c.Window = c.Cast.Distance / closing
	}
	return c, nil
}

// patience is how long is waited for the target, s: as set, or as usual for the
// approach and the angler, and no shorter than a wish for a slow fall takes.
func (c *Stage) patience() float64 {
	a := c.Setup.Approach
	if a.Wait > 0 {
		return a.Wait
	}
	usual := min(max(judgement.WaitPerMetre.Number*c.Target, judgement.WaitLeast.Number), judgement.WaitMost.Number)
	if c.School().OnTheBed {
		usual = min(judgement.BedWait.Number+judgement.BedWaitPerMetre.Number*c.Target, judgement.WaitMost.Number)
	}
	if own := c.Setup.Hand.Patience; own > 0 {
		usual *= own
	}
	return max(usual, judgement.HangGrace.Number*c.wished())
}

// wished is how long a fall takes that is as slow as wanted, s.
func (c *Stage) wished() float64 {
	slow := 0.0
	if a := c.Setup.Approach; a.Ceiling > 0 {
		slow = c.Target / a.Ceiling
	}
	if a := c.Setup.Approach; c.School().Lifted && a.BackLeast > 0 {
		slow = max(slow, c.Target/c.Setup.LiftHeight()*a.BackLeast)
	}
	return slow
}

// Wait is how long is waited for the target, s.
func (c *Stage) Wait() float64 {
	if c.School().OnTheBed {
		return c.Patience
	}
	return min(c.Patience, c.Window)
}

// Still tells whether nothing moves the head over the bed.
func (c *Stage) Still() bool { return r3.Norm2(c.Gait.Velocity) == 0 }

// Floats tells whether the bait hangs under a float.
func (c *Stage) Floats() bool { return c.Setup.Rigging.Floats() }

// BedSlope is how much deeper it gets for each metre along the cast.
func (c *Stage) BedSlope() float64 { return c.Scene.Bed.Slope }

// DepthAt is the depth in m at a way along the cast.
func (c *Stage) DepthAt(x float64) float64 { return c.Scene.Bed.DepthAt(x) }

// Current is the velocity of the water at a depth under the rod.
func (c *Stage) Current(depth float64) r3.Vec {
	return c.Scene.Current.At(c.Scene.Bed.Depth-depth, c.Scene.Bed.Depth)
}

// Broken tells whether the swell is steeper than can be worked out, and is taken as
// the steepest that can.
func (c *Stage) Broken() bool { return c.Scene.Swell.Broken }

// Swell tells whether there is one.
func (c *Stage) Swell() bool { return c.Scene.Swell.Moves() }

// Middle is the velocity in m/s of the water at half the depth where the cast lands,
// against the rod.
func (c *Stage) Middle() r3.Vec {
	depth := c.Scene.Bed.DepthAt(c.Cast.Distance)
	return r3.Sub(c.Scene.Current.At(depth/2, depth), c.Cast.Drift)
}

// At is the scene with the rod tip where a handling has it and the swell at one of
// its phases.
func (c *Stage) At(h model.Handling, phase int) *mechanics.Scene {
	scene := *c.Scene
	scene.TipHeight = h.Tip
	if c.Swell() {
		scene.Swell = model.Waves(c.Setup, 2*math.Pi*float64(phase)/phases)
	}
	return &scene
}

// phases are how many phases of a swell at the splash there are to look at, as an angler
// does not know it: two half a wave apart, of which the mean is free of what goes to and
// fro with the wave.
const phases = 2

// Phases is how many there are to look at: one where there is no swell.
func (c *Stage) Phases() int {
	if !c.Swell() {
		return 1
	}
	return phases
}

// Rig is the rig with a head of a mass in kg, as it is tuned, and what hangs on it
// as one lure.
func (c *Stage) Rig(mass float64) (*rig.Rig, tackle.Lure, error) {
	r, lure, err := model.Rig(c.Setup, mass, c.Scene.Water)
	if err != nil {
		return nil, lure, err
	}
	for _, l := range []*tackle.Line{&r.Main, &r.Leader} {
		l.Normal *= c.Tuning.Across
		l.Tangential *= c.Tuning.Along
	}
	for i := range r.Bodies {
		r.Bodies[i].FallArea *= c.Tuning.Fall
		r.Bodies[i].TowArea *= c.Tuning.Tow
	}
	r.Bodies[r.Key].WeightInWater += c.Tuning.Weight * lure.WeightSpread
	return r, lure, nil
}

// Snagged tells whether the bed holds what falls into it: a retrieve over it begins
// before that.
func (c *Stage) Snagged() bool {
	bed := catalogue.Beds[c.Setup.Water.Bed]
	return bed.Tall
}

// Anchored tells whether the rod stays where it is.
func (c *Stage) Anchored() bool { return catalogue.BoatOf(c.Setup.Boat.Kind).Held }

// Moves tells whether anything passes the lure sideways: water, boat or hand.
func (c *Stage) Moves() bool {
	s := c.School()
	return r3.Norm2(c.Scene.Current.Surface) > 0 || r3.Norm2(c.Cast.Drift) > 0 || c.Setup.Cast.Drag > 0 || c.Swell() ||
		s.Swims || s.Hovers
}

// Fluid is the water of the stage.
func (c *Stage) Fluid() water.Fluid { return c.Scene.Water }
