package water

import (
	"errors"
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Gravity in m/s2, standard (BIPM, 1901).
const Gravity = 9.80665

// Current is a power-law profile: at the height h over a bed of depth D the
// water moves at Surface * (h/D)^Exponent.
type Current struct {
	Surface  r3.Vec  // velocity at the surface, m/s
	Exponent float64 // 0 is the same speed all the way down
}

// At returns the velocity in m/s at height h over the bed where the depth is
// depth, both in m. Heights outside 0 to depth are taken at the nearer end.
func (c Current) At(h, depth float64) r3.Vec { return r3.Scale(c.Share(h, depth), c.Surface) }

// Share returns the speed at height h as a share of the surface speed.
func (c Current) Share(h, depth float64) float64 {
	switch {
	case c.Exponent == 0 || h >= depth:
		return 1
	case h <= 0:
		return 0
	}
	return math.Pow(h/depth, c.Exponent)
}

// FitExponent returns the power of the profile that has the given surface
// speed and a second speed (m/s) measured at height h (m) over the bed. It is
// an error if no power between 0 and 1 fits.
func FitExponent(surface, second, h, depth float64) (float64, error) {
	if !(surface > 0 && second > 0 && h > 0 && h < depth) {
		return 0, errors.New("water: a profile needs two speeds above zero, the second between bed and surface")
	}
	p := math.Log(second/surface) / math.Log(h/depth)
	if !(p >= 0 && p <= 1) {
		return 0, errors.New("water: the flow near the bed must be slower than at the surface, and not cease far " +
			"above the bed")
	}
	return p, nil
}

// Drift returns the velocity over the ground in m/s of a boat that the
// surface current carries and the wind pushes, leeway being the share of the
// wind speed that it makes through the water.
func Drift(current, wind r3.Vec, leeway float64) r3.Vec {
	return r3.Add(current, r3.Scale(leeway, wind))
}
