package advice

import (
	"fmt"
	"math"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/rig"
	"dunvel/core/units"
)

// swimPlaces is at how many places of a retrieve, evenly from 80 % to 20 % of
// the cast, the bait is looked at.
const (
	swimPlaces = 25
	swimFrames = 200
)

// swim simulates the fall and the steady retrieve after it.
func (at *situation) swim(r *rig.Rig, h *Head) error {
	cast := at.cast.Distance
	d := at.drop(r)
	back := 2 * cast / at.setup.Approach.Speed
	fall := d.Phases[0]
	if !at.onBed {
		f, err := at.fall(r)
		if h.Fall = f; err != nil || f.Outcome != Reached {
			return err
		}
		fall = mechanics.Phase{Open: true, Time: f.Time}
	}
	d.Until = min(d.Until+back, mechanics.LongestRun)
	d.Phases = []mechanics.Phase{fall, {Reel: at.setup.Approach.Speed, Time: back}}
	detail := at.detail()
	detail.Frames = swimFrames
	track, err := at.scene.Run(d, detail)
	if err != nil {
		return fmt.Errorf("advice: %w", err)
	}
	if at.onBed {
		h.Fall = at.fallOf(track)
	}
	if h.Fall.Outcome != Reached {
		return nil
	}
	from, to := judgement.SwimFrom.Number, judgement.SwimTo.Number
	height, last := 0.0, math.Inf(1)
	for _, f := range track.Frames {
		if f.Phase == 0 {
			continue
		}
		left := math.Hypot(f.End.X-f.Time*at.cast.Drift.X, f.End.Y-f.Time*at.cast.Drift.Y) / cast
		now := at.swimHeight(f)
		for len(h.track) < swimPlaces {
			place := from + (to-from)*float64(len(h.track))/(swimPlaces-1)
			if left > place {
				break
			}
			share := 1.0
			if last > left && !math.IsInf(last, 1) {
				share = (last - place) / (last - left)
			}
			h.track = append(h.track, height+share*(now-height))
		}
		height, last = now, left
	}
	for len(h.track) < swimPlaces { // it came to the rod before
		h.track = append(h.track, height)
	}
	h.Swim.InBand = at.inBand(h.track)
	for _, height := range h.track {
		h.Swim.Height += height / swimPlaces
	}
	return nil
}

// swimHeight is what the band of a retrieve is measured by: the height over
// the bed, or the depth where the target is one.
func (at *situation) swimHeight(f mechanics.Frame) float64 {
	if !at.onBed {
		return -f.End.Z
	}
	return max(f.End.Z+at.scene.Bed.DepthAt(f.End.X), 0)
}

// band is between what the bait is to swim, see swimHeight.
func (at *situation) band() (low, high float64) {
	if !at.onBed {
		return at.target, at.target + at.setup.Target.Band
	}
	return at.setup.Approach.BandLow, at.setup.Approach.BandHigh
}

// inBand is the share of a retrieve that lies within the band: of the way
// between places as well.
func (at *situation) inBand(track []float64) float64 {
	low, high := at.band()
	share := 0.0
	for i := 1; i < len(track); i++ {
		a, b := min(track[i-1], track[i]), max(track[i-1], track[i])
		switch {
		case b-a > 1e-9:
			share += max(min(b, high)-max(a, low), 0) / (b - a)
		case a >= low && a <= high:
			share++
		}
	}
	return share / float64(len(track)-1)
}

// offBand is how far from the band a bait is on average, in widths of it.
func (at *situation) offBand(track []float64) float64 {
	low, high := at.band()
	mean := 0.0
	for _, v := range track {
		mean += v / float64(len(track))
	}
	return max(low-mean, mean-high, 0) / (high - low)
}

// bandWords says where the band is.
func (at *situation) bandWords() string {
	low, high := at.band()
	if !at.onBed {
		return fmt.Sprintf("%s to %s deep", at.depth(low), at.depth(high))
	}
	return fmt.Sprintf("%s to %s over the bed", at.depth(low), at.depth(high))
}

// averageWords says how high or deep a head swims on average.
func (at *situation) averageWords(s Swim) string {
	if !at.onBed {
		return at.depth(s.Height) + " deep on average"
	}
	return at.depth(s.Height) + " over the bed on average"
}

// swimsElsewhere says where a head swims that is not in the band enough.
func (at *situation) swimsElsewhere(h *Head) string {
	s, speed := h.Swim, at.speed(at.setup.Approach.Speed)
	low, high := at.band()
	switch up := at.overMiddle(s); {
	case up > (high-low)/2:
		return fmt.Sprintf("rides too high at %s: %s (%s wanted)", speed, at.averageWords(s), at.bandWords())
	case up < 0:
		return fmt.Sprintf("%s at %s: %s, and only %s of the way %s", at.tooLow(), speed, at.averageWords(s), units.Percent(s.InBand), at.bandWords())
	}
	return fmt.Sprintf("rises and falls too much at %s: only %s of the way %s", speed, units.Percent(s.InBand), at.bandWords())
}

func (at *situation) tooLow() string {
	if !at.onBed {
		return "runs too deep"
	}
	return "drags"
}

// swimsThere says how a head comes back that does it.
func (at *situation) swimsThere(h *Head) string {
	if h.Swim.InBand < at.setup.Approach.Share {
		return at.swims(*h)
	}
	return fmt.Sprintf("%s, %s on average", at.swims(*h), at.depth(h.Swim.Height))
}

// swims says where a head is on the way back, and what the hand does about it
// where that is not enough.
func (at *situation) swims(h Head) string {
	speed := at.speed(at.setup.Approach.Speed)
	if h.Swim.InBand >= at.setup.Approach.Share {
		return fmt.Sprintf("reeled at %s it swims %s for %s of the way", speed, at.bandWords(), units.Percent(h.Swim.InBand))
	}
	than := "slower"
	if at.overMiddle(h.Swim) < 0 {
		than = "faster"
	}
	return fmt.Sprintf("reeled a little %s than %s it swims %s", than, speed, at.bandWords())
}

// overMiddle is how far over the middle of the band a head swims, m.
func (at *situation) overMiddle(s Swim) float64 {
	low, high := at.band()
	over := s.Height - (low+high)/2
	if !at.onBed {
		return -over // depths grow the other way
	}
	return over
}

// offMiddle is how far from the middle of the band a head swims, m.
func (at *situation) offMiddle(h Head) float64 {
	return math.Abs(at.overMiddle(h.Swim))
}

func (at *situation) thenSwims(pick Head) string { return "Then " + at.swims(pick) + "." }

func (at *situation) swimInstead([]Head, Head) string {
	return "Another speed, a wider band or a weight between these would do it."
}
