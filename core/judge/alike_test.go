package judge

import (
	"testing"

	"dunvel/core/setup"
	"dunvel/core/trial"
)

// Heads are alike within half a hundredth: of those the lightest is the likeliest and the
// closest; a hundredth more is more.
func TestAlike(t *testing.T) {
	c, err := trial.New(setup.Default(), trial.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	for more, want := range map[float64]int{0.004: 0, 0.01: 1} {
		heads := []Head{{Sure: 0.4}, {Sure: 0.4 + more}}
		if got := likeliest(c, heads); got != want {
			t.Errorf("%g more: the likeliest is %d", more, got)
		}
		if got := closest(heads); got != want {
			t.Errorf("%g more: the closest is %d", more, got)
		}
	}
}
