package explore

import (
	"context"
	"maps"
	"math"
	"slices"
	"sync"

	"dunvel/core/abreast"
	"dunvel/core/explore/axis"
	"dunvel/core/explore/known"
	"dunvel/core/judge"
	"dunvel/core/judge/choose"
	"dunvel/core/setup"
	"dunvel/core/trial"
	"dunvel/core/units"
)

// Chart is which head to tie on over two fields, in Steps by Steps cells.
type Chart struct {
	X     axis.Axis `json:"x"`
	Y     axis.Axis `json:"y"`
	Steps int       `json:"steps"`

	Fields []string `json:"fields"` // what can be looked along for the setup
}

// Cell is one place of a chart, counted from From. It stands for Size by Size
// cells until finer ones come.
type Cell struct {
	X       int     `json:"x"`
	Y       int     `json:"y"`
	Size    int     `json:"size"`
	Mass    float64 `json:"mass"` // kg to tie on; 0 where none does it
	Sure    float64 `json:"sure"`
	Down    bool    `json:"down"`    // with the rod held down
	Between bool    `json:"between"` // told with the help of those around it that were worked out
}

// chartSteps is how many cells a chart has each way. At every chartAlone heads are judged
// for themselves; at every chartCoarse they are tried, and judged like those; and so where
// four that are neighbours are not of one mind at those half way between them, down to
// chartFine. What is finer is mixed from those around it.
const (
	chartSteps  = 40
	chartAlone  = 16
	chartCoarse = 8
	chartFine   = 2
)

// NewChart checks a setup and the fields to chart it over. Errors are
// setup.Errors or *axis.Error.
func (x Search) NewChart(s setup.Setup, across, up string, choice units.Choice) (*Charting, error) {
	if _, err := x.Situate(s); err != nil {
		return nil, err
	}
	if across == up {
		return nil, &axis.Error{Field: up, Why: axis.SameTwice}
	}
	c := &Charting{search: x, setup: s, cells: map[place]worked{},
		known: known.New(x.Bench, rungBeside, alikeWithin)}
	c.setup.Water.SplashDepth, c.setup.Other.Asked = 0, false
	c.Steps, c.Fields = chartSteps, axis.Charted(s)
	c.masses = slices.Sorted(slices.Values(s.Heads))
	var err error
	if c.across, c.X, err = axis.Find(across, s, choice); err != nil {
		return nil, err
	}
	if c.up, c.Y, err = axis.Find(up, s, choice); err != nil {
		return nil, err
	}
	return c, nil
}

// Charting works a chart out.
type Charting struct {
	Chart
	search     Search
	setup      setup.Setup
	masses     []float64 // light to heavy
	across, up axis.Value

	mutex sync.Mutex
	cells map[place]worked
	known *known.Heads // heads that were judged for themselves on the levels before
}

// place is that of a cell.
type place struct{ x, y int }

// worked is a cell with the heads that were judged for it, light to heavy; none where
// nothing is fished so.
type worked struct {
	Cell
	heads []judge.Head
	known []*judge.Head // those of them that were judged there, or are mixed from ones known all around
	inner []*judge.Head // those of these that are mixed from ones on both sides of their mass

	closest float64 // kg, of the one that is picked, or comes closest where none is
	speed   float64 // m/s at which the head that is picked does it, where none does at about the wanted one
}

// Run works the cells out, coarse ones first, and hands each to emit as it is known,
// from one goroutine at a time. Cells that are worked out are what an answer says
// there; those between take what is not known, or their chances, from the ones around
// them. It ends early with the error of ctx or of emit.
func (c *Charting) Run(ctx context.Context, emit func(Cell) error) error {
	for _, cell := range c.sofar() {
		if err := emit(cell); err != nil {
			return err
		}
	}
	for size := chartAlone; size >= 1; size /= 2 {
		if err := c.level(ctx, size, emit); err != nil {
			return err
		}
		c.known.Learn()
	}
	c.forget()
	return nil
}

// level works out the cells of a size that are not yet.
func (c *Charting) level(ctx context.Context, size int, emit func(Cell) error) error {
	// A level looks at what those before it found, not at its own.
	before := maps.Clone(c.cells)
	var open []place
	for y := 0; y <= chartSteps; y += size {
		for x := 0; x <= chartSteps; x += size {
			if _, done := before[place{x, y}]; !done {
				open = append(open, place{x, y})
			}
		}
	}
	return abreast.Each(len(open), func(i int) error { return c.add(ctx, before, open[i], size, emit) })
}

// add works one cell out and keeps it.
func (c *Charting) add(ctx context.Context, before map[place]worked, at place, size int, emit func(Cell) error) error {
	if err := ctx.Err(); err != nil {
		return err
	}
	cell, err := c.find(ctx, before, at, size)
	if err != nil {
		return err
	}
	cell.X, cell.Y, cell.Size = at.x, at.y, size
	c.mutex.Lock()
	defer c.mutex.Unlock()
	c.cells[at] = cell
	return emit(cell.Cell)
}

// find is the cell at a place: worked out, tried, or mixed from those around it where they
// are of one mind or it is fine enough.
func (c *Charting) find(ctx context.Context, before map[place]worked, at place, size int) (worked, error) {
	if size >= chartAlone {
		return c.workOut(ctx, at, 0, worked{}, size)
	}
	corners := c.corners(before, at, 2*size)
	if size >= chartCoarse {
		return c.workOut(ctx, at, c.amid(corners), worked{}, size)
	}
	agreed := true
	for _, corner := range corners {
		agreed = agreed && corner.Mass == corners[0].Mass && corner.Down == corners[0].Down
	}
	mixed, err := c.between(at, corners)
	if size < chartFine {
		return worked{Cell: mixed.Cell}, err // no other is told from its heads
	}
	if err != nil || agreed {
		return mixed, err
	}
	return c.workOut(ctx, at, c.amid(corners), mixed, size)
}

// clearBy is how far from what is wanted the chance of a mixed head is, for each cell that the places lie apart
// that it is mixed from, for it not to be tried.
const clearBy = 0.025

// clear are those of mixed heads that need no try. One beyond those that it is mixed from is not: that is too far out.
func (c *Charting) clear(mixed []*judge.Head, size int) []*judge.Head {
	return slices.DeleteFunc(slices.Clone(mixed), func(h *judge.Head) bool {
		return math.Abs(h.Sure-c.setup.Approach.Sure) < clearBy*float64(size)
	})
}

// amid is the mass amid those that are picked at some cells, or where none is amid those that come closest, kg; 0 where
// nothing is fished at any of them.
func (c *Charting) amid(corners [4]worked) float64 {
	var picked, closest []int // rungs
	for _, corner := range corners {
		if i := slices.Index(c.masses, corner.Mass); i >= 0 {
			picked = append(picked, i)
		}
		if i := slices.Index(c.masses, corner.closest); i >= 0 {
			closest = append(closest, i)
		}
	}
	if len(picked) == 0 {
		picked = closest
	}
	n := len(picked)
	if n == 0 {
		return 0
	}
	sum := 0
	for _, i := range picked {
		sum += i
	}
	return c.masses[(2*sum+n)/(2*n)]
}

// corners are the cells around a place on the grid of a size.
func (c *Charting) corners(before map[place]worked, at place, size int) [4]worked {
	left, low := at.x-at.x%size, at.y-at.y%size
	right, high := left, low
	if at.x > left {
		right += size
	}
	if at.y > low {
		high += size
	}
	return [4]worked{before[place{left, low}], before[place{right, low}], before[place{left, high}],
		before[place{right, high}]}
}

// pointers are those to heads.
func pointers(heads []judge.Head) []*judge.Head {
	out := make([]*judge.Head, len(heads))
	for i := range heads {
		out[i] = &heads[i]
	}
	return out
}

// take takes over what is chosen of the heads of a cell.
func (w *worked) take(choice choose.Choice) {
	w.closest = w.heads[choice.Closest].Mass
	if choice.Pick >= 0 {
		h := &w.heads[choice.Pick]
		w.Mass, w.Sure, w.Down = h.Mass, h.Sure, h.Handling.Down
	}
}

// Heads tell of others where water is like theirs: the logarithms of its values differ by
// no more, and those of their masses by as much less.
const (
	alikeWithin = 0.5
	rungBeside  = 0.3
)

// site is a place by the logarithms of what is there, over a little, for it may be nothing.
func (c *Charting) site(at place) known.Site {
	const little = 0.1
	log := func(a axis.Axis, i int) float64 { return math.Log(along(a, i) + little*(a.To-a.From)) }
	return known.Site{log(c.X, at.x), log(c.Y, at.y)}
}

// along is the value of the axis at a cell.
func along(a axis.Axis, i int) float64 { return a.From + (a.To-a.From)*float64(i)/chartSteps }

// situate is the case at a place of the chart.
func (c *Charting) situate(at place) (*trial.Case, error) {
	s := c.setup
	*c.across(&s), *c.up(&s) = along(c.X, at.x), along(c.Y, at.y)
	if s.Target.Depth >= s.Water.Depth {
		s.Target.Depth = 0
	}
	return c.search.Situate(s)
}

// workOut works one place out, beginning with heads around the mass that a neighbour
// has. Of heads that are mixed there, from places a size apart, those that are clear are not tried, and one that
// cannot be judged like another stays as it is mixed, on the finest level even where that is from some of them only.
func (c *Charting) workOut(ctx context.Context, at place, near float64, mixed worked, size int) (worked, error) {
	here, err := c.situate(at)
	if err != nil {
		_, other := Sensible(err)
		return worked{}, other // nothing is fished so here
	}
	site := c.site(at)
	stay := mixed.known
	if size == chartFine {
		stay = pointers(mixed.heads)
	}
	aside, clear := c.known.InTurn(site, stay...), c.clear(mixed.inner, size)
	by := func(ctx context.Context, here *trial.Case, mass float64) (judge.Head, error) {
		if i := slices.IndexFunc(clear, func(h *judge.Head) bool { return h.Mass == mass }); i >= 0 {
			return *clear[i], nil
		}
		return aside(ctx, here, mass)
	}
	anew := func(ctx context.Context, here *trial.Case, mass float64) (judge.Head, error) {
		at := site
		at[2] = math.Log(here.Setup.Approach.Speed / c.setup.Approach.Speed)
		return c.known.InTurn(at)(ctx, here, mass)
	}
	w, err := c.search.chooseBy(ctx, here, c.masses, near, manner{by: by, anew: anew, inTurn: true})
	if err != nil {
		return worked{}, err
	}
	out := worked{heads: w.heads, known: pointers(w.heads), Cell: Cell{Between: c.known.Waiting(site) < len(w.heads)}}
	out.take(w.Choice)
	out.speed = w.Speed
	return out, nil
}
