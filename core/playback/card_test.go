package playback

import (
	"context"
	"dunvel/core/setup"
	"math"
	"strings"
	"testing"

	"dunvel/core/technique"
	"dunvel/core/units"
)

// as holds every head as a setup has it.
func as(s setup.Setup) func(context.Context, float64) (setup.Setup, error) {
	return func(context.Context, float64) (setup.Setup, error) { return s, nil }
}

func TestCountDown(t *testing.T) {
	s := pierPool()
	s.Heads = []float64{0, 3.5e-3, 7.1e-3}
	card, err := CountDown(t.Context(), s, as(s), nil)
	if err != nil {
		t.Fatal(err)
	}
	if n := len(card.Depths); n != 5 || card.Depths[0] != 1 || card.Depths[n-1] != 4.5 || len(card.Heads) != 3 {
		t.Fatalf("%v, %d heads", card.Depths, len(card.Heads))
	}
	for _, h := range card.Heads[1:] {
		last := 0.0
		for i, c := range h.Counts {
			if c.Time <= last || c.Low >= c.Time || c.High <= c.Time {
				t.Errorf("%g g at %g m: %+v", h.Mass*1e3, card.Depths[i], c)
			}
			last = c.Time
		}
	}
	// The count for the bed is when it touches.
	d, err := Run(t.Context(), s, 7.1e-3, fallOnly(), nil)
	if err != nil || math.Abs(card.Heads[2].Counts[4].Time/d.Touch-1) > 0.01 {
		t.Errorf("%g s, touches in %g s (%v)", card.Heads[2].Counts[4].Time, d.Touch, err)
	}
	// What was measured narrows it.
	wide := card.Heads[2].Counts[4]
	s.Bait.Drag, s.Bait.DragSpread = 1, 0.05
	card, err = CountDown(t.Context(), s, as(s), units.Choice{"depth": "ft"})
	if err != nil {
		t.Fatal(err)
	}
	if narrow := card.Heads[2].Counts[len(card.Depths)-1]; narrow.High-narrow.Low > 0.5*(wide.High-wide.Low) {
		t.Errorf("%+v, before %+v", narrow, wide)
	}
	if ft := card.Depths[0] / 0.3048; math.Abs(ft-3) > 1e-9 {
		t.Errorf("the first depth is %g ft", ft)
	}
	s.Water.Depth = -1
	if _, err := CountDown(t.Context(), s, as(s), nil); err == nil || !strings.Contains(err.Error(), "outside") {
		t.Errorf("%v", err)
	}
}

func fallOnly() technique.Programme {
	return technique.Programme{Start: []technique.Action{{Kind: technique.Fall, Time: 100}}}
}
