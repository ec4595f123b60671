package musts

import (
	"math"
	"slices"
	"testing"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/trial"
)

// What a reading is of a result.
func TestRead(t *testing.T) {
	c, _ := asked(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Flow.Speed, s.Flow.Direction = setup.SlowFall, 8, 0.5, 90
	})
	h := trial.Result{Chord: 20}
	h.Fall = trial.Fall{Outcome: trial.Reached, Time: 16, LineOut: 25, Speed: 0.5, RunOut: 0.4, RunOutAfter: 0.1,
		Landing: trial.Point{X: 20, Y: 4, Z: -8}}
	h.Rest = trial.Rest{Margin: 0.75, Grip: 0.6, Grips: 1.5, Held: 0.5, Walk: 2}
	h.Feel = trial.Feel{Pull: 0.03, Hand: 0.01}
	h.Back = 1.5
	r := Read(c, &h)
	for place, want := range map[int]float64{
		ReadTime: 16, ReadLate: 16 / (c.Patience * judgement.WaitGrace.Number), ReadLine: 25, ReadOut: 1.25,
		ReadSpeed: 0.5, ReadSteep: c.Carried(h.Fall) / 8,
		ReadLift: 0.25 + 0.05, ReadGrip: 0.4, ReadFelt: 3, ReadKeeps: 0.25, ReadBack: 1.5, ReadHeld: 0.5, ReadWalk: 2,
	} {
		if math.Abs(r.Value(place)/want-1) > 1e-9 {
			t.Errorf("place %d: %g, want %g", place, r.Value(place), want)
		}
	}
	for lift, want := range map[float64]float64{0.05: 1, 0.01: 1, 0.3: 0.75, 1.04: 0.01, 1.05: 0, 1.15: 0} {
		if got := MarginOf(math.Log(lift)); math.Abs(got-want) > 1e-12 {
			t.Errorf("%g and a little lifted leave %g, not %g", lift, got, want)
		}
	}
	// The line may lift more of a head than it weighs: nothing is left on the bed, and how far it is from that is read.
	lifted := h
	lifted.Rest.Margin = -0.5
	if got := Read(c, &lifted); math.Abs(got.Value(ReadLift)/1.55-1) > 1e-9 || got.Margin() != 0 || math.Abs(r.Margin()-0.75) > 1e-9 {
		t.Errorf("lifted by half its weight more: %g, margin %g; and %g", got.Value(ReadLift), got.Margin(), r.Margin())
	}
	if !r.Arrived() || c.Carried(h.Fall) < 1 {
		t.Errorf("%v, carried %g m", r, c.Carried(h.Fall))
	}
	for time, came := range map[float64]bool{endless / 10.01: true, endless / 9.99: false} {
		if r[ReadTime] = LogOf(time); r.Arrived() != came {
			t.Errorf("it comes after %g s: %v", time, !came)
		}
	}
	h.Fall.Outcome = "time limit"
	if Read(c, &h).Arrived() {
		t.Error("what does not arrive does")
	}
	track := Reading(append(make([]float64, ReadTrack), placeOf(0), placeOf(2.5))).Track()
	if len(track) != 2 || math.Abs(track[0]) > 1e-12 || math.Abs(track[1]-2.5) > 1e-12 {
		t.Errorf("%v", track)
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
		s.Approach.Kind, s.Water.Depth, s.Approach.BandLow, s.Approach.BandHigh = setup.Swim, 4, 0, 0.2
	})
	if !c.Skims() || InBand(c, []float64{0, 0.1, 0.2, 0.3}) != 0.75 {
		t.Errorf("skims %t, %g of it in the band", c.Skims(), InBand(c, []float64{0, 0.1, 0.2, 0.3}))
	}
	if got := InBand(c, nil); got != 0 {
		t.Errorf("%g of a way that was not looked at", got)
	}
	// A way that was not looked at is one on the bed, so that all readings are as long.
	if got := make(Reading, ReadTrack).withTrack(2, nil, []float64{0.5, 1}); len(got) != ReadTrack+4 ||
		!slices.Equal(got[ReadTrack:], Reading{placeOf(0), placeOf(0), placeOf(0.5), placeOf(1)}) {
		t.Errorf("%v", got)
	}
}

// The pace of a head is how much faster than wanted the hand is that suits it; of one that no hand suits, or that is not
// worked by its speed, there is none.
func TestPace(t *testing.T) {
	of := func(change func(*setup.Setup), r trial.Result) float64 {
		c, _ := asked(t, change)
		return Pace(c, &r)
	}
	swim := func(s *setup.Setup) { s.Approach.Kind, s.Approach.Speed = setup.Swim, 0.5 }
	hover := func(s *setup.Setup) { s.Approach.Kind, s.Target.Depth = setup.Hover, 3 }
	given := func(s *setup.Setup) { hover(s); s.Approach.TakeUp = 0.1 }
	usual := func(*setup.Setup) {}
	swims := trial.Result{Swim: trial.Swim{Speed: 0.5 * math.E}}
	hovers := trial.Result{Hover: trial.Hover{TakeUp: judgement.TakeUp.Number / math.E}}
	for name, got := range map[string][2]float64{
		"swum":                    {of(swim, swims), 1},
		"swum at no speed":        {of(swim, trial.Result{}), 0},
		"hovered":                 {of(hover, hovers), -1},
		"hovered at no speed":     {of(hover, trial.Result{}), 0},
		"hovered at one given":    {of(given, hovers), 0},
		"neither swum nor hovers": {of(usual, trial.Result{Swim: swims.Swim, Hover: hovers.Hover}), 0},
	} {
		if math.Abs(got[0]-got[1]) > 1e-9 {
			t.Errorf("%s: %g, want %g", name, got[0], got[1])
		}
	}
}
