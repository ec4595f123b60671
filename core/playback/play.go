// Package playback runs a drop and the work that follows it for a setup, and says
// in words what came of it.
package playback

import (
	"context"
	"math"

	"dunvel/core/input"
	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/technique"
	"dunvel/core/units"

	"gonum.org/v1/gonum/spatial/r3"
)

// Point is a place: X along the cast from where the rod was at the splash, Y
// to the left, Z up from the surface, in m.
type Point struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
	Z float64 `json:"z"`
}

// Frame is how things are at a time.
type Frame struct {
	Time    float64 `json:"time"` // s after the splash
	End     Point   `json:"end"`
	Height  float64 `json:"height"`  // m over the bed
	LineOut float64 `json:"lineOut"` // m
	RunOut  float64 `json:"runOut"`  // m/s of line leaving the spool; below 0 it is reeled in
	Tension float64 `json:"tension"` // N at the rod tip
	OnBed   bool    `json:"onBed"`
	Line    []Point `json:"line"` // from the head to the rod tip
}

// Stretch is the time that one action took.
type Stretch struct {
	Label string  `json:"label"`
	From  float64 `json:"from"` // s
	To    float64 `json:"to"`
}

// Drop is a drop with its work, to be played.
type Drop struct {
	Mass    float64   `json:"mass"`    // kg
	Outcome string    `json:"outcome"` // mechanics.Outcome
	Touch   float64   `json:"touch"`   // s; 0 where it did not come down
	Time    float64   `json:"time"`    // s in all
	Words   []string  `json:"words"`
	Actions []Stretch `json:"actions"`
	Frames  []Frame   `json:"frames"`
}

const (
	mostFrames = 240
	linePoints = 20
)

// Run plays a head of the given mass in kg over the water of a setup. Errors
// are setup.Errors, or that a unit is not known.
func Run(ctx context.Context, s setup.Setup, mass float64, p technique.Programme, choice units.Choice) (*Drop, error) {
	if err := choice.Validate(); err != nil {
		return nil, err
	}
	if err := s.Validate(choice); err != nil {
		return nil, err
	}
	if err := p.Validate(choice); err != nil {
		return nil, err
	}
	scene, err := model.Scene(s)
	if err != nil {
		return nil, err
	}
	r, _, err := model.Rig(s, mass, scene.Water)
	if err != nil {
		return nil, err
	}
	r = model.Afloat(s, r, scene.Water)
	parts := p.Parts()
	phases, longest := p.Phases()
	hungAfter := hangs(phases, s.Rigging)
	d := mechanics.Drop{Rig: r, Cast: model.Splash(s), Spool: s.Rod.LineOnSpool, Phases: phases, Until: longest + 1}
	track, err := scene.Run(ctx, d, mechanics.Detail{Frames: mostFrames, Points: linePoints})
	if err != nil {
		return nil, input.Errors{{Field: "programme", Message: "Programme: " + err.Error() + "."}}
	}
	out := &Drop{Mass: mass, Outcome: string(track.Outcome), Touch: track.Touch().Time, Time: track.Last.Time,
		Actions: stretches(track, parts), Frames: frames(track, scene)}
	t := teller{choice: choice, setup: s, scene: scene, drop: d, programme: p, hangs: hungAfter}
	out.Words = t.tell(ctx, track)
	return out, nil
}

// hangs has what waits until the bait is down wait until it is as deep as a float lets it,
// all but, and returns how deep that is, m; 0 where there is no float.
func hangs(phases []mechanics.Phase, r rigging.Rigging) float64 {
	const all = 0.95
	deep := all * r.FloatStop()
	for i := range phases {
		if phases[i].Landed && deep > 0 {
			phases[i].Deep = deep
		}
	}
	return deep
}

func frames(track *mechanics.Track, scene *mechanics.Scene) []Frame {
	out := make([]Frame, len(track.Frames))
	for i, f := range track.Frames {
		out[i] = Frame{
			Time: round(f.Time), End: point(f.End), Height: round(max(f.End.Z+scene.Bed.DepthAt(f.End.X), 0)),
			LineOut: round(f.LineOut), RunOut: round(f.RunOut), Tension: f.TipTension, OnBed: f.OnBed,
			Line: make([]Point, len(f.Line)),
		}
		for k, p := range f.Line {
			out[i].Line[k] = point(p)
		}
	}
	return out
}

// stretches are the actions with the times that they really took.
func stretches(track *mechanics.Track, parts []technique.Part) []Stretch {
	out := []Stretch{}
	if len(parts) == 0 {
		return out // nothing that takes time is done
	}
	for _, f := range track.Frames {
		phase := min(f.Phase, len(parts)-1)
		for len(out) <= phase {
			out = append(out, Stretch{Label: label(parts[len(out)].Action.Kind), From: f.Time, To: f.Time})
		}
		out[phase].To = f.Time
	}
	// A stretch lasts until the next one begins.
	for i := 1; i < len(out); i++ {
		out[i-1].To = max(out[i-1].To, out[i-1].From)
		out[i].From = out[i-1].To
	}
	return out
}

func label(kind technique.Kind) string {
	for _, d := range technique.Actions() {
		if d.Kind == kind {
			return d.Label
		}
	}
	return string(kind)
}

func point(p r3.Vec) Point { return Point{round(p.X), round(p.Y), round(p.Z)} }

// round is a value to the thousandth, which is all that a picture shows.
func round(v float64) float64 { return math.Round(v*1000)/1000 + 0 }

// near is how high over the bed a bait may rise, m.
var near = judgement.NearBed.Number
