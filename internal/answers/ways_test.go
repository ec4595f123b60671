package answers

import (
	"errors"
	"testing"

	"dunvel/core/logbook"
	"dunvel/core/setup"
)

// The ways of the last twelve states are kept, by all that the state is; what failed is not.
func TestWaysAreKept(t *testing.T) {
	var kept keptWays
	worked := 0
	ask := func(k *keptWays, grams float64) *logbook.Ways {
		t.Helper()
		ways, err := k.of(logbook.State{Setup: setup.Default(), Mass: grams * 1e-3}, func() (*logbook.Ways, error) {
			worked++
			return &logbook.Ways{}, nil
		})
		if err != nil {
			t.Fatal(err)
		}
		return ways
	}
	first := ask(&kept, 1)
	if ask(&kept, 1) != first || worked != 1 {
		t.Errorf("asked for again they were worked out %d times", worked)
	}
	if ask(&kept, 2) == first || worked != 2 {
		t.Errorf("those of another head: worked out %d times", worked)
	}
	for grams := 3.0; grams <= 13; grams++ {
		ask(&kept, 1) // is asked for in between, and stays
		ask(&kept, grams)
	}
	if worked = 0; ask(&kept, 1) != first || worked != 0 {
		t.Errorf("those that are asked for again and again were worked out %d times", worked)
	}
	if ask(&kept, 2); worked != 1 || len(kept.kept) != mostWays {
		t.Errorf("those that were not asked for were worked out %d times, and %d are kept", worked, len(kept.kept))
	}
	failed := errors.New("failed")
	of := logbook.State{Setup: setup.Default(), Mass: 0.1}
	if _, err := kept.of(of, func() (*logbook.Ways, error) { return nil, failed }); err != failed || kept.find(of) != nil {
		t.Errorf("%v", err)
	}
	worked = 0
	if ask(nil, 1); worked != 1 {
		t.Error("none are kept and it was not worked out")
	}
}
