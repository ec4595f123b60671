package advice

import (
	"fmt"

	"dunvel/core/mechanics"
	"dunvel/core/rig"
	"dunvel/core/setup"

	"gonum.org/v1/gonum/spatial/r3"
)

// ring is how far over the surface the line is taken to pass the float, m: high
// enough for the engine to let line out there, and there is no wind on it.
const ring = 0.3

// underFloat is the situation as the bait has it that falls under a float: the
// float lies where it splashed and goes with the surface, and the line passes
// through it, against the spool, until the stop comes to it. Fixed to the float
// the line is slack until then.
func (at *situation) underFloat() *situation {
	out, scene := *at, *at.scene
	scene.TipHeight, scene.Wind = ring, r3.Vec{}
	scene.Bed.Depth = scene.Bed.DepthAt(at.cast.Distance)
	out.scene = &scene
	out.cast = mechanics.Cast{Drift: scene.Current.Surface}
	if at.setup.Rigging.Kind == setup.SlidingFloat {
		out.cast.SpoolDrag = at.cast.SpoolDrag
	}
	return &out
}

// fallUnderFloat is the fall of a rig to the stop, seen from the rod.
func (at *situation) fallUnderFloat(r *rig.Rig) (Fall, error) {
	below := at.underFloat()
	track, err := below.scene.Run(below.drop(r), below.detail())
	if err != nil {
		return Fall{}, fmt.Errorf("advice: %w", err)
	}
	f := below.fallOf(track)
	tip := func(time float64) r3.Vec {
		return r3.Add(r3.Vec{Z: at.scene.TipHeight}, r3.Scale(time, at.cast.Drift))
	}
	f.Landing.X += at.cast.Distance
	for i := range f.Path {
		f.Path[i].X += at.cast.Distance
	}
	for i, l := range f.Lines {
		for k := range l.Points {
			l.Points[k].X += at.cast.Distance
		}
		l.Points[len(l.Points)-1].Z = 0 // at the float
		f.Lines[i].Points = append(l.Points, rounded(tip(l.Time)))
	}
	if len(f.Path) == 0 {
		return f, nil // there was no fall
	}
	down := f.Path[len(f.Path)-1].Time
	float := r3.Add(r3.Vec{X: at.cast.Distance}, r3.Scale(down, below.cast.Drift))
	f.LineOut += r3.Norm(r3.Sub(tip(down), float)) - ring
	f.CastTime = castTime(down, f.LineOut)
	return f, nil
}

// hangs is how deep a head hangs under a float that drifts with the surface, m:
// the line below it leans with what the current is less down there.
func (at *situation) hangs(mass float64) float64 {
	gap := at.setup.Rigging.Gap
	r, _, err := at.rig(mass)
	if err != nil {
		return gap
	}
	below := at.underFloat()
	e := below.scene.Rest(r, mechanics.Gait{Velocity: below.cast.Drift}, gap+ring, nil)
	if e.Outcome != mechanics.Hangs {
		return gap
	}
	return max(-e.End.Z, 0)
}
