package advice

import (
	"context"
	"errors"
	"math"
	"slices"
	"strings"
	"testing"

	"dunvel/core/setup"
)

func TestChartComesCoarseFirst(t *testing.T) {
	s := setup.Default()
	s.Heads = []float64{2.5e-3, 5.3e-3, 10.6e-3, 21.3e-3, 42.5e-3}
	c, err := NewChart(s, "water.depth", "flow.speed", nil)
	if err != nil {
		t.Fatal(err)
	}
	size, cells := chartDoubts, map[[2]int]Cell{}
	if err := c.Run(context.Background(), func(cell Cell) error {
		if cell.Size > size {
			t.Errorf("a cell of %d after one of %d", cell.Size, size)
		}
		size = cell.Size
		if _, twice := cells[[2]int{cell.X, cell.Y}]; twice {
			t.Errorf("%d, %d comes twice", cell.X, cell.Y)
		}
		cells[[2]int{cell.X, cell.Y}] = cell
		return nil
	}); err != nil {
		t.Fatal(err)
	}
	if want := (chartSteps + 1) * (chartSteps + 1); len(cells) != want {
		t.Errorf("%d cells of %d", len(cells), want)
	}
	if c.X.From != 1 || c.X.To != 40 || c.X.Here != 18 || c.Y.From != 0 || math.Abs(c.Y.To-0.6) > 1e-9 || c.X.Likely.Low >= 1 || c.X.Likely.High <= 1 || c.Y.Likely.High < 1.3 {
		t.Errorf("%+v", c.Chart)
	}
	// Where the chart says which head, the answer says so too, or the next one.
	apart := 0
	for _, at := range [][2]int{{4, 2}, {10, 0}, {10, 20}, {17, 0}, {17, 5}, {20, 11}, {23, 33}, {30, 8}, {36, 17}, {39, 3}} {
		here := s
		here.Water.Depth, here.Flow.Speed = 1+39*float64(at[0])/chartSteps, 0.6*float64(at[1])/chartSteps
		a, err := Solve(here, nil)
		if err != nil {
			t.Fatal(err)
		}
		rung := func(mass float64) int {
			if mass == 0 {
				return len(s.Heads)
			}
			return slices.Index(s.Heads, mass)
		}
		pick := len(s.Heads)
		if a.Pick >= 0 {
			pick = a.Pick
		}
		switch d := rung(cells[at].Mass) - pick; {
		case d < -1 || d > 1:
			t.Errorf("at %v the chart has %g g, the answer: %s", at, cells[at].Mass*1e3, a.Sentence)
		case d != 0:
			apart++
		}
	}
	if apart > 2 {
		t.Errorf("%d of 10 places are a head apart from the answer", apart)
	}
}

func TestChartStops(t *testing.T) {
	c, err := NewChart(setup.Default(), "water.depth", "wind.speed", nil)
	if err != nil {
		t.Fatal(err)
	}
	ctx, stop := context.WithCancel(context.Background())
	seen := 0
	err = c.Run(ctx, func(Cell) error {
		if seen++; seen == 3 {
			stop()
		}
		return nil
	})
	if !errors.Is(err, context.Canceled) || seen > 6 {
		t.Errorf("%v after %d cells", err, seen)
	}
	enough := errors.New("enough")
	c, _ = NewChart(setup.Default(), "water.depth", "wind.speed", nil)
	if err := c.Run(context.Background(), func(Cell) error { return enough }); !errors.Is(err, enough) {
		t.Errorf("%v", err)
	}
}

func BenchmarkChart(b *testing.B) {
	for b.Loop() {
		c, err := NewChart(setup.Default(), "water.depth", "flow.speed", nil)
		if err != nil {
			b.Fatal(err)
		}
		if err := c.Run(context.Background(), func(Cell) error { return nil }); err != nil {
			b.Fatal(err)
		}
	}
}

func TestChartRefuses(t *testing.T) {
	for _, tt := range []struct{ x, y, words string }{
		{"water.depth", "approach.speed", "only where the bait is to swim"},
		{"water.depth", "boat.speed", "only where it was measured"},
		{"water.depth", "water.depth", "two different fields"},
		{"water.depth", "bait.form", "“bait.form” cannot be looked along"},
	} {
		var bad *AxisError
		if _, err := NewChart(setup.Default(), tt.x, tt.y, nil); !errors.As(err, &bad) || !strings.Contains(bad.Message, tt.words) {
			t.Errorf("%s, %s: %v", tt.x, tt.y, err)
		}
	}
	s := setup.Default()
	s.Water.Depth = 0
	if _, err := NewChart(s, "water.depth", "flow.speed", nil); err == nil {
		t.Error("no water is charted")
	}
}

func BenchmarkChartSwim(b *testing.B) {
	s := setup.Default()
	pierPool(3.8, 0.45)(&s)
	for b.Loop() {
		c, err := NewChart(s, "water.depth", "approach.speed", nil)
		if err != nil {
			b.Fatal(err)
		}
		if err := c.Run(context.Background(), func(Cell) error { return nil }); err != nil {
			b.Fatal(err)
		}
	}
}
