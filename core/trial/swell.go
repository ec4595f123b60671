package trial

import (
	"cmp"
	"context"
	"fmt"
	"iter"
	"math"
	"slices"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"

	"gonum.org/v1/gonum/spatial/r3"
)

// A head is followed on the bed for some waves, after one in which the line comes to rest. As that draws taut heads come to walk
// or stop, so that what the last one does tells more than those before, and one more wave more than shorter steps: of 400 heads
// that walk two waves are off by 0.34 of what they may, three by 0.24 and four by 0.19, at twenty steps for each as at six.
const (
	fewWaves  = 2
	mostWaves = 4 // where it is not plain whether it walks too far
)

// From so many times what it may on it is plain that a head walks too far, and below a share of that that it does not.
const plainlyUnder, plainlyOver = 0.3, 2

// LeftToWaves tells whether heads are left where they lie in a swell, and not dragged: of those only the places are asked for.
func (c *Case) LeftToWaves() bool { return c.Swell() && c.Setup.Cast.Drag == 0 }

// unmoved is how far a head may go in a wave, m, for the next to be no other: in forty of a hundred seas it goes no
// farther, and of those none walks a third of what it may in the next.
const unmoved = 5e-4

// LeftAlone tells whether waves neither lift the head nor move it: nor do they then, whichever of them it came down in. Of
// 3,091 such heads two walked a third of what they may after another moment of the swell.
func (r *Rest) LeftAlone() bool { return r.Held == 1 && r.Walk < unmoved*judgement.SwellWaves.Number }

// steady is the share of the friction that a head may use in the waves for nothing that is not known to make it walk a third
// of what it may: of a hundred that use less none does, and one of thirty that use a half.
const steady = 0.25

// swell looks at a head that is left on the bed in a swell, with the line taken up, for as many waves as are asked
// for. Where the first does not move it, the others are like that.
func (c *Case) swell(ctx context.Context, from *mechanics.Branch, q Question, f Fall, rest *Rest) error {
	period := c.Scene.Swell.Period()
	line := judgement.TakenUpMost.Number
	if rest.Line > 0 {
		line = rest.Line
	}
	taken := c.takeUp(q.Handling, f, line)
	rest.Held, rest.Steady = 1, true
	var gone, last r3.Vec
	waves, do := 0, []mechanics.Phase{taken, {Time: 2 * period}}
	for start := f.Time + taken.Time + period; ; start += period {
		after, err := from.Further(ctx, do)
		if err != nil {
			return fmt.Errorf("trial: %w", err)
		}
		track := after.Track()
		rest.Held = min(rest.Held, shareOnBed(track.Frames, start, start+period))
		for _, f := range during(track.Frames, start, start+period) {
			rest.Steady = rest.Steady && f.OnBed && f.Rubs() < steady
		}
		last = r3.Sub(track.At(start+period), track.At(start))
		gone = r3.Add(gone, last)
		waves++
		all := r3.Add(gone, r3.Scale(judgement.SwellWaves.Number-float64(waves), last))
		rest.Walk = math.Hypot(all.X, all.Y)
		if rest.LeftAlone() || waves == mostWaves || q.Waves == Glimpsed || waves >= fewWaves && c.plain(rest.Walk) {
			return nil
		}
		from, do = after, []mechanics.Phase{{Time: period}}
	}
}

// plain tells whether a head that goes so far, m, plainly walks too far, or not far enough.
func (c *Case) plain(walk float64) bool {
	may := c.MayWalk()
	return walk < plainlyUnder*may || walk > plainlyOver*may
}

// draggedInSwell is a head that is drawn back to the rod through a swell, which makes
// one place of the way like another: for how much of some waves it is on the bed once the
// line is taken up, and what pushes on it in the half of them that tightens the line.
// Single waves come to it in a hop or between two.
func (c *Case) draggedInSwell(ctx context.Context, from *mechanics.Branch, r *Rigged, h Handling,
	f Fall) (Rest, error) {
	const settles, watched = 0.5, 2 // waves, until the line is as it is dragged and from then on
	period, speed := c.Scene.Swell.Period(), c.drags()
	taken := c.takeUp(h, f, judgement.TakenUpLeast.Number)
	work := min((settles+watched)*period, judgement.DragShare.Number*c.Cast.Distance/speed)
	track, err := from.GoOn(ctx, []mechanics.Phase{taken, {Reel: speed, Time: work}}, taken.Time+work)
	if err != nil {
		return Rest{}, fmt.Errorf("trial: %w", err)
	}
	end := f.Time + taken.Time + work
	begin := end - work*watched/(settles+watched)
	weight := r.Weight()
	out := Rest{Along: placeOf(0), Line: judgement.TakenUpLeast.Number, Held: shareOnBed(track.Frames, begin, end)}
	out.Push = leastHalf(track.Frames, begin, end, weight)
	out.Pull = c.pull(h, out.Push, out.Along)
	out.Margin = out.Push / weight
	return out, nil
}

// during are the frames of a stretch of time, each with how much of it came before, s.
func during(frames []mechanics.Frame, start, stop float64) iter.Seq2[float64, mechanics.Frame] {
	return func(yield func(float64, mechanics.Frame) bool) {
		for i := 1; i < len(frames); i++ {
			if span := min(frames[i].Time, stop) - max(frames[i-1].Time, start); span > 0 && !yield(span, frames[i]) {
				return
			}
		}
	}
}

// shareOnBed is the share of a stretch of time for which the key body is on the bed; 0
// where it came to the rod before.
func shareOnBed(frames []mechanics.Frame, start, stop float64) float64 {
	on, all := 0.0, 0.0
	for span, f := range during(frames, start, stop) {
		all += span
		if f.OnBed {
			on += span
		}
	}
	if all == 0 {
		return 0
	}
	return on / all
}

// leastHalf is the mean push for that half of a stretch of time in which it is least, N:
// in the other half the waves slacken the line, and nothing is felt. A blow as a head
// comes down is no weight that it has. It is 0 where it came to the rod before.
func leastHalf(frames []mechanics.Frame, start, stop, weight float64) float64 {
	var pushes, spans []float64
	var order []int
	half := 0.0
	for span, f := range during(frames, start, stop) {
		order = append(order, len(order))
		pushes, spans = append(pushes, min(f.Push, weight)), append(spans, span)
		half += span / 2
	}
	if half == 0 {
		return 0
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(pushes[a], pushes[b]) })
	sum, left := 0.0, half
	for _, i := range order {
		span := min(spans[i], left)
		sum += pushes[i] * span
		left -= span
	}
	return sum / half
}
