package droptest

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"dunvel/core/judgement"
	"dunvel/core/model"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/trust"
)

// spotted is a cast of a head at a place with a line, its time as it is where current and line
// are so many times what is entered.
func spotted(t *testing.T, where string, trip int, line setup.Line, flow, thicker float64,
	noise func() float64) Spotted {
	t.Helper()
	out := Spotted{Where: where, Trip: trip,
		Test: Test{Setup: setup.Default(), Mass: 7e-3, Place: OnWater, Held: Slack}}
	out.Setup.Flow.Speed = 0.6
	out.Setup.Line.Material, out.Setup.Line.Diameter = line.Material, line.Diameter
	true := out.Test
	true.Setup.Flow.Speed *= flow
	true.Setup.Line.Thicker = thicker
	r := given(t, true, 1)
	for range 4 {
		out.Drops = append(out.Drops, Drop{Time: r.time * math.Exp(noise()), LineOut: r.line * math.Exp(noise())})
	}
	return out
}

var (
	braid = setup.Line{Material: "braid", Diameter: 0.18e-3}
	thick = setup.Line{Material: "braid", Diameter: 0.30e-3}
)

// Currents that run harder than entered at one place, on every trip, are known there and not at the
// other; a line that is thicker than said is known by both.
func TestFindBias(t *testing.T) {
	none := func() float64 { return 0 }
	var tests []Spotted
	for trip := range 6 {
		tests = append(tests,
			spotted(t, "The Sill", trip, braid, 1.5, 1, none), spotted(t, "The Sill", trip, thick, 1.5, 1.2, none),
			spotted(t, "Long Reach", 10+trip, braid, 1, 1, none),
			spotted(t, "Long Reach", 10+trip, thick, 1, 1.2, none))
	}
	// What cannot be compared says nothing: still water beside a boat, and a drop that was struck.
	still := spotted(t, "Pool", 20, braid, 1, 1, none)
	still.Place = Boat
	struck := spotted(t, "Pool", 21, braid, 1, 1, none)
	for i := range struck.Drops {
		struck.Drops[i].Struck = true
	}
	got, err := FindBias(t.Context(), append(tests, still, struck))
	if err != nil || len(got.Flows) != 2 || len(got.Lines) != 2 {
		t.Fatalf("%+v %v", got, err)
	}
	sill, reach := got.Flows[0], got.Flows[1]
	if sill.Where != "The Sill" || sill.Falls != 48 || reach.Falls != 48 || got.Lines[1].Falls != 48 {
		t.Errorf("%+v", got)
	}
	// Each is drawn to 1: the current by no more than a third of the way; the line by more, as it bends little.
	if sill.Factor < 1.3 || sill.Factor > 1.5 || math.Abs(reach.Factor-1) > 0.08 {
		t.Errorf("currents %+v", got.Flows)
	}
	if thin, thick := got.Lines[0].Factor, got.Lines[1].Factor; thick/thin < 1.1 || math.Abs(thin-1) > 0.05 ||
		thick > 1.2 {
		t.Errorf("lines %+v", got.Lines)
	}
	// The day's own share is left in how far a trip may be off.
	if day := spread.LogSD(model.FlowSpread(tests[0].Setup)) * math.Sqrt(0.5); spread.LogSD(sill.Spread) < day ||
		spread.LogSD(sill.Spread) > 1.4*day {
		t.Errorf("spread %g, of a day %g", sill.Spread, day)
	}
	// Times alone hardly go by the current, and say nothing of it; nor do a few falls of the line.
	var timed []Spotted
	for _, s := range tests[:2] {
		s.Drops = slices.Clone(s.Drops)
		for i := range s.Drops {
			s.Drops[i].LineOut = 0
		}
		timed = append(timed, s)
	}
	if got, err := FindBias(t.Context(), timed); err != nil || len(got.Flows) != 0 || len(got.Lines) != 0 {
		t.Errorf("of times alone: %+v %v", got, err)
	}
	if got, err := FindBias(t.Context(), nil); err != nil || len(got.Flows) != 0 || len(got.Lines) != 0 {
		t.Errorf("of nothing: %+v %v", got, err)
	}
}

// The 80 % range of the current at a place, and of a line, holds what they are about as often as it says.
func TestBiasCovers(t *testing.T) {
	if testing.Short() {
		t.Skip("some thousand drops")
	}
	const seeds = 60
	flows, lines := 0, 0
	for seed := range uint64(seeds) {
		random := rand.New(rand.NewPCG(seed, 5))
		s := spotted(t, "", 0, braid, 1, 1, func() float64 { return 0 }).Setup
		share := math.Sqrt(0.5) * spread.LogSD(model.FlowSpread(s))
		place, line := math.Exp(share*random.NormFloat64()), math.Exp(
			spread.LogSD(math.Hypot(model.DiameterSpread(s), judgement.NormalSpread.Spread))*random.NormFloat64())
		var tests []Spotted
		for trip := range 5 {
			day := place * math.Exp(share*random.NormFloat64())
			noise := 0.08 * random.NormFloat64()
			tests = append(tests, spotted(t, "The Sill", trip, braid, day, line,
				func() float64 { return noise + 0.05*random.NormFloat64() }))
		}
		f, err := bend(t.Context(), tests)
		if err != nil {
			t.Fatal(err)
		}
		got := f.found(2) // whatever it is
		// Of a next day the range is told, and of the line that of itself.
		next := place * math.Exp(share*random.NormFloat64())
		if math.Abs(math.Log(next/got.Flows[0].Factor)) < spread.Reach*spread.LogSD(got.Flows[0].Spread) {
			flows++
		}
		if math.Abs(math.Log(line/got.Lines[0].Factor)) < spread.Reach*spread.LogSD(got.Lines[0].Spread) {
			lines++
		}
	}
	for what, inside := range map[string]int{"places": flows, "lines": lines} {
		trust.Tell(t, what, trust.Figure{Cases: seeds, Value: float64(inside) / seeds, Low: 0.68, High: 0.95})
		if share := float64(inside) / seeds; share < 0.68 || share > 0.95 {
			t.Errorf("%g of the 80 %% ranges hold the %s", share, what)
		}
	}
	t.Logf("of %d, %d days and %d lines lie in their ranges", seeds, flows, lines)
}
