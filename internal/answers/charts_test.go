package answers

import (
	"errors"
	"testing"

	"dunvel/core/explore"
	"dunvel/core/setup"
)

// A chart that is asked for again by the same knowledge begins with what was worked out before.
func TestChartsAreKept(t *testing.T) {
	var remembered Remembered
	known, err := remembered.Whole(1, func() (*Knowledge, error) { return &Knowledge{}, nil })
	if err != nil {
		t.Fatal(err)
	}
	s := setup.Default()
	s.Water.Depth = 6
	stop := errors.New("that is enough")
	ask := func(k *Knowledge, most int) (first, cells int) {
		t.Helper()
		chart, err := Desk{k}.Chart(t.Context(), s, "water.depth", "flow.speed", nil)
		if err != nil {
			t.Fatal(err)
		}
		first = chart.charting.Known()
		err = chart.Run(t.Context(), func(explore.Cell) error {
			if cells++; cells >= most {
				return stop
			}
			return nil
		})
		if !errors.Is(err, stop) {
			t.Fatal(err)
		}
		return first, cells
	}
	if first, _ := ask(known, 5); first != 0 {
		t.Errorf("%d cells before anything was asked", first)
	}
	if first, _ := ask(known, 12); first < 5 {
		t.Errorf("%d cells were kept of 5", first)
	}
	if first, _ := ask(known, 3); first < 12 {
		t.Errorf("%d cells were kept of 12", first)
	}
	if first, _ := ask(known, 3); first < 12 {
		t.Errorf("%d cells were kept, where one was stopped before it came as far", first)
	}
	if first, _ := ask(&Knowledge{}, 5); first != 0 {
		t.Error("knowledge that keeps nothing has kept a chart")
	}
	for n := range mostCharts + 2 {
		s.Cast.Distance = float64(10 + n)
		ask(known, 2)
	}
	if n := len(known.charts.kept); n != mostCharts {
		t.Errorf("%d charts are kept", n)
	}
}
