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

// lineDrag returns the force in N per metre on a line with unit tangent t in
// the relative flow u (velocity of the fluid less that of the line). The flow
// is split along and across the line (independence principle; Hoerner, 1965).
// fixedNormal, where above zero, replaces CylinderDrag.
func lineDrag(line *tackle.Line, fluid *water.Fluid, t, u r3.Vec, fixedNormal float64) r3.Vec {
	along, across, speed := splitFlow(t, u)
	half := 0.5 * fluid.Density * line.Diameter
	tangential := half * line.Tangential * math.Pi * math.Abs(along) * along
	force := r3.Vec{X: tangential * t.X, Y: tangential * t.Y, Z: tangential * t.Z}
	if speed > 1e-9 {
		cn := fixedNormal
		if cn == 0 {
			cn, _ = quickCylinderDrag(speed * line.Diameter / fluid.Viscosity)
		}
		k := half * line.Normal * cn * speed
		force.X += k * across.X
		force.Y += k * across.Y
		force.Z += k * across.Z
	}
	return force
}

// splitFlow returns the speed of u along t, its part across, and the speed of
// that.
func splitFlow(t, u r3.Vec) (along float64, across r3.Vec, speed float64) {
	along = t.X*u.X + t.Y*u.Y + t.Z*u.Z
	across = r3.Vec{X: u.X - along*t.X, Y: u.Y - along*t.Y, Z: u.Z - along*t.Z}
	return along, across, math.Sqrt(across.X*across.X + across.Y*across.Y + across.Z*across.Z)
}

// lineDragSlopes is lineDrag with how the force changes with the flow, and
// with a change of the tangent across itself.
func lineDragSlopes(line *tackle.Line, fluid *water.Fluid, t, u r3.Vec, fixedNormal float64) (force r3.Vec, byFlow, byTangent block) {
	along, across, speed := splitFlow(t, u)
	half := 0.5 * fluid.Density * line.Diameter
	b := half * line.Tangential * math.Pi * math.Abs(along)
	force = r3.Vec{X: b * along * t.X, Y: b * along * t.Y, Z: b * along * t.Z}
	byFlow.addOuter(2*b, t, t)
	byTangent.addScaled(b * along)
	byTangent.addOuter(2*b, t, u)
	// At rest the coefficient grows as the speed falls; the slope does not.
	speed = math.Max(speed, 1e-6)
	cn, power := fixedNormal, 0.0
	if cn == 0 {
		cn, power = quickCylinderDrag(speed * line.Diameter / fluid.Viscosity)
	}
	k := half * line.Normal * cn * speed
	force = r3.Vec{X: force.X + k*across.X, Y: force.Y + k*across.Y, Z: force.Z + k*across.Z}
	n := r3.Vec{X: across.X / speed, Y: across.Y / speed, Z: across.Z / speed}
	byFlow.addScaled(k)
	byFlow.addOuter(-k, t, t)
	byFlow.addOuter(k*(1+power), n, n)
	// A turn by d takes (u.t) d + t (u.d) off the flow across; t stays across n.
	byTangent.addScaled(-k * along)
	byTangent.addOuter(-k, t, u)
	byTangent.addOuter(-k*(1+power)*along, n, n)
	// Along itself the tangent does not change.
	byTangent.addOuter(-1, byTangent.times(t), t)
	return force, byFlow, byTangent
}

// bodyDrag returns the force in N on a body with the given drag areas in the
// relative flow u.
func bodyDrag(fluid *water.Fluid, towArea, fallArea float64, u r3.Vec) r3.Vec {
	k := 0.5 * fluid.Density * math.Sqrt(u.X*u.X+u.Y*u.Y+u.Z*u.Z)
	return r3.Vec{X: k * towArea * u.X, Y: k * towArea * u.Y, Z: k * fallArea * u.Z}
}
