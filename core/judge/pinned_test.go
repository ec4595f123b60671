package judge

import (
	"math"
	"slices"
	"testing"

	"dunvel/core/judge/musts"
	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// A head stands lost past the one miss of a must and safe past the other, and open between.
func TestStands(t *testing.T) {
	c, r := asked(t, func(s *setup.Setup) { s.Approach.Kind, s.Approach.Ceiling, s.Water.Depth = setup.SlowFall, 0, 1 })
	v := view{of: c}
	at := func(late float64) standing {
		r[musts.ReadLate], r[musts.ReadSteep], r[musts.ReadLift], r[musts.ReadKeeps], r[musts.ReadFelt] = musts.LogOf(
			late), musts.LogOf(0.01), musts.LogOf(0.06), musts.LogOf(0.01), musts.LogOf(9)
		return v.stands(&trial.Result{}, r)
	}
	for late, want := range map[float64]standing{0.549: safe, 0.551: open, 1.799: open, 1.801: lost} {
		if got := at(late); got != want {
			t.Errorf("%g of the wait: %d, want %d", late, got, want)
		}
	}
}

// What more of an unknown does to a head that a line lifts off the bed.
func TestLifts(t *testing.T) {
	want := map[Unknown]float64{Flow: 1, Wind: 1, Drift: 1, Across: 1, Along: 1, Tow: 1, Weight: -1, Depth: 1}
	for _, u := range unknowns {
		if u.lifts != want[u.name] {
			t.Errorf("%s: %g", u.name, u.lifts)
		}
	}
	c, _ := asked(t, func(s *setup.Setup) { s.Hand.Line = setup.LineFed })
	if got := spreads(c)[slices.IndexFunc(unknowns,
		func(u unknown) bool { return u.name == Spool })]; got != judgement.FingerPull.Spread {
		t.Errorf("a finger holds to %g", got)
	}
	c, _ = asked(t, func(s *setup.Setup) { s.Hand.Line = setup.LineOpen })
	if got := spreads(c)[slices.IndexFunc(unknowns,
		func(u unknown) bool { return u.name == Spool })]; got != judgement.SpoolFixed.Spread {
		t.Errorf("a spool holds to %g", got)
	}
}

// Of the moments of a swell the one whose fall is nearest to the mean is shown.
func TestTypical(t *testing.T) {
	at := func(times ...float64) phased {
		var p phased
		for _, time := range times {
			r := make(musts.Reading, musts.ReadTrack)
			r[musts.ReadTime] = math.Log(time)
			p.results, p.readings = append(p.results, trial.Result{Fall: trial.Fall{Time: time}}), append(p.readings, r)
		}
		return p
	}
	for _, tt := range []struct {
		times []float64
		phase int
	}{{[]float64{10, 14, 12}, 2}, {[]float64{10, 12, 20}, 1}, {[]float64{12, 10, 13}, 0}, {[]float64{9}, 0},
		{[]float64{10, 12}, 0}} { // as near, but for rounding
		p := at(tt.times...)
		if r, phase := p.typical(mean(p.readings)); phase != tt.phase || r.Fall.Time != tt.times[tt.phase] {
			t.Errorf("of %v it is %d", tt.times, phase)
		}
	}
}

// Ranges go along with what they are of, and from what is left of a whole.
func TestRanges(t *testing.T) {
	r := Range{2, 6}
	if got := r.times(0.5); got != (Range{1, 3}) {
		t.Errorf("%v", got)
	}
	lift := func(share float64) float64 { return math.Log(share + 0.05) } // as a reading has it
	for _, tt := range []struct {
		lifts []float64
		want  Range
	}{
		{[]float64{lift(0.4), lift(0.4), lift(0.1), lift(0.1)}, Range{0.6, 0.9}}, {[]float64{-9, -9, lift(1.2), lift(1.2)}, Range{0, 1}},
	} {
		if got := marginsOf(tt.lifts); math.Abs(got.Low-tt.want.Low) > 1e-9 || math.Abs(got.High-tt.want.High) > 1e-9 {
			t.Errorf("%v, not %v", got, tt.want)
		}
	}
	of := Ranges{Time: Range{8, 12}, LineOut: Range{20, 30}, Speed: Range{0.4, 0.6}}
	of.follow(trial.Fall{Time: 10, LineOut: 25, Speed: 0.5}, trial.Fall{Time: 20, LineOut: 50, Speed: 0.25})
	if of.Time != (Range{16, 24}) || of.LineOut != (Range{40, 60}) || of.Speed != (Range{0.2, 0.3}) {
		t.Errorf("%+v", of)
	}
	open, slower, less := trial.Fall{Time: 10, LineOut: 30}, judgement.FedSlower.Number, judgement.FedLess.Number
	for name, tt := range map[string]struct {
		fed  trial.Fall
		want bool
	}{
		"as slow as may be":    {trial.Fall{Time: 10 * slower, LineOut: 20}, false},
		"slower":               {trial.Fall{Time: 10*slower + 0.01, LineOut: 20}, true},
		"with as much line":    {trial.Fall{Time: 10, LineOut: 30 * less}, false},
		"with hardly any less": {trial.Fall{Time: 10, LineOut: 30*less + 0.01}, true},
	} {
		if pointless(tt.fed, open) != tt.want {
			t.Errorf("%s: %t", name, !tt.want)
		}
	}
	for sure, want := range map[float64]Verdict{0.8: Does, 0.7999: Perhaps, 0.2001: Perhaps, 0.2: No, 0: No} {
		if got := VerdictOf(sure, 0.8); got != want {
			t.Errorf("%g sure: %s", sure, got)
		}
	}
}

// What cannot be read of a side that takes a head off the bed, where nothing pushes on it, is as much as the other presses it
// down; what the line lifts of one that lies is read on either side.
func TestShifts(t *testing.T) {
	centre := make(musts.Reading, musts.ReadTrack)
	centre[musts.ReadLift] = math.Log(0.9 + 0.05)
	off := math.Log(1.05 / 0.95)
	for _, tt := range []struct{ up, down, wantUp, wantDown float64 }{
		{off, -0.4, 0.4, -0.4}, {-0.4, off, -0.4, 0.4}, {off, off, off, off}, {off, -off / 2, off, -off / 2},
		{off + 1e-3, -0.4, off + 1e-3, -0.4}, {-0.4, off + 1e-3, -0.4, off + 1e-3},
	} {
		up, down := make(musts.Reading, musts.ReadTrack), make(musts.Reading, musts.ReadTrack)
		up[musts.ReadLift], down[musts.ReadLift] = tt.up, tt.down
		evenOut(centre, up, down)
		if up[musts.ReadLift] != tt.wantUp || down[musts.ReadLift] != tt.wantDown {
			t.Errorf("%+v: %g, %g", tt, up[musts.ReadLift], down[musts.ReadLift])
		}
	}
	for pushed, want := range map[float64]bool{1.049998: false, 1.0499995: true, 1.0500005: true, 1.050002: false} {
		if liftsOff(centre, musts.Reading{musts.ReadLift: math.Log(pushed / 0.95), musts.ReadTrack - 1: 0}) != want {
			t.Errorf("a push of %g of the weight", 1.05-pushed)
		}
	}
	// A tenth of what is asked is far from a case that is drawn, or near one.
	c, r := asked(t, func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth, s.Approach.Ceiling = setup.SlowFall, 1, 0 })
	for late, want := range map[float64]bool{0.2: true, 0.9: false, 3: true} {
		r[musts.ReadLate] = musts.LogOf(late)
		r[musts.ReadSteep], r[musts.ReadKeeps] = musts.LogOf(0.01), musts.LogOf(0.01)
		d := &doubts{draws: all(), shifts: make([]spread.Shift, len(unknowns))}
		d.shifts[0].Up = make(musts.Reading, musts.ReadTrack)
		d.shifts[0].Up[musts.ReadLate] = 0.2
		if d.decided(c, r) != want {
			t.Errorf("%g of the wait is decided: %t", late, !want)
		}
	}
}

// asked is the case of a setup, and a reading that meets all that may be asked there.
func asked(t *testing.T, change func(*setup.Setup)) (*trial.Case, musts.Reading) {
	t.Helper()
	s := setup.Default()
	s.Approach.Ceiling, s.Approach.BackLeast = 0.6, 0.2
	change(&s)
	c, err := trial.New(s, stage.Knowledge{})
	if err != nil {
		t.Fatal(err)
	}
	r := make(musts.Reading, musts.ReadTrack)
	for place, value := range map[int]float64{
		musts.ReadTime: 20, musts.ReadLate: 0.5, musts.ReadOut: 1.1, musts.ReadSpeed: 0.3, musts.ReadSteep: 0.1,
		musts.ReadLift: 0.3, musts.ReadGrip: 0.4,
		musts.ReadFelt: 3, musts.ReadKeeps: 0.1, musts.ReadBack: 1, musts.ReadHeld: 1, musts.ReadWalk: 0.1,
	} {
		r[place] = musts.LogOf(value)
	}
	return c, r
}

// A shift is a difference of readings, as large as what is no longer reached may make it; of what did not arrive only time
// and speed differ.
func TestSubtract(t *testing.T) {
	centre, moved := make(musts.Reading, musts.ReadTrack+1), make(musts.Reading, musts.ReadTrack+1)
	centre[musts.ReadTime], centre[musts.ReadLift], centre[musts.ReadTrack] = math.Log(20), math.Log(0.3), 1
	moved[musts.ReadTime], moved[musts.ReadLate], moved[musts.ReadLine], moved[musts.ReadLift], moved[musts.ReadTrack] =
		math.Log(22), -9, 0.25, math.Log(0.3)+2, 4
	r := slices.Clone(moved)
	subtract(r, centre)
	if math.Abs(r[musts.ReadTime]-math.Log(1.1)) > 1e-12 || r[musts.ReadLate] != -mostShift || r[musts.ReadLine] != 0.25 ||
		r[musts.ReadLift] != mostShift || r[musts.ReadTrack] != 3 {
		t.Errorf("%v", r)
	}
	moved[musts.ReadTime], moved[musts.ReadLate], moved[musts.ReadSpeed] = musts.LogOf(1e6), 0.5, -0.75
	subtract(moved, centre)
	want := make(musts.Reading, musts.ReadTrack+1)
	want[musts.ReadTime], want[musts.ReadLate], want[musts.ReadSpeed] = mostShift, 0.5, -0.75
	if !slices.Equal(moved, want) {
		t.Errorf("what does not arrive moves by %v", moved)
	}
}
