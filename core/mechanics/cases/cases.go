// Package cases is the form in which drops are exchanged with other solvers:
// one case in SI units and radians, and what came of it. It holds no
// mechanics of its own.
package cases

import (
	"context"
	"fmt"
	"math"

	"dunvel/core/mechanics"
	"dunvel/core/rig"
	"dunvel/core/tackle"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// Case is a drop to be solved.
type Case struct {
	ID    string `json:"id"`
	Input Input  `json:"input"`
}

// Input describes a drop. The bed is at z = -(depth + bed_slope x), x from the
// rod along the cast at time 0; the rod tip starts at (0, 0, tip_height) and
// moves with the drift; the end body starts at the cast, 0.02 m under water.
type Input struct {
	Depth            float64    `json:"depth"`     // m
	BedSlope         float64    `json:"bed_slope"` // m per m
	Friction         float64    `json:"friction"`
	WaterDensity     float64    `json:"water_density"`     // kg/m3
	Viscosity        float64    `json:"viscosity"`         // m2/s
	Current          float64    `json:"current"`           // m/s at the surface
	CurrentExponent  float64    `json:"current_exponent"`  // of the power law
	CurrentDirection float64    `json:"current_direction"` // rad, towards
	Wind             [2]float64 `json:"wind"`              // m/s
	Drift            [2]float64 `json:"drift"`             // m/s
	TipHeight        float64    `json:"tip_height"`        // m
	Cast             float64    `json:"cast"`              // m
	CastDirection    float64    `json:"cast_direction"`    // rad
	Leader           Line       `json:"leader"`
	Main             Line       `json:"main"`
	Bodies           []Body     `json:"bodies"`
	SpoolDrag        float64    `json:"spool_drag"`  // N, with the bail open
	BailCloses       *float64   `json:"bail_closes"` // s; null: never
	Reel             float64    `json:"reel"`        // m/s from reel_starts on
	ReelStarts       *float64   `json:"reel_starts"` // s
	End              string     `json:"end"`         // "touch": when every body has touched; "time": after time
	Time             float64    `json:"time"`        // s, at the longest
	Swell            Swell      `json:"swell"`
}

// Swell is a regular wave, its phase 0 at the rod at time 0; 0 high where there is
// none.
type Swell struct {
	Height    float64 `json:"height"`    // m
	Period    float64 `json:"period"`    // s
	Direction float64 `json:"direction"` // rad, towards
}

// Line is one of the two parts of the line; the main line has no length.
type Line struct {
	Length     float64 `json:"length"`     // m
	Diameter   float64 `json:"diameter"`   // m
	Density    float64 `json:"density"`    // kg/m3
	Tangential float64 `json:"tangential"` // drag coefficient along it
	Normal     float64 `json:"normal"`     // factor on a smooth cylinder's across it
}

// Body hangs at a distance along the line from its end.
type Body struct {
	At            float64 `json:"at"`              // m
	WeightInWater float64 `json:"weight_in_water"` // N
	TowArea       float64 `json:"tow_area"`        // m2
	FallArea      float64 `json:"fall_area"`       // m2
	Mass          float64 `json:"mass"`            // kg
	Slides        *Slides `json:"slides"`          // null: it is fixed
}

// Slides is where a body may be along the line, which runs through it between a stop at
// either end: m from the end of the line. To is null where there is no upper one.
type Slides struct {
	From float64  `json:"from"`
	To   *float64 `json:"to"`
}

// body turns it into the engine's terms.
func (b Body) body() rig.Body {
	out := rig.Body{At: b.At, WeightInWater: b.WeightInWater, TowArea: b.TowArea, FallArea: b.FallArea, Mass: b.Mass}
	if b.Slides != nil {
		out.Slides = rig.Span{From: b.Slides.From, To: math.Inf(1)}
		if b.Slides.To != nil {
			out.Slides.To = *b.Slides.To
		}
	}
	return out
}

// Result is what came of a case. What does not apply is null.
type Result struct {
	ID           string      `json:"id"`
	Touch        *float64    `json:"touch"`        // s, of the end body
	TouchAt      *[2]float64 `json:"touch_at"`     // m, x and y
	TouchBody1   *float64    `json:"touch_body_1"` // s, of the second body
	EndTime      *float64    `json:"end_time"`     // s
	X            *float64    `json:"x"`            // m, of the end body at the end
	Z            *float64    `json:"z"`
	LineOut      *float64    `json:"line_out"`      // m
	TipTension   *float64    `json:"tip_tension"`   // N
	EndTension   *float64    `json:"end_tension"`   // N, next to the end body
	TipAngle     *float64    `json:"tip_angle"`     // degrees from the vertical at the tip
	ContactShare *float64    `json:"contact_share"` // of the time after the first touch
	Outcome      *string     `json:"outcome"`       // see mechanics.Outcome
	Error        string      `json:"error,omitempty"`
}

// lineInertia is the least mass in kg/m that the independent solver gave any
// line, which is more than a thin braid weighs: it shows where wind blows slack
// line about. Like is compared with like.
const lineInertia = 1.5e-4

// Solve solves a case. What is wrong with its input is the result's error.
func Solve(ctx context.Context, c Case) Result {
	out := Result{ID: c.ID}
	in := c.Input
	if err := in.check(); err != nil {
		out.Error = err.Error()
		return out
	}
	scene, drop := in.drop()
	track, err := scene.Run(ctx, drop, mechanics.Detail{Grain: mechanics.Fine})
	if err != nil {
		out.Error = err.Error()
		return out
	}
	outcome := string(track.Outcome)
	out.Outcome = &outcome
	last := track.Last
	if last.Time == 0 {
		return out // it floats, or there is no water
	}
	if t := track.Touches[0]; t.Happened {
		out.Touch, out.TouchAt, out.ContactShare = &t.Time, &[2]float64{t.At.X, t.At.Y}, &track.Contact
	}
	if len(track.Touches) > 1 && track.Touches[1].Happened {
		out.TouchBody1 = &track.Touches[1].Time
	}
	angle := track.Angle * 180 / math.Pi
	out.EndTime, out.X, out.Z, out.LineOut = &last.Time, &last.End.X, &last.End.Z, &last.LineOut
	out.TipTension, out.EndTension, out.TipAngle = &last.TipTension, &last.EndTension, &angle
	return out
}

// drop turns the input into the engine's terms.
func (in Input) drop() (*mechanics.Scene, mechanics.Drop) {
	line := func(l Line) tackle.Line {
		return tackle.Line{Diameter: l.Diameter, Density: l.Density, Tangential: l.Tangential, Normal: l.Normal}
	}
	r := &rig.Rig{Leader: line(in.Leader), LeaderLength: in.Leader.Length, Main: line(in.Main)}
	for _, b := range in.Bodies {
		r.Bodies = append(r.Bodies, b.body())
	}
	sin, cos := math.Sincos(in.CurrentDirection)
	scene := &mechanics.Scene{
		Water: water.Fluid{Density: in.WaterDensity, Viscosity: in.Viscosity},
		Current: water.Current{Surface: r3.Vec{X: in.Current * cos, Y: in.Current * sin},
			Exponent: in.CurrentExponent},
		Wind: r3.Vec{X: in.Wind[0], Y: in.Wind[1]},
		Bed:  water.Bed{Depth: in.Depth, Slope: in.BedSlope, Friction: in.Friction},
		Swell: water.WavesOver(water.Swell{Height: in.Swell.Height, Period: in.Swell.Period,
			Direction: in.Swell.Direction}, in.Depth),
		TipHeight: in.TipHeight, LineInertia: lineInertia,
	}
	cast := mechanics.Cast{Distance: in.Cast, Toward: in.CastDirection, SpoolDrag: in.SpoolDrag,
		Drift: r3.Vec{X: in.Drift[0], Y: in.Drift[1]}}
	return scene, mechanics.Drop{Rig: r, Cast: cast, Phases: in.phases(), Until: in.Time,
		StopAtTouch: in.End == "touch"}
}

// phases are the stretches between the closing of the bail and the start of
// the reel.
func (in Input) phases() []mechanics.Phase {
	closes, reels := in.Time, in.Time
	if in.BailCloses != nil {
		closes = min(*in.BailCloses, in.Time)
	}
	if in.ReelStarts != nil && in.Reel != 0 {
		reels = min(max(*in.ReelStarts, closes), in.Time)
	}
	return []mechanics.Phase{
		{Open: true, Time: closes},
		{Time: reels - closes},
		{Reel: in.Reel, Time: in.Time - reels},
	}
}

// limit is a number of a case with what it may be.
type limit struct {
	name         string
	v, low, high float64
}

// limits are those of all numbers.
func (in Input) limits() []limit {
	limits := []limit{
		{"depth", in.Depth, 0.1, 500}, {"bed_slope", in.BedSlope, -2, 2}, {"friction", in.Friction, 0, 2},
		{"water_density", in.WaterDensity, 900, 1100}, {"viscosity", in.Viscosity, 1e-7, 1e-4},
		{"current", in.Current, -10, 10}, {"current_exponent", in.CurrentExponent, 0, 1},
		{"current_direction", in.CurrentDirection, -10, 10},
		{"wind", math.Hypot(in.Wind[0], in.Wind[1]), 0, 150}, {"drift", math.Hypot(in.Drift[0], in.Drift[1]), 0, 20},
		{"tip_height", in.TipHeight, 0.01, 100}, {"cast", in.Cast, 0, 1000},
		{"cast_direction", in.CastDirection, -10, 10},
		{"leader.length", in.Leader.Length, 0, 1000}, {"spool_drag", in.SpoolDrag, 0, 100}, {"reel", in.Reel, -20, 20},
		{"swell.height", in.Swell.Height, 0, 20}, {"swell.period", in.Swell.Period, 0, 60},
		{"swell.direction", in.Swell.Direction, -10, 10}, {"time", in.Time, 1e-3, 7200},
	}
	for name, l := range map[string]Line{"leader": in.Leader, "main": in.Main} {
		limits = append(limits,
			limit{name + ".diameter", l.Diameter, 1e-6, 0.05}, limit{name + ".density", l.Density, 100, 20000},
			limit{name + ".tangential", l.Tangential, 0, 10}, limit{name + ".normal", l.Normal, 0, 10})
	}
	for i, b := range in.Bodies {
		name := fmt.Sprintf("bodies[%d].", i)
		limits = append(limits,
			limit{name + "weight_in_water", b.WeightInWater, -100, 1000}, limit{name + "tow_area", b.TowArea, 0, 10},
			limit{name + "fall_area", b.FallArea, 1e-9, 10}, limit{name + "mass", b.Mass, 0, 100})
	}
	return limits
}

// check refuses what no water, line or angler could be.
func (in Input) check() error {
	for _, l := range in.limits() {
		if !(l.v >= l.low && l.v <= l.high) {
			return fmt.Errorf("%s: %g is outside what is allowed, %g to %g", l.name, l.v, l.low, l.high)
		}
	}
	for name, t := range map[string]*float64{"bail_closes": in.BailCloses, "reel_starts": in.ReelStarts} {
		if t != nil && !(*t >= 0) {
			return fmt.Errorf("%s: %g s is before the splash", name, *t)
		}
	}
	if in.End != "touch" && in.End != "time" {
		return fmt.Errorf("end: %q is neither touch nor time", in.End)
	}
	return in.checkBodies()
}

// checkBodies refuses bodies that no line could carry.
func (in Input) checkBodies() error {
	if len(in.Bodies) == 0 || in.Bodies[0].At != 0 {
		return fmt.Errorf("bodies: the first must be at the end of the line, at 0")
	}
	for i, b := range in.Bodies {
		if s := b.Slides; s != nil && !(s.From >= 0 && s.From <= 1000) {
			return fmt.Errorf("bodies[%d].slides.from: %g m is outside what is allowed, 0 to 1000", i, s.From)
		}
	}
	for i := 1; i < len(in.Bodies); i++ {
		if !(in.Bodies[i].At > in.Bodies[i-1].At) || in.Bodies[i].At > 1000 {
			return fmt.Errorf("bodies[%d].at: %g m is not above %g m, or beyond the line", i, in.Bodies[i].At,
				in.Bodies[i-1].At)
		}
	}
	bodies := make([]rig.Body, len(in.Bodies))
	for i, b := range in.Bodies {
		bodies[i] = b.body()
	}
	return rig.CheckSlides(bodies)
}
