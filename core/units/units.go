// Package units reads and writes quantities the way anglers do: "3,5 g",
// "3/8 oz", "60 ft", "0.8 kn", "PE 1". Everything it returns is in the base
// unit of its dimension: kg, m, m/s, degrees Celsius, s, degrees of arc.
package units

import (
	"fmt"
	"strings"
)

// Dimension is what a quantity measures. Only units of one dimension convert
// into each other.
type Dimension string

// The dimensions, each with its base unit.
const (
	Mass        Dimension = "mass"        // kg; also the strength on a line's label
	Length      Dimension = "length"      // m
	Speed       Dimension = "speed"       // m/s
	Temperature Dimension = "temperature" // degrees Celsius
	Time        Dimension = "time"        // s
	Angle       Dimension = "angle"       // degrees
	Force       Dimension = "force"       // N
	Count       Dimension = "count"       // turns of the reel
	Rate        Dimension = "rate"        // turns or shakes a second
	Grade       Dimension = "grade"       // PE number of a braid, dimensionless
	Ratio       Dimension = "ratio"       // dimensionless
)

// Unit is one way to write a dimension: base = written * Scale + Offset.
type Unit struct {
	Symbol    string
	Aliases   []string // other spellings that are read, lower case
	Dimension Dimension
	Scale     float64
	Offset    float64
	Fractions *Fractions // nil where it is written as a decimal alone
}

// Conversion factors are exact by definition (BIPM SI Brochure, 2019; NIST
// SP 811, 2008): inch 0.0254 m, yard 0.9144 m, pound 0.45359237 kg, nautical mile 1852 m.
var all = []Unit{
	{Symbol: "g", Aliases: []string{"gr", "gram", "grams", "gramme", "grammes"}, Dimension: Mass, Scale: 1e-3},
	{Symbol: "oz", Aliases: []string{"ounce", "ounces"}, Dimension: Mass, Scale: 0.45359237 / 16, Fractions: ounces},
	{Symbol: "kg", Aliases: []string{"kilo", "kilos"}, Dimension: Mass, Scale: 1},
	{Symbol: "lb", Aliases: []string{"lbs", "pound", "pounds"}, Dimension: Mass, Scale: 0.45359237},
	{Symbol: "m", Aliases: []string{"metre", "metres", "meter", "meters"}, Dimension: Length, Scale: 1},
	{Symbol: "ft", Aliases: []string{"foot", "feet", "'", "′"}, Dimension: Length, Scale: 0.3048},
	{Symbol: "yd", Aliases: []string{"yard", "yards", "yds"}, Dimension: Length, Scale: 0.9144},
	{Symbol: "mm", Dimension: Length, Scale: 1e-3},
	{Symbol: "cm", Dimension: Length, Scale: 1e-2},
	{Symbol: "in", Aliases: []string{"inch", "inches", "\"", "″"}, Dimension: Length, Scale: 0.0254},
	{Symbol: "m/s", Aliases: []string{"mps"}, Dimension: Speed, Scale: 1},
	{Symbol: "kn", Aliases: []string{"kt", "kts", "knot", "knots"}, Dimension: Speed, Scale: 1852.0 / 3600},
	{Symbol: "km/h", Aliases: []string{"kmh", "kph"}, Dimension: Speed, Scale: 1 / 3.6},
	{Symbol: "mph", Dimension: Speed, Scale: 0.44704},
	{Symbol: "ft/s", Aliases: []string{"fps"}, Dimension: Speed, Scale: 0.3048},
	{Symbol: "°C", Aliases: []string{"c", "celsius"}, Dimension: Temperature, Scale: 1},
	{Symbol: "°F", Aliases: []string{"f", "fahrenheit"}, Dimension: Temperature, Scale: 5.0 / 9, Offset: -32 * 5.0 / 9},
	{Symbol: "s", Aliases: []string{"sec", "secs", "second", "seconds"}, Dimension: Time, Scale: 1},
	{Symbol: "min", Aliases: []string{"minute", "minutes"}, Dimension: Time, Scale: 60},
	{Symbol: "°", Aliases: []string{"deg", "degree", "degrees"}, Dimension: Angle, Scale: 1},
	{Symbol: "gf", Aliases: []string{"gram-force"}, Dimension: Force, Scale: 9.80665e-3},
	{Symbol: "ozf", Aliases: []string{"ounce-force"}, Dimension: Force, Scale: 0.45359237 / 16 * 9.80665},
	{Symbol: "N", Aliases: []string{"newton", "newtons"}, Dimension: Force, Scale: 1},
	{Symbol: "turns", Aliases: []string{"turn"}, Dimension: Count, Scale: 1},
	{Symbol: "/s", Aliases: []string{"a second", "per second", "hz"}, Dimension: Rate, Scale: 1},
	{Symbol: "%", Aliases: []string{"percent", "per cent"}, Dimension: Ratio, Scale: 0.01},
	{Symbol: "×", Aliases: []string{"x", "times"}, Dimension: Ratio, Scale: 1},
	{Symbol: "of 10", Dimension: Ratio, Scale: 1},
	{Symbol: "PE", Aliases: []string{"pe"}, Dimension: Grade, Scale: 1},
}

// All returns every unit that is understood.
func All() []Unit { return append([]Unit(nil), all...) }

// Lookup finds a unit by symbol or alias, ignoring case.
func Lookup(name string) (Unit, bool) {
	name = strings.TrimSpace(name)
	folded := strings.ToLower(name)
	for _, u := range all {
		if u.Symbol == name || strings.ToLower(u.Symbol) == folded {
			return u, true
		}
		for _, alias := range u.Aliases {
			if alias == folded {
				return u, true
			}
		}
	}
	return Unit{}, false
}

// MustLookup is Lookup for symbols fixed in code; it panics on an unknown one.
func MustLookup(name string) Unit {
	u, ok := Lookup(name)
	if !ok {
		panic(fmt.Sprintf("units: no unit %q", name))
	}
	return u
}

// ToBase converts a number written in u to the base unit of its dimension.
func (u Unit) ToBase(written float64) float64 { return written*u.Scale + u.Offset }

// FromBase converts a base value to the number that is written in u.
func (u Unit) FromBase(base float64) float64 { return (base - u.Offset) / u.Scale }
