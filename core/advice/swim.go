package advice

import (
	"fmt"
	"math"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/rig"
)

// swim simulates the fall and the steady retrieve after it, and looks at the
// bait between 80 % and 20 % of the cast.
func (at *situation) swim(r *rig.Rig, h *Head) error {
	const frames = 400
	a, cast := at.setup.Approach, at.cast.Distance
	d := at.drop(r)
	back := 2 * cast / a.Speed
	d.Until += back
	d.Phases = []mechanics.Phase{d.Phases[0], {Reel: a.Speed, Time: back}}
	track, err := at.scene.Run(d, mechanics.Detail{Frames: frames})
	if err != nil {
		return fmt.Errorf("advice: %w", err)
	}
	out := &h.Swim
	var all float64
	for i := 1; i < len(track.Frames); i++ {
		f := track.Frames[i]
		left := math.Hypot(f.End.X-f.Time*at.cast.Drift.X, f.End.Y-f.Time*at.cast.Drift.Y) / cast
		if f.Phase == 0 || left > judgement.SwimFrom.Number || left < judgement.SwimTo.Number {
			continue
		}
		took := f.Time - track.Frames[i-1].Time
		height := max(f.End.Z+at.scene.Bed.DepthAt(f.End.X), 0)
		all += took
		out.Height += took * height
		if height >= a.BandLow && height <= a.BandHigh {
			out.InBand += took
		}
	}
	if all > 0 {
		out.InBand, out.Height = out.InBand/all, out.Height/all
	}
	return nil
}

// judgeSwim: in the band for most of the retrieve.
func (at *situation) judgeSwim(h *Head) {
	a, s := at.setup.Approach, h.Swim
	h.Verdict = Does
	if wanted := judgement.SwimShare.Number; s.InBand < wanted {
		h.Verdict = worse(1 - s.InBand/wanted)
	}
	band := fmt.Sprintf("%s to %s over the bed", at.depth(a.BandLow), at.depth(a.BandHigh))
	speed := at.show.Show("speed", a.Speed)
	middle := (a.BandLow + a.BandHigh) / 2
	switch {
	case h.Verdict == Does:
		h.Reason = fmt.Sprintf("%s, %s on average", at.swims(*h), at.depth(s.Height))
	case s.Height > a.BandHigh:
		h.Reason = fmt.Sprintf("rides too high at %s: %s over the bed on average (%s wanted)", speed, at.depth(s.Height), band)
	case s.Height < middle:
		h.Reason = fmt.Sprintf("drags at %s: %s over the bed on average, and only %s of the way %s", speed, at.depth(s.Height), percent(s.InBand), band)
	default:
		h.Reason = fmt.Sprintf("rises and falls too much at %s: only %s of the way %s", speed, percent(s.InBand), band)
	}
}

// swims says how a head that does it comes back.
func (at *situation) swims(h Head) string {
	a := at.setup.Approach
	return fmt.Sprintf("reeled at %s it swims %s to %s over the bed for %s of the way",
		at.show.Show("speed", a.Speed), at.depth(a.BandLow), at.depth(a.BandHigh), percent(h.Swim.InBand))
}

// offMiddle is how far from the middle of the band a head swims, m.
func (at *situation) offMiddle(h Head) float64 {
	return math.Abs(h.Swim.Height - (at.setup.Approach.BandLow+at.setup.Approach.BandHigh)/2)
}

func (at *situation) thenSwims(pick Head) string { return "Then " + at.swims(pick) + "." }

func (at *situation) swimsNear(h Head) float64 { return h.Swim.InBand }

func (at *situation) swimInstead([]Head, Head) string {
	return "Another speed, a wider band or a weight between these would do it."
}
