package explore

import (
	"math"
	"slices"

	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/trial"

	"gonum.org/v1/gonum/floats"
)

// weights are how much each of the cells around a place counts there: by how near they are, as sites are.
func (c *Charting) weights(at place, corners [4]worked) [4]float64 {
	here, from, to := c.site(at), c.site(place{corners[0].X, corners[0].Y}), c.site(place{corners[3].X, corners[3].Y})
	var far [2]float64 // of the way from the left to the right corners, and from the low to the high ones
	for i := range far {
		if to[i] != from[i] {
			far[i] = (here[i] - from[i]) / (to[i] - from[i])
		}
	}
	return [4]float64{(1 - far[0]) * (1 - far[1]), far[0] * (1 - far[1]), (1 - far[0]) * far[1], far[0] * far[1]}
}

// between chooses among heads that lie amid those of the cells around a place. Nothing is tried.
func (c *Charting) between(at place, corners [4]worked) (worked, error) {
	out := worked{Cell: Cell{Between: true}}
	here, err := c.situate(at)
	if err != nil {
		_, other := Sensible(err)
		return out, other
	}
	weights := c.weights(at, corners)
	masses := slices.DeleteFunc(slices.Clone(c.masses), func(mass float64) bool {
		return !slices.ContainsFunc(corners[:], func(corner worked) bool { return corner.has(mass) != nil })
	})
	out.heads = make([]judge.Head, 0, len(masses))
	for _, mass := range masses {
		h, how := mixed(here, mass, &corners, weights)
		out.heads = append(out.heads, h)
		last := &out.heads[len(out.heads)-1]
		if how >= beyond {
			out.known = append(out.known, last)
		}
		if how == within {
			out.inner = append(out.inner, last)
		}
	}
	if len(out.heads) > 0 {
		out.take(choose.Prefer(here, out.heads))
	}
	// Where none does it at about the speed that is wanted, one does at another as it does at the nearest cell.
	if nearest := &corners[floats.MaxIdx(weights[:])]; out.Mass == 0 && nearest.speed > 0 {
		out.Mass, out.Sure, out.Down, out.speed = nearest.Mass, nearest.Sure, nearest.Down, nearest.speed
	}
	return out, nil
}

// telling is how well a mixed head is told from those of the cells around.
type telling int

const (
	inPart telling = iota // from some of them
	beyond                // from all, at one from beyond the masses that are known there
	within                // from all
)

// has is the head of a mass at a cell; nil where there is none.
func (w *worked) has(mass float64) *judge.Head {
	for i := range w.heads {
		if w.heads[i].Mass == mass {
			return &w.heads[i]
		}
	}
	return nil
}

// mixed is a head of a mass, which one of some cells has at least, amid those of all of them. Where it cannot be told from
// all of them its chance is the mean of those that it has.
func mixed(c *trial.Case, mass float64, corners *[4]worked, weights [4]float64) (h judge.Head, how telling) {
	var shares []judge.Share
	var same []*judge.Head // of the mass, and held alike
	all := 0.0             // of the shares
	how = within
	for n := range corners {
		corner := &corners[n]
		for _, s := range sharesOf(corner.known, mass) {
			if s.Of *= weights[n]; s.Of < 0 {
				how = beyond
			}
			shares, all = append(shares, s), all+s.Of
		}
		if h := corner.has(mass); h != nil && (len(same) == 0 || h.Handling.Down == same[0].Handling.Down) {
			same = append(same, h)
		}
	}
	if math.Abs(all-1) < 1e-9 {
		ok := false
		if len(same) == len(corners) && alike(same, c.Setup.Approach.Sure) {
			h, ok = judge.Mean(c, mass, shares)
		} else {
			h, ok = judge.Amid(c, mass, shares, nil)
		}
		if ok {
			return h, how
		}
	}
	h = *same[0]
	h.Sure = 0
	for _, s := range same {
		h.Sure += s.Sure / float64(len(same))
	}
	h.Verdict = judge.VerdictOf(h.Sure, c.Setup.Approach.Sure)
	return h, inPart
}

// alikeSure is how near to one another chances are of which the mean is taken, or how far from what is wanted, all of
// them on the same side.
const alikeSure = 0.05

// alike tells whether heads are so alike, where it is to be so sure, that the mean of their chances is good enough.
func alike(same []*judge.Head, sure float64) bool {
	low, high := 1.0, 0.0
	for _, h := range same {
		low, high = min(low, h.Sure), max(high, h.Sure)
	}
	return high-low <= alikeSure || low > sure+alikeSure || high < sure-alikeSure
}

// sharesOf is a head of a mass by those that are known, light to heavy: itself, or the two that are next
// to it, no farther off than these are from one another.
func sharesOf(known []*judge.Head, mass float64) []judge.Share {
	i, found := slices.BinarySearchFunc(known, mass, func(h *judge.Head, m float64) int { return compare(h.Mass, m) })
	if found {
		return []judge.Share{{Head: known[i], Of: 1}}
	}
	if len(known) < 2 {
		return nil
	}
	i = min(max(i, 1), len(known)-1)
	a, b := known[i-1], known[i]
	share := math.Log(mass/a.Mass) / math.Log(b.Mass/a.Mass)
	if share < -farthestOut || share > 1+farthestOut {
		return nil
	}
	return []judge.Share{{Head: a, Of: 1 - share}, {Head: b, Of: share}}
}

// farthestOut is how far beyond two heads another may be, over what is between them.
const farthestOut = 1.3
