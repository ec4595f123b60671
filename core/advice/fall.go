package advice

import (
	"fmt"
	"math"
	"sort"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/rig"
	"dunvel/core/setup"

	"gonum.org/v1/gonum/spatial/r3"
)

// Reached is the outcome of a fall that comes to its target.
const Reached = "reached"

// How much of a fall is kept for the picture.
const (
	keptFrames = 24
	keptPoints = 12
	pathPoints = 40
)

// drop is the fall of a rig to the bed with the bail open, and what the line
// does for a little while after.
func (at *situation) drop(r *rig.Rig) mechanics.Drop {
	longest := max(judgement.FallMost.Number, 2*at.wait)
	if at.hurried {
		longest = 1.5 * at.patience
	}
	return mechanics.Drop{
		Rig: r, Cast: at.cast, Spool: at.setup.Rod.LineOnSpool, Until: longest + judgement.CueTime.Number,
		Phases: []mechanics.Phase{{Open: true, Landed: true, Time: longest}, {Open: true, Time: judgement.CueTime.Number}},
	}
}

// fall simulates the fall of a rig to the target.
func (at *situation) fall(r *rig.Rig) (Fall, error) {
	if at.setup.Rigging.Floats() {
		return at.fallUnderFloat(r)
	}
	track, err := at.scene.Run(at.drop(r), at.detail())
	if err != nil {
		return Fall{}, fmt.Errorf("advice: %w", err)
	}
	return at.fallOf(track), nil
}

// fallOf is the fall that begins a track.
func (at *situation) fallOf(track *mechanics.Track) Fall {
	f := Fall{Outcome: string(track.Outcome), Path: []Moment{}, Lines: []Line{}}
	if len(track.Frames) == 0 {
		return f // there was no fall
	}
	down := track.Down
	switch {
	case !at.onBed:
		down = passing(track, at.target)
	case !track.Touch().Happened:
		down.Time = 0
	}
	end := down.Time
	if end > 0 {
		f.Outcome, f.Time, f.Speed = Reached, end, -down.End.Z/end
		if !at.onBed {
			f.Through = passing(track, at.target+at.setup.Target.Band).Time
		}
	} else {
		down, end = track.Last, track.Last.Time
		if f.Outcome == string(mechanics.Done) {
			f.Outcome = string(mechanics.TimeUp) // the fall's own time was up
		}
	}
	if len(track.Touches) == 2 {
		f.Second = track.Touches[1-track.Key].Time
	}
	f.Landing, f.LineOut, f.Belly, f.Bow, f.Tension = Point(down.End), down.LineOut, down.Belly, mechanics.Bow(down.Line), down.TipTension
	f.RunOut, f.RunOutAfter = runOut(track, down)
	f.CastTime = castTime(end, down.LineOut)
	for i := range pathPoints + 1 {
		t := end * float64(i) / pathPoints
		f.Path = append(f.Path, Moment{t, rounded(track.At(t))})
	}
	fell := sort.Search(len(track.Frames), func(i int) bool { return track.Frames[i].Time >= end })
	if !at.rough {
		for i := 0; i < fell; i += 1 + fell/keptFrames {
			f.Lines = append(f.Lines, line(track.Frames[i]))
		}
	}
	f.Lines = append(f.Lines, line(down))
	return f
}

// castTime is the time in s from cast to cast with a fall of a time in s, reeled
// in at once from so much line in m.
func castTime(fall, line float64) float64 {
	return fall + line/judgement.RetrieveSpeed.Number + judgement.CastOverhead.Number
}

// runOut is how fast line leaves the spool before the end of a fall and after,
// m/s, on average over the time that it is watched.
func runOut(track *mechanics.Track, down mechanics.Frame) (before, after float64) {
	watch := judgement.CueTime.Number
	from := track.Frames[0]
	for _, f := range track.Frames {
		if f.Time > down.Time-watch {
			break
		}
		from = f
	}
	if down.Time > from.Time {
		before = (down.LineOut - from.LineOut) / (down.Time - from.Time)
	}
	if rest := track.Last.Time - down.Time; rest > 0 {
		after = (track.Last.LineOut - down.LineOut) / min(rest, watch)
	}
	return max(before, 0), max(after, 0)
}

// detail is what is kept of a fall: less where it is not drawn.
func (at *situation) detail() mechanics.Detail {
	if at.rough {
		return mechanics.Detail{Frames: keptFrames, Points: 2, Grain: mechanics.Rough}
	}
	return mechanics.Detail{Frames: keptFrames, Points: keptPoints}
}

// passing is the moment at which a fall passes a depth; its time is 0 where it
// does not get there.
func passing(track *mechanics.Track, depth float64) mechanics.Frame {
	late, i := track.Passes(depth)
	if i == 0 {
		return mechanics.Frame{}
	}
	a, b := track.Frames[i-1], track.Frames[i]
	share := (late - a.Time) / (b.Time - a.Time)
	mix := func(from, to float64) float64 { return from + share*(to-from) }
	f := b
	f.Time, f.End = late, track.At(late)
	f.LineOut, f.TipTension, f.Belly = mix(a.LineOut, b.LineOut), mix(a.TipTension, b.TipTension), mix(a.Belly, b.Belly)
	f.Line = make([]r3.Vec, len(b.Line))
	for k := range f.Line {
		f.Line[k] = r3.Add(a.Line[k], r3.Scale(share, r3.Sub(b.Line[k], a.Line[k])))
	}
	return f
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

// cue says how the touch of a head is told: by the line that stops running
// off with the bail open, and by what goes off the rod with it closed.
func (at *situation) cue(h Head) (string, error) {
	if !at.onBed {
		return "", nil
	}
	f := h.Fall
	if at.setup.Approach.Kind == setup.Swim {
		// It is reeled as it touches: how the line would run on was not looked at.
		r, _, err := at.rig(h.Mass)
		if err != nil {
			return "", err
		}
		if f, err = at.fall(r); err != nil {
			return "", err
		}
		h.Fall = f
	}
	// What is less than a mm/s is no line that runs.
	speed := func(v float64) string { return at.speed(math.Round(v*1000) / 1000) }
	open := fmt.Sprintf("with the bail open the line all but stops, from %s to %s", speed(f.RunOut), speed(f.RunOutAfter))
	if f.RunOutAfter > judgement.CueOpen.Number*f.RunOut {
		open = fmt.Sprintf("with the bail open the line keeps running, %s before and %s after: hard to tell", speed(f.RunOut), speed(f.RunOutAfter))
	}
	eased := h.eased
	if !h.felt {
		var err error
		if eased, err = at.eased(h); err != nil {
			return "", err
		}
	}
	closed := fmt.Sprintf("with it closed just before, the rod eases by %s", at.show.Show("force", eased))
	if eased < judgement.CueClosed.Number {
		closed = "with it closed there is too little to feel"
	}
	return fmt.Sprintf("The touch: %s; %s.", open, closed), nil
}

// eased is by how much the tension at the rod tip drops in N when a head
// touches with the bail closed shortly before.
func (at *situation) eased(h Head) (float64, error) {
	const before, after = 1.5, 2 // s
	r, _, err := at.rig(h.Mass)
	if err != nil {
		return 0, err
	}
	d := at.drop(r)
	closing := max(h.Fall.Time-before, 0)
	d.Phases = []mechanics.Phase{{Open: true, Time: closing}, {Landed: true, Time: 20}, {Time: after}}
	d.Until = closing + 20 + after
	track, err := at.scene.Run(d, mechanics.Detail{Frames: 64, Grain: mechanics.Rough})
	if err != nil || !track.Touch().Happened {
		return 0, err
	}
	// What the rod felt half way between closing and touching.
	felt := track.Down.TipTension
	for _, f := range track.Frames {
		if f.Time <= (closing+track.Down.Time)/2 {
			felt = f.TipTension
		}
	}
	return max(felt-track.Last.TipTension, 0), nil
}
