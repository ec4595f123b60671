// Package practice makes rounds in which an angler calls the touch from the line
// alone, stops the bait at fish by counting, or leads fish that swim by, with tackle
// and water of their own. A round is the same every time for its seed.
package practice

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"

	"dunvel/core/input"
	"dunvel/core/judgement"
	"dunvel/core/lead"
	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/setup"
	"dunvel/core/units"

	"gonum.org/v1/gonum/spatial/r3"
)

// The games.
const (
	Touch = "touch" // the depth is hidden: call the touch
	Fish  = "fish"  // the fish are at a depth: stop the bait there
	Lead  = "lead"  // fish swim by: throw so that they come to it
)

// Games are all of them.
var Games = []string{Touch, Fish, Lead}

// Question is which round is asked for.
type Question struct {
	Setup setup.Setup `json:"setup"`
	Mass  float64     `json:"mass"` // kg
	Game  string      `json:"game"`
	Seed  int64       `json:"seed"`
}

// Round is what is to be seen of a drop: no more than there is on the water.
type Round struct {
	Fish   float64    `json:"fish"` // m, where the fish are; 0 where the touch is called
	Swim   *lead.Fish `json:"swim"` // as they are when the round begins, where they are led; nil otherwise
	Frames []Frame    `json:"frames"`
}

// Frame is what can be seen at a time: the line about where it enters the water,
// and how it runs.
type Frame struct {
	Time   float64 `json:"time"`   // s after the splash
	RunOut float64 `json:"runOut"` // m/s of line leaving the spool
	Line   []Point `json:"line"`   // as far down as it can be seen, towards the rod
}

// Point is a place: X along the cast, Z up from the surface, m.
type Point struct {
	X float64 `json:"x"`
	Z float64 `json:"z"`
}

// Score is how good a call was.
type Score struct {
	Points float64 `json:"points"` // 0 to 100
	Missed string  `json:"missed"` // "", or one of the misses
	Words  string  `json:"words"`
	At     float64 `json:"at"`    // s, the call
	Right  float64 `json:"right"` // s, when it would have been right
	Depth  float64 `json:"depth"` // m, of the bed, or of the fish
}

// Played is a call that was made.
type Played struct {
	Game   string  `json:"game"`
	Seed   int64   `json:"seed"`
	Mass   float64 `json:"mass"` // kg
	Points float64 `json:"points"`
	Missed string  `json:"missed"`
}

// Validate returns nil or setup.Errors for a call that was read from elsewhere.
func (p Played) Validate(units.Choice) error {
	switch {
	case !slices.Contains(Games, p.Game):
		return input.Fault("game", "Game: “%s” is not one of %s.", p.Game, strings.Join(Games, ", "))
	case p.Seed < 0 || p.Seed >= mostSeed:
		return input.Fault("seed", "Round: %d is outside what is allowed, 0 to %d.", p.Seed, mostSeed-1)
	case !(p.Mass >= 0 && p.Mass <= setup.LookupField("rod.thrownMass").Max):
		return input.Fault("mass", "Head: %g kg is not the weight of a head.", p.Mass)
	case !(p.Points >= 0 && p.Points <= mostPoints):
		return input.Fault("points", "Points: %g is outside what is allowed, 0 to %d.", p.Points, mostPoints)
	case p.Missed != "" && !slices.Contains(Misses, p.Missed):
		return input.Fault("missed", "Missed: “%s” is not one of %s.", p.Missed, strings.Join(Misses, ", "))
	}
	return nil
}

// What a call may miss.
const (
	Early      = "too early"
	Late       = "too late"
	BowIgnored = "bow ignored" // counted as if there were neither line nor current
	Aside      = "aside"       // of their way
	OnHeads    = "on their heads"
)

// Misses are all of them.
var Misses = []string{Early, Late, BowIgnored, Aside, OnHeads}

const (
	frames   = 150
	points   = 40
	seen     = 1.0   // m under the surface that a line can be seen
	longest  = 240.0 // s
	mostSeed = 1 << 31

	mostPoints = 100
)

// hidden is the setup of a round: the depth is not the one that is known, where
// the touch is called. after is for how long it goes on after the touch, s.
func (q Question) hidden() (s setup.Setup, fish, after float64) {
	random := rand.New(rand.NewPCG(uint64(q.Seed), 1))
	between := func(least, most judgement.Value) float64 {
		return least.Number + (most.Number-least.Number)*random.Float64()
	}
	share := between(judgement.HiddenLeast, judgement.HiddenMost)
	where := between(judgement.FishLeast, judgement.FishMost)
	after = between(judgement.AfterLeast, judgement.AfterMost)
	s = q.Setup
	if q.Game == Touch {
		limits := setup.LookupField("water.depth")
		deep := min(max(s.Water.Depth*share, 1), limits.Max)
		s.Water.SplashDepth *= deep / s.Water.Depth
		s.Water.Depth = deep
		return s, 0, after
	}
	return s, math.Round(s.DepthAtSplash()*where*10) / 10, after
}

// Name is what a round is called: its game and its number.
func (q Question) Name() string { return fmt.Sprintf("%s %d", q.Game, q.Seed) }

// Validate returns setup.Errors in the units of choice, or that a unit is not
// known.
func (q Question) Validate(choice units.Choice) error {
	if err := choice.Validate(); err != nil {
		return err
	}
	if err := q.Setup.Validate(choice); err != nil {
		return err
	}
	head := setup.LookupField("rod.thrownMass")
	head.Label = "Head"
	switch message := head.Check(q.Mass, choice); {
	case message != "":
		return input.Errors{{Field: "mass", Message: message}}
	case !slices.Contains(Games, q.Game):
		return input.Errors{{Field: "game",
			Message: fmt.Sprintf("Game: “%s” is not one of %s.", q.Game, strings.Join(Games, ", "))}}
	case q.Seed < 0 || q.Seed >= mostSeed:
		return input.Errors{{Field: "seed", Message: fmt.Sprintf("Round: %d is outside what is allowed, 0 to %d.",
			q.Seed, mostSeed-1)}}
	case q.Setup.Rigging.Floats():
		return input.Errors{{Field: "rig.kind",
			Message: "Rig: under a float there is no touch to call; choose another rig."}}
	}
	return nil
}

// drop is the drop of a round, with the fish of it.
func (q Question) drop(ctx context.Context,
	choice units.Choice) (track *mechanics.Track, s setup.Setup, scene *mechanics.Scene, fish float64, err error) {
	if err := q.Validate(choice); err != nil {
		return nil, s, nil, 0, err
	}
	s, fish, after := q.hidden()
	// Wishes for the answer may not suit the hidden depth, and do not matter.
	usual := setup.Default()
	s.Approach, s.Target = usual.Approach, usual.Target
	if err := s.Validate(choice); err != nil {
		return nil, s, nil, 0, err
	}
	if scene, err = model.Scene(s); err != nil {
		return nil, s, nil, 0, err
	}
	r, _, err := model.Rig(s, q.Mass, scene.Water)
	if err != nil {
		return nil, s, nil, 0, err
	}
	track, err = scene.Run(ctx, mechanics.Drop{
		Rig: r, Cast: model.Splash(s), Spool: s.Rod.LineOnSpool, Until: longest + after,
		Phases: append(model.Falls(s, mechanics.Phase{Landed: true, Time: longest}),
			mechanics.Phase{Open: s.Hand.Line == setup.LineOpen || s.Hand.Line == setup.LineFed, Time: after}),
	}, mechanics.Detail{Frames: frames, Points: points})
	if err != nil {
		return nil, s, nil, 0, fmt.Errorf("practice: %w", err)
	}
	if !track.Touch().Happened {
		return nil, s, nil, 0, input.Errors{
			{Field: "mass", Message: fmt.Sprintf(
				"Head: %s does not come down in this water (%s); choose a heavier one.", choice.Show("mass", q.Mass),
				track.Outcome)}}
	}
	return track, s, scene, fish, nil
}

// Play is the round of a question. Errors are setup.Errors, or that a unit is
// not known.
func Play(ctx context.Context, q Question, choice units.Choice) (*Round, error) {
	if q.Game == Lead {
		swim, err := q.swim(choice)
		return &Round{Fish: swim.Depth, Swim: &swim, Frames: []Frame{}}, err
	}
	track, _, _, fish, err := q.drop(ctx, choice)
	if err != nil {
		return nil, err
	}
	out := &Round{Fish: fish, Frames: make([]Frame, len(track.Frames))}
	for i, f := range track.Frames {
		out.Frames[i] = Frame{Time: round(f.Time), RunOut: round(f.RunOut), Line: visible(f.Line)}
	}
	return out, nil
}

// visible is what can be seen of a line: from where it fades in the water, or
// ends, up to the rod tip.
func visible(line []r3.Vec) []Point {
	out := []Point{}
	for i, p := range line {
		if p.Z < -seen {
			if i+1 < len(line) && line[i+1].Z > -seen {
				next := line[i+1]
				share := (-seen - p.Z) / (next.Z - p.Z)
				p = r3.Add(p, r3.Scale(share, r3.Sub(next, p)))
			} else {
				continue
			}
		}
		out = append(out, Point{round(p.X), round(p.Z)})
	}
	return out
}

func round(v float64) float64 { return math.Round(v*1000)/1000 + 0 }

// Made is a call: when it was made, s after the splash or the beginning of the round, and
// where it was thrown to where fish are led, m and degrees against the cast.
type Made struct {
	At       float64
	Distance float64
	Bearing  float64
}

// Call judges a call.
func Call(ctx context.Context, q Question, made Made, choice units.Choice) (*Score, error) {
	at := made.At
	if !(at >= 0 && at <= 10*longest) {
		return nil, input.Errors{{Field: "at",
			Message: fmt.Sprintf("Call: %g s is outside what is allowed, 0 s to %.0f s.", at, 10*longest)}}
	}
	if q.Game == Lead {
		return q.led(ctx, made, choice)
	}
	track, s, scene, fish, err := q.drop(ctx, choice)
	if err != nil {
		return nil, err
	}
	if q.Game == Touch {
		return judgeTouch(track, at, choice), nil
	}
	_, lure, err := model.Rig(s, q.Mass, scene.Water)
	if err != nil {
		return nil, err
	}
	return judgeFish(track, fish, at, fish/lure.FallSpeed(scene.Water), choice), nil
}

func judgeTouch(track *mechanics.Track, at float64, choice units.Choice) *Score {
	touch := track.Touch()
	out := &Score{At: at, Right: touch.Time, Depth: -touch.At.Z}
	off := at - touch.Time
	grace := judgement.CallGrace.Number
	out.Points = points100(judgement.CallLoss.Number * max(0, math.Abs(off)-grace))
	depth := choice.Show("depth", round(out.Depth))
	switch {
	case off < -grace:
		out.Missed = Early
		over := track.At(at).Z - touch.At.Z
		out.Words = fmt.Sprintf("%.1f s too early: it was %s over the bed at %s.", -off,
			choice.Show("depth", round(over)), depth)
	case off > grace:
		out.Missed = Late
		before, after := runs(track, touch.Time-1, touch.Time), runs(track, touch.Time, touch.Time+1)
		out.Words = fmt.Sprintf("%.1f s too late: at the touch in %s the line went from %s to %s.", off, depth,
			choice.Show("speed", round(before)), choice.Show("speed", round(after)))
	default:
		out.Words = fmt.Sprintf("Right: it touched in %s after %.1f s.", depth, touch.Time)
	}
	return out
}

// runs is how fast line left the spool between two times, m/s.
func runs(track *mechanics.Track, from, to float64) float64 {
	first, last := track.Frames[0], track.Frames[0]
	for _, f := range track.Frames {
		if f.Time <= from {
			first = f
		}
		if f.Time <= to {
			last = f
		}
	}
	if last.Time <= first.Time {
		return 0
	}
	return max(0, (last.LineOut-first.LineOut)/(last.Time-first.Time))
}

// judgeFish judges where a bait was stopped; free is the time that it would take
// to the fish with neither line nor current.
func judgeFish(track *mechanics.Track, fish, at, free float64, choice units.Choice) *Score {
	right, _ := track.Passes(fish)
	out := &Score{At: at, Right: right, Depth: fish}
	there := max(0, -track.At(at).Z)
	off := there - fish
	grace, far := judgement.FishGrace.Number*fish, judgement.FishFar.Number*fish
	out.Points = points100(100 * max(0, math.Abs(off)-grace) / far)
	show := func(m float64) string { return choice.Show("depth", round(m)) }
	switch {
	case off < -grace && math.Abs(at/free-1) < judgement.BowClose.Number && right > at:
		out.Missed = BowIgnored
		out.Words = fmt.Sprintf("%s over them. You counted as if nothing held it back: line and current make it %.1f "+
			"s, not %.1f s.", show(-off), right, at)
	case off < -grace:
		out.Missed = Early
		out.Words = fmt.Sprintf("Stopped %s over them: %.1f s would have been right, not %.1f s.",
			show(-off), right, at)
	case off > grace:
		out.Missed = Late
		out.Words = fmt.Sprintf("Stopped %s below them: %.1f s would have been right, not %.1f s.",
			show(off), right, at)
	default:
		out.Words = fmt.Sprintf("Right among them, at %s after %.1f s.", show(there), at)
	}
	return out
}

func points100(lost float64) float64 { return math.Round(min(max(mostPoints-lost, 0), mostPoints)) }
