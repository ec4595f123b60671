package musts

import (
	"math"

	"dunvel/core/judgement"
	"dunvel/core/trial"
)

// halves of a track: with the slower hand and the faster one.
func halves(track []float64) (slower, faster []float64) {
	n := len(track) / 2
	return track[:n], track[n:]
}

// band is what the track of a retrieve is held against, as a reading has its places.
type band struct {
	low, high float64
	share     float64 // of the places that are to be in it
	skims     bool
	off       float64 // the bed
}

// bandOf is the band of a case.
func bandOf(c *trial.Case) band {
	low, high := c.Band()
	return band{placed(low), placed(high), c.Setup.Approach.Share, c.Skims(), placed(judgement.SkimOff.Number)}
}

// misses is by how much a retrieve misses its band, as a reading has its track: a
// place of it counts if a hand that reels slower or faster can have the bait in the band
// there. The share of the places that is asked for is to be met so many times over.
func (b *band) misses(track []float64, times float64) float64 {
	slower, faster := halves(track)
	share := times * b.share
	if b.skims {
		// It may touch now and then: not above the band for as long, and off the bed
		// some of the way when it is reeled faster.
		lifts := times * judgement.SkimLifts.Number
		return max(Under(within(slower, slower, math.Inf(-1), b.high), share),
			Under(within(faster, faster, b.off, math.Inf(1)), lifts))
	}
	return Under(within(slower, faster, b.low, b.high), share)
}

// meets sets of each draw whether it misses nothing there.
func (b *band) meets(d Drawn, met []bool) {
	places := (len(d.Centre) - ReadTrack) / 2
	slower, faster := ReadTrack, ReadTrack+places
	if !b.skims {
		d.within(slower, faster, places, b.low, b.high, b.share, met)
		return
	}
	lifts := make([]bool, len(met))
	d.within(slower, slower, places, math.Inf(-1), b.high, b.share, met)
	d.within(faster, faster, places, b.off, math.Inf(1), judgement.SkimLifts.Number, lifts)
	for i := range met {
		met[i] = met[i] && lifts[i]
	}
}

// within sets of each draw whether at a share of some places, from two on, the band can be had. Draws are looked at only
// at places where some have it and some have not, and only if those decide.
func (d Drawn) within(a, b, places int, low, high, share float64, met []bool) {
	enough := func(n int) bool { return Under(float64(n)/float64(places), share) <= 0 }
	sure, open := 0, make([]int, 0, places)
	for k := range places {
		one, other := d.Centre[a+k], d.Centre[b+k]
		leastOne, mostOne := d.Moved.Within(a + k)
		leastOther, mostOther := d.Moved.Within(b + k)
		switch least, most := max(one+leastOne, other+leastOther), min(one+mostOne, other+mostOther); {
		case most <= high && least >= low:
			sure++
		case min(one+leastOne, other+leastOther) <= high && max(one+mostOne, other+mostOther) >= low:
			open = append(open, k)
		}
	}
	if all := enough(sure); all || !enough(sure+len(open)) {
		for i := range met {
			met[i] = all
		}
		return
	}
	counts := make([]int, len(met))
	for _, k := range open {
		one, other := d.Centre[a+k], d.Centre[b+k]
		first, second := d.Moved.At(a+k), d.Moved.At(b+k)
		for i := range counts {
			counts[i] += hits(one+first[i], other+second[i], low, high)
		}
	}
	for i, n := range counts {
		met[i] = enough(sure + n)
	}
}

// placed is a bound of a band as a reading has the places of its track: under one on the
// bed is nothing.
func placed(bound float64) float64 {
	if bound <= 0 {
		return math.Inf(-1)
	}
	return placeOf(bound)
}

// within is the share of places at which the band can be had.
func within(a, b []float64, low, high float64) float64 {
	n := 0
	for i := range a {
		n += hits(a[i], b[i], low, high)
	}
	return float64(n) / float64(len(a))
}

// hits is 1 where a band can be had between two heights, one of which is not above it and one not below, and 0
// elsewhere. It is told without branches, half of which would be foreseen wrongly.
func hits(a, b, low, high float64) int {
	return (number(a <= high) | number(b <= high)) & (number(a >= low) | number(b >= low))
}

// number is 1 of what is so, and 0 of what is not.
func number(so bool) (n int) {
	if so {
		n = 1
	}
	return n
}

// InBand is the share of a retrieve for which a bait is within the band at the speed
// that is wanted; none of one that was not looked at.
func InBand(c *trial.Case, heights []float64) float64 {
	if len(heights) == 0 {
		return 0
	}
	low, high := c.Band()
	if c.Skims() {
		low = -1
	}
	return within(heights, heights, low, high)
}

// takeUps is at how many speeds between the slowest and the fastest a hand is looked at
// that takes line up.
const takeUps = 12

// stays is for how many seconds a bait stays in the band that hovers, at the take-up that
// keeps it there the longest: between the slowest and the fastest it is in proportion.
func stays(c *trial.Case, slow, fast []float64) float64 {
	top, bottom := c.HoverBand()
	best, most := 0.0, float64(len(slow)-1)
	for k := 0; k <= takeUps && best < most; k++ {
		best = max(best, trial.Stays(slow, fast, float64(k)/takeUps, top, bottom))
	}
	return best
}

// throughBand tells which heads hover the better than one that falls through its band, or rises out of it, in half as long as
// it is to stay, with the slowest hand as with the fastest: lighter ones, or heavier ones.
func throughBand(c *trial.Case, r Reading) Weight {
	slow, fast := halves(r.Track())
	first, second := leavesBy(c, slow), leavesBy(c, fast)
	if first == second {
		return first
	}
	return Neither
}

// leavesBy tells which heads would stay longer in the band that hovers than one at such depths: lighter ones where it goes
// through its bottom soon, heavier ones where it goes through its top.
func leavesBy(c *trial.Case, depths []float64) Weight {
	top, bottom := c.HoverBand()
	for _, deep := range depths[:len(depths)/2+1] {
		switch {
		case deep > bottom:
			return Lighter
		case deep < top:
			return Heavier
		}
	}
	return Neither
}
