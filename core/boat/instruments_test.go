package boat

import (
	"math"
	"math/rand/v2"
	"testing"
	"time"
)

var (
	begin = time.Date(2026, 11, 27, 7, 0, 0, 0, time.UTC)
	none  = math.NaN()
)

// heardFor has a source say something every second for so many seconds from a time on, and
// returns when it ends.
func heardFor(n *Instruments, from int, seconds int, at time.Time, say func(i int) []Reading) time.Time {
	for i := range seconds {
		for _, r := range say(i) {
			n.Take(from, r, at)
		}
		at = at.Add(time.Second)
	}
	return at.Add(-time.Second)
}

func near(t *testing.T, what string, got, want, within float64) {
	t.Helper()
	if !(math.Abs(got-want) <= within) {
		t.Errorf("%s: %g, not %g", what, got, want)
	}
}

// A value that steps is followed in its own time, and noise is taken out.
func TestSmoothing(t *testing.T) {
	var n Instruments
	n.Join("a", Offsets{})
	random := rand.New(rand.NewPCG(1, 2))
	at := heardFor(&n, 0, 60, begin, func(int) []Reading {
		return []Reading{{DepthUnderSurface, 20 + 0.3*random.NormFloat64(), none},
			{OverGround, 0.3 + 0.05*random.NormFloat64(), Turn(5 + 20*random.NormFloat64())}}
	})
	s := n.State(at)
	near(t, "depth", s.Depth.Value, 20, 0.3)
	near(t, "drift", s.Drift.Value, 0.3, 0.03)
	near(t, "course", math.Remainder(s.Drift.Course-5, 360), 0, 8) // on both sides of north
	near(t, "spread", s.Drift.Spread, 0.05/0.3, 0.06)
	if s.Depth.Quality != Steady || s.Drift.Quality != Steady || s.Depth.Source != "a" {
		t.Errorf("%+v %+v", s.Depth, s.Drift)
	}
	// After its time constant a step is there by 1 - 1/e, but for the second that a median takes.
	n = Instruments{}
	n.Join("a", Offsets{})
	at = heardFor(&n, 0, 200, begin, func(int) []Reading { return []Reading{{OverGround, 0.2, 90}} })
	heardFor(&n, 0, 20, at.Add(time.Second), func(int) []Reading { return []Reading{{OverGround, 0.7, 90}} })
	near(t, "step of a drift", n.State(at.Add(20*time.Second)).Drift.Value, 0.2+0.5*(1-math.Exp(-1)), 0.01)
	// Nothing is told of what was never heard.
	if s.Wind != nil || s.Place != nil || s.Heading != nil || s.Current != nil || s.Temperature != nil {
		t.Errorf("%+v", s)
	}
}

// One reading alone that jumps is not believed; two are.
func TestJump(t *testing.T) {
	var n Instruments
	n.Join("a", Offsets{})
	depths := func(from int, d ...float64) time.Time {
		return heardFor(&n, 0, len(d), begin.Add(time.Duration(from)*time.Second),
			func(i int) []Reading { return []Reading{{DepthUnderSurface, d[i], none}} })
	}
	at := depths(0, 20, 20, 20, 20, 20, 4, 20)
	near(t, "a fish", n.State(at).Depth.Value, 20, 1e-9)
	at = depths(7, 4, 4, 4, 4, 4, 4, 4, 4, 4, 4, 4, 4, 4)
	near(t, "a ledge", n.State(at).Depth.Value, 4, 0.5)
}

// What cannot be is not believed: a depth of 0 or 999 where no bed is found, and the like.
func TestBelieved(t *testing.T) {
	for r, want := range map[Reading]bool{
		{DepthUnderSurface, 0, 0}: false, {DepthUnderSurface, 0.1, 0}: true, {DepthUnderTransducer, 999, 0}: false,
		{DepthUnderTransducer, 800, 0}: true,
		{DepthUnderSurface, 801, 0}:    false, {WaterTemperature, 85, 0}: false, {WaterTemperature, 8.5, 0}: true,
		{OverGround, 51, 0}: false, {OverGround, -0.1, 0}: false,
		{Place, 91, 0}: false, {Place, 56, 181}: false, {Place, -56, -18}: true, {Current, 11, 0}: false,
		{What(99), 1, 0}: false, {ApparentWind, 76, 0}: false,
		{OverGround, 0.2, math.Inf(1)}: false, {Heading, 721, 0}: false, {OverGround, 0.2, 721}: false,
	} {
		if got := r.Believed(); got != want {
			t.Errorf("%+v: %v", r, got)
		}
	}
	for _, r := range []Reading{{DepthUnderSurface, none, none}, {TrueWind, 5, none}, {Current, 0.5, none},
		{Place, 1, none}} {
		if r.Believed() {
			t.Errorf("%+v is believed", r)
		}
	}
	var n Instruments
	n.Join("a", Offsets{})
	if n.Take(0, Reading{OverGround, 0.1, none}, begin) || !n.Take(0, Reading{OverGround, 0.09, none}, begin) {
		t.Error("without a course it stands, below a tenth of a metre a second")
	}
}

// What is not heard any more is stale, and the next source is used at once.
func TestStale(t *testing.T) {
	var n Instruments
	n.Join("a", Offsets{})
	n.Join("b", Offsets{})
	n.Take(0, Reading{DepthUnderSurface, 20, none}, begin)
	n.Take(1, Reading{DepthUnderSurface, 25, none}, begin.Add(5*time.Second))
	for after, want := range map[float64]struct {
		value   float64
		quality string
		age     float64
	}{9.9: {20, Settling, 9.9}, 10: {25, Settling, 5}, 14.9: {25, Settling, 9.9}, 15: {25, Stale, 10},
		60: {25, Stale, 55}} {
		s := n.State(begin.Add(time.Duration(after * float64(time.Second)))).Depth
		if s.Value != want.value || s.Quality != want.quality || math.Abs(s.Age-want.age) > 1e-6 {
			t.Errorf("after %g s: %+v", after, s)
		}
	}
	// Of three time constants without a word nothing is left.
	n.Take(1, Reading{DepthUnderSurface, 10, none}, begin.Add(15*time.Second))
	if s := n.State(begin.Add(15 * time.Second)).Depth; s.Value != 10 || s.Quality != Settling {
		t.Errorf("%+v", s)
	}
}

// A clock that goes back stands still.
func TestTimeBack(t *testing.T) {
	var n Instruments
	n.Join("a", Offsets{})
	at := heardFor(&n, 0, 30, begin, func(int) []Reading { return []Reading{{DepthUnderSurface, 20, none}} })
	n.Take(0, Reading{DepthUnderSurface, 21, none}, begin.Add(-time.Hour))
	s := n.State(begin.Add(-time.Hour))
	if !s.Time.Equal(at) || s.Depth.Age != 0 {
		t.Errorf("%+v %+v", s, s.Depth)
	}
	near(t, "depth", s.Depth.Value, 20, 0.3)
}

// Sources that are not of one mind are told of; the first is used.
func TestDiffers(t *testing.T) {
	for name, tt := range map[string]struct {
		a, b Reading
		want bool
		of   func(State) *Part
	}{
		"depths": {Reading{DepthUnderSurface, 20, none}, Reading{DepthUnderSurface, 22.3, none}, true,
			func(s State) *Part { return s.Depth }},
		"alike": {Reading{DepthUnderSurface, 20, none}, Reading{DepthUnderSurface, 22.2, none}, false,
			func(s State) *Part { return s.Depth }},
		"shallow": {Reading{DepthUnderSurface, 2, none}, Reading{DepthUnderSurface, 2.49, none}, false,
			func(s State) *Part { return s.Depth }},
		"drifts": {Reading{OverGround, 0.3, 0}, Reading{OverGround, 0.3, 40}, true,
			func(s State) *Part { return s.Drift }},
		"courses": {Reading{OverGround, 0.3, 0}, Reading{OverGround, 0.3, 25}, false,
			func(s State) *Part { return s.Drift }},
		"winds": {Reading{TrueWind, 10, 0}, Reading{TrueWind, 6, 0}, true,
			func(s State) *Part { return s.Wind }},
		"like winds": {Reading{TrueWind, 10, 0}, Reading{TrueWind, 7.1, 0}, false,
			func(s State) *Part { return s.Wind }},
		"temperatures": {Reading{WaterTemperature, 10, none}, Reading{WaterTemperature, 11.6, none}, true,
			func(s State) *Part { return s.Temperature }},
		"headings": {Reading{Heading, 350, none}, Reading{Heading, 6, none}, true,
			func(s State) *Part { return s.Heading }},
		"headings of half": {Reading{Heading, 350, none}, Reading{Heading, 4, none}, false,
			func(s State) *Part { return s.Heading }},
	} {
		var n Instruments
		n.Join("a", Offsets{})
		n.Join("b", Offsets{})
		n.Take(1, tt.b, begin)
		n.Take(0, tt.a, begin)
		p := tt.of(n.State(begin.Add(time.Second)))
		if p.Source != "a" || (p.Differs != nil) != tt.want || tt.want && p.Differs.Source != "b" {
			t.Errorf("%s: %+v %+v", name, p, p.Differs)
		}
		if p := tt.of(n.State(begin.Add(time.Minute))); p.Differs != nil {
			t.Errorf("%s: stale, %+v", name, p.Differs)
		}
	}
}

// The wind over the ground is that which passes the boat, and what the boat does itself.
func TestWind(t *testing.T) {
	var n Instruments
	n.Join("a", Offsets{Wind: 10, Heading: -5})
	n.Take(0, Reading{ApparentWind, 6, 30}, begin) // no heading yet: a speed alone
	if w := n.State(begin).Wind; w.Directed || w.Value != 6 {
		t.Errorf("%+v", w)
	}
	// The bow points east, and the boat makes 2 m/s that way; 5 m/s come over the bow: the
	// true wind is 3 m/s from the east, and blows to the west.
	at := heardFor(&n, 0, 60, begin, func(int) []Reading {
		return []Reading{{Heading, 95, none}, {OverGround, 2, 90}, {ApparentWind, 5, -10}}
	})
	w := n.State(at).Wind
	near(t, "wind", w.Value, 3, 1e-6)
	near(t, "course", w.Course, 270, 1e-6)
	// True off the bow is taken as it is, and over north before both.
	at = heardFor(&n, 0, 60, at, func(int) []Reading {
		return []Reading{{Heading, 95, none}, {TrueWindOffBow, 4, 80}, {ApparentWind, 5, -10}}
	})
	near(t, "off the bow", n.State(at).Wind.Course, 0, 1e-6) // from the south
	at = heardFor(&n, 0, 60, at, func(int) []Reading { return []Reading{{TrueWind, 7, 45}, {TrueWindOffBow, 4, 80}} })
	near(t, "north", n.State(at).Wind.Course, 225, 1e-6)
	near(t, "speed", n.State(at).Wind.Value, 7, 1e-6)
	// A better one that is gone for as long as it takes to be stale leaves the rest to be heard.
	at = heardFor(&n, 0, 60, at, func(int) []Reading { return []Reading{{Heading, 95, none}, {TrueWindOffBow, 4, 80}} })
	near(t, "again", n.State(at).Wind.Value, 4, 1e-6)
}

// The current is what is told, or what the boat does over the ground beside through the water.
func TestCurrent(t *testing.T) {
	var n Instruments
	n.Join("a", Offsets{})
	at := heardFor(&n, 0, 60, begin, func(int) []Reading {
		return []Reading{{OverGround, 1, 0}, {ThroughWater, 0.6, 90}}
	})
	c := n.State(at).Current
	near(t, "current", c.Value, math.Hypot(1, 0.6), 1e-6)
	near(t, "course", c.Course, 360-math.Atan2(0.6, 1)*180/math.Pi, 1e-6)
	at = heardFor(&n, 0, 60, at, func(int) []Reading {
		return []Reading{{Current, 0.4, 200}, {OverGround, 1, 0}, {ThroughWater, 0.6, 90}}
	})
	near(t, "told", n.State(at).Current.Value, 0.4, 1e-6)

	n = Instruments{}
	n.Join("a", Offsets{})
	at = heardFor(&n, 0, 60, begin, func(int) []Reading {
		return []Reading{{OverGround, 1, 0}, {ThroughWater, 0.19, 90}}
	})
	if c := n.State(at).Current; c != nil {
		t.Errorf("a paddle wheel that stands still: %+v", c)
	}
	heardFor(&n, 0, 2, at, func(int) []Reading {
		return []Reading{{MagneticHeading, 80, none}, {Variation, 10, none}, {ThroughWater, 0.6, none}}
	})
	at = heardFor(&n, 0, 400, at, func(int) []Reading {
		return []Reading{{MagneticHeading, 80, none}, {OverGround, 1, 90}, {ThroughWater, 0.6, none}}
	})
	near(t, "by the compass", n.State(at).Current.Value, 0.4, 1e-4)
}

// What a source is out by is put right; a true heading goes before a magnetic one.
func TestOffsets(t *testing.T) {
	var n Instruments
	n.Join("a", Offsets{Depth: 0.4, Temperature: -0.5, Heading: 3})
	for _, r := range []Reading{{DepthUnderTransducer, 20, none}, {WaterTemperature, 11, none}, {Heading, 359, none},
		{MagneticHeading, 300, none}} {
		n.Take(0, r, begin)
	}
	s := n.State(begin)
	near(t, "depth", s.Depth.Value, 20.4, 1e-9)
	near(t, "temperature", s.Temperature.Value, 10.5, 1e-9)
	near(t, "heading", s.Heading.Course, 2, 1e-9)
	n.Take(0, Reading{DepthUnderSurface, 21, none}, begin) // it knows better itself, and as well
	near(t, "depth", n.State(begin).Depth.Value, 21, 0.7)
	n.Take(0, Reading{Place, 56.5, -18.25}, begin)
	if p := n.State(begin.Add(4 * time.Second)).Place; p.Latitude != 56.5 || p.Longitude != -18.25 || p.Age != 4 ||
		p.Quality != Steady {
		t.Errorf("%+v", p)
	}
}

// An hour of 500 readings a second leaves nothing behind that grows.
func TestNoGrowth(t *testing.T) {
	var n Instruments
	n.Join("a", Offsets{})
	at := begin
	if allocs := testing.AllocsPerRun(2000, func() {
		at = at.Add(2 * time.Millisecond)
		n.Take(0, Reading{OverGround, 0.3, 10}, at)
		n.Take(0, Reading{TrueWind, 4, 10}, at)
	}); allocs > 0 {
		t.Errorf("%g allocations", allocs)
	}
	for range 2000 {
		at = at.Add(2 * time.Millisecond)
		n.Take(0, Reading{DepthUnderSurface, 20, none}, at)
	}
	if kept := cap(n.sources[0].feeds[depth].recent); kept > 16 {
		t.Errorf("%d depths are kept", kept)
	}
}
