package trial

import (
	"context"
	"fmt"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
)

// Hover is what a head does over fish, from when it comes to the top of their band
// and the bail is closed there: its depth at every second, m, taken up as slowly and
// as fast as a hand does, and the take-up that suits, m/s; 0 where it was dropped
// under the rod and is held still.
type Hover struct {
	TakeUp float64
	Slow   []float64
	Fast   []float64
	Suits  []float64
}

// HoverLook is for how many seconds a head is looked at in the band, and HoverPlaces at how many moments.
const (
	HoverLook   = 15
	HoverPlaces = HoverLook + 1
)

// takeUps are the speeds of the hand that are looked at, m/s.
func (c *Case) takeUps() (slow, fast float64) {
	if c.Cast.Distance == 0 {
		return 0, 0
	}
	return judgement.TakeUpLeast.Number, judgement.TakeUpMost.Number
}

// depths are how deep a head is at every second from when the bail is closed.
func (c *Case) depths(ctx context.Context, from *mechanics.Branch, f Fall,
	takeUp float64) ([]float64, error) {
	track, err := from.GoOn(ctx, []mechanics.Phase{{Reel: takeUp, Time: HoverLook}}, HoverLook)
	if err != nil {
		return nil, fmt.Errorf("trial: %w", err)
	}
	out := make([]float64, HoverPlaces)
	for second := range out {
		out[second] = -track.At(f.Time + float64(second)).Z
	}
	return out, nil
}

// hover looks at the take-up after a fall to the top of the band, and unless the
// head is only looked at for what a change does to it for the one that suits.
func (c *Case) hover(ctx context.Context, from *mechanics.Branch, f Fall, changed bool) (Hover, error) {
	var h Hover
	slow, fast := c.takeUps()
	var err error
	if h.Slow, err = c.depths(ctx, from, f, slow); err != nil {
		return h, err
	}
	if h.Fast = h.Slow; fast > slow {
		if h.Fast, err = c.depths(ctx, from, f, fast); err != nil {
			return h, err
		}
	}
	if fast > slow {
		h.TakeUp = c.bestTakeUp(h, slow, fast)
	}
	if changed || fast == slow {
		h.Suits = h.Slow
		return h, nil
	}
	h.Suits, err = c.depths(ctx, from, f, h.TakeUp)
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
	band := c.Setup.Target.Band
	top, bottom := c.Target-judgement.HoverSlack.Number*band, c.Target+band
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
