package boat

import (
	"math"
	"time"

	"dunvel/core/almanac"
)

// State is what is known of the boat and the water at a time. What was never heard of is nil.
type State struct {
	Time        time.Time `json:"time"`
	Depth       *Part     `json:"depth"`       // m
	Drift       *Part     `json:"drift"`       // m/s over the ground
	Wind        *Part     `json:"wind"`        // m/s over the ground, and where it blows to
	Current     *Part     `json:"current"`     // m/s, and where it sets to
	Heading     *Part     `json:"heading"`     // of the bow: Course alone
	Temperature *Part     `json:"temperature"` // °C of the water
	Place       *Fix      `json:"place"`
}

// Part is one part of a state.
type Part struct {
	Value    float64 `json:"value"`
	Course   float64 `json:"course"`   // degrees from north, where Directed
	Directed bool    `json:"directed"` // where to is known
	Spread   float64 `json:"spread"`   // relative standard deviation of what was heard lately
	Heard
	Differs *Differing `json:"differs"` // another source that is not of one mind with this; nil where none is
}

// Fix is where the boat is.
type Fix struct {
	almanac.Position
	Heard
}

// Heard is from where and how well a part is known.
type Heard struct {
	Age     float64 `json:"age"` // s since it was heard of last
	Quality string  `json:"quality"`
	Source  string  `json:"source"`
}

// Stale tells whether it was not heard of for too long to be as it was.
func (h Heard) Stale() bool { return h.Age >= StaleAfter }

// Differing is what another source has of the same.
type Differing struct {
	Source string  `json:"source"`
	Value  float64 `json:"value"`
	Course float64 `json:"course"`
}

// How well a part is known.
const (
	Settling = "settling" // not heard for long enough yet
	Steady   = "steady"
	Unsteady = "unsteady"
	Stale    = "stale" // nothing was heard of it for StaleAfter
)

// Qualities are all of them.
var Qualities = []string{Settling, Steady, Unsteady, Stale}

// StaleAfter is how long a part is taken to be as it was heard last, s.
const StaleAfter = 10.0

// motion is a speed and a course as a velocity to the east and to the north.
func motion(speed, course float64) (east, north float64) {
	sin, cos := math.Sincos(course * math.Pi / 180)
	return speed * sin, speed * cos
}

// Course is the compass course of a velocity to the east and to the north, degrees.
func Course(east, north float64) float64 { return Turn(math.Atan2(east, north) * 180 / math.Pi) }

// Turn is an angle from 0 to 360 degrees.
func Turn(degrees float64) float64 { return math.Mod(math.Mod(degrees, 360)+360, 360) }

// apart is how far two courses are apart, degrees.
func apart(a, b float64) float64 { return math.Abs(math.Remainder(a-b, 360)) }
