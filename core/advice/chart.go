package advice

import (
	"context"
	"maps"
	"math"
	"runtime"
	"slices"
	"sync"

	"dunvel/core/setup"
	"dunvel/core/units"

	"golang.org/x/sync/errgroup"
)

// Chart is which head to tie on over two fields, in Steps by Steps cells.
type Chart struct {
	X     Axis `json:"x"`
	Y     Axis `json:"y"`
	Steps int  `json:"steps"`

	Fields []string `json:"fields"` // what can be looked along for the setup
}

// Cell is one place of a chart, counted from From. It stands for Size by Size
// cells until finer ones come.
type Cell struct {
	X    int     `json:"x"`
	Y    int     `json:"y"`
	Size int     `json:"size"`
	Mass float64 `json:"mass"` // kg to tie on; 0 where none does it
	Sure float64 `json:"sure"`
}

// chartSteps is how many cells a chart has each way: coarse ones halve to
// single ones. At every chartDoubts the unknowns are looked at.
const (
	chartSteps  = 40
	chartCoarse = 8
	chartDoubts = 20
)

// NewChart checks a setup and the fields to chart it over. Errors are
// setup.Errors, *AxisError, or that a unit is not known.
func NewChart(s setup.Setup, x, y string, choice units.Choice) (*Charting, error) {
	if _, err := situate(s, choice); err != nil {
		return nil, err
	}
	if x == y {
		return nil, &AxisError{y, "Map: choose two different fields."}
	}
	c := &Charting{setup: s, show: choice, cells: map[[2]int]placed{}}
	c.setup.Water.SplashDepth, c.setup.Other.Asked = 0, false
	c.Steps, c.Fields = chartSteps, charts(s)
	c.masses = slices.Sorted(slices.Values(s.Heads))
	var err error
	if c.ax, c.X, err = find(x, s, choice); err != nil {
		return nil, err
	}
	if c.ay, c.Y, err = find(y, s, choice); err != nil {
		return nil, err
	}
	return c, nil
}

// Charting works a chart out.
type Charting struct {
	Chart
	setup  setup.Setup
	masses []float64 // light to heavy
	show   units.Choice
	ax, ay axis

	mutex  sync.Mutex
	cells  map[[2]int]placed
	doubts []placedDoubts
}

// placedDoubts are doubts worked out at a place of the chart.
type placedDoubts struct {
	x, y int
	*doubts
}

// placed is a cell with what it was found from.
type placed struct {
	Cell
	heads []known // those worked out there, light to heavy; none where it took after its neighbours
}

// known is a head with its reading at a place.
type known struct {
	Head
	reading reading
}

// mostApart is how far the readings around a place may be apart, as logarithms,
// for what lies between to be told by them: to 2 %.
const mostApart = 0.4

// Run works the cells out, coarse ones first, and hands each to emit as it is
// known, from one goroutine at a time. Where the four corners of a coarse cell
// agree, those in it take after them. Others are worked out by the engine, or
// judged by what lies between where that tells enough. It ends early with the
// error of ctx or of emit.
func (c *Charting) Run(ctx context.Context, emit func(Cell) error) error {
	for _, size := range []int{chartDoubts, 8, 4, 2, 1} {
		var work errgroup.Group
		work.SetLimit(runtime.GOMAXPROCS(0))
		// A level looks at what those before it found, not at its own.
		before := maps.Clone(c.cells)
		for y := 0; y <= chartSteps; y += size {
			for x := 0; x <= chartSteps; x += size {
				if _, known := before[[2]int{x, y}]; known {
					continue
				}
				work.Go(func() error {
					if err := ctx.Err(); err != nil {
						return err
					}
					cell, err := c.find(before, x, y, size)
					if err != nil {
						return err
					}
					cell.X, cell.Y, cell.Size = x, y, size
					c.mutex.Lock()
					defer c.mutex.Unlock()
					c.cells[[2]int{x, y}] = cell
					return emit(cell.Cell)
				})
			}
		}
		if err := work.Wait(); err != nil {
			return err
		}
	}
	return nil
}

// find is the cell at a place, from the coarser ones around it where they
// tell enough.
func (c *Charting) find(before map[[2]int]placed, x, y, size int) (placed, error) {
	if size >= chartCoarse {
		return c.workOut(x, y, 0)
	}
	coarse := 2 * size
	left, low := x-x%coarse, y-y%coarse
	right, high := left, low
	if x > left {
		right += coarse
	}
	if y > low {
		high += coarse
	}
	corners := []placed{before[[2]int{left, low}], before[[2]int{right, low}], before[[2]int{left, high}], before[[2]int{right, high}]}
	first, agreed, sure := corners[0], true, 0.0
	for _, corner := range corners {
		agreed = agreed && corner.Mass == first.Mass
		sure += corner.Sure / 4
	}
	shared, close := share(corners)
	if agreed {
		return placed{Cell: Cell{Mass: first.Mass, Sure: sure}, heads: shared}, nil
	}
	if size <= 2 && close {
		if cell, ok := c.between(x, y, shared); ok {
			return cell, nil
		}
	}
	if size == 1 {
		// The edge between two heads is told to a cell.
		return placed{Cell: first.Cell}, nil
	}
	return c.workOut(x, y, first.Mass)
}

// share is what the heads that the corners around a place have in common are
// like there, and whether the corners are close enough to tell.
func share(corners []placed) (heads []known, close bool) {
	close = true
	for _, h := range corners[0].heads {
		mean, low, high := h, math.Inf(1), math.Inf(-1)
		mean.reading = make(reading, len(h.reading))
		mean.Fall.Speed, mean.Reach, mean.Snags = 0, 0, 0
		ok := true
		for _, corner := range corners {
			k := slices.IndexFunc(corner.heads, func(other known) bool { return other.Mass == h.Mass })
			if k < 0 || corner.heads[k].Fall.Outcome != h.Fall.Outcome || len(corner.heads[k].reading) != len(h.reading) {
				ok = false
				break
			}
			other := &corner.heads[k]
			mean.Fall.Speed += other.Fall.Speed / 4
			mean.Reach += other.Reach / 4
			mean.Snags += other.Snags / 4
			for i := range mean.reading {
				mean.reading[i] += other.reading[i] / 4
			}
			low, high = min(low, other.reading[readTime]), max(high, other.reading[readTime])
		}
		if ok {
			heads = append(heads, mean)
			close = close && high-low < mostApart
		}
	}
	return heads, close
}

// between judges heads that lie between those worked out; ok is false where
// they do not tell which is to be tied on.
func (c *Charting) between(x, y int, heads []known) (cell placed, ok bool) {
	s, at, err := c.situate(x, y)
	if err != nil {
		return placed{}, false
	}
	doubt := c.nearest(x, y, which(s))
	judged := make([]Head, len(heads))
	for i := range heads {
		judged[i] = heads[i].Head
		at.judgeReading(&judged[i], heads[i].reading, doubt)
	}
	_, pick := at.pick(judged)
	switch most := len(judged) - 1; {
	case pick < 0 && most > 0 && judged[most].Mass == c.masses[len(c.masses)-1]:
		return placed{heads: heads}, true
	case pick < 0, pick == 0 && judged[0].Mass > c.masses[0], pick == most && !at.lightest():
		return placed{}, false
	}
	return placed{Cell: Cell{Mass: judged[pick].Mass, Sure: judged[pick].Sure}, heads: heads}, true
}

// situate is the situation at a place of the chart.
func (c *Charting) situate(x, y int) (setup.Setup, *situation, error) {
	s := c.setup
	along := func(a Axis, i int) float64 { return a.From + (a.To-a.From)*float64(i)/chartSteps }
	*c.ax.value(&s), *c.ay.value(&s) = along(c.X, x), along(c.Y, y)
	if s.Target.Depth >= s.Water.Depth {
		s.Target.Depth = 0
	}
	at, err := situate(s, c.show)
	if err == nil {
		at.coarsely()
	}
	return s, at, err
}

// workOut works one place out by the engine. Heads around the mass that a
// neighbour has are looked at first. Few places have doubts of their own, the
// others take those of the nearest.
func (c *Charting) workOut(x, y int, near float64) (placed, error) {
	s, at, err := c.situate(x, y)
	if err != nil {
		return placed{}, nil // nothing is fished so here
	}
	doubt := c.nearest(x, y, which(s))
	from, to := c.window(near)
	own := x%chartDoubts == 0 && y%chartDoubts == 0
	var heads []Head // those from from to to
	for {
		again := false // what was judged without the doubts of the place is judged with them
		for i := from; i < to; i++ {
			if k := i - from; k < len(heads) && heads[k].Mass == c.masses[i] {
				continue
			}
			h, err := at.head(c.masses[i])
			if err != nil {
				return placed{}, err
			}
			h.lacks = at.shortfall(at.read(&h))
			heads = slices.Insert(heads, i-from, h)
		}
		if last := from == 0 && to == len(c.masses); own && (last || slices.ContainsFunc(heads, func(h Head) bool { return h.lacks <= 0 })) {
			if doubt, err = at.doubt(middle(at.deciding(heads)), fewerPoints); err != nil {
				return placed{}, err
			}
			own, again = false, true
		}
		for i := range heads {
			if heads[i].Verdict == "" || again {
				at.judge(&heads[i], doubt)
			}
		}
		// A pick at the edge of what was looked at may not be the pick.
		_, pick := at.pick(heads)
		var cell placed
		switch {
		case to < len(c.masses) && (pick < 0 || pick == len(heads)-1 && !at.lightest()):
			to = min(to+2, len(c.masses))
			continue
		case from > 0 && pick <= 0:
			from = max(from-2, 0)
			continue
		case pick >= 0:
			cell.Mass, cell.Sure = heads[pick].Mass, heads[pick].Sure
		}
		for i := range heads {
			cell.heads = append(cell.heads, known{heads[i], at.read(&heads[i])})
		}
		if x%chartDoubts == 0 && y%chartDoubts == 0 && len(doubt.masses) > 0 {
			c.mutex.Lock()
			defer c.mutex.Unlock()
			c.doubts = append(c.doubts, placedDoubts{x, y, doubt})
		}
		return cell, nil
	}
}

// middle are the two in the middle.
func middle(masses []float64) []float64 {
	if len(masses) < 3 {
		return masses
	}
	return masses[len(masses)/2-1 : len(masses)/2+1]
}

// window is which heads are looked at first where a neighbour has this one.
func (c *Charting) window(near float64) (from, to int) {
	i := slices.Index(c.masses, near)
	if i < 0 {
		i = len(c.masses) / 2
	}
	return max(i-2, 0), min(i+2, len(c.masses))
}

// nearest are the doubts over the same unknowns that were worked out nearest to
// a place; where there are none everything is taken to be certain.
func (c *Charting) nearest(x, y int, of []bool) *doubts {
	c.mutex.Lock()
	defer c.mutex.Unlock()
	best, at := certain, math.Inf(1)
	for _, d := range c.doubts {
		if away := math.Hypot(float64(d.x-x), float64(d.y-y)); away < at && slices.Equal(d.of, of) {
			best, at = d.doubts, away
		}
	}
	return best
}
