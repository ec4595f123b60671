package trial

import (
	"context"
	"fmt"
	"math"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
)

// Hover is what a head does over fish, from when it comes to the top of their band
// and the bail is closed there: its depth at every second, m, taken up as slowly and
// as fast as a hand does, and the take-up that suits, m/s; 0 where it was dropped
// under the rod and is held still. That which suits is looked at for as long as is shown, the others for as long as it is to stay.
type Hover struct {
	TakeUp float64
	Slow   []float64
	Fast   []float64
	Suits  []float64
}

// shownHover is for how many seconds a hover is shown, or for as long as is asked.
const shownHover = 15

// HoverPlaces is at how many moments, a second apart, a hover is looked at: up to the end of as long as it is to stay.
func (c *Case) HoverPlaces() int { return int(math.Ceil(c.Setup.Approach.Stays)) + 1 }

// HoverBand is between which depths a bait may be that hovers, m.
func (c *Case) HoverBand() (top, bottom float64) {
	band := c.Setup.Target.Band
	return c.Target - judgement.HoverSlack.Number*band, c.Target + band
}

// takeUps are the speeds of the hand that are looked at, m/s.
func (c *Case) takeUps() (slow, fast float64) {
	if c.Cast.Distance == 0 {
		return 0, 0
	}
	return judgement.TakeUpLeast.Number, judgement.TakeUpMost.Number
}

// farThrough is how far below its band a bait is left alone that falls through it, as a share of the band: it comes back no more.
const farThrough = 0.25

// depths are how deep a head is at so many seconds from when the bail is closed. It is followed until it is through the band,
// and taken to go on from there as it went; on a level bed below the band it stays.
func (c *Case) depths(ctx context.Context, from *mechanics.Branch, f Fall, takeUp float64, places int) ([]float64, error) {
	_, bottom := c.HoverBand()
	through, long := bottom+farThrough*c.Setup.Target.Band, float64(places-1)
	w := c.Setup.Water
	onBed := w.SplashDepth == 0 && w.Depth > bottom
	track, err := from.GoOn(ctx, []mechanics.Phase{{Reel: takeUp, Time: long, Deep: through, Landed: onBed}}, long)
	if err != nil {
		return nil, fmt.Errorf("trial: %w", err)
	}
	sinks, last := 0.0, &track.Last
	if -last.End.Z > bottom && !last.OnBed {
		sinks = max(-last.Velocity.Z, 0)
	}
	bed := c.Scene.Bed.DepthAt(last.End.X)
	out := make([]float64, places)
	for second := range out {
		at := f.Time + float64(second)
		if out[second] = -track.At(at).Z; at > last.Time {
			out[second] = min(out[second]+sinks*(at-last.Time), bed)
		}
	}
	return out, nil
}

// hover looks at the take-up after a fall to the top of the band, and unless the
// head is only looked at for what a change does to it for the one that suits.
func (c *Case) hover(ctx context.Context, from *mechanics.Branch, f Fall, changed bool) (Hover, error) {
	var h Hover
	slow, fast := c.takeUps()
	places := c.HoverPlaces()
	var err error
	if h.Slow, err = c.depths(ctx, from, f, slow, places); err != nil {
		return h, err
	}
	if h.Fast = h.Slow; fast > slow {
		if h.Fast, err = c.depths(ctx, from, f, fast, places); err != nil {
			return h, err
		}
	}
	if fast > slow {
		h.TakeUp = c.bestTakeUp(h, slow, fast)
	}
	if changed {
		return h, nil
	}
	h.Suits, err = c.depths(ctx, from, f, h.TakeUp, max(places, shownHover+1))
	return h, err
}

// bestTakeUp is the one that is wanted, or the middle of those that keep a bait in the
// band long enough, or else of those that keep it there the longest.
func (c *Case) bestTakeUp(h Hover, slow, fast float64) float64 {
	a := c.Setup.Approach
	if a.TakeUp > 0 {
		return a.TakeUp
	}
	const tried = 60
	top, bottom := c.HoverBand()
	best, first, last := -1.0, 0, 0
	for k := range tried + 1 {
		long := min(Stays(h.Slow, h.Fast, float64(k)/tried, top, bottom), a.Stays)
		switch {
		case long > best+1e-6:
			best, first, last = long, k, k
		case long > best-1e-6:
			last = k
		}
	}
	return slow + (fast-slow)*float64(first+last)/2/tried
}

// Stays is for how many seconds a bait stays between two depths whose depth is so far
// between those that it has at every second with the slowest hand and the fastest.
func Stays(slow, fast []float64, share, top, bottom float64) float64 {
	before := 0.0
	for i := range slow {
		deep := slow[i] + share*(fast[i]-slow[i])
		edge := top
		if deep > bottom {
			edge = bottom
		}
		if i > 0 && (deep < top || deep > bottom) {
			return float64(i-1) + min(max((edge-before)/(deep-before), 0), 1)
		}
		before = deep
	}
	return float64(len(slow) - 1)
}
