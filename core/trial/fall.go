package trial

import (
	"context"
	"fmt"
	"math"
	"sort"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/rig"
	"dunvel/core/setup"
	"dunvel/core/tackle"

	"gonum.org/v1/gonum/spatial/r3"
)

// Point is a place in the section: X along the cast from where the rod was at
// the splash, Y to the left, Z up from the surface, in m.
type Point struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
	Z float64 `json:"z"`
}

// Moment is where the bait is at Time s after the splash.
type Moment struct {
	Time float64 `json:"time"`
	Point
}

// Line is the line at a time, from the head to the rod tip.
type Line struct {
	Time   float64 `json:"time"`
	Points []Point `json:"points"`
}

// Fall is the fall of a head.
type Fall struct {
	Outcome string  `json:"outcome"` // "reached", or the mechanics.Outcome that kept it from that
	Time    float64 `json:"time"`    // s to the target; 0 where it does not get there
	Speed   float64 `json:"speed"`   // m/s down, mean
	// s at which the other body of a rig touches; 0 where there is none, or it does not within a few seconds
	Second float64 `json:"second"`
	// s at which each body of the rig does, from the end of the line up; 0: not within a few seconds of the one that
	// is felt
	Touches []float64 `json:"-"`
	// s to the lower end of a band in depth; 0 where there is none, or it comes to the bed in it
	Through     float64  `json:"through"`
	Landing     Point    `json:"landing"`     // where it comes to the target, or has come to in the end
	LineOut     float64  `json:"lineOut"`     // m, then
	Belly       float64  `json:"belly"`       // m of it that the wind holds in the air
	RunOut      float64  `json:"runOut"`      // m/s of line leaving the spool before the touch
	RunOutAfter float64  `json:"runOutAfter"` // m/s, in the seconds after it
	Bow         float64  `json:"bow"`         // largest distance of the line from its chord, over the chord
	Tension     float64  `json:"tension"`     // N at the rod tip
	CastTime    float64  `json:"castTime"`    // s from cast to cast, reeled in at once
	Path        []Moment `json:"path"`
	Lines       []Line   `json:"lines"` // the line at moments of the fall
}

// Reached is the outcome of a fall that comes to its target.
const Reached = "reached"

// Effort is how finely a head is looked at.
type Effort int

// The efforts. Judged is what musts and chances are judged by, wherever a head is
// looked at, with the line at moments of the fall; Checked is finer, for a head whose chance
// is not plain; Shown is finer still, as the head to tie on is shown. What only a change
// does to a head is glanced at: as it is judged, with no line kept.
const (
	Judged Effort = iota
	Checked
	Shown
	glanced
)

// How much of a fall is kept for the picture.
const (
	keptFrames  = 24
	keptPoints  = 12
	pathPoints  = 40
	swellFrames = 200 // the waves are told by them,
	wayFrames   = 48  // and a way back
)

// Rigged is a rig with a head, and what hangs on it as one lure.
type Rigged struct {
	*rig.Rig
	Lure tackle.Lure
}

// frames are how many are kept.
func (c *Case) frames() int {
	switch {
	case c.Swell():
		return swellFrames
	case c.School().Swims || c.Setup.Cast.Drag > 0:
		return wayFrames
	}
	return keptFrames
}

func (e Effort) detail(frames int) mechanics.Detail {
	switch e {
	case glanced:
		return mechanics.Detail{Frames: frames, Points: 2, Grain: mechanics.Rough}
	case Judged:
		return mechanics.Detail{Frames: frames, Points: keptPoints, Grain: mechanics.Rough}
	case Checked:
		return mechanics.Detail{Frames: frames, Points: keptPoints, Grain: mechanics.Fair}
	}
	return mechanics.Detail{Frames: frames, Points: keptPoints}
}

// longest is how long a fall is followed, s: as long as it may matter.
func (c *Case) longest(e Effort) float64 {
	if e != Shown {
		return 2 * c.Patience
	}
	return max(judgement.FallMost.Number, 3*c.Patience)
}

// end is where a fall is to end: at a depth or a time, or on the bed.
type end struct {
	deep float64 // m
	time float64 // s
}

// end is where the fall of the case ends.
func (c *Case) end() end {
	if c.School().Swims {
		return c.begins()
	}
	if c.OnBed {
		return end{}
	}
	return end{deep: c.Target}
}

// phase is how a fall to an end is done, of so many s at most.
func (to end) phase(longest float64) mechanics.Phase {
	p := mechanics.Phase{Landed: true, Deep: to.deep, Time: longest}
	if to.time > 0 {
		p.Time = to.time
	}
	return p
}

// came tells whether a track came to an end.
func (to end) came(t *mechanics.Track) bool {
	switch {
	case to.time > 0:
		return t.Outcome == mechanics.Done
	case to.deep > 0:
		return -t.Last.End.Z >= to.deep-2*depthClose
	}
	return t.Touch().Happened
}

// depthClose is how close to a depth the engine comes, m.
const depthClose = 5e-3

// fall drops a rig to where it is to end. The branch can be gone on from there.
func (c *Case) fall(ctx context.Context, r *Rigged, h Handling, phase int, e Effort) (Fall, *mechanics.Branch, error) {
	if c.Floats() {
		f, err := c.fallUnderFloat(ctx, r, h, e)
		return f, nil, err
	}
	to, keep := c.end(), e.detail(c.frames())
	keep.Places = c.School().Swims || c.Setup.Cast.Drag == 0 // of what lies still the push is worked out as it hangs
	branch, err := c.At(h, phase).Start(ctx, c.drop(r, h, to.phase(c.longest(e))), keep)
	if err != nil {
		return Fall{}, nil, fmt.Errorf("trial: %w", err)
	}
	return c.fallOf(to, branch.Track(), e), branch, nil
}

// watch follows the line after a fall that came to its end: how it runs on once the
// head is down, when the other body of a rig is, or how long it is in the band.
func (c *Case) watch(ctx context.Context, from *mechanics.Branch, h Handling, f *Fall, e Effort) error {
	open := h.Line == setup.LineOpen || h.Line == setup.LineFed
	phase := mechanics.Phase{Open: open, Time: judgement.CueTime.Number}
	if !c.OnBed {
		phase = mechanics.Phase{Open: open, Landed: true, Deep: c.Target + c.Setup.Target.Band, Time: c.longest(e)}
	}
	after, err := from.GoOn(ctx, []mechanics.Phase{phase}, phase.Time+1e-3)
	if err != nil {
		return fmt.Errorf("trial: %w", err)
	}
	if rest := after.Last.Time - f.Time; rest > 0 {
		f.RunOutAfter = max((after.Last.LineOut-f.LineOut)/max(rest, judgement.CueTime.Number), 0)
	}
	if band := c.Target + c.Setup.Target.Band; !c.OnBed && -after.Last.End.Z >= band-2*depthClose {
		f.Through = after.Last.Time
	}
	f.Touches = make([]float64, len(after.Touches))
	for b, touch := range after.Touches {
		f.Touches[b] = touch.Time
	}
	if len(after.Touches) == 2 {
		f.Second = after.Touches[1-after.Key].Time
	}
	return nil
}

// fallOf is the fall of a track to its end.
func (c *Case) fallOf(to end, fell *mechanics.Track, e Effort) Fall {
	f := Fall{Outcome: string(fell.Outcome), Path: make([]Moment, 0, pathPoints+1), Lines: []Line{}}
	if len(fell.Frames) == 0 {
		return f // there was no fall
	}
	down := ended(fell)
	end := down.Time
	switch came := to.came(fell); {
	case came && end > 0:
		f.Outcome, f.Time, f.Speed = Reached, end, -down.End.Z/end
	case fell.Outcome == mechanics.Done:
		f.Outcome = string(mechanics.TimeUp) // the fall's own time was up
	}
	f.Landing, f.LineOut, f.Belly, f.Bow, f.Tension = Point(down.End), down.LineOut, down.Belly,
		mechanics.Bow(down.Line), down.TipTension
	f.RunOut = runOut(fell, down)
	f.CastTime = castTime(end, down.LineOut)
	for i := range pathPoints + 1 {
		t := end * float64(i) / pathPoints
		f.Path = append(f.Path, Moment{t, rounded(fell.At(t))})
	}
	if c.kept(e) {
		frames := sort.Search(len(fell.Frames), func(i int) bool { return fell.Frames[i].Time >= end })
		for i := 0; i < frames; i += 1 + frames/keptFrames {
			f.Lines = append(f.Lines, line(fell.Frames[i]))
		}
	}
	f.Lines = append(f.Lines, line(down))
	return f
}

// ended is how a fall is at its end, while it still falls.
func ended(fell *mechanics.Track) mechanics.Frame {
	if fell.Touch().Happened {
		return fell.Down
	}
	return fell.Last
}

// kept tells whether the line is kept at moments of a fall. Of a swell there are too many.
func (c *Case) kept(e Effort) bool { return e == Shown || e != glanced && !c.Swell() }

// castTime is the time in s from cast to cast with a fall of a time in s, reeled
// in at once from so much line in m.
func castTime(fall, line float64) float64 {
	return fall + line/judgement.RetrieveSpeed.Number + judgement.CastOverhead.Number
}

// runOut is how fast line leaves the spool before the end of a fall, m/s, on average
// over the time that it is watched.
func runOut(fell *mechanics.Track, down mechanics.Frame) float64 {
	from := fell.Frames[0]
	for _, f := range fell.Frames {
		if f.Time > down.Time-judgement.CueTime.Number {
			break
		}
		from = f
	}
	if down.Time <= from.Time {
		return 0
	}
	return max((down.LineOut-from.LineOut)/(down.Time-from.Time), 0)
}

func line(f mechanics.Frame) Line {
	l := Line{f.Time, make([]Point, len(f.Line))}
	for i, p := range f.Line {
		l.Points[i] = rounded(p)
	}
	return l
}

// rounded is a place to the millimetre, which is all a picture shows.
func rounded(p r3.Vec) Point {
	mm := func(v float64) float64 { return math.Round(v*1000)/1000 + 0 }
	return Point{mm(p.X), mm(p.Y), mm(p.Z)}
}

// Carried is how far the current has carried a head by the end of its fall, m along
// the way that the water goes.
func (c *Case) Carried(f Fall) float64 {
	surface := c.Scene.Current.Surface
	if r3.Norm2(surface) == 0 {
		return 0
	}
	moved := r3.Sub(r3.Vec(f.Landing), r3.Vec{X: c.Cast.Distance})
	moved.Z = 0
	return max(r3.Dot(moved, r3.Unit(surface)), 0)
}
