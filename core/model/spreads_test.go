package model

import (
	"math"
	"strings"
	"testing"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/tackle"
)

// How well something is known is as measured, or as usual for where it is from.
func TestSpreads(t *testing.T) {
	s := setup.Default()
	if FlowSpread(s) != 0 || WindSpread(s) != 0 || DriftSpread(s) != 0 {
		t.Errorf("no current, no wind, no drift: %g, %g, %g", FlowSpread(s), WindSpread(s), DriftSpread(s))
	}
	s.Flow = setup.Flow{Speed: 0.4, Source: setup.FloatTest}
	s.Wind = setup.Wind{Speed: 5, Source: setup.Forecast}
	s.Boat.Kind = "skiff"
	for what, pair := range map[string][2]float64{
		"float":    {FlowSpread(s), judgement.FlowSpread[setup.FloatTest].Spread},
		"forecast": {WindSpread(s), judgement.WindSpread[setup.Forecast].Spread},
		"leeway":   {DriftSpread(s), catalogue.BoatOf("skiff").Leeway.Spread},
		"printed":  {DiameterSpread(s), judgement.PrintedSpread.Spread},
		"marked":   {HeadSpread(s), judgement.MarkedSpread.Spread},
		"form":     {DragSpread(s), judgement.FallArea.Spread},
	} {
		if pair[0] != pair[1] {
			t.Errorf("%s: %g, not %g", what, pair[0], pair[1])
		}
	}
	s.Flow.Spread, s.Boat.Measured, s.Boat.Speed, s.Line.Measured, s.Bait.Drag, s.Bait.DragSpread = 0.09, true, 0.3,
		true, 0.9, 0.06
	if FlowSpread(s) != 0.09 || DriftSpread(s) != judgement.DriftSpread.Spread ||
		DiameterSpread(s) != judgement.MeasuredSpread.Spread || DragSpread(s) != 0.06 {
		t.Errorf("%g %g %g %g", FlowSpread(s), DriftSpread(s), DiameterSpread(s), DragSpread(s))
	}
	s.Boat.Spread = 0.2
	if DriftSpread(s) != 0.2 {
		t.Errorf("%g", DriftSpread(s))
	}
	for speed, want := range map[float64]float64{0.99: 0, 1: judgement.WindSpread[setup.Forecast].Spread} {
		if s.Wind.Speed = speed; WindSpread(s) != want {
			t.Errorf("a wind of %g m/s: %g, not %g", speed, WindSpread(s), want)
		}
	}
}

// A measured drag slows the fall of the whole lure and nothing else of it.
func TestMeasuredDrag(t *testing.T) {
	s := setup.Default()
	scene, err := Scene(s)
	if err != nil {
		t.Fatal(err)
	}
	_, usual, err := Rig(s, 7e-3, scene.Water)
	if err != nil {
		t.Fatal(err)
	}
	s.Bait.Drag = 1.44
	_, slow, err := Rig(s, 7e-3, scene.Water)
	if err != nil {
		t.Fatal(err)
	}
	if math.Abs(slow.FallSlack/usual.FallSlack-1.44) > 1e-9 || slow.TowArea != usual.TowArea ||
		slow.WeightInWater != usual.WeightInWater {
		t.Errorf("%+v\n%+v", slow, usual)
	}
	if ratio := usual.FallSpeed(scene.Water) / slow.FallSpeed(scene.Water); math.Abs(ratio-1.2) > 1e-9 {
		t.Errorf("falls %g times as fast", ratio)
	}
	s.Bait.Drag = 0.1
	if err := s.Validate(nil); err == nil || !strings.Contains(err.Error(), "0 where it was not measured") {
		t.Errorf("%v", err)
	}
}

// A line that is thicker than said drags as it is, up to what a line may be.
func TestThicker(t *testing.T) {
	s := setup.Default()
	width := func(thicker float64) float64 {
		s.Line.Diameter, s.Line.Thicker = 0.2e-3, thicker
		scene, err := Scene(s)
		if err != nil {
			t.Fatal(err)
		}
		r, _, err := Rig(s, 7e-3, scene.Water)
		if err != nil {
			t.Fatal(err)
		}
		return r.Main.Diameter
	}
	for thicker, want := range map[float64]float64{0: 0.2e-3, 1.25: 0.25e-3, 3: 0.6e-3, 1e6: tackle.MaxDiameter,
		1e-6: tackle.MinDiameter} {
		if got := width(thicker); math.Abs(got-want) > 1e-12 {
			t.Errorf("%g times: %g m, not %g", thicker, got, want)
		}
	}
}

func TestSnagIndex(t *testing.T) {
	s := setup.Default()
	base := SnagIndex(s, judgement.SnagSpeed.Number)
	if want := catalogue.Beds["rock"].Snags.Number; math.Abs(base-want) > 1e-9 {
		t.Errorf("a ball on rock: %g, not %g", base, want)
	}
	swum, dragged, learnt := s, s, s
	swum.Approach.Kind = setup.Swim
	dragged.Cast.Drag = 0.2
	learnt.Water.Snags = 1.5
	if SnagIndex(swum, 0.5) >= base || SnagIndex(dragged, 0.5) <= base ||
		math.Abs(SnagIndex(learnt, 0.5)-(10-5*math.Exp(-0.5))) > 1e-9 {
		t.Errorf("%g: swum %g, dragged %g, learnt %g", base, SnagIndex(swum, 0.5), SnagIndex(dragged, 0.5),
			SnagIndex(learnt, 0.5))
	}
	learnt.Head.Snags = 1.2
	if got, want := SnagIndex(learnt, 0.5), 10-5*math.Exp(-(1.5*1.2*5-5)/5); math.Abs(got-want) > 1e-9 {
		t.Errorf("with what such heads lost: %g, not %g", got, want)
	}
	learnt.Head.Snags = 0
	hidden := s
	for point, share := range map[string]float64{"exposed": 1, "in the skin": 0.7, "buried": 0.5} {
		if hidden.Head.Point = point; math.Abs(SnagIndex(hidden, 0.5)-share*base) > 1e-9 {
			t.Errorf("%s: %g", point, SnagIndex(hidden, 0.5))
		}
	}
	if s.Head.Guard = true; math.Abs(SnagIndex(s, 0.5)-0.65*base) > 1e-9 {
		t.Errorf("guarded: %g", SnagIndex(s, 0.5))
	}
	wide := setup.Default()
	if wide.Head.Shape = "football"; math.Abs(SnagIndex(wide, 0.5)-0.7*base) > 1e-9 {
		t.Errorf("a football: %g", SnagIndex(wide, 0.5))
	}
	// An eye on top catches in weed, one at the nose less; on rock it is all the same.
	eye := setup.Default()
	eye.Head.Tie = 45
	if SnagIndex(eye, 0.5) != base {
		t.Errorf("an eye on rock: %g", SnagIndex(eye, 0.5))
	}
	eye.Water.Bed = "weed"
	if got := SnagIndex(eye, 0.5); math.Abs(got-4*(1-0.4*45/90)) > 1e-9 {
		t.Errorf("an eye in weed: %g", got)
	}
	// Past 5 it is drawn together, and never comes to 10: 10 - 5 exp(-(12 - 5)/5) is 8.767.
	learnt.Water.Bed, learnt.Water.Snags = "timber", 1.5
	if got := SnagIndex(learnt, 0.5); math.Abs(got-8.76702) > 1e-5 {
		t.Errorf("%g", got)
	}
	learnt.Water.Snags = 5
	if most, less := SnagIndex(learnt, 2), SnagIndex(learnt, 0.5); !(most > less && most < 10) {
		t.Errorf("%g after %g", most, less)
	}
}
