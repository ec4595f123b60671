// Package tackle turns line, leader, head, hook and bait into what the water
// acts on: diameters, weights in water and drag areas.
package tackle

import (
	"fmt"
	"math"
	"strings"

	"dunvel/core/catalogue"
	"dunvel/core/units"
	"dunvel/core/water"
)

// Line is a round, flexible line. Values come from NewLine and are valid.
type Line struct {
	Material   string
	Diameter   float64 // m
	Density    float64 // kg/m3
	Tangential float64 // drag coefficient along the line
	Normal     float64 // factor on a smooth cylinder's drag across the line
}

// LineMaterials with their densities in kg/m3: gel-spun polyethylene, polyamide
// 6, polyvinylidene fluoride (makers' data sheets), coated steel trace.
var LineMaterials = map[string]float64{"braid": 975, "nylon": 1140, "fluorocarbon": 1780, "wire": 5000}

// Diameters in m that a line can have.
const (
	MinDiameter = 0.02e-3
	MaxDiameter = 2e-3
)

// NewLine returns a line of a material in LineMaterials and a diameter in m.
func NewLine(material string, diameter float64) (Line, error) {
	density, ok := LineMaterials[material]
	if !ok {
		return Line{}, fmt.Errorf("tackle: no line material %q", material)
	}
	if !(diameter >= MinDiameter && diameter <= MaxDiameter) {
		return Line{}, fmt.Errorf("tackle: a line of %g mm is outside %g to %g mm", diameter*1e3, MinDiameter*1e3,
			MaxDiameter*1e3)
	}
	surface := catalogue.LineSurfaces[material]
	return Line{material, diameter, density, surface.Tangential.Number, surface.Normal.Number}, nil
}

// NetWeight returns the weight in N of a metre of line in a fluid. It is
// negative where the line floats.
func (l Line) NetWeight(fluid water.Fluid) float64 {
	return water.Gravity * math.Pi / 4 * l.Diameter * l.Diameter * (l.Density - fluid.Density)
}

// Mass returns the mass in kg of a metre of line.
func (l Line) Mass() float64 { return math.Pi / 4 * l.Diameter * l.Diameter * l.Density }

// poundDiameter is the diameter in m of a line labelled one pound; it grows
// with the square root of the strength at constant stress.
var poundDiameter = map[string]float64{"braid": 0.0515e-3, "fluorocarbon": 0.0875e-3, "nylon": 0.093e-3}

// fineBraid is the diameter in m of a finely woven braid of one pound.
const fineBraid = 0.039e-3

// peDiameter is the diameter in m of PE 1, which by the Japanese numbering of
// lines weighs 200 denier; cross-section is in proportion to the number.
const peDiameter = 0.165e-3

// Strength estimates what a line breaks at, in kg, from its diameter: the
// label that LineSize reads as such a diameter, except that a braid is taken to
// be finely woven, as those sold by diameter are (Japanese numbering: PE 1 is
// about 18 lb), and for wire the strength of
// drawn steel at 40 % of the section, which its coating leaves (1500 MPa).
func Strength(material string, diameter float64) float64 {
	perRoot, ok := poundDiameter[material]
	if material == "braid" {
		perRoot = fineBraid
	}
	if ok {
		return diameter * diameter / (perRoot * perRoot) * units.MustLookup("lb").Scale
	}
	return 0.4 * math.Pi / 4 * diameter * diameter * 1500e6 / water.Gravity
}

// LineSize reads what is written on a spool, "0.18 mm", "PE 1", "12 lb" or
// "5 kg", and returns the diameter in m. Strengths and PE numbers only give an
// estimate, which estimated tells. A bare number is in bare.
func LineSize(text, material string, bare units.Unit) (diameter float64, estimated bool, err error) {
	number, unit, perr := units.Read(text, bare)
	if perr != nil {
		perr.Reason += "; give a diameter such as 0.18 mm, or the label: PE 1, 12 lb, 5 kg"
		return 0, false, perr
	}
	refuse := func(reason string) (float64, bool, error) {
		return 0, false, &units.ParseError{Text: strings.TrimSpace(text), Reason: reason}
	}
	switch unit.Dimension {
	case units.Length:
		diameter = unit.ToBase(number)
	case units.Grade:
		if material != "braid" {
			return refuse("is a braid number; give " + material +
				" as a diameter such as 0.3 mm, or by its label, such as 12 lb")
		}
		diameter, estimated = peDiameter*math.Sqrt(number), true
	case units.Mass:
		perRoot, ok := poundDiameter[material]
		if !ok {
			return refuse("is a strength, which does not tell the diameter of " + material +
				"; give a diameter such as 0.4 mm")
		}
		pounds := unit.ToBase(number) / units.MustLookup("lb").Scale
		diameter, estimated = perRoot*math.Sqrt(pounds), true
	default:
		return refuse("is in " + unit.Symbol + "; give a diameter such as 0.18 mm, or the label: PE 1, 12 lb, 5 kg")
	}
	if !(diameter >= MinDiameter && diameter <= MaxDiameter) {
		return refuse(fmt.Sprintf("makes a line outside %g to %g mm", MinDiameter*1e3, MaxDiameter*1e3))
	}
	return diameter, estimated, nil
}
