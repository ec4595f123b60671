// Package model is a valid setup as the engine takes it: the scene, the rig with its lures, how it is cast and worked,
// and how far each of what is not exactly known may be off. SI units.
package model

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"

	"dunvel/core/catalogue"
	"dunvel/core/mechanics"
	"dunvel/core/setup"
	"dunvel/core/water"
)

// vector is a horizontal velocity.
func vector(speed, degrees float64) r3.Vec {
	sin, cos := math.Sincos(degrees * math.Pi / 180)
	return r3.Vec{X: speed * cos, Y: speed * sin}
}

// Against is the direction of a velocity against the cast, degrees from 0 to 360.
func Against(v r3.Vec) float64 { return math.Mod(math.Atan2(v.Y, v.X)*180/math.Pi+360, 360) }

// Surface returns the velocity of the current at the surface in m/s.
func Surface(s setup.Setup) r3.Vec { return vector(s.Flow.Speed, s.Flow.Direction) }

// Drift returns the velocity of the boat over the ground in m/s: as measured,
// or carried by the surface current and pushed by the wind.
func Drift(s setup.Setup) r3.Vec {
	if catalogue.BoatOf(s.Boat.Kind).Held {
		return r3.Vec{}
	}
	if s.Boat.Measured {
		return vector(s.Boat.Speed, s.Boat.Direction)
	}
	return water.Drift(Surface(s), vector(s.Wind.Speed, s.Wind.Direction), catalogue.BoatOf(s.Boat.Kind).Leeway.Number)
}

// Waves are the swell over the mean depth of the cast, with a phase in rad at the
// splash.
func Waves(s setup.Setup, phase float64) water.Waves {
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
func Scene(s setup.Setup) (*mechanics.Scene, error) {
	fluid, err := water.New(s.Water.Salinity, s.Water.Temperature)
	if err != nil {
		return nil, err
	}
	exponent, err := s.Profile()
	if err != nil {
		return nil, err
	}
	return &mechanics.Scene{
		Water:   fluid,
		Current: water.Current{Surface: Surface(s), Exponent: exponent},
		Swell:   Waves(s, 0),
		Wind:    vector(s.Wind.Speed, s.Wind.Direction),
		Bed: water.Bed{Depth: s.Water.Depth, Slope: s.Slope(),
			Friction: catalogue.Beds[s.Water.Bed].Friction.Number},
		TipHeight: s.Rod.TipHeight,
	}, nil
}

// Splash returns how the cast enters the water, and how the line runs off then.
func Splash(s setup.Setup) mechanics.Cast {
	return mechanics.Cast{Distance: s.Cast.Distance, SpoolDrag: fingers(s), Drift: Drift(s)}
}

// Gait returns how the rig moves over the ground while it is worked: with the
// boat, and towards the rod at the speed of the drag. At rest it is about to
// be pulled towards the rod, or upstream to it where it was dropped.
func Gait(s setup.Setup) mechanics.Gait {
	velocity := Drift(s)
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
