package trial

import (
	"context"
	"fmt"
	"math"
	"slices"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/setup"

	"gonum.org/v1/gonum/spatial/r3"
)

// Swim is how a head comes back. Heights are over the bed, or depths where the
// target is one, at SwimPlaces places of the way, in m; none where it was not looked at.
type Swim struct {
	Speed  float64   // through the water, m/s, at which it is in the middle of the band on average
	Reel   float64   // line taken in at that speed, m/s
	Slower []float64 // at the wanted speed over judgement.SwimHand
	Wanted []float64 // at the wanted speed
	Faster []float64 // at the wanted speed times judgement.SwimHand
	Height float64   // at the wanted speed, on average
}

// SwimPlaces is at how many places of a retrieve, evenly from 80 % to 20 % of the
// cast, a bait is looked at.
const SwimPlaces = 25

// BeginsOver tells whether a retrieve begins before the bait is on the bed.
func (c *Case) BeginsOver() bool { return c.begins() != end{} }

// begins is where the fall ends and a retrieve begins.
func (c *Case) begins() end {
	const splash = 0.05 // s: at once
	low, high := c.Band()
	middle := (low + high) / 2
	if c.OnBed {
		middle = max(c.Target-middle, 0.1)
	}
	switch a := c.Setup.Approach; {
	case a.Begins == setup.BeginsAtSplash:
		return end{time: splash}
	case a.Begins == setup.BeginsAtCount && a.Count > 0:
		return end{time: a.Count}
	case a.Begins == setup.BeginsAtTouch:
		return end{}
	case a.Begins == setup.BeginsAtCount, !c.OnBed, c.Snagged() && low >= judgement.SwimClear.Number:
		return end{deep: middle}
	}
	return end{}
}

// ReelFor is the line taken in at a speed through the water, m/s: the boat comes
// nearer on its own or goes off, and the current runs with the bait or against it.
func (c *Case) ReelFor(speed float64) float64 {
	low, high := c.Band()
	depth := c.Scene.Bed.DepthAt(c.Cast.Distance / 2)
	height := (low + high) / 2
	if !c.OnBed {
		height = depth - height
	}
	return max(speed+c.Cast.Drift.X-c.Scene.Current.At(min(max(height, 0), depth), depth).X, slowestReel)
}

const slowestReel = 0.02 // m/s

// heights are where a bait is on its way back that is reeled so that it swims at a
// speed.
func (c *Case) heights(ctx context.Context, from *mechanics.Branch, f Fall,
	speed float64) ([]float64, error) {
	back, err := c.wayBack(ctx, from, f, mechanics.Phase{}, c.ReelFor(speed), judgement.SwimTo.Number)
	if err != nil {
		return nil, err
	}
	return c.seen(back, c.heightBetween), nil
}

// wayBack is what a head does from the end of its fall on, once slack line is taken up,
// reeled in at a speed of the line until a share of the cast is left.
func (c *Case) wayBack(ctx context.Context, from *mechanics.Branch, f Fall, slack mechanics.Phase, reel,
	left float64) ([]mechanics.Frame, error) {
	out, near := f.LineOut-slack.Reel*slack.Time, left*c.Cast.Distance
	back := max(out-lineLeft*near, 0)/reel + 2
	track, err := from.GoOn(ctx, []mechanics.Phase{slack, {Reel: reel, Time: back, Near: near}}, slack.Time+back)
	if err != nil {
		return nil, fmt.Errorf("trial: %w", err)
	}
	begin := slices.IndexFunc(track.Frames, func(t mechanics.Frame) bool { return t.Time >= f.Time+slack.Time })
	return track.Frames[max(begin, 0):], nil
}

// lineLeft is the line out over how far off a bait is that is reeled in for as long as it is looked at: what is
// under the rod comes no nearer.
const lineLeft = 0.8

// left is how much of the way back there still is, as a share of the cast.
func (c *Case) left(t mechanics.Frame) float64 {
	return math.Hypot(t.End.X-t.Time*c.Cast.Drift.X, t.End.Y-t.Time*c.Cast.Drift.Y) / c.Cast.Distance
}

// seen is what there is of a head at each place of its way back, told from the frames before and after it and how far
// between them it is.
func (c *Case) seen(back []mechanics.Frame, between func(a, b mechanics.Frame, share float64) float64) []float64 {
	out := make([]float64, SwimPlaces)
	before, place := math.Inf(1), 0
	for i, now := range back {
		left, last := c.left(now), back[max(i-1, 0)]
		for ; place < SwimPlaces; place++ {
			at := placeOf(place)
			if left > at {
				break
			}
			share := 1.0
			if before > left && !math.IsInf(before, 1) {
				share = (before - at) / (before - left)
			}
			out[place] = between(last, now, share)
		}
		before = left
	}
	for ; place < SwimPlaces && len(back) > 0; place++ { // it came to the rod before
		last := back[len(back)-1]
		out[place] = between(last, last, 1)
	}
	return out
}

// heightBetween is what the band is measured by, a share of the way from one frame to the next: between them it
// changes as fast as it does at each of them (the cubic of Hermite).
func (c *Case) heightBetween(a, b mechanics.Frame, share float64) float64 {
	from, to, rest := c.height(a.End), c.height(b.End), 1-share
	rise, long := to-from, b.Time-a.Time
	atFirst := c.height(r3.Add(a.End, r3.Scale(long, a.Velocity))) - from
	atLast := to - c.height(r3.Sub(b.End, r3.Scale(long, b.Velocity)))
	height := from + share*rise + share*rest*(rest*(atFirst-rise)-share*(atLast-rise))
	if c.OnBed {
		return max(height, 0)
	}
	return height
}

// height is what the band is measured by: the height over the bed, or the depth.
func (c *Case) height(p r3.Vec) float64 {
	if !c.OnBed {
		return -p.Z
	}
	return p.Z + c.Scene.Bed.DepthAt(p.X)
}

// swim looks at a retrieve, and looks for the speed that suits: of what is only changed that is told from the slower
// and the faster hand, or is that of the other where it is as far off on the same side.
func (c *Case) swim(ctx context.Context, from *mechanics.Branch, f Fall, q Question) (Swim, error) {
	var s Swim
	wanted, step := c.Setup.Approach.Speed, judgement.SwimHand.Number
	var err error
	if s.Slower, err = c.heights(ctx, from, f, wanted/step); err != nil {
		return s, err
	}
	if s.Faster, err = c.heights(ctx, from, f, wanted*step); err != nil {
		return s, err
	}
	low, high := c.Band()
	if q.Near != nil {
		told := needed([]ran{{-1, s.Slower}, {1, s.Faster}}, 0, (low+high)/2, c.OnBed)
		off := math.Log(q.Near.Swim.Speed/wanted) / math.Log(step)
		switch {
		case !q.Pace:
			s.Speed = wanted * math.Pow(step, told)
			return s, nil
		case q.Near.Swim.Speed > 0 && math.Abs(off) > farOff && told*math.Copysign(1, off) > atTheEnd:
			s.Speed = q.Near.Swim.Speed
			return s, nil
		}
	}
	// Where the boat drifts as fast as that all slower ones are reeled as slowly as any, which takes the longest by far.
	least := c.ReelFor(wanted / step)
	if s.Wanted = s.Slower; c.ReelFor(wanted) > least {
		if s.Wanted, err = c.heights(ctx, from, f, wanted); err != nil {
			return s, err
		}
	}
	for _, h := range s.Wanted {
		s.Height += h / SwimPlaces
	}
	runs := []ran{{-1, s.Slower}, {0, s.Wanted}, {1, s.Faster}}
	about := 0.0
	for range mostRuns {
		next := needed(runs, about, (low+high)/2, c.OnBed)
		settled := math.Abs(next-about) < 0.05
		about = next
		edge := about + math.Copysign(1, about+0) // up from nothing, whichever sign it has
		fast := wanted * math.Pow(step, edge)
		nobody := fast < judgement.SwimSlowest.Number/step || fast > judgement.SwimFastest.Number*step || // reels so
			c.ReelFor(fast) == least // nor any slower
		known := nobody || edge >= runs[0].steps-edgeClose && edge <= runs[len(runs)-1].steps+edgeClose
		if settled && known {
			break
		}
		if known {
			continue
		}
		h, err := c.heights(ctx, from, f, fast)
		if err != nil {
			return s, err
		}
		if edge > runs[0].steps { // it is beyond those that there are
			runs = append(runs, ran{edge, h})
		} else {
			runs = append([]ran{{edge, h}}, runs...)
		}
	}
	s.Speed = wanted * math.Pow(step, about)
	s.Reel = c.ReelFor(s.Speed)
	return s, nil
}

// farOff is from how many steps off on it does not matter how far off the speed is that suits a head, where most of
// its way asks for more than a step as well (atTheEnd).
const (
	farOff   = 2.5
	atTheEnd = 0.9
)

// edgeClose is how far beyond what was run a speed is told from it, in steps.
const edgeClose = 0.5

const mostRuns = 7

// ran is where a bait is, at so many places, at a speed of the hand: in steps, each
// of the same factor.
type ran struct {
	steps   float64
	heights []float64
}

// needed is the speed at which a bait is in the middle on average over the places, in
// steps, for a hand that reels about so many: of a place that needs more than a step on
// either side the hand does what it can. Heights grow with the speed, depths fall.
func needed(runs []ran, about, middle float64, heights bool) float64 {
	sign := 1.0
	if !heights {
		sign = -1
	}
	sum := 0.0
	places := len(runs[0].heights)
	for k := range places {
		up := func(i int) float64 { return sign * (runs[i].heights[k] - middle) }
		last := len(runs) - 1
		i := 1
		for i < last && up(i) < 0 {
			i++
		}
		low, high := runs[i-1].steps, runs[i].steps
		at := math.Inf(1)
		if rise := up(i) - up(i-1); rise > 1e-6 {
			at = low - up(i-1)/rise*(high-low)
		} else if up(i) >= 0 {
			at = math.Inf(-1)
		}
		sum += min(max(at, about-1), about+1)
	}
	return sum / float64(places)
}
