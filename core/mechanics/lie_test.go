package mechanics

import (
	"math"
	"testing"

	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// A head on the point of sliding towards the rod, as Rest has it, needs just
// the friction there is and pushes with the same margin where it lies.
func TestLieAgreesWithRest(t *testing.T) {
	for _, slope := range []float64{0, 0.08} {
		for _, margin := range []float64{0.2, 0.4, 0.6} {
			s, r := scene(0.2), jig(t, 0.6, 0.2e-3)
			s.Bed.Slope = slope
			s.Current.Surface.Y = 0.1
			e := s.LineFor(r, Gait{Pull: r3.Vec{X: -1}}, margin, nil)
			if e.Outcome != OnBed {
				t.Fatal(e.Outcome)
			}
			var curve []r3.Vec
			lie := s.LieAt(r, e.End, e.LineOut, nil, &curve)
			near(t, "margin", lie.ContactMargin, margin, 0.01)
			near(t, "grip", lie.Grip, 1, 0.01)
			near(t, "tension", r3.Norm(lie.EndTension), r3.Norm(e.EndTension), 0.01)
			if d := r3.Norm(r3.Sub(curve[len(curve)-1], r3.Vec{Z: s.TipHeight})); d > 0.01 {
				t.Errorf("the line ends %g m from the tip", d)
			}
		}
	}
}

// Flow across a cast: the more of it, and the less line to spare, the sooner
// the head is swept and then lifted.
func TestLieOutcomes(t *testing.T) {
	lie := func(flow, spare, weight float64) Lie {
		s := scene(0)
		s.Current.Surface = r3.Vec{Y: flow}
		s.Bed.Depth = 2
		return s.LieAt(jig(t, weight, 0.13e-3), r3.Vec{X: 12, Z: -2}, spare*math.Hypot(12, 3.5), nil, nil)
	}
	for _, tt := range []struct {
		flow, spare, weight float64
		want                Outcome
	}{
		{0.1, 1.05, 0.1, Held}, {0.4, 1.05, 0.1, Sweeps}, {0.8, 1.01, 0.1, Lifts}, {0, 1.05, 0.1, Slack},
		{0.4, 1.05, -0.1, Floats},
	} {
		if got := lie(tt.flow, tt.spare, tt.weight); got.Outcome != tt.want {
			t.Errorf("%+v: %+v", tt, got)
		}
	}
	// It sweeps once more friction is needed than there is, and not before.
	low, high := 0.1, 0.4
	for range 40 {
		if middle := (low + high) / 2; lie(middle, 1.05, 0.1).Outcome == Held {
			low = middle
		} else {
			high = middle
		}
	}
	if a, b := lie(low, 1.05, 0.1), lie(high, 1.05, 0.1); math.Abs(a.Grip-1) > 1e-3 || math.Abs(b.Grip-1) > 1e-3 ||
		b.Outcome != Sweeps {
		t.Errorf("it sweeps from %+v on, still held with %+v", b, a)
	}
	if a, b := lie(0.2, 1.05, 0.1), lie(0.2, 1.15, 0.1); !(b.Grip < a.Grip) {
		t.Errorf("more line must ease the pull: %g, %g", a.Grip, b.Grip)
	}
	if a, b := lie(0.2, 1.05, 0.1), lie(0.2, 1.05, 0.2); !(b.Grip < a.Grip) {
		t.Errorf("heavier must grip better: %g, %g", a.Grip, b.Grip)
	}
}

// A line pulls on a head that lies as hard whatever that weighs: over its weight, what the line lifts goes as one over it, also past
// where it lifts all of it.
func TestHowFarALineLifts(t *testing.T) {
	s := scene(0)
	s.Current.Surface, s.Bed.Depth = r3.Vec{Y: 0.8}, 2
	lifts := func(weight float64) (float64, Outcome) {
		lie := s.LieAt(jig(t, weight, 0.13e-3), r3.Vec{X: 12, Z: -2}, 1.01*math.Hypot(12, 3.5), nil, nil)
		return weight * (1 - lie.ContactMargin), lie.Outcome
	}
	least, outcome := lifts(2)
	if outcome == Lifts {
		t.Fatalf("2 N are lifted by %g N", least)
	}
	for _, weight := range []float64{least * 1.001, least * 0.999, least / 2, least / 20} {
		got, outcome := lifts(weight)
		if math.Abs(got-least) > 1e-3*least || (outcome == Lifts) != (weight < least) {
			t.Errorf("%g N: lifted by %g N, %s; 2 N by %g N", weight, got, outcome, least)
		}
	}
}

// A swell goes to and fro about how a line hangs: whatever moment of a wave it is, the head lies as in calm water.
func TestASwellIsLeftOutOfWhatLies(t *testing.T) {
	s, r := scene(0), jig(t, 0.1, 0.13e-3)
	s.Current.Surface.Y = 0.2
	place := r3.Vec{X: 12, Z: -s.Bed.Depth}
	lie := func() Lie { return s.LieAt(r, place, 1.05*math.Hypot(12, s.Bed.Depth+s.TipHeight), nil, nil) }
	calm := lie()
	if calm.Outcome != Held && calm.Outcome != Sweeps {
		t.Fatal(calm)
	}
	for _, phase := range []float64{0, 1, 3} {
		s.Swell = water.WavesOver(water.Swell{Height: 0.8, Period: 8, Phase: phase}, s.Bed.Depth)
		if got := lie(); got.Grip != calm.Grip || got.ContactMargin != calm.ContactMargin {
			t.Errorf("at a phase of %g: %+v, not %+v", phase, got, calm)
		}
	}
}
