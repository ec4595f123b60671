// Package boat is what the instruments of a boat tell of where it is and what the water
// does: readings as they come from several sources, made into one state with how old, how
// steady and how sure each part of it is.
//
// Values are in m, m/s and degrees Celsius; directions are compass courses in degrees from
// true north, clockwise. A course is where something goes, also that of a wind: the wind
// blows towards it.
package boat

import (
	"math"

	"dunvel/core/setup"
)

// What a reading is of.
type What int

// All of them. Angles are degrees clockwise, of the bow where they are against it.
const (
	DepthUnderTransducer What = iota // m
	DepthUnderSurface                // m
	WaterTemperature                 // °C
	ApparentWind                     // m/s, and the angle off the bow that it comes from
	TrueWindOffBow                   // m/s through the water taken out, and the angle off the bow that it comes from
	TrueWind                         // m/s, and the course that it comes from
	OverGround                       // m/s, and the course
	ThroughWater                     // m/s, and the heading
	Current                          // m/s, and the course it sets
	Heading                          // degrees from true north
	MagneticHeading                  // degrees from magnetic north
	Variation                        // degrees that magnetic north lies to the east of true north
	Place                            // latitude and longitude, degrees
)

// Reading is one thing that an instrument says. Value is a length, a speed, a temperature
// or an angle; Angle is that which goes with it, and NaN where none was given. Of a Place
// they are latitude and longitude.
type Reading struct {
	What  What
	Value float64
	Angle float64
}

// limit is what a reading may be; what lies outside is a fault of the instrument, such as
// the 0 and the 999 that stand for a bed that is not found.
type limit struct{ least, most float64 }

var limits = map[What]limit{
	DepthUnderTransducer: {0.1, deepest},
	DepthUnderSurface:    {0.1, deepest},
	WaterTemperature:     {-3, 45},
	ApparentWind:         {0, 75},
	TrueWindOffBow:       {0, 75},
	TrueWind:             {0, 75},
	OverGround:           {0, 50},
	ThroughWater:         {-5, 50},
	Current:              {0, 10},
	Heading:              {-360, 720},
	MagneticHeading:      {-360, 720},
	Variation:            {-180, 180},
	Place:                {-90, 90},
}

// deepest is the deepest water in m that is believed: four times what a setup takes.
var deepest = 4 * setup.LookupField("water.depth").Max

// Believed tells whether a reading can be one.
func (r Reading) Believed() bool {
	l, known := limits[r.What]
	if !known || !(r.Value >= l.least && r.Value <= l.most) || math.IsInf(r.Angle, 0) {
		return false
	}
	switch r.What {
	case Place:
		return math.Abs(r.Angle) <= 180
	case TrueWind, Current: // without where to it is of no use
		return !math.IsNaN(r.Angle)
	}
	return math.IsNaN(r.Angle) || math.Abs(r.Angle) <= 720
}

// Offsets are what a source is out by, and what it cannot know.
type Offsets struct {
	Depth       float64 // m that the transducer is under the surface
	Heading     float64 // degrees that are added to headings
	Wind        float64 // degrees that are added to angles of the wind off the bow
	Temperature float64 // °C that are added
}

// mended is a reading with what its source is out by put right.
func (o Offsets) mended(r Reading) Reading {
	switch r.What {
	case DepthUnderTransducer:
		if o.Depth != 0 {
			return Reading{What: DepthUnderSurface, Value: r.Value + o.Depth, Angle: math.NaN()}
		}
	case WaterTemperature:
		r.Value += o.Temperature
	case Heading, MagneticHeading:
		r.Value += o.Heading
	case ThroughWater:
		r.Angle += o.Heading
	case ApparentWind, TrueWindOffBow:
		r.Angle += o.Wind
	}
	return r
}
