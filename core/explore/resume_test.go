package explore

import (
	"errors"
	"sync/atomic"
	"testing"

	"dunvel/core/setup"
	"dunvel/core/stage"
)

// A chart that was stopped goes on where it was, and comes to the same as one that was not; one that is whole
// is not worked out again. It is the same wherever the setup stands on its axes, and no other.
func TestResume(t *testing.T) {
	var tried atomic.Int64
	x := still(&tried)
	s := water(func(s *setup.Setup) { s.Approach.Kind, s.Flow.Speed = setup.LiftAndDrop, 0.1 })
	open := func(s setup.Setup, across string) *Charting {
		t.Helper()
		c, err := x.NewChart(s, across, "wind.speed", nil)
		if err != nil {
			t.Fatal(err)
		}
		return c
	}
	run := func(c *Charting, most int) (map[place]Cell, int64) {
		t.Helper()
		stop, before, cells := errors.New("that is enough"), tried.Load(), map[place]Cell{}
		err := c.Run(t.Context(), func(cell Cell) error {
			if len(cells) == most {
				return stop
			}
			cells[place{cell.X, cell.Y}] = cell
			return nil
		})
		if err != nil && !errors.Is(err, stop) {
			t.Fatal(err)
		}
		return cells, tried.Load() - before
	}
	const all = (chartSteps + 1) * (chartSteps + 1)
	want, alone := run(open(s, "water.depth"), all+1)
	if len(want) != all {
		t.Fatalf("%d cells", len(want))
	}
	stopped := open(s, "water.depth")
	cells, first := run(stopped, 30)
	if len(cells) != 30 || first > alone*9/10 {
		t.Fatalf("%d cells by %d of %d tries", len(cells), first, alone)
	}
	moved := s
	moved.Water.Depth, moved.Wind.Speed = s.Water.Depth*0.98, 1
	on := open(moved, "water.depth")
	if !on.Resume(stopped) || on.Known() < 30 || on.X.Here != moved.Water.Depth {
		t.Fatalf("%d cells were taken over", on.Known())
	}
	got, left := run(on, all+1)
	if left == 0 || left > alone-first*9/10 { // what was under way when it was stopped is done again
		t.Errorf("%d of %d tries were left after %d", left, alone, first)
	}
	for at, cell := range want {
		if got[at] != cell {
			t.Errorf("%v: %+v, worked out in one go %+v", at, got[at], cell)
		}
	}
	again := open(s, "water.depth")
	if !again.Resume(on) {
		t.Error("a chart that is whole is another")
	}
	if cells, n := run(again, all+1); n != 0 || len(cells) != all || cells[place{3, 3}] != want[place{3, 3}] {
		t.Errorf("%d cells by %d tries of one that was whole", len(cells), n)
	}
	other, deep := s, s
	other.Cast.Distance++
	deep.Water.Depth *= 4
	for name, c := range map[string]*Charting{"another cast": open(other, "water.depth"),
		"another axis": open(s, "flow.speed"), "a longer axis": open(deep, "water.depth")} {
		if c.Resume(on) || c.Known() != 0 {
			t.Errorf("%s is taken for the same", name)
		}
	}
	x.Known = stage.Knowledge{Owned: []float64{0.0035}}
	if open(s, "water.depth").Resume(on) {
		t.Error("with other heads in the box it is taken for the same")
	}
}
