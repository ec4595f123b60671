package day

import (
	"cmp"
	"slices"
)

// Stretch is some time in which the heads of a ladder do as they do.
type Stretch struct {
	Lasts float64   // s
	Sure  []float64 // by head, light to heavy
}

// Rods is which heads are to be tied on for a day.
type Rods struct {
	Heads   []int   // places on the ladder, light to heavy
	Covered float64 // share of the time in which one of them does it
	Best    float64 // and in which any head does
	Use     []int   // by stretch, which of the ladder is fished; -1 where none of them does it
	Changes int     // from one rod to another
}

// Choose chooses at most k heads of a ladder: those with which most of the time is covered,
// of those the ones that are changed least, of those the surest, and of those the lighter
// ones. A head does it where that is as sure as wanted; owned tells which there are. All
// sets are tried, which is exact.
func Choose(stretches []Stretch, owned []bool, wanted float64, k int) Rods {
	c := chooser{stretches: stretches, does: make([][]bool, len(owned))}
	for h := range owned {
		c.does[h] = make([]bool, len(stretches))
		for i, s := range stretches {
			c.does[h][i] = s.Sure[h] >= wanted
		}
	}
	best := Rods{Use: c.use(nil)}
	found := c.worth(best)
	able := c.able(owned)
	var try func(heads []int, from int)
	try = func(heads []int, from int) {
		if len(heads) > 0 {
			r := Rods{Heads: slices.Clone(heads), Use: c.use(heads)}
			if w := c.worth(r); w.better(found) {
				best, found = r, w
			}
		}
		for i := from; i < len(able) && len(heads) < k; i++ {
			try(append(heads, able[i]), i+1)
		}
	}
	try(nil, 0)
	whole, any := 0.0, 0.0
	for i, s := range stretches {
		whole += s.Lasts
		if slices.ContainsFunc(c.does, func(d []bool) bool { return d[i] }) {
			any += s.Lasts
		}
	}
	if whole > 0 {
		best.Covered, best.Best = found.covered/whole, any/whole
	}
	best.Changes = found.changes
	best.Heads = slices.DeleteFunc(best.Heads, func(h int) bool { return !slices.Contains(best.Use, h) })
	return best
}

type chooser struct {
	stretches []Stretch
	does      [][]bool
}

// mostAble bounds how many heads sets are tried of: more than ever do it at times of their
// own on a day. Past it those that do it for longest are taken.
const mostAble = 16

// spared tells whether another head that is owned does it whenever one does: longer, or at the
// same times and surer.
func (c chooser) spared(h int, owned []bool, sure []float64) bool {
	for other := range owned {
		if other == h || !owned[other] || !c.within(h, other) {
			continue
		}
		surer := sure[h] > sure[other] || sure[h] == sure[other] && h < other
		if !c.within(other, h) || !surer {
			return true
		}
	}
	return false
}

// within tells whether a head does it whenever another does.
func (c chooser) within(one, other int) bool {
	for i := range c.stretches {
		if c.does[one][i] && !c.does[other][i] {
			return false
		}
	}
	return true
}

// able are the heads that are there and do it at some time, without those that do it only
// when another does too: of two that do it at the same times the surer one stays.
func (c chooser) able(owned []bool) []int {
	sure := make([]float64, len(owned))
	for h := range owned {
		for i, s := range c.stretches {
			if c.does[h][i] {
				sure[h] += s.Lasts * s.Sure[h]
			}
		}
	}
	var out []int
	for h := range owned {
		if owned[h] && slices.Contains(c.does[h], true) && !c.spared(h, owned, sure) {
			out = append(out, h)
		}
	}
	if len(out) > mostAble {
		slices.SortStableFunc(out, func(a, b int) int { return cmp.Compare(sure[b], sure[a]) })
		out = out[:mostAble]
		slices.Sort(out)
	}
	return out
}

// use is which head is fished when, with as few changes as can be: each is kept for as long
// as it does it, and then comes the one that does it longest. Where none does it what is on
// stays on.
func (c chooser) use(heads []int) []int {
	out := make([]int, len(c.stretches))
	var some []int // stretches in which one of them does it
	for i := range out {
		out[i] = -1
		if slices.ContainsFunc(heads, func(h int) bool { return c.does[h][i] }) {
			some = append(some, i)
		}
	}
	for k := 0; k < len(some); {
		longest, best := 0, -1
		for _, h := range heads {
			n := 0
			for k+n < len(some) && c.does[h][some[k+n]] {
				n++
			}
			if n > longest {
				longest, best = n, h
			}
		}
		for range longest {
			out[some[k]] = best
			k++
		}
	}
	return out
}

// worth is what a choice is worth.
type worth struct {
	covered float64 // s
	changes int
	sure    float64 // s times chance
	weight  int     // places on the ladder, added
	rods    int
}

func (c chooser) worth(r Rods) worth {
	w := worth{rods: len(r.Heads)}
	last := -1
	for i, h := range r.Use {
		if h < 0 {
			continue
		}
		w.covered += c.stretches[i].Lasts
		w.sure += c.stretches[i].Lasts * c.stretches[i].Sure[h]
		if last >= 0 && h != last {
			w.changes++
		}
		last = h
	}
	for _, h := range r.Heads {
		w.weight += h
	}
	return w
}

// better tells whether one is worth more than another: a minute more of a day is.
func (w worth) better(than worth) bool {
	const minute = 60.0
	switch {
	case w.covered > than.covered+minute || w.covered < than.covered-minute:
		return w.covered > than.covered
	case w.changes != than.changes:
		return w.changes < than.changes
	case w.rods != than.rods:
		return w.rods < than.rods
	case w.sure != than.sure:
		return w.sure > than.sure
	}
	return w.weight < than.weight
}
