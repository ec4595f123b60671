package judge_test

import (
	"math"
	"testing"

	"dunvel/core/judge"
	"dunvel/core/setup"
	"dunvel/core/spread"
)

// What a range comes from, by the approach: in still water the bait's own drag before all
// else, on the bed in a current that current; and it is the range that the head is told with.
func TestWeigh(t *testing.T) {
	for name, tt := range map[string]struct {
		change  func(*setup.Setup)
		number  judge.Number
		first   judge.Unknown
		measure judge.Measurement
	}{
		"still": {func(s *setup.Setup) { s.Wind.Speed = 0 }, judge.SecondsDown, judge.Fall, judge.DropBait},
		"lifted": {func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.LiftAndDrop, 4 },
			judge.SecondsBack, judge.Fall, judge.DropBait},
		"on the bed": {func(s *setup.Setup) {
			s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.HoldBottom, 6, 0.2, 90
		}, judge.Contact, judge.Flow, judge.TimeFloat},
		"swum": {func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth = setup.Swim, 4 }, judge.Height, judge.Across,
			judge.GaugeLine},
	} {
		c := situate(t, tt.change)
		w, err := judge.Engine.Weigh(t.Context(), c, 0.0106)
		if err != nil {
			t.Fatal(err)
		}
		if w.Number != tt.number || len(w.Parts) < 5 || w.Parts[0].Unknown != tt.first || len(w.Measure) == 0 ||
			w.Measure[0].Measurement != tt.measure {
			t.Errorf("%s: %+v, %+v, %+v", name, w.Number, w.Parts, w.Measure)
			continue
		}
		sum := 0.0
		for i, p := range w.Parts {
			if sum += p.Share; i > 0 && p.Share > w.Parts[i-1].Share {
				t.Errorf("%s: %+v", name, w.Parts)
			}
		}
		if math.Abs(sum-1) > 1e-9 {
			t.Errorf("%s: the shares are %g together", name, sum)
		}
		for _, m := range w.Measure {
			if m.Range.Low < w.Range.Low || m.Range.High > w.Range.High {
				t.Errorf("%s: %s makes %+v of %+v", name, m.Measurement, m.Range, w.Range)
			}
		}
	}
}

// What a measurement leaves of each spread is by the spreads of the table, and what it does
// not measure stays.
func TestMeasuringNarrows(t *testing.T) {
	c := situate(t, func(s *setup.Setup) { s.Flow.Speed, s.Wind.Speed, s.Wind.Source = 0.2, 4, "forecast" })
	log := spread.LogSD
	for m, want := range map[judge.Measurement]map[judge.Unknown]float64{
		judge.TimeFloat: {judge.Flow: log(0.15) / log(0.35)},
		judge.HoldMeter: {judge.Wind: log(0.1) / log(0.3)},
		judge.DropBait:  {judge.Fall: log(0.1) / log(0.25)},
		judge.GaugeLine: {
			judge.Across: log(math.Hypot(0.1, 0.03)) / log(math.Hypot(0.1, 0.08)),
			judge.Along:  log(math.Hypot(0.4, 0.03)) / log(math.Hypot(0.4, 0.08)),
		},
	} {
		closer, err := judge.CloserBy(c, m, 0.0106)
		if err != nil {
			t.Fatal(err)
		}
		for u, by := range closer {
			if is, ok := want[u]; ok && math.Abs(by/is-1) > 1e-9 || !ok && by != 1 {
				t.Errorf("%s leaves %g of %s, want %g", m, by, u, is)
			}
		}
	}
	scale, err := judge.CloserBy(c, judge.WeighHead, 0.0106)
	if err != nil || !(scale[judge.Weight] > 0.1 && scale[judge.Weight] < 0.9) || scale[judge.Fall] != 1 {
		t.Errorf("%+v %v", scale, err)
	}
	// What is measured already is not named again.
	c = situate(t, func(s *setup.Setup) { s.Wind.Speed, s.Bait.Drag, s.Bait.DragSpread = 0, 1, 0.1 })
	again, err := judge.Engine.Weigh(t.Context(), c, 0.0106)
	if err != nil {
		t.Fatal(err)
	}
	for _, m := range again.Measure {
		if m.Measurement == judge.DropBait {
			t.Errorf("%+v", again.Measure)
		}
	}
}

// A head that does not get there has no parts.
func TestWeighWhatFloats(t *testing.T) {
	c := situate(t, func(s *setup.Setup) { s.Bait.Body, s.Bait.Length = "floating", 0.14 })
	w, err := judge.Engine.Weigh(t.Context(), c, 0.0002)
	if err != nil || len(w.Parts) != 0 || len(w.Measure) != 0 {
		t.Errorf("%+v %v", w, err)
	}
}
