package trial

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"

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
	taken := c.takeUp(h, f, line)
	work := (1 + swellWaves) * period
	track, err := from.GoOn(ctx, []mechanics.Phase{taken, {Time: work}}, taken.Time+work)
	if err != nil {
		return fmt.Errorf("trial: %w", err)
	}
	rest.Held = 1
	begin := f.Time + taken.Time + period
	for wave := range swellWaves {
		start := begin + float64(wave)*period
		rest.Held = min(rest.Held, shareOnBed(track.Frames, start, start+period))
	}
	from0, to := track.At(begin), track.At(begin+swellWaves*period)
	gone := math.Hypot(to.X-from0.X, to.Y-from0.Y)
	rest.Walk = gone * judgement.SwellWaves.Number / swellWaves
	return nil
}

// draggedInSwell is a head that is drawn back to the rod through a swell, which makes
// one place of the way like another: how much of some waves it is on the bed once the
// line is taken up, and what pushes on it on average. Single waves come to it in a hop or
// between two.
func (c *Case) draggedInSwell(ctx context.Context, from *mechanics.Branch, r *Rigged, h Handling, f Fall) (Rest, error) {
	const settles = 0.5 // of a wave, until the line is as it is dragged
	period, speed := c.scene.Swell.Period(), c.drags()
	taken := c.takeUp(h, f, judgement.TakenUpLeast.Number)
	work := min((settles+swellWaves)*period, 0.5*c.Cast.Distance/speed)
	track, err := from.GoOn(ctx, []mechanics.Phase{taken, {Reel: speed, Time: work}}, taken.Time+work)
	if err != nil {
		return Rest{}, fmt.Errorf("trial: %w", err)
	}
	end := f.Time + taken.Time + work
	begin := end - work*swellWaves/(settles+swellWaves)
	weight := r.Weight()
	out := Rest{Along: placeOf(0), Line: judgement.TakenUpLeast.Number, Held: shareOnBed(track.Frames, begin, end)}
	out.Push = leastHalf(track.Frames, begin, end, weight)
	out.Pull = c.pull(h, out.Push, out.Along)
	out.Margin = out.Push / weight
	return out, nil
}

// shareOnBed is the share of a stretch of time for which the key body is on the bed.
func shareOnBed(frames []mechanics.Frame, start, stop float64) float64 {
	return meanOver(frames, start, stop, func(t mechanics.Frame) float64 {
		if t.OnBed {
			return 1
		}
		return 0
	})
}

// meanOver is the mean of what is seen over a stretch of time; 0 where it came to the
// rod before.
func meanOver(frames []mechanics.Frame, start, stop float64, see func(mechanics.Frame) float64) float64 {
	sum, all := 0.0, 0.0
	for i := 1; i < len(frames); i++ {
		if span := min(frames[i].Time, stop) - max(frames[i-1].Time, start); span > 0 {
			sum += span * see(frames[i])
			all += span
		}
	}
	if all == 0 {
		return 0
	}
	return sum / all
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

// leastHalf is the mean push for that half of a stretch of time in which it is least: in
// the other half the waves slacken the line, and nothing is felt. A blow as a head comes
// down is no weight that it has.
func leastHalf(frames []mechanics.Frame, start, stop, weight float64) float64 {
	type moment struct{ push, span float64 }
	var all []moment
	whole := 0.0
	for i := 1; i < len(frames); i++ {
		if span := min(frames[i].Time, stop) - max(frames[i-1].Time, start); span > 0 {
			all = append(all, moment{min(frames[i].Push, weight), span})
			whole += span
		}
	}
	slices.SortFunc(all, func(a, b moment) int { return cmp.Compare(a.push, b.push) })
	sum, left := 0.0, whole/2
	for _, m := range all {
		span := min(m.span, left)
		sum += m.push * span
		left -= span
	}
	return sum / max(whole/2, 1e-9)
}
