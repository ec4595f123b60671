package trial

import (
	"context"
	"fmt"

	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/setup"

	"gonum.org/v1/gonum/spatial/r3"
)

// ring is how far over the surface the line is taken to pass the float, m: high
// enough for the engine to let line out there, and there is no wind on it.
const ring = 0.3

// underFloat is the case as the bait has it that falls under a float: the float
// lies where it splashed and goes with the surface, and the line passes through it until
// the stop comes to it: the slack that lies on the surface, which nothing holds back.
// Fixed to the float the line is slack until then.
func (c *Case) underFloat() (*Case, *mechanics.Scene) {
	out, scene := *c.Stage, *c.Scene
	scene.TipHeight, scene.Wind, scene.Swell = ring, r3.Vec{}, model.Waves(c.Setup, 0)
	scene.Bed.Depth = scene.Bed.DepthAt(c.Cast.Distance)
	out.Scene = &scene
	out.Cast = mechanics.Cast{Drift: scene.Current.Surface}
	return &Case{&out}, &scene
}

// fallUnderFloat is the fall of a rig to the stop, seen from the rod.
func (c *Case) fallUnderFloat(ctx context.Context, r *Rigged, h Handling, e Effort) (Fall, error) {
	below, scene := c.underFloat()
	longest := c.longest(e)
	d := below.drop(r, Handling{Tip: ring, Line: setup.LineOpen},
		mechanics.Phase{Landed: true, Deep: c.Target, Time: longest})
	track, err := scene.Run(ctx, d, e.detail(keptFrames))
	if err != nil {
		return Fall{}, fmt.Errorf("trial: %w", err)
	}
	f := below.fallOf(end{deep: c.Target}, track, e)
	f.RunOut = 0
	f.Landing.X += c.Cast.Distance
	for i := range f.Path {
		f.Path[i].X += c.Cast.Distance
	}
	for i, l := range f.Lines {
		for k := range l.Points {
			l.Points[k].X += c.Cast.Distance
		}
		l.Points[len(l.Points)-1].Z = 0 // at the float
		f.Lines[i].Points = append(l.Points, rounded(r3.Vec(c.tip(h, l.Time))))
	}
	if len(track.Frames) == 0 {
		return f, nil // there was no fall
	}
	down := ended(track).Time
	float := r3.Add(r3.Vec{X: c.Cast.Distance}, r3.Scale(down, below.Cast.Drift))
	above := r3.Norm(r3.Sub(r3.Vec(c.tip(h, down)), float))
	f.LineOut = above + c.Setup.Rigging.FloatStop() // no more of it is through the float
	f.CastTime = castTime(down, f.LineOut)
	return f, nil
}

// Hangs is how deep a head hangs under a float that drifts with the surface, m:
// the line below it leans with what the current is less down there.
func (c *Case) Hangs(mass float64) float64 {
	gap := c.Setup.Rigging.FloatStop()
	r, _, err := c.Rig(mass)
	if err != nil {
		return gap
	}
	below, scene := c.underFloat()
	e := scene.Rest(r, mechanics.Gait{Velocity: below.Cast.Drift}, gap+ring, nil)
	if e.Outcome != mechanics.Hangs {
		return gap
	}
	return max(-e.End.Z, 0)
}
