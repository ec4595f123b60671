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

// lineDragSlopes is lineDrag, and adds to l how the force changes with the
// places of a segment's ends: byPlace times the change with the flow for both,
// and byTurn times that with a turn of the tangent, against the lower and with
// the upper end.
func lineDragSlopes(line *tackle.Line, fluid *water.Fluid, t, u r3.Vec, fixedNormal, byPlace, byTurn float64, l *load) r3.Vec {
	along, across, speed := splitFlow(t, u)
	half := 0.5 * fluid.Density * line.Diameter
	b := half * line.Tangential * math.Pi * math.Abs(along)
	// At rest the coefficient grows as the speed falls; the slope does not.
	speed = math.Max(speed, 1e-6)
	cn, power := fixedNormal, 0.0
	if cn == 0 {
		cn, power = quickCylinderDrag(speed * line.Diameter / fluid.Viscosity)
	}
	k := half * line.Normal * cn * speed
	n := r3.Vec{X: across.X / speed, Y: across.Y / speed, Z: across.Z / speed}

	// By the flow: k across, twice b along, and more of k the faster it flows.
	e, f, g := byPlace*k, byPlace*(2*b-k), byPlace*k*(1+power)
	// By a turn d, which is across t: (b - k) (u.t) d + (2 b - k) t (u.d) -
	// k (1 + power) (u.t) n (n.d). Of u only the part across turns with d.
	p, q, r := byTurn*(b-k)*along, byTurn*(2*b-k)*speed, -byTurn*k*(1+power)*along
	ts, ns := [3]float64{t.X, t.Y, t.Z}, [3]float64{n.X, n.Y, n.Z}
	for row := range 3 {
		for column := range 3 {
			tt, nn, tn := ts[row]*ts[column], ns[row]*ns[column], ts[row]*ns[column]
			flow, turn := f*tt+g*nn, -p*tt+q*tn+r*nn
			if row == column {
				flow += e
				turn += p
			}
			l.byLower[3*row+column] += flow - turn
			l.byUpper[3*row+column] += flow + turn
		}
	}
	return r3.Vec{
		X: b*along*t.X + k*across.X,
		Y: b*along*t.Y + k*across.Y,
		Z: b*along*t.Z + k*across.Z,
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
	return 0.5 * fluid.Density * line.Normal * CylinderDrag(speed*line.Diameter/fluid.Viscosity) * line.Diameter * speed * speed
}
