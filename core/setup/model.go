package setup

import (
	"math"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/tackle"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// slope of the bed along the cast.
func (s Setup) slope() float64 {
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
		w.SplashDepth = min(max(w.SplashDepth+depth-w.Depth, LookupField("water.depth").Min), LookupField("water.splashDepth").Max)
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
	if over := s.Rigging.raised(); over > 0 {
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

// profile returns the power of the current profile: fitted where a second
// speed was measured, and that of the bed otherwise.
func (s Setup) profile() (float64, error) {
	if s.Flow.NearBed > 0 {
		return water.FitExponent(s.Flow.Speed, s.Flow.NearBed, nearBedHeight, s.Water.Depth)
	}
	return catalogue.Beds[s.Water.Bed].ProfileExponent.Number, nil
}

// vector is a horizontal velocity.
func vector(speed, degrees float64) r3.Vec {
	sin, cos := math.Sincos(degrees * math.Pi / 180)
	return r3.Vec{X: speed * cos, Y: speed * sin}
}

// Against is the direction of a velocity against the cast, degrees from 0 to 360.
func Against(v r3.Vec) float64 { return math.Mod(math.Atan2(v.Y, v.X)*180/math.Pi+360, 360) }

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

// Surface returns the velocity of the current at the surface in m/s.
func (s Setup) Surface() r3.Vec { return vector(s.Flow.Speed, s.Flow.Direction) }

// Drift returns the velocity of the boat over the ground in m/s: as measured,
// or carried by the surface current and pushed by the wind.
func (s Setup) Drift() r3.Vec {
	if catalogue.BoatOf(s.Boat.Kind).Held {
		return r3.Vec{}
	}
	if s.Boat.Measured {
		return vector(s.Boat.Speed, s.Boat.Direction)
	}
	return water.Drift(s.Surface(), vector(s.Wind.Speed, s.Wind.Direction), catalogue.BoatOf(s.Boat.Kind).Leeway.Number)
}

// Waves are the swell over the mean depth of the cast, with a phase in rad at the
// splash.
func (s Setup) Waves(phase float64) water.Waves {
	direction := s.Swell.Direction
	if direction == 0 && catalogue.BoatOf(s.Boat.Kind).Ashore {
		direction = 180
	}
	return water.WavesOver(water.Swell{
		Height: s.Swell.Height, Period: s.Swell.Period, Direction: direction * math.Pi / 180, Phase: phase,
	}, (s.Water.Depth+s.DepthAtSplash())/2)
}

// Scene returns the water as the engine takes it, the swell with its crest at the
// rod at the splash. The setup must be valid.
func (s Setup) Scene() (*mechanics.Scene, error) {
	fluid, err := water.New(s.Water.Salinity, s.Water.Temperature)
	if err != nil {
		return nil, err
	}
	exponent, err := s.profile()
	if err != nil {
		return nil, err
	}
	return &mechanics.Scene{
		Water:     fluid,
		Current:   water.Current{Surface: s.Surface(), Exponent: exponent},
		Swell:     s.Waves(0),
		Wind:      vector(s.Wind.Speed, s.Wind.Direction),
		Bed:       water.Bed{Depth: s.Water.Depth, Slope: s.slope(), Friction: catalogue.Beds[s.Water.Bed].Friction.Number},
		TipHeight: s.Rod.TipHeight,
	}, nil
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

// Tackle returns the head of the given mass in kg and the bait.
func (s Setup) Tackle(mass float64) (tackle.Head, tackle.Bait) {
	bait := s.bait()
	hook := s.Head.Hook
	if hook == HookAsTheyCome {
		hook = catalogue.HookFitting(s.GapWanted())
		if most := catalogue.HookFor(mass); catalogue.HookMass[most].Number < catalogue.HookMass[hook].Number {
			hook = most
		}
	}
	return tackle.Head{
		Mass: mass, Weighed: s.Head.Weighed, Material: s.Head.Material, Shape: s.Head.Shape,
		Hook: hook, Wire: s.Head.Wire, Skirt: s.Head.Skirt, Tie: s.Head.Tie,
	}, bait
}

func (s Setup) bait() tackle.Bait {
	b := s.Bait
	return tackle.Bait{
		Form: b.Form, Length: b.Length, Body: b.Body, Weighed: b.Weighed, Trimmed: b.Trimmed, NoTail: b.NoTail,
		Width: b.Width, Tall: b.Height, Put: b.Put, Drag: b.Drag,
	}
}

// FishFor is how many fish a bait stands, by judgement.
func (s Setup) FishFor() float64 {
	fish := catalogue.BaitLasts[s.Bait.Body].Number * catalogue.PutOf(s.Bait.Put).Lasts.Number
	if s.Rigging.Takes() == PartHead && !catalogue.PutOf(s.Bait.Put).Swings {
		fish *= catalogue.Keepers[s.Head.Keeper].Number
	}
	return fish
}

// GapWanted is the gap in m that a hook has over the body of the bait: as it is high, and
// more where it hides the point.
func (s Setup) GapWanted() float64 {
	if s.Head.Point != catalogue.PointExposed {
		return s.bait().Height() * judgement.HookHidden.Number
	}
	return s.bait().Height()
}

// OffsetHook tells whether the shank of the hook is offset, by itself or as such heads come.
func (s Setup) OffsetHook() bool { return s.Head.Offset || catalogue.HeadShapes[s.Head.Shape].Offset }

// Splash returns how the cast enters the water, and how the line runs off then.
func (s Setup) Splash() mechanics.Cast {
	return mechanics.Cast{Distance: s.Cast.Distance, SpoolDrag: s.fingers(), Drift: s.Drift()}
}

// Gait returns how the rig moves over the ground while it is worked: with the
// boat, and towards the rod at the speed of the drag. At rest it is about to
// be pulled towards the rod, or upstream to it where it was dropped.
func (s Setup) Gait() mechanics.Gait {
	velocity := s.Drift()
	pull := r3.Vec{}
	switch {
	case s.Cast.Distance > 0:
		velocity.X -= s.Cast.Drag
		pull = r3.Vec{X: -1}
	case s.Flow.Speed > 0:
		pull = vector(-1, s.Flow.Direction)
	}
	return mechanics.Gait{Velocity: velocity, Pull: pull}
}
