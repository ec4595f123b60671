// Package water is the water a rig hangs in: density and viscosity, the
// current from surface to bed, the drift of a boat, swell, and the bed.
package water

import (
	"fmt"
	"math"
)

// Salinities in g/kg for the three kinds of water people name.
var Salinities = map[string]float64{"fresh": 0, "brackish": 15, "salt": 35}

// Temperatures in degrees Celsius that the fits below cover.
const (
	MinTemperature = -2
	MaxTemperature = 40
)

// Density returns the density in kg/m3 of water at one atmosphere for
// salinity in g/kg (0 to 42) and temperature in degrees Celsius (-2 to 40):
// the one-atmosphere equation of state EOS-80 (Millero & Poisson, 1981;
// UNESCO Technical Papers in Marine Science 36 and 44).
func Density(salinity, temperature float64) float64 {
	s, t := salinity, temperature
	pure := 999.842594 + t*(6.793952e-2+t*(-9.095290e-3+t*(1.001685e-4+t*(-1.120083e-6+t*6.536332e-9))))
	a := 8.24493e-1 + t*(-4.0899e-3+t*(7.6438e-5+t*(-8.2467e-7+t*5.3875e-9)))
	b := -5.72466e-3 + t*(1.0227e-4-t*1.6546e-6)
	const c = 4.8314e-4
	return pure + a*s + b*s*math.Sqrt(s) + c*s*s
}

// Viscosity returns the kinematic viscosity in m2/s for salinity in g/kg and
// temperature in degrees Celsius (Sharqawy, Lienhard & Zubair, 2010, eqs. 22
// and 23, divided by Density).
func Viscosity(salinity, temperature float64) float64 {
	s, t := salinity/1000, temperature
	pure := 4.2844e-5 + 1/(0.157*(t+64.993)*(t+64.993)-91.296)
	a := 1.541 + 1.998e-2*t - 9.52e-5*t*t
	b := 7.974 - 7.561e-2*t + 4.724e-4*t*t
	return pure * (1 + a*s + b*s*s) / Density(salinity, temperature)
}

// Fluid is what drag and buoyancy need of a medium: density in kg/m3 and
// kinematic viscosity in m2/s.
type Fluid struct {
	Density, Viscosity float64
}

// Air near the surface of the water at 15 degrees Celsius (ICAO standard
// atmosphere, 1993, rounded).
var Air = Fluid{Density: 1.2, Viscosity: 1.5e-5}

// New returns water of the named salinity ("fresh", "brackish", "salt") at a
// temperature in degrees Celsius. An unknown name or a temperature outside
// MinTemperature to MaxTemperature is an error.
func New(kind string, temperature float64) (Fluid, error) {
	salinity, ok := Salinities[kind]
	if !ok {
		return Fluid{}, fmt.Errorf("water: no kind of water %q", kind)
	}
	if !(temperature >= MinTemperature && temperature <= MaxTemperature) {
		return Fluid{}, fmt.Errorf("water: temperature %g °C is outside %d to %d °C", temperature, MinTemperature,
			MaxTemperature)
	}
	return Fluid{Density(salinity, temperature), Viscosity(salinity, temperature)}, nil
}
