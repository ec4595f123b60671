// Package mechanics is the line engine: where a rig on a line comes to rest
// in a current, what the line then does to the head, and how the rig falls.
//
// The frame is fixed to the ground: x along the cast, y to its left, z up, the
// surface at z = 0. All values are in m, s, kg, N and rad.
package mechanics

import (
	"math"

	"dunvel/core/tackle"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// CylinderDrag returns the drag coefficient of a long smooth cylinder across
// the flow for the Reynolds number on its diameter (Sucker & Brauer, 1975,
// valid from 1e-4 to 2e5). Numbers outside are taken at the nearer end.
func CylinderDrag(re float64) float64 {
	re = min(max(re, 1e-4), 2e5)
	return 1.18 + 6.8*math.Exp(-0.89*math.Log(re)) + 1.96/math.Sqrt(re) - 0.0004*re/(1+3.64e-7*re*re)
}

// strand is a line in a fluid, with what its drag and its weight take worked
// out once.
type strand struct {
	across   float64 // drag across it over speed squared and coefficient, N s2/m3
	along    float64 // the same along it, its coefficient included
	reynolds float64 // Reynolds number over speed, s/m
	weight   float64 // net weight, N/m
	fixed    float64 // replaces CylinderDrag where above zero
}

func newStrand(line *tackle.Line, fluid *water.Fluid, fixed float64) strand {
	half := 0.5 * fluid.Density * line.Diameter
	return strand{
		across: half * line.Normal, along: half * line.Tangential * math.Pi,
		reynolds: line.Diameter / fluid.Viscosity, weight: line.NetWeight(*fluid), fixed: fixed,
	}
}

// coefficient is that of the drag across the line at a speed, with the power of
// the speed that it goes with there.
func (l *strand) coefficient(speed float64) (cn, power float64) {
	if l.fixed != 0 {
		return l.fixed, 0
	}
	return quickCylinderDrag(speed * l.reynolds)
}

// force is what the fluid and the net weight do to a metre of line with unit
// tangent t in the relative flow u (velocity of the fluid less that of the
// line), in N. The flow is split along and across the line (independence
// principle; Hoerner, 1965).
func (l *strand) force(t, u r3.Vec) r3.Vec {
	along, across, speed := splitFlow(t, u)
	tangential, k := l.along*math.Abs(along)*along, 0.0
	if speed > 1e-9 {
		cn, _ := l.coefficient(speed)
		k = l.across * cn * speed
	}
	return r3.Vec{
		X: tangential*t.X + k*across.X,
		Y: tangential*t.Y + k*across.Y,
		Z: tangential*t.Z + k*across.Z - l.weight,
	}
}

// splitFlow returns the speed of u along t, its part across, and the speed of
// that.
func splitFlow(t, u r3.Vec) (along float64, across r3.Vec, speed float64) {
	along = t.X*u.X + t.Y*u.Y + t.Z*u.Z
	across = r3.Vec{X: u.X - along*t.X, Y: u.Y - along*t.Y, Z: u.Z - along*t.Z}
	return along, across, math.Sqrt(across.X*across.X + across.Y*across.Y + across.Z*across.Z)
}

// forceAndSlopes is force on so much line, and adds to slopes how that of a metre changes
// with the flow, so many times.
func (l *strand) forceAndSlopes(t, u r3.Vec, line, times float64, s *slopes) r3.Vec {
	along, across, speed := splitFlow(t, u)
	b := l.along * math.Abs(along)
	if speed < 1e-6 {
		// At rest the coefficient grows as the speed falls; the slope does not.
		speed = 1e-6
	}
	cn, power := l.coefficient(speed)
	perSpeed := l.across * cn
	k := perSpeed * speed
	// k across, twice b along, and more of k the faster it flows.
	s.unit += times * k
	s.along += times * (2*b - k)
	s.rest.addOuter(times*perSpeed*(1+power)/speed, across)
	b *= along
	return r3.Vec{
		X: line * (b*t.X + k*across.X),
		Y: line * (b*t.Y + k*across.Y),
		Z: line * (b*t.Z + k*across.Z - l.weight),
	}
}

// bodyDrag returns the force in N on a body with the given drag areas in the
// relative flow u.
func bodyDrag(fluid *water.Fluid, towArea, fallArea float64, u r3.Vec) r3.Vec {
	k := 0.5 * fluid.Density * math.Sqrt(u.X*u.X+u.Y*u.Y+u.Z*u.Z)
	return r3.Vec{X: k * towArea * u.X, Y: k * towArea * u.Y, Z: k * fallArea * u.Z}
}

// DragAcross returns the force in N per metre on a line across which a fluid flows
// at a speed in m/s.
func DragAcross(line *tackle.Line, fluid water.Fluid, speed float64) float64 {
	if speed == 0 {
		return 0
	}
	return 0.5 * fluid.Density * line.Normal * CylinderDrag(
		speed*line.Diameter/fluid.Viscosity) * line.Diameter * speed * speed
}
