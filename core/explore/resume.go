package explore

import (
	"cmp"
	"maps"
	"slices"

	"dunvel/core/explore/axis"
	"dunvel/core/explore/known"
	"dunvel/core/setup"
)

// IsOf tells whether another chart is of the same: all of the setup is, but for where it stands on the axes.
func (c *Charting) IsOf(other *Charting) bool {
	here, there := c.offAxes(), other.offAxes()
	return sameAxis(c.X, other.X) && sameAxis(c.Y, other.Y) && c.search.Known.Equal(&other.search.Known) &&
		here.Equal(&there)
}

// Resume takes over what another chart of the same has worked out so far, whether that came to its end or was
// stopped. It tells whether it was of the same.
func (c *Charting) Resume(from *Charting) bool {
	if !c.IsOf(from) {
		return false
	}
	from.mutex.Lock()
	defer from.mutex.Unlock()
	c.cells, c.known = maps.Clone(from.cells), from.known.Clone()
	return true
}

// Known is how many cells are known.
func (c *Charting) Known() int {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	return len(c.cells)
}

func sameAxis(a, b axis.Axis) bool { return a.Field == b.Field && a.From == b.From && a.To == b.To }

// offAxes is the setup without where it stands on the axes.
func (c *Charting) offAxes() setup.Setup {
	s := c.setup
	*c.across(&s), *c.up(&s) = 0, 0
	return s
}

// sofar are the cells that are known, coarse ones first.
func (c *Charting) sofar() []Cell {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	var out []Cell
	for _, w := range c.cells {
		out = append(out, w.Cell)
	}
	slices.SortFunc(out, func(a, b Cell) int {
		return cmp.Or(cmp.Compare(b.Size, a.Size), cmp.Compare(a.Y, b.Y), cmp.Compare(a.X, b.X))
	})
	return out
}

// forget lets go of the heads of a chart that is whole, which is told by its cells alone.
func (c *Charting) forget() {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	for at, w := range c.cells {
		c.cells[at] = worked{Cell: w.Cell}
	}
	c.known = known.New(c.search.Bench, rungBeside, alikeWithin)
}
