package main

import (
	"fmt"
	"testing"
)

func TestTicked(t *testing.T) {
	got := ticked("cpu  100 20 3 4000 500 6 7 80 9 1\ncpu0 1 2 3 4 5 6 7 8 9 0\n")
	if want := (ticks{own: 136, lost: 80}); got != want {
		t.Errorf("%v, want %v", got, want)
	}
	for _, stat := range []string{"cpu 1 2 3\n", "", "intr 1 2 3 4 5 6 7 8 9\n"} {
		if got := ticked(stat); got != (ticks{}) {
			t.Errorf("%q: %v", stat, got)
		}
	}
	if share := lost(ticks{100, 10}, ticks{190, 20}); share != 0.1 {
		t.Errorf("lost %v", share)
	}
	if share := lost(ticks{100, 10}, ticks{100, 10}); share != 0 {
		t.Errorf("lost %v of nothing", share)
	}
}

// What is measured while the host does something else is measured again, and the run that lost least is told.
func TestQuietly(t *testing.T) {
	for _, c := range []struct {
		lost    []float64
		figures string
		runs    int
		least   float64
	}{
		{[]float64{0}, "run 1", 1, 0},
		{[]float64{0.5, 0.02}, "run 2", 2, 0.02},
		{[]float64{0.5, 0.03, 0.25, 0.4, 0.6, 0}, "run 2", 5, 0.03},
	} {
		var at ticks
		ran := 0
		figures, least, err := quietly(func() ticks { return at }, func() (string, error) {
			at.own += 100 * (1 - c.lost[ran])
			at.lost += 100 * c.lost[ran]
			ran++
			return fmt.Sprint("run ", ran), nil
		})
		if figures != c.figures || ran != c.runs || err != nil {
			t.Errorf("%v: %s of %d runs, %v", c.lost, figures, ran, err)
		}
		if !(least-c.least < 1e-9 && c.least-least < 1e-9) {
			t.Errorf("%v: lost %v", c.lost, least)
		}
	}
}

// A benchmark that fails is no figure.
func TestQuietlyFails(t *testing.T) {
	if _, _, err := quietly(now, func() (string, error) { return "figures", fmt.Errorf("broken") }); err == nil {
		t.Error("no error")
	}
}
