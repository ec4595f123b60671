package trial

import (
	"context"
	"fmt"
	"math"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/setup"
)

// swellWaves are how many waves a head is followed on the bed, after one in which
// the line comes to rest.
const swellWaves = 2

// swell looks at a head that is left on the bed in a swell, with the line taken up.
func (c *Case) swell(ctx context.Context, from *mechanics.Branch, h Handling, f Fall, rest *Rest) error {
	period := c.scene.Swell.Period()
	line := judgement.TakenUpMost.Number
	if rest.Line > 0 {
		line = rest.Line
	}
	slack := max(f.LineOut-line*c.chord(f.Landing, h, f.Time), 0)
	takeIn := slack / judgement.SlackIn.Number
	work := (1 + swellWaves) * period
	track, err := from.GoOn(ctx, []mechanics.Phase{{Reel: judgement.SlackIn.Number, Time: takeIn}, {Time: work}}, takeIn+work)
	if err != nil {
		return fmt.Errorf("trial: %w", err)
	}
	rest.Held = 1
	begin := f.Time + takeIn + period
	for wave := range swellWaves {
		start := begin + float64(wave)*period
		rest.Held = min(rest.Held, shareOnBed(track.Frames, start, start+period))
	}
	from0, to := track.At(begin), track.At(begin+swellWaves*period)
	gone := math.Hypot(to.X-from0.X, to.Y-from0.Y)
	rest.Walk = gone * judgement.SwellWaves.Number / swellWaves
	return nil
}

// heldBack is the share of the waves for which a head is on the bed that is dragged
// back through a swell, over the first half of the way: single waves come to a head in
// a hop or between two, and tell little.
func (c *Case) heldBack(back []mechanics.Frame) float64 {
	first, last := placeOf(0), placeOf(halfWay)
	begin, end := math.Inf(1), 0.0
	for _, t := range back {
		if left := c.left(t); left <= first && left >= last {
			begin, end = min(begin, t.Time), max(end, t.Time)
		}
	}
	return shareOnBed(back, begin, end)
}

// shareOnBed is the share of a stretch of time for which the key body is on the bed.
func shareOnBed(frames []mechanics.Frame, start, stop float64) float64 {
	on, all := 0.0, 0.0
	for i := 1; i < len(frames); i++ {
		a, b := frames[i-1], frames[i]
		span := min(b.Time, stop) - max(a.Time, start)
		if span <= 0 {
			continue
		}
		all += span
		if b.OnBed {
			on += span
		}
	}
	if all == 0 {
		return 0 // it came to the rod
	}
	return on / all
}

// MayWalk is how far a head that holds may go in SwellWaves waves, m: a little, and as
// far as it may creep in that time.
func (c *Case) MayWalk() float64 {
	may := judgement.SwellWalk.Number
	if c.Setup.Approach.Still == setup.DeadStill {
		return may
	}
	return may + c.mayCreep()*judgement.SwellWaves.Number*c.scene.Swell.Period()
}
