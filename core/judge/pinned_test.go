package judge

import (
	"math"
	"slices"
	"testing"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/trial"
)

// Misses past which nothing that is not known changes whether a must is met. They were chosen so
// that TestWhatIsNotLookedAtDecidesNothing holds on the engine; another needs that looked at anew.
func TestSafeAndLost(t *testing.T) {
	for m, want := range map[Must][2]float64{
		Arrives: {1, 1}, Steep: {-0.75, 3}, Slack: {}, InTime: {-0.45, 0.8}, Told: {-2, 0.75}, Touches: {-30, 2}, Presses: {-4, 2},
		Stays: {-0.8, 3}, Felt: {-2, 0.7}, BackSoon: {-0.45, 0.9}, BackLate: {-1, 0.6}, Slowly: {-0.45, 0.9}, Swims: {}, Hovers: {-9, 2},
		Waves: {-0.9, 0.6}, Walks: {-0.7, 3},
	} {
		if got := [2]float64{rules[m].safe, rules[m].lost}; got != want {
			t.Errorf("%d: %g, want %g", m, got, want)
		}
	}
	// A head stands lost past the one and safe past the other, and open between.
	c, r := asked(t, func(s *setup.Setup) { s.Approach.Kind, s.Approach.Ceiling, s.Water.Depth = setup.SlowFall, 0, 1 })
	v := view{of: c}
	at := func(late float64) standing {
		r[readLate], r[readSteep], r[readLift], r[readKeeps], r[readFelt] = logOf(late), logOf(0.01), logOf(0.01), logOf(0.01), logOf(9)
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
	if got := spreads(c)[slices.IndexFunc(unknowns, func(u unknown) bool { return u.name == Spool })]; got != judgement.FingerPull.Spread {
		t.Errorf("a finger holds to %g", got)
	}
	c, _ = asked(t, func(s *setup.Setup) { s.Hand.Line = setup.LineOpen })
	if got := spreads(c)[slices.IndexFunc(unknowns, func(u unknown) bool { return u.name == Spool })]; got != judgement.SpoolFixed.Spread {
		t.Errorf("a spool holds to %g", got)
	}
}

// Of the moments of a swell the one whose fall is nearest to the mean is shown.
func TestTypical(t *testing.T) {
	at := func(times ...float64) phased {
		var p phased
		for _, time := range times {
			r := make(reading, readTrack)
			r[readTime] = math.Log(time)
			p.results, p.readings = append(p.results, trial.Result{Fall: trial.Fall{Time: time}}), append(p.readings, r)
		}
		return p
	}
	for _, tt := range []struct {
		times []float64
		phase int
	}{{[]float64{10, 14, 12}, 2}, {[]float64{10, 12, 20}, 1}, {[]float64{12, 10, 13}, 0}, {[]float64{9}, 0}} {
		p := at(tt.times...)
		if r, phase := p.typical(mean(p.readings)); phase != tt.phase || r.Fall.Time != tt.times[tt.phase] {
			t.Errorf("of %v it is %d", tt.times, phase)
		}
	}
}

// What a reading is of a result.
func TestRead(t *testing.T) {
	c, _ := asked(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.SlowFall, 8, 0.5, 90
	})
	h := trial.Result{Chord: 20}
	h.Fall = trial.Fall{Outcome: trial.Reached, Time: 16, LineOut: 25, Speed: 0.5, RunOut: 0.4, RunOutAfter: 0.1, Landing: trial.Point{X: 20, Y: 4, Z: -8}}
	h.Rest = trial.Rest{Margin: 0.75, Grip: 0.6, Grips: 1.5, Held: 0.5, Walk: 2}
	h.Feel = trial.Feel{Pull: 0.03, Hand: 0.01}
	h.Back = 1.5
	r := read(c, &h)
	for place, want := range map[int]float64{
		readTime: 16, readLate: 16 / (c.Patience * judgement.WaitGrace.Number), readLine: 25, readOut: 1.25, readSpeed: 0.5, readSteep: c.Carried(h.Fall) / 8,
		readLift: 0.25, readGrip: 0.4, readFelt: 3, readKeeps: 0.25, readBack: 1.5, readHeld: 0.5, readWalk: 2,
	} {
		if math.Abs(r.value(place)/want-1) > 1e-9 {
			t.Errorf("place %d: %g, want %g", place, r.value(place), want)
		}
	}
	if !r.arrived() || c.Carried(h.Fall) < 1 {
		t.Errorf("%v, carried %g m", r, c.Carried(h.Fall))
	}
	h.Fall.Outcome = "time limit"
	if read(c, &h).arrived() {
		t.Error("what does not arrive does")
	}
	track := reading(append(make([]float64, readTrack), placeOf(0), placeOf(2.5))).track()
	if len(track) != 2 || math.Abs(track[0]) > 1e-12 || math.Abs(track[1]-2.5) > 1e-12 {
		t.Errorf("%v", track)
	}
}

// Ranges go along with what they are of, and from what is left of a whole.
func TestRanges(t *testing.T) {
	r := Range{2, 6}
	if got := r.times(0.5); got != (Range{1, 3}) {
		t.Errorf("%v", got)
	}
	if got := (Range{0.1, 0.4}).from(1); got != (Range{0.6, 0.9}) {
		t.Errorf("%v", got)
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

// A band holds what touches it, and the place of a hover goes by its own.
func TestBands(t *testing.T) {
	for _, tt := range []struct {
		a, b, low, high, want float64
	}{{1, 2, 2, 3, 1}, {1, 1.99, 2, 3, 0}, {3, 4, 2, 3, 1}, {3.01, 4, 2, 3, 0}, {1, 5, 2, 3, 1}} {
		if got := within([]float64{tt.a}, []float64{tt.b}, tt.low, tt.high); got != tt.want {
			t.Errorf("%+v: %g", tt, got)
		}
	}
	c, _ := asked(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Target.Depth, s.Target.Band = setup.Hover, 10, 4, 1.5
	})
	if top, bottom := HoverBand(c); math.Abs(top-(4-1.5*judgement.HoverSlack.Number)) > 1e-12 || bottom != 5.5 {
		t.Errorf("%g to %g", top, bottom)
	}
	c, _ = asked(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Approach.BandLow, s.Approach.BandHigh = setup.Swim, 4, 0, 0.2
	})
	if !c.Skims() || InBand(c, []float64{0, 0.1, 0.2, 0.3}) != 0.75 {
		t.Errorf("skims %t, %g of it in the band", c.Skims(), InBand(c, []float64{0, 0.1, 0.2, 0.3}))
	}
}

// What cannot be read of a side that lifts a head off the bed is as much as the other presses it
// down; a shift is much from a fifth on; and half of one is looked at further off.
func TestShifts(t *testing.T) {
	centre := make(reading, readTrack)
	centre[readLift] = math.Log(0.9)
	up, down := make(reading, readTrack), make(reading, readTrack)
	up[readLift], down[readLift] = math.Log(1/0.9)+1e-3, -0.4 // off the bed, and pressed down
	evenOut(centre, up, down)
	if math.Abs(up[readLift]-0.4) > 1e-12 || down[readLift] != -0.4 {
		t.Errorf("%g, %g", up[readLift], down[readLift])
	}
	up[readLift], down[readLift] = -0.4, math.Log(1/0.9)+1e-3
	if evenOut(centre, up, down); math.Abs(down[readLift]-0.4) > 1e-12 || up[readLift] != -0.4 {
		t.Errorf("%g, %g", up[readLift], down[readLift])
	}
	shift := make(reading, readTrack)
	for by, want := range map[float64]bool{0.2: false, 0.2001: true, -0.2: false, -0.2001: true} {
		if shift[readLine] = by; muchOf(shift) != want {
			t.Errorf("%g is much: %t", by, !want)
		}
	}
	if liftsOff(centre, reading{readLift: math.Log(0.999998 / 0.9), readTrack - 1: 0}) || !liftsOff(centre, reading{readLift: math.Log(0.9999995 / 0.9), readTrack - 1: 0}) {
		t.Error("a push of a millionth of the weight")
	}
	// A tenth of what is asked is far from a case that is drawn, or near one.
	c, r := asked(t, func(s *setup.Setup) { s.Approach.Kind, s.Water.Depth, s.Approach.Ceiling = setup.SlowFall, 1, 0 })
	for late, want := range map[float64]bool{0.2: true, 0.9: false, 3: true} {
		r[readLate] = logOf(late)
		r[readSteep], r[readKeeps] = logOf(0.01), logOf(0.01)
		d := &doubts{sample: sample(), shifts: make([]spread.Shift, len(unknowns))}
		d.shifts[0].Up = make(reading, readTrack)
		d.shifts[0].Up[readLate] = 0.2
		if d.decided(c, r) != want {
			t.Errorf("%g of the wait is decided: %t", late, !want)
		}
	}
}
