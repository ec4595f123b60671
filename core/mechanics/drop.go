package mechanics

import (
	"context"
	"fmt"
	"math"
	"sort"

	"dunvel/core/rig"

	"gonum.org/v1/gonum/spatial/r3"
)

// Cast is how a rig gets into the water: a splash Distance metres from under
// the rod tip, Toward radians to the left of x, with line running off the
// spool at SpoolDrag newtons. The rod tip moves with Drift, m/s.
type Cast struct {
	Distance  float64
	SpoolDrag float64
	Drift     r3.Vec
	Toward    float64
}

// Drop is a cast and what is done after the splash.
type Drop struct {
	Rig    *rig.Rig
	Cast   Cast
	Phases []Phase // what the angler does, in turn
	Spool  float64 // how much line there is, m; 0 is as much as is asked for
	Until  float64 // s at which it ends, unless the last phase does before
	// StopAtTouch ends it when every body has touched the bed.
	StopAtTouch bool
}

// Phase is a stretch of time in which the angler does one thing.
type Phase struct {
	Open   bool    // the bail: line leaves the spool against its drag
	Reel   float64 // line taken in, m/s; below 0 it is fed
	Tip    r3.Vec  // velocity of the rod tip against the boat, m/s
	Shake  float64 // amplitude of the tip up and down, m
	Beat   float64 // shakes a second
	Time   float64 // s
	Landed bool    // it ends before its time when the key body lies on the bed
	Deep   float64 // m; it ends before its time when the key body is so deep; 0: at no depth
	Near   float64 // m; it ends before its time when the key body is so near, along the water; 0: however near
}

// Touch is when and where a body first came to the bed.
type Touch struct {
	Happened bool
	Time     float64 // s after the splash
	At       r3.Vec
}

// Frame is how things are at a time after the splash.
type Frame struct {
	Time       float64 // s
	End        r3.Vec  // the key body of the rig: the end body, unless another holds the bed
	Velocity   r3.Vec  // of it, m/s
	LineOut    float64 // m
	Belly      float64 // m of it in the air that a straight line from the water to the rod tip would not take
	RunOut     float64 // m/s of line leaving the spool; below 0 it is reeled in
	TipTension float64 // N
	EndTension float64 // N, next to the end body
	OnBed      bool    // the key body
	Push       float64 // of the bed on the key body, N
	Phase      int     // which phase is under way
	// Line is the line from the end body to the rod tip in even steps along
	// it, if points were asked for.
	Line []r3.Vec
}

// Rubs is the share that is used of the friction under the key body on the bed: next to 1 where it slides.
func (f *Frame) Rubs() float64 {
	speed := r3.Norm(f.Velocity)
	return speed / math.Hypot(speed, creep)
}

// Track is what came of a drop.
type Track struct {
	Outcome Outcome // Touched, Done, TimeUp, Floats, NoWater, ReeledIn, OutOfLine, StepsUp or Unsolved
	Touches []Touch // by body
	Down    Frame   // when the key body first touches, still at the speed of its fall
	Last    Frame
	Frames  []Frame
	Contact float64 // share of the time after its first touch that the key body was on the bed
	Work    Work
	Angle   float64 // of the line from the vertical at the rod tip at the end, rad
	Steps   int     // taken or tried

	Key int // which body is followed, as in the rig
}

// Touch is when and where the key body first came to the bed.
func (t *Track) Touch() Touch { return t.Touches[t.Key] }

// Work is what the key body did from its first touch to the end.
type Work struct {
	Time       float64 // s
	Falls      int     // times it came to the bed again from more than hopHeight over it
	FallTime   float64 // s that such a fall took from its highest, on average
	MeanHeight float64 // m over the bed
	Highest    float64 // m over the bed
}

// At returns where the key body is at a time after the splash, on the cubic
// through the frames around it with their velocities.
func (t *Track) At(time float64) r3.Vec {
	i := sort.Search(len(t.Frames), func(i int) bool { return t.Frames[i].Time >= time })
	switch i {
	case 0:
		return t.Frames[0].End
	case len(t.Frames):
		return t.Last.End
	}
	a, b := &t.Frames[i-1], &t.Frames[i]
	if down := &t.Down; t.Touch().Happened && a.Time < down.Time && down.Time <= b.Time {
		// It comes down at full speed, and stops there.
		if time <= down.Time {
			b = down
		} else {
			a = &Frame{Time: down.Time, End: down.End}
		}
	}
	h := b.Time - a.Time
	u := (time - a.Time) / h
	p := r3.Scale((1+2*u)*(1-u)*(1-u), a.End)
	p = r3.Add(p, r3.Scale(h*u*(1-u)*(1-u), a.Velocity))
	p = r3.Add(p, r3.Scale(u*u*(3-2*u), b.End))
	return r3.Add(p, r3.Scale(h*u*u*(u-1), b.Velocity))
}

// Passes returns when the key body first comes to a depth in m, and the index
// of the frame after that; 0 where it does not get there.
func (t *Track) Passes(depth float64) (time float64, frame int) {
	for i := 1; i < len(t.Frames); i++ {
		if t.Frames[i].End.Z > -depth {
			continue
		}
		early, late := t.Frames[i-1].Time, t.Frames[i].Time
		for range 30 {
			if middle := (early + late) / 2; t.At(middle).Z > -depth {
				early = middle
			} else {
				late = middle
			}
		}
		return late, i
	}
	return 0, 0
}

// Detail is what a track keeps besides its end.
type Detail struct {
	Frames int // at most this many, thinned evenly where there are more; at least 2, or 0
	Points int // of the line in each frame; at least 2, or 0
	Grain  Grain
	Places bool // only where the bodies are is asked for, and not how hard the bed pushes
}

// Grain is how finely a drop is resolved.
type Grain int

// The grains. Fine takes more nodes and shorter steps, for comparing with
// other solvers, at twice the time. Fair takes half the time and Rough a
// fifth: of 100 touch times 95 are off by less than 1 % and 3 %, but what a
// small change of the rig or the water does to them is not (tested).
const (
	Usual Grain = iota
	Fine
	Fair
	Rough
)

// Run simulates a drop: the fall from the splash and the work after it. Errors
// are that the drop makes no sense, or that ctx ended.
func (s *Scene) Run(ctx context.Context, d Drop, keep Detail) (*Track, error) {
	if err := s.check(d, keep); err != nil {
		return nil, err
	}
	if keep.Grain == Fine {
		// What is too wild for fine steps may still be had with coarse ones.
		if track, err := newSim(s, d, keep, finer).run(ctx); err != nil || track.Outcome != StepsUp &&
			track.Outcome != Unsolved {
			return track, err
		}
		return newSim(s, d, keep, usual).run(ctx)
	}
	return newSim(s, d, keep, resolutions[keep.Grain]).run(ctx)
}

// check refuses a drop that makes no sense; what merely comes to nothing has
// an outcome.
func (s *Scene) check(d Drop, keep Detail) error {
	if d.Rig == nil || len(d.Rig.Bodies) == 0 {
		return fmt.Errorf("mechanics: no rig")
	}
	if err := rig.CheckSlides(d.Rig.Bodies); err != nil {
		return err
	}
	c := d.Cast
	if err := finite("cast", c.Distance, c.SpoolDrag, c.Drift.X, c.Drift.Y, c.Drift.Z, c.Toward); err != nil {
		return err
	}
	if c.Distance < 0 {
		return fmt.Errorf("mechanics: a cast of %g m", c.Distance)
	}
	if c.SpoolDrag < 0 {
		return fmt.Errorf("mechanics: a spool drag of %g N", c.SpoolDrag)
	}
	if err := s.checkRun(d, keep); err != nil {
		return err
	}
	return checkPhases(d.Phases, s.TipHeight)
}

// checkRun refuses a time, a tip, a spool or a detail that make no sense.
func (s *Scene) checkRun(d Drop, keep Detail) error {
	switch {
	case !(d.Until > 0) || d.Until > LongestRun:
		return fmt.Errorf("mechanics: until %g s is outside 0 to %d s", d.Until, LongestRun)
	case !(s.TipHeight > 0):
		return fmt.Errorf("mechanics: the rod tip is %g m over the water; it must be above it", s.TipHeight)
	case !(d.Spool >= 0) || d.Spool > 0 && d.Spool < math.Hypot(d.Cast.Distance, s.TipHeight):
		return fmt.Errorf("mechanics: %g m of line on the spool do not reach the splash", d.Spool)
	case keep.Frames == 1 || keep.Points == 1 || keep.Frames < 0 || keep.Points < 0:
		return fmt.Errorf("mechanics: %d frames of %d points", keep.Frames, keep.Points)
	}
	return nil
}

// finite refuses values that are no numbers.
func finite(what string, values ...float64) error {
	for _, v := range values {
		if math.IsNaN(v) || math.IsInf(v, 0) {
			return fmt.Errorf("mechanics: %s is not a number", what)
		}
	}
	return nil
}

// checkPhases refuses work that no hand could do, with a rod tip that begins at a height in m.
func checkPhases(phases []Phase, height float64) error {
	for i, p := range phases {
		if err := finite("phase", p.Deep, p.Near, p.Reel, p.Tip.X, p.Tip.Y, p.Tip.Z, p.Shake, p.Beat, p.Time); err != nil {
			return err
		}
		if p.Time < 0 {
			return fmt.Errorf("mechanics: phase %d lasts %g s", i+1, p.Time)
		}
		if math.Abs(p.Reel) > fastest || r3.Norm(p.Tip) > fastest || math.Abs(p.Shake*p.Beat) > fastest {
			return fmt.Errorf("mechanics: phase %d is faster than %d m/s", i+1, fastest)
		}
		if height += p.Tip.Z * p.Time; height-math.Abs(p.Shake) <= 0 {
			return fmt.Errorf("mechanics: phase %d takes the rod tip under water", i+1)
		}
	}
	return nil
}

// LongestRun is the longest that a drop may last, s.
const LongestRun = 7200

const fastest = 20 // m/s of line or rod
