package logbook

import (
	"errors"
	"math"
	"strings"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/input"

	"dunvel/core/setup"
)

var noon = time.Date(2026, 9, 12, 12, 0, 0, 0, time.FixedZone("", 3600))

func after(seconds float64) time.Time {
	return noon.Add(time.Duration(seconds * float64(time.Second)))
}

func outing() Trip {
	s := setup.Default()
	s.Water.Depth, s.Cast.Distance = 10, 15
	return Trip{Place: "Pier Pool", Start: noon, Rods: []Rod{
		{"Light rod", State{Setup: s, Mass: 7.1e-3, Technique: "hop"}},
		{"Heavy rod", State{Setup: s, Mass: 21.3e-3, Technique: "drop"}},
	}}
}

func event(kind string, change func(*Event)) Event {
	e := Event{Key: "0123456789", Time: after(60), Kind: kind}
	if change != nil {
		change(&e)
	}
	return e
}

func placed(t *testing.T, e Event, s State) Event {
	t.Helper()
	if !e.Needs() {
		return e.Of(s)
	}
	ways, err := s.Ways(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	return ways.Place(e, 0)
}

// A bite is where the bait was, by the clock since the splash.
func TestPlaced(t *testing.T) {
	state := outing().Rods[0].State
	touch := placed(t, event(Splash, nil), state).With
	if touch.Expected < 8 || touch.Expected > 30 || touch.Low >= touch.Expected || touch.High <= touch.Expected ||
		math.Abs(touch.FallSpeed-10/touch.Expected) > 0.01 || touch.Snags <= 0 {
		t.Fatalf("%+v", touch)
	}
	if touch.Margin < 0.5 || touch.Margin > 1 {
		t.Errorf("a margin of %g in still water", touch.Margin)
	}
	half := placed(t, event(Bite, func(e *Event) { e.Since = touch.Expected / 2 }), state)
	if half.Phase != Falling || math.Abs(half.Depth-5) > 0.5 || half.Low > half.Depth-0.3 ||
		half.High < half.Depth+0.3 || half.With.Bait != "slim minnow 120 mm" {
		t.Errorf("%+v", half)
	}
	down := placed(t, event(Bite, func(e *Event) { e.Since = touch.Expected + 1 }), state)
	if down.Phase != OnBottom || down.Depth != 10 || down.Low >= 10 {
		t.Errorf("%+v", down)
	}
	if work := placed(t, event(Fish, func(e *Event) { e.Since = touch.Expected + 8 }), state); work.Phase != Working ||
		work.Depth < 8.5 {
		t.Errorf("%+v", work)
	}
	if back := placed(t, event(Fish, func(e *Event) { e.Since = 1000 }), state); back.Phase != Back ||
		back.Depth != 0 || back.High != 10 {
		t.Errorf("%+v", back)
	}
	// What the angler says goes before what the clock does.
	if said := placed(t, event(Bite, func(e *Event) { e.Since, e.Phase = touch.Expected+3, Falling }),
		state); said.Phase != Falling || said.Depth < 9.5 {
		t.Errorf("%+v", said)
	}
	// Worked, it leaves the bed; where the angler says that it was falling, it had not come to it.
	ways, err := state.Ways(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	lifted, at := 0.0, 0.0
	for since := touch.Expected; since < touch.Expected+15; since += 0.2 {
		if w := ways.Place(event(Bite, func(e *Event) { e.Since = since }), 0); w.Phase == Working &&
			10-w.Depth > lifted {
			lifted, at = 10-w.Depth, since
		}
	}
	if lifted < 0.05 {
		t.Fatalf("it leaves the bed by %g m at most", lifted)
	}
	if said := ways.Place(event(Bite, func(e *Event) { e.Since, e.Phase = at, Falling }), 0); said.Depth < 10-0.01 {
		t.Errorf("falling, at %g m, when it was lifted by %g", said.Depth, lifted)
	}
	if told := placed(t, event(Bite, func(e *Event) { e.Depth, e.Low, e.High = 6, 5, 7 }), state); told.Depth != 6 ||
		told.Low != 5 {
		t.Errorf("%+v", told)
	}
	if unknown := placed(t, event(Bite, nil), state); unknown.Phase != "" || unknown.Depth != 0 || unknown.High != 10 {
		t.Errorf("%+v", unknown)
	}
	if retie := placed(t, event(Retie, nil), state); retie.With.Expected != 0 || retie.With.Mass != 7.1e-3 {
		t.Errorf("%+v", retie)
	}
}

// What a rod fishes with follows its own changes, the water those of all.
func TestStateAt(t *testing.T) {
	trip := outing()
	change, water := trip.Rods[0].State, trip.Rods[0].State
	change.Mass, change.Technique = 10.6e-3, "roll"
	water.Setup.Flow.Speed = 0.4
	events := []Event{
		event(Conditions, func(e *Event) { e.Time, e.State = after(200), &water }),
		event(Changed, func(e *Event) { e.Time, e.State = after(100), &change }),
	}
	for _, tt := range []struct {
		rod   int
		at    float64
		grams float64
		flow  float64
	}{{0, 50, 7.1, 0}, {0, 150, 10.6, 0}, {0, 250, 10.6, 0.4}, {1, 150, 21.3, 0}, {1, 250, 21.3, 0.4}} {
		s := trip.StateAt(tt.rod, after(tt.at), events)
		if math.Abs(s.Mass*1e3-tt.grams) > 1e-9 || s.Setup.Flow.Speed != tt.flow {
			t.Errorf("rod %d after %g s: %g g, %g m/s", tt.rod, tt.at, s.Mass*1e3, s.Setup.Flow.Speed)
		}
	}
	// A change that is logged late keeps the water of its time.
	events = append(events, event(Changed, func(e *Event) { e.Time, e.State = after(300), &change }))
	if s := trip.StateAt(0, after(400), events); s.Setup.Flow.Speed != 0.4 {
		t.Errorf("%g m/s", s.Setup.Flow.Speed)
	}
}

func TestValidateTrip(t *testing.T) {
	if err := outing().Validate(nil); err != nil {
		t.Error(err)
	}
	for field, change := range map[string]func(*Trip){
		"place":            func(t *Trip) { t.Place = "" },
		"start":            func(t *Trip) { t.Start = time.Time{} },
		"end":              func(t *Trip) { early := noon.Add(-time.Hour); t.End = &early },
		"rods":             func(t *Trip) { t.Rods = nil },
		"rods.0.name":      func(t *Trip) { t.Rods[0].Name = strings.Repeat("x", 81) },
		"rods.1.mass":      func(t *Trip) { t.Rods[1].State.Mass = 9 },
		"rods.0.setup":     func(t *Trip) { t.Rods[0].State.Setup.Water.Depth = -1 },
		"rods.0.technique": func(t *Trip) { t.Rods[0].State.Technique = "juggle" },
	} {
		trip := outing()
		change(&trip)
		var errs input.Errors
		if err := trip.Validate(nil); !errors.As(err, &errs) || errs[0].Field != field {
			t.Errorf("%s: %v", field, err)
		}
	}
	// Years within which every moment can be kept and told, from both sides.
	for year, allowed := range map[int]bool{1899: false, 1900: true, 2200: true, 2201: false, 9999: false, 0: false} {
		trip := outing()
		trip.Start = time.Date(year, 6, 1, 12, 0, 0, 0, time.UTC)
		err := trip.Validate(nil)
		if allowed && err != nil || !allowed &&
			(err == nil || !strings.Contains(err.Error(), "the years 1900 to 2200")) {
			t.Errorf("%d: %v", year, err)
		}
		trip = outing()
		trip.HighWater = &time.Time{}
		*trip.HighWater = time.Date(year, 6, 1, 12, 0, 0, 0, time.UTC)
		if err := trip.Validate(nil); allowed != (err == nil) {
			t.Errorf("high water in %d: %v", year, err)
		}
	}
	messy := Trip{Place: "  The   Sill ", Rods: []Rod{{Name: " a\tb "}}}
	messy.Clean()
	if messy.Place != "The Sill" || messy.Rods[0].Name != "a b" {
		t.Errorf("%+v", messy)
	}
}

func TestValidateEvent(t *testing.T) {
	trip := outing()
	if err := event(Bite, nil).Validate(trip, nil); err != nil {
		t.Error(err)
	}
	// Clocks jump, and trips go past midnight.
	for _, hours := range []float64{-3, 14} {
		if err := event(Bite, func(e *Event) { e.Time = after(3600 * hours) }).Validate(trip, nil); err != nil {
			t.Error(err)
		}
	}
	for field, change := range map[string]func(*Event){
		"key":     func(e *Event) { e.Key = "short" },
		"kind":    func(e *Event) { e.Kind = "tea" },
		"phase":   func(e *Event) { e.Phase = "flying" },
		"rod":     func(e *Event) { e.Rod = 2 },
		"time":    func(e *Event) { e.Time = after(-72 * 3600) },
		"since":   func(e *Event) { e.Since = -1 },
		"depth":   func(e *Event) { e.Depth, e.Low, e.High = 3, 4, 5 },
		"length":  func(e *Event) { e.Length = math.NaN() },
		"note":    func(e *Event) { e.Note = strings.Repeat("x", 2000) },
		"species": func(e *Event) { e.Species = "\xff" },
		"state":   func(e *Event) { e.Kind = Changed },
		"seconds": func(e *Event) { e.Kind = Bottom },
	} {
		var errs input.Errors
		if err := event(Bite, change).Validate(trip, nil); !errors.As(err, &errs) || errs[0].Field != field {
			t.Errorf("%s: %v", field, err)
		}
	}
	far := outing()
	far.Start = time.Date(9999, 12, 31, 23, 0, 0, 0, time.UTC)
	if err := event(Bite, func(e *Event) { e.Time = far.Start }).Validate(far, nil); err == nil || !strings.Contains(
		err.Error(), "Time: 31 December 9999 23:00 is outside what is allowed, the years 1900 to 2200.") {
		t.Errorf("far: %v", err)
	}
	done := noon.Add(5 * time.Hour)
	trip.End = &done
	var errs input.Errors
	if err := event(Bite, func(e *Event) { e.Time = after(80 * 3600) }).Validate(trip, nil); !errors.As(err, &errs) ||
		errs[0].Field != "time" {
		t.Errorf("%v", err)
	}
}

// Logging an event is a few runs of the engine, and another of the same state none.
func BenchmarkPlace(b *testing.B) {
	state := outing().Rods[0].State
	e := event(Bite, func(e *Event) { e.Since = 10 })
	for b.Loop() {
		ways, err := state.Ways(b.Context())
		if err != nil {
			b.Fatal(err)
		}
		ways.Place(e, 0)
	}
}

// What the sky was like is told as far as it is known: light and moon by where it was, the
// tide by the high water of the trip.
func TestSky(t *testing.T) {
	at := time.Date(2026, 5, 31, 1, 0, 0, 0, time.UTC)
	high := at.Add(90 * time.Minute)
	var log Log
	if got := log.Sky(at); got != "" {
		t.Errorf("%q", got)
	}
	log.Trip.HighWater = &high
	if got := log.Sky(at); got != "1.5 h before high water" {
		t.Errorf("%q", got)
	}
	if got := log.Sky(at.Add(13 * time.Hour)); got != "0.9 h before high water" {
		t.Errorf("%q", got)
	}
	log.Where = &almanac.Position{Latitude: 57, Longitude: -6}
	if got := log.Sky(at); got != "at night; around full moon, 100 % lit and up; 1.5 h before high water" {
		t.Errorf("%q", got)
	}
	log.Trip.Where = &almanac.Position{Latitude: 91}
	log.Trip.Rods, log.Trip.Place, log.Trip.Start = []Rod{
		{Name: "Rod 1", State: State{Setup: setup.Default(), Mass: 7e-3, Technique: "drop"}}}, "Ardan Point", at
	if err := log.Trip.Validate(nil); err == nil ||
		err.Error() != "Position: latitudes go to 90 degrees and longitudes to 180, not 91 and 0." {
		t.Error(err)
	}
}

// What the instruments had is the water that an event happened in, as far as a setup has it.
func TestAboard(t *testing.T) {
	number := func(v float64) *float64 { return &v }
	usual := State{Setup: setup.Default(), Mass: 0.0071, Technique: "hop"}
	usual.Setup.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.1, Direction: 90, Spread: 0.3}
	usual.Setup.Water.SplashDepth = 20
	a := &Aboard{Depth: number(25), Drift: number(0.4), Course: number(350), Temperature: number(9)}
	got := a.In(usual).Setup
	if got.Water.Depth != 25 || got.Water.SplashDepth != 27 ||
		got.Boat != (setup.Boat{Kind: "skiff", Measured: true, Speed: 0.4, Direction: 90}) {
		t.Errorf("%+v %+v", got.Water, got.Boat)
	}
	if got := (*Aboard)(nil).In(usual); got.Setup.Water.Depth != 18 {
		t.Errorf("%+v", got)
	}
	far := &Aboard{Depth: number(300), Drift: number(6)}
	if got := far.In(usual).Setup; got.Water.Depth != 18 || got.Boat != usual.Setup.Boat {
		t.Errorf("%+v %+v", got.Water, got.Boat)
	}
	held := usual
	held.Setup.Boat = setup.Boat{Kind: "anchored"}
	if got := a.In(held).Setup; got.Boat != held.Setup.Boat || got.Water.Depth != 25 {
		t.Errorf("%+v", got)
	}
	for want, a := range map[string]*Aboard{
		"Depth under the boat: 1001 m is outside what is allowed, 0 to 1000 m.": {Depth: number(1001)},
		"Drift: -1 m/s is outside what is allowed, 0 to 50 m/s.":                {Drift: number(-1)},
		"Drift towards: 361 ° is outside what is allowed, 0 to 360 °.":          {Course: number(361)},
		"Wind: 101 m/s is outside what is allowed, 0 to 100 m/s.":               {Wind: number(101)},
		"Water temperature: 51 °C is outside what is allowed, -5 to 50 °C.":     {Temperature: number(51)},
		"Position: latitudes go to 90 degrees and longitudes to 180, not 91 and 0.": {
			Where: &almanac.Position{Latitude: 91}},
		"": far,
	} {
		var errs input.Errors
		if a.check(&errs); len(errs) > 1 || len(errs) == 0 != (want == "") || want != "" && errs[0].Message != want {
			t.Errorf("%v, not %s", errs, want)
		}
	}
}

// A line is cared for at home, long after a trip; what happens to a bait is not.
func TestLineAfterTheTrip(t *testing.T) {
	trip, end := outing(), after(6*3600)
	trip.End = &end
	for kind, fine := range map[string]bool{Trimmed: true, Renewed: true, Retie: false, Bite: false} {
		e := Event{Key: "key-00001", Time: end.AddDate(0, 1, 0), Kind: kind}
		if err := e.Validate(trip, nil); (err == nil) != fine {
			t.Errorf("%s: %v", kind, err)
		}
	}
}
