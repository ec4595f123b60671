package mechanics

import (
	"math"

	"dunvel/core/rig"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

var air = water.Air

// Equilibrium is a rig at rest in the frame of its gait.
type Equilibrium struct {
	Outcome       Outcome
	LineOut       float64 // m, from the end to the rod tip
	Push          float64 // of the bed on the end body, N
	ContactMargin float64 // Push over the weight of the rig in water
	End           r3.Vec  // where the end body is, the rod tip being over x = y = 0
	EndTension    r3.Vec  // next to the end body, N
	TipTension    r3.Vec  // at the rod tip, N
	WaterAngle    float64 // of the line from the vertical where it enters the water, rad
	Bow           float64 // largest distance from the chord over the chord
}

// slackMargin is the share of a rig's weight on the bed from which the line
// counts as slack.
const slackMargin = 1 - 1e-9

// spareLine is the share of the line out that may be missing from the shape
// before the line counts as having some to spare: past a certain length a line
// that floats takes no more, and the rest lies on the surface.
const spareLine = 0.005

// Rest returns the equilibrium of a rig with lineOut metres from its end to
// the rod tip. Off the bed the depth of the end body is what is solved for, on
// it the push of the bed. curve, where not nil, takes the points of the line
// from the end body to the tip.
//
// Outcomes: OnBed, Slack, Hangs, Trails, Floats, AboveWater, NoWater.
func (s *Scene) Rest(r *rig.Rig, gait Gait, lineOut float64, curve *[]r3.Vec) Equilibrium {
	weight := r.Weight()
	switch {
	case s.Bed.Depth <= 0:
		return Equilibrium{Outcome: NoWater, LineOut: lineOut}
	case weight <= 0:
		return Equilibrium{Outcome: Floats, LineOut: lineOut}
	case lineOut < s.TipHeight:
		return Equilibrium{Outcome: AboveWater, LineOut: lineOut}
	}
	if s.Bed.Slope != 0 {
		if e, ok := s.restOnSlope(r, gait, lineOut, curve); ok {
			return e
		}
	}
	// A line that has not come up to the tip when it is far longer than what
	// is out need not be followed further: only the sign matters there.
	st := stance{scene: s, rig: r, gait: gait, limit: 1.5 * lineOut}
	onBed := func(margin float64) float64 { return st.excess(st.onBed(margin, nil), lineOut) }
	at0 := onBed(0)
	if at0 >= 0 {
		full := onBed(slackMargin)
		if full >= 0 {
			p := st.onBed(slackMargin, curve)
			return s.equilibrium(p, Slack, weight, 1, lineOut, curve)
		}
		margin := root(onBed, 0, at0, slackMargin, full, 1e-4)
		p := st.onBed(margin, curve)
		outcome := OnBed
		if p.length < (1-spareLine)*lineOut {
			outcome = Slack
		}
		return s.equilibrium(p, outcome, weight, margin, lineOut, curve)
	}
	hanging := func(share float64) float64 { return st.excess(st.offBed(share, nil), lineOut) }
	afloat := hanging(0)
	if afloat < 0 {
		return Equilibrium{Outcome: AboveWater, LineOut: lineOut}
	}
	share := root(hanging, 0, afloat, 1, at0, 1e-5)
	p := st.offBed(share, curve)
	outcome := Hangs
	if p.length < (1-spareLine)*lineOut {
		outcome = Trails
	}
	return s.equilibrium(p, outcome, weight, 0, lineOut, curve)
}

// HeldDown is the contact margin, from -mostHeld to 0, of a rig that Rest finds off a level bed with lineOut metres out: what would
// have to hold it down there, over its weight in water, if it rubbed on nothing. On a slope it is 0.
func (s *Scene) HeldDown(r *rig.Rig, gait Gait, lineOut float64) float64 {
	if s.Bed.Slope != 0 {
		return 0
	}
	st := stance{scene: s, rig: r, gait: gait, limit: 1.5 * lineOut}
	excess := func(margin float64) float64 {
		return st.excess(st.underTip(1, r3.Vec{Z: margin * r.Weight()}, nil), lineOut)
	}
	return root(excess, -mostHeld, excess(-mostHeld), 0, excess(0), 1e-3)
}

// mostHeld is the share of its weight from which on it does not matter how much more holds a rig down.
const mostHeld = 10

// LineFor returns the equilibrium with the end body on the bed and the bed
// pushing with margin (0 to less than 1) of the rig's weight: its LineOut is
// the line needed for that. Outcomes: OnBed, Floats, Unreachable, NoWater.
func (s *Scene) LineFor(r *rig.Rig, gait Gait, margin float64, curve *[]r3.Vec) Equilibrium {
	weight := r.Weight()
	switch {
	case s.Bed.Depth <= 0:
		return Equilibrium{Outcome: NoWater}
	case weight <= 0:
		return Equilibrium{Outcome: Floats}
	}
	st := stance{scene: s, rig: r, gait: gait, limit: s.longestLine()}
	p := st.onBed(margin, curve)
	if !p.reached {
		return Equilibrium{Outcome: Unreachable}
	}
	return s.equilibrium(p, OnBed, weight, margin, p.length, curve)
}

// LiftOff returns the largest speed in m/s over the ground, up to fastest, at
// which a rig with lineOut metres out that moves in direction keeps the end
// body on the bed. It is 0 where the body lifts even when it is not moved.
func (s *Scene) LiftOff(r *rig.Rig, direction r3.Vec, lineOut, fastest float64) float64 {
	st := stance{scene: s, rig: r, limit: 1.01 * lineOut}
	keeps := func(speed float64) float64 {
		st.gait = Gait{r3.Scale(speed, direction), direction}
		p := st.onBed(0, nil)
		if !p.reached {
			return -1
		}
		return lineOut/p.length - 1
	}
	if r.Weight() <= 0 || s.Bed.Depth <= 0 {
		return 0
	}
	if s.Bed.Slope != 0 {
		if speed, ok := s.liftOffOnSlope(r, direction, lineOut, fastest); ok {
			return speed
		}
	}
	// A boat that drifts with the flow may lose the bed at rest and keep it
	// on the move: look for the fastest speed that keeps it, from above.
	const slowest = 0.02 // of the speeds looked at, m/s
	faster, lost := fastest, keeps(fastest)
	if lost >= 0 {
		return fastest
	}
	for faster > 0 {
		speed := faster / 2
		if speed < slowest {
			speed = 0
		}
		kept := keeps(speed)
		if kept >= 0 {
			return root(keeps, speed, kept, faster, lost, 1e-3)
		}
		faster, lost = speed, kept
	}
	return 0
}

func (s *Scene) equilibrium(p placing, outcome Outcome, weight, margin, lineOut float64, curve *[]r3.Vec) Equilibrium {
	e := Equilibrium{
		Outcome: outcome, LineOut: lineOut, Push: margin * weight, ContactMargin: margin,
		End: p.end, EndTension: p.pull, TipTension: p.top,
		WaterAngle: math.Acos(min(max(p.entry.Z, -1), 1)),
	}
	if curve != nil {
		e.Bow = Bow(*curve)
	}
	return e
}

// Bow is the largest distance of points from the straight line between the
// first and the last, over the length of that line.
func Bow(points []r3.Vec) float64 {
	if len(points) < 2 {
		return 0
	}
	first := points[0]
	chord := r3.Sub(points[len(points)-1], first)
	length := r3.Norm(chord)
	if length == 0 {
		return 0
	}
	var widest float64
	for _, p := range points {
		widest = max(widest, r3.Norm(r3.Cross(r3.Sub(p, first), chord))/length)
	}
	return widest / length
}
